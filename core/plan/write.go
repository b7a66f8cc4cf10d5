package plan

import (
	"fmt"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/say"
	"yellow-parcel/core/schedule"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/work"
)

// Work says how much to work out. The zero Work plans everything but trials.
type Work struct {
	Solve  work.Solver    // nil for trim.Solve
	Trials int            // how often the job's own blank is made with a shaky hand; the others a tenth as often
	Memory *work.Memory   // of what was worked out before; nil for none
	Shelf  supply.Shelf   // envelopes on hand that no job has taken
	Today  string         // YYYY-MM-DD, against which prices are old and from which there are days to work on; empty to leave both out
	Clock  int            // minutes after midnight it is; nought where only the day is known
	NoWays bool           // ways out of what the post refuses are not looked for
	Book   *learn.Book    // what the logbook teaches; nil for nothing
	Left   *learn.Efforts // what is left of a making under way; nil for all of it
	Taken  calendar.Taken // what of the days to come other jobs have
	Steps  bool           // the steps at the bench, and what the whole batch takes
	Meter  *work.Meter    // counts the work, and stops it; nil for neither
	Whole  bool           // all that the document has; else what screens show beside their drawings
}

// Make works out the whole plan of a job without trials. The error is a job.Problems, each naming its field.
func Make(j job.Job, cat *catalog.Catalog) (*document.Plan, error) {
	return MakeWith(j, cat, Work{Whole: true})
}

// MakeWith is Make with a say in how much is worked out.
func MakeWith(j job.Job, cat *catalog.Catalog, how Work) (*document.Plan, error) {
	all, err := WorkOut(j, cat, how)
	if err != nil {
		return nil, err
	}
	return all.Plan, nil
}

// Whole is a job taken all the way: what was worked out, the ways out by
// carrier, and the plan that says it.
type Whole struct {
	Result *work.Result
	Ways   []ways.Out // nil where none were looked for
	Plan   *document.Plan
	Today  string // as it was asked for
}

// WorkOut takes a job all the way: briefed, worked out, its ways out looked for,
// and written. The error is a job.Problems, or work.ErrStopped.
func WorkOut(j job.Job, cat *catalog.Catalog, how Work) (*Whole, error) {
	b, err := brief.Read(j, cat)
	if err != nil {
		return nil, err
	}
	if how.Solve == nil {
		how.Solve = how.Memory.Solve
	}
	out := &Whole{Today: how.Today}
	if out.Result, err = work.Do(b, work.How{Solve: how.Solve, Trials: how.Trials, Memory: how.Memory, Shelf: how.Shelf.Kinds(), Meter: how.Meter}); err != nil {
		return nil, err
	}
	if !how.NoWays && !how.Meter.Over() {
		out.Ways = ways.Find(j, out.Result, cat, how.Memory, how.Meter)
	}
	if how.Meter.Stopped() {
		return nil, work.ErrStopped
	}
	out.Plan = Write(out.Result, out.Ways, how)
	if how.Steps {
		made := out.AtTheBench(how)
		if l, ok := learnedTime(how.Book, schedule.EffortOf(made.All)); ok {
			out.Plan.Learned = append(out.Plan.Learned, l)
		}
		if today, ok := calendar.Day(how.Today); ok && b.Due != nil {
			out.schedule(made, j, cat, how, today)
		}
		out.Plan.Steps, out.Plan.Time, out.Plan.Supplies = made.Steps, &made.Time, &made.Made.Supplies
	}
	return out, nil
}

// speech is how the plan speaks, in the job's figures.
type speech struct{ say.Say }

// writer puts a result in words, station by station.
type writer struct {
	speech
	r     *work.Result
	b     *brief.Brief
	ways  []ways.Out // by carrier; nil where none were looked for
	today string
	whole bool
	plan  *document.Plan
}

// Write says what was worked out. Ways go with the result's carriers; of how,
// the day counts, and whether the whole document is written.
func Write(r *work.Result, out []ways.Out, how Work) *document.Plan {
	b := r.Brief
	w := &writer{speech: speech{say.Say{Unit: b.Unit, Ruler: b.Ruler, Brief: !how.Whole}}, r: r, b: b, ways: out, today: how.Today, whole: how.Whole, plan: &document.Plan{
		Format: document.Format, Version: document.Version, Title: b.Title, Unit: b.Unit, Ruler: b.Ruler.String(), Quantity: b.Quantity,
		Layers: []document.Layer{}, Ladder: []document.Rung{}, Makes: []document.Makeable{}, Unsuited: []document.Unsuited{}, Reasons: []string{}, Schools: []string{},
		Extras: []document.Extra{}, Answers: make([]document.Answer, 0, 32), Warnings: []document.Note{},
	}}
	w.start()
	w.base()
	w.layers()
	w.makes()
	w.cutPlan()
	w.fits()
	w.blanks()
	w.extras()
	w.finished()
	w.post()
	w.chosen()
	w.postage()
	w.gauge()
	w.stations()
	w.assumed()
	if how.Meter.Over() && (!how.NoWays || how.Trials > 0) {
		w.short()
	}
	teacher{w}.teach(how.Book)
	return w.plan
}

// answer adds a line to the cut list.
func (w *writer) answer(station, key, label, note string, working []string, figures ...document.Figure) {
	w.plan.Answers = append(w.plan.Answers, say.Line(station, key, label, note, working, figures...))
}

// said is a line of the cut list whose answer is no figure: it stands in the note.
func said(station, key, label, note string, working ...string) document.Answer {
	return document.Answer{Key: key, Station: station, Label: label, Note: note, Working: working, Figures: []document.Figure{}, Copy: label + " " + note}
}

func (w *writer) warn(code, field, text string) {
	w.plan.Warnings = append(w.plan.Warnings, document.Note{Code: code, Field: field, Text: text})
}

// Heading is what a plan is headed with: its job's title, or its card's size.
func Heading(p *document.Plan) string {
	if p.Title != "" {
		return p.Title
	}
	return "Card " + p.Card.Text
}

// short says that a large job was not gone into in every way.
func (w *writer) short() {
	w.warn("short", "job", "This is a large job: it is worked out without trials by a shaky hand, and not every way out at the post was tried.")
}

// assumed says what the job left open.
func (w *writer) assumed() {
	w.plan.Assumed = make([]document.Note, 0, len(w.b.Assumed)+1)
	for _, a := range w.b.Assumed {
		w.plan.Assumed = append(w.plan.Assumed, document.Note{Code: "assumed", Field: string(a), Text: w.assumption(a)})
	}
	if w.b.Card.Weight == 0 {
		w.plan.Assumed = append(w.plan.Assumed, document.Note{Code: "assumed", Field: string(brief.AssumedWeight), Text: w.assumption(brief.AssumedWeight)})
	}
}

func (w *writer) assumption(a brief.Assumption) string {
	switch a {
	case brief.AssumedFlat:
		if w.r.Card.Thickness > 0 {
			return "as thick as its papers and pieces come to, " + w.Text(w.r.Card.Thickness)
		}
		return "a flat card, no thicker than its own stock"
	case brief.AssumedFold:
		return "a book fold, on the side"
	case brief.AssumedLayers:
		return fmt.Sprintf("two layers with a border of %s each", w.Text(brief.UsualStep(w.Unit)))
	case brief.AssumedSheet:
		return w.b.Stock.Sheet.Name + " card stock"
	case brief.AssumedCarriers:
		return w.b.Post.Carriers[0].Name
	case brief.AssumedWeight:
		return fmt.Sprintf("about %s, from its papers and pieces", w.r.Card.Weight.Text(w.Unit))
	}
	return string(a)
}
