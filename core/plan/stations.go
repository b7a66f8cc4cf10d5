package plan

import (
	"fmt"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/post"
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
		if of := bendingOf(w.r.Posts[i].InUse()); graveness[of] > graveness[state] {
			state = of
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
	w.blank(s)
	// What nobody makes, since the card goes in an envelope there is, is in nobody's way.
	if w.b.Blank.Style == nil && len(w.r.Pieces) > 0 && w.r.Pieces[0].In != work.InBlank {
		s.State = stateGood
	}
}

func (w stationWriter) blank(s *document.Station) {
	s.State, s.Word = stateStop, "no blank"
	if len(w.r.Blanks) == 0 {
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
