package folding

import (
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Folded flat a sheet takes so many of its own calipers of its length, by a right angle half of that.
const (
	FlatFold   = math.Pi / 2
	RightAngle = math.Pi / 4
)

// RightAngles is by how many calipers a pair of right angles stands outside its scores, FlatFolds
// a pair of flat folds.
const (
	RightAngles = 2 - RightAngle
	FlatFolds   = 2 - FlatFold
)

// Stands is how far a closed envelope stands outside each of its outer scores, in millimetres.
func Stands(b *blank.Blank) float64 {
	c := b.Main().Stock.Caliper.MM()
	if b.Depth > 0 {
		return c * RightAngles / 2
	}
	return c * FlatFolds / 2
}

// Room is what a card needs between the scores beyond its own size across and along, and how
// high it needs the walls of a box, in millimetres.
type Room struct{ Across, Along, Deep float64 }

// Needs is the room a card of a thickness needs in a blank whose flaps lie at these levels.
func Needs(b *blank.Blank, levels []int, thickness float64) Room {
	c, flaps := b.Main().Stock.Caliper.MM(), b.Flaps()
	if b.Depth > 0 {
		return needsWalled(flaps, levels, thickness, c)
	}
	// Flattened, front and back close round a card where each is as wide as the card and half
	// its thickness at either end; a flap over others goes round them as well.
	out := Room{Across: thickness + FlatFold*c, Along: thickness + FlatFold*c}
	for i, f := range flaps {
		if under := float64(levels[i]-1) * c / 2; upright(f) {
			out.Across += under
		} else {
			out.Along += under
		}
	}
	return out
}

// needsWalled is the room in a box: its walls turn up inside their scores, and every tab
// but that of the mouth's wall lies inside the next wall.
func needsWalled(flaps []blank.Flap, levels []int, thickness, c float64) Room {
	out := Room{Across: RightAngle * c, Along: RightAngle * c}
	over := 0
	for i, f := range flaps {
		over = max(over, levels[i]-1)
		switch {
		case i == len(flaps)-1:
		case upright(f):
			out.Along += c
		default:
			out.Across += c
		}
	}
	out.Deep = thickness + RightAngle*c + float64(over)*c
	return out
}

// upright tells whether a flap folds across the drawing.
func upright(f blank.Flap) bool {
	return math.Abs(f.Base.A.X-f.Base.B.X) < math.Abs(f.Base.A.Y-f.Base.B.Y)
}

// DrawnIn is how much less the sides of a closed flat envelope are with a card of a thickness
// in it: its ends rise to half the card's thickness from where the card ends. Nothing for one
// with walls.
func DrawnIn(b *blank.Blank, thickness measure.Length) card.Size {
	if b.Depth > 0 {
		return card.Size{}
	}
	t := thickness.MM()
	side := func(room, inside measure.Length) measure.Length {
		legs := (room - inside).MM()
		return measure.FromMM(legs - math.Sqrt(max(legs*legs-t*t, 0)))
	}
	return card.Size{Width: side(b.Cavity.Width, b.Card.Width), Height: side(b.Cavity.Height, b.Card.Height)}
}
