package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/words"
	"yellow-parcel/store"
)

// LogRecord is a kept entry. Revision goes with the next save.
type LogRecord struct {
	ID       string        `json:"id"`
	Revision int           `json:"revision"`
	Edit     string        `json:"edit" doc:"what whoever kept it last called that edit"`
	Entry    logbook.Entry `json:"entry"`
	Spoiled  string        `json:"spoiled" doc:"how many pieces of how many, in words"`
	Took     string        `json:"took" doc:"how long hands took"`
	Asks     string        `json:"asks,omitempty" doc:"what is to be asked of it now"`
}

// LogConflict is the answer to a save of a revision that is no longer the kept one.
type LogConflict struct {
	huma.ErrorModel
	Kept LogRecord `json:"kept"`
}

// LogWords are the words an entry is filled in with, in the order they are offered.
type LogWords struct {
	Fits     []logbook.Fit     `json:"fits"`
	Outcomes []logbook.Outcome `json:"outcomes"`
}

// LogBody is the logbook, as far as it was asked for.
type LogBody struct {
	Entries []LogRecord `json:"entries"`
	More    bool        `json:"more" doc:"there are more than are listed"`
	LogWords
}

type (
	logOutput      struct{ Body LogBody }
	logEntryOutput struct{ Body LogRecord }
	broughtOutput  struct {
		Body struct {
			Brought int `json:"brought"`
		}
	}
)

// mostListed is how many entries a page has.
const mostListed = 200

// logs answers for the logbook and for what it teaches.
type logs struct {
	toolbox *toolbox
	library *library
	kept    store.Log
	taught  *taught
}

func (s *logs) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/log", "listLog", "The logbook, the newest day first", false), s.list)
	huma.Register(a, op("GET", "/log/pictures", "logPictures", "The logbook as pictures", false), s.pictures)
	huma.Register(a, op("POST", "/log", "addLog", "Write an entry by hand", false, 422), s.add)
	save := op("PUT", "/log/{id}", "saveLog", "Keep a corrected entry over the revision it edits", false, 404, 422)
	mayBeStale[LogConflict](a, &save)
	huma.Register(a, save, s.save)
	huma.Register(a, op("DELETE", "/log/{id}", "removeLog", "Put an entry aside", false, 404), s.remove)
	huma.Register(a, op("POST", "/log/{id}/restore", "restoreLog", "Bring an entry back that was put aside", false, 404), s.restore)
	for _, as := range []string{"csv", "json"} {
		take := op("GET", "/log."+as, "takeLog"+words.Capital(as), "The whole logbook as a file", false)
		take.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}}
		huma.Register(a, take, func(ctx context.Context, _ *struct{}) (*fileOutput, error) { return s.take(ctx, as) })
		bring := op("POST", "/log."+as, "bringLog"+words.Capital(as), "Bring entries in, all or none", false, 422)
		bring.MaxBodyBytes = logbook.MaxSize + 1
		bring.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"text/plain": {Schema: &huma.Schema{Type: huma.TypeString}}}}
		huma.Register(a, bring, func(ctx context.Context, in *struct {
			EditInput
			RawBody []byte
		}) (*broughtOutput, error) {
			return s.bring(ctx, in.RawBody, as, in.Edit)
		})
	}
}

// logRow is an entry as the store keeps it.
func logRow(e logbook.Entry) (store.LogEntry, error) {
	text, err := json.Marshal(e)
	return store.LogEntry{Date: e.Date, Making: e.Making, Document: string(text)}, err
}

// logRecord is an entry as it is shown, with what is to be asked of it today.
func logRecord(k store.LogEntry, today string) (LogRecord, error) {
	out := LogRecord{ID: k.ID, Revision: k.Revision, Edit: k.Edit}
	if err := json.Unmarshal([]byte(k.Document), &out.Entry); err != nil {
		return out, err
	}
	e := &out.Entry
	spoiled, of := 0, 0
	for _, x := range e.Spoiled {
		spoiled, of = spoiled+x.Count, of+x.Of
	}
	if of > 0 || spoiled > 0 {
		out.Spoiled = fmt.Sprint(spoiled)
		if of > 0 {
			out.Spoiled += fmt.Sprintf(" of %d", of)
		}
	}
	seconds := 0
	for _, x := range e.Took {
		seconds += x.Seconds
	}
	if seconds > 0 {
		out.Took = minutesText(seconds)
	}
	out.Asks = asks(e, today)
	return out, nil
}

func minutesText(seconds int) string {
	if m := max(1, (seconds+30)/60); m < 60 {
		return fmt.Sprintf("%d min", m)
	} else if m%60 == 0 {
		return fmt.Sprintf("%d h", m/60)
	} else {
		return fmt.Sprintf("%d h %d min", m/60, m%60)
	}
}

// askAfter is how many days after a card was posted it is asked whether it arrived,
// and until when: later nobody remembers.
const askAfter, askUntil = 5, 120

// asks is the question an entry leaves open.
func asks(e *logbook.Entry, today string) string {
	posted, ok := calendar.Day(e.Posted)
	now, known := calendar.Day(today)
	if !ok || !known || e.Outcome != "" || now-posted < askAfter || now-posted > askUntil {
		return ""
	}
	return fmt.Sprintf("Posted %d days ago: did it arrive?", now-posted)
}

// LogFilter picks entries by how they fitted, what happened, and whose post they went by.
type LogFilter struct {
	Fit     logbook.Fit     `query:"fit" maxLength:"40"`
	Outcome logbook.Outcome `query:"outcome" maxLength:"40"`
	Carrier string          `query:"carrier" maxLength:"60"`
}

func (f LogFilter) takes(e *logbook.Entry) bool {
	return (f.Fit == "" || e.Fit == f.Fit) && (f.Outcome == "" || e.Outcome == f.Outcome) && (f.Carrier == "" || e.Carrier == f.Carrier)
}

func (s *logs) list(ctx context.Context, in *struct {
	Search string `query:"search" maxLength:"200"`
	Making string `query:"making" maxLength:"64" doc:"the entries of one making"`
	Asks   bool   `query:"asks" doc:"only those of which something is to be asked"`
	LogFilter
}) (*logOutput, error) {
	most := mostListed + 1
	sought := logbook.Seek(in.Search)
	if in.Asks || in.Making != "" || len(sought) > 0 || in.LogFilter != (LogFilter{}) {
		most = 0
	}
	kept, err := s.kept.Newest(ctx, most)
	if err != nil {
		return nil, err
	}
	today := s.toolbox.today(ctx)
	out := &logOutput{LogBody{Entries: []LogRecord{}, LogWords: LogWords{logbook.Fits, logbook.Outcomes}}}
	for _, k := range kept {
		if in.Making != "" && k.Making != in.Making {
			continue
		}
		one, err := logRecord(k, today)
		if err != nil {
			return nil, err
		}
		if in.Asks && one.Asks == "" || !in.takes(&one.Entry) || !sought.In(&one.Entry) {
			continue
		}
		if len(out.Body.Entries) == mostListed {
			out.Body.More = true
			break
		}
		out.Body.Entries = append(out.Body.Entries, one)
	}
	return out, nil
}

func (s *logs) add(ctx context.Context, in *struct {
	EditInput
	Body logbook.Entry
}) (*logEntryOutput, error) {
	return s.put(ctx, store.LogEntry{Edit: in.Edit}, in.Body)
}

func (s *logs) save(ctx context.Context, in *struct {
	IDInput
	EditInput
	Revision int `query:"revision" required:"true" minimum:"1"`
	Body     logbook.Entry
}) (*logEntryOutput, error) {
	return s.put(ctx, store.LogEntry{ID: in.ID, Revision: in.Revision, Edit: in.Edit}, in.Body)
}

func (s *logs) put(ctx context.Context, row store.LogEntry, e logbook.Entry) (*logEntryOutput, error) {
	if problems := e.Check(); len(problems) > 0 {
		return nil, problem(problems)
	}
	written, err := logRow(e)
	if err != nil {
		return nil, err
	}
	row.Date, row.Making, row.Document = written.Date, written.Making, written.Document
	kept, err := s.kept.Put(ctx, row)
	stale := errors.Is(err, store.ErrConflict)
	if err != nil && !stale {
		return nil, noEntry(err)
	}
	one, err := logRecord(kept, s.toolbox.today(ctx))
	if err != nil {
		return nil, err
	}
	if stale {
		return nil, &LogConflict{changedElsewhere("This entry was corrected elsewhere since it was opened here."), one}
	}
	return &logEntryOutput{one}, nil
}

func noEntry(err error) error {
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no such entry here; it may have been put aside.")
	}
	return err
}

func (s *logs) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, noEntry(s.kept.Remove(ctx, in.ID, true))
}

func (s *logs) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, noEntry(s.kept.Remove(ctx, in.ID, false))
}

// entries are all of the logbook, the oldest day first.
func (s *logs) entries(ctx context.Context) ([]logbook.Entry, error) {
	return LogEntries(ctx, s.kept)
}

// LogEntries are all entries of a store, the oldest day first.
func LogEntries(ctx context.Context, from store.Log) ([]logbook.Entry, error) {
	kept, err := from.Newest(ctx, 0)
	if err != nil {
		return nil, err
	}
	out := make([]logbook.Entry, len(kept))
	for i, k := range kept {
		if err := json.Unmarshal([]byte(k.Document), &out[len(kept)-1-i]); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func (s *logs) take(ctx context.Context, as string) (*fileOutput, error) {
	all, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	var file bytes.Buffer
	media, write := "text/csv; charset=utf-8", logbook.WriteCSV
	if as == "json" {
		media, write = "application/json", logbook.WriteJSON
	}
	if err := write(&file, all); err != nil {
		return nil, err
	}
	return &fileOutput{media, `attachment; filename="logbook.` + as + `"`, file.Bytes()}, nil
}

func (s *logs) bring(ctx context.Context, text []byte, as, edit string) (*broughtOutput, error) {
	read := logbook.ReadCSV
	if as == "json" {
		read = logbook.ReadJSON
	}
	all, err := read(text)
	if err != nil {
		return nil, problem(err)
	}
	rows := make([]store.LogEntry, len(all))
	for i, e := range all {
		if rows[i], err = logRow(e); err != nil {
			return nil, err
		}
	}
	if len(rows) == 0 {
		return nil, problem(job.Problems{{Field: "file", Text: "there is no entry in it"}})
	}
	out := &broughtOutput{}
	out.Body.Brought, err = s.kept.Bring(ctx, rows, edit)
	return out, err
}
