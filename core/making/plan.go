package making

import (
	"slices"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// grainOf is how the grain of an offcut runs, as the shelf says it: along its longer side or across.
func grainOf(o batch.Offcut) string {
	switch o.Grain {
	case trim.Height:
		return "long"
	case trim.Width:
		return "short"
	}
	return ""
}

// DocketOf is what a making keeps of a bench: its steps in words, and the typed
// figures that what happens is held against. Jobs are what the logbook speaks of.
func DocketOf(b *pipeline.Bench, jobs ...*work.Result) Docket {
	out := Docket{Steps: b.Steps, Time: b.Time, Supplies: b.Made.Supplies, Parts: []Run{}, Offcuts: []Remnant{}, Spare: []Remnant{}, Fresh: []Remnant{}, Expects: []Expected{}, Uses: []Use{}, Stamps: []Stamps{}, Entries: []logbook.Entry{}}
	uses := map[string]int{}
	for i := range b.Lots {
		l := &b.Lots[i]
		for n, p := range l.Problem.Pieces {
			part := l.Parts[n]
			one := Run{Key: prompt.Key(part), Job: part.Job + 1, Name: prompt.Called(b.Setup, part), Count: p.Count, W: p.Size.Width, H: p.Size.Height, Paper: p.Paper, Of: l.Of}
			one.Need = need(b, part)
			out.Parts = append(out.Parts, one)
		}
		for _, o := range l.Offcuts {
			out.Offcuts = append(out.Offcuts, Remnant{Name: "offcut", W: o.Size.Width, H: o.Size.Height, Paper: o.Paper.Name, Colour: o.Paper.Colour, Grain: grainOf(o), Count: o.Count, Of: l.Of})
		}
		for item, n := range l.Uses() {
			uses[item] += n
		}
	}
	for i, left := range supply.Left(b.Table, b.Lots) {
		if s := b.Stock.OnHand[i]; left > 0 {
			out.Spare = append(out.Spare, Remnant{Name: s.Name, Item: s.Item, W: s.Size.Width, H: s.Size.Height, Paper: s.Paper.Name, Count: left})
		}
	}
	for _, s := range b.Stock.OnHand {
		if n := uses[s.Item]; s.Item != "" && n > 0 {
			out.Uses = append(out.Uses, Use{Item: s.Item, Count: n})
			delete(uses, s.Item)
		}
	}
	for _, line := range b.Supplied.Lines {
		switch {
		case line.What == supply.Envelopes:
			out.envelopes(b, line)
		case line.What == supply.Stamps && line.There > 0:
			out.Stamps = append(out.Stamps, Stamps{line.Stamp, line.Price, line.Currency, line.There})
		}
	}
	for i := range b.Lots {
		out.fresh(&b.Lots[i])
	}
	for _, j := range jobs {
		out.Entries = append(out.Entries, foreseen(j))
	}
	for _, j := range b.Jobs {
		out.Expects = append(out.Expects, Expected{j.Card.Thick, j.Card.Weight, j.Brief.Unit})
	}
	return out
}

// envelopes are those bought for a job.
func (p *Docket) envelopes(b *pipeline.Bench, line supply.Line) {
	part := supply.Role{Job: line.Job, Key: supply.Envelope}
	p.Parts = append(p.Parts, Run{Key: prompt.Key(part), Job: part.Job + 1, Name: prompt.Called(b.Setup, part), Count: line.Need, Need: b.Jobs[line.Job].Brief.Quantity})
	for _, h := range line.From {
		if h.Item != "" {
			p.Uses = append(p.Uses, Use{h.Item, h.Count, prompt.Key(part)})
		}
	}
}

// fresh adds the sheets a lot is cut from as they are bought, each kind once.
func (p *Docket) fresh(l *supply.Lot) {
	for _, s := range l.Sheets[l.OnHand:] {
		one := Remnant{Name: s.Name, W: s.Size.Width, H: s.Size.Height, Paper: s.Paper.Name, Colour: s.Paper.Colour, Count: 1, Of: l.Of}
		if !slices.Contains(p.Fresh, one) {
			p.Fresh = append(p.Fresh, one)
		}
	}
}

// need is how many of a part the cards that are wanted take.
func need(b *pipeline.Bench, p supply.Role) int {
	n := b.Jobs[p.Job].Brief.Quantity
	switch p.Key {
	case supply.TheGauge:
		return 1
	case supply.TheStrips:
		return 2 * n
	}
	return n
}

// tolerances are how far a measure may be off before it says anything: what a
// maker's caliper and letter scale show.
const (
	caliperError = 100 * measure.Micrometre
	scaleError   = 0.5 // g
)

// Differs tells whether a thickness is not the one that was expected.
func (e Expected) Differs(t measure.Length) bool {
	return max(t-e.Thickness, e.Thickness-t) > caliperError
}

// Weighs tells whether a weight is not the one that was expected.
func (e Expected) Weighs(m measure.Mass) bool {
	return max((m-e.Weight).Grams(), (e.Weight-m).Grams()) > scaleError
}
