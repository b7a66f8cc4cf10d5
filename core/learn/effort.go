package learn

import (
	"math"
	"slices"

	"yellow-parcel/core/calendar"
)

// Effort is what some work takes by the usual minutes: of hands by kind of step, the
// upper end of that, and what is waited for besides, while something dries.
type Effort struct {
	Kinds []Usual `json:"kinds"`
	High  float64 `json:"high"`
	Wait  float64 `json:"wait"`
}

// Usual is the usual minutes of a kind of step.
type Usual struct {
	Kind    string  `json:"kind"`
	Minutes float64 `json:"minutes"`
}

// Add adds a step of hands: its usual minutes, likely and at the upper end.
func (e *Effort) Add(kind string, likely, high float64) {
	e.High += high
	i := slices.IndexFunc(e.Kinds, func(u Usual) bool { return u.Kind == kind })
	if i < 0 {
		i, e.Kinds = len(e.Kinds), append(e.Kinds, Usual{Kind: kind})
	}
	e.Kinds[i].Minutes += likely
}

// Likely is the usual minutes of hands together.
func (e Effort) Likely() float64 {
	sum := 0.0
	for _, u := range e.Kinds {
		sum += u.Minutes
	}
	return sum
}

// Pace is how long hands take by a maker's own pace, and from how many noted steps of
// these kinds; none where nothing is noted.
func (e Effort) Pace(b *Book) (low, likely, high float64, noted int) {
	if b == nil {
		return 0, 0, 0, 0
	}
	all := make([]Stretch, len(e.Kinds))
	for i, u := range e.Kinds {
		p := b.Paces[u.Kind]
		noted += p.N
		all[i] = Stretch{Pace: p, Usual: u.Minutes}
	}
	low, likely, high = Whole(all)
	return low, likely, high, noted
}

// Upper is the upper end in minutes, waiting included: by a maker's own pace where
// any of it is noted, by the usual minutes where none is.
func (e Effort) Upper(b *Book) float64 {
	if _, _, high, noted := e.Pace(b); noted > 0 {
		return high + e.Wait
	}
	return e.High + e.Wait
}

// with is what both take: what dries does so at one time.
func (e Effort) with(o Effort) Effort {
	out := Effort{Kinds: slices.Clone(e.Kinds), High: e.High, Wait: max(e.Wait, o.Wait)}
	for _, u := range o.Kinds {
		out.Add(u.Kind, u.Minutes, 0)
	}
	out.High += o.High
	return out
}

// Efforts are what a making takes: of the one that is made all the way before anything
// else is cut, and of the rest.
type Efforts struct {
	First Effort `json:"first"`
	Rest  Effort `json:"rest"`
}

// Need is that in whole minutes, at the upper end.
func (e Efforts) Need(b *Book) calendar.Need {
	return calendar.Need{First: int(math.Ceil(e.First.Upper(b))), Rest: int(math.Ceil(e.Rest.Upper(b)))}
}

// Pace is how long hands take by a maker's own pace, one phase after the other, and from
// how many noted steps; none where nothing is noted.
func (e Efforts) Pace(b *Book) (low, likely, high float64, noted int) {
	for _, phase := range []Effort{e.First, e.Rest} {
		l, m, h, n := phase.Pace(b)
		if n == 0 { // by the usual minutes, as it is laid
			l, m, h = phase.Likely(), phase.Likely(), phase.High
		}
		low, likely, high = low+l, likely+m, high+h
	}
	_, _, _, noted = e.First.with(e.Rest).Pace(b) // of a kind that both have once
	return low, likely, high, noted
}

// Likely is the usual minutes of hands together.
func (e Efforts) Likely() float64 { return e.First.Likely() + e.Rest.Likely() }

// With is what two makings take together.
func (e Efforts) With(o Efforts) Efforts { return Efforts{e.First.with(o.First), e.Rest.with(o.Rest)} }
