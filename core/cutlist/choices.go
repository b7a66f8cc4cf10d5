package cutlist

import (
	"fmt"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/words"
)

// aims is what each aim is called.
var aims = map[trim.Aim]string{trim.FewestSheets: "fewest sheets", trim.FewestMoves: "fewest moves and layouts", trim.LeastMoney: "least money"}

// choices are the plans to choose from, none where there is one; and why the one
// that is cut is.
func (c writer) choices(out *document.CutPlan) {
	plans := c.Plans
	out.Refine, out.Longer = plans.Open() && !plans.Proved(plans.By(trim.FewestSheets), trim.FewestSheets), plans.Open()
	if len(plans.Plans) < 2 {
		return
	}
	for _, p := range plans.Plans {
		out.Choices = append(out.Choices, c.choice(p))
	}
	switch {
	case c.stock.Aim != "" && (c.stock.Aim != trim.LeastMoney || plans.Known):
		out.Why = "Kept in the job: " + aims[c.stock.Aim] + "."
	case plans.Known:
		out.Why = fmt.Sprintf("Of the plans that cost at most %d %% more for paper than the least, it takes the fewest moves and layouts.", trim.NearLeast)
	default:
		out.Why = fmt.Sprintf("Of the plans that take at most %d %% more sheets than the fewest, it takes the fewest moves and layouts.", trim.NearLeast)
	}
}

// choice is one plan: what it is best at, and what it takes.
func (c writer) choice(p *trim.CutPlan) document.CutChoice {
	out := document.CutChoice{Sheets: p.Used, Moves: p.Moves, Layouts: len(p.Layouts), Minutes: (p.Seconds + 59) / 60, Usual: p == c.Plans.Usual, Chosen: p == c.Plan}
	var names []string
	for _, a := range c.Plans.Best(p) {
		out.Aims = append(out.Aims, string(a))
		names = append(names, aims[a])
	}
	if len(names) == 0 {
		names = []string{"in between"}
	}
	out.Name = words.Capital(strings.Join(names, ", "))
	money := func(m measure.Money) string { return m.Text(c.stock.Currency) }
	out.Text = fmt.Sprintf("%s, guide set %s, %d %s, about %d min", say.Sheets(p.Used), say.Times(p.Moves), out.Layouts, words.Plural(out.Layouts, "layout"), out.Minutes)
	if c.Plans.Known {
		out.Paper, out.Cost = money(p.Paper), money(p.Money())
		out.Working = append(out.Working, "Paper "+out.Paper)
	}
	out.Working = append(out.Working, fmt.Sprintf("%d × %d s to set the guide, %d × %d s for strokes, %d × %d s for sheets: about %d min",
		p.Moves, trim.SecondsMove, p.Strokes(), trim.SecondsStroke, p.Used, trim.SecondsSheet, out.Minutes))
	if c.Plans.Known && c.Problem.Minute > 0 {
		out.Working = append(out.Working, fmt.Sprintf("%d s at %s a minute = %s", p.Seconds, money(c.Problem.Minute), money(p.Labour)),
			fmt.Sprintf("%s + %s = %s", out.Paper, money(p.Labour), out.Cost))
	}
	return out
}
