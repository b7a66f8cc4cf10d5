package api

import (
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/archive"
	"yellow-parcel/core/words"
	"yellow-parcel/store"
)

// BroughtIn says what came out of an archive.
type BroughtIn struct {
	Jobs int    `json:"jobs" doc:"that came in"`
	Text string `json:"text"`
}

type broughtInOutput struct{ Body BroughtIn }

// archives takes everything out as one file, and brings it in again.
type archives struct {
	toolbox      *toolbox
	library      *library
	shelves      *shelves
	keptJobs     store.Jobs
	keptCarriers store.Carriers
	keptLog      store.Log
	store        *store.Store // all of it is brought in at once
	remaker      *remaker
}

func (s *archives) register(a huma.API, op operation) {
	file := map[string]*huma.MediaType{"application/zip": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}
	take := op("GET", "/archive.zip", "takeArchive", "Everything as open documents in one zip file", false)
	take.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: file}}
	huma.Register(a, take, s.take)
	bring := op("POST", "/archive.zip", "bringArchive", "Bring in what is not here yet, all or nothing", false, 422)
	bring.MaxBodyBytes = archive.MaxSize + 1
	bring.RequestBody = &huma.RequestBody{Required: true, Content: file}
	huma.Register(a, bring, s.bring)
}

func (s *archives) take(ctx context.Context, _ *struct{}) (*huma.StreamResponse, error) {
	rest, err := s.rest(ctx)
	if err != nil {
		return nil, err
	}
	today := s.toolbox.today(ctx)
	return &huma.StreamResponse{Body: func(answer huma.Context) {
		answer.SetHeader("Content-Type", "application/zip")
		answer.SetHeader("Content-Disposition", `attachment; filename="yellow-parcel-`+today+`.zip"`)
		out := archive.NewWriter(answer.BodyWriter(), today)
		err := s.keptJobs.Each(ctx, func(j store.Job) error { return out.Job(j.ID, []byte(j.Document)) })
		if err == nil {
			err = out.Close(*rest)
		}
		// The answer has begun: a file cut short is no zip file, which whoever opens it is told.
		if err != nil && ctx.Err() == nil {
			slog.LogAttrs(ctx, slog.LevelError, "an archive was cut short", slog.Any("error", err))
		}
	}}, nil
}

// rest is everything but the jobs.
func (s *archives) rest(ctx context.Context) (*archive.Archive, error) {
	var out archive.Archive
	kept, err := s.toolbox.keptTools(ctx)
	if err != nil {
		return nil, err
	}
	if kept.Revision > 0 {
		out.Settings = &kept.Tools
	}
	items, err := s.shelves.all(ctx, nil)
	if err != nil {
		return nil, err
	}
	for _, e := range items.Body.Items {
		out.Shelf = append(out.Shelf, e.Item)
	}
	carriers, err := s.keptCarriers.All(ctx)
	if err != nil {
		return nil, err
	}
	for _, c := range carriers {
		out.Carriers = append(out.Carriers, archive.Rules{ID: c.ID, Text: c.Document})
	}
	out.Log, err = LogEntries(ctx, s.keptLog)
	return &out, err
}

func (s *archives) bring(ctx context.Context, in *struct {
	RawBody []byte `contentType:"application/zip"`
}) (*broughtInOutput, error) {
	all, err := archive.Read(in.RawBody, s.library.standard)
	if err != nil {
		return nil, problem(err)
	}
	rows, err := everything(all)
	if err != nil {
		return nil, err
	}
	came, err := s.store.BringIn(ctx, rows)
	if err != nil {
		return nil, err
	}
	s.remaker.remade()
	return &broughtInOutput{BroughtIn{came.Jobs + came.Beside, broughtText(came)}}, nil
}

// everything is an archive as the store keeps it; what lists show of its jobs is
// worked out behind the answer.
func everything(all *archive.Archive) (out store.Everything, err error) {
	for _, j := range all.Jobs {
		draft, err := bare(j.Job)
		if err != nil {
			return out, err
		}
		out.Jobs = append(out.Jobs, store.Job{ID: j.ID, Draft: draft})
	}
	for _, i := range all.Shelf {
		row, err := kept(i)
		if err != nil {
			return out, err
		}
		out.Shelf = append(out.Shelf, row)
	}
	for _, c := range all.Carriers {
		out.Carriers = append(out.Carriers, store.Carrier{ID: c.ID, Document: c.Text})
	}
	for _, e := range all.Log {
		row, err := logRow(e)
		if err != nil {
			return out, err
		}
		out.Log = append(out.Log, row)
	}
	if all.Settings != nil {
		text, err := json.Marshal(all.Settings)
		if err != nil {
			return out, err
		}
		out.Settings = string(text)
	}
	return out, nil
}

// broughtText says what came in and what was here.
func broughtText(b store.Brought) string {
	var out []string
	say := func(n int, one, what string) {
		if n > 0 {
			out = append(out, fmt.Sprintf("%d %s%s", n, words.Plural(n, one), what))
		}
	}
	say(b.Jobs, "job", " came in")
	say(b.Beside, "job", " came in beside one changed here since")
	say(b.JobsHere, "job", " here already")
	say(b.Shelf, "shelf line", " came in")
	say(b.ShelfHere, "shelf line", " here already")
	say(b.Log, "logbook line", " came in")
	say(b.LogHere, "logbook line", " here already")
	say(b.Carriers, "rules file", " of a carrier came in")
	say(b.CarriersStay, "rules file", " of a carrier that has its own here")
	if b.Settings {
		out = append(out, "settings came in")
	}
	if b.SettingsStay {
		out = append(out, "settings stay as they are here")
	}
	if len(out) == 0 {
		return "There is nothing in it."
	}
	return fmt.Sprintf("%s.", words.Capital(strings.Join(out, "; ")))
}
