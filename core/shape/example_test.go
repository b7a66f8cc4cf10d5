package shape_test

import (
	"fmt"

	"yellow-parcel/core/shape"
)

// A flap of 60 by 40 mm above a front panel is folded over the crease between them,
// and laps a second one that is folded up from below by 10 mm.
func Example() {
	crease, foot := shape.Line{B: shape.Point{X: 60}}, shape.Line{A: shape.Point{Y: 70}, B: shape.Point{X: 60, Y: 70}}
	above := shape.Rect(0, -40, 60, 0).Mirror(crease)
	below := shape.Rect(0, 70, 60, 110).Mirror(foot)
	lo, hi := above.Bounds()
	fmt.Printf("over the panel from %.0f to %.0f mm\n", lo.Y, hi.Y)
	lap := above.Intersect(below)
	fmt.Printf("the flaps lie %.0f mm on each other, %.0f mm2\n", lap.Width(), lap.Area())
	// Output:
	// over the panel from 0 to 40 mm
	// the flaps lie 10 mm on each other, 600 mm2
}
