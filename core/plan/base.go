package plan

import (
	"fmt"
	"slices"
	"strings"

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
	switch {
	case m.fromSheet:
		p.Card.From = "sheet"
		working = []string{"The largest card of this fold that " + m.sheet.name + " gives."}
	case !m.given:
		p.Card.From = "envelope"
		working = []string{m.within(m.envelope.size.Width, m.untwisted().Width), m.within(m.envelope.size.Height, m.untwisted().Height)}
		m.customary()
	}
	m.answer("start", "card", "Finished card", "", working, m.both("card", m.spec.card)...)
	if z := m.outer(); z != m.spec.card {
		m.answer("start", "outer", "With what pokes out", "what the envelope must take", []string{
			fmt.Sprintf("%s card + %s left + %s right wide; %s card + %s above + %s below high.", m.bare(m.spec.card.Width), m.bare(m.overhang.left), m.bare(m.overhang.right),
				m.bare(m.spec.card.Height), m.bare(m.overhang.top), m.bare(m.overhang.bottom)),
		}, m.both("outer", z)...)
		p.Card.Outer = &CardOuter{Size: m.size(z), Left: m.overhang.left.MM(), Top: m.overhang.top.MM()}
	}
	if m.envelope == nil {
		return
	}
	fit := card.Try(fitted(*m.envelope), m.outer(), m.thickness)
	m.own = &fit
	m.answer("start", "clearance", "Room round the card", "envelope less card",
		[]string{
			fmt.Sprintf("%s − %s = %s wide", m.bare(m.envelope.size.Width), m.bare(m.lying().Width), m.text(fit.Clearance.Width)),
			fmt.Sprintf("%s − %s = %s high; the card's %s of thickness comes out of this", m.bare(m.envelope.size.Height), m.bare(m.lying().Height), m.text(fit.Clearance.Height), m.text(m.thickness)),
		}, m.both("clearance", fit.Clearance)...)
}

// untwisted is the card as it was taken from the envelope, before it was turned.
func (m *maker) untwisted() card.Size {
	if m.turned {
		return m.spec.card.Turned()
	}
	return m.spec.card
}

// lying is the card as it goes into the job's envelope.
func (m *maker) lying() card.Size {
	if m.own != nil && m.own.Turned {
		return m.spec.card.Turned()
	}
	return m.spec.card
}

func (m *maker) within(outer, inner measure.Length) string {
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
	g := trim.BestGrid(m.sheet.size, m.flat.Size)
	b := Base{
		Fold: m.fold.ID, Cut: m.size(m.flat.Size), Scores: []Score{}, Panels: m.flat.Panels,
		Sheet:    Sheet{m.sheet.id, m.sheet.name, m.length(m.sheet.size.Width), m.length(m.sheet.size.Height)},
		PerSheet: g.Count(), Turned: g.Turned, Columns: g.Cols, Rows: g.Rows, First: "height", Cuts: []Cut{}, Offcuts: []Size{}, Grain: m.grain(), Advice: m.scoreAdvice(), Colour: m.basePaper.colour,
	}
	if m.stock != nil {
		b.Paper = m.stock.Text()
	}
	if g.Rips {
		b.First = "width"
	}
	m.answer("base", "base", "Cut", "", m.doubling(finished), m.both("base", m.flat.Size)...)
	for i, s := range m.flat.Scores {
		b.Scores = append(b.Scores, Score{s.From, m.length(s.At), s.Face})
		m.answer("base", fmt.Sprintf("score%d", i), "Score", m.scoreNote(i), []string{m.scoreWorking(i)}, m.figure(fmt.Sprintf("score%d", i), s.At))
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

// scoreNote says from where, and on which face once they differ.
func (m *maker) scoreNote(i int) string {
	s := m.flat.Scores[i]
	note := "from the " + s.From + " edge; fold away from the groove"
	if i > 0 && s.Face != m.flat.Scores[i-1].Face {
		note = "turn over; measure from the same edge as before"
	}
	return note
}

// scoreWorking adds up the panels before a score.
func (m *maker) scoreWorking(i int) string {
	s := m.flat.Scores[i]
	if i == 0 {
		return "One panel in: " + m.text(s.At) + ", the finished " + across(s.From) + " or the door's. The groove is the outside of the fold."
	}
	before := m.flat.Scores[i-1].At
	return fmt.Sprintf("%s + %s = %s. The groove is the outside of the fold.", m.bare(before), m.bare(m.flat.Widths[i]), m.text(s.At))
}

// doubling is the step people trip over: which side is doubled, in their own numbers.
func (m *maker) doubling(finished card.Size) []string {
	sum := m.panelSum()
	line := func(cut, one measure.Length, side string) string {
		if cut == one {
			return fmt.Sprintf("%s stays as it is: %s", side, m.text(one))
		}
		return fmt.Sprintf("%s: %s = %s", side, sum, m.text(cut))
	}
	return []string{
		m.fold.Name + " " + m.fold.Says + ".",
		line(m.flat.Width, finished.Width, "Width"),
		line(m.flat.Height, finished.Height, "Height"),
	}
}

// panelSum is the sum of the panels: "2 × 5", or "2 + 5 + 3" where they differ.
func (m *maker) panelSum() string {
	widths := m.flat.Widths
	parts := make([]string, len(widths))
	for i, w := range widths {
		parts[i] = m.bare(w)
	}
	if slices.Min(widths) == slices.Max(widths) {
		return fmt.Sprintf("%d × %s", len(widths), parts[0])
	}
	return strings.Join(parts, " + ")
}

func (m *maker) grain() string {
	if len(m.flat.Scores) == 0 {
		return "A flat card may lie either way of the grain."
	}
	text := "Let the grain run along the fold, the " + m.text(m.flat.Along()) + " side: a fold across it cracks."
	if m.alongFold {
		text += " The cut plan keeps to it where the sheet's grain is known."
	}
	return text
}

// scoreAdvice says whether the stock has to be scored.
func (m *maker) scoreAdvice() string {
	switch {
	case len(m.flat.Scores) == 0:
		return ""
	case m.stock == nil:
		return "Stock over 200 g/m² must be scored before it is folded."
	case m.stock.NeedsScore():
		return m.stock.Text() + " must be scored before it is folded."
	}
	return m.stock.Text() + " folds without a score; a crease with the bone is enough."
}

func (m *maker) layersOn() Problems {
	var problems Problems
	below := card.Size{Width: m.ruler.Down(m.spec.card.Width), Height: m.ruler.Down(m.spec.card.Height)}
	for i, l := range m.layers {
		z := card.Step(below, l.border, m.ruler)
		if z.Width < pieceBounds.least || z.Height < pieceBounds.least {
			return append(problems, Problem{l.field, fmt.Sprintf(
				"%s vanishes: a border of %s on both sides of %s leaves less than %s; try %s",
				l.name, m.text(l.border.Side), m.sizeText(below), m.text(pieceBounds.least), borderBounds.example(m.unit))})
		}
		key := fmt.Sprintf("layer%d", i)
		m.plan.Layers = append(m.plan.Layers, Layer{l.name, m.length(z.Width), m.length(z.Height), m.length(l.border.Side), m.length(l.border.Bottom), l.paper.name, l.paper.colour, l.joint.material.ID})
		note := "border " + m.text(l.border.Side)
		if l.border.Bottom != l.border.Side {
			note += ", " + m.text(l.border.Bottom) + " below"
		}
		m.answer("layers", key, l.name, note, []string{
			m.stepText(below.Width, 2*l.border.Side, z.Width) + " wide",
			m.heightText(below.Height, l.border, z.Height) + " high; the border counts on both sides",
		}, m.both(key, z)...)
		m.stack = append(m.stack, z)
		below = z
	}
	return nil
}

func (m *maker) heightText(below measure.Length, b card.Border, marked measure.Length) string {
	if b.Top == b.Bottom {
		return m.stepText(below, 2*b.Top, marked)
	}
	return m.rounded(fmt.Sprintf("%s − %s − %s = ", m.bare(below), m.bare(b.Top), m.bare(b.Bottom)), below-b.Top-b.Bottom, marked, "down")
}

func (m *maker) stepText(below, both, marked measure.Length) string {
	return m.rounded(fmt.Sprintf("%s − 2 × %s = ", m.bare(below), m.bare(both/2)), below-both, marked, "down")
}

// stamping holds the area a stamp needs against what the top layer leaves, either way round.
func (m *maker) stamping() {
	if m.stamp == (card.Size{}) {
		return
	}
	top := m.spec.card
	if n := len(m.stack); n > 0 {
		top = m.stack[n-1]
	}
	holds := func(z card.Size) bool { return z.Width <= top.Width && z.Height <= top.Height }
	s := &Stamping{Needed: m.size(m.stamp), Left: m.size(top), OK: holds(m.stamp) || holds(m.stamp.Turned())}
	s.Text = fmt.Sprintf("%s is left to stamp on; %s is needed", m.sizeText(top), m.sizeText(m.stamp))
	if !s.OK {
		m.warn("stamp", "stamp", s.Text+".")
	}
	m.plan.Stamping = s
}

// ladder is a set of labelled samples to hold against the card.
func (m *maker) ladder() {
	step := m.usual(measure.Inch/8, 3*measure.Millimetre)
	m.plan.SkipMarks = int(step / m.ruler.Step)
	for i, z := range card.Ladder(m.spec.card, step, m.usual(3*measure.Inch/2, 40*measure.Millimetre), m.ruler) {
		m.plan.Ladder = append(m.plan.Ladder, Rung{fmt.Sprint(i + 1), m.length(z.Width), m.length(z.Height)})
	}
}

// makes lists what else the sheet gives, when the job starts from one.
func (m *maker) makes() {
	if !m.fromSheet {
		return
	}
	envelopes := m.formats()
	for _, one := range card.Makes(m.sheet.size, m.shape) {
		z := one.Finished
		mk := Makeable{Fold: one.Fold.ID, Name: one.Fold.Name, Text: m.sizeText(z), Width: m.length(z.Width), Height: m.length(z.Height), PerSheet: one.PerSheet(),
			Patch: map[string]any{"card": map[string]any{"width": m.text(z.Width), "height": m.text(z.Height), "fold": one.Fold.ID}}}
		if best := card.Rank(envelopes, z, m.thickness)[0]; best.Verdict != card.No {
			f, _ := m.catalog.Format(best.Envelope.ID)
			mk.Envelope, mk.Verdict = f.Name, string(best.Verdict)
		}
		m.plan.Makes = append(m.plan.Makes, mk)
	}
}

// formats are the catalogue's envelopes as fits are tried in them.
func (m *maker) formats() []card.Envelope {
	out := make([]card.Envelope, len(m.catalog.Formats))
	for i, f := range m.catalog.Formats {
		out[i] = fitted(piece{id: f.ID, size: card.Size{Width: f.Width, Height: f.Height}, format: f})
	}
	return out
}

func (m *maker) fits() {
	fits := card.Rank(m.formats(), m.outer(), m.thickness)
	m.plan.Fits = make([]Fit, 0, len(fits))
	for _, fit := range fits {
		f, _ := m.catalog.Format(fit.Envelope.ID)
		m.plan.Fits = append(m.plan.Fits, Fit{
			Format: f.ID, Name: f.Name, Family: f.Family, Width: m.length(f.Width), Height: m.length(f.Height),
			Turned: fit.Turned, Clearance: m.size(fit.Clearance), Thickest: m.length(fit.Thickest), Verdict: fit.Verdict,
			Patch: map[string]any{"envelope": f.ID},
		})
	}
}
