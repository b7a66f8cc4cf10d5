package card

import (
	"math/rand"
	"testing"

	"yellow-parcel/core/measure"
)

const (
	in = measure.Inch
	mm = measure.Millimetre
)

func TestFlatPieces(t *testing.T) {
	for _, c := range []struct {
		fold   string
		want   Size
		scores []Score
	}{
		{"book", Size{10 * in, 7 * in}, []Score{{"left", 5 * in}}},
		{"tent", Size{5 * in, 14 * in}, []Score{{"top", 7 * in}}},
		{"flat", Size{5 * in, 7 * in}, nil},
	} {
		f, ok := FoldByID(c.fold)
		got := f.Flat(Size{5 * in, 7 * in})
		if !ok || got.Size != c.want || len(got.Scores) != len(c.scores) || len(c.scores) > 0 && got.Scores[0] != c.scores[0] {
			t.Errorf("%s: %+v", c.fold, got)
		}
	}
	if _, ok := FoldByID("origami"); ok {
		t.Error("an unknown fold was found")
	}
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
		if got := Inside(c.envelope, c.thickness, UsualEase, sixteenth); got != c.want {
			t.Errorf("%v at %s: %v", c.envelope, c.thickness.Text(measure.Inches), got)
		}
	}
}

func TestLayersStepDownTwiceTheBorder(t *testing.T) {
	r := measure.DefaultRuler(measure.Inches)
	if got := Step(Size{5 * in, 7 * in}, in/8, r); got != (Size{4*in + 3*in/4, 6*in + 3*in/4}) {
		t.Errorf("%v", got)
	}
}

func TestVerdicts(t *testing.T) {
	a2 := Envelope{"a2", Size{4*in + 3*in/8, 5*in + 3*in/4}, Size{4*in + in/4, 5*in + in/2}}
	c6 := Envelope{"c6", Size{114 * mm, 162 * mm}, Size{105 * mm, 148 * mm}}
	plain := Envelope{"plain", Size{114 * mm, 162 * mm}, Size{}}
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
			t.Errorf("%s, card %v at %d: %s, want %s", c.e.ID, c.card, c.t, got.Verdict, c.want)
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
		e := Envelope{"e", Size{in * measure.Length(3+rng.Intn(4)), in * measure.Length(5+rng.Intn(4))}, Size{}}
		card := Size{in/2 + measure.Length(rng.Int63n(int64(7*in))), in/2 + measure.Length(rng.Int63n(int64(8*in)))}
		thin := measure.Length(rng.Int63n(int64(in)))
		thick := thin + measure.Length(rng.Int63n(int64(in)))
		if fits(Try(e, card, thick).Verdict) && !fits(Try(e, card, thin).Verdict) {
			t.Fatalf("%v takes %v at %d but not at %d", e.Size, card, thick, thin)
		}
	}
}
