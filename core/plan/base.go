package plan

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// baseWriter words the base.
type baseWriter struct {
	say.Say
	r  *work.Result
	b  *brief.Brief
	to *lines
}

// write is the flat piece, and how it comes out of the job's own sheet.
func (w baseWriter) write() document.Base {
	flat, sheet, fold := w.r.Base.Flat, w.b.Stock.Sheet, w.b.Base.Fold
	b := document.Base{
		Fold: fold.ID, Cut: w.Size(flat.Size), Scores: []document.Score{}, Panels: flat.Panels,
		Sheet:    document.Sheet{ID: sheet.ID, Name: sheet.Name, Width: w.Length(sheet.Size.Width), Height: w.Length(sheet.Size.Height)},
		PerSheet: w.r.Base.PerSheet(), First: "height", Cuts: []document.Cut{}, Offcuts: []document.Size{},
		Grain: w.grain(), Advice: w.scoreAdvice(), Colour: w.b.Base.Paper.Colour,
	}
	if w.b.Base.Stock != nil {
		b.Paper = w.b.Base.Stock.Text()
	}
	cut, score, note := "Cut", "Score", ""
	if w.b.Card.Made {
		cut, score, note = "Unfolded", "Fold", madeWord
	}
	w.to.answer("base", "base", cut, note, w.doubling(), w.Both("base", flat.Size)...)
	for i, s := range flat.Scores {
		b.Scores = append(b.Scores, document.Score{From: s.From, At: w.Length(s.At), Face: s.Face})
		w.to.answer("base", fmt.Sprintf("score%d", i), score, w.scoreNote(i)+w.pastBoard(s.At, w.whole(s), opposite[s.From]), []string{w.scoreWorking(i)}, w.Figure(fmt.Sprintf("score%d", i), s.At))
	}
	if one := w.r.Base.One; one != nil {
		w.oneSheet(&b, one)
	}
	return b
}

// oneSheet is how the bases come out of one sheet.
func (w baseWriter) oneSheet(b *document.Base, one *trim.CutPlan) {
	l := &one.Layouts[0]
	b.Turned = l.Pieces[0].Turned
	b.Columns, b.Rows = l.Grid()
	if len(l.Cuts) > 0 && !l.Cuts[0].Across {
		b.First = "width"
	}
	for i, s := range one.Steps {
		key, times := fmt.Sprintf("cut%d", i), say.Times(len(s.Cuts))
		b.Cuts = append(b.Cuts, document.Cut{Step: i + 1, Set: w.Length(s.Set), Text: fmt.Sprintf("set %s, cut %s", w.Text(s.Set), times)})
		w.to.answer("base", key, fmt.Sprintf("Guide %d", i+1), "cut "+times,
			[]string{fmt.Sprintf("%s against the guide; %s out of a %s sheet.", sideText(l, s), say.Pieces(len(l.Pieces)), w.b.Stock.Sheet.Name)}, w.Figure(key, s.Set))
	}
	for i, o := range l.Offcuts {
		b.Offcuts = append(b.Offcuts, w.Size(o.Size))
		if key := fmt.Sprintf("offcut%d", i); batch.Useful(o.Size) {
			w.to.answer("base", key, "Offcut", "keep for layers", []string{"What is left of the sheet when the bases are out."}, w.Both(key, o.Size)...)
		}
	}
}

// sideText is which side of the sheet lies along the guide for a step's cuts.
func sideText(l *trim.Layout, s trim.Step) string {
	var across, down bool
	for _, c := range s.Cuts {
		across, down = across || l.Cuts[c.Number-1].Across, down || !l.Cuts[c.Number-1].Across
	}
	switch {
	case across && down:
		return "The sheet's width, and turned its height,"
	case across:
		return "The sheet's height"
	}
	return "The sheet's width"
}

// scoreNote says from where, and on which face once they differ.
func (w baseWriter) scoreNote(i int) string {
	s := w.r.Base.Scores[i]
	if i > 0 && s.Face != w.r.Base.Scores[i-1].Face {
		return "turn over; measure from the same edge as before"
	}
	return "from the " + s.From + " edge; fold away from the groove"
}

// whole is how long the flat piece is the way a score is measured.
func (w baseWriter) whole(s card.Score) measure.Length {
	if s.OnTop() {
		return w.r.Base.Height
	}
	return w.r.Base.Width
}

// opposite are the edges a score is measured from where the board does not reach it.
var opposite = map[string]string{"left": "right", "top": "bottom"}

// pastBoard says of a score what to do where the scoring board does not read so far from its edge.
func (w baseWriter) pastBoard(at, whole measure.Length, other string) string {
	switch reach := w.b.Tools.Reach; {
	case at <= reach || w.b.Card.Made:
		return ""
	case whole-at <= reach:
		return fmt.Sprintf("; past the board's %s: score at %s from the %s edge", w.Text(reach), w.Text(whole-at), other)
	default:
		return fmt.Sprintf("; past the board's %s from either edge: rule a line and score along a straightedge", w.Text(reach))
	}
}

// scoreWorking adds up the panels before a score.
func (w baseWriter) scoreWorking(i int) string {
	s := w.r.Base.Scores[i]
	if i == 0 {
		side := "width"
		if s.OnTop() {
			side = "height"
		}
		return "One panel in: " + w.Text(s.At) + ", the finished " + side + " or the door's. The groove is the outside of the fold."
	}
	before := w.r.Base.Scores[i-1].At
	return fmt.Sprintf("%s + %s = %s. The groove is the outside of the fold.", w.Bare(before), w.Bare(w.r.Base.Widths[i]), w.Text(s.At))
}

// doubling is the step people trip over: which side is doubled, in their own numbers.
func (w baseWriter) doubling() []string {
	sum, fold := w.panelSum(), w.b.Base.Fold
	line := func(cut, one measure.Length, side string) string {
		if cut == one {
			return fmt.Sprintf("%s stays as it is: %s", side, w.Text(one))
		}
		return fmt.Sprintf("%s: %s = %s", side, sum, w.Text(cut))
	}
	return append([]string{
		fold.Name + " " + fold.Says + ".",
		line(w.r.Base.Width, w.r.Whole().Width, "Width"),
		line(w.r.Base.Height, w.r.Whole().Height, "Height"),
	}, w.moved()...)
}

// moved says which panels were moved to the ruler, and by how much.
func (w baseWriter) moved() []string {
	var out []string
	names := w.b.Base.Fold.FaceNames(len(w.r.Base.Widths))
	for i, exact := range w.r.Base.Exact {
		if to := w.r.Base.Widths[i]; to != exact {
			out = append(out, fmt.Sprintf("Panel %s would be %s: %s less, on a ruler mark.", names[i], w.Text(exact), w.Text(exact-to)))
		}
	}
	return out
}

// panelSum is the sum of the panels: "2 × 5", or "2 + 5 + 3" where they differ.
func (w baseWriter) panelSum() string {
	widths := w.r.Base.Widths
	parts := make([]string, len(widths))
	for i, one := range widths {
		parts[i] = w.Bare(one)
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
	text := "Let the grain run along the fold, the " + w.Text(w.r.Base.Along()) + " side: a fold across it cracks."
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
