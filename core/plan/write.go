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

// Write says what was worked out. Ways go with the result's carriers; of how,
// the day counts, and whether the whole document is written.
func Write(r *work.Result, out []ways.Out, how Work) *document.Plan {
	b := r.Brief
	s := say.Say{Unit: b.Unit, Ruler: b.Ruler, Brief: !how.Whole}
	p := &document.Plan{Format: document.Format, Version: document.Version, Title: b.Title, Unit: b.Unit, Ruler: b.Ruler.String(), Quantity: b.Quantity}
	all := &lines{answers: make([]document.Answer, 0, 32), warnings: []document.Note{}}

	start := startWriter{s, r, b, all}
	p.Card, p.Envelope = start.write()
	p.Worth, p.Sells, p.Makes, p.Fits = start.worth(), start.sells(), start.makes(), start.fits(how.Whole)
	p.Base = baseWriter{s, r, b, all}.write()
	layers := layersWriter{s, r, b, all}
	p.Layers, p.Inside, p.Stamping = layers.stacked(), layers.inside(), layers.stamping()
	p.Ladder, p.SkipMarks = layers.ladder()
	p.CutPlan = cutPlan(s, r, how.Whole, all)
	p.Unsuited = unsuited(r.Unsuited, all)
	p.Blanks = blanks(s, r, how.Whole)
	p.Reasons, p.Schools = reasons(s, r, p.Blanks), schools(s, r)
	p.Nest, p.Extras = nest(s, r.Nest, how.Whole), extras(s, r.Extras, how.Whole)
	p.Build = finishedWriter{s, r, b, all}.write(how.Whole)
	p.Post, p.Chosen = posts(s, r, out, how), chosen(s, r)
	if of := r.Postage; of != nil {
		p.Postage = PostageOf(of, b.Quantity, r.Posts[0].InUse().Carrier.Currency)
	}
	p.Gauge = gauge(s, r.Gauge)
	p.Assumed = assumed(s, r)
	if how.Meter.Over() && (!how.NoWays || how.Trials > 0) {
		all.warn("short", "job", "This is a large job: it is worked out without trials by a shaky hand, and not every way out at the post was tried.")
	}
	p.Answers, p.Warnings = all.answers, all.warnings
	p.Stations, p.Consequence = stations(s, r, p), consequence(s, r, p)
	p.Learned = teacher{s, r, b, how.Book}.teach()
	return p
}

// lines are those of the cut list, and what is warned of, in order.
type lines struct {
	answers  []document.Answer
	warnings []document.Note
}

// answer adds a line to the cut list.
func (l *lines) answer(station, key, label, note string, working []string, figures ...document.Figure) {
	l.answers = append(l.answers, say.Line(station, key, label, note, working, figures...))
}

func (l *lines) warn(code, field, text string) {
	l.warnings = append(l.warnings, document.Note{Code: code, Field: field, Text: text})
}

// said is a line of the cut list whose answer is no figure: it stands in the note.
func said(station, key, label, note string, working ...string) document.Answer {
	return document.Answer{Key: key, Station: station, Label: label, Note: note, Working: working, Figures: []document.Figure{}, Copy: label + " " + note}
}

// Heading is what a plan is headed with: its job's title, or its card's size.
func Heading(p *document.Plan) string {
	if p.Title != "" {
		return p.Title
	}
	return "Card " + p.Card.Text
}

// assumed says what the job left open.
func assumed(s say.Say, r *work.Result) []document.Note {
	out := make([]document.Note, 0, len(r.Brief.Assumed)+1)
	for _, a := range r.Brief.Assumed {
		out = append(out, document.Note{Code: "assumed", Field: string(a), Text: assumption(s, r, a)})
	}
	if r.Brief.Card.Weight == 0 {
		out = append(out, document.Note{Code: "assumed", Field: string(brief.AssumedWeight), Text: assumption(s, r, brief.AssumedWeight)})
	}
	return out
}

func assumption(s say.Say, r *work.Result, a brief.Assumption) string {
	switch a {
	case brief.AssumedFlat:
		if r.Card.Thickness > 0 {
			return "as thick as its papers and pieces come to, " + s.Text(r.Card.Thickness)
		}
		return "a flat card, no thicker than its own stock"
	case brief.AssumedFold:
		return "a book fold, on the side"
	case brief.AssumedLayers:
		return fmt.Sprintf("two layers with a border of %s each", s.Text(brief.UsualStep(s.Unit)))
	case brief.AssumedSheet:
		return r.Brief.Stock.Sheet.Name + " card stock"
	case brief.AssumedCarriers:
		return r.Brief.Post.Carriers[0].Name
	case brief.AssumedWeight:
		return fmt.Sprintf("about %s, from its papers and pieces", r.Card.Weight.Text(s.Unit))
	}
	return string(a)
}
