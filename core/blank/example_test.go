package blank_test

import (
	"fmt"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
)

// A square of paper for a 5 by 7 in card: the formula gives 9.339 in, the ruler
// 9 3/8, and folding it on paper that is only numbers shows that it closes.
func Example() {
	style, _ := blank.StyleByID("corner-fold")
	b, err := style.Make(blank.Request{
		Card: card.Size{Width: 5 * measure.Inch, Height: 7 * measure.Inch}, Ease: measure.Inch / 4, Seam: measure.Inch / 2,
		Ruler: measure.DefaultRuler(measure.Inches), Paper: blank.EnvelopePaper, Board: blank.CoverStock,
	})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println("cut a square of", b.Main().Width.Text(measure.Inches))
	for _, c := range b.Main().Creases {
		fmt.Println("score for the", c.Flap, "flap at", c.Reading.Text(measure.Inches), "from the", c.From)
	}
	fmt.Println("closes:", proof.Fold(b, 0).OK)
	// Output:
	// cut a square of 9 3/8 in
	// score for the left flap at 4 in from the left corner
	// score for the right flap at 9 1/4 in from the left corner
	// score for the top flap at 3 in from the top corner
	// score for the bottom flap at 10 1/4 in from the top corner
	// closes: true
}
