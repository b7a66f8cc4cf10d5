package gang

import (
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

func lanternWeek(t *testing.T) Gang {
	t.Helper()
	text, err := os.ReadFile("testdata/lantern_week.json")
	if err != nil {
		t.Fatal(err)
	}
	g, err := Read(text)
	if err != nil {
		t.Fatal(err)
	}
	return g
}

func worked(t *testing.T, g Gang) *document.Gang {
	t.Helper()
	w, err := WorkOut(g, catalog.Standard(), Order{})
	if err != nil {
		t.Fatal(err)
	}
	return w.Write(true)
}

// Ten cards of 5 x 7 come out of five letters by twos, 7 x 10 of 8 1/2 x 11; the strip of 1 1/2 x 11 beside them gives
// two bookmarks of 5 1/2 each: all ten. Eight notes of 4 1/4 x 5 1/2 take two letters whole. Alone the jobs take 5, 2
// and 1. By area, 350 + 187 + 82 1/2 = 619 1/2 square inches, they pay 56.5, 30.2 and 13.3 % of 7 x 0.20 = 1.40.
func TestThreeJobsShareTheirSheets(t *testing.T) {
	p := worked(t, lanternWeek(t))
	c := p.CutPlan
	if c.SheetsUsed != 7 || !c.Proved || c.Cost == nil || c.Cost.Batch != "1.40 USD" || p.State != "good" {
		t.Errorf("%d sheets, %+v, %s %s", c.SheetsUsed, c.Cost, p.State, p.Text)
	}
	// 7 (or the strip's 1 1/2), then 5, 5 1/2 and 4 1/4.
	if c.Moves != 4 || len(c.Sheets) != 2 || c.Sheets[0].Count != 5 || len(c.Sheets[0].Pieces) != 4 {
		t.Errorf("%d moves, sheets %+v", c.Moves, c.Sheets)
	}
	for i, want := range []string{"1 Lantern week card 56 % 0.79 USD 0.08 USD", "2 Tide-table note 30 % 0.42 USD 0.05 USD", "3 Ferry bookmark 13 % 0.19 USD 0.02 USD"} {
		j := p.Jobs[i]
		if got := fmt.Sprint(j.Number, " ", j.Title, " ", j.Share, " ", j.Cost, " ", j.Each); got != want {
			t.Errorf("%s, want %s", got, want)
		}
	}
	if s := p.Stock[0]; s.OnHand != 30 || s.Used != 7 || s.Spec.Count != 30 {
		t.Errorf("%+v", s)
	}
	names := map[string]int{}
	for _, s := range c.Sheets {
		for _, q := range s.Pieces {
			names[q.Piece] += s.Count
		}
	}
	if fmt.Sprint(names) != "map[1 base:10 2 base:8 3 base:10]" {
		t.Errorf("%v", names)
	}
}

// Without a stock of its own a gang has its jobs': one stack that two of them count is there once.
func TestTheJobsStackIsOne(t *testing.T) {
	g := lanternWeek(t)
	g.Stock = nil
	letters := func(n int) []job.StockSpec {
		return []job.StockSpec{{Sheet: &job.Bought{ID: "us-letter"}, Count: n, Price: "0.20"}}
	}
	g.Jobs[0].Job.Stock, g.Jobs[1].Job.Stock = letters(4), letters(6)
	p := worked(t, g)
	if len(p.Stock) != 1 || p.Stock[0].OnHand != 6 || p.CutPlan.SheetsUsed != 7 || strings.Join(p.Shopping, "; ") != "1 sheet of Letter more; 18 stamps of 0.78 USD, 14.04 USD in all" {
		t.Errorf("%+v, %d sheets, to buy %q", p.Stock, p.CutPlan.SheetsUsed, p.Shopping)
	}
	if p.State != "look" || p.Text != "The sheets on hand do not suffice: 1 sheet of Letter more." {
		t.Errorf("%s: %s", p.State, p.Text)
	}
}

// Ten cards of 5 x 7 take five sheets of letter: those at 0.10, not the two at 1.00, which lie in a stack of their own.
func TestTwoStacksOfOneSheetKeepTheirPrices(t *testing.T) {
	one := `{"job":{"format":"yellow-parcel-job","version":1,"unit":"in","quantity":10,"spoilage":"0","card":{"width":"5","height":"7","fold":"flat"},"layers":[],"sheet":"us-letter",` +
		`"stock":[{"sheet":"us-letter","count":2,"price":"1.00"},{"sheet":"us-letter","count":20,"price":"0.10"}]}}`
	for jobs, want := range map[string]measure.Money{one: 50 * measure.Cent, one + "," + one: 100 * measure.Cent} {
		g, err := Read([]byte(`{"format":"yellow-parcel-gang","version":1,"jobs":[` + jobs + `]}`))
		if err != nil {
			t.Fatal(err)
		}
		whole, err := WorkOut(g, catalog.Standard(), Order{})
		if err != nil || whole.Batch.Cost == nil || whole.Batch.Cost.Batch != want || len(whole.Table.Stock.OnHand) != 2 {
			t.Errorf("%+v, %v", whole.Batch.Cost, err)
		}
	}
}

// Stamps go round once: what the first job takes the next has not. A bookmark of 1 1/2 in is no letter, and has no price.
func TestStampsAreSharedOut(t *testing.T) {
	stamps := []job.StampSpec{{Price: "0.78", Count: 15}}
	w, err := WorkOut(lanternWeek(t), catalog.Standard(), Order{Tools: job.Tools{Stamps: stamps}})
	if err != nil {
		t.Fatal(err)
	}
	p := w.Write(false)
	var got []string
	for _, s := range p.Stamps {
		got = append(got, fmt.Sprint(s.Number, ": ", s.Text, "; ", s.Buy))
	}
	want := []string{"1: 10 with 1 × 0.78 USD; ", "2: 5 with 1 × 0.78 USD; 3 stamps of 0.78 USD, 2.34 USD in all"}
	if fmt.Sprint(got) != fmt.Sprint(want) {
		t.Errorf("%q", got)
	}
	if s := p.Shopping; len(s) != 1 || s[0] != "3 stamps of 0.78 USD, 2.34 USD in all" {
		t.Errorf("%q", s)
	}
}

// A job in millimetres and one in inches are cut on one table, each as it is.
func TestUnitsMeetOnTheTable(t *testing.T) {
	g := lanternWeek(t)
	g.Jobs = g.Jobs[:2]
	g.Jobs[1].Job.Unit = "mm"
	g.Jobs[1].Job.Card.Width, g.Jobs[1].Job.Card.Height = "105", "148"
	p := worked(t, g)
	if w := p.Jobs[1].Pieces[0].Width; p.Unit != "in" || w.MM != 105 || w.Text != "4.134 in" {
		t.Errorf("%s: %+v", p.Unit, w)
	}
}

func TestWhatIsWrongWithAGangIsNamed(t *testing.T) {
	for _, c := range []struct{ text, field string }{
		{`{"format":"yellow-parcel-gang","version":1,"jobs":[]}`, "jobs"},
		{`{"format":"yellow-parcel-job","version":1,"jobs":[{"job":{"format":"yellow-parcel-job","version":1}}]}`, "format"},
		{`{"format":"yellow-parcel-gang","version":2,"jobs":[{"job":{"format":"yellow-parcel-job","version":1}}]}`, "version"},
		{`{"format":"yellow-parcel-gang","version":1,"jobs":[{"job":{"format":"yellow-parcel-gang","version":1}}]}`, "jobs[0].job.format"},
		{`{"format":"yellow-parcel-gang","version":1,"jobs":[{"job":{"format":"yellow-parcel-job","version":1,"lantern":1}}]}`, "jobs[0].job.lantern"},
		{`{"format":"yellow-parcel-gang","version":1,"lantern":1,"jobs":[{"job":{"format":"yellow-parcel-job","version":1}}]}`, "lantern"},
		{`[]`, "gang"},
		{`{`, "gang"},
		{`{"format":"yellow-parcel-gang","version":1,"jobs":7}`, "jobs"},
	} {
		_, err := Read([]byte(c.text))
		var all job.Problems
		if !errors.As(err, &all) || all[0].Field != c.field {
			t.Errorf("%s: %v, want %s", c.text, err, c.field)
		}
	}
	g := lanternWeek(t)
	g.Jobs[2].Job.Card.Width = "1 1/x"
	g.Jobs[0].Job.Card.Height = "wide"
	_, err := WorkOut(g, catalog.Standard(), Order{})
	var all job.Problems
	if !errors.As(err, &all) || len(all) != 2 || all[0].Field != "jobs[0].job.card.height" || all[1].Field != "jobs[2].job.card.width" {
		t.Errorf("%v", err)
	}
	g = lanternWeek(t)
	g.Stock[0].Price = "cheap"
	if _, err = WorkOut(g, catalog.Standard(), Order{}); !errors.As(err, &all) || all[0].Field != "stock[0].price" {
		t.Errorf("%v", err)
	}
}

// Cards that lie on the table take no paper, and nothing is cut where all do.
func TestMadeCardsAreNotCut(t *testing.T) {
	g := lanternWeek(t)
	for i := range g.Jobs {
		g.Jobs[i].Job.Card.Made = true
	}
	p := worked(t, g)
	if p.CutPlan.Text != "Every card is made: nothing is cut" || p.State != "good" || len(p.Stamps) != 2 {
		t.Errorf("%s: %s, stamps %+v", p.State, p.Text, p.Stamps)
	}
}

// Nothing that is read panics, and what is read is written back the same.
func FuzzRead(f *testing.F) {
	text, err := os.ReadFile("testdata/lantern_week.json")
	if err != nil {
		f.Fatal(err)
	}
	f.Add(text)
	f.Add([]byte(`{"format":"yellow-parcel-gang","version":1,"jobs":[{"id":"x","job":{"format":"yellow-parcel-job","version":1,"envelope":"us-a2"}}]}`))
	cat := catalog.Standard()
	f.Fuzz(func(t *testing.T, text []byte) {
		g, err := Read(text)
		if err != nil {
			return
		}
		back, err := json.Marshal(g)
		if err != nil {
			t.Fatal(err)
		}
		if again, err := Read(back); err != nil || fmt.Sprint(again.Title, len(again.Jobs)) != fmt.Sprint(g.Title, len(g.Jobs)) {
			t.Fatalf("%s: %v", back, err)
		}
		if len(text) > 2000 {
			return
		}
		if w, err := WorkOut(g, cat, Order{}); err == nil {
			w.Write(true)
		}
	})
}
