package measure

import (
	"math"
	"math/rand"
	"testing"
)

func TestParseReadsWhatPeopleType(t *testing.T) {
	half := 5*Inch + Inch/2
	for _, c := range []struct {
		text string
		unit Unit
		want Length
	}{
		{"5 1/2", Inches, half}, {"5-1/2", Inches, half}, {"5 - 1/2", Inches, half}, {"5½", Inches, half}, {"5 ½", Inches, half},
		{"5.5", Inches, half}, {`5.5"`, Inches, half}, {"5 1/2 in", Inches, half}, {"5 1/2 inches", Millimetres, half}, {"5 1/2”", Inches, half},
		{"11/2", Inches, half}, {"5 1⁄2", Inches, half}, {"5. in", Inches, 5 * Inch}, {".5", Inches, Inch / 2},
		{"139.7mm", Inches, half}, {"13,97 cm", Inches, half}, {"14 cm", Inches, 140 * Millimetre}, {"140", Millimetres, 140 * Millimetre},
		{"3/16", Inches, 3 * Inch / 16}, {"1/64", Inches, 3175}, {"⅞", Inches, 7 * Inch / 8}, {"0.001 mm", Inches, 8}, {"-1/4", Inches, -Inch / 4}, {" 7 ", Inches, 7 * Inch}, {"08 1/2", Inches, 8*Inch + Inch/2}, {"008/1", Inches, 8 * Inch},
	} {
		got, err := Parse(c.text, c.unit)
		if err != nil || got != c.want {
			t.Errorf("Parse(%q, %s) = %d, %v; want %d", c.text, c.unit, got, err, c.want)
		}
	}
}

func TestParseRefusesTheRestWithAnExample(t *testing.T) {
	for text, want := range map[string]string{
		"5 1/x":   `"5 1/x" is not a length; try 5 1/2 in`,
		"":        `"" is not a length; try 5 1/2 in`,
		"5 1/3":   `"5 1/3" has a fraction no ruler shows; try 5 1/2 in`,
		"5 1/0":   `"5 1/0" has a fraction no ruler shows; try 5 1/2 in`,
		"5 9/8":   `"5 9/8" has a fraction of one or more; try 5 1/2 in`,
		"5 ft":    `"5 ft" is not a length; try 5 1/2 in`,
		"NaN":     `"NaN" is not a length; try 5 1/2 in`,
		"1e9":     `"1e9" is not a length; try 5 1/2 in`,
		"1.2.3":   `"1.2.3" is not a length; try 5 1/2 in`,
		"5 x 7":   `"5 x 7" is not a length; try 5 1/2 in`,
		"5 1/2 1": `"5 1/2 1" is not a length; try 5 1/2 in`,
	} {
		if _, err := Parse(text, Inches); err == nil || err.Error() != want {
			t.Errorf("Parse(%q) error %v; want %s", text, err, want)
		}
	}
}

func TestTextIsReadBackExactly(t *testing.T) {
	rng := rand.New(rand.NewSource(1))
	for range 5000 {
		inches := Length(rng.Int63n(64*60)) * (Inch / 64)
		if back, err := Parse(inches.Text(Inches), Millimetres); err != nil || back != inches {
			t.Fatalf("%q came back as %d, %v; want %d", inches.Text(Inches), back, err, inches)
		}
		metric := Length(rng.Int63n(100000)) * (Millimetre / 100)
		if back, err := Parse(metric.Text(Millimetres), Inches); err != nil || back != metric {
			t.Fatalf("%q came back as %d, %v; want %d", metric.Text(Millimetres), back, err, metric)
		}
	}
}

func TestText(t *testing.T) {
	for want, l := range map[string]Length{
		"5 1/2 in": 5*Inch + Inch/2, "1/64 in": Inch / 64, "0 in": 0, "12 in": 12 * Inch, "-1/4 in": -Inch / 4, "0.394 in": 10 * Millimetre,
	} {
		if got := l.Text(Inches); got != want {
			t.Errorf("got %q, want %q", got, want)
		}
	}
	if got := (5*Inch + Inch/2).Text(Millimetres); got != "139.7 mm" {
		t.Errorf("got %q, want 139.7 mm", got)
	}
}

func TestRulerRoundsToItsSafeSide(t *testing.T) {
	rng := rand.New(rand.NewSource(2))
	for _, r := range Rulers() {
		for range 500 {
			l := Length(rng.Int63n(int64(20*Inch))) - 5*Inch
			down, up, near := r.Down(l), r.Up(l), r.Nearest(l)
			if down > l || up < l || up-down > r.Step || down%r.Step != 0 || up%r.Step != 0 {
				t.Fatalf("ruler %s: %d rounds to %d and %d", r, l, down, up)
			}
			if near != down && near != up || max(near-l, l-near) > r.Step/2 {
				t.Fatalf("ruler %s: %d is nearest to %d", r, l, near)
			}
		}
	}
	if _, err := ParseRuler("1/5 in"); err == nil {
		t.Error("a ruler in fifths was taken")
	}
	if r, err := ParseRuler("1/16 in"); err != nil || r.Step != Inch/16 || r.String() != "1/16 in" {
		t.Errorf("1/16 in read as %v, %v", r, err)
	}
}

func TestMassIsExact(t *testing.T) {
	for text, want := range map[string]Mass{"3.5 oz": 7 * Ounce / 2, "100 g": 100 * Gram, "1": Ounce, "1 lb": 16 * Ounce, "0,5 oz": Ounce / 2} {
		got, err := ParseMass(text, Inches)
		// Half an ounce is not a whole number of units: it rounds up by half of one.
		if err != nil || got < want || got > want+1 {
			t.Errorf("ParseMass(%q) = %d, %v; want %d", text, got, err, want)
		}
	}
	if _, err := ParseMass("5 mm", Inches); err == nil || err.Error() != `"5 mm" is not a weight; try 1.2 oz` {
		t.Errorf("a length was taken for a weight: %v", err)
	}
	if got := (100 * Gram).Text(Inches); got != "3.53 oz" {
		t.Errorf("100 g reads %q", got)
	}
}

// A length past the end is as long as lengths get, however it came about; none takes the program with it.
func TestLengthsHaveAnEnd(t *testing.T) {
	for _, c := range []struct {
		mm   float64
		want Length
	}{
		{math.Inf(1), Most}, {math.Inf(-1), -Most}, {math.NaN(), 0}, {1e300, Most}, {-1e300, -Most}, {1e9, Most}, {-1e9, -Most}, {999_999_999, Most - Millimetre}, {3.175, 25400},
	} {
		if got := FromMM(c.mm); got != c.want {
			t.Errorf("%v mm is %d, want %d", c.mm, got, c.want)
		}
	}
	for _, l := range []Length{math.MinInt64, math.MinInt64 + 1, -Most - 1, math.MaxInt64, Most + 1} {
		want := Most
		if l < 0 {
			want = -Most
		}
		for _, u := range []Unit{Inches, Millimetres} {
			a, b := l.Texts(u)
			if x, y := want.Texts(u); a != x || b != y || l.Text(u) != want.Text(u) || l.Bare(u) != want.Bare(u) || l.Shown(u) != want.Shown(u) {
				t.Errorf("%d is written %q, %q", l, a, b)
			}
		}
	}
}

// Sums and multiples by hand, and where they end.
func TestSumsHaveAnEnd(t *testing.T) {
	for _, c := range []struct{ got, want Length }{
		{(Inch / 2).Plus(Inch / 4), 3 * Inch / 4}, {Inch.Plus(-2 * Inch), -Inch}, {Most.Plus(1), Most}, {(-Most).Plus(-Most), -Most}, {Most.Plus(-Most), 0},
		{Length(math.MaxInt64).Plus(math.MaxInt64), Most}, {Length(math.MinInt64).Plus(math.MinInt64), -Most}, {Length(math.MaxInt64).Plus(math.MinInt64), 0},
		{(Inch / 16).Times(7), 7 * Inch / 16}, {Inch.Times(-3), -3 * Inch}, {Most.Times(1), Most}, {(Most / 2).Times(3), Most}, {(Most / 2).Times(-3), -Most},
		{Inch.Times(0), 0}, {Length(math.MinInt64).Times(math.MinInt64), Most}, {Length(1).Times(math.MinInt64), -Most}, {(Most / 2).Times(2), Most},
	} {
		if c.got != c.want {
			t.Errorf("%d, want %d", c.got, c.want)
		}
	}
}

func FuzzWritten(f *testing.F) {
	f.Add(int64(math.MinInt64), 0.0, math.MinInt)
	f.Add(int64(203200), math.Inf(-1), 12)
	f.Fuzz(func(t *testing.T, units int64, mm float64, n int) {
		if l, m := Length(units), FromMM(mm); m > Most || m < -Most || max(l.Plus(m), l.Times(n), m.Times(n)) > Most || min(l.Plus(m), l.Times(n), m.Times(n)) < -Most {
			t.Errorf("%d and %d end beyond the end", l, m)
		}
		for _, l := range []Length{Length(units), FromMM(mm)} {
			for _, u := range []Unit{Inches, Millimetres} {
				if a, b := l.Texts(u); a == "" || b == "" || l.Bare(u) == "" {
					t.Errorf("%d is written %q, %q", l, a, b)
				}
				if v := l.Shown(u); math.IsNaN(v) || math.Abs(v) > 1e9 {
					t.Errorf("%d is shown as %v", l, v)
				}
			}
		}
	})
}

func FuzzParse(f *testing.F) {
	for _, s := range []string{"5 1/2", "5½", "13,97 cm", "5-1/2", "−3", "1/64\"", "999999999.999999999 cm"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		l, err := Parse(s, Inches)
		if err != nil {
			if l != 0 {
				t.Fatalf("%q: an error with the value %d", s, l)
			}
			return
		}
		if max(l, -l) > 100_000*Inch {
			return // so large that rounding may add a digit more than is read
		}
		// What was read is written again within the decimals shown.
		back, err := Parse(l.Text(Inches), Millimetres)
		if err != nil || max(back-l, l-back) > Inch/2000+1 {
			t.Fatalf("%q read as %d, written %q, read back %d, %v", s, l, l.Text(Inches), back, err)
		}
	})
}

// A mark of the other system is meant by the figure it is shown by; what lies between marks stays as it was typed.
func TestWhatAMarkIsShownBy(t *testing.T) {
	half, sixteenth := Ruler{Millimetre / 2, Millimetres}, Ruler{Inch / 16, Inches}
	for _, c := range []struct {
		ruler      Ruler
		text, want string
		unit       Unit
	}{
		{half, "6.988", "177.5 mm", Inches}, {half, "6.988 in", "177.5 mm", Millimetres}, {half, "6.98", "177.29 mm", Inches}, {half, "7", "177.8 mm", Inches},
		{sixteenth, "128.59", "128.59 mm", Millimetres}, {sixteenth, "128.5", "128.5 mm", Millimetres}, {sixteenth, "5.063", "128.59 mm", Inches}, {sixteenth, "5.06", "128.52 mm", Inches},
	} {
		l, err := Parse(c.text, c.unit)
		if err != nil {
			t.Fatal(err)
		}
		if got := c.ruler.Meant(l, c.text, c.unit); got.Text(Millimetres) != c.want || c.want == "177.5 mm" && got != 355*Millimetre/2 {
			t.Errorf("%s on a ruler of %s: %s, want %s", c.text, c.ruler, got.Text(Millimetres), c.want)
		}
	}
}
