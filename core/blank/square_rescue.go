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
		Options: []Option{
			{Name: "from", Label: "Made from", Words: []string{"square", "straight"}}, {Name: "side_flap", Label: "Side flaps"}, {Name: "top_flap", Label: "Top flap"},
		},
		Variants: []Variant{
			{"straight", "with strips", Options{Words: map[string]string{"from": "straight"}}},
			{"square", "folded from a square, with strips", Options{Words: map[string]string{"from": "square"}}},
		},
		Rescue: true,
		make:   single(makeSquareRescue),
	}
}

// A sealed piece comes out a hair off what was scored; so many marks over the
// carrier's limit keep it a rectangle whatever the ruler at the counter says.
const ratioSpare = 2

// RescueLength is how long an envelope of a height must be for a ratio: up to the
// board's groove, and two marks more.
func (r Request) RescueLength(height measure.Length) measure.Length {
	return r.groove().Up(measure.FromMM(r.Ratio*height.MM())) + ratioSpare*r.groove().Step
}

func makeSquareRescue(req Request) (sheet, error) {
	if req.Ratio <= 1 {
		return sheet{}, unsuitable("the carriers of this job take a square piece without a surcharge")
	}
	if req.Card.Width <= req.Card.Height {
		req = req.turned()
	}
	room := req.cavity()
	long := req.RescueLength(room.Height)
	if room.Width >= long {
		return sheet{}, unsuitable("this card is no square to the post: its envelope is more than %s times as long as high", strconv.FormatFloat(req.Ratio, 'f', -1, 64))
	}
	room.Width = long
	var b sheet
	var err error
	if req.Options.word("from", "straight") == "square" {
		b, err = square{Request: req, room: room}.least()
	} else {
		b, err = rectangle{Request: req, room: room}.fold()
	}
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
