package store

import (
	"context"
	"time"
)

// Carrier is a user's own file of a carrier's rules.
type Carrier struct {
	ID       string `db:"id"`
	Revision int    `db:"revision"`
	Document string `db:"document"`
	Aside    string `db:"aside"`   // the document, where it was taken away
	Updated  string `db:"updated"` // RFC 3339, UTC
}

// Carriers are the user's own files of carriers.
type Carriers struct{ db guarded }

// All are all of the user's own, by identifier.
func (s Carriers) All(ctx context.Context) ([]Carrier, error) {
	var all []Carrier
	err := s.db.SelectContext(ctx, &all, `SELECT id, revision, document, updated FROM carriers WHERE document <> '' ORDER BY id`)
	return all, err
}

// Save keeps a carrier's file over the revision it edits, zero for a new
// one. Where another was kept meanwhile it gives that one and ErrConflict; one that was
// taken away meanwhile has an empty document. Revisions are never used again.
func (s Carriers) Save(ctx context.Context, id string, revision int, document string) (Carrier, error) {
	now := time.Now().UTC().Format(time.RFC3339)
	done, err := s.db.ExecContext(ctx, `INSERT INTO carriers (id, revision, document, updated) VALUES (?, 1, ?, ?)
		ON CONFLICT (id) DO UPDATE SET revision = `+next+`, document = excluded.document, updated = excluded.updated
		WHERE carriers.revision = ? AND carriers.document <> '' OR carriers.document = '' AND ? = 0`, id, document, now, revision, revision)
	if err != nil {
		return Carrier{}, err
	}
	changed, err := done.RowsAffected()
	if err != nil {
		return Carrier{}, err
	}
	var kept Carrier
	if err := s.db.GetContext(ctx, &kept, `SELECT id, revision, document, updated FROM carriers WHERE id = ?`, id); err != nil {
		return Carrier{}, err
	}
	if changed == 0 && kept.Document != document { // the same was kept: it came twice
		return kept, ErrConflict
	}
	return kept, nil
}

// Remove takes a user's own copy away; the error is ErrNotFound where there is none.
func (s Carriers) Remove(ctx context.Context, id string) error {
	// Its revision stays, so that an old window does not save over what is made in its place.
	result, err := s.db.ExecContext(ctx, `UPDATE carriers SET aside = document, document = '', revision = `+next+` WHERE id = ? AND document <> ''`, id)
	if err != nil {
		return err
	}
	return some(result)
}

// Restore brings a user's own copy back that was taken away; the error is ErrNotFound
// where there is none, or another was made in its place.
func (s Carriers) Restore(ctx context.Context, id string) error {
	result, err := s.db.ExecContext(ctx, `UPDATE carriers SET document = aside, aside = '', revision = `+next+` WHERE id = ? AND document = '' AND aside <> ''`, id)
	if err != nil {
		return err
	}
	return some(result)
}

// PostedBy are the titles of the jobs that are posted with a carrier, the newest change first.
func (s Jobs) PostedBy(ctx context.Context, carrier string) ([]string, error) {
	all := []string{}
	err := s.db.SelectContext(ctx, &all, `SELECT title FROM jobs WHERE removed IS NULL AND CASE WHEN json_valid(document) THEN EXISTS (SELECT 1 FROM json_each(document, '$.post.carriers') WHERE value = ?) END ORDER BY number DESC`, carrier)
	return all, err
}
