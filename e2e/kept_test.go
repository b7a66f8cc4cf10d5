package e2e

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"yellow-parcel/store"
)

// What a browser is like that keeps nothing, and one that has no room.
const (
	denies = `for (const of of ['localStorage', 'sessionStorage']) Object.defineProperty(window, of, { get() { throw new DOMException('denied', 'SecurityError') } })`
	isFull = `Storage.prototype.setItem = function () { throw new DOMException('full', 'QuotaExceededError') }`
)

// paper is a kind of document that is kept: where it is typed, and how many are kept
// with a text in them.
type paper struct {
	path  string
	open  func(s *screen) // what is typed into, if it does not lie open
	types func(s *screen, text string)
	shows func(s *screen) string // what was typed, as it stands there
	keep  string                 // the button that keeps it; none where it is kept as it is typed
	gone  string                 // what is there only while it is not kept
	saved string                 // what says that it is kept, as it is typed
	// change opens one that is kept, with a text in it; nil where it is always the same one.
	change func(s *screen, text string)
}

// everything is all that is kept, as text.
func (s *screen) everything() string {
	s.Helper()
	ctx, all := context.Background(), &strings.Builder{}
	fail := func(err error) {
		s.Helper()
		if err != nil {
			s.Fatal(err)
		}
	}
	fail(s.kept.Whole(ctx, func(w store.Whole) error {
		return w.Jobs(func(j store.Job) error { fmt.Fprintln(all, "job", j.Document, j.Removed.Valid); return nil })
	}))
	gangs, err := s.kept.Gangs.All(ctx)
	fail(err)
	for _, g := range gangs {
		fmt.Fprintln(all, "gang", g.Title)
	}
	log, err := s.kept.Log.Newest(ctx, 0)
	fail(err)
	for _, e := range log {
		fmt.Fprintln(all, "log", e.Document)
	}
	shelf, err := s.kept.Shelf.All(ctx)
	fail(err)
	for _, i := range shelf {
		fmt.Fprintln(all, "shelf", i.Document)
	}
	carriers, err := s.kept.Carriers.All(ctx)
	fail(err)
	for _, c := range carriers {
		fmt.Fprintln(all, "carrier", strings.ReplaceAll(c.Document, "\n", " "))
	}
	set, err := s.kept.Settings.Get(ctx)
	fail(err)
	fmt.Fprintln(all, "settings", set.Document)
	return all.String()
}

// holding counts the documents with a text in them.
func (s *screen) holding(text string) int {
	n := 0
	for _, line := range strings.Split(s.everything(), "\n") {
		if strings.Contains(line, text) {
			n++
		}
	}
	return n
}

// over types over what an input or an area holds, key by key.
func over(selector string) func(s *screen, text string) {
	return func(s *screen, text string) {
		s.Helper()
		s.find(selector).MustSelectAllText()
		s.types(text)
	}
}

func valueOf(selector string) func(s *screen) string {
	return func(s *screen) string { return s.find(selector).MustProperty("value").Str() }
}

func clicks(name string) func(s *screen) { return func(s *screen) { s.click(name) } }

// papers are the six kinds, over the demonstration.
func papers(t *testing.T, s *screen) map[string]*paper {
	t.Helper()
	ctx := context.Background()
	jobs, err := s.keptJobs("")
	if err != nil || len(jobs) == 0 {
		t.Fatal(err)
	}
	gangs, err := s.kept.Gangs.All(ctx)
	if err != nil || len(gangs) == 0 {
		t.Fatal(err)
	}
	return map[string]*paper{
		"job":      {path: "/jobs/" + jobs[0].ID, types: over(id("title")), shows: valueOf(id("title")), saved: "saved"},
		"gang":     {path: "/together/" + gangs[0].ID, types: over(id("gang-title")), shows: valueOf(id("gang-title")), saved: "gang-state"},
		"settings": {path: "/settings", types: over(id("mat") + " input"), shows: valueOf(id("mat") + " input"), saved: "settings-state"},
		"entry": {path: "/log", open: clicks("log-add"), types: over(id("log-title")), shows: valueOf(id("log-title")), keep: "log-keep", gone: "log-form",
			change: func(s *screen, text string) {
				s.page.MustElementR(id("log-row"), text).MustElement(`[aria-label^="Correct"]`).MustClick()
			}},
		"item": {path: "/shelf", open: clicks("add-sheet"), types: over(id("shelf-paper") + " input"), shows: valueOf(id("shelf-paper") + " input"), keep: "shelf-keep", gone: "shelf-paper",
			change: func(s *screen, text string) {
				s.page.MustElementR(id("shelf-row"), text).MustElement(`[aria-label^="Change"]`).MustClick()
			}},
		"carrier": {path: "/carriers/uk", open: clicks("edit-carrier"), types: func(s *screen, text string) {
			s.find(id("rules-text")).MustFocus()
			if err := s.page.KeyActions().Press(input.ControlLeft).Type(input.Home).Do(); err != nil {
				s.Fatal(err)
			}
			s.types("# " + text + " ")
		}, shows: func(s *screen) string {
			first, _, _ := strings.Cut(s.find(id("rules-text")).MustProperty("value").Str(), "\n")
			return strings.TrimSpace(strings.Split(strings.TrimPrefix(first, "# "), " #")[0])
		}, keep: "keep-carrier", gone: "rules-text"},
	}
}

// at goes where a document is typed, in a window of its own; the one before is closed.
func (s *screen) at(p *paper, script string) {
	s.Helper()
	if s.page != nil {
		s.shut()
	}
	s.page = s.windowWith(script)
	s.page.MustNavigate(s.url + p.path)
}

// shut closes the window at once, whatever it asks.
func (s *screen) shut() {
	s.Helper()
	page := s.page
	go page.EachEvent(func(e *proto.PageJavascriptDialogOpening) bool {
		_ = proto.PageHandleJavaScriptDialog{Accept: true}.Call(page)
		return true
	})()
	page.MustNavigate("about:blank")
	_ = page.Close()
	s.page = nil
}

// begins opens what is typed into, unless it lies open.
func (s *screen) begins(p *paper) {
	s.Helper()
	if p.open == nil {
		return
	}
	if has, _, err := s.page.Has(id(p.gone)); err == nil && !has {
		p.open(s)
	}
	s.find(id(p.gone))
}

// settles waits until a document is kept; what is kept on demand is, once it was asked for.
func (s *screen) settles(p *paper) {
	s.Helper()
	s.until("it is kept", func() (string, bool) {
		if p.keep != "" {
			has, _, err := s.page.Has(id(p.gone))
			return "open", err == nil && !has
		}
		el, err := s.page.Timeout(time.Second).Element(id(p.saved))
		if err != nil {
			return "nothing", false
		}
		text, err := el.Text()
		return text, err == nil && (text == "Saved" || text == "Kept" || text == "")
	})
}

// there waits until what was typed stands there again.
func (s *screen) there(p *paper, text string) {
	s.Helper()
	s.until(text+" is there", func() (string, bool) {
		if p.gone != "" {
			if has, _, err := s.page.Has(id(p.gone)); err != nil || !has {
				return "it is not open", false
			}
		}
		now := p.shows(s)
		return now, now == text
	})
}

// Whatever kind of document it is, and whatever the browser and the line are like,
// what is typed is kept once, or stands there.
func TestNothingTypedIsLostOrDoubled(t *testing.T) {
	for _, name := range []string{"job", "gang", "settings", "entry", "item", "carrier"} {
		t.Run(name, func(t *testing.T) {
			s := open(t)
			demo(t, s)
			p := papers(t, s)[name]
			text := func(n int) string {
				if name == "settings" {
					return fmt.Sprintf("0.%d in", 1250+n)
				}
				return fmt.Sprintf("Lantern%d", n)
			}
			once := func(n int, when string) {
				t.Helper()
				if got := s.holding(text(n)); got != 1 {
					t.Errorf("%s: %d are kept", when, got)
				}
			}
			// By the keyboard: a line that comes above the button moves it from under a pointer.
			press := func() {
				if p.keep == "" {
					return
				}
				if err := s.find(id(p.keep)).Focus(); err != nil {
					s.Fatal(err)
				}
				s.press(input.Enter)
			}

			// Closed at once.
			s.at(p, "")
			s.begins(p)
			p.types(s, text(1))
			s.at(p, "")
			s.there(p, text(1))
			press()
			s.settles(p)
			once(1, "closed at once")

			// Closed with no line: it is there when the line is back, and kept once.
			s.begins(p)
			s.line.cut(true)
			p.types(s, text(2))
			press()
			s.shut()
			s.line.cut(false)
			s.page = s.windowWith("")
			s.page.MustNavigate(s.url + p.path)
			if p.keep == "" {
				s.there(p, text(2))
			}
			s.settles(p)
			s.until("it is kept", func() (string, bool) { n := s.holding(text(2)); return fmt.Sprint(n), n == 1 })

			// Pressed twice on a slow line, whose first answer is lost.
			lost := false
			s.line.be(func(r *http.Request) (time.Duration, fate) {
				if r.Method == http.MethodGet || strings.HasSuffix(r.URL.Path, "/plan") {
					return 0, arrives
				}
				if !lost {
					lost = true
					return 300 * time.Millisecond, unheard
				}
				return 300 * time.Millisecond, arrives
			})
			s.begins(p)
			p.types(s, text(3))
			if p.keep != "" {
				button := s.find(id(p.keep))
				_ = button.Click(proto.InputMouseButtonLeft, 2)
			}
			s.settles(p)
			s.line.be(nil)
			s.until("it is kept", func() (string, bool) { n := s.holding(text(3)); return fmt.Sprint(n), n > 0 })
			once(3, "pressed twice")

			// A browser that has no room, and one that keeps nothing: it goes on.
			for i, script := range []string{isFull, denies} {
				s.at(p, script)
				s.begins(p)
				p.types(s, text(4+i))
				press()
				s.settles(p)
				s.until("it is kept", func() (string, bool) { n := s.holding(text(4 + i)); return fmt.Sprint(n), n > 0 })
				once(4+i, "in a browser that keeps nothing")
			}

			// And no line besides: it stands on the screen, and leaving asks.
			s.begins(p)
			s.line.cut(true)
			p.types(s, text(6))
			press()
			s.reads("standing", "This browser keeps nothing, so what is not sent yet is on this page alone: leave it open until it is sent.")
			s.there(p, text(6))
			if asks := s.page.MustEval(`() => { const e = new Event('beforeunload', { cancelable: true }); window.dispatchEvent(e); return e.defaultPrevented }`).Bool(); !asks {
				t.Error("it is left without asking")
			}
			s.line.cut(false)
			s.settles(p)
			s.until("it is kept", func() (string, bool) { n := s.holding(text(6)); return fmt.Sprint(n), n == 1 })

			// Two windows.
			s.mayFail("409")
			s.at(p, "")
			if p.change != nil { // what is new is new in each: one that is kept is changed in both
				p.open = func(s *screen) { p.change(s, text(6)) }
			}
			s.begins(p)
			s.there(p, text(6))
			other := s.beside(p.path)
			other.begins(p)
			p.types(other, text(7))
			if p.keep != "" {
				other.click(p.keep)
			}
			other.settles(p)
			s.until("the first is kept", func() (string, bool) { n := s.holding(text(7)); return fmt.Sprint(n), n == 1 })
			s.page.MustActivate()
			p.types(s, text(8))
			press()
			if name == "settings" {
				s.settles(p) // the later one counts, and what is beside it stays
			} else {
				mine := "keep-mine"
				if p.keep != "" {
					mine = "form-mine"
				}
				s.find(id(mine))
				once(7, "in two windows")
				s.click(mine)
			}
			s.until("mine is kept", func() (string, bool) { n := s.holding(text(8)); return fmt.Sprint(n), n == 1 })
		})
	}
}

// What is left on purpose is gone: it does not come back, and nobody is asked.
func TestWhatIsLeftIsGone(t *testing.T) {
	s := open(t)
	demo(t, s)
	for _, c := range []struct{ path, open, field, leave, gone string }{
		{"/log", "log-add", "log-title", "log-leave", "log-form"},
		{"/shelf", "add-sheet", "shelf-paper", "shelf-leave", "shelf-paper"},
		{"/carriers/uk", "edit-carrier", "rules-text", "leave-carrier", "rules-text"},
	} {
		s.goes(c.path)
		s.click(c.open)
		field := s.find(id(c.field))
		if has, inside, err := s.page.Has(id(c.field) + " input"); err == nil && has {
			field = inside
		}
		field.MustFocus()
		s.types("Kelp")
		s.click(c.leave)
		s.until("it is closed", func() (string, bool) {
			has, _, err := s.page.Has(id(c.gone))
			return "open", err == nil && !has
		})
		s.page.MustReload()
		s.find(id(c.open))
		s.page.MustWaitStable()
		if has, _, err := s.page.Has(id(c.gone)); err != nil || has {
			t.Errorf("%s: what was left is back, %v", c.path, err)
		}
	}
	if n := s.holding("Kelp"); n != 0 {
		t.Errorf("%d are kept", n)
	}
}
