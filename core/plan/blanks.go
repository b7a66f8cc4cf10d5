package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/trim"
)

// candidate is a blank still to be made.
type candidate struct {
	style   blank.Style
	variant blank.Variant
	named   bool // the one the job asks for
	options blank.Options
}

func (m *maker) blanks() {
	refused := false // the blank the job names does not suit
	for _, c := range m.candidates() {
		req := blank.Request{
			Card: m.spec.card, Thickness: m.thickness, Ease: m.blank.ease, Seam: m.blank.seam,
			Ruler: m.ruler, Options: c.options,
		}
		made, err := c.style.Make(req)
		if err != nil {
			m.plan.Unsuited = append(m.plan.Unsuited, Unsuited{c.style.ID, c.variant.ID, c.name(), err.Error()})
			if c.named {
				refused = true
				m.warn("blank-unsuited", "blank.style", c.name()+": "+err.Error())
			}
			continue
		}
		m.plan.Blanks = append(m.plan.Blanks, m.describe(c, req, made))
	}
	rest := m.plan.Blanks
	if m.blank.style != nil && !refused {
		rest = rest[1:]
	}
	slices.SortStableFunc(rest, func(a, b Blank) int {
		return cmp.Or(first(a.Proof.OK, b.Proof.OK), first(a.Paper.Fits, b.Paper.Fits), cmp.Compare(a.area, b.area))
	})
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
	own := candidate{style: *m.blank.style, named: true, options: m.blank.options}
	own.variant = m.variantOf(own.style)
	own.options = over(own.variant.Options, own.options)
	out = slices.DeleteFunc(out, func(c candidate) bool { return c.style.ID == own.style.ID && c.variant.ID == own.variant.ID })
	return append([]candidate{own}, out...)
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

func (m *maker) describe(c candidate, req blank.Request, b blank.Blank) Blank {
	p := proof.Fold(b, m.thickness)
	out := Blank{
		Style: c.style.ID, Variant: c.variant.ID, Name: c.name(),
		Width: m.length(b.Width), Height: m.length(b.Height), Cavity: m.size(b.Cavity),
		Creases: []Crease{}, Flaps: []Flap{}, Waste: []Waste{}, Sheets: []SheetFit{},
		Seam: m.length(measure.FromMM(p.Seam)), area: b.Outline.Area(), layers: p.Layers,
		Paper:    fitSheet(m.blank.paper, b),
		Proof:    m.proofOf(p, m.trials(b)),
		Geometry: geometry(b, p),
		Patch:    m.choose(c),
	}
	out.Area = areaText(b.Outline.Area(), m.unit)
	for _, cr := range b.Creases {
		out.Creases = append(out.Creases, Crease{cr.Flap, cr.From, m.length(cr.At), m.length(cr.Length)})
	}
	for _, f := range b.Flaps {
		out.Flaps = append(out.Flaps, Flap{f.Name, m.length(f.Depth)})
	}
	for _, w := range b.Waste {
		out.Waste = append(out.Waste, Waste{w.Place, m.length(w.Width), m.length(w.Height)})
	}
	for _, s := range m.catalog.Sheets {
		out.Sheets = append(out.Sheets, fitSheet(piece{id: s.ID, name: s.Name, size: card.Size{Width: s.Width, Height: s.Height}}, b))
	}
	out.Answers = m.blankAnswers(c, req, b, p)
	return out
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

func fitSheet(sheet piece, b blank.Blank) SheetFit {
	g := trim.BestGrid(sheet.size, card.Size{Width: b.Width, Height: b.Height})
	out := SheetFit{Sheet: sheet.id, Name: sheet.name, Fits: g.Count() > 0, PerSheet: g.Count()}
	if g.Turned && b.Width != b.Height {
		out.Angle = 90
	}
	return out
}

func areaText(mm2 float64, u measure.Unit) string {
	if u == measure.Millimetres {
		return strconv.FormatFloat(mm2/100, 'f', 0, 64) + " cm²"
	}
	return strconv.FormatFloat(mm2/645.16, 'f', 0, 64) + " sq in"
}

// checkWords name a proof's checks as makers speak of them.
var checkWords = map[string]string{
	"cavity-width": "Room across", "cavity-height": "Room along", "mouth": "Mouth", "holes": "Open holes",
	"overhang": "Sticking out", "seam": "Seam overlap", "closure": "Top flap overlap", "collision": "Side flaps over each other", "layers": "Paper layers",
}

// trials makes a blank with a hand that strays half a ruler mark at every cut and score.
func (m *maker) trials(b blank.Blank) *Trials {
	const seed, fewer = 1, 10
	runs := m.work.Trials
	if len(m.plan.Blanks) > 0 {
		runs /= fewer
	}
	if runs == 0 {
		return nil
	}
	made := proof.Try(b, m.thickness, m.ruler.Step/2, runs, seed)
	t := &Trials{Runs: made.Runs, OK: made.OK, Error: m.length(made.Error), Weakest: made.Weakest}
	t.Text = fmt.Sprintf("Made %d times with every cut and score up to %s off: %d close and take the card", made.Runs, t.Error.Text, made.OK)
	if made.Weakest != "" {
		t.Text += "; weakest is the " + lower(checkWords[made.Weakest])
	}
	return t
}

func (m *maker) proofOf(p proof.Proof, trials *Trials) Proof {
	out := Proof{OK: p.OK, Layers: p.Layers, Checks: []Check{}, Trials: trials}
	for _, c := range p.Checks {
		value, limit := m.measure(c.Kind, c.Value), m.measure(c.Kind, c.Limit)
		margin := c.Value - c.Limit
		text := fmt.Sprintf("%s %s, at least %s", checkWords[c.Code], value.Text, limit.Text)
		if c.AtMost {
			margin = -margin
			text = fmt.Sprintf("%s %s, at most %s", checkWords[c.Code], value.Text, limit.Text)
		}
		out.Checks = append(out.Checks, Check{c.Code, c.OK, value, limit, m.measure(c.Kind, margin).Text, text})
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

func geometry(b blank.Blank, p proof.Proof) Geometry {
	g := Geometry{
		Diagonal: b.Diagonal, Paper: points(b.Paper), Outline: points(b.Outline), Body: points(b.Body),
		Flaps: []FoldedFlap{}, Glue: [][][2]float64{}, Waste: [][][2]float64{}, Holes: [][][2]float64{},
	}
	for i, f := range b.Flaps {
		g.Flaps = append(g.Flaps, FoldedFlap{f.Name, points(f.Shape), points(p.Folded[i].Shape), points(shape.Polygon{f.Crease.A, f.Crease.B})})
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
		out[i] = [2]float64{thousandth(q.X), thousandth(q.Y)}
	}
	return out
}

func thousandth(v float64) float64 { return float64(measure.FromMM(v)/measure.Micrometre) / 1000 }

func (m *maker) blankAnswers(c candidate, req blank.Request, b blank.Blank, p proof.Proof) []Answer {
	out := []Answer{}
	add := func(key, label, note string, working []string, figures ...Figure) {
		out = append(out, line("envelope", key, label, note, working, figures...))
	}
	add("cavity", "Inside", "creases apart", []string{m.cavityText(b.Card.Width, b.Cavity.Width), m.cavityText(b.Card.Height, b.Cavity.Height)}, m.both("cavity", b.Cavity)...)
	note := "from " + m.blank.paper.name
	if !fitSheet(m.blank.paper, b).Fits {
		note = "larger than " + m.blank.paper.name
	}
	if b.Diagonal {
		add("blank", "Cut a square", note, m.squareWorking(c, req, b), m.figure("blank.width", b.Width))
	} else {
		add("blank", "Cut", note, m.rectangleWorking(b), m.both("blank", card.Size{Width: b.Width, Height: b.Height})...)
	}
	for i, cr := range b.Creases {
		key := fmt.Sprintf("crease%d", i)
		add(key, "Score", fmt.Sprintf("from the %s, for the %s flap", cr.From, cr.Flap), []string{m.creaseText(b, cr)}, m.figure(key, cr.At))
	}
	add("seam", "Seam", "narrowest glued overlap",
		[]string{
			"Measured on the folded blank, across the seam; at least " + m.text(m.blank.seam) + " was asked for.",
			"Glue in thin lines, kept off the inner edge so that nothing seeps inside and seals the envelope shut.",
		},
		m.figure("seam", measure.FromMM(p.Seam)))
	return out
}

func (m *maker) cavityText(one, room measure.Length) string {
	sum := fmt.Sprintf("%s card + %s thick + %s ease = ", m.bare(one), m.bare(m.thickness), m.bare(m.blank.ease))
	return m.rounded(sum, one+m.thickness+m.blank.ease, room, "up")
}

func (m *maker) squareWorking(c candidate, req blank.Request, b blank.Blank) []string {
	if size, ok := c.options.Lengths["size"]; ok {
		return []string{"As given: " + m.text(size) + ". The least that closes with the seam is " + decimalText(b.Minimum, m.unit) + "."}
	}
	if c.options.Words["rule"] == "thumb" {
		thumb := blank.ThumbSquare(req.Card, req.Ruler)
		return []string{
			fmt.Sprintf("Rule of thumb, the card's diagonal and %s: √(%s² + %s²) + %s = %s, up to %s.", thumbText(m.unit),
				m.bare(req.Card.Width), m.bare(req.Card.Height), thumbText(m.unit), decimalText(thumb, m.unit), m.text(b.Width)),
			"The computed least for this seam is " + decimalText(b.Minimum, m.unit) + ".",
		}
	}
	return []string{
		fmt.Sprintf("(%s + %s inside) ÷ √2 + %s seam = %s, up to %s so that the seam keeps its width with the scores on ruler marks.",
			m.bare(b.Cavity.Width), m.bare(b.Cavity.Height), m.bare(m.blank.seam), decimalText(b.Minimum, m.unit), m.text(b.Width)),
		fmt.Sprintf("The card's diagonal and %s, the rule of thumb, would give %s.", thumbText(m.unit), decimalText(blank.ThumbSquare(req.Card, req.Ruler), m.unit)),
	}
}

func thumbText(u measure.Unit) string {
	if u == measure.Millimetres {
		return "25 mm"
	}
	return "1 in"
}

// decimalText is an irrational result, always in decimals.
func decimalText(l measure.Length, u measure.Unit) string {
	if u == measure.Millimetres {
		return strconv.FormatFloat(l.MM(), 'f', 2, 64) + " mm"
	}
	return strconv.FormatFloat(l.In(), 'f', 3, 64) + " in"
}

func (m *maker) rectangleWorking(b blank.Blank) []string {
	depth := map[string]measure.Length{}
	for _, f := range b.Flaps {
		depth[f.Name] = f.Depth
	}
	return []string{
		fmt.Sprintf("Across: %s side flap + %s inside + %s side flap = %s", m.bare(depth["left"]), m.bare(b.Cavity.Width), m.bare(depth["right"]), m.text(b.Width)),
		fmt.Sprintf("Along: %s top flap + %s front + %s back = %s", m.bare(depth["top"]), m.bare(b.Cavity.Height), m.bare(depth["back"]), m.text(b.Height)),
	}
}

func (m *maker) creaseText(b blank.Blank, cr blank.Crease) string {
	if !b.Diagonal {
		return fmt.Sprintf("%s from the %s.", m.text(cr.At), cr.From)
	}
	half := measure.FromMM(b.Width.MM() * 0.7071067811865476)
	inside, sign := b.Cavity.Width, "−"
	if cr.From == "top corner" {
		inside = b.Cavity.Height
	}
	if cr.Flap == "right" || cr.Flap == "bottom" {
		sign = "+"
	}
	return fmt.Sprintf("Corner to centre %s %s half of %s inside, on the ruler %s; measure along the diagonal.",
		decimalText(half, m.unit), sign, strings.TrimSpace(m.bare(inside)), m.text(cr.At))
}
