package api

import (
	"context"
	"errors"
	"net/url"
	"slices"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
	"yellow-parcel/store"
)

// ListInput is which jobs a list has, and which part of it.
type ListInput struct {
	Search string `query:"search" maxLength:"200" doc:"words, or their beginnings; accents do not matter"`
	After  int64  `query:"after" minimum:"0" doc:"the number after which the list goes on, as the answer's link to the next part has it"`
	Most   int    `query:"most" minimum:"1" maximum:"200" default:"60" doc:"how many at once; what is due comes besides, at the beginning"`
}

// jobs answers for the kept jobs.
type jobs struct {
	views    *views
	remaker  *remaker // nil where nothing is worked out behind the answers
	diaries  *diaries
	keptJobs store.Jobs
}

func (s *jobs) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/jobs", "listJobs", "Kept jobs, newest change first", false), s.list)
	huma.Register(a, op("POST", "/jobs", "createJob", "Keep a new job", true, 422), s.create)
	huma.Register(a, op("GET", "/jobs/{id}", "getJob", "A kept job", false, 404), s.get)
	save := op("PUT", "/jobs/{id}", "saveJob", "Keep a changed job over the revision it edits", true, 404, 422)
	mayBeStale[Conflict](a, &save)
	huma.Register(a, save, s.save)
	huma.Register(a, op("DELETE", "/jobs/{id}", "removeJob", "Put a job aside", false, 404), s.remove)
	huma.Register(a, op("POST", "/jobs/{id}/restore", "restoreJob", "Bring a job back that was put aside", false, 404), s.restore)
}

func (s *jobs) list(ctx context.Context, in *ListInput) (*listOutput, error) {
	page, err := s.keptJobs.List(ctx, in.Search, in.After, in.Most)
	if err != nil {
		return nil, err
	}
	sight, err := s.views.sight(ctx)
	if err != nil {
		return nil, err
	}
	out := &listOutput{Body: make([]Summary, len(page.Jobs))}
	for i, j := range page.Jobs {
		out.Body[i] = sight.summary(j)
	}
	if slices.ContainsFunc(out.Body, func(one Summary) bool { return one.Stale }) {
		s.remaker.changed()
	}
	if page.Next != 0 {
		out.Link = nextLink(in, page.Next)
	}
	return out, s.sayDue(ctx, sight, page.Jobs, out.Body)
}

// sayDue says of the jobs on a list that are due when they go to the post.
func (s *jobs) sayDue(ctx context.Context, sight *sight, jobs []store.Job, list []Summary) error {
	if !slices.ContainsFunc(jobs, func(j store.Job) bool { return j.Due != "" }) {
		return nil
	}
	diary, err := s.diaries.laid(ctx, sight)
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

func (s *jobs) kept(j store.Job, err error) (*recordOutput, error) {
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

func (s *jobs) create(ctx context.Context, in *struct {
	JobInput
	EditInput
}) (*recordOutput, error) {
	draft, err := s.views.draft(ctx, in.RawBody, in.Edit)
	if err != nil {
		return nil, err
	}
	return s.kept(s.keptJobs.Create(ctx, draft))
}

func (s *jobs) get(ctx context.Context, in *IDInput) (*recordOutput, error) {
	return s.kept(s.keptJobs.Get(ctx, in.ID))
}

func (s *jobs) save(ctx context.Context, in *struct {
	IDInput
	JobInput
	EditInput
	Revision int `query:"revision" required:"true" minimum:"1"`
}) (*recordOutput, error) {
	draft, err := s.views.draft(ctx, in.RawBody, in.Edit)
	if err != nil {
		return nil, err
	}
	return s.kept(s.keptJobs.Save(ctx, in.ID, in.Revision, draft))
}

func (s *jobs) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, true)
}

func (s *jobs) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, false)
}

func (s *jobs) setRemoved(ctx context.Context, id string, removed bool) error {
	err := s.keptJobs.Remove(ctx, id, removed)
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no such job here.")
	}
	return err
}
