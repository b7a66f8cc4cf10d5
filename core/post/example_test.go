package post_test

import (
	"fmt"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

const islandPost = `id: island
name: Island post
unit: mm
currency: EUR
stated: "2026-01-01"
notes: From the board at the ferry landing.
measuring: {side: 1 mm, thickness: 0.3 mm, weight: 1 g}
classes:
  - id: letter
    name: Letter
    note: The board's first row.
    limits:
      length: {max: 235 mm}
      height: {max: 125 mm}
      thickness: {max: 5 mm}
      weight: {max: 50 g}
    prices:
      effective: "2026-01-01"
      steps: [{to: 50 g, price: "1.10"}]
`

// A carrier is data: its classes are tried from the first, and the verdict says why.
func Example() {
	island, err := post.ReadCarrier([]byte(islandPost))
	if err != nil {
		fmt.Println(err)
		return
	}
	piece := post.Piece{Width: 180 * measure.Millimetre, Height: 120 * measure.Millimetre, Thickness: 2 * measure.Millimetre, Weight: 20 * measure.Gram}
	for _, thick := range []measure.Length{2, 5, 6} {
		piece.Thickness = thick * measure.Millimetre
		v := post.Judge(&island, piece)
		fmt.Println(thick, "mm:", v.State, v.Price.Text("EUR"))
	}
	// Output:
	// 2 mm: pass 1.10 EUR
	// 5 mm: check 1.10 EUR
	// 6 mm: refused 0.00 EUR
}
