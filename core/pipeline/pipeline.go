// Package pipeline takes a job all the way: its brief is read, worked out, ways out
// are looked for, and all of it is written; where it is asked for, so are the steps
// at the bench and the days they are done on. It is the one way through: whoever
// wants a job worked out asks here. It works nothing out and words nothing itself.
//
//	job -> brief -> work -> ways -> plan -> steps
//
// A stage takes the former's value and gives its own. How long each took is told by
// the clock of whoever asks; the pipeline has none.
package pipeline

import (
	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/lesson"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/schedule"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/work"
)

// Order says how much to work out. The zero Order works out everything but trials.
type Order struct {
	Solve  batch.Solver   // nil for trim.Choose, as far as it is not remembered
	Trials int            // how often the job's own blank is made with a shaky hand; the others a tenth as often
	Memory *work.Memory   // of what was worked out before; nil for none
	Shelf  supply.Shelf   // envelopes on hand that no job has taken
	Today  string         // YYYY-MM-DD, against which prices are old and from which there are days to work on; empty to leave both out
	Minute int            // it is so many minutes after midnight; nought where only the day is known
	NoWays bool           // ways out of what the post refuses are not looked for
	Book   *learn.Book    // what the logbook teaches; nil for nothing
	Left   *learn.Efforts // what is left of a making under way; nil for all of it
	Taken  calendar.Taken // what of the days to come other jobs have
	Steps  bool           // the steps at the bench, and what the whole batch takes
	Meter  *work.Meter    // counts the work, and stops it; nil for neither
	Whole  bool           // all that the document has; else what screens show beside their drawings
	Clock  Clock          // tells how long the stages take; nil for nobody
}

// Clock reads the time in nanoseconds since some moment.
type Clock func() int64

// Stage is how long a stage took, in nanoseconds.
type Stage struct {
	Name string
	Took int64
}

// Whole is a job taken all the way: what was worked out, the ways out by
// carrier, and the plan that says it.
type Whole struct {
	Result *work.Result
	Ways   []ways.Out // nil where none were looked for
	Plan   *document.Plan
	Today  string  // as it was asked for
	Stages []Stage // in order, where there is a clock
}

// WorkOut takes a job all the way: briefed, worked out, its ways out looked for,
// and written. The error is a job.Problems, or work.ErrStopped.
func WorkOut(j job.Job, cat *catalog.Catalog, how Order) (*Whole, error) {
	if how.Solve == nil {
		how.Solve = how.Memory.Solve
	}
	out, lap := &Whole{Today: how.Today}, laps(how.Clock)
	b, err := brief.Read(j, cat)
	if err != nil {
		return nil, err
	}
	out.Stages = lap(out.Stages, "brief")
	if out.Result, err = work.Do(b, work.How{Solve: how.Solve, Trials: how.Trials, Memory: how.Memory, Shelf: how.Shelf.Kinds(), Meter: how.Meter}); err != nil {
		return nil, err
	}
	out.Stages = lap(out.Stages, "work")
	if !how.NoWays && !how.Meter.Over() {
		out.Ways = ways.Find(j, out.Result, cat, how.Memory, how.Meter)
		out.Stages = lap(out.Stages, "ways")
	}
	if how.Meter.Stopped() {
		return nil, work.ErrStopped
	}
	out.Plan = plan.Write(out.Result, out.Ways, plan.Telling{Whole: how.Whole, Today: how.Today, Book: how.Book, Short: how.Meter.Over() && (!how.NoWays || how.Trials > 0)})
	out.Stages = lap(out.Stages, "plan")
	if how.Steps {
		out.steps(j, cat, how)
		out.Stages = lap(out.Stages, "steps")
	}
	return out, nil
}

// laps notes how long it is since the last note, under a name.
func laps(clock Clock) func([]Stage, string) []Stage {
	if clock == nil {
		return func(all []Stage, _ string) []Stage { return all }
	}
	before := clock()
	return func(all []Stage, name string) []Stage {
		now := clock()
		took := now - before
		before = now
		return append(all, Stage{name, took})
	}
}

// steps adds the steps at the bench, what the batch takes, and when it is made.
func (all *Whole) steps(j job.Job, cat *catalog.Catalog, how Order) {
	made := all.AtTheBench(how)
	all.Plan.Steps, all.Plan.Time, all.Plan.Supplies = made.Steps, &made.Time, &made.Made.Supplies
	if all.Result.Batch.Err != nil {
		return
	}
	all.Plan.Searched = made.searched()
	all.Plan.Time = new(schedule.TimeOf(made.All, how.Book))
	if l, ok := lesson.Time(how.Book, schedule.EffortsOf(made.All)); ok {
		all.Plan.Learned = append(all.Plan.Learned, l)
	}
	if today, ok := calendar.Day(how.Today); ok && all.Result.Brief.Due != nil {
		all.schedule(made, j, cat, how, today)
	}
}

// schedule says when the batch is made, of which it is said when it is due.
func (all *Whole) schedule(made Bench, j job.Job, cat *catalog.Catalog, how Order, today int) {
	ask := schedule.Ask{Result: all.Result, Efforts: schedule.EffortsOf(made.All), Book: how.Book, Today: today, Clock: how.Minute, Taken: how.Taken}
	if how.Left != nil {
		ask.Efforts, ask.UnderWay = *how.Left, true
	}
	ask.Smaller = func(quantity int) (learn.Efforts, bool) {
		one := j
		one.Quantity, one.Due = quantity, ""
		less, err := WorkOut(one, cat, Order{Solve: how.Solve, Memory: how.Memory, Shelf: how.Shelf, NoWays: true, Meter: how.Meter})
		if err != nil {
			return learn.Efforts{}, false
		}
		return schedule.EffortsOf(less.AtTheBench(how).All), true
	}
	all.Plan.Schedule, all.Plan.Sittings = schedule.Write(ask)
}
