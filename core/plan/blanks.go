package plan

import (
	"fmt"
	"math"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/outline"
	"yellow-parcel/core/proved"
	"yellow-parcel/core/say"
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
		one, out := blankWriter{s, r, r.Brief, m, 0}, &all[i]
		one.summary(out)
		if whole || i == 0 {
			one.glue = m.GlueWidth(blank.AnyFlap, r.Brief.Ruler)
			one.describe(out)
		}
		if whole {
			out.Geometry = outline.GeometryOf(&m.Blank, m.Proof)
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

	glue measure.Length // how wide it is; zero until the blank is described
}

// summary fills in what tells the blank from the others.
func (w blankWriter) summary(out *document.Blank) {
	m := w.m
	*out = document.Blank{
		Style: m.Style.ID, Variant: m.Variant.ID, Name: nameOf(m.Candidate),
		Width: w.Length(m.Main().Width), Height: w.Length(m.Main().Height),
		Creases: []document.Crease{}, Flaps: []document.Flap{}, Waste: []document.Waste{}, Sheets: []document.SheetFit{}, Steps: []string{}, Answers: []document.Answer{},
		Seam: seam(w.Say, m), Area: w.Area(m.Area()), Paper: sheetFit(w.Say, m.Paper), Proof: w.proof(),
		Patch: job.Chosen(m.Style, m.Variant), Bought: m.Bought, ByEye: m.ByEye, Board: m.Board,
	}
	out.Room = strings.Join(roomText(w.Say, w.r, w.m), " ")
	out.Text = out.Width.Text + " × " + out.Height.Text
	if m.Main().Diagonal {
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
	out.Stock, out.Caliper = card.Paper{GSM: m.Main().Stock.GSM}.Text(), new(w.Length(m.Main().Stock.Caliper))
	if w.glue > 0 {
		out.Glue = new(w.Length(w.glue))
	}
	out.Cavity, out.Outside, out.Proof.Thickest = w.Size(m.Cavity), w.Size(m.Outside()), w.Length(measure.FromMM(m.Proof.Thickest))
	flaps, waste := m.Flaps(), m.AllWaste()
	out.Creases, out.Flaps, out.Waste = make([]document.Crease, 0, m.Scores()), make([]document.Flap, len(flaps)), make([]document.Waste, 0, len(waste))
	out.Sheets, out.Steps = make([]document.SheetFit, len(fits)), make([]string, len(m.Steps))
	out.Proof.Checks = proved.Checks(w.Say, &w.m.Proof)
	for i, s := range m.Steps {
		out.Steps[i] = w.Sentence(m.Style.Says[s.Name], s.With)
	}
	for k := range m.Pieces {
		for _, cr := range m.Pieces[k].Creases {
			out.Creases = append(out.Creases, w.crease(cr))
		}
	}
	for i, f := range flaps {
		out.Flaps[i] = document.Flap{Name: f.Name, Depth: w.Length(f.Depth)}
	}
	for i, one := range waste {
		if i == 0 || one.Place != waste[i-1].Place {
			out.Waste = append(out.Waste, document.Waste{Place: one.Place, Width: w.Length(one.Width), Height: w.Length(one.Height)})
		}
	}
	for i, f := range fits {
		out.Sheets[i] = sheetFit(w.Say, f)
	}
}

func (w blankWriter) crease(cr blank.Crease) document.Crease {
	out := document.Crease{Flap: cr.Flap, From: cr.From, At: w.Length(cr.At), Length: w.Length(cr.Length), Reading: w.Length(cr.Reading), MarkFrom: cr.MarkFrom, Line: outline.LineOf(cr.Line)}
	if cr.Mark > 0 {
		mark := w.Length(cr.Mark)
		out.Mark = &mark
	}
	return out
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

func (w blankWriter) proof() document.Proof {
	p := w.m.Proof
	out := document.Proof{OK: p.OK, Layers: p.Layers, Checks: []document.Check{}}
	if w.m.Trials != nil {
		t := proved.Trials(w.Say, *w.m.Trials)
		out.Trials = &t
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
	c := document.Compare{Scores: m.Scores(), Cuts: m.Cuts(), Area: m.Area(), Seam: of.Seam.MM, Needs: "no sheet here", Sheet: noSheet}
	if s, ok := work.SmallestSheet(w.b, m); ok {
		c.Needs, c.Sheet = s.Name, s.Size().MM2()
	}
	if m.Bought != "" {
		c.Needs, c.Sheet = m.Bought, 0
	}
	if m.Trials != nil {
		ok, runs := w.r.Early(m)
		c.Trials = 100 * float64(ok) / float64(max(1, runs))
		if c.Share = fmt.Sprintf("%d of %d", ok, runs); m.Trials.Certain() {
			c.Share = "up to " + w.Length(m.Trials.Sure).Text
		}
	}
	if m.Post == nil {
		return c
	}
	kind, price := m.Postage()
	switch name := ClassName(m.Post); kind {
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

// nest is how the first blank lies on its paper.
func nest(w say.Say, of *work.Nest, whole bool) *document.Nest {
	if of == nil {
		return nil
	}
	n := &document.Nest{Sheet: of.Sheet.Name, Width: w.Length(of.Sheet.Size.Width), Height: w.Length(of.Sheet.Size.Height), Count: len(of.Places[0]), Places: []document.Place{}}
	for k, one := range of.Places {
		n.Count = min(n.Count, len(one))
		for _, at := range one {
			if whole {
				n.Places = append(n.Places, document.Place{Piece: k, Turn: at.Turn * 180 / math.Pi, X: at.Move.X, Y: at.Move.Y})
			}
		}
	}
	n.Text = fmt.Sprintf("%d from a sheet of %s; %s at most for the batch.", n.Count, n.Sheet, say.Sheets(of.Sheets))
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
			x.Outline, x.Lines, x.Lies = outline.PolygonOf(e.Outline), outline.LinesOf(e.Scores), outline.PolygonOf(e.Lies)
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
