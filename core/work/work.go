// Package work works a brief out: the card, its base and layers, how the batch
// is cut, every envelope blank with its proof, the pieces that could be posted
// and what each carrier makes of them. A Result holds values only, exact lengths
// and shapes in millimetres; how any of it is worded is the plan's business.
package work

import (
	"yellow-parcel/core/batch"
	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
)

// How says how much to work out. The zero How works out everything but trials.
type How struct {
	Solve  batch.Solver   // nil for trim.Choose, as far as it is not remembered
	Trials int            // how often the job's own blank is made with a shaky hand; the others a tenth as often
	Memory *Memory        // of blanks made before; nil to make each anew
	Shelf  []brief.Bought // envelopes on hand that no job has taken
	Meter  *Meter         // counts the work, and stops it; nil for neither
}

// UsualTrials is the usual number of trials of a blank.
const UsualTrials = 1000

// Do works a brief out. The error is a job.Problems, each naming its field, or ErrStopped.
func Do(b *brief.Brief, how How) (*Result, error) {
	if how.Solve == nil {
		how.Solve = how.Memory.Solve
	}
	r, err := begin(b, how)
	if err != nil {
		return nil, err
	}
	solve := how.Meter.Watched(how.Solve)
	r.Layers.Ladder = ladder(r)
	r.Sells = sells(r)
	r.Makes = makes(r)
	r.Worth = worthCutting(r)
	if !b.Card.Made {
		r.Batch = batchOf(r)
		r.Base.One = r.gives(r.Base.Flat)
		r.Batch.Solve(solve, b.Stock.Aim)
		r.Batch.Elsewhere(b.Catalog, b.Sold, how.Memory.Most)
	}
	r.Fits = card.Rank(r.Envelopes(), r.Card.Outer(), r.Card.Thickness)
	r.Blanks, r.Unsuited = makerOf(r).all()
	if len(r.Blanks) > 0 {
		first := r.Blanks[0]
		r.Extras = blank.Extras(first.Blank, r.Card.Thickness, b.Ruler)
		r.Nest = nestOf(r, first)
	}
	r.postAll()
	r.Gauge = gaugeOf(r)
	if how.Meter.Stopped() {
		return nil, ErrStopped
	}
	return r, nil
}

// begin settles the card, its base and its layers: what everything else needs.
func begin(b *brief.Brief, how How) (*Result, error) {
	r := &Result{Brief: b, how: how}
	var err error
	if r.Card, err = settle(b); err != nil {
		return nil, err
	}
	if r.Base.Flat, err = flatOf(b, r.Card.Size); err != nil {
		return nil, err
	}
	if r.Layers.Stack, err = stack(b, r.Card.Size); err != nil {
		return nil, err
	}
	if err = r.insidePanel(); err != nil {
		return nil, err
	}
	if b.Envelope != nil {
		fit := card.Try(envelopeOf(*b.Envelope), r.Card.Outer(), r.Card.Thickness)
		r.Own = &fit
	}
	return r, nil
}

// InUse works a brief out only as far as the piece it would be posted in; ok is
// false where that cannot be made.
func InUse(b *brief.Brief, memory *Memory) (r *Result, use *Sealed, ok bool) {
	r, err := begin(b, How{Memory: memory})
	if err != nil {
		return nil, nil, false
	}
	if use = sealerOf(r).sealedBought(r.Own); use != nil {
		return r, use, r.Own.Verdict != card.Tight
	}
	if b.Blank.Style == nil {
		return nil, nil, false
	}
	mk := makerOf(r)
	m, err := mk.make(mk.named())
	if err != nil {
		return nil, nil, false
	}
	return r, sealerOf(r).sealedBlank(m), m.Proof.OK
}

// problem is one thing wrong with the job.
func problem(field, format string, args ...any) error {
	var p job.Problems
	p.Failf(field, format, args...)
	return p
}
