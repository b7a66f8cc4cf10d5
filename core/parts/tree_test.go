package parts

import (
	"fmt"
	"math/rand"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

// whole checks that a tree's rows add up, alternate, and keep their free paper together.
func whole(t *Tree, at int32) error {
	p := t.Parts[at]
	if p.W <= 0 || p.H <= 0 {
		return fmt.Errorf("part %d is %d x %d", at, p.W, p.H)
	}
	if p.Holds != Split {
		if p.Kid != None {
			return fmt.Errorf("part %d is no row and has parts", at)
		}
		return nil
	}
	var sum measure.Length
	Free, n := 0, 0
	for k := p.Kid; k != None; k = t.Parts[k].Next {
		q := t.Parts[k]
		cross, own := q.H, p.H
		if p.Stack {
			cross, own = q.W, p.W
		}
		if q.up != at || cross != own || q.Holds == Split && q.Stack == p.Stack {
			return fmt.Errorf("part %d does not belong in row %d", k, at)
		}
		if q.Holds == -1 {
			Free++
		}
		n++
		sum += t.Along(k, p.Stack)
		if err := whole(t, k); err != nil {
			return err
		}
	}
	if sum != t.Along(at, p.Stack) || Free > 1 || n < 2 {
		return fmt.Errorf("row %d of %d parts, %d of them Free, adds up to %d", at, n, Free, sum)
	}
	return nil
}

func TestTreeStaysWholeThroughPutAndClear(t *testing.T) {
	rng := rand.New(rand.NewSource(3))
	for range 200 {
		tree := New(measure.Length(20+rng.Intn(80)), measure.Length(20+rng.Intn(80)))
		area := tree.Parts[0].W * tree.Parts[0].H
		for step := range 60 {
			at := int32(rng.Intn(len(tree.Parts)))
			p := tree.Parts[at]
			switch {
			case p.Holds == Free:
				w, h := 1+measure.Length(rng.Intn(int(p.W))), 1+measure.Length(rng.Intn(int(p.H)))
				tree.put(at, 1, w, h, false, rng.Intn(2) == 0)
			case p.Holds != gone && rng.Intn(3) == 0:
				tree.clear(at)
			}
			if err := whole(&tree, 0); err != nil {
				t.Fatalf("after step %d: %v", step, err)
			}
			var sum measure.Length
			for _, q := range tree.Parts {
				if q.Holds == Free || q.Holds >= 0 {
					sum += q.W * q.H
				}
			}
			if sum != area {
				t.Fatalf("after step %d the parts cover %d of %d", step, sum, area)
			}
		}
		tree.clear(0)
		if tree.Parts[0].Holds != Free || len(tree.spare) != len(tree.Parts)-1 {
			t.Fatalf("a cleared sheet is not one free part: %+v", tree)
		}
	}
}

func TestGridFillsInRowsAndColumns(t *testing.T) {
	for _, c := range []struct {
		w, h, pw, ph measure.Length
		n, want      int
	}{
		{100, 100, 25, 25, 99, 16}, {100, 90, 30, 40, 99, 6}, {10, 10, 10, 10, 5, 1}, {100, 100, 25, 25, 7, 7},
	} {
		tree := New(c.w, c.h)
		tree.Grid(0, c.pw, c.ph, false, c.n)
		got := 0
		for _, p := range tree.Parts {
			if p.Holds == 0 {
				got++
			}
		}
		if err := whole(&tree, 0); err != nil || got != c.want {
			t.Errorf("%+v: %d laid, %v", c, got, err)
		}
	}
}

// A shape laid into free paper keeps its size, its pieces and all of the paper.
func TestShapesAreBuiltAsListed(t *testing.T) {
	kind := func(w, h measure.Length, n int) pattern.Kind {
		return pattern.Kind{Size: size(w, h), Count: n, Up: []bool{true}, Side: []bool{w != h}}
	}
	kinds := []pattern.Kind{kind(30, 20, 4), kind(25, 45, 2), kind(10, 10, 3)}
	all, ok := pattern.List(kinds, []pattern.Sheets{{Size: size(90, 80), Count: pattern.Unlimited}}, 0)
	if !ok || len(all) < 20 {
		t.Fatalf("%d patterns", len(all))
	}
	for _, q := range all {
		for _, s := range q.Shapes {
			for _, way := range Ways {
				tree := New(90, 80)
				tree.Build(0, s, way)
				got := make([]int, len(kinds))
				for _, part := range tree.Parts {
					if part.Holds >= 0 {
						got[part.Holds]++
					}
				}
				if err := whole(&tree, 0); err != nil || fmt.Sprint(got) != fmt.Sprint(q.Counts) {
					t.Fatalf("%v in %d x %d: %v, %v", q.Counts, s.W, s.H, got, err)
				}
			}
		}
	}
}

func size(w, h measure.Length) card.Size { return card.Size{Width: w, Height: h} }
