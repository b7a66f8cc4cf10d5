package logbook

import (
	"bytes"
	"encoding/csv"
	"io"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// random is an entry as people could type it, odd texts and all.
func random(r *rand.Rand) Entry {
	odd := func() string {
		return []string{"", "Kite card", "=1+2", "'quoted", "''", "a, \"b\"", "two\nlines", "ä–ö", "-3", "@home", "\t=x", " spaces "}[r.IntN(12)]
	}
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	e := Entry{Date: calendar.Date(730_000 + r.IntN(9000)), Title: odd(), Unit: measure.Unit(pick("", "in", "mm")), Made: r.IntN(90), Thickness: job.Length(pick("", "1/8", "3 mm", "0.2")), Weight: job.Mass(pick("", "1.2 oz", "20 g")),
		Envelope: odd(), Fit: append([]Fit{""}, Fits...)[r.IntN(5)], Seam: pick("", "held", "opened"), Carrier: pick("", "us", "de"), Class: odd(), Foretold: pick("", "pass", "check", "surcharge", "refused"), Price: pick("", "0.78"), Currency: pick("", "USD"),
		Posted: pick("", "2026-01-14"), Outcome: append([]Outcome{""}, Outcomes...)[r.IntN(6)], Extra: pick("", "0.49"), Days: r.IntN(20), Notes: odd(), Job: odd(), Revision: r.IntN(4), Making: odd()}
	for range r.IntN(3) {
		e.Spoiled = append(e.Spoiled, Spoiled{Part: "base" + odd(), Of: r.IntN(90), Count: r.IntN(5), Reason: odd()})
		e.Took = append(e.Took, Took{Step: odd(), Pieces: r.IntN(90), Seconds: r.IntN(5000), Usual: r.IntN(5000)})
	}
	for _, b := range []**job.Bought{&e.Card, &e.Inside} {
		if r.IntN(2) == 0 {
			*b = &job.Bought{Width: job.Length(pick("5", "127 mm")), Height: job.Length(pick("7", "5 1/2 in"))}
		}
	}
	return e
}

// What is taken out and brought in again is the same, as CSV and as JSON.
func TestLogsComeBackTheSame(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 2))
	for range 300 {
		var all []Entry
		for range r.IntN(6) {
			all = append(all, random(r))
		}
		for name, way := range map[string]struct {
			write func(io.Writer, []Entry) error
			read  func([]byte) ([]Entry, error)
		}{"csv": {WriteCSV, ReadCSV}, "json": {WriteJSON, ReadJSON}} {
			var file bytes.Buffer
			if err := way.write(&file, all); err != nil {
				t.Fatal(err)
			}
			back, err := way.read(file.Bytes())
			if err != nil || len(back) != len(all) || len(all) > 0 && !reflect.DeepEqual(back, all) {
				t.Fatalf("%s: %v\n%+v\n%+v\n%s", name, err, all, back, file.String())
			}
			if name != "csv" {
				continue
			}
			rows, err := csv.NewReader(&file).ReadAll()
			if err != nil {
				t.Fatal(err)
			}
			for _, row := range rows[1:] {
				for _, c := range row {
					if c != "" && strings.ContainsRune("=+-@\t", rune(c[0])) {
						t.Fatalf("a spreadsheet would work out %q", c)
					}
				}
			}
		}
	}
}

func TestWhatIsWrongInALogIsNamed(t *testing.T) {
	for text, want := range map[string]string{
		"date,fit\n2026-01-14,snug":                    "line 2, fit: ",
		"date,fit\n14 January,tight":                   "line 2, date: ",
		"date,colour\n":                                `line 1: "colour" is not a column`,
		"date,date\n":                                  "line 1: the column date stands there twice",
		"date,made\n2026-01-14,many":                   `line 2, made: "many" is not a whole number`,
		"date,spoiled\n2026-01-14,two":                 "line 2, spoiled: ",
		"date,spoiled\n2026-01-14,\"[{\"\"x\"\":1}]\"": "line 2, spoiled: ",
		"date,thickness\n2026-01-14,thick":             "line 2, thickness: ",
		"date\n2026-01-14,1":                           "file: not readable as CSV",
		"":                                             "line 1: there is no heading",
	} {
		if _, err := ReadCSV([]byte(text)); err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%q: %v", text, err)
		}
	}
	for text, want := range map[string]string{
		`{"format":"yellow-parcel-log","version":1,"entries":[{"date":"2026-02-30"}]}`:               "entries[0].date: ",
		`{"format":"yellow-parcel-log","version":1,"entries":[{"date":"2026-02-03","fitt":"good"}]}`: "entries[0].fitt: ",
		`{"format":"yellow-parcel-job","version":1,"entries":[]}`:                                    "format: ",
		`{"format":"yellow-parcel-log","version":9,"entries":[]}`:                                    "version: ",
		`[]`: "log: ",
	} {
		if _, err := ReadJSON([]byte(text)); err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%s: %v", text, err)
		}
	}
}

// What nobody could have noted is refused at its field; what just could be is not.
func TestAnEntryKeepsItsBounds(t *testing.T) {
	good := Entry{Date: "2026-01-14", Made: mostMade, Days: mostDays, Thickness: "40 in", Notes: strings.Repeat("é", mostNotes), Title: strings.Repeat("é", mostText), Took: []Took{{Step: "score", Pieces: mostMade, Seconds: mostTook, Usual: 100 * mostTook}}, Spoiled: []Spoiled{{Part: "base", Of: mostMade, Count: mostMade}}}
	if problems := good.Check(); len(problems) > 0 {
		t.Errorf("%v", problems)
	}
	for field, change := range map[string]func(*Entry){
		"made": func(e *Entry) { e.Made++ }, "days": func(e *Entry) { e.Days++ }, "revision": func(e *Entry) { e.Revision = -1 }, "thickness": func(e *Entry) { e.Thickness = "41 in" }, "notes": func(e *Entry) { e.Notes += "x" }, "title": func(e *Entry) { e.Title += "x" },
		"took[0].pieces": func(e *Entry) { e.Took[0].Pieces++ }, "took[0].seconds": func(e *Entry) { e.Took[0].Seconds++ }, "took[0].usual": func(e *Entry) { e.Took[0].Usual++ }, "took[0].step": func(e *Entry) { e.Took[0].Step = good.Title + "x" },
		"spoiled[0].of": func(e *Entry) { e.Spoiled[0].Of = -1 }, "spoiled[0].count": func(e *Entry) { e.Spoiled[0].Count++ }, "spoiled[0].part": func(e *Entry) { e.Spoiled[0].Part = "" }, "card.width": func(e *Entry) { e.Card = &job.Bought{Width: "-1", Height: "7"} },
		"inside.height": func(e *Entry) { e.Inside = &job.Bought{Width: "5", Height: "high"} }, "weight": func(e *Entry) { e.Weight = "heavy" }, "price": func(e *Entry) { e.Price = "cheap" }, "extra": func(e *Entry) { e.Extra = "x" }, "seam": func(e *Entry) { e.Seam = "torn" },
		"foretold": func(e *Entry) { e.Foretold = "fail" }, "unit": func(e *Entry) { e.Unit = "cm" }, "outcome": func(e *Entry) { e.Outcome = "lost" }, "posted": func(e *Entry) { e.Posted = "soon" },
	} {
		e := good
		e.Took, e.Spoiled = slices.Clone(good.Took), slices.Clone(good.Spoiled)
		change(&e)
		if problems := e.Check(); len(problems) != 1 || problems[0].Field != field {
			t.Errorf("%s: %v", field, problems)
		}
	}
}

// A card of 5 x 7 and 1/8 thick in 5 3/8 x 7 1/2: 3/8 across and 1/2 along, less 1/8.
func TestTheTighterDirectionCounts(t *testing.T) {
	e := Entry{Thickness: "1/8", Fit: Good, Card: &job.Bought{Width: "5", Height: "7"}, Inside: &job.Bought{Width: "7 1/2", Height: "5 3/8"}}
	room, thick, ok := e.Clearance()
	if !ok || room != measure.Inch/4 || thick != measure.Inch/8 {
		t.Errorf("%v %v %v", room, thick, ok)
	}
	e.Fit = ""
	if _, _, ok := e.Clearance(); ok {
		t.Error("nobody said how it fitted")
	}
}

func FuzzLog(f *testing.F) {
	f.Add([]byte("date,fit\n2026-01-14,tight"))
	f.Add([]byte(`{"format":"yellow-parcel-log","version":1,"entries":[{"date":"2026-01-14"}]}`))
	f.Fuzz(func(t *testing.T, text []byte) {
		if all, err := ReadCSV(text); err == nil {
			var file bytes.Buffer
			if err := WriteCSV(&file, all); err != nil {
				t.Fatal(err)
			}
			if _, err := ReadCSV(file.Bytes()); err != nil {
				t.Fatal(err)
			}
		}
		_, _ = ReadJSON(text)
	})
}
