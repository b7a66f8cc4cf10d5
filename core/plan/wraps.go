package plan

import (
	"fmt"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/say"
	"yellow-parcel/core/work"
)

// Wraps says what the job's paper wraps in each style.
func Wraps(b *brief.Brief, all []work.Wrap) []document.Wrap {
	out := make([]document.Wrap, len(all))
	for i, one := range all {
		out[i] = wrapOf(say.Say{Unit: b.Unit, Ruler: b.Ruler}, b, one)
	}
	return out
}

func wrapOf(s say.Say, b *brief.Brief, of work.Wrap) document.Wrap {
	w := document.Wrap{Style: of.Style.ID, Variant: of.Variant.ID, Name: nameOf(of.Candidate), Takes: []string{}}
	if of.Largest == (card.Size{}) {
		w.Text = "No card of these proportions from " + b.Blank.Paper.Name
		if of.Err != nil {
			w.Text += ": " + of.Err.Error()
		}
		return w
	}
	size := s.Size(of.Largest)
	w.Largest, w.Text = &size, fmt.Sprintf("%s from %s", s.SizeText(of.Largest), b.Blank.Paper.Name)
	for _, f := range of.Takes {
		w.Takes = append(w.Takes, fmt.Sprintf("%s (%s)", s.SizeText(f.Card()), f.Name))
	}
	w.Patch = job.Then(job.Chosen(of.Style, of.Variant), job.Resized(of.Bare, b.Unit))
	return w
}
