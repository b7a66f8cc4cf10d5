package golden

import (
	"bytes"
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/gang"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/draw"
	"yellow-parcel/e2e/printed"
)

// acted is what a making comes to, event by event, and what the logbook says of it.
func acted(t *testing.T, all *pipeline.Whole, how pipeline.Order, events []making.Event) string {
	b := all.AtTheBench(how)
	docket := making.DocketOf(&b, all.Result)
	plans := []making.Docket{docket}
	var out strings.Builder
	docket.Steps = nil
	out.WriteString(lines(t, docket))
	for i, e := range events {
		s := making.Fold(plans, events[:i+1])
		fmt.Fprintf(&out, "%s%s%s%s%s, %d/%d", e.Kind, also(e.Step), also(e.Part), also(e.Reason), also(e.Value), len(s.Done), len(s.Steps))
		if s.At < len(s.Steps) {
			fmt.Fprintf(&out, ", next %s", s.Steps[s.At].ID)
		}
		left := learn.Efforts{}
		for job := range docket.Expects {
			left = left.With(s.Efforts(job))
		}
		if e.Kind != making.Done {
			fmt.Fprintf(&out, "; %d; counts %v, paused %t, %d ways, left %.1f and %.1f min", e.Count, s.Counts, s.Paused, len(s.Ways), left.First.Likely(), left.Rest.Likely())
		}
		out.WriteByte('\n')
		for _, w := range e.Ways {
			fmt.Fprintf(&out, " way %s: %d of %s from %s, %s\n", w.Text, w.Count, w.Part, w.From.Name, nodeOf(t, w.From).short())
			for _, step := range w.Steps {
				fmt.Fprintf(&out, "  %s\n", step.ID)
			}
		}
	}
	s := making.Fold(plans, events)
	out.WriteString(lines(t, s.Parts) + lines(t, s.Spoils) + lines(t, s.Measures) + lines(t, s.Notes) + lines(t, s.Dries))
	out.WriteString(oneEach(t, making.Entries(plans, events, &making.Source{Title: all.Plan.Title, Jobs: []gang.Member{{ID: "kept"}}})))
	return out.String()
}

func also(said string) string {
	if said != "" {
		return " " + said
	}
	return ""
}

// learned is what a logbook comes to, and what it says of the job.
func learned(all *pipeline.Whole, book *learn.Book) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%d entries, %d fits\n", book.Entries, book.Fits.Total)
	for _, part := range slices.Sorted(maps.Keys(book.Parts)) {
		low, mean, high := book.Parts[part].Share()
		fmt.Fprintf(&b, "spoiled %s: %+v, %.4f %.4f %.4f\n", part, book.Parts[part], low, mean, high)
	}
	for _, kind := range slices.Sorted(maps.Keys(book.Paces)) {
		low, likely, high := book.Paces[kind].Ratio()
		fmt.Fprintf(&b, "pace %s: %d, %.4f %.4f %.4f\n", kind, book.Paces[kind].N, low, likely, high)
	}
	for _, carrier := range slices.Sorted(maps.Keys(book.Counters)) {
		low, mean, high := book.Counters[carrier].Share()
		fmt.Fprintf(&b, "counter %s: %+v, %.4f %.4f %.4f\n", carrier, book.Counters[carrier], low, mean, high)
	}
	unit := all.Result.Brief.Unit
	for thick := measure.Length(0); thick <= 3*measure.Inch/4; thick += measure.Inch / 8 {
		e := book.Fits.For(thick, all.Result.Brief.Ruler)
		fmt.Fprintf(&b, "ease for %s: %s, tight %.4f good %.4f, %s to %s, near %v\n", thick.Text(unit), e.Ease.Text(unit), e.Tight, e.Good, e.Low.Text(unit), e.High.Text(unit), e.Near)
	}
	return b.String()
}

// benchSheet is the steps on paper before anything is done.
func benchSheet(t *testing.T, all *pipeline.Whole) string {
	b := all.AtTheBench(pipeline.Order{})
	docket := making.DocketOf(&b, all.Result)
	s := making.Fold([]making.Docket{docket}, nil)
	var file bytes.Buffer
	if err := draw.BenchSheet(&file, all.Result.Brief.Unit, all.Plan.Title, &s, docket.Supplies, draw.OfBench(&b)); err != nil {
		t.Fatal(err)
	}
	return pages(t, file.Bytes())
}

// pages are a PDF file's pages, line by line.
func pages(t *testing.T, file []byte) string {
	all, err := printed.Pages(file)
	if err != nil {
		t.Fatal(err)
	}
	var out strings.Builder
	for _, page := range all {
		out.WriteString(printable(page))
	}
	return out.String()
}

// printable is a page line by line: what is written where, and how much is drawn
// between. The upper halves of letters are left out, and what is beyond ASCII stands in digits.
func printable(page string) string {
	var b strings.Builder
	strokes, reach := 0, 0.0
	drawn := func() {
		if strokes > 0 {
			fmt.Fprintf(&b, "%d strokes, %.2f\n", strokes, reach)
		}
		strokes, reach = 0, 0
	}
	for line := range strings.Lines(page) {
		switch {
		case strings.Contains(line, " Tf "): // a font by a name that is its file's
		case !strings.Contains(line, " Tj"):
			strokes++
			for i, word := range strings.Fields(line) {
				if v, err := strconv.ParseFloat(word, 64); err == nil {
					reach += v * float64(i+1)
				}
			}
		default:
			drawn()
			for _, c := range []byte(strings.ReplaceAll(line, "\x00", "")) {
				if c != '\n' && (c < ' ' || c > '~') {
					fmt.Fprintf(&b, "\\x%02x", c)
				} else {
					b.WriteByte(c)
				}
			}
		}
	}
	drawn()
	return b.String()
}
