package bench_test

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
)

// steps are a job's steps, a line each: phase, what is said, the figure, how many, the tool, and what is left open.
func steps(t *testing.T, fields string) []string {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,` + fields + `}`))
	if err != nil {
		t.Fatal(err)
	}
	how := pipeline.Order{NoWays: true}
	all, err := pipeline.WorkOut(j, catalog.Standard(), how)
	if err != nil {
		t.Fatal(err)
	}
	b := all.AtTheBench(how)
	var out []string
	for i, s := range b.Steps {
		line := fmt.Sprintf("%s %d × %s", s.Phase, s.Pieces, s.Text)
		if s.Figure != nil {
			line += " " + s.Figure.Text
		}
		line += " | " + s.Part + " | " + s.Tool
		if len(s.Details) > 0 {
			line += " | " + strings.Join(s.Details, "; ")
		}
		if (s.Caution != "") != b.All[i].Blade || s.Check == "" && b.All[i].Kind == bench.Score {
			t.Errorf("%s: %q %q", s.ID, s.Caution, s.Check)
		}
		out = append(out, line)
	}
	return out
}

// A square card in three folds, the second scored on its other face, with a layer lower by its wider foot, a panel inside, and
// pieces on its front, its back and over everything; four are cut and three made. Its steps were read line by line.
func TestTheStepsOfACardWithEverythingOnIt(t *testing.T) {
	got := steps(t, `"unit":"in","quantity":3,"spoilage":"1","extras":["gauge"],"card":{"width":"4","height":"4","fold":"z","build":[{"material":"card","width":"2","height":"1","x":"1","y":"1/2","joint":"foam-1"},{"material":"embossed"},{"material":"button","on":"back"}]},
		"layers":[{"border":"1/4","bottom":"1/2","joint":"tape"}],"inside":"1/4","sheet":"us-tabloid","blank":{"style":"corner-fold","paper":"us-12x12"},"post":{"carriers":["us"]}`)
	text, err := os.ReadFile("testdata/everything.txt")
	if err != nil {
		t.Fatal(err)
	}
	want := strings.Split(strings.TrimSpace(string(text)), "\n")
	for i := range max(len(got), len(want)) {
		switch {
		case i >= len(got):
			t.Errorf("missing: %s", want[i])
		case i >= len(want):
			t.Errorf("besides: %s", got[i])
		case got[i] != want[i]:
			t.Errorf("step %d:\n%s, want\n%s", i+1, got[i], want[i])
		}
	}
}

// What is glued dries, what is on tape or foam does not.
func TestOnlyGlueDries(t *testing.T) {
	for joint, dries := range map[string]bool{"": true, `,"joint":"glue"`: true, `,"joint":"tape"`: false, `,"joint":"foam-1"`: false} {
		got := steps(t, `"quantity":1,"card":{"width":"5","height":"7","fold":"book"},"layers":[{"border":"1/8"`+joint+`}],"envelope":"us-a7"`)
		if has := slices.ContainsFunc(got, func(s string) bool { return strings.Contains(s, "Weight the card until dry") }); has != dries {
			t.Errorf("%q dries %v", joint, has)
		}
	}
}
