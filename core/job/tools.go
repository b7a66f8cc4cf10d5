package job

import (
	"reflect"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Tools are a maker's own: what a job takes for granted where it does not say otherwise.
type Tools struct {
	Home    string       `json:"home,omitempty" doc:"the carrier where its maker posts; new jobs take its unit, sheets, currency and rules"`
	Unit    measure.Unit `json:"unit,omitempty"`
	Ruler   string       `json:"ruler,omitempty"`
	Trimmer *TrimmerSpec `json:"trimmer,omitempty"`
	Minute  string       `json:"minute,omitempty" doc:"what a minute's work costs"`
	Board   *BoardSpec   `json:"board,omitempty"`
	Hand    *HandSpec    `json:"hand,omitempty" doc:"how far the maker's cuts and scores may be off"`
	Mat     Length       `json:"mat,omitempty" doc:"what a cutting machine leaves free at each side of its mat"`

	Sittings *SittingSpec `json:"sittings,omitempty" doc:"when its maker sits down to it"`
	Zone     string       `json:"zone,omitempty" doc:"of time, as Europe/Dublin; the server's own where absent"`

	NoCopies bool `json:"no_copies,omitempty" doc:"no copy of the data file is made every day"`

	Materials []MaterialSpec `json:"materials,omitempty"`
	Stamps    []StampSpec    `json:"stamps,omitempty"`
}

// UnitOf is the unit that a maker's bare figures are in, who posts from home; nil
// where that is not said.
func (t Tools) UnitOf(home *post.Carrier) measure.Unit { return UnitOf(Job{Unit: t.Unit}, home) }

// In is the tools with every measure in its unit, a bare one in the one given.
func (t Tools) In(u measure.Unit) Tools { return withUnits(reflect.ValueOf(t), u).Interface().(Tools) }

// Bare tells whether a measure has no unit.
func (t Tools) Bare() bool {
	return slices.ContainsFunc(t.Measures(), func(m Measure) bool { return withUnit(string(*m.Text), "mm") != string(*m.Text) })
}

// Over is tools as they are sent over the ones that are kept, whose measures have
// their units. A bare figure that is a kept one without its unit was not typed
// again, and keeps its unit whatever the unit is now.
func (t Tools) Over(kept Tools) Tools {
	if t.Trimmer != nil {
		own := *t.Trimmer
		t.Trimmer = &own
	}
	if t.Board != nil {
		own := *t.Board
		t.Board = &own
	}
	if t.Hand != nil {
		own := *t.Hand
		t.Hand = &own
	}
	old := kept.Measures()
	for i, m := range t.Measures() {
		for _, u := range []measure.Unit{measure.Inches, measure.Millimetres} {
			if was := *old[i].Text; was != "" && was != *m.Text && was == Length(withUnit(string(*m.Text), string(u))) {
				*m.Text = was
				break
			}
		}
	}
	return t
}

// A Measure is a length among the tools, what it is called and the field it is in.
type Measure struct {
	Name, Field string
	Text        *Length
}

// Measures are the lengths among the tools, in the same order always; those there
// are not are empty.
func (t *Tools) Measures() []Measure {
	trimmer, board, hand := t.Trimmer, t.Board, t.Hand
	if trimmer == nil {
		trimmer = &TrimmerSpec{}
	}
	if board == nil {
		board = &BoardSpec{}
	}
	if hand == nil {
		hand = &HandSpec{}
	}
	return []Measure{
		{"The trimmer's longest cut", "trimmer.longest", &trimmer.Longest}, {"How deep the trimmer's guide goes", "trimmer.deepest", &trimmer.Deepest},
		{"The pile the trimmer cuts", "trimmer.stack", &trimmer.Stack}, {"The board's grooves", "board.groove", &board.Groove},
		{"What the corner jig reads", "board.jig", &board.Jig}, {"How far the board's scale goes", "board.length", &board.Length},
		{"What is free at each side of the mat", "mat", &t.Mat},
		{"How far a cut may be off", "hand.cut", &hand.Cut}, {"How far a score may be off", "hand.score", &hand.Score},
	}
}

// With is the job with the maker's own tools where it names none; each of their
// measures has its unit. The unit and the ruler are the job's own from its first
// day, since its figures are typed in them.
func (j Job) With(t Tools) Job {
	if j.Trimmer == nil {
		j.Trimmer = t.Trimmer
	}
	if j.Minute == "" {
		j.Minute = t.Minute
	}
	if j.Board == nil {
		j.Board = t.Board
	}
	if j.Hand == nil {
		j.Hand = t.Hand
	}
	if j.Mat == "" {
		j.Mat = t.Mat
	}
	if j.Sittings == nil {
		j.Sittings = t.Sittings
	}
	if len(j.Materials) == 0 {
		j.Materials = t.Materials
	}
	if len(j.Stamps) == 0 {
		j.Stamps = t.Stamps
	}
	return j
}

// Fresh is a new job as a maker with such tools begins it. The unit and the ruler
// are written into it, since its figures will be typed in them.
func (t Tools) Fresh(home *post.Carrier) Job {
	j := Job{Format: Format, Version: Version, Unit: t.Unit, Ruler: t.Ruler}
	if home != nil {
		j.Home = home.ID
		if j.Unit == "" {
			j.Unit = home.Unit
		}
	}
	if j.Unit == "" {
		j.Unit = measure.Inches
	}
	return j
}
