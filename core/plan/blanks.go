package plan

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
)

// candidate is a blank still to be made.
type candidate struct {
	style   blank.Style
	variant blank.Variant
	named   bool // the one the job asks for
	options blank.Options
}

// request is what every style is asked for.
func (m *maker) request(o blank.Options) blank.Request {
	return blank.Request{
		Card: m.outer(), Thickness: m.thickness, Ease: m.blank.ease, Seam: m.blank.seam, Ruler: m.ruler, Options: o,
		Groove: m.groove, Jig: m.jig, Paper: paperCaliper, Board: stockCaliper, Ratio: m.leastRatio(), Formats: m.formatsSold(),
	}
}

// leastRatio is the least length to height the job's carriers take without a surcharge.
func (m *maker) leastRatio() float64 {
	most := 0.0
	for _, c := range m.carriers {
		for _, class := range c.Classes {
			if class.Surcharge != nil {
				most = max(most, float64(class.Surcharge.Ratio.Min)/1000)
			}
			most = max(most, float64(class.Limits.Ratio.Min)/1000)
		}
	}
	return most
}

// formatsSold are the envelopes sold where the job's unit is used.
func (m *maker) formatsSold() []catalog.Format {
	if m.sold == nil {
		for _, f := range m.catalog.Formats {
			if strings.HasPrefix(f.ID, "us-") == (m.unit == measure.Inches) {
				m.sold = append(m.sold, f)
			}
		}
	}
	return m.sold
}

func (m *maker) blanks() {
	refused := false // the blank the job names does not suit
	candidates := m.candidates()
	m.plan.Blanks = make([]Blank, 0, len(candidates))
	for _, c := range candidates {
		made, err := c.style.Make(m.request(c.options))
		if err != nil {
			m.plan.Unsuited = append(m.plan.Unsuited, Unsuited{c.style.ID, c.variant.ID, c.name(), err.Error()})
			if c.named {
				refused = true
				m.warn("blank-unsuited", "blank.style", c.name()+": "+err.Error())
			}
			continue
		}
		m.plan.Blanks = append(m.plan.Blanks, m.describe(c, made))
	}
	rest := m.plan.Blanks
	if m.blank.style != nil && !refused {
		rest = rest[1:]
	}
	slices.SortStableFunc(rest, better)
	if len(m.plan.Blanks) > 0 {
		// The others' cut lists are worked out when one of them is chosen.
		m.plan.Blanks[0].Answers = m.blankAnswers(&m.plan.Blanks[0])
		m.plan.Reasons, m.plan.Schools = m.reasons(), m.schools()
	}
}

func first(a, b bool) int {
	switch {
	case a == b:
		return 0
	case a:
		return -1
	}
	return 1
}

func (c candidate) name() string { return c.style.Name + ", " + c.variant.Name }

// candidates are the blank the job names, then every other variant of every style.
func (m *maker) candidates() []candidate {
	var out []candidate
	for _, s := range blank.Styles() {
		for _, v := range s.Variants {
			out = append(out, candidate{style: s, variant: v, options: v.Options})
		}
	}
	if m.blank.style == nil {
		return out
	}
	own := m.named()
	out = slices.DeleteFunc(out, func(c candidate) bool { return c.style.ID == own.style.ID && c.variant.ID == own.variant.ID })
	return append([]candidate{own}, out...)
}

// named is the blank the job names.
func (m *maker) named() candidate {
	c := candidate{style: *m.blank.style, named: true}
	c.variant = m.variantOf(c.style)
	c.options = over(c.variant.Options, m.blank.options)
	return c
}

// variantOf is the variant the job names, or the one its options speak of.
func (m *maker) variantOf(s blank.Style) blank.Variant {
	for _, v := range s.Variants {
		if v.ID == m.blank.variant {
			return v
		}
		for name, word := range v.Options.Words {
			if m.blank.variant == "" && m.blank.options.Words[name] == word {
				return v
			}
		}
	}
	return s.Variants[0]
}

// over lays the job's own options over a variant's.
func over(under, own blank.Options) blank.Options {
	return blank.Options{Words: merge(under.Words, own.Words), Lengths: merge(under.Lengths, own.Lengths), Sizes: own.Sizes}
}

func merge[V any](under, own map[string]V) map[string]V {
	out := map[string]V{}
	for _, m := range []map[string]V{under, own} {
		for k, v := range m {
			out[k] = v
		}
	}
	return out
}

func (m *maker) describe(c candidate, b blank.Blank) Blank {
	p := proof.Fold(b, m.thickness)
	out := Blank{
		Style: c.style.ID, Variant: c.variant.ID, Name: c.name(),
		Width: m.length(b.Width), Height: m.length(b.Height), Cavity: m.size(b.Cavity), Outside: m.size(outside(b)),
		Creases: make([]Crease, 0, len(b.Creases)), Flaps: make([]Flap, 0, len(b.Flaps)), Waste: make([]Waste, 0, len(b.Waste)), Sheets: m.sheetFits(b, c.named),
		Seam: m.length(measure.FromMM(p.Seam)), area: b.Outline.Area(), layers: p.Layers,
		Paper:    m.fitSheet(m.blank.paper, b, false),
		Proof:    m.proofOf(p, m.trials(b)),
		Geometry: geometry(b, p),
		Patch:    m.choose(c), Steps: append([]string{}, b.Steps...),
		Bought: b.Bought, ByEye: b.ByEye, Board: b.Board, Answers: []Answer{},
		made: b, from: c,
	}
	if b.Depth > 0 {
		d := m.length(b.Depth)
		out.Depth = &d
	}
	for _, cr := range b.Creases {
		one := Crease{Flap: cr.Flap, From: cr.From, At: m.length(cr.At), Length: m.length(cr.Length), Reading: m.length(cr.Reading), MarkFrom: cr.MarkFrom, Line: line2(cr.Line)}
		if cr.Mark > 0 {
			mark := m.length(cr.Mark)
			one.Mark = &mark
		}
		out.Creases = append(out.Creases, one)
	}
	for _, f := range b.Flaps {
		out.Flaps = append(out.Flaps, Flap{f.Name, m.length(f.Depth)})
	}
	for _, w := range b.Waste {
		out.Waste = append(out.Waste, Waste{w.Place, m.length(w.Width), m.length(w.Height)})
	}
	out.Area = areaText(b.Outline.Area(), m.unit)
	m.compare(&out, b)
	return out
}

// outside is the closed envelope's size: a box adds its walls to no side, a cut
// down envelope keeps its glued ends.
func outside(b blank.Blank) card.Size {
	if len(b.Flaps) > 0 {
		return b.Cavity
	}
	lo, hi := b.Body.Bounds()
	return card.Size{Width: measure.FromMM(hi.X - lo.X), Height: measure.FromMM(hi.Y - lo.Y)}
}

// choose is the change that makes a candidate the job's blank; other styles' options go.
func (m *maker) choose(c candidate) map[string]any {
	patch := map[string]any{"style": c.style.ID, "variant": c.variant.ID}
	for _, s := range blank.Styles() {
		for _, o := range s.Options {
			patch[o.Name] = nil
		}
	}
	return map[string]any{"blank": patch}
}

func areaText(mm2 float64, u measure.Unit) string {
	if u == measure.Millimetres {
		return strconv.FormatFloat(mm2/100, 'f', 0, 64) + " cm²"
	}
	return strconv.FormatFloat(mm2/645.16, 'f', 0, 64) + " sq in"
}

// checkWords name a proof's checks as makers speak of them.
var checkWords = map[string]string{
	"depth": "Walls", "notches": "Notches past a crease",
	"cavity-width": "Room across", "cavity-height": "Room along", "mouth": "Mouth", "holes": "Open holes",
	"overhang": "Sticking out", "seam": "Seam overlap", "closure": "Top flap overlap", "collision": "Side flaps over each other", "layers": "Paper layers",
}

func (m *maker) proofOf(p proof.Proof, trials *Trials) Proof {
	out := Proof{OK: p.OK, Layers: p.Layers, Thickest: m.length(measure.FromMM(p.Thickest)), Checks: make([]Check, 0, len(p.Checks)), Trials: trials}
	for _, c := range p.Checks {
		value, limit := m.measure(c.Kind, c.Value), m.measure(c.Kind, c.Limit)
		margin := c.Value - c.Limit
		text := fmt.Sprintf("%s %s, at least %s", checkWords[c.Code], value.Text, limit.Text)
		if c.AtMost {
			margin = -margin
			text = fmt.Sprintf("%s %s, at most %s", checkWords[c.Code], value.Text, limit.Text)
		}
		out.Checks = append(out.Checks, Check{c.Code, c.OK, value, limit, m.measure(c.Kind, margin).Text, text, xy(c.At)})
	}
	return out
}

func (m *maker) measure(kind proof.Kind, v float64) Measure {
	switch kind {
	case proof.Areas:
		return Measure{Text: strconv.FormatFloat(v, 'f', 0, 64) + " mm²", MM2: &v}
	case proof.Counts:
		return Measure{Text: strconv.FormatFloat(v, 'f', 0, 64), Number: &v}
	}
	l := measure.FromMM(v)
	in, mm := l.In(), l.MM()
	return Measure{Text: m.text(l), In: &in, MM: &mm}
}

// xy writes a point to the thousandth of a millimetre.
func xy(q shape.Point) [2]float64 { return [2]float64{thousandth(q.X), thousandth(q.Y)} }

func line2(l shape.Line) [][2]float64 { return points(shape.Polygon{l.A, l.B}) }

func geometry(b blank.Blank, p proof.Proof) Geometry {
	g := Geometry{
		Inside: points(b.Inside), Tabs: [][][2]float64{}, Walls: [][][2]float64{}, Strips: [][][2]float64{}, Scores: [][][2]float64{},
		Diagonal: b.Diagonal, Paper: points(b.Paper), Outline: points(b.Outline), Body: points(b.Body),
		Flaps: make([]FoldedFlap, 0, len(b.Flaps)), Glue: [][][2]float64{}, Waste: make([][][2]float64, 0, len(b.Waste)), Holes: [][][2]float64{},
	}
	for i, f := range b.Flaps {
		g.Flaps = append(g.Flaps, FoldedFlap{f.Name, points(f.Shape), points(p.Folded[i].Shape), line2(f.Crease), line2(f.Axis())})
		if len(f.Wall) > 0 {
			g.Walls = append(g.Walls, points(f.Wall))
			g.Tabs = append(g.Tabs, points(f.Tab))
			g.Scores = append(g.Scores, line2(f.Base))
		}
		machine := b.Machine
		if machine == nil {
			machine = &blank.Machine{}
		}
		for _, l := range machine.Dashes(f.Crease) {
			g.Scores = append(g.Scores, line2(l))
		}
	}
	for _, q := range b.Strips {
		g.Strips = append(g.Strips, points(q))
	}
	for _, w := range b.Waste {
		g.Waste = append(g.Waste, points(w.Shape))
	}
	for _, h := range p.Holes {
		g.Holes = append(g.Holes, points(h))
	}
	for _, q := range b.Glue() {
		g.Glue = append(g.Glue, points(q))
	}
	return g
}

// points writes a polygon to the thousandth of a millimetre.
func points(p shape.Polygon) [][2]float64 {
	out := make([][2]float64, len(p))
	for i, q := range p {
		out[i] = xy(q)
	}
	return out
}

func thousandth(v float64) float64 { return float64(measure.FromMM(v)/measure.Micrometre) / 1000 }
