package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"sync"
	"time"

	"github.com/jmoiron/sqlx"
)

// besideEnds end the names of what SQLite has beside an open data file: what it
// has yet to take over, and the index of that.
var besideEnds = []string{"-wal", "-shm"}

// watch sees to it that an open data file, and what belongs to it, are the files
// that were opened: whatever tidies up or carries folders about may take them away
// from under it. Once they were, nothing more is kept until it is opened anew.
type watch struct {
	file string
	hold *sql.Conn // the last to let go of what was opened

	mu     sync.Mutex
	opened map[string]fs.FileInfo
	gone   *Fault
	closed bool
}

// watched begins to watch an open data file.
func watched(db *sqlx.DB, file string) (*watch, error) {
	hold, err := db.DB.Conn(context.Background())
	if err != nil {
		return nil, err
	}
	w := &watch{file: file, hold: hold, opened: map[string]fs.FileInfo{}}
	for _, end := range append([]string{""}, besideEnds...) {
		info, err := os.Stat(file + end)
		if err != nil {
			return nil, errors.Join(err, hold.Close())
		}
		w.opened[file+end] = info
	}
	return w, nil
}

// look tells whether the files are still those that were opened; a *Fault where
// they are not. What was kept until then is put where it is found again first. A
// nil watch watches nothing.
func (w *watch) look() error {
	if w == nil {
		return nil
	}
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.closed {
		return nil
	}
	if w.gone == nil && w.same() {
		return nil
	}
	w.rescue()
	return w.gone
}

func (w *watch) same() bool {
	for name, was := range w.opened {
		if now, err := os.Stat(name); err != nil || !os.SameFile(was, now) {
			return false
		}
	}
	return true
}

const keepOff = "keep what tidies up or syncs off this folder, then stop the application and start it again; until then nothing more is kept"

// rescue puts what was kept into the data file from what is still open of it; into
// another file where the data file itself was replaced.
func (w *watch) rescue() {
	if now, err := os.Stat(w.file); err == nil && os.SameFile(w.opened[w.file], now) {
		w.foldIn()
		return
	}
	if w.gone != nil && w.gone.Err == nil {
		return // all of it was put into another file, and nothing was kept since
	}
	kept := beside(w.file, "saved")
	_, err := w.hold.ExecContext(context.Background(), `VACUUM INTO ?`, kept)
	if err == nil {
		err = syncFile(kept)
	}
	const what = "was taken away or replaced while it was open"
	if err != nil {
		w.gone = &Fault{w.file, what + ", and what was kept could not be saved yet (" + err.Error() + ")", "leave the application running and make room in its folder; it is tried again", err}
		return
	}
	w.gone = &Fault{w.file, what + "; all that was kept until then is in " + kept, "stop the application and put that in its place with yellow-parcel restore", nil}
}

// foldIn takes over into the data file what it had yet to, and puts aside what
// stands in the place of that: another file's would be taken for its own.
func (w *watch) foldIn() {
	err := checkpoint(context.Background(), w.hold, "FULL")
	for _, end := range besideEnds {
		if now, statErr := os.Stat(w.file + end); statErr == nil && !os.SameFile(w.opened[w.file+end], now) {
			err = errors.Join(err, os.Rename(w.file+end, beside(w.file+end, "aside")))
		}
	}
	what := "lost what belongs to it while it was open (the file with -wal or -shm at its end was taken away or replaced)"
	if err != nil {
		w.gone = &Fault{w.file, what + ", and what it held could not be taken over yet (" + err.Error() + ")", keepOff, err}
		return
	}
	if w.gone == nil || w.gone.Err != nil {
		w.gone = &Fault{w.file, what + "; all that was kept is in the data file", keepOff, nil}
	}
}

// close ends the watch, and lets go of what was held.
func (w *watch) close() error {
	if w == nil {
		return nil
	}
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.closed {
		return nil
	}
	w.closed = true
	return w.hold.Close()
}

// beside is a name beside a file that nothing has yet, with what it is and when.
func beside(file, what string) string {
	at := file + "." + what + "-" + time.Now().UTC().Format("20060102-150405")
	name := at
	for n := 2; ; n++ {
		if _, err := os.Lstat(name); errors.Is(err, fs.ErrNotExist) {
			return name
		}
		name = fmt.Sprintf("%s-%d", at, n)
	}
}

// guarded is a data file whose changes are kept only while it is the one that was
// opened; that is looked at before and after each, so that none that may be gone
// is taken for kept.
type guarded struct {
	*sqlx.DB
	watch *watch // nil where it is only read
}

// ExecContext makes a change.
func (g guarded) ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error) {
	return g.change(func() (sql.Result, error) { return g.DB.ExecContext(ctx, query, args...) })
}

// NamedExecContext makes a change by names.
func (g guarded) NamedExecContext(ctx context.Context, query string, arg any) (sql.Result, error) {
	return g.change(func() (sql.Result, error) { return g.DB.NamedExecContext(ctx, query, arg) })
}

func (g guarded) change(do func() (sql.Result, error)) (sql.Result, error) {
	if err := g.watch.look(); err != nil {
		return nil, err
	}
	result, err := do()
	if err == nil {
		err = g.watch.look()
	}
	return result, err
}

// within runs changes that stand or fall together.
func (g guarded) within(ctx context.Context, work func(*sqlx.Tx) error) error {
	if err := g.watch.look(); err != nil {
		return err
	}
	tx, err := g.BeginTxx(ctx, nil)
	if err != nil {
		return err
	}
	if err := work(tx); err != nil {
		return errors.Join(err, tx.Rollback())
	}
	if err := tx.Commit(); err != nil {
		return err
	}
	return g.watch.look()
}

// opener opens connections to a data file, as long as it is the one that was opened:
// one more to another would mix the two.
type opener struct {
	driver.Connector
	watch *watch // nil until it is open
}

// Connect opens one more.
func (o *opener) Connect(ctx context.Context) (driver.Conn, error) {
	if err := o.watch.look(); err != nil {
		return nil, err
	}
	return o.Connector.Connect(ctx)
}
