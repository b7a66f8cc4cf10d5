// Package post holds a sealed piece against a carrier's rules. It knows no
// carrier by name: everything comes from the carrier's data.
package post

import (
	"cmp"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// Piece is a sealed card as it is handed in. Width and height are as the card stands.
type Piece struct {
	Width, Height, Thickness measure.Length
	Weight                   measure.Mass
	AddressShort             bool // the address runs along the short side
	SoldSize                 bool // a bought format: its sides are known, not measured
	Odd                      bool // its outline is no rectangle
	Closure                  string
	Wrapping                 string // what its outside is made of; empty for paper
	Contents                 []string
	Bends                    card.Band
	// Uneven is how much the thickness differs over the piece, with as much of
	// its edges left out as the contents do not reach, up to edge; nil for an even piece.
	Uneven func(edge measure.Length) measure.Length
	// Guessed says that Uneven is the most it could be: only its thickest place is known.
	Guessed bool
}

// State is what one check came to.
type State string

// The states of a check, from best to worst.
const (
	Passes     State = "pass"
	Near       State = "check"     // within measuring error of a limit, or a counter's call
	Surcharged State = "surcharge" // accepted, but at a higher price
	Fails      State = "refused"   // the class does not take it
)

// rank orders the states of a whole verdict: a question at the counter weighs
// as much as a surcharge, and then the price tells them apart.
var rank = map[State]int{Passes: 0, Near: 1, Surcharged: 1, Fails: 2}

// Reason is one check with its figure, limit and margin, as text in the carrier's own unit.
type Reason struct {
	Class, Code          string
	State                State
	Value, Limit, Margin string
	Text                 string
	Unsure               bool // the limit itself is not certain
}

// Offer is another service of the class a piece meets.
type Offer struct {
	Name   string
	Abroad bool
	Price  catalog.Money
	Unsure bool
}

// Verdict is the cheapest class that takes a piece, and why.
type Verdict struct {
	Carrier   catalog.Carrier
	Class     string // identifier; empty when the carrier does not take the piece at all
	ClassName string
	Place     int // of the class in the carrier's list
	State     State
	Troubles  int      // how many checks of the class it meets did not simply pass
	Checks    []Reason // every check of the class it meets, and what the cheaper classes refused
	Price     catalog.Money
	Priced    bool   // false: ask at the counter
	Unsure    bool   // the price is not certain
	Service   string // what the price is for, where the carrier has more than one
	Others    []Offer
	Surcharge catalog.Money
	Thickest  measure.Length // the most its class takes; zero when there is no limit
	Effective string         // the day the price table took effect
	Doubt     string         // what in the price table is not certain
	Counter   string         // what the counter may still decide
}

// Reasons are the checks that did not simply pass.
func (v Verdict) Reasons() []Reason {
	var out []Reason
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
	price := 0
	switch {
	case v.Priced && w.Priced:
		price = cmp.Compare(v.Price, w.Price)
	case v.Priced != w.Priced:
		// Without a price on one side the class tells: they are listed cheapest first.
		price = cmp.Compare(v.Place, w.Place)
	default:
		price = cmp.Compare(v.Place, w.Place)
	}
	if state*price < 0 {
		return 0
	}
	return cmp.Or(state, price)
}

// Judge tries the carrier's classes cheapest first and gives the first that takes the piece.
func Judge(c catalog.Carrier, p Piece) Verdict { return judge(c, p, false) }

// Outcome is Judge without words: classes, states and prices only, for a search
// that judges many pieces.
func Outcome(c catalog.Carrier, p Piece) Verdict { return judge(c, p, true) }

func judge(c catalog.Carrier, p Piece, quiet bool) Verdict {
	v := Verdict{Carrier: c, State: Fails}
	for i := range c.Classes {
		class := &c.Classes[i]
		t := try(&c, class, &p, quiet)
		v.Checks = append(v.Checks, t.checks...)
		if t.under && !t.over && class.Below != "" {
			v.Class, v.ClassName, v.Place, v.Counter = class.ID, class.Name, i, class.Below
			return v
		}
		if t.over || t.under {
			// Of a class that does not take it only what it refused matters.
			v.Checks = v.Reasons()
			continue
		}
		v.Class, v.ClassName, v.Place, v.Counter = class.ID, class.Name, i, class.Counter
		v.State, v.Troubles = t.state(), t.troubles
		v.Thickest = measure.Length(class.Limits.Thickness.Max)
		v.price(class, p.Weight, t.surcharged)
		return v
	}
	return v
}

// state is what the checks of a class that takes the piece come to.
func (t *trial) state() State {
	switch {
	case t.near:
		return Near
	case t.surcharged:
		return Surcharged
	}
	return Passes
}

// price takes the cheapest inland service; the others are kept beside it.
func (v *Verdict) price(class *catalog.Class, weight measure.Mass, surcharged bool) {
	p := class.Prices
	if surcharged {
		v.Surcharge, v.Unsure = class.Surcharge.Price, class.Surcharge.Check
	}
	if p == nil {
		return
	}
	v.Effective, v.Doubt = p.Effective, p.Check
	services := append([]catalog.Service{{Name: p.Name, Steps: p.Steps}}, p.Others...)
	for _, s := range services {
		step, ok := catalog.At(s.Steps, weight)
		if !ok {
			continue
		}
		// Whether a surcharge is the same to other countries is not stated.
		v.Others = append(v.Others, Offer{s.Name, s.Abroad, step.Price + v.Surcharge, step.Check || s.Abroad && surcharged})
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
