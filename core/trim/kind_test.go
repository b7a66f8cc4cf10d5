package trim

import (
	"errors"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// A piece without an area comes out of no sheet, and says so.
func TestAPieceWithoutAnArea(t *testing.T) {
	for _, size := range []card.Size{{}, {Width: base.Size.Width}, {Height: base.Size.Height}} {
		strip := Piece{Name: "strip", Size: size, Count: 3}
		var none *NoSheetError
		if made, err := Choose(Problem{Pieces: []Piece{base, strip}, Sheets: []Sheets{letter}}); !errors.As(err, &none) || none.Piece.Name != "strip" {
			t.Errorf("%v: %+v, %v", size, made, err)
		}
	}
}

// By hand: of a trimmer that cuts 6 mm at once, 20 sheets of 0.3 mm, one of board that is thicker, and one where either is not known.
func TestPilesByHand(t *testing.T) {
	mm := measure.Millimetre
	for _, c := range []struct {
		stack, caliper measure.Length
		want           int
	}{{6 * mm, 3 * mm / 10, 20}, {6 * mm, 4 * mm, 1}, {2 * mm, 3 * mm, 1}, {0, mm, 1}, {6 * mm, 0, 1}, {0, 0, 1}} {
		if got := (&Problem{Stack: c.stack}).Pile(c.caliper); got != c.want {
			t.Errorf("%s of %s: %d", c.stack.Text(measure.Millimetres), c.caliper.Text(measure.Millimetres), got)
		}
	}
}
