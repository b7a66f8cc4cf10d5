package proof

import (
	"math"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// everyUsual is every variant of every style, for cards that makers make, of the usual ease and
// seam, on every ruler from an eighth of an inch on.
func everyUsual(t *testing.T, hand blank.Hand, visit func(what string, b blank.Blank, thick measure.Length)) {
	t.Helper()
	for _, ruler := range []string{"1/8 in", "1/16 in", "1/32 in", "1/64 in", "1 mm", "0.5 mm"} {
		r, err := measure.ParseRuler(ruler)
		if err != nil {
			t.Fatal(ruler, err)
		}
		for _, z := range []card.Size{{Width: 5 * in, Height: 7 * in}, {Width: 4*in + in/4, Height: 5*in + in/2}, {Width: 6 * in, Height: 6 * in}, {Width: 3*in + in/2, Height: 8*in + in/2}} {
			for _, thick := range []measure.Length{in / 32, in / 8, in / 4, in / 2} {
				for _, style := range blank.Styles() {
					for _, v := range style.Variants {
						req := asked(r, z, thick, v.Options)
						req.Hand = hand
						// The rule of thumb has no room to spare for every card.
						if b, err := style.Make(req); err == nil && Fold(b, thick).OK {
							visit(style.ID+" "+v.ID+", ruler "+ruler, b, thick)
						}
					}
				}
			}
		}
	}
}

// A usual size comes out, whatever the ruler: of a careful hand, and of one that is off by
// twice as much. What a hand is certain of never fails either.
func TestEveryUsualSizeComesOut(t *testing.T) {
	made, certain := 0, 0
	for _, off := range []measure.Length{in / 32, in / 16} {
		everyUsual(t, even(off), func(what string, b blank.Blank, thick measure.Length) {
			made++
			got := Try(b, thick, even(off), 300, 1)
			if got.OK < 285 {
				t.Errorf("%s, %v thick, off by %s: %d of 300, weakest %s", what, thick, off.Text(measure.Inches), got.OK, got.Weakest)
			}
			if sure := Sure(b, thick, in/64); sure > 0 {
				certain++
				if got := Try(b, thick, even(sure), 100, 7); got.OK != 100 {
					t.Errorf("%s, %v thick: certain to %s, yet %d of 100", what, thick, sure.Text(measure.Inches), got.OK)
				}
			}
		})
	}
	t.Logf("%d blanks, %d certain by some", made, certain)
	if made < 1000 || certain < made*9/10 {
		t.Errorf("%d blanks, %d certain by some", made, certain)
	}
}

// A room with less to spare than a hand strays, by its closed form: two scores that are off by
// up to s each are together short of m with a chance of (2s - m)^2 / 8s^2. It is the same on every ruler.
func TestTrialsOfRoomByTheirClosedForm(t *testing.T) {
	sum, n := 0.0, 0
	for _, ruler := range []string{"1/8 in", "1/64 in", "0.5 mm"} {
		r, err := measure.ParseRuler(ruler)
		if err != nil {
			t.Fatal(err)
		}
		for _, id := range []string{"straight-fold", "corner-fold"} {
			for k := range 10 {
				style, _ := blank.StyleByID(id)
				req := asked(r, card.Size{Width: 5 * in, Height: 7 * in}, 0, blank.Options{})
				b, err := style.Make(req)
				if err != nil {
					t.Fatal(err)
				}
				scores := 2.0 // mm
				spare := scores * float64(k) / 6
				hand := blank.Hand{Cut: measure.FromMM(0.1), Score: measure.FromMM(scores)}
				trier := newTrier(b, 0, hand, uint64(k))
				lo, hi := b.Inside.Bounds()
				trier.width, trier.height = hi.X-lo.X-spare+slack, 0
				const runs = 1000
				trier.tries(runs)
				short := math.Pow(2*scores-spare, 2) / (8 * scores * scores)
				z := (float64(trier.failed["cavity-width"]) - runs*short) / math.Sqrt(runs*short*(1-short))
				if math.Abs(z) > 3.5 {
					t.Errorf("%s on %s, %.2f mm to spare: %d of %d short, by its closed form %.0f (z %.1f)", id, ruler, spare, trier.failed["cavity-width"], runs, runs*short, z)
				}
				sum += z * z
				n++
			}
		}
	}
	if mean := sum / float64(n); n != 60 || mean < 0.6 || mean > 1.5 {
		t.Errorf("%d cases, mean z² %.2f", n, mean)
	}
}

// By hand: the sliver of 1/16 in off the back's sides is used up by a cut and a fold that are 1/32 in
// off towards each other; the fold itself stands out by the hair that the corner leans.
func TestHowFarAHandMayBeOff(t *testing.T) {
	straight, _ := blank.StyleByID("straight-fold")
	b, err := straight.Make(asked(measure.DefaultRuler(measure.Inches), card.Size{Width: 5 * in, Height: 7 * in}, 0, blank.Options{}))
	if err != nil {
		t.Fatal(err)
	}
	if got := Sure(b, 0, in/64); got != in/32 {
		t.Errorf("%s", got.Text(measure.Inches))
	}
	// A bought envelope cut down loses four cuts of its 1/4 in, less what two folds of its paper take.
	cut, _ := blank.StyleByID("cut-down")
	short, err := cut.Make(asked(measure.DefaultRuler(measure.Inches), card.Size{Width: 4 * in, Height: 5 * in}, 0, blank.Options{}))
	if err != nil {
		t.Fatal(err)
	}
	lo, hi := short.Inside.Bounds()
	spare := measure.FromMM(hi.X-lo.X) - short.Card.Width
	if got := Sure(short, 0, in/64); spare != in/4 || got != 3*in/64 {
		t.Errorf("cut down with %s to spare: %s", spare.Text(measure.Inches), got.Text(measure.Inches))
	}
}
