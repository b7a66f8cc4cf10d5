package making

import (
	"yellow-parcel/core/fault"
	"yellow-parcel/core/job"
)

// Check gives what is wrong with a making that came from elsewhere: one that can be
// gone on with has a plan of every job it is of, and folds. The error is a job.Problems.
func Check(source *Source, plans []Docket, events []Event) error {
	var p job.Problems
	jobs := len(source.Members())
	if jobs == 0 {
		p.Failf("source.jobs", "is missing")
	}
	if len(plans) == 0 {
		p.Failf("plans", "is missing")
	}
	for _, one := range plans {
		if n := len(one.Expects); n == 0 || n > jobs || len(one.Entries) > jobs {
			p.Failf("plans", "is of %d jobs, and the making is of %d", n, jobs)
			break
		}
	}
	if len(p) > 0 {
		return p
	}
	fell := fault.In(func() {
		Fold(plans, events)
		if booked := Booked(events); booked != nil {
			Entries(plans, booked, source)
		}
	})
	if fell != nil {
		p.Failf("events", "cannot have happened")
		return p
	}
	return nil
}
