package draw

import (
	"fmt"
	"io"

	"yellow-parcel/core/document"
	"yellow-parcel/core/plan"
)

// workSheetPDF writes the whole job for the table: key figures, the card, its
// layers, the sheets, the envelope and the post, with boxes to tick.
func workSheetPDF(w io.Writer, of Source) error {
	set, p := All(of), of.Plan
	return listPDF(w, p.Unit, plan.Heading(of.Result), func(l *lister) {
		l.text(style{true, 18}, plan.Heading(of.Result))
		l.text(style{false, 11}, fmt.Sprintf("Make %d, by a ruler in %s. %s", p.Quantity, p.Ruler, of.Today))
		l.figures(p.Stations)
		l.section("The card", set.Base, stationed(p.Answers, "base"))
		l.text(style{false, 10}, p.Base.Grain+" "+p.Base.Advice)
		if layers := stationed(p.Answers, "layers"); len(layers) > 0 {
			l.section("The layers", set.Layers, layers)
		}
		if of.Result.Batch.Plan != nil {
			l.heading("Out of sheets", 40)
			l.cutting(p.CutPlan)
			for i, d := range set.Sheets {
				l.sheet(p.CutPlan.Sheets[i], d)
			}
			l.answers(stationed(p.Answers, "cuts"))
		}
		if len(p.Blanks) > 0 {
			l.envelope(p.Blanks[0], set.Blanks[0])
		}
		for _, one := range p.Post {
			if one.InUse {
				l.posting(one)
			}
		}
	})
}

// stationed are the answers of one station.
func stationed(all []document.Answer, station string) []document.Answer {
	var out []document.Answer
	for _, a := range all {
		if a.Station == station {
			out = append(out, a)
		}
	}
	return out
}

// figures are the tape's key figures, three in a row.
func (l *lister) figures(all []document.Station) {
	l.gap(4)
	const across = 4
	for i, s := range all {
		x := pageMargin + float64(i%across)*l.wide()/across
		l.set(x, l.y+3, s.Name, style{false, 9})
		l.set(x, l.y+9, s.Figure, style{true, 13})
		l.set(x, l.y+13, s.Word, style{false, 9})
		if i%across == across-1 || i == len(all)-1 {
			l.y += 17
		}
	}
}

// section is a drawing and the figures beneath it.
func (l *lister) section(name string, d Drawing, answers []document.Answer) {
	const high = 66.0
	l.heading(name, high)
	l.picture(d, pageMargin, l.y, l.wide(), high)
	l.y += high
	l.answers(answers)
}

func (l *lister) envelope(b document.Blank, d Drawing) {
	const high = 110.0
	l.heading("The envelope: "+b.Name, high+6)
	l.text(style{true, 10}, glueCaution)
	l.gap(1)
	l.picture(d, pageMargin, l.y, l.wide(), high)
	l.y += high
	l.answers(b.Answers)
	for i, s := range b.Steps {
		l.beside(6, style{false, 11}, fmt.Sprintf("%d. %s", i+1, s))
	}
	l.gap(2)
	for _, c := range b.Proof.Checks {
		mark := "holds: "
		if !c.OK {
			mark = "FAILS: "
		}
		l.text(style{!c.OK, 9}, mark+c.Text)
	}
}

func (l *lister) posting(p document.Post) {
	class := p.ClassName
	if class == "" {
		class = "no class"
	}
	l.heading(fmt.Sprintf("%s: %s, %s %s", p.Name, class, p.Word, p.PriceText), 10)
	for _, r := range p.Reasons {
		l.text(style{false, 10}, r.Text)
	}
	l.text(style{false, 10}, "Rules as stated "+p.Stated+". "+p.Notice)
}
