package api

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/document"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/demo"
	"yellow-parcel/store"
)

// demos adds the demonstration to what is kept.
type demos struct {
	store *store.Store
	set   Settings
	jobs  *jobs
}

func (s *demos) register(a huma.API, op operation) {
	huma.Register(a, op("POST", "/demo", "addDemo", "Add the demonstration's jobs", false), s.add)
}

func (s *demos) add(ctx context.Context, in *EditInput) (*listOutput, error) {
	if err := AddDemo(ctx, s.store, s.set, in.Edit); err != nil {
		return nil, err
	}
	return s.jobs.list(ctx, &ListInput{Most: 60})
}

// AddDemo keeps the demonstration's jobs, the first of them changed last, and
// fills the shelf and the stamp drawer where they are empty. Under a name each of
// them is made once.
func AddDemo(ctx context.Context, kept *store.Store, set Settings, edit string) error {
	named := func(what any) string {
		if edit == "" {
			return ""
		}
		return fmt.Sprint(edit, "/", what)
	}
	if err := addDemoShelf(ctx, kept); err != nil {
		return err
	}
	jobs, err := demo.Jobs()
	if err != nil {
		return err
	}
	ids := make([]string, len(jobs))
	s := newService(kept, set, nil)
	today, _ := calendar.Day(s.toolbox.today(ctx)) // as a clock says it
	for i := len(jobs) - 1; i >= 0; i-- {
		one := demo.Dated(i, jobs[i], today)
		text, err := json.Marshal(one)
		if err != nil {
			return err
		}
		draft, err := s.jobs.views.draft(ctx, text, named(i))
		if err != nil {
			return err
		}
		made, err := kept.Jobs.Create(ctx, draft)
		if err != nil {
			return err
		}
		ids[i] = made.ID
	}
	if err := addDemoGang(ctx, kept, jobs, ids, named("gang")); err != nil {
		return err
	}
	if err := addDemoLog(ctx, kept); err != nil {
		return err
	}
	// What was finished took its stamps before the drawer was counted.
	if err := addDemoMaking(ctx, kept, set, ids[demo.Made], named("made"), true); err != nil {
		return err
	}
	if err := addDemoStamps(ctx, kept); err != nil {
		return err
	}
	return addDemoMaking(ctx, kept, set, ids[demo.UnderWay], named("under way"), false)
}

// addDemoLog fills the logbook where it is empty.
func addDemoLog(ctx context.Context, kept *store.Store) error {
	before, err := kept.Log.Newest(ctx, 1)
	if err != nil || len(before) > 0 {
		return err
	}
	all := demo.Log()
	rows := make([]store.LogEntry, len(all))
	for i, e := range all {
		if rows[i], err = logRow(e); err != nil {
			return err
		}
	}
	_, err = kept.Log.Bring(ctx, rows, "")
	return err
}

// addDemoMaking puts a making on the bench, a finished one or one half done.
func addDemoMaking(ctx context.Context, kept *store.Store, set Settings, id, edit string, over bool) error {
	s := newService(kept, set, nil)
	m, err := s.makings.begin(ctx, &struct {
		EditInput
		Body Begin
	}{EditInput{edit}, Begin{Job: id}})
	if err != nil {
		return err
	}
	return s.tables.append(ctx, m.Body.ID, demoEvents(m.Body.Steps, over, s.toolbox.now()))
}

// demoEvents are what happened at a making: all of it, or the first one and the
// beginning of the rest, a blank cut off its mark.
func demoEvents(steps []document.Step, over bool, now time.Time) []making.Event {
	var out []making.Event
	at := now.Add(-2 * time.Hour)
	tell := func(e making.Event) {
		at = at.Add(time.Minute)
		e.Client, e.Seq, e.At = "paper-room", len(out)+1, at.UTC().Format(time.RFC3339)
		out = append(out, e)
	}
	cuts := 0
	for _, x := range steps {
		if x.Phase == string(bench.Rest) && !over {
			if cuts++; cuts > 2 {
				tell(making.Event{Kind: making.Counted, Step: x.ID, Count: min(5, x.Pieces)})
				break
			}
		}
		tell(making.Event{Kind: making.Done, Step: x.ID})
	}
	if over {
		tell(making.Event{Kind: making.Finished})
	}
	return out
}

// addDemoGang puts some of the demonstration's jobs on one table.
func addDemoGang(ctx context.Context, kept *store.Store, jobs []job.Job, ids []string, edit string) error {
	g := gang.Gang{Format: gang.Format, Version: gang.Version, Title: "Lantern week, all of it"}
	for _, i := range demo.Together {
		g.Jobs = append(g.Jobs, gang.Member{ID: ids[i], Revision: 1, Job: jobs[i]})
	}
	text, err := json.Marshal(g)
	if err != nil {
		return err
	}
	_, err = kept.Gangs.Create(ctx, g.Title, string(text), edit)
	return err
}

func addDemoStamps(ctx context.Context, kept *store.Store) error {
	tools, err := (&toolbox{kept: kept.Settings}).asKept(ctx)
	if err != nil || len(tools.Stamps) > 0 {
		return err
	}
	tools.Stamps = demo.Stamps()
	if tools.Sittings == nil {
		tools.Sittings = demo.Sittings()
	}
	text, err := json.Marshal(tools.Tools)
	if err != nil {
		return err
	}
	_, err = kept.Settings.Save(ctx, tools.Revision, string(text))
	return err
}
