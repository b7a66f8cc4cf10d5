package learn

// Counter is how often a carrier's counter was asked about pieces foretold a
// question or a surcharge, and how often it did as was foretold.
type Counter struct{ Asked, Agreed int }

// Share is the mean share in which the counter agrees, and the middle 80 hundredths
// of it. Before anything is noted every share is as likely as another.
func (c Counter) Share() (low, mean, high float64) {
	a, b := 1+float64(min(c.Agreed, c.Asked)), 1+float64(c.Asked-min(c.Agreed, c.Asked))
	return betaQuantile(a, b, 0.1), a / (a + b), betaQuantile(a, b, 0.9)
}
