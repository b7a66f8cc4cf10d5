package trim

import "yellow-parcel/core/measure"

// leastTrouble is the fewest moves and layouts there could be: a layout, and the
// settings that the piece asks for that asks for most.
func (v *task) leastTrouble() int {
	moves := 0
	for k := range v.kinds {
		fewest := 2
		for s := range v.p.Sheets {
			one, sheet := v.kinds[k].Size, v.p.Sheets[s].Size
			if v.kinds[k].Up[s] {
				fewest = min(fewest, settingsFor(sheet.Width, sheet.Height, one.Width, one.Height))
			}
			if v.kinds[k].Side[s] {
				fewest = min(fewest, settingsFor(sheet.Width, sheet.Height, one.Height, one.Width))
			}
		}
		moves = max(moves, fewest)
	}
	return moves + 1
}

// settingsFor is how many settings of the guide a piece asks for at least, out of a
// sheet that it lies in one way: none where it is the sheet, one for one side, and for
// both sides two unless one setting gives both: as what is cut off, or as what is left
// once so many times as much was. The guide is set at sizes of pieces alone.
func settingsFor(width, height, wide, high measure.Length) int {
	switch {
	case width == wide && height == high:
		return 0
	case width == wide || height == high:
		return 1
	}
	gives := func(set measure.Length, side, of measure.Length) bool {
		return set == of || set > 0 && (side-of)%set == 0
	}
	for _, set := range []measure.Length{wide, high} {
		if gives(set, width, wide) && gives(set, height, high) {
			return 1
		}
	}
	return 2
}

// leastMoney is the least there could be to pay: so many sheets, each the cheapest.
func (v *task) leastMoney(sheets int) measure.Money {
	if !v.priced || len(v.p.Sheets) == 0 {
		return 0
	}
	cheapest := v.p.Sheets[0].Price
	for _, s := range v.p.Sheets {
		cheapest = min(cheapest, s.Price)
	}
	return cheapest * measure.Money(sheets)
}
