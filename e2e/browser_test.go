// Package e2e drives the real screens in headless Chromium as a maker would,
// and reads what stands on them.
package e2e

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io/fs"
	"log"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/launcher/flags"
	"github.com/go-rod/rod/lib/proto"

	"yellow-parcel/api"
	"yellow-parcel/store"
	"yellow-parcel/web"
)

// patience is how long one thing may take to come; hang is when a page counts as hung,
// however long its test is and however slow the machine.
const (
	patience = 90 * time.Second
	hang     = 5 * time.Minute
)

// screen is a browser page on a server of its own.
type screen struct {
	testing.TB
	page    *rod.Page
	person  *rod.Browser
	browser *rod.Browser
	url     string
	kept    *store.Store
	app     *api.Server
	dir     string
	pages   fs.FS
	line    *line
	faults  *faults
	moves   bool // else the page keeps still, as for those who ask for it, and is sooner done
}

// moving is a screen that moves as it does for most people.
func moving(s *screen) { s.moves = true }

func open(t testing.TB, as ...func(*screen)) *screen {
	t.Helper()
	browser := chromium(t)
	pages, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := fs.Stat(pages, "index.html"); err != nil {
		t.Fatal("the screens are not built: run make build first")
	}
	between := &line{gone: true}
	server := httptest.NewServer(between)
	s := &screen{TB: t, faults: &faults{}, browser: browser, url: server.URL, dir: t.TempDir(), pages: pages, line: between}
	for _, is := range as {
		is(s)
	}
	s.start()
	t.Cleanup(func() {
		server.Close()
		s.app.Close()
		_ = s.kept.Close()
	})
	t.Cleanup(s.report)
	s.page = s.window()
	return s
}

// start brings the server up on what its folder holds.
func (s *screen) start() {
	s.Helper()
	kept, err := store.Open(s.dir)
	if err != nil {
		s.Fatal(err)
	}
	s.kept = kept
	s.app = api.New(kept, s.pages, s.settings())
	s.line.put(s.app)
}

// keptJobs are the jobs a search finds, as the server has them.
func (s *screen) keptJobs(search string) ([]store.Job, error) {
	page, err := s.kept.Jobs.List(context.Background(), search, 0, 200)
	return page.Jobs, err
}

// settings are the server's: it is a Wednesday at noon.
func (s *screen) settings() api.Settings {
	return api.Settings{Now: func() time.Time { return time.Date(2026, 9, 23, 12, 0, 0, 0, time.UTC) }}
}

// goes to a path once nothing is on its way to the server: the driver stops what is
// loading before it leaves, and a save that was stopped makes the browser ask.
func (s *screen) goes(path string) {
	s.Helper()
	s.until("what was typed is kept", func() (string, bool) {
		at, err := s.page.Eval(`() => document.querySelector('[data-testid="saved"]')?.textContent ?? ''`)
		if err != nil {
			return err.Error(), false
		}
		text := at.Value.Str()
		return text, text != "Saving" && text != "Saving soon"
	})
	s.page.MustNavigate(s.url + path)
}

// kill ends the server in the middle of whatever it does.
func (s *screen) kill() {
	s.line.cut(true)
	s.app.Close()
	_ = s.kept.Close()
}

// window is another window of the same person, who shares nothing with those of other tests.
func (s *screen) window() *rod.Page { return s.windowWith("") }

// windowWith is a window in which a script runs before the page's own.
func (s *screen) windowWith(script string) *rod.Page {
	s.Helper()
	if s.person == nil {
		s.person = s.browser.MustIncognito()
		s.Cleanup(func() { _ = s.person.Close() })
	}
	page := s.person.MustPage("").Timeout(hang)
	s.watch(page)
	page.MustSetViewport(1280, 800, 1, false)
	if !s.moves {
		still := proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "prefers-reduced-motion", Value: "reduce"}}}
		if err := still.Call(page); err != nil {
			s.Fatal(err)
		}
	}
	if script != "" {
		page.MustEvalOnNewDocument(script)
	}
	page.MustNavigate(s.url)
	return page
}

// inUse are the browsers that tests have taken, by the test's name.
var inUse sync.Map

// chromiums are the browsers that are free: as many as tests run beside each
// other, since one browser tells nobody whose download it was.
var chromiums = make(chan *rod.Browser, atOnce)

const atOnce = 3

// chromium is the test's browser, taken until the test is over. Tests run beside
// each other, each with a server and a person of its own.
func chromium(t testing.TB) *rod.Browser {
	if b, has := inUse.Load(t.Name()); has {
		return b.(*rod.Browser)
	}
	if one, is := t.(*testing.T); is {
		one.Parallel()
	}
	b := <-chromiums
	inUse.Store(t.Name(), b)
	t.Cleanup(func() {
		inUse.Delete(t.Name())
		chromiums <- b
	})
	return b
}

func TestMain(m *testing.M) {
	flag.Parse()
	if err := flag.Set("test.parallel", strconv.Itoa(atOnce)); err != nil {
		log.Fatal(err)
	}
	code := 1
	func() {
		for range atOnce {
			stop, err := start()
			if err != nil {
				log.Print(err)
				return
			}
			defer stop()
		}
		code = m.Run()
	}()
	os.Exit(code)
}

func start() (stop func(), err error) {
	path, err := exec.LookPath("chromium-headless-shell")
	if err != nil {
		return nil, errors.New("Chromium is not installed: run make tools")
	}
	dir, err := os.MkdirTemp("", "yellow-parcel-profile")
	if err != nil {
		return nil, err
	}
	l := launcher.New().Bin(path).NoSandbox(true).Leakless(true).UserDataDir(dir)
	for _, flag := range []string{"disable-gpu", "disable-quic", "disable-component-update", "disable-background-networking", "disable-sync", "no-first-run"} {
		l.Set(flags.Flag(flag))
	}
	address, err := l.Launch()
	if err != nil {
		return nil, err
	}
	b := rod.New().ControlURL(address).NoDefaultDevice()
	if err := b.Connect(); err != nil {
		return nil, err
	}
	chromiums <- b
	return func() {
		_ = b.Close()
		l.Cleanup()
		_ = os.RemoveAll(dir)
	}, nil
}

func id(name string) string { return `[data-testid="` + name + `"]` }

// find waits for the element a maker would look for.
func (s *screen) find(selector string) *rod.Element {
	s.Helper()
	el, err := s.page.Timeout(patience).Element(selector)
	if err != nil {
		s.shoot()
		s.Fatalf("%s is not on the screen: %v", selector, err)
	}
	return el.CancelTimeout()
}

// click clicks something once it lies still: a line that comes late above it moves it
// from under the pointer.
func (s *screen) click(name string) {
	s.Helper()
	s.clickOn(name, s.find(id(name)))
}

// clickOn clicks an element once it takes a click and lies still.
func (s *screen) clickOn(name string, el *rod.Element) {
	s.Helper()
	s.until(name+" takes a click", func() (string, bool) {
		if err := el.ScrollIntoView(); err != nil {
			return err.Error(), false
		}
		_, err := el.Interactable()
		return fmt.Sprint(err), err == nil
	})
	if err := errors.Join(el.WaitStableRAF(), el.Click(proto.InputMouseButtonLeft, 1)); err != nil {
		s.Fatalf("%s cannot be clicked: %v", name, err)
	}
}

// fill types over what a field holds.
func (s *screen) fill(name, text string) {
	s.Helper()
	field := s.find(id(name) + " input")
	if err := field.SelectAllText(); err != nil {
		s.Fatal(err)
	}
	if text == "" {
		s.press(input.Delete)
	}
	s.types(text)
}

// paste puts a whole text over what an area holds, as from the clipboard.
func (s *screen) paste(name, text string) {
	s.Helper()
	s.find(id(name)).MustSelectAllText()
	if err := s.page.InsertText(text); err != nil {
		s.Fatal(err)
	}
}

// types strikes a key for each letter, into whatever has the focus.
func (s *screen) types(text string) {
	s.Helper()
	for _, letter := range text {
		if letter < 128 {
			s.press(input.Key(letter))
		} else if err := s.page.InsertText(string(letter)); err != nil {
			s.Fatal(err)
		}
	}
}

func (s *screen) press(keys ...input.Key) {
	s.Helper()
	if err := s.page.Keyboard.Type(keys...); err != nil {
		s.Fatal(err)
	}
}

// instruments puts the simulated scale and caliper at hand.
func (s *screen) instruments() {
	s.page.MustEval(`() => localStorage.setItem('yellow-parcel-instruments', 'true')`)
	s.page.MustReload()
	s.reads("tape-base", "in")
}

// leave takes the focus off whatever field has it, so that keys speak to the screen.
func (s *screen) leave() { s.page.MustEval(`() => document.activeElement?.blur()`) }

// reads waits until an element's text, spaces folded, is or holds what is wanted.
func (s *screen) reads(name, want string) {
	s.Helper()
	s.until(name+" reads "+want, func() (string, bool) {
		el, err := s.page.Timeout(time.Second).Element(id(name))
		if err != nil {
			return "nothing", false
		}
		text, err := el.Text()
		text = strings.Join(strings.Fields(text), " ")
		return text, err == nil && whole(text, want)
	})
}

// whole tells whether a text holds another that does not begin or end within a
// figure or a word: 1/2 in is not what 9 1/2 in says.
func whole(text, want string) bool {
	for at := 0; ; at++ {
		i := strings.Index(text[at:], want)
		if i < 0 {
			return false
		}
		at += i
		before, after := text[:at], text[at+len(want):]
		if !continues.MatchString(before+"\x00"+want) && !goesOn.MatchString(want+"\x00"+after) {
			return true
		}
	}
}

// A figure begun before, or a fraction of one; a figure or a word that goes on after.
var (
	continues = regexp.MustCompile(`[0-9./⁄]\x00[0-9]|[0-9] ?\x00[0-9]+ ?[/⁄]|[0-9] \x00[0-9]+ ?[/⁄]|[\pL]\x00[\pL]`)
	goesOn    = regexp.MustCompile(`[0-9]\x00(\.?[0-9]| ?[/⁄]| [0-9]+ ?[/⁄])|[\pL]\x00[\pL]`)
)

// freeze stops the page's clock, so that what is done next comes in quick succession.
func (s *screen) freeze() {
	s.page.MustEval(`() => { const at = Date.now(); Date.now = () => at }`)
}

func TestWholeFigures(t *testing.T) {
	for _, c := range []struct {
		text, want string
		holds      bool
	}{
		{"cut 9 1/2 in", "1/2 in", false}, {"cut 1/2 in", "1/2 in", true}, {"cut 9 1/2 in", "9 1/2 in", true}, {"19 1/2 in", "9 1/2 in", false},
		{"4 1/2 in", "4", false}, {"40 in", "4", false}, {"4 in", "4", true}, {"0.25 oz", "25 oz", false}, {"2.5", "2", false}, {"2. Fold", "2", true},
		{"9 1/2 in and 1/2 in", "1/2 in", true}, {"5 inches", "5 in", false}, {"goes Letter", "Letter", true}, {"Letters", "Letter", false},
	} {
		if got := whole(c.text, c.want); got != c.holds {
			t.Errorf("%q in %q: %v", c.want, c.text, got)
		}
	}
}

func (s *screen) value(name string) string {
	s.Helper()
	v, err := s.find(id(name) + " input").Property("value")
	if err != nil {
		s.Fatal(err)
	}
	return v.Str()
}

func (s *screen) until(what string, look func() (string, bool)) {
	s.Helper()
	seen := ""
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(30 * time.Millisecond) {
		var ok bool
		if seen, ok = look(); ok {
			return
		}
	}
	s.shoot()
	s.Fatalf("%s: still %q", what, seen)
}

// shoot keeps a picture of a failure where YELLOW_PARCEL_SHOTS says.
func (s *screen) shoot() {
	dir := os.Getenv("YELLOW_PARCEL_SHOTS")
	if dir == "" {
		return
	}
	if png, err := s.page.Screenshot(false, nil); err == nil {
		_ = os.WriteFile(dir+"/"+strings.ReplaceAll(s.Name(), "/", "-")+".png", png, 0o644)
	}
}

// write puts a file where the browser can choose it.
func write(t testing.TB, dir, name, text string) string {
	t.Helper()
	path := filepath.Join(dir, name)
	if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
		t.Fatal(err)
	}
	return path
}
