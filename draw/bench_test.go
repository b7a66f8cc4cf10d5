package draw

import (
	"bytes"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/core/pipeline"
)

// Every step of a making is on its sheet in order, its figure large, with a box; those done are ticked.
func TestTheBenchSheetHasEveryStep(t *testing.T) {
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,"quantity":12,"extras":["gauge","band"],"card":{"width":"4","height":"5 3/8","fold":"book","thickness":"1/8","build":[{"name":"Gull","material":"card","x":"1","y":"2","width":"1","height":"1"}]},"layers":["1/8"],"blank":{"style":"corner-fold","liner":true}}`))
	if err != nil {
		t.Fatal(err)
	}
	how := pipeline.Order{NoWays: true}
	all, err := pipeline.WorkOut(j, catalog.Standard(), how)
	if err != nil {
		t.Fatal(err)
	}
	b := all.AtTheBench(how)
	set := OfBench(&b)
	for _, s := range b.Steps {
		for _, l := range s.Looks {
			d, ok := set.Find(l)
			if !ok {
				t.Errorf("%s is shown in a drawing that is not there: %+v", s.ID, l)
			}
			for _, key := range l.Lit {
				if !slices.ContainsFunc(d.Shapes, func(x Shape) bool { return x.Key == key }) && !slices.ContainsFunc(d.Dims, func(x Dim) bool { return x.Key == key }) {
					t.Errorf("%s lights %s, which %s has not", s.ID, key, d.Name)
				}
			}
		}
	}
	p := making.DocketOf(&b)
	state := making.Fold([]making.Docket{p}, []making.Event{{Kind: making.Done, Step: b.Steps[0].ID}, {Kind: making.Done, Step: b.Steps[1].ID}})
	var file bytes.Buffer
	if err := BenchSheet(&file, j.Unit, "Tide-table note", &state, p.Supplies, set); err != nil {
		t.Fatal(err)
	}
	pages := streams(t, file.Bytes())
	text := strings.ReplaceAll(strings.Join(pages, "\n"), "\x00", "")
	boxes := strings.Count(text, " re S")
	if boxes < len(state.Steps) {
		t.Errorf("%d boxes for %d steps", boxes, len(state.Steps))
	}
	at := 0
	for _, s := range state.Steps {
		word := strings.Fields(s.Text)[0]
		i := strings.Index(text[at:], word)
		if i < 0 {
			t.Fatalf("%s does not follow: %q", s.ID, s.Text)
		}
		at += i
	}
	if _, ok := set.Find(document.Look{Of: "sheet", Lot: 40}); ok {
		t.Error("a lot that is not there is drawn")
	}
}
