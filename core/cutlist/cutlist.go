// Package cutlist says how a batch is cut: which sheets, at which settings of the
// guide, which plans there are to choose from, what is to be bought and what it
// costs. One job's batch and several jobs' together read alike.
package cutlist

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/words"
)

// List is a cut plan in words, its lines of the cut list, and what stands in the way.
type List struct {
	Plan     *document.CutPlan
	Answers  []document.Answer
	Warnings []document.Note
}

// Write says how a batch is cut from a stock; whole says that every piece and cut is placed.
func Write(s say.Say, stock brief.Stock, b *batch.Batch, whole bool) List {
	c := writer{Say: s, Batch: b, stock: stock, whole: whole}
	out := &document.CutPlan{Spare: b.Spare, Sheets: []document.CutSheet{}, Steps: []document.CutStep{}, Offcuts: []document.Offcut{}, Missing: []document.Missing{}, Pieces: []document.Wanted{}, Choices: []document.CutChoice{}}
	list := List{Plan: out}
	for _, p := range c.Problem.Pieces {
		out.Pieces = append(out.Pieces, document.Wanted{Name: p.Name, Width: c.Length(p.Size.Width), Height: c.Length(p.Size.Height), Count: p.Count, Paper: p.Paper})
	}
	if c.Err != nil {
		note := c.cannot(c.Err)
		if c.Would != nil {
			note.Text += fmt.Sprintf(" %s would do.", c.Would.Name)
		}
		out.Problem, out.Text = &note, note.Text
		list.Warnings = append(list.Warnings, note)
		return list
	}
	made := c.Batch.Plan
	out.SheetsUsed, out.LowerBound, out.Settings, out.Moves, out.Proved = made.Used, made.LowerBound, made.Settings, made.Moves, made.Proved()
	for i, l := range made.Layouts {
		out.Sheets = append(out.Sheets, c.sheet(i, l))
	}
	out.Steps = c.steps()
	for _, o := range c.Offcuts {
		out.Offcuts = append(out.Offcuts, document.Offcut{Width: c.Length(o.Size.Width), Height: c.Length(o.Size.Height), Count: o.Count, Paper: o.Paper.Name, Colour: o.Paper.Colour,
			Text: fmt.Sprintf("%d of %s", o.Count, c.SizeText(o.Size))})
	}
	for _, x := range c.Batch.Missing {
		s := c.Sheets[x.Sheet]
		out.Missing = append(out.Missing, document.Missing{Sheet: s.ID, Name: s.Name, Paper: s.Paper.Name, Count: x.Count, Text: missingSheets(x.Count, s) + " more"})
	}
	if len(out.Missing) > 0 {
		list.Warnings = append(list.Warnings, document.Note{Code: "stock-short", Field: "stock", Text: fmt.Sprintf("To make %d: %s.", c.Cards+c.Spare, Missing(b))})
	}
	out.Cost = c.cost()
	out.Text, out.Bound, out.Searched = c.summary(), boundText(made, c.Plans), SearchedOf(c.Plans)
	for _, a := range trim.Aims {
		if c.Plans.Proved(made, a) {
			out.ProvedOf = append(out.ProvedOf, string(a))
		}
	}
	if c.Plans.Fell != nil {
		list.Warnings = append(list.Warnings, document.Note{Code: "cut-fault", Field: "stock", Text: fellText})
	}
	c.choices(out)
	list.Answers = c.answers(out)
	return list
}

// Nothing is the cut plan of a batch of which nothing is cut, and why.
func Nothing(spare int, why string) *document.CutPlan {
	return &document.CutPlan{Spare: spare, Sheets: []document.CutSheet{}, Steps: []document.CutStep{}, Offcuts: []document.Offcut{}, Missing: []document.Missing{},
		Pieces: []document.Wanted{}, Choices: []document.CutChoice{}, Text: why, Proved: true}
}

// writer words a batch's cuts.
type writer struct {
	say.Say
	*batch.Batch
	stock brief.Stock
	whole bool
}

// cannot says why the batch cannot be cut, and which field could mend it.
func (c writer) cannot(err error) document.Note {
	var none *trim.NoSheetError
	var reach *trim.ReachError
	var many *trim.ManyError
	var fell *fault.Fault
	switch {
	case errors.As(err, &none):
		piece := words.Capital(none.Piece.Name) + ", " + c.SizeText(none.Piece.Size)
		if len(c.stock.OnHand) == 0 {
			return document.Note{Code: "cut-sheet", Field: "sheet", Text: fmt.Sprintf("%s, does not come out of %s.", piece, c.stock.Sheet.Name)}
		}
		of := ""
		if none.Piece.Paper != "" {
			of = " of " + none.Piece.Paper
		}
		if c.LiesAcross(none.Piece) {
			return document.Note{Code: "cut-grain", Field: "card.grain", Text: fmt.Sprintf("%s, comes out of the sheets%s only across the grain, and its fold would crack; let it lie either way, or take sheets of the other grain.", piece, of)}
		}
		return document.Note{Code: "cut-sheet", Field: "stock", Text: fmt.Sprintf("%s, comes out of no sheet here%s.", piece, of)}
	case errors.As(err, &many):
		return document.Note{Code: "cut-small", Field: "card", Text: words.Capital(err.Error()) + "; so small a piece is not planned one by one."}
	case errors.As(err, &fell):
		return document.Note{Code: "cut-fault", Field: "stock", Text: "Planning the cuts came to a fault of ours; another sheet or number of cards may come through."}
	case errors.As(err, &reach):
		return document.Note{Code: "cut-reach", Field: "trimmer", Text: c.outOfReach(reach)}
	}
	return document.Note{Code: "cut-short", Field: "stock", Text: words.Capital(err.Error()) + "."}
}

func (c writer) outOfReach(e *trim.ReachError) string {
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

func (c writer) sheet(i int, l trim.Layout) document.CutSheet {
	s := c.Sheets[l.Sheet]
	out := document.CutSheet{
		Letter: words.Letter(i), Sheet: s.ID, Name: s.Name, Item: s.Item, Paper: s.Paper.Name, Colour: s.Paper.Colour,
		Width: c.Length(s.Size.Width), Height: c.Length(s.Size.Height), Count: l.Count, Buy: c.Bought(l.Sheet),
		Pieces: []document.CutPiece{}, Cuts: []document.SheetCut{}, Offcuts: []document.SheetRest{},
	}
	if c.whole {
		c.laidOut(&out, l)
	}
	return out
}

// laidOut fills in where everything lies on a sheet.
func (c writer) laidOut(out *document.CutSheet, l trim.Layout) {
	out.Pieces, out.Cuts, out.Offcuts = make([]document.CutPiece, len(l.Pieces)), make([]document.SheetCut, len(l.Cuts)), make([]document.SheetRest, len(l.Offcuts))
	for k, p := range l.Pieces {
		out.Pieces[k] = document.CutPiece{Piece: p.Name, X: c.Length(p.X), Y: c.Length(p.Y), Width: c.Length(p.Size.Width), Height: c.Length(p.Size.Height), Turned: p.Turned}
	}
	for k, one := range l.Cuts {
		cut := one.Line()
		out.Cuts[k] = document.SheetCut{Step: one.Number, Set: c.Length(one.Set), Text: "set " + c.Text(one.Set), From: [2]float64{cut.A.X, cut.A.Y}, To: [2]float64{cut.B.X, cut.B.Y}}
	}
	for k, o := range l.Offcuts {
		out.Offcuts[k] = document.SheetRest{X: c.Length(o.X), Y: c.Length(o.Y), Width: c.Length(o.Width), Height: c.Length(o.Height)}
	}
}

// steps puts the batch's steps in words: which sheets, which cuts, when to turn.
func (c writer) steps() []document.CutStep {
	out := make([]document.CutStep, 0, len(c.Plan.Steps))
	for i, s := range c.Plan.Steps {
		step := document.CutStep{Step: i + 1, Set: c.Length(s.Set), Strokes: s.Strokes}
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

// Missing names all that is to be bought: "5 sheets of Letter kraft and 2 sheets of 12 × 12 more".
func Missing(b *batch.Batch) string {
	texts := make([]string, len(b.Missing))
	for i, m := range b.Missing {
		texts[i] = missingSheets(m.Count, b.Sheets[m.Sheet])
	}
	return words.List(texts) + " more"
}

func missingSheets(n int, s brief.StockSheet) string { return say.Sheets(n) + " of " + sheetName(s) }

func sheetName(s brief.StockSheet) string { return strings.TrimSpace(s.Name + " " + s.Paper.Name) }

// cost says what the sheets cost; nil where the price of one is not known.
func (c writer) cost() *document.Cost {
	if c.Batch.Cost == nil {
		return nil
	}
	out := &document.Cost{}
	money := func(m measure.Money) string { return m.Text(c.stock.Currency) }
	for i, l := range c.Plan.Layouts {
		s := c.Sheets[l.Sheet]
		out.Working = append(out.Working, fmt.Sprintf("%d of %s at %s = %s", l.Count, sheetName(s), money(s.Price), money(c.Batch.Cost.Sums[i])))
	}
	out.Batch, out.Card = money(c.Batch.Cost.Batch), money(c.Batch.Cost.Card)
	out.Working = append(out.Working, fmt.Sprintf("%s for %d cards = %s a card", out.Batch, c.Cards, out.Card))
	return out
}

func (c writer) summary() string {
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
	return fmt.Sprintf("%s: %s; the guide is set %s", say.Sheets(c.Plan.Used), strings.Join(names, ", "), say.Times(c.Plan.Moves))
}

// boundText says how near a plan is to the fewest sheets there could be.
func boundText(made *trim.CutPlan, of *trim.Choices) string {
	fewest := of.By(trim.FewestSheets)
	switch {
	case of.Fell != nil:
		return fellText
	case made.Proved():
		return "No plan uses fewer sheets."
	case fewest.Proved():
		return fmt.Sprintf("The fewest sheets are %d; this plan takes %d more.", fewest.Used, made.Used-fewest.Used)
	}
	return fmt.Sprintf("No plan uses fewer than %s; this one is within %d.", say.Sheets(made.LowerBound), made.Used-made.LowerBound)
}

// SearchedOf is how plans were looked for: at length where all of them were.
func SearchedOf(all ...*trim.Choices) *document.Searched {
	out, long := &document.Searched{Length: "long"}, 0
	for _, c := range all {
		if out.Steps += c.Steps; c.Long {
			long++
		}
	}
	how := "at length"
	switch {
	case long == 0:
		out.Length, how = "short", "briefly"
	case long < len(all):
		out.Length, how = "short", "partly at length"
	}
	out.Text = fmt.Sprintf("The cuts were looked for %s, in at most %s steps.", how, thousands(out.Steps))
	return out
}

// thousands writes a number as it is read: 14 000 000.
func thousands(n int) string {
	if n < 1000 {
		return fmt.Sprint(n)
	}
	return thousands(n/1000) + fmt.Sprintf(" %03d", n%1000)
}

// fellText is said of plans of a search that fell over.
const fellText = "Looking for the fewest sheets came to a fault of ours on the way: this plan can be cut as it stands, and may take more sheets than needed."

// answers are the lines of the batch's cut list.
func (c writer) answers(out *document.CutPlan) []document.Answer {
	var working []string
	for _, p := range c.Problem.Pieces {
		working = append(working, fmt.Sprintf("%d %s, %s", p.Count, p.Name, c.SizeText(p.Size)))
	}
	var all []document.Answer
	note := func(key, label, text string, working []string) {
		all = append(all, document.Answer{Key: key, Station: "cuts", Label: label, Note: text, Working: working, Figures: []document.Figure{}, Copy: label + ": " + text})
	}
	note("cuts.sheets", "Sheets", fmt.Sprint(out.SheetsUsed), append(slices.Clone(working), out.Text+".", out.Bound))
	for i, s := range out.Steps {
		key := fmt.Sprintf("step%d", i)
		all = append(all, say.Line("cuts", key, fmt.Sprintf("Guide %d", i+1), s.Text, []string{c.strokes(s)}, c.Figure(key, c.Plan.Steps[i].Set)))
	}
	if out.Cost != nil {
		note("cuts.cost", "Paper", out.Cost.Batch+", "+out.Cost.Card+" a card", out.Cost.Working)
	}
	return all
}

// strokes says how often the blade falls at a step.
func (c writer) strokes(s document.CutStep) string {
	text := fmt.Sprintf("%d %s of the blade, a sheet at a time.", s.Cuts, words.Plural(s.Cuts, "stroke"))
	if c.Problem.Stack > 0 {
		text = fmt.Sprintf("%d %s of the blade, parts of one size in piles of up to %s.", s.Strokes, words.Plural(s.Strokes, "stroke"), c.Text(c.Problem.Stack))
	}
	return text + " Cuts are numbered on the drawing of each sheet."
}
