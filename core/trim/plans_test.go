package trim

import (
	"fmt"
	"math/rand"
	"strings"
	"testing"

	"yellow-parcel/core/measure"
	"yellow-parcel/recorded"
)

// line is a plan in a line: its sheets, its figures, each layout with its cuts, and the steps.
func (p *CutPlan) line() string {
	var b strings.Builder
	fmt.Fprintf(&b, "%d sheets (at least %d, %d bought), %d settings, %d moves, paper %d, %d s, labour %d;", p.Used, p.LowerBound, p.Bought, p.Settings, p.Moves, p.Paper, p.Seconds, p.Labour)
	for _, l := range p.Layouts {
		fmt.Fprintf(&b, " %d x %d:", l.Count, l.Sheet)
		for _, q := range l.Pieces {
			fmt.Fprintf(&b, " %d@%d,%d", q.Piece, int(q.X.MM()), int(q.Y.MM()))
			if q.Turned {
				b.WriteString("t")
			}
		}
		fmt.Fprintf(&b, " (%d cuts);", len(l.Cuts))
	}
	for _, s := range p.Steps {
		fmt.Fprintf(&b, " %d x %d", int(s.Set.MM()*100), s.Strokes)
	}
	return b.String()
}

// problems are seeded problems of every sort: few kinds and many, few sheets on hand, prices, a trimmer
// with a short reach, minutes that cost, piles, and what cannot be cut.
func problems() []Problem {
	var out []Problem
	for seed := range 36 {
		rng := rand.New(rand.NewSource(int64(seed)))
		p := random(rng)
		switch seed % 6 {
		case 1:
			for i := range p.Sheets {
				p.Sheets[i].Price, p.Sheets[i].Priced = measure.Money(20+7*i)*measure.Cent, true
			}
			p.Minute = 30 * measure.Cent
		case 2:
			p.Stack = in / 4
			for i := range p.Sheets {
				p.Sheets[i].Caliper = in / 100
			}
		case 3:
			p.Steps = 400_000
		case 4:
			p.Sheets = p.Sheets[:len(p.Sheets)-1]
		case 5:
			p.Limits = Limits{Longest: 10 * in, Deepest: 7 * in}
		}
		out = append(out, p)
	}
	return out
}

// What comes of each problem is what it came to; where a change is meant, the difference is its review.
func TestPlansComeToWhatTheyDid(t *testing.T) {
	var b strings.Builder
	for i, p := range problems() {
		made, err := Choose(p)
		if err != nil {
			fmt.Fprintf(&b, "%d: %v\n", i, err)
			continue
		}
		fmt.Fprintf(&b, "%d: known %v, long %v, %d steps, trouble %d, money %d, stopped %v\n", i, made.Known, made.Long, made.Steps, made.LeastTrouble, made.LeastMoney, made.Stopped)
		for _, q := range made.Plans {
			fmt.Fprintf(&b, "  %s\n", q.line())
		}
	}
	recorded.Same(t, "testdata/plans.txt", b.String())
}

// A piece lies in a sheet where it does in one way alone.
func TestAPieceLiesInASheetOneWay(t *testing.T) {
	for _, c := range []struct {
		piece Piece
		lies  bool
	}{
		{Piece{Size: size(8*in, 10*in)}, true}, {Piece{Size: size(10*in, 8*in)}, true}, {Piece{Size: size(9*in, 9*in)}, false}, {Piece{Size: size(4*in, 4*in)}, true},
	} {
		if got := c.piece.Lies(letter); got != c.lies {
			t.Errorf("%v in letter: %v", c.piece.Size, got)
		}
	}
}
