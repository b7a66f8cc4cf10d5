package store

import (
	"context"
	"sync"
	"time"
)

// lookedThrough is when the data file was looked through last, and what came of it.
type lookedThrough struct {
	mu   sync.Mutex
	at   time.Time
	says string
}

// lookedEvery is how long it holds that a data file was found whole.
const lookedEvery = time.Hour

// Ready tells whether the data file can be read and written, and is whole as far as
// that was looked at in the last hour. The error is a *Fault.
func (s *Store) Ready(ctx context.Context) error {
	if err := tryWriting(s.db.DB); err != nil {
		return fault(s.file, err)
	}
	says, err := s.lookThrough(ctx)
	switch {
	case err != nil:
		return fault(s.file, err)
	case says != "ok":
		return &Fault{s.file, "is damaged (" + says + ")", "stop the application and restore a copy with yellow-parcel restore; what is there is kept beside it", nil}
	}
	return nil
}

func (s *Store) lookThrough(ctx context.Context) (string, error) {
	s.looked.mu.Lock()
	defer s.looked.mu.Unlock()
	if time.Since(s.looked.at) < lookedEvery {
		return s.looked.says, nil
	}
	var says string
	if err := s.db.GetContext(ctx, &says, `PRAGMA quick_check(1)`); err != nil {
		return "", err
	}
	s.looked.at, s.looked.says = time.Now(), says
	return says, nil
}
