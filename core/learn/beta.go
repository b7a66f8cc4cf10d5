package learn

import "math"

// betaCDF is the share of a beta distribution below x: the regularised incomplete
// beta function, by its continued fraction.
func betaCDF(a, b, x float64) float64 {
	switch {
	case x <= 0:
		return 0
	case x >= 1:
		return 1
	case x > (a+1)/(a+b+2):
		return 1 - betaCDF(b, a, 1-x)
	}
	log := func(v float64) float64 { g, _ := math.Lgamma(v); return g }
	front := math.Exp(log(a+b)-log(a)-log(b)+a*math.Log(x)+b*math.Log1p(-x)) / a
	const tiny = 1e-300
	guard := func(v float64) float64 {
		if math.Abs(v) < tiny {
			return tiny
		}
		return v
	}
	c, d := 1.0, 1/guard(1-(a+b)*x/(a+1))
	out := d
	for m := 1.0; m < 400; m++ {
		step := m * (b - m) * x / ((a + 2*m - 1) * (a + 2*m))
		d = 1 / guard(1+step*d)
		c = guard(1 + step/c)
		out *= d * c
		step = -(a + m) * (a + b + m) * x / ((a + 2*m) * (a + 2*m + 1))
		d = 1 / guard(1+step*d)
		c = guard(1 + step/c)
		out *= d * c
		if math.Abs(d*c-1) < 1e-14 {
			break
		}
	}
	return front * out
}

// betaQuantile is below what a share of a beta distribution lies, by halves.
func betaQuantile(a, b, share float64) float64 {
	low, high := 0.0, 1.0
	for range 60 {
		mid := (low + high) / 2
		if betaCDF(a, b, mid) < share {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2
}
