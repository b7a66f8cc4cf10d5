package making

import (
	"slices"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/document"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/supply"
)

// spoil takes what was spoiled off what there is: everything it is put together of.
func (s *State) spoil(e *Event) {
	n := max(1, e.Count)
	name := e.Part
	if h, ok := s.handled(e.Part); ok {
		name = h.Name
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

// handled is a part as a step has it in hands; ok is false where none has.
func (s *State) handled(key string) (document.Handled, bool) {
	for i := range s.Steps {
		for _, h := range s.Steps[i].Handled {
			if h.Key == key {
				return h, true
			}
		}
	}
	return document.Handled{}, false
}

// together is what a part that is put together begins as.
var together = map[supply.Key][]supply.Key{supply.Card: {supply.Base}, supply.Sealed: {supply.Card, supply.TheBlank, supply.Envelope}}

// joins tells whether a step puts a part on another.
func joins(x *document.Step) bool {
	return (x.Kind == string(bench.Assemble) || x.Kind == string(bench.Attach)) && len(x.Handled) > 1
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
		if h, ok := s.handled(out[n]); ok {
			for _, of := range together[supply.Key(h.Of)] {
				add(prompt.Key(supply.Role{Job: h.Job - 1, Key: of}))
			}
		}
		for i := 0; i <= at && i < len(s.Steps); i++ {
			if x := &s.Steps[i]; joins(x) && x.Handled[0].Key == out[n] {
				for _, h := range x.Handled[1:] {
					add(h.Key)
				}
			}
		}
	}
	return out
}

// once are the kinds of step that a new piece is not put through again: what is cut at
// the guide is cut by other steps, what was measured is known.
var once = []bench.Action{bench.Gather, bench.Check, bench.Try}

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
		if x.Phase != s.Steps[at].Phase || !s.Is(x.ID) || x.Guide || slices.Contains(once, bench.Action(x.Kind)) || len(x.Handled) == 0 || x.Handled[0].Key != part {
			continue
		}
		if x.Spares && !anew && x.Phase == string(bench.Rest) || x.Again {
			continue
		}
		again = append(again, s.anew(x, n))
	}
	s.Steps = slices.Insert(s.Steps, at, again...)
}

// anew is a step done again, to so many pieces.
func (s *State) anew(x document.Step, n int) document.Step {
	x.ID, x.Again = againID(s.again, x.ID), true
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
		x.ID, x.Again = againID(s.again, x.ID), true
		cut = append(cut, x)
	}
	s.Steps = slices.Insert(s.Steps, at, cut...)
}
