package plan

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// PostageOf says how so many pieces are stamped, and what to buy for the rest.
func PostageOf(of *work.Postage, pieces int, currency string) *document.Postage {
	money := func(m measure.Money) string { return m.Text(currency) }
	out := &document.Postage{Sets: []document.PostageSet{}, Short: of.Short, Complete: of.Short == 0, Total: money(of.Price * measure.Money(pieces))}
	for _, s := range of.Sets {
		one := document.PostageSet{Pieces: s.Pieces, Text: stampsText(s.Stamps, currency)}
		if s.Over > 0 {
			one.Over = money(s.Over)
		}
		out.Sets = append(out.Sets, one)
	}
	if len(out.Sets) > 0 {
		out.Each, out.Over = out.Sets[0].Text, out.Sets[0].Over
	}
	if of.Short > 0 {
		out.Buy = StampsToBuy(of.Short, of.Price, currency)
	}
	return out
}

// StampsToBuy names so many stamps of a price, and what they come to.
func StampsToBuy(n int, price measure.Money, currency string) string {
	return fmt.Sprintf("%d %s of %s, %s in all", n, words.Plural(n, "stamp"), price.Text(currency), (price * measure.Money(n)).Text(currency))
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
