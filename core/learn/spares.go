package learn

import "math"

// Before anything is noted a part is taken to be spoiled as if 25 pieces of it had
// been cut and 4 in a hundred, one, were lost.
const (
	priorPieces  = 25.0
	priorSpoiled = 1.0
)

// Spoilage is how many pieces of a part were cut in all, and how many of them were spoiled.
type Spoilage struct{ Cut, Spoiled int }

// rate is the beta distribution of a part's share that is spoiled.
func (p Spoilage) rate() (a, b float64) {
	lost := float64(min(p.Spoiled, p.Cut))
	return priorSpoiled + lost, priorPieces - priorSpoiled + float64(p.Cut) - lost
}

// Share is the mean share of a part that is spoiled, and the middle 80 hundredths of it.
func (p Spoilage) Share() (low, mean, high float64) {
	a, b := p.rate()
	return betaQuantile(a, b, 0.1), a / (a + b), betaQuantile(a, b, 0.9)
}

// atMost is the chance that of n pieces at most k are spoiled, where the share
// itself is only known as a beta distribution.
func atMost(k, n int, a, b float64) float64 {
	// The chance of none, and of each one more from the one before.
	log := func(x float64) float64 { v, _ := math.Lgamma(x); return v }
	p := math.Exp(log(b+float64(n)) + log(a+b) - log(b) - log(a+b+float64(n)))
	sum := p
	for i := 0; i < k; i++ {
		x := float64(i)
		p *= (float64(n) - x) / (x + 1) * (a + x) / (b + float64(n) - x - 1)
		sum += p
	}
	return min(1, sum)
}

// Enough is how sure a batch is to come out with the spares that are suggested.
const Enough = 0.95

// mostSpares bounds what is suggested, of as many cards.
func mostSpares(cards int) int { return 5 + cards/2 }

// Chance is the chance that a batch of cards comes out with so many to spare of every part.
func Chance(parts []Spoilage, cards, spares int) float64 {
	all := 1.0
	for _, p := range parts {
		a, b := p.rate()
		all *= atMost(spares, cards+spares, a, b)
	}
	return all
}

// Spares is the fewest to spare with which all cards of a batch come out in 95 of
// 100 batches, within bounds.
func Spares(parts []Spoilage, cards int) int {
	k := 0
	for k < mostSpares(cards) && Chance(parts, cards, k) < Enough {
		k++
	}
	return k
}
