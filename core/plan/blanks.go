package plan

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// unsuited are the blanks that do not suit the card, and why.
func unsuited(all []work.Unsuited, to *lines) []document.Unsuited {
	out := []document.Unsuited{}
	for _, u := range all {
		out = append(out, document.Unsuited{Style: u.Style.ID, Variant: u.Variant.ID, Name: nameOf(u.Candidate), Text: u.Reason.Error()})
		if u.Named {
			to.warn("blank-unsuited", "blank.style", nameOf(u.Candidate)+": "+u.Reason.Error())
		}
	}
	return out
}

// blanks are the envelope blanks, the one to make first. The others' cut lists are
// worked out when one of them is chosen.
func blanks(s say.Say, r *work.Result, whole bool) []document.Blank {
	all := make([]document.Blank, len(r.Blanks))
	for i, m := range r.Blanks {
		one, out := blankWriter{s, r, r.Brief, m}, &all[i]
		one.summary(out)
		if whole || i == 0 {
			one.describe(out)
		}
		if whole {
			out.Geometry = document.GeometryOf(&m.Blank, m.Proof)
		}
		if i == 0 {
			out.Answers = blankLines(one)
		}
	}
	return all
}

func nameOf(c work.Candidate) string { return c.Style.Name + ", " + c.Variant.Name }

// blankWriter words one blank.
type blankWriter struct {
	say.Say
	r *work.Result
	b *brief.Brief
	m *work.Made
}

// summary fills in what tells the blank from the others.
func (w blankWriter) summary(out *document.Blank) {
	m := w.m
	*out = document.Blank{
		Style: m.Style.ID, Variant: m.Variant.ID, Name: nameOf(m.Candidate),
		Width: w.Length(m.Width), Height: w.Length(m.Height),
		Creases: []document.Crease{}, Flaps: []document.Flap{}, Waste: []document.Waste{}, Sheets: []document.SheetFit{}, Steps: []string{}, Answers: []document.Answer{},
		Seam: seam(w.Say, m), Area: w.Area(m.Outline.Area()), Paper: sheetFit(w.Say, m.Paper), Proof: w.proof(),
		Patch: job.Chosen(m.Style, m.Variant), Bought: m.Bought, ByEye: m.ByEye, Board: m.Board,
	}
	out.Room = strings.Join(roomText(w.Say, w.r, w.m), " ")
	out.Text = out.Width.Text + " × " + out.Height.Text
	if m.Diagonal {
		out.Text = out.Width.Text + " square"
	}
	if m.Depth > 0 {
		d := w.Length(m.Depth)
		out.Depth = &d
	}
	out.Compare = w.compare(out)
}

// describe fills in the rest of the document's blank.
func (w blankWriter) describe(out *document.Blank) {
	m := w.m
	fits := w.r.SheetFits(m)
	out.Cavity, out.Outside, out.Proof.Thickest = w.Size(m.Cavity), w.Size(m.Outside()), w.Length(measure.FromMM(m.Proof.Thickest))
	out.Creases, out.Flaps, out.Waste = make([]document.Crease, len(m.Creases)), make([]document.Flap, len(m.Flaps)), make([]document.Waste, 0, len(m.Waste))
	out.Sheets, out.Steps = make([]document.SheetFit, len(fits)), make([]string, len(m.Steps))
	out.Proof.Checks = w.checks()
	for i, s := range m.Steps {
		out.Steps[i] = w.Sentence(m.Style.Says[s.Name], s.With)
	}
	for i, cr := range m.Creases {
		out.Creases[i] = document.Crease{Flap: cr.Flap, From: cr.From, At: w.Length(cr.At), Length: w.Length(cr.Length), Reading: w.Length(cr.Reading), MarkFrom: cr.MarkFrom, Line: document.LineOf(cr.Line)}
		if cr.Mark > 0 {
			mark := w.Length(cr.Mark)
			out.Creases[i].Mark = &mark
		}
	}
	for i, f := range m.Flaps {
		out.Flaps[i] = document.Flap{Name: f.Name, Depth: w.Length(f.Depth)}
	}
	for i, waste := range m.Waste {
		if i == 0 || waste.Place != m.Waste[i-1].Place {
			out.Waste = append(out.Waste, document.Waste{Place: waste.Place, Width: w.Length(waste.Width), Height: w.Length(waste.Height)})
		}
	}
	for i, f := range fits {
		out.Sheets[i] = sheetFit(w.Say, f)
	}
}

func sheetFit(s say.Say, f work.SheetFit) document.SheetFit {
	out := document.SheetFit{Sheet: f.Sheet.ID, Name: f.Sheet.Name, Fits: f.Fits, Angle: degrees(f.Angle), OnHand: f.OnHand, PerSheet: f.PerSheet}
	if f.Measured {
		out.Name = s.SizeText(f.Sheet.Size) + " sheet"
	}
	return out
}

// degrees writes an angle to the thousandth, the finest a turn is settled to.
func degrees(radians float64) float64 { return math.Round(radians*180_000/math.Pi) / 1000 }

// checkWords name a proof's checks as makers speak of them.
var checkWords = map[string]string{
	"depth": "Walls", "notches": "Notches past a crease",
	"cavity-width": "Room across", "cavity-height": "Room along", "mouth": "Mouth", "holes": "Open holes",
	"overhang": "Sticking out", "seam": "Seam overlap", "closure": "Top flap overlap", "collision": "Side flaps over each other", "layers": "Paper layers",
}

func (w blankWriter) proof() document.Proof {
	p := w.m.Proof
	out := document.Proof{OK: p.OK, Layers: p.Layers, Checks: []document.Check{}}
	if w.m.Trials != nil {
		t := trials(w.Say, *w.m.Trials)
		out.Trials = &t
	}
	return out
}

func (w blankWriter) checks() []document.Check {
	out := make([]document.Check, len(w.m.Proof.Checks))
	for i, c := range w.m.Proof.Checks {
		out[i] = document.Check{Code: c.Code, OK: c.OK, Value: w.Measure(c.Kind, c.Value), Limit: w.Measure(c.Kind, c.Limit), Margin: "", Text: "", At: document.PointOf(c.At)}
		margin := c.Value - c.Limit
		if c.AtMost {
			margin = -margin
		}
		out[i].Margin = w.Measured(c.Kind, margin)
		out[i].Text = checkText(w.Say, c)
	}
	return out
}

func trials(s say.Say, t proof.Trials) document.Trials {
	out := document.Trials{Runs: t.Runs, OK: t.OK, Error: s.Length(t.Error), Weakest: t.Weakest}
	out.Text = fmt.Sprintf("Made %d times with every cut and score up to %s off: %d close and take the card", t.Runs, out.Error.Text, t.OK)
	if t.Weakest != "" {
		out.Text += "; weakest is the " + words.Lower(checkWords[t.Weakest])
	}
	return out
}

// ShakyHands words the trials of a blank by hands that stray more and more.
func ShakyHands(r *work.Result) []document.Trials {
	s := say.Say{Unit: r.Brief.Unit, Ruler: r.Brief.Ruler}
	out := []document.Trials{}
	for _, t := range r.Shaky() {
		out = append(out, trials(s, t))
	}
	return out
}

// Places no sheet and no price in order: past any there is.
const (
	noSheet  = 1e9
	noPrice  = math.MaxInt32 / 2
	cannotGo = math.MaxInt32
)

// compare fills in what tells this blank from the others.
func (w blankWriter) compare(of *document.Blank) document.Compare {
	m := w.m
	c := document.Compare{Scores: len(m.Creases), Cuts: m.Cuts(), Area: m.Outline.Area(), Seam: of.Seam.MM, Needs: "no sheet here", Sheet: noSheet}
	if s, ok := w.r.SmallestSheet(m); ok {
		c.Needs, c.Sheet = s.Name, s.Width.MM()*s.Height.MM()
	}
	if m.Bought != "" {
		c.Needs, c.Sheet = m.Bought, 0
	}
	if t := m.Trials; t != nil {
		c.Trials = 100 * float64(t.OK) / float64(t.Runs)
		c.Share = fmt.Sprintf("%d of 100", 100*t.OK/t.Runs)
	}
	if m.Post == nil {
		return c
	}
	kind, price := m.Postage()
	switch name := className(m.Post); kind {
	case work.Unpostable:
		c.Post, c.Postage = "cannot go", cannotGo
	case work.Unpriced:
		c.Post, c.Postage = name+", ask", noPrice
	default:
		c.Post = name + ", " + price.Text(m.Post.Carrier.Currency)
		c.Postage = float64(price) / float64(measure.Cent)
	}
	return c
}

// paperReason says why the blank is cut from its paper.
func paperReason(b *brief.Brief, m *work.Made) []string {
	name := m.Paper.Sheet.Name
	switch {
	case !m.Paper.Fits:
		return nil
	case b.Blank.Papered:
		return []string{"It comes out of " + name + ", the paper of this job."}
	case m.Paper.OnHand:
		return []string{"It comes out of " + name + ", the smallest on hand that takes it."}
	}
	return []string{"It comes out of " + name + ", the smallest sold that takes it."}
}

// reasons say why the first blank is the one to make.
func reasons(s say.Say, r *work.Result, blanks []document.Blank) []string {
	out := []string{}
	if len(blanks) == 0 {
		return out
	}
	m, b := r.Blanks[0], &blanks[0]
	switch {
	case r.Brief.Blank.Style != nil:
		out = append(out, "Chosen for this job.")
	case m.Proof.OK:
		out = append(out, "It folds without a hole and takes the card, and so it is proved.")
	}
	out = append(out, paperReason(r.Brief, m)...)
	out = append(out, roomText(s, r, m)...)
	least, cheaper := true, false
	for _, o := range r.Blanks[1:] {
		if o.Proof.OK && !o.Special() {
			least = least && m.Outline.Area() <= o.Outline.Area()
			cheaper = cheaper || m.CheaperThan(o)
		}
	}
	if least && m.Proof.OK {
		out = append(out, "It takes the least paper of those that prove: "+b.Area+".")
	}
	if cheaper && b.Compare.Post != "" {
		out = append(out, "It posts for less than others: "+b.Compare.Post+".")
	}
	if t := b.Proof.Trials; t != nil {
		out = append(out, t.Text+".")
	}
	return out
}

// schools say where the ways of making the same style disagree, and what the proof says of each.
func schools(s say.Say, r *work.Result) []string {
	out := []string{}
	for _, style := range blank.Styles() {
		var same []*work.Made
		for _, m := range r.Blanks {
			if m.Style.ID == style.ID {
				same = append(same, m)
			}
		}
		if len(same) != 2 || same[0].Special() {
			continue
		}
		if same[0].Width == same[1].Width && same[0].Height == same[1].Height {
			out = append(out, fmt.Sprintf("%s: both schools come to the same here, %s.", style.Name, seamText(s, same[0])))
			continue
		}
		out = append(out, fmt.Sprintf("%s: %s; %s.", style.Name, school(s, same[0]), school(s, same[1])))
	}
	return out
}

// seam is the narrowest glued overlap of a blank; a length of nothing but its text where nothing is glued.
func seam(s say.Say, m *work.Made) document.Length {
	if m.Proof.Seam == nil {
		return document.Length{Text: "no glue"}
	}
	return s.Length(measure.FromMM(*m.Proof.Seam))
}

func seamText(s say.Say, m *work.Made) string {
	if m.Proof.Seam == nil {
		return "no glued seam"
	}
	return "a seam of " + s.Text(measure.FromMM(*m.Proof.Seam))
}

func school(s say.Say, m *work.Made) string {
	size := s.Text(m.Width) + " square"
	if m.Width != m.Height {
		size = s.SizeText(m.Cut())
	}
	text := fmt.Sprintf("%s asks for %s with %s", m.Variant.Name, size, seamText(s, m))
	if i := slices.IndexFunc(m.Proof.Checks, func(c proof.Check) bool { return !c.OK }); i >= 0 {
		return text + " and fails: " + words.Lower(checkText(s, m.Proof.Checks[i]))
	}
	return text + " and proves"
}

// nest is how the first blank lies on its paper.
func nest(w say.Say, of *work.Nest, whole bool) *document.Nest {
	if of == nil {
		return nil
	}
	n := &document.Nest{Sheet: of.Sheet.Name, Width: w.Length(of.Sheet.Size.Width), Height: w.Length(of.Sheet.Size.Height), Count: len(of.Places), Places: []document.Place{}}
	for _, at := range of.Places {
		if !whole {
			break
		}
		n.Places = append(n.Places, document.Place{Turn: at.Turn * 180 / math.Pi, X: at.Move.X, Y: at.Move.Y})
	}
	n.Text = fmt.Sprintf("%d from a sheet of %s; %s for the batch.", n.Count, n.Sheet, say.Sheets(of.Sheets))
	return n
}

// extras are the pieces that go with the first blank.
func extras(w say.Say, all []blank.Extra, whole bool) []document.Extra {
	out := []document.Extra{}
	for _, e := range all {
		x := document.Extra{
			ID: e.ID, Name: e.Name, Width: w.Length(e.Width), Height: w.Length(e.Height), Count: e.Count,
			Scores: []document.Length{}, Outline: [][2]float64{}, Lines: [][][2]float64{}, Lies: [][2]float64{},
		}
		if whole {
			x.Outline, x.Lines, x.Lies = document.PolygonOf(e.Outline), document.LinesOf(e.Scores), document.PolygonOf(e.Lies)
		}
		var scored []string
		for _, at := range e.At {
			x.Scores = append(x.Scores, w.Length(at))
			scored = append(scored, w.Text(at))
		}
		note := ""
		if len(scored) > 0 {
			note = "score at " + strings.Join(scored, ", ") + " from " + e.From
		}
		if e.Count > 1 {
			note = "two of them"
		}
		working := []string{w.Sentence(blank.ExtraSays[e.Working.Name], e.Working.With), bladeCaution}
		x.Answer = say.Line("envelope", e.ID, e.Name, note, working, w.Figure(e.ID+".width", e.Width), w.Figure(e.ID+".height", e.Height))
		out = append(out, x)
	}
	return out
}

// checkText is one check of a proof in a line.
func checkText(s say.Say, c proof.Check) string {
	bound := ", at least "
	if c.AtMost {
		bound = ", at most "
	}
	return checkWords[c.Code] + " " + s.NearBy(c.Kind, c.Value) + bound + s.NearBy(c.Kind, c.Limit)
}
