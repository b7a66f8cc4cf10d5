package making

import (
	"slices"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/document"
)

// State is where a making stands.
type State struct {
	Number   int              `json:"number" doc:"of its last event"`
	Plan     int              `json:"plan" doc:"of the plan it goes by"`
	Steps    []document.Step  `json:"steps" doc:"those done, then those left"`
	Done     []string         `json:"done" doc:"steps, in the order they were done"`
	At       int              `json:"at" doc:"the step to do now, by its place; as many as there are steps when all are done"`
	Counts   map[string]int   `json:"counts" doc:"pieces done, by step"`
	Parts    []Tally          `json:"parts"`
	Spoils   []Spoil          `json:"spoils"`
	Ways     []Way            `json:"ways" doc:"what to cut what is missing from, where something is"`
	Offer    *Adjustment      `json:"offer,omitempty" doc:"a change that what was measured asks for; to be taken or passed over"`
	Measures []Measurement    `json:"measures"`
	Notes    []Remark         `json:"notes"`
	Dries    []Drying         `json:"dries"`
	Left     document.Minutes `json:"left" doc:"of hands, for what is left"`
	Started  string           `json:"started"`
	Paused   bool             `json:"paused"`
	Finished string           `json:"finished,omitempty"`

	plans []Docket
	again int
}

// Tally is how many of a part there are.
type Tally struct {
	Key     string `json:"key"`
	Job     int    `json:"job"`
	Name    string `json:"name"`
	Count   int    `json:"count" doc:"cut, or to be cut"`
	Need    int    `json:"need"`
	Spoiled int    `json:"spoiled"`
	Left    int    `json:"left" doc:"to spare; below nothing where some are missing"`
}

// Spoil is pieces that were spoiled.
type Spoil struct {
	Part   string `json:"part"`
	Name   string `json:"name"`
	Step   string `json:"step"`
	Reason string `json:"reason"`
	Count  int    `json:"count"`
	At     string `json:"at"`
}

// Measurement is what was measured.
type Measurement struct {
	What  string `json:"what"`
	Job   int    `json:"job"`
	Value string `json:"value"`
	Taken bool   `json:"taken"`
}

// Remark is what was noted at a step.
type Remark struct {
	Step string `json:"step"`
	Text string `json:"text"`
	At   string `json:"at"`
}

// Drying is something that dries by itself.
type Drying struct {
	Step    string   `json:"step"`
	Parts   []string `json:"parts"`
	Since   string   `json:"since" doc:"RFC 3339"`
	Minutes float64  `json:"minutes" doc:"how long it usually takes"`
}

// Fold is where a making stands after its events. The first of its plans is the
// one it was begun with; an event names the one that goes on from it.
func Fold(plans []Docket, events []Event) State {
	s := State{Done: []string{}, Counts: map[string]int{}, Parts: []Tally{}, Spoils: []Spoil{}, Ways: []Way{}, Measures: []Measurement{}, Notes: []Remark{}, Dries: []Drying{}, plans: plans}
	if len(plans) == 0 {
		return s
	}
	s.Steps = slices.Clone(plans[0].Steps)
	for _, p := range plans[0].Parts {
		s.Parts = append(s.Parts, Tally{Key: p.Key, Job: p.Job, Name: p.Name, Count: p.Count, Need: p.Need, Left: p.Count - p.Need})
	}
	for i := range events {
		s.apply(&events[i])
		s.Number++
	}
	s.settle()
	return s
}

// Is tells whether a step is done.
func (s *State) Is(id string) bool { return slices.Contains(s.Done, id) }

// index is where a step is; below nothing where there is none.
func (s *State) index(id string) int {
	return slices.IndexFunc(s.Steps, func(x document.Step) bool { return x.ID == id })
}

func (s *State) apply(e *Event) {
	if e.Kind != Noted {
		s.Paused = false // whoever does something goes on
	}
	switch e.Kind {
	case Started:
		s.Started = e.At
	case Done:
		s.do(e)
	case Undone:
		s.Done = slices.DeleteFunc(s.Done, func(id string) bool { return id == e.Step })
		s.Dries = slices.DeleteFunc(s.Dries, func(d Drying) bool { return d.Step == e.Step })
	case Counted:
		if at := s.index(e.Step); at >= 0 {
			s.Counts[e.Step] = min(max(0, s.Counts[e.Step]+e.Count), s.Steps[at].Pieces)
		}
	case Spoiled:
		s.spoil(e)
	case Measured:
		s.Measures = append(s.Measures, Measurement{What: e.What, Job: e.Job, Value: e.Value})
		s.Offer = e.Offer
	case Changed:
		s.change(e)
	case Recut:
		s.recut(e)
	case Noted:
		s.Notes = append(s.Notes, Remark{e.Step, e.Text, e.At})
	case Paused:
		s.Paused = true
	case Finished:
		s.Finished = e.At
	case Reopened:
		s.Finished = ""
	}
	s.at()
}

// at is the first step that is not done.
func (s *State) at() {
	s.At = slices.IndexFunc(s.Steps, func(x document.Step) bool { return !s.Is(x.ID) })
	if s.At < 0 {
		s.At = len(s.Steps)
	}
}

// do marks a step done, once; what dries begins to.
func (s *State) do(e *Event) {
	at := s.index(e.Step)
	if at < 0 || s.Is(e.Step) {
		return
	}
	s.Done = append(s.Done, e.Step)
	step := &s.Steps[at]
	if step.Kind != string(bench.Dry) {
		return
	}
	d := Drying{Step: step.ID, Parts: []string{}, Since: e.At, Minutes: step.Minutes.Likely}
	for _, h := range step.Handled {
		d.Parts = append(d.Parts, h.Key)
	}
	s.Dries = append(s.Dries, d)
}

// change goes on by another plan: what is done stays as it was done, what is left
// is the new plan's.
func (s *State) change(e *Event) {
	if n := len(s.Measures); n > 0 && e.Take {
		s.Measures[n-1].Taken = true
	}
	s.Offer = nil
	if !e.Take || e.Plan <= s.Plan || e.Plan >= len(s.plans) {
		return
	}
	s.Plan = e.Plan
	next := s.plans[e.Plan]
	var steps []document.Step
	for _, x := range s.Steps {
		if s.Is(x.ID) {
			steps = append(steps, x)
		}
	}
	for _, x := range next.Steps {
		if !s.Is(x.ID) {
			steps = append(steps, x)
		}
	}
	s.Steps = steps
	old := s.Parts
	s.Parts = nil
	for _, p := range next.Parts {
		one := Tally{Key: p.Key, Job: p.Job, Name: p.Name, Count: p.Count, Need: p.Need}
		if at := slices.IndexFunc(old, func(o Tally) bool { return o.Key == p.Key }); at >= 0 {
			one.Spoiled = old[at].Spoiled
			// What was cut anew is there still.
			one.Count += max(0, old[at].Count-s.planned(p.Key, e.Plan-1))
		}
		s.Parts = append(s.Parts, one)
	}
}

// planned is how many of a part a plan cuts.
func (s *State) planned(key string, plan int) int {
	for _, p := range s.plans[plan].Parts {
		if p.Key == key {
			return p.Count
		}
	}
	return 0
}

// settle counts what is left once all events are in.
func (s *State) settle() {
	for i := range s.Parts {
		p := &s.Parts[i]
		p.Left = p.Count - p.Spoiled - p.Need
	}
	for i := range s.Steps {
		s.fewer(&s.Steps[i])
	}
	s.at()
	for _, x := range s.Steps {
		if !s.Is(x.ID) && x.Kind != string(bench.Dry) {
			s.Left.Low, s.Left.Likely, s.Left.High = s.Left.Low+x.Minutes.Low, s.Left.Likely+x.Minutes.Likely, s.Left.High+x.Minutes.High
		}
	}
}

// fewer takes what was spoiled off what spares go through later.
func (s *State) fewer(x *document.Step) {
	if !x.Spares || s.Is(x.ID) || x.Kind == string(bench.Cut) || x.Again || len(x.Handled) != 1 {
		return
	}
	for _, p := range s.Parts {
		if p.Key == x.Handled[0].Key && p.Spoiled > 0 {
			x.Pieces = max(1, x.Pieces-p.Spoiled+max(0, p.Count-s.planned(p.Key, s.Plan)))
			s.Counts[x.ID] = min(s.Counts[x.ID], x.Pieces)
		}
	}
}
