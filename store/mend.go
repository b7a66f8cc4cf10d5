package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"unicode/utf8"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"

	"yellow-parcel/store/pages"
)

// Mended is what came of mending a data file, a table after another.
type Mended struct {
	Tables []MendedTable
}

// MendedTable is what came of one of its tables.
type MendedTable struct {
	Name string
	Rows int // that could be read, and are in the new file
	Lost int // that could not, as far as the index of the table's key tells; -1 where nothing does
	// Strays are rows of pages that nothing pointed to any more.
	Strays int
	// Says is what could not be read, a line each.
	Says []string
}

// String says it in lines: what could be read, and what could not.
func (t MendedTable) String() string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s: %d", strings.ReplaceAll(t.Name, "_", " "), t.Rows)
	switch {
	case t.Lost > 0:
		fmt.Fprintf(&b, ", and %d lost", t.Lost)
	case t.Lost < 0:
		b.WriteString(", and some lost")
	}
	if t.Strays > 0 {
		fmt.Fprintf(&b, " (%d from pages that nothing led to any more; among them may be what was changed since)", t.Strays)
	}
	for _, line := range t.Says {
		b.WriteString("\n  " + line)
	}
	return b.String()
}

// Whole tells whether everything could be read.
func (m Mended) Whole() bool {
	for _, t := range m.Tables {
		if t.Lost != 0 || len(t.Says) > 0 {
			return false
		}
	}
	return true
}

// Mend writes every row that can be read of a folder's damaged data file into a new
// file, which must not exist yet. No server may have the data file open; it stays
// as it is. All of the file is read into memory at once.
func Mend(ctx context.Context, dir, file string) (out Mended, err error) {
	if _, err := os.Lstat(file); err == nil {
		return out, &Fault{file, "is there already", "give another name", nil}
	}
	lock, err := locked(dir)
	if err != nil {
		return out, err
	}
	defer func() { err = errors.Join(err, lock.Unlock()) }()
	name := filepath.Join(dir, FileName)
	text, err := os.ReadFile(name)
	if err != nil {
		return out, fault(name, err)
	}
	log, err := os.ReadFile(name + "-wal")
	if err != nil && !errors.Is(err, fs.ErrNotExist) {
		return out, fault(name, err)
	}
	from := newBroken(pages.Read(text, log))
	part := file + partEnd
	if err := errors.Join(gone(part), gone(part+"-journal")); err != nil {
		return out, fault(file, err)
	}
	defer os.Remove(part)
	db, err := beginAt(part, from.version())
	if err != nil {
		return out, fault(file, err)
	}
	out, err = from.into(ctx, db)
	if err = errors.Join(err, db.Close()); err != nil {
		return out, fault(file, err)
	}
	if err := Verify(ctx, part); err != nil {
		return out, err
	}
	if err := errors.Join(os.Chmod(part, ownFile), syncFile(part)); err != nil {
		return out, fault(file, err)
	}
	if err := giveNew(part, file); err != nil {
		return out, fault(file, err)
	}
	return out, fault(file, syncFile(filepath.Dir(file)))
}

// beginAt makes an empty data file as one of a version had it; nought is the newest.
func beginAt(file string, version int64) (*sqlx.DB, error) {
	db, err := connect(file, nil) // without foreign keys: a row stays where what it belongs to is lost
	if err != nil {
		return nil, err
	}
	db.SetMaxOpenConns(1)
	steps, err := provider(db.DB)
	if err == nil && version > 0 {
		_, err = steps.UpTo(context.Background(), version)
	} else if err == nil {
		_, err = steps.Up(context.Background())
	}
	if err != nil {
		return nil, errors.Join(err, db.Close())
	}
	return db, nil
}

// broken is a damaged data file: its tables as far as it lists them, and the pages
// that no table has led to.
type broken struct {
	*pages.File
	tables  map[string]pages.Table
	listed  bool // the list of tables could be read
	claimed map[int]bool
	torn    bool // some tree leads nowhere: rows may be on pages nothing leads to
}

func newBroken(f *pages.File) *broken {
	b := &broken{File: f, tables: map[string]pages.Table{}, claimed: map[int]bool{}}
	all, whole := f.Tables()
	b.listed = whole
	for _, t := range all {
		b.tables[t.Name] = t
	}
	return b
}

// version is the data file's, as far as it can be read; nought where it cannot.
func (b *broken) version() (out int64) {
	newest, err := ours()
	if err != nil {
		return 0
	}
	for _, n := range b.Walk(b.tables[goose.DefaultTablename].Root).Leaves {
		rows, _ := b.Rows(n)
		for _, r := range rows {
			// id, version_id, is_applied, tstamp
			if len(r.Values) < 3 {
				continue
			}
			if v, ok := r.Values[1].(int64); ok && v > out && v <= newest && r.Values[2] != int64(0) {
				out = v
			}
		}
	}
	return out
}

// mender puts rows of one table into a new data file.
type mender struct {
	tx      *sqlx.Tx
	columns []column
	of      *MendedTable
	has     map[string]bool // the keys of the rows that are in
	strays  bool
	later   []pages.Row // whose number another row has
}

// into puts all rows into a new data file, and brings that up to date.
func (b *broken) into(ctx context.Context, db *sqlx.DB) (out Mended, err error) {
	var names []string
	if err := db.SelectContext(ctx, &names, `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'job\_words%' ESCAPE '\' AND name NOT LIKE 'sqlite\_%' ESCAPE '\' AND name <> ? ORDER BY rowid`, goose.DefaultTablename); err != nil {
		return out, err
	}
	tx, err := db.BeginTxx(ctx, nil)
	if err != nil {
		return out, err
	}
	menders := make([]*mender, len(names))
	out.Tables = make([]MendedTable, len(names))
	for i, name := range names {
		out.Tables[i].Name = name
		m := &mender{tx: tx, of: &out.Tables[i], has: map[string]bool{}}
		menders[i] = m
		if err := tx.SelectContext(ctx, &m.columns, `SELECT name, type, "notnull" AND dflt_value IS NULL AS "notnull", pk FROM pragma_table_info(?)`, name); err != nil {
			return out, errors.Join(err, tx.Rollback())
		}
		if err := b.listedRows(ctx, m); err != nil {
			return out, errors.Join(err, tx.Rollback())
		}
	}
	if err := b.strayRows(ctx, menders); err != nil {
		return out, errors.Join(err, tx.Rollback())
	}
	for _, m := range menders {
		if err := m.rest(ctx); err != nil {
			return out, errors.Join(err, tx.Rollback())
		}
		b.count(m)
	}
	if err := tx.Commit(); err != nil {
		return out, err
	}
	return out, finish(ctx, db)
}

// listedRows puts in the rows that the table's own tree leads to.
func (b *broken) listedRows(ctx context.Context, m *mender) error {
	t, ok := b.tables[m.of.Name]
	if !ok {
		b.torn = true
		return nil
	}
	w := b.Walk(t.Root)
	b.torn = b.torn || len(w.Bad) > 0
	for _, n := range w.Leaves {
		rows, bad := b.Rows(n)
		if bad != 0 {
			m.say("on page %d not every row can be read", n)
		}
		for _, r := range rows {
			if !m.fits(r) {
				m.say("%s cannot be read: what it says is torn", m.name(r))
				continue
			}
			b.claimed[n] = true
			if err := m.put(ctx, r); err != nil {
				return err
			}
		}
	}
	for _, n := range w.Bad {
		m.say("page %d leads nowhere", n)
	}
	return nil
}

// strayRows puts in the rows of pages that no tree leads to any more.
func (b *broken) strayRows(ctx context.Context, menders []*mender) error {
	if !b.torn && b.listed {
		return nil
	}
	free := b.Free()
	for n := 1; n <= b.Count(); n++ {
		if b.claimed[n] || free[n] || !b.Leaf(n) {
			continue
		}
		rows, _ := b.Rows(n)
		for _, r := range rows {
			for _, m := range menders {
				if !m.fits(r) {
					continue
				}
				m.strays = true
				if err := m.put(ctx, r); err != nil {
					return err
				}
				break
			}
		}
	}
	return nil
}

// put puts a row in under its number; where another has that, it waits for the end.
func (m *mender) put(ctx context.Context, r pages.Row) error {
	in, err := m.insert(ctx, r, []string{"rowid"}, []any{r.ID})
	if !in {
		m.later = append(m.later, r)
	}
	return err
}

// rest puts in the rows that waited, under numbers that nothing has; those that are
// the same by their key as one that is there stay out.
func (m *mender) rest(ctx context.Context) error {
	for _, r := range m.later {
		if _, err := m.insert(ctx, r, nil, nil); err != nil {
			return err
		}
	}
	return nil
}

// insert puts a row in, with what comes before its own values, and tells whether it is in.
func (m *mender) insert(ctx context.Context, r pages.Row, names []string, values []any) (bool, error) {
	for i, v := range r.Values {
		names, values = append(names, `"`+m.columns[i].Name+`"`), append(values, v)
	}
	query := fmt.Sprintf(`INSERT OR IGNORE INTO "%s" (%s) VALUES (?%s)`, m.of.Name, strings.Join(names, ", "), strings.Repeat(", ?", len(names)-1))
	done, err := m.tx.ExecContext(ctx, query, values...)
	if err != nil {
		m.say("%s does not go into a data file (%s)", m.name(r), err)
		return true, nil // nor would it later
	}
	n, err := done.RowsAffected()
	if err != nil || n == 0 {
		return false, err
	}
	m.of.Rows++
	m.has[m.key(r)] = true
	if m.strays {
		m.of.Strays++
	}
	return true, nil
}

// count says how many rows the index of the table's key has that are not in.
func (b *broken) count(m *mender) {
	root := b.tables[m.of.Name].Keys
	if root == 0 {
		if len(m.of.Says) > 0 {
			m.of.Lost = -1
		}
		return
	}
	keys, whole := b.Keys(root)
	for _, k := range keys {
		if !m.has[fmt.Sprintf("%q", k)] {
			m.of.Lost++
			m.say("%q is lost", k)
		}
	}
	if !whole && len(m.of.Says) > 0 && m.of.Lost == 0 {
		m.of.Lost = -1
	}
}

// key is a row's key as the index of it has it.
func (m *mender) key(r pages.Row) string {
	var out []any
	for place := 1; place <= len(m.columns); place++ {
		for i, c := range m.columns {
			if c.Key == place && i < len(r.Values) {
				out = append(out, r.Values[i])
			}
		}
	}
	return fmt.Sprintf("%q", out)
}

// mostSaid is how much is said of one table.
const mostSaid = 40

func (m *mender) say(format string, args ...any) {
	if len(m.of.Says) < mostSaid {
		m.of.Says = append(m.of.Says, fmt.Sprintf(format, args...))
	}
}

// name names a row for whoever looks for it.
func (m *mender) name(r pages.Row) string {
	for i, v := range r.Values {
		text, ok := v.(string)
		if ok && i < len(m.columns) && m.columns[i].Name == "title" && utf8.ValidString(text) {
			return fmt.Sprintf("%q", text)
		}
	}
	return fmt.Sprintf("row %d", r.ID)
}

// finish brings a mended file up to date, and has lists worked out anew.
func finish(ctx context.Context, db *sqlx.DB) error {
	if err := migrate(db.DB); err != nil {
		return err
	}
	for _, one := range []string{
		recount,
		rejoin,
		`UPDATE jobs SET shown_by = ''`,
		`DELETE FROM job_words`,
		`INSERT INTO job_words (rowid, words) SELECT number, title FROM jobs`,
	} {
		if _, err := db.ExecContext(ctx, one); err != nil {
			return err
		}
	}
	return nil
}
