// Package post holds a sealed piece against a carrier's rules. It knows no
// carrier by name: everything comes from the carrier's data.
package post

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// Piece is a sealed card as it is handed in. Width and height are as the card stands.
type Piece struct {
	Width, Height, Thickness measure.Length
	Weight                   measure.Mass
	AddressShort             bool // the address runs along the short side
	SoldSize                 bool // a bought format: its sides are known, not measured
	Closure                  string
	Contents                 []string
}

// State is what one check came to.
type State string

// The states of a check, from best to worst.
const (
	Passes     State = "pass"
	Near       State = "check"     // within measuring error of a limit
	Surcharged State = "surcharge" // accepted, but at a higher price
	Fails      State = "refused"   // the class does not take it
)

// Reason is one check with its figure, limit and margin, as text in the carrier's own unit.
type Reason struct {
	Class, Code          string
	State                State
	Value, Limit, Margin string
	Text                 string
}

// Verdict is the cheapest class that takes a piece, and why.
type Verdict struct {
	Carrier   catalog.Carrier
	Class     string // identifier; empty when the carrier does not take the piece at all
	ClassName string
	State     State
	Checks    []Reason // every check of the class it meets, and what the cheaper classes refused
	Price     catalog.Money
	Priced    bool // false: ask at the counter
	Surcharge catalog.Money
	Thickest  measure.Length // the most its class takes; zero when there is no limit
	Effective string         // the day the price table took effect
	Doubt     string         // what in the price table is not certain
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

// Judge tries the carrier's classes cheapest first and gives the first that takes the piece.
func Judge(c catalog.Carrier, p Piece) Verdict {
	v := Verdict{Carrier: c, State: Fails}
	for _, class := range c.Classes {
		t := trial{carrier: c, class: class, piece: p}
		t.lie()
		t.limits()
		v.Checks = append(v.Checks, t.checks...)
		if t.under && !t.over && class.Below != "" {
			v.Class, v.ClassName = class.ID, class.Name
			return v
		}
		if t.over || t.under {
			// Of a class that does not take it only what it refused matters.
			v.Checks = v.Reasons()
			continue
		}
		t.checks = nil
		t.surcharges()
		v.Checks = append(v.Checks, t.checks...)
		v.Class, v.ClassName = class.ID, class.Name
		v.State = worst(v.Checks, class.ID)
		v.Thickest = measure.Length(class.Limits.Thickness.Max)
		v.price(class, p.Weight, t.surcharged)
		return v
	}
	return v
}

func worst(checks []Reason, class string) State {
	state := Passes
	for _, r := range checks {
		switch {
		case r.Class != class:
		case r.State == Near:
			return Near
		case r.State == Surcharged:
			state = Surcharged
		}
	}
	return state
}

func (v *Verdict) price(class catalog.Class, weight measure.Mass, surcharged bool) {
	if surcharged {
		v.Surcharge = class.Surcharge.Price
	}
	if class.Prices == nil {
		return
	}
	for _, step := range class.Prices.Steps {
		if weight <= measure.Mass(step.To) {
			v.Price, v.Priced = step.Price+v.Surcharge, true
			v.Effective, v.Doubt = class.Prices.Effective, class.Prices.Check
			return
		}
	}
}

// trial is one class tried on one piece.
type trial struct {
	carrier                 catalog.Carrier
	class                   catalog.Class
	piece                   Piece
	length, height          measure.Length
	checks                  []Reason
	over, under, surcharged bool
}

// lie settles which side is the length: the one parallel to the address.
func (t *trial) lie() {
	t.length, t.height = max(t.piece.Width, t.piece.Height), min(t.piece.Width, t.piece.Height)
	if t.piece.AddressShort && t.class.Lies != "longest" {
		t.length, t.height = t.height, t.length
	}
}

func (t *trial) limits() {
	l, m, unit := t.class.Limits, t.carrier.Measuring, t.carrier.Unit
	if t.piece.SoldSize {
		m.Side = 0
	}
	text := func(v int64) string { return measure.Length(v).Text(unit) }
	t.bound("length", int64(t.length), int64(l.Length.Min), int64(l.Length.Max), int64(m.Side), text)
	t.bound("height", int64(t.height), int64(l.Height.Min), int64(l.Height.Max), int64(m.Side), text)
	t.bound("thickness", int64(t.piece.Thickness), int64(l.Thickness.Min), int64(l.Thickness.Max), int64(m.Thickness), text)
	t.bound("weight", int64(t.piece.Weight), int64(l.Weight.Min), int64(l.Weight.Max), int64(m.Weight),
		func(v int64) string { return measure.Mass(v).Text(unit) })
}

// bound checks one figure against a least and a most; a bound of zero is not set.
func (t *trial) bound(code string, value, least, most, unsure int64, text func(int64) string) {
	if least == 0 && most == 0 {
		return
	}
	name := strings.ToLower(t.class.Name)
	r := Reason{Class: t.class.ID, Code: code, State: Passes, Value: text(value)}
	// The upper limit is what a maker watches; the lower one counts only close to it.
	limit, margin, word := most, most-value, "within"
	if most == 0 || least > 0 && value-least < unsure {
		limit, margin, word = least, value-least, "above"
	}
	r.Limit, r.Margin = text(limit), text(margin)
	switch {
	case margin < 0 && limit == least:
		t.under, r.State = true, Fails
		r.Text = fmt.Sprintf("%s %s is %s under a %s's least %s", title(code), r.Value, text(-margin), name, r.Limit)
	case margin < 0:
		t.over, r.State = true, Fails
		r.Text = fmt.Sprintf("%s %s is %s over a %s's %s", title(code), r.Value, text(-margin), name, r.Limit)
	case margin < unsure:
		r.State = Near
		r.Text = fmt.Sprintf("%s %s is within measuring error of a %s's %s: ask at the counter", title(code), r.Value, name, r.Limit)
	default:
		r.Text = fmt.Sprintf("%s %s is %s a %s's %s by %s", title(code), r.Value, word, name, r.Limit, r.Margin)
	}
	t.checks = append(t.checks, r)
}

func (t *trial) surcharges() {
	s := t.class.Surcharge
	if s == nil {
		return
	}
	if s.Ratio.Max > 0 {
		t.ratio(s)
	}
	if s.Address == "long" && t.piece.AddressShort {
		t.extra("address", "along the short side", "along the long side", "The address runs along the short side")
	}
	if slices.Contains(s.Closures, t.piece.Closure) {
		t.extra("closure", t.piece.Closure, "flat closures", "A "+t.piece.Closure+" closure catches in the machines")
	}
	for _, c := range t.piece.Contents {
		if slices.Contains(s.Contents, c) {
			t.extra("contents", c, "even contents", "A "+c+" inside makes it uneven")
		}
	}
	if th := s.Thin; th != nil && t.piece.Thickness < measure.Length(th.Thickness) &&
		(t.length > measure.Length(th.OverLength) || t.height > measure.Length(th.OverHeight)) {
		text := func(l measure.Length) string { return l.Text(t.carrier.Unit) }
		t.extra("thin", text(t.piece.Thickness), text(measure.Length(th.Thickness)), "Too thin for a piece this large")
	}
}

// ratio checks length against height, with the sides as far out as a ruler may be.
func (t *trial) ratio(s *catalog.Surcharge) {
	e := measure.Length(t.carrier.Measuring.Side)
	if t.piece.SoldSize {
		e = 0
	}
	value := float64(t.length) / float64(t.height)
	low, high := float64(t.length-e)/float64(t.height+e), float64(t.length+e)/float64(t.height-e)
	limit := s.Ratio.Max
	if value < (s.Ratio.Min+s.Ratio.Max)/2 {
		limit = s.Ratio.Min
	}
	margin := s.Ratio.Max - value
	if limit == s.Ratio.Min {
		margin = value - s.Ratio.Min
	}
	r := Reason{Class: t.class.ID, Code: "ratio", State: Passes,
		Value: fmt.Sprintf("%.2f", value), Limit: fmt.Sprintf("%.1f", limit), Margin: fmt.Sprintf("%.2f", margin)}
	between := fmt.Sprintf("%.1f to %.1f", s.Ratio.Min, s.Ratio.Max)
	switch {
	case value < s.Ratio.Min || value > s.Ratio.Max:
		t.surcharged, r.State = true, Surcharged
		r.Text = fmt.Sprintf("Length is %s times height, outside %s: %s, %s more", r.Value, between, s.Name, s.Price.Text(t.carrier.Currency))
	case low < s.Ratio.Min || high > s.Ratio.Max:
		r.State = Near
		r.Text = fmt.Sprintf("Length is %s times height, within measuring error of %s: it may be called %s", r.Value, r.Limit, s.Name)
	default:
		r.Text = fmt.Sprintf("Length is %s times height, inside %s", r.Value, between)
	}
	t.checks = append(t.checks, r)
}

func (t *trial) extra(code, value, limit, text string) {
	t.surcharged = true
	s := t.class.Surcharge
	t.checks = append(t.checks, Reason{Class: t.class.ID, Code: code, State: Surcharged, Value: value, Limit: limit,
		Text: fmt.Sprintf("%s: %s, %s more", text, s.Name, s.Price.Text(t.carrier.Currency))})
}

func title(s string) string { return strings.ToUpper(s[:1]) + s[1:] }
