package check

import (
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/supply"
)

// sheetsOf is how many sheets a lot is cut from.
func sheetsOf(l *supply.Lot) (n int) {
	if l.Plan == nil {
		for _, s := range l.Sheets {
			n += s.Count
		}
		return n
	}
	for _, layout := range l.Plan.Layouts {
		n += layout.Count
	}
	return n
}

// The bench cuts envelopes from no more sheets than the envelope says they take as it lies on its paper, those to spare among
// them; what a trimmer does not get out is cut by hand, from as many, and the list of supplies has them.
func TestEnvelopesTakeTheSheetsThatAreSaid(t *testing.T) {
	each(t, howMany(200), func(t *testing.T, m made) {
		n := m.Result.Nest
		if n == nil || m.Result.Batch.Err != nil {
			return
		}
		b := m.AtTheBench(pipeline.Order{Memory: known})
		listed := 0
		for _, l := range b.Supplied.Lines {
			if l.What == supply.Sheets {
				listed += l.Need
			}
		}
		for i := range b.Lots {
			if b.Lots[i].Of != supply.Blank {
				continue
			}
			if sheets := sheetsOf(&b.Lots[i]); sheets == 0 || sheets > n.Sheets || sheets > listed || n.Sheets*len(n.Places[0]) < m.Result.Brief.Cut() {
				t.Errorf("%s: %d sheets at the bench, %d as they lie, %d for %d envelopes on the list", m.text, sheets, n.Sheets, listed, m.Result.Brief.Cut())
			}
		}
	})
}

// A card sized from its envelope goes into it with all that pokes out of it, as a given overhang would; where it does not, no
// smaller card does, lying the same way. So does every size that is called worth cutting, and the one that a button cuts it to.
func TestWhatPokesOutGoesIn(t *testing.T) {
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 9)), metric: true}
	refuses := func(w *pipeline.Whole) bool {
		return w.Result.Own.Verdict == card.No || w.Result.Own.Verdict == card.Tight
	}
	seen, stuck := 0, 0
	for range howMany(100) {
		piece := fields{"material": pick(m, "bow", "button", "card"), "width": fmt.Sprint(10 + m.IntN(60)), "height": fmt.Sprint(10 + m.IntN(60))}
		m.sometimes(piece, 80, "x", func() any { return fmt.Sprint(m.IntN(160) - 40) })
		m.sometimes(piece, 50, "y", func() any { return fmt.Sprint(m.IntN(200) - 40) })
		doc := fields{"format": "yellow-parcel-job", "version": 1, "unit": "mm", "envelope": pick(m, "iso-c6", "iso-c5", "us-a7", "us-a2"), "card": fields{"fold": pick(m, "flat", "book"), "build": []any{piece}}}
		w, text, err := workedOut(t, doc)
		if err != nil {
			continue
		}
		seen++
		z := w.Result.Card.Size
		if refuses(w) {
			stuck++
			for by := 3.0; by < 60; by += 6 {
				for _, side := range [][2]float64{{by, 0}, {0, by}, {by, by}} {
					width, height := z.Width.MM()-side[0], z.Height.MM()-side[1]
					smaller, _, err := workedOut(t, job.Merged(doc, fields{"card": fields{"width": fmt.Sprint(width), "height": fmt.Sprint(height)}}))
					if err == nil && width > 30 && height > 30 && !smaller.Result.Own.Turned && smaller.Result.Card.Thickness >= w.Result.Card.Thickness && !refuses(smaller) {
						t.Fatalf("%s: %s goes in the envelope no more, %.1f x %.1f does", text, z.Text("mm"), width, height)
					}
				}
			}
		}
		for _, one := range w.Plan.Worth {
			if one.Own {
				continue
			}
			if then, _, err := workedOut(t, job.Merged(doc, one.Patch)); err != nil || refuses(then) && !refuses(w) {
				t.Fatalf("%s: %s is worth cutting and goes not in", text, one.Text)
			}
		}
	}
	if seen < 60 || stuck > seen/2 {
		t.Errorf("%d cards, %d too large", seen, stuck)
	}
}

// The glue is as wide at the bench as where the envelope is described and as it is drawn: at most the strip, down to a mark, and
// off the overlap's edges.
func TestGlueIsAsWideAsItsStrip(t *testing.T) {
	glued := 0
	each(t, howMany(200), func(t *testing.T, m made) {
		if m.Result.Batch.Err != nil || len(m.Result.Pieces) == 0 || m.Result.Pieces[0].Made == nil || m.Result.Pieces[0].Made != m.Result.Blanks[0] {
			return
		}
		of := m.Result.Blanks[0]
		drawn := math.Inf(1)
		for k := range of.Pieces {
			for _, strip := range of.Glue(&of.Pieces[k]) {
				drawn = min(drawn, strip.Width())
			}
		}
		least := measure.Length(0)
		for _, s := range m.AtTheBench(pipeline.Order{Memory: known}).All {
			if s.Say.Name != "seam" {
				continue
			}
			glued++
			if w := s.Figure.Length; least == 0 || w < least {
				least = w
			}
		}
		said := m.Plan.Blanks[0].Glue
		if least == 0 {
			return
		}
		if said == nil || said.Text != least.Text(m.Result.Brief.Unit) || least.MM() > drawn+1e-6 || least.MM() < drawn-m.Result.Brief.Ruler.Step.MM() || *of.Proof.Seam-least.MM() < 1 {
			t.Errorf("%s: %s at the bench, %+v in the plan, %.3f mm drawn, %.3f mm of overlap", m.text, least.Text("mm"), said, drawn, *of.Proof.Seam)
		}
	})
	if glued < 30 {
		t.Errorf("only %d seams were glued", glued)
	}
}

// A card as thick as the bench lets it be for the slot gauge passes the slot closed, and one that is thicker does not.
func TestTheSlotIsOfTheClosedPiece(t *testing.T) {
	gauged := 0
	each(t, howMany(400), func(t *testing.T, m made) {
		if m.Result.Batch.Err != nil || m.Result.GaugeBesides() == nil {
			return
		}
		gauged++
		r, seen := m.Result, map[string]measure.Length{}
		var order []string
		for _, s := range m.AtTheBench(pipeline.Order{Memory: known}).All {
			seen[s.Say.Name] = s.Figure.Length
			order = append(order, s.Say.Name)
		}
		closed := r.Pieces[0].Piece.Thickness
		if room, ok := seen["slot-room"]; seen["slot"] != r.Gauge.Cut || slices.Index(order, "slot") < slices.Index(order, "close") ||
			ok && (r.Card.Thick <= room) != (closed <= r.Gauge.Cut) || !ok && closed-r.Card.Thick < r.Gauge.Cut {
			t.Errorf("%s: a card of %s, closed %s, room for %s: %v", m.text, r.Card.Thick.Text("mm"), closed.Text("mm"), room.Text("mm"), order)
		}
	})
	if gauged < 10 {
		t.Errorf("only %d gauges", gauged)
	}
}

// A batch that cannot be cut takes nothing, no step and no minute; of the sheet that is said to do it comes.
func TestWhatCannotBeCutTakesNothing(t *testing.T) {
	stuck, named := 0, 0
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 11))}
	for range howMany(300) {
		doc := m.job()
		if m.IntN(2) == 0 {
			c := doc["card"].(fields)
			c["width"], c["height"], c["fold"] = m.length(7, 12), m.length(7, 12), pick(m, "book", "flat")
		}
		w, _, err := workedOut(t, doc)
		if err != nil || w.Result.Batch.Err == nil {
			continue
		}
		stuck++
		b := w.AtTheBench(pipeline.Order{Memory: known})
		p := w.Plan.CutPlan
		if len(b.Lots)+len(b.Steps)+len(b.Supplied.Lines) > 0 || b.Time.High > 0 || p.SheetsUsed > 0 || p.Cost != nil || p.Problem == nil {
			t.Fatalf("%v: %d steps, %d lines, %s", doc, len(b.Steps), len(b.Supplied.Lines), b.Time.Text)
		}
		would := w.Result.Batch.Would
		if would == nil {
			continue
		}
		named++
		if !strings.Contains(p.Problem.Text, would.Name+" would do.") {
			t.Fatalf("%v: %s", doc, p.Problem.Text)
		}
		then, text, err := workedOut(t, job.Merged(doc, fields{"sheet": would.ID, "stock": nil}))
		if err != nil || doc["sheet"] == nil && then.Result.Batch.Err != nil {
			t.Fatalf("%s: out of %s: %v", text, would.Name, err)
		}
	}
	if stuck < 5 || named < 3 {
		t.Errorf("%d cannot be cut, %d elsewhere", stuck, named)
	}
}

// A figure that is shown and typed back is the same figure, on a ruler of the other system as well.
func TestWhatIsShownCanBeTypedBack(t *testing.T) {
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 12))}
	for range howMany(60) {
		doc := m.job()
		doc["ruler"] = pick(m, "1/16 in", "1/8 in", "1/32 in", "1 mm", "0.5 mm")
		w, text, err := workedOut(t, doc)
		if err != nil {
			continue
		}
		b, z := w.Result.Brief, w.Result.Whole()
		again := job.Merged(doc, fields{"card": fields{"width": z.Width.Text(b.Unit), "height": z.Height.Text(b.Unit), "turn": nil}})
		then, _, err := workedOut(t, again)
		if err != nil {
			t.Fatalf("%s: %s: %v", text, z.Text(b.Unit), err)
		}
		if got := then.Result.Whole(); got != z {
			t.Fatalf("%s: %s typed back is %s", text, z.Text(b.Unit), got.Text(b.Unit))
		}
	}
}

// Blanks beside each other are tried equally often, and the foot names every score.
func TestBlanksAreTriedEquallyOften(t *testing.T) {
	scored := 0
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 13))}
	for range howMany(60) {
		j, text := typed(t, m.job())
		p, err := wholePlan(j, catalog.Standard(), pipeline.Order{NoWays: true, Memory: known, Trials: 100})
		if err != nil {
			continue
		}
		for _, b := range p.Blanks {
			// Of what a hand can never spoil it is said how far off it may be.
			share := b.Compare.Share
			if tr := b.Proof.Trials; b.Compare.Trials == 100 && tr.Sure.MM > 0 && share == "up to "+tr.Sure.Text {
				continue
			}
			if !strings.HasSuffix(share, " of 10") {
				t.Errorf("%s: %s is tried %s, the others 10 times", text, b.Name, b.Compare.Share)
			}
		}
		if c := p.Consequence; c.State == "good" && len(p.Base.Scores) > 0 && !p.Card.Made {
			scored++
			for _, s := range p.Base.Scores {
				if !regexp.MustCompile(`(at|,|and) ` + regexp.QuoteMeta(s.At.Text) + `[ ,;.]`).MatchString(c.Text) {
					t.Errorf("%s: a score at %s is not in %q", text, s.At.Text, c.Text)
				}
			}
		}
	}
	if scored < 5 {
		t.Errorf("only %d cards with scores", scored)
	}
}

// A blank's own paper says what the same sheet says among those it was tried on, and a sheet on hand is on hand everywhere.
func TestABlanksPaperIsOneOfItsSheets(t *testing.T) {
	held := 0
	each(t, howMany(200), func(t *testing.T, m made) {
		for _, b := range m.Plan.Blanks {
			for _, s := range b.Sheets {
				if s.Sheet == b.Paper.Sheet && s.Name == b.Paper.Name {
					if held++; s != b.Paper {
						t.Errorf("%s: %s: %+v as its paper, %+v among the sheets", m.text, b.Name, b.Paper, s)
					}
				}
			}
		}
		if n := m.Plan.Nest; n != nil && n.Count != m.Plan.Blanks[0].Paper.PerSheet && m.Plan.Blanks[0].Style != "contour" {
			t.Errorf("%s: %s, a sheet takes %d", m.text, n.Text, m.Plan.Blanks[0].Paper.PerSheet)
		}
	})
	if held < 200 {
		t.Errorf("only %d papers", held)
	}
}

// As many cards come out of a sheet as Start says of them, once they are taken.
func TestASheetGivesWhatStartSays(t *testing.T) {
	taken := 0
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 14))}
	for range howMany(40) {
		doc := m.job()
		m.sometimes(doc, 40, "trimmer", func() any { return fields{"longest": m.length(7, 14), "deepest": m.length(5, 12)} })
		m.sometimes(doc["card"].(fields), 30, "grain", func() any { return "fold" })
		w, text, err := workedOut(t, doc)
		if err != nil {
			continue
		}
		try := func(what string, gives int, patch fields) {
			then, _, err := workedOut(t, job.Merged(doc, patch))
			if err != nil {
				return // something else of the job is in its way: layers that vanish
			}
			taken++
			if got := then.Plan.Base.PerSheet; got != gives {
				t.Fatalf("%s: %s: %d are said to come out of a sheet, %d do", text, what, gives, got)
			}
		}
		for _, one := range w.Plan.Worth {
			if w.Plan.Envelope != nil {
				try("worth "+one.Text, one.PerSheet, one.Patch)
			}
		}
		for i, one := range w.Plan.Makes {
			if i%7 == 0 {
				try("makes "+one.Name+" "+one.Text, one.PerSheet, one.Patch)
			}
		}
		for i, one := range w.Plan.Sells {
			if i%5 == 0 {
				for _, f := range one.Folds {
					try("sells "+one.Text+" "+f.Text, f.PerSheet, f.Patch)
				}
			}
		}
	}
	if taken < 70 {
		t.Errorf("only %d were taken", taken)
	}
}

// The calendar lays into sittings what the bench says a making takes at most, by one's own pace as by the usual minutes.
func TestTheBenchTakesWhatTheCalendarLays(t *testing.T) {
	book := learn.Read([]logbook.Entry{{Took: []logbook.Took{{Step: "cut", Pieces: 10, Seconds: 840, Usual: 600}, {Step: "fold", Pieces: 6, Seconds: 300, Usual: 360}, {Step: "assemble", Pieces: 8, Seconds: 720, Usual: 480}}}})
	laid := 0
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 15))}
	for range howMany(40) {
		doc := m.job()
		doc["due"], doc["sittings"] = "2027-11-01", fields{"minutes": 60, "at": "19:00", "days": []string{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}}
		j, text := typed(t, doc)
		for _, of := range []*learn.Book{nil, book} {
			p, err := wholePlan(j, catalog.Standard(), pipeline.Order{NoWays: true, Memory: known, Steps: true, Today: "2026-09-23", Book: of})
			if err != nil || len(p.Steps) == 0 {
				continue
			}
			laid++
			minutes := 0
			for _, s := range p.Sittings {
				minutes += s.Minutes
			}
			if float64(minutes) != p.Time.High || p.Time.Low > p.Time.Likely || p.Time.Likely > p.Time.High || p.Time.Own != (of != nil) {
				t.Errorf("%s: %d minutes are laid, %+v at the bench", text, minutes, *p.Time)
			}
		}
	}
	if laid < 30 {
		t.Errorf("only %d makings", laid)
	}
}
