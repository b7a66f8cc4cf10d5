package store

import (
	"context"
	"sync"
	"time"
)

// Health is whether a data file is there, whole, and can be read and written.
type Health struct {
	db     guarded
	file   string
	looked lookedThrough
}

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
func (h *Health) Ready(ctx context.Context) error {
	if err := h.Same(); err != nil {
		return err
	}
	if err := tryWriting(h.db.DB.DB); err != nil {
		return fault(h.file, err)
	}
	h.looked.mu.Lock()
	fresh := time.Since(h.looked.at) < lookedEvery
	h.looked.mu.Unlock()
	if !fresh {
		if err := h.examine(ctx, glance); err != nil {
			return err
		}
	}
	return h.Damage()
}

// Same tells whether the data file and what belongs to it are still those that were
// opened; once they are not, nothing more is kept until it is opened anew. The error
// is a *Fault.
func (h *Health) Same() error { return h.db.watch.look() }

// LookThrough looks the whole data file through. The error is a *Fault, of damage or
// of why it could not be looked through.
func (h *Health) LookThrough(ctx context.Context) error {
	if err := h.examine(ctx, whole); err != nil {
		return err
	}
	return h.Damage()
}

// Damage is what is known of damage to the data file: a *Fault, or nil.
func (h *Health) Damage() error {
	h.looked.mu.Lock()
	defer h.looked.mu.Unlock()
	if h.looked.says == nil {
		return nil
	}
	return h.looked.says
}

// examine looks through the data file and notes what it finds; the error is that it could not.
func (h *Health) examine(ctx context.Context, how string) error {
	h.looked.one.Lock()
	defer h.looked.one.Unlock()
	var says string
	err := h.db.GetContext(ctx, &says, how)
	var found *Fault
	switch {
	case err != nil && !damaged(err):
		return fault(h.file, err)
	case err != nil:
		found = damage(h.file, err.Error())
	case says != "ok":
		found = damage(h.file, says)
	}
	h.looked.mu.Lock()
	defer h.looked.mu.Unlock()
	h.looked.at, h.looked.says = time.Now(), found
	return nil
}

// damage says that a data file is damaged, and the two ways on.
func damage(file, how string) *Fault {
	return &Fault{file, "is damaged (" + how + ")", "stop the application and restore a copy with yellow-parcel restore, or save what can be read with yellow-parcel mend; what is there is kept beside it", nil}
}
