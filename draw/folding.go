package draw

import (
	"fmt"
	"math"

	"yellow-parcel/core/plan"
)

// Frame is a moment of folding a blank: Step counts the flaps already down.
type Frame struct {
	Text    string  `json:"text"`
	Step    int     `json:"step"`
	Drawing Drawing `json:"drawing"`
}

// between is how many moments show one flap on its way over.
const between = 4

// Folding shows the plan's first blank folded flap by flap, seen from the back:
// paper over paper shows through, a flap on its way is foreshortened, and what
// stays open at the end is marked.
func Folding(p *plan.Plan) []Frame {
	out := []Frame{}
	if len(p.Blanks) == 0 || len(p.Blanks[0].Geometry.Flaps) == 0 {
		return out
	}
	b := &p.Blanks[0]
	out = append(out, frame(p, b, 0, 0, "Flat, the card on the front panel"))
	for i, f := range b.Geometry.Flaps {
		for k := 1; k <= between; k++ {
			text := fmt.Sprintf("Fold the %s flap over", f.Name)
			if k == between {
				text = fmt.Sprintf("%s flap down", upper(f.Name))
			}
			out = append(out, frame(p, b, i, float64(k)/between, text))
		}
	}
	last := &out[len(out)-1]
	last.Text, last.Drawing = "Closed", folded(p, b)
	if len(b.Geometry.Holes) > 0 {
		last.Text = "Closed, with a hole"
	}
	// All moments share one frame, so that the envelope stays in its place.
	for i := range out {
		out[i].Drawing.reach(b.Geometry.Outline)
	}
	return out
}

// frame draws the flaps before one folded, that one part of the way, the rest flat.
func frame(p *plan.Plan, b *plan.Blank, moving int, part float64, text string) Frame {
	g := b.Geometry
	d := blankDrawing(text, 0, 0)
	d.Lo, d.Hi = bounds(g.Outline)
	d.add("envelope", g.Body)
	for i, f := range g.Flaps {
		if i < moving || i == moving && part == 1 {
			continue
		}
		// A wall that has not been raised lies flat beside the body.
		if i < len(g.Walls) && (i > moving || part == 0) {
			d.add("wall", g.Walls[i])
			d.add("glue", g.Tabs[i])
		}
		if i > moving || part == 0 {
			d.add("turned", f.Points)
		}
	}
	d.cardInside(p, b)
	for _, q := range g.Strips {
		d.add("strip", q)
	}
	for i, f := range g.Flaps {
		switch {
		case i < moving || i == moving && part == 1:
			d.add("flap", f.Folded)
		case i == moving && part > 0:
			d.add("flap", swung(f, part))
		}
	}
	step := moving
	if part == 1 {
		step++
	}
	return Frame{Text: text, Step: step, Drawing: d}
}

// swung is a flap part of its way over: every point as far from the line it
// folds about as the cosine of its angle leaves to see.
func swung(f plan.FoldedFlap, part float64) []Point {
	seen := math.Cos(part * math.Pi)
	out := make([]Point, len(f.Points))
	for i, q := range f.Points {
		a, b := f.Axis[0], f.Axis[1]
		dx, dy := b[0]-a[0], b[1]-a[1]
		n := dx*dx + dy*dy
		t := ((q[0]-a[0])*dx + (q[1]-a[1])*dy) / n
		foot := Point{a[0] + t*dx, a[1] + t*dy}
		out[i] = Point{foot[0] + seen*(q[0]-foot[0]), foot[1] + seen*(q[1]-foot[1])}
	}
	return out
}

func upper(s string) string {
	if s == "" {
		return s
	}
	return string(s[0]&^0x20) + s[1:]
}

// nest draws the first blank's paper with as many of it as come out.
func nest(p *plan.Plan) Drawing {
	d := blankDrawing("sheet", p.Nest.Width.MM, p.Nest.Height.MM)
	d.add("paper", rect(0, 0, d.Hi[0], d.Hi[1]))
	d.sized(0, 0, d.Hi[0], d.Hi[1], p.Nest.Width, p.Nest.Height, "nest", 0)
	part := nestPart(p)
	for _, q := range part.Cut {
		d.add("cut", q)
	}
	for _, q := range part.Score {
		d.line("score", "", q[0], q[1])
	}
	return d
}

// extras draws the pieces that go with the envelope, each by itself.
func extras(p *plan.Plan) []Drawing {
	out := []Drawing{}
	for _, e := range p.Extras {
		d := blankDrawing(e.Name, e.Width.MM, e.Height.MM)
		d.add("piece", e.Outline)
		for _, l := range e.Lines {
			d.line("score", "", l[0], l[1])
		}
		d.sized(0, 0, e.Width.MM, e.Height.MM, e.Width, e.Height, e.ID, 0)
		out = append(out, d)
	}
	return out
}
