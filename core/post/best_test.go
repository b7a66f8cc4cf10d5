package post_test

import (
	"cmp"
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	. "yellow-parcel/core/post"
)

// dearer orders verdicts by their price, refused and unpriced last.
func dearer(v, w Verdict) int {
	last := func(v Verdict) int { return map[bool]int{true: 0, false: 1}[v.State != Fails && v.Priced] }
	return cmp.Or(last(v)-last(w), v.ComparePrice(w), cmp.Compare(v.Rank(), w.Rank()))
}

// asked orders verdicts by what the counter says of them, then by their price.
func asked(v, w Verdict) int { return cmp.Or(cmp.Compare(v.Rank(), w.Rank()), v.ComparePrice(w)) }

// US letters by hand: up to 1/4 in, 0.78 for an ounce and 0.49 more for what does not bend; a flat goes for 1.63.
func TestTheBestThatCanComeOfAPieceByHand(t *testing.T) {
	c := us(t)
	for _, k := range []struct {
		change             func(*Piece)
		cheapest, smoothly string
	}{
		{func(p *Piece) {}, "letter 0.78 USD pass", "letter 0.78 USD pass"},
		{func(p *Piece) { p.Width = 20 * in }, "letter 0.78 USD pass", "letter 0.78 USD pass"},
		{func(p *Piece) { p.Bends = card.Band{Low: card.TooRigid, High: card.TooRigid} }, "letter 0.78 USD pass", "letter 0.78 USD pass"},
		{func(p *Piece) { p.OnCard = []string{"coin"} }, "letter 1.27 USD surcharge", "flat 1.63 USD pass"},
		{func(p *Piece) { p.Thickness = in / 2 }, "flat 1.63 USD pass", "flat 1.63 USD pass"},
		{func(p *Piece) { p.Weight = measure.FromGrams(28.3) }, "letter 0.78 USD pass", "letter 0.78 USD pass"},
		{func(p *Piece) { p.Weight = measure.FromGrams(28.4) }, "letter 1.07 USD pass", "letter 1.07 USD pass"},
	} {
		p := piece(5*in, 7*in, in/16)
		p.Weight = measure.FromGrams(20)
		k.change(&p)
		said := func(v Verdict) string { return className(v) + " " + v.Price.Text("USD") + " " + string(v.State) }
		if a, b := said(Best(c, &p, dearer)), said(Best(c, &p, asked)); a != k.cheapest || b != k.smoothly {
			t.Errorf("%+v: %s and %s, not %s and %s", p, a, b, k.cheapest, k.smoothly)
		}
	}
}

// Nothing larger, smaller, heavier or thicker does better than the best that is said to be possible.
func TestNothingDoesBetterThanTheBest(t *testing.T) {
	rng := rand.New(rand.NewPCG(4, 1))
	up := func(most int) measure.Length { return measure.FromMM(rng.Float64() * float64(most)) }
	bands := []card.Bend{card.Easy, card.Borderline, card.TooRigid}
	carriers, near := catalog.Standard().Carriers, 0
	for range 40_000 {
		c := &carriers[rng.IntN(len(carriers))]
		least := Piece{Thickness: up(30), Weight: measure.FromGrams(rng.Float64() * 120)}
		least.AddressShort, least.Odd = rng.IntN(4) == 0, rng.IntN(20) == 0
		if rng.IntN(4) == 0 {
			least.OnCard = []string{[]string{"coin", "button", "key", "bulky"}[rng.IntN(4)]}
		}
		if rng.IntN(6) == 0 {
			least.Hard, least.Bends = []string{"coin"}, card.Band{Low: card.TooRigid, High: card.TooRigid}
		}
		p := least
		p.Width, p.Height = 60*measure.Millimetre+up(330), 60*measure.Millimetre+up(200)
		p.Weight += measure.FromGrams(rng.Float64() * 40)
		p.Thickness += up(2)
		if uneven := up(8); len(p.Hard) == 0 {
			low := rng.IntN(len(bands))
			p.Bends, p.Uneven = card.Band{Low: bands[low], High: bands[low+rng.IntN(len(bands)-low)]}, func(measure.Length) measure.Length { return uneven }
		}
		v := Outcome(c, &p)
		for name, order := range map[string]func(v, w Verdict) int{"dearer": dearer, "asked": asked} {
			best := Best(c, &least, order)
			if order(best, v) > 0 {
				t.Fatalf("%s, by %s: %s %s %s at best, and %+v goes as %s %s %s", c.ID, name, className(best), best.Price.Text(""), best.State, p, className(v), v.Price.Text(""), v.State)
			}
			if order(best, v) == 0 {
				near++
			}
		}
	}
	if near < 8_000 {
		t.Errorf("the best was met only %d times: it says too little", near)
	}
}
