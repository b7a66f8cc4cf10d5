package store

import (
	"cmp"

	"github.com/google/uuid"
)

// born gives what has no revision or no day yet those of something new.
func born(revision *int, days ...*string) {
	*revision = max(*revision, 1)
	for _, day := range days {
		if *day == "" {
			*day = stamp()
		}
	}
}

func (b *bringer) jobs() error {
	for _, j := range b.all.Jobs {
		what, err := b.act(Thing{OneJob, j.ID}, j.Document, j.Removed.Valid)
		if err != nil {
			return err
		}
		switch what {
		case take:
			var before int64
			if err = b.tx.GetContext(b.ctx, &before, `SELECT number FROM jobs WHERE id = ?`, j.ID); err == nil {
				err = update(b.ctx, b.tx, before, Job{ID: j.ID, Draft: j.Draft, Updated: stamp()})
			}
		case alongside:
			now := stamp()
			err = insert(b.ctx, b.tx, &Job{ID: uuid.NewString(), Revision: 1, Draft: j.Draft, Created: now, Updated: now})
		case add:
			born(&j.Revision, &j.Created, &j.Updated)
			err = insert(b.ctx, b.tx, &j)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

func (b *bringer) gangs() error {
	for _, g := range b.all.Gangs {
		what, err := b.act(Thing{OneGang, g.ID}, g.Document, g.Removed != nil)
		if err != nil {
			return err
		}
		switch what {
		case take:
			g.Updated = stamp()
			err = b.named(`UPDATE gangs SET revision = `+next+`, title = :title, document = :document, edit = '', updated = :updated WHERE id = :id`, g)
		case alongside:
			g.ID, g.Revision, g.Created, g.Updated = uuid.NewString(), 1, stamp(), stamp()
			err = b.named(insertGang, g)
		case add:
			born(&g.Revision, &g.Created, &g.Updated)
			err = b.named(insertGang, g)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

func (b *bringer) items() error {
	b.out.Here[OneItem] += b.all.Alike
	for _, i := range b.all.Items {
		if i.ID == "" {
			if _, err := lay(b.ctx, b.tx, i, broughtIn, ""); err != nil {
				return err
			}
			b.out.Came[OneItem]++
			continue
		}
		what, err := b.act(Thing{OneItem, i.ID}, i.Document, i.Removed.Valid)
		if err != nil {
			return err
		}
		switch what {
		case take:
			err = b.named(`UPDATE shelf SET revision = `+next+`, kind = :kind, size = :size, document = :document WHERE id = :id`, i)
		case add:
			born(&i.Revision)
			b.fresh[i.ID] = true
			err = b.named(`INSERT INTO shelf (id, revision, kind, size, document, count, removed) VALUES (:id, :revision, :kind, :size, :document, 0, :removed)`, i)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

func (b *bringer) log() error {
	for _, e := range b.all.Log {
		what, err := add, error(nil)
		if e.ID != "" {
			what, err = b.act(Thing{OneEntry, e.ID}, e.Document, e.Removed != nil)
		} else if what, err = b.alike(e); err == nil {
			e.ID = uuid.NewString()
		}
		if err != nil {
			return err
		}
		switch what {
		case take:
			e.Updated = stamp()
			err = b.named(`UPDATE log SET revision = `+next+`, date = :date, document = :document, edit = '', updated = :updated WHERE id = :id`, e)
		case add:
			born(&e.Revision, &e.Updated)
			err = b.named(insertLog, e)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

// alike decides about an entry without an identifier: of two that are alike both
// come in, unless two are here.
func (b *bringer) alike(e LogEntry) (act, error) {
	left, known := b.like[e.Document]
	if !known {
		if err := b.tx.GetContext(b.ctx, &left, `SELECT count(*) FROM log WHERE date = ? AND document = ? AND removed IS NULL`, e.Date, e.Document); err != nil {
			return leave, err
		}
	}
	b.like[e.Document] = max(0, left-1)
	if left > 0 {
		b.out.Here[OneEntry]++
		return leave, nil
	}
	b.out.Came[OneEntry]++
	return add, nil
}

func (b *bringer) carriers() error {
	for _, c := range b.all.Carriers {
		what, err := b.act(Thing{OneCarrier, c.ID}, cmp.Or(c.Document, c.Aside), c.Document == "")
		if err != nil {
			return err
		}
		born(&c.Revision, &c.Updated)
		switch what {
		case take:
			err = b.named(`UPDATE carriers SET revision = `+next+`, document = :document, updated = :updated WHERE id = :id`, c)
		case add:
			err = b.named(`INSERT INTO carriers (id, revision, document, aside, updated) VALUES (:id, :revision, :document, :aside, :updated)`, c)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

func (b *bringer) settings() error {
	if b.all.Settings == "" {
		return nil
	}
	what, err := b.act(Thing{Kind: TheSettings}, b.all.Settings, false)
	if err != nil || what == leave {
		return err
	}
	here, err := settingsOf(b.ctx, b.tx)
	if err != nil {
		return err
	}
	return saveSettings(b.ctx, b.tx, Settings{here.Revision, b.all.Settings}, b.all.Stamps)
}
