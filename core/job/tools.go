package job

import (
	"reflect"

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
	Mat     Length       `json:"mat,omitempty" doc:"what a cutting machine leaves free at each side of its mat"`

	Sittings *SittingSpec `json:"sittings,omitempty" doc:"when its maker sits down to it"`
	Zone     string       `json:"zone,omitempty" doc:"of time, as Europe/Dublin; the server's own where absent"`

	NoCopies bool `json:"no_copies,omitempty" doc:"no copy of the data file is made every day"`

	Materials []MaterialSpec `json:"materials,omitempty"`
	Stamps    []StampSpec    `json:"stamps,omitempty"`
}

// With is the job with the maker's own tools where it names none, each measure in
// the unit it was typed in. The unit and the ruler are the job's own from its
// first day, since its figures are typed in them.
func (j Job) With(t Tools) Job {
	from := t.Unit
	if from == "" {
		from = measure.Inches
	}
	t = withUnits(reflect.ValueOf(t), from).Interface().(Tools)
	if j.Trimmer == nil {
		j.Trimmer = t.Trimmer
	}
	if j.Minute == "" {
		j.Minute = t.Minute
	}
	if j.Board == nil {
		j.Board = t.Board
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
