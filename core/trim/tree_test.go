package trim

import (
	"fmt"
	"math/rand"
	"testing"

	"yellow-parcel/core/measure"
)

// whole checks that a tree's rows add up, alternate, and keep their free paper together.
func whole(t *tree, at int32) error {
	p := t.parts[at]
	if p.w <= 0 || p.h <= 0 {
		return fmt.Errorf("part %d is %d x %d", at, p.w, p.h)
	}
	if p.holds != split {
		if p.kid != none {
			return fmt.Errorf("part %d is no row and has parts", at)
		}
		return nil
	}
	var sum measure.Length
	free, n := 0, 0
	for k := p.kid; k != none; k = t.parts[k].next {
		q := t.parts[k]
		cross, own := q.h, p.h
		if p.stack {
			cross, own = q.w, p.w
		}
		if q.up != at || cross != own || q.holds == split && q.stack == p.stack {
			return fmt.Errorf("part %d does not belong in row %d", k, at)
		}
		if q.holds == -1 {
			free++
		}
		n++
		sum += t.along(k, p.stack)
		if err := whole(t, k); err != nil {
			return err
		}
	}
	if sum != t.along(at, p.stack) || free > 1 || n < 2 {
		return fmt.Errorf("row %d of %d parts, %d of them free, adds up to %d", at, n, free, sum)
	}
	return nil
}

func TestTreeStaysWholeThroughPutAndClear(t *testing.T) {
	rng := rand.New(rand.NewSource(3))
	for range 200 {
		tree := newTree(measure.Length(20+rng.Intn(80)), measure.Length(20+rng.Intn(80)))
		area := tree.parts[0].w * tree.parts[0].h
		for step := range 60 {
			at := int32(rng.Intn(len(tree.parts)))
			p := tree.parts[at]
			switch {
			case p.holds == free:
				w, h := 1+measure.Length(rng.Intn(int(p.w))), 1+measure.Length(rng.Intn(int(p.h)))
				tree.put(at, 1, w, h, false, rng.Intn(2) == 0)
			case p.holds != gone && rng.Intn(3) == 0:
				tree.clear(at)
			}
			if err := whole(&tree, 0); err != nil {
				t.Fatalf("after step %d: %v", step, err)
			}
			var sum measure.Length
			for _, q := range tree.parts {
				if q.holds == free || q.holds >= 0 {
					sum += q.w * q.h
				}
			}
			if sum != area {
				t.Fatalf("after step %d the parts cover %d of %d", step, sum, area)
			}
		}
		tree.clear(0)
		if tree.parts[0].holds != free || len(tree.spare) != len(tree.parts)-1 {
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
		tree := newTree(c.w, c.h)
		tree.grid(0, c.pw, c.ph, false, c.n)
		got := 0
		for _, p := range tree.parts {
			if p.holds == 0 {
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
	p := Problem{
		Pieces: []Piece{{Name: "a", Size: size(30, 20), Count: 4}, {Name: "b", Size: size(25, 45), Count: 2}, {Name: "c", Size: size(10, 10), Count: 3}},
		Sheets: []Sheet{{Name: "sheet", Size: size(90, 80), Count: Unlimited}},
	}
	kinds, err := kindsOf(&p)
	if err != nil {
		t.Fatal(err)
	}
	all, ok := patternsOf(&p, kinds, 0)
	if !ok || len(all) < 20 {
		t.Fatalf("%d patterns", len(all))
	}
	for _, q := range all {
		for _, s := range q.shapes {
			for _, outer := range []bool{true, false} {
				tree := newTree(90, 80)
				tree.build(0, s, outer)
				got := make([]int, len(kinds))
				for _, part := range tree.parts {
					if part.holds >= 0 {
						got[part.holds]++
					}
				}
				if err := whole(&tree, 0); err != nil || fmt.Sprint(got) != fmt.Sprint(q.counts) {
					t.Fatalf("%v in %d x %d: %v, %v", q.counts, s.w, s.h, got, err)
				}
			}
		}
	}
}
