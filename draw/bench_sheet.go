package draw

import (
	"fmt"
	"io"
	"slices"

	"yellow-parcel/core/document"
	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
)

// A row of the bench sheet: a box to tick, a small drawing, and the words beside them.
const (
	rowBox     = 5
	rowPicture = 26
	rowHigh    = 19
	rowFigure  = rowBox + 3 + rowPicture + 3
	rowWords   = rowFigure + 50
)

// BenchSheet writes the steps of a making on paper, so that it works without a
// screen: boxes to tick, small drawings, the figures large, those done ticked.
func BenchSheet(w io.Writer, unit measure.Unit, title string, s *making.State, supplies document.Supplies, drawings BenchSet) error {
	return listPDF(w, unit, title, func(l *lister) {
		l.text(style{true, 15}, title)
		l.text(style{false, 10}, fmt.Sprintf("%d steps. Hands need about %s more.", len(s.Steps), s.Left.Text))
		for _, x := range supplies.Lines {
			l.text(style{false, 10}, supplyText(x))
		}
		l.text(style{true, 10}, bladeCaution)
		phase := ""
		for i := range s.Steps {
			x := &s.Steps[i]
			if x.Phase != phase {
				phase = x.Phase
				l.heading(phaseText(phase), rowHigh)
			}
			l.benchStep(i+1, x, slices.Contains(s.Done, x.ID), drawings)
		}
	})
}

func phaseText(phase string) string {
	if phase == "first" {
		return "The first one, all the way"
	}
	return "The rest"
}

// supplyText is a line of what the batch takes.
func supplyText(x document.Supply) string {
	text := fmt.Sprintf("%d of %s", x.Need, x.Name)
	if x.Buy > 0 {
		text += fmt.Sprintf(", %d to buy", x.Buy)
	}
	if x.Cost != "" {
		text += ", " + x.Cost
	}
	return text
}

// benchStep is one row: its box, its drawing, what to do and the figure.
func (l *lister) benchStep(n int, x *document.Step, done bool, drawings BenchSet) {
	l.room(rowHigh)
	top := l.y
	l.f.SetLineWidth(0.3)
	l.f.SetDashPattern(nil, 0)
	l.f.Rect(pageMargin, top+2, rowBox, rowBox, "D")
	if done {
		l.f.Line(pageMargin+1, top+4.5, pageMargin+2.2, top+6)
		l.f.Line(pageMargin+2.2, top+6, pageMargin+4.2, top+2.8)
	}
	if x.Drawing != nil {
		if d, ok := drawings.Find(*x.Drawing); ok {
			l.picture(lit(d, x.Drawing.Lit), pageMargin+rowBox+3, top+1, rowPicture, rowHigh-3)
		}
	}
	if x.Figure != nil {
		l.y = top + 0.5
		l.beside(rowFigure, figureStyle(x.Figure.Text), x.Figure.Text)
	}
	l.y = top + 1
	l.beside(rowWords, style{true, 11}, fmt.Sprintf("%d  %s", n, x.Text))
	pieces := fmt.Sprintf("%d × %s, %s", x.Pieces, x.Part, x.Tool)
	if x.Part == "" {
		pieces = x.Tool
	}
	l.beside(rowWords, style{false, 9}, pieces)
	for _, text := range x.Details {
		l.beside(rowWords, style{false, 9}, text)
	}
	if x.Check != "" {
		l.beside(rowWords, style{true, 9}, x.Check)
	}
	l.y = max(l.y, top+rowHigh-4) + 2
	l.f.SetLineWidth(0.1)
	l.f.Line(pageMargin, l.y, l.pageW-pageMargin, l.y)
	l.y++
}

// figureStyle is as large as a figure goes on its line: a size is longer than a length.
func figureStyle(text string) style {
	if len(text) > 12 {
		return style{true, 14}
	}
	return style{true, 22}
}

// Find is the drawing that a step is looked at in.
func (b BenchSet) Find(at document.Look) (Drawing, bool) {
	if at.Of == "sheet" {
		if at.Lot >= len(b.Lots) || at.Layout >= len(b.Lots[at.Lot]) {
			return Drawing{}, false
		}
		return b.Lots[at.Lot][at.Layout], true
	}
	if at.Job >= len(b.Jobs) {
		return Drawing{}, false
	}
	j := b.Jobs[at.Job]
	for of, d := range map[string]*Drawing{"base": &j.Base, "opened": j.Opened, "layers": &j.Layers, "finished": &j.Finished, "envelope": &j.Envelope, "blank": j.Blank, "folds": j.Folds, "gauge": j.Gauge, "post": j.Post} {
		if of == at.Of && d != nil {
			return *d, true
		}
	}
	d, ok := j.Extras[at.Extra]
	return d, ok && at.Of == "extra"
}

// lit is a drawing without its words, the lines of some keys drawn thick.
func lit(d Drawing, keys []string) Drawing {
	d.Dims, d.Labels, d.Shapes = nil, nil, slices.Clone(d.Shapes)
	for i := range d.Shapes {
		if d.Shapes[i].Key != "" && slices.Contains(keys, d.Shapes[i].Key) {
			d.Shapes[i].Kind = "lit"
		}
	}
	return d
}
