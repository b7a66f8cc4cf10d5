package plan

import (
	"yellow-parcel/core/bench"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/say"
	"yellow-parcel/core/schedule"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/work"
)

// Bench is a job as it is made: its table, its lots, its steps and supplies in words.
type Bench struct {
	bench.Plan
	prompt.Made
	Supplied supply.List
}

// AtTheBench is how the job is made, from the envelopes on hand.
func (all *Whole) AtTheBench(how Work) Bench {
	r := all.Result
	return BenchOf(say.Say{Unit: r.Brief.Unit, Ruler: r.Brief.Ruler}, supply.Alone(r), []*work.Postage{r.Postage}, how)
}

// BenchOf is how what lies on a table is made.
func BenchOf(s say.Say, t supply.Table, postage []*work.Postage, how Work) Bench {
	solve := how.Solve
	if solve == nil {
		solve = how.Memory.Solve
	}
	out := Bench{Plan: bench.Plan{Table: t, Lots: supply.Lots(t, solve), Postage: postage}}
	out.Supplied = supply.ListOf(t, out.Lots, how.Shelf, postage)
	out.Made = prompt.Write(s, out.Plan, out.Supplied)
	return out
}

// schedule says when the batch is made, of which it is said when it is due.
func (all *Whole) schedule(made Bench, j job.Job, cat *catalog.Catalog, how Work, today int) {
	ask := schedule.Ask{Result: all.Result, Efforts: schedule.EffortsOf(made.All), Book: how.Book, Today: today, Clock: how.Clock, Taken: how.Taken}
	if how.Left != nil {
		ask.Efforts, ask.UnderWay = *how.Left, true
	}
	ask.Smaller = func(quantity int) (learn.Efforts, bool) {
		one := j
		one.Quantity, one.Due = quantity, ""
		less, err := WorkOut(one, cat, Work{Solve: how.Solve, Memory: how.Memory, Shelf: how.Shelf, NoWays: true, Meter: how.Meter})
		if err != nil {
			return learn.Efforts{}, false
		}
		return schedule.EffortsOf(less.AtTheBench(how).All), true
	}
	all.Plan.Schedule, all.Plan.Sittings = schedule.Write(ask)
}
