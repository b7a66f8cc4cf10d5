package plan

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// madeText says why nothing is cut.
const madeText = "The card is made: nothing of it is cut"

// cutPlan is how the batch comes out of the sheets, or why it does not.
func (w *writer) cutPlan() {
	c := cutWriter{w, &w.r.Batch}
	out := &document.CutPlan{Spare: w.b.Stock.Spare, Sheets: []document.CutSheet{}, Steps: []document.CutStep{}, Offcuts: []document.Offcut{}, Missing: []document.Missing{}, Pieces: []document.Wanted{}}
	w.plan.CutPlan = out
	if w.b.Card.Made {
		out.Text, out.Proved = madeText, true
		return
	}
	for _, p := range c.Problem.Pieces {
		out.Pieces = append(out.Pieces, document.Wanted{Name: p.Name, Width: w.Length(p.Size.Width), Height: w.Length(p.Size.Height), Count: p.Count, Paper: p.Paper})
	}
	if c.Err != nil {
		note := c.cannot(c.Err)
		out.Problem, out.Text = &note, note.Text
		w.plan.Warnings = append(w.plan.Warnings, note)
		return
	}
	made := c.Plan
	out.SheetsUsed, out.LowerBound, out.Settings, out.Proved = made.Used, made.LowerBound, made.Settings, made.Proved()
	for i, l := range made.Layouts {
		out.Sheets = append(out.Sheets, c.sheet(i, l))
	}
	out.Steps = c.steps()
	for _, o := range c.Offcuts {
		out.Offcuts = append(out.Offcuts, document.Offcut{Width: w.Length(o.Size.Width), Height: w.Length(o.Size.Height), Count: o.Count, Paper: o.Paper.Name, Colour: o.Paper.Colour,
			Text: fmt.Sprintf("%d of %s", o.Count, w.SizeText(o.Size))})
	}
	c.missing(out)
	out.Cost = c.cost()
	out.Text, out.Bound = c.summary(), boundText(made)
	c.answers(out)
}

// cutWriter words a batch's cuts.
type cutWriter struct {
	*writer
	*work.Batch
}

// cannot says why the batch cannot be cut, and which field could mend it.
func (c cutWriter) cannot(err error) document.Note {
	var none *trim.NoSheetError
	var reach *trim.ReachError
	var many *trim.ManyError
	switch {
	case errors.As(err, &none):
		piece := words.Capital(none.Piece.Name) + ", " + c.SizeText(none.Piece.Size)
		if len(c.b.Stock.OnHand) == 0 {
			return document.Note{Code: "cut-sheet", Field: "sheet", Text: fmt.Sprintf("%s, does not come out of %s.", piece, c.b.Stock.Sheet.Name)}
		}
		of := ""
		if none.Piece.Paper != "" {
			of = " of " + none.Piece.Paper
		}
		if c.r.LiesAcross(none.Piece) {
			return document.Note{Code: "cut-grain", Field: "card.grain", Text: fmt.Sprintf("%s, comes out of the sheets%s only across the grain, and its fold would crack; let it lie either way, or take sheets of the other grain.", piece, of)}
		}
		return document.Note{Code: "cut-sheet", Field: "stock", Text: fmt.Sprintf("%s, comes out of no sheet here%s.", piece, of)}
	case errors.As(err, &many):
		return document.Note{Code: "cut-small", Field: "card", Text: words.Capital(err.Error()) + "; so small a piece is not planned one by one."}
	case errors.As(err, &reach):
		return document.Note{Code: "cut-reach", Field: "trimmer", Text: c.outOfReach(reach)}
	}
	return document.Note{Code: "cut-short", Field: "stock", Text: words.Capital(err.Error()) + "."}
}

func (c cutWriter) outOfReach(e *trim.ReachError) string {
	text := fmt.Sprintf("%s: the cut is %s long and the guide would stand at %s;", words.Capital(e.Error()), c.Text(e.Length), c.Text(e.Set))
	var limits []string
	if e.Limits.Longest > 0 {
		limits = append(limits, "the trimmer cuts "+c.Text(e.Limits.Longest)+" at most")
	}
	if e.Limits.Deepest > 0 {
		limits = append(limits, "its guide goes to "+c.Text(e.Limits.Deepest))
	}
	if len(limits) == 0 {
		return text + "."
	}
	return text + " " + strings.Join(limits, " and ") + "."
}

func (c cutWriter) sheet(i int, l trim.Layout) document.CutSheet {
	s := c.Sheets[l.Sheet]
	out := document.CutSheet{
		Letter: words.Letter(i), Sheet: s.ID, Name: s.Name, Item: s.Item, Paper: s.Paper.Name, Colour: s.Paper.Colour,
		Width: c.Length(s.Size.Width), Height: c.Length(s.Size.Height), Count: l.Count, Buy: c.r.Bought(l.Sheet),
		Pieces: []document.CutPiece{}, Cuts: []document.SheetCut{}, Offcuts: []document.SheetRest{},
	}
	if c.whole {
		c.laidOut(&out, l)
	}
	return out
}

// laidOut fills in where everything lies on a sheet.
func (c cutWriter) laidOut(out *document.CutSheet, l trim.Layout) {
	out.Pieces, out.Cuts, out.Offcuts = make([]document.CutPiece, len(l.Pieces)), make([]document.SheetCut, len(l.Cuts)), make([]document.SheetRest, len(l.Offcuts))
	for k, p := range l.Pieces {
		out.Pieces[k] = document.CutPiece{Piece: p.Name, X: c.Length(p.X), Y: c.Length(p.Y), Width: c.Length(p.Size.Width), Height: c.Length(p.Size.Height), Turned: p.Turned}
	}
	for k, one := range l.Cuts {
		text := "set " + c.Text(one.Set)
		if one.FromFar {
			text += " on the far side"
		}
		cut := one.Line()
		out.Cuts[k] = document.SheetCut{Step: one.Number, Set: c.Length(one.Set), Text: text, From: [2]float64{cut.A.X, cut.A.Y}, To: [2]float64{cut.B.X, cut.B.Y}}
	}
	for k, o := range l.Offcuts {
		out.Offcuts[k] = document.SheetRest{X: c.Length(o.X), Y: c.Length(o.Y), Width: c.Length(o.Width), Height: c.Length(o.Height)}
	}
}

// steps puts the batch's steps in words: which sheets, which cuts, when to turn.
func (c cutWriter) steps() []document.CutStep {
	out := make([]document.CutStep, 0, len(c.Plan.Steps))
	for i, s := range c.Plan.Steps {
		step := document.CutStep{Step: i + 1, Set: c.Length(s.Set)}
		var parts []string
		for k, l := range c.Plan.Layouts {
			names := cutsIn(k, l, s)
			step.Cuts += len(names) * l.Count
			if len(names) > 0 {
				parts = append(parts, fmt.Sprintf("%s %s, %s %s", say.Sheets(l.Count), words.Letter(k), words.Plural(len(names), "cut"), strings.Join(names, ", ")))
			}
		}
		step.Text = strings.Join(parts, "; ")
		out = append(out, step)
	}
	return out
}

// cutsIn names a layout's cuts of a step, and where the sheet is turned between them.
func cutsIn(layout int, l trim.Layout, s trim.Step) []string {
	var names []string
	var last *trim.Chop
	for _, one := range s.Cuts {
		if one.Layout != layout {
			continue
		}
		c := &l.Cuts[one.Number-1]
		name := fmt.Sprint(c.Number)
		if last != nil && last.Across != c.Across {
			name = "turn, " + name
		}
		names = append(names, name)
		last = c
	}
	return names
}

func (c cutWriter) missing(out *document.CutPlan) {
	for _, x := range c.Missing {
		s := c.Sheets[x.Sheet]
		out.Missing = append(out.Missing, document.Missing{Sheet: s.ID, Name: s.Name, Paper: s.Paper.Name, Count: x.Count, Text: missingSheets(x.Count, s) + " more"})
	}
	if len(out.Missing) > 0 {
		c.warn("stock-short", "stock", "To make "+fmt.Sprint(c.b.Quantity+c.b.Stock.Spare)+": "+c.missingText()+".")
	}
}

// missingText names all that is to be bought: "5 sheets of Letter kraft and 2 sheets of 12 × 12 more".
func (w *writer) missingText() string {
	batch, texts := &w.r.Batch, make([]string, len(w.r.Batch.Missing))
	for i, m := range batch.Missing {
		texts[i] = missingSheets(m.Count, batch.Sheets[m.Sheet])
	}
	if last := len(texts) - 1; last > 0 {
		return strings.Join(texts[:last], ", ") + " and " + texts[last] + " more"
	}
	return texts[0] + " more"
}

func missingSheets(n int, s brief.Sheet) string { return say.Sheets(n) + " of " + sheetName(s) }

func sheetName(s brief.Sheet) string { return strings.TrimSpace(s.Name + " " + s.Paper.Name) }

// cost says what the sheets cost; nil where the price of one is not known.
func (c cutWriter) cost() *document.Cost {
	if c.Batch.Cost == nil {
		return nil
	}
	out := &document.Cost{}
	money := func(m measure.Money) string { return m.Text(c.b.Stock.Currency) }
	for i, l := range c.Plan.Layouts {
		s := c.Sheets[l.Sheet]
		out.Working = append(out.Working, fmt.Sprintf("%d of %s at %s = %s", l.Count, sheetName(s), money(s.Price), money(c.Batch.Cost.Sums[i])))
	}
	out.Batch, out.Card = money(c.Batch.Cost.Batch), money(c.Batch.Cost.Card)
	out.Working = append(out.Working, fmt.Sprintf("%s for %d cards = %s a card", out.Batch, c.b.Quantity, out.Card))
	return out
}

func (c cutWriter) summary() string {
	counts := map[string]int{}
	var names []string
	for _, l := range c.Plan.Layouts {
		name := sheetName(c.Sheets[l.Sheet])
		if counts[name] == 0 {
			names = append(names, name)
		}
		counts[name] += l.Count
	}
	for i, name := range names {
		names[i] = fmt.Sprintf("%d of %s", counts[name], name)
	}
	return fmt.Sprintf("%s: %s; %d %s of the guide", say.Sheets(c.Plan.Used), strings.Join(names, ", "), c.Plan.Settings, words.Plural(c.Plan.Settings, "setting"))
}

func boundText(made *trim.Plan) string {
	if made.Proved() {
		return "No plan uses fewer sheets."
	}
	return fmt.Sprintf("No plan uses fewer than %s; this one is within %d.", say.Sheets(made.LowerBound), made.Used-made.LowerBound)
}

// answers are the lines of the batch's cut list.
func (c cutWriter) answers(out *document.CutPlan) {
	var working []string
	for _, p := range c.Problem.Pieces {
		working = append(working, fmt.Sprintf("%d %s, %s", p.Count, p.Name, c.SizeText(p.Size)))
	}
	note := func(key, label, text string, working []string) {
		c.plan.Answers = append(c.plan.Answers, document.Answer{Key: key, Station: "cuts", Label: label, Note: text, Working: working, Figures: []document.Figure{}, Copy: label + ": " + text})
	}
	note("cuts.sheets", "Sheets", fmt.Sprint(out.SheetsUsed), append(slices.Clone(working), out.Text+".", out.Bound))
	for i, s := range out.Steps {
		key := fmt.Sprintf("step%d", i)
		c.plan.Answers = append(c.plan.Answers, line("cuts", key, fmt.Sprintf("Guide %d", i+1), s.Text,
			[]string{fmt.Sprintf("%d %s of the blade, a sheet at a time. Cuts are numbered on the drawing of each sheet.", s.Cuts, words.Plural(s.Cuts, "stroke"))}, c.Figure(key, c.Plan.Steps[i].Set)))
	}
	if out.Cost != nil {
		note("cuts.cost", "Paper", out.Cost.Batch+", "+out.Cost.Card+" a card", out.Cost.Working)
	}
}
