package measure

import "testing"

// Nothing that is typed as a weight, a price or a ruler falls over, and what is
// taken is written so that it is taken again.
func FuzzQuantities(f *testing.F) {
	for _, s := range []string{"1.2 oz", "34 g", "0.78", "1,50", "1/16 in", "0.5 mm", "110", "½ oz", "1 kg", "-3 g"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		for _, u := range []Unit{Inches, Millimetres} {
			if m, err := ParseMass(text, u); err == nil && m < 100_000*Gram {
				if _, err := ParseMass(m.Text(u), u); err != nil {
					t.Errorf("%q is written %q, which is refused: %v", text, m.Text(u), err)
				}
			}
		}
		if r, err := ParseRuler(text); err == nil {
			if again, err := ParseRuler(r.String()); err != nil || again != r {
				t.Errorf("%q is written %q", text, r)
			}
		}
		if m, err := ParseMoney(text); err == nil && m < 0 {
			t.Errorf("%q is a price of %d", text, m)
		}
	})
}
