package work

import (
	"fmt"
	"testing"
)

// What letter and A4 give of the cards sold for envelopes, each sum by hand.
func TestSoldCardsOutOfASheet(t *testing.T) {
	for fields, want := range map[string][]string{
		`"sheet":"us-letter"`: {
			"3 1/2 × 4 7/8 in book 2 tent 2 flat 5", // 7 x 4 7/8: one and two halves of 11; 3 1/2 x 9 3/4: two; flat two upright beside three across, 3 1/2 + 4 7/8 of 8 1/2
			"4 1/4 × 5 1/2 in book 2 tent 2 flat 4", // 8 1/2 x 5 1/2, 4 1/4 x 11: halves and quarters, no waste
			"4 1/2 × 6 1/4 in book 1 tent 0 flat 2", // 9 x 6 1/4 lying; 12 1/2 is over 11
			"5 × 7 in book 1 tent 0 flat 2",         // 10 x 7 lying; 14 is over 11; 7 x 5 twice in 11
			"5 1/2 × 8 1/2 in book 1 tent 0 flat 2",
			"5 3/4 × 9 1/4 in book 0 tent 0 flat 1",
		},
		`"unit":"mm","sheet":"iso-a4"`: {
			"105 × 148 mm book 2 tent 2 flat 4", "99 × 210 mm book 1 tent 0 flat 3", "148 × 210 mm book 1 tent 0 flat 2",
		},
	} {
		r := begun(t, fields)
		got := map[string]bool{}
		for _, s := range sells(r) {
			text := s.Size.Text(r.Brief.Unit)
			for _, y := range s.Folds {
				text += fmt.Sprintf(" %s %d", y.Fold.ID, y.PerSheet)
			}
			got[text] = true
		}
		for _, w := range want {
			if !got[w] {
				t.Errorf("%s: no %s in %v", fields, w, got)
			}
		}
	}
}

// A subdivision that is hardly a card says so, and what is sold is not listed again.
func TestSubdivisionsWorthHaving(t *testing.T) {
	r := begun(t, `"sheet":"us-letter"`)
	r.Sells = sells(r)
	small := 0
	for _, m := range makes(r) {
		z := m.Finished
		if m.Small {
			small++
		}
		if m.Small != (min(z.Width, z.Height).In() < 3 || max(z.Width, z.Height).In() < 4) {
			t.Errorf("%s: small %v", z.Text("in"), m.Small)
		}
		for _, s := range r.Sells {
			if s.Size == z || s.Size == z.Turned() {
				t.Errorf("%s is listed twice", z.Text("in"))
			}
		}
	}
	if small == 0 {
		t.Error("nothing small divides a letter sheet")
	}
}
