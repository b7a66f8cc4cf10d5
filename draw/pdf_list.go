package draw

import (
	"fmt"
	"io"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
)

// cutListPDF writes the batch's cut list: the guide's settings in order, and
// every way a sheet is cut, drawn small with its cuts numbered.
func cutListPDF(w io.Writer, of Source) error {
	if err := cutListOf(of); err != nil {
		return err
	}
	unit, title := of.Plan.Unit, plan.Heading(of.Result)
	return listPDF(w, unit, title, func(l *lister) {
		l.text(style{true, 15}, title)
		l.cutting(of.Plan.CutPlan)
		l.cuts(of.Plan.CutPlan, sheets(&of.Result.Batch, unit))
	})
}

// cuts are the guide's settings in order, the ways the sheets are cut, and what is worth keeping.
func (l *lister) cuts(p *document.CutPlan, sheets []Drawing) {
	for _, s := range p.Steps {
		l.step(s)
	}
	l.gap(4)
	for i, d := range sheets {
		l.sheet(p.Sheets[i], d)
	}
	for _, o := range p.Offcuts {
		l.text(style{false, 10}, "Keep "+o.Text+" "+o.Paper)
	}
}

// listPDF writes pages of text and pictures, each with its number of how many.
func listPDF(w io.Writer, unit measure.Unit, title string, write func(*lister)) error {
	pages := 0
	// The first time counts the pages.
	for range 2 {
		f := newPDF(unit, title)
		l := &lister{typesetter: newTypesetter(f), pages: pages, title: title}
		_, l.pageW, l.pageH = paperOf(unit)
		l.page()
		write(l)
		if pages = f.PageNo(); l.pages == pages {
			return f.Output(w)
		}
	}
	return fmt.Errorf("a list of %d pages grew as it was written", pages)
}

// lister writes down a page and starts the next when it is full.
type lister struct {
	typesetter
	title        string
	pages        int
	y            float64
	pageW, pageH float64
}

func (l *lister) wide() float64 { return l.pageW - 2*pageMargin }

func (l *lister) page() {
	l.f.AddPage()
	l.f.SetTextColor(0, 0, 0)
	l.f.SetDrawColor(0, 0, 0)
	foot := fmt.Sprintf("%s, %d of %d", l.title, l.f.PageNo(), l.pages)
	s := style{false, 8}
	l.set(l.pageW-pageMargin-l.width(foot, s), l.pageH-pageMargin+4, foot, s)
	l.y = pageMargin
}

// room starts a new page unless so many millimetres are left on this one.
func (l *lister) room(mm float64) {
	if l.y+mm > l.pageH-pageMargin-2 {
		l.page()
	}
}

func (l *lister) gap(mm float64) { l.y += mm }

// text writes a paragraph across the page.
func (l *lister) text(s style, text string) { l.beside(0, s, text) }

// beside writes a paragraph so far in from the left.
func (l *lister) beside(in float64, s style, text string) {
	for _, line := range l.lines(text, s, l.wide()-in) {
		l.room(s.points * 0.5)
		l.y += s.points * 0.5
		l.set(pageMargin+in, l.y, line, s)
	}
}

// heading begins a section, with so many millimetres of it on the same page.
func (l *lister) heading(text string, with float64) {
	l.gap(4)
	l.room(10 + with)
	l.text(style{true, 13}, text)
	l.y += 1.5
	l.f.SetLineWidth(0.3)
	l.f.Line(pageMargin, l.y, l.pageW-pageMargin, l.y)
	l.y += 1.5
}

// cutting says what the batch is cut from, and cautions.
func (l *lister) cutting(p *document.CutPlan) {
	l.text(style{false, 10}, p.Text+". "+p.Bound)
	for _, q := range p.Pieces {
		l.text(style{false, 10}, fmt.Sprintf("%d of %s, %s × %s %s", q.Count, q.Name, q.Width.Text, q.Height.Text, q.Paper))
	}
	l.text(style{true, 10}, bladeCaution)
	l.gap(3)
}

const (
	bladeCaution = "Trimmer and knife: guard down, fingers behind the guide, blade capped when it rests."
	glueCaution  = "Hot glue burns: where you use it, keep fingers off the tip and let the gun cool on its stand."
)

// box is a square to tick.
func (l *lister) box() { l.f.Rect(pageMargin, l.y+1.6, 3.4, 3.4, "D") }

func (l *lister) step(s document.CutStep) {
	lines := l.lines(s.Text, style{false, 10}, l.wide()-64)
	l.room(4 + 5*float64(len(lines)))
	l.f.SetLineWidth(0.25)
	l.box()
	l.set(pageMargin+6, l.y+5, fmt.Sprintf("%d  set %s", s.Step, s.Set.Text), style{true, 14})
	for i, line := range lines {
		l.set(pageMargin+64, l.y+5+5*float64(i), line, style{false, 10})
	}
	l.y += 3 + 5*float64(len(lines))
}

// answers are lines of the cut list, each with a box to tick.
func (l *lister) answers(all []document.Answer) {
	for _, a := range all {
		figures := make([]string, len(a.Figures))
		for i, f := range a.Figures {
			figures[i] = f.Text
		}
		size := strings.Join(figures, " × ")
		end := l.pageW - pageMargin - l.width(size, style{true, 13})
		said := l.lines(a.Note, style{false, 9}, end-pageMargin-70)
		l.room(3 + 4.4*float64(len(said)))
		l.f.SetLineWidth(0.25)
		l.box()
		l.set(pageMargin+6, l.y+4.6, a.Label, style{true, 11})
		for i, line := range said {
			l.set(pageMargin+62, l.y+4.6+4.4*float64(i), line, style{false, 9})
		}
		l.set(end, l.y+4.8, size, style{true, 13})
		l.y += 2.6 + 4.4*float64(len(said))
		l.f.SetLineWidth(0.1)
		l.f.Line(pageMargin, l.y, l.pageW-pageMargin, l.y)
	}
}

// sheet draws one way of cutting, with its cuts beside it.
func (l *lister) sheet(s document.CutSheet, d Drawing) {
	const wide, high = 96.0, 74.0
	l.room(high + 10)
	l.text(style{true, 11}, fmt.Sprintf("%s: %d of %s %s", s.Letter, s.Count, s.Name, s.Paper))
	l.gap(1)
	top := l.y
	l.picture(d, pageMargin, top, wide, high)
	for i, c := range s.Cuts {
		for k, line := range l.lines(fmt.Sprintf("%d  %s", c.Step, c.Text), style{false, 10}, l.wide()-wide-6) {
			if k > 0 || i > 0 {
				l.y += 4.6
			}
			l.set(pageMargin+wide+6, l.y+5, line, style{false, 10})
		}
	}
	l.y = max(l.y+6, top+high) + 3
}
