package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/work"
	"yellow-parcel/draw"
)

// planner works jobs out with what the server knows: tools, carriers, shelf, logbook.
type planner struct {
	toolbox *toolbox
	library *library
	shelves *shelves
	logs    *logs
	memory  *work.Memory
	gate    *gate
}

// workOut works a job document out with what the server remembers.
func (s *planner) workOut(ctx context.Context, editor string, raw []byte, how pipeline.Order) (*pipeline.Whole, error) {
	return s.workOutFor(ctx, editor, "", raw, how)
}

// workOutFor is workOut of a kept job, to which what it keeps back on the shelf is there.
func (s *planner) workOutFor(ctx context.Context, editor, id string, raw []byte, how pipeline.Order) (*pipeline.Whole, error) {
	one, tools, library, err := s.job(ctx, raw)
	if err != nil {
		return nil, problem(err)
	}
	here, began := s.toolbox.nowIn(tools.Zone), time.Now()
	how.Clock = func() int64 { return time.Since(began).Nanoseconds() }
	how.Memory, how.Today, how.Minute = s.memory, here.Format(time.DateOnly), clock(here)
	if how.Shelf, err = s.shelves.envelopesFor(ctx, id); err != nil {
		return nil, err
	}
	if how.Book, err = s.logs.teaches(ctx); err != nil {
		return nil, err
	}
	var all *pipeline.Whole
	err = s.gate.inTurn(ctx, editor, func(meter *work.Meter) error {
		how.Meter = meter
		all, err = pipeline.WorkOut(one, library, how)
		return err
	})
	return all, problem(err)
}

// job reads a job document, with the maker's own tools where it names none; these,
// and the catalogue it is worked out by. The error may be a job.Problems.
func (s *planner) job(ctx context.Context, raw []byte) (one job.Job, tools job.Tools, library *catalog.Catalog, err error) {
	if one, err = job.Read(raw); err != nil {
		return one, tools, nil, err
	}
	if tools, err = s.toolbox.tools(ctx); err != nil {
		return one, tools, nil, err
	}
	library, err = s.library.now(ctx)
	return one.With(tools), tools, library, err
}

// plans answers for jobs as they are edited; nothing of them is kept.
type plans struct {
	planner *planner
	library *library
	diaries *diaries
	memory  *work.Memory
}

func (s *plans) register(a huma.API, op operation) {
	huma.Register(a, op("POST", "/plan", "plan", "Work out everything a job needs", true, 409, 422), s.plan)
	huma.Register(a, op("POST", "/steps", "steps", "How a job is made, step by step", true, 422), s.steps)
	huma.Register(a, op("POST", "/switch", "switchUnit", "The same job in the other unit", true, 422), s.switchUnit)
	huma.Register(a, op("GET", "/length", "readLength", "One typed length as it is understood", false, 422), s.readLength)
	export := op("POST", "/export", "export", "A part of a job as a file", true, 422)
	export.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{
		"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}},
	}}}
	huma.Register(a, export, s.export)
	s.registerEnvelope(a, op)
}

func (s *plans) plan(ctx context.Context, in *struct {
	JobInput
	EditorInput
}) (*answerOutput, error) {
	all, err := s.planner.workOut(ctx, in.Editor, in.RawBody, pipeline.Order{Trials: work.UsualTrials})
	var wrong *huma.ErrorModel
	if in.Editor != "" && errors.As(err, &wrong) && wrong.Status == http.StatusUnprocessableEntity {
		return &answerOutput{Body: unplanned(wrong)}, nil
	}
	if err != nil {
		return nil, err
	}
	return &answerOutput{timing(all.Stages), Worked{Plan: *all.Plan, Drawings: draw.All(all)}}, nil
}

// timing is how long the stages took, as a Server-Timing header has it: in milliseconds.
func timing(stages []pipeline.Stage) string {
	out := make([]string, len(stages))
	for i, s := range stages {
		out[i] = fmt.Sprintf("%s;dur=%.2f", s.Name, float64(s.Took)/1e6)
	}
	return strings.Join(out, ", ")
}

// unplanned is the answer to an editor where something typed is to be put right first.
func unplanned(wrong *huma.ErrorModel) (out Worked) {
	for _, e := range wrong.Errors {
		out.Problems = append(out.Problems, Wrong{e.Location, e.Message})
	}
	return out
}

func (s *plans) switchUnit(ctx context.Context, in *struct {
	JobInput
	Unit string `query:"unit" required:"true" enum:"in,mm"`
}) (*jobOutput, error) {
	one, err := job.Read(in.RawBody)
	if err != nil {
		return nil, problem(err)
	}
	library, err := s.library.now(ctx)
	if err != nil {
		return nil, err
	}
	home, _ := library.Carrier(one.Home)
	return &jobOutput{job.Switch(one, measure.Unit(in.Unit), home)}, nil
}

func (s *plans) readLength(_ context.Context, in *struct {
	Text  string `query:"text" maxLength:"100"`
	Unit  string `query:"unit" required:"true" enum:"in,mm"`
	Ruler string `query:"ruler" maxLength:"20"`
	Marks int    `query:"marks" minimum:"-100" maximum:"100" doc:"ruler marks to move by"`
}) (*readingOutput, error) {

	ruler := measure.DefaultRuler(measure.Unit(in.Unit))
	if in.Ruler != "" {
		var err error
		if ruler, err = measure.ParseRuler(in.Ruler); err != nil {
			return nil, problem(job.Problems{{Field: "ruler", Text: err.Error()}})
		}
	}
	return &readingOutput{pipeline.ReadLength(in.Text, measure.Unit(in.Unit), ruler, in.Marks)}, nil
}
