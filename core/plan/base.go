package plan

import (
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

func (m *maker) cardAndEnvelope() {
	p := m.plan
	p.Card = Card{Width: m.length(m.spec.card.Width), Height: m.length(m.spec.card.Height), Thickness: m.length(m.thickness), Text: m.sizeText(m.spec.card), From: "given"}
	if m.envelope != nil {
		p.Envelope = &Envelope{m.envelope.id, m.envelope.name, m.length(m.envelope.size.Width), m.length(m.envelope.size.Height)}
		m.answer("start", "envelope", "Envelope", m.envelope.name, []string{"As given: inside is taken to be the size it is sold by."}, m.both("envelope", m.envelope.size)...)
	}
	working := []string{"As given."}
	if !m.given {
		p.Card.From = "envelope"
		working = []string{m.inside(m.envelope.size.Width, m.spec.card.Width), m.inside(m.envelope.size.Height, m.spec.card.Height)}
		m.customary()
	}
	m.answer("start", "card", "Finished card", "", working, m.both("card", m.spec.card)...)
	if m.envelope == nil {
		return
	}
	fit := card.Try(fitted(*m.envelope), m.spec.card, m.thickness)
	m.own = &fit
	m.answer("start", "clearance", "Room round the card", "envelope less card",
		[]string{
			fmt.Sprintf("%s − %s = %s wide", m.bare(m.envelope.size.Width), m.bare(m.lying().Width), m.text(fit.Clearance.Width)),
			fmt.Sprintf("%s − %s = %s high; the card's %s of thickness comes out of this", m.bare(m.envelope.size.Height), m.bare(m.lying().Height), m.text(fit.Clearance.Height), m.text(m.thickness)),
		}, m.both("clearance", fit.Clearance)...)
}

// lying is the card as it goes into the job's envelope.
func (m *maker) lying() card.Size {
	if m.own != nil && m.own.Turned {
		return m.spec.card.Turned()
	}
	return m.spec.card
}

func (m *maker) inside(outer, inner measure.Length) string {
	sum := fmt.Sprintf("%s envelope − %s ease = ", m.bare(outer), m.bare(m.ease))
	if m.thickness > 0 {
		sum = fmt.Sprintf("%s envelope − %s thick − %s ease = ", m.bare(outer), m.bare(m.thickness), m.bare(m.ease))
	}
	return m.rounded(sum, outer-m.thickness-m.ease, inner, "down")
}

// customary offers the card the trade sells for the format, where it differs.
func (m *maker) customary() {
	f := m.envelope.format
	if !f.Customary() || f.CardWidth == m.spec.card.Width && f.CardHigh == m.spec.card.Height {
		return
	}
	z := card.Size{Width: f.CardWidth, Height: f.CardHigh}
	m.plan.Card.Customary = &SizeHint{m.sizeText(z) + " is the card sold for " + f.Name, m.resize(z)}
}

// resize is the change to the job that gives the card a size.
func (m *maker) resize(z card.Size) map[string]any {
	return map[string]any{"card": map[string]any{"width": m.text(z.Width), "height": m.text(z.Height)}}
}

func fitted(p piece) card.Envelope {
	return card.Envelope{ID: p.id, Size: p.size, Customary: card.Size{Width: p.format.CardWidth, Height: p.format.CardHigh}}
}

func (m *maker) base() {
	finished := card.Size{Width: m.ruler.Down(m.spec.card.Width), Height: m.ruler.Down(m.spec.card.Height)}
	m.flat = m.fold.Flat(finished)
	g := trim.BestGrid(m.sheet.size, m.flat.Size)
	b := Base{
		Fold: m.fold.ID, Cut: m.size(m.flat.Size), Scores: []Score{}, Panels: m.flat.Panels,
		Sheet:    Sheet{m.sheet.id, m.sheet.name, m.length(m.sheet.size.Width), m.length(m.sheet.size.Height)},
		PerSheet: g.Count(), Turned: g.Turned, Columns: g.Cols, Rows: g.Rows, First: "height", Cuts: []Cut{}, Offcuts: []Size{}, Grain: m.grain(),
	}
	if g.Rips {
		b.First = "width"
	}
	m.answer("base", "base", "Cut", "", m.doubling(finished), m.both("base", m.flat.Size)...)
	for i, s := range m.flat.Scores {
		b.Scores = append(b.Scores, Score{s.From, m.length(s.At)})
		m.answer("base", fmt.Sprintf("score%d", i), "Score", "from the "+s.From+" edge; fold away from the groove",
			[]string{"One finished " + across(s.From) + " in: " + m.text(s.At) + ". The groove is the outside of the fold."},
			m.figure(fmt.Sprintf("score%d", i), s.At))
	}
	for i, c := range g.Cuts {
		text := fmt.Sprintf("set %s, cut %s", m.text(c.Set), timesText(c.Times))
		b.Cuts = append(b.Cuts, Cut{i + 1, m.length(c.Set), text})
		m.answer("base", fmt.Sprintf("cut%d", i), fmt.Sprintf("Guide %d", i+1), "cut "+timesText(c.Times),
			[]string{fmt.Sprintf("The sheet's %s against the guide; %s across, %s down a %s sheet.", c.Along, piecesText(g.Cols), piecesText(g.Rows), m.sheet.name)},
			m.figure(fmt.Sprintf("cut%d", i), c.Set))
	}
	for i, o := range g.Offcuts {
		b.Offcuts = append(b.Offcuts, m.size(o))
		m.answer("base", fmt.Sprintf("offcut%d", i), "Offcut", "keep for layers",
			[]string{"What is left of the sheet when the bases are out."}, m.both(fmt.Sprintf("offcut%d", i), o)...)
	}
	m.plan.Base = b
	if g.Count() == 0 {
		m.warn("base-sheet", "sheet", fmt.Sprintf("a base of %s does not come out of %s", m.sizeText(m.flat.Size), m.sheet.name))
	}
}

func timesText(n int) string {
	if n == 1 {
		return "once"
	}
	return fmt.Sprintf("%d times", n)
}

func piecesText(n int) string {
	if n == 1 {
		return "1 piece"
	}
	return fmt.Sprintf("%d pieces", n)
}

func across(from string) string {
	if from == "top" {
		return "height"
	}
	return "width"
}

// doubling is the step people trip over: which side is doubled, in their own numbers.
func (m *maker) doubling(finished card.Size) []string {
	line := func(cut, one measure.Length, side string) string {
		if cut == one {
			return fmt.Sprintf("%s stays as it is: %s", side, m.text(one))
		}
		return fmt.Sprintf("%s: 2 × %s = %s", side, m.bare(one), m.text(cut))
	}
	return []string{
		m.fold.Name + " " + m.fold.Says + ".",
		line(m.flat.Width, finished.Width, "Width"),
		line(m.flat.Height, finished.Height, "Height"),
	}
}

func (m *maker) grain() string {
	if len(m.flat.Scores) == 0 {
		return "A flat card may lie either way of the grain."
	}
	side := m.flat.Height
	if m.flat.Scores[0].From == "top" {
		side = m.flat.Width
	}
	return "Let the grain run along the fold, the " + m.text(side) + " side: a fold across it cracks."
}

func (m *maker) layersOn() Problems {
	var problems Problems
	below := card.Size{Width: m.ruler.Down(m.spec.card.Width), Height: m.ruler.Down(m.spec.card.Height)}
	for i, l := range m.layers {
		z := card.Step(below, l.border, m.ruler)
		if z.Width < pieceBounds.least || z.Height < pieceBounds.least {
			return append(problems, Problem{l.field, fmt.Sprintf(
				"%s vanishes: a border of %s on both sides of %s leaves less than %s; try %s",
				l.name, m.text(l.border), m.sizeText(below), m.text(pieceBounds.least), borderBounds.example(m.unit))})
		}
		key := fmt.Sprintf("layer%d", i)
		m.plan.Layers = append(m.plan.Layers, Layer{l.name, m.length(z.Width), m.length(z.Height), m.length(l.border)})
		m.answer("layers", key, l.name, "border "+m.text(l.border), []string{
			m.stepText(below.Width, l.border, z.Width) + " wide",
			m.stepText(below.Height, l.border, z.Height) + " high; the border counts on both sides",
		}, m.both(key, z)...)
		m.stack = append(m.stack, z)
		below = z
	}
	return nil
}

func (m *maker) stepText(below, border, marked measure.Length) string {
	return m.rounded(fmt.Sprintf("%s − 2 × %s = ", m.bare(below), m.bare(border)), below-2*border, marked, "down")
}

func (m *maker) fits() {
	envelopes := make([]card.Envelope, len(m.catalog.Formats))
	for i, f := range m.catalog.Formats {
		envelopes[i] = fitted(piece{id: f.ID, size: card.Size{Width: f.Width, Height: f.Height}, format: f})
	}
	for _, fit := range card.Rank(envelopes, m.spec.card, m.thickness) {
		f, _ := m.catalog.Format(fit.Envelope.ID)
		m.plan.Fits = append(m.plan.Fits, Fit{
			Format: f.ID, Name: f.Name, Family: f.Family, Width: m.length(f.Width), Height: m.length(f.Height),
			Turned: fit.Turned, Clearance: m.size(fit.Clearance), Thickest: m.length(fit.Thickest), Verdict: fit.Verdict,
			Patch: map[string]any{"envelope": f.ID},
		})
	}
}
