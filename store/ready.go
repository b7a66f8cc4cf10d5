package store

import (
	"context"
	"sync"
	"time"
)

// lookedThrough is when the data file was looked through last, and what came of it.
type lookedThrough struct {
	one sync.Mutex // one look after another

	mu   sync.Mutex
	at   time.Time
	says *Fault
}

// lookedEvery is how long it holds that a data file was found whole.
const lookedEvery = time.Hour

// How thoroughly a data file is looked through.
const (
	glance = `PRAGMA quick_check(1)`
	whole  = `PRAGMA integrity_check(1)`
)

// Ready tells whether the data file can be read and written, and is whole as far as
// that was looked at in the last hour. The error is a *Fault.
func (s *Store) Ready(ctx context.Context) error {
	if err := s.Same(); err != nil {
		return err
	}
	if err := tryWriting(s.db.DB.DB); err != nil {
		return fault(s.file, err)
	}
	s.looked.mu.Lock()
	fresh := time.Since(s.looked.at) < lookedEvery
	s.looked.mu.Unlock()
	if !fresh {
		if err := s.examine(ctx, glance); err != nil {
			return err
		}
	}
	return s.Damage()
}

// Same tells whether the data file and what belongs to it are still those that were
// opened; once they are not, nothing more is kept until it is opened anew. The error
// is a *Fault.
func (s *Store) Same() error { return s.db.watch.look() }

// LookThrough looks the whole data file through. The error is a *Fault, of damage or
// of why it could not be looked through.
func (s *Store) LookThrough(ctx context.Context) error {
	if err := s.examine(ctx, whole); err != nil {
		return err
	}
	return s.Damage()
}

// Damage is what is known of damage to the data file: a *Fault, or nil.
func (s *Store) Damage() error {
	s.looked.mu.Lock()
	defer s.looked.mu.Unlock()
	if s.looked.says == nil {
		return nil
	}
	return s.looked.says
}

// examine looks through the data file and notes what it finds; the error is that it could not.
func (s *Store) examine(ctx context.Context, how string) error {
	s.looked.one.Lock()
	defer s.looked.one.Unlock()
	var says string
	err := s.db.GetContext(ctx, &says, how)
	var found *Fault
	switch {
	case err != nil && !damaged(err):
		return fault(s.file, err)
	case err != nil:
		found = damage(s.file, err.Error())
	case says != "ok":
		found = damage(s.file, says)
	}
	s.looked.mu.Lock()
	defer s.looked.mu.Unlock()
	s.looked.at, s.looked.says = time.Now(), found
	return nil
}

// damage says that a data file is damaged, and the two ways on.
func damage(file, how string) *Fault {
	return &Fault{file, "is damaged (" + how + ")", "stop the application and restore a copy with yellow-parcel restore, or save what can be read with yellow-parcel mend; what is there is kept beside it", nil}
}
