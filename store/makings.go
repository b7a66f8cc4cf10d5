package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// ErrGap says that an event came before one that goes before it.
var ErrGap = errors.New("an event is missing before this one")

// Making is a kept run at the bench.
type Making struct {
	ID       string  `db:"id"`
	Title    string  `db:"title"`
	Source   string  `db:"source"`
	Of       string  `db:"of"`   // the kept job or gang it is made from
	Edit     string  `db:"edit"` // as whoever began it calls that
	Shown    string  `db:"shown"`
	Finished string  `db:"finished"`
	Used     string  `db:"used"` // what it took off the shelf
	Created  string  `db:"created"`
	Updated  string  `db:"updated"` // RFC 3339, UTC
	Removed  *string `db:"removed"`

	Jobs []Covered `db:"-"` // the kept jobs it makes cards of, when it is begun
}

// MakingPlan is what is made, by its number, and its drawings.
type MakingPlan struct {
	Number   int    `db:"number"`
	Plan     string `db:"plan"`
	Drawings string `db:"drawings"`
}

// MakingEvent is one thing that happened. Client and Seq tell it apart for ever.
type MakingEvent struct {
	Number int    `db:"number"`
	Client string `db:"client"`
	Seq    int    `db:"seq"`
	Body   string `db:"body"`
}

// Append is what is added to a making at once: events of one client, in order,
// the plans they go on by, how it is listed, and what it takes off the shelf.
type Append struct {
	Events   []MakingEvent
	Plans    []MakingPlan
	Shown    string
	Finished string
	Takes    *Takes    // when it is finished
	Settings *Settings // the stamp drawer as it is then, over the revision it was read at
	Stamps   []StampLine
	Log      []LogEntry // what the logbook says of it when it is finished
	Undo     bool       // when it is taken up again: the shelf gets back what it took
}

// Takes is what a finished making takes off the shelf, and puts on it.
type Takes struct {
	Also    []string // jobs it is for besides, of a gang
	Lines   []UseLine
	Offcuts []ShelfItem
}

// Makings are the kept makings, with their plans and what happened at them.
type Makings struct{ db guarded }

// Create keeps a new making with its first plan. One that came before by
// the same edit is the same.
func (s Makings) Create(ctx context.Context, m Making, p MakingPlan) (Making, error) {
	m.ID, m.Created = uuid.NewString(), stamp()
	m.Updated = m.Created
	err := s.db.once(ctx, MadeMaking, m.Edit, func(tx *sqlx.Tx, id string) error {
		m = Making{}
		return anyOf(ctx, tx, &m, `SELECT * FROM makings WHERE id = ?`, id)
	}, func(tx *sqlx.Tx) (string, error) {
		if _, err := tx.NamedExecContext(ctx, `INSERT INTO makings (id, title, source, of, edit, shown, finished, used, created, updated)
			VALUES (:id, :title, :source, :of, :edit, :shown, '', '', :created, :updated)`, m); err != nil {
			return "", err
		}
		if err := putCovered(ctx, tx, m.ID, m.Jobs); err != nil {
			return "", err
		}
		return m.ID, putPlan(ctx, tx, m.ID, p)
	})
	return m, err
}

// Begun is the making that a name has begun; empty where it has begun none yet.
func (s Makings) Begun(ctx context.Context, edit string) (string, error) {
	return made(ctx, s.db, MadeMaking, edit)
}

func putPlan(ctx context.Context, tx *sqlx.Tx, making string, p MakingPlan) error {
	_, err := tx.ExecContext(ctx, `INSERT INTO making_plans (making, number, plan, drawings) VALUES (?, ?, ?, ?)`, making, p.Number, p.Plan, p.Drawings)
	return err
}

// Get gives a kept making; ErrNotFound when there is none, or it was removed.
func (s Makings) Get(ctx context.Context, id string) (Making, error) {
	return s.one(ctx, `SELECT * FROM makings WHERE id = ? AND removed IS NULL`, id)
}

// Ever is Get of one that may have been put aside.
func (s Makings) Ever(ctx context.Context, id string) (Making, error) {
	return s.one(ctx, `SELECT * FROM makings WHERE id = ?`, id)
}

func (s Makings) one(ctx context.Context, query, id string) (Making, error) {
	var m Making
	err := s.db.GetContext(ctx, &m, query, id)
	if errors.Is(err, sql.ErrNoRows) {
		return m, ErrNotFound
	}
	return m, err
}

// All are the kept makings: those under way first, the newest change first.
func (s Makings) All(ctx context.Context) ([]Making, error) {
	all := []Making{}
	err := s.db.SelectContext(ctx, &all, `SELECT id, title, '' AS source, of, edit, shown, finished, used, created, updated, removed FROM makings
		WHERE removed IS NULL ORDER BY finished <> '', updated DESC, rowid DESC LIMIT 100`)
	return all, err
}

// Plans are a making's plans in order, with their drawings where these are asked for.
func (s Makings) Plans(ctx context.Context, id string) ([]MakingPlan, error) {
	all := []MakingPlan{}
	err := s.db.SelectContext(ctx, &all, `SELECT number, plan, '' AS drawings FROM making_plans WHERE making = ? ORDER BY number`, id)
	return all, err
}

// Drawings are the drawings of one of a making's plans.
func (s Makings) Drawings(ctx context.Context, id string, number int) (string, error) {
	var text string
	err := s.db.GetContext(ctx, &text, `SELECT drawings FROM making_plans WHERE making = ? AND number = ?`, id, number)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return text, err
}

// Events are what happened at a making, in order.
func (s Makings) Events(ctx context.Context, id string) ([]MakingEvent, error) {
	all := []MakingEvent{}
	err := s.db.SelectContext(ctx, &all, `SELECT number, client, seq, body FROM making_events WHERE making = ? ORDER BY number`, id)
	return all, err
}

// Append adds to a making, all or nothing. An event that is kept already is
// passed over; one whose forerunner is missing is ErrGap, and nothing is kept.
func (s Makings) Append(ctx context.Context, id string, a Append) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error {
		if err := appendEvents(ctx, tx, id, a.Events); err != nil {
			return err
		}
		for _, p := range a.Plans {
			if err := putPlan(ctx, tx, id, p); err != nil {
				return err
			}
		}
		var m Making
		if err := tx.GetContext(ctx, &m, `SELECT * FROM makings WHERE id = ? AND removed IS NULL`, id); errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		} else if err != nil {
			return err
		}
		if a.Undo && m.Used != "" {
			if err := undo(ctx, tx, m.Used); err != nil && !errors.Is(err, ErrUndone) {
				return err
			}
			m.Used = ""
		}
		if a.Undo {
			if _, err := tx.ExecContext(ctx, `UPDATE log SET removed = ? WHERE making = ? AND removed IS NULL`, stamp(), id); err != nil {
				return err
			}
		}
		if err := writeLog(ctx, tx, id, a.Log); err != nil {
			return err
		}
		if a.Takes != nil {
			u, err := takeAll(ctx, tx, Taking{m.Of, m.Title, "used", a.Takes.Also}, a.Takes.Lines, a.Takes.Offcuts)
			if err != nil {
				return err
			}
			m.Used = u.ID
		}
		if a.Settings != nil {
			if err := saveSettings(ctx, tx, *a.Settings, a.Stamps); err != nil {
				return err
			}
		}
		_, err := tx.ExecContext(ctx, `UPDATE makings SET shown = ?, finished = ?, used = ?, updated = ? WHERE id = ?`, a.Shown, a.Finished, m.Used, stamp(), id)
		return err
	})
}

// writeLog writes a making's entries: one that it wrote before over that one, which
// is there again.
func writeLog(ctx context.Context, tx *sqlx.Tx, making string, entries []LogEntry) error {
	for _, e := range entries {
		e.Making, e.Updated = making, stamp()
		query := `UPDATE log SET revision = ` + next + `, date = :date, document = :document, updated = :updated, removed = NULL WHERE id = :id`
		if e.ID == "" {
			e.ID, e.Revision, query = uuid.NewString(), 1, insertLog
		}
		if _, err := tx.NamedExecContext(ctx, query, e); err != nil {
			return err
		}
	}
	return nil
}

func appendEvents(ctx context.Context, tx *sqlx.Tx, id string, events []MakingEvent) error {
	for _, e := range events {
		var last, number int
		if err := tx.GetContext(ctx, &last, `SELECT COALESCE(MAX(seq), 0) FROM making_events WHERE making = ? AND client = ?`, id, e.Client); err != nil {
			return err
		}
		if e.Seq <= last {
			continue
		}
		if e.Seq > last+1 {
			return ErrGap
		}
		if err := tx.GetContext(ctx, &number, `SELECT COALESCE(MAX(number), 0) + 1 FROM making_events WHERE making = ?`, id); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO making_events (making, number, client, seq, body) VALUES (?, ?, ?, ?, ?)`, id, number, e.Client, e.Seq, e.Body); err != nil {
			return err
		}
	}
	return nil
}

// Remove puts a making aside, or brings it back.
func (s Makings) Remove(ctx context.Context, id string, removed bool) error {
	return s.db.aside(ctx, `UPDATE makings SET removed = ? WHERE id = ?`, id, removed)
}

// ReservedBy is how many of each thing on the shelf jobs and gangs keep back.
func (s Makings) ReservedBy(ctx context.Context, of ...string) (map[string]int, error) {
	out := map[string]int{}
	for _, id := range of {
		var lines []UseLine
		if id == "" {
			continue // what has no name keeps nothing back
		}
		if err := s.db.SelectContext(ctx, &lines, `SELECT l.item, SUM(l.kept) AS count FROM shelf_lines l JOIN uses u ON u.id = l.use
			WHERE u.job = ? AND l.kept <> 0 GROUP BY l.item`, id); err != nil {
			return nil, err
		}
		for _, l := range lines {
			out[l.Item] += l.Count
		}
	}
	return out, nil
}

// Booked tells whether what a making took off the shelf is off it still.
func (s Makings) Booked(ctx context.Context, m Making) (bool, error) {
	var n int
	err := s.db.GetContext(ctx, &n, `SELECT COUNT(*) FROM uses WHERE id = ? AND state = 'used'`, m.Used)
	return n > 0, err
}

// TakenOf tells whether something was taken off the shelf for a job or a gang by
// hand, and not given back; what its makings took is theirs.
func (s Makings) TakenOf(ctx context.Context, of string) (bool, error) {
	var n int
	err := s.db.GetContext(ctx, &n, `SELECT COUNT(*) FROM uses u JOIN use_jobs c ON c.use = u.id
		WHERE c.job = ? AND u.state = 'used' AND NOT EXISTS (SELECT 1 FROM makings m WHERE m.used = u.id)`, of)
	return n > 0, err
}
