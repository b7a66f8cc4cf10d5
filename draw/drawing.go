// Package draw turns what was worked out into pictures and files: drawings in
// millimetres for the screen, and parts to cut at true size. It reads the
// result's own lengths and shapes; only the words of a cut list come from the plan.
package draw

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/work"
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

// Set is every drawing of a result. Blanks go with the result's blanks, in order.
type Set struct {
	Start    Drawing   `json:"start"`
	Base     Drawing   `json:"base"`
	Sheets   []Drawing `json:"sheets" doc:"one for each way of cutting a sheet"`
	Choices  *Drawing  `json:"choices,omitempty" doc:"cut plans to choose between, sheets against moves of the guide"`
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

// scene draws the card of a result: it knows the unit its figures are written in.
type scene struct{ *work.Result }

func (s scene) text(l measure.Length) string { return l.Text(s.Brief.Unit) }

// All draws what was worked out, and where its ways out would move the piece.
func All(of Source) Set {
	r := of.Result
	s, blanks := scene{r}, blankScene{r.Brief.Unit, r.Card.Size}
	out := Set{
		Start: s.start(), Base: s.base(), Sheets: sheets(&r.Batch, r.Brief.Unit), Layers: s.layers(), Ladder: s.ladder(), Blanks: make([]Drawing, len(r.Blanks)),
		Extras: extras(r), Finished: s.thicknessMap(), Section: s.section(), Post: []Drawing{}, Slot: []Drawing{}, Maps: []Drawing{},
	}
	for i, m := range r.Blanks {
		if i == 0 {
			out.Blanks[i] = blanks.unfolded(m)
		} else {
			out.Blanks[i] = amongOthers(m)
		}
	}
	if r.Nest != nil {
		d := nestSheet(r)
		out.Nest = &d
	}
	for i := range r.Posts {
		piece := pieceOf(r)
		out.Post = append(out.Post, piece.face())
		out.Slot = append(out.Slot, piece.slot(r.Posts[i].InUse()))
		var to []ways.Way
		if of.Ways != nil {
			to = of.Ways[i].Ways
		}
		out.Maps = append(out.Maps, piece.regions(&r.Posts[i], to))
	}
	out.Choices = choices(&r.Batch, r.Brief.Stock.Currency)
	if r.Gauge != nil {
		d := gaugeFlat(r.Gauge, r.Brief.Unit)
		out.Gauge = &d
	}
	return out
}

// Start is the picture a list shows of a job.
func Start(r *work.Result) Drawing { return scene{r}.start() }

func blankDrawing(name string, w, h float64) Drawing {
	return Drawing{Name: name, Hi: Point{w, h}, Shapes: []Shape{}, Dims: []Dim{}, Labels: []Label{}}
}

// sheetOf is an empty drawing as large as a piece.
func sheetOf(name string, z card.Size) Drawing {
	return blankDrawing(name, z.Width.MM(), z.Height.MM())
}

func rect(x, y, w, h float64) []Point {
	return []Point{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}}
}

// piece is a rectangle of a size with its top left corner at a place.
func piece(x, y measure.Length, z card.Size) []Point {
	return rect(x.MM(), y.MM(), z.Width.MM(), z.Height.MM())
}

// outline writes a polygon to the thousandth of a millimetre.
func outline(p shape.Polygon) []Point {
	out := make([]Point, len(p))
	for i, q := range p {
		out[i] = Point{thousandth(q.X), thousandth(q.Y)}
	}
	return out
}

func segment(l shape.Line) []Point { return outline(shape.Polygon{l.A, l.B}) }

func thousandth(v float64) float64 { return float64(measure.FromMM(v)/measure.Micrometre) / 1000 }

func (d *Drawing) add(kind string, pts []Point) {
	d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: pts})
}

func (d *Drawing) line(kind, key string, a, b Point) {
	d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: []Point{a, b}, Open: true, Key: key})
}

func (d *Drawing) dim(side string, tier int, a, b Point, text, key string) {
	d.Dims = append(d.Dims, Dim{From: a, To: b, Side: side, Tier: tier, Text: text, Key: key})
}

// sized puts dimensions on a rectangle's top and left.
func (d *Drawing) sized(x, y float64, z card.Size, unit measure.Unit, key string, tier int) {
	w, h := z.Width.MM(), z.Height.MM()
	d.dim("top", tier, Point{x, y}, Point{x + w, y}, z.Width.Text(unit), key+".width")
	d.dim("left", tier, Point{x, y + h}, Point{x, y}, z.Height.Text(unit), key+".height")
}

// reach widens the drawing to hold more points.
func (d *Drawing) reach(pts []Point) {
	lo, hi := bounds(pts)
	d.Lo = Point{min(d.Lo[0], lo[0]), min(d.Lo[1], lo[1])}
	d.Hi = Point{max(d.Hi[0], hi[0]), max(d.Hi[1], hi[1])}
}
