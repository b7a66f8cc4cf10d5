package api

import (
	"context"
	"fmt"
	"sync"

	"github.com/danielgtaylor/huma/v2/sse"

	"yellow-parcel/core/plan"
	"yellow-parcel/core/trim"
)

// cutMemory keeps the newest cut plans, so that a change elsewhere in a job does
// not plan its cuts again, and a plan that was looked for longer stays.
type cutMemory struct {
	mu    sync.Mutex
	plans map[string]*trim.Plan
	order []string
}

const cutsKept = 64

func newCutMemory() *cutMemory { return &cutMemory{plans: map[string]*trim.Plan{}} }

func cutKey(p trim.Problem) string { return fmt.Sprint(p.Pieces, p.Sheets, p.Limits) }

// solve is trim.Solve with a memory.
func (m *cutMemory) solve(p trim.Problem) (*trim.Plan, error) {
	key := cutKey(p)
	m.mu.Lock()
	known, ok := m.plans[key]
	m.mu.Unlock()
	if ok {
		return known, nil
	}
	made, err := trim.Solve(p)
	if err == nil {
		m.keep(key, made)
	}
	return made, err
}

func (m *cutMemory) keep(key string, made *trim.Plan) {
	m.mu.Lock()
	defer m.mu.Unlock()
	if _, ok := m.plans[key]; !ok {
		m.order = append(m.order, key)
	}
	m.plans[key] = made
	if len(m.order) > cutsKept {
		delete(m.plans, m.order[0])
		m.order = m.order[1:]
	}
}

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
	job, library, err := s.job(ctx, in.RawBody)
	if err != nil {
		_ = send.Data(CutsFound{Text: err.Error()})
		return
	}
	last := -1
	p, err := plan.MakeWith(job, library, plan.Work{Solve: func(problem trim.Problem) (*trim.Plan, error) {
		key := cutKey(problem)
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
			s.cuts.keep(key, made)
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
