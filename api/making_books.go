package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"

	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
	"yellow-parcel/store"
)

// book takes what a making used off the shelf, unless its job took it before, and
// the stamps it stuck on out of the drawer, as far as they are there: what is not is
// said. What is finished is not booked again.
func (s *tables) book(ctx context.Context, o *opened, e *making.Event, add *store.Append) error {
	if state := o.state(); state.Finished != "" {
		return nil
	}
	taken, err := s.keptMakings.TakenOf(ctx, o.kept.Of)
	if err == nil && !taken {
		add.Takes, err = s.takes(ctx, o, e)
	}
	if err != nil {
		return err
	}
	if err := s.stickOn(ctx, o, e, add); err != nil {
		return err
	}
	add.Log, err = s.written(ctx, o, *e)
	return err
}

// unbook gives back what a making took that is taken up again.
func (s *tables) unbook(ctx context.Context, o *opened, add *store.Append) error {
	state := o.state()
	if state.Finished == "" {
		return nil
	}
	add.Undo = true
	booked := making.Booked(o.events)
	e := booked[len(booked)-1]
	if e.Take && len(e.Drawer) == 0 { // of a time when it was not noted what was there
		e.Drawer = o.plans[state.Plan].Stamps
	}
	return s.putBack(ctx, o.kept.ID, e.Drawer, add)
}

// stickOn takes the making's stamps out of the drawer: those of its own currency,
// and of none only as many as there are.
func (s *tables) stickOn(ctx context.Context, o *opened, e *making.Event, add *store.Append) error {
	return s.drawer(ctx, o.kept.ID, add, func(tools *job.Tools, currencies []string) {
		state := o.state()
		for _, used := range o.plans[state.Plan].Stamps {
			left := used.Count
			kind := false
			for i := range tools.Stamps {
				x := &tools.Stamps[i]
				if !isStamp(*x, currencies[i], used) {
					continue
				}
				kind = true
				if n := min(left, x.Count); n > 0 {
					x.Count, left = x.Count-n, left-n
					e.Take, e.Drawer = true, append(e.Drawer, making.Stamps{Name: x.Name, Price: used.Price, Currency: currencies[i], Count: n})
				}
			}
			if kind && left > 0 { // else they were of the job's own
				e.Short = append(e.Short, fmt.Sprintf("%s not in the drawer.", stampsWere(used, left)))
			}
		}
	})
}

func stampsWere(used making.Stamps, n int) string {
	text := used.Price.Text(used.Currency)
	if used.Name != "" {
		text += " " + used.Name
	}
	if n == 1 {
		return "1 stamp of " + text + " was"
	}
	return fmt.Sprintf("%d stamps of %s were", n, text)
}

// putBack puts stamps back into the drawer; of a kind that is not there any more as a kind of their own.
func (s *tables) putBack(ctx context.Context, making string, stamps []making.Stamps, add *store.Append) error {
	return s.drawer(ctx, making, add, func(tools *job.Tools, currencies []string) {
		for _, one := range stamps {
			at := 0
			for at < len(tools.Stamps) && !isStamp(tools.Stamps[at], currencies[at], one) {
				at++
			}
			if at == len(tools.Stamps) {
				tools.Stamps = append(tools.Stamps, job.StampSpec{Name: one.Name, Price: one.Price.Bare(one.Currency), Currency: one.Currency})
				currencies = append(currencies, one.Currency)
			}
			tools.Stamps[at].Count += one.Count
		}
	})
}

// drawer changes the stamps there are, each with its currency, and has that kept with
// what is added to a making.
func (s *tables) drawer(ctx context.Context, making string, add *store.Append, change func(tools *job.Tools, currencies []string)) error {
	one, err := s.toolbox.kept.Get(ctx) // read once: what is written and what it means are of one revision
	if err != nil {
		return err
	}
	kept, err := writtenTools(one)
	if err != nil {
		return err
	}
	typed, err := s.toolbox.read(ctx, one)
	if err != nil {
		return err
	}
	currencies := make([]string, len(typed.Stamps))
	for i, x := range typed.Stamps {
		currencies[i] = x.Currency
	}
	before, counts := slices.Clone(kept.Stamps), countsOf(typed.Stamps)
	if change(&kept.Tools, currencies); slices.Equal(before, kept.Stamps) {
		return nil
	}
	after := slices.Clone(kept.Stamps)
	for i := range currencies {
		after[i].Currency = currencies[i]
	}
	add.Stamps = stampLines(counts, countsOf(after), making, func(_, _ bool, more int) string {
		if more < 0 {
			return "taken"
		}
		return "undone"
	})
	text, err := json.Marshal(kept.Tools)
	add.Settings = &store.Settings{Revision: kept.Revision, Document: string(text)}
	return err
}

// isStamp tells whether a kind of stamp in the drawer, with its currency, is the one
// that was stuck on. One whose currency nobody said is of any.
func isStamp(x job.StampSpec, currency string, used making.Stamps) bool {
	price, err := measure.ParseMoney(x.Price)
	return err == nil && x.Name == used.Name && price == used.Price && (currency == "" || used.Currency == "" || currency == used.Currency)
}

// written is what a making writes into the logbook, from all that happened. What it
// wrote when it was finished before is written anew, but for what was put right by hand since.
func (s *tables) written(ctx context.Context, o *opened, e making.Event) ([]store.LogEntry, error) {
	kept, err := s.keptLog.Written(ctx, o.kept.ID)
	if err != nil {
		return nil, err
	}
	var before []logbook.Entry
	if booked := making.Booked(o.events); len(kept) > 0 && booked != nil {
		before = making.Entries(o.plans, booked, &o.source)
	}
	var out []store.LogEntry
	for i, entry := range making.Entries(o.plans, append(slices.Clone(o.events), e), &o.source) {
		entry.Making = o.kept.ID
		row := store.LogEntry{}
		if i < len(kept) && i < len(before) {
			before[i].Making = entry.Making
			if err := corrected(&entry, before[i], kept[i].Document); err != nil {
				return nil, err
			}
			row = kept[i]
		}
		now, err := logRow(entry)
		if err != nil {
			return nil, err
		}
		now.ID, now.Revision = row.ID, row.Revision
		out = append(out, now)
	}
	return out, nil
}

// corrected takes over the fields of an entry as it is kept that are no more as the making wrote them.
func corrected(now *logbook.Entry, before logbook.Entry, document string) error {
	var kept logbook.Entry
	if err := json.Unmarshal([]byte(document), &kept); err != nil {
		return err
	}
	// Both as they are read, so that what is absent is absent in both.
	text, err := json.Marshal(before)
	if err != nil {
		return err
	}
	before = logbook.Entry{}
	if err := json.Unmarshal(text, &before); err != nil {
		return err
	}
	to, was, is := reflect.ValueOf(now).Elem(), reflect.ValueOf(before), reflect.ValueOf(kept)
	for i := range to.NumField() {
		if !reflect.DeepEqual(was.Field(i).Interface(), is.Field(i).Interface()) {
			to.Field(i).Set(is.Field(i))
		}
	}
	return nil
}

// takes is what a finished making takes off the shelf, as far as it is there and
// nobody else keeps it back, and the offcuts it leaves.
func (s *tables) takes(ctx context.Context, o *opened, e *making.Event) (*store.Takes, error) {
	state := o.state()
	p := o.plan(&state)
	uses := state.Over(p.Uses)
	for _, w := range o.recuts() {
		if w.From.Item != "" {
			uses = append(uses, making.Use{Item: w.From.Item, Count: 1})
		}
	}
	lines, err := s.there(ctx, o, linesOf(uses), e)
	if err != nil || len(lines) == 0 {
		return nil, err // what was not taken off the shelf leaves nothing on it
	}
	out := &store.Takes{Also: idsOf(&o.source), Lines: lines}
	unit, _ := o.table()
	out.Offcuts, err = s.sources.shelves.offcutsOf(ctx, p.Offcuts, lines, unit)
	return out, err
}

// there are lines as far as the shelf has them for the making; what is short is noted.
func (s *tables) there(ctx context.Context, o *opened, lines []store.UseLine, e *making.Event) (out []store.UseLine, err error) {
	shelves := s.sources.shelves
	own, err := s.keptMakings.ReservedBy(ctx, idsOf(&o.source)...)
	if err != nil {
		return nil, err
	}
	for _, l := range lines {
		name, free := "something that is off the shelf's list", 0
		item, err := shelves.kept.Get(ctx, l.Item)
		if err == nil {
			var entry ShelfEntry
			entry, err = shelves.entry(item)
			name, free = entry.Name, item.Count-item.Reserved+own[l.Item]
		}
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return nil, err
		}
		if free < l.Count {
			e.Short = append(e.Short, fmt.Sprintf("%d of %d of %s were on the shelf.", max(free, 0), l.Count, name))
		}
		if l.Count = min(l.Count, free); l.Count > 0 {
			out = append(out, l)
		}
	}
	return out, nil
}
