package draw

import (
	"fmt"
	"strconv"

	"yellow-parcel/core/card"
)

// start is the card in the envelope on hand, or the card by itself.
func (s scene) start() Drawing {
	if s.Brief.Envelope == nil {
		return s.cardAlone()
	}
	e, z := s.Brief.Envelope.Size, s.Card.Size
	turned := z.Width != z.Height && (z.Width < z.Height) != (e.Width < e.Height)
	wKey, hKey := "card.width", "card.height"
	if turned {
		z = z.Turned()
		wKey, hKey = hKey, wKey
	}
	d := sheetOf("envelope and card", e)
	w, h := z.Width.MM(), z.Height.MM()
	x, y := (d.Hi[0]-w)/2, (d.Hi[1]-h)/2
	d.add("envelope", rect(0, 0, d.Hi[0], d.Hi[1]))
	d.add("card", rect(x, y, w, h))
	d.sized(0, 0, e, s.Brief.Unit, "envelope", 0)
	d.dim("bottom", 0, Point{x, y + h}, Point{x + w, y + h}, s.text(z.Width), wKey)
	d.dim("right", 0, Point{x + w, y + h}, Point{x + w, y}, s.text(z.Height), hKey)
	s.stack(&d, turned)
	d.Lo, d.Hi = Point{min(x, 0), min(y, 0)}, Point{max(x+w, d.Hi[0]), max(y+h, d.Hi[1])}
	return d
}

func (s scene) cardAlone() Drawing {
	z := s.Card.Size
	d := sheetOf("card", z)
	d.add("card", rect(0, 0, d.Hi[0], d.Hi[1]))
	d.sized(0, 0, z, s.Brief.Unit, "card", 0)
	s.stack(&d, false)
	if o := s.Card.Outer(); o != z {
		reach := piece(-s.Card.Overhang.Left, -s.Card.Overhang.Top, o)
		d.add("inside", reach)
		d.reach(reach)
		d.dim("bottom", 0, reach[3], reach[2], s.text(o.Width), "outer.width")
		d.dim("right", 0, reach[2], reach[1], s.text(o.Height), "outer.height")
	}
	return d
}

// stack lays the layers on the middle of the drawing, each as far from the top
// of the one below as its border says.
func (s scene) stack(d *Drawing, turned bool) {
	mid := Point{(d.Lo[0] + d.Hi[0]) / 2, (d.Lo[1] + d.Hi[1]) / 2}
	if colour := s.Brief.Base.Paper.Colour; colour != "" {
		for i := range d.Shapes {
			if d.Shapes[i].Kind == "card" {
				d.Shapes[i].Fill = colour
			}
		}
	}
	for i, z := range s.Layers.Stack {
		x, y := s.layerPlace(i)
		w, h := z.Width.MM(), z.Height.MM()
		x, y = x-s.Card.Size.Width.MM()/2, y-s.Card.Size.Height.MM()/2
		if turned {
			x, y, w, h = y, x, h, w
		}
		d.Shapes = append(d.Shapes, Shape{Kind: fmt.Sprintf("layer%d", i%4), Points: rect(mid[0]+x, mid[1]+y, w, h), Fill: s.Brief.Layers.Each[i].Paper.Colour})
	}
}

// layerPlace is a layer's top left corner on the card: in the middle across, and
// above the bottom border of each layer up to it.
func (s scene) layerPlace(i int) (x, y float64) {
	x = (s.Card.Size.Width.MM() - s.Layers.Stack[i].Width.MM()) / 2
	below := s.Card.Size.Height.MM()
	for k, z := range s.Layers.Stack[:i+1] {
		// What rounding takes off a layer is shared by its top and bottom.
		b := s.Brief.Layers.Each[k].Border
		spare := below - z.Height.MM() - b.Side.MM() - b.Bottom.MM()
		y += b.Side.MM() + spare/2
		below = z.Height.MM()
	}
	return x, y
}

// ladder lays the samples one on another from a common corner, as they are held against a card.
func (s scene) ladder() Drawing {
	d := sheetOf("ladder", s.Card.Size)
	d.add("card", rect(0, 0, d.Hi[0], d.Hi[1]))
	for i, z := range s.Layers.Ladder {
		y := d.Hi[1] - z.Height.MM()
		d.add("rung", rect(0, y, z.Width.MM(), z.Height.MM()))
		d.Labels = append(d.Labels, Label{Point{z.Width.MM() - 3, y + 3}, strconv.Itoa(i + 1), "rung"})
	}
	d.sized(0, 0, s.Card.Size, s.Brief.Unit, "card", 0)
	return d
}

func (s scene) layers() Drawing {
	d := sheetOf("stack", s.Card.Size)
	d.add("card", rect(0, 0, d.Hi[0], d.Hi[1]))
	d.sized(0, 0, s.Card.Size, s.Brief.Unit, "card", 0)
	s.stack(&d, false)
	for i, z := range s.Layers.Stack {
		x, y := s.layerPlace(i)
		right, bottom := x+z.Width.MM(), y+z.Height.MM()
		key := fmt.Sprintf("layer%d", i)
		d.dim("bottom", i, Point{x, bottom}, Point{right, bottom}, s.text(z.Width), key+".width")
		d.dim("right", i, Point{right, bottom}, Point{right, y}, s.text(z.Height), key+".height")
	}
	return d
}

// base is the flat piece with its scores and its panels named.
func (s scene) base() Drawing {
	flat := s.Base.Flat
	d := sheetOf("flat piece", flat.Size)
	w, h := d.Hi[0], d.Hi[1]
	d.Shapes = append(d.Shapes, Shape{Kind: "piece", Points: rect(0, 0, w, h), Fill: s.Brief.Base.Paper.Colour})
	d.sized(0, 0, flat.Size, s.Brief.Unit, "base", 0)
	panels := []Point{{0, 0}}
	for i, score := range flat.Scores {
		key, at, text := fmt.Sprintf("score%d", i), score.At.MM(), s.text(score.At)
		if score.OnTop() {
			d.line("score", key, Point{0, at}, Point{w, at})
			d.dim("right", i, Point{w, 0}, Point{w, at}, text, key)
			d.Labels = append(d.Labels, Label{Point{w / 2, at}, foldWord(score), "line"})
			panels = append(panels, Point{0, at})
		} else {
			d.line("score", key, Point{at, 0}, Point{at, h})
			d.dim("bottom", i, Point{0, h}, Point{at, h}, text, key)
			d.Labels = append(d.Labels, Label{Point{at, h / 2}, foldWord(score), "upright"})
			panels = append(panels, Point{at, 0})
		}
	}
	names := s.Brief.Base.Fold.FaceNames(len(panels))
	for i, at := range panels {
		end := Point{w, h}
		if i+1 < len(panels) {
			end = Point{max(panels[i+1][0], at[0]), max(panels[i+1][1], at[1])}
			if end[0] == at[0] {
				end[0] = w
			} else {
				end[1] = h
			}
		}
		d.Labels = append(d.Labels, Label{Point{(at[0] + end[0]) / 2, (at[1] + end[1]) / 2}, names[i], "big"})
	}
	return d
}

// foldWord says which way a fold goes: away from the groove, on whichever face it is.
func foldWord(s card.Score) string {
	if s.Face == card.Inside {
		return "fold up"
	}
	return "fold"
}
