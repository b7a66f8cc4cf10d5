package schedule

import (
	"yellow-parcel/core/bench"
	"yellow-parcel/core/learn"
)

// EffortsOf is what the phases of a making take.
func EffortsOf(steps []bench.Step) learn.Efforts {
	var phases [2][]bench.Step
	for _, s := range steps {
		i := 0
		if s.Phase == bench.Rest {
			i = 1
		}
		phases[i] = append(phases[i], s)
	}
	return learn.Efforts{First: EffortOf(phases[0]), Rest: EffortOf(phases[1])}
}

// EffortOf is what steps take together.
func EffortOf(steps []bench.Step) learn.Effort {
	var e learn.Effort
	for _, s := range steps {
		if s.Kind != bench.Dry {
			e.Add(string(s.Kind), s.Minutes.Likely, s.Minutes.High)
		}
	}
	e.Wait = bench.Time(steps).High - e.High
	return e
}
