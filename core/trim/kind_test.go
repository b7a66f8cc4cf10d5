package trim

import (
	"errors"
	"testing"

	"yellow-parcel/core/card"
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
