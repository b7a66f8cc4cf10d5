package plan

import (
	"strconv"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
)

// checkText is one check of a proof in a line.
func (s speech) checkText(c proof.Check) string {
	bound := ", at least "
	if c.AtMost {
		bound = ", at most "
	}
	return checkWords[c.Code] + " " + s.nearText(c.Kind, c.Value) + bound + s.nearText(c.Kind, c.Limit)
}

// nearText is a measure by the marks of the ruler it would be checked with.
func (s speech) nearText(kind proof.Kind, v float64) string {
	if kind == proof.Areas || kind == proof.Counts {
		return s.measureText(kind, v)
	}
	return s.Near(measure.FromMM(v))
}

func (s speech) measureText(kind proof.Kind, v float64) string {
	switch kind {
	case proof.Areas:
		return s.SmallArea(v)
	case proof.Counts:
		return strconv.FormatFloat(v, 'f', 0, 64)
	}
	return s.Text(measure.FromMM(v))
}

func (s speech) measure(kind proof.Kind, v float64) document.Measure {
	out := document.Measure{Text: s.measureText(kind, v)}
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
