package door

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	_ "embed" // the page
	"encoding/hex"
	"html/template"
	"log/slog"
	"net/http"
	"net/url"
	"strings"
	"time"
)

// Sessions keep who was let in, each by a mark of its own.
type Sessions interface {
	// Keep keeps one until a time.
	Keep(ctx context.Context, mark string, until time.Time) error
	// Has tells whether there is one that has not ended.
	Has(ctx context.Context, mark string, now time.Time) (bool, error)
	// End ends one; that there is none is no error.
	End(ctx context.Context, mark string) error
}

const (
	cookieName = "yellow_parcel"
	stay       = 90 * 24 * time.Hour
	signIn     = "/sign-in"
	signOut    = "/sign-out"
	mostForm   = 4 << 10
)

// keeper asks for the passcode.
type keeper struct {
	set    Settings
	hearer *listener
}

func newKeeper(set Settings) *keeper { return &keeper{set, newListener(set.Passcode)} }

func (k *keeper) handler(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		switch r.URL.Path {
		case signIn:
			k.signIn(w, r)
			return
		case signOut:
			k.signOut(w, r)
			return
		}
		in, tooMany, err := k.admitted(w, r)
		switch {
		case err != nil:
			failed(w, r, err)
		case in:
			next.ServeHTTP(w, r)
		case tooMany:
			tooManyTries(w)
		case asksForPage(r):
			http.Redirect(w, r, signIn+"?"+url.Values{"next": {r.URL.RequestURI()}}.Encode(), http.StatusSeeOther)
		default:
			w.Header().Set("WWW-Authenticate", `Bearer realm="Yellow Parcel"`)
			Refuse(w, http.StatusUnauthorized, "The passcode is needed: sign in, or send it as a bearer token.")
		}
	})
}

// admitted tells whether a request comes from someone who signed in, or brings the passcode itself.
func (k *keeper) admitted(w http.ResponseWriter, r *http.Request) (in, tooMany bool, err error) {
	if mark := k.mark(r); mark != "" {
		if in, err = k.set.Sessions.Has(r.Context(), mark, time.Now()); in || err != nil {
			return in, false, err
		}
	}
	if token, ok := strings.CutPrefix(r.Header.Get("Authorization"), "Bearer "); ok {
		in, tooMany = k.hearer.hear(w, r, token)
	}
	return in, tooMany, nil
}

// mark is what a visit is kept by. It hangs on the passcode, so that a new passcode ends all visits.
func (k *keeper) mark(r *http.Request) string {
	cookie, err := r.Cookie(cookieName)
	if err != nil || cookie.Value == "" {
		return ""
	}
	return k.markOf(cookie.Value)
}

func (k *keeper) markOf(token string) string {
	sum := sha256.Sum256([]byte(token + "\x00" + k.set.Passcode))
	return hex.EncodeToString(sum[:])
}

// asksForPage tells a browser that goes somewhere from a program that asks for data.
func asksForPage(r *http.Request) bool {
	return r.Method == http.MethodGet && !strings.HasPrefix(r.URL.Path, "/api/") && strings.Contains(r.Header.Get("Accept"), "text/html")
}

//go:embed signin.html
var pageText string

var page = template.Must(template.New("sign in").Parse(pageText))

type asked struct{ Next, Says string }

func (k *keeper) signIn(w http.ResponseWriter, r *http.Request) {
	switch r.Method {
	case http.MethodGet, http.MethodHead:
		show(w, http.StatusOK, asked{Next: within(r.URL.Query().Get("next"))})
	case http.MethodPost:
		r.Body = http.MaxBytesReader(w, r.Body, mostForm)
		if err := r.ParseForm(); err != nil {
			Refuse(w, http.StatusBadRequest, "This is no form with a passcode in it.")
			return
		}
		k.tried(w, r, within(r.PostForm.Get("next")), r.PostForm.Get("passcode"))
	default:
		w.Header().Set("Allow", "GET, HEAD, POST")
		Refuse(w, http.StatusMethodNotAllowed, "A passcode is posted here.")
	}
}

func (k *keeper) tried(w http.ResponseWriter, r *http.Request, next, passcode string) {
	right, tooMany := k.hearer.hear(w, r, passcode)
	switch {
	case tooMany:
		w.Header().Set("Retry-After", "60")
		show(w, http.StatusTooManyRequests, asked{next, "That was tried too often; wait a minute and try again."})
		return
	case !right:
		show(w, http.StatusUnauthorized, asked{next, "That is not the passcode."})
		return
	}
	token := rand.Text()
	if err := k.set.Sessions.Keep(r.Context(), k.markOf(token), time.Now().Add(stay)); err != nil {
		failed(w, r, err)
		return
	}
	http.SetCookie(w, cookie(r, token, int(stay.Seconds())))
	http.Redirect(w, r, next, http.StatusSeeOther)
}

func (k *keeper) signOut(w http.ResponseWriter, r *http.Request) {
	if r.Method != http.MethodPost {
		w.Header().Set("Allow", "POST")
		Refuse(w, http.StatusMethodNotAllowed, "Signing out is posted here.")
		return
	}
	if mark := k.mark(r); mark != "" {
		if err := k.set.Sessions.End(r.Context(), mark); err != nil {
			failed(w, r, err)
			return
		}
	}
	http.SetCookie(w, cookie(r, "", -1))
	http.Redirect(w, r, signIn, http.StatusSeeOther)
}

func cookie(r *http.Request, value string, age int) *http.Cookie {
	return &http.Cookie{Name: cookieName, Value: value, Path: "/", MaxAge: age, HttpOnly: true, SameSite: http.SameSiteStrictMode, Secure: r.TLS != nil}
}

// within is an address of this server to go to; anything else is its first page.
func within(next string) string {
	u, err := url.Parse(next)
	if err != nil || u.Scheme != "" || u.Host != "" || u.User != nil || !strings.HasPrefix(next, "/") || strings.HasPrefix(next, "//") || strings.Contains(next, `\`) {
		return "/"
	}
	return u.RequestURI()
}

func show(w http.ResponseWriter, status int, of asked) {
	h := w.Header()
	h.Set("Content-Type", "text/html; charset=utf-8")
	h.Set("Cache-Control", "no-store")
	h.Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; img-src data:; form-action 'self'; frame-ancestors 'none'; base-uri 'none'")
	w.WriteHeader(status)
	_ = page.Execute(w, of) // the connection has its own handling
}

func tooManyTries(w http.ResponseWriter) {
	w.Header().Set("Retry-After", "60")
	Refuse(w, http.StatusTooManyRequests, "Wrong passcodes came too often; wait a minute.")
}

func failed(w http.ResponseWriter, r *http.Request, err error) {
	slog.LogAttrs(r.Context(), slog.LevelError, "who is let in is not known", slog.Any("error", err))
	Refuse(w, http.StatusInternalServerError, WentWrong)
}
