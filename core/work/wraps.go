package work

import (
	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// Wrap is what one way of making an envelope makes of the job's paper.
type Wrap struct {
	Candidate
	Largest card.Size        // the largest card of the job's proportions and thickness it wraps; zero for none
	Bare    card.Size        // the same without what pokes out
	Takes   []catalog.Format // whose customary cards it wraps, each size once
	Err     error            // why it does not make even the smallest
}

// Wraps works the other way round from the paper: for every style, the largest
// card of the job's own proportions the paper can wrap, and which customary
// cards it takes. The error is a job.Problems.
func Wraps(b *brief.Brief, memory *Memory) ([]Wrap, error) {
	r := &Result{Brief: b, how: How{Memory: memory}}
	var err error
	if r.Card, err = settle(b); err != nil {
		return nil, err
	}
	if _, err = flatOf(b, r.Card.Size); err != nil {
		return nil, err
	}
	mk, out := makerOf(r), []Wrap{}
	styles := blank.Styles()
	for i := range styles {
		for _, v := range styles[i].Variants {
			if !styles[i].Paperless {
				out = append(out, mk.wrap(Candidate{Style: &styles[i], Variant: v, Options: v.Options}))
			}
		}
	}
	return out, nil
}

// wrap makes blanks of ever larger cards.
func (r *maker) wrap(c Candidate) Wrap {
	b := r.Brief
	w := Wrap{Candidate: c}
	req := r.request(c.Options)
	whole := r.Card.Outer()
	long := max(whole.Width, whole.Height)
	at := func(side measure.Length) card.Size {
		return card.Size{
			Width:  b.Ruler.Nearest(measure.FromMM(side.MM() * whole.Width.MM() / long.MM())),
			Height: b.Ruler.Nearest(measure.FromMM(side.MM() * whole.Height.MM() / long.MM())),
		}
	}
	least, most := int(2*measure.Inch/b.Ruler.Step), int(max(b.Blank.Paper.Size.Width, b.Blank.Paper.Size.Height)/b.Ruler.Step)
	// The largest that works, by halves: a larger card never needs less paper.
	for least < most {
		mid := (least + most + 1) / 2
		if r.wraps(c, req, at(measure.Length(mid)*b.Ruler.Step)) {
			least = mid
		} else {
			most = mid - 1
		}
	}
	z := at(measure.Length(least) * b.Ruler.Step)
	if !r.wraps(c, req, z) {
		req.Card = z
		_, w.Err = c.Style.Make(req)
		return w
	}
	w.Largest = z
	w.Bare = card.Size{Width: z.Width - (whole.Width - r.Card.Size.Width), Height: z.Height - (whole.Height - r.Card.Size.Height)}
	seen := map[card.Size]bool{}
	for _, f := range b.Catalog.FormatsSold(b.Sold) {
		if f.Customary() && !seen[f.Card()] && r.wraps(c, req, f.Card()) {
			seen[f.Card()] = true
			w.Takes = append(w.Takes, f)
		}
	}
	return w
}

// wraps tells whether a style's blank for a card proves and comes out of the paper.
func (r *maker) wraps(c Candidate, req blank.Request, z card.Size) bool {
	req.Card = z
	known := r.how.Memory.blank(c, req)
	return known.err == nil && known.proof.OK && fitSheet(r.Brief, r.Brief.Blank.Paper, known, false).Fits
}
