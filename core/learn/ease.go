package learn

import (
	"math"

	"yellow-parcel/core/measure"
)

// A fit is tight, good or loose; what would not go in is tight.
const (
	tight = iota
	good
	loose
	fits
)

// The lattice of the model, in 64ths of an inch: clearance beyond a card's
// thickness and the two bounds of what fits well lie on it.
const (
	lattice     = measure.Inch / 64
	leastRoom   = -32 // half an inch too small
	mostRoom    = 64  // an inch of room
	thickStep   = 4   // cards are told apart by 1/16 in
	mostThick   = 48  // 3/4 in
	thickBins   = mostThick/thickStep + 1
	roomBins    = mostRoom - leastRoom + 1
	reach       = mostRoom - leastRoom + 64
	sharpest    = 3
	easeUsual   = 16 // 1/4 in, where the prior has its middle
	mostSuggest = 32 // 1/2 in
)

// Fits counts how cards fitted, by clearance and thickness.
type Fits struct {
	at    [thickBins][roomBins][fits]int
	Total int
}

// Add notes how a card of a thickness fitted with so much room beyond it; what lies
// off the lattice counts at its edge.
func (f *Fits) Add(room, thick measure.Length, fit int) {
	r := min(max(int(math.Round(float64(room)/float64(lattice))), leastRoom), mostRoom) - leastRoom
	t := min(max(int(math.Round(float64(thick)/float64(lattice*thickStep))), 0), thickBins-1)
	f.at[t][r][fit]++
	f.Total++
}

// hypothesis is one rule a maker's cards could follow: up to lower they stick, from
// upper on they slide, both further out by slope for a thicker card, and how sharp that is.
type hypothesis struct{ lower, upper, slope, sharp int }

// The grid of hypotheses. Slope is in 64ths for each sixteenth of thickness, in quarters.
var (
	lowers = []int{-4, -2, 0, 2, 4, 6, 8, 10, 12, 14, 16}
	widths = []int{12, 16, 20, 24, 28, 32}
	slopes = []int{-2, -1, 0, 1, 2, 3, 4}
	sharps = [sharpest]float64{0.25, 0.4, 0.65} // per 64th of an inch
)

// tables are the logarithms of a logistic curve on the lattice, for each sharpness.
var tables = makeTables()

func makeTables() (out [sharpest][2*reach + 1]float64) {
	for s, k := range sharps {
		for i := range out[s] {
			out[s][i] = 1 / (1 + math.Exp(-k*float64(i-reach)))
		}
	}
	return out
}

// shift is how far the bounds of a hypothesis lie further out for a thickness.
func (h hypothesis) shift(t int) int { return int(math.Round(float64(h.slope*t) / 4)) }

// chances are how likely each fit is with a room, by a hypothesis.
func (h hypothesis) chances(room, t int) [fits]float64 {
	table := &tables[h.sharp]
	at := func(d int) float64 { return table[min(max(d, -reach), reach)+reach] }
	notTight := at(room - h.lower - h.shift(t))
	isLoose := at(room - h.upper - h.shift(t))
	return [fits]float64{1 - notTight, max(notTight-isLoose, 1e-9), isLoose}
}

// prior is how likely a hypothesis is before anything is noted: the middle of what
// fits well about 1/4 in, the same for a thick card as for a thin one.
func (h hypothesis) prior() float64 {
	bell := func(x, spread float64) float64 { return -x * x / (2 * spread * spread) }
	middle := float64(h.lower+h.upper)/2 - easeUsual
	return bell(middle, 4) + bell(float64(h.upper-h.lower)-22, 6) + bell(float64(h.slope), 1.2)
}

// belief is every hypothesis and how likely it is after what was noted.
type belief struct {
	all    []hypothesis
	weight []float64
}

// Belief works the fits into the prior.
func (f *Fits) belief() belief {
	var b belief
	for _, lower := range lowers {
		for _, wide := range widths {
			for _, slope := range slopes {
				for s := range sharps {
					b.all = append(b.all, hypothesis{lower, lower + wide, slope, s})
				}
			}
		}
	}
	b.weight = make([]float64, len(b.all))
	most := math.Inf(-1)
	for i, h := range b.all {
		b.weight[i] = h.prior() + f.likelihood(h)
		most = max(most, b.weight[i])
	}
	sum := 0.0
	for i := range b.weight {
		b.weight[i] = math.Exp(b.weight[i] - most)
		sum += b.weight[i]
	}
	for i := range b.weight {
		b.weight[i] /= sum
	}
	return b
}

func (f *Fits) likelihood(h hypothesis) float64 {
	sum := 0.0
	for t := range f.at {
		for r := range f.at[t] {
			n := f.at[t][r]
			if n == [fits]int{} {
				continue
			}
			p := h.chances(r+leastRoom, t)
			for k, times := range n {
				if times > 0 {
					sum += float64(times) * math.Log(p[k])
				}
			}
		}
	}
	return sum
}

// Ease is what is suggested for cards of a thickness.
type Ease struct {
	Ease        measure.Length // on the marks of the ruler
	Tight, Good float64        // how likely with it
	Low, High   measure.Length // the middle 80 hundredths of where it fits best
	Near        [fits]int      // cards about as thick, by how they fitted
}

// For suggests the room beyond a thickness: of the ruler's marks the one most likely
// to fit well of those that stick in one of ten at most. Without anything noted it
// is a quarter of an inch, whatever the ruler.
func (f *Fits) For(thick measure.Length, r measure.Ruler) Ease {
	t := min(max(int(math.Round(float64(thick)/float64(lattice*thickStep))), 0), thickBins-1)
	b := f.belief()
	out := Ease{Ease: easeUsual * lattice}
	best := -1.0
	for mark := r.Step; mark <= mostSuggest*lattice; mark += r.Step {
		p := b.mix(int(math.Round(float64(mark)/float64(lattice))), t)
		if p[tight] <= 0.1 && p[good] > best+1e-9 {
			best, out.Ease, out.Tight, out.Good = p[good], mark, p[tight], p[good]
		}
	}
	out.Low, out.High = b.band(t)
	for at := max(0, t-1); at <= min(t+1, thickBins-1); at++ {
		for room := range f.at[at] {
			for k, n := range f.at[at][room] {
				out.Near[k] += n
			}
		}
	}
	return out
}

// mix is how likely each fit is, over all hypotheses.
func (b belief) mix(room, t int) (out [fits]float64) {
	for i, h := range b.all {
		for k, p := range h.chances(room, t) {
			out[k] += b.weight[i] * p
		}
	}
	return out
}

// band is where the middle of what fits well lies, in the middle 80 hundredths.
func (b belief) band(t int) (low, high measure.Length) {
	share := map[int]float64{}
	least, most := math.MaxInt, math.MinInt
	for i, h := range b.all {
		middle := (h.lower+h.upper)/2 + h.shift(t)
		share[middle] += b.weight[i]
		least, most = min(least, middle), max(most, middle)
	}
	sum, found := 0.0, false
	for at := least; at <= most; at++ {
		if sum += share[at]; !found && sum >= 0.1 {
			low, found = measure.Length(at)*lattice, true
		}
		if sum >= 0.9 {
			return low, measure.Length(at) * lattice
		}
	}
	return low, measure.Length(most) * lattice
}
