package api

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"slices"

	"yellow-parcel/archive"
	"yellow-parcel/core/job"
	"yellow-parcel/store"
)

// packed writes everything that is kept into an archive.
func packed(out *archive.Writer, w store.Whole, tools KeptTools) error {
	err := w.Jobs(func(j store.Job) error {
		return out.Job(archive.Kept{ID: j.ID, Revision: j.Revision, Created: j.Created, Updated: j.Updated, Edit: j.Edit, Aside: j.Removed.String}, []byte(j.Document))
	})
	if err == nil {
		err = w.Gangs(func(g store.Gang) error {
			return out.Gang(archive.Kept{ID: g.ID, Revision: g.Revision, Created: g.Created, Updated: g.Updated, Edit: g.Edit, Aside: textOf(g.Removed)}, []byte(g.Document))
		})
	}
	if err == nil {
		err = w.Makings(func(m store.MakingRow) error { return packMaking(out, m) })
	}
	for _, step := range []func(*archive.Writer, store.Whole) error{packShelf, packLog, packCarriers} {
		if err == nil {
			err = step(out, w)
		}
	}
	if err == nil && tools.Revision > 0 {
		err = out.Settings(tools.Tools)
	}
	return err
}

func textOf(at *string) string {
	if at == nil {
		return ""
	}
	return *at
}

func packMaking(out *archive.Writer, m store.MakingRow) error {
	doc := archive.Making{Of: m.Of, Used: m.Used, Source: json.RawMessage(m.Source), Plans: []archive.Plan{}, Events: []json.RawMessage{}}
	for _, p := range m.Plans {
		doc.Plans = append(doc.Plans, archive.Plan{Plan: json.RawMessage(p.Plan), Drawings: json.RawMessage(p.Drawings)})
	}
	for _, e := range m.Events {
		doc.Events = append(doc.Events, json.RawMessage(e.Body))
	}
	return out.Making(archive.Kept{ID: m.ID, Created: m.Created, Updated: m.Updated, Edit: m.Edit, Aside: textOf(m.Removed)}, doc)
}

func packShelf(out *archive.Writer, w store.Whole) error {
	all := archive.Shelf{Items: []archive.Item{}, Uses: []archive.Use{}, Lines: []archive.Line{}, Stamps: []archive.Stamps{}}
	items, err := w.Items()
	if err != nil {
		return err
	}
	for _, i := range items {
		one := archive.Item{Kept: archive.Kept{ID: i.ID, Revision: i.Revision, Aside: i.Removed.String}}
		if err := json.Unmarshal([]byte(i.Document), &one.Item); err != nil {
			return err
		}
		one.Item.Count = i.Count
		all.Items = append(all.Items, one)
	}
	uses, err := w.Uses()
	if err != nil {
		return err
	}
	for _, u := range uses {
		one := archive.Use{ID: u.ID, Of: u.Job, Title: u.Title, State: u.State, Made: u.Made, Jobs: append([]string{}, u.Jobs...), Takes: []archive.Portion{}}
		for _, l := range u.Lines {
			one.Takes = append(one.Takes, archive.Portion(l))
		}
		all.Uses = append(all.Uses, one)
	}
	lines, err := w.Lines()
	if err != nil {
		return err
	}
	for _, l := range lines {
		all.Lines = append(all.Lines, archive.Line(l))
	}
	stamps, err := w.Stamps()
	if err != nil {
		return err
	}
	for _, l := range stamps {
		all.Stamps = append(all.Stamps, archive.Stamps{ID: l.ID, Name: l.Name, Price: l.Price, Currency: l.Currency, What: l.What, Hand: l.Hand, Making: l.Making, At: l.At})
	}
	return out.Shelf(all)
}

func packLog(out *archive.Writer, w store.Whole) error {
	rows, err := w.Log()
	if err != nil {
		return err
	}
	all := make([]archive.Entry, len(rows))
	for i, k := range rows {
		all[i] = archive.Entry{Kept: archive.Kept{ID: k.ID, Revision: k.Revision, Updated: k.Updated, Edit: k.Edit, Aside: textOf(k.Removed)}, Making: k.Making}
		if err := json.Unmarshal([]byte(k.Document), &all[i].Entry); err != nil {
			return err
		}
	}
	return out.Log(all)
}

func packCarriers(out *archive.Writer, w store.Whole) error {
	rows, err := w.Carriers()
	if err != nil {
		return err
	}
	for _, c := range rows {
		one := archive.Rules{Kept: archive.Kept{ID: c.ID, Revision: c.Revision, Updated: c.Updated}, Text: c.Document}
		if c.Document == "" { // it was taken away, when is not known
			one.Aside, one.Text = c.Updated, c.Aside
		}
		if one.Text == "" {
			continue // of a time when what was taken away was not kept
		}
		if err := out.Carrier(one); err != nil {
			return err
		}
	}
	return nil
}

// everything is an archive as the store keeps it; what lists show of its jobs is
// worked out behind the answer.
func (s *archives) everything(ctx context.Context, all *archive.Archive) (out store.Everything, err error) {
	for _, j := range all.Jobs {
		draft, err := bare(j.Job)
		if err != nil {
			return out, err
		}
		draft.Edit = j.Edit
		out.Jobs = append(out.Jobs, store.Job{ID: j.ID, Revision: j.Revision, Draft: draft, Created: j.Created, Updated: j.Updated, Removed: sql.NullString{String: j.Aside, Valid: j.Aside != ""}})
	}
	for _, g := range all.Gangs {
		text, err := json.Marshal(g.Gang)
		if err != nil {
			return out, err
		}
		out.Gangs = append(out.Gangs, store.Gang{ID: g.ID, Revision: g.Revision, Title: g.Gang.Title, Document: string(text), Edit: g.Edit, Created: g.Created, Updated: g.Updated, Removed: orNone(g.Aside)})
	}
	for _, m := range all.Makings {
		row, err := makingRow(m)
		if err != nil {
			return out, err
		}
		out.Makings = append(out.Makings, row)
	}
	for _, e := range all.Log {
		row, err := logRow(e.Entry)
		if err != nil {
			return out, err
		}
		row.ID, row.Revision, row.Updated, row.Edit, row.Making, row.Removed = e.ID, e.Revision, e.Updated, e.Edit, e.Making, orNone(e.Aside)
		out.Log = append(out.Log, row)
	}
	for _, c := range all.Carriers {
		row := store.Carrier{ID: c.ID, Revision: c.Revision, Document: c.Text, Updated: c.Updated}
		if c.Aside != "" {
			row.Document, row.Aside = "", c.Text
		}
		out.Carriers = append(out.Carriers, row)
	}
	if all.Settings != nil {
		text, err := json.Marshal(all.Settings)
		if err != nil {
			return out, err
		}
		out.Settings = string(text)
	}
	err = s.shelfRows(ctx, all, &out)
	return out, err
}

func orNone(at string) *string {
	if at == "" {
		return nil
	}
	return &at
}

func makingRow(m archive.Bench) (store.MakingRow, error) {
	state := stateOf(m.ReadPlans, m.ReadEvents)
	shown, err := shownMaking(&state)
	out := store.MakingRow{Making: store.Making{ID: m.ID, Title: m.ReadSource.Title, Source: string(m.Source), Of: m.Of, Edit: m.Edit, Shown: shown, Finished: state.Finished, Used: m.Used, Created: m.Created, Updated: m.Updated, Removed: orNone(m.Aside), Jobs: coveredBy(&m.ReadSource)}}
	for i, p := range m.Plans {
		out.Plans = append(out.Plans, store.MakingPlan{Number: i, Plan: string(p.Plan), Drawings: string(p.Drawings)})
	}
	for i, e := range m.ReadEvents {
		out.Events = append(out.Events, store.MakingEvent{Number: i + 1, Client: e.Client, Seq: e.Seq, Body: string(m.Events[i])})
	}
	return out, err
}

// shelfRows are the shelf of an archive. Things without an identifier come in where
// there is nothing like them; of two that are alike both do, unless two are here.
func (s *archives) shelfRows(ctx context.Context, all *archive.Archive, out *store.Everything) error {
	var here []ShelfEntry
	for _, i := range all.Shelf.Items {
		row, err := kept(i.Item)
		if err != nil {
			return err
		}
		row.ID, row.Revision, row.Removed = i.ID, i.Revision, sql.NullString{String: i.Aside, Valid: i.Aside != ""}
		if i.ID == "" && here == nil {
			if here, err = s.shelves.entries(ctx); err != nil {
				return err
			}
		}
		if i.ID == "" {
			at := slices.IndexFunc(here, func(o ShelfEntry) bool {
				return o.Item.Count == i.Item.Count && o.Item.Like(i.Item, s.library.standard)
			})
			if at >= 0 {
				here = slices.Delete(here, at, at+1)
				out.Alike++
				continue
			}
		}
		out.Items = append(out.Items, row)
	}
	for _, u := range all.Shelf.Uses {
		row := store.UseRow{Use: store.Use{ID: u.ID, Job: u.Of, Title: u.Title, State: u.State, Made: u.Made}, Jobs: u.Jobs}
		for _, l := range u.Takes {
			row.Lines = append(row.Lines, store.UseLine(l))
		}
		out.Uses = append(out.Uses, row)
	}
	for i, l := range all.Shelf.Lines {
		if !slices.Contains(store.Happenings, l.What) {
			return job.Problems{{Field: fmt.Sprintf("shelf.json, lines[%d].what", i), Text: fmt.Sprintf("%q is nothing that happens on a shelf; try %q", job.Quoted(l.What), store.Happenings[0])}}
		}
		out.Lines = append(out.Lines, store.LineRow(l))
	}
	for _, l := range all.Shelf.Stamps {
		out.Stamps = append(out.Stamps, store.StampLine{ID: l.ID, StampKind: store.StampKind{Name: l.Name, Price: l.Price, Currency: l.Currency}, What: l.What, Hand: l.Hand, Making: l.Making, At: l.At})
	}
	return nil
}
