package folding

import (
	"math"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/shape"
)

// OfBase is a flat base as panels that hang on each other, of paper of a caliper in millimetres, as it lies to
// be folded: turned over, its inside up. A groove is the outside of its fold, so a score on
// the outside face folds up and one on the inside face down.
func OfBase(flat card.Flat, caliper float64) Paper {
	p := Paper{Caliper: caliper}
	up := make([]bool, len(flat.Scores))
	for i, s := range flat.Scores {
		up[i] = s.Face != card.Inside
	}
	rolled := !slices.Contains(up, false)
	strips := strips(flat)
	root := lies(flat, rolled)
	p.Panels = []Panel{{Kind: Front, Parent: -1, Shape: strips[root]}}
	right, left := p.chain(strips, up, root, 1, rolled), p.chain(strips, up, root, -1, rolled)
	// Of two sides the narrower one goes in first.
	if len(right) > 0 && len(left) > 0 && strips[root+1].Area() > strips[root-1].Area() {
		right, left = left, right
	}
	p.steps = append(right, left...)
	p.over(len(right) > 0 && len(left) > 0)
	p.trim()
	return p
}

// strips are the panels of a base turned over, from the left or the top.
func strips(flat card.Flat) []shape.Polygon {
	out := make([]shape.Polygon, len(flat.Widths))
	at := 0.0
	for i, w := range flat.Widths {
		if flat.OnTop() {
			out[i] = shape.Rect(0, at, flat.Width.MM(), at+w.MM())
		} else {
			out[i] = shape.Rect(flat.Width.MM()-at-w.MM(), 0, flat.Width.MM()-at, flat.Height.MM())
		}
		at += w.MM()
	}
	return out
}

// lies is the panel that lies still: the middle one of three that fold over it, else the widest of
// those that fold one way, and the first of a fold to and fro.
func lies(flat card.Flat, rolled bool) int {
	switch {
	case rolled && len(flat.Widths) == 3:
		return 1
	case rolled:
		return slices.Index(flat.Widths, slices.Max(flat.Widths))
	}
	return 0
}

// chain hangs the panels on one side of that which lies still, and gives their folds in order: to and fro
// from the inmost, over and over from the outmost, which by then is as many sheets thick.
func (p *Paper) chain(strips []shape.Polygon, up []bool, root, step int, rolled bool) (steps [][]int) {
	parent := 0
	for i := root + step; i >= 0 && i < len(strips); i += step {
		c := Panel{Kind: Flap, Parent: parent, Shape: strips[i], Score: shared(strips[i-step], strips[i]), Turn: math.Pi, Round: p.Caliper / 2, Level: 1}
		if !up[min(i, i-step)] {
			c.Turn = -math.Pi
		}
		parent = len(p.Panels)
		p.Panels = append(p.Panels, c)
		steps = append(steps, []int{parent})
	}
	if rolled {
		slices.Reverse(steps)
		for m, s := range steps {
			p.Panels[s[0]].Round, p.Panels[s[0]].Level = float64(m+1)*p.Caliper/2, m+1
		}
	}
	return steps
}

// over lifts what folds from a second side by what lies there already.
func (p *Paper) over(both bool) {
	if !both {
		return
	}
	first, second := &p.Panels[p.steps[0][0]], &p.Panels[p.steps[len(p.steps)-1][0]]
	if first.Parent == 0 && second.Parent == 0 && upon(first.Shape.Mirror(first.Score), second.Shape.Mirror(second.Score)) {
		second.Round, second.Level = second.Round+p.Caliper/2, second.Level+1
	}
}

// shared is the edge two panels have in common, the second to its left on the page.
func shared(a, b shape.Polygon) shape.Line {
	alo, ahi := a.Bounds()
	blo, bhi := b.Bounds()
	switch {
	case blo.X >= ahi.X-1e-9:
		return shape.Line{A: shape.Point{X: ahi.X, Y: alo.Y}, B: shape.Point{X: ahi.X, Y: ahi.Y}}
	case bhi.X <= alo.X+1e-9:
		return shape.Line{A: shape.Point{X: alo.X, Y: ahi.Y}, B: alo}
	case blo.Y >= ahi.Y-1e-9:
		return shape.Line{A: ahi, B: shape.Point{X: alo.X, Y: ahi.Y}}
	}
	return shape.Line{A: alo, B: shape.Point{X: ahi.X, Y: alo.Y}}
}
