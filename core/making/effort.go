package making

import (
	"yellow-parcel/core/bench"
	"yellow-parcel/core/learn"
)

// Efforts are what is left to do.
func (s *State) Efforts() learn.Efforts {
	var out learn.Efforts
	for _, x := range s.Steps {
		if s.Is(x.ID) {
			continue
		}
		of := &out.Rest
		if x.Phase == string(bench.First) {
			of = &out.First
		}
		if x.Kind == string(bench.Dry) {
			of.Wait = max(of.Wait, x.Minutes.High) // what dries does so while hands go on
		} else {
			of.Add(x.Kind, x.Minutes.Likely, x.Minutes.High)
		}
	}
	return out
}
