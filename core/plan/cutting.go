package plan

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// useful is the least side of an offcut worth keeping.
const useful = measure.Inch

func (m *maker) cutting() {
	problem, stock := m.batch()
	out := &CutPlan{Spare: m.spare, Sheets: []CutSheet{}, Steps: []CutStep{}, Offcuts: []Offcut{}, Missing: []Missing{}, Pieces: []Wanted{}}
	m.plan.CutPlan = out
	for _, p := range problem.Pieces {
		out.Pieces = append(out.Pieces, Wanted{p.Name, m.length(p.Size.Width), m.length(p.Size.Height), p.Count, p.Paper})
	}
	made, err := m.work.Solve(problem)
	if err != nil {
		note := m.cannotCut(err)
		out.Problem, out.Text = &note, note.Text
		m.plan.Warnings = append(m.plan.Warnings, note)
		return
	}
	out.SheetsUsed, out.LowerBound, out.Settings, out.Proved = made.Used, made.LowerBound, made.Settings, made.Proved()
	for i, l := range made.Layouts {
		out.Sheets = append(out.Sheets, m.cutSheet(i, l, stock[l.Sheet]))
	}
	out.Steps = m.cutSteps(made)
	m.leftOver(out)
	m.toBuy(out)
	m.cost(out, made, stock)
	out.Text, out.Bound = m.cutText(out), boundText(made)
	m.cutAnswers(out)
}

// batch is every piece of the batch and every sheet it may come from. Without
// stock the sheet of the job is had as often as needed; with stock it is what
// would be bought where that does not do.
func (m *maker) batch() (trim.Problem, []stockSheet) {
	n := m.quantity + m.spare
	base := trim.Piece{Name: "base", Size: m.flat.Size, Count: n, Paper: m.basePaper.name}
	if m.alongFold && len(m.flat.Scores) > 0 {
		base.Grain = "height"
		if m.flat.Scores[0].From == "top" {
			base.Grain = "width"
		}
	}
	p := trim.Problem{Pieces: []trim.Piece{base}, Limits: m.limits}
	for i, z := range m.stack {
		p.Pieces = append(p.Pieces, trim.Piece{Name: m.layers[i].name, Size: z, Count: n, Paper: m.layers[i].paper.name})
	}
	if m.inside > 0 {
		p.Pieces = append(p.Pieces, trim.Piece{Name: "inside panel", Size: m.insidePanel, Count: n})
	}
	stock := slices.Clone(m.sheets)
	for _, s := range m.sheets {
		p.Sheets = append(p.Sheets, trim.Sheet{Name: s.name, Size: s.size, Count: s.count, Paper: s.paper.name, Grain: s.grain})
	}
	for _, name := range m.papers() {
		stock = append(stock, m.bought(name))
		last := stock[len(stock)-1]
		p.Sheets = append(p.Sheets, trim.Sheet{Name: last.name, Size: last.size, Count: trim.Unlimited, Paper: name, Grain: last.grain, Buy: len(m.sheets) > 0})
	}
	return p, stock
}

// papers are the papers the pieces ask for; "" stands for any.
func (m *maker) papers() []string {
	out := []string{m.basePaper.name}
	for _, l := range m.layers {
		out = append(out, l.paper.name)
	}
	slices.Sort(out)
	out = slices.Compact(out)
	if len(out) > 1 && out[0] == "" {
		out = out[1:] // whatever is bought does for pieces of any paper
	}
	return out
}

// bought is a sheet that could be had of a paper: as the one on hand is, or the job's own.
func (m *maker) bought(name string) stockSheet {
	for _, s := range m.sheets {
		if s.paper.name == name && name != "" {
			s.item = ""
			return s
		}
	}
	out := stockSheet{piece: m.sheet, paper: paper{name: name}}
	for _, s := range m.sheets {
		if s.id == m.sheet.id && s.size == m.sheet.size && name == "" {
			out.price, out.priced, out.grain = s.price, s.priced, s.grain
		}
	}
	return out
}

func (m *maker) cannotCut(err error) Note {
	var none *trim.NoSheetError
	var reach *trim.ReachError
	var many *trim.ManyError
	switch {
	case errors.As(err, &none):
		if len(m.sheets) == 0 {
			return Note{"cut-sheet", "sheet", fmt.Sprintf("%s, %s, does not come out of %s.", capital(none.Piece.Name), m.sizeText(none.Piece.Size), m.sheet.name)}
		}
		of := ""
		if none.Piece.Paper != "" {
			of = " of " + none.Piece.Paper
		}
		return Note{"cut-sheet", "stock", fmt.Sprintf("%s, %s, comes out of no sheet here%s.", capital(none.Piece.Name), m.sizeText(none.Piece.Size), of)}
	case errors.As(err, &many):
		return Note{"cut-small", "card", capital(err.Error()) + "; so small a piece is not planned one by one."}
	case errors.As(err, &reach):
		text := fmt.Sprintf("%s: the cut is %s long and the guide would stand at %s;", capital(reach.Error()), m.text(reach.Length), m.text(reach.Set))
		if reach.Limits.Longest > 0 {
			text += fmt.Sprintf(" the trimmer cuts %s at most", m.text(reach.Limits.Longest))
		}
		if reach.Limits.Deepest > 0 {
			text += fmt.Sprintf(" and its guide goes to %s", m.text(reach.Limits.Deepest))
		}
		return Note{"cut-reach", "trimmer", strings.ReplaceAll(text, "; and", ";") + "."}
	}
	return Note{"cut-short", "stock", capital(err.Error()) + "."}
}

func capital(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}

func letterOf(i int) string {
	if i < 26 {
		return string(rune('A' + i))
	}
	return letterOf(i/26-1) + letterOf(i%26)
}

func (m *maker) cutSheet(i int, l trim.Layout, s stockSheet) CutSheet {
	out := CutSheet{
		Letter: letterOf(i), Sheet: s.id, Name: s.name, Item: s.item, Paper: s.paper.name, Colour: s.paper.colour,
		Width: m.length(s.size.Width), Height: m.length(s.size.Height), Count: l.Count,
		Buy: l.Sheet >= len(m.sheets) && len(m.sheets) > 0, Pieces: []CutPiece{}, Cuts: []SheetCut{}, Offcuts: []SheetRest{},
	}
	for _, p := range l.Pieces {
		out.Pieces = append(out.Pieces, CutPiece{p.Name, m.length(p.X), m.length(p.Y), m.length(p.Size.Width), m.length(p.Size.Height), p.Turned})
	}
	for _, c := range l.Cuts {
		from, to := [2]float64{c.At.MM(), c.Part.Y.MM()}, [2]float64{c.At.MM(), (c.Part.Y + c.Part.Height).MM()}
		if c.Across {
			from, to = [2]float64{c.Part.X.MM(), c.At.MM()}, [2]float64{(c.Part.X + c.Part.Width).MM(), c.At.MM()}
		}
		text := "set " + m.text(c.Set)
		if c.FromFar {
			text += " on the far side"
		}
		out.Cuts = append(out.Cuts, SheetCut{c.Number, m.length(c.Set), text, from, to})
	}
	for _, o := range l.Offcuts {
		out.Offcuts = append(out.Offcuts, SheetRest{m.length(o.X), m.length(o.Y), m.length(o.Width), m.length(o.Height)})
	}
	return out
}

// cutSteps puts the batch's steps in words: which sheets, which cuts, when to turn.
func (m *maker) cutSteps(made *trim.Plan) []CutStep {
	out := []CutStep{}
	for i, s := range made.Steps {
		step := CutStep{Step: i + 1, Set: m.length(s.Set)}
		var parts []string
		for k, l := range made.Layouts {
			var names []string
			var last *trim.Chop
			for _, one := range s.Cuts {
				if one.Layout != k {
					continue
				}
				c := &l.Cuts[one.Number-1]
				name := fmt.Sprint(c.Number)
				if last != nil && last.Across != c.Across {
					name = "turn, " + name
				}
				names = append(names, name)
				last = c
				step.Cuts += l.Count
			}
			if len(names) > 0 {
				parts = append(parts, fmt.Sprintf("%s %s, %s %s", sheetsText(l.Count), letterOf(k), plural(len(names), "cut"), strings.Join(names, ", ")))
			}
		}
		step.Text = strings.Join(parts, "; ")
		out = append(out, step)
	}
	return out
}

func plural(n int, one string) string {
	if n == 1 {
		return one
	}
	return one + "s"
}

func sheetsText(n int) string { return fmt.Sprintf("%d %s", n, plural(n, "sheet")) }

// leftOver gathers equal offcuts that are worth keeping, the largest first.
func (m *maker) leftOver(out *CutPlan) {
	at := map[string]int{}
	for _, s := range out.Sheets {
		for _, o := range s.Offcuts {
			if min(o.Width.MM, o.Height.MM) < useful.MM() {
				continue
			}
			w, h := o.Width, o.Height
			if w.MM > h.MM {
				w, h = h, w
			}
			key := w.Text + h.Text + s.Paper
			i, ok := at[key]
			if !ok {
				i = len(out.Offcuts)
				at[key] = i
				out.Offcuts = append(out.Offcuts, Offcut{Width: w, Height: h, Paper: s.Paper, Colour: s.Colour})
			}
			out.Offcuts[i].Count += s.Count
		}
	}
	slices.SortStableFunc(out.Offcuts, func(a, b Offcut) int { return cmp.Compare(b.Width.MM*b.Height.MM, a.Width.MM*a.Height.MM) })
	for i, o := range out.Offcuts {
		out.Offcuts[i].Text = fmt.Sprintf("%d of %s × %s", o.Count, strings.TrimSuffix(o.Width.Text, " "+string(m.unit)), o.Height.Text)
	}
}

func (m *maker) toBuy(out *CutPlan) {
	for _, s := range out.Sheets {
		if !s.Buy {
			continue
		}
		i := slices.IndexFunc(out.Missing, func(x Missing) bool { return x.Name == s.Name && x.Paper == s.Paper })
		if i < 0 {
			i = len(out.Missing)
			out.Missing = append(out.Missing, Missing{Sheet: s.Sheet, Name: s.Name, Paper: s.Paper})
		}
		out.Missing[i].Count += s.Count
	}
	for i, x := range out.Missing {
		out.Missing[i].Text = fmt.Sprintf("%s of %s more", sheetsText(x.Count), strings.TrimSpace(x.Name+" "+x.Paper))
	}
	if len(out.Missing) > 0 {
		m.warn("stock-short", "stock", "To make "+fmt.Sprint(m.quantity+m.spare)+": "+out.Missing[0].Text+".")
	}
}

// cost adds up what the sheets cost; one without a price leaves it unknown.
func (m *maker) cost(out *CutPlan, made *trim.Plan, stock []stockSheet) {
	total := money(0)
	c := &Cost{}
	for _, l := range made.Layouts {
		s := stock[l.Sheet]
		if !s.priced {
			return
		}
		sum := s.price * money(l.Count)
		total += sum
		c.Working = append(c.Working, fmt.Sprintf("%d × %s at %s = %s", l.Count, strings.TrimSpace(s.name+" "+s.paper.name), s.price.text(m.currency), sum.text(m.currency)))
	}
	c.Batch, c.Card = total.text(m.currency), (total / money(m.quantity)).text(m.currency)
	c.Working = append(c.Working, fmt.Sprintf("%s for %d cards = %s a card", c.Batch, m.quantity, c.Card))
	out.Cost = c
}

func (m *maker) cutText(out *CutPlan) string {
	counts := map[string]int{}
	var names []string
	for _, s := range out.Sheets {
		name := strings.TrimSpace(s.Name + " " + s.Paper)
		if counts[name] == 0 {
			names = append(names, name)
		}
		counts[name] += s.Count
	}
	for i, name := range names {
		names[i] = fmt.Sprintf("%d of %s", counts[name], name)
	}
	return fmt.Sprintf("%s: %s; %d %s of the guide", sheetsText(out.SheetsUsed), strings.Join(names, ", "), out.Settings, plural(out.Settings, "setting"))
}

func boundText(made *trim.Plan) string {
	if made.Proved() {
		return "No plan uses fewer sheets."
	}
	return fmt.Sprintf("No plan uses fewer than %s; this one is within %d.", sheetsText(made.LowerBound), made.Used-made.LowerBound)
}

// cutAnswers are the lines of the batch's cut list.
func (m *maker) cutAnswers(out *CutPlan) {
	var working []string
	for _, w := range out.Pieces {
		working = append(working, fmt.Sprintf("%d %s, %s × %s", w.Count, w.Name, strings.TrimSuffix(w.Width.Text, " "+string(m.unit)), w.Height.Text))
	}
	note := func(key, label, text string, working []string) {
		m.plan.Answers = append(m.plan.Answers, Answer{Key: key, Station: "cuts", Label: label, Note: text, Working: working, Figures: []Figure{}, Copy: label + ": " + text})
	}
	note("cuts.sheets", "Sheets", fmt.Sprint(out.SheetsUsed), append(working, out.Text+".", out.Bound))
	for i, s := range out.Steps {
		key := fmt.Sprintf("step%d", i)
		m.plan.Answers = append(m.plan.Answers, line("cuts", key, fmt.Sprintf("Guide %d", i+1), s.Text,
			[]string{fmt.Sprintf("%d strokes of the blade, a sheet at a time. Cuts are numbered on the drawing of each sheet.", s.Cuts)}, Figure{key, s.Set}))
	}
	if out.Cost != nil {
		note("cuts.cost", "Paper", out.Cost.Batch+", "+out.Cost.Card+" a card", out.Cost.Working)
	}
}

// insideOf is the inside panel's size: one step smaller than the closed card.
func (m *maker) insideOf() {
	if m.inside == 0 {
		return
	}
	z := card.Step(m.spec.card, card.Equal(m.inside), m.ruler)
	m.insidePanel = z
	m.plan.Inside = &Layer{Name: "Inside panel", Width: m.length(z.Width), Height: m.length(z.Height), Border: m.length(m.inside), Bottom: m.length(m.inside)}
	m.answer("layers", "inside", "Inside panel", "border "+m.text(m.inside), []string{
		m.stepText(m.spec.card.Width, 2*m.inside, z.Width) + " wide",
		m.stepText(m.spec.card.Height, 2*m.inside, z.Height) + " high; inside the closed card",
	}, m.both("inside", z)...)
}
