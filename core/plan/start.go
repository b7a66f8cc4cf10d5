package plan

import (
	"fmt"
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/work"
)

// startWriter words where the job starts.
type startWriter struct {
	say.Say
	r  *work.Result
	b  *brief.Brief
	to *lines
}

// write is the finished card, and the envelope on hand.
func (w startWriter) write() (out document.Card, envelope *document.Envelope) {
	c := w.r.Card
	out = document.Card{Width: say.CutDown(w.Say, w.Length(c.Size.Width), c.Size.Width), Height: say.CutDown(w.Say, w.Length(c.Size.Height), c.Size.Height), Thickness: w.Length(c.Thickness), Weight: c.Weight.Text(w.Unit),
		Text: w.SizeText(c.Size), From: string(w.b.Card.From), Made: w.b.Card.Made}
	if e := w.b.Envelope; e != nil {
		envelope = &document.Envelope{Format: e.ID, Name: e.Name, Width: w.Length(e.Size.Width), Height: w.Length(e.Size.Height)}
		w.to.answer("start", "envelope", "Envelope", e.Name, []string{"As given: inside is taken to be the size it is sold by."}, w.Both("envelope", e.Size)...)
	}
	figures := w.Both("card", c.Size)
	figures[0].Length, figures[1].Length = say.CutDown(w.Say, figures[0].Length, c.Size.Width), say.CutDown(w.Say, figures[1].Length, c.Size.Height)
	w.to.answer("start", "card", "Finished card", "", w.cardWorking(), figures...)
	if z, o := c.Outer(), c.Overhang; z != c.Size {
		w.to.answer("start", "outer", "With what pokes out", "what the envelope must take", []string{
			fmt.Sprintf("%s card + %s left + %s right wide; %s card + %s above + %s below high.", w.Bare(c.Size.Width), w.Bare(o.Left), w.Bare(o.Right),
				w.Bare(c.Size.Height), w.Bare(o.Top), w.Bare(o.Bottom)),
		}, w.Both("outer", z)...)
		out.Outer = &document.CardOuter{Size: w.Size(z), Left: o.Left.MM(), Top: o.Top.MM()}
	}
	if w.b.Card.From == brief.FromEnvelope {
		out.Customary = w.customary()
	}
	w.clearance()
	return out, envelope
}

func (w startWriter) cardWorking() []string {
	switch w.b.Card.From {
	case brief.FromSheet:
		return []string{"The largest card of this fold that " + w.b.Stock.Sheet.Name + " gives."}
	case brief.FromEnvelope:
		if w.r.Sold() {
			return append(w.chosen(), w.asFolded()...)
		}
		e, z, o := w.b.Envelope.Size, w.r.Card.Size, w.r.Card.Overhang
		if w.b.Card.Turned {
			e = e.Turned()
		}
		return append([]string{w.within(e.Width, z.Width, o.Left, o.Right), w.within(e.Height, z.Height, o.Top, o.Bottom)}, w.asFolded()...)
	}
	return append([]string{"As given."}, w.asFolded()...)
}

// asFolded says where the card is only as wide as its widest panel.
func (w startWriter) asFolded() []string {
	if len(w.b.Base.Shape.Widths) == 0 {
		return nil
	}
	return []string{"Folded, it is as wide as its widest panel, " + w.Text(slices.Max(w.r.Base.Widths)) + "."}
}

// within is a side of the envelope less all that the card leaves of it free or pokes out by.
func (w startWriter) within(outer, inner, before, after measure.Length) string {
	sum, left, shown := w.Bare(outer)+" envelope", outer, outer.Shown(w.Unit)
	for _, less := range []struct {
		by   measure.Length
		word string
	}{{w.r.Card.Thickness, "thick"}, {w.b.Card.Ease, "ease"}, {before + after, "poking out"}} {
		if less.by > 0 {
			sum, left, shown = sum+" − "+w.Bare(less.by)+" "+less.word, left-less.by, shown-less.by.Shown(w.Unit)
		}
	}
	return w.Rounded(sum, shown, left, inner, "down")
}

// worth lists the sizes worth cutting for the envelope on hand.
func (w startWriter) worth() (all []document.SizeWorth) {
	for _, one := range w.r.Worth {
		out := document.SizeWorth{Text: w.SizeText(one.Size), PerSheet: one.PerSheet, Own: one.Own, Patch: job.Resized(one.Size, w.Unit)}
		switch {
		case one.Customary:
			out.Why, out.Patch = "sold for "+w.b.Envelope.Name+", what everyone makes", job.Set("card", "ease", nil)
		case one.Largest:
			out.Why, out.Patch = "the largest, with the usual room", job.Set("card", "ease", brief.UsualEase(w.Unit).Text(w.Unit))
		case one.Own:
			out.Why = "as the job has it"
		default:
			out.Why = "more come out of a sheet"
		}
		if one.Left != (card.Size{}) {
			out.Left = w.SizeText(one.Left)
		}
		all = append(all, out)
	}
	return all
}

// chosen says why a card is as large as it is where it is the one that is sold.
func (w startWriter) chosen() []string {
	return []string{fmt.Sprintf("Chosen because it is the card sold for %s: what everyone makes, and it divides the sheets sold.", w.b.Envelope.Name)}
}

// customary offers the card the trade sells for the format, where it differs; nil where it does not.
func (w startWriter) customary() *document.SizeHint {
	z, ok := w.r.CardSold()
	if !ok {
		return nil
	}
	return &document.SizeHint{Text: w.SizeText(z) + " is the card sold for " + w.b.Envelope.Name, Patch: job.Resized(z, w.Unit)}
}

// clearance is the room round the card in the envelope on hand.
func (w startWriter) clearance() {
	if w.b.Envelope == nil {
		return
	}
	e, room, lying := w.b.Envelope.Size, w.r.Own.Clearance, w.r.Card.Outer()
	if w.r.Own.Turned {
		lying = lying.Turned()
	}
	w.to.answer("start", "clearance", "Room round the card", "envelope less card",
		[]string{
			w.Less(e.Width, lying.Width, room.Width) + " wide",
			fmt.Sprintf("%s high; the card's %s of thickness comes out of this", w.Less(e.Height, lying.Height, room.Height), w.Text(w.r.Card.Thickness)),
		}, w.Both("clearance", room)...)
}

// sells lists what the sheet gives of the cards sold for envelopes, when the job starts from one.
func (w startWriter) sells() (all []document.SoldCard) {
	for _, s := range w.r.Sells {
		out := document.SoldCard{Text: w.SizeText(s.Size), Envelope: w.b.Catalog.Formats[s.Format].Name}
		for _, y := range s.Folds {
			text := fmt.Sprintf("%s: %d", y.Fold.ID, y.PerSheet)
			if y.PerSheet == 0 {
				text = y.Fold.ID + ": does not come out"
			}
			out.Folds = append(out.Folds, document.FoldYield{Fold: y.Fold.ID, Text: text, PerSheet: y.PerSheet, Patch: job.Then(job.Resized(s.Size, w.Unit), job.Set("card", "fold", y.Fold.ID))})
		}
		all = append(all, out)
	}
	return all
}

// makes lists what else the sheet gives.
func (w startWriter) makes() []document.Makeable {
	all := []document.Makeable{}
	for _, one := range w.r.Makes {
		z := one.Finished
		mk := document.Makeable{Fold: one.Fold.ID, Name: one.Fold.Name, Text: w.SizeText(z), Width: w.Length(z.Width), Height: w.Length(z.Height), PerSheet: one.PerSheet, Small: one.Small,
			Patch: job.Then(job.Resized(z, w.Unit), job.Set("card", "fold", one.Fold.ID))}
		if one.Best.Verdict != card.No {
			mk.Envelope, mk.Verdict = w.b.Catalog.Formats[one.Best.Envelope.Place].Name, string(one.Best.Verdict)
		}
		all = append(all, mk)
	}
	return all
}

// fitsShown is how many envelopes a screen lists.
const fitsShown = 14

// fits is the card in every catalogue envelope, best first.
func (w startWriter) fits(whole bool) []document.Fit {
	best := w.r.Fits
	if !whole {
		best = best[:min(fitsShown, len(best))]
	}
	out := make([]document.Fit, len(best))
	for i, fit := range best {
		f := w.b.Catalog.Formats[fit.Envelope.Place]
		out[i] = document.Fit{
			Format: f.ID, Name: f.Name, Family: f.Family, Width: w.Length(f.Width), Height: w.Length(f.Height),
			Turned: fit.Turned, Clearance: w.Size(fit.Clearance), Thickest: w.Length(fit.Thickest), Verdict: fit.Verdict,
			Patch: job.Patch{"envelope": f.ID},
		}
	}
	return out
}
