// Package e2e drives the real screens in headless Chromium as a maker would,
// and reads what stands on them.
package e2e

import (
	"io/fs"
	"net/http"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync/atomic"
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

const patience = 20 * time.Second

// screen is a browser page on a server of its own.
type screen struct {
	testing.TB
	page *rod.Page
	url  string
	kept *store.Store
	gone *atomic.Bool // the server breaks every connection off
}

func open(t testing.TB) *screen {
	t.Helper()
	pages, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := fs.Stat(pages, "index.html"); err != nil {
		t.Fatal("the screens are not built: run make build first")
	}
	kept, err := store.Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	var gone atomic.Bool
	handler := api.New(kept, pages, api.Settings{})
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if gone.Load() {
			panic(http.ErrAbortHandler)
		}
		handler.ServeHTTP(w, r)
	}))
	t.Cleanup(func() {
		server.Close()
		_ = kept.Close()
	})
	s := &screen{TB: t, page: browser(t).MustPage(server.URL).Timeout(3 * time.Minute), url: server.URL, kept: kept, gone: &gone}
	s.page.MustSetViewport(1280, 800, 1, false)
	return s
}

func browser(t testing.TB) *rod.Browser {
	t.Helper()
	path, err := exec.LookPath("chromium")
	if err != nil {
		t.Fatal("Chromium is not installed: run make tools")
	}
	dir, err := os.MkdirTemp(t.TempDir(), "profile")
	if err != nil {
		t.Fatal(err)
	}
	start := launcher.New().Bin(path).NoSandbox(true).Leakless(true).UserDataDir(dir)
	for _, flag := range []string{"disable-gpu", "disable-quic", "disable-component-update", "disable-background-networking", "disable-sync", "no-first-run"} {
		start.Set(flags.Flag(flag))
	}
	address, err := start.Launch()
	if err != nil {
		t.Fatal(err)
	}
	b := rod.New().ControlURL(address).NoDefaultDevice()
	if err := b.Connect(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		_ = b.Close()
		start.Cleanup()
	})
	return b
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

func (s *screen) click(name string) {
	s.Helper()
	if err := s.find(id(name)).Click(proto.InputMouseButtonLeft, 1); err != nil {
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
	if err := field.Input(text); err != nil {
		s.Fatal(err)
	}
}

func (s *screen) press(keys ...input.Key) {
	s.Helper()
	if err := s.page.Keyboard.Type(keys...); err != nil {
		s.Fatal(err)
	}
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
		return text, err == nil && strings.Contains(text, want)
	})
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
