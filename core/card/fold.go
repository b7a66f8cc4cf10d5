// Package card works out the card itself: the flat piece to cut, where to
// score it, the layers that step down from it, and which envelopes take it.
package card

import "yellow-parcel/core/measure"

// Size is a width and a height as the piece stands.
type Size struct{ Width, Height measure.Length }

// Turned is the size after a quarter turn.
func (s Size) Turned() Size { return Size{s.Height, s.Width} }

// Score is one crease on a flat piece: how far At it lies From an edge ("left" or "top").
type Score struct {
	From string
	At   measure.Length
}

// Flat is the piece to cut for a card: its size before folding, and its scores in order.
type Flat struct {
	Size
	Scores []Score
	Panels int // how many card faces thick the folded base is
}

// Fold is one way of making a card of a finished size.
type Fold struct {
	ID, Name string
	Says     string // one line on what is doubled
	cut      func(s Size) Flat
}

// Folds are the folds known, in the order they are offered.
func Folds() []Fold {
	return []Fold{
		{"book", "Book fold", "folds on the side, so the width is doubled", func(s Size) Flat {
			return Flat{Size{2 * s.Width, s.Height}, []Score{{"left", s.Width}}, 2}
		}},
		{"tent", "Tent fold", "folds on top, so the height is doubled", func(s Size) Flat {
			return Flat{Size{s.Width, 2 * s.Height}, []Score{{"top", s.Height}}, 2}
		}},
		{"flat", "Flat card", "is not folded, so nothing is doubled", func(s Size) Flat {
			return Flat{s, nil, 1}
		}},
	}
}

// FoldByID finds a fold by its identifier.
func FoldByID(id string) (Fold, bool) {
	for _, f := range Folds() {
		if f.ID == id {
			return f, true
		}
	}
	return Fold{}, false
}

// Flat is the piece to cut for a card of the finished size.
func (f Fold) Flat(finished Size) Flat { return f.cut(finished) }

// Inside is the finished size an envelope of the given size takes: smaller by
// the thickness and the ease each way, rounded down to the ruler. An envelope
// flattened to W closes round a card only when W is at least its width plus
// its thickness, so the thickness counts once.
func Inside(envelope Size, thickness, ease measure.Length, r measure.Ruler) Size {
	return Size{r.Down(envelope.Width - thickness - ease), r.Down(envelope.Height - thickness - ease)}
}

// Step is a layer's size: the piece below less the border on both sides, rounded down to the ruler.
func Step(below Size, border measure.Length, r measure.Ruler) Size {
	return Size{r.Down(below.Width - 2*border), r.Down(below.Height - 2*border)}
}
