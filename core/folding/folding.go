// Package folding folds a blank in space, of paper that has a thickness: where every panel
// is at any moment of the fold, and what is left inside and stands outside when it is closed.
//
// Paper folded at a score turns round an arc: its middle keeps its length, half of what
// the arc takes comes off either side of the score. The body lies still, its middle at
// height nothing; inside is up, and every panel hangs on the one it leaves at its score:
//
//	                          flap            a wall's flap
//	flap          level 1  =========.       ===========.
//	front panel   level 0  =========' score            | wall
//	                                        ===========' foot
//
// A flap lies one sheet above the highest one it lies upon. Millimetres, x and y as on the
// blank, z towards the inside; angles in radians, nothing for a panel as it was cut.
package folding

import (
	"math"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/shape"
)

// Kind is what a panel is of the envelope.
type Kind int

// A panel is the front, a flap, the wall of a box, or the tab at a wall's end.
const (
	Front Kind = iota
	Flap
	Wall
	Tab
)

// Panel is one flat part of a blank between its scores.
type Panel struct {
	Kind   Kind
	Flap   string        // it is this flap, or its wall, or its wall's tab
	Parent int           // the panel it hangs on; -1 for the front
	Shape  shape.Polygon // on the blank, less what its scores' arcs take
	Score  shape.Line    // where it folds on its parent, which lies to the right of it on the page
	Turn   float64       // radians it is folded by when all is closed, below nothing away from the inside
	Round  float64       // radius of the middle of the paper where it is folded
	Level  int           // sheets below it; of a flap
	Moved  float64       // how far over its parent it folds from where the blank has its score; below nothing further out
}

// Paper is a blank as panels that hang on each other, each after the one it hangs on.
type Paper struct {
	Panels  []Panel
	Caliper float64
	Card    float64 // thickness inside
	steps   [][]int // the panels that fold together, in the order they do
}

// Of is a blank as panels, for a card of a thickness in millimetres that lies inside it.
// A bought envelope that was cut down has none.
func Of(b *blank.Blank, thickness float64) Paper {
	flaps := b.Flaps()
	c := b.Main().Stock.Caliper.MM()
	p := Paper{Caliper: c, Card: thickness}
	if len(flaps) == 0 {
		return p
	}
	p.Panels = append(make([]Panel, 0, 1+3*len(flaps)), Panel{Kind: Front, Parent: -1, Shape: b.Body})
	levels := Levels(b)
	if b.Depth > 0 {
		p.stand(flaps, levels)
	} else {
		p.lay(flaps, levels)
	}
	p.trim()
	return p
}

// Levels are how many sheets lie below each flap where most do, the front among them, in the
// order they fold.
func Levels(b *blank.Blank) []int { return LevelsOf(b.Lying()) }

// LevelsOf is Levels of flaps as they lie folded.
func LevelsOf(lying []shape.Polygon) []int {
	out := make([]int, len(lying))
	for i := range lying {
		out[i] = 1
		for k := range i {
			if out[k] >= out[i] && upon(lying[i], lying[k]) {
				out[i] = out[k] + 1
			}
		}
	}
	return out
}

// upon tells whether two folded flaps have more than an edge in common.
func upon(a, b shape.Polygon) bool {
	alo, ahi := a.Bounds()
	blo, bhi := b.Bounds()
	if ahi.X <= blo.X || bhi.X <= alo.X || ahi.Y <= blo.Y || bhi.Y <= alo.Y {
		return false
	}
	return a.Intersect(b).Area() > 1e-3
}

// lay hangs the flaps of a flat envelope on its front.
func (p *Paper) lay(flaps []blank.Flap, levels []int) {
	for i, f := range flaps {
		p.Panels = append(p.Panels, Panel{
			Kind: Flap, Flap: f.Name, Shape: f.Shape, Score: f.Crease, Turn: math.Pi, Level: levels[i],
			Round: (p.Card + float64(levels[i])*p.Caliper) / 2,
		})
		p.steps = append(p.steps, []int{len(p.Panels) - 1})
	}
}

// stand hangs the walls of a box on its front, a tab and a flap on each wall. Tabs are bent
// before their walls rise, since a wall that stands would be in their way. The wall at the
// mouth waits for the card: the last flap's, with the tab that it rises over.
func (p *Paper) stand(flaps []blank.Flap, levels []int) {
	mouth := len(flaps) - 1
	var bent, risen, later [][]int
	last := [][]int{nil, nil, nil}
	for i, f := range flaps {
		wall := len(p.Panels)
		p.Panels = append(p.Panels,
			p.square(Panel{Kind: Wall, Flap: f.Name, Shape: p.clear(f.Wall, shape.Line{A: f.Crease.A, B: f.Base.A}), Score: f.Base}),
			p.square(Panel{Kind: Tab, Flap: f.Name, Parent: wall, Shape: p.clear(f.Tab, f.Base, back(f.Crease)), Score: f.Hinge(), Moved: p.tabMoves(i == mouth)}),
			// Over other flaps it lies as much higher as they are thick.
			p.square(Panel{
				Kind: Flap, Flap: f.Name, Parent: wall, Score: f.Crease, Level: levels[i], Moved: -float64(levels[i]-1) * p.Caliper,
				Shape: p.clear(f.Shape, shape.Line{A: f.Crease.A, B: f.Base.A}, shape.Line{A: f.Base.B, B: f.Crease.B}),
			}))
		switch {
		case i == mouth:
			last[0], last[1], last[2] = append(last[0], wall+1), []int{wall}, []int{wall + 2}
			continue
		case f.Base.B.Dist(flaps[mouth].Base.A) < 1e-6:
			last[0] = append(last[0], wall+1)
		default:
			bent = append(bent, []int{wall + 1})
		}
		risen, later = append(risen, []int{wall}), append(later, []int{wall + 2})
	}
	p.steps = append([][]int{slices.Concat(bent...), slices.Concat(risen...)}, append(later, last...)...)
}

// tabMoves is how far over its wall a tab folds from the wall's end: it lies inside the next
// wall, and so a sheet further in. That of the mouth's wall lies outside, a sheet further
// out: under a flap that is closed it could not be turned in.
func (p *Paper) tabMoves(outside bool) float64 {
	if outside {
		return -p.Caliper
	}
	return p.Caliper
}

// square is a panel that folds by a right angle, moved to where it has to fold.
func (p *Paper) square(c Panel) Panel {
	c.Turn, c.Round = math.Pi/2, p.Caliper/2
	_, out := frame(c.Score)
	c.Score = shape.Line{
		A: shape.Point{X: c.Score.A.X - c.Moved*out.X, Y: c.Score.A.Y - c.Moved*out.Y},
		B: shape.Point{X: c.Score.B.X - c.Moved*out.X, Y: c.Score.B.Y - c.Moved*out.Y},
	}
	return c
}

// clear is what of a panel of a box is clear of the arcs beside it: its corners at its own
// fold are longer than that by less than half a sheet, and are pressed in.
func (p *Paper) clear(s shape.Polygon, sides ...shape.Line) shape.Polygon {
	for _, l := range sides {
		s = beyond(s, l, math.Pi/8*p.Caliper)
	}
	return s
}

func back(l shape.Line) shape.Line { return shape.Line{A: l.B, B: l.A} }

// trim takes off every panel what the arcs at its scores take.
func (p *Paper) trim() {
	for i := range p.Panels {
		c := &p.Panels[i]
		if c.Parent < 0 {
			continue
		}
		by := math.Abs(c.Turn) * c.Round / 2
		c.Shape = beyond(c.Shape, c.Score, by)
		on := &p.Panels[c.Parent]
		on.Shape = beyond(on.Shape, back(c.Score), by)
	}
}

// beyond is what of a polygon lies further than so far to the left of a line on the page.
func beyond(p shape.Polygon, l shape.Line, by float64) shape.Polygon {
	_, out := frame(l)
	return p.Keep(shape.Line{A: shape.Point{X: l.B.X + by*out.X, Y: l.B.Y + by*out.Y}, B: shape.Point{X: l.A.X + by*out.X, Y: l.A.Y + by*out.Y}})
}

// frame is the direction along a line, and the one to its left on the page.
func frame(l shape.Line) (along, out shape.Point) {
	n := l.Len()
	along = shape.Point{X: (l.B.X - l.A.X) / n, Y: (l.B.Y - l.A.Y) / n}
	return along, shape.Point{X: along.Y, Y: -along.X}
}
