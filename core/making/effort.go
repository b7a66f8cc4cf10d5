package making

import (
	"yellow-parcel/core/bench"
	"yellow-parcel/core/document"
	"yellow-parcel/core/learn"
)

// of is the job a step is of, by its place: the one whose pieces it has in hands first;
// what has none in hands is done for the first job.
func of(x *document.Step) int {
	if len(x.Handled) == 0 {
		return 0
	}
	return max(0, x.Handled[0].Job-1) // steps of cutting anew did not always say whose they are
}

// Efforts are what is left to do for a job, by its place.
func (s *State) Efforts(job int) learn.Efforts {
	var out learn.Efforts
	for i := range s.Steps {
		x := &s.Steps[i]
		if s.Is(x.ID) || of(x) != job {
			continue
		}
		part := &out.Rest
		if x.Phase == string(bench.First) {
			part = &out.First
		}
		if x.Kind == string(bench.Dry) {
			part.Wait = max(part.Wait, x.Minutes.High) // what dries does so while hands go on
		} else {
			part.Add(x.Kind, x.Minutes.Likely, x.Minutes.High)
		}
	}
	return out
}
