package blank

import (
	"cmp"

	"yellow-parcel/core/card"
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
			{Name: "side_flap", Label: "Side flaps"}, {Name: "top_flap", Label: "Top flap"}, {Name: "thumb_gap", Label: "Thumb gap"}, {Name: "taper", Label: "Taper"},
			{Name: "mouth", Label: "Mouth on the side", Words: []string{"long", "short"}},
		},
		Variants: []Variant{
			{"full-back", "full back", school("full-back")},
			{"thumb-gap", "thumb gap", school("thumb-gap")},
		},
		make: single(makeStraightFold),
	}
}

func makeStraightFold(req Request) (sheet, error) {
	return rectangle{Request: req}.fold()
}

// rectangle is a blank cut from a rectangle: a cavity where it is not the
// card's own, and the height of a box's walls.
type rectangle struct {
	Request
	room card.Size // zero for the card's own
	wall measure.Length
	flaps
}

// flaps are how deep the panels of a straight fold are. The right and the top
// flap take what the paper has over, cut on a ruler mark.
type flaps struct{ left, right, top, back measure.Length }

// lies turns the card and its cavity so that the mouth is on the side asked for.
func (q rectangle) lies() (lying, room card.Size) {
	lying, room = q.Card, q.room
	if room == (card.Size{}) {
		room = q.cavity()
	}
	longAcross := q.Options.word("mouth", "long") == "long"
	if (lying.Width < lying.Height) == longAcross && lying.Width != lying.Height {
		return lying.Turned(), room.Turned()
	}
	return lying, room
}

func (q rectangle) fold() (sheet, error) {
	up := q.groove().Up
	lying, room := q.lies()
	side, gap := usual(q.Ruler, measure.Inch, 25*measure.Millimetre), measure.Length(0)
	if q.Options.word("school", "full-back") == "thumb-gap" {
		side, gap = usual(q.Ruler, measure.Inch/2, 12*measure.Millimetre), usual(q.Ruler, measure.Inch/4, 6*measure.Millimetre)
	}
	// The back loses a sliver at each side, which a seam as wide as asked for has to spare.
	q.left = up(q.Options.length("side_flap", max(side, q.Seam+q.taper())))
	gap = up(q.Options.length("thumb_gap", gap))
	q.back = room.Height - gap
	q.top = up(q.Options.length("top_flap", cmp.Or(q.Top, min(gap+usual(q.Ruler, 3*measure.Inch/2, 38*measure.Millimetre), room.Height))))
	switch {
	case q.back <= 0:
		return sheet{}, unsuitable("a thumb gap of %s leaves no back", gap.Text(q.Ruler.Unit))
	case q.left <= 0 || q.top <= 0:
		return sheet{}, unsuitable("the side flaps and the top flap need some depth")
	}
	b := sheet{Blank: Blank{Card: lying}}
	if _, given := q.Options.Lengths["top_flap"]; !given {
		b.LeastTop = up(min(gap+closingOverlap, room.Height))
	}
	b.Width, b.Cavity.Width, q.right, b.Far.Across = q.span(q.left, room.Width, q.left)
	b.Height, b.Cavity.Height, q.top, b.Far.Along = q.span(q.back, room.Height, q.top)
	b.lay(q)
	return b, nil
}

// span lays a flap, the room and another flap, with a box's walls between, on
// paper cut on a ruler mark. Both creases are set from the first side, and the
// last flap takes what is over; where the board does not reach the far one it is
// set from the other side, and the room takes it.
func (q rectangle) span(first, room, last measure.Length) (paper, inside, end measure.Length, far bool) {
	paper = q.Ruler.Up(first + room + last + 2*q.wall)
	over := paper - first - room - last - 2*q.wall
	if far = q.Reach > 0 && first+room+2*q.wall > q.Reach; far {
		return paper, room + over, last, far
	}
	return paper, room, last + over, far
}

// lay puts the panels with the blank's top left corner at the origin.
func (b *sheet) lay(q rectangle) {
	left, right := q.left.MM(), (q.left + b.Cavity.Width).MM()
	mouth, base := q.top.MM(), (q.top + b.Cavity.Height).MM()
	width, height := (b.Width - 2*q.wall).MM(), (b.Height - 2*q.wall).MM()
	taper := q.Options.length("taper", usual(q.Ruler, measure.Inch/8, 3*measure.Millimetre)+q.steadier()).MM()
	// A flap narrower than its own taper would come to a point.
	ends := min(taper, b.Cavity.Height.MM()/4, b.Cavity.Width.MM()/4)

	b.Body = shape.Rect(left, mouth, right, base)
	nw, ne, se, sw := b.Body[0], b.Body[1], b.Body[2], b.Body[3]
	l := Flap{Name: "left", Depth: q.left, Shape: shape.Polygon{{X: 0, Y: mouth + ends}, nw, sw, {X: 0, Y: base - ends}}, Crease: shape.Line{A: sw, B: nw}}
	r := Flap{Name: "right", Depth: q.right, Shape: shape.Polygon{ne, {X: width, Y: mouth + ends}, {X: width, Y: base - ends}, se}, Crease: shape.Line{A: ne, B: se}}
	k := Flap{Name: "back", Depth: q.back, Shape: shape.Rect(left, base, right, height), Crease: shape.Line{A: se, B: sw}}
	b.Taper = q.taper()
	k = k.tapered(b.Taper.MM(), q.back.MM())
	u := Flap{Name: "top", Depth: q.top, Shape: shape.Polygon{{X: left + ends, Y: 0}, {X: right - ends, Y: 0}, ne, nw}, Crease: shape.Line{A: nw, B: ne}}
	b.Paper, b.Inside = shape.Rect(0, 0, width, height), b.Body
	b.Piece.Flaps = flat([]Flap{l, r, k, u})
	b.Waste = []Waste{
		{Notch, "", "top left corner", q.left, q.top, shape.Rect(0, 0, left, mouth)},
		{Notch, "", "top right corner", q.right, q.top, shape.Rect(right, 0, width, mouth)},
		{Notch, "", "bottom right corner", q.right, q.back, shape.Rect(right, base, width, height)},
		{Notch, "", "bottom left corner", q.left, q.back, shape.Rect(0, base, left, height)},
	}
	b.Seams = []Seam{
		{Under: "left", Over: "back", Want: q.Seam}, {Under: "right", Over: "back", Want: q.Seam},
		{Under: "back", Over: "top", Want: closingOverlap, Closing: true}, {Under: "left", Over: "right", Apart: true},
	}
	if d := q.wall.MM(); d > 0 {
		b.raise(q.wall, shape.Rect(-d, -d, width+d, height+d))
	}
	b.Outline = outline(b.Piece.Flaps[3], b.Piece.Flaps[1], b.Piece.Flaps[2], b.Piece.Flaps[0])
	b.score(0)
}
