package plan

import (
	"fmt"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/cutlist"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/post"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// The states a station or a consequence can be in.
const (
	stateGood = "good"
	stateLook = "look"
	stateStop = "stop"
)

// tape is the stations of a job in order, each with how it tells its state.
var tape = []struct {
	key, name string
	tell      func(stationWriter, *document.Station)
}{
	{"start", "Start", stationWriter.start},
	{"base", "Base", stationWriter.base},
	{"layers", "Layers", stationWriter.layers},
	{"finished", "Finished", stationWriter.finished},
	{"envelope", "Envelope", stationWriter.envelope},
	{"post", "Post", stationWriter.post},
	{"bench", "Bench", stationWriter.bench},
}

// madeWord is what stands at a station of a card that is made.
const madeWord = "made"

// stationWriter tells the key figure and the state of each station.
type stationWriter struct {
	say.Say
	r    *work.Result
	b    *brief.Brief
	plan *document.Plan // as far as it is written
}

func stations(s say.Say, r *work.Result, p *document.Plan) []document.Station {
	out := make([]document.Station, len(tape))
	for i, one := range tape {
		out[i] = document.Station{Key: one.key, Name: one.name, Figure: "none", State: stateGood}
		one.tell(stationWriter{s, r, r.Brief, p}, &out[i])
	}
	return out
}

func (w stationWriter) start(s *document.Station) {
	s.Figure, s.Word = w.SizeText(w.r.Card.Size), "good"
	if w.b.Card.From == brief.FromEnvelope {
		s.Figure = w.SizeText(w.b.Envelope.Size)
	}
	if w.r.Own != nil {
		s.State, s.Word = fitState(w.r.Own.Verdict)
	}
}

func fitState(v card.Verdict) (state, word string) {
	switch v {
	case card.Good:
		return stateGood, "fits"
	case card.No:
		return stateStop, "too big"
	}
	return stateLook, string(v)
}

// bench says how many are made; what cannot be cut cannot be begun.
func (w stationWriter) bench(s *document.Station) {
	s.Figure, s.Word = fmt.Sprintf("%d %s", w.b.Quantity, words.Plural(w.b.Quantity, "card")), "to make"
	if w.r.Batch.Err != nil {
		s.State, s.Word = stateStop, "no sheet"
	}
}

func (w stationWriter) base(s *document.Station) {
	batch := &w.r.Batch
	s.Figure, s.Word = w.SizeText(w.r.Base.Size), fmt.Sprintf("%d a sheet", w.r.Base.PerSheet())
	if batch.Plan != nil && (w.b.Quantity > 1 || w.r.Base.One == nil) {
		s.Word = say.Sheets(batch.Plan.Used)
	}
	switch {
	case w.b.Card.Made:
		s.Word = madeWord
	case batch.Err != nil:
		s.State, s.Word = stateStop, "no sheet"
	case len(batch.Missing) > 0:
		s.State, s.Word = stateLook, fmt.Sprintf("%d to buy", batch.ToBuy())
	}
}

func (w stationWriter) layers(s *document.Station) {
	s.Word = "plain"
	if n := len(w.r.Layers.Stack); n > 0 {
		s.Figure, s.Word = w.SizeText(w.r.Top()), fmt.Sprintf("%d on top", n)
	}
	if w.b.Card.Made {
		s.Word = madeWord
	}
	if w.plan.Stamping != nil && !w.plan.Stamping.OK {
		s.State, s.Word = stateLook, "stamp too large"
	}
}

func (w stationWriter) finished(s *document.Station) {
	b := w.plan.Build
	s.Figure, s.Word = b.Thickest.Text, b.From
	if len(w.r.Posts) == 0 {
		return
	}
	if state := w.bending(); state != stateGood {
		s.State, s.Word = state, w.r.Pieces[0].Piece.Bends.Text()
	}
}

// bending is what the job's carriers make of how stiff the piece is, the worst of it.
func (w stationWriter) bending() string {
	state := stateGood
	for i := range w.r.Posts {
		switch bendingOf(w.r.Posts[i].InUse()) {
		case stateStop:
			return stateStop
		case stateLook:
			state = stateLook
		}
	}
	return state
}

// bendingOf is what a carrier makes of how stiff a piece is: where it does not ask that is
// good however stiff, and it stops only what then goes in no class.
func bendingOf(v *post.Verdict) string {
	state := stateGood
	for _, c := range v.Checks {
		switch {
		case !c.OfBending() || c.State == post.Passes:
		case c.State == post.Fails && v.State == post.Fails:
			return stateStop
		default:
			state = stateLook
		}
	}
	return state
}

func (w stationWriter) envelope(s *document.Station) {
	s.State, s.Word = stateStop, "no blank"
	if len(w.r.Blanks) == 0 {
		if w.b.Blank.Style == nil && len(w.r.Pieces) > 0 {
			s.State = stateGood
		}
		return
	}
	m := w.r.Blanks[0]
	s.Figure, s.State, s.Word = w.SizeText(m.Main().Cut()), stateGood, "proved"
	if m.Main().Diagonal {
		s.Figure = w.Text(m.Main().Width) + " square"
	}
	switch {
	case !m.Proof.OK:
		s.State, s.Word = stateStop, "fails its proof"
	case !m.Paper.Fits:
		s.State, s.Word = stateLook, "paper too small"
	}
	// What nobody makes, since the card goes in an envelope there is, is in nobody's way.
	if w.b.Blank.Style == nil && len(w.r.Pieces) > 0 && w.r.Pieces[0].In != work.InBlank {
		s.State = stateGood
	}
}

func (w stationWriter) post(s *document.Station) {
	s.State, s.Word = stateStop, "nothing to post"
	if len(w.r.Posts) == 0 {
		return
	}
	v := w.r.Posts[0].InUse()
	s.Figure, s.State, s.Word = ClassName(v), stateLook, words.Lower(ClassName(v))
	if v.Priced {
		s.Figure, s.State = v.Price.Text(v.Carrier.Currency), stateGood
	}
	switch v.State {
	case post.Fails:
		s.Figure, s.State, s.Word = "no class", stateStop, verdictWords[v.State]
	case post.Near, post.Surcharged:
		s.State, s.Word = stateLook, verdictWords[v.State]
	}
}

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
		text += fmt.Sprintf(", score at %s", w.Text(w.r.Base.Scores[0].At))
	}
	if len(w.plan.Post) == 0 {
		return text + "."
	}
	p := &w.plan.Post[0]
	return fmt.Sprintf("%s; %s as a %s in the %s for %s.", text, p.Word, words.Lower(p.ClassName), p.PieceName, p.PriceText)
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
	if w.r.ComesOut(w.r.Base.Size) {
		return c // something else is in the way
	}
	if f, ok := w.r.FoldThatComesOut(); ok {
		c.Fix = &document.Fix{Label: "Make it a " + words.Lower(f.Name), Patch: job.Set("card", "fold", f.ID)}
	} else if s, ok := w.r.SheetForBase(); ok {
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
			c.Text = fmt.Sprintf("The %s blank fails its proof: %s.", name, words.Lower(checkText(w.Say, check)))
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
