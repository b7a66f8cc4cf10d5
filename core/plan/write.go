package plan

import (
	"fmt"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/lesson"
	"yellow-parcel/core/say"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/work"
)

// Telling says how much is written.
type Telling struct {
	Whole bool        // all that the document has; else what screens show beside their drawings
	Today string      // YYYY-MM-DD, against which prices are old; empty where that is left out
	Book  *learn.Book // what the logbook teaches; nil for nothing
	Short bool        // the job was not gone into in every way
}

// Write says what was worked out. Ways go with the result's carriers.
func Write(r *work.Result, out []ways.Out, how Telling) *document.Plan {
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
	p.Searched = p.CutPlan.Searched
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
	if how.Short {
		all.warn("short", "job", "This is a large job: it is worked out without trials by a shaky hand, and not every way out at the post was tried.")
	}
	p.Answers, p.Warnings = all.answers, all.warnings
	p.Stations = stations(s, r, p)
	p.Consequence = consequence(s, r, p)
	p.Learned = lesson.Of(s, r, how.Book)
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
func Heading(r *work.Result) string {
	if r.Brief.Title != "" {
		return r.Brief.Title
	}
	return "Card " + r.Card.Size.Text(r.Brief.Unit)
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
	if m := supply.Blanked(r); m != nil && m.Bought == "" && r.Brief.Blank.Stock == (blank.Stock{}) {
		if of := m.Main().Stock; of == blank.EnvelopePaper || of == blank.CoverStock {
			out = append(out, document.Note{Code: "assumed", Field: "blank.stock", Text: fmt.Sprintf("an envelope of %s, %s thick", card.Paper{GSM: of.GSM}.Text(), s.Text(of.Caliper))})
		}
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
