package plan

import (
	"errors"
	"fmt"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/cutlist"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/post"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/proved"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// consequence picks the one thing to know now: what is as bad as the worst station, what
// stops the job before what costs money, and early stations before late ones.
func consequence(s say.Say, r *work.Result, p *document.Plan) document.Consequence {
	c := consequences{s, r, r.Brief, p}
	worst := &p.Stations[0]
	for i := range p.Stations {
		if graveness[p.Stations[i].State] > graveness[worst.State] {
			worst = &p.Stations[i]
		}
	}
	if worst.State == stateGood {
		return document.Consequence{State: stateGood, Station: "base", Text: c.summary(), Saving: c.saving()}
	}
	for _, find := range []func() *document.Consequence{c.envelope, c.sheet, c.stamp, c.blank, c.post} {
		if found := find(); found != nil && found.State == worst.State {
			return *found
		}
	}
	return document.Consequence{State: worst.State, Station: worst.Key, Text: fmt.Sprintf("%s: %s, %s.", worst.Name, worst.Figure, worst.Word)}
}

// graveness is how bad a state is.
var graveness = map[string]int{stateGood: 0, stateLook: 1, stateStop: 2}

// consequences finds what a job needs to know, a kind of trouble each.
type consequences struct {
	say.Say
	r    *work.Result
	b    *brief.Brief
	plan *document.Plan // as far as it is written
}

func (w consequences) summary() string {
	text := fmt.Sprintf("Cut %s", w.SizeText(w.r.Base.Size))
	if w.b.Card.Made {
		text = "Made: " + w.SizeText(w.r.Card.Size)
	} else if len(w.r.Base.Scores) > 0 {
		var at []string
		for _, s := range w.r.Base.Scores {
			at = append(at, w.Text(s.At))
		}
		text += ", score at " + words.List(at)
	}
	if len(w.plan.Post) == 0 {
		return text + "."
	}
	p := &w.plan.Post[0]
	return fmt.Sprintf("%s; %s as %s in the %s for %s.", text, p.Word, words.Article(words.Lower(p.ClassName)), p.PieceName, p.PriceText)
}

// envelope speaks of a card given a size of its own beside an envelope on hand.
func (w consequences) envelope() *document.Consequence {
	own := w.r.Own
	if own == nil || own.Verdict == card.Good {
		return nil
	}
	c := &document.Consequence{State: stateLook, Station: "start"}
	var cut *document.Fix
	if z, ok := w.r.CardFor(own); ok {
		cut = &document.Fix{Label: "Cut the card to " + w.SizeText(z), Patch: job.Resized(z, w.Unit)}
	}
	name, slack := w.b.Envelope.Name, min(own.Clearance.Width, own.Clearance.Height)-w.r.Card.Thickness
	switch own.Verdict {
	case card.No:
		c.State, c.Fix = stateStop, cut
		c.Text = fmt.Sprintf("The %s does not close round this card: %s too little room.", name, w.Text(-slack))
	case card.Tight:
		c.Fix = cut
		c.Text = fmt.Sprintf("The card will stick in the %s: only %s to spare once its thickness is counted.", name, w.Text(slack))
	default:
		c.Text = fmt.Sprintf("The card slides about in the %s: %s wider and %s higher than it.", name, w.Text(own.Clearance.Width), w.Text(own.Clearance.Height))
	}
	if f, ok := w.r.BestFormat(); c.Fix == nil && ok {
		patch := job.Patch{"envelope": f.ID}
		if w.b.Card.From == brief.FromEnvelope {
			patch = job.Then(job.Resized(w.r.Card.Size, w.Unit), patch) // it would be sized anew by another envelope
		}
		c.Fix = &document.Fix{Label: "Use " + f.Name, Patch: patch}
	}
	return c
}

// sheet speaks of a batch that does not come out of the sheets, and offers
// another fold or sheet where that is the cause.
func (w consequences) sheet() *document.Consequence {
	cuts := w.plan.CutPlan
	switch {
	case cuts.Problem == nil && len(cuts.Missing) == 0:
		return nil
	case cuts.Problem == nil:
		return &document.Consequence{State: stateLook, Station: "base", Text: "The sheets on hand do not suffice: " + cutlist.Missing(&w.r.Batch) + "."}
	}
	c := &document.Consequence{State: stateStop, Station: "base", Text: cuts.Problem.Text}
	if f, ok := w.r.FoldThatComesOut(); ok && !w.r.ComesOut(w.r.Base.Size) {
		c.Fix = &document.Fix{Label: "Make it a " + words.Lower(f.Name), Patch: job.Set("card", "fold", f.ID)}
	} else if s := w.r.Batch.Would; s != nil && !errors.As(w.r.Batch.Err, new(*trim.ReachError)) {
		c.Fix = &document.Fix{Label: "Cut it from " + s.Name, Patch: job.Patch{"sheet": s.ID}}
	}
	return c
}

func (w consequences) stamp() *document.Consequence {
	if w.plan.Stamping == nil || w.plan.Stamping.OK {
		return nil
	}
	return &document.Consequence{State: stateLook, Station: "layers", Text: w.plan.Stamping.Text + "."}
}

// blank speaks of the blank the job asks for.
func (w consequences) blank() *document.Consequence {
	if len(w.r.Blanks) == 0 || w.b.Blank.Style == nil {
		return nil
	}
	m := w.r.Blanks[0]
	name := words.Lower(nameOf(m.Candidate))
	switch {
	case !m.Proof.OK:
		return w.fails(name, m.Proof)
	case m.Paper.Fits, w.r.Own != nil && w.r.Own.Verdict == card.Good:
		return nil
	}
	c := &document.Consequence{State: stateLook, Station: "envelope", Text: fmt.Sprintf("The %s blank does not come out of %s.", name, m.Paper.Sheet.Name)}
	for _, s := range w.r.SheetFits(m) {
		if s.Fits {
			c.Fix = &document.Fix{Label: "Use " + sheetFit(w.Say, s).Name + " paper", Patch: job.Set("blank", "paper", s.Sheet.ID)}
			break
		}
	}
	return c
}

func (w consequences) fails(name string, p proof.Proof) *document.Consequence {
	c := &document.Consequence{State: stateStop, Station: "envelope"}
	for _, check := range p.Checks {
		if !check.OK {
			c.Text = fmt.Sprintf("The %s blank fails its proof: %s.", name, words.Lower(proved.Check(w.Say, check)))
			break
		}
	}
	for i, other := range w.r.Blanks {
		if other.Proof.OK {
			c.Fix = &document.Fix{Label: "Use " + words.Lower(nameOf(other.Candidate)), Patch: w.plan.Blanks[i].Patch}
			break
		}
	}
	return c
}

func (w consequences) post() *document.Consequence {
	if len(w.plan.Post) == 0 {
		return nil
	}
	v := w.r.Posts[0].InUse()
	if v.State == post.Passes && v.Priced {
		return nil
	}
	c := &document.Consequence{State: stateLook, Station: "post"}
	if v.State == post.Fails {
		c.State = stateStop
	}
	c.Text, c.Fix = w.posted()
	return c
}

// posted is why the card is posted as it is, and the first way out.
func (w consequences) posted() (text string, way *document.Fix) {
	p := &w.plan.Post[0]
	text = p.Text
	if len(p.Reasons) > 0 {
		text = p.Reasons[0].Text + "."
	}
	if len(p.WaysOut) > 0 {
		way = &p.WaysOut[0].Fix
	}
	return text, way
}

// saving is why a card that goes well does not go in the cheapest class.
func (w consequences) saving() *document.Saving {
	if len(w.plan.Post) == 0 || w.r.Posts[0].InUse().Place == 0 {
		return nil
	}
	text, way := w.posted()
	return &document.Saving{Station: "post", Text: text, Fix: way}
}
