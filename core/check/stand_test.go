package check

import (
	"bytes"
	"math"
	"testing"

	"yellow-parcel/draw"
	"yellow-parcel/e2e/fold"
)

// stands folds a box's file up in space: its walls are all as high as the plan
// says, the card goes in between them, and each tab, turned in with its wall, lies
// on the inside of the next one, not above it and not past it.
func stands(t *testing.T, m made, f fold.File) {
	f = f.Turned()
	xs, ys := f.Creases()
	deep := m.Plan.Blanks[0].Depth.MM
	for _, d := range []float64{xs[1] - xs[0], xs[3] - xs[2], ys[1] - ys[0], ys[3] - ys[2]} {
		if math.Abs(d-deep) > 0.02 {
			t.Errorf("%s: a wall of %.2f mm, said to be %.2f", m.text, d, deep)
		}
	}
	outer, thick := m.Result.Card.Outer(), m.Result.Card.Thickness.MM()
	wide, high := xs[2]-xs[1], ys[2]-ys[1]
	w, h := outer.Width.MM(), outer.Height.MM()
	if (wide < w || high < h) && (wide < h || high < w) || deep < thick {
		t.Errorf("%s: a card of %.1f x %.1f x %.1f does not go into %.1f x %.1f x %.1f", m.text, w, h, thick, wide, high, deep)
	}
	for _, x := range []struct{ at, out float64 }{{xs[1], -1}, {xs[2], 1}} {
		for _, y := range []struct{ at, out float64 }{{ys[1], -1}, {ys[2], 1}} {
			onLevel := f.Scored(fold.Place{X: x.at, Y: y.at + y.out*deep/2}) // hinged on the wall above or below
			for i := 1; i < 20; i++ {
				for k := 1; k < 20; k++ {
					a, b := float64(i)*deep/8, float64(k)*deep/8 // beyond the panel's corner, across and along
					if !f.Holds(fold.Place{X: x.at + x.out*a, Y: y.at + y.out*b}) {
						continue
					}
					// Stood up with its wall a place is as high as it was far out from the panel, and turned in it is as far along the next wall as it was past the end of its own.
					up, along, room := b, a, high
					if !onLevel {
						up, along, room = a, b, wide
					}
					if up > deep+0.05 || along > room {
						t.Fatalf("%s: paper %.1f mm up a wall of %.1f, %.1f along one of %.1f", m.text, up, deep, along, room)
					}
				}
			}
		}
	}
}

// A liner's file, laid into its blank's with its fold on a crease, lies on paper
// everywhere, off the sides and the foot, and short of the flap's edge.
func TestLinersLieInTheirBlanks(t *testing.T) {
	laid := 0
	each(t, howMany(250), func(t *testing.T, m made) {
		b := &m.Plan.Blanks[0]
		if len(m.Plan.Blanks) == 0 || !b.Proof.OK || b.Bought != "" || b.ByEye || b.Depth != nil || b.Style == "contour" {
			return
		}
		var of, with bytes.Buffer
		if draw.Write(&of, m.Whole, "svg", "liner") != nil || draw.Write(&with, m.Whole, "svg", "blank") != nil {
			return
		}
		liner, err := fold.Read(of.Bytes())
		if err != nil {
			t.Fatal(err)
		}
		blank, err := fold.Read(with.Bytes())
		if err != nil {
			t.Fatal(err)
		}
		if len(liner.Scores) != 1 {
			return // it covers the front alone
		}
		laid++
		blank = blank.Turned()
		worst := "it fits no way round"
		for range 4 {
			blank = quarter(blank)
			if worst = lies(liner, blank); worst == "" {
				return
			}
		}
		t.Errorf("%s: %s, %s", m.text, b.Name, worst)
	})
	if laid < 60 {
		t.Errorf("only %d liners were laid", laid)
	}
}

func quarter(f fold.File) fold.File {
	var out fold.File
	for _, p := range f.Cut {
		out.Cut = append(out.Cut, fold.Place{X: -p.Y, Y: p.X})
	}
	for _, l := range f.Scores {
		out.Scores = append(out.Scores, [2]fold.Place{{X: -l[0].Y, Y: l[0].X}, {X: -l[1].Y, Y: l[1].X}})
	}
	return out
}

// lies says what is wrong with a liner laid into a blank with its flap upwards; nothing where all is well.
func lies(liner, blank fold.File) string {
	xs, ys := blank.Creases()
	if len(xs) != 2 || len(ys) != 2 {
		return "its blank has other creases"
	}
	lo, hi := liner.Cut[0], liner.Cut[0]
	for _, p := range liner.Cut {
		lo, hi = fold.Place{X: min(lo.X, p.X), Y: min(lo.Y, p.Y)}, fold.Place{X: max(hi.X, p.X), Y: max(hi.Y, p.Y)}
	}
	dx, dy := (xs[0]+xs[1])/2-(lo.X+hi.X)/2, ys[0]-liner.Scores[0][0].Y
	const off = 2.9 // an eighth of an inch or 3 mm, but for rounding
	if lo.X+dx < xs[0]+off || hi.X+dx > xs[1]-off || hi.Y+dy > ys[1]-off {
		return "it lies too near a side or the foot"
	}
	for y := lo.Y + 0.25; y < hi.Y; y++ {
		for x := lo.X + 0.25; x < hi.X; x++ {
			if liner.Holds(fold.Place{X: x, Y: y}) && !blank.Holds(fold.Place{X: x + dx, Y: y + dy}) {
				return "it lies off the paper"
			}
		}
	}
	// Straight above its tip there is half an inch, or 12 mm, of the flap.
	tip := fold.Place{X: (xs[0] + xs[1]) / 2, Y: lo.Y + dy}
	if !blank.Holds(fold.Place{X: tip.X, Y: tip.Y - 11.5}) {
		return "it lies on the gum"
	}
	return ""
}
