package api

import (
	"cmp"
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/work"
	"yellow-parcel/shelf"
	"yellow-parcel/store"
)

// uses keeps back and takes what jobs and gangs are cut from.
type uses struct {
	planner   *planner
	gangs     *gangs
	shelves   *shelves
	memory    *work.Memory
	keptJobs  store.Jobs
	keptGangs store.Gangs
	keptShelf store.Shelf
}

func (s *uses) register(a huma.API, op operation) {
	huma.Register(a, op("POST", "/shelf/uses", "takeFromShelf", "Keep back, or use up, what a kept job's cut plan needs", false, 404, 409, 422), s.take)
	huma.Register(a, op("GET", "/shelf/kept", "keptBack", "What a kept job or gang keeps back, where it needs something else by now", false, 404, 422), s.keptBack)
	huma.Register(a, op("POST", "/shelf/uses/{id}/undo", "undoUse", "Give back what was kept back or used up", false, 404, 409), s.undo)
}

// take keeps back, or takes off the shelf, what a job or a gang is cut from.
func (s *uses) take(ctx context.Context, in *struct {
	EditInput
	Body Take
}) (*shelfOutput, error) {
	// What came before may have left nothing to take a second time.
	if before, err := s.keptShelf.Used(ctx, in.Edit); err != nil {
		return nil, err
	} else if before != "" {
		return s.shelves.all(ctx, nil)
	}
	batch, err := s.batchOf(ctx, in.Body)
	if err != nil {
		return nil, err
	}
	lines := linesOf(batch.Uses)
	if len(lines) == 0 {
		return nil, huma.Error422UnprocessableEntity("This cuts nothing from the shelf.",
			&huma.ErrorDetail{Location: "stock", Message: "choose sheets from the shelf first"})
	}
	var offcuts []store.ShelfItem
	if in.Body.State == "used" && in.Body.Offcuts {
		if offcuts, err = s.shelves.offcutsOf(ctx, batch.Offcuts, lines, batch.unit); err != nil {
			return nil, err
		}
	}
	by := store.Taking{Job: batch.id, Title: titleOr(batch.title), State: in.Body.State, Also: batch.jobs}
	if _, err := s.keptShelf.Take(ctx, by, lines, offcuts, in.Edit); err != nil {
		return nil, shelfError(err)
	}
	return s.shelves.all(ctx, nil)
}

// KeptBack is what is kept back on the shelf for something; Text is empty where that is what it needs, or nothing is.
type KeptBack struct {
	Text string `json:"text"`
}

type keptBackOutput struct{ Body KeptBack }

func (s *uses) keptBack(ctx context.Context, in *struct {
	Job  string `query:"job" maxLength:"64"`
	Gang string `query:"gang" maxLength:"64" doc:"in a job's place"`
}) (*keptBackOutput, error) {
	own, err := s.shelves.keptMakings.ReservedBy(ctx, cmp.Or(in.Gang, in.Job))
	if err != nil || !slices.ContainsFunc(slices.Collect(maps.Values(own)), func(n int) bool { return n > 0 }) {
		return &keptBackOutput{}, err
	}
	batch, err := s.batchOf(ctx, Take{Job: in.Job, Gang: in.Gang})
	if err != nil {
		return nil, err
	}
	items, err := s.shelves.kept.All(ctx)
	if err != nil {
		return nil, err
	}
	needs := map[string]int{}
	for _, l := range linesOf(batch.Uses) {
		needs[l.Item] = l.Count
	}
	var differs []string
	for _, i := range items {
		if kept, need := own[i.ID], needs[i.ID]; kept != need {
			e, err := s.shelves.entry(i)
			if err != nil {
				return nil, err
			}
			differs = append(differs, fmt.Sprintf("%d of %s, and needs %d", kept, strings.TrimSpace(e.Name+" "+e.Item.Paper), need))
		}
	}
	if len(differs) == 0 {
		return &keptBackOutput{}, nil
	}
	return &keptBackOutput{KeptBack{"It keeps back " + strings.Join(differs, "; ") + "."}}, nil
}

// cutOf is what is made of a job or of a gang, as the shelf's uses know it.
type cutOf struct {
	making.Docket
	id, title string
	jobs      []string // of a gang
	unit      measure.Unit
}

// batchOf works out what the use of the shelf is for.
func (s *uses) batchOf(ctx context.Context, of Take) (cutOf, error) {
	if of.Gang != "" {
		one, err := s.keptGangs.Get(ctx, of.Gang)
		if err != nil {
			return cutOf{}, shelfError(err)
		}
		whole, err := s.gangs.workOut(ctx, []byte(one.Document), gang.Order{})
		if err != nil {
			return cutOf{}, problem(err)
		}
		how := pipeline.Order{Memory: s.memory}
		jobs := membersOf(whole.Gang.Jobs)
		if how.Shelf, err = s.shelves.envelopesFor(ctx, append(jobs, one.ID)...); err != nil {
			return cutOf{}, err
		}
		if err := cannot(&whole.Batch); err != nil {
			return cutOf{}, problem(err)
		}
		b := whole.AtTheBench(how)
		return cutOf{making.DocketOf(&b), one.ID, whole.Write(false).Title, jobs, whole.Table.Unit}, nil
	}
	one, err := s.keptJobs.Get(ctx, of.Job)
	if err != nil {
		return cutOf{}, shelfError(err)
	}
	how := pipeline.Order{NoWays: true, Memory: s.memory}
	all, err := s.planner.workOutFor(ctx, "", one.ID, []byte(one.Document), how)
	if err != nil {
		return cutOf{}, err
	}
	if how.Shelf, err = s.shelves.envelopesFor(ctx, one.ID); err != nil {
		return cutOf{}, err
	}
	if err := cannot(&all.Result.Batch); err != nil {
		return cutOf{}, problem(err)
	}
	b := all.AtTheBench(how)
	return cutOf{making.DocketOf(&b), one.ID, one.Title, nil, all.Result.Brief.Unit}, nil
}

// idsOf are what a making is of: a kept job, or a gang and its kept jobs.
func idsOf(of *making.Source) []string {
	if of.Gang == nil {
		return []string{of.Jobs[0].ID}
	}
	return append(membersOf(of.Gang.Jobs), of.GangID)
}

// membersOf are the kept jobs of a gang.
func membersOf(all []gang.Member) (ids []string) {
	for _, m := range all {
		if m.ID != "" {
			ids = append(ids, m.ID)
		}
	}
	return ids
}

func titleOr(title string) string {
	if title == "" {
		return "A job without a title"
	}
	return title
}

// linesOf are the shelf's sheets and envelopes that a plan takes.
func linesOf(uses []making.Use) []store.UseLine {
	var out []store.UseLine
	for _, u := range uses {
		at := slices.IndexFunc(out, func(l store.UseLine) bool { return l.Item == u.Item })
		if at < 0 {
			at = len(out)
			out = append(out, store.UseLine{Item: u.Item})
		}
		out[at].Count += u.Count
	}
	return out
}

// offcutsOf are offcuts as the shelf keeps them: of the paper, as heavy and as thick as
// the sheets that were taken, those of their paper where it is named, where these are all alike.
func (s *shelves) offcutsOf(ctx context.Context, all []making.Remnant, lines []store.UseLine, unit measure.Unit) ([]store.ShelfItem, error) {
	there, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	sheets := sheetsTaken(there, lines)
	var out []store.ShelfItem
	for _, o := range all {
		if o.Count == 0 {
			continue
		}
		size := job.Bought{Width: job.Length(o.W.Text(unit)), Height: job.Length(o.H.Text(unit))}
		item := shelf.Item{Kind: shelf.Sheets, Size: size, Paper: o.Paper, Colour: o.Colour, Grain: o.Grain, Count: o.Count}
		of := slices.DeleteFunc(slices.Clone(sheets), func(i shelf.Item) bool { return o.Paper != "" && i.Paper != o.Paper })
		alike := func(i shelf.Item) bool {
			return i.Paper == of[0].Paper && i.Weight == of[0].Weight && i.Caliper == of[0].Caliper
		}
		if len(of) > 0 && !slices.ContainsFunc(of, func(i shelf.Item) bool { return !alike(i) }) {
			item.Paper, item.Weight, item.Caliper = of[0].Paper, of[0].Weight, of[0].Caliper
			item.Colour = cmp.Or(item.Colour, of[0].Colour)
		}
		row, err := kept(item)
		if err != nil {
			return nil, err
		}
		like := func(e ShelfEntry) bool { return e.Item.Like(item, s.library.standard) }
		if at := slices.IndexFunc(there, like); at >= 0 {
			row.ID = there[at].ID
		}
		out = append(out, row)
	}
	return out, nil
}

// sheetsTaken are the sheets on the shelf that lines speak of.
func sheetsTaken(there []ShelfEntry, lines []store.UseLine) (out []shelf.Item) {
	for _, l := range lines {
		at := slices.IndexFunc(there, func(e ShelfEntry) bool { return e.ID == l.Item })
		if at >= 0 && there[at].Item.Kind == shelf.Sheets {
			out = append(out, there[at].Item)
		}
	}
	return out
}

func (s *uses) undo(ctx context.Context, in *IDInput) (*shelfOutput, error) {
	if err := s.keptShelf.Undo(ctx, in.ID); err != nil {
		return nil, shelfError(err)
	}
	return s.shelves.all(ctx, nil)
}
