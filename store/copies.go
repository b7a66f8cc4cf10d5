package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"time"
)

// How many copies are kept: those of the newest days, before them the first of
// each week, before these the first of each month. They are counted, not dated: who
// is away for two weeks finds all of them.
const (
	CopyDays   = 14
	CopyWeeks  = 8
	CopyMonths = 12
)

// copiesName is the folder of the daily copies, inside the data folder.
const copiesName = "copies"

var copyName = regexp.MustCompile(`^yellow-parcel-([0-9]{4}-[0-9]{2}-[0-9]{2})\.db$`)

// Copy is the copy of a day.
type Copy struct {
	Day  string // YYYY-MM-DD
	File string
	Size int64 // bytes
}

// Copies are the daily copies beside a data file, and copies of it anywhere.
type Copies struct {
	db     guarded
	file   string
	health *Health

	one  sync.Mutex            // one daily copy after another
	last atomic.Pointer[error] // what came of the last
	good atomic.Pointer[verified]
}

// All are the daily copies there are, the newest first.
func (c *Copies) All() ([]Copy, error) { return copiesIn(c.dir()) }

func (c *Copies) dir() string { return filepath.Join(filepath.Dir(c.file), copiesName) }

func copiesIn(dir string) ([]Copy, error) {
	all, err := os.ReadDir(dir)
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, fault(dir, err)
	}
	var out []Copy
	for _, one := range all {
		day := copyName.FindStringSubmatch(one.Name())
		info, err := one.Info()
		if day == nil || err != nil { // it is none, or went away meanwhile
			continue
		}
		out = append(out, Copy{day[1], filepath.Join(dir, one.Name()), info.Size()})
	}
	slices.Reverse(out)
	return out, nil
}

// Of tells whether there is a copy of a day.
func (c *Copies) Of(day time.Time) (bool, error) {
	all, err := c.All()
	return slices.ContainsFunc(all, func(c Copy) bool { return c.Day == day.Format(time.DateOnly) }), err
}

// Make makes the copy of a day, in the place of one there is of it. Only once
// it is there and whole does it let go of those that are too many, and of what a
// copy cut short left behind. The error is a *Fault, and Failed gives it until
// a copy was made.
func (c *Copies) Make(ctx context.Context, day time.Time) error {
	c.one.Lock()
	defer c.one.Unlock()
	err := c.make(ctx, day)
	if ctx.Err() == nil {
		c.last.Store(&err)
	}
	return err
}

func (c *Copies) make(ctx context.Context, day time.Time) error {
	dir := c.dir()
	if err := os.MkdirAll(dir, ownFolder); err != nil {
		return fault(dir, err)
	}
	// What is damaged in the data file may not show in a copy: a row that is lost is not missed there.
	if err := c.health.LookThrough(ctx); err != nil {
		return err
	}
	if err := c.copyTo(ctx, filepath.Join(dir, copyFile(day)), os.Rename); err != nil {
		return err
	}
	return thin(dir, day)
}

func copyFile(day time.Time) string { return "yellow-parcel-" + day.Format(time.DateOnly) + ".db" }

// Failed is why the last copy was not made; nil where it was, or none was tried.
func (c *Copies) Failed() error {
	if err := c.last.Load(); err != nil {
		return *err
	}
	return nil
}

// thin lets go of copies that are too many, and of parts of copies.
func thin(dir string, today time.Time) error {
	all, err := copiesIn(dir)
	if err != nil {
		return err
	}
	for _, one := range tooMany(all, today.Format(time.DateOnly)) {
		err = errors.Join(err, gone(one.File))
	}
	left, readErr := os.ReadDir(dir)
	err = errors.Join(err, readErr)
	for _, one := range left {
		if strings.HasSuffix(one.Name(), partEnd) {
			err = errors.Join(err, gone(filepath.Join(dir, one.Name())))
		}
	}
	return fault(dir, err)
}

// tooMany are the copies that are not kept, of some with the newest first. Those of
// days to come stay and do not count: a clock went wrong, then or now.
func tooMany(all []Copy, today string) (out []Copy) {
	all = slices.DeleteFunc(slices.Clone(all), func(c Copy) bool { return c.Day > today })
	all = all[min(CopyDays, len(all)):]
	for _, of := range []struct {
		most int
		name func(day time.Time) string
	}{
		{CopyWeeks, func(day time.Time) string { year, week := day.ISOWeek(); return fmt.Sprint(year, " ", week) }},
		{CopyMonths, func(day time.Time) string { return day.Format("2006-01") }},
	} {
		var more []Copy
		more, all = firsts(all, of.most, of.name)
		out = append(out, more...)
	}
	return append(out, all...)
}

// firsts splits off as many spans of time as are kept, the newest first: what is in
// them but the first of each, and what is before them all.
func firsts(all []Copy, most int, span func(time.Time) string) (more, before []Copy) {
	last, spans := "", 0
	for i, c := range all {
		day, err := time.Parse(time.DateOnly, c.Day)
		if err != nil {
			return more, nil // of no day at all: it stays, and what is before it
		}
		if now := span(day); now != last {
			if spans++; spans > most {
				return more, all[i:]
			}
			last = now
			continue
		}
		more = append(more, all[i-1]) // a newer one of the same span
	}
	return more, nil
}

// NewestGood is the newest copy that is whole; the zero Copy where there is none. One
// that was found so is looked through again only where its file has changed.
func (c *Copies) NewestGood(ctx context.Context) (Copy, error) {
	all, err := c.All()
	if err != nil {
		return Copy{}, err
	}
	for _, one := range all {
		info, err := os.Stat(one.File)
		if err != nil {
			continue // it went away meanwhile
		}
		now := verified{one, info.ModTime()}
		if known := c.good.Load(); known != nil && *known == now {
			return one, nil
		}
		if Verify(ctx, one.File) == nil {
			c.good.Store(&now)
			return one, nil
		}
	}
	return Copy{}, ctx.Err()
}

// verified is a copy that was found whole, as it was then.
type verified struct {
	Copy
	at time.Time
}

// marks is one word for everything that is kept; it changes whenever that does.
const marks = `SELECT (SELECT count(*) || ' ' || coalesce(max(number), 0) || ' ' || count(removed) FROM jobs) || '/' ||
	(SELECT count(*) || ' ' || coalesce(sum(revision), 0) || ' ' || count(removed) FROM shelf) || '/' ||
	(SELECT count(*) || ' ' || coalesce(group_concat(state), '') FROM uses) || '/' || (SELECT coalesce(max(revision), 0) FROM settings) || '/' ||
	(SELECT count(*) || ' ' || coalesce(sum(revision), 0) FROM carriers) || '/' ||
	(SELECT count(*) || ' ' || coalesce(sum(revision), 0) || ' ' || count(removed) FROM gangs) || '/' ||
	(SELECT count(*) || ' ' || count(removed) || ' ' || coalesce(max(updated), '') FROM makings) || '/' || (SELECT count(*) FROM making_events) || '/' ||
	(SELECT count(*) || ' ' || coalesce(sum(revision), 0) || ' ' || count(removed) FROM log)`

// ChangedSince tells whether anything was kept since a copy was made; so it is
// taken to be where the copy cannot tell.
func (c *Copies) ChangedSince(ctx context.Context, old Copy) (bool, error) {
	var now, then string
	if err := c.db.GetContext(ctx, &now, marks); err != nil {
		return false, err
	}
	of, err := reading(old.File)
	if err != nil {
		return true, nil
	}
	defer of.Close()
	return of.db.GetContext(ctx, &then, marks) != nil || now != then, nil
}
