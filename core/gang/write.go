package gang

import (
	"fmt"

	"yellow-parcel/core/cutlist"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
)

// Write says how a gang is cut, what each job's part of it costs and how it is
// stamped; whole says that every piece and cut is placed.
func (w *Whole) Write(whole bool) *document.Gang {
	t := w.Table
	s := say.Say{Unit: t.Unit, Ruler: t.Ruler, Brief: !whole}
	out := &document.Gang{Format: document.GangFormat, Version: document.GangVersion, Title: w.title(), Unit: t.Unit, Ruler: t.Ruler.String(),
		Jobs: []document.GangJob{}, Stock: []document.GangStock{}, Stamps: []document.GangStamps{}, Shopping: []string{}, Answers: []document.Answer{}, Warnings: []document.Note{}}
	if len(w.Batch.Problem.Pieces) == 0 {
		out.CutPlan = *cutlist.Nothing(t.Stock.Spare, "Every card is made: nothing is cut")
	} else {
		list := cutlist.Write(s, t.Stock, &w.Batch, whole)
		out.CutPlan, out.Answers = *list.Plan, append(out.Answers, list.Answers...)
		out.Warnings = append(out.Warnings, list.Warnings...)
	}
	for i := range w.Jobs {
		out.Jobs = append(out.Jobs, w.job(s, i))
		if one, ok := w.stamps(i); ok {
			out.Stamps = append(out.Stamps, one)
		}
	}
	w.stock(out)
	w.shopping(out)
	w.consequence(out)
	return out
}

// title is the gang's own, or what it is made of.
func (w *Whole) title() string {
	if w.Gang.Title != "" {
		return w.Gang.Title
	}
	return fmt.Sprintf("%d jobs together", len(w.Jobs))
}

// job is one job's part: its pieces, and its share of the paper.
func (w *Whole) job(s say.Say, i int) document.GangJob {
	j := &w.Jobs[i]
	b := j.Result.Brief
	out := document.GangJob{Number: i + 1, Title: plan.Heading(j.Result), Card: s.SizeText(j.Result.Card.Size), Quantity: b.Quantity, Spare: b.Stock.Spare, Pieces: []document.Wanted{}, Working: []string{}}
	total := 0.0
	for _, other := range w.Jobs {
		total += other.Area
	}
	for _, at := range j.Pieces {
		p := w.Batch.Problem.Pieces[at]
		out.Pieces = append(out.Pieces, document.Wanted{Name: p.Name, Width: s.Length(p.Size.Width), Height: s.Length(p.Size.Height), Count: p.Count, Paper: p.Paper})
		out.Working = append(out.Working, fmt.Sprintf("%d × %s, %s", p.Count, p.Name, s.SizeText(p.Size)))
	}
	if j.Area == 0 {
		return out
	}
	out.Share = fmt.Sprintf("%.0f %%", 100*j.Area/total)
	out.Working = append(out.Working, fmt.Sprintf("%s of %s of paper in all pieces: %s", s.Area(j.Area), s.Area(total), out.Share))
	if c := w.Batch.Cost; c != nil {
		money := func(m measure.Money) string { return m.Text(w.Table.Stock.Currency) }
		out.Cost, out.Each = money(j.Cost), money(j.Cost/measure.Money(max(1, b.Quantity)))
		out.Working = append(out.Working, fmt.Sprintf("its share of %s: %s, %s a card", money(c.Batch), out.Cost, out.Each))
	}
	return out
}

// stamps is how one job is stamped; ok is false where its postage is not known.
func (w *Whole) stamps(i int) (out document.GangStamps, ok bool) {
	j := &w.Jobs[i]
	if j.Postage == nil {
		return out, false
	}
	p := plan.PostageOf(j.Postage, j.Result.Brief.Quantity, j.Result.Posts[0].InUse().Carrier.Currency)
	out = document.GangStamps{Number: i + 1, Title: plan.Heading(j.Result), Pieces: j.Result.Brief.Quantity, Buy: p.Buy}
	for n, set := range p.Sets {
		if n > 0 {
			out.Text += "; "
		}
		out.Text += fmt.Sprintf("%d with %s", set.Pieces, set.Text)
	}
	if out.Text == "" {
		out.Text = fmt.Sprintf("%s in all; no stamps on hand", p.Total)
	}
	return out, true
}

// shopping is what is to be bought: sheets, then stamps, those of one price together.
func (w *Whole) shopping(out *document.Gang) {
	for _, m := range out.CutPlan.Missing {
		out.Shopping = append(out.Shopping, m.Text)
	}
	type stamp struct {
		price    measure.Money
		currency string
	}
	short, order := map[stamp]int{}, []stamp{}
	for _, j := range w.Jobs {
		if j.Postage == nil || j.Postage.Short == 0 {
			continue
		}
		of := stamp{j.Postage.Price, j.Result.Posts[0].InUse().Carrier.Currency}
		if short[of] == 0 {
			order = append(order, of)
		}
		short[of] += j.Postage.Short
	}
	for _, of := range order {
		out.Shopping = append(out.Shopping, plan.StampsToBuy(short[of], of.price, of.currency))
	}
}

// stock tells how many of every sheet on hand are cut.
func (w *Whole) stock(out *document.Gang) {
	used := make([]int, len(w.Batch.Sheets))
	if w.Batch.Plan != nil {
		for _, l := range w.Batch.Plan.Layouts {
			used[l.Sheet] += l.Count
		}
	}
	for i, s := range w.Table.Stock.OnHand {
		one := document.GangStock{Name: s.Name, Paper: s.Paper.Name, Colour: s.Paper.Colour, OnHand: s.Count, Spec: w.Specs[i]}
		if i < len(used) {
			one.Used = used[i]
		}
		out.Stock = append(out.Stock, one)
	}
}

// consequence is what the table needs to know now.
func (w *Whole) consequence(out *document.Gang) {
	switch cuts := &out.CutPlan; {
	case cuts.Problem != nil:
		out.State, out.Text = "stop", cuts.Problem.Text
	case len(cuts.Missing) > 0:
		out.State, out.Text = "look", "The sheets on hand do not suffice: "+cutlist.Missing(&w.Batch)+"."
	default:
		out.State, out.Text = "good", words.Capital(cuts.Text)+"."
	}
}
