package api

import (
	"context"
	"encoding/json"
	"errors"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"yellow-parcel/core/document"
	"yellow-parcel/core/making"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// StepsBody is how a job is made: its steps, how long they take, and what they take.
type StepsBody struct {
	Steps    []document.Step    `json:"steps"`
	Searched *document.Searched `json:"searched,omitempty"`
	Time     document.Minutes   `json:"time"`
	Supplies document.Supplies  `json:"supplies"`
	Learned  []document.Learned `json:"learned" doc:"what the logbook suggests"`
	Sittings []document.Sitting `json:"sittings" doc:"when it is made, where it is said when it is due"`
	Schedule *document.Schedule `json:"schedule,omitempty"`
}

// Begin asks for a making of a kept job or of a kept gang.
type Begin struct {
	Job  string `json:"job,omitempty" maxLength:"64"`
	Gang string `json:"gang,omitempty" maxLength:"64"`
}

// MakingSummary is what a list shows of a making.
type MakingSummary struct {
	ID       string `json:"id"`
	Title    string `json:"title"`
	Of       string `json:"of" doc:"the kept job or gang it is made from"`
	Updated  string `json:"updated"`
	Finished string `json:"finished,omitempty"`
	Step     string `json:"step" doc:"what to do now"`
	Phase    string `json:"phase,omitempty"`
	Done     int    `json:"done"`
	Steps    int    `json:"steps"`
	Left     string `json:"left" doc:"how long hands still need"`
}

// MakingBody is a making as it stands.
type MakingBody struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	Of    string `json:"of"`
	making.State
	Supplies document.Supplies `json:"supplies"`
	Reasons  []string          `json:"reasons" doc:"why a piece can be spoiled"`
	Booked   bool              `json:"booked" doc:"what it took is off the shelf"`
	Short    []string          `json:"short,omitempty" doc:"what was not there when it was finished"`
	Since    []string          `json:"since,omitempty" doc:"what of its jobs is otherwise by now, and of what day its prices are where that is not today"`
	First    int               `json:"first" doc:"how many steps of the first one are left"`
}

// Told is what a screen tells of a making, in its own order.
type Told struct {
	Events []making.Event `json:"events" minItems:"1" maxItems:"200"`
}

// Moved says that a making went on.
type Moved struct {
	Number int `json:"number" doc:"of the last event"`
}

type (
	stepsOutput struct {
		Timing string `header:"Server-Timing" doc:"how long each stage took, in milliseconds"`
		Body   StepsBody
	}
	makingOutput   struct{ Body MakingBody }
	makingsOutput  struct{ Body []MakingSummary }
	drawingsOutput struct {
		Cache string `header:"Cache-Control"`
		Body  draw.BenchSet
	}
)

// makings answers for what is being made.
type makings struct {
	sources     *sources
	tables      *tables
	keptMakings store.Makings
	hub         *hub
	now         func() time.Time
}

func (s *makings) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/makings", "listMakings", "Makings, those under way first", false), s.list)
	huma.Register(a, op("POST", "/makings", "beginMaking", "Begin making a kept job, or a kept gang", false, 404, 422), s.begin)
	huma.Register(a, op("GET", "/makings/{id}", "getMaking", "A making as it stands", false, 404), s.get)
	huma.Register(a, op("GET", "/makings/{id}/drawings", "makingDrawings", "The drawings of one of its plans; they never change", false, 404), s.drawings)
	tell := op("POST", "/makings/{id}/events", "tellMaking", "What happened, each event once", false, 404, 409, 422)
	tell.MaxBodyBytes = 1 << 20 // a whole afternoon without a line
	huma.Register(a, tell, s.tell)
	huma.Register(a, op("DELETE", "/makings/{id}", "removeMaking", "Put a making aside", false, 404), s.remove)
	huma.Register(a, op("POST", "/makings/{id}/restore", "restoreMaking", "Bring a making back that was put aside", false, 404), s.restore)
	sheet := op("GET", "/makings/{id}/sheet", "makingSheet", "The bench sheet, with boxes to tick", false, 404)
	sheet.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{"application/pdf": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}}
	huma.Register(a, sheet, s.sheet)
	sse.Register(a, op("GET", "/makings/{id}/events", "followMaking", "Tells whenever the making goes on", false), map[string]any{"moved": Moved{}}, s.follow)
}

func (s *plans) steps(ctx context.Context, in *struct {
	JobInput
	Of string `query:"of" maxLength:"64" doc:"the kept job it is, for what it keeps back on the shelf"`
}) (*stepsOutput, error) {
	how := pipeline.Order{NoWays: true, Steps: true}
	var err error
	if how.Left, how.Taken, err = s.diaries.before(ctx, in.Of); err != nil {
		return nil, err
	}
	all, err := s.planner.workOutFor(ctx, "", in.Of, in.RawBody, how)
	if err != nil {
		return nil, err
	}
	return &stepsOutput{timing(all.Stages), StepsBody{all.Plan.Steps, all.Plan.Searched, *all.Plan.Time, *all.Plan.Supplies, append([]document.Learned{}, all.Plan.Learned...), append([]document.Sitting{}, all.Plan.Sittings...), all.Plan.Schedule}}, nil
}

func noMaking(err error) error {
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no such making here; it may have been put aside.")
	}
	return err
}

func (s *makings) list(ctx context.Context, _ *struct{}) (*makingsOutput, error) {
	kept, err := s.keptMakings.All(ctx)
	if err != nil {
		return nil, err
	}
	out := &makingsOutput{Body: make([]MakingSummary, len(kept))}
	for i, m := range kept {
		if err := json.Unmarshal([]byte(m.Shown), &out.Body[i]); err != nil {
			return nil, err
		}
		one := &out.Body[i]
		one.ID, one.Title, one.Of, one.Updated, one.Finished = m.ID, m.Title, m.Of, m.Updated, m.Finished
	}
	return out, nil
}

// begin freezes what a making is made from, and its first plan.
func (s *makings) begin(ctx context.Context, in *struct {
	EditInput
	Body Begin
}) (*makingOutput, error) {
	// What it was begun from may have changed since.
	if before, err := s.keptMakings.Begun(ctx, in.Edit); err != nil {
		return nil, err
	} else if before != "" {
		return s.begun(ctx, before, s.keptMakings.Ever)
	}
	source, of, err := s.sources.sourceOf(ctx, in.Body)
	if err != nil {
		return nil, err
	}
	first, drawings, err := s.sources.planOf(ctx, source)
	if err != nil {
		return nil, problem(err)
	}
	text, err := json.Marshal(source)
	if err != nil {
		return nil, err
	}
	made, err := planRow(0, first, drawings)
	if err != nil {
		return nil, err
	}
	state := making.Fold([]making.Docket{first}, nil)
	shown, err := shownMaking(&state)
	if err != nil {
		return nil, err
	}
	m, err := s.keptMakings.Create(ctx, store.Making{Title: source.Title, Source: string(text), Of: of, Edit: in.Edit, Shown: shown, Jobs: coveredBy(&source)}, made)
	if err != nil {
		return nil, err
	}
	return s.begun(ctx, m.ID, s.keptMakings.Get)
}

// begun notes that a making was begun, unless that is noted or it was put aside, and
// answers with how it stands.
func (s *makings) begun(ctx context.Context, id string, get func(context.Context, string) (store.Making, error)) (*makingOutput, error) {
	started := making.Event{Client: "server", Seq: 1, At: s.now().UTC().Format(time.RFC3339), Kind: making.Started}
	if err := s.tables.append(ctx, id, []making.Event{started}); err != nil && !errors.Is(err, store.ErrNotFound) {
		return nil, err
	}
	return s.body(ctx, id, get)
}

func planRow(number int, p making.Docket, drawings draw.BenchSet) (store.MakingPlan, error) {
	text, err := json.Marshal(p)
	if err != nil {
		return store.MakingPlan{}, err
	}
	drawn, err := json.Marshal(drawings)
	return store.MakingPlan{Number: number, Plan: string(text), Drawings: string(drawn)}, err
}

// shownMaking is what a list shows of a making, as JSON.
func shownMaking(s *making.State) (string, error) {
	out := MakingSummary{Done: s.At, Steps: len(s.Steps), Left: s.Left.Text}
	if s.At < len(s.Steps) {
		out.Step, out.Phase = s.Steps[s.At].Text, s.Steps[s.At].Phase
		if f := s.Steps[s.At].Figure; f != nil {
			out.Step += " " + f.Text
		}
	}
	text, err := json.Marshal(out)
	return string(text), err
}

func (s *makings) get(ctx context.Context, in *IDInput) (*makingOutput, error) {
	return s.body(ctx, in.ID, s.keptMakings.Get)
}

func (s *makings) body(ctx context.Context, id string, get func(context.Context, string) (store.Making, error)) (*makingOutput, error) {
	m, err := s.tables.openedAs(ctx, id, get)
	if err != nil {
		return nil, noMaking(err)
	}
	out := MakingBody{ID: m.kept.ID, Title: m.kept.Title, Of: m.kept.Of, State: m.state(), Supplies: m.plans[len(m.plans)-1].Supplies, Reasons: making.Reasons}
	if out.Booked, err = s.keptMakings.Booked(ctx, m.kept); err != nil {
		return nil, err
	}
	if out.Finished == "" {
		if out.Since, err = s.sources.since(ctx, &m.source); err != nil {
			return nil, err
		}
	}
	if booked := making.Booked(m.events); out.Finished != "" && booked != nil {
		out.Short = booked[len(booked)-1].Short
	}
	for _, x := range out.Steps[out.At:] {
		if x.Phase == "first" {
			out.First++
		}
	}
	return &makingOutput{out}, nil
}

func (s *makings) drawings(ctx context.Context, in *struct {
	IDInput
	Plan int `query:"plan" minimum:"0"`
}) (*drawingsOutput, error) {
	text, err := s.keptMakings.Drawings(ctx, in.ID, in.Plan)
	if err != nil {
		return nil, noMaking(err)
	}
	out := &drawingsOutput{Cache: "private, max-age=31536000, immutable"}
	return out, json.Unmarshal([]byte(text), &out.Body)
}

// tell appends what happened, and answers with how the making stands then.
func (s *makings) tell(ctx context.Context, in *struct {
	IDInput
	Body Told
}) (*makingOutput, error) {
	err := s.tables.append(ctx, in.ID, in.Body.Events)
	switch {
	case errors.Is(err, store.ErrGap):
		return nil, huma.NewError(http.StatusConflict, "An event came before one that goes before it; send them in order.")
	case errors.Is(err, store.ErrNotFound):
		return nil, noMaking(err)
	case err != nil:
		return nil, problem(err)
	}
	return s.body(ctx, in.ID, s.keptMakings.Get)
}

func (s *makings) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, noMaking(s.keptMakings.Remove(ctx, in.ID, true))
}

func (s *makings) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, noMaking(s.keptMakings.Remove(ctx, in.ID, false))
}

// follow tells a screen whenever the making goes on; at once where it has gone
// on since the screen last heard of it.
func (s *makings) follow(ctx context.Context, in *struct {
	IDInput
	After int `query:"after" minimum:"0" doc:"the last event the screen knows of"`
}, send sse.Sender) {
	heard, stop := s.hub.listen(in.ID)
	defer stop()
	known := in.After
	if m, err := s.tables.opened(ctx, in.ID); err != nil {
		return
	} else if n := len(m.events); n != known {
		known = n
		if send.Data(Moved{n}) != nil {
			return
		}
	}
	over := time.After(longestStream)
	for {
		select {
		case <-ctx.Done():
			return
		case <-over:
			return
		case known = <-heard:
		}
		if send.Data(Moved{known}) != nil {
			return
		}
	}
}
