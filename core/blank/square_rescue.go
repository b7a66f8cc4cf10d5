package blank

import (
	"strconv"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// squareRescue is a longer envelope for a card the post would find too square,
// with two strips that hold the card in the middle.
func squareRescue() Style {
	return Style{
		ID: "square-rescue", Name: "Rectangle for a square card",
		Options:  []Option{{Name: "side_flap", Label: "Side flaps"}, {Name: "top_flap", Label: "Top flap"}},
		Variants: []Variant{{"straight", "with strips", Options{}}},
		make:     makeSquareRescue,
	}
}

// A sealed piece comes out a hair off what was scored; this much over the
// carrier's limit keeps it a rectangle whatever the ruler at the counter says.
const (
	ratioSpareInch   = measure.Inch / 8
	ratioSpareMetric = 3 * measure.Millimetre
)

func makeSquareRescue(req Request) (Blank, error) {
	if req.Ratio <= 1 {
		return Blank{}, unsuitable("the carriers of this job take a square piece without a surcharge")
	}
	if req.Card.Width < req.Card.Height {
		req.Card = req.Card.Turned()
	}
	room := req.cavity()
	long := req.groove().Up(measure.FromMM(req.Ratio*room.Height.MM()) + usual(req.Ruler, ratioSpareInch, ratioSpareMetric))
	if room.Width >= long {
		return Blank{}, unsuitable("this card is no square to the post: its envelope is more than %s times as long as high", strconv.FormatFloat(req.Ratio, 'f', -1, 64))
	}
	room.Width = long
	b, err := rectangle{Request: req, room: room}.fold()
	if err == nil {
		b.Strips = Strips(b.Inside, b.Card, req.Thickness, req.Ruler)
	}
	return b, err
}

// Strips are two strips of adhesive foam to the left and right of the card in
// its envelope, as high as half the card, that keep it from sliding along. None
// where the card is not loose. The cavity is the rectangle inside.
func Strips(inside shape.Polygon, lying card.Size, thickness measure.Length, r measure.Ruler) []shape.Polygon {
	lo, hi := inside.Bounds()
	spare := measure.FromMM(hi.X-lo.X) - lying.Width - thickness
	if spare <= card.LooseSlack {
		return nil
	}
	wide := min(usual(r, measure.Inch/2, 12*measure.Millimetre), r.Down((spare-card.UsualEase/2)/2)).MM()
	half := r.Down(lying.Height / 2).MM()
	mid := shape.Mid(lo, hi)
	edge := (lying.Width+thickness).MM()/2 + usual(r, measure.Inch/16, measure.Millimetre).MM()
	return []shape.Polygon{
		shape.Rect(mid.X-edge-wide, mid.Y-half/2, mid.X-edge, mid.Y+half/2),
		shape.Rect(mid.X+edge, mid.Y-half/2, mid.X+edge+wide, mid.Y+half/2),
	}
}
