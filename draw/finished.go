package draw

import (
	"fmt"
	"math"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// heatSteps is how many shades the thickness map has.
const heatSteps = 6

// thicknessMap is the card's face with its thickness in shades, every piece
// outlined, and the figure written where there is room.
func (s scene) thicknessMap() Drawing {
	m := s.Card.Map
	d := sheetOf("thickness map", s.Card.Size)
	for _, c := range m.Cells {
		if c.Thick == 0 {
			continue
		}
		step := min(int(m.Share(c)*heatSteps), heatSteps-1)
		pts := piece(c.X, c.Y, card.Size{Width: c.Width, Height: c.Height})
		d.add(fmt.Sprintf("heat%d", step), pts)
		d.reach(pts)
	}
	for i, part := range m.Parts {
		d.Shapes = append(d.Shapes, Shape{Kind: "part", Points: piece(part.X, part.Y, card.Size{Width: part.Width, Height: part.Height}), Key: fmt.Sprintf("part%d", i)})
	}
	if len(m.Section()) > 0 {
		y := (m.Thickest.Y + m.Thickest.Height/2).MM()
		d.line("trim", "section", Point{d.Lo[0], y}, Point{d.Hi[0], y})
	}
	s.thicknessLabels(&d)
	d.sized(0, 0, s.Card.Size, s.Brief.Unit, "card", 0)
	return d
}

// thicknessLabels writes each thickness once, on the largest place that has it;
// the thickest, where it is too small to write on, is written above.
func (s scene) thicknessLabels(d *Drawing) {
	largest := map[measure.Length]card.Cell{}
	var order []measure.Length
	for _, c := range s.Card.Map.Cells {
		if c.Thick == 0 {
			continue
		}
		was, seen := largest[c.Thick]
		if !seen {
			order = append(order, c.Thick)
		}
		if c.Width.MM()*c.Height.MM() > was.Width.MM()*was.Height.MM() {
			largest[c.Thick] = c
		}
	}
	roomy := s.Card.Size.Width.MM() * 0.16
	var taken []Point
	for _, thick := range order {
		c := largest[thick]
		x, y, w, h := c.X.MM(), c.Y.MM(), c.Width.MM(), c.Height.MM()
		at := Point{x + w/2, y + h/2}
		switch small := w < roomy || h < 7; {
		case small && s.Card.Map.Share(c) < 1, near(taken, at, roomy):
			continue
		case small:
			at[1] = y - 5
		}
		taken = append(taken, at)
		d.Labels = append(d.Labels, Label{at, s.text(thick), "heat"})
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
func (s scene) section() Drawing {
	m := s.Card.Map
	slabs := m.Section()
	d := blankDrawing("section", 0, 0)
	d.Lo, d.Hi = Point{0, 0}, Point{s.Card.Size.Width.MM(), 0}
	high := 0.0
	for _, b := range slabs {
		d.Lo[0], d.Hi[0] = min(d.Lo[0], b.From.MM()), max(d.Hi[0], b.To.MM())
		high = max(high, b.Bottom.MM()+b.Height.MM())
	}
	times := max(1, math.Floor((d.Hi[0]-d.Lo[0])*0.16/max(high, 0.1)))
	d.Hi[1] = high * times
	slab := func(kind, key string, b card.Slab, low, top float64) {
		d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: rect(b.From.MM(), d.Hi[1]-top*times, b.To.MM()-b.From.MM(), (top-low)*times), Key: key})
	}
	for _, b := range slabs {
		part := m.Parts[b.Part]
		key, kind := fmt.Sprintf("part%d", b.Part), "slab"
		if part.Hard {
			kind = "slab-hard"
		}
		if part.Index >= 0 && part.Lift == 0 {
			kind = "slab-top"
		}
		low, lift := b.Bottom.MM(), part.Lift.MM()
		if lift > 0 {
			slab("foam", key, b, low, low+lift)
		}
		slab(kind, key, b, low+lift, low+b.Height.MM())
	}
	d.Dims = append(d.Dims, Dim{From: Point{d.Hi[0], d.Hi[1]}, To: Point{d.Hi[0], 0}, Side: "right", Text: s.text(m.Thickest.Thick), Key: "thickest", Flat: true})
	d.Name = fmt.Sprintf("thickness drawn %.0f times", times)
	return d
}
