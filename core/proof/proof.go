// Package proof folds a blank on paper that exists only as numbers and
// measures what comes out: room for the card, holes, overhang, seams, closure.
// It reflects every flap about its crease and knows nothing of how the blank was worked out.
//
// A proof is a list of checks, each a figure against a limit at a place:
//
//	 flat              folded
//	  /\
//	 /  \             +----+   room:    does the card go in, and through the mouth
//	<+--+>            |\  /|   holes:   what no flap covers
//	 |  |      ->     | \/ |   seam:    how much the flaps lie on each other
//	<+--+>            | /\ |   overhang: what sticks out
//	 \  /             +----+   layers:  how many sheets lie over one place
//	  \/
//
// A blank is proved as it is cut and scored, after it met the ruler.
package proof

import (
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Dimension is what a check's figures count.
type Dimension int

// The kinds of figure.
const (
	Lengths Dimension = iota // millimetres
	Areas                    // square millimetres
	Counts
)

// Check is one thing a folded blank must pass. Where AtMost is set the figure
// must not be above the limit, else not below it.
type Check struct {
	Code         string
	OK           bool
	Kind         Dimension
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
	Seam     *float64        // narrowest glued overlap, millimetres; nil where nothing is glued
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
	flaps := b.Flaps()
	p := Proof{OK: true, Layers: 2, Checks: make([]Check, 0, 12), Folded: make([]Folded, len(flaps))}
	lying := make([]shape.Polygon, len(flaps))
	for i, f := range flaps {
		p.Folded[i] = Folded{f.Name, f.Folded()}
		lying[i] = p.Folded[i].Shape
	}
	most, covered := shape.Lie(lying)
	if len(flaps) > 0 {
		p.Layers = 1 + most
	}
	p.room(b, folding.Needs(&b, folding.LevelsOf(lying), thickness.MM()))
	if len(flaps) > 0 {
		p.holes(b, covered)
		p.overhang(b.Inside)
		p.seams(b)
		p.notches(b)
	} else {
		p.gummed(b)
	}
	p.add(Check{Code: "layers", Kind: Counts, Value: float64(p.Layers), Limit: 5, AtMost: true, At: b.Inside.Centroid()})
	p.Thickest = thickness.MM() + float64(p.Layers)*b.Main().Stock.Caliper.MM()
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

// room checks the cavity, and a box's depth, against the card and what the paper's own folds take.
func (p *Proof) room(b blank.Blank, needs folding.Room) {
	lo, hi := b.Inside.Bounds()
	across, along := b.Card.Width.MM()+needs.Across, b.Card.Height.MM()+needs.Along
	in := b.Inside
	p.add(Check{Code: "cavity-width", Value: hi.X - lo.X, Limit: across, At: shape.Mid(in[0], in[3])})
	p.add(Check{Code: "cavity-height", Value: hi.Y - lo.Y, Limit: along, At: shape.Mid(in[0], in[1])})
	if b.Depth > 0 {
		p.add(Check{Code: "depth", Value: b.Depth.MM(), Limit: needs.Deep, At: shape.Mid(in[1], in[2])})
	}
	mouth := b.Body.Intersect(shape.Rect(lo.X, lo.Y, hi.X, lo.Y+slack))
	mlo, mhi := mouth.Bounds()
	p.add(Check{Code: "mouth", Value: max(mhi.X-mlo.X, 0), Limit: across, At: shape.Mid(in[0], in[1])})
}

// closed is how much of a cavity may seem open and is not, in square millimetres.
const closed = 1e-4

// holes looks for anything left open on the front or the back. Covered is the
// area the flaps cover together; where it is that of the cavity and none sticks
// out of it, nothing is left to look for.
func (p *Proof) holes(b blank.Blank, covered float64) {
	cavity := b.Inside
	if !p.within(cavity) || math.Abs(covered-cavity.Area()) > closed {
		p.Holes = []shape.Polygon{cavity}
		for _, f := range p.Folded {
			p.Holes = shape.Subtract(p.Holes, f.Shape)
		}
	}
	if math.Abs(b.Body.Area()-cavity.Area()) > closed {
		p.Holes = append(p.Holes, shape.Subtract([]shape.Polygon{cavity}, b.Body)...)
	}
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

// within tells whether no folded flap sticks out of a rectangle.
func (p *Proof) within(r shape.Polygon) bool {
	lo, hi := r.Bounds()
	for _, f := range p.Folded {
		for _, q := range f.Shape {
			if q.X < lo.X-1e-9 || q.X > hi.X+1e-9 || q.Y < lo.Y-1e-9 || q.Y > hi.Y+1e-9 {
				return false
			}
		}
	}
	return true
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
func (p *Proof) seams(b blank.Blank) {
	var glued, closing narrowest
	for _, s := range b.Seams {
		common := p.at(s.Under).Intersect(p.at(s.Over))
		if s.Apart {
			p.add(Check{Code: "collision", Value: common.Width(), AtMost: true, At: common.Centroid()})
			continue
		}
		n := &glued
		if s.Closing {
			n = &closing
		}
		n.meets(common, s.Want.MM())
	}
	p.glued(glued)
	if closing.found {
		p.add(closing.as("closure"))
	}
}

// narrowest is the overlap that has least to spare; none at first.
type narrowest struct {
	found       bool
	value, want float64 // millimetres
	at          shape.Point
}

func (n *narrowest) meets(overlap shape.Polygon, want float64) {
	if w := overlap.Width(); !n.found || w-want < n.value-n.want {
		*n = narrowest{true, w, want, overlap.Centroid()}
	}
}

func (n *narrowest) as(code string) Check {
	return Check{Code: code, Value: n.value, Limit: n.want, At: n.at}
}

// glued notes the narrowest seam, where something is glued.
func (p *Proof) glued(n narrowest) {
	if n.found {
		p.Seam = &n.value
		p.add(n.as("seam"))
	}
}

// at is where a flap's fold puts it.
func (p *Proof) at(flap string) shape.Polygon {
	for _, f := range p.Folded {
		if f.Flap == flap {
			return f.Shape
		}
	}
	return nil
}

// notches checks that no cut runs past a crease into a panel.
func (p *Proof) notches(b blank.Blank) {
	c := Check{Code: "notches", AtMost: true, At: b.Inside[0]}
	for _, w := range b.AllWaste() {
		if area, width := w.Shape.Common(b.Body); area > 1e-3 && width > c.Value {
			c.Value, c.At = width, w.Shape.Intersect(b.Body).Centroid()
		}
	}
	p.add(c)
}

// gummed checks the glued ends of an envelope that was bought folded.
func (p *Proof) gummed(b blank.Blank) {
	var ends narrowest
	for i := range b.Pieces {
		for _, g := range b.Pieces[i].Gum {
			ends.meets(g, leastGum)
		}
	}
	p.glued(ends)
}

// A glued end narrower than a quarter inch pulls open.
const leastGum = 6.35
