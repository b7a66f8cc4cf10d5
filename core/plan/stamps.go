package plan

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/post"
)

// stampOnHand is a kind of stamp and how many there are.
type stampOnHand struct {
	post.Stamp
	currency string // empty for the carrier's own
}

func (r *resolver) stampsOf(all []StampSpec) {
	for i, s := range all {
		field := fmt.Sprintf("stamps[%d]", i)
		price, err := catalog.ParseMoney(s.Price)
		if err != nil || price == 0 || price > 100_000 {
			r.fail(field+".price", "%q is not a stamp's price; try 0.78", shortName(s.Price))
		}
		if s.Count < 0 || s.Count > 100_000 {
			r.fail(field+".count", "%d is not how many stamps there are; try 12", s.Count)
		}
		if s.Currency != "" && len(s.Currency) != 3 {
			r.fail(field+".currency", "%q is not a currency's three letters; try USD", shortName(s.Currency))
		}
		r.stamps = append(r.stamps, stampOnHand{post.Stamp{Name: s.Name, Price: price, Count: s.Count}, s.Currency})
	}
}

// Postage is what the stamps on hand make of the batch's postage.
type Postage struct {
	Each     string       `json:"each" doc:"stamps for one piece"`
	Sets     []PostageSet `json:"sets" doc:"how the batch is stamped, the cheapest first"`
	Buy      string       `json:"buy,omitempty" doc:"what to buy for the rest"`
	Short    int          `json:"short" doc:"pieces the stamps on hand do not cover"`
	Total    string       `json:"total"`
	Over     string       `json:"over,omitempty" doc:"what is stuck on beyond the price"`
	Complete bool         `json:"complete"`
}

// PostageSet is one way of stamping, for so many pieces.
type PostageSet struct {
	Pieces int    `json:"pieces"`
	Text   string `json:"text"`
	Over   string `json:"over,omitempty"`
}

// postage covers the price of the piece in use from the stamps on hand.
func (m *maker) postage() {
	if len(m.plan.Post) == 0 || m.plan.Post[0].Price == nil {
		return
	}
	p := m.plan.Post[0]
	price := catalog.Money(*p.Price*100 + 0.5)
	var mine []post.Stamp
	for _, s := range m.stamps {
		if s.currency == "" || s.currency == p.Currency {
			mine = append(mine, s.Stamp)
		}
	}
	sets, short := post.Batch(mine, price, m.quantity)
	out := &Postage{Sets: []PostageSet{}, Short: short, Complete: short == 0, Total: (price * catalog.Money(m.quantity)).Text(p.Currency)}
	for _, s := range sets {
		one := PostageSet{Pieces: s.Pieces, Text: stampsText(s.Stamps, p.Currency)}
		if s.Over > 0 {
			one.Over = s.Over.Text(p.Currency)
		}
		out.Sets = append(out.Sets, one)
	}
	if len(sets) > 0 {
		out.Each, out.Over = out.Sets[0].Text, out.Sets[0].Over
	}
	if short > 0 {
		out.Buy = fmt.Sprintf("%d stamps of %s, %s in all", short, price.Text(p.Currency), (price * catalog.Money(short)).Text(p.Currency))
	}
	m.plan.Postage = out
}

func stampsText(used []post.Used, currency string) string {
	var terms []string
	for _, u := range used {
		name := u.Stamp.Price.Text(currency)
		if u.Stamp.Name != "" {
			name += " " + u.Stamp.Name
		}
		terms = append(terms, fmt.Sprintf("%d × %s", u.Count, name))
	}
	slices.Sort(terms)
	return strings.Join(terms, " + ")
}
