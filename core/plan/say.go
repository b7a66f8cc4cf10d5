package plan

import (
	"fmt"
	"math"

	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/words"
)

// say writes figures as a job's maker reads them: in its unit, on its ruler.
type say struct {
	unit  measure.Unit
	ruler measure.Ruler
	brief bool // lengths are written in the job's unit alone, but for figures
}

// LengthOf writes a length in a unit, for a ruler of the usual graduation.
func LengthOf(l measure.Length, u measure.Unit) document.Length {
	return say{unit: u, ruler: measure.DefaultRuler(u)}.length(l)
}

func (s say) length(l measure.Length) document.Length {
	if s.brief {
		return s.marked(document.Length{Text: l.Text(s.unit), In: l.In(), MM: l.MM()}, l)
	}
	return s.full(l)
}

// full is a length in both units.
func (s say) full(l measure.Length) document.Length {
	out := document.Length{In: l.In(), MM: l.MM()}
	out.Text, out.Alt = l.Texts(s.unit)
	return s.marked(out, l)
}

// marked adds the nearest ruler mark to a length that falls between two.
func (s say) marked(out document.Length, l measure.Length) document.Length {
	if s.ruler.Down(l) != l {
		out.Mark = s.ruler.Nearest(l).Text(s.unit)
	}
	return out
}

// cutDown is the length of something cut from a sheet: its mark never lies above it.
func cutDown(s say, l document.Length, of measure.Length) document.Length {
	if l.Mark != "" {
		l.Mark = s.ruler.Down(of).Text(s.unit)
	}
	return l
}

func (s say) size(z card.Size) document.Size {
	return document.Size{Width: s.length(z.Width), Height: s.length(z.Height)}
}

func (s say) text(l measure.Length) string { return l.Text(s.unit) }

// bare is a length without its unit, for sums in which the last figure carries it.
func (s say) bare(l measure.Length) string { return l.Bare(s.unit) }

// sizeText is a size with its unit once: "9 7/8 × 7 3/16 in".
func (s say) sizeText(z card.Size) string { return z.Text(s.unit) }

// comesTo is the sign before what a sum comes to: "=" where its terms, as they
// are shown, add up to it, "≈" where rounding leaves something over.
func comesTo(shown float64, total float64) string {
	if math.Abs(shown-total) < 1e-6 {
		return " = "
	}
	return " ≈ "
}

// rounded ends a sum: what its terms, which come to so much as they are shown,
// come to exactly, and where that met the ruler.
func (s say) rounded(terms string, shown float64, exact, marked measure.Length, way string) string {
	line := terms + comesTo(shown, exact.Shown(s.unit))
	if exact == marked {
		return line + s.text(exact)
	}
	return line + s.text(exact) + ", " + way + " to " + s.text(marked) + " on the ruler"
}

func (s say) figure(key string, l measure.Length) document.Figure {
	return document.Figure{Key: key, Length: s.full(l)}
}

func (s say) both(key string, z card.Size) []document.Figure {
	return []document.Figure{s.figure(key+".width", z.Width), s.figure(key+".height", z.Height)}
}

// decimal is an irrational result, always in decimals.
func (s say) decimal(l measure.Length) string { return decimal(l, s.unit) }

func decimal(l measure.Length, u measure.Unit) string {
	if u == measure.Millimetres {
		return fmt.Sprintf("%.2f mm", l.MM())
	}
	return fmt.Sprintf("%.3f in", l.In())
}

// near writes a length by the marks of the job's ruler: no decimals that the ruler
// cannot show. On a ruler of the other system it is written as it is.
func (s say) near(l measure.Length) string {
	mark := s.ruler.Down(l)
	switch {
	case mark == l || s.ruler.Unit != s.unit:
		return s.text(l)
	case mark == 0:
		return "under " + s.text(s.ruler.Step)
	}
	return "a little over " + s.text(mark)
}

// smallArea writes the area of a hole: to the square millimetre, or in hundredths
// of a square inch, of which a hole of some size has at least one.
func (s say) smallArea(mm2 float64) string {
	switch {
	case s.unit == measure.Millimetres:
		return fmt.Sprintf("%.0f mm²", mm2)
	case mm2 < 0.5:
		return "0 sq in"
	}
	return fmt.Sprintf("%.2f sq in", max(mm2/645.16, 0.01))
}

func (s say) area(mm2 float64) string {
	if s.unit == measure.Millimetres {
		return fmt.Sprintf("%.0f cm²", mm2/100)
	}
	return fmt.Sprintf("%.0f sq in", mm2/645.16)
}

// fill puts figures and names in a sentence's places {0}, {1} and so on. What a
// name says is put in as it is, braces and all.
func (s say) fill(sentence string, with ...any) string {
	return words.Filled(sentence, func(place string) (string, bool) {
		var i int
		if _, err := fmt.Sscanf(place, "%d", &i); err != nil || i >= len(with) {
			return "", false
		}
		switch v := with[i].(type) {
		case measure.Length:
			return s.text(v), true
		case card.Size:
			return s.sizeText(v), true
		case ways.Thing:
			return words.Lower(string(v)), true
		}
		return fmt.Sprint(with[i]), true
	})
}

// sentence is fill with lengths alone.
func (s say) sentence(text string, with []measure.Length) string {
	return words.Filled(text, func(place string) (string, bool) {
		var i int
		if _, err := fmt.Sscanf(place, "%d", &i); err != nil || i >= len(with) {
			return "", false
		}
		return s.text(with[i]), true
	})
}

func sheetsText(n int) string { return fmt.Sprintf("%d %s", n, words.Plural(n, "sheet")) }

func timesText(n int) string {
	if n == 1 {
		return "once"
	}
	return fmt.Sprintf("%d times", n)
}

func piecesText(n int) string { return fmt.Sprintf("%d %s", n, words.Plural(n, "piece")) }
