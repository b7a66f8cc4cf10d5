package store

import (
	"cmp"
	"database/sql"
	"errors"
)

func (b *bringer) makings() error {
	for _, m := range b.all.Makings {
		if err := b.making(m); err != nil {
			return err
		}
	}
	return nil
}

// making brings a making in, or what happened at it since where it is here. One that
// went on here and there stays as it is.
func (b *bringer) making(m MakingRow) error {
	of := Thing{OneMaking, m.ID}
	var here Making
	err := b.tx.GetContext(b.ctx, &here, `SELECT * FROM makings WHERE id = ?`, m.ID)
	if errors.Is(err, sql.ErrNoRows) {
		b.out.Came[OneMaking]++
		m.Created, m.Updated = cmp.Or(m.Created, stamp()), cmp.Or(m.Updated, stamp())
		if err := b.named(`INSERT INTO makings (id, title, source, of, edit, shown, finished, used, created, updated, removed)
			VALUES (:id, :title, :source, :of, :edit, :shown, :finished, :used, :created, :updated, :removed)`, m.Making); err != nil {
			return err
		}
		if err := putCovered(b.ctx, b.tx, m.ID, m.Jobs); err != nil {
			return err
		}
		return b.goOn(m, 0, 0)
	}
	if err != nil {
		return err
	}
	var events []MakingEvent
	if err := b.tx.SelectContext(b.ctx, &events, `SELECT number, client, seq, body FROM making_events WHERE making = ? ORDER BY number`, m.ID); err != nil {
		return err
	}
	for i, e := range events[:min(len(events), len(m.Events))] {
		if e.Client != m.Events[i].Client || e.Seq != m.Events[i].Seq || e.Body != m.Events[i].Body {
			b.out.Parted = append(b.out.Parted, of)
			b.strays[m.Used] = m.Used != ""
			return nil
		}
	}
	switch {
	case here.Removed != nil && m.Removed == nil:
		b.out.Aside = append(b.out.Aside, of)
	case len(m.Events) <= len(events):
		b.out.Here[OneMaking]++
	default:
		b.out.WentOn++
	}
	if len(m.Events) <= len(events) {
		return nil
	}
	var plans int
	if err := b.tx.GetContext(b.ctx, &plans, `SELECT COUNT(*) FROM making_plans WHERE making = ?`, m.ID); err != nil {
		return err
	}
	m.Updated = stamp()
	if err := b.named(`UPDATE makings SET shown = :shown, finished = :finished, used = :used, updated = :updated WHERE id = :id`, m.Making); err != nil {
		return err
	}
	return b.goOn(m, plans, len(events))
}

// goOn keeps a making's plans and events but for the first.
func (b *bringer) goOn(m MakingRow, plans, events int) error {
	for _, p := range m.Plans[min(plans, len(m.Plans)):] {
		if err := putPlan(b.ctx, b.tx, m.ID, p); err != nil {
			return err
		}
	}
	return appendEvents(b.ctx, b.tx, m.ID, m.Events[events:])
}

// ledger brings in what was taken and kept back, and every line of the shelf that is
// not here; a count is the sum of its lines, whichever way they came.
func (b *bringer) ledger() error {
	var since []string          // uses that were undone there
	before := map[string]bool{} // uses that were undone here by themselves
	for _, u := range b.all.Uses {
		if b.strays[u.ID] {
			continue
		}
		was, err := b.use(u)
		if err != nil {
			return err
		}
		before[u.ID] = was == undone
		if was != "" && was != undone && u.State == undone {
			since = append(since, u.ID)
		}
	}
	moved := map[string]bool{}
	for _, l := range b.all.Lines {
		if b.strays[l.Use] || l.What == undone && before[l.Use] {
			continue // what was undone here and there was given back once
		}
		done, err := b.tx.NamedExecContext(b.ctx, `INSERT OR IGNORE INTO shelf_lines (id, item, what, hand, kept, use, at) VALUES (:id, :item, :what, :hand, :kept, NULLIF(:use, ''), :at)`, l)
		if err != nil {
			return err
		}
		n, err := done.RowsAffected()
		if err != nil {
			return err
		}
		moved[l.Item] = moved[l.Item] || n > 0
	}
	if err := b.counts(moved); err != nil {
		return err
	}
	for _, id := range since {
		if err := tidy(b.ctx, b.tx, id); err != nil {
			return err
		}
	}
	return settle(b.ctx, b.tx)
}

// use keeps a use, or that it was undone; was is its state here before, empty where it was not here.
func (b *bringer) use(u UseRow) (was string, err error) {
	err = b.tx.GetContext(b.ctx, &was, `SELECT state FROM uses WHERE id = ?`, u.ID)
	if err == nil && u.State == undone {
		err = b.exec(`UPDATE uses SET state = ? WHERE id = ?`, u.State, u.ID)
	}
	if !errors.Is(err, sql.ErrNoRows) {
		return was, err
	}
	if err := b.named(insertUse, u.Use); err != nil {
		return "", err
	}
	for _, job := range u.Jobs {
		if err := b.exec(insertUseJob, u.ID, job); err != nil {
			return "", err
		}
	}
	for _, l := range u.Lines {
		if err := b.exec(insertUseLine, u.ID, l.Item, l.Count); err != nil {
			return "", err
		}
	}
	return "", nil
}

// counts has things that lines came to count what these come to.
func (b *bringer) counts(moved map[string]bool) error {
	var all []struct {
		ID         string
		Count, Sum int
	}
	if err := b.tx.SelectContext(b.ctx, &all, `SELECT id, count, MAX(0, COALESCE((SELECT SUM(hand) FROM shelf_lines WHERE item = shelf.id), 0)) AS sum FROM shelf ORDER BY rowid`); err != nil {
		return err
	}
	for _, i := range all {
		if !moved[i.ID] || i.Count == i.Sum {
			continue
		}
		revision := next
		if b.fresh[i.ID] {
			revision = "revision"
		} else {
			b.out.Counts = append(b.out.Counts, CountMoved{i.ID, i.Count, i.Sum})
		}
		if err := b.exec(`UPDATE shelf SET count = ?, revision = `+revision+` WHERE id = ?`, i.Sum, i.ID); err != nil {
			return err
		}
	}
	return nil
}
