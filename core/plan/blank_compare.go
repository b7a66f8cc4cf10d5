package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/trim"
)

// outlineGap is what a cutting machine leaves between two outlines, in millimetres.
const outlineGap = 3

// fitSheet says how a sheet takes a blank. A square or rectangle cut by hand
// lies as it is, a quarter round, or at the smallest slant that fits; a
// machine's outline has less of the mat, and is nested where that is asked.
func (m *maker) fitSheet(sheet piece, b blank.Blank, nest bool) SheetFit {
	out := SheetFit{Sheet: sheet.id, Name: sheet.name}
	width, height := sheet.size.Width.MM(), sheet.size.Height.MM()
	if b.Machine != nil {
		width, height = width-2*m.mat.MM(), height-2*m.mat.MM()
	} else if g := trim.BestGrid(sheet.size, card.Size{Width: b.Width, Height: b.Height}); g.Count() > 0 {
		out.Fits, out.PerSheet = true, g.Count()
		if g.Turned && b.Width != b.Height {
			out.Angle = 90
		}
		return out
	}
	paper := b.Paper
	if b.Diagonal {
		paper = paper.Turn(-math.Pi / 4)
	}
	angle, ok := paper.FitAngle(width, height)
	if !ok {
		return out
	}
	out.Fits, out.PerSheet = true, 1
	out.Angle = math.Round(angle*1800/math.Pi) / 10
	if nest && b.Machine != nil {
		out.PerSheet = max(1, len(b.Outline.NestIn(width, height, outlineGap)))
	}
	return out
}

// sheetFits tries the sheets sold where the job's unit is used, and those on hand.
func (m *maker) sheetFits(b blank.Blank, nest bool) []SheetFit {
	out := make([]SheetFit, 0, len(m.catalog.Sheets))
	for _, s := range m.catalog.Sheets {
		if s.Unit != m.unit && !m.onHand(s.ID) {
			continue
		}
		fit := m.fitSheet(piece{id: s.ID, name: s.Name, size: card.Size{Width: s.Width, Height: s.Height}}, b, nest)
		fit.OnHand = m.onHand(s.ID)
		out = append(out, fit)
	}
	for _, h := range m.sheets {
		if h.id == "" {
			fit := m.fitSheet(h.piece, b, nest)
			fit.Name, fit.OnHand = m.sizeText(h.size)+" sheet", true
			out = append(out, fit)
		}
	}
	return out
}

func (m *maker) onHand(id string) bool {
	return slices.ContainsFunc(m.sheets, func(h stockSheet) bool { return h.id == id })
}

// compare fills in what tells this blank from the others.
func (m *maker) compare(out *Blank, b blank.Blank) {
	c := Compare{Scores: len(b.Creases), Cuts: cuts(b), Area: out.area, Seam: out.Seam.MM, Needs: "no sheet here", Sheet: math.Inf(1)}
	for _, s := range m.catalog.Sheets {
		area := s.Width.MM() * s.Height.MM()
		if s.Unit == m.unit && area < c.Sheet {
			for _, f := range out.Sheets {
				if f.Sheet == s.ID && f.Fits {
					c.Needs, c.Sheet = s.Name, area
				}
			}
		}
	}
	switch {
	case b.Bought != "":
		c.Needs, c.Sheet = b.Bought, 0
	case math.IsInf(c.Sheet, 1):
		c.Sheet = 1e9
	}
	if t := out.Proof.Trials; t != nil {
		c.Trials = 100 * float64(t.OK) / float64(t.Runs)
		c.Share = strconv.FormatFloat(math.Floor(c.Trials), 'f', 0, 64) + " of 100"
	}
	m.postageOf(&c, out)
	out.Compare = c
}

// cuts counts what is cut by hand: the paper's own four sides, and two for every
// notch, one for a tip or an end. A machine cuts one path.
func cuts(b blank.Blank) int {
	if b.Machine != nil {
		return 1
	}
	n := 4
	if b.Bought != "" {
		n = 0
	}
	for _, w := range b.Waste {
		if b.Bought != "" || len(w.Place) > 3 && w.Place[:3] == "tip" {
			n++
		} else {
			n += 2
		}
	}
	return n
}

// postageOf judges the sealed piece by the job's first carrier.
func (m *maker) postageOf(c *Compare, b *Blank) {
	if len(m.carriers) == 0 {
		return
	}
	v := post.Outcome(m.carriers[0], m.posted(m.sealedBlank(b.from, b.made, b.layers)))
	c.Post = v.ClassName
	switch {
	case v.State == post.Fails:
		c.Post, c.Postage = "cannot go", math.MaxInt32
	case !v.Priced:
		c.Post, c.Postage = v.ClassName+", ask", math.MaxInt32/2
	default:
		c.Post += ", " + v.Price.Text(v.Carrier.Currency)
		c.Postage = float64(v.Price)
	}
}

// special tells blanks that need something besides paper, a blade and a scoring board.
func (b *Blank) special() bool { return b.Bought != "" || b.ByEye || b.made.Machine != nil }

// better orders blanks: proved before not, out of the job's paper before not,
// made with paper and blade alone, cheaper to post, less paper.
func better(a, b Blank) int {
	return cmp.Or(
		first(a.Proof.OK, b.Proof.OK), first(a.Paper.Fits, b.Paper.Fits), first(!a.special(), !b.special()),
		cmp.Compare(a.Compare.Postage, b.Compare.Postage), cmp.Compare(a.area, b.area))
}

// reasons say why the first blank is the one to make.
func (m *maker) reasons() []string {
	b := m.plan.Blanks[0]
	var out []string
	switch {
	case m.blank.style != nil:
		out = append(out, "Chosen for this job.")
	case b.Proof.OK:
		out = append(out, "It folds without a hole and takes the card, and so it is proved.")
	}
	if b.Paper.Fits {
		out = append(out, fmt.Sprintf("It comes out of %s, the paper at hand.", m.blank.paper.name))
	}
	least, dearest := true, 0.0
	for _, o := range m.plan.Blanks[1:] {
		if o.Proof.OK && !o.special() {
			least = least && b.area <= o.area
			dearest = max(dearest, o.Compare.Postage)
		}
	}
	if least && b.Proof.OK {
		out = append(out, "It takes the least paper of those that prove: "+b.Area+".")
	}
	if b.Compare.Postage < dearest && b.Compare.Post != "" {
		out = append(out, "It posts for less than others: "+b.Compare.Post+".")
	}
	if t := b.Proof.Trials; t != nil {
		out = append(out, t.Text+".")
	}
	return out
}

// schools say where the ways of making the same style disagree, and what the proof says of each.
func (m *maker) schools() []string {
	out := []string{}
	for _, style := range blank.Styles() {
		var same []*Blank
		for i := range m.plan.Blanks {
			if b := &m.plan.Blanks[i]; b.Style == style.ID {
				same = append(same, b)
			}
		}
		if len(same) != 2 || same[0].special() {
			continue
		}
		if same[0].Width == same[1].Width && same[0].Height == same[1].Height {
			out = append(out, fmt.Sprintf("%s: both schools come to the same here, a seam of %s.", style.Name, same[0].Seam.Text))
			continue
		}
		out = append(out, fmt.Sprintf("%s: %s; %s.", style.Name, same[0].school(m), same[1].school(m)))
	}
	return out
}

func (b *Blank) school(m *maker) string {
	_, variant, _ := strings.Cut(b.Name, ", ")
	size := b.Width.Text + " square"
	if b.Width.MM != b.Height.MM {
		size = m.sizeText(card.Size{Width: measure.FromMM(b.Width.MM), Height: measure.FromMM(b.Height.MM)})
	}
	text := fmt.Sprintf("%s asks for %s with a seam of %s", variant, size, b.Seam.Text)
	for _, c := range b.Proof.Checks {
		if !c.OK {
			return text + " and fails: " + lower(c.Text)
		}
	}
	return text + " and proves"
}

// The seed of every trial, so that the same job gives the same plan.
const trialSeed = 1

// trials makes a blank with a hand that strays half a ruler mark at every cut and score.
func (m *maker) trials(b blank.Blank) *Trials {
	const fewer = 10
	runs := m.work.Trials
	if len(m.plan.Blanks) > 0 {
		runs /= fewer
	}
	if runs == 0 {
		return nil
	}
	t := m.try(b, m.ruler.Step/2, runs)
	return &t
}

func (m *maker) try(b blank.Blank, stray measure.Length, runs int) Trials {
	made := proof.Try(b, m.thickness, stray, runs, trialSeed)
	t := Trials{Runs: made.Runs, OK: made.OK, Error: m.length(made.Error), Weakest: made.Weakest}
	t.Text = fmt.Sprintf("Made %d times with every cut and score up to %s off: %d close and take the card", made.Runs, t.Error.Text, made.OK)
	if made.Weakest != "" {
		t.Text += "; weakest is the " + lower(checkWords[made.Weakest])
	}
	return t
}

// TrialsByHand tries a job's own blank with hands that stray more and more,
// from a quarter of a ruler mark to two marks at every cut and score. The error
// is a Problems; a job without a blank has no trials.
func TrialsByHand(j Job, cat *catalog.Catalog) ([]Trials, error) {
	out := []Trials{}
	m, err := work(j, cat, Work{})
	if err != nil || len(m.plan.Blanks) == 0 {
		return out, err
	}
	const runs = 400
	for _, quarters := range []measure.Length{1, 2, 3, 4, 6, 8} {
		out = append(out, m.try(m.plan.Blanks[0].made, quarters*m.ruler.Step/4, runs))
	}
	return out, nil
}
