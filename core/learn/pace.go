package learn

import "math"

// Before anything is noted a kind of step takes what the table of usual minutes
// says, as if two makings had shown it, give or take a third.
const (
	paceWeight = 2.0  // makings the prior counts for
	paceShape  = 3.0  // of the inverse gamma distribution of the variance
	paceScale  = 0.24 // so that the variance is 0.12 in the mean
)

// Pace is how long a kind of step took against its usual time, kept as sums of the
// logarithms: how often, how much, and how much squared.
type Pace struct {
	N        int
	Sum, Sqr float64
}

// mostOff bounds one ratio: twenty times as long or as short is a slip of the pen.
var mostOff = math.Log(20)

// Add notes that a step took so long against its usual time.
func (p *Pace) Add(took, usual float64) {
	if took <= 0 || usual <= 0 {
		return
	}
	y := min(max(math.Log(took/usual), -mostOff), mostOff)
	p.N++
	p.Sum += y
	p.Sqr += y * y
}

// next is the logarithm of the next ratio: a Student distribution by its middle, its
// scale and its degrees of freedom.
func (p Pace) next() (middle, scale, freedom float64) {
	n := float64(p.N)
	weight, shape := paceWeight+n, paceShape+n/2
	middle = p.Sum / weight
	spread := paceScale
	if p.N > 0 {
		mean := p.Sum / n
		spread += (p.Sqr-n*mean*mean)/2 + paceWeight*n*mean*mean/(2*weight)
	}
	return middle, math.Sqrt(spread * (weight + 1) / (shape * weight)), 2 * shape
}

// Ratio is how long the next one takes against its usual time, and the middle 80 hundredths.
func (p Pace) Ratio() (low, likely, high float64) {
	middle, scale, freedom := p.next()
	x := betaQuantile(0.5, freedom/2, 0.8)
	t := math.Sqrt(freedom * x / (1 - x))
	return math.Exp(middle - t*scale), math.Exp(middle), math.Exp(middle + t*scale)
}

// Stretch is steps of one kind in a batch, by their usual time together.
type Stretch struct {
	Pace
	Usual float64
}

// Whole is how long a batch takes and the middle 80 hundredths of it: a sum of times
// whose logarithms are spread, met by one such time of the same mean and variance.
func Whole(all []Stretch) (low, likely, high float64) {
	mean, variance := 0.0, 0.0
	for _, s := range all {
		middle, scale, freedom := s.next()
		v := scale * scale * freedom / (freedom - 2)
		m := s.Usual * math.Exp(middle+v/2)
		mean += m
		variance += m * m * (math.Exp(v) - 1)
	}
	if mean == 0 {
		return 0, 0, 0
	}
	spread := math.Log1p(variance / (mean * mean))
	middle := math.Log(mean) - spread/2
	const eighty = 1.2815515655446004
	return math.Exp(middle - eighty*math.Sqrt(spread)), math.Exp(middle), math.Exp(middle + eighty*math.Sqrt(spread))
}
