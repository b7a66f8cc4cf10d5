package work

import (
	"fmt"
	"strings"
	"testing"
)

// worthOf lists the sizes worth cutting: "4 1/4 × 5 1/2 in 2 sold own".
func worthOf(t *testing.T, fields string) string {
	t.Helper()
	b := briefed(t, fields)
	r, err := Do(b, How{})
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for _, w := range r.Worth {
		text := fmt.Sprintf("%s %d", w.Size.Text(b.Unit), w.PerSheet)
		for _, mark := range []struct {
			so   bool
			word string
		}{{w.Customary, " sold"}, {w.Largest, " largest"}, {w.Own, " own"}} {
			if mark.so {
				text += mark.word
			}
		}
		out = append(out, text)
	}
	return strings.Join(out, ", ")
}

func TestSizesWorthCutting(t *testing.T) {
	for fields, want := range map[string]string{
		// Two of 8 1/2 x 5 1/2 to a letter sheet; nothing smaller within the fit gives three.
		`"envelope":"us-a2"`: "4 1/4 × 5 1/2 in 2 sold own",
		// C6: 114 x 162 less 6; the A6 card comes twice out of A4.
		`"unit":"mm","envelope":"iso-c6"`: "105 × 148 mm 2 sold own, 108 × 156 mm 1 largest",
		// Raised by 1/8 in: the largest, 4 x 5 3/8, which folds out of 8 x 5 3/8, twice.
		`"envelope":"us-a2","card":{"thickness":"1/8"}`: "4 × 5 3/8 in 2 largest own",
		// With room of one's own the one that is sold is beside it; 5 x 7 folds out of 10 x 7, once, as does 4 7/8 x 6 7/8. Out of 11 in 5 1/2 do not go into 5 1/4.
		`"envelope":"us-a7","card":{"ease":"3/8"}`: "4 7/8 × 6 7/8 in 1 own, 5 × 7 in 1 sold",
		// A measured 13 x 18 cm: the largest is 124 x 174; A4 halved is 148 x 210, and 105 x 148 would slide. None gives two.
		`"unit":"mm","envelope":{"width":"130","height":"180"}`: "124 × 174 mm 1 largest own",
		// A flat card for a measured 5 3/4 x 8 3/4: 5 1/2 x 8 1/2 is the largest, and comes twice out of letter.
		`"envelope":{"width":"5 3/4","height":"8 3/4"},"card":{"fold":"flat"}`: "5 1/2 × 8 1/2 in 2 largest own",
		// 6 x 9 1/2 flat: 5 3/4 x 9 1/4, once; 5 1/2 x 8 1/2 would slide by 1 in; 5 1/2 x 9 1/16 is no half.
		`"envelope":{"width":"5 7/8","height":"8 7/8"},"card":{"fold":"flat"}`: "5 5/8 × 8 5/8 in 1 largest own, 5 1/2 × 8 1/2 in 2",
		`"sheet":"us-letter"`: "",
	} {
		if got := worthOf(t, fields); got != want {
			t.Errorf("%s:\n got %s\nwant %s", fields, got, want)
		}
	}
}
