package golden

import (
	"maps"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
)

// Every style and way of making it is the first blank of some job, and every fold,
// carrier, ruler and unit is some job's, so that what is new asks for a job here.
func TestThereIsAJobOfEveryKind(t *testing.T) {
	seen := map[string]bool{}
	for _, dir := range folders(t) {
		g := read(t, dir)
		j, err := job.Read(g.job)
		if err != nil {
			seen["fault"] = true
			continue
		}
		all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{NoWays: true})
		if err != nil {
			seen["fault"] = true
			continue
		}
		b := all.Result.Brief
		seen["unit "+string(b.Unit)], seen["ruler "+b.Ruler.Step.Text(b.Ruler.Unit)], seen["fold "+b.Base.Fold.ID] = true, true, true
		for _, c := range b.Post.Carriers {
			seen["carrier "+c.ID] = true
		}
		if len(all.Result.Blanks) > 0 {
			m := all.Result.Blanks[0]
			seen["blank "+m.Style.ID+" "+m.Variant.ID] = true
		}
		for _, kept := range g.order.Keeps {
			seen["kept "+kept] = true
		}
	}
	want := []string{"fault", "unit in", "unit mm", "kept making", "kept learned"}
	for _, s := range blank.Styles() {
		for _, v := range s.Variants {
			want = append(want, "blank "+s.ID+" "+v.ID)
		}
	}
	for _, f := range card.Folds() {
		want = append(want, "fold "+f.ID)
	}
	for _, r := range measure.Rulers() {
		want = append(want, "ruler "+r.Step.Text(r.Unit))
	}
	for _, c := range catalog.Standard().Carriers {
		want = append(want, "carrier "+c.ID)
	}
	for _, w := range want {
		if !seen[w] {
			t.Errorf("no job has %s; there are %s", w, strings.Join(slices.Sorted(maps.Keys(seen)), ", "))
		}
	}
}
