package trim

import (
	"errors"
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// What one sheet gives is what a batch of so many takes from one sheet, and no
// batch of one more does: the base's own list and the batch's never differ.
func TestMostIsWhatABatchGets(t *testing.T) {
	const in = measure.Inch
	rng := rand.New(rand.NewPCG(2, 12))
	mixed := 0
	for range 150 {
		sheet := Sheets{Name: "sheet", Size: []card.Size{{Width: 17 * in / 2, Height: 11 * in}, {Width: 11 * in, Height: 17 * in}, {Width: 12 * in, Height: 12 * in}}[rng.IntN(3)]}
		piece := Piece{Name: "base", Size: card.Size{Width: measure.Length(40+rng.IntN(80)) * in / 16, Height: measure.Length(40+rng.IntN(120)) * in / 16}}
		limits := Limits{}
		if rng.IntN(3) == 0 {
			sheet.Grain, piece.Grain = Height, Width
		}
		if rng.IntN(3) == 0 {
			limits.Longest = 12 * in
		}
		n := 0
		if one := Most(sheet, piece, limits); one != nil {
			n = len(one.Layouts[0].Pieces)
			if c, r := one.Layouts[0].Grid(); c*r == 0 {
				mixed++
			}
		}
		sheet.Count = 1
		for _, count := range []int{n, n + 1} {
			if count == 0 {
				continue
			}
			piece.Count = count
			made, err := Solve(Problem{Pieces: []Piece{piece}, Sheets: []Sheets{sheet}, Limits: limits})
			var none *NoSheetError
			var reach *ReachError
			switch {
			case count == n && (err != nil || made.Used != 1):
				t.Errorf("%d of %v out of %v by itself, in a batch %v", n, piece.Size, sheet.Size, err)
			case count > n && !errors.Is(err, ErrShort) && !errors.As(err, &none) && !errors.As(err, &reach):
				t.Errorf("%d of %v out of %v by itself, in a batch one more: %v", n, piece.Size, sheet.Size, err)
			}
		}
	}
	if mixed < 5 {
		t.Errorf("only %d sheets lay pieces both ways", mixed)
	}
}
