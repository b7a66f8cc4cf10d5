package api

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/document"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/making"
	"yellow-parcel/store"
)

// room is a server with 100 sheets on the shelf and 60 stamps in the drawer, and a making all of whose steps are done:
// it takes 20 sheets and 10 stamps.
type cupboard struct {
	*run
	item string
	kept *store.Store
}

const tenNotes = `{"format":"yellow-parcel-job","version":1,"title":"Ferry note","unit":"in","quantity":10,"card":{"width":"8 1/2","height":"5 1/2","fold":"book"},"layers":[],"spoilage":"0","envelope":{"width":"9","height":"6"},"post":{"carriers":["us"]}`

func stocked(t *testing.T, stamps string) cupboard {
	t.Helper()
	server, kept := serve(t, Settings{})
	c := cupboard{&run{T: t, base: server.URL + "/api/v1", client: "phone"}, "", kept}
	var added ShelfEntry
	call(t, "POST", c.base+"/shelf", `{"kind":"sheet","size":{"width":"17 in","height":"5.5 in"},"count":100,"price":"0.20"}`, &added)
	call(t, "PUT", c.base+"/settings?revision=0", `{"stamps":[`+stamps+`]}`, nil)
	c.item = added.ID
	return c
}

// begins begins a making of ten notes, its steps done but not finished.
func (c cupboard) begins(edit string) *run {
	c.Helper()
	var j Record
	doc := tenNotes + fmt.Sprintf(`,"sheet":{"width":"17 in","height":"5.5 in"},"stock":[{"item":%q,"sheet":{"width":"17 in","height":"5.5 in"},"count":100}]}`, c.item)
	if status, _, text := call(c.T, "POST", c.base+"/jobs?edit=j"+edit, doc, &j); status != http.StatusOK {
		c.Fatalf("%d %s", status, text)
	}
	r := &run{T: c.T, base: c.base, client: "phone", job: j.ID}
	if status, _, text := call(c.T, "POST", c.base+"/makings?edit=m"+edit, fmt.Sprintf(`{"job":%q}`, j.ID), &r.MakingBody); status != http.StatusOK {
		c.Fatalf("%d %s", status, text)
	}
	return r
}

// send sends events as a waiting queue, in one request.
func (r *run) send(kinds ...making.EventKind) {
	r.Helper()
	var events []making.Event
	for _, k := range kinds {
		r.seq++
		events = append(events, making.Event{Client: r.client, Seq: r.seq, At: "2026-09-23T10:00:00Z", Kind: k})
	}
	text, err := json.Marshal(Told{events})
	if err != nil {
		r.Fatal(err)
	}
	var next MakingBody
	if status, _, answer := call(r.T, "POST", r.base+"/makings/"+r.ID+"/events", string(text), &next); status != http.StatusOK {
		r.Fatalf("%d %s", status, answer)
	}
	r.MakingBody = next
}

// has is what the shelf, the drawer and the logbook hold: sheets, stamps of every kind, entries.
func (c cupboard) has() string {
	c.Helper()
	var b ShelfBody
	call(c.T, "GET", c.base+"/shelf", "", &b)
	var kept KeptTools
	call(c.T, "GET", c.base+"/settings", "", &kept)
	out := []string{fmt.Sprint(b.Items[0].Item.Count)}
	for _, s := range kept.Stamps {
		out = append(out, fmt.Sprint(s.Count))
	}
	var log LogBody
	call(c.T, "GET", c.base+"/log", "", &log)
	return strings.Join(append(out, fmt.Sprintf("%d entries", len(log.Entries))), " ")
}

const f, o = making.Finished, making.Reopened

// Ten notes of one sheet each: 90 of 100 are left, 50 of 60 stamps, and one entry, however the events come.
func TestAQueueBooksAsOneByOne(t *testing.T) {
	const one = `{"price":"0.78","currency":"USD","count":60}`
	for _, c := range []struct {
		kinds []making.EventKind
		want  string
	}{
		{[]making.EventKind{f}, "90 50 1 entries"},
		{[]making.EventKind{f, o}, "100 60 0 entries"},
		{[]making.EventKind{f, o, f}, "90 50 1 entries"},
		{[]making.EventKind{f, f, o, o, f, f}, "90 50 1 entries"},
		{[]making.EventKind{o, f, o}, "100 60 0 entries"},
	} {
		in := stocked(t, one)
		r := in.begins("a")
		if r.send(c.kinds...); in.has() != c.want {
			t.Errorf("%v in one: %s, not %s", c.kinds, in.has(), c.want)
		}
		r.send(o, f)
		if in.has() != "90 50 1 entries" {
			t.Errorf("%v, then taken up and finished in one: %s", c.kinds, in.has())
		}
	}
}

// Queues cut at random do as their events would one by one.
func TestQueuesCutAtRandom(t *testing.T) {
	rng := rand.New(rand.NewPCG(24, 1))
	for range 2 {
		whole, single := stocked(t, `{"price":"0.78","currency":"USD","count":12}`), stocked(t, `{"price":"0.78","currency":"USD","count":12}`)
		a, b := []*run{whole.begins("a"), whole.begins("b")}, []*run{single.begins("a"), single.begins("b")}
		for range 6 {
			which := rng.IntN(2)
			queue := make([]making.EventKind, 1+rng.IntN(4))
			for i := range queue {
				queue[i] = []making.EventKind{f, o, making.Paused}[rng.IntN(3)]
				b[which].send(queue[i])
			}
			if a[which].send(queue...); whole.has() != single.has() || a[which].Finished != b[which].Finished {
				t.Fatalf("%v at once: %s, one by one: %s", queue, whole.has(), single.has())
			}
		}
	}
}

// What was not in the drawer is not put back into it.
func TestStampsGoBackAsTheyCameOut(t *testing.T) {
	in := stocked(t, `{"price":"0.78","currency":"USD","count":10}`)
	one, two := in.begins("a"), in.begins("b")
	one.send(f)
	two.send(f)
	if in.has() != "80 0 2 entries" {
		t.Errorf("both finished: %s", in.has())
	}
	if len(two.Short) != 1 || two.Short[0] != "10 stamps of 0.78 USD were not in the drawer." {
		t.Errorf("%q", two.Short)
	}
	one.send(o)
	two.send(o)
	if in.has() != "100 10 0 entries" {
		t.Errorf("both taken up again: %s", in.has())
	}
}

// Every change of how many stamps there are is a line, by whom it was made.
func TestTheDrawersLines(t *testing.T) {
	in := stocked(t, `{"price":"0.78","currency":"USD","count":60}`)
	r := in.begins("a")
	r.send(f, o, f)
	call(t, "PUT", in.base+"/settings?revision=4", `{"stamps":[{"price":"0.78","currency":"USD","count":48},{"name":"kite","price":"0.20","currency":"USD","count":5}]}`, nil)
	call(t, "PUT", in.base+"/settings?revision=5", `{"stamps":[{"price":"0.78","currency":"USD","count":48}]}`, nil)
	for path, want := range map[string]string{
		"?price=0.78&currency=USD":           "counted -2; taken 10, Ferry note; undone +10, Ferry note; taken 10, Ferry note; bought 60",
		"?name=kite&price=0.20&currency=USD": "put aside 5; bought 5",
	} {
		var lines []ShelfLine
		call(t, "GET", in.base+"/settings/stamps/lines"+path, "", &lines)
		var said []string
		for _, l := range lines {
			said = append(said, l.Text)
		}
		if got := strings.Join(said, "; "); got != want {
			t.Errorf("%s: %s, not %s", path, got, want)
		}
	}
	if status, _, _ := call(t, "GET", in.base+"/settings/stamps/lines?price=1.00", "", nil); status != 404 {
		t.Errorf("%d", status)
	}
}

// Envelopes that were bought and are left over lie on the shelf still: of 12 for 10 cards those that were spoiled are gone.
func TestEnvelopesLeftOverStayOnTheShelf(t *testing.T) {
	for spoiled, want := range map[int]int{0: 20, 1: 19, 2: 18} {
		server, _ := serve(t, Settings{})
		base := server.URL + "/api/v1"
		for _, count := range []int{8, 22} { // in two lines
			call(t, "POST", base+"/shelf", fmt.Sprintf(`{"kind":"envelope","size":"us-a7","count":%d}`, count), nil)
		}
		r := begun(t, base, `{"format":"yellow-parcel-job","version":1,"title":"Ferry note","quantity":10,"spoilage":"2","envelope":"us-a7","card":{"fold":"flat"},"layers":[],"sheet":"us-letter","post":{"carriers":["us"]}}`)
		at := slices.IndexFunc(r.Steps, func(s document.Step) bool { return s.Kind == "insert" && s.Phase == "rest" })
		at2 := slices.IndexFunc(r.Parts, func(p making.Tally) bool { return strings.Contains(p.Key, "envelope") })
		if at < 0 || at2 < 0 || r.Parts[at2].Count != 12 {
			t.Fatalf("%+v", r.Parts)
		}
		for range spoiled {
			r.tell(making.Event{Kind: making.Spoiled, Step: r.Steps[at].ID, Part: r.Parts[at2].Key, Count: 1, Reason: "glue"})
		}
		r.tell(making.Event{Kind: making.Finished})
		var b ShelfBody
		call(t, "GET", base+"/shelf", "", &b)
		n := len(b.Items)
		if a, b := b.Items[n-2].Item, b.Items[n-1].Item; a.Kind != "envelope" || a.Count != 0 || b.Count != want {
			t.Errorf("%d spoiled: %+v and %+v, not %d", spoiled, a, b, want)
		}
	}
}

// A stamp has its currency: its own, else that of home.
func TestAStampHasItsCurrency(t *testing.T) {
	in := stocked(t, `{"price":"0.78","currency":"EUR","count":10},{"price":"0.78","currency":"USD","count":7}`)
	in.begins("a").send(f)
	if in.has() != "90 10 0 1 entries" {
		t.Errorf("%s", in.has())
	}
	var kept KeptTools
	if call(t, "PUT", in.base+"/settings?revision=2", `{"home":"de","stamps":[{"price":"0.95","count":3}]}`, &kept); kept.Stamps[0].Currency != "EUR" {
		t.Errorf("%+v", kept.Stamps)
	}
}

// An entry is written anew from all that happened, and what was put right by hand stays.
func TestAnEntryIsWrittenAnew(t *testing.T) {
	in := stocked(t, `{"price":"0.78","currency":"USD","count":60}`)
	r := in.begins("a")
	r.send(f)
	log := func() LogRecord {
		var b LogBody
		if call(t, "GET", in.base+"/log", "", &b); len(b.Entries) != 1 {
			t.Fatalf("%+v", b.Entries)
		}
		return b.Entries[0]
	}
	first := log()
	first.Entry.Notes, first.Entry.Fit = "made in the rain", logbook.Good
	text, err := json.Marshal(first.Entry)
	if err != nil {
		t.Fatal(err)
	}
	if status, _, answer := call(t, "PUT", fmt.Sprintf("%s/log/%s?revision=%d", in.base, first.ID, first.Revision), string(text), nil); status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	r.send(o)
	r.tell(making.Event{Kind: making.Spoiled, Step: r.Steps[len(r.Steps)-1].ID, Part: r.Parts[0].Key, Count: 1, Reason: "glue"})
	r.send(f)
	again := log()
	spoiled := 0
	for _, x := range again.Entry.Spoiled {
		spoiled += x.Count
	}
	if again.ID != first.ID || again.Entry.Notes != "made in the rain" || again.Entry.Fit != logbook.Good || spoiled != 1 || again.Revision <= first.Revision+1 {
		t.Errorf("%+v", again)
	}
}

// A job that is made a second time takes its sheets and stamps a second time.
func TestASecondMakingBooksAsWell(t *testing.T) {
	in := stocked(t, `{"price":"0.78","currency":"USD","count":60}`)
	one := in.begins("a")
	one.send(f)
	two := &run{T: t, base: in.base, client: "phone", job: one.job}
	if status, _, text := call(t, "POST", in.base+"/makings?edit=second", fmt.Sprintf(`{"job":%q}`, one.job), &two.MakingBody); status != http.StatusOK || two.ID == one.ID {
		t.Fatalf("%d %s", status, text)
	}
	if two.send(f); in.has() != "80 40 2 entries" || !two.Booked {
		t.Errorf("%s, booked %v", in.has(), two.Booked)
	}
}
