package trim

import (
	"fmt"
	"math/rand"
	"slices"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

// eighths is a length in eighths of an inch.
func eighths(n int) measure.Length { return measure.Length(n) * in / 8 }

// stacked is a card's base and so many layers, each an eighth smaller all round, an inside panel where asked.
func stacked(base Piece, w, h, layers int, inside bool, count int) []Piece {
	base.Count = count
	out := []Piece{base}
	for i := range layers {
		out = append(out, Piece{Name: fmt.Sprint("layer ", i+1), Size: size(eighths(w-2*(i+1)), eighths(h-2*(i+1))), Count: count})
	}
	if inside {
		out = append(out, Piece{Name: "inside panel", Size: size(eighths(w-4), eighths(h-4)), Count: count})
	}
	return out
}

// Batches of many kinds on the fewest sheets there are, found and proved by other means.
func TestBatchesOfManyKinds(t *testing.T) {
	large := twelveByEighteen
	wide := Piece{Name: "base", Size: size(12*in, 8*in)}
	for _, c := range []struct {
		name          string
		pieces        []Piece
		sheet         Sheets
		sheets, moves int
	}{
		{"six layers and an inside panel", stacked(wide, 48, 64, 6, true, 80), large, 148, 15},
		{"five layers and an inside panel", stacked(wide, 48, 64, 5, true, 80), large, 140, 17},
		// The bases alone take 50 of letter; the plan for a hundred A2 cards is cut in few settings, not one for each sheet's cut.
		{"five layers on a hundred A2 cards", stacked(Piece{Name: "base", Size: size(eighths(68), eighths(44))}, 34, 44, 5, false, 100), letter, 147, 15},
	} {
		p := Problem{Pieces: c.pieces, Sheets: []Sheets{c.sheet}, Steps: ThoroughWork}
		plan, err := Solve(p)
		if err == nil {
			err = check(p, plan)
		}
		if err != nil || plan.Used != c.sheets || !plan.Proved() || plan.Moves > c.moves || len(plan.Layouts) > 12 {
			t.Errorf("%s: %d sheets of at least %d, %d moves, %d layouts, %v", c.name, plan.Used, plan.LowerBound, plan.Moves, len(plan.Layouts), err)
		}
	}
}

// Every plan to choose is a whole plan: it gives the pieces, and its figures are what cutting it takes.
func TestChoicesAreWholePlans(t *testing.T) {
	rng := rand.New(rand.NewSource(41))
	several := 0
	for i := range 80 {
		p := random(rng)
		p.Stack, p.Minute = measure.Length(rng.Intn(3))*measure.Millimetre, measure.Money(rng.Intn(2))*30*measure.Cent
		for s := range p.Sheets {
			p.Sheets[s].Price, p.Sheets[s].Priced, p.Sheets[s].Caliper = measure.Money(10+rng.Intn(90))*measure.Cent, true, measure.Millimetre/3
		}
		c, err := Choose(p)
		if err != nil {
			continue
		}
		if len(c.Plans) > 1 {
			several++
		}
		least := map[Aim]int{FewestSheets: 1 << 40, FewestMoves: 1 << 40, LeastMoney: 1 << 40}
		of := func(q *CutPlan) map[Aim]int {
			return map[Aim]int{FewestSheets: q.Used, FewestMoves: q.Trouble(), LeastMoney: int(q.Money())}
		}
		for _, q := range c.Plans {
			if err := check(p, q); err != nil {
				t.Fatalf("problem %d: %v\n%+v\n%+v", i, err, p, q)
			}
			if err := sums(p, q); err != nil {
				t.Fatalf("problem %d: %v", i, err)
			}
			for a, n := range of(q) {
				least[a] = min(least[a], n)
			}
		}
		for _, a := range Aims {
			if got := of(c.By(a))[a]; got != least[a] && a == FewestSheets {
				t.Fatalf("problem %d: the plan with the best %s has %d, another %d", i, a, got, least[a])
			}
		}
	}
	if several < 15 {
		t.Errorf("only %d batches had a choice", several)
	}
}

// sums adds up what a plan says it takes: paper, strokes in piles, and time.
func sums(p Problem, q *CutPlan) error {
	paper := measure.Money(0)
	for _, l := range q.Layouts {
		paper += p.Sheets[l.Sheet].Price * measure.Money(l.Count)
	}
	strokes := 0
	for _, s := range q.Steps {
		// A pile holds parts of one size, cut the same way.
		parts := map[string]int{}
		for _, one := range s.Cuts {
			l := q.Layouts[one.Layout]
			c := l.Cuts[one.Number-1]
			parts[fmt.Sprint(c.Part.Size, c.Across)] += l.Count
		}
		at := 0
		for _, n := range parts {
			for ; n > 0; n -= max(1, int(p.Stack/(measure.Millimetre/3))) {
				at++
			}
		}
		if at != s.Strokes {
			return fmt.Errorf("%d strokes at %d, said %d", at, s.Set, s.Strokes)
		}
		strokes += at
	}
	seconds := SecondsMove*len(q.Steps) + SecondsStroke*strokes + SecondsSheet*q.Used
	if q.Paper != paper || q.Seconds != seconds || q.Money() != paper+p.Minute*measure.Money(seconds)/60 || q.Strokes() != strokes {
		return fmt.Errorf("%d for paper, said %d; %d s, said %d", paper, q.Paper, seconds, q.Seconds)
	}
	return nil
}

// fewestOf tries every order of the guide's settings, the shortest first.
func fewestOf(b *trimmer) int {
	seen := map[string]bool{}
	level := []*standing{b.begin()}
	for n := 0; ; n++ {
		var next []*standing
		for _, s := range level {
			if s.needed == 0 {
				return n
			}
			for set := range b.sets {
				if a := b.after(s, set); !slices.Equal(a.done, s.done) && !seen[string(bytesOf(a.done))] {
					seen[string(bytesOf(a.done))] = true
					next = append(next, a)
				}
			}
		}
		level = next
	}
}

func TestTheGuideMovesAsRarelyAsItCan(t *testing.T) {
	rng := rand.New(rand.NewSource(42))
	tried, over := 0, 0
	for tried < 60 {
		p := random(rng)
		kinds, err := kindsOf(&p)
		if err != nil || len(kinds) == 0 {
			continue
		}
		v := newSolver(&p, kinds)
		if v.listed(); len(v.found.kept) == 0 {
			continue
		}
		b, err := trimmerOf(&p, kinds, merged(v.found.best().fulls))
		if err != nil || len(b.sets) > 9 {
			continue
		}
		tried++
		got, best := len(b.fewestMoves(wideWork*QuickWork)), fewestOf(b)
		if got > best {
			over++
		}
		if got < best || 100*got > 115*best {
			t.Errorf("%d moves, and %d do: %+v", got, best, p)
		}
	}
	if over > 3 {
		t.Errorf("%d of %d orders take a move more than the best", over, tried)
	}
}

// What a cut elsewhere has left is never measured: the guide is set at the size of pieces.
func TestTheGuideIsSetAtPieces(t *testing.T) {
	// A4 is no whole number of sixteenths; two cards of 4 x 5 1/4 lie in it, and what is beside them is cut too.
	p := Problem{Sheets: []Sheets{a4}, Pieces: []Piece{
		{Name: "card", Size: size(4*in, 21*in/4), Count: 20}, {Name: "tag", Size: size(3*in/2, 5*in/2), Count: 30}, {Name: "strip", Size: size(in, 7*in), Count: 10}}}
	plan, err := Solve(p)
	if err == nil {
		err = check(p, plan)
	}
	if err != nil {
		t.Fatal(err)
	}
	for _, s := range plan.Steps {
		if s.Set%(in/16) != 0 {
			t.Errorf("the guide is set at %g in", s.Set.In())
		}
	}
}

// Twenty flat cards of 4 x 5 in come out of five letters for 0.50, or out of two large sheets for 4.00.
func TestTheCheapestSheetsThatDo(t *testing.T) {
	flat := []Piece{{Name: "flat", Size: size(4*in, 5*in), Count: 20}}
	small := Sheets{Name: "letter", Size: letter.Size, Price: 10 * measure.Cent, Priced: true}
	large := Sheets{Name: "12 x 18", Size: size(12*in, 18*in), Price: 2 * measure.Single, Priced: true}
	bought := func(s Sheets) Sheets { s.Count, s.Buy = Unlimited, true; return s }
	for _, c := range []struct {
		name         string
		sheets       []Sheets
		used, bought int
		paper        measure.Money
	}{
		{"both on hand", []Sheets{limited(small, 30), limited(large, 5)}, 5, 0, 50 * measure.Cent},
		{"both to buy", []Sheets{limited(small, 0), limited(large, 0), bought(small), bought(large)}, 5, 5, 50 * measure.Cent},
		// What is on hand is cut before anything is bought: two letters, and the large one for the other twelve would do with two.
		{"three letters on hand", []Sheets{limited(small, 3), bought(small), bought(large)}, 5, 2, 50 * measure.Cent},
		{"a large one on hand", []Sheets{limited(large, 1), bought(small), bought(large)}, 4, 3, 230 * measure.Cent},
	} {
		p := Problem{Pieces: flat, Sheets: c.sheets}
		all, err := Choose(p)
		if err != nil {
			t.Fatal(err)
		}
		plan := all.Usual
		if err := check(p, plan); err != nil || plan.Used != c.used || plan.Bought != c.bought || plan.Paper != c.paper {
			t.Errorf("%s: %d sheets, %d bought, for %d; %v", c.name, plan.Used, plan.Bought, plan.Paper, err)
		}
	}
}

func BenchmarkManyKinds(b *testing.B) {
	large := twelveByEighteen
	p := Problem{Pieces: stacked(Piece{Name: "base", Size: size(12*in, 8*in)}, 48, 64, 6, true, 80), Sheets: []Sheets{large}}
	for b.Loop() {
		if _, err := Solve(p); err != nil {
			b.Fatal(err)
		}
	}
}

// Copies cost nothing: a plan grows with the kinds of piece.
func BenchmarkCopies(b *testing.B) {
	for _, n := range []int{1_000, 100_000} {
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			p := Problem{Pieces: []Piece{base, layer1, layer2}, Sheets: []Sheets{letter, twelve}}
			for i := range p.Pieces {
				p.Pieces[i].Count = n
			}
			for b.Loop() {
				if _, err := Solve(p); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// A hundred times the copies are no more work.
func TestCopiesCostNoWork(t *testing.T) {
	work := func(count int) int {
		p := Problem{Pieces: stacked(Piece{Name: "base", Size: size(12*in, 8*in)}, 48, 64, 6, true, count), Sheets: []Sheets{twelveByEighteen}, Steps: QuickWork}
		kinds, err := kindsOf(&p)
		if err != nil {
			t.Fatal(err)
		}
		v := newSolver(&p, kinds)
		v.found.lower = pattern.Bound(v.task.plain, v.task.sheets)
		m := newCoverer(v)
		m.generated()
		return m.g.Work + v.found.work
	}
	if few, many := work(1_000), work(100_000); many > 2*few {
		t.Errorf("a thousand cards took %d places, a hundred thousand %d", few, many)
	}
}

var twelveByEighteen = Sheets{Name: "12 x 18", Size: size(12*in, 18*in), Count: Unlimited}

// Looking longer begins with what the usual search finds, and is never worse at what is aimed at; what is proved of a plan no
// other plan of the two searches does better.
func TestLookingLongerIsNeverWorse(t *testing.T) {
	rng := rand.New(rand.NewSource(31))
	better, proved := 0, map[Aim]int{}
	for i := range 60 {
		p := random(rng)
		p.Steps = 0
		for k := range p.Sheets {
			p.Sheets[k].Price, p.Sheets[k].Priced = measure.Money(1+rng.Intn(40))*measure.Cent, i%2 == 0
		}
		short, err := Choose(p)
		long, errLong := Choose(Problem{p.Pieces, p.Sheets, p.Limits, p.Stack, p.Minute, 4 * QuickWork, nil})
		if fmt.Sprint(err) != fmt.Sprint(errLong) {
			t.Fatalf("problem %d: %v, longer %v", i, err, errLong)
		}
		if err != nil {
			continue
		}
		of := func(c *CutPlan) map[Aim]int64 {
			return map[Aim]int64{FewestSheets: int64(c.Used), FewestMoves: int64(c.Trouble()), LeastMoney: int64(c.Money())}
		}
		for _, a := range Aims {
			if a == LeastMoney && !short.Known {
				continue
			}
			before, after := of(short.By(a))[a], of(long.By(a))[a]
			if after > before || long.By(a).Bought > short.By(a).Bought {
				t.Fatalf("problem %d: looked for longer the best %s takes %d, not %d", i, a, after, before)
			}
			if after < before {
				better++
			}
			for _, plan := range short.Plans {
				if !short.Proved(plan, a) {
					continue
				}
				proved[a]++
				for _, other := range long.Plans {
					if of(other)[a] < of(plan)[a] {
						t.Fatalf("problem %d: %d is proved of %s, and there is %d", i, of(plan)[a], a, of(other)[a])
					}
				}
			}
		}
		if u, was := long.Usual, short.Usual; u.Used >= was.Used && u.Trouble() >= was.Trouble() && u.Money() >= was.Money() && (u.Used > was.Used || u.Trouble() > was.Trouble() || u.Money() > was.Money()) {
			t.Fatalf("problem %d: the usual plan is worse in every way", i)
		}
		for _, plan := range long.Plans {
			if err := check(p, plan); err != nil {
				t.Fatalf("problem %d: %v", i, err)
			}
		}
	}
	if proved[FewestSheets] < 10 || proved[FewestMoves] < 1 || proved[LeastMoney] < 3 {
		t.Errorf("%d better, proved %v", better, proved)
	}
}

// The least settings of the guide by hand: none for the sheet itself, one for its half, one for quarters of a square, two for most.
func TestLeastSettingsByHand(t *testing.T) {
	for _, c := range []struct {
		sheet, piece card.Size
		want         int
	}{
		{size(17*in/2, 11*in), size(17*in/2, 11*in), 0},
		{size(17*in/2, 11*in), size(17*in/2, 11*in/2), 1},
		{size(12*in, 12*in), size(6*in, 6*in), 1},
		{size(12*in, 12*in), size(5*in, 7*in), 1}, // five off one side, and what is left of the other
		{size(17*in/2, 11*in), size(17*in/4, 11*in/2), 2},
		{size(17*in/2, 11*in), size(4*in, 6*in), 2},
	} {
		if got := settingsFor(c.sheet.Width, c.sheet.Height, c.piece.Width, c.piece.Height); got != c.want {
			t.Errorf("%s out of %s: %d", c.piece.Text("in"), c.sheet.Text("in"), got)
		}
	}
}
