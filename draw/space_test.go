package draw

import (
	"math"
	"strconv"
	"strings"
	"testing"
)

// turnedBy turns a point by a place's quaternion and moves it there.
func turnedBy(p [7]float64, x, y, z float64) [3]float64 {
	qx, qy, qz, w := p[0], p[1], p[2], p[3]
	// v + 2 q x (q x v + w v)
	ax, ay, az := qy*z-qz*y+w*x, qz*x-qx*z+w*y, qx*y-qy*x+w*z
	return [3]float64{p[4] + x + 2*(qy*az-qz*ay), p[5] + y + 2*(qz*ax-qx*az), p[6] + z + 2*(qx*ay-qy*ax)}
}

func texts(s *Space) string {
	var out []string
	for _, m := range s.Moments {
		if len(out) == 0 || out[len(out)-1] != m.Text {
			out = append(out, m.Text)
		}
	}
	return strings.Join(out, "; ")
}

// A straight fold for a 5 x 7 card, by hand: the front lies still, its flaps come down on it, each a
// sheet of 0.12 mm higher than those it lies on, all over the card of 1/8 in.
func TestAFlatEnvelopeFoldsInSpace(t *testing.T) {
	all := planOf(t, `"unit":"in","card":{"width":"5","height":"7","thickness":"1/8"},"blank":{"style":"straight-fold","variant":"thumb-gap"}`)
	s := InSpace(all.Result)
	if got := texts(s); got != "Flat, the card on the front panel; Fold the left flap over; Left flap down; Fold the right flap over; Right flap down; Fold the back flap over; Back flap down; Fold the top flap over; Closed" {
		t.Error(got)
	}
	lo, hi := all.Result.Blanks[0].Body.Bounds()
	wide, high := hi.X-lo.X, hi.Y-lo.Y
	first, last := s.Moments[0], s.Moments[len(s.Moments)-1]
	up := map[string]int{}
	for i, q := range s.Plates {
		for _, c := range q.Points {
			flat, closed := turnedBy(first.Places[i], c[0], c[1], 0), turnedBy(last.Places[i], c[0], c[1], 0)
			switch q.Of {
			case "paper":
				if math.Abs(flat[2]) > 0.011 {
					t.Errorf("plate %d is %.3f up before anything is folded", i, flat[2])
				}
				if math.Abs(closed[0]) > wide/2+0.03 || math.Abs(closed[1]) > high/2+0.03 {
					t.Errorf("plate %d lies at %v, outside the front of %v x %v", i, closed, wide, high)
				}
				up[strings.TrimSpace(measured(closed[2]))]++
			case "card":
				if flat != closed || q.Thick != 3.175 || math.Abs(closed[2]-0.06) > 0.011 {
					t.Errorf("the card lies at %v, then at %v", flat, closed)
				}
			}
		}
	}
	// The card's 3.175 mm and one, two or three sheets up: both side flaps, the back, the top flap.
	for at, corners := range map[string]int{"0": 4, "3.3": 8, "3.42": 4, "3.54": 4} {
		if up[at] != corners {
			t.Errorf("%d corners %s mm up, not %d: %v", up[at], at, corners, up)
		}
	}
}

func measured(mm float64) string {
	return strconv.FormatFloat(math.Round(mm*100)/100, 'f', -1, 64)
}

func TestABoxFoldsInSpace(t *testing.T) {
	s := InSpace(planOf(t, `"unit":"in","card":{"width":"4","height":"6","thickness":"1/2"},"blank":{"style":"box","variant":"straight"}`).Result)
	want := "Flat, the card on the front panel; Bend up the tabs away from the mouth; Tabs bent; Fold up the walls, all but the mouth's; Walls up; Fold the left flap over; Left flap down; " +
		"Fold the right flap over; Right flap down; Fold the back flap over; Back flap down; Turn in the tab beside the mouth; The mouth's tabs turned; Fold up the wall at the mouth; The wall at the mouth up, its tab outside; Fold the top flap over; Closed"
	if got := texts(s); got != want {
		t.Error(got)
	}
	// Every plate keeps its shape, whatever the moment: it is turned, never stretched.
	for n, m := range s.Moments {
		for i, p := range m.Places {
			if l := p[0]*p[0] + p[1]*p[1] + p[2]*p[2] + p[3]*p[3]; math.Abs(l-1) > 1e-4 {
				t.Fatalf("moment %d, plate %d: %v", n, i, p)
			}
		}
	}
	if InSpace(planOf(t, `"unit":"in","card":{"width":"5","height":"7"},"blank":{"style":"cut-down"}`).Result) != nil {
		t.Error("a bought envelope is folded already")
	}
}
