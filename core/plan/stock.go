package plan

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"yellow-parcel/core/measure"
)

// money is an amount in ten-thousandths, so that a sheet's share of a pack is kept.
type money int64

// priceText is a price: a number with two decimals, up to four for a sheet out of a pack.
var priceText = regexp.MustCompile(`^([0-9]{1,6})(?:[.,]([0-9]{1,4}))?$`)

func parseMoney(text string) (money, bool) {
	m := priceText.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return 0, false
	}
	whole, _ := strconv.Atoi(m[1])
	part, _ := strconv.Atoi((m[2] + "0000")[:4])
	return money(whole*10_000 + part), true
}

// IsPrice tells whether a text is a price: 0.35.
func IsPrice(text string) bool {
	_, ok := parseMoney(text)
	return ok
}

// text rounds to hundredths, half up.
func (m money) text(currency string) string {
	cents := (m + 50) / 100
	return fmt.Sprintf("%d.%02d %s", cents/100, cents%100, currency)
}

// stockOf reads what the batch is cut from, and how many cards are cut to spare.
func (r *resolver) stockOf(j Job) {
	r.currency = j.Currency
	if r.currency == "" {
		r.currency = map[measure.Unit]string{measure.Inches: "USD", measure.Millimetres: "EUR"}[r.unit]
	}
	if len(r.currency) > 12 {
		r.fail("currency", "%q is too long; try USD", shortName(r.currency))
	}
	for i, s := range j.Stock {
		r.sheets = append(r.sheets, r.onHand(fmt.Sprintf("stock[%d]", i), s))
	}
	r.spare = r.spoilage(j.Spoilage)
}

func (r *resolver) onHand(field string, s StockSpec) stockSheet {
	out := stockSheet{item: s.Item, count: s.Count, paper: paper{s.Paper, r.colour(field+".colour", s.Colour)}}
	if s.Sheet == nil {
		r.fail(field+".sheet", `"" is not a sheet; try "us-letter", "iso-a4" or a width and height`)
		return out
	}
	out.piece = r.sheetNamed(field+".sheet", s.Sheet)
	if s.Count < 0 || s.Count > 100_000 {
		r.fail(field+".count", "%d is not a number of sheets; try 25", s.Count)
	}
	long, short := "height", "width"
	if out.size.Width > out.size.Height {
		long, short = short, long
	}
	switch s.Grain {
	case "":
	case "long":
		out.grain = long
	case "short":
		out.grain = short
	default:
		r.fail(field+".grain", `%q is not a way of the grain; try "long" or "short"`, shortName(s.Grain))
	}
	if s.Price != "" {
		if out.price, out.priced = parseMoney(s.Price); !out.priced {
			r.fail(field+".price", "%q is not a price; try 0.35", shortName(s.Price))
		}
	}
	return out
}

// spoilage reads a number of cards to spare, or a share of the batch, rounded up.
func (r *resolver) spoilage(text string) int {
	text = strings.TrimSpace(text)
	if text == "" {
		return 0
	}
	number, share := strings.CutSuffix(text, "%")
	n, err := strconv.Atoi(strings.TrimSpace(number))
	if err != nil || n < 0 || share && n > 100 || n > 10_000 {
		r.fail("spoilage", "%q is not a number of cards or a share of them; try 4 or 5 %%", shortName(text))
		return 0
	}
	if share {
		return (r.quantity*n + 99) / 100
	}
	return n
}
