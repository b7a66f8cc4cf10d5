package trim

import (
	"errors"
	"strings"
	"testing"

	"yellow-parcel/core/fault"
)

// A search that falls over, early or late, leaves a plan that can be cut, and
// says that it fell over and where.
func TestASearchThatFallsOverLeavesAPlan(t *testing.T) {
	wide := Piece{Name: "map", Size: size(11*in/2, 7*in/2), Count: 37}
	for name, p := range map[string]Problem{
		"one sheet": {Pieces: []Piece{base, layer1, wide}, Sheets: []Sheets{letter}},
		"few on hand, more to buy": {Pieces: []Piece{layer1, layer2, wide},
			Sheets: []Sheets{limited(letter, 3), limited(a4, 2), {Name: "twelve to buy", Size: twelve.Size, Count: Unlimited, Buy: true}}},
		"papers": {Pieces: []Piece{wide, {Name: "rose", Size: layer1.Size, Count: 9, Paper: "Rose"}},
			Sheets: []Sheets{twelve, {Name: "rose letter", Size: letter.Size, Count: 7, Paper: "Rose", Kept: true}}},
	} {
		p.Steps = 4_000_000
		for falls := range 4 {
			seen := 0
			p.Watch = func(int, int, int) bool {
				if seen++; seen > falls*falls {
					panic("it fell over")
				}
				return true
			}
			made, err := Choose(p)
			if err != nil {
				t.Fatalf("%s: %v", name, err)
			}
			if seen <= falls*falls {
				continue // it was done before
			}
			if made.Fell == nil || made.Fell.Found != "it fell over" || !strings.Contains(made.Fell.Stack, "trim.") || made.Stopped {
				t.Errorf("%s: %+v", name, made.Fell)
			}
			for _, one := range made.Plans {
				if err := check(p, one); err != nil {
					t.Errorf("%s, fallen over after %d: %v", name, falls*falls, err)
				}
			}
		}
	}
}

// Where what is left does not come out in rows and columns either, the fault is the error.
func TestAFaultIsTheErrorWhereNothingIsLeft(t *testing.T) {
	p := Problem{Pieces: []Piece{layer1, base}, Sheets: []Sheets{limited(letter, 2)}, Watch: func(int, int, int) bool { panic("it fell over") }, Steps: ThoroughWork}
	p.Pieces[0].Count, p.Pieces[1].Count = 1, 2
	v := newSolver(&p, nil)
	v.task.kinds, _ = kindsOf(&p)
	v.task.plain, v.task.sheets = plain(&p, v.task.kinds)
	v.task.demand = []int{1, 2}
	var fell *fault.Fault
	if made, err := v.caught(&fault.Fault{Found: "it fell over"}); made != nil || !errors.As(err, &fell) || fell.Found != "it fell over" {
		t.Errorf("%+v %v", made, err)
	}
}

// Rows and columns by hand: 4 3/4 x 6 3/4 comes out of letter once upright and
// twice turned, one under the other; 5 1/2 x 3 1/2 three times upright and four
// times turned, two by two.
func TestRowsAndColumns(t *testing.T) {
	p := Problem{Pieces: []Piece{layer1, {Name: "map", Size: size(11*in/2, 7*in/2), Count: 9}}, Sheets: []Sheets{letter}}
	p.Pieces[0].Count = 3
	kinds, err := kindsOf(&p)
	if err != nil {
		t.Fatal(err)
	}
	v := newSolver(&p, kinds)
	for k, want := range []int{2, 4} {
		if _, laid := rows(v.task, k, 0, 9); laid != want {
			t.Errorf("%d of %s, want %d", laid, p.Pieces[k].Name, want)
		}
	}
	v.found.plainly()
	if len(v.found.kept) != 1 || v.found.kept[0].used != 2+3 {
		t.Errorf("%d plans", len(v.found.kept))
	}
	if plan := Most(letter, Piece{Name: "map", Size: size(11*in/2, 7*in/2)}, Limits{}); plan == nil || plan.Fell != nil || len(plan.Layouts[0].Pieces) != 4 {
		t.Errorf("%+v", plan)
	}
}
