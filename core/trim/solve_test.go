package trim

import (
	"cmp"
	"errors"
	"fmt"
	"math/rand"
	"slices"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

const in = measure.Inch

// check makes every cut of a plan with paper and blade, and counts what falls out.
func check(p Problem, plan *CutPlan) error {
	got, used := make([]int, len(p.Pieces)), make([]int, len(p.Sheets))
	seen := map[string]bool{}
	for i, l := range plan.Layouts {
		key := fmt.Sprint(l.Sheet, l.Pieces, l.Cuts)
		if l.Count < 1 || seen[key] {
			return fmt.Errorf("layout %d is used %d times, or there twice", i, l.Count)
		}
		seen[key] = true
		used[l.Sheet] += l.Count
		parts := []Rect{{0, 0, p.Sheets[l.Sheet].Size}}
		for j, c := range l.Cuts {
			at := slices.Index(parts, c.Part)
			if at < 0 || c.Number != j+1 {
				return fmt.Errorf("layout %d, cut %d: there is no part %v", i, c.Number, c.Part)
			}
			near, far := c.Part, c.Part
			if c.Across {
				near.Height = c.At - c.Part.Y
				far.Y, far.Height = c.At, c.Part.Height-near.Height
			} else {
				near.Width = c.At - c.Part.X
				far.X, far.Width = c.At, c.Part.Width-near.Width
			}
			set, length := near.Width, c.Part.Height
			if c.Across {
				set, length = near.Height, c.Part.Width
			}
			if min(near.Width, near.Height, far.Width, far.Height) <= 0 || c.Set != set || c.Length != length {
				return fmt.Errorf("layout %d, cut %d: %+v", i, c.Number, c)
			}
			if p.Limits.Longest > 0 && c.Length > p.Limits.Longest || p.Limits.Deepest > 0 && c.Set > p.Limits.Deepest {
				return fmt.Errorf("layout %d, cut %d is out of the trimmer's reach: %+v", i, c.Number, c)
			}
			parts[at] = near
			parts = append(parts, far)
		}
		for _, q := range l.Pieces {
			want := p.Pieces[q.Piece]
			size := want.Size
			if q.Turned {
				size = size.Turned()
			}
			up, side := want.Ways(p.Sheets[l.Sheet])
			if size != q.Size || q.Name != want.Name || q.Turned && !side || !q.Turned && !up {
				return fmt.Errorf("layout %d: %+v does not lie as it may: %+v", i, q, want)
			}
			at := slices.Index(parts, Rect{q.X, q.Y, q.Size})
			if at < 0 {
				return fmt.Errorf("layout %d: %+v is not cut out", i, q)
			}
			parts = slices.Delete(parts, at, at+1)
			got[q.Piece] += l.Count
		}
		for _, o := range l.Offcuts {
			at := slices.Index(parts, o)
			if at < 0 {
				return fmt.Errorf("layout %d: no offcut %v falls off", i, o)
			}
			parts = slices.Delete(parts, at, at+1)
		}
		if len(parts) > 0 {
			return fmt.Errorf("layout %d: %v is left unnamed", i, parts)
		}
	}
	total := 0
	for i, n := range used {
		if total += n; p.Sheets[i].Count != Unlimited && n > p.Sheets[i].Count {
			return fmt.Errorf("%d of %d sheets %d", n, p.Sheets[i].Count, i)
		}
	}
	for i, n := range got {
		if n != p.Pieces[i].Count {
			return fmt.Errorf("%d of %d %s", n, p.Pieces[i].Count, p.Pieces[i].Name)
		}
	}
	if total != plan.Used || plan.LowerBound > plan.Used || plan.Moves != len(plan.Steps) {
		return fmt.Errorf("%d sheets, said %d, at least %d; %d settings", total, plan.Used, plan.LowerBound, plan.Settings)
	}
	return checkSteps(plan)
}

// checkSteps works through the batch by settings of the guide.
func checkSteps(plan *CutPlan) error {
	made := map[StepCut]bool{}
	for _, s := range plan.Steps {
		for _, one := range s.Cuts {
			c := plan.Layouts[one.Layout].Cuts[one.Number-1]
			if made[one] || c.Set != s.Set || c.after >= 0 && !made[StepCut{one.Layout, c.after + 1}] {
				return fmt.Errorf("cut %v at %d comes out of turn", one, s.Set)
			}
			made[one] = true
		}
	}
	for i, l := range plan.Layouts {
		for _, c := range l.Cuts {
			if !made[StepCut{i, c.Number}] {
				return fmt.Errorf("cut %d of layout %d is never made", c.Number, i)
			}
		}
	}
	return nil
}

func size(w, h measure.Length) card.Size { return card.Size{Width: w, Height: h} }

var (
	letter  = Sheets{Name: "letter", Size: size(17*in/2, 11*in), Count: Unlimited}
	twelve  = Sheets{Name: "12 x 12", Size: size(12*in, 12*in), Count: Unlimited}
	a4      = Sheets{Name: "A4", Size: size(210*measure.Millimetre, 297*measure.Millimetre), Count: Unlimited}
	base    = Piece{Name: "base", Size: size(10*in, 7*in), Count: 80}
	layer1  = Piece{Name: "layer 1", Size: size(19*in/4, 27*in/4), Count: 80}
	layer2  = Piece{Name: "layer 2", Size: size(9*in/2, 13*in/2), Count: 80}
	tickets = Piece{Name: "ticket", Size: size(99*measure.Millimetre, 210*measure.Millimetre), Count: 25}
)

func limited(s Sheets, n int) Sheets { s.Count = n; return s }

func TestBatchesByHand(t *testing.T) {
	for _, c := range []struct {
		name           string
		p              Problem
		sheets, settle int
	}{
		// One 10 x 7 base to a letter sheet, and nothing else fits beside it.
		{"80 bases", Problem{Pieces: []Piece{base}, Sheets: []Sheets{letter}}, 80, 2},
		// Two 4 3/4 x 6 3/4 lie in 8 1/2 x 11 no way round: 9 1/2 > 8 1/2, but 6 3/4 x 9 1/2 does.
		{"80 first layers", Problem{Pieces: []Piece{layer1}, Sheets: []Sheets{letter}}, 40, 2},
		// From 12 x 12 only 2 of 4 3/4 x 6 3/4 beside each other, 5 1/4 in left: a third lies across.
		{"80 first layers from 12 x 12", Problem{Pieces: []Piece{layer1}, Sheets: []Sheets{twelve}}, 27, 2},
		// 297 is three times 99, and the tickets are as long as A4 is wide.
		{"25 tickets", Problem{Pieces: []Piece{tickets}, Sheets: []Sheets{a4}}, 9, 1},
	} {
		plan, err := Solve(c.p)
		if err == nil {
			err = check(c.p, plan)
		}
		if err != nil || plan.Used != c.sheets || plan.Settings != c.settle || !plan.Proved() {
			t.Errorf("%s: %d sheets (at least %d), %d settings, %v", c.name, plan.Used, plan.LowerBound, plan.Settings, err)
		}
	}
}

func random(rng *rand.Rand) Problem {
	side := func(least, most int) measure.Length { return measure.Length(least+rng.Intn(most-least+1)) * in / 8 }
	var p Problem
	for i := range 1 + rng.Intn(3) {
		s := Sheets{Name: fmt.Sprint("sheet ", i), Size: size(side(48, 100), side(48, 100)), Count: Unlimited, Grain: []Side{"", "width", "height"}[rng.Intn(3)]}
		if rng.Intn(3) == 0 {
			s.Count = rng.Intn(5)
		}
		p.Sheets = append(p.Sheets, s)
	}
	p.Sheets = append(p.Sheets, Sheets{Name: "bought", Size: size(12*in, 12*in), Count: Unlimited, Buy: true})
	for i := range 1 + rng.Intn(6) {
		p.Pieces = append(p.Pieces, Piece{Name: fmt.Sprint("piece ", i), Size: size(side(8, 60), side(8, 60)), Count: rng.Intn(20), Grain: []Side{"", "", "width"}[rng.Intn(3)]})
	}
	if rng.Intn(4) == 0 {
		p.Limits = Limits{Longest: 12 * in, Deepest: 9 * in}
	}
	p.Steps = 20_000
	return p
}

func TestEveryPlanCanBeCut(t *testing.T) {
	rng := rand.New(rand.NewSource(9))
	reach, none := 0, 0
	for i := range 150 {
		p := random(rng)
		plan, err := Solve(p)
		var far *ReachError
		var no *NoSheetError
		switch {
		case errors.As(err, &far):
			reach++
		case errors.As(err, &no):
			none++
		case err != nil:
			t.Fatalf("problem %d: %v\n%+v", i, err, p)
		default:
			if err := check(p, plan); err != nil {
				t.Fatalf("problem %d: %v\n%+v\n%+v", i, err, p, plan)
			}
		}
	}
	if reach > 25 || none > 25 {
		t.Errorf("%d plans out of reach and %d without a sheet: too few were tried", reach, none)
	}
}

func TestSameInputSamePlan(t *testing.T) {
	rng := rand.New(rand.NewSource(10))
	for range 20 {
		p := random(rng)
		a, errA := Solve(p)
		b, errB := Solve(p)
		if fmt.Sprint(a, errA) != fmt.Sprint(b, errB) {
			t.Fatalf("%+v\n%+v\n%+v", p, a, b)
		}
	}
}

// fewest tries every way of sharing a few pieces among sheets and of cutting each.
func fewest(p Problem) int {
	var pieces []card.Size
	for _, q := range p.Pieces {
		for range q.Count {
			pieces = append(pieces, q.Size)
		}
	}
	n := len(pieces)
	fits := make([]bool, 1<<n)
	for set := 1; set < 1<<n; set++ {
		fits[set] = cuttable(p.Sheets[0].Size, pieces, set)
	}
	best := make([]int, 1<<n)
	for set := 1; set < 1<<n; set++ {
		best[set] = n + 1
		for sub := set; sub > 0; sub = (sub - 1) & set {
			if fits[sub] {
				best[set] = min(best[set], best[set&^sub]+1)
			}
		}
	}
	return best[1<<n-1]
}

// cuttable halves the sheet at every place where an edge could fall.
func cuttable(room card.Size, pieces []card.Size, set int) bool {
	if set == 0 {
		return true
	}
	for i, z := range pieces {
		if set == 1<<i {
			return z.Width <= room.Width && z.Height <= room.Height || z.Height <= room.Width && z.Width <= room.Height
		}
	}
	for sub := (set - 1) & set; sub > 0; sub = (sub - 1) & set {
		for _, at := range edges(pieces, sub, room.Width) {
			if cuttable(size(at, room.Height), pieces, sub) && cuttable(size(room.Width-at, room.Height), pieces, set&^sub) {
				return true
			}
		}
		for _, at := range edges(pieces, sub, room.Height) {
			if cuttable(size(room.Width, at), pieces, sub) && cuttable(size(room.Width, room.Height-at), pieces, set&^sub) {
				return true
			}
		}
	}
	return false
}

// edges are the sums of sides of a set's pieces that lie inside a side.
func edges(pieces []card.Size, set int, most measure.Length) []measure.Length {
	sums := []measure.Length{0}
	for i, z := range pieces {
		if set&(1<<i) == 0 {
			continue
		}
		for _, s := range slices.Clone(sums) {
			sums = append(sums, s+z.Width, s+z.Height)
		}
	}
	slices.SortFunc(sums, cmp.Compare[measure.Length])
	return slices.DeleteFunc(slices.Compact(sums), func(s measure.Length) bool { return s == 0 || s >= most })
}

func TestSmallBatchesAreExact(t *testing.T) {
	rng := rand.New(rand.NewSource(11))
	for range 25 {
		p := Problem{Sheets: []Sheets{{Name: "sheet", Size: size(20, 20), Count: Unlimited}}}
		for range 1 + rng.Intn(5) {
			p.Pieces = append(p.Pieces, Piece{Name: "piece", Size: size(measure.Length(4+rng.Intn(12)), measure.Length(4+rng.Intn(12))), Count: 1})
		}
		plan, err := Solve(p)
		if err == nil {
			err = check(p, plan)
		}
		if want := fewest(p); err != nil || plan.Used != want || plan.LowerBound != want {
			t.Fatalf("%+v: %d sheets, at least %d; %d is the fewest; %v", p, plan.Used, plan.LowerBound, want, err)
		}
	}
}

func TestBoundIsNeverAboveTheFewest(t *testing.T) {
	rng := rand.New(rand.NewSource(21))
	for range 40 {
		p := Problem{Sheets: []Sheets{{Name: "sheet", Size: size(measure.Length(16+rng.Intn(8)), measure.Length(16+rng.Intn(8))), Count: Unlimited}}}
		for range 1 + rng.Intn(5) {
			p.Pieces = append(p.Pieces, Piece{Name: "piece", Size: size(measure.Length(3+rng.Intn(13)), measure.Length(3+rng.Intn(13))), Count: 1})
		}
		kinds, err := kindsOf(&p)
		if err != nil {
			t.Fatal(err)
		}
		plain, sheets := plain(&p, kinds)
		if low, high := pattern.Bound(plain, sheets), fewest(p); low > high {
			t.Fatalf("%+v: at least %d, but %d do", p, low, high)
		}
	}
}

func TestWhatCannotBeCutIsSaid(t *testing.T) {
	var no *NoSheetError
	if _, err := Solve(Problem{Pieces: []Piece{{Name: "map", Size: size(30*in, 9*in), Count: 1}}, Sheets: []Sheets{letter}}); !errors.As(err, &no) || no.Piece.Name != "map" {
		t.Error(err)
	}
	var far *ReachError
	p := Problem{Pieces: []Piece{{Name: "map", Size: size(8*in, 10*in), Count: 1}}, Sheets: []Sheets{twelve}, Limits: Limits{Longest: 9 * in}}
	if _, err := Solve(p); !errors.As(err, &far) || far.Length != 12*in || far.Piece.Name != "map" {
		t.Error(err)
	}
	if _, err := Solve(Problem{Pieces: []Piece{base}, Sheets: []Sheets{limited(letter, 79)}}); !errors.Is(err, ErrShort) {
		t.Error(err)
	}
}

func TestTinyPiecesAndHugeBatchesEnd(t *testing.T) {
	var many *ManyError
	p := Problem{Pieces: []Piece{{Name: "tag", Size: size(in/2, in/2), Count: 100_000}}, Sheets: []Sheets{{Name: "board", Size: size(48*in, 48*in), Count: Unlimited}}}
	if _, err := Solve(p); !errors.As(err, &many) || many.Piece.Name != "tag" || err.Error() != "more than 400 of tag come out of board" {
		t.Error(err)
	}
	// 16 x 24 tags of 1/2 in to a sheet of 8 x 12 in: 384 a sheet, and 260.4 sheets.
	p.Sheets[0].Size = size(8*in, 12*in)
	for i := range 5 {
		p.Pieces = append(p.Pieces, Piece{Name: fmt.Sprint("odd ", i), Size: size(in/2+measure.Length(i+1)*in/16, in), Count: 90_000})
	}
	plan, err := Solve(p)
	if err == nil {
		err = check(p, plan)
	}
	if err != nil || float64(plan.Used) > 1.1*float64(plan.LowerBound) {
		t.Errorf("%d sheets, at least %d, %v", plan.Used, plan.LowerBound, err)
	}
}

func TestLongSearchCanBeStopped(t *testing.T) {
	p := Problem{Sheets: []Sheets{{Name: "s", Size: size(100, 100), Count: Unlimited}}, Steps: 1 << 40}
	rng := rand.New(rand.NewSource(12))
	for range 60 {
		p.Pieces = append(p.Pieces, Piece{Name: "p", Size: size(measure.Length(30+rng.Intn(40)), measure.Length(5+rng.Intn(50))), Count: 1})
	}
	asked := 0
	p.Watch = func(done, steps, sheets int) bool { asked++; return asked < 5 }
	plan, err := Solve(p)
	if err != nil || asked > 5 {
		t.Fatalf("asked %d times, %v", asked, err)
	}
	if err := check(p, plan); err != nil {
		t.Error(err)
	}
	// Who watches is told how many sheets the best plan so far takes.
	told := 0
	p.Steps, p.Watch = 1<<18, func(done, steps, sheets int) bool { told = sheets; return true }
	if plan, err = Solve(p); err != nil || told < plan.Used || told > 2*plan.Used {
		t.Errorf("it was told of %d sheets, and there are %d, %v", told, plan.Used, err)
	}
}

func BenchmarkBatch(b *testing.B) {
	p := Problem{Pieces: []Piece{base, layer1, layer2}, Sheets: []Sheets{letter, twelve}}
	for b.Loop() {
		if _, err := Solve(p); err != nil {
			b.Fatal(err)
		}
	}
}
