package measure

import (
	"math/rand/v2"
	"strings"
	"testing"
)

// Whatever a length is, both of its texts say it, the second in the other unit,
// and neither closes with a zero that says nothing.
func TestBothTextsSayTheLength(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 9))
	for i := range 4000 {
		l := Length(rng.Int64N(int64(40 * Inch)))
		switch i % 4 {
		case 0:
			l -= l % (Inch / 64)
		case 1:
			l -= l % Millimetre
		}
		for _, u := range []Unit{Inches, Millimetres} {
			text, other := l.Texts(u)
			if text != l.Text(u) || other != l.Text(u.Other()) {
				t.Fatalf("%d: %q and %q, not %q and %q", l, text, other, l.Text(u), l.Text(u.Other()))
			}
			number := strings.TrimSuffix(strings.TrimSuffix(text, " in"), " mm")
			if strings.Contains(number, ".") && (strings.HasSuffix(number, "0") || strings.HasSuffix(number, ".")) {
				t.Fatalf("%q", text)
			}
			back, err := Parse(text, u)
			if err != nil || max(back-l, l-back) > Inch/1900 {
				t.Fatalf("%q is read back as %d for %d: %v", text, back, l, err)
			}
			if i%4 == 0 && u == Inches && back != l {
				t.Fatalf("%q is a whole mark and comes back as another", text)
			}
		}
	}
}

func TestGraduationsAndWeightsByHand(t *testing.T) {
	var got []string
	for _, r := range Rulers() {
		got = append(got, r.String())
	}
	if all := strings.Join(got, ", "); all != "1/8 in, 1/16 in, 1/32 in, 1/64 in, 1 mm, 0.5 mm" {
		t.Error(all)
	}
	for _, c := range []struct {
		m    Mass
		u    Unit
		want string
	}{
		{12 * Gram, Millimetres, "12 g"}, {FromGrams(12.34), Millimetres, "12.3 g"}, {FromGrams(0.06), Millimetres, "0.1 g"}, {100 * Gram, Millimetres, "100 g"},
		{Ounce, Inches, "1 oz"}, {Ounce + Ounce/2, Inches, "1.5 oz"}, {Ounce / 3, Inches, "0.33 oz"},
	} {
		if got := c.m.Text(c.u); got != c.want {
			t.Errorf("%q, want %q", got, c.want)
		}
	}
	for text, want := range map[string]Money{"0": 0, "12.5": 12*Single + 50*Cent, "0,0001": 1, "7": 7 * Single, "3.1": 3*Single + 10*Cent, "1000000": mostMoney} {
		if m, err := ParseMoney(text); err != nil || m != want {
			t.Errorf("%s: %d %v", text, m, err)
		}
	}
	for _, text := range []string{"", "-1", "1.00001", "1000000.01", "12345678", "1,2,3"} {
		if m, err := ParseMoney(text); err == nil {
			t.Errorf("%q is a price of %d", text, m)
		}
	}
}
