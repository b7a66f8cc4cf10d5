package api

import (
	"context"
	"errors"
	"io/fs"
	"log/slog"
	"net/http"
	"runtime"
	"strings"
	"sync/atomic"
	"time"

	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"yellow-parcel/core/catalog"
	"yellow-parcel/door"
	"yellow-parcel/store"
)

// Settings say where a server may be reached from. Without a passcode it
// answers this machine's own addresses only. Listen is the address it listens on;
// Secure says that the line is (https).
// Now is the clock, where it is not the machine's own.
type Settings struct {
	Passcode string
	Listen   string
	Secure   bool
	Now      func() time.Time
}

// Scheme is how addresses of such a server begin.
func (s Settings) Scheme() string {
	if s.Secure {
		return "https"
	}
	return "http"
}

// Server is the whole server: the API, the health check and the screens.
type Server struct {
	http.Handler
	s      *service
	behind *background
}

// Close ends what the server does besides answering, and waits for it; the data
// file stays open.
func (s *Server) Close() { s.behind.close() }

// quickly is how hard answers are pressed: a plan is on its way with every key, and the
// usual step more takes half as long again for a fiftieth of its size.
const quickly = 5

// New makes a server of a data file, with the screens in pages.
func New(kept *store.Store, pages fs.FS, set Settings) *Server {
	r := chi.NewRouter()
	r.Use(logged, recovered, known, headers, looked(kept), door.Guard(door.Settings{Passcode: set.Passcode, Sessions: kept.Sessions}))
	r.Use(middleware.Compress(quickly, "text/html", "text/css", "text/javascript", "application/json", "image/svg+xml"))
	a := humachi.New(r, config())
	behind := newBackground()
	s := newService(kept, set, behind)
	register(a, s)
	r.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "text/plain; charset=utf-8")
		_, _ = w.Write([]byte("ok\n"))
	})
	r.Get("/readyz", ready(kept))
	r.HandleFunc(noOperation, notAnswered(r))
	r.MethodNotAllowed(func(w http.ResponseWriter, _ *http.Request) { otherMethod(w, "GET") })
	r.Get("/*", page(pages))
	s.remaker.remade()
	behind.run(func(ctx context.Context) {
		if err := s.toolbox.balanced(ctx); err != nil && ctx.Err() == nil {
			slog.LogAttrs(ctx, slog.LevelError, "what happened in the stamp drawer is not up to date", slog.Any("error", err))
		}
	})
	return &Server{r, s, behind}
}

// newService puts together what answers. Behind is where what lists show is worked
// out anew; nil where nothing is worked out behind the answers.
func newService(kept *store.Store, set Settings, behind *background) *service {
	if set.Now == nil {
		set.Now = time.Now
	}
	memory, gate, hub := newMemory(), newGate(runtime.GOMAXPROCS(0)), newHub()
	memory.Keeper = sought{kept.Sought}
	lib := &library{catalog.Standard(), kept.Carriers, newRuleMemory()}
	box := &toolbox{kept: kept.Settings, library: lib, now: set.Now}
	out := &service{toolbox: box, devices: newInstruments(), places: places{set}}
	looks := &views{box, lib, memory, gate, kept.Carriers}
	if behind != nil {
		out.remaker = &remaker{views: looks, keptJobs: kept.Jobs, behind: behind}
	}
	out.settings, out.carriers = &settings{box, lib, out.remaker}, &carriers{lib, box, kept.Carriers, kept.Jobs, out.remaker}
	out.logs = &logs{box, lib, kept.Log, &taught{}}
	out.shelves = &shelves{library: lib, kept: kept.Shelf, keptMakings: kept.Makings}
	out.planner = &planner{box, lib, out.shelves, out.logs, memory, gate}
	out.searches = &searches{out.planner, memory, newGate(1)}
	out.gangs = &gangs{box, lib, memory, gate, out.searches, kept.Gangs, kept.Jobs}
	out.uses = &uses{out.planner, out.gangs, out.shelves, memory, kept.Jobs, kept.Gangs, kept.Shelf}
	made := &sources{box, lib, out.shelves, memory, kept.Gangs, kept.Jobs, kept.Carriers}
	out.tables = &tables{box, made, looks, kept.Makings, kept.Jobs, kept.Log, hub, set.Now}
	out.diaries = &diaries{looks, out.remaker, out.tables, out.logs, kept.Jobs, kept.Makings, set.Now}
	out.jobs = &jobs{looks, out.remaker, out.diaries, kept.Jobs}
	out.makings = &makings{made, out.tables, kept.Makings, hub, set.Now}
	out.plans = &plans{out.planner, lib, out.diaries, memory}
	out.copies = &copies{box, kept.Copies, kept.Jobs, kept.Settings, &atomic.Bool{}}
	out.standings = &standings{box, out.copies, kept.Health, kept.Copies, kept.File()}
	out.archives = &archives{box, lib, out.shelves, kept, out.remaker}
	out.demos = &demos{kept, set, out.jobs}
	return out
}

// headers keep a browser from loading or being told anything outside.
func headers(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'")
		h.Set("X-Content-Type-Options", "nosniff")
		// Other sites are told nothing; our own forms say where they come from.
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		next.ServeHTTP(w, r)
	})
}

// looked has it noticed before each answer of the API that what belongs to the data
// file was taken away, whatever is asked: what was kept is put in safety then.
func looked(kept *store.Store) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if strings.HasPrefix(r.URL.Path, "/api/") {
				_ = kept.Health.Same() // changes are refused where they are made, and every screen says why
			}
			next.ServeHTTP(w, r)
		})
	}
}

// page serves the built front end; an address that is no file is one of its own screens.
func page(pages fs.FS) http.HandlerFunc {
	files := http.FileServerFS(pages)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.Trim(r.URL.Path, "/")
		info, err := fs.Stat(pages, name)
		if strings.HasPrefix(name, "assets/") && err != nil {
			nothingHere(w, r)
			return
		}
		if err == nil && !info.IsDir() {
			if strings.HasPrefix(name, "assets/") {
				w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			files.ServeHTTP(w, r)
			return
		}
		index, err := fs.ReadFile(pages, "index.html")
		if errors.Is(err, fs.ErrNotExist) {
			door.Refuse(w, http.StatusServiceUnavailable, "The screens are not built yet: run make build.")
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Cache-Control", "no-cache")
		_, _ = w.Write(index)
	}
}

// ready answers whether jobs can be read and kept just now, and why not.
func ready(kept *store.Store) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		if err := kept.Health.Ready(r.Context()); err != nil {
			door.Refuse(w, http.StatusServiceUnavailable, err.Error())
			return
		}
		w.Header().Set("Content-Type", "text/plain; charset=utf-8")
		_, _ = w.Write([]byte("ready\n"))
	}
}
