package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"slices"

	"github.com/jmoiron/sqlx"
)

// Kind is a kind of thing that is kept and lasts.
type Kind string

// The kinds.
const (
	OneJob      Kind = "job"
	OneGang     Kind = "gang"
	OneMaking   Kind = "making"
	OneItem     Kind = "item"
	OneEntry    Kind = "entry"
	OneCarrier  Kind = "carrier"
	TheSettings Kind = "settings"
)

// Thing is something that is kept.
type Thing struct {
	Kind Kind
	ID   string
}

// Answer is what becomes of a thing that was changed here since an archive was taken.
type Answer string

// The answers.
const (
	Stay Answer = "stay" // it stays as it is here
	Take Answer = "take" // it becomes what it was there
	Both Answer = "both" // what it was there comes in beside it, where it is a job or a gang
)

// Everything is what is brought in at once: rows with the identifiers they were kept
// by. What has none, of an archive of before there were any, is known by being alike.
type Everything struct {
	Jobs     []Job
	Gangs    []Gang
	Makings  []MakingRow
	Items    []ShelfItem
	Uses     []UseRow
	Lines    []LineRow
	Log      []LogEntry
	Carriers []Carrier
	Settings string // empty where there are none
	Stamps   []StampLine
	Alike    int // things on the shelf without an identifier that are here already

	// Same tells whether two documents of a kind say the same.
	Same func(kind Kind, here, there string) bool
	// Answer is given to what was changed here since; to nothing but Only where that is not empty.
	Answer Answer
	Only   []Thing
}

// Brought is what became of it. What was put aside here stays so.
type Brought struct {
	Came, Here, Taken, Stay map[Kind]int // Here are those that are the same, Stay those that are otherwise here and were answered
	Beside                  int          // jobs and gangs that came in beside those here
	WentOn                  int          // makings that had gone on there
	Aside                   []Thing      // put aside here, and not there
	Changed                 []Thing      // otherwise here, and not answered yet
	Parted                  []Thing      // makings that went on here and there, each in its way; they stay
	Counts                  []CountMoved
}

// CountMoved is a thing on the shelf that there are more or fewer of.
type CountMoved struct {
	Item     string
	From, To int
}

// BringIn keeps everything that is not there yet, all or nothing.
func (s *Store) BringIn(ctx context.Context, all Everything) (Brought, error) {
	out := Brought{Came: map[Kind]int{}, Here: map[Kind]int{}, Taken: map[Kind]int{}, Stay: map[Kind]int{}}
	err := s.db.within(ctx, func(tx *sqlx.Tx) error {
		b := bringer{ctx, tx, &all, &out, map[string]int{}, map[string]bool{}, map[string]bool{}}
		for _, step := range []func() error{b.jobs, b.gangs, b.items, b.makings, b.ledger, b.log, b.carriers, b.settings} {
			if err := step(); err != nil {
				return err
			}
		}
		if len(out.Came)+len(out.Taken)+out.Beside+out.WentOn+len(out.Counts) == 0 {
			return nil
		}
		return raiseFloor(ctx, tx, 0)
	})
	return out, err
}

type bringer struct {
	ctx    context.Context
	tx     *sqlx.Tx
	all    *Everything
	out    *Brought
	like   map[string]int  // how many of a document were here, less those that came along
	fresh  map[string]bool // things on the shelf that came in
	strays map[string]bool // uses of makings that stay as they are here
}

// act is what is done with a thing that is brought.
type act int

const (
	leave act = iota
	add
	take
	alongside
)

var heres = map[Kind]string{
	OneJob:      `SELECT document, removed IS NOT NULL AS aside FROM jobs WHERE id = ?`,
	OneGang:     `SELECT document, removed IS NOT NULL AS aside FROM gangs WHERE id = ?`,
	OneItem:     `SELECT document, removed IS NOT NULL AS aside FROM shelf WHERE id = ?`,
	OneEntry:    `SELECT document, removed IS NOT NULL AS aside FROM log WHERE id = ?`,
	OneCarrier:  `SELECT CASE document WHEN '' THEN aside ELSE document END AS document, document = '' AS aside FROM carriers WHERE id = ?`,
	TheSettings: `SELECT document, 0 AS aside FROM settings WHERE '' = ?`,
}

// act decides about a thing by what is here, and notes that.
func (b *bringer) act(of Thing, document string, aside bool) (act, error) {
	var here struct {
		Document string
		Aside    bool
	}
	err := b.tx.GetContext(b.ctx, &here, heres[of.Kind], of.ID)
	if errors.Is(err, sql.ErrNoRows) {
		b.out.Came[of.Kind]++
		return add, nil
	}
	if err != nil {
		return leave, err
	}
	if here.Aside && !aside {
		b.out.Aside = append(b.out.Aside, of)
		return leave, nil
	}
	if here.Aside || aside || b.all.Same(of.Kind, here.Document, document) {
		b.out.Here[of.Kind]++
		return leave, nil
	}
	return b.changed(of, document)
}

// changed decides about a thing that is otherwise here, by what was answered.
func (b *bringer) changed(of Thing, document string) (act, error) {
	sum := sha256.Sum256([]byte(document))
	mark := hex.EncodeToString(sum[:])
	var before bool
	if err := b.tx.GetContext(b.ctx, &before, `SELECT EXISTS (SELECT 1 FROM answered WHERE kind = ? AND id = ? AND mark = ?)`, of.Kind, of.ID, mark); err != nil {
		return leave, err
	}
	if before {
		b.out.Stay[of.Kind]++
		return leave, nil
	}
	answer := b.all.Answer
	if len(b.all.Only) > 0 && !slices.Contains(b.all.Only, of) || answer == Both && of.Kind != OneJob && of.Kind != OneGang {
		answer = ""
	}
	out := leave
	switch answer {
	case Stay:
		b.out.Stay[of.Kind]++
	case Take:
		b.out.Taken[of.Kind]++
		out = take
	case Both:
		b.out.Beside++
		out = alongside
	default:
		b.out.Changed = append(b.out.Changed, of)
		return leave, nil
	}
	_, err := b.tx.ExecContext(b.ctx, `INSERT INTO answered (kind, id, mark) VALUES (?, ?, ?)`, of.Kind, of.ID, mark)
	return out, err
}

func (b *bringer) exec(query string, args ...any) error {
	_, err := b.tx.ExecContext(b.ctx, query, args...)
	return err
}

func (b *bringer) named(query string, row any) error {
	_, err := b.tx.NamedExecContext(b.ctx, query, row)
	return err
}
