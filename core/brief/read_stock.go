package brief

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// readEnvelope reads the envelope on hand; nil where there is none.
func readEnvelope(in *typed, on *ground, b *job.Bought) *Bought {
	if b == nil {
		return nil
	}
	if b.ID == "" {
		return &Bought{Name: "measured envelope", Size: in.size("envelope", b.Width, b.Height)}
	}
	f, ok := on.Catalog.Format(b.ID)
	if !ok {
		in.fail("envelope", `%q is not an envelope format; try "us-a7", "iso-c6" or a width and height`, job.Quoted(b.ID))
		return nil
	}
	out := Format(f)
	return &out
}

// Format is an envelope of the catalogue as something bought.
func Format(f catalog.Format) Bought { return Bought{f.ID, f.Name, f.Size(), f.Card()} }

// stockReader reads what the batch is cut from.
type stockReader struct {
	in *typed
	on *ground
}

// readSheet reads the job's own sheet: the one named, else the first on hand, else the usual one.
func readSheet(in *typed, on *ground, j job.Job) Bought {
	switch {
	case j.Sheet != nil:
		return sheetNamed(in, on, "sheet", j.Sheet)
	case len(j.Stock) > 0 && j.Stock[0].Sheet != nil:
		return sheetNamed(in, on, "stock[0].sheet", j.Stock[0].Sheet)
	}
	in.assume(AssumedSheet)
	return bought(on.Catalog.UsualSheet(on.Sold, catalog.ForBase))
}

func sheetNamed(in *typed, on *ground, field string, b *job.Bought) Bought {
	if b.ID == "" {
		return Bought{Name: "measured sheet", Size: in.size(field, b.Width, b.Height)}
	}
	s, ok := on.Catalog.Sheet(b.ID)
	if !ok {
		in.fail(field, `%q is not a sheet; try "us-letter", "iso-a4" or a width and height`, job.Quoted(b.ID))
		return Bought{}
	}
	return bought(s)
}

func bought(s catalog.Sheet) Bought { return Bought{ID: s.ID, Name: s.Name, Size: s.Size()} }

// mostSheets bounds how many of one sheet are on hand.
const mostSheets = 100_000

// readStock reads what the batch is cut from, and how many cards are cut to spare.
func readStock(in *typed, on *ground, j job.Job, sheet Bought) Stock {
	r, out := stockReader{in, on}, Stock{Sheet: sheet}
	out.Currency = j.Currency
	if j.Currency == "" {
		out.Currency = job.UsualCurrency(on.Unit, on.Home)
	}
	if len(out.Currency) > 12 {
		in.fail("currency", "%q is too long; try USD", job.Quoted(out.Currency))
	}
	for i, s := range j.Stock {
		out.OnHand = append(out.OnHand, r.onHand(fmt.Sprintf("stock[%d]", i), s))
	}
	out.Spare = r.spoilage(j.Spoilage)
	if out.Aim = trim.Aim(j.Cuts); j.Cuts != "" && !slices.Contains(trim.Aims, out.Aim) {
		in.fail("cuts", `%q is not a cut plan; try "sheets", "moves" or "money"`, job.Quoted(j.Cuts))
	}
	return out
}

func (r stockReader) onHand(field string, s job.StockSpec) StockSheet {
	out := StockSheet{Item: s.Item, Count: s.Count, Paper: Paper{r.in.paperName(s.Paper), r.in.colour(field+".colour", s.Colour)}}
	if s.Sheet == nil {
		r.in.fail(field+".sheet", `"" is not a sheet; try "us-letter", "iso-a4" or a width and height`)
		return out
	}
	out.Bought = sheetNamed(r.in, r.on, field+".sheet", s.Sheet)
	out.Stock = stockOf(r.in, field+".weight", s.Weight, field+".caliper", s.Caliper)
	if s.Count < 0 || s.Count > mostSheets {
		r.in.fail(field+".count", "%d is not a number of sheets; try 25", s.Count)
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
		r.in.fail(field+".grain", `%q is not a way of the grain; try "long" or "short"`, job.Quoted(s.Grain))
	}
	if s.Price != "" {
		var err error
		if out.Price, err = measure.ParseMoney(s.Price); err != nil {
			r.in.fail(field+".price", "%q is not a price; try 0.35", job.Quoted(s.Price))
		}
		out.Priced = err == nil
	}
	return out
}

// of is a base of the sheets on hand that it may be cut from, where its weight is not given and all of
// these are one paper. The sheet that the envelope is cut from is the envelope's.
func (b *Base) of(onHand []StockSheet, envelope Blank) {
	var of blank.Stock
	for _, s := range onHand {
		if b.Paper.Name != "" && s.Paper.Name != b.Paper.Name || s.Count == 0 || envelope.Papered && s.Is(envelope.Paper) {
			continue
		}
		if s.Stock == (blank.Stock{}) || of != (blank.Stock{}) && of != s.Stock {
			return
		}
		of = s.Stock
	}
	if b.Stock != nil || of == (blank.Stock{}) {
		return
	}
	b.Measured = of.Caliper
	if of.GSM > 0 {
		b.Stock = &card.Paper{GSM: of.GSM}
	}
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
		r.in.fail("spoilage", "%q is not a number of cards or a share of them; try 4 or 5 %%", job.Quoted(text))
		return 0
	}
	if share {
		return (r.on.Quantity*n + 99) / 100
	}
	return n
}
