package grid

import (
	"math/rand"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

const in = measure.Inch

func TestClassicYields(t *testing.T) {
	letter, square, a4 := card.Size{Width: 17 * in / 2, Height: 11 * in}, card.Size{Width: 12 * in, Height: 12 * in}, card.Size{Width: 210 * measure.Millimetre, Height: 297 * measure.Millimetre}
	for _, c := range []struct {
		name         string
		sheet, piece card.Size
		want         int
	}{
		{"A2 book base from letter", letter, card.Size{Width: 17 * in / 2, Height: 11 * in / 2}, 2},
		{"5 x 7 book base from letter", letter, card.Size{Width: 10 * in, Height: 7 * in}, 1},
		{"5 x 7 tent base from letter", letter, card.Size{Width: 5 * in, Height: 14 * in}, 0},
		{"5 x 7 tent base from 12 x 12", square, card.Size{Width: 5 * in, Height: 14 * in}, 0},
		{"4 1/4 x 5 1/2 panels from letter", letter, card.Size{Width: 17 * in / 4, Height: 11 * in / 2}, 4},
		{"6 x 6 from 12 x 12", square, card.Size{Width: 6 * in, Height: 6 * in}, 4},
		{"A5 from A4", a4, card.Size{Width: 148 * measure.Millimetre, Height: 210 * measure.Millimetre}, 2},
	} {
		if got := Best(c.sheet, c.piece); got.Count() != c.want {
			t.Errorf("%s: %d, want %d", c.name, got.Count(), c.want)
		}
	}
}

func TestCutsAndOffcutsByHand(t *testing.T) {
	g := Best(card.Size{Width: 17 * in / 2, Height: 11 * in}, card.Size{Width: 10 * in, Height: 7 * in})
	// 7 wide and 10 high: a rip at 7 leaves 1 1/2 x 11, larger than the 8 1/2 x 1 a first crosscut would leave.
	want := []Cut{{7 * in, "width", 1}, {10 * in, "height", 1}}
	if !g.Turned || len(g.Cuts) != 2 || g.Cuts[0] != want[0] || g.Cuts[1] != want[1] {
		t.Fatalf("%+v", g)
	}
	if g.Offcuts[0] != (card.Size{Width: 3 * in / 2, Height: 11 * in}) || g.Offcuts[1] != (card.Size{Width: 7 * in, Height: in}) {
		t.Errorf("offcuts %+v", g.Offcuts)
	}
	whole := Best(card.Size{Width: 12 * in, Height: 12 * in}, card.Size{Width: 6 * in, Height: 6 * in})
	if len(whole.Offcuts) != 0 || whole.Cuts[0].Times != 1 || whole.Cuts[1].Times != 2 {
		t.Errorf("12 x 12 in quarters: %+v", whole)
	}
}

func TestAreasAddUpExactly(t *testing.T) {
	rng := rand.New(rand.NewSource(5))
	some := func(n int64) measure.Length { return in/16 + measure.Length(rng.Int63n(n*int64(in))) }
	for range 3000 {
		sheet, piece := card.Size{Width: some(18), Height: some(18)}, card.Size{Width: some(9), Height: some(9)}
		g := Best(sheet, piece)
		if g.Count() == 0 {
			continue
		}
		sum := int64(g.Count()) * piece.Area()
		for _, o := range g.Offcuts {
			sum += o.Area()
		}
		if sum != sheet.Area() {
			t.Fatalf("%v from %v: %d of %d", piece, sheet, sum, sheet.Area())
		}
	}
}
