package blank

import (
	"math"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// The makers' rule of thumb adds this to the card's diagonal.
const (
	thumbInch   = measure.Inch
	thumbMetric = 25 * measure.Millimetre
)

// cornerFold is a square turned on its corner, its four points folded in.
func cornerFold() Style {
	return Style{
		ID: "corner-fold", Name: "Corner fold",
		Options: []Option{
			{Name: "rule", Words: []string{"computed", "thumb"}},
			{Name: "size"}, {Name: "offset"}, {Name: "cavity", Size: true},
		},
		Variants: []Variant{
			{"computed", "computed seam", Options{Words: map[string]string{"rule": "computed"}}},
			{"thumb", "rule of thumb", Options{Words: map[string]string{"rule": "thumb"}}},
		},
		make: makeCornerFold,
	}
}

func makeCornerFold(req Request) (Blank, error) {
	room, ok := req.Options.Sizes["cavity"]
	if !ok {
		room = req.cavity()
	}
	room = card.Size{Width: req.Ruler.Up(room.Width), Height: req.Ruler.Up(room.Height)}
	below := req.Options.length("offset", 0)
	least := LeastSquare(room, below, req.Seam)
	if size, ok := req.Options.Lengths["size"]; ok {
		return corner(req, room, below, size, least)
	}
	if req.Options.word("rule", "computed") == "thumb" {
		return corner(req, room, below, req.Ruler.Up(ThumbSquare(req.Card, req.Ruler)), least)
	}
	// Scores move to ruler marks, which can cost the seam a little: the next
	// mark or two up makes it whole again.
	side := req.Ruler.Up(least)
	for ; ; side += req.Ruler.Step {
		b, err := corner(req, room, below, side, least)
		if err == nil && b.leastCornerSeam() < req.Seam.MM()-1e-6 && side < least+4*req.Ruler.Step {
			continue
		}
		return b, err
	}
}

// LeastSquare is the smallest square that closes over a cavity with the seam
// wanted, before it meets the ruler: (a + b + 2e)/sqrt 2 + o.
func LeastSquare(cavity card.Size, below, seam measure.Length) measure.Length {
	return measure.FromMM((cavity.Width+cavity.Height+2*max(below, -below)).MM()/math.Sqrt2) + seam
}

// ThumbSquare is the makers' rule of thumb: the card's diagonal and an inch (2.5 cm).
func ThumbSquare(c card.Size, r measure.Ruler) measure.Length {
	return measure.FromMM(math.Hypot(c.Width.MM(), c.Height.MM())) + usual(r, thumbInch, thumbMetric)
}

// corner builds the blank from a square of the given side. The origin is the
// square's centre, so a corner reading d lies at -R + d.
func corner(req Request, room card.Size, below, side, least measure.Length) (Blank, error) {
	big := side.MM() / math.Sqrt2
	reach := measure.FromMM(big)
	first := func(half measure.Length, shift measure.Length) measure.Length {
		return req.Ruler.Nearest(reach - half + shift)
	}
	leftAt, topAt := first(room.Width/2, 0), first(room.Height/2, below)
	if leftAt <= 0 || topAt <= 0 || (leftAt+room.Width).MM() >= 2*big || (topAt+room.Height).MM() >= 2*big {
		return Blank{}, unsuitable("a square of %s leaves no flaps round a card this long", side.Text(req.Ruler.Unit))
	}
	left, top := leftAt.MM()-big, topAt.MM()-big
	right, bottom := left+room.Width.MM(), top+room.Height.MM()
	paper := shape.Polygon{{X: 0, Y: -big}, {X: big, Y: 0}, {X: 0, Y: big}, {X: -big, Y: 0}}
	b := Blank{
		Width: side, Height: side, Minimum: least, Cavity: room, Card: req.Card, Diagonal: true,
		Paper: paper, Body: paper.Intersect(shape.Rect(left, top, right, bottom)),
	}
	trim := usual(req.Ruler, measure.Inch/8, 3*measure.Millimetre).MM()
	across, along := room.Width.MM()-trim, room.Height.MM()-trim
	flap := func(name string, crease shape.Line, keep shape.Polygon) Flap {
		f := Flap{Name: name, Crease: crease, Shape: paper.Intersect(keep)}
		f.Depth = measure.FromMM(farthest(f))
		return f
	}
	nw, ne, se, sw := shape.Point{X: left, Y: top}, shape.Point{X: right, Y: top}, shape.Point{X: right, Y: bottom}, shape.Point{X: left, Y: bottom}
	l := flap("left", shape.Line{A: sw, B: nw}, shape.Rect(left-across, top, left, bottom))
	r := flap("right", shape.Line{A: ne, B: se}, shape.Rect(right, top, right+across, bottom))
	d := flap("bottom", shape.Line{A: se, B: sw}, shape.Rect(left, bottom, right, bottom+along))
	u := flap("top", shape.Line{A: nw, B: ne}, shape.Rect(left, top-along, right, top))
	for _, f := range []Flap{l, r, d, u} {
		if len(f.Shape) < 3 {
			return Blank{}, unsuitable("a square of %s leaves no %s flap", side.Text(req.Ruler.Unit), f.Name)
		}
	}
	b.Flaps = []Flap{l, r, d, u}
	b.score(l, "left corner", leftAt)
	b.score(r, "left corner", leftAt+room.Width)
	b.score(u, "top corner", topAt)
	b.score(d, "top corner", topAt+room.Height)
	b.Outline = outline(u, r, d, l)
	b.Waste = cornerWaste(paper, left, top, right, bottom, across, along)
	b.Seams = []Seam{
		{Under: "left", Over: "bottom", Want: req.Seam}, {Under: "right", Over: "bottom", Want: req.Seam},
		{Under: "left", Over: "top", Want: req.Seam, Closing: true}, {Under: "right", Over: "top", Want: req.Seam, Closing: true},
	}
	return b, nil
}

// cornerWaste lists the notches at the panel's corners and the tips too deep for the panel.
func cornerWaste(paper shape.Polygon, left, top, right, bottom, across, along float64) []Waste {
	const far = 1e4
	var out []Waste
	add := func(place string, keep shape.Polygon) {
		s := paper.Intersect(keep)
		if s.Area() < 1e-3 {
			return
		}
		lo, hi := s.Bounds()
		out = append(out, Waste{place, measure.FromMM(hi.X - lo.X), measure.FromMM(hi.Y - lo.Y), s})
	}
	add("top left notch", shape.Rect(-far, -far, left, top))
	add("top right notch", shape.Rect(right, -far, far, top))
	add("bottom right notch", shape.Rect(right, bottom, far, far))
	add("bottom left notch", shape.Rect(-far, bottom, left, far))
	add("tip of the left flap", shape.Rect(-far, top, left-across, bottom))
	add("tip of the right flap", shape.Rect(right+across, top, far, bottom))
	add("tip of the bottom flap", shape.Rect(left, bottom+along, right, far))
	add("tip of the top flap", shape.Rect(left, -far, right, top-along))
	return out
}

// leastCornerSeam is the narrowest overlap across the four slanted seams in
// millimetres: the paper beyond each panel corner, times the square root of two.
func (b Blank) leastCornerSeam() float64 {
	big := b.Width.MM() / math.Sqrt2
	left, top := b.Creases[0].At.MM()-big, b.Creases[2].At.MM()-big
	right, bottom := left+b.Cavity.Width.MM(), top+b.Cavity.Height.MM()
	return math.Sqrt2 * (big - max(right, -left) - max(bottom, -top))
}

// farthest is a flap's depth: its greatest distance from its crease, in millimetres.
func farthest(f Flap) float64 {
	d := 0.0
	for _, p := range f.Shape {
		d = max(d, f.Crease.Mirror(p).Dist(p)/2)
	}
	return d
}
