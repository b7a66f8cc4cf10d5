package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/archive"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/words"
	"yellow-parcel/shelf"
	"yellow-parcel/store"
)

// BroughtIn says what came out of an archive, what is to be answered, and what stays put aside.
type BroughtIn struct {
	Jobs    int            `json:"jobs" doc:"that came in"`
	Text    string         `json:"text"`
	Changed []BroughtThing `json:"changed" doc:"otherwise here, and not answered yet: nothing was done about them"`
	Aside   []BroughtThing `json:"aside" doc:"put aside here; they stay so until they are brought back"`
}

// BroughtThing is something of an archive that is here too.
type BroughtThing struct {
	Kind  store.Kind `json:"kind" enum:"job,gang,making,item,entry,carrier,settings"`
	ID    string     `json:"id"`
	Title string     `json:"title"`
}

type broughtInOutput struct{ Body BroughtIn }

// archives takes everything out as one file, and brings it in again.
type archives struct {
	toolbox *toolbox
	library *library
	shelves *shelves
	store   *store.Store // all of it is taken, and brought in, at once
	remaker *remaker
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
	kept, err := s.toolbox.keptTools(ctx)
	if err != nil {
		return nil, err
	}
	today := s.toolbox.today(ctx)
	return &huma.StreamResponse{Body: func(answer huma.Context) {
		answer.SetHeader("Content-Type", "application/zip")
		answer.SetHeader("Content-Disposition", `attachment; filename="yellow-parcel-`+today+`.zip"`)
		out := archive.NewWriter(answer.BodyWriter(), today)
		err := s.store.Whole(ctx, func(w store.Whole) error { return packed(out, w, kept) })
		if err == nil {
			err = out.Close()
		}
		// The answer has begun: a file cut short is no zip file, which whoever opens it is told.
		if err != nil && ctx.Err() == nil {
			slog.LogAttrs(ctx, slog.LevelError, "an archive was cut short", slog.Any("error", err))
		}
	}}, nil
}

func (s *archives) bring(ctx context.Context, in *struct {
	Answer  store.Answer `query:"answer" enum:"stay,take,both" doc:"what becomes of what was changed here since: it stays, becomes what it was there, or that comes in beside it (a job or a gang)"`
	Only    []string     `query:"only,explode" maxItems:"400" doc:"of which of these: kind/id; of all where there is none"`
	RawBody []byte       `contentType:"application/zip"`
}) (*broughtInOutput, error) {
	all, err := archive.Read(in.RawBody, s.library.standard)
	if err != nil {
		return nil, problem(err)
	}
	rows, err := s.everything(ctx, all)
	if err != nil {
		return nil, problem(err)
	}
	rows.Same, rows.Answer = s.same(ctx), in.Answer
	for _, one := range in.Only {
		kind, id, _ := strings.Cut(one, "/")
		rows.Only = append(rows.Only, store.Thing{Kind: store.Kind(kind), ID: id})
	}
	came, err := s.store.BringIn(ctx, rows)
	if err != nil {
		return nil, err
	}
	if err := s.toolbox.balanced(ctx); err != nil {
		return nil, err
	}
	s.remaker.changed()
	titles := titlesOf(all, s.library.standard)
	out := BroughtIn{Jobs: came.Came[store.OneJob] + came.Beside, Changed: called(titles, came.Changed), Aside: called(titles, came.Aside)}
	out.Text = broughtText(came, titles, all.Says)
	return &broughtInOutput{out}, nil
}

func called(titles map[store.Thing]string, all []store.Thing) []BroughtThing {
	out := make([]BroughtThing, len(all))
	for i, t := range all {
		out[i] = BroughtThing{t.Kind, t.ID, titles[t]}
	}
	return out
}

// titlesOf are what the things of an archive are called.
func titlesOf(all *archive.Archive, cat *catalog.Catalog) map[store.Thing]string {
	out := map[store.Thing]string{{Kind: store.TheSettings}: "Settings"}
	for _, j := range all.Jobs {
		out[store.Thing{Kind: store.OneJob, ID: j.ID}] = titleOr(j.Job.Title)
	}
	for _, g := range all.Gangs {
		out[store.Thing{Kind: store.OneGang, ID: g.ID}] = titleOr(g.Gang.Title)
	}
	for _, m := range all.Makings {
		out[store.Thing{Kind: store.OneMaking, ID: m.ID}] = titleOr(m.ReadSource.Title) + ", at the bench"
	}
	for _, i := range all.Shelf.Items {
		name, w, h := i.Item.Measured(cat)
		if name == "" {
			name = sides(w, h, measure.Inches)
		}
		out[store.Thing{Kind: store.OneItem, ID: i.ID}] = strings.TrimSpace(i.Item.Paper + " " + name)
	}
	for _, e := range all.Log {
		out[store.Thing{Kind: store.OneEntry, ID: e.ID}] = strings.TrimSuffix(e.Entry.Date+", "+e.Entry.Title, ", ")
	}
	for _, c := range all.Carriers {
		out[store.Thing{Kind: store.OneCarrier, ID: c.ID}] = "Rules of " + c.ID
	}
	return out
}

// same tells whether two documents of a kind say the same, whatever wrote them.
func (s *archives) same(ctx context.Context) func(kind store.Kind, here, there string) bool {
	return func(kind store.Kind, here, there string) bool {
		switch kind {
		case store.OneJob:
			return here == there || alike(here, there, func(*job.Job) {})
		case store.OneGang:
			return here == there || alike(here, there, func(*gang.Gang) {})
		case store.OneEntry:
			return here == there || alike(here, there, func(*logbook.Entry) {})
		case store.OneItem:
			return alike(here, there, func(i *shelf.Item) { i.Count = 0 }) // that is the sum of its lines
		case store.TheSettings:
			library, err := s.library.now(ctx)
			return err == nil && alike(here, there, func(t *job.Tools) { *t, _ = brief.KeptTools(*t, library) })
		}
		return here == there
	}
}

// alike tells whether two documents come to the same, once they are read and tidied.
func alike[T any](here, there string, tidy func(*T)) bool {
	var one, two T
	if json.Unmarshal([]byte(here), &one) != nil || json.Unmarshal([]byte(there), &two) != nil {
		return false
	}
	tidy(&one)
	tidy(&two)
	a, err := json.Marshal(one)
	b, other := json.Marshal(two)
	return errors.Join(err, other) == nil && bytes.Equal(a, b)
}

// broughtText says what came in and what was here.
func broughtText(b store.Brought, titles map[store.Thing]string, says []string) string {
	var out []string
	say := func(n int, one, what string) {
		if n > 0 {
			out = append(out, fmt.Sprintf("%d %s%s", n, words.Plural(n, one), what))
		}
	}
	kinds := []struct {
		kind store.Kind
		one  string
	}{{store.OneJob, "job"}, {store.OneGang, "gang"}, {store.OneMaking, "making"}, {store.OneItem, "shelf line"}, {store.OneEntry, "logbook line"}, {store.OneCarrier, "carrier's rules file"}}
	for _, k := range kinds {
		say(b.Came[k.kind], k.one, " came in")
		if k.kind == store.OneJob {
			say(b.Beside, "job or gang", " came in beside what is here")
		}
		say(b.Taken[k.kind], k.one, " put back as it was there")
		say(b.Here[k.kind], k.one, " here already")
		say(b.Stay[k.kind], k.one, " changed here, as answered")
	}
	say(b.WentOn, "making", " went on to where it was there")
	say(len(b.Parted), "making", " went on here and there, and stays as it is here")
	for _, c := range b.Counts {
		out = append(out, fmt.Sprintf("%s: %d, not %d", titles[store.Thing{Kind: store.OneItem, ID: c.Item}], c.To, c.From))
	}
	switch the := store.TheSettings; {
	case b.Came[the]+b.Taken[the] > 0:
		out = append(out, "settings came in")
	case b.Here[the] > 0:
		out = append(out, "settings here already")
	case b.Stay[the] > 0:
		out = append(out, "settings stay as they are here")
	}
	out = append(out, says...)
	if len(out) == 0 && len(b.Changed)+len(b.Aside) == 0 {
		return "There is nothing in it."
	}
	if len(out) == 0 {
		return ""
	}
	return fmt.Sprintf("%s.", words.Capital(strings.Join(out, "; ")))
}
