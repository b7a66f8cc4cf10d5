// Package say writes figures as a maker reads them: lengths in the job's unit and on
// its ruler, sums as they add up on paper, sentences with their places filled.
package say

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/words"
)

// Say writes figures as a job's maker reads them: in its unit, on its ruler.
type Say struct {
	Unit  measure.Unit
	Ruler measure.Ruler
	Brief bool // lengths are written in the job's unit alone, but for figures
}

// LengthOf writes a length in a unit, for a ruler of the usual graduation.
func LengthOf(l measure.Length, u measure.Unit) document.Length {
	return Say{Unit: u, Ruler: measure.DefaultRuler(u)}.Length(l)
}

func (s Say) Length(l measure.Length) document.Length {
	if s.Brief {
		return s.Marked(document.Length{Text: l.Text(s.Unit), In: l.In(), MM: l.MM()}, l)
	}
	return s.Full(l)
}

// Full is a length in both units.
func (s Say) Full(l measure.Length) document.Length {
	out := document.Length{In: l.In(), MM: l.MM()}
	out.Text, out.Alt = l.Texts(s.Unit)
	return s.Marked(out, l)
}

// Marked adds the nearest ruler mark to a length that falls between two.
func (s Say) Marked(out document.Length, l measure.Length) document.Length {
	if s.Ruler.Down(l) != l {
		out.Mark = s.Ruler.Nearest(l).Text(s.Unit)
	}
	return out
}

// CutDown is the length of something cut from a sheet: its mark never lies above it.
func CutDown(s Say, l document.Length, of measure.Length) document.Length {
	if l.Mark != "" {
		l.Mark = s.Ruler.Down(of).Text(s.Unit)
	}
	return l
}

func (s Say) Size(z card.Size) document.Size {
	return document.Size{Width: s.Length(z.Width), Height: s.Length(z.Height)}
}

func (s Say) Text(l measure.Length) string { return l.Text(s.Unit) }

// Bare is a length without its unit, for sums in which the last figure carries it.
func (s Say) Bare(l measure.Length) string { return l.Bare(s.Unit) }

// SizeText is a size with its unit once: "9 7/8 × 7 3/16 in".
func (s Say) SizeText(z card.Size) string { return z.Text(s.Unit) }

// ComesTo is the sign before what a sum comes to: "=" where its terms, as they
// are shown, add up to it, "≈" where rounding leaves something over.
func ComesTo(shown float64, total float64) string {
	if math.Abs(shown-total) < 1e-6 {
		return " = "
	}
	return " ≈ "
}

// Rounded ends a sum: what its terms, which come to so much as they are shown,
// come to exactly, and where that met the ruler.
func (s Say) Rounded(terms string, shown float64, exact, marked measure.Length, way string) string {
	line := terms + ComesTo(shown, exact.Shown(s.Unit))
	if exact == marked {
		return line + s.Text(exact)
	}
	return line + s.Text(exact) + ", " + way + " to " + s.Text(marked) + " on the ruler"
}

// Less is one length less another, and what is left.
func (s Say) Less(a, b, left measure.Length) string {
	return s.Bare(a) + " − " + s.Bare(b) + ComesTo(a.Shown(s.Unit)-b.Shown(s.Unit), left.Shown(s.Unit)) + s.Text(left)
}

func (s Say) Figure(key string, l measure.Length) document.Figure {
	return document.Figure{Key: key, Length: s.Full(l)}
}

func (s Say) Both(key string, z card.Size) []document.Figure {
	return []document.Figure{s.Figure(key+".width", z.Width), s.Figure(key+".height", z.Height)}
}

// Decimal is an irrational result, always in decimals.
func (s Say) Decimal(l measure.Length) string { return Decimal(l, s.Unit) }

func Decimal(l measure.Length, u measure.Unit) string {
	if u == measure.Millimetres {
		return fmt.Sprintf("%.2f mm", l.MM())
	}
	return fmt.Sprintf("%.3f in", l.In())
}

// Near writes a length by the marks of the job's ruler: no decimals that the ruler
// cannot show. On a ruler of the other system it is written as it is.
func (s Say) Near(l measure.Length) string {
	mark := s.Ruler.Down(l)
	switch {
	case mark == l || s.Ruler.Unit != s.Unit:
		return s.Text(l)
	case mark == 0:
		return "under " + s.Text(s.Ruler.Step)
	}
	return "a little over " + s.Text(mark)
}

// SmallArea writes the area of a hole: to the square millimetre, or in hundredths
// of a square inch, of which a hole of some size has at least one.
func (s Say) SmallArea(mm2 float64) string {
	switch {
	case s.Unit == measure.Millimetres:
		return fmt.Sprintf("%.0f mm²", mm2)
	case mm2 < 0.5:
		return "0 sq in"
	}
	return fmt.Sprintf("%.2f sq in", max(mm2/645.16, 0.01))
}

func (s Say) Area(mm2 float64) string {
	if s.Unit == measure.Millimetres {
		return fmt.Sprintf("%.0f cm²", mm2/100)
	}
	return fmt.Sprintf("%.0f sq in", mm2/645.16)
}

// Fill puts figures and names in a sentence's places {0}, {1} and so on. What a
// name says is put in as it is, braces and all.
func (s Say) Fill(sentence string, with ...any) string {
	return words.Filled(sentence, func(place string) (string, bool) {
		i, ok := placeOf(place, len(with))
		if !ok {
			return "", false
		}
		switch v := with[i].(type) {
		case measure.Length:
			return s.Text(v), true
		case card.Size:
			return s.SizeText(v), true
		case words.Thing:
			return words.Lower(string(v)), true
		}
		return fmt.Sprint(with[i]), true
	})
}

// Sentence is fill with lengths alone.
func (s Say) Sentence(text string, with []measure.Length) string {
	return words.Filled(text, func(place string) (string, bool) {
		i, ok := placeOf(place, len(with))
		if !ok {
			return "", false
		}
		return s.Text(with[i]), true
	})
}

// placeOf is which of so many values a place in a sentence is for.
func placeOf(place string, values int) (int, bool) {
	i, err := strconv.Atoi(place)
	return i, err == nil && i >= 0 && i < values
}

// Sheets counts sheets of paper.
func Sheets(n int) string { return fmt.Sprintf("%d %s", n, words.Plural(n, "sheet")) }

// Times says how often.
func Times(n int) string {
	if n == 1 {
		return "once"
	}
	return fmt.Sprintf("%d times", n)
}

// Pieces counts pieces.
func Pieces(n int) string { return fmt.Sprintf("%d %s", n, words.Plural(n, "piece")) }

// Line is a line of the cut list.
func Line(station, key, label, note string, working []string, figures ...document.Figure) document.Answer {
	a := document.Answer{Key: key, Station: station, Label: label, Note: note, Working: working, Figures: figures}
	parts := make([]string, 0, 6)
	parts = append(parts, label, " ")
	for i, f := range figures {
		if i > 0 {
			parts = append(parts, " × ")
		}
		parts = append(parts, f.Text)
	}
	if note != "" {
		parts = append(parts, " ", note)
	}
	a.Copy = strings.Join(parts, "")
	return a
}
