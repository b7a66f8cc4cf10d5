package post_test

import (
	"fmt"
	"math/rand"
	"testing"

	"yellow-parcel/core/measure"
	. "yellow-parcel/core/post"
)

func TestStampsByHandAndByForce(t *testing.T) {
	on := []Stamp{{"lantern", 78, 10}, {"kite", 29, 3}, {"old", 10, 40}}
	text := func(s Set) string {
		out := ""
		for _, u := range s.Stamps {
			out += fmt.Sprintf("%d x %d ", u.Count, u.Stamp.Price)
		}
		return out + fmt.Sprintf("over %d", s.Over)
	}
	for price, want := range map[measure.Money]string{78: "1 x 78 over 0", 107: "1 x 78 1 x 29 over 0", 127: "1 x 78 1 x 29 2 x 10 over 0", 85: "3 x 29 over 2"} {
		if s, ok := Cover(on, price); !ok || text(s) != want {
			t.Errorf("%d: %s, want %s", price, text(s), want)
		}
	}
	// 78 + 29 serves three of five; 78 and three tens two more.
	sets, short := Batch(on, 107, 5)
	if short != 0 || len(sets) != 2 || sets[0].Pieces != 3 || sets[1].Pieces != 2 || text(sets[1]) != "1 x 78 3 x 10 over 1" {
		t.Errorf("%+v, %d short", sets, short)
	}
	// Ten of 78; 2 x 29 and 2 tens once; 29 and 5 tens once; 8 tens of the 33 left four times: 16 of 200.
	if _, short := Batch(on, 78, 200); short != 184 {
		t.Errorf("%d short", short)
	}
	// Every combination of few stamps, by force.
	small := []Stamp{{"a", 7, 2}, {"b", 11, 3}, {"c", 25, 1}}
	for price := measure.Money(1); price < 75; price++ {
		best, count := measure.Money(1<<30), 99
		for a := 0; a <= 2; a++ {
			for b := 0; b <= 3; b++ {
				for c := 0; c <= 1; c++ {
					if v := measure.Money(7*a + 11*b + 25*c); v >= price && (v < best || v == best && a+b+c < count) {
						best, count = v, a+b+c
					}
				}
			}
		}
		s, ok := Cover(small, price)
		n := 0
		for _, u := range s.Stamps {
			n += u.Count
		}
		if ok != (best < 1<<30) || ok && (s.Over != best-price || n != count) {
			t.Errorf("%d: %s, by force %d over with %d", price, text(s), best-price, count)
		}
	}
}

// Over a whole batch no choice of combinations covers more pieces, or as many for less: small batches by force.
func TestBatchesOfStampsByForce(t *testing.T) {
	rng := rand.New(rand.NewSource(24))
	better := 0
	for range 300 {
		on := []Stamp{{"a", measure.Money(5 + rng.Intn(40)), rng.Intn(4)}, {"b", measure.Money(5 + rng.Intn(40)), rng.Intn(4)}, {"c", measure.Money(5 + rng.Intn(40)), rng.Intn(3)}}
		price, pieces := measure.Money(20+rng.Intn(50)), 1+rng.Intn(3)
		// Every way of sharing the stamps out, piece by piece; the rest of the pieces go without.
		bestShort, bestOver := pieces, measure.Money(0)
		var share func(left [3]int, done int, over measure.Money)
		share = func(left [3]int, done int, over measure.Money) {
			if short := pieces - done; short < bestShort || short == bestShort && over < bestOver {
				bestShort, bestOver = short, over
			}
			if done == pieces {
				return
			}
			for a := 0; a <= left[0]; a++ {
				for b := 0; b <= left[1]; b++ {
					for c := 0; c <= left[2]; c++ {
						if worth := measure.Money(a)*on[0].Price + measure.Money(b)*on[1].Price + measure.Money(c)*on[2].Price; worth >= price {
							share([3]int{left[0] - a, left[1] - b, left[2] - c}, done+1, over+worth-price)
						}
					}
				}
			}
		}
		share([3]int{on[0].Count, on[1].Count, on[2].Count}, 0, 0)
		sets, short := Batch(on, price, pieces)
		over, used, covered := measure.Money(0), map[string]int{}, 0
		for _, s := range sets {
			over, covered = over+s.Over*measure.Money(s.Pieces), covered+s.Pieces
			for _, u := range s.Stamps {
				used[u.Stamp.Name] += u.Count * s.Pieces
			}
		}
		if short != bestShort || over != bestOver || covered+short != pieces {
			t.Fatalf("%v for %d of %d: %+v, %d short, %d over; want %d short, %d over", on, pieces, price, sets, short, over, bestShort, bestOver)
		}
		for _, s := range on {
			if used[s.Name] > s.Count {
				t.Fatalf("%v: %d of %s used", on, used[s.Name], s.Name)
			}
		}
		if len(sets) > 1 {
			better++
		}
	}
	if better < 20 {
		t.Errorf("only %d batches took more than one combination", better)
	}
}
