package golden

import (
	"bytes"
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/supply"
	"yellow-parcel/draw"
)

// comes is all that is kept of a job, by the file's name.
func comes(t *testing.T, g golden) map[string]string {
	t.Helper()
	j, err := job.Read(g.job)
	if err != nil {
		return map[string]string{"fault.txt": err.Error() + "\n"}
	}
	how := pipeline.Order{Trials: g.order.Trials, Today: g.order.Today, Steps: true}
	for _, one := range g.order.Shelf {
		f, ok := catalog.Standard().Format(one.Envelope)
		if !ok {
			t.Fatal(one.Envelope)
		}
		how.Shelf = append(how.Shelf, supply.Held{Bought: brief.Format(f), Count: one.Count, Price: measure.Money(one.Cents) * measure.Cent, Priced: one.Cents > 0})
	}
	if len(g.order.Log) > 0 {
		how.Book = learn.Read(g.order.Log)
	}
	all, err := pipeline.WorkOut(j, catalog.Standard(), how)
	if err != nil {
		return map[string]string{"fault.txt": err.Error() + "\n"}
	}
	out := map[string]string{}
	if len(g.order.Events) == 0 {
		out["plan.txt"] = planLines(t, all, g.order)
	}
	for _, name := range g.order.Keeps {
		switch name {
		case "steps":
			out["steps.txt"] = stepLines(t, all)
		case "drawings":
			out["drawings.txt"] = drawings(draw.All(all))
		case "making":
			out["making.txt"] = acted(t, all, how, g.order.Events)
		case "learned":
			out["learned.txt"] = learned(all, how.Book)
		default:
			out[name] = file(t, all, name)
		}
	}
	return out
}

// twice is what a plan says twice, or draws: the drawings and parts show it.
var twice = []string{"copy", "station", "line", "value", "limit", "looks", "low", "high", "map"}

// mostListed is how many of a list of equals are kept in full.
const mostListed = 3

func few[T any](all []T, most int) []T { return all[:min(most, len(all))] }

// planLines is the plan in lines: of the blanks the first in full, of the pieces the
// one in use, and the others a line each.
func planLines(t *testing.T, all *pipeline.Whole, asked order) string {
	p := *all.Plan
	p.Steps = nil
	if !slices.Contains(asked.Keeps, "gauge.svg") {
		p.Gauge = nil
	}
	p.Fits, p.Makes, p.Ladder, p.Sells, p.Unsuited = few(p.Fits, mostListed), few(p.Makes, mostListed), few(p.Ladder, mostListed), few(p.Sells, mostListed), few(p.Unsuited, asked.Others)
	p.Blanks, p.Post = slices.Clone(few(p.Blanks, 1)), nil
	for i := range p.Blanks {
		p.Blanks[i].Sheets = few(p.Blanks[i].Sheets, mostListed)
	}
	for _, one := range all.Plan.Post {
		if one.InUse {
			p.Post = append(p.Post, one)
		}
	}
	return lines(t, p, twice...) + otherBlanks(all, asked.Others) + otherPieces(all.Plan, asked.Others)
}

// otherBlanks are the blanks after the first, each with how far it is from each limit of its proof.
func otherBlanks(all *pipeline.Whole, most int) string {
	var b strings.Builder
	blanks := all.Plan.Blanks
	fmt.Fprintf(&b, "%d blanks\n", len(blanks))
	for i := 1; i < len(blanks) && i <= most; i++ {
		m, c := blanks[i], blanks[i].Compare
		fmt.Fprintf(&b, " %s, %s: %s, inside %s × %s, outside %s × %s, %d scores, %d cuts, %s, %s, %s, %s; %s; %s %t; ", m.Style, m.Variant, m.Text, m.Cavity.Width.Text, m.Cavity.Height.Text,
			m.Outside.Width.Text, m.Outside.Height.Text, c.Scores, c.Cuts, m.Area, c.Needs, c.Share, c.Post, m.Room, m.Paper.Name, m.Paper.Fits)
		p := all.Result.Blanks[i].Proof
		fmt.Fprintf(&b, "%d layers", p.Layers)
		for _, check := range p.Checks {
			fmt.Fprintf(&b, ", %s %s", check.Code, number(check.Value-check.Limit))
		}
		b.WriteString("\n")
	}
	return b.String()
}

func otherPieces(p *document.Plan, most int) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%d pieces\n", len(p.Post))
	for _, one := range p.Post {
		if most--; most >= 0 && !one.InUse {
			fmt.Fprintf(&b, " %s, %s: %s, %s %s\n", one.Carrier, one.Piece, one.Class, one.Verdict, one.PriceText)
		}
	}
	return b.String()
}

// stepLines is a line for each step, but for what a step of its kind always says.
func stepLines(t *testing.T, all *pipeline.Whole) string {
	return oneEach(t, all.Plan.Steps, "caution")
}

func oneEach[T any](t *testing.T, all []T, without ...string) string {
	var b strings.Builder
	for _, one := range all {
		b.WriteString(nodeOf(t, one).without(append(twice, without...)...).short() + "\n")
	}
	return b.String()
}

func drawings(s draw.Set) string {
	var b strings.Builder
	one := func(name string, d draw.Drawing) {
		fmt.Fprintf(&b, "%s: %s %s\n", name, d.Name, points(d.Lo, d.Hi))
		for _, s := range d.Shapes {
			fmt.Fprintf(&b, " %s %s %s %t %s\n", s.Kind, s.Key, s.Fill, s.Open, points(s.Points...))
		}
		for _, m := range d.Dims {
			fmt.Fprintf(&b, " %s %d %s %s %t %s\n", m.Side, m.Tier, m.Key, m.Text, m.Flat, points(m.From, m.To))
		}
		for _, l := range d.Labels {
			fmt.Fprintf(&b, " %s %s %s\n", l.Kind, l.Text, points(l.At))
		}
	}
	one("start", s.Start)
	one("base", s.Base)
	for _, d := range s.Sheets {
		one("sheet", d)
	}
	one("layers", s.Layers)
	one("finished", s.Finished)
	one("section", s.Section)
	for _, d := range s.Blanks[:min(1, len(s.Blanks))] {
		one("blank", d)
	}
	for _, d := range s.Post {
		one("post", d)
	}
	for _, d := range s.Slot {
		one("slot", d)
	}
	for _, d := range s.Maps {
		one("map", d)
	}
	if s.Choices != nil {
		one("choices", *s.Choices)
	}
	return b.String()
}

// points are places in millimetres, to the hundredth.
func points(all ...draw.Point) string {
	out := make([]string, len(all))
	for i, p := range all {
		out[i] = number(p[0]) + "," + number(p[1])
	}
	return strings.Join(out, " ")
}

func number(v float64) string {
	return strconv.FormatFloat(math.Round(v*100)/100+0, 'f', -1, 64)
}

// file is a part or a list as a file, or why there is none.
func file(t *testing.T, all *pipeline.Whole, name string) string {
	part, as, _ := strings.Cut(name, ".")
	var b bytes.Buffer
	var no *draw.FileError
	if part == "bench-sheet" && all.Result.Batch.Err != nil {
		return all.Plan.CutPlan.Problem.Text + "\n"
	}
	if part == "bench-sheet" {
		return benchSheet(t, all)
	}
	switch err := draw.Write(&b, all, as, part); {
	case errors.As(err, &no):
		return no.Field + ": " + no.Text + "\n"
	case err != nil:
		t.Fatal(err)
	}
	if as == "pdf" {
		return pages(t, b.Bytes())
	}
	return b.String()
}
