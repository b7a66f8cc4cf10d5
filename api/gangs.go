package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"yellow-parcel/core/document"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/work"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// GangInput is a gang document as it came; its own reader names what is wrong with it.
type GangInput struct{ RawBody []byte }

// GangWorked is the plan of jobs cut as one, with its drawings.
type GangWorked struct {
	document.Gang
	Drawings draw.GangSet `json:"drawings"`
}

// GangRecord is a kept gang. Revision goes with the next save.
type GangRecord struct {
	ID       string    `json:"id"`
	Revision int       `json:"revision"`
	Updated  string    `json:"updated" doc:"RFC 3339, UTC"`
	Edit     string    `json:"edit" doc:"what whoever kept it last called that edit"`
	Gang     gang.Gang `json:"gang"`
	Changed  []int     `json:"changed" doc:"numbers of jobs that were changed, or put aside, since they were taken into it"`
}

// GangSummary is what a list shows of a kept gang.
type GangSummary struct {
	ID       string   `json:"id"`
	Revision int      `json:"revision"`
	Title    string   `json:"title"`
	Updated  string   `json:"updated"`
	Jobs     []string `json:"jobs" doc:"their titles"`
}

// GangConflict is the answer to a save of a revision that is no longer the kept one.
type GangConflict struct {
	huma.ErrorModel
	Kept GangRecord `json:"kept"`
}

type (
	gangAnswer  struct{ Body GangWorked }
	gangOutput  struct{ Body GangRecord }
	gangsOutput struct{ Body []GangSummary }
)

// gangs answers for jobs that are cut together.
type gangs struct {
	toolbox   *toolbox
	library   *library
	memory    *work.Memory
	gate      *gate
	searches  *searches
	keptGangs store.Gangs
	keptJobs  store.Jobs
}

func (s *gangs) register(a huma.API, op operation) {
	schemas := a.OpenAPI().Components.Schemas
	body := &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{
		"application/json": {Schema: schemas.Schema(reflect.TypeFor[gang.Gang](), true, "Gang")},
	}}
	takes := func(method, path, id, summary string, errors ...int) huma.Operation {
		o := op(method, path, id, summary, false, errors...)
		o.MaxBodyBytes, o.SkipValidateBody, o.RequestBody = gang.MaxSize+1, true, body
		return o
	}
	huma.Register(a, takes("POST", "/gangs/plan", "planGang", "Work out several jobs cut as one", 422), s.plan)
	huma.Register(a, op("GET", "/gangs", "listGangs", "Kept gangs, newest change first", false), s.list)
	huma.Register(a, takes("POST", "/gangs", "createGang", "Keep a new gang", 422), s.create)
	huma.Register(a, op("GET", "/gangs/{id}", "getGang", "A kept gang", false, 404), s.get)
	save := takes("PUT", "/gangs/{id}", "saveGang", "Keep a changed gang over the revision it edits", 404, 422)
	mayBeStale[GangConflict](a, &save)
	huma.Register(a, save, s.save)
	huma.Register(a, op("DELETE", "/gangs/{id}", "removeGang", "Put a gang aside", false, 404), s.remove)
	huma.Register(a, op("POST", "/gangs/{id}/restore", "restoreGang", "Bring a gang back that was put aside", false, 404), s.restore)
	export := takes("POST", "/gangs/export", "exportGang", "The cut list of a gang as a file", 422)
	export.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{
		"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}},
	}}}
	huma.Register(a, export, s.export)
	sse.Register(a, takes("POST", "/gangs/cuts", "lookForGangCuts", "Look longer for a plan with fewer sheets; tells how it goes"), map[string]any{
		"progress": CutProgress{}, "done": CutsFound{},
	}, s.lookForCuts)
}

// workOut works a gang document out; the error may be a job.Problems.
func (s *gangs) workOut(ctx context.Context, raw []byte, how gang.Order) (*gang.Whole, error) {
	g, err := gang.Read(raw)
	if err != nil {
		return nil, err
	}
	if how.Tools, err = s.toolbox.tools(ctx); err != nil {
		return nil, err
	}
	library, err := s.library.now(ctx)
	if err != nil {
		return nil, err
	}
	how.Memory, how.Today = s.memory, s.toolbox.today(ctx)
	if how.Solve != nil { // at length, in a turn of its own
		return gang.WorkOut(g, library, how)
	}
	var whole *gang.Whole
	err = s.gate.inTurn(ctx, "", func(meter *work.Meter) error {
		how.Solve = meter.Watched(s.memory.Solve)
		if whole, err = gang.WorkOut(g, library, how); err == nil && meter.Stopped() {
			err = work.ErrStopped
		}
		return err
	})
	return whole, err
}

func (s *gangs) plan(ctx context.Context, in *GangInput) (*gangAnswer, error) {
	whole, err := s.workOut(ctx, in.RawBody, gang.Order{})
	if err != nil {
		return nil, problem(err)
	}
	return &gangAnswer{GangWorked{*whole.Write(false), draw.OfGang(whole)}}, nil
}

func (s *gangs) export(ctx context.Context, in *struct {
	GangInput
	As string `query:"as" required:"true" enum:"pdf,csv"`
}) (*fileOutput, error) {
	whole, err := s.workOut(ctx, in.RawBody, gang.Order{})
	if err != nil {
		return nil, problem(err)
	}
	var file bytes.Buffer
	if err := draw.WriteGang(&file, whole, in.As); err != nil {
		return nil, noFile(err)
	}
	format, _ := draw.FormatByName(in.As)
	return &fileOutput{format.Media, `attachment; filename="cuts.` + format.Extension + `"`, file.Bytes()}, nil
}

func (s *gangs) lookForCuts(ctx context.Context, in *GangInput, send sse.Sender) {
	_, leave, err := s.searches.long.enter(ctx, clientOf(ctx), "")
	if err != nil {
		return // whoever asked went away
	}
	defer leave()
	whole, err := s.workOut(ctx, in.RawBody, gang.Order{Solve: s.searches.atLength(ctx, send)})
	if err != nil {
		_ = send.Data(CutsFound{Text: err.Error()})
		return
	}
	whole.AtTheBench(pipeline.Order{Memory: s.memory, Solve: s.searches.atLength(ctx, nil)}) // what else is cut, as long
	found(send, &whole.Write(false).CutPlan)
}

func (s *gangs) list(ctx context.Context, _ *struct{}) (*gangsOutput, error) {
	kept, err := s.keptGangs.All(ctx)
	if err != nil {
		return nil, err
	}
	out := &gangsOutput{Body: make([]GangSummary, len(kept))}
	for i, k := range kept {
		g, err := gang.Read([]byte(k.Document))
		if err != nil {
			return nil, err
		}
		out.Body[i] = GangSummary{k.ID, k.Revision, k.Title, k.Updated, []string{}}
		for _, m := range g.Jobs {
			out.Body[i].Jobs = append(out.Body[i].Jobs, m.Job.Title)
		}
	}
	return out, nil
}

// gangDraft reads a gang for keeping, as it is typed.
func gangDraft(raw []byte, edit string) (store.Gang, error) {
	g, err := gang.Read(raw)
	if err != nil {
		return store.Gang{}, problem(err)
	}
	text, err := json.Marshal(g)
	return store.Gang{Title: g.Title, Document: string(text), Edit: edit}, err
}

func (s *gangs) create(ctx context.Context, in *struct {
	GangInput
	EditInput
}) (*gangOutput, error) {
	draft, err := gangDraft(in.RawBody, in.Edit)
	if err != nil {
		return nil, err
	}
	return s.kept(ctx)(s.keptGangs.Create(ctx, draft.Title, draft.Document, draft.Edit))
}

func (s *gangs) get(ctx context.Context, in *IDInput) (*gangOutput, error) {
	return s.kept(ctx)(s.keptGangs.Get(ctx, in.ID))
}

func (s *gangs) save(ctx context.Context, in *struct {
	IDInput
	GangInput
	EditInput
	Revision int `query:"revision" required:"true" minimum:"1"`
}) (*gangOutput, error) {
	draft, err := gangDraft(in.RawBody, in.Edit)
	if err != nil {
		return nil, err
	}
	draft.ID, draft.Revision = in.ID, in.Revision
	return s.kept(ctx)(s.keptGangs.Save(ctx, draft))
}

// kept answers with what the store gave, and which of its jobs were changed since.
func (s *gangs) kept(ctx context.Context) func(store.Gang, error) (*gangOutput, error) {
	return func(k store.Gang, err error) (*gangOutput, error) {
		if errors.Is(err, store.ErrNotFound) {
			return nil, huma.Error404NotFound("There are no such jobs together here; they may have been put aside.")
		}
		stale := errors.Is(err, store.ErrConflict)
		if err != nil && !stale {
			return nil, err
		}
		out := GangRecord{ID: k.ID, Revision: k.Revision, Updated: k.Updated, Edit: k.Edit, Changed: []int{}}
		if out.Gang, err = gang.Read([]byte(k.Document)); err != nil {
			return nil, err
		}
		for i, m := range out.Gang.Jobs {
			if m.ID == "" {
				continue
			}
			now, err := s.keptJobs.Get(ctx, m.ID)
			if err != nil && !errors.Is(err, store.ErrNotFound) {
				return nil, err
			}
			if now.Revision != m.Revision {
				out.Changed = append(out.Changed, i+1)
			}
		}
		if stale {
			return nil, &GangConflict{changedElsewhere("These jobs together were changed elsewhere since they were opened here."), out}
		}
		return &gangOutput{out}, nil
	}
}

func (s *gangs) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, true)
}

func (s *gangs) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, false)
}

func (s *gangs) setRemoved(ctx context.Context, id string, removed bool) error {
	err := s.keptGangs.Remove(ctx, id, removed)
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound(fmt.Sprintf("There are no jobs together called %q here.", id))
	}
	return err
}
