// Package proof folds a blank on paper that exists only as numbers and
// measures what comes out: room for the card, holes, overhang, seams, closure.
// It reflects every flap about its crease and knows nothing of how the blank was worked out.
package proof

import (
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Kind is what a check's figures count.
type Kind int

// The kinds of figure.
const (
	Lengths Kind = iota // millimetres
	Areas               // square millimetres
	Counts
)

// Check is one thing a folded blank must pass. Where AtMost is set the figure
// must not be above the limit, else not below it.
type Check struct {
	Code         string
	OK           bool
	Kind         Kind
	Value, Limit float64
	AtMost       bool
	At           shape.Point // the worst place, on the unfolded blank
}

// Proof is what came of folding a blank round a card. Its checks are in the
// order a maker would meet them.
type Proof struct {
	OK       bool
	Checks   []Check
	Folded   []Folded
	Holes    []shape.Polygon // where the folded envelope stays open
	Seam     float64         // narrowest glued overlap, millimetres
	Layers   int             // most sheets of paper at one place, the body included
	Thickest float64         // millimetres at that place, the card included
}

// Folded is a flap where its fold puts it.
type Folded struct {
	Flap  string
	Shape shape.Polygon
}

// Lengths within this many millimetres are equal: a hundredth of the finest graduation.
const slack = 0.004

// Fold proves a blank for its card at a thickness.
func Fold(b blank.Blank, thickness measure.Length) Proof {
	p := Proof{OK: true, Layers: 2, Checks: make([]Check, 0, 12), Folded: make([]Folded, 0, len(b.Flaps))}
	where := map[string]shape.Polygon{}
	for _, f := range b.Flaps {
		where[f.Name] = f.Folded()
		p.Folded = append(p.Folded, Folded{f.Name, where[f.Name]})
	}
	p.room(b, thickness.MM())
	if len(b.Flaps) > 0 {
		p.holes(b)
		p.overhang(b.Inside)
		p.seams(b, where)
		p.notches(b)
		p.Layers = 1 + deepest(p.Folded)
	} else {
		p.gummed(b)
	}
	p.add(Check{Code: "layers", Kind: Counts, Value: float64(p.Layers), Limit: 5, AtMost: true, At: b.Inside.Centroid()})
	p.Thickest = thickness.MM() + float64(p.Layers)*b.Caliper.MM()
	return p
}

func (p *Proof) add(c Check) {
	c.OK = c.Value >= c.Limit-slack
	if c.AtMost {
		c.OK = c.Value <= c.Limit+slack
	}
	p.OK = p.OK && c.OK
	p.Checks = append(p.Checks, c)
}

// needs is the room a card needs between the creases, across and along. An
// envelope flattened to W closes round a card only if W is at least the card's
// width and thickness together; where its paper turns round it loses a caliper
// at each fold. A box's walls take the thickness.
func needs(b blank.Blank, thickness float64) (across, along float64) {
	more := 2 * b.Caliper.MM()
	if b.Depth == 0 {
		more += thickness
	}
	return b.Card.Width.MM() + more, b.Card.Height.MM() + more
}

// room checks the cavity, and a box's depth, against the card.
func (p *Proof) room(b blank.Blank, thickness float64) {
	lo, hi := b.Inside.Bounds()
	across, along := needs(b, thickness)
	in := b.Inside
	p.add(Check{Code: "cavity-width", Value: hi.X - lo.X, Limit: across, At: shape.Mid(in[0], in[3])})
	p.add(Check{Code: "cavity-height", Value: hi.Y - lo.Y, Limit: along, At: shape.Mid(in[0], in[1])})
	if b.Depth > 0 {
		p.add(Check{Code: "depth", Value: b.Depth.MM(), Limit: thickness, At: shape.Mid(in[1], in[2])})
	}
	mouth := b.Body.Intersect(shape.Rect(lo.X, lo.Y, hi.X, lo.Y+slack))
	mlo, mhi := mouth.Bounds()
	p.add(Check{Code: "mouth", Value: max(mhi.X-mlo.X, 0), Limit: across, At: shape.Mid(in[0], in[1])})
}

// holes looks for anything left open on the front or the back.
func (p *Proof) holes(b blank.Blank) {
	cavity := b.Inside
	back := []shape.Polygon{cavity}
	for _, f := range p.Folded {
		back = shape.Subtract(back, f.Shape)
	}
	p.Holes = append(back, shape.Subtract([]shape.Polygon{cavity}, b.Body)...)
	open, worst := 0.0, shape.Polygon{}
	for _, h := range p.Holes {
		open += h.Area()
		if h.Area() > worst.Area() {
			worst = h
		}
	}
	c := Check{Code: "holes", Kind: Areas, Value: open, AtMost: true}
	if len(worst) > 0 {
		c.At = worst.Centroid()
	}
	p.add(c)
}

// overhang is how far any folded flap sticks out past the body.
func (p *Proof) overhang(cavity shape.Polygon) {
	lo, hi := cavity.Bounds()
	c := Check{Code: "overhang", AtMost: true}
	for _, f := range p.Folded {
		for _, q := range f.Shape {
			if out := max(lo.X-q.X, q.X-hi.X, lo.Y-q.Y, q.Y-hi.Y, 0); out > c.Value {
				c.Value, c.At = out, q
			}
		}
	}
	p.add(c)
}

// seams measures every overlap across its narrow way, and that flaps meant to stay apart do.
func (p *Proof) seams(b blank.Blank, where map[string]shape.Polygon) {
	glued := Check{Code: "seam", Value: math.Inf(1)}
	closing := Check{Code: "closure", Value: math.Inf(1)}
	for _, s := range b.Seams {
		common := where[s.Under].Intersect(where[s.Over])
		if s.Apart {
			p.add(Check{Code: "collision", Value: common.Width(), AtMost: true, At: common.Centroid()})
			continue
		}
		c := &glued
		if s.Closing {
			c = &closing
		}
		if w := common.Width(); w-s.Want.MM() < c.Value-c.Limit || math.IsInf(c.Value, 1) {
			c.Value, c.Limit, c.At = w, s.Want.MM(), common.Centroid()
		}
	}
	p.Seam = glued.Value
	p.add(glued)
	p.add(closing)
}

// notches checks that no cut runs past a crease into a panel.
func (p *Proof) notches(b blank.Blank) {
	c := Check{Code: "notches", AtMost: true, At: b.Inside[0]}
	for _, w := range b.Waste {
		if past := w.Shape.Intersect(b.Body); past.Area() > 1e-3 && past.Width() > c.Value {
			c.Value, c.At = past.Width(), past.Centroid()
		}
	}
	p.add(c)
}

// gummed checks the glued ends of an envelope that was bought folded.
func (p *Proof) gummed(b blank.Blank) {
	c := Check{Code: "seam", Value: math.Inf(1), Limit: leastGum}
	for _, g := range b.Gum {
		if w := g.Width(); w < c.Value {
			c.Value, c.At = w, g.Centroid()
		}
	}
	p.Seam = c.Value
	p.add(c)
}

// A glued end narrower than a quarter inch pulls open.
const leastGum = 6.35

// deepest is the most folded flaps that lie over one place.
func deepest(flaps []Folded) int { return deeper(flaps, nil, 0) }

// deeper adds the flaps one by one to what lies over some place already.
func deeper(flaps []Folded, common shape.Polygon, n int) int {
	most := n
	for i, f := range flaps {
		next := f.Shape
		if n > 0 {
			next = common.Intersect(f.Shape)
		}
		if len(next) > 2 && next.Area() > 1e-3 {
			most = max(most, deeper(flaps[i+1:], next, n+1))
		}
	}
	return most
}
