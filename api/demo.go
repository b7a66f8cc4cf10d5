package api

import (
	"context"
	"encoding/json"
	"errors"
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

// AddDemo keeps the demonstration's jobs, the first of them changed last, and things
// of its own on the shelf; it fills the stamp drawer and the logbook where they are
// empty. What a maker has there is left alone. Under a name each job is made once.
func AddDemo(ctx context.Context, kept *store.Store, set Settings, edit string) error {
	named := func(what any) string {
		if edit == "" {
			return ""
		}
		return fmt.Sprint(edit, "/", what)
	}
	s := newService(kept, set, nil)
	var err error
	if s.shelves.only, err = addDemoShelf(ctx, kept.Shelf); err != nil {
		return err
	}
	jobs, err := demo.Jobs()
	if err != nil {
		return err
	}
	ids := make([]string, len(jobs))
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
	mine, err := addDemoLog(ctx, kept)
	if err != nil {
		return err
	}
	// What was finished took its stamps before the drawer was counted.
	s.toolbox.noStamps = true
	before, err := kept.Makings.Begun(ctx, named("made"))
	if err != nil {
		return err
	}
	made, err := addDemoMaking(ctx, s, ids[demo.Made], named("made"), true)
	if err == nil && before == "" && !mine {
		err = withoutEntry(ctx, kept.Log, made)
	}
	if err != nil {
		return err
	}
	mine, err = addDemoStamps(ctx, kept)
	if err != nil {
		return err
	}
	s.toolbox.noStamps = !mine
	_, err = addDemoMaking(ctx, s, ids[demo.UnderWay], named("under way"), false)
	return err
}

// withoutEntry takes what a making wrote out of a maker's own logbook.
func withoutEntry(ctx context.Context, log store.Log, making string) error {
	e, err := log.Of(ctx, making)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	return log.Remove(ctx, e.ID, true)
}

// addDemoShelf puts the demonstration's stock on the shelf, once, and gives the names it has there.
func addDemoShelf(ctx context.Context, to store.Shelf) ([]string, error) {
	items, err := demo.Shelf()
	if err != nil {
		return nil, err
	}
	ids := make([]string, len(items))
	for i, item := range items {
		row, err := kept(item)
		if err != nil {
			return nil, err
		}
		row.Edit = fmt.Sprint("the demonstration's shelf, line ", i+1)
		put, err := to.Put(ctx, row)
		if err != nil {
			return nil, err
		}
		ids[i] = put.ID
	}
	return ids, nil
}

// addDemoLog fills the logbook where it is empty, and tells whether it did.
func addDemoLog(ctx context.Context, kept *store.Store) (bool, error) {
	before, err := kept.Log.Newest(ctx, 1)
	if err != nil || len(before) > 0 {
		return false, err
	}
	all := demo.Log()
	rows := make([]store.LogEntry, len(all))
	for i, e := range all {
		if rows[i], err = logRow(e); err != nil {
			return false, err
		}
	}
	_, err = kept.Log.Bring(ctx, rows, "")
	return true, err
}

// addDemoMaking puts a making on the bench, a finished one or one half done, and gives its name.
func addDemoMaking(ctx context.Context, s *service, id, edit string, over bool) (string, error) {
	m, err := s.makings.begin(ctx, &struct {
		EditInput
		Body Begin
	}{EditInput{edit}, Begin{Job: id}})
	if err != nil {
		return "", err
	}
	return m.Body.ID, s.tables.append(ctx, m.Body.ID, demoEvents(m.Body.Steps, over, s.toolbox.now()))
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

// addDemoStamps fills the stamp drawer where it is empty, and tells whether it did.
func addDemoStamps(ctx context.Context, kept *store.Store) (bool, error) {
	tools, err := (&toolbox{kept: kept.Settings}).asKept(ctx)
	if err != nil || len(tools.Stamps) > 0 {
		return false, err
	}
	tools.Stamps = demo.Stamps()
	if tools.Sittings == nil {
		tools.Sittings = demo.Sittings()
	}
	text, err := json.Marshal(tools.Tools)
	if err != nil {
		return false, err
	}
	lines := stampLines(nil, countsOf(tools.Stamps), "", byHand)
	_, err = kept.Settings.Save(ctx, tools.Revision, string(text), lines...)
	return true, err
}
