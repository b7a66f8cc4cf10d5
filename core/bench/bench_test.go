package bench

import (
	"math/rand/v2"
	"strings"
	"testing"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
)

func TestEveryStepHasItsWordsAndItsMinutes(t *testing.T) {
	for name := range usuals {
		if Says[name] == "" {
			t.Errorf("%s takes minutes and says nothing", name)
		}
	}
	for name, text := range Says {
		if n := len(strings.Fields(text)); n > 9 && !strings.HasPrefix(name, "check-") {
			t.Errorf("%s: %d words", name, n)
		}
	}
	if m := minutesOf("score", 12); m != (Minutes{(15. + 12*6) / 60, (25. + 12*10) / 60, (45. + 12*18) / 60}) {
		t.Errorf("%+v", m)
	}
}

// sets are moves of the guide at some settings, in inches.
func sets(all ...int) []move {
	var out []move
	for _, s := range all {
		out = append(out, move{set: measure.Length(s) * measure.Inch, cuts: []CutAt{{Lot: len(all), Number: len(out)}}})
	}
	return out
}

// shortest is how many moves two orders take as one, found by trying.
func shortest(a, b []move) int {
	switch {
	case len(a) == 0:
		return len(b)
	case len(b) == 0:
		return len(a)
	case a[0].set == b[0].set:
		return 1 + shortest(a[1:], b[1:])
	}
	return 1 + min(shortest(a[1:], b), shortest(a, b[1:]))
}

// Two orders of moves run as one: each keeps its own order, none of its cuts is
// lost, and the guide is set as rarely as can be.
func TestMovesOfTwoLotsRunTogether(t *testing.T) {
	if got := together(sets(5, 4, 2), sets(6, 4, 3, 2)); len(got) != 5 {
		t.Errorf("%d moves, want 5, 6, 4, 3, 2", len(got))
	}
	r := rand.New(rand.NewPCG(3, 3))
	for range 2000 {
		draw := func() []move {
			var all []int
			for range r.IntN(8) {
				all = append(all, 1+r.IntN(4))
			}
			return sets(all...)
		}
		a, b := draw(), draw()
		got := together(a, b)
		if len(got) != shortest(a, b) {
			t.Fatalf("%d moves, %d suffice", len(got), shortest(a, b))
		}
		next := map[int]int{}
		for _, m := range got {
			for _, c := range m.cuts {
				of := a
				if c.Lot == len(b) && (len(a) != len(b)) {
					of = b
				}
				if len(a) == len(b) {
					continue // the two cannot be told apart
				}
				if c.Number != next[c.Lot] || of[c.Number].set != m.set {
					t.Fatalf("cut %d of %d out of turn", c.Number, c.Lot)
				}
				next[c.Lot]++
			}
		}
		if len(a) != len(b) && (next[len(a)] != len(a) || next[len(b)] != len(b)) {
			t.Fatal("a cut is lost")
		}
	}
}

// Glue dries while hands do something else, and keeps them waiting only for what it holds.
func TestWhatDriesDoesSoByItself(t *testing.T) {
	card, blank := supply.Role{Key: supply.Card}, supply.Role{Key: supply.TheBlank}
	step := func(kind Action, likely float64, of supply.Role) Step {
		return Step{Kind: kind, Minutes: Minutes{likely, likely, likely}, Handled: []Handled{{Part: of, Pieces: 1}}}
	}
	for _, c := range []struct {
		what  string
		steps []Step
		want  float64
	}{
		{"glue, dry, put in", []Step{step(Glue, 2, blank), step(Dry, 10, blank), step(Insert, 1, blank)}, 13},
		{"a card is stacked meanwhile", []Step{step(Glue, 2, blank), step(Dry, 10, blank), step(Assemble, 6, card), step(Insert, 1, blank)}, 13},
		{"more than it dries", []Step{step(Glue, 2, blank), step(Dry, 10, blank), step(Assemble, 15, card), step(Insert, 1, blank)}, 18},
		{"the last thing dries out", []Step{step(Glue, 2, blank), step(Dry, 10, blank)}, 12},
	} {
		if got := Time(c.steps).Likely; got != c.want {
			t.Errorf("%s: %v min, want %v", c.what, got, c.want)
		}
	}
}
