package brief

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

func (r *reader) envelope(b *job.Bought) *Bought {
	if b == nil {
		return nil
	}
	if b.ID == "" {
		return &Bought{Name: "measured envelope", Size: r.size("envelope", b.Width, b.Height)}
	}
	f, ok := r.Catalog.Format(b.ID)
	if !ok {
		r.fail("envelope", `%q is not an envelope format; try "us-a7", "iso-c6" or a width and height`, job.Quoted(b.ID))
		return nil
	}
	out := Format(f)
	return &out
}

// Format is an envelope of the catalogue as something bought.
func Format(f catalog.Format) Bought { return Bought{f.ID, f.Name, f.Size(), f.Card()} }

// stockReader reads what the batch is cut from.
type stockReader struct{ *reader }

// sheet reads the job's own sheet: the one named, else the first on hand, else the usual one.
func (r stockReader) sheet(j job.Job) {
	switch {
	case j.Sheet != nil:
		r.Stock.Sheet = r.sheetNamed("sheet", j.Sheet)
	case len(j.Stock) > 0 && j.Stock[0].Sheet != nil:
		r.Stock.Sheet = r.sheetNamed("stock[0].sheet", j.Stock[0].Sheet)
	default:
		r.assume(AssumedSheet)
		r.Stock.Sheet = bought(r.Catalog.UsualSheet(r.Sold, catalog.ForBase))
	}
}

func (r *reader) sheetNamed(field string, b *job.Bought) Bought {
	if b.ID == "" {
		return Bought{Name: "measured sheet", Size: r.size(field, b.Width, b.Height)}
	}
	s, ok := r.Catalog.Sheet(b.ID)
	if !ok {
		r.fail(field, `%q is not a sheet; try "us-letter", "iso-a4" or a width and height`, job.Quoted(b.ID))
		return Bought{}
	}
	return bought(s)
}

func bought(s catalog.Sheet) Bought { return Bought{ID: s.ID, Name: s.Name, Size: s.Size()} }

// mostSheets bounds how many of one sheet are on hand.
const mostSheets = 100_000

// stock reads what the batch is cut from, and how many cards are cut to spare.
func (r stockReader) stock(j job.Job) {
	r.Stock.Currency = j.Currency
	if j.Currency == "" {
		r.Stock.Currency = job.UsualCurrency(r.Unit, r.Home)
	}
	if len(r.Stock.Currency) > 12 {
		r.fail("currency", "%q is too long; try USD", job.Quoted(r.Stock.Currency))
	}
	for i, s := range j.Stock {
		r.Stock.OnHand = append(r.Stock.OnHand, r.onHand(fmt.Sprintf("stock[%d]", i), s))
	}
	r.Stock.Spare = r.spoilage(j.Spoilage)
	if r.Stock.Aim = trim.Aim(j.Cuts); j.Cuts != "" && !slices.Contains(trim.Aims, r.Stock.Aim) {
		r.fail("cuts", `%q is not a cut plan; try "sheets", "moves" or "money"`, job.Quoted(j.Cuts))
	}
}

func (r stockReader) onHand(field string, s job.StockSpec) Sheet {
	out := Sheet{Item: s.Item, Count: s.Count, Paper: Paper{r.paperName(s.Paper), r.colour(field+".colour", s.Colour)}}
	if s.Sheet == nil {
		r.fail(field+".sheet", `"" is not a sheet; try "us-letter", "iso-a4" or a width and height`)
		return out
	}
	out.Bought = r.sheetNamed(field+".sheet", s.Sheet)
	if s.Count < 0 || s.Count > mostSheets {
		r.fail(field+".count", "%d is not a number of sheets; try 25", s.Count)
	}
	long, short := trim.Height, trim.Width
	if out.Size.Width > out.Size.Height {
		long, short = short, long
	}
	switch s.Grain {
	case "":
	case "long":
		out.Grain = long
	case "short":
		out.Grain = short
	default:
		r.fail(field+".grain", `%q is not a way of the grain; try "long" or "short"`, job.Quoted(s.Grain))
	}
	if s.Price != "" {
		var err error
		if out.Price, err = measure.ParseMoney(s.Price); err != nil {
			r.fail(field+".price", "%q is not a price; try 0.35", job.Quoted(s.Price))
		}
		out.Priced = err == nil
	}
	return out
}

// spoilage reads a number of cards to spare, or a share of the batch, rounded up.
func (r stockReader) spoilage(text string) int {
	text = strings.TrimSpace(text)
	if text == "" {
		return 0
	}
	number, share := strings.CutSuffix(text, "%")
	n, err := strconv.Atoi(strings.TrimSpace(number))
	if err != nil || n < 0 || share && n > 100 || n > 10_000 {
		r.fail("spoilage", "%q is not a number of cards or a share of them; try 4 or 5 %%", job.Quoted(text))
		return 0
	}
	if share {
		return (r.Quantity*n + 99) / 100
	}
	return n
}
