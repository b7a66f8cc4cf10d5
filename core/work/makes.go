package work

import (
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Makeable is a card that comes out of the sheet, in the bought envelope that
// takes it best. Small ones are hardly a card.
type Makeable struct {
	card.Make
	PerSheet int
	Best     card.Fit
	Small    bool
}

// SoldCard is a card sold for an envelope, and how often it comes out of the sheet by fold.
type SoldCard struct {
	Format int // its envelope's place in the catalogue
	Size   card.Size
	Folds  []FoldYield
}

// FoldYield is how many of a card come out of the sheet, folded so; none where it does not come out.
type FoldYield struct {
	Fold     card.Fold
	PerSheet int
}

// The least a card is that one would look for: 3 x 4 in.
const (
	leastWide = 3 * measure.Inch
	leastLong = 4 * measure.Inch
)

// makes are the cards that divide the sheet, but for those sold for an envelope.
func makes(r *Result) []Makeable {
	if r.Brief.Card.From != brief.FromSheet {
		return nil
	}
	var out []Makeable
	for _, one := range card.Makes(r.Brief.Stock.Sheet.Size, r.Brief.Base.Shape) {
		z := one.Finished
		if slices.ContainsFunc(r.Sells, func(s SoldCard) bool { return s.Size == z || s.Size == z.Turned() }) {
			continue
		}
		small := min(z.Width, z.Height) < leastWide || max(z.Width, z.Height) < leastLong
		flat, err := one.Fold.Flat(z, r.Brief.Base.Shape)
		n := yielded(r.gives(flat))
		if err != nil || n == 0 {
			continue // it divides the sheet, and the trimmer does not reach
		}
		out = append(out, Makeable{one, n, card.Best(r.Envelopes(), r.OuterOf(z), r.Card.Thickness), small})
	}
	return out
}

// sells are the cards sold for the envelopes of the system the job lives by, each
// size once, and what the sheet gives of them flat and in the usual folds.
func sells(r *Result) []SoldCard {
	b := r.Brief
	if b.Card.From != brief.FromSheet {
		return nil
	}
	var out []SoldCard
	for i, f := range b.Catalog.Formats {
		z := f.Card()
		if !f.Customary() || f.Unit != b.Sold || slices.ContainsFunc(out, func(s SoldCard) bool { return s.Size == z }) {
			continue
		}
		one := SoldCard{Format: i, Size: z}
		for _, fold := range card.Folds() {
			if fold.Endless {
				continue
			}
			flat, err := fold.Flat(z, b.Base.Shape)
			if err != nil || !fold.Usual && flat.Panels > 1 {
				continue
			}
			one.Folds = append(one.Folds, FoldYield{fold, yielded(r.gives(flat))})
		}
		out = append(out, one)
	}
	return out
}
