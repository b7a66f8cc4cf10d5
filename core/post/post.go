// Package post holds a sealed piece against a carrier's rules. It knows no
// carrier by name: everything comes from the carrier's data.
//
// A carrier sorts what it takes into classes, the cheapest first. A class has
// limits, outside of which it does not take a piece, and may have a surcharge
// for what its machines do not take:
//
//	letter ---- within its limits? ---- no ---> flat ---- ... ---> refused
//	              | yes
//	              +- anything its machines mind? - yes --> letter, and extra
//	              | no
//	              +--> letter
//
// A figure closer to a limit than a maker can measure is neither in nor out: the
// counter decides. Rule is one limit or condition; one file holds one rule, with
// its words and with what a maker can do about it.
package post

import (
	"cmp"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Handed is how a piece is handed in: what its maker decides at the post.
type Handed struct {
	AddressShort bool // the address runs along the short side
	Odd          bool // its outline is no rectangle
	Closure      string
	Wrapping     string   // what its outside is made of; empty for paper
	Contents     []string // what its maker says lies in it
}

// Piece is a sealed card as it is handed in. Width and height are as the card stands.
type Piece struct {
	Handed
	Width, Height, Thickness measure.Length
	Weight                   measure.Mass
	DrawnIn                  card.Size // how much less its sides are round the card than laid flat
	SoldSize                 bool      // a bought format: its sides are known, not measured
	OnCard                   []string  // words carriers have for what lies on the card
	Shielded                 []string  // the same, of what a sheet laid over it takes up
	Bends                    card.Band
	Hard                     []string // names of what on the card does not bend at all
	// Uneven is how much the thickness differs over the piece, with as much of
	// its edges left out as the contents do not reach, up to edge; nil for an even piece.
	Uneven func(edge measure.Length) measure.Length
	// Guessed says that Uneven is the most it could be: only its thickest place is known.
	Guessed bool
}

// inside is everything in the piece that carriers have words for.
func (p *Piece) inside() []string { return slices.Concat(p.Contents, p.OnCard) }

// Offer is another service of the class a piece meets.
type Offer struct {
	Name   string
	Abroad bool
	Price  measure.Money
	Unsure bool
	Days   *Days // how long it usually is on its way; nil where nothing is known
}

// Verdict is the cheapest class that takes a piece, and why.
type Verdict struct {
	Carrier   *Carrier
	Met       *Class // nil when the carrier does not take the piece at all
	Place     int    // of the class in the carrier's list
	State     State
	Troubles  int     // how many checks of the class it meets did not simply pass
	Refused   int     // how many checks of the cheaper classes it failed
	Checks    []Check // every check of the class it meets, and what the cheaper classes refused
	Price     measure.Money
	Priced    bool   // false: ask at the counter
	Unsure    bool   // the price is not certain
	Service   string // what the price is for, where the carrier has more than one
	Others    []Offer
	Surcharge measure.Money
}

// Reasons are the checks that did not simply pass.
func (v Verdict) Reasons() []Check {
	var out []Check
	for _, r := range v.Checks {
		if r.State != Passes {
			out = append(out, r)
		}
	}
	return out
}

// Compare orders verdicts of one carrier: negative where v is better than w,
// zero where neither is. A cheaper price with a worse state, or the reverse, is not better.
func (v Verdict) Compare(w Verdict) int {
	state := cmp.Compare(rank[v.State], rank[w.State])
	if v.State == Fails || w.State == Fails {
		return state
	}
	price := v.ComparePrice(w)
	if state*price < 0 {
		return 0
	}
	return cmp.Or(state, price)
}

// Rank orders verdicts by their state alone: what simply goes, what costs extra or
// is a question, what is refused.
func (v Verdict) Rank() int { return rank[v.State] }

// NoDearer tells whether v is as good as w, and costs no more.
func (v Verdict) NoDearer(w Verdict) bool {
	return rank[v.State] <= rank[w.State] && v.ComparePrice(w) <= 0
}

// ComparePrice orders verdicts by what they cost; without a price on one side the
// class tells, since they are listed cheapest first.
func (v Verdict) ComparePrice(w Verdict) int {
	if v.Priced && w.Priced {
		return cmp.Compare(v.Price, w.Price)
	}
	return cmp.Compare(v.Place, w.Place)
}

// Cheaper tells whether a piece goes for less, whatever the counter may ask.
func (v Verdict) Cheaper(w Verdict) bool {
	return v.State != Fails && v.Priced && w.Priced && v.Price < w.Price
}

// Judge tries the carrier's classes cheapest first and gives the first that takes the piece.
func Judge(c *Carrier, p Piece) Verdict { return judge(c, &p, false) }

// Outcome is Judge without the list of checks: class, state and price only, for
// a search that judges many pieces.
func Outcome(c *Carrier, p *Piece) Verdict { return judge(c, p, true) }

func judge(c *Carrier, p *Piece, quiet bool) Verdict {
	v := Verdict{Carrier: c, State: Fails}
	t := new(trial) // one for all classes: there are many in a search
	for i := range c.Classes {
		class := &c.Classes[i]
		*t = trial{carrier: c, class: class, piece: p, quiet: quiet}
		t.try()
		v.Checks = append(v.Checks, t.checks...)
		// What is too small is not rescued by being thick or heavy, only by a side that is too long.
		if t.under && !t.large && class.Below != "" {
			v.Met, v.Place = class, i
			return v
		}
		if t.over || t.under {
			// Of a class that does not take it only what it refused matters.
			v.Checks = v.Reasons()
			v.Refused += t.failed
			continue
		}
		v.Met, v.Place = class, i
		v.State, v.Troubles = t.state(), t.troubles
		v.price(class, p.Weight, t.surcharged)
		return v
	}
	return v
}

// Best is the best a carrier could make, by an order, of a piece whose sides are
// still open, where its thickness and its weight are the least they can come to.
func Best(c *Carrier, p *Piece, order func(v, w Verdict) int) Verdict {
	best := Verdict{Carrier: c, State: Fails}
	for i := range c.Classes {
		t := trial{carrier: c, class: &c.Classes[i], piece: p, quiet: true, open: true}
		t.try()
		if t.over {
			continue
		}
		v := Verdict{Carrier: c, Met: t.class, Place: i, State: t.state()}
		v.price(t.class, p.Weight, t.surcharged)
		if order(v, best) < 0 {
			best = v
		}
	}
	return best
}

// Counter is what the counter may still decide.
func (v Verdict) Counter() string {
	switch {
	case v.Met == nil:
		return ""
	case v.State == Fails:
		return v.Met.Below
	}
	return v.Met.Counter
}

// Table is the price table of the class it meets; nil without one.
func (v Verdict) Table() *Prices {
	if v.Met == nil || v.State == Fails {
		return nil
	}
	return v.Met.Prices
}

// Thickest is the most the class it meets takes; zero when there is no limit,
// or when no class takes the piece.
func (v Verdict) Thickest() measure.Length {
	if v.Met == nil || v.State == Fails {
		return 0
	}
	return measure.Length(v.Met.Limits.Thickness.Max)
}

// price takes the cheapest inland service; the others are kept beside it.
func (v *Verdict) price(class *Class, weight measure.Mass, surcharged bool) {
	p := class.Prices
	if surcharged {
		v.Surcharge, v.Unsure = measure.Money(class.Surcharge.Price), class.Surcharge.Check
	}
	if p == nil {
		return
	}
	v.Others = make([]Offer, 0, 1+len(p.Others))
	for i := range 1 + len(p.Others) {
		s := Service{Name: p.Name, Steps: p.Steps}
		if i > 0 {
			s = p.Others[i-1]
		}
		step, ok := At(s.Steps, weight)
		if !ok {
			continue
		}
		// Whether a surcharge is the same to other countries is not stated.
		v.Others = append(v.Others, Offer{s.Name, s.Abroad, measure.Money(step.Price) + v.Surcharge, step.Check || s.Abroad && surcharged, s.Days})
	}
	at := -1
	for i, o := range v.Others {
		if !o.Abroad && (at < 0 || o.Price < v.Others[at].Price) {
			at = i
		}
	}
	if at < 0 {
		return
	}
	best := v.Others[at]
	v.Price, v.Priced, v.Service, v.Unsure = best.Price, true, best.Name, v.Unsure || best.Unsure
	v.Others = slices.Delete(v.Others, at, at+1)
}
