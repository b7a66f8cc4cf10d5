package api

import (
	"context"
	"encoding/json"
	"log/slog"
	"sync"
	"time"

	"yellow-parcel/core/job"
	"yellow-parcel/store"
)

// remaker works out anew, behind the answers, what lists show of jobs whose rules
// changed since it was kept.
type remaker struct {
	views    *views
	keptJobs store.Jobs
	behind   *background
	mu       sync.Mutex
	done     chan struct{} // closed when what runs has ended; nil where nothing runs
	more     bool          // something changed while it ran
}

// changed has what lists show worked out anew, where anything is worked out behind the answers.
func (s *remaker) changed() {
	if s != nil {
		s.remade()
	}
}

// remade is a channel that is closed once everything shown is as it should be.
func (s *remaker) remade() <-chan struct{} {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.done != nil {
		s.more = true
		return s.done
	}
	done := make(chan struct{})
	s.done = done
	s.behind.run(func(ctx context.Context) {
		defer s.leave(done)
		for {
			err := s.remakeAll(ctx)
			if err != nil && ctx.Err() == nil {
				slog.LogAttrs(ctx, slog.LevelError, "what lists show is not up to date", slog.Any("error", err))
			}
			if s.ended(err) {
				return
			}
		}
	})
	return done
}

// leave says that a run has ended, however it did.
func (s *remaker) leave(done chan struct{}) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.done == done {
		s.done = nil
	}
	close(done)
}

// ended tells whether nothing changed while it ran; then it runs no more.
func (s *remaker) ended(err error) bool {
	s.mu.Lock()
	defer s.mu.Unlock()
	over := err != nil || !s.more
	if s.more = false; over {
		s.done = nil
	}
	return over
}

// remadeAtOnce is how many jobs are read for working them out anew.
const remadeAtOnce = 20

// remakeAll works out what is shown, the newest change first, until all of it is by
// the tools and carriers of the moment.
func (s *remaker) remakeAll(ctx context.Context) error {
	for {
		sight, err := s.views.sight(ctx)
		if err != nil {
			return err
		}
		if any, err := s.keptJobs.AnyStale(ctx, sight.by); err != nil || !any {
			return err
		}
		if err := s.remakeBy(ctx, sight); err != nil {
			return err
		}
	}
}

// remakeBy goes through all jobs once, as long as its sight is that of the moment.
func (s *remaker) remakeBy(ctx context.Context, sight *sight) error {
	after := int64(0)
	for {
		stale, err := s.keptJobs.Stale(ctx, sight.by, after, remadeAtOnce)
		if err != nil || len(stale) == 0 {
			return err
		}
		for _, j := range stale {
			if err := s.remake(ctx, sight, j); err != nil {
				return err
			}
		}
		after = stale[len(stale)-1].Number
		now, err := s.views.sight(ctx)
		if err != nil || now.by != sight.by {
			return err
		}
	}
}

// anew works out what a list shows of a kept job, and what it is found by.
func (s *views) anew(ctx context.Context, v *sight, j store.Job) (keptShown, string, error) {
	one, err := job.Read([]byte(j.Document))
	if err != nil {
		return keptShown{Shown: unfinished}, "", nil // a list shows what it can of it
	}
	return s.look(ctx, v, one)
}

// remake works out what a list shows of a job, and keeps that.
func (s *remaker) remake(ctx context.Context, v *sight, j store.Job) error {
	out, words, err := s.views.anew(ctx, v, j)
	if err != nil {
		return err
	}
	text, err := json.Marshal(out)
	if err != nil {
		return err
	}
	j.Shown, j.ShownBy, j.Words = string(text), v.by, words
	return s.keptJobs.Show(ctx, j)
}

// settling is how long what hangs on every job that is due waits for them to be worked out.
const settling = 2 * time.Second

// settled waits, for a while, until what is shown is as it should be; where nothing
// is worked out behind the answers there is nothing to wait for.
func (s *remaker) settled(ctx context.Context, sight *sight) error {
	if s == nil {
		return nil
	}
	if any, err := s.keptJobs.AnyStale(ctx, sight.by); err != nil || !any {
		return err
	}
	ctx, cancel := context.WithTimeout(ctx, settling)
	defer cancel()
	select {
	case <-s.remade():
	case <-ctx.Done():
	}
	return nil
}
