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
// upper on they slide, both further out by slope for a thicker card, and how sharp
// that is. Wide is the place of the distance between the two among widths.
type hypothesis struct{ lower, upper, slope, sharp, wide int }

// The grid of hypotheses. Slope is in quarters of a 64th for each sixteenth of thickness: at 8 the bounds lie half as
// much further out as a card is thicker; as many lean the one way as the other, so that nothing noted leans to neither.
var (
	lowers = []int{-4, -2, 0, 2, 4, 6, 8, 10, 12, 14, 16}
	widths = []int{12, 16, 20, 24, 28, 32}
	slopes = []int{-8, -4, -2, 0, 2, 4, 8}
	sharps = [sharpest]float64{0.25, 0.4, 0.65} // per 64th of an inch
)

// curves are the chances of each fit, by sharpness, distance between the bounds, and
// how far the room lies above the lower one; logs are their logarithms.
var curves, logs = makeCurves()

type table [sharpest][widthsThere][2*reach + 1][fits]float64

// widthsThere is how many widths there are.
const widthsThere = 6

func makeCurves() (curves, logs *table) {
	curves, logs = new(table), new(table)
	for s, k := range sharps {
		above := func(d int) float64 { return 1 / (1 + math.Exp(-k*float64(d))) }
		for w, wide := range widths {
			for i := range curves[s][w] {
				d := i - reach
				p := [fits]float64{above(-d), max(above(d)-above(d-wide), 1e-9), above(d - wide)}
				curves[s][w][i] = p
				for k := range p {
					logs[s][w][i][k] = math.Log(max(p[k], 1e-300))
				}
			}
		}
	}
	return curves, logs
}

// shift is how far the bounds of a hypothesis lie further out for a thickness.
func (h hypothesis) shift(t int) int { return int(math.Round(float64(h.slope*t) / 4)) }

// place is where a room lies on a hypothesis's curves.
func (h hypothesis) place(room, t int) int {
	return min(max(room-h.lower-h.shift(t), -reach), reach) + reach
}

// chances are how likely each fit is with a room, by a hypothesis.
func (h hypothesis) chances(room, t int) [fits]float64 {
	return curves[h.sharp][h.wide][h.place(room, t)]
}

// prior is how likely a hypothesis is before anything is noted: the middle of what
// fits well about 1/4 in, the same for a thick card as for a thin one.
func (h hypothesis) prior() float64 {
	bell := func(x, spread float64) float64 { return -x * x / (2 * spread * spread) }
	middle := float64(h.lower+h.upper)/2 - easeUsual
	return bell(middle, 4) + bell(float64(h.upper-h.lower)-22, 6) + bell(float64(h.slope), 2)
}

// belief is every hypothesis and how likely it is after what was noted.
type belief struct {
	all    []hypothesis
	weight []float64
}

// belief works the fits into the prior.
func (f *Fits) belief() belief {
	var b belief
	for _, lower := range lowers {
		for w, wide := range widths {
			for _, slope := range slopes {
				for s := range sharps {
					b.all = append(b.all, hypothesis{lower, lower + wide, slope, s, w})
				}
			}
		}
	}
	cells := f.cells()
	b.weight = make([]float64, len(b.all))
	most := math.Inf(-1)
	for i, h := range b.all {
		b.weight[i] = h.prior() + likelihood(h, cells)
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

// noted is how cards of one thickness fitted with one room.
type noted struct {
	room, t int
	n       [fits]float64
}

// cells are the rooms and thicknesses at which anything was noted.
func (f *Fits) cells() []noted {
	var out []noted
	for t := range f.at {
		for r, n := range f.at[t] {
			if n != [fits]int{} {
				out = append(out, noted{r + leastRoom, t, [fits]float64{float64(n[0]), float64(n[1]), float64(n[2])}})
			}
		}
	}
	return out
}

func likelihood(h hypothesis, cells []noted) float64 {
	sum, logs := 0.0, &logs[h.sharp][h.wide]
	var shifts [thickBins]int
	for t := range shifts {
		shifts[t] = h.lower + h.shift(t)
	}
	for i := range cells {
		c := &cells[i]
		p := &logs[min(max(c.room-shifts[c.t], -reach), reach)+reach]
		sum += c.n[0]*p[0] + c.n[1]*p[1] + c.n[2]*p[2]
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

// band is where the middle of what fits well lies, in the middle 80 hundredths. Each
// of the lattice's places stands for all that lies nearest to it.
func (b belief) band(t int) (low, high measure.Length) {
	share := map[int]float64{}
	least, most := math.MaxInt, math.MinInt
	for i, h := range b.all {
		middle := (h.lower+h.upper)/2 + h.shift(t)
		share[middle] += b.weight[i]
		least, most = min(least, middle), max(most, middle)
	}
	below := func(want float64) measure.Length {
		sum := 0.0
		for at := least; at <= most; at++ {
			if here := share[at]; here > 0 && sum+here >= want {
				return measure.Length((float64(at) - 0.5 + (want-sum)/here) * float64(lattice))
			}
			sum += share[at]
		}
		return measure.Length(most) * lattice
	}
	return below(0.1), below(0.9)
}
