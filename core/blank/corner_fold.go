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
			{Name: "rule", Label: "Square", Words: []string{"computed", "thumb"}},
			{Name: "size", Label: "Square of"}, {Name: "offset", Label: "Panel below centre"}, {Name: "cavity", Label: "Inside", Size: true},
		},
		Variants: []Variant{
			{"computed", "computed seam", Options{Words: map[string]string{"rule": "computed"}}},
			{"thumb", "rule of thumb", Options{Words: map[string]string{"rule": "thumb"}}},
		},
		make: single(makeCornerFold),
	}
}

func makeCornerFold(req Request) (sheet, error) {
	room, ok := req.Options.Sizes["cavity"]
	if !ok {
		room = req.cavity()
	}
	room = card.Size{Width: req.groove().Up(room.Width), Height: req.groove().Up(room.Height)}
	sq := square{Request: req, room: room, below: req.Options.length("offset", 0)}
	if size, ok := req.Options.Lengths["size"]; ok {
		sq.sized = Given
		return sq.cut(req.Ruler.Down(size)) // what is over a mark is cut off
	}
	if req.Options.word("rule", "computed") == "thumb" {
		sq.sized = ByThumb
		return sq.cut(req.Ruler.Up(ThumbSquare(req.Card, req.Ruler)))
	}
	return sq.least()
}

// square is a blank cut from a square of paper turned on its corner: a cavity,
// how far below the centre its panel sits, and the height of a box's walls.
type square struct {
	Request
	room        card.Size
	below, wall measure.Length
	sized       Sizing
}

// minimum is the smallest square that closes with the seam, before it meets the ruler.
func (q square) minimum() measure.Length {
	return LeastSquare(q.room.Grown(q.wall), q.below, q.Seam)
}

// least is the smallest square on the ruler that closes with the seam wanted.
// Scores move to the board's grooves, which can cost the seam a little: the
// next mark or few up make it whole again.
func (q square) least() (sheet, error) {
	least := q.minimum()
	side := q.Ruler.Up(least)
	for side < least+4*max(q.Ruler.Step, q.groove().Step) && q.seamAt(side) < q.Seam.MM()-1e-6 {
		side += q.Ruler.Step
	}
	return q.cut(side)
}

// seamAt is the narrowest overlap across the four slanted seams of a square, in
// millimetres: the paper beyond each panel corner, times the square root of two.
func (q square) seamAt(side measure.Length) float64 {
	big := side.MM()/math.Sqrt2 - q.wall.MM()
	left, top, right, bottom, _ := q.creases(big)
	return math.Sqrt2 * (big - max(right, -left) - max(bottom, -top))
}

// creases are the panel's four, with the scores on the board's grooves, and
// which of them are read from the opposite corner.
func (q square) creases(big float64) (left, top, right, bottom float64, far Far) {
	left, right, far.Across = q.pair(big, q.room.Width, 0)
	top, bottom, far.Along = q.pair(big, q.room.Height, q.below)
	return left, top, right, bottom, far
}

// pair is where two opposite creases lie, from the square's centre. The second
// is read from the same corner as the first, or, where the board does not reach
// it, from the opposite one: on a groove that leaves the room no smaller.
func (q square) pair(big float64, room, below measure.Length) (first, second float64, far bool) {
	reach := measure.FromMM(big)
	near := q.atGroove(reach - room/2 + below)
	first, second = near.MM()-big, (near+room).MM()-big
	if far = q.Reach > 0 && near+room+2*q.wall+q.Jig > q.Reach; far {
		second = big - (q.groove().Down(2*reach-near-room+q.Jig) - q.Jig).MM()
	}
	return first, second, far
}

// LeastSquare is the smallest square that closes over a cavity with the seam
// wanted, before it meets the ruler: (a + b + 2e)/sqrt 2 + o.
func LeastSquare(cavity card.Size, below, seam measure.Length) measure.Length {
	return measure.FromMM((cavity.Width+cavity.Height+2*max(below, -below)).MM()/math.Sqrt2) + seam
}

// ThumbSquare is the makers' rule of thumb: the card's diagonal and an inch (2.5 cm).
func ThumbSquare(c card.Size, r measure.Ruler) measure.Length {
	return measure.FromMM(math.Hypot(c.Width.MM(), c.Height.MM())) + ThumbMargin(r)
}

// ThumbMargin is what the rule of thumb adds to the diagonal.
func ThumbMargin(r measure.Ruler) measure.Length { return usual(r, thumbInch, thumbMetric) }

// cut builds the blank from a square of the given side. The origin is the
// square's centre; the flaps are laid out as for a flat envelope, from its
// centre to its corner less the wall, and a box's walls then move them out.
func (q square) cut(side measure.Length) (sheet, error) {
	big := side.MM()/math.Sqrt2 - q.wall.MM()
	left, top, right, bottom, far := q.creases(big)
	if left <= -big || top <= -big || right >= big || bottom >= big {
		return sheet{}, unsuitable("a square of %s leaves no flaps round a card this long", side.Text(q.Ruler.Unit))
	}
	paper := diamond(big)
	b := sheet{
		Blank{
			Minimum: q.minimum(), Card: q.Card, Sized: q.sized, Far: far, Inside: shape.Rect(left, top, right, bottom),
			Cavity: card.Size{Width: measure.FromMM(right - left), Height: measure.FromMM(bottom - top)},
		},
		Piece{Width: side, Height: side, Diagonal: true, Paper: paper},
	}
	b.Body = paper.Intersect(b.Inside)
	trim := (usual(q.Ruler, measure.Inch/8, 3*measure.Millimetre) + q.steadier()).MM()
	across, along := right-left-trim, bottom-top-trim
	b.Taper = q.taper()
	// A flap's sides run along the next creases as far as the paper's corner notch is deep.
	root := big - max(right, -left) - max(bottom, -top)
	flap := func(name string, crease shape.Line, keep shape.Polygon) Flap {
		f := Flap{Name: name, Crease: crease, Shape: paper.Intersect(keep)}
		f.Depth = measure.FromMM(farthest(f))
		return f.tapered(b.Taper.MM(), root)
	}
	nw, ne, se, sw := b.Inside[0], b.Inside[1], b.Inside[2], b.Inside[3]
	l := flap("left", shape.Line{A: sw, B: nw}, shape.Rect(left-across, top, left, bottom))
	r := flap("right", shape.Line{A: ne, B: se}, shape.Rect(right, top, right+across, bottom))
	d := flap("bottom", shape.Line{A: se, B: sw}, shape.Rect(left, bottom, right, bottom+along))
	u := flap("top", shape.Line{A: nw, B: ne}, shape.Rect(left, top-along, right, top))
	for _, f := range []Flap{l, r, d, u} {
		if len(f.Shape) < 3 {
			return sheet{}, unsuitable("a square of %s leaves no %s flap", side.Text(q.Ruler.Unit), f.Name)
		}
	}
	b.Piece.Flaps = flat([]Flap{l, r, d, u})
	b.Waste = cornerWaste(paper, left, top, right, bottom, across, along)
	b.Seams = []Seam{
		{Under: "left", Over: "bottom", Want: q.Seam}, {Under: "right", Over: "bottom", Want: q.Seam},
		{Under: "left", Over: "top", Want: q.Seam, Closing: true}, {Under: "right", Over: "top", Want: q.Seam, Closing: true},
	}
	if q.wall > 0 {
		b.raise(q.wall, diamond(side.MM()/math.Sqrt2))
	}
	b.Outline = outline(b.Piece.Flaps[3], b.Piece.Flaps[1], b.Piece.Flaps[2], b.Piece.Flaps[0])
	b.score(q.Jig)
	return b, nil
}

// diamond is a square on its corner, so far from centre to corner.
func diamond(big float64) shape.Polygon {
	return shape.Polygon{{X: 0, Y: -big}, {X: big, Y: 0}, {X: 0, Y: big}, {X: -big, Y: 0}}
}

// cornerWaste lists the notches at the panel's corners and the tips too deep for the panel.
func cornerWaste(paper shape.Polygon, left, top, right, bottom, across, along float64) []Waste {
	const far = 1e4
	var out []Waste
	add := func(kind WasteKind, flap, place string, keep shape.Polygon) {
		s := paper.Intersect(keep)
		if s.Area() < 1e-3 {
			return
		}
		lo, hi := s.Bounds()
		out = append(out, Waste{kind, flap, place, measure.FromMM(hi.X - lo.X), measure.FromMM(hi.Y - lo.Y), s})
	}
	add(Notch, "", "top left notch", shape.Rect(-far, -far, left, top))
	add(Notch, "", "top right notch", shape.Rect(right, -far, far, top))
	add(Notch, "", "bottom right notch", shape.Rect(right, bottom, far, far))
	add(Notch, "", "bottom left notch", shape.Rect(-far, bottom, left, far))
	add(Tip, "left", "tip of the left flap", shape.Rect(-far, top, left-across, bottom))
	add(Tip, "right", "tip of the right flap", shape.Rect(right+across, top, far, bottom))
	add(Tip, "bottom", "tip of the bottom flap", shape.Rect(left, bottom+along, right, far))
	add(Tip, "top", "tip of the top flap", shape.Rect(left, -far, right, top-along))
	return out
}

// farthest is a flap's depth: its greatest distance from its crease, in millimetres.
func farthest(f Flap) float64 {
	d := 0.0
	for _, p := range f.Shape {
		d = max(d, f.Crease.Mirror(p).Dist(p)/2)
	}
	return d
}
