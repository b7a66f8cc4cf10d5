package brief

import "yellow-parcel/core/measure"

// Bounds of what a maker could mean; outside them a figure is a slip of the
// keys. Inch and Metric are what one might give, within them.
type Bounds struct {
	Least, Most  measure.Length
	Inch, Metric string
}

// Example is a length a maker might give.
func (b Bounds) Example(u measure.Unit) string {
	if u == measure.Millimetres {
		return b.Metric
	}
	return b.Inch
}

// What each kind of figure may be.
var (
	Pieces    = Bounds{measure.Inch / 2, 48 * measure.Inch, "5 1/2 in", "140 mm"}
	Borders   = Bounds{measure.Inch / 64, 12 * measure.Inch, "1/8 in", "3 mm"}
	thickness = Bounds{0, 6 * measure.Inch, "1/8 in", "3 mm"}
	eases     = Bounds{0, 3 * measure.Inch, "1/8 in", "3 mm"}
	flaps     = Bounds{0, 24 * measure.Inch, "1/8 in", "3 mm"}
	doors     = Bounds{measure.Inch / 4, 48 * measure.Inch, "5 1/2 in", "140 mm"}
	reaches   = Bounds{measure.Inch, 120 * measure.Inch, "12 in", "320 mm"}
	piles     = Bounds{measure.Inch / 64, 12 * measure.Inch, "1/2 in", "12 mm"}
	boards    = Bounds{6 * measure.Inch, 120 * measure.Inch, "12 in", "300 mm"}
	hands     = Bounds{0, measure.Inch / 4, "1/32 in", "0.5 mm"}
	pitches   = Bounds{measure.Millimetre / 4, measure.Inch, "1/16 in", "5 mm"}
	jigs      = Bounds{0, 6 * measure.Inch, "1/8 in", "3 mm"}
	mats      = Bounds{0, 2 * measure.Inch, "1/8 in", "3 mm"}
	slots     = Bounds{measure.Inch / 64, 6 * measure.Inch, "1/8 in", "3 mm"}
	places    = Bounds{-6 * measure.Inch, 48 * measure.Inch, "1/8 in", "3 mm"}
	trims     = Bounds{measure.Inch / 64, 48 * measure.Inch, "1/8 in", "3 mm"}
	things    = Bounds{0, 3 * measure.Inch, "1/8 in", "3 mm"}
	calipers  = Bounds{measure.Millimetre / 50, 5 * measure.Millimetre, "0.005 in", "0.12 mm"}
)
