package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// bendsOf is how a piece bends, in words, with the state that a carrier makes of it.
func bendsOf(b card.Band, state string) document.Bends {
	out := document.Bends{Low: b.Low.Text(), High: b.High.Text(), Text: b.Text(), State: state, Tested: b.Tested,
		Test: "An estimate: " + card.BendTest + "."}
	if b.Tested {
		out.Test = "As the test at the bench showed."
	}
	return out
}

// bendWorking is the stiffness estimate in a line.
func bendWorking(s say.Say, b card.Band, length measure.Length) string {
	turn, near := "an 11 in", measure.DefaultRuler(s.Unit)
	if s.Unit == measure.Millimetres {
		turn = "a " + s.Text(11*measure.Inch) + " (11 in)"
	}
	text := fmt.Sprintf("Round %s turn under a belt it stands off by %s to %s of its %s length; under a quarter bends easily, over seven tenths is too rigid",
		turn, s.Text(near.Nearest(measure.FromMM(b.LowMM))), s.Text(near.Nearest(measure.FromMM(b.HighMM))), s.Text(length))
	if b.Creases {
		text += "; at the stiff end its faces may crease, which counts one word worse"
	}
	return text + "."
}

// finishedWriter words the finished card.
type finishedWriter struct {
	say.Say
	r  *work.Result
	b  *brief.Brief
	to *lines
}

// write is the station of the finished card.
func (w finishedWriter) write(whole bool) *document.Build {
	c, m := w.r.Card, w.r.Card.Map
	b := &document.Build{From: "computed", WeightFrom: "computed", Parts: make([]document.BuildItem, len(m.Parts)), Cells: []document.BuildCell{}, Section: []document.Slab{}, Computed: w.Length(m.Thickest.Thick),
		SectionAt: w.Length(m.Thickest.Y + m.Thickest.Height/2),
		Thickest:  w.Length(c.Thick), Thinnest: w.Length(c.Counted.Thinnest.Thick), Variation: w.Length(c.Counted.Variation()), Weight: c.Weight.Text(w.Unit)}
	if w.b.Card.Measured {
		b.From = "measured"
	}
	if w.b.Card.Weight > 0 {
		b.WeightFrom = "measured"
	}
	for i, p := range m.Parts {
		b.Parts[i] = document.BuildItem{Name: p.Name, Thickness: w.Length(p.Thick), Weight: p.Weight.Text(w.Unit), Index: p.Index, Hard: p.Hard, X: w.Length(p.X), Y: w.Length(p.Y), Width: w.Length(p.Width), Height: w.Length(p.Height)}
	}
	for _, cell := range m.Cells {
		if whole && cell.Thick > 0 {
			b.Cells = append(b.Cells, document.BuildCell{X: cell.X.MM(), Y: cell.Y.MM(), Width: cell.Width.MM(), Height: cell.Height.MM(), Share: m.Share(cell), Text: w.Text(cell.Thick)})
		}
	}
	if whole { // a cut through the card's thickest place; screens have it drawn
		b.Section = sectionOf(m)
	}
	b.ThickestAt = whereText(w.Say, m.Thickest)
	w.answers(b)
	return b
}

func sectionOf(m card.Map) []document.Slab {
	out := []document.Slab{}
	for _, s := range m.Section() {
		out = append(out, document.Slab{Part: s.Part, From: s.From.MM(), To: s.To.MM(), Bottom: s.Bottom.MM(), Thick: s.Height.MM(), Lift: m.Parts[s.Part].Lift.MM()})
	}
	return out
}

func whereText(s say.Say, c card.Cell) string {
	return fmt.Sprintf("%s from the left, %s from the top", s.Text(s.Ruler.Nearest(c.X+c.Width/2)), s.Text(s.Ruler.Nearest(c.Y+c.Height/2)))
}

func (w finishedWriter) answers(b *document.Build) {
	c, m := w.r.Card, w.r.Card.Map
	note := "worked out, at " + b.ThickestAt
	if w.b.Card.Measured {
		note = "as measured; the pieces come to " + b.Computed.Text
	}
	w.to.answer("finished", "thickest", "Thickest place", note, []string{w.sumAt(m.Thickest)}, w.Figure("thickest", c.Thick))
	w.to.answer("finished", "thinnest", "Flattest place", "on the card", []string{w.sumAt(m.Thinnest)}, w.Figure("thinnest", c.Counted.Thinnest.Thick))
	w.to.answer("finished", "variation", "Unevenness", "thickest less flattest", []string{
		fmt.Sprintf("%s − %s%s%s. Bumps catch in machines: move them away from the stamp corner and the leading edge, or cover them with an embossed sheet.", w.Bare(c.Thick), w.Bare(m.Thinnest.Thick), say.ComesTo(c.Thick.Shown(w.Unit)-m.Thinnest.Thick.Shown(w.Unit), c.Counted.Variation().Shown(w.Unit)), b.Variation.Text),
	}, w.Figure("variation", c.Counted.Variation()))
	weight := "worked out from the papers and pieces; weigh it to be sure"
	if w.b.Card.Weight > 0 {
		weight = "as weighed; the pieces come to " + m.Weight.Text(w.Unit)
	}
	w.to.answers = append(w.to.answers, said("finished", "card.weight", "Weight", b.Weight, w.weightSum()+"; "+weight+"."))
}

// sumAt says what lies over a place, equal sheets that follow each other counted.
func (w finishedWriter) sumAt(at card.Cell) string {
	var terms []string
	count, last, sum := 0, "", 0.0
	flush := func() {
		if count > 1 {
			last = fmt.Sprintf("%d × %s", count, last)
		}
		if count > 0 {
			terms = append(terms, last)
		}
		count = 0
	}
	for _, p := range w.r.Card.Map.Over(at) {
		text := w.Bare(p.Thick) + " " + words.Lower(p.Name)
		if text != last || count == 0 {
			flush()
			last = text
		}
		count++
		sum += p.Thick.Shown(w.Unit)
	}
	flush()
	return strings.Join(terms, " + ") + say.ComesTo(sum, at.Thick.Shown(w.Unit)) + w.Text(at.Thick)
}

func (w finishedWriter) weightSum() string {
	var base measure.Mass
	var terms []string
	sum := 0.0
	for _, p := range w.r.Card.Map.Parts {
		if p.Base {
			base += p.Weight
			continue
		}
		terms = append(terms, p.Weight.Text(w.Unit)+" "+words.Lower(p.Name))
		sum += p.Weight.Shown(w.Unit)
	}
	total := w.r.Card.Map.Weight
	return strings.Join(append([]string{base.Text(w.Unit) + " base"}, terms...), " + ") + say.ComesTo(sum+base.Shown(w.Unit), total.Shown(w.Unit)) + total.Text(w.Unit)
}
