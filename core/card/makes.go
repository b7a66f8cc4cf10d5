package card

import (
	"cmp"
	"slices"

	"yellow-parcel/core/measure"
)

// Make is a card that comes out of a sheet: its finished size, its fold, and
// how many the sheet gives when it is cut across and down into equal parts.
type Make struct {
	Fold         Fold
	Finished     Size
	Across, Down int
}

// PerSheet is how many come out of the sheet.
func (m Make) PerSheet() int { return m.Across * m.Down }

// What counts as a card: no side under 2 1/2 in or over 9 1/2 in, and no more than 2.6 times as long as wide.
const (
	leastSide = 5 * measure.Inch / 2
	mostSide  = 19 * measure.Inch / 2
)

func sensible(z Size) bool {
	short, long := min(z.Width, z.Height), max(z.Width, z.Height)
	return short >= leastSide && long <= mostSide && 10*long <= 26*short
}

// Makes are the sensible cards that divide a sheet evenly, both ways round, by
// fold and then largest first. Sizes are rounded down to the ruler.
func Makes(sheet Size, s Shape) []Make {
	var out []Make
	for _, f := range Folds() {
		if f.Endless {
			continue
		}
		var own []Make
		for across := 1; across <= 4; across++ {
			for down := 1; down <= 4; down++ {
				part := Size{sheet.Width / measure.Length(across), sheet.Height / measure.Length(down)}
				for _, piece := range []Size{part, part.Turned()} {
					z, ok := f.finished(piece, s)
					if ok && sensible(z) && !slices.ContainsFunc(own, func(m Make) bool { return m.Finished == z }) {
						own = append(own, Make{f, z, across, down})
					}
				}
			}
		}
		slices.SortStableFunc(own, func(a, b Make) int {
			return cmp.Or(cmp.Compare(a.PerSheet(), b.PerSheet()), cmp.Compare(b.Finished.Height, a.Finished.Height))
		})
		out = append(out, own...)
	}
	return out
}

// finished is the largest card of a fold that a flat piece gives.
func (f Fold) finished(piece Size, s Shape) (Size, bool) {
	one, err := f.Flat(Size{measure.Inch, measure.Inch}, s)
	if err != nil {
		return Size{}, false
	}
	// A fold multiplies one side, and may take a little off; the rest is tried on the ruler.
	across, down := one.Width/measure.Inch, one.Height/measure.Inch
	if one.Width%measure.Inch != 0 {
		across++
	}
	if one.Height%measure.Inch != 0 {
		down++
	}
	z := Size{s.Ruler.Down(piece.Width / across), s.Ruler.Down(piece.Height / down)}
	for _, more := range []Size{{z.Width + s.Ruler.Step, z.Height}, {z.Width, z.Height + s.Ruler.Step}} {
		if flat, err := f.Flat(more, s); err == nil && flat.Width <= piece.Width && flat.Height <= piece.Height {
			z = more
		}
	}
	flat, err := f.Flat(z, s)
	return z, err == nil && flat.Width <= piece.Width && flat.Height <= piece.Height
}
