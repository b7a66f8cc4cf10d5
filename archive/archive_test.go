package archive

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/demo"
)

// written is an archive of jobs and what else there is.
func written(t testing.TB, jobs []Job, shelf Shelf, entries []Entry, tools *job.Tools) []byte {
	t.Helper()
	var out bytes.Buffer
	w := NewWriter(&out, "2026-09-23")
	for _, j := range jobs {
		text, err := json.Marshal(j.Job)
		if err == nil {
			err = w.Job(j.Kept, text)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	err := errors.Join(w.Shelf(shelf), w.Log(entries))
	if tools != nil {
		err = errors.Join(err, w.Settings(*tools))
	}
	if err := errors.Join(err, w.Close()); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// onHand is the demonstration's shelf, as it is kept: a line for each thing, and one that a job took a sheet of.
func onHand(t testing.TB) (out Shelf) {
	t.Helper()
	items, err := demo.Shelf()
	if err != nil {
		t.Fatal(err)
	}
	const at = "2026-09-23T10:00:00.000Z"
	for i, one := range items {
		id := fmt.Sprint("item ", i)
		out.Lines = append(out.Lines, Line{ID: "line of " + id, Item: id, What: "bought", Hand: one.Count, At: at})
		out.Items = append(out.Items, Item{Kept{ID: id, Revision: 1}, one})
	}
	out.Items[0].Item.Count--
	out.Uses = []Use{{ID: "use", Of: "a", Title: "Kite card", State: "used", Made: at, Jobs: []string{"a"}, Takes: []Portion{{"item 0", 1}}}}
	out.Lines = append(out.Lines, Line{ID: "taken", Item: "item 0", What: "taken", Hand: -1, Use: "use", At: at})
	return out
}

// What is written is read back, all of it and nothing else.
func TestAnArchiveIsReadBack(t *testing.T) {
	all, err := demo.Jobs()
	if err != nil {
		t.Fatal(err)
	}
	var jobs []Job
	for i, one := range all {
		one.Notes = strings.Repeat("=<é>\r\n", i)
		jobs = append(jobs, Job{Kept{ID: strings.Repeat("a", 1+i), Revision: 7, Aside: "2026-09-23T10:00:00.000Z"}, one})
	}
	shelf, entries := onHand(t), []Entry{}
	for i, e := range demo.Log() {
		entries = append(entries, Entry{Kept{ID: fmt.Sprint(i), Revision: 1}, "making", e})
	}
	tools := &job.Tools{Unit: "mm", Stamps: demo.Stamps()}
	back, err := Read(written(t, jobs, shelf, entries, tools), catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(back.Jobs, jobs) || !reflect.DeepEqual(back.Shelf, shelf) || !reflect.DeepEqual(back.Settings, tools) || !reflect.DeepEqual(back.Log, entries) || back.Carriers != nil {
		t.Errorf("%+v", back)
	}
	nothing, err := Read(written(t, nil, Shelf{}, nil, nil), catalog.Standard())
	if err != nil || len(nothing.Jobs)+len(nothing.Shelf.Items)+len(nothing.Log) != 0 || nothing.Settings != nil {
		t.Errorf("of nothing: %+v %v", nothing, err)
	}
}

// A shelf whose lines do not come to its counts, or speak of what is not there, is refused.
func TestAShelfThatDoesNotAddUpIsRefused(t *testing.T) {
	for says, change := range map[string]func(*Shelf){
		"shelf.json, items[0].item.count: is 99, and its lines come to 100":            func(s *Shelf) { s.Lines[len(s.Lines)-1].Hand = 0 },
		`shelf.json, lines[0].item: "boat" is nothing on this shelf`:                   func(s *Shelf) { s.Lines[0].Item = "boat" },
		`shelf.json, lines[0].use: "boat" is no use of this shelf`:                     func(s *Shelf) { s.Lines[0].Use = "boat" },
		`shelf.json, lines[1].id: "taken" is missing, too long or stands there twice`:  func(s *Shelf) { s.Lines[1].ID, s.Lines[0].ID = "taken", "taken" },
		`shelf.json, uses[0].state: "lent" is no state; try "used"`:                    func(s *Shelf) { s.Uses[0].State = "lent" },
		`shelf.json, uses[0].takes[0].item: "boat" is nothing on this shelf`:           func(s *Shelf) { s.Uses[0].Takes[0].Item = "boat" },
		`shelf.json, items[1].id: "item 0" is missing, too long or stands there twice`: func(s *Shelf) { s.Items[1].ID = "item 0" },
		"shelf.json, lines[0].hand: is more than a shelf holds":                        func(s *Shelf) { s.Lines[0].Hand = 1 << 40 },
	} {
		s := onHand(t)
		change(&s)
		if _, err := Read(written(t, nil, s, nil, nil), catalog.Standard()); err == nil || !strings.HasPrefix(err.Error(), says) {
			t.Errorf("%v, not %s", err, says)
		}
	}
}

// Whatever is brought in, it is read or refused by fields.
func FuzzReadArchive(f *testing.F) {
	f.Add(written(f, []Job{{Kept{ID: "a"}, job.Job{Format: job.Format, Version: job.Version, Title: "Kite card"}}}, onHand(f), []Entry{{Kept: Kept{ID: "b"}, Entry: logbook.Entry{Date: "2026-01-10"}}}, &job.Tools{Unit: "in"}))
	f.Add([]byte("PK\x05\x06" + strings.Repeat("\x00", 18)))
	f.Fuzz(func(t *testing.T, file []byte) {
		all, err := Read(file, catalog.Standard())
		var said job.Problems
		if err != nil && (!errors.As(err, &said) || len(said) == 0 || said[0].Field == "" || all != nil) {
			t.Errorf("%v", err)
		}
	})
}
