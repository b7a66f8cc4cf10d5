package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/google/uuid"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/store"
)

type stepOf = document.Step

// now is the source with every change that was taken.
func (o *opened) now() (making.Source, error) {
	source := o.source
	var err error
	for i, e := range o.events {
		if e.Kind != making.Changed || !e.Take {
			continue
		}
		if s := making.Fold(o.plans, o.events[:i]); s.Offer != nil {
			if source, err = patched(source, s.Offer.Job, s.Offer.Patch); err != nil {
				return source, err
			}
		}
	}
	return source, nil
}

// offer holds a measure against the plan, and says what it would change as long
// as the envelope is not cut.
func (s *tables) offer(ctx context.Context, o *opened, e *making.Event) error {
	state := o.state()
	expects := o.plans[state.Plan].Expects
	if e.Job < 0 || e.Job >= len(expects) {
		return job.Problems{{Field: "job", Text: "there is no such job in this making"}}
	}
	expected := expects[e.Job]
	length, mass, err := measuredAs(e, expected.Unit)
	if err != nil {
		return err
	}
	var patch job.Patch
	var text string
	switch e.What {
	case "thickness":
		if !expected.Differs(length) {
			return nil
		}
		text = fmt.Sprintf("The card is %s thick; the plan says %s.", length.Text(expected.Unit), expected.Thickness.Text(expected.Unit))
		patch = job.Set("card", "thickness", e.Value)
	case "weight":
		if !expected.Weighs(mass) {
			return nil
		}
		text = fmt.Sprintf("The card weighs %s; the plan says %s.", mass.Text(expected.Unit), expected.Weight.Text(expected.Unit))
		patch = job.Set("card", "weight", e.Value)
	case "top", "right", "bottom", "left":
		text = fmt.Sprintf("It pokes out %s past the %s edge.", length.Text(expected.Unit), e.What)
		patch = job.Patch{"card": job.Patch{"overhang": job.Patch{e.What: e.Value}}}
	default:
		return job.Problems{{Field: "what", Text: fmt.Sprintf("%q is not measured; try thickness", job.Quoted(e.What))}}
	}
	if state.TooLate(e.Job) {
		return nil
	}
	source, err := o.now()
	if err != nil {
		return err
	}
	before, err := s.sources.workSource(ctx, &source)
	if err != nil {
		return err
	}
	r := before.jobs[e.Job]
	if r.Brief.Card.From != brief.FromCard {
		// It is cut already: what it is sized from changes it no more.
		patch = job.Then(job.Resized(r.Card.Size, r.Brief.Unit), patch)
	}
	changed, err := patched(source, e.Job, patch)
	if err != nil {
		return err
	}
	after, err := s.sources.workSource(ctx, &changed)
	if err != nil {
		return err
	}
	changes := making.Changes(before.docs[e.Job], after.docs[e.Job])
	if len(changes) == 0 {
		changes = append(changes, "The envelope and the postage stay as they are.")
	}
	e.Offer = &making.Adjustment{What: e.What, Text: text, Changes: changes, Patch: patch, Job: e.Job}
	return nil
}

// change takes what was offered: another plan goes on from here, and the kept job
// is told what was measured.
func (s *tables) change(ctx context.Context, o *opened, e *making.Event, add *store.Append) error {
	state := o.state()
	if !e.Take || state.Offer == nil {
		return nil
	}
	source, err := o.now()
	if err != nil {
		return err
	}
	if source, err = patched(source, state.Offer.Job, state.Offer.Patch); err != nil {
		return err
	}
	p, drawings, err := s.sources.planOf(ctx, source)
	if err != nil {
		return err
	}
	e.Plan = len(o.plans)
	row, err := planRow(e.Plan, p, drawings)
	if err != nil {
		return err
	}
	add.Plans = append(add.Plans, row)
	o.plans = append(o.plans, p)
	return s.patchKept(ctx, o, state.Offer)
}

// patchKept lays what was measured over the job as it is kept now; one that is
// there no more needs no telling.
func (s *tables) patchKept(ctx context.Context, o *opened, offer *making.Adjustment) error {
	id := o.source.Members()[offer.Job].ID
	for range 3 {
		one, err := s.keptJobs.Get(ctx, id)
		if errors.Is(err, store.ErrNotFound) || id == "" {
			return nil
		}
		if err != nil {
			return err
		}
		j, err := job.Read([]byte(one.Document))
		if err != nil {
			return err
		}
		text, err := json.Marshal(job.Merged(j.Document(), offer.Patch))
		if err != nil {
			return err
		}
		draft, err := s.views.draft(ctx, text, uuid.NewString())
		if err != nil {
			return err
		}
		if _, err = s.keptJobs.Save(ctx, id, one.Revision, draft); !errors.Is(err, store.ErrConflict) {
			return err
		}
	}
	return nil
}
