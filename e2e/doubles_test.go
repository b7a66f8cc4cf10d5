package e2e

import (
	"context"
	"fmt"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"yellow-parcel/core/making"
	"yellow-parcel/store"
)

// twiceOver presses a button twice in quick succession.
func (s *screen) twiceOver(selector string) {
	s.Helper()
	if err := s.find(selector).Click(proto.InputMouseButtonLeft, 2); err != nil {
		s.Fatal(err)
	}
}

// slowLine takes its time with everything but what is read, and loses the first answer.
func slowLine() func(*http.Request) (time.Duration, fate) {
	lost := false
	return func(r *http.Request) (time.Duration, fate) {
		if r.Method == http.MethodGet || strings.HasSuffix(r.URL.Path, "/plan") {
			return 0, arrives
		}
		if !lost {
			lost = true
			return 300 * time.Millisecond, unheard
		}
		return 300 * time.Millisecond, arrives
	}
}

// Whatever makes something new is pressed twice on a slow line whose first answer is
// lost: it is made once.
func TestPressedTwiceIsMadeOnce(t *testing.T) {
	s := open(t)
	demo(t, s)
	ctx := context.Background()
	counts := func() string {
		t.Helper()
		jobs, err := s.keptJobs("")
		if err != nil {
			t.Fatal(err)
		}
		gangs, err := s.kept.Gangs.All(ctx)
		if err != nil {
			t.Fatal(err)
		}
		makings, err := s.kept.Makings.All(ctx)
		if err != nil {
			t.Fatal(err)
		}
		shelf, err := s.kept.Shelf.All(ctx)
		if err != nil {
			t.Fatal(err)
		}
		uses, err := s.kept.Shelf.Uses(ctx)
		if err != nil {
			t.Fatal(err)
		}
		set, err := s.kept.Settings.Get(ctx)
		if err != nil {
			t.Fatal(err)
		}
		return fmt.Sprintf("%d jobs, %d gangs, %d makings, %d items, %d uses, %d stamps", len(jobs), len(gangs), len(makings), len(shelf), len(uses), strings.Count(set.Document, `"price"`))
	}
	before := counts()
	if before != "6 jobs, 1 gangs, 2 makings, 10 items, 0 uses, 3 stamps" {
		t.Logf("the demonstration has %s", before)
	}
	var jobs, gangs, makings, items, uses, stamps int
	if _, err := fmt.Sscanf(before, "%d jobs, %d gangs, %d makings, %d items, %d uses, %d stamps", &jobs, &gangs, &makings, &items, &uses, &stamps); err != nil {
		t.Fatal(err)
	}
	becomes := func(what string) {
		t.Helper()
		want := fmt.Sprintf("%d jobs, %d gangs, %d makings, %d items, %d uses, %d stamps", jobs, gangs, makings, items, uses, stamps)
		s.until(what, func() (string, bool) { now := counts(); return now, now == want })
		time.Sleep(700 * time.Millisecond) // whatever is on its way besides arrives
		if now := counts(); now != want {
			t.Errorf("%s: %s, want %s", what, now, want)
		}
	}

	s.goes("/")
	s.find(id("job"))
	s.line.be(slowLine())
	s.twiceOver(`[aria-label^="Copy Kite card"]`)
	s.reads("tape-base", "in")
	jobs++
	becomes("a copy")

	s.line.be(nil)
	s.goes("/")
	s.find(id("job"))
	s.click("make-together")
	for _, box := range s.page.MustElements(id("pick-job"))[:2] {
		box.MustClick()
	}
	s.line.be(slowLine())
	s.twiceOver(id("cut-together"))
	s.find(id("gang-title"))
	gangs++
	becomes("a gang")

	s.line.be(nil)
	s.goes("/shelf")
	s.click("add-stamp")
	s.fill("stamp.price", "0.41")
	s.line.be(slowLine())
	s.twiceOver(id("keep-stamp"))
	stamps++
	becomes("a stamp")

	s.line.be(nil)
	s.goes("/shelf")
	s.line.be(slowLine())
	s.page.MustElement(id("import-file")).MustSetFiles(write(t, t.TempDir(), "shelf.csv", "kind,size,count\nsheet,iso-a4,3\n"))
	items++
	becomes("a file")

	s.line.be(nil)
	id1 := s.keep("Ferry tickets", 4, `"card":{"width":"4","height":"5","fold":"flat"},"layers":[],"sheet":"us-letter"`)
	jobs++
	s.goes("/jobs/" + id1 + "/bench")
	s.find(id("bench-begin") + ":not([disabled])")
	s.line.be(slowLine())
	s.twiceOver(id("bench-begin"))
	s.find(id("bench-text"))
	makings++
	becomes("a making")
}

// Taps at the bench are told at once, in a browser that has no room and in one that keeps nothing.
func TestTapsArriveWithoutStorage(t *testing.T) {
	for name, script := range map[string]string{"full": isFull, "denied": denies} {
		t.Run(name, func(t *testing.T) {
			s := open(t)
			made := s.toTheBench(s.keep("Lantern cards", 40, lighthouse))
			s.shut()
			s.page = s.windowWith(script)
			s.page.MustNavigate(s.url + "/bench/" + made)
			first := s.find(id("bench-text")).MustText()
			known := len(s.told(made))
			for n := range 3 {
				s.press(input.PageDown)
				s.until("it is told", func() (string, bool) { now := len(s.told(made)) - known; return fmt.Sprint(now), now == n+1 })
			}
			for _, e := range s.told(made)[known:] {
				if e.Kind != making.Done {
					t.Errorf("%+v", e)
				}
			}
			s.until("nothing hangs on the page", func() (string, bool) {
				has, _, err := s.page.Has(id("standing"))
				return "it does", err == nil && !has
			})
			s.page.MustReload()
			s.until("it goes on where it was", func() (string, bool) {
				now := s.find(id("bench-text")).MustText()
				return now, now != first
			})
			// With no line the taps stand on the page, which says what they hang on.
			s.line.cut(true)
			s.press(input.PageDown)
			s.find(id("standing"))
			s.line.cut(false)
			s.until("it is told", func() (string, bool) { now := len(s.told(made)) - known; return fmt.Sprint(now), now == 4 })
		})
	}
}

// Every page stands in a browser that keeps nothing.
func TestEveryPageWithoutStorage(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.mayFail("/nowhere")
	for name, path := range places(t, s) {
		s.shut()
		s.page = s.windowWith(denies)
		s.page.MustNavigate(s.url + path)
		s.until(name+" is there", func() (string, bool) {
			text := s.page.MustElement("body").MustText()
			return text, len(strings.TrimSpace(text)) > 40
		})
	}
}

// A length that a field opens with stands in the other system beneath, and what is
// typed in another system than the job's in the job's.
func TestALengthStandsInTheOtherSystem(t *testing.T) {
	s := newCard(t, "Tide-table note", "5 1/2", "7", "1/8")
	s.reads("saved", "Saved")
	s.page.MustReload()
	s.reads("card.width", "= 139.7 mm")
	s.reads("card.thickness", "= 3.18 mm")
	s.fill("card.thickness", "3 mm")
	s.reads("card.thickness", "= 0.118 in")
	s.fill("card.thickness", "1/16")
	s.reads("card.thickness", "= 1.59 mm")
}

// What is taken away from under the server stands on every screen, and nothing more
// is said to be kept.
func TestWhatIsTakenAwayStandsOnEveryScreen(t *testing.T) {
	s := newCard(t, "Harbour map", "5", "7", "1/8")
	s.reads("saved", "Saved")
	s.mayFail("status of 503", "status of 500")
	if err := os.Remove(filepath.Join(s.dir, store.FileName+"-wal")); err != nil {
		t.Fatal(err)
	}
	s.fill("card.thickness", "1/16")
	s.reads("standing", "lost what belongs to it while it was open")
	s.reads("unsaved", "Not saved:")
	s.reads("unsaved", "all that was kept is in the data file")
	for _, path := range []string{"/log", "/shelf", "/settings"} {
		other := s.beside(path)
		other.reads("standing", "then stop the application and start it again")
	}
	// Started anew, it goes on, and what was typed is kept.
	s.page.MustActivate()
	s.kill()
	s.start()
	s.reads("saved", "Saved")
	if got := string(s.keptJob("Harbour map").Card.Thickness); got != "1/16" {
		t.Errorf("kept is %q", got)
	}
}
