package api

import (
	"context"
	"encoding/json"
	"slices"

	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
	"yellow-parcel/store"
)

// book takes what a making used off the shelf, unless its job took it before, and
// the stamps it stuck on out of the drawer. What is finished is not booked again.
func (s *tables) book(ctx context.Context, o *opened, e *making.Event, add *store.Append) error {
	if state := o.state(); state.Finished != "" {
		return nil
	}
	taken, err := s.keptMakings.TakenOf(ctx, o.kept.Of)
	if err == nil && !taken {
		add.Takes, err = o.takes()
	}
	if err != nil {
		return err
	}
	if add.Settings, err = s.stamps(ctx, o, -1); err != nil {
		return err
	}
	e.Take = add.Settings != nil
	for _, entry := range making.Entries(o.plans, append(slices.Clone(o.events), *e), &o.source) {
		entry.Making = o.kept.ID
		row, err := logRow(entry)
		if err != nil {
			return err
		}
		add.Log = append(add.Log, row)
	}
	return nil
}

// unbook gives back what a making took that is taken up again.
func (s *tables) unbook(ctx context.Context, o *opened, add *store.Append) error {
	state := o.state()
	if state.Finished == "" {
		return nil
	}
	add.Undo = true
	for _, e := range slices.Backward(o.events) {
		if e.Kind == making.Reopened {
			break
		}
		if e.Kind == making.Finished && e.Take {
			var err error
			add.Settings, err = s.stamps(ctx, o, 1)
			return err
		}
	}
	return nil
}

// stamps is the drawer with the making's stamps taken out of it, or put back; nil where it has none of them.
func (s *tables) stamps(ctx context.Context, o *opened, sign int) (*store.Settings, error) {
	tools, err := s.toolbox.asKept(ctx)
	if err != nil {
		return nil, err
	}
	state := o.state()
	changed := false
	for _, used := range o.plans[state.Plan].Stamps {
		at := slices.IndexFunc(tools.Stamps, func(x job.StampSpec) bool { return isStamp(x, used) })
		if at < 0 {
			continue // it was of the job's own
		}
		tools.Stamps[at].Count = max(0, tools.Stamps[at].Count+sign*used.Count)
		changed = true
	}
	if !changed {
		return nil, nil
	}
	text, err := json.Marshal(tools.Tools)
	return &store.Settings{Revision: tools.Revision, Document: string(text)}, err
}

// isStamp tells whether a kind of stamp in the drawer is the one that was stuck on.
func isStamp(x job.StampSpec, used making.Stamps) bool {
	price, err := measure.ParseMoney(x.Price)
	return err == nil && x.Name == used.Name && price == used.Price && (x.Currency == "" || x.Currency == used.Currency)
}

// takes is what a finished making takes off the shelf, and the offcuts it leaves.
func (o *opened) takes() (*store.Takes, error) {
	state := o.state()
	p := o.plan(&state)
	uses := slices.Clone(p.Uses)
	for _, w := range o.recuts() {
		if w.From.Item != "" {
			uses = append(uses, making.Use{Item: w.From.Item, Count: 1})
		}
	}
	out := &store.Takes{Lines: linesOf(uses)}
	if len(out.Lines) == 0 {
		return nil, nil // what was not taken off the shelf leaves nothing on it
	}
	unit, _ := o.table()
	var err error
	out.Offcuts, err = offcutsOf(p.Offcuts, unit)
	return out, err
}
