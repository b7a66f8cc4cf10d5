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
	Fill   string  `json:"fill,omitempty" doc:"the paper's own colour"`
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

// Set is every drawing of a plan. Blanks go with the plan's blanks, in order.
type Set struct {
	Start    Drawing   `json:"start"`
	Base     Drawing   `json:"base"`
	Sheets   []Drawing `json:"sheets" doc:"one for each way of cutting a sheet"`
	Layers   Drawing   `json:"layers"`
	Ladder   Drawing   `json:"ladder"`
	Blanks   []Drawing `json:"blanks"`
	Nest     *Drawing  `json:"nest,omitempty" doc:"the first blank on its paper"`
	Extras   []Drawing `json:"extras" doc:"liner, band and strips, as the plan lists them"`
	Finished Drawing   `json:"finished" doc:"the thickness map"`
	Section  Drawing   `json:"section"`
	Post     []Drawing `json:"post" doc:"the piece in use, one for each carrier"`
	Slot     []Drawing `json:"slot"`
	Maps     []Drawing `json:"maps" doc:"length against height, with what each carrier takes"`
	Gauge    *Drawing  `json:"gauge,omitempty"`
}

// All draws a plan.
func All(p *plan.Plan) Set {
	s := Set{
		Start: start(p), Base: base(p), Sheets: sheets(p), Layers: layers(p), Ladder: ladder(p),
		Blanks: []Drawing{}, Extras: extras(p), Finished: thicknessMap(p), Section: section(p), Post: []Drawing{}, Slot: []Drawing{}, Maps: []Drawing{},
	}
	for i := range p.Blanks {
		s.Blanks = append(s.Blanks, unfolded(&p.Blanks[i]))
	}
	if p.Nest != nil {
		d := nest(p)
		s.Nest = &d
	}
	for i := range p.Post {
		if !p.Post[i].InUse {
			continue
		}
		s.Post = append(s.Post, face(&p.Post[i]))
		s.Slot = append(s.Slot, slot(&p.Post[i]))
		s.Maps = append(s.Maps, postMap(p, &p.Post[i]))
	}
	if p.Gauge != nil {
		d := gauge(p.Gauge)
		s.Gauge = &d
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
		if o := p.Card.Outer; o != nil {
			reach := rect(-o.Left, -o.Top, o.Width.MM, o.Height.MM)
			d.add("inside", reach)
			d.reach(reach)
			d.dim("bottom", 0, reach[3], reach[2], o.Width.Text, "outer.width")
			d.dim("right", 0, reach[2], reach[1], o.Height.Text, "outer.height")
		}
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

// stack lays the layers on the middle of the drawing, each as far from the top
// of the one below as its border says.
func (d *Drawing) stack(p *plan.Plan, turned bool) {
	mid := Point{(d.Lo[0] + d.Hi[0]) / 2, (d.Lo[1] + d.Hi[1]) / 2}
	if p.Base.Colour != "" {
		for i := range d.Shapes {
			if d.Shapes[i].Kind == "card" {
				d.Shapes[i].Fill = p.Base.Colour
			}
		}
	}
	for i, l := range p.Layers {
		x, y := layerPlace(p, i)
		w, h := l.Width.MM, l.Height.MM
		x, y = x-p.Card.Width.MM/2, y-p.Card.Height.MM/2
		if turned {
			x, y, w, h = y, x, h, w
		}
		d.Shapes = append(d.Shapes, Shape{Kind: fmt.Sprintf("layer%d", i%4), Points: rect(mid[0]+x, mid[1]+y, w, h), Fill: l.Colour})
	}
}

// layerPlace is a layer's top left corner on the card: in the middle across, and
// above the bottom border of each layer up to it.
func layerPlace(p *plan.Plan, i int) (x, y float64) {
	x = (p.Card.Width.MM - p.Layers[i].Width.MM) / 2
	below := p.Card.Height.MM
	for _, l := range p.Layers[:i+1] {
		// What rounding takes off a layer is shared by its top and bottom.
		spare := below - l.Height.MM - l.Border.MM - l.Bottom.MM
		y += l.Border.MM + spare/2
		below = l.Height.MM
	}
	return x, y
}

func base(p *plan.Plan) Drawing {
	w, h := p.Base.Cut.Width.MM, p.Base.Cut.Height.MM
	d := blankDrawing("flat piece", w, h)
	d.Shapes = append(d.Shapes, Shape{Kind: "piece", Points: rect(0, 0, w, h), Fill: p.Base.Colour})
	d.sized(0, 0, w, h, p.Base.Cut.Width, p.Base.Cut.Height, "base", 0)
	panels := []Point{{0, 0}}
	for i, s := range p.Base.Scores {
		key := fmt.Sprintf("score%d", i)
		if s.From == "top" {
			d.line("score", key, Point{0, s.At.MM}, Point{w, s.At.MM})
			d.dim("right", i, Point{w, 0}, Point{w, s.At.MM}, s.At.Text, key)
			d.Labels = append(d.Labels, Label{Point{w / 2, s.At.MM}, foldWord(s), "line"})
			panels = append(panels, Point{0, s.At.MM})
		} else {
			d.line("score", key, Point{s.At.MM, 0}, Point{s.At.MM, h})
			d.dim("bottom", i, Point{0, h}, Point{s.At.MM, h}, s.At.Text, key)
			d.Labels = append(d.Labels, Label{Point{s.At.MM, h / 2}, foldWord(s), "upright"})
			panels = append(panels, Point{s.At.MM, 0})
		}
	}
	names := panelNames(p.Base.Fold, len(panels))
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
func foldWord(s plan.Score) string {
	if s.Face == "inside" {
		return "fold up"
	}
	return "fold"
}

func panelNames(fold string, n int) []string {
	switch {
	case n == 1:
		return []string{"card"}
	case n == 2:
		return []string{"back", "front"}
	case fold == "gate":
		return []string{"left door", "back", "right door"}
	case fold == "trifold":
		return []string{"front", "back", "inner"}
	}
	names := make([]string, n)
	for i := range names {
		names[i] = fmt.Sprint(i + 1)
	}
	return names
}

// sheets shows every way a sheet is cut: pieces named, cuts numbered in order.
func sheets(p *plan.Plan) []Drawing {
	out := []Drawing{}
	for _, s := range p.CutPlan.Sheets {
		out = append(out, sheet(s))
	}
	return out
}

func sheet(s plan.CutSheet) Drawing {
	d := blankDrawing("sheet "+s.Letter, s.Width.MM, s.Height.MM)
	d.add("paper", rect(0, 0, s.Width.MM, s.Height.MM))
	d.sized(0, 0, s.Width.MM, s.Height.MM, s.Width, s.Height, "sheet", 0)
	for _, q := range s.Pieces {
		d.Shapes = append(d.Shapes, Shape{Kind: "piece", Points: rect(q.X.MM, q.Y.MM, q.Width.MM, q.Height.MM), Fill: s.Colour})
		d.Labels = append(d.Labels, within(q.X, q.Y, q.Width, q.Height, q.Piece, "big"))
	}
	for _, o := range s.Offcuts {
		if min(o.Width.MM, o.Height.MM) > 8 {
			d.Labels = append(d.Labels, within(o.X, o.Y, o.Width, o.Height, "offcut", ""))
		}
	}
	for _, c := range s.Cuts {
		d.cut(c, fmt.Sprintf("cut%d", c.Step))
	}
	return d
}

// within is a label in the middle of a rectangle, upright where that is narrow.
func within(x, y, w, h plan.Length, text, kind string) Label {
	if w.MM < 40 && h.MM > w.MM {
		kind = "tall"
	}
	return Label{Point{x.MM + w.MM/2, y.MM + h.MM/2}, text, kind}
}

// cut draws a cut with its number a third along, where no other cut ends.
func (d *Drawing) cut(c plan.SheetCut, key string) {
	const along = 0.32
	d.line("trim", key, c.From, c.To)
	at := Point{c.From[0] + (c.To[0]-c.From[0])*along, c.From[1] + (c.To[1]-c.From[1])*along}
	d.Labels = append(d.Labels, Label{at, fmt.Sprint(c.Step), "number"})
}

// ladder lays the samples one on another from a common corner, as they are held against a card.
func ladder(p *plan.Plan) Drawing {
	d := blankDrawing("ladder", p.Card.Width.MM, p.Card.Height.MM)
	d.add("card", rect(0, 0, d.Hi[0], d.Hi[1]))
	for _, r := range p.Ladder {
		y := d.Hi[1] - r.Height.MM
		d.add("rung", rect(0, y, r.Width.MM, r.Height.MM))
		d.Labels = append(d.Labels, Label{Point{r.Width.MM - 3, y + 3}, r.Label, "rung"})
	}
	d.sized(0, 0, d.Hi[0], d.Hi[1], p.Card.Width, p.Card.Height, "card", 0)
	return d
}

func layers(p *plan.Plan) Drawing {
	d := blankDrawing("stack", p.Card.Width.MM, p.Card.Height.MM)
	w, h := d.Hi[0], d.Hi[1]
	d.add("card", rect(0, 0, w, h))
	d.sized(0, 0, w, h, p.Card.Width, p.Card.Height, "card", 0)
	d.stack(p, false)
	for i, l := range p.Layers {
		x, y := layerPlace(p, i)
		key := fmt.Sprintf("layer%d", i)
		d.dim("bottom", i, Point{x, y + l.Height.MM}, Point{x + l.Width.MM, y + l.Height.MM}, l.Width.Text, key+".width")
		d.dim("right", i, Point{x + l.Width.MM, y + l.Height.MM}, Point{x + l.Width.MM, y}, l.Height.Text, key+".height")
	}
	return d
}
