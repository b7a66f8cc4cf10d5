// Package logbook holds what was made, how it fitted and what became of it: one
// entry a making, or written by hand. An entry is what was typed, word for word;
// its texts are read when something is learned from it.
package logbook

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// The logbook document's identity.
const (
	Format  = "yellow-parcel-log"
	Version = 1
)

// Entry is one line of the logbook. Lengths and weights are text as people type
// them; a bare number is in the entry's unit. What is absent was not noted.
type Entry struct {
	Date      string       `json:"date" doc:"when it was made, YYYY-MM-DD"`
	Title     string       `json:"title,omitempty"`
	Job       string       `json:"job,omitempty" doc:"the kept job it was made from"`
	Revision  int          `json:"revision,omitempty"`
	Making    string       `json:"making,omitempty"`
	Unit      measure.Unit `json:"unit,omitempty"`
	Made      int          `json:"made,omitempty" doc:"cards that came out"`
	Spoiled   []Spoiled    `json:"spoiled,omitempty" most:"60"`
	Took      []Took       `json:"took,omitempty" most:"400"`
	Thickness job.Length   `json:"thickness,omitempty"`
	Weight    job.Mass     `json:"weight,omitempty"`
	Card      *job.Bought  `json:"card,omitempty"`
	Inside    *job.Bought  `json:"inside,omitempty" doc:"the room inside its envelope"`
	Envelope  string       `json:"envelope,omitempty"`
	Fit       Fit          `json:"fit,omitempty"`
	Seam      string       `json:"seam,omitempty" doc:"held or opened"`
	Carrier   string       `json:"carrier,omitempty"`
	Class     string       `json:"class,omitempty"`
	Foretold  string       `json:"foretold,omitempty" doc:"pass, check, surcharge or refused"`
	Price     string       `json:"price,omitempty" doc:"foretold"`
	Currency  string       `json:"currency,omitempty"`
	Posted    string       `json:"posted,omitempty" doc:"YYYY-MM-DD"`
	Outcome   Outcome      `json:"outcome,omitempty"`
	Extra     string       `json:"extra,omitempty" doc:"what was surcharged"`
	Days      int          `json:"days,omitempty" doc:"until it arrived"`
	Notes     string       `json:"notes,omitempty"`
}

// Spoiled is pieces of one part that were spoiled, and why. Of is how many were cut.
type Spoiled struct {
	Part   string `json:"part"`
	Of     int    `json:"of,omitempty"`
	Count  int    `json:"count"`
	Reason string `json:"reason,omitempty"`
}

// Took is how long a step took, in seconds, for so many pieces. Usual is what the
// table of usual minutes said.
type Took struct {
	Step    string `json:"step"`
	Pieces  int    `json:"pieces"`
	Seconds int    `json:"seconds"`
	Usual   int    `json:"usual"`
}

// Fit is how a card went into its envelope.
type Fit string

// The four fits.
const (
	NoGo  Fit = "would not go in"
	Tight Fit = "tight"
	Good  Fit = "good"
	Loose Fit = "loose"
)

// Fits are all fits, from the tightest.
var Fits = []Fit{NoGo, Tight, Good, Loose}

// Outcome is what happened to a piece that was posted.
type Outcome string

// What can happen.
const (
	Arrived    Outcome = "arrived well"
	Marked     Outcome = "marked"
	Torn       Outcome = "torn"
	Surcharged Outcome = "surcharged"
	Returned   Outcome = "returned"
)

// Outcomes are all outcomes, from the best.
var Outcomes = []Outcome{Arrived, Marked, Torn, Surcharged, Returned}

// Bounds of what is noted.
const (
	mostText  = 200
	mostNotes = 2000
	mostMade  = 100_000
	mostTook  = 24 * 3600 // seconds at one step
	mostDays  = 400
)

// Check gives everything wrong with an entry, each problem naming its field.
func (e *Entry) Check() job.Problems {
	var out job.Problems
	if !isDate(e.Date) {
		out.Failf("date", "%q is not a date; try 2026-01-14", job.Quoted(e.Date))
	}
	if e.Posted != "" && !isDate(e.Posted) {
		out.Failf("posted", "%q is not a date; try 2026-01-14", job.Quoted(e.Posted))
	}
	if e.Unit != "" && e.Unit != measure.Inches && e.Unit != measure.Millimetres {
		out.Failf("unit", `%q is not a unit; try "in" or "mm"`, job.Quoted(string(e.Unit)))
	}
	if e.Fit != "" && !slices.Contains(Fits, e.Fit) {
		out.Failf("fit", "%q is not how a card fits; try %s", job.Quoted(string(e.Fit)), join(Fits))
	}
	if e.Outcome != "" && !slices.Contains(Outcomes, e.Outcome) {
		out.Failf("outcome", "%q is not what happens to a card; try %s", job.Quoted(string(e.Outcome)), join(Outcomes))
	}
	e.words(&out)
	e.measures(&out)
	e.counts(&out)
	return out
}

func join[T ~string](all []T) string {
	texts := make([]string, len(all))
	for i, t := range all {
		texts[i] = string(t)
	}
	return strings.Join(texts, ", ")
}

func (e *Entry) words(out *job.Problems) {
	for _, f := range []struct {
		field, text string
		most        int
	}{{"title", e.Title, mostText}, {"envelope", e.Envelope, mostText}, {"class", e.Class, mostText}, {"carrier", e.Carrier, mostText}, {"job", e.Job, mostText}, {"making", e.Making, mostText}, {"notes", e.Notes, mostNotes}} {
		if utf8.RuneCountInString(f.text) > f.most {
			out.Failf(f.field, "longer than %d letters", f.most)
		}
	}
	for field, c := range map[string]struct {
		text  string
		words []string
	}{"seam": {e.Seam, []string{"held", "opened"}}, "foretold": {e.Foretold, []string{"pass", "check", "surcharge", "refused"}}} {
		if c.text != "" && !slices.Contains(c.words, c.text) {
			out.Failf(field, "%q is not known here; try %s", job.Quoted(c.text), strings.Join(c.words, ", "))
		}
	}
	for field, text := range map[string]string{"price": e.Price, "extra": e.Extra} {
		if text == "" {
			continue
		}
		if _, err := measure.ParseMoney(text); err != nil {
			out.Failf(field, "%q is not a price; try 0.78", job.Quoted(text))
		}
	}
}

func (e *Entry) measures(out *job.Problems) {
	lengths := map[string]job.Length{"thickness": e.Thickness}
	for field, b := range map[string]*job.Bought{"card": e.Card, "inside": e.Inside} {
		if b != nil {
			lengths[field+".width"], lengths[field+".height"] = b.Width, b.Height
		}
	}
	for field, text := range lengths {
		if text == "" {
			continue
		}
		if l, err := measure.Parse(string(text), e.unit()); err != nil {
			out.Failf(field, "%s", err)
		} else if l < 0 || l > 40*measure.Inch {
			out.Failf(field, "%q is no length of a card; try 5 1/2 in", job.Quoted(string(text)))
		}
	}
	if e.Weight != "" {
		if _, err := measure.ParseMass(string(e.Weight), e.unit()); err != nil {
			out.Failf("weight", "%s", err)
		}
	}
}

func (e *Entry) counts(out *job.Problems) {
	count := func(field string, n, most int) {
		if n < 0 || n > most {
			out.Failf(field, "%d is not between 0 and %d", n, most)
		}
	}
	count("made", e.Made, mostMade)
	count("days", e.Days, mostDays)
	count("revision", e.Revision, 1<<30)
	for i, s := range e.Spoiled {
		count(fmt.Sprintf("spoiled[%d].count", i), s.Count, mostMade)
		count(fmt.Sprintf("spoiled[%d].of", i), s.Of, mostMade)
		if s.Part == "" || utf8.RuneCountInString(s.Part+s.Reason) > mostText {
			out.Failf(fmt.Sprintf("spoiled[%d].part", i), "a part is named in %d letters at most; try base", mostText)
		}
	}
	for i, m := range e.Took {
		field := fmt.Sprintf("took[%d].", i)
		count(field+"pieces", m.Pieces, mostMade)
		count(field+"seconds", m.Seconds, mostTook)
		count(field+"usual", m.Usual, 100*mostTook)
		if utf8.RuneCountInString(m.Step) > mostText {
			out.Failf(field+"step", "longer than %d letters; try score", mostText)
		}
	}
}

func (e *Entry) unit() measure.Unit {
	if e.Unit == "" {
		return measure.Inches
	}
	return e.Unit
}

// Clearance is the room the card had in the tighter direction beyond its
// thickness, and how thick it was; ok is false where that was not noted, or how it fitted.
func (e *Entry) Clearance() (room, thick measure.Length, ok bool) {
	if e.Fit == "" || e.Card == nil || e.Inside == nil {
		return 0, 0, false
	}
	var sides [4]measure.Length
	for i, text := range []job.Length{e.Card.Width, e.Card.Height, e.Inside.Width, e.Inside.Height} {
		l, err := measure.Parse(string(text), e.unit())
		if err != nil {
			return 0, 0, false
		}
		sides[i] = l
	}
	if e.Thickness != "" {
		t, err := measure.Parse(string(e.Thickness), e.unit())
		if err != nil {
			return 0, 0, false
		}
		thick = t
	}
	card, inside := [2]measure.Length{min(sides[0], sides[1]), max(sides[0], sides[1])}, [2]measure.Length{min(sides[2], sides[3]), max(sides[2], sides[3])}
	return min(inside[0]-card[0], inside[1]-card[1]) - thick, thick, true
}

// isDate tells whether a text is a day there is, YYYY-MM-DD.
func isDate(text string) bool {
	_, ok := calendar.Day(text)
	return ok
}
