package proof_test

import (
	"fmt"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
)

// A square an eighth of an inch smaller than it has to be is folded, and says what is
// wrong: 9 1/4 − (5 1/4 + 7 1/4) ÷ √2 leaves 0.411 in, 10.44 mm, and scores on ruler
// marks take a little more of the side seams.
func Example() {
	style, _ := blank.StyleByID("corner-fold")
	ask := blank.Request{
		Card: card.Size{Width: 5 * measure.Inch, Height: 7 * measure.Inch}, Ease: measure.Inch / 4, Seam: measure.Inch / 2, Ruler: measure.DefaultRuler(measure.Inches),
		Options: blank.Options{Lengths: map[string]measure.Length{"size": 37 * measure.Inch / 4}},
	}
	b, err := style.Make(ask)
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, c := range proof.Fold(b, 0).Checks {
		if !c.OK {
			fmt.Printf("%s: %.2f mm, at least %.2f\n", c.Code, c.Value, c.Limit)
		}
	}
	// Output:
	// seam: 8.88 mm, at least 12.70
	// closure: 10.44 mm, at least 12.70
}
