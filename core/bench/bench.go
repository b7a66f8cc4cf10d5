package bench

import (
	"cmp"
	"fmt"
	"slices"

	"yellow-parcel/core/supply"
	"yellow-parcel/core/work"
)

// Setup is what is made at one table: its lots, and the postage of each job.
type Setup struct {
	supply.Table
	Lots    []supply.Lot
	Postage []*work.Postage
}

// counting is how many pieces an operation is done to, of a job's.
type counting int

const (
	withSpares counting = iota // every piece that is cut
	wanted                     // every card that is wanted
	atTheEnd                   // every card at once, the first one too
	once                       // in the first round alone
	theRest                    // in the second alone
)

// op is an operation on a part, before it is known how many pieces of it a round has.
type op struct {
	Step
	n     int   // tells apart operations of one name on one part
	early stage // its place in the first round
	late  stage // and in the second
	count counting
}

// stage is a place in a round.
type stage int

// The places of the first round. The second has its own order of the same.
const (
	gathering stage = iota
	cutting
	gauging
	scoring
	folding
	stacking
	placing
	setting
	checking
	cuttingEnvelope
	scoringEnvelope
	snipping
	lining
	foldingEnvelope
	trying
	gluing
	drying
	looking
	banding
	dryingBand
	inserting
	closing
	stamping
	handing
)

// Steps are the steps of a plan, in order.
func Steps(p Setup) []Step {
	w := stepper{Setup: p}
	for i, j := range p.Jobs {
		m := operator{&w, i, j}
		cardMaker{m}.write()
		envelopeMaker{m}.write()
		endingMaker{m}.write()
	}
	out := w.round(First)
	if w.more() {
		out = append(out, w.round(Rest)...)
	}
	return out
}

// stepper gathers the operations of all jobs.
type stepper struct {
	Setup
	ops []op
}

func (w *stepper) add(o op) { w.ops = append(w.ops, o) }

// more tells whether any job has a second card.
func (w *stepper) more() bool {
	return slices.ContainsFunc(w.Jobs, func(j supply.Of) bool { return j.Brief.Cut() > 1 })
}

// round is one phase: its operations in order, its cuts where they are due.
func (w *stepper) round(phase Phase) []Step {
	place := func(o op) stage { return o.early }
	if phase == Rest {
		place = func(o op) stage { return o.late }
	}
	// What has no place in a round is not done in it.
	ops := slices.DeleteFunc(slices.Clone(w.ops), func(o op) bool { return place(o) == gathering })
	slices.SortStableFunc(ops, func(a, b op) int { return cmp.Compare(place(a), place(b)) })
	c := newCutter(w.Lots)
	var out []Step
	if phase == First {
		out = append(out, gather())
	}
	cut := func(at stage) {
		switch {
		case phase == First && at == cutting:
			out = append(out, c.first(cutting, supply.Cards, supply.Own, supply.Gauge)...)
		case phase == First && at == cuttingEnvelope:
			out = append(out, c.first(cuttingEnvelope, supply.Blank, supply.Liner, supply.Band, supply.Strips)...)
		case phase == Rest && at == cutting:
			out = append(out, c.rest()...)
		}
	}
	at := 0
	for s := cutting; s <= handing; s++ {
		cut(s)
		var here []Step
		for ; at < len(ops) && place(ops[at]) == s; at++ {
			if step, ok := w.step(ops[at], phase); ok {
				here = append(here, step)
			}
		}
		out = append(out, grouped(here)...)
	}
	return out
}

func gather() Step {
	return Step{ID: "first.gather", Phase: First, Kind: Gather, Say: Saying{Name: "gather"}, Check: Saying{Name: "check-envelope"}, Pieces: 1, Tool: Hands, Minutes: minutesOf("gather", 0)}
}

// step is an operation in a round; ok is false where that round has no piece for it.
func (w *stepper) step(o op, phase Phase) (Step, bool) {
	b := w.Jobs[o.Part.Job].Brief
	cards, spare := b.Quantity, b.Stock.Spare
	alone := !w.more()
	pieces := 1
	switch o.count {
	case withSpares:
		if phase == Rest {
			pieces = cards + spare - 1
		}
	case wanted:
		if phase == Rest {
			pieces = cards - 1
		}
	case atTheEnd:
		if pieces = cards; phase == First && !alone {
			pieces = 0
		}
	case once:
		if phase == Rest {
			pieces = 0
		}
	case theRest:
		if pieces = cards - 1; phase == First {
			pieces = 0
		}
	}
	s := o.Step
	s.ID = fmt.Sprintf("%s.%s.%d.%s%d.%d", phase, s.Say.Name, s.Part.Job+1, s.Part.Key, s.Part.At, o.n)
	s.Phase, s.Pieces, s.Spares = phase, pieces, o.count == withSpares
	s.Handled = slices.Clone(s.Handled)
	for i := range s.Handled {
		s.Handled[i].Pieces *= pieces
	}
	s.Minutes = minutesOf(s.Say.Name, pieces)
	return s, pieces > 0
}

// grouped puts what is scored at one setting of the board together, from deep to
// shallow; a part that is turned there is still the same pieces.
func grouped(steps []Step) []Step {
	var out []Step
	for _, s := range steps {
		at := -1
		if s.Kind == Score {
			at = slices.IndexFunc(out, func(o Step) bool { return o.Kind == Score && o.Figure == s.Figure })
		}
		if at < 0 {
			out = append(out, s)
			continue
		}
		o := &out[at]
		more := s.Handled[0]
		if !slices.ContainsFunc(o.Handled, func(h Handled) bool { return h.Part == more.Part }) {
			o.Pieces += s.Pieces
		}
		o.Handled, o.Looks = append(o.Handled, more), append(o.Looks, s.Looks...)
		o.Minutes = o.Minutes.Plus(s.Minutes)
	}
	scores := func(s Step) bool { return s.Kind == Score }
	if slices.ContainsFunc(out, scores) {
		slices.SortStableFunc(out, func(a, b Step) int {
			if !scores(a) || !scores(b) {
				return 0
			}
			return cmp.Compare(b.Figure.Length, a.Figure.Length)
		})
	}
	return out
}
