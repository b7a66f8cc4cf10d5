package folding

import (
	"math"

	"yellow-parcel/core/shape"
)

// Vector is a place or a direction in space, in millimetres.
type Vector struct{ X, Y, Z float64 }

func (a Vector) plus(b Vector) Vector { return Vector{a.X + b.X, a.Y + b.Y, a.Z + b.Z} }

// Minus is the way from another place.
func (a Vector) Minus(b Vector) Vector { return Vector{a.X - b.X, a.Y - b.Y, a.Z - b.Z} }

func (a Vector) times(k float64) Vector { return Vector{a.X * k, a.Y * k, a.Z * k} }

func (a Vector) dot(b Vector) float64 { return a.X*b.X + a.Y*b.Y + a.Z*b.Z }

// Cross is the vector product.
func (a Vector) Cross(b Vector) Vector {
	return Vector{a.Y*b.Z - a.Z*b.Y, a.Z*b.X - a.X*b.Z, a.X*b.Y - a.Y*b.X}
}

// Place is where a panel is: what becomes of the blank's own directions and origin.
type Place struct{ X, Y, Z, At Vector }

// Still is the place of what lies as it was drawn.
var Still = Place{X: Vector{X: 1}, Y: Vector{Y: 1}, Z: Vector{Z: 1}}

// way is where a direction of the blank points.
func (p Place) way(v Vector) Vector {
	return p.X.times(v.X).plus(p.Y.times(v.Y)).plus(p.Z.times(v.Z))
}

// Put is where a point of the panel is, so far above the middle of its paper.
func (p Place) Put(q shape.Point, above float64) Vector {
	return p.At.plus(p.way(Vector{q.X, q.Y, above}))
}

// on is a place that was given as seen from another.
func (p Place) on(under Place) Place {
	return Place{under.way(p.X), under.way(p.Y), under.way(p.Z), under.At.plus(under.way(p.At))}
}

// Moment is how far every panel is folded, in radians.
type Moment []float64

// Flat is the moment at which nothing is folded.
func (p *Paper) Flat() Moment { return make(Moment, len(p.Panels)) }

// Steps counts the folds in the order they are made.
func (p *Paper) Steps() int { return len(p.steps) }

// Folds are the panels that fold at a step.
func (p *Paper) Folds(step int) []int { return p.steps[step] }

// During is the moment at which the steps before one are done and it is so far, from 0 to 1.
func (p *Paper) During(step int, part float64) Moment {
	at := p.Flat()
	for s, panels := range p.steps[:min(step+1, len(p.steps))] {
		for _, i := range panels {
			at[i] = p.Panels[i].Turn
			if s == step {
				at[i] *= part
			}
		}
	}
	return at
}

// Closed is the moment at which all is folded.
func (p *Paper) Closed() Moment { return p.During(len(p.steps), 1) }

// At is where every panel is at a moment.
func (p *Paper) At(m Moment) []Place {
	out := make([]Place, len(p.Panels))
	for i, c := range p.Panels {
		out[i] = Still
		if c.Parent >= 0 {
			out[i] = c.bent(m[i]).on(out[c.Parent])
		}
	}
	return out
}

// bent is where a panel is, seen from its parent, when it is folded so far.
func (c *Panel) bent(angle float64) Place {
	over, up := c.arc(angle, 1)
	return c.tilted(angle, math.Abs(c.Turn)*c.Round/2, over, up)
}

// arc is where its score's arc has come to after a part of its length, from 0 to 1, out over
// the score and up. It is as long as what it takes of the paper, whatever its angle: paper
// does not stretch.
func (c *Panel) arc(angle, part float64) (over, up float64) {
	l := math.Abs(c.Turn) * c.Round
	if math.Abs(angle) < 1e-9 {
		return (part - 0.5) * l, 0
	}
	sin, cos := math.Sincos(angle * part)
	return l/angle*sin - l/2, l / angle * (1 - cos)
}

// tilted is where what lies so far beyond the score comes to lie when it is tilted by an angle
// and moved out over the score and up.
func (c *Panel) tilted(angle, from, over, up float64) Place {
	along, out := frame(c.Score)
	sin, cos := math.Sincos(angle)
	u, n := Vector{along.X, along.Y, 0}, Vector{out.X, out.Y, 0}
	rises := n.times(cos).plus(Vector{Z: sin})
	// A direction keeps what it has along the score and turns what it has across it.
	turn := func(x, y float64) Vector {
		return u.times(x*u.X + y*u.Y).plus(rises.times(x*n.X + y*n.Y))
	}
	a := c.Score.A
	at := Vector{a.X, a.Y, 0}.plus(n.times(over)).plus(Vector{Z: up})
	return Place{turn(1, 0), turn(0, 1), n.times(-sin).plus(Vector{Z: cos}), at.plus(turn(a.X+from*n.X, a.Y+from*n.Y).times(-1))}
}

// Piece is a flat part of the paper that is no panel: a narrow one of an arc at a score.
type Piece struct {
	Shape shape.Polygon // on the blank
	Place Place
}

// Arc is the arc at a panel's score at a moment, in so many flat pieces from its parent to
// it; places are where the panels are. None of the front, and of paper that turns on the spot.
func (p *Paper) Arc(i int, m Moment, places []Place, pieces int) []Piece {
	c := &p.Panels[i]
	if c.Parent < 0 || c.Round <= p.Caliper {
		return nil
	}
	_, out := frame(c.Score)
	at := func(q shape.Point, d float64) shape.Point {
		return shape.Point{X: q.X + d*out.X, Y: q.Y + d*out.Y}
	}
	wide := math.Abs(c.Turn) * c.Round / float64(pieces)
	made := make([]Piece, pieces)
	for k := range made {
		from := (float64(k) - float64(pieces)/2) * wide
		over, up := c.arc(m[i], float64(k)/float64(pieces))
		lies := c.tilted(m[i]*(float64(k)+0.5)/float64(pieces), from, over, up)
		made[k] = Piece{shape.Polygon{at(c.Score.A, from), at(c.Score.A, from+wide), at(c.Score.B, from+wide), at(c.Score.B, from)}, lies.on(places[c.Parent])}
	}
	return made
}

// Part is a panel, or a piece of the arc at its score.
type Part struct {
	Panel int
	Arc   bool
	Piece
}

// Parts are all panels, each with the pieces of its arc after it, where they are at a moment;
// in the same order always.
func (p *Paper) Parts(m Moment, pieces int) []Part {
	places := p.At(m)
	var out []Part
	for i, c := range p.Panels {
		out = append(out, Part{i, false, Piece{c.Shape, places[i]}})
		for _, arc := range p.Arc(i, m, places, pieces) {
			out = append(out, Part{i, true, arc})
		}
	}
	return out
}
