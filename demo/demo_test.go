package demo

import (
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/plan"
)

func TestEveryDemoJobPlans(t *testing.T) {
	jobs, err := Jobs()
	if err != nil || len(jobs) != 6 {
		t.Fatalf("%d jobs, %v", len(jobs), err)
	}
	for _, j := range jobs {
		p, err := plan.Make(j, catalog.Standard())
		if err != nil {
			t.Fatalf("%s: %v", j.Title, err)
		}
		if !p.Blanks[0].Proof.OK || p.Base.PerSheet == 0 {
			t.Errorf("%s: blank proves %v, %d bases a sheet", j.Title, p.Blanks[0].Proof.OK, p.Base.PerSheet)
		}
	}
}
