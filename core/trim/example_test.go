package trim_test

import (
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// Twelve bases of 10 by 7 in from letter sheets: two would need 14 in of one
// side, so each sheet gives one, and the offcut is what is left.
func Example() {
	const in = measure.Inch
	plan, err := trim.Solve(trim.Problem{
		Pieces: []trim.Piece{{Name: "base", Size: card.Size{Width: 10 * in, Height: 7 * in}, Count: 12}},
		Sheets: []trim.Sheets{{Name: "letter", Size: card.Size{Width: 8*in + in/2, Height: 11 * in}, Count: trim.Unlimited}},
	})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(plan.Used, "sheets, proved fewest:", plan.Proved())
	for _, l := range plan.Layouts {
		for _, c := range l.Cuts {
			fmt.Println(l.Count, "times, cut", c.Number, "set to", c.Set.Text(measure.Inches))
		}
	}
	// Output:
	// 12 sheets, proved fewest: true
	// 12 times, cut 1 set to 7 in
	// 12 times, cut 2 set to 10 in
}
