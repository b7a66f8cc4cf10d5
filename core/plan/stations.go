package plan

import (
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/trim"
)

// The states a station or a consequence can be in.
const (
	stateGood = "good"
	stateLook = "look"
	stateStop = "stop"
)

func (m *maker) stations() {
	m.plan.Stations = []Station{m.startStation(), m.baseStation(), m.layersStation(), m.finishedStation(), m.envelopeStation(), m.postStation()}
	m.plan.Consequence = m.consequence()
}

func (m *maker) startStation() Station {
	s := Station{Key: "start", Name: "Start", Figure: m.sizeText(m.spec.card), State: stateGood, Word: "good"}
	if m.envelope != nil && !m.given {
		s.Figure = m.sizeText(m.envelope.size)
	}
	if m.own != nil {
		s.State, s.Word = fitState(m.own.Verdict)
	}
	return s
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

func (m *maker) baseStation() Station {
	s := Station{Key: "base", Name: "Base", Figure: m.sizeText(m.flat.Size), State: stateGood}
	cuts := m.plan.CutPlan
	s.Word = fmt.Sprintf("%d a sheet", m.plan.Base.PerSheet)
	if m.quantity > 1 {
		s.Word = sheetsText(cuts.SheetsUsed)
	}
	switch {
	case cuts.Problem != nil:
		s.State, s.Word = stateStop, "no sheet"
	case len(cuts.Missing) > 0:
		s.State, s.Word = stateLook, fmt.Sprintf("%d to buy", cuts.Missing[0].Count)
	}
	return s
}

func (m *maker) layersStation() Station {
	s := Station{Key: "layers", Name: "Layers", Figure: "none", State: stateGood, Word: "plain"}
	if n := len(m.stack); n > 0 {
		s.Figure, s.Word = m.sizeText(m.stack[n-1]), fmt.Sprintf("%d on top", n)
	}
	return s
}

func (m *maker) envelopeStation() Station {
	s := Station{Key: "envelope", Name: "Envelope", Figure: "none", State: stateStop, Word: "no blank"}
	if len(m.plan.Blanks) == 0 {
		return s
	}
	b := m.plan.Blanks[0]
	s.Figure, s.State, s.Word = b.Width.Text, stateGood, "proved"
	if b.Geometry.Diagonal {
		s.Figure += " square"
	} else {
		s.Figure = m.sizeText(card.Size{Width: measure.FromMM(b.Width.MM), Height: measure.FromMM(b.Height.MM)})
	}
	switch {
	case !b.Proof.OK:
		s.State, s.Word = stateStop, "fails its proof"
	case !b.Paper.Fits:
		s.State, s.Word = stateLook, "paper too small"
	}
	return s
}

func (m *maker) postStation() Station {
	s := Station{Key: "post", Name: "Post", Figure: "none", State: stateStop, Word: "nothing to post"}
	if len(m.plan.Post) == 0 {
		return s
	}
	p := m.plan.Post[0]
	s.Figure, s.State, s.Word = p.PriceText, stateGood, lower(p.ClassName)
	if p.Price == nil {
		s.Figure, s.State = p.ClassName, stateLook
	}
	switch post.State(p.Verdict) {
	case post.Fails:
		s.Figure, s.State, s.Word = "no class", stateStop, p.Word
	case post.Near, post.Surcharged:
		s.State, s.Word = stateLook, p.Word
	}
	return s
}

// consequence picks the one thing to know now: what stops the job before what
// costs money, and early stations before late ones.
func (m *maker) consequence() Consequence {
	for _, find := range []func() *Consequence{m.envelopeConsequence, m.sheetConsequence, m.stampConsequence, m.blankConsequence, m.postConsequence} {
		if c := find(); c != nil {
			return *c
		}
	}
	return Consequence{State: stateGood, Station: "base", Text: m.summary()}
}

func (m *maker) summary() string {
	text := fmt.Sprintf("Cut %s", m.sizeText(m.flat.Size))
	if len(m.flat.Scores) > 0 {
		text += fmt.Sprintf(", score at %s", m.text(m.flat.Scores[0].At))
	}
	if len(m.plan.Post) == 0 {
		return text + "."
	}
	p := m.plan.Post[0]
	return fmt.Sprintf("%s; %s as a %s in the %s for %s.", text, p.Word, lower(p.ClassName), p.PieceName, p.PriceText)
}

// envelopeConsequence speaks of a card given a size of its own beside an envelope on hand.
func (m *maker) envelopeConsequence() *Consequence {
	if m.own == nil || m.own.Verdict == card.Good {
		return nil
	}
	c := &Consequence{State: stateLook, Station: "start"}
	fitting := card.Within(m.own.Envelope.Size, m.thickness, m.ease, m.ruler)
	if m.own.Turned {
		fitting = fitting.Turned()
	}
	cut := &Fix{"Cut the card to " + m.sizeText(fitting), m.resize(fitting)}
	if fitting.Width < pieceBounds.least || fitting.Height < pieceBounds.least {
		cut = nil
	}
	slack := min(m.own.Clearance.Width, m.own.Clearance.Height) - m.thickness
	switch m.own.Verdict {
	case card.No:
		c.State, c.Fix = stateStop, cut
		c.Text = fmt.Sprintf("The %s does not close round this card: %s too little room.", m.envelope.name, m.text(-slack))
	case card.Tight:
		c.Fix = cut
		c.Text = fmt.Sprintf("The card will stick in the %s: only %s to spare once its thickness is counted.", m.envelope.name, m.text(slack))
	default:
		c.Text = fmt.Sprintf("The card slides about in the %s: %s wider and %s higher than it.", m.envelope.name,
			m.text(m.own.Clearance.Width), m.text(m.own.Clearance.Height))
	}
	if c.Fix == nil {
		c.Fix = m.bestFormat()
	}
	return c
}

// bestFormat offers the bought format that fits best, where one does.
func (m *maker) bestFormat() *Fix {
	if len(m.plan.Fits) == 0 || m.plan.Fits[0].Verdict != card.Good {
		return nil
	}
	f := m.plan.Fits[0]
	return &Fix{"Use " + f.Name, f.Patch}
}

// sheetConsequence speaks of a batch that does not come out of the sheets, and
// offers another fold or sheet where that is the cause.
func (m *maker) sheetConsequence() *Consequence {
	cuts := m.plan.CutPlan
	switch {
	case cuts.Problem == nil && len(cuts.Missing) == 0:
		return nil
	case cuts.Problem == nil:
		return &Consequence{State: stateLook, Station: "base", Text: "The sheets on hand do not suffice: " + cuts.Missing[0].Text + "."}
	}
	c := &Consequence{State: stateStop, Station: "base", Text: cuts.Problem.Text}
	if m.comesOut(m.flat.Size) {
		return c // something else is in the way
	}
	for _, id := range []string{"book", "tent"} {
		f, _ := card.FoldByID(id)
		if flat, err := f.Flat(m.spec.card, m.shape); err == nil && m.comesOut(flat.Size) {
			c.Fix = &Fix{"Make it a " + lower(f.Name), map[string]any{"card": map[string]any{"fold": f.ID}}}
			return c
		}
	}
	for _, s := range m.catalog.Sheets {
		z := card.Size{Width: s.Width, Height: s.Height}
		if len(m.sheets) == 0 && s.Unit == m.unit && trim.BestGrid(z, m.flat.Size).Count() > 0 {
			c.Fix = &Fix{"Cut it from " + s.Name, map[string]any{"sheet": s.ID}}
			return c
		}
	}
	return c
}

// comesOut tells whether a base of a size lies in any sheet it may be cut from.
func (m *maker) comesOut(z card.Size) bool {
	problem, _ := m.batch()
	for _, s := range problem.Sheets {
		if s.Count != 0 && (m.basePaper.name == "" || m.basePaper.name == s.Paper) && trim.BestGrid(s.Size, z).Count() > 0 {
			return true
		}
	}
	return false
}

func (m *maker) stampConsequence() *Consequence {
	if m.plan.Stamping == nil || m.plan.Stamping.OK {
		return nil
	}
	return &Consequence{State: stateLook, Station: "layers", Text: m.plan.Stamping.Text + "."}
}

func (m *maker) blankConsequence() *Consequence {
	if len(m.plan.Blanks) == 0 || m.blank.style == nil {
		return nil
	}
	b := m.plan.Blanks[0]
	if b.Proof.OK && (b.Paper.Fits || m.own != nil && m.own.Verdict == card.Good) {
		return nil
	}
	c := &Consequence{State: stateStop, Station: "envelope"}
	if !b.Proof.OK {
		for _, check := range b.Proof.Checks {
			if !check.OK {
				c.Text = fmt.Sprintf("The %s blank fails its proof: %s.", lower(b.Name), lower(check.Text))
				break
			}
		}
		for _, other := range m.plan.Blanks {
			if other.Proof.OK {
				c.Fix = &Fix{"Use " + lower(other.Name), other.Patch}
				break
			}
		}
		return c
	}
	c.State, c.Text = stateLook, fmt.Sprintf("The %s blank does not come out of %s.", lower(b.Name), m.blank.paper.name)
	for _, s := range b.Sheets {
		if s.Fits {
			c.Fix = &Fix{"Use " + s.Name + " paper", map[string]any{"blank": map[string]any{"paper": s.Sheet}}}
			break
		}
	}
	return c
}

func (m *maker) postConsequence() *Consequence {
	if len(m.plan.Post) == 0 {
		return nil
	}
	p := m.plan.Post[0]
	if post.State(p.Verdict) == post.Passes && p.Class == m.carriers[0].Classes[0].ID {
		return nil
	}
	c := &Consequence{State: stateLook, Station: "post", Text: p.Text}
	if post.State(p.Verdict) == post.Fails {
		c.State = stateStop
	}
	if len(p.Reasons) > 0 {
		c.Text = p.Reasons[0].Text + "."
	}
	if len(p.WaysOut) > 0 {
		c.Fix = &p.WaysOut[0].Fix
	}
	return c
}
