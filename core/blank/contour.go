package blank

import (
	"math"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Machine is how a cutting machine makes a blank's scores. Solid scores have no dash.
type Machine struct {
	Dash, Gap measure.Length // along a perforated score
	Margin    measure.Length // how far a perforation stops short of the edge
}

// contour is one closed path for a cutting machine, its corners rounded or angled.
func contour() Style {
	flap := func(word string) Options { return Options{Words: map[string]string{"flap": word}} }
	return Style{
		ID: "contour", Name: "Cutting machine",
		Options: []Option{
			{Name: "flap", Label: "Flaps", Words: []string{"rounded", "angled"}}, {Name: "of", Label: "After", Words: []string{"straight-fold", "corner-fold"}},
			{Name: "score", Label: "Scores", Words: []string{"dashes", "solid"}}, {Name: "dash", Label: "Dash"}, {Name: "gap", Label: "Gap"}, {Name: "margin", Label: "Short of edge"},
			{Name: "radius", Label: "Corner radius"}, {Name: "side_flap", Label: "Side flaps"}, {Name: "top_flap", Label: "Top flap"}, {Name: "mouth", Label: "Mouth on the side", Words: []string{"long", "short"}},
		},
		Variants: []Variant{
			{"rounded", "rounded flaps", flap("rounded")},
			{"angled", "angled flaps", flap("angled")},
		},
		make: single(makeContour),
	}
}

func makeContour(req Request) (sheet, error) {
	angled := req.Options.word("flap", "rounded") == "angled"
	b, err := req.contourOf(angled)
	if err != nil {
		return b, err
	}
	if !angled {
		radius := req.Options.length("radius", usual(req.Ruler, measure.Inch/2, 12*measure.Millimetre)).MM()
		for i, f := range b.Piece.Flaps {
			b.Piece.Flaps[i].Shape = f.rounded(radius)
		}
		b.Outline = outline(b.Piece.Flaps[3], b.Piece.Flaps[1], b.Piece.Flaps[2], b.Piece.Flaps[0])
	}
	// A machine cuts the outline alone: what matters of the paper is what holds it.
	b.Paper, b.Waste, b.Diagonal = b.Outline.Hull(), nil, false
	lo, hi := b.Outline.Bounds()
	b.Width, b.Height = measure.FromMM(hi.X-lo.X), measure.FromMM(hi.Y-lo.Y)
	b.Machine = &Machine{}
	if req.Options.word("score", "dashes") == "dashes" {
		b.Machine.Dash = req.Options.length("dash", usual(req.Ruler, measure.Inch/8, 3*measure.Millimetre))
		b.Machine.Gap = req.Options.length("gap", usual(req.Ruler, measure.Inch/16, 3*measure.Millimetre/2))
		b.Machine.Margin = req.Options.length("margin", usual(req.Ruler, measure.Inch/8, 3*measure.Millimetre))
		if b.Machine.Dash <= 0 || b.Machine.Gap <= 0 {
			return sheet{}, unsuitable("a perforation needs dashes and gaps of some length; a score without gaps is a solid one")
		}
	}
	for _, f := range b.Piece.Flaps {
		if len(b.Machine.Dashes(f.Crease)) == 0 {
			return sheet{}, unsuitable("dashes of %s that stop %s short of the edge leave no score for the %s flap; try shorter ones, or a smaller margin",
				b.Machine.Dash.Text(req.Ruler.Unit), b.Machine.Margin.Text(req.Ruler.Unit), f.Name)
		}
	}
	b.Creases = nil
	b.score(0)
	return b, nil
}

func (r Request) contourOf(angled bool) (sheet, error) {
	r.Groove, r.Jig, r.Reach = r.Ruler.Step, 0, 0 // a machine knows no board
	if r.Options.word("of", "straight-fold") == "corner-fold" {
		q := square{Request: r, room: r.cavity()}
		return q.least()
	}
	if angled {
		r.Options = r.Options.with("taper", usual(r.Ruler, 3*measure.Inch/8, 10*measure.Millimetre))
	}
	return rectangle{Request: r}.fold()
}

// with is the options with one more length, where it is not given already.
func (o Options) with(name string, l measure.Length) Options {
	if _, ok := o.Lengths[name]; ok {
		return o
	}
	lengths := map[string]measure.Length{name: l}
	for k, v := range o.Lengths {
		lengths[k] = v
	}
	o.Lengths = lengths
	return o
}

// rounded is the flap with an arc, as short straight pieces, at every corner off its crease.
func (f Flap) rounded(radius float64) shape.Polygon {
	const pieces = 6
	n := len(f.Shape)
	var out shape.Polygon
	for i, p := range f.Shape {
		a, b := f.Shape[(i+n-1)%n], f.Shape[(i+1)%n]
		if f.Crease.Distance(p) < 1e-6 {
			out = append(out, p)
			continue
		}
		// The tangent's length is half of the shorter side at most, so that two arcs never meet.
		turn := math.Pi - angle(a, p, b)
		r := min(radius, min(p.Dist(a), p.Dist(b))/2/math.Tan(turn/2))
		out = append(out, arc(a, p, b, r, turn, pieces)...)
	}
	return out
}

// angle is the one at p between a and b, in radians.
func angle(a, p, b shape.Point) float64 {
	d := ((a.X-p.X)*(b.X-p.X) + (a.Y-p.Y)*(b.Y-p.Y)) / a.Dist(p) / b.Dist(p)
	return math.Acos(max(-1, min(1, d)))
}

// arc replaces the corner at p of a clockwise polygon by points on a circle that touches both its sides.
func arc(a, p, b shape.Point, r, turn float64, pieces int) []shape.Point {
	if r < 1e-6 {
		return []shape.Point{p}
	}
	tangent := r * math.Tan(turn/2)
	la, lb := p.Dist(a), p.Dist(b)
	start := shape.Point{X: p.X + (a.X-p.X)/la*tangent, Y: p.Y + (a.Y-p.Y)/la*tangent}
	inward := shape.Point{X: -(p.Y - a.Y) / la * r, Y: (p.X - a.X) / la * r}
	centre := shape.Point{X: start.X + inward.X, Y: start.Y + inward.Y}
	from := math.Atan2(start.Y-centre.Y, start.X-centre.X)
	var out []shape.Point
	for i := range pieces + 1 {
		t := from + turn*float64(i)/float64(pieces)
		out = append(out, shape.Point{X: centre.X + r*math.Cos(t), Y: centre.Y + r*math.Sin(t)})
	}
	end := shape.Point{X: p.X + (b.X-p.X)/lb*tangent, Y: p.Y + (b.Y-p.Y)/lb*tangent}
	out[len(out)-1] = end
	return out
}

// Dashes are the cuts of a perforated score: whole dashes only, centred on the
// line, none nearer to its ends than the margin. A solid score is the line itself.
func (m Machine) Dashes(l shape.Line) []shape.Line {
	if m.Dash <= 0 {
		return []shape.Line{l}
	}
	dash, pitch := m.Dash.MM(), (m.Dash + m.Gap).MM()
	room := l.Len() - 2*m.Margin.MM()
	n := int((room+m.Gap.MM())/pitch + 1e-9)
	start := (l.Len() - (float64(n)*pitch - m.Gap.MM())) / 2
	var out []shape.Line
	for i := range n {
		at := start + float64(i)*pitch
		out = append(out, shape.Line{A: l.At(at), B: l.At(at + dash)})
	}
	return out
}
