package blank

import (
	"yellow-parcel/core/measure"
)

// wrap is folded by eye round the card itself: only the square is measured.
func wrap() Style {
	return Style{
		ID: "wrap", Name: "Fold by eye", ByEye: true,
		Variants: []Variant{{"square", "round the card", Options{}}},
		Says: map[string]string{
			"cut":    "Cut a square of {0} and lay it with a corner towards you, the side that shows face down.",
			"lay":    "Lay the card in the very middle, its corners pointing at the edges; the space beyond its four sides comes to the same, left and right, top and bottom.",
			"sides":  "Fold the left corner over the card, then the right; leave room to slide a fingernail beside the card, and crease.",
			"bottom": "Fold the bottom corner up over both and crease. Take the card out, snip the notches at its corners, and burnish the creases.",
			"glue":   "Glue the bottom flap along its two slanted edges, in thin lines; put the card back in before the glue takes, to see that it slides.",
			"close":  "Fold the top corner down over the back to close.",
		},
		make: single(makeWrap),
	}
}

// makeWrap folds with less ease than scores would need, since the card itself
// is the gauge, and never takes a smaller square than the rule of thumb.
func makeWrap(req Request) (sheet, error) {
	req.Ease = min(req.Ease, usual(req.Ruler, measure.Inch/8, 3*measure.Millimetre))
	room := req.cavity()
	req.Groove, req.Jig, req.Reach = measure.Micrometre, 0, 0 // by eye, the panel lies in the very middle
	q := square{Request: req, room: room, sized: ByThumb}
	b, err := q.cut(max(req.Ruler.Up(q.minimum()), req.Ruler.Up(ThumbSquare(req.Card, req.Ruler))))
	b.ByEye, b.Creases = true, nil
	b.Steps = []Saying{{"cut", []measure.Length{b.Width}}, {Name: "lay"}, {Name: "sides"}, {Name: "bottom"}, {Name: "glue"}, {Name: "close"}}
	return b, err
}
