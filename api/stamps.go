package api

import (
	"cmp"
	"context"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/store"
)

// kindOf is a kind of stamp as the drawer's lines name it.
func kindOf(s job.StampSpec) store.StampKind {
	price := s.Price
	if worth, err := measure.ParseMoney(s.Price); err == nil {
		price = worth.Bare(s.Currency)
	}
	return store.StampKind{Name: s.Name, Price: price, Currency: s.Currency}
}

func countsOf(all []job.StampSpec) map[store.StampKind]int {
	out := map[store.StampKind]int{}
	for _, s := range all {
		out[kindOf(s)] += s.Count
	}
	return out
}

// stampLines are what one drawer has otherwise than another, each change as how says it.
func stampLines(before, after map[store.StampKind]int, making string, how func(fresh, gone bool, more int) string) (out []store.StampLine) {
	kinds := []store.StampKind{}
	for _, of := range []map[store.StampKind]int{before, after} {
		for k := range of {
			kinds = append(kinds, k)
		}
	}
	slices.SortFunc(kinds, func(a, b store.StampKind) int {
		return cmp.Or(cmp.Compare(a.Name, b.Name), cmp.Compare(a.Price, b.Price), cmp.Compare(a.Currency, b.Currency))
	})
	for _, k := range slices.Compact(kinds) {
		_, was := before[k]
		_, is := after[k]
		if more := after[k] - before[k]; more != 0 {
			out = append(out, store.StampLine{StampKind: k, What: how(!was, !is, more), Hand: more, Making: making})
		}
	}
	return out
}

// byHand says what a maker did in the drawer.
func byHand(fresh, gone bool, _ int) string {
	switch {
	case fresh:
		return "bought"
	case gone:
		return "put aside"
	}
	return "counted"
}

// balanced has the drawer's lines come to its counts: those of a time before there
// were lines, and of settings that were brought in.
func (s *toolbox) balanced(ctx context.Context) error {
	return s.kept.Balance(ctx, func(kept store.Settings, sums map[store.StampKind]int) ([]store.StampLine, error) {
		tools, err := s.read(ctx, kept)
		return stampLines(sums, countsOf(tools.Stamps), "", func(bool, bool, int) string { return "counted" }), err
	})
}

func (s *settings) stamps(ctx context.Context, in *struct {
	Name     string `query:"name" maxLength:"200"`
	Price    string `query:"price" maxLength:"60"`
	Currency string `query:"currency" maxLength:"60"`
}) (*linesOutput, error) {
	all, err := s.toolbox.kept.StampLines(ctx, kindOf(job.StampSpec{Name: in.Name, Price: in.Price, Currency: in.Currency}), mostLines)
	if err == nil && len(all) == 0 {
		return nil, huma.Error404NotFound("There are no such stamps here.")
	}
	if err != nil {
		return nil, err
	}
	out := &linesOutput{}
	for _, l := range all {
		out.Body = append(out.Body, ShelfLine{l.At, lineText(l)})
	}
	return out, nil
}
