package post

import (
	"cmp"
	"slices"

	"yellow-parcel/core/measure"
)

// Stamp is a kind of stamp and how many are on hand.
type Stamp struct {
	Name  string
	Price measure.Money
	Count int
}

// Used is so many of a kind on one piece.
type Used struct {
	Stamp Stamp
	Count int
}

// Set is one combination of stamps, for so many pieces of a batch, and what it
// is worth beyond the price.
type Set struct {
	Pieces int
	Stamps []Used
	Over   measure.Money
}

// mostOnAPiece bounds the stamps on one piece; more hide the address.
const mostOnAPiece = 12

// MostPostage bounds the price that stamps are looked for.
const MostPostage = 1000 * measure.Single

// mostCoins bounds the work of the search: prices are counted in the largest
// amount that divides them all.
const mostCoins = 250_000

// coin is the largest amount that all prices are whole multiples of.
func coin(on []Stamp, price measure.Money) measure.Money {
	out := price
	for _, s := range on {
		for a := max(s.Price, 0); a != 0; {
			out, a = a, out%a
		}
	}
	return out
}

// Cover is the combination of stamps that covers a price for the least, and of
// equal ones the fewest stamps; false where what is on hand does not reach.
// Prices above MostPostage are not looked at.
func Cover(on []Stamp, price measure.Money) (Set, bool) {
	if price <= 0 || price > MostPostage {
		return Set{}, false
	}
	dearest := measure.Money(0)
	for _, s := range on {
		dearest = max(dearest, s.Price)
	}
	unit := coin(on, price)
	if (price+dearest)/unit > mostCoins {
		return Set{}, false
	}
	// fewest[v] is the least number of stamps worth exactly v; from[k][v] how many of kind k that takes.
	top := int((price + dearest) / unit)
	fewest := make([]int, top+1)
	for v := range fewest {
		fewest[v] = mostOnAPiece + 1
	}
	fewest[0] = 0
	from := make([][]uint8, len(on))
	for k, s := range on {
		from[k] = make([]uint8, top+1)
		if s.Price <= 0 || s.Count <= 0 {
			continue
		}
		next, worth := slices.Clone(fewest), int(s.Price/unit)
		for v := range fewest {
			for n := 1; n <= min(s.Count, mostOnAPiece) && v-n*worth >= 0; n++ {
				if c := fewest[v-n*worth] + n; c < next[v] {
					next[v], from[k][v] = c, uint8(n)
				}
			}
		}
		fewest = next
	}
	for v := int(price / unit); v <= top; v++ {
		if fewest[v] <= mostOnAPiece {
			return Set{1, taken(on, from, v, unit), measure.Money(v)*unit - price}, true
		}
	}
	return Set{}, false
}

// taken walks back through the kinds.
func taken(on []Stamp, from [][]uint8, v int, unit measure.Money) []Used {
	var out []Used
	for k := len(on) - 1; k >= 0; k-- {
		if n := int(from[k][v]); n > 0 {
			out = append(out, Used{on[k], n})
			v -= n * int(on[k].Price/unit)
		}
	}
	slices.SortStableFunc(out, func(a, b Used) int { return cmp.Compare(b.Stamp.Price, a.Stamp.Price) })
	return out
}

// Batch stamps a batch from what is on hand: as many pieces as it goes, for the
// least beyond the price over all of them. Short is how many pieces go without.
func Batch(on []Stamp, price measure.Money, pieces int) (sets []Set, short int) {
	sets, short = oneByOne(on, price, pieces)
	if better, left, ok := overAll(on, price, pieces, sets, short); ok {
		return better, left
	}
	return sets, short
}

// oneByOne takes the cheapest combination as often as it goes, then the next.
func oneByOne(on []Stamp, price measure.Money, pieces int) (sets []Set, short int) {
	left := slices.Clone(on)
	for pieces > 0 {
		s, ok := Cover(left, price)
		if !ok {
			return sets, pieces
		}
		s.Pieces = pieces
		for _, u := range s.Stamps {
			at := slices.Index(left, u.Stamp)
			s.Pieces = min(s.Pieces, left[at].Count/u.Count)
		}
		for i, u := range s.Stamps {
			at := slices.Index(left, u.Stamp)
			left[at].Count -= u.Count * s.Pieces
			// The set speaks of the stamp as it was on hand.
			s.Stamps[i].Stamp = named(on, u.Stamp)
		}
		pieces -= s.Pieces
		sets = append(sets, s)
	}
	return sets, 0
}

func named(on []Stamp, like Stamp) Stamp {
	for _, s := range on {
		if s.Name == like.Name && s.Price == like.Price {
			return s
		}
	}
	return like
}
