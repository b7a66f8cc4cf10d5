package pipeline

import (
	"fmt"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
)

// Each stage is told in its order, by the clock of whoever asks; without one none is.
func TestStagesAreToldByTheClock(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7"}`)
	for _, c := range []struct {
		how  Order
		want string
	}{
		{Order{}, "brief 1, work 2, ways 3, plan 4"},
		{Order{NoWays: true}, "brief 1, work 2, plan 3"},
		{Order{NoWays: true, Steps: true}, "brief 1, work 2, plan 3, steps 4"},
	} {
		now, step := int64(1000), int64(0)
		c.how.Clock = func() int64 { // each look finds it a little later than the one before
			now += step
			step++
			return now
		}
		all, err := WorkOut(j, catalog.Standard(), c.how)
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, s := range all.Stages {
			got = append(got, fmt.Sprintf("%s %d", s.Name, s.Took))
		}
		if strings.Join(got, ", ") != c.want {
			t.Errorf("%v, want %s", got, c.want)
		}
		c.how.Clock = nil
		if all, err = WorkOut(j, catalog.Standard(), c.how); err != nil || all.Stages != nil {
			t.Errorf("without a clock: %v, %v", all.Stages, err)
		}
	}
}
