package card

import (
	"math"
	"math/rand"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/measure"
)

const (
	in = measure.Inch
	mm = measure.Millimetre
)

func TestFlatPieces(t *testing.T) {
	sixteenth, metric := measure.DefaultRuler(measure.Inches), measure.DefaultRuler(measure.Millimetres)
	for _, c := range []struct {
		name, fold string
		finished   Size
		shape      Shape
		want       Size
		scores     []Score
	}{
		{"book", "book", Size{5 * in, 7 * in}, Shape{Ruler: sixteenth}, Size{10 * in, 7 * in}, []Score{{"left", 5 * in, Outside}}},
		{"tent", "tent", Size{5 * in, 7 * in}, Shape{Ruler: sixteenth}, Size{5 * in, 14 * in}, []Score{{"top", 7 * in, Outside}}},
		{"flat", "flat", Size{5 * in, 7 * in}, Shape{Ruler: sixteenth}, Size{5 * in, 7 * in}, nil},
		{"gate", "gate", Size{5 * in, 7 * in}, Shape{Ruler: sixteenth}, Size{10 * in, 7 * in}, []Score{{"left", 5 * in / 2, Outside}, {"left", 15 * in / 2, Outside}}},
		// On a millimetre ruler 97.5 is 97.
		// Half of 4 7/8 is 2 7/16; half of 4 15/16 falls between marks, so each door is 2 7/16 and they leave 1/16.
		{"gate of odd width", "gate", Size{79 * in / 16, 7 * in}, Shape{Ruler: sixteenth}, Size{157 * in / 16, 7 * in}, []Score{{"left", 39 * in / 16, Outside}, {"left", 118 * in / 16, Outside}}},
		{"offset gate", "gate", Size{5 * in, 7 * in}, Shape{Door: 2 * in, Ruler: sixteenth}, Size{10 * in, 7 * in}, []Score{{"left", 2 * in, Outside}, {"left", 7 * in, Outside}}},
		{"trifold", "trifold", Size{99 * mm, 210 * mm}, Shape{Short: ShortMetric, Ruler: metric}, Size{295 * mm, 210 * mm}, []Score{{"left", 99 * mm, Outside}, {"left", 198 * mm, Outside}}},
		{"z", "z", Size{4 * in, 6 * in}, Shape{Ruler: sixteenth}, Size{12 * in, 6 * in}, []Score{{"left", 4 * in, Outside}, {"left", 8 * in, Inside}}},
		{"accordion upwards", "accordion", Size{4 * in, 2 * in}, Shape{Panels: 5, OnTop: true, Ruler: sixteenth}, Size{4 * in, 10 * in},
			[]Score{{"top", 2 * in, Outside}, {"top", 4 * in, Inside}, {"top", 6 * in, Outside}, {"top", 8 * in, Inside}}},
		{"own fold", "custom", Size{5 * in, 7 * in}, Shape{Widths: []measure.Length{5 * in, 4 * in, 2 * in}, Ruler: sixteenth}, Size{11 * in, 7 * in}, []Score{{"left", 5 * in, Outside}, {"left", 9 * in, Outside}}},
	} {
		f, ok := FoldByID(c.fold)
		got, err := f.Flat(c.finished, c.shape)
		if !ok || err != nil || got.Size != c.want || !slices.Equal(got.Scores, c.scores) {
			t.Errorf("%s: %+v, %v", c.name, got, err)
		}
	}
	if _, ok := FoldByID("origami"); ok {
		t.Error("an unknown fold was found")
	}
}

func TestShapesThatDoNotGo(t *testing.T) {
	for id, s := range map[string]Shape{
		"gate": {Door: 5 * in}, "trifold": {Short: 6 * in}, "custom": {Widths: []measure.Length{2 * in, 6 * in}},
	} {
		f, _ := FoldByID(id)
		s.Ruler = measure.DefaultRuler(measure.Inches)
		if _, err := f.Flat(Size{5 * in, 7 * in}, s); err == nil {
			t.Errorf("%s with %+v was accepted", id, s)
		}
	}
}

func TestPanelsAddUpToTheFlatPiece(t *testing.T) {
	rng := rand.New(rand.NewSource(6))
	for range 500 {
		s := Shape{Panels: 2 + rng.Intn(8), Short: in / 16, OnTop: rng.Intn(2) == 0, Ruler: measure.DefaultRuler(measure.Inches)}
		z := Size{2*in + measure.Length(rng.Intn(100))*in/16, 2*in + measure.Length(rng.Intn(100))*in/16}
		for _, f := range Folds() {
			s.Widths = []measure.Length{in, in}
			got, err := f.Flat(z, s)
			sum := measure.Length(0)
			for _, w := range got.Widths {
				sum += w
			}
			if err != nil || sum != got.Width && sum != got.Height || got.Along() != z.Width && got.Along() != z.Height || len(got.Scores) != len(got.Widths)-1 {
				t.Fatalf("%s of %v: %+v, %v", f.ID, z, got, err)
			}
		}
	}
}

func TestWhatComesOutOfASheet(t *testing.T) {
	for _, c := range []struct {
		name  string
		sheet Size
		unit  measure.Unit
		fold  string
		want  Size
		per   int
	}{
		{"A5 card from A4", Size{210 * mm, 297 * mm}, measure.Millimetres, "book", Size{148 * mm, 210 * mm}, 1},
		{"A6 cards from A4", Size{210 * mm, 297 * mm}, measure.Millimetres, "book", Size{105 * mm, 148 * mm}, 2},
		{"A2 cards from letter", Size{17 * in / 2, 11 * in}, measure.Inches, "book", Size{17 * in / 4, 11 * in / 2}, 2},
		{"flat quarters of letter", Size{17 * in / 2, 11 * in}, measure.Inches, "flat", Size{17 * in / 4, 11 * in / 2}, 4},
		{"squares from 12 x 12", Size{12 * in, 12 * in}, measure.Inches, "book", Size{6 * in, 6 * in}, 2},
		{"gate from letter", Size{17 * in / 2, 11 * in}, measure.Inches, "gate", Size{11 * in / 2, 17 * in / 2}, 1},
		// 11 in is three panels of 3 11/16 less 1/16.
		{"trifold from letter", Size{17 * in / 2, 11 * in}, measure.Inches, "trifold", Size{59 * in / 16, 17 * in / 2}, 1},
	} {
		s := Shape{Short: ShortInch, Ruler: measure.DefaultRuler(c.unit)}
		found := slices.ContainsFunc(Makes(c.sheet, s), func(m Make) bool { return m.Fold.ID == c.fold && m.Finished == c.want && m.PerSheet() == c.per })
		if !found {
			t.Errorf("%s: not among %v", c.name, Makes(c.sheet, s))
		}
		for _, m := range Makes(c.sheet, s) {
			flat, err := m.Fold.Flat(m.Finished, s)
			part := Size{c.sheet.Width / measure.Length(m.Across), c.sheet.Height / measure.Length(m.Down)}
			if lies := flat.Width <= part.Width && flat.Height <= part.Height || flat.Height <= part.Width && flat.Width <= part.Height; err != nil || !lies {
				t.Errorf("%s: %s of %v takes %v", c.name, m.Fold.ID, m.Finished, flat.Size)
			}
		}
	}
}

func TestBasisWeights(t *testing.T) {
	for text, want := range map[string]float64{
		"110 lb index": 198.88, "110 lb cover": 297.44, "20 lb bond": 75.2, "80lb Text": 118.4, "67 lb bristol": 146.93, "150# tag": 244.2, "300 g": 300, "250g/m2": 250, "216 gsm": 216,
	} {
		if p, err := ParsePaper(text); err != nil || math.Abs(p.GSM-want) > 0.01 {
			t.Errorf("%s: %v, %v; want %v", text, p, err, want)
		}
	}
	for text, want := range map[string]string{
		"110 lb": "110 lb may be index (199 g/m²) or cover (297 g/m²): say which, like 110 lb cover", "300": "needs its unit",
		"80 lb kelp": "not a grade", "9000 g": "between 30 and 2000", "heavy": "not a weight of paper", "300 g cover": "grams need no grade",
	} {
		if _, err := ParsePaper(text); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v", text, err)
		}
	}
	cover, _ := ParsePaper("80 lb cover")
	if cover.Text() != "216 g/m² (80 lb cover)" || !cover.NeedsScore() || cover.Caliper() != measure.FromMM(0.3) && math.Abs(cover.Caliper().MM()-0.3) > 0.002 {
		t.Errorf("%s, %v mm", cover.Text(), cover.Caliper().MM())
	}
	for last, gsm := measure.Length(0), 40.0; gsm < 400; gsm += 10 {
		if c := (Paper{GSM: gsm}).Caliper(); c <= last {
			t.Errorf("%v g/m² is no thicker than a lighter paper", gsm)
		} else {
			last = c
		}
	}
}

func FuzzPaper(f *testing.F) {
	f.Add("110 lb cover")
	f.Add("300 g/m²")
	f.Fuzz(func(t *testing.T, text string) {
		if p, err := ParsePaper(text); err == nil {
			if again, err := ParsePaper(strconv.FormatFloat(p.GSM, 'f', 1, 64) + " g"); err != nil && p.GSM < 1999 {
				t.Errorf("%q reads as %v, which does not read: %v, %v", text, p, again, err)
			}
		}
	})
}

func TestInsideAnEnvelope(t *testing.T) {
	sixteenth := measure.DefaultRuler(measure.Inches)
	a7 := Size{5*in + in/4, 7*in + in/4}
	for _, c := range []struct {
		envelope  Size
		thickness measure.Length
		want      Size
	}{
		{a7, 0, Size{5 * in, 7 * in}},
		{a7, in / 8, Size{4*in + 7*in/8, 6*in + 7*in/8}},
		{Size{5*in + 3*in/8, 7*in + 5*in/8}, 3 * in / 16, Size{4*in + 15*in/16, 7*in + 3*in/16}},
		{a7, 2 * mm, Size{4*in + 14*in/16, 6*in + 14*in/16}}, // 2 mm is 0.0787 in: 4.921 comes down to 4 7/8
	} {
		if got := Within(c.envelope, c.thickness, UsualEase, sixteenth); got != c.want {
			t.Errorf("%v at %s: %v", c.envelope, c.thickness.Text(measure.Inches), got)
		}
	}
}

func TestLayersStepDownTwiceTheBorder(t *testing.T) {
	r := measure.DefaultRuler(measure.Inches)
	if got := Step(Size{5 * in, 7 * in}, Border{in / 4, in / 4, in}, r); got != (Size{9 * in / 2, 23 * in / 4}) {
		t.Errorf("bottom-weighted: %v", got)
	}
	if got := Ladder(Size{5 * in, 7 * in}, in/8, 3*in/2, r); len(got) != 14 || got[0] != (Size{19 * in / 4, 27 * in / 4}) || got[13] != (Size{3 * in / 2, 7 * in / 2}) {
		t.Errorf("ladder: %v", got)
	}
	if got := Step(Size{5 * in, 7 * in}, Equal(in/8), r); got != (Size{4*in + 3*in/4, 6*in + 3*in/4}) {
		t.Errorf("%v", got)
	}
}

func TestVerdicts(t *testing.T) {
	a2 := Envelope{0, Size{4*in + 3*in/8, 5*in + 3*in/4}, Size{4*in + in/4, 5*in + in/2}}
	c6 := Envelope{1, Size{114 * mm, 162 * mm}, Size{105 * mm, 148 * mm}}
	plain := Envelope{2, Size{114 * mm, 162 * mm}, Size{}}
	for _, c := range []struct {
		e    Envelope
		card Size
		t    measure.Length
		want Verdict
	}{
		{a2, Size{4*in + in/4, 5*in + in/2}, 0, Good},       // 1/8 and 1/4 over
		{a2, Size{4*in + in/4, 5*in + in/2}, in / 8, Tight}, // the 1/8 is used up
		{a2, Size{4*in + in/4, 5*in + in/2}, in/8 + 1, No},
		{a2, Size{4 * in, 5 * in}, 0, Loose}, // 3/4 over
		{c6, Size{105 * mm, 148 * mm}, 0, Good},
		{plain, Size{105 * mm, 148 * mm}, 0, Loose}, // 14 mm over, and no customary card to say otherwise
		{a2, Size{5*in + in/2, 4*in + in/4}, 0, Good},
	} {
		if got := Try(c.e, c.card, c.t); got.Verdict != c.want {
			t.Errorf("%v, card %v at %d: %s, want %s", c.e.Size, c.card, c.t, got.Verdict, c.want)
		}
	}
	if got := Try(a2, Size{5*in + in/2, 4*in + in/4}, 0); !got.Turned || got.Thickest != in/16 {
		t.Errorf("the card lying down: %+v", got)
	}
}

func TestThickerNeverFitsBetter(t *testing.T) {
	rng := rand.New(rand.NewSource(4))
	fits := func(v Verdict) bool { return v != No }
	for range 2000 {
		e := Envelope{0, Size{in * measure.Length(3+rng.Intn(4)), in * measure.Length(5+rng.Intn(4))}, Size{}}
		card := Size{in/2 + measure.Length(rng.Int63n(int64(7*in))), in/2 + measure.Length(rng.Int63n(int64(8*in)))}
		thin := measure.Length(rng.Int63n(int64(in)))
		thick := thin + measure.Length(rng.Int63n(int64(in)))
		if fits(Try(e, card, thick).Verdict) && !fits(Try(e, card, thin).Verdict) {
			t.Fatalf("%v takes %v at %d but not at %d", e.Size, card, thick, thin)
		}
	}
}
