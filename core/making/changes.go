package making

import (
	"fmt"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// Changes says what another plan of a job makes of its envelope and its postage.
func Changes(before, after *pipeline.Whole) []string {
	out := []string{}
	add := func(what, was, is string) {
		if was != is {
			out = append(out, fmt.Sprintf("%s: %s, was %s", what, is, was))
		}
	}
	unit := before.Result.Brief.Unit
	add("Posted in", pieceName(before.Plan), pieceName(after.Plan))
	add("Blank", blankText(before.Result, unit), blankText(after.Result, unit))
	add("Inside", insideText(before.Result, unit), insideText(after.Result, unit))
	add("Post", postText(before.Plan), postText(after.Plan))
	return out
}

func pieceName(p *document.Plan) string {
	if len(p.Post) == 0 {
		return ""
	}
	return words.Lower(p.Post[0].PieceName)
}

// blankText is a blank's size; of a square its side alone.
func blankText(r *work.Result, unit measure.Unit) string {
	m := supply.Blanked(r)
	switch {
	case m == nil:
		return "none"
	case m.Main().Width == m.Main().Height:
		return m.Main().Width.Text(unit)
	}
	return m.Main().Cut().Text(unit)
}

func insideText(r *work.Result, unit measure.Unit) string {
	if m := supply.Blanked(r); m != nil {
		return m.Cavity.Text(unit)
	}
	return "as sold"
}

func postText(p *document.Plan) string {
	if len(p.Post) == 0 {
		return ""
	}
	v := &p.Post[0]
	return fmt.Sprintf("%s, %s as a %s", v.PriceText, v.Word, words.Lower(v.ClassName))
}

// TooLate tells whether a job's envelope is cut already, or its card in it: then
// what is measured changes nothing any more.
func (s *State) TooLate(jobAt int) bool {
	blank, envelope := prompt.Key(supply.Role{Job: jobAt, Key: supply.TheBlank}), prompt.Key(supply.Role{Job: jobAt, Key: supply.Envelope})
	for _, id := range s.Done {
		at := s.index(id)
		if at < 0 {
			continue
		}
		x := &s.Steps[at]
		if x.Kind != string(bench.Cut) && x.Kind != string(bench.Insert) {
			continue
		}
		for _, h := range x.Handled {
			if h.Key == blank || h.Key == envelope {
				return true
			}
		}
	}
	return false
}
