package making

import (
	"slices"
	"strings"

	"yellow-parcel/core/document"
)

// spoil takes what was spoiled off what there is: everything it is put together of.
func (s *State) spoil(e *Event) {
	n := max(1, e.Count)
	name := e.Part
	for _, x := range s.Steps {
		for _, h := range x.Handled {
			if h.Key == e.Part {
				name = h.Name
			}
		}
	}
	s.Spoils = append(s.Spoils, Spoil{Part: e.Part, Name: name, Step: e.Step, Reason: e.Reason, Count: n, At: e.At})
	at := s.index(e.Step)
	for _, key := range s.Within(e.Part, at) {
		for i := range s.Parts {
			if s.Parts[i].Key == key {
				s.Parts[i].Spoiled += n
			}
		}
	}
	for _, w := range e.Ways {
		s.Ways = slices.DeleteFunc(s.Ways, func(o Way) bool { return o.Part == w.Part })
	}
	s.Ways = append(s.Ways, e.Ways...)
	s.redo(e.Part, at, n, false)
}

// Within is what a part is put together of at a step, itself first.
func (s *State) Within(key string, at int) []string {
	out := []string{key}
	add := func(k string) {
		if !slices.Contains(out, k) {
			out = append(out, k)
		}
	}
	for n := 0; n < len(out); n++ {
		job, kind, _ := strings.Cut(out[n], ".")
		if strings.HasPrefix(kind, "card.") {
			add(job + ".base.0")
		}
		if strings.HasPrefix(kind, "sealed.") {
			add(job + ".card.0")
			add(job + ".blank.0")
			add(job + ".envelope.0")
		}
		for i := 0; i <= at && i < len(s.Steps); i++ {
			x := &s.Steps[i]
			if (x.Kind == "assemble" || x.Kind == "attach") && len(x.Handled) > 1 && x.Handled[0].Key == out[n] {
				for _, h := range x.Handled[1:] {
					add(h.Key)
				}
			}
		}
	}
	return out
}

// redo puts what a new piece has to go through before the step it was spoiled at.
// One from the spares has been through what spares go through.
func (s *State) redo(part string, at, n int, anew bool) {
	if at < 0 {
		return
	}
	var again []document.Step
	s.again++
	for i := 0; i < at; i++ {
		x := s.Steps[i]
		if x.Phase != s.Steps[at].Phase || !s.Is(x.ID) || x.Kind == "cut" && x.Tool == "trimmer" || x.Kind == "check" || x.Kind == "try" || x.Kind == "gather" || len(x.Handled) == 0 || x.Handled[0].Key != part {
			continue
		}
		if x.Spares && !anew && x.Phase == "rest" || strings.HasPrefix(x.ID, "again") {
			continue
		}
		again = append(again, s.once(x, n))
	}
	s.Steps = slices.Insert(s.Steps, at, again...)
}

// once is a step done again, to so many pieces.
func (s *State) once(x document.Step, n int) document.Step {
	x.ID = againID(s.again, x.ID)
	if x.Pieces > 0 {
		f := float64(n) / float64(x.Pieces)
		x.Minutes = document.Minutes{Low: x.Minutes.Low * f, Likely: x.Minutes.Likely * f, High: x.Minutes.High * f, Text: x.Minutes.Text}
	}
	x.Pieces = n
	x.Handled = slices.Clone(x.Handled)
	for i := range x.Handled {
		x.Handled[i].Pieces = n
	}
	return x
}

// recut cuts what is missing anew: the steps of the way that is taken come
// before the step that is due, and what the piece had been through after them.
func (s *State) recut(e *Event) {
	if e.Way < 0 || e.Way >= len(s.Ways) {
		return
	}
	way := s.Ways[e.Way]
	s.Ways = slices.DeleteFunc(s.Ways, func(w Way) bool { return w.Part == way.Part })
	for i := range s.Parts {
		if s.Parts[i].Key == way.Part {
			s.Parts[i].Count += way.Count
		}
	}
	at := s.At
	s.redo(way.Part, at, way.Count, true)
	s.again++
	var cut []document.Step
	for _, x := range way.Steps {
		x.ID = againID(s.again, x.ID)
		cut = append(cut, x)
	}
	s.Steps = slices.Insert(s.Steps, at, cut...)
}
