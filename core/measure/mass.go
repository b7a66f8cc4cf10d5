package measure

import "math"

// Mass is a weight in eighths of a microgram, so that grams and avoirdupois
// ounces (28.349523125 g) are both exact.
type Mass int64

// The masses everything else is built from.
const (
	Gram  Mass = 8_000_000
	Ounce Mass = 226_796_185 // the international avoirdupois ounce
)

var massUnits = map[string]Mass{"g": Gram, "kg": 1000 * Gram, "oz": Ounce, "oz.": Ounce, "lb": 16 * Ounce, "lb.": 16 * Ounce}

// ParseMass reads a weight such as "1.2 oz" or "34 g". A bare number is in
// ounces in an inch job, else grams. The error is a *ParseError.
func ParseMass(text string, unit Unit) (Mass, error) {
	bare, example := Ounce, "1.2 oz"
	if unit == Millimetres {
		bare, example = Gram, "34 g"
	}
	n, err := parse(text, int64(bare), example, "a weight", func(s string) (int64, bool) {
		v, ok := massUnits[s]
		return int64(v), ok
	})
	return Mass(n), err
}

// Grams is the mass in grams.
func (m Mass) Grams() float64 { return float64(m) / float64(Gram) }

// Ounces is the mass in avoirdupois ounces.
func (m Mass) Ounces() float64 { return float64(m) / float64(Ounce) }

// FromGrams is the Mass nearest to g grams.
func FromGrams(g float64) Mass { return Mass(g*float64(Gram) + 0.5) }

// Shown is the mass as Text writes it, in ounces or grams: what a sum on paper comes to.
func (m Mass) Shown(u Unit) float64 {
	if u == Millimetres {
		return math.Round(m.Grams()*10) / 10
	}
	return math.Round(m.Ounces()*100) / 100
}

// Text writes the mass in ounces for an inch job, else in grams.
func (m Mass) Text(u Unit) string {
	if u == Millimetres {
		return string(appendDecimal(nil, m.Shown(u), 1)) + " g"
	}
	return string(appendDecimal(nil, m.Shown(u), 2)) + " oz"
}
