package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2/sse"

	"yellow-parcel/core/plan"
	"yellow-parcel/core/trim"
)

// CutProgress tells how a long search goes.
type CutProgress struct {
	Percent int `json:"percent"`
	Sheets  int `json:"sheets" doc:"of the best plan so far"`
}

// CutsFound ends a long search; the job's plan has its result from then on.
type CutsFound struct {
	Sheets int    `json:"sheets"`
	Proved bool   `json:"proved"`
	Text   string `json:"text"`
}

// lookForCuts looks longer for a cut plan, until it is done or the caller goes away.
func (s *service) lookForCuts(ctx context.Context, in *JobInput, send sse.Sender) {
	one, library, err := s.job(ctx, in.RawBody)
	if err != nil {
		_ = send.Data(CutsFound{Text: err.Error()})
		return
	}
	last := -1
	p, err := plan.MakeWith(one, library, plan.Work{Memory: s.memory, Solve: func(problem trim.Problem) (*trim.Plan, error) {
		problem.Steps = trim.ThoroughWork
		problem.Watch = func(done, steps, sheets int) bool {
			if percent := 100 * done / steps; percent > last {
				last = percent
				_ = send.Data(CutProgress{percent, sheets})
			}
			return ctx.Err() == nil
		}
		made, err := trim.Solve(problem)
		if err == nil && !made.Stopped {
			s.memory.KeepCuts(problem, made)
		}
		return made, err
	}})
	if err != nil {
		_ = send.Data(CutsFound{Text: err.Error()})
		return
	}
	// A caller who went away needs no answer.
	_ = send.Data(CutsFound{p.CutPlan.SheetsUsed, p.CutPlan.Proved, p.CutPlan.Bound})
}
