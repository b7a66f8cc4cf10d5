package card

import (
	"math"
	"testing"

	"yellow-parcel/core/measure"
)

func TestHoldsAndShareByHand(t *testing.T) {
	in := measure.Inch
	for _, c := range []struct {
		a, b Size
		want bool
	}{
		{Size{5 * in, 7 * in}, Size{5 * in, 7 * in}, true}, {Size{5 * in, 7 * in}, Size{4 * in, 7 * in}, true}, {Size{5 * in, 7 * in}, Size{5 * in, 6 * in}, true},
		{Size{5 * in, 7 * in}, Size{6 * in, 2 * in}, false}, {Size{5 * in, 7 * in}, Size{2 * in, 8 * in}, false},
	} {
		if got := c.a.Holds(c.b); got != c.want {
			t.Errorf("%v holds %v: %v", c.a, c.b, got)
		}
	}
	// A card of 0.6 mm with a bump of 4 mm and one of 2: half as far out.
	m := Lay(Size{5 * in, 7 * in}, []Element{{Width: 5 * in, Height: 7 * in, Thick: of(0.6)}, {Width: in, Height: in, Thick: of(4)}, {X: 3 * in, Y: 3 * in, Width: in, Height: in, Thick: of(2)},
		{X: -in, Y: 5 * in, Width: 2 * in, Height: in, Thick: of(0.1)}})
	for _, c := range m.Cells {
		want := map[measure.Length]float64{of(0.6): 0, of(4.6): 1, of(2.6): 0.5}
		if w, known := want[c.Thick]; known && math.Abs(m.Share(c)-w) > 1e-9 {
			t.Errorf("%v mm thick: %v, want %v", c.Thick.MM(), m.Share(c), w)
		}
	}
	if m.Left != in || m.Right != 0 || m.Top != 0 || m.Bottom != 0 {
		t.Errorf("pokes out %v, %v, %v, %v", m.Left, m.Right, m.Top, m.Bottom)
	}
	// One even to half a millimetre stays pale: its highest place is half of a millimetre out.
	even := Lay(Size{in, in}, []Element{{Width: in, Height: in, Thick: of(1)}, {Width: in / 2, Height: in, Thick: of(0.5)}})
	if s := even.Share(even.Thickest); math.Abs(s-0.5) > 1e-9 {
		t.Errorf("share %v", s)
	}
}

// Calipers lie on the lines between the weights of the table: 150 g lies 30/56 of the way from 120 to 176.
func TestCalipersByHand(t *testing.T) {
	for gsm, mm := range map[float64]float64{40: 0.05, 80: 0.10, 100: 0.12, 150: 0.145 + 0.105*30/56, 216: 0.30, 243: 0.335, 297: 0.40, 324: 0.43} {
		if got := (Paper{GSM: gsm}).Caliper().MM(); math.Abs(got-mm) > 1e-3 {
			t.Errorf("%v g/m2: %v mm, want %v", gsm, got, mm)
		}
	}
}

// What a sheet gives is a card: no side under 2 1/2 in or over 9 1/2 in, no more
// than 2.6 times as long as wide; and what is just such a card is given.
func TestWhatASheetGivesIsACard(t *testing.T) {
	s := Shape{Ruler: measure.DefaultRuler(measure.Inches), Panels: 2, Short: measure.Inch / 16}
	longest := 0.0
	for w := 4; w < 30; w++ {
		for h := w; h < 30; h += 3 {
			for _, m := range Makes(Size{measure.Length(w) * measure.Inch, measure.Length(h) * measure.Inch}, s) {
				short, long := min(m.Finished.Width, m.Finished.Height).In(), max(m.Finished.Width, m.Finished.Height).In()
				if short < 2.5 || long > 9.5 || long > 2.6*short+1e-9 {
					t.Fatalf("%v x %v", short, long)
				}
				longest = max(longest, long/short)
			}
		}
	}
	if longest < 2.55 {
		t.Errorf("the slimmest is %v times as long as wide", longest)
	}
}
