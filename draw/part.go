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
func Parts() []string {
	return []string{"base", "layers", "ladder", "blank", "nest", "liner", "band", "strips", "gauge"}
}

// PartOf picks a part of a plan by name; the blank, and what goes with it, is the plan's first.
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
	case "nest":
		if p.Nest == nil {
			return Part{}, fmt.Errorf("the blank does not come out of its paper, so there is no sheet to lay it on")
		}
		return nestPart(p), nil
	case "gauge":
		if p.Gauge == nil {
			return Part{}, fmt.Errorf("this carrier has no letter slot to make a gauge of")
		}
		return gaugePart(p.Gauge), nil
	case "liner", "band", "strips":
		for _, e := range p.Extras {
			if e.ID == name {
				return extraPart(e), nil
			}
		}
		return Part{}, fmt.Errorf("this envelope has no %s", name)
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
	turn := 0.0
	if b.Geometry.Diagonal {
		turn = -math.Pi / 4
	}
	corners := placed(b.Geometry.Paper, turn, Point{})
	lo, _ := bounds(corners)
	part := Part{Name: "blank", Width: b.Width.MM, Height: b.Height.MM}
	part.lay(b, turn, Point{-lo[0], -lo[1]})
	part.Notes[0].Text += ", " + b.Width.Text + " x " + b.Height.Text
	return part
}

// nestPart is the blank's paper with as many of the blank as it gives.
func nestPart(p *plan.Plan) Part {
	part := Part{Name: "nest", Width: p.Nest.Width.MM, Height: p.Nest.Height.MM}
	for _, at := range p.Nest.Places {
		part.lay(&p.Blanks[0], at.Turn*math.Pi/180, Point{at.X, at.Y})
	}
	return part
}

// lay adds a blank, turned and moved, to what is cut.
func (part *Part) lay(b *plan.Blank, turn float64, move Point) {
	g := b.Geometry
	put := func(pts []Point) []Point { return placed(pts, turn, move) }
	part.Cut = append(part.Cut, put(g.Outline))
	part.Notes = append(part.Notes, Label{At: put([]Point{middle(g.Body)})[0], Text: b.Name})
	for _, f := range g.Flaps {
		part.Notes = append(part.Notes, Label{At: put([]Point{middle(f.Points)})[0], Text: f.Name})
	}
	for _, s := range g.Scores {
		part.Score = append(part.Score, put(s))
	}
	for _, q := range slices.Concat(g.Glue, g.Tabs) {
		part.Glue = append(part.Glue, put(q))
	}
}

// placed turns points clockwise on the page about the origin, in radians, and moves them.
func placed(pts []Point, turn float64, move Point) []Point {
	sin, cos := math.Sincos(turn)
	out := make([]Point, len(pts))
	for i, q := range pts {
		out[i] = Point{q[0]*cos - q[1]*sin + move[0], q[0]*sin + q[1]*cos + move[1]}
	}
	return out
}

// extraPart is a liner, a band or strips, as many as are needed, one below another.
func extraPart(e plan.Extra) Part {
	part := Part{Name: e.ID, Width: e.Width.MM, Height: float64(e.Count)*(e.Height.MM+gap) - gap}
	for i := range e.Count {
		down := Point{0, float64(i) * (e.Height.MM + gap)}
		part.Cut = append(part.Cut, placed(e.Outline, 0, down))
		for _, l := range e.Lines {
			part.Score = append(part.Score, placed(l, 0, down))
		}
		part.Notes = append(part.Notes, Label{At: Point{e.Width.MM / 2, down[1] + e.Height.MM/2}, Text: e.Name + " " + e.Width.Text + " x " + e.Height.Text})
	}
	return part
}
