package plan

import (
	"strconv"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/say"
)

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
