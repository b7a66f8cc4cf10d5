package demo

import (
	"reflect"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
)

func TestEveryDemoJobPlans(t *testing.T) {
	jobs, err := Jobs()
	if err != nil || len(jobs) != 6 {
		t.Fatalf("%d jobs, %v", len(jobs), err)
	}
	for _, j := range jobs {
		all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{})
		if err != nil {
			t.Fatalf("%s: %v", j.Title, err)
		}
		p := all.Plan
		if !p.Blanks[0].Proof.OK || p.Base.PerSheet == 0 {
			t.Errorf("%s: blank proves %v, %d bases a sheet", j.Title, p.Blanks[0].Proof.OK, p.Base.PerSheet)
		}
	}
}

// Forty entries, the same every time, all well formed, with the pattern in them: raised cards ask for more room.
func TestTheLogHasAPatternToFind(t *testing.T) {
	all := Log()
	if len(all) != 40 || !reflect.DeepEqual(all, Log()) {
		t.Fatalf("%d entries", len(all))
	}
	for i := range all {
		if problems := all[i].Check(); len(problems) > 0 {
			t.Errorf("%s: %v", all[i].Date, problems)
		}
	}
	book := learn.Read(all)
	ruler := measure.DefaultRuler(measure.Inches)
	flat, raised := book.Fits.For(measure.Inch/16, ruler).Ease, book.Fits.For(measure.Inch/4, ruler).Ease
	if raised <= flat || raised <= measure.Inch/4 {
		t.Errorf("%v for a flat card, %v for a raised one", flat.Text(measure.Inches), raised.Text(measure.Inches))
	}
	if _, likely, _ := book.Paces["assemble"].Ratio(); likely < 1.15 {
		t.Errorf("stacking takes %.2f of the usual time", likely)
	}
	if _, mean, _ := book.Counters["us"].Share(); mean < 0.6 {
		t.Errorf("the counter agrees in %.2f", mean)
	}
}
