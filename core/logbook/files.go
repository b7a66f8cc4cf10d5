package logbook

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/cells"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// Log is the document that goes in and out.
type Log struct {
	Format  string  `json:"format"`
	Version int     `json:"version"`
	Entries []Entry `json:"entries" most:"20000"`
}

// MaxSize bounds a log that is brought in, in bytes; MostEntries how many entries it has.
const (
	MaxSize     = 16 << 20
	MostEntries = 20_000
)

// WriteJSON writes entries as a log document.
func WriteJSON(w io.Writer, entries []Entry) error {
	out := json.NewEncoder(w)
	out.SetIndent("", "  ")
	out.SetEscapeHTML(false)
	return out.Encode(Log{Format, Version, append([]Entry{}, entries...)})
}

// ReadJSON reads a log document. The error is a job.Problems, each naming its field.
func ReadJSON(text []byte) ([]Entry, error) {
	var l Log
	problems := job.ReadInto(text, MaxSize, "log", &l)
	if len(problems) == 0 && l.Format != Format {
		problems.Failf("format", "%q is not a log; it should be %q", job.Quoted(l.Format), Format)
	}
	if len(problems) == 0 && l.Version != Version {
		problems.Failf("version", "%d is not a version this program reads; it reads %d", l.Version, Version)
	}
	if len(problems) == 0 {
		for i := range l.Entries {
			for _, p := range l.Entries[i].Check() {
				problems.Failf(fmt.Sprintf("entries[%d].%s", i, p.Field), "%s", p.Text)
			}
		}
	}
	if len(problems) > 0 {
		return nil, problems
	}
	return l.Entries, nil
}

// column is a field of an entry as a cell of a table.
type column struct {
	name string
	get  func(*Entry) string
	set  func(*Entry, string) error
}

func text[T ~string](name string, at func(*Entry) *T) column {
	return column{name, func(e *Entry) string { return string(*at(e)) }, func(e *Entry, s string) error { *at(e) = T(s); return nil }}
}

func count(name string, at func(*Entry) *int) column {
	return column{name, func(e *Entry) string {
		if *at(e) == 0 {
			return ""
		}
		return strconv.Itoa(*at(e))
	}, func(e *Entry, s string) error {
		if s == "" {
			return nil
		}
		n, err := strconv.Atoi(s)
		if err != nil {
			return fmt.Errorf("%q is not a whole number; try 12", job.Quoted(s))
		}
		*at(e) = n
		return nil
	}}
}

// list is a list in one cell, as JSON: its texts may hold anything.
func list[T any](name string, at func(*Entry) *[]T) column {
	return column{name, func(e *Entry) string {
		if len(*at(e)) == 0 {
			return ""
		}
		out, err := json.Marshal(*at(e))
		if err != nil {
			return "" // a list of texts and numbers is always written
		}
		return string(out)
	}, func(e *Entry, s string) error {
		if s == "" {
			return nil
		}
		var wrapped struct {
			List []T `json:"list" most:"400"`
		}
		if problems := job.ReadInto([]byte(`{"list":`+s+`}`), MaxSize, name, &wrapped); len(problems) > 0 {
			return problems
		}
		*at(e) = wrapped.List
		return nil
	}}
}

// side is one side of a size.
func side(name string, at func(*Entry) **job.Bought, of func(*job.Bought) *job.Length) column {
	return column{name, func(e *Entry) string {
		if *at(e) == nil {
			return ""
		}
		return string(*of(*at(e)))
	}, func(e *Entry, s string) error {
		if s == "" {
			return nil
		}
		if *at(e) == nil {
			*at(e) = &job.Bought{}
		}
		*of(*at(e)) = job.Length(s)
		return nil
	}}
}

var (
	width  = func(b *job.Bought) *job.Length { return &b.Width }
	height = func(b *job.Bought) *job.Length { return &b.Height }
)

// columns are those of the table, in order.
var columns = []column{
	text("date", func(e *Entry) *string { return &e.Date }), text("title", func(e *Entry) *string { return &e.Title }), text("unit", func(e *Entry) *measure.Unit { return &e.Unit }),
	count("made", func(e *Entry) *int { return &e.Made }), list("spoiled", func(e *Entry) *[]Spoiled { return &e.Spoiled }), text("thickness", func(e *Entry) *job.Length { return &e.Thickness }),
	text("weight", func(e *Entry) *job.Mass { return &e.Weight }),
	side("card_width", func(e *Entry) **job.Bought { return &e.Card }, width), side("card_height", func(e *Entry) **job.Bought { return &e.Card }, height),
	side("inside_width", func(e *Entry) **job.Bought { return &e.Inside }, width), side("inside_height", func(e *Entry) **job.Bought { return &e.Inside }, height),
	text("envelope", func(e *Entry) *string { return &e.Envelope }), text("fit", func(e *Entry) *Fit { return &e.Fit }), text("seam", func(e *Entry) *string { return &e.Seam }),
	text("carrier", func(e *Entry) *string { return &e.Carrier }), text("class", func(e *Entry) *string { return &e.Class }), text("foretold", func(e *Entry) *string { return &e.Foretold }),
	text("price", func(e *Entry) *string { return &e.Price }), text("currency", func(e *Entry) *string { return &e.Currency }), text("posted", func(e *Entry) *string { return &e.Posted }),
	text("outcome", func(e *Entry) *Outcome { return &e.Outcome }), text("extra", func(e *Entry) *string { return &e.Extra }), count("days", func(e *Entry) *int { return &e.Days }),
	list("took", func(e *Entry) *[]Took { return &e.Took }), text("notes", func(e *Entry) *string { return &e.Notes }),
	text("job", func(e *Entry) *string { return &e.Job }), count("revision", func(e *Entry) *int { return &e.Revision }), text("making", func(e *Entry) *string { return &e.Making }),
}

// Columns are the names of the table's columns.
func Columns() []string {
	out := make([]string, len(columns))
	for i, c := range columns {
		out[i] = c.name
	}
	return out
}

// WriteCSV writes entries as a table with a heading. What a line break is in a text
// stays one.
func WriteCSV(w io.Writer, entries []Entry) error {
	rows := [][]string{Columns()}
	for i := range entries {
		row := make([]string, len(columns))
		for k, c := range columns {
			row[k] = c.get(&entries[i])
		}
		rows = append(rows, row)
	}
	return cells.Write(w, rows)
}

// ReadCSV reads a table; columns may come in any order, and all but the date may be
// left out. The error is a job.Problems whose fields name the line: "line 3, fit".
func ReadCSV(file []byte) ([]Entry, error) {
	if len(file) > MaxSize {
		return nil, job.Problems{{Field: "file", Text: fmt.Sprintf("larger than a log can be (%d MB)", MaxSize>>20)}}
	}
	in := csv.NewReader(bytes.NewReader(bytes.TrimPrefix(file, []byte("\ufeff"))))
	heading, err := in.Read()
	if err != nil {
		return nil, job.Problems{{Field: "line 1", Text: "there is no heading; it should be " + strings.Join(Columns(), ",")}}
	}
	var problems job.Problems
	at := make([]*column, len(heading))
	for i, name := range heading {
		k := slices.IndexFunc(columns, func(c column) bool { return c.name == strings.ToLower(strings.TrimSpace(name)) })
		if k < 0 {
			problems.Failf("line 1", "%q is not a column; known are %s", job.Quoted(name), strings.Join(Columns(), ", "))
			continue
		}
		if slices.Contains(at, &columns[k]) {
			problems.Failf("line 1", "the column %s stands there twice", columns[k].name)
		}
		at[i] = &columns[k]
	}
	var entries []Entry
	for len(problems) == 0 {
		row, err := in.Read()
		if errors.Is(err, io.EOF) {
			return entries, nil
		}
		if err != nil {
			problems.Failf("file", "not readable as CSV: %s", err)
			break
		}
		if len(entries) == MostEntries {
			problems.Failf("file", "more than %d entries; bring them in parts", MostEntries)
			break
		}
		line, _ := in.FieldPos(0)
		e, wrong := entryOf(row, at)
		for _, p := range wrong {
			problems.Failf(fmt.Sprintf("line %d, %s", line, p.Field), "%s", p.Text)
		}
		entries = append(entries, e)
	}
	return nil, problems
}

func entryOf(row []string, at []*column) (Entry, job.Problems) {
	var e Entry
	var problems job.Problems
	for i, c := range at {
		if err := c.set(&e, cells.Open(row[i])); err != nil {
			problems.Failf(c.name, "%s", err)
		}
	}
	if len(problems) == 0 {
		problems = e.Check()
	}
	return e, problems
}
