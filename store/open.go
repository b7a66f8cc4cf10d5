package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"time"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Names inside a data folder.
const (
	// FileName is the data file's name.
	FileName = "yellow-parcel.db"
	lockName = "yellow-parcel.lock"
	newName  = "yellow-parcel.db.new" // a data file being made
)

// The data file is its owner's alone.
const (
	ownFile   = 0o600
	ownFolder = 0o700
)

// lockPatience is how long a data file is waited for that another server is about to leave.
const lockPatience = 2 * time.Second

// Store is an open data file, and what is kept in it.
type Store struct {
	Jobs     Jobs
	Gangs    Gangs
	Makings  Makings
	Log      Log
	Shelf    Shelf
	Carriers Carriers
	Settings Preferences
	Sessions Sessions
	Sought   Sought
	Copies   *Copies
	Health   *Health

	db   guarded
	file string
	lock *flock.Flock // nil where it is only read
}

func storeOf(db guarded, file string) *Store {
	h := &Health{db: db, file: file}
	return &Store{
		Jobs{db}, Gangs{db}, Makings{db}, Log{db}, Shelf{db}, Carriers{db}, Preferences{db}, Sessions{db}, Sought{db}, &Copies{db: db, file: file, health: h}, h,
		db, file, nil,
	}
}

// Open opens, or makes, the data file in a folder, for itself alone, and brings it
// up to date. The error says which file, what is wrong and what to do, in one line.
func Open(dir string) (*Store, error) {
	if err := os.MkdirAll(dir, ownFolder); err != nil {
		return nil, &Fault{dir, "cannot be made a folder", "give another with --data", err}
	}
	lock, err := locked(dir)
	if err != nil {
		return nil, err
	}
	s, err := openLocked(dir)
	if err != nil {
		return nil, errors.Join(err, lock.Unlock())
	}
	s.lock = lock
	return s, nil
}

// Read opens a data file that is there, to read it; a server may have it open.
func Read(dir string) (*Store, error) {
	s, err := reading(filepath.Join(dir, FileName))
	if err != nil {
		return nil, err
	}
	if err := s.known(true); err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// reading opens a file to read it, of whatever version it is.
func reading(file string) (*Store, error) { return looking(file, "ro") }

func looking(file, mode string) (*Store, error) {
	if err := looksLikeData(file); err != nil {
		return nil, err
	}
	db, err := connect(file, url.Values{"mode": {mode}, "_pragma": {"busy_timeout(5000)"}})
	if err != nil {
		return nil, fault(file, err)
	}
	return storeOf(guarded{DB: db}, file), nil
}

// locked takes the folder for one server.
func locked(dir string) (*flock.Flock, error) {
	file := filepath.Join(dir, FileName)
	lock := flock.New(filepath.Join(dir, lockName), flock.SetPermissions(ownFile))
	ctx, cancel := context.WithTimeout(context.Background(), lockPatience)
	defer cancel()
	_, err := lock.TryLockContext(ctx, 20*time.Millisecond)
	switch {
	case errors.Is(err, context.DeadlineExceeded):
		return nil, &Fault{file, "is open in another Yellow Parcel", "stop that one, or give another folder with --data", nil}
	case err != nil:
		return nil, fault(file, err)
	}
	return lock, nil
}

func openLocked(dir string) (*Store, error) {
	file := filepath.Join(dir, FileName)
	if _, err := os.Stat(file); errors.Is(err, fs.ErrNotExist) {
		if err := begin(dir); err != nil {
			return nil, fault(file, err)
		}
	}
	if err := notNewer(file); err != nil {
		return nil, err
	}
	opened, err := openerOf(file, url.Values{"_txlock": {"immediate"}, "_pragma": {
		"foreign_keys(1)", "busy_timeout(5000)", "journal_mode(WAL)", "synchronous(FULL)",
	}})
	if err != nil {
		return nil, fault(file, err)
	}
	db := sqlx.NewDb(sql.OpenDB(opened), "sqlite")
	if err := errors.Join(migrate(db.DB), tryWriting(db.DB), os.Chmod(file, ownFile)); err != nil {
		return nil, errors.Join(fault(file, err), db.Close())
	}
	w, err := watched(db, file)
	if err != nil {
		return nil, errors.Join(fault(file, err), db.Close())
	}
	opened.watch = w
	return storeOf(guarded{db, w}, file), nil
}

// begin makes an empty data file under a name of its own, so that one half made is
// never taken for one.
func begin(dir string) error {
	file := filepath.Join(dir, newName)
	if err := errors.Join(gone(file), gone(file+"-journal")); err != nil {
		return err
	}
	made, err := os.OpenFile(file, os.O_CREATE|os.O_EXCL, ownFile)
	if err != nil {
		return err
	}
	if err := made.Close(); err != nil {
		return err
	}
	// It is synced as a whole, below.
	db, err := connect(file, url.Values{"_pragma": {"foreign_keys(1)", "synchronous(OFF)"}})
	if err != nil {
		return err
	}
	if err := errors.Join(migrate(db.DB), db.Close()); err != nil {
		return err
	}
	return place(file, filepath.Join(dir, FileName))
}

// place syncs a file that is whole and gives it its name, in place of what had it.
func place(file, name string) error {
	if err := syncFile(file); err != nil {
		return err
	}
	if err := os.Rename(file, name); err != nil {
		return err
	}
	return syncFile(filepath.Dir(name))
}

// syncFile has a file, or a folder's list of names, written to the disk.
func syncFile(name string) error {
	f, err := os.Open(name)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// gone removes a file that may be there.
func gone(file string) error {
	if err := os.Remove(file); !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	return nil
}

func connect(file string, query url.Values) (*sqlx.DB, error) {
	o, err := openerOf(file, query)
	if err != nil {
		return nil, err
	}
	return sqlx.NewDb(sql.OpenDB(o), "sqlite"), nil
}

func openerOf(file string, query url.Values) (*opener, error) {
	at := url.URL{Scheme: "file", Opaque: url.PathEscape(file), RawQuery: query.Encode()}
	c, err := sqlite.NewConnector(at.String())
	return &opener{Connector: c}, err
}

func provider(db *sql.DB) (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db, files)
}

func migrate(db *sql.DB) error {
	steps, err := provider(db)
	if err != nil {
		return err
	}
	_, err = steps.Up(context.Background())
	return err
}

// tryWriting finds out whether the data file can be written: a change that is
// taken back at once.
func tryWriting(db *sql.DB) error {
	tx, err := db.Begin()
	if err != nil {
		return err
	}
	_, err = tx.Exec(`DELETE FROM jobs WHERE id = ''`)
	return errors.Join(err, tx.Rollback())
}

// ours is the version of data files that this program writes.
func ours() (int64, error) {
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil || len(names) == 0 {
		return 0, err
	}
	return goose.NumericComponent(names[len(names)-1])
}

// version is a data file's version, by what was done to it; zero where it is none of ours.
func version(db *sqlx.DB) (int64, error) {
	var known int
	if err := db.Get(&known, `SELECT count(*) FROM sqlite_master WHERE name = ?`, goose.DefaultTablename); err != nil || known == 0 {
		return 0, err
	}
	var out sql.NullInt64
	err := db.Get(&out, `SELECT max(version_id) FROM `+goose.DefaultTablename+` WHERE is_applied`)
	return out.Int64, err
}

// known refuses a data file that this program cannot know; exactly says that one
// it would have to bring up to date is refused as well.
func (s *Store) known(exactly bool) error {
	has, err := version(s.db.DB)
	if err != nil {
		return fault(s.file, err)
	}
	knows, err := ours()
	switch {
	case err != nil:
		return err
	case has == 0:
		return &Fault{s.file, "is a database, but none of Yellow Parcel's", "give another folder with --data", nil}
	case has > knows:
		return &Fault{s.file, fmt.Sprintf("is version %d, and this program knows versions up to %d", has, knows),
			"start the newer Yellow Parcel that wrote it, or restore a copy made before; nothing was changed", nil}
	case exactly && has < knows:
		return &Fault{s.file, fmt.Sprintf("is version %d, and this program reads version %d", has, knows),
			"start Yellow Parcel on it once, which brings it up to date", nil}
	}
	return nil
}

// notNewer refuses a data file of a newer version before anything of it is written.
func notNewer(file string) error {
	err := notNewerBy(file, "ro")
	var in *sqlite.Error
	if errors.As(err, &in) && in.Code() == sqlite3.SQLITE_READONLY_ROLLBACK {
		// Whoever wrote it died in the middle: the journal it left takes that back, which only one who writes can.
		return notNewerBy(file, "rw")
	}
	return err
}

func notNewerBy(file, mode string) error {
	s, err := looking(file, mode)
	if err != nil {
		return err
	}
	return errors.Join(s.known(false), s.Close())
}

// File is the data file's name.
func (s *Store) File() string { return s.file }

// Close closes the data file and leaves it to others.
func (s *Store) Close() error {
	err := errors.Join(s.db.watch.close(), s.db.Close())
	if s.lock != nil {
		err = errors.Join(err, s.lock.Unlock())
	}
	return err
}
