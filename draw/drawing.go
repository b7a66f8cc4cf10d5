// Package draw turns a plan into pictures and files: drawings in millimetres
// for the screen, and parts to cut at true size.
package draw

import (
	"fmt"

	"yellow-parcel/core/plan"
)

// Point is a place in millimetres, x to the right and y down the page.
type Point = [2]float64

// Drawing is a picture to scale in millimetres. Shapes are painted in order;
// a dimension's Key ties it to a figure of the plan's answers.
type Drawing struct {
	Name   string  `json:"name"`
	Lo     Point   `json:"lo"`
	Hi     Point   `json:"hi"`
	Shapes []Shape `json:"shapes"`
	Dims   []Dim   `json:"dims"`
	Labels []Label `json:"labels"`
}

// Shape is a closed outline, or an open line, of a kind the screen knows how to paint.
type Shape struct {
	Kind   string  `json:"kind"`
	Points []Point `json:"points"`
	Open   bool    `json:"open,omitempty"`
	Key    string  `json:"key,omitempty"`
}

// Dim is a dimension line on one side of the drawing; tier 0 lies nearest to it.
type Dim struct {
	From Point  `json:"from"`
	To   Point  `json:"to"`
	Side string `json:"side" enum:"top,right,bottom,left"`
	Tier int    `json:"tier"`
	Text string `json:"text"`
	Key  string `json:"key"`
	Flat bool   `json:"flat,omitempty" doc:"the text lies flat beside an upright line too short for it"`
}

// Label is a word on the drawing, centred on its place.
type Label struct {
	At   Point  `json:"at"`
	Text string `json:"text"`
	Kind string `json:"kind,omitempty"`
}

// Set is every drawing of a plan. Blanks and Folded go with the plan's blanks, in order.
type Set struct {
	Start  Drawing   `json:"start"`
	Base   Drawing   `json:"base"`
	Sheet  Drawing   `json:"sheet"`
	Layers Drawing   `json:"layers"`
	Blanks []Drawing `json:"blanks"`
	Folded []Drawing `json:"folded"`
	Post   []Drawing `json:"post"`
	Slot   []Drawing `json:"slot"`
}

// All draws a plan.
func All(p *plan.Plan) Set {
	s := Set{
		Start: start(p), Base: base(p), Sheet: sheet(p), Layers: layers(p),
		Blanks: []Drawing{}, Folded: []Drawing{}, Post: []Drawing{}, Slot: []Drawing{},
	}
	for i := range p.Blanks {
		s.Blanks = append(s.Blanks, unfolded(&p.Blanks[i]))
		s.Folded = append(s.Folded, folded(p, &p.Blanks[i]))
	}
	for i := range p.Post {
		s.Post = append(s.Post, face(&p.Post[i]))
		s.Slot = append(s.Slot, slot(&p.Post[i]))
	}
	return s
}

func blankDrawing(name string, w, h float64) Drawing {
	return Drawing{Name: name, Hi: Point{w, h}, Shapes: []Shape{}, Dims: []Dim{}, Labels: []Label{}}
}

func rect(x, y, w, h float64) []Point {
	return []Point{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}}
}

func (d *Drawing) add(kind string, pts []Point) {
	d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: pts})
}

func (d *Drawing) line(kind, key string, a, b Point) {
	d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: []Point{a, b}, Open: true, Key: key})
}

func (d *Drawing) dim(side string, tier int, a, b Point, text, key string) {
	d.Dims = append(d.Dims, Dim{From: a, To: b, Side: side, Tier: tier, Text: text, Key: key})
}

// across and along put a dimension on a rectangle's top and left.
func (d *Drawing) sized(x, y, w, h float64, width, height plan.Length, key string, tier int) {
	d.dim("top", tier, Point{x, y}, Point{x + w, y}, width.Text, key+".width")
	d.dim("left", tier, Point{x, y + h}, Point{x, y}, height.Text, key+".height")
}

// lyingCard is the card the way it goes into its envelope.
func lyingCard(p *plan.Plan) (w, h plan.Length, turned bool) {
	w, h = p.Card.Width, p.Card.Height
	if p.Envelope != nil && (w.MM < h.MM) != (p.Envelope.Width.MM < p.Envelope.Height.MM) && w.MM != h.MM {
		return h, w, true
	}
	return w, h, false
}

func start(p *plan.Plan) Drawing {
	if p.Envelope == nil {
		d := blankDrawing("card", p.Card.Width.MM, p.Card.Height.MM)
		d.add("card", rect(0, 0, d.Hi[0], d.Hi[1]))
		d.sized(0, 0, d.Hi[0], d.Hi[1], p.Card.Width, p.Card.Height, "card", 0)
		d.stack(p, false)
		return d
	}
	e := p.Envelope
	w, h, turned := lyingCard(p)
	d := blankDrawing("envelope and card", e.Width.MM, e.Height.MM)
	x, y := (e.Width.MM-w.MM)/2, (e.Height.MM-h.MM)/2
	d.add("envelope", rect(0, 0, e.Width.MM, e.Height.MM))
	d.add("card", rect(x, y, w.MM, h.MM))
	d.sized(0, 0, e.Width.MM, e.Height.MM, e.Width, e.Height, "envelope", 0)
	wKey, hKey := "card.width", "card.height"
	if turned {
		wKey, hKey = hKey, wKey
	}
	d.dim("bottom", 0, Point{x, y + h.MM}, Point{x + w.MM, y + h.MM}, w.Text, wKey)
	d.dim("right", 0, Point{x + w.MM, y + h.MM}, Point{x + w.MM, y}, h.Text, hKey)
	d.stack(p, turned)
	lo, hi := min(x, 0), max(x+w.MM, e.Width.MM)
	d.Lo, d.Hi = Point{lo, min(y, 0)}, Point{hi, max(y+h.MM, e.Height.MM)}
	return d
}

// stack lays the layers on the middle of the drawing.
func (d *Drawing) stack(p *plan.Plan, turned bool) {
	mid := Point{(d.Lo[0] + d.Hi[0]) / 2, (d.Lo[1] + d.Hi[1]) / 2}
	for i, l := range p.Layers {
		w, h := l.Width.MM, l.Height.MM
		if turned {
			w, h = h, w
		}
		d.add(fmt.Sprintf("layer%d", i%4), rect(mid[0]-w/2, mid[1]-h/2, w, h))
	}
}

func base(p *plan.Plan) Drawing {
	w, h := p.Base.Cut.Width.MM, p.Base.Cut.Height.MM
	d := blankDrawing("flat piece", w, h)
	d.add("piece", rect(0, 0, w, h))
	d.sized(0, 0, w, h, p.Base.Cut.Width, p.Base.Cut.Height, "base", 0)
	panels := []Point{{0, 0}}
	for i, s := range p.Base.Scores {
		key := fmt.Sprintf("score%d", i)
		if s.From == "top" {
			d.line("score", key, Point{0, s.At.MM}, Point{w, s.At.MM})
			d.dim("right", i, Point{w, 0}, Point{w, s.At.MM}, s.At.Text, key)
			d.Labels = append(d.Labels, Label{Point{w / 2, s.At.MM}, "fold", "line"})
			panels = append(panels, Point{0, s.At.MM})
		} else {
			d.line("score", key, Point{s.At.MM, 0}, Point{s.At.MM, h})
			d.dim("bottom", i, Point{0, h}, Point{s.At.MM, h}, s.At.Text, key)
			d.Labels = append(d.Labels, Label{Point{s.At.MM, h / 2}, "fold", "upright"})
			panels = append(panels, Point{s.At.MM, 0})
		}
	}
	names := []string{"back", "front"}
	if len(panels) == 1 {
		names = []string{"card"}
	}
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
		d.Labels = append(d.Labels, Label{Point{(at[0] + end[0]) / 2, (at[1] + end[1]) / 2}, names[min(i, len(names)-1)], "big"})
	}
	return d
}

// sheet shows how the bases come out of a sheet: cuts in order, offcuts named.
func sheet(p *plan.Plan) Drawing {
	b := p.Base
	w, h := b.Sheet.Width.MM, b.Sheet.Height.MM
	d := blankDrawing("sheet", w, h)
	d.add("paper", rect(0, 0, w, h))
	d.sized(0, 0, w, h, b.Sheet.Width, b.Sheet.Height, "sheet", 0)
	pw, ph := b.Cut.Width.MM, b.Cut.Height.MM
	if b.Turned {
		pw, ph = ph, pw
	}
	if b.PerSheet == 0 {
		return d
	}
	for c := range b.Columns {
		for r := range b.Rows {
			x, y := float64(c)*pw, float64(r)*ph
			d.add("piece", rect(x, y, pw, ph))
			d.Labels = append(d.Labels, Label{Point{x + pw/2, y + ph/2}, "base", "big"})
		}
	}
	d.trim(b, pw, ph)
	return d
}

// trim draws the cuts edge to edge, numbered in order, and names what they leave.
func (d *Drawing) trim(b plan.Base, pw, ph float64) {
	w, h := d.Hi[0], d.Hi[1]
	usedW, usedH := float64(b.Columns)*pw, float64(b.Rows)*ph
	// The first cuts run through; the second ones stop at them.
	endX, endY, down, over := w, usedH, "2", "1"
	if b.First == "width" {
		endX, endY, down, over = usedW, h, "1", "2"
	}
	for c := 1; c <= b.Columns; c++ {
		if x := float64(c) * pw; x < w-1e-6 {
			d.cut(Point{x, 0}, Point{x, endY}, down)
		}
	}
	for r := 1; r <= b.Rows; r++ {
		if y := float64(r) * ph; y < h-1e-6 {
			d.cut(Point{0, y}, Point{endX, y}, over)
		}
	}
	if w-usedW > 8 {
		d.Labels = append(d.Labels, Label{Point{(usedW + w) / 2, endY / 2}, "offcut", "tall"})
	}
	if h-usedH > 8 {
		d.Labels = append(d.Labels, Label{Point{endX / 2, (usedH + h) / 2}, "offcut", ""})
	}
}

func (d *Drawing) cut(from, to Point, number string) {
	d.line("trim", "", from, to)
	d.Labels = append(d.Labels, Label{to, number, "number"})
}

func layers(p *plan.Plan) Drawing {
	w, h := p.Card.Width.MM, p.Card.Height.MM
	d := blankDrawing("stack", w, h)
	d.add("card", rect(0, 0, w, h))
	d.sized(0, 0, w, h, p.Card.Width, p.Card.Height, "card", 0)
	d.stack(p, false)
	for i, l := range p.Layers {
		x, y := (w-l.Width.MM)/2, (h-l.Height.MM)/2
		key := fmt.Sprintf("layer%d", i)
		d.dim("bottom", i, Point{x, y + l.Height.MM}, Point{x + l.Width.MM, y + l.Height.MM}, l.Width.Text, key+".width")
		d.dim("right", i, Point{x + l.Width.MM, y + l.Height.MM}, Point{x + l.Width.MM, y}, l.Height.Text, key+".height")
	}
	return d
}
