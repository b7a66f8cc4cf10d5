package blank

import (
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// The least a flap may overlap the back for its gum to hold, as makers have it.
const closingOverlap = 3 * measure.Inch / 4

// straightFold is a rectangle: two side flaps, a back folded up over them, a top flap.
func straightFold() Style {
	school := func(name string) Options { return Options{Words: map[string]string{"school": name}} }
	return Style{
		ID: "straight-fold", Name: "Straight fold",
		Options: []Option{
			{Name: "side_flap"}, {Name: "top_flap"}, {Name: "thumb_gap"},
			{Name: "mouth", Words: []string{"long", "short"}},
		},
		Variants: []Variant{
			{"full-back", "full back", school("full-back")},
			{"thumb-gap", "thumb gap", school("thumb-gap")},
		},
		make: makeStraightFold,
	}
}

func makeStraightFold(req Request) (Blank, error) {
	up, lies := req.Ruler.Up, req.Card
	longAcross := req.Options.word("mouth", "long") == "long"
	if (lies.Width < lies.Height) == longAcross && lies.Width != lies.Height {
		lies = lies.Turned()
	}
	room := req.cavity()
	if lies != req.Card {
		room = room.Turned()
	}
	side, gap := usual(req.Ruler, measure.Inch, 25*measure.Millimetre), measure.Length(0)
	if req.Options.word("school", "full-back") == "thumb-gap" {
		side, gap = usual(req.Ruler, measure.Inch/2, 12*measure.Millimetre), usual(req.Ruler, measure.Inch/4, 6*measure.Millimetre)
	}
	side = up(req.Options.length("side_flap", max(side, req.Seam)))
	gap = up(req.Options.length("thumb_gap", gap))
	back := room.Height - gap
	top := up(req.Options.length("top_flap", min(gap+usual(req.Ruler, 3*measure.Inch/2, 38*measure.Millimetre), room.Height)))
	switch {
	case back <= 0:
		return Blank{}, unsuitable("a thumb gap of %s leaves no back", gap.Text(req.Ruler.Unit))
	case side <= 0 || top <= 0:
		return Blank{}, unsuitable("the side flaps and the top flap need some depth")
	}
	b := Blank{Width: room.Width + 2*side, Height: top + room.Height + back, Cavity: room, Card: lies}
	b.fold(req, side, top, back)
	return b, nil
}

// fold lays the panels out with the blank's top left corner at the origin.
func (b *Blank) fold(req Request, side, top, back measure.Length) {
	left, right := side.MM(), (side + b.Cavity.Width).MM()
	mouth, base := top.MM(), (top + b.Cavity.Height).MM()
	width, height := b.Width.MM(), b.Height.MM()
	sliver := usual(req.Ruler, measure.Inch/8, 3*measure.Millimetre).MM()
	// A flap narrower than its own taper would come to a point.
	ends := min(sliver, b.Cavity.Height.MM()/4, b.Cavity.Width.MM()/4)

	nw, ne, se, sw := shape.Point{X: left, Y: mouth}, shape.Point{X: right, Y: mouth}, shape.Point{X: right, Y: base}, shape.Point{X: left, Y: base}
	l := Flap{"left", side, shape.Polygon{{X: 0, Y: mouth + ends}, nw, sw, {X: 0, Y: base - ends}}, shape.Line{A: sw, B: nw}}
	r := Flap{"right", side, shape.Polygon{ne, {X: width, Y: mouth + ends}, {X: width, Y: base - ends}, se}, shape.Line{A: ne, B: se}}
	k := Flap{"back", back, shape.Rect(left, base, right, height), shape.Line{A: se, B: sw}}
	u := Flap{"top", top, shape.Polygon{{X: left + ends, Y: 0}, {X: right - ends, Y: 0}, ne, nw}, shape.Line{A: nw, B: ne}}
	b.score(l, "left edge", side)
	b.score(r, "left edge", side+b.Cavity.Width)
	b.score(k, "bottom edge", back)
	b.score(u, "bottom edge", back+b.Cavity.Height)
	b.Paper = shape.Rect(0, 0, width, height)
	b.Body = shape.Polygon{nw, ne, se, sw}
	b.Flaps = []Flap{l, r, k, u}
	b.Outline = outline(u, r, k, l)
	b.Waste = []Waste{
		{"top left corner", side, top, shape.Rect(0, 0, left, mouth)},
		{"top right corner", side, top, shape.Rect(right, 0, width, mouth)},
		{"bottom right corner", side, back, shape.Rect(right, base, width, height)},
		{"bottom left corner", side, back, shape.Rect(0, base, left, height)},
	}
	b.Seams = []Seam{
		{Under: "left", Over: "back", Want: req.Seam}, {Under: "right", Over: "back", Want: req.Seam},
		{Under: "back", Over: "top", Want: closingOverlap, Closing: true}, {Under: "left", Over: "right", Apart: true},
	}
}
