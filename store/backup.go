package store

import (
	"context"
	"database/sql"
	"errors"
	"io"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
)

// partEnd ends the name of a copy being made, so that one half made is never taken for one.
const partEnd = ".part"

// Backup writes a whole, consistent copy of the data file that its owner alone can
// read; the file must not exist yet, and is there only once it was found whole.
func (c *Copies) Backup(ctx context.Context, file string) error {
	if _, err := os.Lstat(file); err == nil {
		return &Fault{file, "is there already", "give another name", nil}
	}
	// What is damaged may not show in a copy of it.
	if err := c.health.LookThrough(ctx); err != nil {
		return err
	}
	return c.copyTo(ctx, file, giveNew)
}

// link gives a file a second name; where a disk has no such thing, tests stand in for it.
var link = os.Link

// giveNew gives a file a name that nothing has; where there are no hard links by a
// name taken first.
func giveNew(from, to string) error {
	err := link(from, to)
	if err == nil || errors.Is(err, fs.ErrExist) {
		return err
	}
	taken, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL, ownFile)
	if err != nil {
		return err
	}
	return errors.Join(taken.Close(), os.Rename(from, to))
}

// alike gives a file a second name, or makes a second file of it where there are no hard links.
func alike(from, to string) error {
	err := link(from, to)
	if err == nil || errors.Is(err, fs.ErrNotExist) || errors.Is(err, fs.ErrExist) {
		return err
	}
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, ownFile)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
}

// copyTo writes a copy beside a name and gives it that name, as give does.
func (c *Copies) copyTo(ctx context.Context, file string, give func(from, to string) error) error {
	part, err := os.CreateTemp(filepath.Dir(file), filepath.Base(file)+".*"+partEnd)
	if err != nil {
		return fault(file, err)
	}
	defer os.Remove(part.Name())
	if err := part.Close(); err != nil {
		return fault(file, err)
	}
	// SQLite writes into an empty file, and leaves it its owner's alone.
	if _, err := c.db.DB.ExecContext(ctx, `VACUUM INTO ?`, part.Name()); damaged(err) {
		return damage(c.file, err.Error()) // it is what is copied that is
	} else if err != nil {
		return fault(file, err)
	}
	if err := Verify(ctx, part.Name()); err != nil {
		return fault(file, err)
	}
	if err := syncFile(part.Name()); err != nil {
		return fault(file, err)
	}
	if err := give(part.Name(), file); err != nil {
		return fault(file, err)
	}
	return syncFile(filepath.Dir(file))
}

// BackupOf is Backup of a folder's data file, of whatever version it is; a server
// may have it open.
func BackupOf(ctx context.Context, dir, file string) error {
	s, err := reading(filepath.Join(dir, FileName))
	if err != nil {
		return err
	}
	return errors.Join(s.Copies.Backup(ctx, file), s.Close())
}

// Verify looks a data file through from end to end: it is one of ours, and whole.
func Verify(ctx context.Context, file string) error {
	s, err := reading(file)
	if err != nil {
		return err
	}
	return errors.Join(s.verify(ctx), s.Close())
}

func (s *Store) verify(ctx context.Context) error {
	var says string
	has, err := version(s.db.DB)
	if err == nil {
		err = s.db.GetContext(ctx, &says, `PRAGMA integrity_check(1)`)
	}
	switch {
	case err != nil:
		return fault(s.file, err)
	case has == 0:
		return &Fault{s.file, "is a database, but none of Yellow Parcel's", "give another file", nil}
	case says != "ok":
		return &Fault{s.file, "is damaged (" + says + ")", "give another copy", nil}
	}
	return nil
}

// Restore puts a copy in the place of a folder's data file, which no server may
// have open. What it replaces is kept beside it; its name is given, empty where
// there was nothing.
func Restore(ctx context.Context, dir, from string) (kept string, err error) {
	source, err := reading(from)
	if err != nil {
		return "", err
	}
	defer func() { err = errors.Join(err, source.Close()) }()
	if err := source.verify(ctx); err != nil {
		return "", err
	}
	if err := source.known(false); err != nil {
		return "", err
	}
	if err := os.MkdirAll(dir, ownFolder); err != nil {
		return "", fault(dir, err)
	}
	lock, err := locked(dir)
	if err != nil {
		return "", err
	}
	defer func() { err = errors.Join(err, lock.Unlock()) }()
	file := filepath.Join(dir, FileName)
	_ = takeOver(ctx, file) // what a damaged file cannot take over is set aside with it
	given := highestIn(ctx, file)
	if kept, err = setAside(file); err != nil {
		return "", err
	}
	return kept, source.Copies.copyTo(ctx, file, func(part, name string) error {
		if err := goOnAbove(ctx, part, given); err != nil {
			return err
		}
		// What the old file could not take over must not be read into the new one.
		return errors.Join(gone(name+"-wal"), gone(name+"-shm"), os.Rename(part, name))
	})
}

// highestIn is the highest revision a data file has given, as far as it can be read
// as it lies there.
func highestIn(ctx context.Context, file string) int {
	db, err := connect(file, url.Values{"mode": {"ro"}, "immutable": {"1"}})
	if err != nil {
		return 0
	}
	defer db.Close()
	n, err := highest(ctx, db)
	if err != nil {
		return 0 // it is damaged, or there is none
	}
	return n
}

// goOnAbove has a copy give revisions that the data file it takes the place of has not given.
func goOnAbove(ctx context.Context, file string, given int) error {
	db, err := connect(file, nil)
	if err != nil {
		return err
	}
	_, err = db.ExecContext(ctx, makeFloors)
	if err == nil {
		err = raiseFloor(ctx, db, given)
	}
	return errors.Join(err, db.Close(), syncFile(file))
}

// takeOver has a data file take over what it had yet to, as one that a server that
// was killed left; the error is why it still has to.
func takeOver(ctx context.Context, file string) error {
	for _, name := range []string{file, file + "-wal"} {
		if _, err := os.Stat(name); errors.Is(err, fs.ErrNotExist) {
			return nil
		}
	}
	db, err := connect(file, url.Values{"_pragma": {"busy_timeout(5000)", "synchronous(FULL)"}})
	if err != nil {
		return err
	}
	if err = errors.Join(checkpoint(ctx, db, "TRUNCATE"), db.Close()); err != nil {
		return err
	}
	return gone(file + "-wal") // there is nothing left in it
}

// checkpoint takes over into an open data file what it has yet to; how is SQLite's
// word for how thoroughly.
func checkpoint(ctx context.Context, db interface {
	QueryRowContext(context.Context, string, ...any) *sql.Row
}, how string) error {
	var busy, log, done int
	err := db.QueryRowContext(ctx, `PRAGMA wal_checkpoint(`+how+`)`).Scan(&busy, &log, &done)
	if err == nil && busy != 0 {
		err = errors.New("the data file is in use")
	}
	return err
}

// setAside keeps a data file and what belongs to it under another name as well.
func setAside(file string) (string, error) {
	if _, err := os.Stat(file); errors.Is(err, fs.ErrNotExist) {
		return "", nil
	}
	kept := beside(file, "before")
	for _, end := range append([]string{""}, besideEnds...) {
		if err := alike(file+end, kept+end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return "", fault(kept, err)
		}
	}
	return kept, syncFile(filepath.Dir(file))
}
