package gang

import (
	"errors"
	"fmt"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/post"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// Order says how a gang is worked out.
type Order struct {
	Solve  batch.Solver // nil for trim.Choose, as far as it is not remembered
	Memory *work.Memory // of what was worked out before; nil for none
	Tools  job.Tools    // the maker's own, where neither gang nor job names any
	Today  string       // YYYY-MM-DD, against which prices are old
}

// Whole is a gang worked out: its jobs, the table they are cut at, and their batch.
type Whole struct {
	Gang  Gang
	Table *brief.Brief    // unit, stock and tools
	Specs []job.StockSpec // the stock, as it is typed
	Jobs  []Share
	Batch batch.Batch
}

// Share is what one job has in the gang: its pieces by their place in the
// batch's problem, the area they take of its paper in mm2, and its share of the cost.
type Share struct {
	*pipeline.Whole
	Pieces  []int
	Area    float64
	Cost    measure.Money // of its share of the paper, where that is known
	Postage *work.Postage // from the stamps the jobs before it leave; nil where its price is not known
}

// WorkOut works a gang out. The error is a job.Problems, each naming its field.
func WorkOut(g Gang, cat *catalog.Catalog, how Order) (*Whole, error) {
	out := &Whole{Gang: g}
	var problems job.Problems
	for i, m := range g.Jobs {
		one, err := pipeline.WorkOut(m.Job.With(how.Tools), cat, pipeline.Order{Memory: how.Memory, Today: how.Today, NoWays: true})
		if problems = within(problems, fmt.Sprintf("jobs[%d].job.", i), err); err == nil {
			out.Jobs = append(out.Jobs, Share{Whole: one})
		}
	}
	if len(problems) > 0 {
		return nil, problems
	}
	var err error
	table := g.table(out.briefs(), how.Tools)
	if out.Table, err = brief.ReadTable(table, cat); err != nil {
		return nil, err
	}
	out.Specs = table.Stock
	out.gather()
	if len(out.Batch.Problem.Pieces) > 0 {
		solve := how.Solve
		if solve == nil {
			solve = how.Memory.Solve
		}
		out.Batch.Solve(solve, out.Table.Stock.Aim)
		out.Batch.Elsewhere(cat, out.Table.Sold, how.Memory.Most)
	}
	out.share()
	out.stamp()
	return out, nil
}

// within adds problems, each under the field of its job.
func within(all job.Problems, under string, err error) job.Problems {
	var these job.Problems
	if err != nil && !errors.As(err, &these) {
		all.Failf(under, "%s", err)
	}
	for _, p := range these {
		all.Failf(under+p.Field, "%s", p.Text)
	}
	return all
}

func (w *Whole) briefs() []*brief.Brief {
	var out []*brief.Brief
	for _, j := range w.Jobs {
		out = append(out, j.Result.Brief)
	}
	return out
}

// gather puts the pieces of all jobs on one table, each marked with its job's number.
func (w *Whole) gather() {
	var pieces []trim.Piece
	cards, spare := 0, 0
	for i := range w.Jobs {
		j := &w.Jobs[i]
		cards, spare = cards+j.Result.Brief.Quantity, spare+j.Result.Brief.Stock.Spare
		for _, p := range j.Result.Batch.Problem.Pieces {
			p.Name = fmt.Sprintf("%d %s", i+1, p.Name)
			j.Pieces = append(j.Pieces, len(pieces))
			j.Area += p.Size.Width.MM() * p.Size.Height.MM() * float64(p.Count)
			pieces = append(pieces, p)
		}
	}
	if len(pieces) == 0 {
		return
	}
	w.Batch = batch.Of(pieces, w.Table.Stock, w.Table.Tools, batch.Calipers(w.briefs()...))
	w.Batch.Cards, w.Batch.Spare = cards, spare
	w.Batch.Keep(w.briefs()...)
}

// share shares the cost of the paper by the area of what is cut from it; what
// rounding leaves goes to the job with the largest.
func (w *Whole) share() {
	if w.Batch.Cost == nil {
		return
	}
	total, largest := 0.0, 0
	for i, j := range w.Jobs {
		total += j.Area
		if j.Area > w.Jobs[largest].Area {
			largest = i
		}
	}
	left := w.Batch.Cost.Batch
	for i := range w.Jobs {
		w.Jobs[i].Cost = measure.Money(float64(w.Batch.Cost.Batch) * w.Jobs[i].Area / total)
		left -= w.Jobs[i].Cost
	}
	w.Jobs[largest].Cost += left
}

// stamp covers the jobs' postage one after another from the stamps on hand.
func (w *Whole) stamp() {
	type kind struct {
		name, currency string
		price          measure.Money
	}
	used := map[kind]int{}
	for i := range w.Jobs {
		b := w.Jobs[i].Result.Brief
		if len(w.Jobs[i].Result.Posts) == 0 {
			continue
		}
		v := w.Jobs[i].Result.Posts[0].InUse()
		of := func(s post.Stamp) kind { return kind{s.Name, v.Carrier.Currency, s.Price} }
		var left []brief.Stamp
		for _, s := range b.Post.Stamps {
			if s.Currency == "" || s.Currency == v.Carrier.Currency {
				s.Count = max(0, s.Count-used[of(s.Stamp)])
			}
			left = append(left, s)
		}
		if w.Jobs[i].Postage = work.PostageFrom(left, v, b.Quantity); w.Jobs[i].Postage == nil {
			continue
		}
		for _, set := range w.Jobs[i].Postage.Sets {
			for _, s := range set.Stamps {
				used[of(s.Stamp)] += s.Count * set.Pieces
			}
		}
	}
}
