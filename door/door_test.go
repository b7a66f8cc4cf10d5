package door

import (
	"context"
	"crypto/tls"
	"fmt"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strings"
	"sync"
	"testing"
	"time"
)

// visits keeps sessions in memory.
type visits struct {
	mu  sync.Mutex
	all map[string]time.Time
}

func (v *visits) Keep(_ context.Context, mark string, until time.Time) error {
	v.mu.Lock()
	defer v.mu.Unlock()
	v.all[mark] = until
	return nil
}

func (v *visits) Has(_ context.Context, mark string, now time.Time) (bool, error) {
	v.mu.Lock()
	defer v.mu.Unlock()
	return v.all[mark].After(now), nil
}

func (v *visits) End(_ context.Context, mark string) error {
	v.mu.Lock()
	defer v.mu.Unlock()
	delete(v.all, mark)
	return nil
}

const passcode = "lantern week"

func inside(w http.ResponseWriter, _ *http.Request) { _, _ = w.Write([]byte("inside")) }

func locked(word string, kept *visits) http.Handler {
	return Guard(Settings{word, kept})(http.HandlerFunc(inside))
}

// ask asks for something from an address, as changes say.
func ask(h http.Handler, method, path, body string, change ...func(*http.Request)) *http.Response {
	r := httptest.NewRequest(method, path, strings.NewReader(body))
	if body != "" {
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	}
	for _, c := range change {
		c(r)
	}
	w := httptest.NewRecorder()
	h.ServeHTTP(w, r)
	return w.Result()
}

func text(a *http.Response) string {
	var b strings.Builder
	buf := make([]byte, 4096)
	for {
		n, err := a.Body.Read(buf)
		b.Write(buf[:n])
		if err != nil {
			return b.String()
		}
	}
}

func form(word, next string) string {
	return url.Values{"passcode": {word}, "next": {next}}.Encode()
}

func bearer(word string) func(*http.Request) {
	return func(r *http.Request) { r.Header.Set("Authorization", "Bearer "+word) }
}

func from(address string) func(*http.Request) {
	return func(r *http.Request) { r.RemoteAddr = address + ":4711" }
}

func browser(r *http.Request) { r.Header.Set("Accept", "text/html,*/*") }

func TestNothingIsToBeHadWithoutThePasscode(t *testing.T) {
	h := locked(passcode, &visits{all: map[string]time.Time{}})
	for _, path := range []string{"/", "/jobs/1/start", "/assets/a.js", "/api/v1/jobs", "/api/v1/makings/1/events", "/healthz", "/sign-in/", "//sign-in", "/Sign-in"} {
		a := ask(h, "GET", path, "")
		if a.StatusCode != 401 || a.Header.Get("Content-Type") != "application/problem+json" || strings.Contains(text(a), "inside") {
			t.Errorf("%s: %d", path, a.StatusCode)
		}
	}
	a := ask(h, "GET", "/jobs/1/start?x=a+b", "", browser)
	if a.StatusCode != 303 || a.Header.Get("Location") != "/sign-in?next=%2Fjobs%2F1%2Fstart%3Fx%3Da%2Bb" {
		t.Errorf("%d to %s", a.StatusCode, a.Header.Get("Location"))
	}
	if a := ask(h, "GET", "/api/v1/jobs", "", browser); a.StatusCode != 401 {
		t.Errorf("data: %d", a.StatusCode)
	}
	for word, want := range map[string]int{passcode: 200, "Lantern week": 401, "": 401, passcode + " ": 401} {
		if a := ask(h, "GET", "/api/v1/jobs", "", bearer(word)); a.StatusCode != want {
			t.Errorf("bearer %q: %d", word, a.StatusCode)
		}
	}
}

func TestSigningInAndOut(t *testing.T) {
	kept := &visits{all: map[string]time.Time{}}
	h := locked(passcode, kept)
	page := ask(h, "GET", "/sign-in?next=/jobs/1", "")
	if got := text(page); page.StatusCode != 200 || !strings.Contains(got, `name="next" value="/jobs/1"`) || !strings.Contains(page.Header.Get("Content-Security-Policy"), "form-action 'self'") {
		t.Errorf("%d %s", page.StatusCode, got)
	}
	wrong := ask(h, "POST", "/sign-in", form("kite card", "/jobs/1"))
	if got := text(wrong); wrong.StatusCode != 401 || !strings.Contains(got, "That is not the passcode.") || !strings.Contains(got, `value="/jobs/1"`) || wrong.Header.Get("Set-Cookie") != "" {
		t.Errorf("%d %s", wrong.StatusCode, got)
	}
	right := ask(h, "POST", "/sign-in", form(passcode, "/jobs/1"))
	if right.StatusCode != 303 || right.Header.Get("Location") != "/jobs/1" || len(right.Cookies()) != 1 {
		t.Fatalf("%d %v", right.StatusCode, right.Header)
	}
	visit := right.Cookies()[0]
	if !visit.HttpOnly || visit.SameSite != http.SameSiteStrictMode || visit.Secure || len(visit.Value) < 20 {
		t.Errorf("%+v", visit)
	}
	with := func(r *http.Request) { r.AddCookie(visit) }
	if a := ask(h, "GET", "/", "", with); a.StatusCode != 200 || text(a) != "inside" {
		t.Errorf("%d", a.StatusCode)
	}
	for mark := range kept.all {
		if strings.Contains(mark, visit.Value) {
			t.Error("what is kept gives the visit away")
		}
	}
	if a := ask(locked("harbour map", kept), "GET", "/", "", with); a.StatusCode != 401 {
		t.Errorf("a new passcode lets an old visit in: %d", a.StatusCode)
	}
	if a := ask(h, "GET", "/sign-out", "", with); a.StatusCode != 405 {
		t.Errorf("a link signs out: %d", a.StatusCode)
	}
	out := ask(h, "POST", "/sign-out", "", with)
	if out.StatusCode != 303 || out.Header.Get("Location") != "/sign-in" || out.Cookies()[0].MaxAge >= 0 {
		t.Errorf("%d %v", out.StatusCode, out.Header)
	}
	if a := ask(h, "GET", "/", "", with); a.StatusCode != 401 {
		t.Errorf("signed out: %d", a.StatusCode)
	}
	secure := ask(h, "POST", "/sign-in", form(passcode, ""), func(r *http.Request) { r.TLS = &tls.ConnectionState{} })
	if c := secure.Cookies()[0]; !c.Secure || secure.Header.Get("Location") != "/" {
		t.Errorf("%+v", c)
	}
	if a := ask(h, "POST", "/sign-in", form(passcode, ""), func(r *http.Request) { r.Header.Set("Origin", "http://gullhaven.example") }); a.StatusCode != 403 {
		t.Errorf("another site signs in: %d", a.StatusCode)
	}
	if a := ask(h, "POST", "/sign-in", "passcode="+strings.Repeat("x", 9000)); a.StatusCode != 400 {
		t.Errorf("a long one: %d", a.StatusCode)
	}
}

// Where one comes out after signing in is always on this server.
func TestTheWayInLeadsNowhereElse(t *testing.T) {
	for next, want := range map[string]string{
		"": "/", "/": "/", "/jobs/1/post?a=b": "/jobs/1/post?a=b", "//gullhaven.example": "/", "http://gullhaven.example/": "/",
		`/\gullhaven.example`: "/", `\\gullhaven.example`: "/", "javascript:alert(1)": "/", "jobs": "/", "/a\r\nSet-Cookie: b=c": "/", "/%0d%0aa": "/%0d%0aa", "///gullhaven.example": "/",
	} {
		if got := within(next); got != want {
			t.Errorf("%q leads to %q", next, got)
		}
	}
	h := locked(passcode, &visits{all: map[string]time.Time{}})
	if got := text(ask(h, "GET", "/sign-in?"+url.Values{"next": {`/"><script>alert(1)</script>`}}.Encode(), "")); strings.Contains(got, "<script>") {
		t.Errorf("%s", got)
	}
}

// A list of guesses gets few of them through, from one address or from many, by form
// or by bearer; whoever is signed in, or was known before, is not kept out by it.
func TestGuessesAreFew(t *testing.T) {
	kept := &visits{all: map[string]time.Time{}}
	h := locked(passcode, kept)
	visit := ask(h, "POST", "/sign-in", form(passcode, "/"), from("192.0.2.7")).Cookies()[0]
	heard := 0
	for i := range 2000 {
		address := from(fmt.Sprintf("198.51.100.%d", i%200))
		var a *http.Response
		if i%2 == 0 {
			a = ask(h, "POST", "/sign-in", form(fmt.Sprint("guess ", i), "/"), address)
		} else {
			a = ask(h, "GET", "/api/v1/jobs", "", bearer(fmt.Sprint("guess ", i)), address)
		}
		switch a.StatusCode {
		case 401:
			heard++
		case 429:
			if a.Header.Get("Retry-After") == "" {
				t.Fatal("no word of when to try again")
			}
		default:
			t.Fatalf("%d", a.StatusCode)
		}
	}
	if heard == 0 || heard > 20 {
		t.Errorf("%d guesses were heard", heard)
	}
	if a := ask(h, "POST", "/sign-in", form(passcode, "/"), from("198.51.100.9")); a.StatusCode != 429 {
		t.Errorf("the last guess is right, and heard: %d", a.StatusCode)
	}
	if a := ask(h, "GET", "/", "", from("198.51.100.9"), func(r *http.Request) { r.AddCookie(visit) }); a.StatusCode != 200 {
		t.Errorf("signed in: %d", a.StatusCode)
	}
	for range 50 {
		if a := ask(h, "GET", "/", "", from("192.0.2.7"), bearer(passcode)); a.StatusCode != 200 {
			t.Fatalf("known: %d", a.StatusCode)
		}
	}
	// One address alone is heard fewer times, one known before too.
	h, heard = locked(passcode, kept), 0
	ask(h, "GET", "/", "", bearer(passcode))
	for i := range 100 {
		if ask(h, "GET", "/", "", bearer(fmt.Sprint(i))).StatusCode == 401 {
			heard++
		}
	}
	if heard > 2*wrongByOne {
		t.Errorf("%d of one address", heard)
	}
}
