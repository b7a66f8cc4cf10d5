package bench

import (
	"fmt"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
)

// operator writes the operations of one job.
type operator struct {
	*stepper
	job int
	supply.Of
}

// part is one of the job's parts.
func (m operator) part(key supply.Key, at int) supply.Role {
	return supply.Role{Job: m.job, Key: key, At: at}
}

// on is a step on parts, one piece of each.
func (m operator) on(kind Action, tool Tool, say Saying, parts ...supply.Role) Step {
	s := Step{Kind: kind, Tool: tool, Say: say, Part: parts[0]}
	for _, p := range parts {
		s.Handled = append(s.Handled, Handled{Part: p, Pieces: 1})
	}
	return s
}

// look shows a step in a drawing of the job.
func (s Step) look(m operator, of Picture, lit ...string) Step {
	s.Looks = []Look{{Of: of, Job: m.job, Lit: lit}}
	return s
}

func (s Step) figure(f Figure) Step {
	s.Figure = f
	return s
}

func (s Step) check(name string) Step {
	s.Check = Saying{Name: name}
	return s
}

func (s Step) how(h Saying) Step {
	s.Handled[0].How = h
	return s
}

func (s Step) blade() Step {
	s.Blade = true
	return s
}

// cardMaker writes what makes the card.
type cardMaker struct{ operator }

func (m cardMaker) write() {
	if !m.Brief.Card.Made {
		m.base()
		m.stack()
		m.pieces()
		m.dries()
	}
	m.gauge()
	m.checks()
}

// base scores the base and folds it.
func (m cardMaker) base() {
	base := m.part(supply.Base, 0)
	for i, s := range m.Base.Scores {
		how := Saying{"from", []any{s.From + " edge"}}
		if s.Face == card.Inside {
			how.Name = "from-back"
		}
		step := m.on(Score, Board, Saying{Name: "score"}, base).figure(LengthOf(s.At)).check("check-groove").how(how).look(m.operator, PictureBase, fmt.Sprintf("score%d", i))
		m.add(op{Step: step, n: i, early: scoring, late: scoring})
	}
	if len(m.Base.Scores) > 0 {
		picture := PictureBase
		if len(m.Base.Scores) > 1 {
			picture = PictureOpened
		}
		m.add(op{Step: m.on(Fold, Bone, Saying{Name: "fold"}, base).look(m.operator, picture), early: folding, late: folding})
	}
}

// stack puts the layers on, from the back up, and the inside panel in.
func (m cardMaker) stack() {
	whole := m.part(supply.Card, 0)
	for i, l := range m.Brief.Layers.Each {
		step := m.on(Assemble, Adhere, Saying{"layer", []any{i + 1}}, whole, m.part(supply.Layer, i)).figure(LengthOf(l.Border.Side)).check("check-layer").
			look(m.operator, PictureLayers, fmt.Sprintf("layer%d.width", i), fmt.Sprintf("layer%d.height", i))
		if l.Border.Bottom != l.Border.Side {
			step = step.how(Saying{"below", []any{l.Border.Bottom}})
		}
		m.add(op{Step: step, n: i, early: stacking, late: stacking, count: wanted})
	}
	if m.Brief.Layers.Inside > 0 {
		step := m.on(Assemble, Adhere, Saying{Name: "inside"}, whole, m.part(supply.Inside, 0)).figure(LengthOf(m.Brief.Layers.Inside)).check("check-layer").look(m.operator, PictureLayers)
		m.add(op{Step: step, early: stacking, late: stacking, count: wanted})
	}
}

// facing is how a piece is put on each face of the card, from its left edge, and centred how it is put in the middle.
var (
	facing  = map[brief.Face]string{brief.Front: "piece-left", brief.Within: "piece-inside", brief.Back: "piece-back"}
	centred = map[brief.Face]string{brief.Front: "piece-middle", brief.Within: "inside-middle", brief.Back: "back-middle"}
)

// pieces puts on what the maker adds, what is laid loose over it last.
func (m cardMaker) pieces() {
	for _, loose := range []bool{false, true} {
		for i, p := range m.Brief.Card.Build {
			if (p.Material.Kind == catalog.Loose) == loose {
				m.add(op{Step: m.piece(i, p), n: i, early: placing, late: placing, count: wanted})
			}
		}
	}
}

func (m cardMaker) piece(i int, p brief.Piece) Step {
	name := facing[p.On]
	switch {
	case p.Material.Kind == catalog.Loose:
		name = "loose"
	case p.X == nil:
		name = centred[p.On]
	}
	step := m.on(Attach, Adhere, Saying{name, []any{i + 1}}, m.part(supply.Card, 0), m.part(supply.Piece, i)).check("check-piece").look(m.operator, PictureFinished, fmt.Sprintf("part%d", i))
	if p.X != nil {
		step = step.figure(LengthOf(*p.X))
	}
	if p.Y != nil {
		step = step.how(Saying{"from-top", []any{*p.Y}})
	}
	return step
}

// wet tells whether a joint has to dry: tape and foam hold at once; without a word it is glue.
func wet(j brief.Joint) bool {
	return j.Material.ID == "" || j.Material.Kind == catalog.Bond && j.Material.Thickness == 0
}

// dries weights the card where anything on it is glued.
func (m cardMaker) dries() {
	glued := false
	for _, l := range m.Brief.Layers.Each {
		glued = glued || wet(l.Joint)
	}
	for _, p := range m.Brief.Card.Build {
		glued = glued || p.Material.Kind != catalog.Loose && wet(p.Joint)
	}
	if glued {
		m.add(op{Step: m.on(Dry, Weight, Saying{Name: "dry-card"}, m.part(supply.Card, 0)), early: setting, late: setting, count: wanted})
	}
}

// gauge cuts the slot gauge, once.
func (m cardMaker) gauge() {
	g := m.GaugeBesides()
	if g == nil {
		return
	}
	at := func(name, lit string, f Figure) {
		step := m.on(Cut, Pen, Saying{Name: name}, m.part(supply.TheGauge, 0)).figure(f).look(m.operator, PictureGauge, lit)
		if f.Length == g.Margin+g.Long { // until here it was only marked
			step = step.check("check-gauge").blade()
			step.Tool = Knife
		}
		m.add(op{Step: step, early: gauging, count: once})
	}
	at("gauge-line", "gauge.centre", LengthOf(g.Centre))
	at("gauge-top", "gauge.top", LengthOf(g.Top))
	at("gauge-bottom", "gauge.bottom", LengthOf(g.Top+g.Cut))
	at("gauge-left", "gauge.left", LengthOf(g.Margin))
	at("gauge-right", "gauge.right", LengthOf(g.Margin+g.Long))
}

// slotRoom is how thick the card may be for its closed piece to pass the slot that
// is cut: the slot less the envelope's paper; zero without a slot, or where the paper alone is as thick.
func (m operator) slotRoom() measure.Length {
	g := m.GaugeBesides()
	if g == nil {
		return 0
	}
	return max(g.Cut-(m.Result.Pieces[0].Piece.Thickness-m.Card.Thick), 0)
}

// checks measure the first card before its envelope is cut, and look the rest over.
func (m cardMaker) checks() {
	whole := m.part(supply.Card, 0)
	add := func(name, check string, tool Tool, f Figure) {
		m.add(op{Step: m.on(Check, tool, Saying{Name: name}, whole).figure(f).check(check).look(m.operator, PictureFinished), early: checking, count: once})
	}
	// What is bought is not cut: the last moment to say so is before the card goes in.
	before := map[bool]string{false: "-in"}[supply.Blanked(m.Result) != nil]
	add("thick", "check-thick"+before, Caliper, LengthOf(m.Card.Thick))
	if room := m.slotRoom(); room > 0 {
		add("slot-room", "check-slot-room", Caliper, LengthOf(room))
	}
	add("weigh", "check-weigh"+before, Scale, Figure{Kind: OfMass, Mass: m.Card.Weight})
	m.add(op{Step: m.on(Check, Hands, Saying{Name: "look"}, whole).check("check-look").look(m.operator, PictureLayers), late: looking, count: theRest})
}
