package pipeline

import (
	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/say"
	"yellow-parcel/core/work"
)

// ReadLength reads a typed length and moves it by a number of ruler marks,
// never below zero. Its Alt is in the other system than it was typed in. What is not a length says why; a half-typed one is nothing unusual.
func ReadLength(text string, unit measure.Unit, ruler measure.Ruler, marks int) document.Reading {
	l, err := measure.Parse(text, unit)
	if err != nil {
		return document.Reading{Typed: text, Wrong: err.Error()}
	}
	typed := text
	l = ruler.Meant(l, text, unit)
	switch {
	case marks > 0:
		l = ruler.Down(l).Plus(ruler.Step.Times(marks))
	case marks < 0:
		l = max(ruler.Up(l).Plus(ruler.Step.Times(marks)), 0)
	}
	if marks != 0 {
		typed = l.Text(unit)
	}
	out := document.Reading{Length: say.Say{Unit: unit, Ruler: ruler}.Length(l), Typed: typed}
	if marks == 0 && measure.System(text, unit) != unit {
		out.Alt = out.Text // beneath what is typed stands the other system
	}
	return out
}

// JigOffset is what a scoring board reads at the tip of a corner in its jig,
// found out with a square of known side: laid in the jig, its far tip reads the
// square's diagonal and the offset. The error is a job.Problems, naming "side" or "reading".
func JigOffset(side, reading string, unit measure.Unit) (document.Length, error) {
	offset, diagonal, err := brief.ReadJig(side, reading, unit)
	if err != nil {
		return document.Length{}, err
	}
	if offset < 0 {
		return document.Length{}, job.Problems{{Field: "reading", Text: "less than the square's own diagonal of " + say.Decimal(diagonal, unit) + "; read the far tip, with the near one in the jig"}}
	}
	return say.Say{Unit: unit, Ruler: measure.DefaultRuler(unit)}.Length(offset), nil
}

// Wraps works the other way round from the paper: for every style, the largest
// card of the job's own proportions the paper can wrap, and which customary
// cards it takes. The error is a job.Problems.
func Wraps(j job.Job, cat *catalog.Catalog, memory *work.Memory) ([]document.Wrap, error) {
	b, err := brief.Read(j, cat)
	if err != nil {
		return nil, err
	}
	all, err := work.Wraps(b, memory)
	if err != nil {
		return nil, err
	}
	return plan.Wraps(b, all), nil
}
