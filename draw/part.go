package draw

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"yellow-parcel/core/plan"
)

// Part is a sheet of things to cut at true size, in millimetres from its top left corner.
type Part struct {
	Name          string
	Width, Height float64
	Cut           [][]Point // closed
	Score         [][]Point // open lines
	Glue          [][]Point // closed
	Notes         []Label
}

// Parts are the names a part can be asked for by.
func Parts() []string { return []string{"base", "layers", "ladder", "blank"} }

// PartOf picks a part of a plan by name; the blank is the plan's first.
func PartOf(p *plan.Plan, name string) (Part, error) {
	switch name {
	case "base":
		return basePart(p), nil
	case "layers":
		if len(p.Layers) == 0 {
			return Part{}, fmt.Errorf("this job has no layers to cut")
		}
		return layersPart(p), nil
	case "ladder":
		if len(p.Ladder) == 0 {
			return Part{}, fmt.Errorf("this card is too small for a ladder of layers")
		}
		return ladderPart(p), nil
	case "blank":
		if len(p.Blanks) == 0 {
			return Part{}, fmt.Errorf("no envelope blank suits this card")
		}
		return blankPart(&p.Blanks[0]), nil
	}
	return Part{}, fmt.Errorf("%q is not a part; try %s", name, strings.Join(append(Parts(), Cuts), ", "))
}

func basePart(p *plan.Plan) Part {
	w, h := p.Base.Cut.Width.MM, p.Base.Cut.Height.MM
	part := Part{Name: "base", Width: w, Height: h, Cut: [][]Point{rect(0, 0, w, h)},
		Notes: []Label{{At: Point{w / 2, h / 2}, Text: p.Base.Cut.Width.Text + " x " + p.Base.Cut.Height.Text}}}
	for _, s := range p.Base.Scores {
		if s.From == "top" {
			part.Score = append(part.Score, []Point{{0, s.At.MM}, {w, s.At.MM}})
		} else {
			part.Score = append(part.Score, []Point{{s.At.MM, 0}, {s.At.MM, h}})
		}
	}
	return part
}

const gap = 5 // millimetres between pieces laid side by side

// layersPart lays the layers, and the inside panel, side by side.
func layersPart(p *plan.Plan) Part {
	part := Part{Name: "layers"}
	for _, l := range p.Layers {
		part.beside(l.Width, l.Height, l.Name)
	}
	if p.Inside != nil {
		part.beside(p.Inside.Width, p.Inside.Height, p.Inside.Name)
	}
	return part
}

func (part *Part) beside(width, height plan.Length, name string) {
	w, h := width.MM, height.MM
	if part.Width > 0 {
		part.Width += gap
	}
	part.Cut = append(part.Cut, rect(part.Width, 0, w, h))
	part.Notes = append(part.Notes, Label{At: Point{part.Width + w/2, h / 2}, Text: name + " " + width.Text + " x " + height.Text})
	part.Width += w
	part.Height = max(part.Height, h)
}

// ladderPart lays the samples in rows no wider than the widest sheet makers cut from.
func ladderPart(p *plan.Plan) Part {
	const widest = 450
	part := Part{Name: "ladder"}
	x, y, row := 0.0, 0.0, 0.0
	for _, r := range p.Ladder {
		w, h := r.Width.MM, r.Height.MM
		if x > 0 && x+w > widest {
			x, y, row = 0, y+row+gap, 0
		}
		part.Cut = append(part.Cut, rect(x, y, w, h))
		part.Notes = append(part.Notes, Label{At: Point{x + w/2, y + h/2}, Text: r.Label + ": " + r.Width.Text + " x " + r.Height.Text})
		part.Width, part.Height = max(part.Width, x+w), max(part.Height, y+h)
		x, row = x+w+gap, max(row, h)
	}
	return part
}

// blankPart lays the blank the way its paper is cut: a corner fold's square stands straight.
func blankPart(b *plan.Blank) Part {
	place := upright(b.Geometry)
	move := func(pts []Point) []Point {
		out := make([]Point, len(pts))
		for i, q := range pts {
			out[i] = place(q)
		}
		return out
	}
	part := Part{Name: "blank", Width: b.Width.MM, Height: b.Height.MM, Cut: [][]Point{move(b.Geometry.Outline)},
		Notes: []Label{{At: place(middle(b.Geometry.Body)), Text: b.Name + ", " + b.Width.Text + " x " + b.Height.Text}}}
	for _, f := range b.Geometry.Flaps {
		part.Score = append(part.Score, move(f.Crease))
		part.Notes = append(part.Notes, Label{At: place(middle(f.Points)), Text: f.Name})
	}
	for _, g := range b.Geometry.Glue {
		part.Glue = append(part.Glue, move(g))
	}
	return part
}

// upright moves a blank's geometry so that its paper's top left corner is the origin.
func upright(g plan.Geometry) func(Point) Point {
	turn := func(q Point) Point { return q }
	if g.Diagonal {
		turn = func(q Point) Point {
			return Point{(q[0] + q[1]) * math.Sqrt2 / 2, (q[1] - q[0]) * math.Sqrt2 / 2}
		}
	}
	corners := slices.Clone(g.Paper)
	for i, q := range corners {
		corners[i] = turn(q)
	}
	lo, _ := bounds(corners)
	return func(q Point) Point {
		t := turn(q)
		return Point{t[0] - lo[0], t[1] - lo[1]}
	}
}
