package e2e

import (
	"bytes"
	"io"
	"net/http"
	"net/http/httptest"
	"sync"
	"time"

	"yellow-parcel/door"
)

// fate is what becomes of a request on its way.
type fate int

const (
	arrives  fate = iota
	dropped       // it never reaches the server
	unheard       // it reaches the server, and the answer is lost
	twice         // it reaches the server twice, and the second answer comes back
	badlyMet      // something before the server answers for it: 502
	noRoom        // the server is there and its disk is full
)

// full is what a server says whose disk is full.
const full = "The disk is full: nothing more can be kept until there is room. What was kept is whole."

// line stands between the screens and the server, and can be slow or bad.
type line struct {
	to    http.Handler
	mu    sync.Mutex
	gone  bool
	bad   bool // it was, at some time
	rules func(r *http.Request) (time.Duration, fate)
}

// cut breaks every connection off, or lets them through again.
func (l *line) cut(gone bool) {
	l.mu.Lock()
	defer l.mu.Unlock()
	l.gone = gone
	l.bad = l.bad || gone
}

// wasBad tells whether the line was bad at some time.
func (l *line) wasBad() bool {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.bad
}

// put lets requests through to a server.
func (l *line) put(to http.Handler) {
	l.mu.Lock()
	defer l.mu.Unlock()
	l.to, l.gone = to, false
}

// be sets what becomes of each request; nil is a good line.
func (l *line) be(rules func(r *http.Request) (time.Duration, fate)) {
	l.mu.Lock()
	defer l.mu.Unlock()
	l.rules = rules
	l.bad = l.bad || rules != nil
}

func (l *line) of(r *http.Request) (time.Duration, fate, http.Handler) {
	l.mu.Lock()
	defer l.mu.Unlock()
	switch {
	case l.gone:
		return 0, dropped, l.to
	case l.rules == nil:
		return 0, arrives, l.to
	}
	wait, what := l.rules(r)
	return wait, what, l.to
}

func (l *line) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	wait, what, to := l.of(r)
	body, err := io.ReadAll(r.Body)
	if err != nil {
		panic(http.ErrAbortHandler)
	}
	again := func(w http.ResponseWriter) {
		r.Body = io.NopCloser(bytes.NewReader(body))
		to.ServeHTTP(w, r)
	}
	time.Sleep(wait / 2)
	switch what {
	case dropped:
		panic(http.ErrAbortHandler)
	case unheard:
		again(httptest.NewRecorder())
		panic(http.ErrAbortHandler)
	case badlyMet:
		http.Error(w, "bad gateway", http.StatusBadGateway)
		return
	case noRoom:
		door.Refuse(w, http.StatusServiceUnavailable, full)
		return
	case twice:
		again(httptest.NewRecorder())
	}
	if wait == 0 {
		again(w)
		return
	}
	slow := httptest.NewRecorder()
	again(slow)
	time.Sleep(wait / 2)
	for name, values := range slow.Header() {
		w.Header()[name] = values
	}
	w.WriteHeader(slow.Code)
	_, _ = w.Write(slow.Body.Bytes())
}
