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

// Proof is what came of folding a blank round a card.
type Proof struct {
	OK     bool
	Checks []Check
	Folded []Folded
	Holes  []shape.Polygon // where the folded envelope stays open
	Seam   float64         // narrowest glued overlap, millimetres
	Layers int             // most sheets of paper at one place, the body included
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
	p := Proof{OK: true}
	where := map[string]shape.Polygon{}
	for _, f := range b.Flaps {
		where[f.Name] = f.Shape.Mirror(f.Crease)
		p.Folded = append(p.Folded, Folded{f.Name, where[f.Name]})
	}
	cavity := cavityOf(b)
	p.room(b, cavity, thickness.MM())
	p.holes(b, cavity)
	p.overhang(cavity)
	p.seams(b, where)
	p.Layers = 1 + deepest(p.Folded)
	p.add(Check{Code: "layers", Kind: Counts, Value: float64(p.Layers), Limit: 5, AtMost: true})
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

// cavityOf is the rectangle between the creases.
func cavityOf(b blank.Blank) shape.Polygon {
	var ends shape.Polygon
	for _, f := range b.Flaps {
		ends = append(ends, f.Crease.A, f.Crease.B)
	}
	lo, hi := ends.Bounds()
	return shape.Rect(lo.X, lo.Y, hi.X, hi.Y)
}

// room checks the cavity against the card. An envelope flattened to W closes
// round a card only if W is at least the card's width and thickness together.
func (p *Proof) room(b blank.Blank, cavity shape.Polygon, thickness float64) {
	lo, hi := cavity.Bounds()
	p.add(Check{Code: "cavity-width", Value: hi.X - lo.X, Limit: b.Card.Width.MM() + thickness, At: mid(cavity[0], cavity[3])})
	p.add(Check{Code: "cavity-height", Value: hi.Y - lo.Y, Limit: b.Card.Height.MM() + thickness, At: mid(cavity[0], cavity[1])})
	mouth := b.Body.Intersect(shape.Rect(lo.X, lo.Y, hi.X, lo.Y+slack))
	mlo, mhi := mouth.Bounds()
	p.add(Check{Code: "mouth", Value: max(mhi.X-mlo.X, 0), Limit: b.Card.Width.MM() + thickness, At: mid(cavity[0], cavity[1])})
}

// holes looks for anything left open on the front or the back.
func (p *Proof) holes(b blank.Blank, cavity shape.Polygon) {
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

// deepest is the most folded flaps that lie over one place.
func deepest(flaps []Folded) int {
	most := 0
	for set := 1; set < 1<<len(flaps); set++ {
		var common shape.Polygon
		n := 0
		for i, f := range flaps {
			if set>>i&1 == 0 {
				continue
			}
			if n == 0 {
				common = f.Shape
			} else {
				common = common.Intersect(f.Shape)
			}
			n++
		}
		if n > most && common.Area() > 1e-3 {
			most = n
		}
	}
	return most
}

func mid(a, b shape.Point) shape.Point { return shape.Point{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2} }
