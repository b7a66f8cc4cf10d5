package plan

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/words"
)

// postage is what the stamps on hand make of the batch's postage.
func (w *writer) postage() {
	of := w.r.Postage
	if of == nil {
		return
	}
	currency := w.r.Posts[0].InUse().Carrier.Currency
	money := func(m measure.Money) string { return m.Text(currency) }
	out := &document.Postage{Sets: []document.PostageSet{}, Short: of.Short, Complete: of.Short == 0, Total: money(of.Price * measure.Money(w.b.Quantity))}
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
		out.Buy = fmt.Sprintf("%d %s of %s, %s in all", of.Short, words.Plural(of.Short, "stamp"), money(of.Price), money(of.Price*measure.Money(of.Short)))
	}
	w.plan.Postage = out
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
