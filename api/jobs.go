package api

import (
	"context"
	"encoding/json"
	"errors"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
	"yellow-parcel/store"
)

func (s *service) list(ctx context.Context, in *struct {
	Search string `query:"search" maxLength:"200"`
}) (*listOutput, error) {
	jobs, err := s.store.List(ctx, in.Search)
	if err != nil {
		return nil, err
	}
	sight, err := s.sight(ctx)
	if err != nil {
		return nil, err
	}
	diary, err := s.diary(ctx, sight)
	if err != nil {
		return nil, err
	}
	due := map[string]DueJob{}
	for i := range diary {
		due[diary[i].job.ID] = diary[i].dueJob(sight.day())
	}
	out := &listOutput{Body: make([]Summary, len(jobs))}
	for i, j := range jobs {
		if out.Body[i], err = sight.summary(ctx, j); err != nil {
			return nil, err
		}
		if d, ok := due[j.ID]; ok {
			out.Body[i].Due, out.Body[i].DueState = d.Word, d.State
		}
	}
	return out, nil
}

// draft reads a job for keeping. Lengths still being typed are kept as they are,
// so that nothing typed is lost; only what is not a job document is refused.
func (s *service) draft(ctx context.Context, raw []byte, edit string) (store.Draft, error) {
	one, err := job.Read(raw)
	if err != nil {
		return store.Draft{}, problem(err)
	}
	text, err := json.Marshal(one)
	if err != nil {
		return store.Draft{}, err
	}
	sight, err := s.sight(ctx)
	if err != nil {
		return store.Draft{}, err
	}
	shown, err := json.Marshal(sight.of(one))
	return store.Draft{Title: one.Title, Quantity: one.Quantity, Document: string(text), Due: dueOf(one), Shown: string(shown), ShownBy: sight.by, Edit: edit}, err
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
	return s.kept(s.store.Create(ctx, draft))
}

func (s *service) get(ctx context.Context, in *IDInput) (*recordOutput, error) {
	return s.kept(s.store.Get(ctx, in.ID))
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
	return s.kept(s.store.Save(ctx, in.ID, in.Revision, draft))
}

func (s *service) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, true)
}

func (s *service) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, false)
}

func (s *service) setRemoved(ctx context.Context, id string, removed bool) error {
	err := s.store.Remove(ctx, id, removed)
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no such job here.")
	}
	return err
}
