package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/document"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// CutProgress tells how a long search goes.
type CutProgress struct {
	Percent int `json:"percent"`
	Sheets  int `json:"sheets" doc:"of the best plan so far"`
}

// CutsFound ends a long search; the plan has its result from then on.
type CutsFound struct {
	Sheets int    `json:"sheets"`
	Proved bool   `json:"proved"`
	Text   string `json:"text"`
}

// searches look for cut plans at length, one after another.
type searches struct {
	planner *planner
	memory  *work.Memory
	long    *gate
}

func (s *searches) register(a huma.API, op operation) {
	sse.Register(a, op("POST", "/cuts", "lookForCuts", "Look longer for a plan with fewer sheets; tells how it goes", true), map[string]any{
		"progress": CutProgress{}, "done": CutsFound{},
	}, s.lookForCuts)
}

// lookForCuts looks longer for a cut plan, until it is done or the caller goes away.
func (s *searches) lookForCuts(ctx context.Context, in *JobInput, send sse.Sender) {
	one, _, library, err := s.planner.job(ctx, in.RawBody)
	if err != nil {
		_ = send.Data(CutsFound{Text: err.Error()})
		return
	}
	_, leave, err := s.long.enter(ctx, clientOf(ctx), "")
	if err != nil {
		return // whoever asked went away
	}
	defer leave()
	all, err := pipeline.WorkOut(one, library, pipeline.Order{Memory: s.memory, Solve: s.atLength(ctx, send)})
	if err != nil {
		_ = send.Data(CutsFound{Text: err.Error()})
		return
	}
	all.AtTheBench(pipeline.Order{Memory: s.memory, Solve: s.atLength(ctx, nil)}) // what else is cut, as long
	found(send, all.Plan.CutPlan)
}

// found tells what a long search came to; a caller who went away needs no answer.
func found(send sse.Sender, p *document.CutPlan) {
	_ = send.Data(CutsFound{p.SheetsUsed, p.Proved, p.Bound})
}

// atLength looks for cut plans as long as it pays, tells how it goes to whoever wants to
// hear, and keeps what was found unless the caller went away before the end.
func (s *searches) atLength(ctx context.Context, send sse.Sender) batch.Solver {
	last := -1
	return func(problem trim.Problem) (*trim.Choices, error) {
		problem.Watch = func(done, steps, sheets int) bool {
			if percent := 100 * done / steps; send != nil && percent > last {
				last = percent
				_ = send.Data(CutProgress{percent, sheets})
			}
			return ctx.Err() == nil
		}
		made, err := s.memory.AtLength(problem)
		if err == nil && made.Long {
			s.memory.KeepCuts(problem, made)
		}
		return made, err
	}
}
