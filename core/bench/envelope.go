package bench

import (
	"fmt"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/work"
)

// envelopeMaker writes what makes the envelope, and what goes with it.
type envelopeMaker struct{ operator }

// raised is from how thick on a card stays inside while its envelope is glued.
const raised = measure.Inch / 8

func (m envelopeMaker) write() {
	made := supply.Blanked(m.Result)
	switch {
	case made == nil:
		m.try("try-bought")
	case made.Blank.Bought != "":
		m.shorten(made)
	default:
		m.blank(made)
	}
	if m.Brief.With(brief.WithBand) {
		m.band()
	}
}

func (m envelopeMaker) envelope() supply.Role { return m.part(supply.TheBlank, 0) }

// pieces are all that a blank is put together from, the one with the body first.
func (m envelopeMaker) pieces(made *work.Made) []supply.Role {
	out := make([]supply.Role, len(made.Pieces))
	for i := range out {
		out[i] = m.part(supply.TheBlank, i)
	}
	return out
}

// try puts the first card in before anything more is made.
func (m envelopeMaker) try(name string) {
	step := m.on(Try, Hands, Saying{Name: name}, m.part(supply.Card, 0), m.part(supply.Envelope, 0)).check("check-try").look(m.operator, PictureEnvelope)
	m.add(op{Step: step, early: trying, count: once})
}

// shorten cuts a bought envelope down.
func (m envelopeMaker) shorten(made *work.Made) {
	of := m.part(supply.Envelope, 0)
	at := slices.IndexFunc(made.Main().Waste, func(w blank.Waste) bool { return w.Kind == blank.End })
	ends := m.on(Cut, Trimmer, Saying{Name: "ends"}, of).figure(LengthOf(made.Main().Waste[at].Width)).check("check-ends").blade().look(m.operator, PictureBlank)
	m.add(op{Step: ends, early: snipping, late: cutting})
	m.try("try")
	wide := measure.FromMM(width(made.Main().Gum[0]))
	m.add(op{Step: m.on(Glue, Adhere, Saying{Name: "ends-shut"}, of).figure(LengthOf(wide)).check("check-glue").look(m.operator, PictureBlank), early: gluing, late: gluing})
	m.add(op{Step: m.on(Dry, Weight, Saying{Name: "dry-envelope"}, of), early: drying, late: drying})
}

func width(p shape.Polygon) float64 {
	lo, hi := p[0].X, p[0].X
	for _, q := range p {
		lo, hi = min(lo, q.X), max(hi, q.X)
	}
	return hi - lo
}

// blank scores, snips, folds and glues a blank.
func (m envelopeMaker) blank(made *work.Made) {
	of := m.pieces(made)
	if !made.ByEye && made.Machine == nil {
		m.scores(made)
	}
	if !made.ByEye {
		m.waste(made)
	}
	m.liner()
	switch {
	case made.ByEye:
		for i, name := range []string{"lay", "sides", "foot"} {
			m.add(op{Step: m.on(Fold, Hands, Saying{Name: name}, of...).look(m.operator, PictureBlank), n: i, early: foldingEnvelope, late: foldingEnvelope})
		}
		m.waste(made)
	case made.Depth > 0:
		m.add(op{Step: m.on(Fold, Bone, Saying{Name: "walls"}, of...).look(m.operator, PictureFolds), early: foldingEnvelope, late: foldingEnvelope})
	default:
		m.add(op{Step: m.on(Fold, Bone, Saying{Name: "flaps"}, of...).look(m.operator, PictureFolds), early: foldingEnvelope, late: foldingEnvelope})
	}
	m.try("try")
	m.seams(made)
	if len(made.Strips) > 0 {
		m.add(op{Step: m.on(Attach, Adhere, Saying{Name: "strips"}, of[0], m.part(supply.TheStrips, 0)).check("check-insert").look(m.operator, PictureBlank), early: gluing, late: gluing})
	}
	m.add(op{Step: m.on(Dry, Weight, Saying{Name: "dry-envelope"}, of...), early: drying, late: drying})
}

func (m envelopeMaker) scores(made *work.Made) {
	n := 0
	for k := range made.Pieces {
		all := made.Pieces[k].Creases
		for i, c := range all {
			// A tab's hinge runs on from the foot of the wall beside it: one score makes both.
			if slices.ContainsFunc(all[:i], func(o blank.Crease) bool {
				return o.From == c.From && o.Level == c.Level && o.Reading == c.Reading
			}) {
				continue
			}
			how := Saying{"from", []any{c.From}}
			if c.Level {
				how.Name = "from-turned"
			}
			step := m.on(Score, Board, Saying{Name: "score"}, m.part(supply.TheBlank, k)).figure(LengthOf(c.Reading)).check("check-groove").how(how).look(m.operator, PictureBlank, fmt.Sprintf("crease%d", n+i))
			m.add(op{Step: step, n: n + i, early: scoringEnvelope, late: scoring})
		}
		n += len(all)
	}
}

// waste is snipped off a blank; of one folded by eye once its creases are there.
func (m envelopeMaker) waste(made *work.Made) {
	for _, w := range []struct {
		kind blank.WasteKind
		name string
	}{{blank.Tip, "tips"}, {blank.BesideTab, "tabs"}, {blank.Notch, "snip"}} {
		var of []supply.Role
		for k := range made.Pieces {
			if slices.ContainsFunc(made.Pieces[k].Waste, func(x blank.Waste) bool { return x.Kind == w.kind }) {
				of = append(of, m.part(supply.TheBlank, k))
			}
		}
		if len(of) == 0 {
			continue
		}
		o := op{Step: m.on(Snip, Snips, Saying{Name: w.name}, of...).check("check-snip").blade().look(m.operator, PictureBlank), early: snipping, late: snipping}
		if made.ByEye {
			o.early, o.late = foldingEnvelope, foldingEnvelope
		}
		m.add(o)
	}
}

// extra finds one of the pieces that go with the envelope.
func (m envelopeMaker) extra(id string) (blank.Extra, bool) {
	at := slices.IndexFunc(m.Extras, func(e blank.Extra) bool { return e.ID == id })
	if at < 0 {
		return blank.Extra{}, false
	}
	return m.Extras[at], true
}

// scored scores an extra on the board.
func (m envelopeMaker) scored(e blank.Extra, of supply.Role) {
	for i, at := range e.At {
		step := m.on(Score, Board, Saying{Name: "score"}, of).figure(LengthOf(at)).check("check-groove").how(Saying{"from-plain", []any{e.From}})
		step.Looks = []Look{{Of: PictureExtra, Job: m.job, Extra: e.ID}}
		m.add(op{Step: step, n: i, early: scoringEnvelope, late: scoring})
	}
}

func (m envelopeMaker) liner() {
	e, ok := m.extra("liner")
	if !ok || !m.Brief.Blank.Liner {
		return
	}
	of := m.part(supply.TheLiner, 0)
	m.scored(e, of)
	if len(e.Outline) > 4 {
		step := m.on(Snip, Snips, Saying{Name: "trim-liner"}, of).blade()
		step.Looks = []Look{{Of: PictureExtra, Job: m.job, Extra: e.ID}}
		m.add(op{Step: step, early: snipping, late: snipping})
	}
	m.add(op{Step: m.on(Attach, Adhere, Saying{Name: "liner"}, m.envelope(), of).figure(LengthOf(e.Working.With[0])).check("check-pattern").look(m.operator, PictureBlank), early: lining, late: lining})
}

// seams glues what the maker closes; the sender's own seam stays open.
func (m envelopeMaker) seams(made *work.Made) {
	of := m.pieces(made)
	glue := func(n int, say Saying, f Figure) {
		step := m.on(Glue, Adhere, say, of...).figure(f).check("check-glue").look(m.operator, PictureBlank)
		if m.Card.Thickness >= raised && made.Depth == 0 {
			step = step.how(Saying{Name: "with-the-card"})
		}
		m.add(op{Step: step, n: n, early: gluing, late: gluing})
	}
	if made.ByEye {
		glue(0, Saying{Name: "seams-by-eye"}, Figure{})
		return
	}
	if made.Depth > 0 {
		glue(0, Saying{Name: "tabs-in"}, Figure{})
	}
	var done []string
	for i, s := range made.Seams {
		if !s.Made() || slices.Contains(done, s.Over) {
			continue
		}
		done = append(done, s.Over)
		glue(i+1, Saying{"seam", []any{s.Over}}, LengthOf(made.GlueWidth(s.Over, m.Brief.Ruler)))
	}
}

// band wraps the belly band round each card.
func (m envelopeMaker) band() {
	e, ok := m.extra("band")
	if !ok {
		return
	}
	of := m.part(supply.TheBand, 0)
	m.scored(e, of)
	step := m.on(Attach, Adhere, Saying{Name: "band"}, m.part(supply.Card, 0), of)
	step.Looks = []Look{{Of: PictureExtra, Job: m.job, Extra: e.ID}}
	m.add(op{Step: step, early: banding, late: banding, count: wanted})
	m.add(op{Step: m.on(Dry, Weight, Saying{Name: "dry-band"}, m.part(supply.Card, 0)), early: dryingBand, late: dryingBand, count: wanted})
}

// endingMaker writes what is left once card and envelope are there.
type endingMaker struct{ operator }

func (m endingMaker) write() {
	whole, of := m.part(supply.Card, 0), m.part(supply.Envelope, 0)
	if supply.Blanked(m.Result) != nil && supply.Blanked(m.Result).Blank.Bought == "" {
		of = m.part(supply.TheBlank, 0)
	}
	sealed := m.part(supply.Sealed, 0)
	m.add(op{Step: m.on(Insert, Hands, Saying{Name: "insert"}, whole, of).check("check-insert").look(m.operator, PictureEnvelope), early: inserting, late: inserting, count: wanted})
	if made := supply.Blanked(m.Result); made != nil && made.Depth > 0 {
		m.add(op{Step: m.on(Glue, Adhere, Saying{Name: "tabs-mouth"}, sealed).check("check-glue").look(m.operator, PictureFolds), early: closing, late: closing, count: wanted})
	}
	m.add(op{Step: m.on(Close, Hands, Saying{Name: "close"}, sealed).check("check-close").look(m.operator, PictureEnvelope), early: closing, late: closing, count: wanted})
	if g := m.GaugeBesides(); g != nil {
		m.add(op{Step: m.on(Check, Slot, Saying{Name: "slot"}, sealed).figure(LengthOf(g.Cut)).check("check-slot").look(m.operator, PicturePost), early: closing, count: once})
	}
	if len(m.Posts) == 0 {
		return
	}
	// Of what has no price here the counter says it.
	stamp := m.on(Stamp, Hands, Saying{Name: "stamp-counter"}, sealed).look(m.operator, PicturePost)
	if p := m.Setup.Postage[m.job]; p != nil {
		stamp = m.on(Stamp, Hands, Saying{Name: "stamp"}, sealed).look(m.operator, PicturePost).figure(Figure{Kind: OfMoney, Money: p.Price, Currency: m.Posts[0].InUse().Carrier.Currency})
	}
	m.add(op{Step: stamp, early: stamping, late: stamping, count: atTheEnd})
	m.add(op{Step: m.on(Stamp, Pen, Saying{Name: "address"}, sealed).look(m.operator, PicturePost), early: stamping, late: stamping, count: atTheEnd})
	m.add(op{Step: m.on(HandIn, Hands, Saying{Name: "hand-in"}, sealed).check("check-hand-in").look(m.operator, PicturePost), early: handing, late: handing, count: atTheEnd})
}
