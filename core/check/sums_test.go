package check

import (
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/document"
)

var (
	number = regexp.MustCompile(`^(?:(\d+) )?(\d+)/(\d+)|^(\d+(?:\.\d+)?)`)
	// A sum is a run of terms, and what it comes to: "5 1/4 envelope − 1/4 ease = 5 in".
	// So many at a price, and a price shared out among cards, to the cent.
	bought = regexp.MustCompile(`^(\d+) of .* at ([\d.]+) [A-Z]{3}$`)
	shared = regexp.MustCompile(`^([\d.]+) [A-Z]{3} for (\d+) cards$`)
	sum    = regexp.MustCompile(`(?:^|: |; )([^=≈:;,]*?) = ([^,;.:]*(?:\.\d+)?)`)
)

// read is a figure as it is printed, and how many letters it takes.
func read(text string) (float64, int) {
	m := number.FindStringSubmatch(text)
	if m == nil {
		return 0, 0
	}
	value := func(s string) float64 {
		v, _ := strconv.ParseFloat(s, 64) // digits, as matched
		return v
	}
	if m[4] != "" {
		return value(m[4]), len(m[0])
	}
	return value(m[1]) + value(m[2])/value(m[3]), len(m[0])
}

// comesTo adds a sum up as it is printed; ok is false where it is no plain one.
func comesTo(text string) (total float64, ok bool) {
	if strings.ContainsAny(text, "√()÷²") {
		return 0, false
	}
	sign := 1.0
	for _, term := range strings.FieldsFunc(strings.NewReplacer(" + ", "\x00+", " − ", "\x00-").Replace(strings.TrimSpace(text)), func(r rune) bool { return r == 0 }) {
		sign = 1
		if strings.HasPrefix(term, "-") {
			sign = -1
		}
		term = strings.TrimLeft(term, "+-")
		product := 1.0
		for _, factor := range strings.Split(term, " × ") {
			v, n := read(strings.TrimSpace(factor))
			if n == 0 {
				return 0, false
			}
			product *= v
		}
		total += sign * product
	}
	return total, true
}

// Every line of working that is a plain sum adds up as it is printed.
func TestWorkingAddsUpAsPrinted(t *testing.T) {
	added := 0
	each(t, howMany(500), func(t *testing.T, m made) {
		answers := append([]document.Answer{}, m.Plan.Answers...)
		for _, b := range m.Plan.Blanks {
			answers = append(answers, b.Answers...)
		}
		if m.Plan.Gauge != nil {
			answers = append(answers, m.Plan.Gauge.Answers...)
		}
		for _, a := range answers {
			for _, line := range a.Working {
				for _, s := range sum.FindAllStringSubmatch(line, -1) {
					got, ok := comesTo(bought.ReplaceAllString(s[1], "$1 × $2"))
					if m := shared.FindStringSubmatch(s[1]); m != nil {
						whole, _ := read(m[1])
						cards, _ := read(m[2])
						got, ok = math.Round(100*whole/cards)/100, true
					}
					want, n := read(strings.TrimSpace(s[2]))
					if !ok || n == 0 {
						continue
					}
					added++
					if math.Abs(got-want) > 0.0006 {
						t.Errorf("%s:\n %s, %q: %v comes to %v", m.text, a.Key, line, s[1], got)
					}
				}
			}
		}
	})
	if added < 1000 {
		t.Errorf("only %d sums were added up", added)
	}
}
