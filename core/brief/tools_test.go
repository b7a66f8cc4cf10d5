package brief

import (
	"fmt"
	"reflect"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// toolTexts are bare figures of every tool, such as makers of each unit type them.
var toolTexts = map[measure.Unit]job.Tools{
	measure.Inches:      {Trimmer: &job.TrimmerSpec{Longest: "12", Deepest: "10 1/2", Stack: "1/8"}, Board: &job.BoardSpec{Groove: "1/8", Jig: "3/8", Length: "11"}, Mat: "1/2", Hand: &job.HandSpec{Cut: "1/16", Score: "1/64"}},
	measure.Millimetres: {Trimmer: &job.TrimmerSpec{Longest: "310", Deepest: "265,5", Stack: "3"}, Board: &job.BoardSpec{Groove: "1", Jig: "2", Length: "280"}, Mat: "12", Hand: &job.HandSpec{Cut: "1", Score: "0,5"}},
}

// tooled is what a job without tools of its own is planned with.
func tooled(t *testing.T, j job.Job, tools job.Tools, cat *catalog.Catalog) Tools {
	t.Helper()
	b, err := Read(j.With(tools), cat)
	if err != nil {
		t.Fatalf("%+v: %v", tools, err)
	}
	return b.Tools
}

// Every tool of every home and unit: what is checked is what a job of either unit is planned with, and what is given
// back, whatever unit it is sent again with.
func TestToolsKeepTheUnitTheyWereTypedIn(t *testing.T) {
	cat := catalog.Standard()
	bare := func(j job.Job) job.Job { j.Card = &job.CardSpec{Width: "5 in", Height: "7 in"}; return j }
	jobs := []job.Job{bare(job.Job{Unit: measure.Inches}), bare(job.Job{Unit: measure.Millimetres}), bare(job.Job{Home: "de"}), bare(job.Job{Home: "us"})}
	n := 0
	for _, home := range append(cat.Homes(), "") {
		for _, own := range []measure.Unit{"", measure.Inches, measure.Millimetres} {
			lives, _ := cat.Carrier(home)
			unit := job.Tools{Unit: own}.UnitOf(lives)
			typed := toolTexts[unit]
			typed.Home, typed.Unit = home, own
			kept, problems := ReadTools(typed, cat)
			if len(problems) > 0 || kept.Bare() {
				t.Fatalf("%q %q: %v, %+v", home, own, problems, kept)
			}
			want := map[string]measure.Length{}
			for _, m := range typed.Measures() {
				l, err := measure.Parse(string(*m.Text), unit)
				if err != nil {
					t.Fatal(m.Field, err)
				}
				want[m.Field] = l
			}
			same := func(what string, tools job.Tools) {
				for _, m := range tools.Measures() {
					if l, err := measure.Parse(string(*m.Text), other(unit)); err != nil || l != want[m.Field] {
						t.Errorf("%s of %q %q: %s is given back as %q, not %s", what, home, own, m.Field, *m.Text, want[m.Field].Text(unit))
					}
				}
				for _, j := range jobs {
					g := tooled(t, j, tools, cat)
					got := map[string]measure.Length{"trimmer.longest": g.Trimmer.Longest, "trimmer.deepest": g.Trimmer.Deepest, "trimmer.stack": g.Stack, "board.groove": g.Groove, "board.jig": g.Jig, "board.length": g.Reach, "mat": g.Mat, "hand.cut": g.Hand.Cut, "hand.score": g.Hand.Score}
					if !reflect.DeepEqual(got, want) {
						t.Errorf("%s of %q %q, a job in %q at %q: planned with %v, typed %v", what, home, own, j.Unit, j.Home, got, want)
					}
					n++
				}
			}
			same("as sent", kept)
			// The unit is switched, with the figures as they were typed and as they were given back.
			for _, switched := range []job.Tools{typed, kept} {
				switched.Unit = other(unit)
				again, problems := ReadTools(switched.Over(kept), cat)
				if len(problems) > 0 {
					t.Fatal(problems)
				}
				same("switched", again)
			}
			// Another figure is typed in the new unit.
			anew := toolTexts[other(unit)]
			anew.Unit = other(unit)
			again, problems := ReadTools(anew.Over(kept), cat)
			if l, _ := measure.Parse(string(*again.Measures()[0].Text), unit); len(problems) > 0 || l == want["trimmer.longest"] {
				t.Errorf("%q %q: %+v %v", home, own, again, problems)
			}
		}
	}
	if n < 200 {
		t.Errorf("only %d jobs", n)
	}
}

func other(u measure.Unit) measure.Unit {
	if u == measure.Inches {
		return measure.Millimetres
	}
	return measure.Inches
}

// Tools that were kept before units were written are read as they were checked, and what jobs were planned with otherwise is said.
func TestToolsKeptWithoutUnits(t *testing.T) {
	old := job.Tools{Home: "de", Trimmer: &job.TrimmerSpec{Longest: "310"}, Board: &job.BoardSpec{Groove: "1/16", Jig: "2"}, Mat: "0.5 in"}
	typed, differs := KeptTools(old, catalog.Standard())
	if typed.Trimmer.Longest != "310 mm" || typed.Board.Jig != "2 mm" || typed.Board.Groove != "1/16 in" || typed.Mat != "0.5 in" || old.Board.Jig != "2" || old.Board.Groove != "1/16" {
		t.Errorf("%+v %+v, of %+v", typed.Trimmer, typed.Board, old.Board)
	}
	want := []string{
		"The trimmer's longest cut: 310 mm; jobs were planned with 310 in.",
		"What the corner jig reads: 2 mm; jobs were planned with 2 in.",
	}
	if !reflect.DeepEqual(differs, want) {
		t.Errorf("%q", differs)
	}
	for _, same := range []job.Tools{{Home: "us", Mat: "1/2"}, {Unit: "mm", Mat: "12"}, {Home: "de", Unit: "in", Mat: "1/2"}, {Mat: "1/2"}, {Home: "de", Mat: "12 mm"}, {Home: "de"}} {
		if _, differs := KeptTools(same, catalog.Standard()); len(differs) > 0 {
			t.Errorf("%+v: %q", same, differs)
		}
	}
}

// No length among the tools is left out of the list of them.
func TestEveryToolIsListed(t *testing.T) {
	var count func(reflect.Type) int
	count = func(of reflect.Type) (n int) {
		switch {
		case of == reflect.TypeFor[job.Length]():
			return 1
		case of.Kind() == reflect.Pointer || of.Kind() == reflect.Slice:
			return count(of.Elem())
		case of.Kind() == reflect.Struct:
			for i := range of.NumField() {
				n += count(of.Field(i).Type)
			}
		}
		return n
	}
	listed := map[string]bool{}
	for _, m := range (&job.Tools{}).Measures() {
		listed[m.Field] = true
	}
	if n := count(reflect.TypeFor[job.Tools]()); len(listed) != n {
		t.Errorf("%d lengths, %d of them listed: %v", n, len(listed), fmt.Sprint(listed))
	}
}
