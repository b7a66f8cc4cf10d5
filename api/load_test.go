package api

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"yellow-parcel/store"
)

// maker is someone at work: typing, keeping, taking files along, counting at the bench.
type maker struct {
	base    string
	name    string
	client  *http.Client
	id      string
	making  string
	took    []time.Duration // of plans
	round   int
	failing error
}

func (m *maker) ask(method, path, body string, into any) {
	r, err := http.NewRequest(method, m.base+path, strings.NewReader(body))
	if err != nil {
		m.failing = err
		return
	}
	r.Header.Set("Content-Type", "application/json")
	answer, err := m.client.Do(r)
	if err != nil {
		m.failing = err
		return
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	if err == nil && answer.StatusCode >= 400 && answer.StatusCode != http.StatusConflict {
		err = fmt.Errorf("%s %s: %d %s", method, path, answer.StatusCode, text)
	}
	if err == nil && into != nil {
		err = json.Unmarshal(text, into)
	}
	if err != nil {
		m.failing = err
	}
}

func (m *maker) work(until time.Time) {
	for ; time.Now().Before(until) && m.failing == nil; m.round++ {
		round := m.round
		doc := func(n int) string {
			return fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":"%s","quantity":%d,"envelope":"us-a7","card":{"thickness":"%d/64"},"layers":["1/8","1/8"],"stock":[{"sheet":"us-letter","count":90}]}`, m.name, 1+n%90, 1+n%23)
		}
		for n := range 8 {
			at := time.Now()
			m.ask("POST", "/api/v1/plan?editor="+m.name, doc(8*round+n), nil)
			m.took = append(m.took, time.Since(at))
		}
		if m.id == "" {
			var made Record
			m.ask("POST", "/api/v1/jobs", doc(round), &made)
			m.id = made.ID
			var run MakingBody
			m.ask("POST", "/api/v1/makings", fmt.Sprintf(`{"job":%q}`, m.id), &run)
			m.making = run.ID
		}
		m.ask("PUT", fmt.Sprintf("/api/v1/jobs/%s?revision=%d&edit=%s%d", m.id, 1+round, m.name, round), doc(round), nil)
		m.ask("POST", "/api/v1/makings/"+m.making+"/events", fmt.Sprintf(`{"events":[{"client":%q,"seq":%d,"at":"2026-09-23T10:00:00Z","kind":"noted","text":"cut"}]}`, m.name, round+1), nil)
		if round%5 == 0 {
			m.ask("POST", "/api/v1/export?as=pdf&part=blank", strings.Replace(doc(round), `"layers"`, `"blank":{"style":"corner-fold"},"layers"`, 1), nil)
		}
		m.ask("GET", "/api/v1/jobs?search="+m.name, "", nil)
	}
}

// held is what the process holds once it was tidied up.
func held() (heap uint64, goroutines, files int) {
	for range 3 {
		runtime.GC()
		time.Sleep(20 * time.Millisecond)
	}
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	open, _ := os.ReadDir("/proc/self/fd") // none where there is no such folder
	return m.HeapAlloc, runtime.NumGoroutine(), len(open)
}

// Eight makers at work leave nothing behind: no more in memory the longer they work,
// and no connection, goroutine or file once they have gone.
func TestEightMakersLeaveNothingBehind(t *testing.T) {
	long := 1500 * time.Millisecond
	if s, err := strconv.Atoi(os.Getenv("YELLOW_PARCEL_LOAD")); err == nil {
		long = time.Duration(s) * time.Second / 2
	}
	kept, err := store.Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	app := New(kept, nil, Settings{})
	defer app.Close()
	server := httptest.NewServer(app)
	defer server.Close()
	if _, err := kept.Jobs.List(context.Background(), "", 0, 1); err != nil {
		t.Fatal(err)
	}
	_, goroutines, files := held()
	makers := make([]*maker, 8)
	for i := range makers {
		makers[i] = &maker{base: server.URL, name: fmt.Sprint("maker", i), client: &http.Client{Transport: &http.Transport{}}}
	}
	var heaps []uint64
	for range 2 {
		until := time.Now().Add(long)
		var all sync.WaitGroup
		for _, m := range makers {
			all.Go(func() { m.work(until) })
		}
		all.Wait()
		heap, _, _ := held()
		heaps = append(heaps, heap)
	}
	var took []time.Duration
	for _, m := range makers {
		if m.failing != nil {
			t.Errorf("%s: %v", m.name, m.failing)
		}
		took = append(took, m.took...)
		m.client.CloseIdleConnections()
	}
	slices.Sort(took)
	deadline := time.Now().Add(10 * time.Second)
	_, g, f := held()
	for g > goroutines+2 || f > files+12 { // the data file has a few connections
		if time.Now().After(deadline) {
			t.Errorf("%d goroutines were %d, %d files were %d", g, goroutines, f, files)
			break
		}
		_, g, f = held()
	}
	t.Logf("%d plans, half within %v, 99 of 100 within %v; heap %d kB, then %d kB", len(took), took[len(took)/2], took[len(took)*99/100], heaps[0]>>10, heaps[1]>>10)
	// In so short a time what is remembered of plans still fills up.
	if long > time.Minute && float64(heaps[1]) > 1.1*float64(heaps[0]) {
		t.Errorf("memory grows: %d kB, then %d kB", heaps[0]>>10, heaps[1]>>10)
	}
}
