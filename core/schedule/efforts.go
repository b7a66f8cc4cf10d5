package schedule

import (
	"yellow-parcel/core/bench"
	"yellow-parcel/core/document"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/prompt"
)

// EffortsOf is what the phases of a making take.
func EffortsOf(steps []bench.Step) learn.Efforts {
	var phases [2][]bench.Step
	for _, s := range steps {
		i := 0
		if s.Phase == bench.Rest {
			i = 1
		}
		phases[i] = append(phases[i], s)
	}
	return learn.Efforts{First: effortOf(phases[0]), Rest: effortOf(phases[1])}
}

// TimeOf is how long a making takes, what dries included: up to what the calendar lays
// into sittings, by the maker's own pace where any of it is noted.
func TimeOf(steps []bench.Step, b *learn.Book) document.Minutes {
	of, usual := EffortsOf(steps), bench.Time(steps)
	low, likely, _, noted := of.Pace(b)
	if noted > 0 {
		var hands bench.Minutes
		for _, s := range steps {
			if s.Kind != bench.Dry {
				hands = hands.Plus(s.Minutes)
			}
		}
		usual.Low, usual.Likely = low+usual.Low-hands.Low, likely+usual.Likely-hands.Likely
	}
	usual.High = float64(of.Need(b).Whole())
	out := prompt.Minutes(usual)
	out.Own = noted > 0
	return out
}

// effortOf is what steps take together.
func effortOf(steps []bench.Step) learn.Effort {
	var e learn.Effort
	for _, s := range steps {
		if s.Kind != bench.Dry {
			e.Add(string(s.Kind), s.Minutes.Likely, s.Minutes.High)
		}
	}
	e.Wait = bench.Time(steps).High - e.High
	return e
}
