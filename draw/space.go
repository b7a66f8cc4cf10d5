package draw

import (
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// Space is a blank folded in space, in millimetres: x to the right, y up, z towards whoever looks at its inside.
type Space struct {
	Plates  []Plate       `json:"plates"`
	Moments []SpaceMoment `json:"moments"`
}

// Plate is a flat part that keeps its shape while it moves.
type Plate struct {
	Of     string      `json:"of" enum:"paper,arc,glue,card" doc:"a panel, a narrow part of a rounded fold, glue on a panel, or the card inside"`
	Points []Point     `json:"points" doc:"as it lies in its own place"`
	Inner  []Point     `json:"inner,omitempty" doc:"the same less an edge, which is seen as a line"`
	Thick  float64     `json:"thick" doc:"millimetres; of a card"`
	part   int         // of the paper, that it moves with
	up     float64     // millimetres above that
	mid    shape.Point // of the blank, where its own place is
}

// SpaceMoment is where all plates are at a moment.
type SpaceMoment struct {
	Text   string       `json:"text"`
	Places [][7]float64 `json:"places" doc:"a plate each: how it is turned, as a quaternion x, y, z, w, then where it is"`
}

// arcPieces are the flat parts a rounded fold is shown in; within a step there are so many moments.
const (
	arcPieces = 5
	spaceBits = 4
)

// InSpace is the result's first blank folded in space, its card on the front from the start;
// nil where there is nothing to fold.
func InSpace(r *work.Result) *Space {
	if len(r.Blanks) == 0 || len(r.Blanks[0].Flaps()) == 0 {
		return nil
	}
	m := r.Blanks[0]
	p := folding.Of(&m.Blank, r.Card.Thickness.MM())
	s := &Space{}
	parts := p.Parts(p.Flat(), arcPieces)
	s.paper(parts)
	s.glue(&m.Blank, &p, parts)
	s.card(&m.Blank, &p)
	s.moment(&p, p.Flat(), "Flat, the card on the front panel")
	for step := range p.Steps() {
		text, done := said(&p, step)
		for k := 1; k <= spaceBits; k++ {
			if k == spaceBits {
				text = done
			}
			s.moment(&p, p.During(step, float64(k)/spaceBits), text)
		}
	}
	return s
}

// said is what is done at a step, and what is said once it is.
func said(p *folding.Paper, step int) (doing, done string) {
	var names []string
	for _, i := range p.Folds(step) {
		names = append(names, p.Panels[i].Flap)
	}
	list := words.List(names)
	switch one := p.Panels[p.Folds(step)[0]]; {
	case one.Kind == folding.Tab && step == 0:
		return "Bend up the tabs away from the mouth", "Tabs bent"
	case one.Kind == folding.Tab:
		return "Turn in the tab beside the mouth", "The mouth's tabs turned"
	case one.Kind == folding.Wall && len(names) == 1:
		return "Fold up the wall at the mouth", "The wall at the mouth up, its tab outside"
	case one.Kind == folding.Wall:
		return "Fold up the walls, all but the mouth's", "Walls up"
	case step == p.Steps()-1:
		return "Fold the " + list + " flap over", "Closed"
	}
	return "Fold the " + list + " flap over", words.Capital(list) + " flap down"
}

// paper adds the panels, and the arcs between them where they are wide enough to be seen.
func (s *Space) paper(parts []folding.Part) {
	for n, part := range parts {
		of := "paper"
		if part.Arc {
			of = "arc"
		}
		s.add(Plate{Of: of, part: n}, part.Shape)
	}
}

// glue adds every strip of glue on the inside of the panel it lies on.
func (s *Space) glue(b *blank.Blank, p *folding.Paper, parts []folding.Part) {
	for k := range b.Pieces {
		for _, strip := range b.Glue(&b.Pieces[k]) {
			s.add(Plate{Of: "glue", part: partUnder(parts, strip.Centroid()), up: p.Caliper/2 + 0.05}, strip)
		}
	}
}

// partUnder is the panel a place of the blank is on; the front where it is on none.
func partUnder(parts []folding.Part, q shape.Point) int {
	spot := shape.Rect(q.X-0.01, q.Y-0.01, q.X+0.01, q.Y+0.01)
	for n, part := range parts {
		if !part.Arc && part.Shape.Intersect(spot).Area() > 0 {
			return n
		}
	}
	return 0
}

// card adds the card, in the middle of the front.
func (s *Space) card(b *blank.Blank, p *folding.Paper) {
	s.add(Plate{Of: "card", Thick: p.Card, up: p.Caliper / 2}, cardLies(b))
}

// cardLies is where a blank's card lies on its front.
func cardLies(b *blank.Blank) shape.Polygon {
	mid, w, h := b.Inside.Centroid(), b.Card.Width.MM()/2, b.Card.Height.MM()/2
	return shape.Rect(mid.X-w, mid.Y-h, mid.X+w, mid.Y+h)
}

// add adds a plate whose own place is the middle of its shape, so that moments between two can
// be shown by turning it there.
func (s *Space) add(q Plate, on shape.Polygon) {
	q.mid = on.Centroid()
	q.Points = ownPlace(on, q.mid)
	if q.Of == "paper" || q.Of == "card" {
		q.Inner = ownPlace(on.Inset(edgeLine), q.mid)
	}
	s.Plates = append(s.Plates, q)
}

// edgeLine is how wide the line along a plate's edge is, in millimetres.
const edgeLine = 0.4

func ownPlace(on shape.Polygon, mid shape.Point) []Point {
	var out []Point
	for _, v := range on {
		out = append(out, Point{rounded(v.X - mid.X), rounded(mid.Y - v.Y)})
	}
	return out
}

func (s *Space) moment(p *folding.Paper, m folding.Moment, text string) {
	parts := p.Parts(m, arcPieces)
	middle := p.Panels[0].Shape.Centroid()
	out := SpaceMoment{Text: text, Places: make([][7]float64, len(s.Plates))}
	for i, q := range s.Plates {
		at := parts[q.part].Place
		v, turn := at.Put(q.mid, q.up), quaternion(at)
		out.Places[i] = [7]float64{turn[0], turn[1], turn[2], turn[3], rounded(v.X - middle.X), rounded(middle.Y - v.Y), rounded(v.Z)}
	}
	s.Moments = append(s.Moments, out)
}

// rounded is a figure to a hundredth of a millimetre.
func rounded(v float64) float64 { return math.Round(v*100) / 100 }

// quaternion is how a place is turned, with y up instead of down: the mirror image of every
// direction. The largest of its four figures is found first; the others come of it.
func quaternion(p folding.Place) [4]float64 {
	m := [3][3]float64{{p.X.X, -p.Y.X, p.Z.X}, {-p.X.Y, p.Y.Y, -p.Z.Y}, {p.X.Z, -p.Y.Z, p.Z.Z}}
	// Four times each product of two of x, y, z, w.
	four := [4][4]float64{
		{1 + m[0][0] - m[1][1] - m[2][2], m[0][1] + m[1][0], m[0][2] + m[2][0], m[2][1] - m[1][2]},
		{m[0][1] + m[1][0], 1 - m[0][0] + m[1][1] - m[2][2], m[1][2] + m[2][1], m[0][2] - m[2][0]},
		{m[0][2] + m[2][0], m[1][2] + m[2][1], 1 - m[0][0] - m[1][1] + m[2][2], m[1][0] - m[0][1]},
		{m[2][1] - m[1][2], m[0][2] - m[2][0], m[1][0] - m[0][1], 1 + m[0][0] + m[1][1] + m[2][2]},
	}
	most := 0
	for i := range four {
		if four[i][i] > four[most][most] {
			most = i
		}
	}
	var out [4]float64
	for i, v := range four[most] {
		out[i] = math.Round(v/math.Sqrt(four[most][most])/2*1e5) / 1e5
	}
	return out
}
