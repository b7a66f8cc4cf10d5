package api

import (
	"context"
	"log/slog"
	"path/filepath"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/store"
)

// StandingBody is what every screen says of how what is kept stands; nothing where all is well.
type StandingBody struct {
	Lines []StandingLine `json:"lines"`
}

// StandingLine is one thing that is to be seen to, and the commands that help.
type StandingLine struct {
	Code string   `json:"code" enum:"taken,damaged,copy-failed,copy-old"`
	Text string   `json:"text"`
	How  []string `json:"how,omitempty" doc:"commands that help, the best first"`
}

type standingOutput struct{ Body StandingBody }

// standings says what is to be seen to so that nothing kept is lost.
type standings struct {
	toolbox    *toolbox
	copies     *copies
	keptHealth *store.Health
	keptCopies *store.Copies
	file       string // the data file
}

func (s *standings) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/standing", "standing", "What is to be seen to so that nothing kept is lost", false), s.standing)
}

// oldCopy is after how many days a copy is old, where anything was kept since.
const oldCopy = 2

func (s *standings) standing(ctx context.Context, _ *struct{}) (*standingOutput, error) {
	out := &standingOutput{StandingBody{Lines: []StandingLine{}}}
	add := func(code, text string, how ...string) {
		out.Body.Lines = append(out.Body.Lines, StandingLine{code, text, how})
	}
	if err := s.keptHealth.Same(); err != nil {
		add("taken", err.Error()+".")
	}
	if err := s.keptHealth.Damage(); err != nil {
		text, how, err := s.sayDamage(ctx, err)
		if err != nil {
			return nil, err
		}
		add("damaged", text, how...)
		return out, nil // no copy is made of it either
	}
	if err := s.keptCopies.Failed(); err != nil {
		add("copy-failed", "The last copy was not made: "+err.Error()+".")
		return out, nil
	}
	old, err := s.copies.old(ctx)
	if err == nil && old != "" {
		add("copy-old", old)
	}
	return out, err
}

// sayDamage says that the data file is damaged, and the ways on: the newest copy
// that is good, and what can be read of the file.
func (s *standings) sayDamage(ctx context.Context, found error) (text string, how []string, err error) {
	good, err := s.keptCopies.NewestGood(ctx)
	if err != nil {
		return "", nil, err
	}
	text = found.Error() + "."
	dir := filepath.Dir(s.file)
	if day, ok := calendar.Day(good.Day); ok {
		today, _ := calendar.Day(s.toolbox.today(ctx)) // as a clock says it
		text += " The newest good copy is of " + calendar.Say(day, today) + "."
		how = append(how, takeBack(good))
	} else {
		text += " There is no good copy."
	}
	return text, append(how, "yellow-parcel mend --data "+quoted(dir)+" "+quoted(filepath.Join(dir, "mended.db"))), nil
}

// old says that the last copy is old and that there were changes since; empty
// where it is not, or where copies are switched off.
func (s *copies) old(ctx context.Context) (string, error) {
	tools, err := s.toolbox.tools(ctx)
	if err != nil || tools.NoCopies || !s.copied.Load() {
		return "", err
	}
	all, err := s.keptCopies.All()
	if err != nil || len(all) == 0 {
		return "", err
	}
	today, _ := calendar.Day(s.toolbox.nowIn(tools.Zone).Format(time.DateOnly)) // as a clock says it
	day, ok := calendar.Day(all[0].Day)
	if !ok || today-day <= oldCopy {
		return "", nil
	}
	changed, err := s.keptCopies.ChangedSince(ctx, all[0])
	if err != nil || !changed {
		return "", err
	}
	return "The last copy is of " + calendar.Say(day, today) + ", and there were changes since: make one in Settings.", nil
}

// How often it is seen to what may happen to the data file, and whether a copy is due.
const (
	glanceEvery = 2 * time.Second
	copyEvery   = 30 * time.Minute
)

// LookAfter looks after the data file until the server is closed: that it is whole,
// to begin with; that it stays the one that was opened; that there is a copy of every
// day, unless that is switched off.
func (s *Server) LookAfter() {
	s.behind.run(func(ctx context.Context) {
		s.s.standings.lookThrough(ctx)
		said := noted("there is no copy of today")
		for {
			said.note(ctx, s.s.copies.daily(ctx))
			s.s.copies.copied.Store(true)
			if !wait(ctx, copyEvery) {
				return
			}
		}
	})
	s.behind.run(func(ctx context.Context) {
		said := noted("the data file is not the one that was opened")
		for wait(ctx, glanceEvery) {
			said.note(ctx, s.s.standings.keptHealth.Same())
		}
	})
}

// lookThrough looks the data file through, and writes down that it is damaged, with
// the ways on.
func (s *standings) lookThrough(ctx context.Context) {
	err := s.keptHealth.LookThrough(ctx)
	if err == nil || ctx.Err() != nil {
		return
	}
	attrs := []slog.Attr{slog.Any("error", err)}
	if _, how, err := s.sayDamage(ctx, err); err == nil {
		attrs = append(attrs, slog.Any("how", how))
	}
	slog.LogAttrs(ctx, slog.LevelError, "the data file is not whole", attrs...)
}

// noted writes one thing down whenever there is something new to say of it.
func noted(what string) *note { return &note{what: what} }

type note struct{ what, last string }

func (n *note) note(ctx context.Context, err error) {
	now := ""
	if err != nil && ctx.Err() == nil {
		now = err.Error()
	}
	if now != "" && now != n.last {
		slog.LogAttrs(ctx, slog.LevelError, n.what, slog.Any("error", err))
	}
	n.last = now
}

// wait waits for a while; false where there is no more to wait for.
func wait(ctx context.Context, long time.Duration) bool {
	select {
	case <-time.After(long):
		return true
	case <-ctx.Done():
		return false
	}
}
