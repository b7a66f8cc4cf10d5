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
		if !f.Endless {
			out = append(out, f.Makes(sheet, s)...)
		}
	}
	return out
}

// Makes are the sensible cards of the fold that divide a sheet evenly.
func (f Fold) Makes(sheet Size, s Shape) []Make {
	var own []Make
	for across := 1; across <= 4; across++ {
		for down := 1; down <= 4; down++ {
			for _, z := range f.Divide(sheet, s, across, down) {
				if z = within(z, s.Ruler); sensible(z) && !slices.ContainsFunc(own, func(m Make) bool { return m.Finished == z }) {
					own = append(own, Make{f, z, across, down})
				}
			}
		}
	}
	slices.SortStableFunc(own, func(a, b Make) int {
		return cmp.Or(cmp.Compare(a.PerSheet(), b.PerSheet()), cmp.Compare(b.Finished.Area(), a.Finished.Area()), cmp.Compare(b.Finished.Height, a.Finished.Height))
	})
	return own
}

// Divide are the largest cards of the fold that a sheet gives, cut into equal
// parts so many across and down, the parts lying either way.
func (f Fold) Divide(sheet Size, s Shape, across, down int) []Size {
	part := Size{sheet.Width / measure.Length(across), sheet.Height / measure.Length(down)}
	var out []Size
	for _, piece := range []Size{part, part.Turned()} {
		if z, ok := f.finished(piece, s); ok {
			out = append(out, z)
		}
	}
	return out
}

// within cuts a card that is too long to be sensible down to the longest that is.
func within(z Size, r measure.Ruler) Size {
	most := r.Down(min(mostSide, 26*min(z.Width, z.Height)/10))
	return Size{min(z.Width, most), min(z.Height, most)}
}

// finished is the largest card of a fold that a flat piece gives. A fold of a
// wider card never asks for less, so the widest is closed in on, mark by mark; a
// card too narrow for its own door or shorter panel asks for nothing.
func (f Fold) finished(piece Size, s Shape) (Size, bool) {
	z := Size{s.Ruler.Down(piece.Width), s.Ruler.Down(piece.Height)}
	side, whole := &z.Width, piece.Width
	if f.onTop || f.Hinge && s.OnTop {
		side, whole = &z.Height, piece.Height
	}
	fits := func(marks measure.Length) bool {
		*side = marks * s.Ruler.Step
		flat, err := f.Flat(z, s)
		return err != nil || flat.Width <= piece.Width && flat.Height <= piece.Height
	}
	low, high := measure.Length(0), whole/s.Ruler.Step+1
	for low+1 < high {
		if mid := (low + high) / 2; fits(mid) {
			low = mid
		} else {
			high = mid
		}
	}
	*side = low * s.Ruler.Step
	flat, err := f.Flat(z, s)
	if err != nil || flat.Width > piece.Width || flat.Height > piece.Height {
		return z, false
	}
	if len(s.Widths) > 0 && f.Endless {
		*side = min(*side, slices.Max(flat.Widths))
	}
	return z, true
}
