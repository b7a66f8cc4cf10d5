package making

import (
	"fmt"
	"strings"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/work"
)

// foreseen is what the logbook will say of a job, as far as it was worked out.
func foreseen(r *work.Result) logbook.Entry {
	unit := r.Brief.Unit
	e := logbook.Entry{Title: plan.Heading(r), Unit: unit, Thickness: typed(r.Card.Thick, unit), Card: bought(r.Card.Outer(), unit)}
	if inside, ok := insideOf(r); ok {
		e.Inside = bought(inside, unit)
	}
	if len(r.Posts) > 0 {
		v := r.Posts[0].InUse()
		_, e.Envelope = plan.PieceName(r.Brief, r.Pieces[0])
		e.Carrier, e.Class, e.Foretold, e.Currency = v.Carrier.ID, plan.ClassName(v), string(v.State), v.Carrier.Currency
		if v.Priced {
			e.Price = v.Price.Bare(v.Carrier.Currency)
		}
	}
	return e
}

func typed(l measure.Length, u measure.Unit) job.Length { return job.Length(l.Text(u)) }

func bought(z card.Size, u measure.Unit) *job.Bought {
	return &job.Bought{Width: typed(z.Width, u), Height: typed(z.Height, u)}
}

// insideOf is the room in what a card is posted in: of an envelope as it is sold,
// its size. A padded mailer's is not known.
func insideOf(r *work.Result) (card.Size, bool) {
	if m := supply.Blanked(r); m != nil {
		return m.Cavity, true
	}
	if len(r.Pieces) == 0 || r.Pieces[0].In == work.InMailer {
		return card.Size{}, false
	}
	return r.Pieces[0].Bought.Size, true
}

// longestPause is the longest time between two events that still counts as work, in seconds.
const longestPause = 45 * 60

// Entries are what a making writes into the logbook when it is finished, one a job:
// what came out, what was spoiled and why, how long hands took, what was measured.
func Entries(plans []Docket, events []Event, source *Source) []logbook.Entry {
	s := Fold(plans, events)
	last := events[len(events)-1]
	date, _, _ := strings.Cut(last.At, "T")
	var out []logbook.Entry
	members := source.Members()
	for i, e := range plans[s.Plan].Entries {
		e.Date, e.Job, e.Revision = date, members[i].ID, members[i].Revision
		for _, p := range s.Parts {
			if p.Job == i+1 {
				e.Made = max(e.Made, p.Need)
				e.Spoiled = append(e.Spoiled, spoiledOf(&s, p)...)
			}
		}
		for _, m := range s.Measures {
			if m.Job != i {
				continue
			}
			switch m.What {
			case "thickness":
				e.Thickness = job.Length(m.Value)
			case "weight":
				e.Weight = job.Mass(m.Value)
			}
		}
		if posted(&s, i+1) {
			e.Posted = date
		}
		e.Took = tookOf(&s, events, i)
		out = append(out, e)
	}
	return out
}

// Booked are the events up to the last time the making was finished; nil where it never was.
func Booked(events []Event) []Event {
	finished, at := false, 0
	for i, e := range events {
		switch {
		case e.Kind == Reopened:
			finished = false
		case e.Kind == Finished && !finished:
			finished, at = true, i+1
		}
	}
	if at == 0 {
		return nil
	}
	return events[:at]
}

// spoiledOf is what was spoiled of a part, by reason; a line with none says how many were cut.
func spoiledOf(s *State, p Tally) []logbook.Spoiled {
	var out []logbook.Spoiled
	for _, x := range s.Spoils {
		at := s.index(x.Step)
		counts := false
		for _, key := range s.Within(x.Part, at) {
			counts = counts || key == p.Key
		}
		if !counts {
			continue
		}
		found := false
		for k := range out {
			if out[k].Reason == x.Reason {
				out[k].Count += x.Count
				found = true
			}
		}
		if !found {
			out = append(out, logbook.Spoiled{Part: p.Name, Of: p.Count, Count: x.Count, Reason: x.Reason})
		}
	}
	if len(out) == 0 {
		out = append(out, logbook.Spoiled{Part: p.Name, Of: p.Count})
	}
	return out
}

// posted tells whether a job's cards were handed in.
func posted(s *State, job int) bool {
	for _, x := range s.Steps {
		if x.Kind == string(bench.HandIn) && s.Is(x.ID) && len(x.Handled) > 0 && x.Handled[0].Job == job {
			return true
		}
	}
	return false
}

// tookOf is how long the steps of a job took: the time from one event to the next
// is the step's that the later one speaks of, unless somebody was away between.
func tookOf(s *State, events []Event, job int) []logbook.Took {
	seconds := map[string]int{}
	before, known := 0, false
	for _, e := range events {
		now, ok := clock(e.At)
		if ok && known && e.Kind != Resumed && now >= before && now-before <= longestPause {
			seconds[e.Step] += now - before
		}
		before, known = now, ok && e.Kind != Paused
	}
	var out []logbook.Took
	for i := range s.Steps {
		x := &s.Steps[i]
		if n := seconds[x.ID]; n > 0 && s.Is(x.ID) && x.Kind != string(bench.Dry) && of(x) == job {
			out = append(out, logbook.Took{Step: x.Kind, Pieces: x.Pieces, Seconds: n, Usual: int(x.Minutes.Likely * 60)})
		}
	}
	return out
}

// clock is a time in UTC, as RFC 3339 writes it, in seconds; ok is false for any other.
func clock(at string) (int, bool) {
	day, rest, _ := strings.Cut(at, "T")
	n, ok := calendar.Day(day)
	var h, m, s int
	if read, err := fmt.Sscanf(rest, "%2d:%2d:%2d", &h, &m, &s); !ok || err != nil || read != 3 || !strings.HasSuffix(rest, "Z") {
		return 0, false
	}
	return ((n*24+h)*60+m)*60 + s, true
}
