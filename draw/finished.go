package draw

import (
	"fmt"
	"math"

	"yellow-parcel/core/plan"
)

// heatSteps is how many shades the thickness map has.
const heatSteps = 6

// thicknessMap is the card's face with its thickness in shades, every piece
// outlined, and the figure written where there is room.
func thicknessMap(p *plan.Plan) Drawing {
	d := blankDrawing("thickness map", p.Card.Width.MM, p.Card.Height.MM)
	for _, c := range p.Build.Cells {
		step := min(int(c.Share*heatSteps), heatSteps-1)
		d.add(fmt.Sprintf("heat%d", step), rect(c.X, c.Y, c.Width, c.Height))
		d.reach(rect(c.X, c.Y, c.Width, c.Height))
	}
	for i, part := range p.Build.Parts {
		d.Shapes = append(d.Shapes, Shape{Kind: "part", Points: rect(part.X.MM, part.Y.MM, part.Width.MM, part.Height.MM), Key: fmt.Sprintf("part%d", i)})
	}
	if len(p.Build.Section) > 0 {
		y := p.Build.SectionAt.MM
		d.line("trim", "section", Point{d.Lo[0], y}, Point{d.Hi[0], y})
	}
	d.thicknessLabels(p)
	d.sized(0, 0, p.Card.Width.MM, p.Card.Height.MM, p.Card.Width, p.Card.Height, "card", 0)
	return d
}

// thicknessLabels writes each thickness once, on the largest place that has it;
// the thickest, where it is too small to write on, is written above.
func (d *Drawing) thicknessLabels(p *plan.Plan) {
	largest := map[string]plan.BuildCell{}
	var texts []string
	for _, c := range p.Build.Cells {
		was, seen := largest[c.Text]
		if !seen {
			texts = append(texts, c.Text)
		}
		if c.Width*c.Height > was.Width*was.Height {
			largest[c.Text] = c
		}
	}
	roomy := p.Card.Width.MM * 0.16
	var taken []Point
	for _, text := range texts {
		c := largest[text]
		at := Point{c.X + c.Width/2, c.Y + c.Height/2}
		switch small := c.Width < roomy || c.Height < 7; {
		case small && c.Share < 1, near(taken, at, roomy):
			continue
		case small:
			at[1] = c.Y - 5
		}
		taken = append(taken, at)
		d.Labels = append(d.Labels, Label{at, text, "heat"})
	}
}

func near(taken []Point, at Point, within float64) bool {
	for _, q := range taken {
		if math.Abs(q[0]-at[0]) < within && math.Abs(q[1]-at[1]) < 7 {
			return true
		}
	}
	return false
}

// section is the card cut through its thickest place, its thickness drawn so
// many times that it can be read; the label says how many.
func section(p *plan.Plan) Drawing {
	b := p.Build
	d := blankDrawing("section", 0, 0)
	d.Lo, d.Hi = Point{0, 0}, Point{p.Card.Width.MM, 0}
	high := 0.0
	for _, s := range b.Section {
		d.Lo[0], d.Hi[0] = min(d.Lo[0], s.From), max(d.Hi[0], s.To)
		high = max(high, s.Bottom+s.Thick)
	}
	times := max(1, math.Floor((d.Hi[0]-d.Lo[0])*0.16/max(high, 0.1)))
	d.Hi[1] = high * times
	slab := func(kind, key string, from, to, low, top float64) {
		d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: rect(from, d.Hi[1]-top*times, to-from, (top-low)*times), Key: key})
	}
	for _, s := range b.Section {
		key, kind := fmt.Sprintf("part%d", s.Part), "slab"
		if b.Parts[s.Part].Hard {
			kind = "slab-hard"
		}
		if b.Parts[s.Part].Index >= 0 && s.Lift == 0 {
			kind = "slab-top"
		}
		if s.Lift > 0 {
			slab("foam", key, s.From, s.To, s.Bottom, s.Bottom+s.Lift)
		}
		slab(kind, key, s.From, s.To, s.Bottom+s.Lift, s.Bottom+s.Thick)
	}
	d.Dims = append(d.Dims, Dim{From: Point{d.Hi[0], d.Hi[1]}, To: Point{d.Hi[0], 0}, Side: "right", Text: b.Computed.Text, Key: "thickest", Flat: true})
	d.Name = fmt.Sprintf("thickness drawn %.0f times", times)
	return d
}
