package api

import (
	"context"
	"encoding/json"
	"errors"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/post"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// sources works out what is made, from what it was begun with.
type sources struct {
	toolbox      *toolbox
	library      *library
	shelves      *shelves
	memory       *work.Memory
	keptGangs    store.Gangs
	keptJobs     store.Jobs
	keptCarriers store.Carriers
}

// sourceOf is what a making is made from: a kept job or gang as it is now, with
// the maker's own tools in it, and the rules of the carriers it is posted with.
func (s *sources) sourceOf(ctx context.Context, of Begin) (making.Source, string, error) {
	out := making.Source{Today: s.toolbox.today(ctx), Carriers: []string{}}
	tools, err := s.toolbox.tools(ctx)
	if err != nil {
		return out, "", err
	}
	id := of.Job
	if of.Gang != "" {
		id = of.Gang
		one, err := s.keptGangs.Get(ctx, of.Gang)
		if err != nil {
			return out, "", noMaking(err)
		}
		g, err := gang.Read([]byte(one.Document))
		if err != nil {
			return out, "", problem(err)
		}
		for i := range g.Jobs {
			g.Jobs[i].Job = g.Jobs[i].Job.With(tools)
		}
		out.Gang, out.GangID, out.Title = &g, one.ID, one.Title
	} else {
		one, err := s.keptJobs.Get(ctx, of.Job)
		if err != nil {
			return out, "", shelfError(err)
		}
		j, err := job.Read([]byte(one.Document))
		if err != nil {
			return out, "", problem(err)
		}
		out.Jobs, out.Title = []gang.Member{{ID: one.ID, Revision: one.Revision, Job: j.With(tools)}}, one.Title
	}
	if out.Title == "" {
		out.Title = "A job without a title"
	}
	out.Carriers, err = s.rulesNow(ctx)
	return out, id, err
}

// rulesNow are the rules of every carrier as they are now, own copies and those that ship.
func (s *sources) rulesNow(ctx context.Context) ([]string, error) {
	kept, err := s.keptCarriers.All(ctx)
	if err != nil {
		return nil, err
	}
	own := map[string]string{}
	for _, k := range kept {
		if _, ok := s.library.rules.read(k); ok {
			own[k.ID] = k.Document
		}
	}
	out := []string{}
	for _, c := range s.library.standard.Carriers {
		text, _ := catalog.CarrierText(c.ID)
		if mine, ok := own[c.ID]; ok {
			text = mine
			delete(own, c.ID)
		}
		out = append(out, text)
	}
	for _, k := range kept {
		if text, ok := own[k.ID]; ok {
			out = append(out, text)
		}
	}
	return out, nil
}

// libraryOf is the catalogue with the rules a making was begun by.
func (s *sources) libraryOf(source *making.Source) (*catalog.Catalog, error) {
	var all []post.Carrier
	for _, text := range source.Carriers {
		c, err := post.ReadCarrier([]byte(text))
		if err != nil {
			return nil, err
		}
		all = append(all, c)
	}
	return s.library.standard.With(all), nil
}

// worked is a source worked out, as it lies on the bench, and its jobs.
type worked struct {
	pipeline.Bench
	jobs []*work.Result
	docs []*pipeline.Whole
}

// workSource works a source out. The error may be a job.Problems.
func (s *sources) workSource(ctx context.Context, source *making.Source) (*worked, error) {
	library, err := s.libraryOf(source)
	if err != nil {
		return nil, err
	}
	how := pipeline.Order{Memory: s.memory, Today: source.Today, NoWays: true}
	if how.Shelf, err = s.shelves.envelopesFor(ctx, idsOf(source)...); err != nil {
		return nil, err
	}
	out := &worked{}
	if source.Gang != nil {
		whole, err := gang.WorkOut(*source.Gang, library, gang.Order{Memory: s.memory, Today: source.Today})
		if err != nil {
			return nil, err
		}
		for _, j := range whole.Jobs {
			out.jobs, out.docs = append(out.jobs, j.Result), append(out.docs, j.Whole)
		}
		out.Bench = whole.AtTheBench(how)
		return out, cannot(&whole.Batch)
	}
	whole, err := pipeline.WorkOut(source.Jobs[0].Job, library, how)
	if err != nil {
		return nil, err
	}
	out.jobs, out.docs, out.Bench = []*work.Result{whole.Result}, []*pipeline.Whole{whole}, whole.AtTheBench(how)
	return out, cannot(&whole.Result.Batch)
}

// cannot says why a batch cannot be made; nil where it can.
func cannot(b *batch.Batch) error {
	if b.Err != nil {
		return job.Problems{{Field: "stock", Text: "the batch cannot be cut: " + b.Err.Error()}}
	}
	return nil
}

// planOf is the plan of a source and its drawings.
func (s *sources) planOf(ctx context.Context, source making.Source) (making.Docket, draw.BenchSet, error) {
	w, err := s.workSource(ctx, &source)
	if err != nil {
		return making.Docket{}, draw.BenchSet{}, err
	}
	return making.DocketOf(&w.Bench, w.jobs...), draw.OfBench(&w.Bench), nil
}

// patched is a source with one of its jobs changed.
func patched(source making.Source, at int, patch map[string]any) (making.Source, error) {
	text, err := json.Marshal(source)
	if err != nil {
		return source, err
	}
	var out making.Source
	if err := json.Unmarshal(text, &out); err != nil {
		return source, err
	}
	one := &out.Members()[at]
	changed, err := json.Marshal(job.Merged(one.Job.Document(), patch))
	if err != nil {
		return source, err
	}
	one.Job, err = job.Read(changed)
	return out, err
}

// since says what of a making's jobs is otherwise by now, and of what day its prices are.
func (s *sources) since(ctx context.Context, source *making.Source) (out []string, err error) {
	for _, m := range source.Members() {
		if m.ID == "" {
			continue
		}
		says := ""
		kept, err := s.keptJobs.Get(ctx, m.ID)
		switch {
		case errors.Is(err, store.ErrNotFound):
			says = "The job was put aside"
		case err != nil:
			return nil, err
		case kept.Revision != m.Revision:
			now, err := job.Read([]byte(kept.Document))
			if err != nil {
				continue // what it says by now cannot be read
			}
			says = making.Since(m.Job, now)
		}
		if says != "" && source.Gang != nil {
			says = titleOr(m.Job.Title) + ": " + words.Lower(says)
		}
		if says != "" {
			out = append(out, says+". This goes on as it was begun.")
		}
	}
	begun, ok := calendar.Day(source.Today)
	if today, _ := calendar.Day(s.toolbox.today(ctx)); ok && begun != today {
		out = append(out, "Prices are as of "+calendar.Say(begun, today)+".")
	}
	return out, nil
}

// coveredBy are the kept jobs that a making makes cards of.
func coveredBy(source *making.Source) (out []store.Covered) {
	for i, m := range source.Members() {
		if m.ID != "" {
			out = append(out, store.Covered{Job: m.ID, Place: i, Cards: m.Job.Quantity, Due: m.Job.Due})
		}
	}
	return out
}
