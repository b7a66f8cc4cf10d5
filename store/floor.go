package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// next is the revision after one, in a statement that changes a row. It is above every
// revision that was given before the data file took the place of another, or was
// added to from an archive: whoever holds one of those does not save over what came since.
const next = `MAX(revision + 1, COALESCE((SELECT floors.revision FROM floors), 0))`

// makeFloors is the table of floors, for a data file of before there was one.
const makeFloors = `CREATE TABLE IF NOT EXISTS floors (of TEXT PRIMARY KEY, revision INTEGER NOT NULL) STRICT`

// roomForMore is how many more changes a thing may have seen than is known of: those that
// a copy, or an archive, came too early for.
const roomForMore = 1000

// revised are the tables whose rows have revisions.
var revised = []string{"jobs", "gangs", "shelf", "log", "carriers", "settings"}

// highest is the highest revision there is in a data file, of whatever version.
func highest(ctx context.Context, q sqlx.QueryerContext) (out int, err error) {
	for _, table := range append([]string{"floors"}, revised...) {
		var there bool
		if err := sqlx.GetContext(ctx, q, &there, `SELECT EXISTS (SELECT 1 FROM sqlite_master m JOIN pragma_table_info(m.name) c WHERE m.name = ? AND c.name = 'revision')`, table); err != nil {
			return 0, err
		}
		if !there {
			continue
		}
		var n int
		if err := sqlx.GetContext(ctx, q, &n, `SELECT COALESCE(MAX(revision), 0) FROM `+table); err != nil {
			return 0, err
		}
		out = max(out, n)
	}
	return out, nil
}

// raiseFloor has revisions go on above all that are here, and above another.
func raiseFloor(ctx context.Context, db sqlx.ExtContext, above int) error {
	here, err := highest(ctx, db)
	if err != nil {
		return err
	}
	_, err = db.ExecContext(ctx, `INSERT INTO floors (of, revision) VALUES ('all', ?) ON CONFLICT (of) DO UPDATE SET revision = excluded.revision`, max(here, above)+roomForMore)
	return err
}
