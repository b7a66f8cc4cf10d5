package blank

import (
	"yellow-parcel/core/measure"
)

// wrap is folded by eye round the card itself: only the square is measured.
func wrap() Style {
	return Style{
		ID: "wrap", Name: "Fold by eye",
		Variants: []Variant{{"square", "round the card", Options{}}},
		make:     makeWrap,
	}
}

// makeWrap folds with less ease than scores would need, since the card itself
// is the gauge, and never takes a smaller square than the rule of thumb.
func makeWrap(req Request) (Blank, error) {
	req.Ease = min(req.Ease, usual(req.Ruler, measure.Inch/8, 3*measure.Millimetre))
	room := req.cavity()
	req.Groove, req.Jig = measure.Micrometre, 0 // by eye, the panel lies in the very middle
	q := square{Request: req, room: room}
	b, err := q.cut(max(req.Ruler.Up(q.minimum()), req.Ruler.Up(ThumbSquare(req.Card, req.Ruler))))
	b.ByEye, b.Creases = true, nil
	u := req.Ruler.Unit
	b.Steps = []string{
		"Cut a square of " + b.Width.Text(u) + " and lay it with a corner towards you, the side that shows face down.",
		"Lay the card in the very middle, its corners pointing at the edges; the space beyond its four sides comes to the same, left and right, top and bottom.",
		"Fold the left corner over the card, then the right; leave room to slide a fingernail beside the card, and crease.",
		"Fold the bottom corner up over both and crease. Take the card out, snip the notches at its corners, and burnish the creases.",
		"Glue the bottom flap along its two slanted edges, in thin lines; put the card back in before the glue takes, to see that it slides.",
		"Fold the top corner down over the back to close.",
	}
	return b, err
}
