// Package proved says what came of folding a blank: its checks, its trials, in the document and in words.
package proved

import (
	"fmt"
	"strconv"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/outline"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
)

// checkWords name a proof's checks as makers speak of them.
var checkWords = map[string]string{
	"depth": "Walls", "notches": "Notches past a crease",
	"cavity-width": "Room across", "cavity-height": "Room along", "mouth": "Mouth", "holes": "Open holes",
	"overhang": "Sticking out", "seam": "Seam overlap", "closure": "Top flap overlap", "collision": "Side flaps over each other", "layers": "Paper layers",
}

// Checks are a proof's, in the document.
func Checks(s say.Say, p *proof.Proof) []document.Check {
	out := make([]document.Check, len(p.Checks))
	for i, c := range p.Checks {
		margin := c.Value - c.Limit
		if c.AtMost {
			margin = -margin
		}
		out[i] = document.Check{Code: c.Code, OK: c.OK, Value: measureOf(s, c.Kind, c.Value), Limit: measureOf(s, c.Kind, c.Limit), Margin: measured(s, c.Kind, margin), Text: Check(s, c), At: outline.PointOf(c.At)}
	}
	return out
}

// Check is one check of a proof in a line.
func Check(s say.Say, c proof.Check) string {
	bound := ", at least "
	if c.AtMost {
		bound = ", at most "
	}
	return checkWords[c.Code] + " " + nearBy(s, c.Kind, c.Value) + bound + nearBy(s, c.Kind, c.Limit)
}

// Trials are how a blank came out of a shaky hand: how far off that may be, where it never spoils one.
func Trials(s say.Say, t proof.Trials) document.Trials {
	off := "every cut and score up to " + s.Text(t.Hand.Cut)
	if t.Hand.Cut != t.Hand.Score {
		off = fmt.Sprintf("every cut up to %s and every score up to %s", s.Text(t.Hand.Cut), s.Text(t.Hand.Score))
	}
	text := fmt.Sprintf("Made %d times with %s off: %d close and take the card", t.Runs, off, t.OK)
	if t.Certain() {
		text = fmt.Sprintf("Every cut and score may be up to %s off, and it still closes and takes the card", s.Text(t.Sure))
	} else if t.Weakest != "" {
		text += "; weakest is the " + words.Lower(checkWords[t.Weakest])
	}
	return document.Trials{Runs: t.Runs, OK: t.OK, Error: s.Length(t.Hand.Cut), Score: s.Length(t.Hand.Score), Sure: s.Length(t.Sure), Weakest: t.Weakest, Text: text}
}

// ShakyHands words the trials of a blank by hands that stray more and more.
func ShakyHands(s say.Say, all []proof.Trials) []document.Trials {
	out := make([]document.Trials, len(all))
	for i, t := range all {
		out[i] = Trials(s, t)
	}
	return out
}

// nearBy is a measure by the marks of the ruler it would be checked with.
func nearBy(s say.Say, kind proof.Dimension, v float64) string {
	if kind == proof.Areas || kind == proof.Counts {
		return measured(s, kind, v)
	}
	return s.Near(measure.FromMM(v))
}

// measured is a figure of a proof, as it is.
func measured(s say.Say, kind proof.Dimension, v float64) string {
	switch kind {
	case proof.Areas:
		return s.SmallArea(v)
	case proof.Counts:
		return strconv.FormatFloat(v, 'f', 0, 64)
	}
	return s.Text(measure.FromMM(v))
}

// measureOf is a figure of a proof in the document.
func measureOf(s say.Say, kind proof.Dimension, v float64) document.Measure {
	out := document.Measure{Text: measured(s, kind, v)}
	switch kind {
	case proof.Areas:
		out.MM2 = &v
	case proof.Counts:
		out.Number = &v
	default:
		l := measure.FromMM(v)
		both := [2]float64{l.In(), l.MM()}
		out.In, out.MM = &both[0], &both[1]
	}
	return out
}
