package measure

import (
	"math/big"
	"regexp"
	"strconv"
	"strings"
)

// ParseError says why a text is not the quantity asked for, and what would be.
type ParseError struct{ Text, Why, Example string }

func (e *ParseError) Error() string {
	return `"` + e.Text + `" ` + e.Why + "; try " + e.Example
}

// maxTyped bounds the text of a quantity; nobody types a longer one.
const maxTyped = 40

// quoted is how much of a text that is no length an error quotes.
const quoted = 24

var (
	quantity = regexp.MustCompile(`^(-?)(?:(\d{1,6})(?: *- *| +)(\d{1,3})/(\d{1,3})|(\d{1,6})/(\d{1,3})|(\d{1,6}(?:\.\d{0,9})?|\.\d{1,9})) *([a-z".]*)$`)

	typography = strings.NewReplacer(
		"½", " 1/2", "¼", " 1/4", "¾", " 3/4", "⅛", " 1/8", "⅜", " 3/8", "⅝", " 5/8", "⅞", " 7/8",
		"⁄", "/", "∕", "/", "″", `"`, "”", `"`, "“", `"`, "''", `"`, "′′", `"`,
		"–", "-", "−", "-", "‑", "-", "\u00a0", " ", "\u2009", " ", "\u202f", " ", "\t", " ", ",", ".")

	lengthUnits = map[string]Length{
		`"`: Inch, "in": Inch, "in.": Inch, "inch": Inch, "inches": Inch,
		"mm": Millimetre, "mm.": Millimetre, "cm": 10 * Millimetre, "cm.": 10 * Millimetre,
	}
)

// Example is a good length in the unit, for messages.
func (u Unit) Example() string {
	if u == Millimetres {
		return "140 mm"
	}
	return "5 1/2 in"
}

// Parse reads a length as people type it: 5 1/2, 5-1/2, 5½, 5.5", 139.7mm,
// 13,97 cm. A bare number is in unit. The error is a *ParseError.
func Parse(text string, unit Unit) (Length, error) {
	bare := Inch
	if unit == Millimetres {
		bare = Millimetre
	}
	n, err := parse(text, int64(bare), unit.Example(), "a length", func(s string) (int64, bool) {
		v, ok := lengthUnits[s]
		return int64(v), ok
	})
	return Length(n), err
}

// System is the system that a typed length names its unit of; bare where it names none.
func System(text string, bare Unit) Unit {
	m := quantity.FindStringSubmatch(strings.TrimSpace(typography.Replace(strings.ToLower(strings.TrimSpace(text)))))
	if m == nil || m[8] == "" {
		return bare
	}
	if lengthUnits[m[8]]%Millimetre == 0 {
		return Millimetres
	}
	return Inches
}

// parse reads [-]number[unit] exactly and rounds once to the nearest whole base unit.
func parse(text string, bare int64, example, noun string, unitOf func(string) (int64, bool)) (int64, error) {
	fail := func(why string) (int64, error) {
		return 0, &ParseError{Text: Shorten(text, quoted), Why: why, Example: example}
	}
	if len(text) > maxTyped {
		return fail("is too long for " + noun)
	}
	s := strings.TrimSpace(typography.Replace(strings.ToLower(strings.TrimSpace(text))))
	m := quantity.FindStringSubmatch(s)
	if m == nil {
		return fail("is not " + noun)
	}
	scale := bare
	if m[8] != "" {
		v, ok := unitOf(m[8])
		if !ok {
			return fail("is not " + noun)
		}
		scale = v
	}
	value := new(big.Rat)
	switch {
	case m[7] != "":
		if _, ok := value.SetString(strings.TrimSuffix(m[7], ".")); !ok {
			return fail("is not " + noun)
		}
	default:
		whole, num, den := m[2], m[3], m[4]
		if num == "" {
			whole, num, den = "0", m[5], m[6]
		}
		if !onRuler(den) {
			return fail("has a fraction no ruler shows")
		}
		n, d := small(num), small(den)
		if m[3] != "" && n >= d {
			return fail("has a fraction of one or more")
		}
		value.SetFrac64(small(whole)*d+n, d)
	}
	value.Mul(value, new(big.Rat).SetInt64(scale))
	n := nearest(value)
	if m[1] == "-" {
		n = -n
	}
	return n, nil
}

// small reads the few digits the pattern lets through, leading zeros and all.
func small(digits string) int64 {
	n, _ := strconv.ParseInt(digits, 10, 64)
	return n
}

// onRuler tells whether the denominator is one that rulers are divided by.
func onRuler(den string) bool {
	switch den {
	case "1", "2", "4", "8", "16", "32", "64":
		return true
	}
	return false
}

func nearest(r *big.Rat) int64 {
	twice := new(big.Int).Mul(r.Num(), big.NewInt(2))
	twice.Add(twice, r.Denom())
	return twice.Div(twice, new(big.Int).Mul(r.Denom(), big.NewInt(2))).Int64()
}

// Shorten is a typed text as an error quotes it: its first letters, so many at most.
func Shorten(s string, most int) string {
	if r := []rune(s); len(r) > most {
		return string(r[:most]) + "…"
	}
	return s
}
