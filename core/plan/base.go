package plan

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
)

// base is the flat piece, and how it comes out of the job's own sheet.
func (w *writer) base() { baseWriter{w}.write() }

// baseWriter words the base.
type baseWriter struct{ *writer }

func (w baseWriter) write() {
	flat, g, sheet, fold := w.r.Base.Flat, w.r.Base.Grid, w.b.Stock.Sheet, w.b.Base.Fold
	b := document.Base{
		Fold: fold.ID, Cut: w.size(flat.Size), Scores: []document.Score{}, Panels: flat.Panels,
		Sheet:    document.Sheet{ID: sheet.ID, Name: sheet.Name, Width: w.length(sheet.Size.Width), Height: w.length(sheet.Size.Height)},
		PerSheet: g.Count(), Turned: g.Turned, Columns: g.Cols, Rows: g.Rows, First: "height", Cuts: []document.Cut{}, Offcuts: []document.Size{},
		Grain: w.grain(), Advice: w.scoreAdvice(), Colour: w.b.Base.Paper.Colour,
	}
	if w.b.Base.Stock != nil {
		b.Paper = w.b.Base.Stock.Text()
	}
	if g.Rips {
		b.First = "width"
	}
	w.answer("base", "base", "Cut", "", w.doubling(), w.both("base", flat.Size)...)
	for i, s := range flat.Scores {
		b.Scores = append(b.Scores, document.Score{From: s.From, At: w.length(s.At), Face: s.Face})
		w.answer("base", fmt.Sprintf("score%d", i), "Score", w.scoreNote(i), []string{w.scoreWorking(i)}, w.figure(fmt.Sprintf("score%d", i), s.At))
	}
	for i, c := range g.Cuts {
		text := fmt.Sprintf("set %s, cut %s", w.text(c.Set), timesText(c.Times))
		b.Cuts = append(b.Cuts, document.Cut{Step: i + 1, Set: w.length(c.Set), Text: text})
		w.answer("base", fmt.Sprintf("cut%d", i), fmt.Sprintf("Guide %d", i+1), "cut "+timesText(c.Times),
			[]string{fmt.Sprintf("The sheet's %s against the guide; %s across, %s down a %s sheet.", c.Along, piecesText(g.Cols), piecesText(g.Rows), sheet.Name)},
			w.figure(fmt.Sprintf("cut%d", i), c.Set))
	}
	for i, o := range g.Offcuts {
		b.Offcuts = append(b.Offcuts, w.size(o))
		w.answer("base", fmt.Sprintf("offcut%d", i), "Offcut", "keep for layers",
			[]string{"What is left of the sheet when the bases are out."}, w.both(fmt.Sprintf("offcut%d", i), o)...)
	}
	w.plan.Base = b
}

// scoreNote says from where, and on which face once they differ.
func (w baseWriter) scoreNote(i int) string {
	s := w.r.Base.Scores[i]
	if i > 0 && s.Face != w.r.Base.Scores[i-1].Face {
		return "turn over; measure from the same edge as before"
	}
	return "from the " + s.From + " edge; fold away from the groove"
}

// scoreWorking adds up the panels before a score.
func (w baseWriter) scoreWorking(i int) string {
	s := w.r.Base.Scores[i]
	if i == 0 {
		side := "width"
		if s.OnTop() {
			side = "height"
		}
		return "One panel in: " + w.text(s.At) + ", the finished " + side + " or the door's. The groove is the outside of the fold."
	}
	before := w.r.Base.Scores[i-1].At
	return fmt.Sprintf("%s + %s = %s. The groove is the outside of the fold.", w.bare(before), w.bare(w.r.Base.Widths[i]), w.text(s.At))
}

// doubling is the step people trip over: which side is doubled, in their own numbers.
func (w baseWriter) doubling() []string {
	sum, fold := w.panelSum(), w.b.Base.Fold
	line := func(cut, one measure.Length, side string) string {
		if cut == one {
			return fmt.Sprintf("%s stays as it is: %s", side, w.text(one))
		}
		return fmt.Sprintf("%s: %s = %s", side, sum, w.text(cut))
	}
	return append([]string{
		fold.Name + " " + fold.Says + ".",
		line(w.r.Base.Width, w.ruler.Down(w.r.Card.Size.Width), "Width"),
		line(w.r.Base.Height, w.ruler.Down(w.r.Card.Size.Height), "Height"),
	}, w.moved()...)
}

// moved says which panels were moved to the ruler, and by how much.
func (w baseWriter) moved() []string {
	var out []string
	names := w.b.Base.Fold.FaceNames(len(w.r.Base.Widths))
	for i, exact := range w.r.Base.Exact {
		if to := w.r.Base.Widths[i]; to != exact {
			out = append(out, fmt.Sprintf("Panel %s would be %s: %s less, on a ruler mark.", names[i], w.text(exact), w.text(exact-to)))
		}
	}
	return out
}

// panelSum is the sum of the panels: "2 × 5", or "2 + 5 + 3" where they differ.
func (w baseWriter) panelSum() string {
	widths := w.r.Base.Widths
	parts := make([]string, len(widths))
	for i, one := range widths {
		parts[i] = w.bare(one)
	}
	if slices.Min(widths) == slices.Max(widths) {
		return fmt.Sprintf("%d × %s", len(widths), parts[0])
	}
	return strings.Join(parts, " + ")
}

func (w baseWriter) grain() string {
	if len(w.r.Base.Scores) == 0 {
		return "A flat card may lie either way of the grain."
	}
	text := "Let the grain run along the fold, the " + w.text(w.r.Base.Along()) + " side: a fold across it cracks."
	if w.b.Base.AlongFold {
		text += " The cut plan keeps to it where the sheet's grain is known."
	}
	return text
}

// scoreAdvice says whether the stock has to be scored.
func (w baseWriter) scoreAdvice() string {
	stock := w.b.Base.Stock
	switch {
	case len(w.r.Base.Scores) == 0:
		return ""
	case stock == nil:
		return "Stock over 200 g/m² must be scored before it is folded."
	case stock.NeedsScore():
		return stock.Text() + " must be scored before it is folded."
	}
	return stock.Text() + " folds without a score; a crease with the bone is enough."
}
