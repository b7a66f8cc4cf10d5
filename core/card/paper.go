package card

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"yellow-parcel/core/measure"
)

// Paper is card or paper stock by its weight. Grade is set when it was given in pounds.
type Paper struct {
	GSM   float64 // g/m2
	Grade string
}

// grades turn pounds a ream into g/m2: the ream's sheet differs from grade to
// grade (US basis sizes), so the same number of pounds is not the same paper.
var grades = []struct {
	name   string
	factor float64
}{{"bond", 3.760}, {"text", 1.480}, {"book", 1.480}, {"cover", 2.704}, {"index", 1.808}, {"bristol", 2.193}, {"tag", 1.628}}

var paperText = regexp.MustCompile(`(?i)^\s*([0-9]{1,4}(?:[.,][0-9]{1,2})?)\s*(lbs\.?|lb\.?|#|gsm|g/m2|g/m²|g)?\s*([a-z]*)\s*$`)

const paperExample = `110 lb cover or 300 g`

// ParsePaper reads a weight such as "300 g", "300 g/m2" or "110 lb cover". Pounds
// need their grade.
func ParsePaper(text string) (Paper, error) {
	m := paperText.FindStringSubmatch(text)
	if m == nil {
		return Paper{}, fmt.Errorf("%q is not a weight of paper; try %s", measure.Shorten(text, 40), paperExample)
	}
	n, err := strconv.ParseFloat(strings.ReplaceAll(m[1], ",", "."), 64)
	if err != nil {
		return Paper{}, fmt.Errorf("%q is not a weight of paper; try %s", measure.Shorten(text, 40), paperExample)
	}
	p := Paper{GSM: n}
	unit, grade := strings.TrimSuffix(strings.ToLower(m[2]), "."), strings.ToLower(m[3])
	switch unit {
	case "":
		return Paper{}, fmt.Errorf("%q needs its unit; try %s", measure.Shorten(text, 40), paperExample)
	case "lb", "lbs", "#":
		factor, ok := factorOf(grade)
		if !ok {
			return Paper{}, ambiguous(n, grade)
		}
		p = Paper{n * factor, grade}
	default:
		if grade != "" {
			return Paper{}, fmt.Errorf("%q: grams need no grade; try %s", measure.Shorten(text, 40), paperExample)
		}
	}
	if p.GSM < 30 || p.GSM > 2000 {
		return Paper{}, fmt.Errorf("%q is not between 30 and 2000 g/m²; try %s", measure.Shorten(text, 40), paperExample)
	}
	return p, nil
}

func factorOf(grade string) (float64, bool) {
	for _, g := range grades {
		if g.name == grade {
			return g.factor, true
		}
	}
	return 0, false
}

// ambiguous says what the same pounds mean in the two grades card is sold in.
func ambiguous(pounds float64, grade string) error {
	index, _ := factorOf("index")
	cover, _ := factorOf("cover")
	if grade != "" {
		return fmt.Errorf("%q is not a grade of paper; try bond, text, cover, index, bristol or tag", measure.Shorten(grade, 40))
	}
	lb := strconv.FormatFloat(pounds, 'f', -1, 64)
	return fmt.Errorf("%s lb may be index (%.0f g/m²) or cover (%.0f g/m²): say which, like %s lb cover", lb, pounds*index, pounds*cover, lb)
}

// Text is the weight in g/m2, and in pounds of its grade where it was given so.
func (p Paper) Text() string {
	text := strconv.FormatFloat(math.Round(p.GSM), 'f', -1, 64) + " g/m²"
	if factor, ok := factorOf(p.Grade); ok {
		text += " (" + strconv.FormatFloat(math.Round(p.Pounds(factor)*10)/10, 'f', -1, 64) + " lb " + p.Grade + ")"
	}
	return text
}

// Pounds is the basis weight for a grade's factor.
func (p Paper) Pounds(factor float64) float64 { return p.GSM / factor }

// mustScore is the weight above which stock cracks when it is folded without a score.
const mustScore = 200

// NeedsScore tells whether the paper has to be scored before it is folded.
func (p Paper) NeedsScore() bool { return p.GSM > mustScore }

// calipers are typical thicknesses by weight, from paper sellers' tables; a measurement overrules them.
var calipers = []struct{ gsm, mm float64 }{
	{80, 0.10}, {90, 0.115}, {100, 0.12}, {120, 0.145}, {176, 0.25}, {216, 0.30}, {270, 0.37}, {297, 0.40},
}

// Caliper is the paper's typical thickness.
func (p Paper) Caliper() measure.Length {
	last := len(calipers) - 1
	at := 0
	for at < last-1 && p.GSM > calipers[at+1].gsm {
		at++
	}
	a, b := calipers[at], calipers[at+1]
	if p.GSM < a.gsm {
		return measure.FromMM(p.GSM / a.gsm * a.mm)
	}
	return measure.FromMM(a.mm + (p.GSM-a.gsm)*(b.mm-a.mm)/(b.gsm-a.gsm))
}
