package post

import (
	"cmp"
	"slices"

	"yellow-parcel/core/measure"
)

// Bounds on how far a batch's stamps are looked into: kinds of stamp,
// combinations of them, and steps of the search. Beyond them combinations are taken one by one.
const (
	mostKinds = 10
	mostSets  = 300
	mostTries = 60_000
)

// lot is a combination of stamps for one piece: how many of each kind, and what
// they are worth beyond the price.
type lot struct {
	counts []int
	over   measure.Money
	stamps int
}

// batchSearch looks for how often to use each combination, so that the most
// pieces are covered, then for the least over, then with the fewest stamps.
type batchSearch struct {
	lots  []lot
	left  []int
	used  []int
	tries int
	best  []int
	goal  outcome
}

// outcome is what a choice comes to; less is better in every field.
type outcome struct {
	short  int
	over   measure.Money
	stamps int
}

func (a outcome) compare(b outcome) int {
	return cmp.Or(cmp.Compare(a.short, b.short), cmp.Compare(a.over, b.over), cmp.Compare(a.stamps, b.stamps))
}

// overAll does better than the combinations found one by one; ok is false where
// nothing better was found, or there is too much to look at.
func overAll(on []Stamp, price measure.Money, pieces int, sets []Set, short int) (better []Set, left int, ok bool) {
	if len(on) > mostKinds || price <= 0 || price > MostPostage || len(sets) == 0 {
		return nil, 0, false
	}
	s := batchSearch{goal: outcome{short: short}}
	for _, one := range sets {
		s.goal.over += one.Over * measure.Money(one.Pieces)
		for _, u := range one.Stamps {
			s.goal.stamps += u.Count * one.Pieces
		}
	}
	if !s.list(on, price, make([]int, len(on)), 0, 0, 0) {
		return nil, 0, false
	}
	slices.SortStableFunc(s.lots, func(a, b lot) int { return cmp.Or(cmp.Compare(a.over, b.over), cmp.Compare(a.stamps, b.stamps)) })
	for _, stamp := range on {
		s.left = append(s.left, stamp.Count)
	}
	s.used = make([]int, len(s.lots))
	s.choose(0, outcome{short: pieces})
	if s.best == nil {
		return nil, 0, false
	}
	for i, n := range s.best {
		if n == 0 {
			continue
		}
		set := Set{Pieces: n, Over: s.lots[i].over}
		for k, count := range s.lots[i].counts {
			if count > 0 {
				set.Stamps = append(set.Stamps, Used{on[k], count})
			}
		}
		slices.SortStableFunc(set.Stamps, func(a, b Used) int { return cmp.Compare(b.Stamp.Price, a.Stamp.Price) })
		better = append(better, set)
	}
	return better, s.goal.short, true
}

// list gathers the combinations that cover the price and would not without any
// one of their stamps; false where there are too many.
func (s *batchSearch) list(on []Stamp, price measure.Money, counts []int, k, stamps int, worth measure.Money) bool {
	if worth >= price {
		for i, n := range counts {
			if n > 0 && worth-on[i].Price >= price {
				return true
			}
		}
		s.lots = append(s.lots, lot{slices.Clone(counts), worth - price, stamps})
		return len(s.lots) <= mostSets
	}
	if k == len(on) {
		return true
	}
	for n := 0; n <= min(on[k].Count, mostOnAPiece-stamps) && (n == 0 || on[k].Price > 0); n++ {
		counts[k] = n
		more := worth + measure.Money(n)*on[k].Price
		if !s.list(on, price, counts, k+1, stamps+n, more) {
			return false
		}
		if more >= price {
			break
		}
	}
	counts[k] = 0
	return true
}

// choose tries how often to use each combination from the i-th on.
func (s *batchSearch) choose(i int, now outcome) {
	if s.tries++; s.tries > mostTries {
		return
	}
	if now.compare(s.goal) < 0 {
		s.goal, s.best = now, slices.Clone(s.used)
	}
	if i == len(s.lots) || now.short == 0 {
		return
	}
	l := s.lots[i]
	// Those that follow are worth no less beyond the price: as many pieces as still better the goal.
	if s.goal.short == 0 && now.over+measure.Money(now.short)*l.over > s.goal.over {
		return
	}
	most := now.short
	for k, n := range l.counts {
		if n > 0 {
			most = min(most, s.left[k]/n)
		}
	}
	for n := most; n >= 0; n-- {
		for k, count := range l.counts {
			s.left[k] -= n * count
		}
		s.used[i] = n
		s.choose(i+1, outcome{now.short - n, now.over + measure.Money(n)*l.over, now.stamps + n*l.stamps})
		s.used[i] = 0
		for k, count := range l.counts {
			s.left[k] += n * count
		}
	}
}
