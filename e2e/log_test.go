package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/core/logbook"
)

// A making teaches. Six flat cards, one base spoiled and cut anew: one of seven. With the prior's one of 25 the
// share is a beta distribution of 2 and 30. None of six is spoiled with 30·31/(36·37) = 0.70, at most one of
// seven with 0.66 + 0.26 = 0.92, at most two of eight with 0.63 + 0.27 + 0.08 = 0.98: two to spare.
func TestAMakingTeaches(t *testing.T) {
	s := open(t)
	s.mayFail("status of 422")
	job := s.keep("Kite card", 6, `"unit":"in","card":{"width":"4 1/4","height":"5 1/2","fold":"flat"},"layers":[],"sheet":"us-letter","envelope":"us-a2","post":{"carriers":["us"]}`)
	s.goes("/jobs/" + job + "/base")
	s.reads("tape-base", "4 1/4 × 5 1/2 in")
	if s.page.MustHas(id("learned-spares")) {
		t.Error("an empty logbook suggests something")
	}
	s.goes("/jobs/" + job + "/bench")
	s.find(id("notes")).MustFocus()
	s.types("the pattern has a top")
	s.until("the note is kept", func() (string, bool) {
		note := s.keptJob("Kite").Notes
		return note, note == "the pattern has a top"
	})
	s.reads("saved", "Saved")
	made := s.toTheBench(job)
	s.on("Set the guide, cut")
	s.press('x')
	s.page.MustElementR(id("spoil-reason"), "cut off the mark").MustClick()
	s.click("bench-way")
	s.until("it is cut anew", func() (string, bool) { n := len(s.told(made)); return fmt.Sprint(n), n == 4 })
	s.leave()
	s.on("Hand in at the counter")
	s.press(input.PageDown)
	s.click("bench-finish")
	s.reads("bench-end", "How did it fit?")
	s.page.MustElementR(id("fit"), "^tight$").MustClick()
	s.until("the fit is kept", func() (string, bool) {
		e := s.logged(made)
		return string(e.Fit), e.Fit == logbook.Tight
	})
	// Nothing is asked of what was not posted five days ago.
	s.goes("/")
	s.reads("makings-finished", "1 finished")
	if s.page.MustHas(id("log-asks")) {
		t.Error("it is asked too early")
	}
	e := s.logged(made)
	e.Posted = "2026-09-14" // nine days before the server's day
	s.relog(made, e)
	s.page.MustReload()
	s.reads("log-asks", "Kite card Posted 9 days ago: did it arrive?")
	s.page.MustElementR(id("outcome"), "marked").MustClick()
	s.until("the answer is kept", func() (string, bool) { o := s.logged(made).Outcome; return string(o), o == logbook.Marked })
	s.click("outcome-undo")
	s.reads("log-asks", "Posted 9 days ago: did it arrive?")
	s.page.MustElementR(id("outcome"), "arrived well").MustClick()
	s.until("the answer is kept", func() (string, bool) { o := s.logged(made).Outcome; return string(o), o == logbook.Arrived })

	s.goes("/jobs/" + job + "/base")
	s.reads("learned-spares", "With 2 to spare all 6 come out in 95 of 100 batches; this one has 0.")
	s.reads("learned-spares", "From 7 pieces of these parts, 1 spoiled.")
	s.click("take-spares")
	s.until("it is taken", func() (string, bool) { return s.keptJob("Kite").Spoilage, s.keptJob("Kite").Spoilage == "2" })
	s.until("nothing more is said", func() (string, bool) { return "", !s.page.MustHas(id("learned-spares")) })
	s.leave()
	s.page.KeyActions().Press(input.ControlLeft).Type('z').MustDo()
	s.reads("learned-spares", "this one has 0.")
	s.reads("saved", "Saved")

	s.goes("/log")
	s.reads("log-row", "arrived well")
	s.find(id("fit-dot")).MustHover()
	s.reads("log-pointed", "of room, tight")
	s.click("log-edit")
	s.over("log-thickness", "thick")
	s.click("log-keep")
	s.reads("log-wrong", "thickness:")
	s.over("log-thickness", "1/32 in")
	s.click("log-keep")
	s.until("it is corrected", func() (string, bool) {
		text := strings.Join(strings.Fields(s.page.MustElement(id("log-row")+" td:nth-child(4)").MustText()), " ")
		return text, text == "1/32 in"
	})
	s.click("log-remove")
	s.click("log-restore")
	s.reads("log-row", "Kite card")
}

// over types over what a plain field holds.
func (s *screen) over(name, text string) {
	s.Helper()
	s.find(id(name)).MustSelectAllText()
	s.types(text)
}

// logged is the entry a making wrote.
func (s *screen) logged(made string) logbook.Entry {
	s.Helper()
	row, err := s.kept.Log.Of(context.Background(), made)
	if err != nil {
		s.Fatal(err)
	}
	var e logbook.Entry
	if err := json.Unmarshal([]byte(row.Document), &e); err != nil {
		s.Fatal(err)
	}
	return e
}

// relog puts another entry in the place of the one a making wrote.
func (s *screen) relog(made string, e logbook.Entry) {
	s.Helper()
	row, err := s.kept.Log.Of(context.Background(), made)
	if err != nil {
		s.Fatal(err)
	}
	text, err := json.Marshal(e)
	if err != nil {
		s.Fatal(err)
	}
	row.Document = string(text)
	if _, err := s.kept.Log.Put(context.Background(), row); err != nil {
		s.Fatal(err)
	}
}

// Entries come in as CSV, all or none, and go out again.
func TestTheLogComesInAndGoesOut(t *testing.T) {
	s := open(t)
	s.mayFail("status of 422")
	s.goes("/log")
	s.find(id("log-add"))
	bring := func(text string) {
		s.find(id("log-import")).MustSetFiles(write(t, t.TempDir(), "log.csv", text))
	}
	bring("date,title,fit\n2026-01-14,Harbour map,good\n2026-01-15,Kite card,snug\n")
	s.reads("log-said", "line 3, fit")
	bring("date,title,fit\n2026-01-14,Harbour map,good\n2026-01-15,Kite card,tight\n")
	s.reads("log-said", "2 entries are in the logbook.")
	s.reads("log-row", "Kite card")
	s.page.MustElement(id("log-search") + " input").MustFocus()
	s.types("harbour")
	s.reads("log-row", "Harbour map")
	s.find(id("log-by-fit")).MustFocus()
	s.types("tight")
	s.reads("log-none", "No such entry has “harbour” in it.")
	s.click("log-all")
	s.reads("log-row", "Kite card")
	wait := s.page.Browser().MustWaitDownload()
	s.click("log-csv")
	if file := string(wait()); !strings.HasPrefix(file, "date,title,") || !strings.Contains(file, "2026-01-15,Kite card") {
		t.Errorf("%.200s", file)
	}
}
