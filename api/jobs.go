package api

import (
	"context"
	"encoding/json"
	"errors"
	"net/url"
	"slices"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/job"
	"yellow-parcel/core/work"
	"yellow-parcel/store"
)

// ListInput is which jobs a list has, and which part of it.
type ListInput struct {
	Search string `query:"search" maxLength:"200" doc:"words, or their beginnings; accents do not matter"`
	After  int64  `query:"after" minimum:"0" doc:"the number after which the list goes on, as the answer's link to the next part has it"`
	Most   int    `query:"most" minimum:"1" maximum:"200" default:"60" doc:"how many at once; what is due comes besides, at the beginning"`
}

func (s *service) list(ctx context.Context, in *ListInput) (*listOutput, error) {
	page, err := s.store.Jobs.List(ctx, in.Search, in.After, in.Most)
	if err != nil {
		return nil, err
	}
	sight, err := s.sight(ctx)
	if err != nil {
		return nil, err
	}
	out := &listOutput{Body: make([]Summary, len(page.Jobs))}
	for i, j := range page.Jobs {
		out.Body[i] = sight.summary(j)
	}
	if slices.ContainsFunc(out.Body, func(one Summary) bool { return one.Stale }) {
		s.remade()
	}
	if page.Next != 0 {
		out.Link = nextLink(in, page.Next)
	}
	return out, s.sayDue(ctx, sight, page.Jobs, out.Body)
}

// sayDue says of the jobs on a list that are due when they go to the post.
func (s *service) sayDue(ctx context.Context, sight *sight, jobs []store.Job, list []Summary) error {
	if !slices.ContainsFunc(jobs, func(j store.Job) bool { return j.Due != "" }) {
		return nil
	}
	diary, err := s.diary(ctx, sight)
	if err != nil {
		return err
	}
	due := map[string]DueJob{}
	for i := range diary {
		due[diary[i].job.ID] = diary[i].dueJob(sight.day())
	}
	for i := range list {
		if d, ok := due[list[i].ID]; ok {
			list[i].Due, list[i].DueState = d.Word, d.State
		}
	}
	return nil
}

// nextLink is the link to the next part of a list, as its header has it.
func nextLink(in *ListInput, next int64) string {
	query := url.Values{"after": {strconv.FormatInt(next, 10)}, "most": {strconv.Itoa(in.Most)}}
	if in.Search != "" {
		query.Set("search", in.Search)
	}
	return "</api/v1/jobs?" + query.Encode() + `>; rel="next"`
}

// draft reads a job for keeping. Lengths still being typed are kept as they are,
// so that nothing typed is lost; only what is not a job document is refused.
func (s *service) draft(ctx context.Context, raw []byte, edit string) (store.Draft, error) {
	one, err := job.Read(raw)
	if err != nil {
		return store.Draft{}, problem(err)
	}
	out, err := bare(one)
	if err != nil {
		return out, err
	}
	out.Edit = edit
	sight, err := s.sight(ctx)
	if err != nil {
		return out, err
	}
	return out, s.worked(ctx, sight, one, &out)
}

// patience is how long keeping a job waits for what a list shows of it; it is
// worked out behind the answers where that takes longer.
const patience = 2 * time.Second

// worked puts into a draft what a list shows of the job, as far as that comes in
// time: keeping a job never hangs on planning it.
func (s *service) worked(ctx context.Context, v *sight, one job.Job, out *store.Draft) error {
	soon, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	look, words, err := s.look(soon, v, one)
	if err != nil && ctx.Err() == nil && soon.Err() != nil {
		look, words, err = keptShown{Shown: unfinished}, wordsOf(one, nil), nil // a list finds it stale, and has it worked out
	} else {
		out.ShownBy = v.by
	}
	if err != nil {
		return err
	}
	shown, err := json.Marshal(look)
	out.Shown, out.Words = string(shown), words
	return err
}

// bare is a job as it is kept, before it is worked out.
func bare(one job.Job) (store.Draft, error) {
	text, err := json.Marshal(one)
	return store.Draft{Title: one.Title, Quantity: one.Quantity, Document: string(text), Due: dueOf(one)}, err
}

// look works out, in its turn, what a list shows of a job and what it is found by.
// One that falls over is shown as it is: kept, and not worked out.
func (s *service) look(ctx context.Context, v *sight, one job.Job) (out keptShown, words string, err error) {
	err = s.inTurn(ctx, "", func(meter *work.Meter) error {
		if fell := fault.In(func() { out, words, err = v.of(one, meter) }); fell != nil {
			fellOver("what a list shows of a job", fell)
			out, words, err = keptShown{Shown: unfinished}, wordsOf(one, nil), nil
			out.Text = "It is kept as it was typed; working it out came to a fault of ours."
		}
		return err
	})
	return out, words, err
}

// dueOf is when a job is due, for lists to go by; one still being typed is not due.
func dueOf(one job.Job) string {
	if _, ok := calendar.Day(one.Due); ok {
		return one.Due
	}
	return ""
}

func record(j store.Job) (Record, error) {
	one, err := job.Read([]byte(j.Document))
	return Record{j.ID, j.Revision, j.Updated, j.Edit, one}, err
}

func (s *service) kept(j store.Job, err error) (*recordOutput, error) {
	if errors.Is(err, store.ErrNotFound) {
		return nil, huma.Error404NotFound("There is no such job here; it may have been put aside.")
	}
	if err != nil && !errors.Is(err, store.ErrConflict) {
		return nil, err
	}
	r, readErr := record(j)
	if readErr != nil {
		return nil, readErr
	}
	if err != nil {
		return nil, conflict(r)
	}
	return &recordOutput{r}, nil
}

// EditInput names an edit, so that one that comes twice, or whose answer was lost,
// is told from another.
type EditInput struct {
	Edit string `query:"edit" maxLength:"64"`
}

func (s *service) create(ctx context.Context, in *struct {
	JobInput
	EditInput
}) (*recordOutput, error) {
	draft, err := s.draft(ctx, in.RawBody, in.Edit)
	if err != nil {
		return nil, err
	}
	return s.kept(s.store.Jobs.Create(ctx, draft))
}

func (s *service) get(ctx context.Context, in *IDInput) (*recordOutput, error) {
	return s.kept(s.store.Jobs.Get(ctx, in.ID))
}

func (s *service) save(ctx context.Context, in *struct {
	IDInput
	JobInput
	EditInput
	Revision int `query:"revision" required:"true" minimum:"1"`
}) (*recordOutput, error) {
	draft, err := s.draft(ctx, in.RawBody, in.Edit)
	if err != nil {
		return nil, err
	}
	return s.kept(s.store.Jobs.Save(ctx, in.ID, in.Revision, draft))
}

func (s *service) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, true)
}

func (s *service) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, false)
}

func (s *service) setRemoved(ctx context.Context, id string, removed bool) error {
	err := s.store.Jobs.Remove(ctx, id, removed)
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no such job here.")
	}
	return err
}
