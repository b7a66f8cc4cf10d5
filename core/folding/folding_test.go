package folding_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
)

const in = measure.Inch

// some are generated blanks of every style and variant, of papers from 100 to 400 micrometres.
func some(t *testing.T, n int, visit func(what string, b *blank.Blank, thick measure.Length)) {
	t.Helper()
	rng := rand.New(rand.NewPCG(11, 3))
	for done, tries := 0, 0; done < n; tries++ {
		if tries > 20*n {
			t.Fatalf("only %d blanks of %d", done, n)
		}
		r := measure.DefaultRuler([]measure.Unit{measure.Inches, measure.Millimetres}[rng.IntN(2)])
		ease, seam := in/4, in/2
		if r.Unit == measure.Millimetres {
			ease, seam = 6*measure.Millimetre, 12*measure.Millimetre
		}
		style := blank.Styles()[rng.IntN(len(blank.Styles()))]
		v := style.Variants[rng.IntN(len(style.Variants))]
		req := blank.Request{
			Card:      card.Size{Width: r.Nearest(2*in + measure.Length(rng.Int64N(7*int64(in)))), Height: r.Nearest(2*in + measure.Length(rng.Int64N(7*int64(in))))},
			Thickness: r.Nearest(measure.Length(rng.Int64N(int64(in) / 2))), Ease: ease, Seam: seam, Ruler: r, Options: v.Options,
			Paper: blank.Stock{Caliper: measure.Length(100+rng.IntN(150)) * measure.Micrometre, GSM: 120},
			Board: blank.Stock{Caliper: measure.Length(250+rng.IntN(150)) * measure.Micrometre, GSM: 216},
			Ratio: 1.3, Formats: catalog.Standard().Formats,
		}
		b, err := style.Make(req)
		if err != nil || len(b.Flaps()) == 0 {
			continue
		}
		done++
		visit(fmt.Sprintf("%s %s of %v, %d thick, caliper %d", style.ID, v.ID, req.Card, req.Thickness, b.Main().Stock.Caliper), &b, req.Thickness)
	}
}

// empty is a blank without its card: a flat envelope is folded before the card goes in.
func empty(b *blank.Blank) folding.Paper { return folding.Of(b, 0) }

func TestNoPanelPassesThroughAnother(t *testing.T) {
	some(t, 80, func(what string, b *blank.Blank, _ measure.Length) {
		p := empty(b)
		for s := range p.Steps() {
			for k := range 9 {
				for _, m := range p.Meets(p.During(s, float64(k)/8), p.Caliper/20) {
					t.Fatalf("%s: step %d at %d/8: %+v and %+v are %.3f mm in each other", what, s, k, p.Panels[m.A], p.Panels[m.B], m.Deep)
				}
			}
		}
	})
}

// The mouth's own tab inside the wall it meets has to go through the flap above, which is
// closed by then; outside it goes.
func TestTheMouthsTabGoesOutside(t *testing.T) {
	boxes := 0
	some(t, 80, func(what string, b *blank.Blank, _ measure.Length) {
		if b.Depth == 0 {
			return
		}
		boxes++
		p := empty(b)
		for i := range p.Panels {
			if q := &p.Panels[i]; q.Kind == folding.Tab && q.Moved < 0 {
				// Back in by two sheets, one for its wall's end and one for the wall it meets.
				q.Score = shape.Line{A: shape.Point{X: q.Score.A.X - 2*p.Caliper, Y: q.Score.A.Y}, B: shape.Point{X: q.Score.B.X - 2*p.Caliper, Y: q.Score.B.Y}}
			}
		}
		rises := p.Steps() - 2
		if len(p.Meets(p.During(rises, 0.5), p.Caliper/20)) == 0 {
			t.Errorf("%s: it goes inside as well", what)
		}
	})
	if boxes < 5 {
		t.Errorf("only %d boxes", boxes)
	}
}

// seen is a panel where it is at the end, from above.
func seen(p *folding.Paper, i int, at folding.Place) shape.Polygon {
	var out shape.Polygon
	for _, q := range p.Panels[i].Shape {
		v := at.Put(q, 0)
		out = append(out, shape.Point{X: v.X, Y: v.Y})
	}
	slices.Reverse(out) // a flap lies on its face
	return out
}

// In space the flaps lie where the proof has them, as many over one place, and a box has
// the room the proof asks for.
func TestInSpaceAsProved(t *testing.T) {
	some(t, 1000, func(what string, b *blank.Blank, thick measure.Length) {
		p, proved := empty(b), proof.Fold(*b, thick)
		places := p.At(p.Closed())
		var lying []shape.Polygon
		n := 0
		for i, q := range p.Panels {
			if q.Kind != folding.Flap {
				continue
			}
			flat := proved.Folded[n].Shape
			n++
			lies := seen(&p, i, places[i])
			lying = append(lying, lies)
			for _, v := range lies {
				// What folds over others lies as much less far over as its wall is higher.
				if off := away(v, flat); off > 1e-6+max(-q.Moved, 0) {
					t.Fatalf("%s: the %s flap is %.3f mm off at %v", what, q.Flap, off, v)
				}
			}
			if lost := flat.Area() - shape.Polygon(lies).Area(); lost < -1e-6 || lost > (1.6*p.Caliper*float64(q.Level)+max(-q.Moved, 0)+0.01)*(b.Cavity.Width+b.Cavity.Height).MM()*2 {
				t.Fatalf("%s: the %s flap has lost %.2f mm2", what, q.Flap, lost)
			}
		}
		// A tip that lies less far over another than a sheet is thick may miss it.
		if most, _ := shape.Lie(lying); 1+most > proved.Layers || b.Depth == 0 && 1+most != proved.Layers {
			t.Fatalf("%s: %d sheets over one place, the proof has %d", what, 1+most, proved.Layers)
		}
		if b.Depth > 0 {
			walled(t, what, b, &p, places, thick)
		}
	})
}

// away is how far a point lies outside a clockwise polygon.
func away(v shape.Point, p shape.Polygon) float64 {
	out := 0.0
	for i, a := range p {
		b := p[(i+1)%len(p)]
		out = max(out, -((b.X-a.X)*(v.Y-a.Y)-(b.Y-a.Y)*(v.X-a.X))/a.Dist(b))
	}
	return out
}

// walled measures a box that stands: its room between the inner faces of walls and tabs,
// under the lowest flap, and what it is outside.
func walled(t *testing.T, what string, b *blank.Blank, p *folding.Paper, places []folding.Place, thick measure.Length) {
	mid := b.Inside.Centroid()
	left, right, top, foot := math.Inf(-1), math.Inf(1), math.Inf(-1), math.Inf(1)
	under, out := math.Inf(1), shape.Point{X: 0, Y: 0}
	over := 0
	for i, q := range p.Panels {
		over = max(over, q.Level-1)
		for _, c := range q.Shape {
			for _, side := range []float64{-p.Caliper / 2, p.Caliper / 2} {
				v := places[i].Put(c, side)
				switch {
				case q.Kind == folding.Flap:
					under = min(under, v.Z)
				case q.Kind == folding.Front || q.Kind == folding.Tab && q.Moved < 0:
				case math.Abs(places[i].Z.X) > 0.5 && places[i].Z.X > 0:
					left = max(left, v.X)
				case math.Abs(places[i].Z.X) > 0.5:
					right = min(right, v.X)
				case places[i].Z.Y > 0:
					top = max(top, v.Y)
				default:
					foot = min(foot, v.Y)
				}
				if q.Kind == folding.Wall {
					out = shape.Point{X: max(out.X, math.Abs(v.X-mid.X)), Y: max(out.Y, math.Abs(v.Y-mid.Y))}
				}
			}
		}
	}
	needs := folding.Needs(b, folding.Levels(b), thick.MM())
	for _, c := range []struct {
		name            string
		measured, asked float64
	}{
		{"room across", right - left, b.Cavity.Width.MM() - needs.Across},
		{"room along", foot - top, b.Cavity.Height.MM() - needs.Along},
		{"room under the flaps", under - p.Caliper/2, b.Depth.MM() - needs.Deep + thick.MM() + float64(over)*p.Caliper},
		{"outside across", 2 * out.X, b.Cavity.Width.MM() + folding.RightAngles*p.Caliper},
		{"outside along", 2 * out.Y, b.Cavity.Height.MM() + folding.RightAngles*p.Caliper},
	} {
		if math.Abs(c.measured-c.asked) > 0.05 {
			t.Fatalf("%s: %s %.3f in space, %.3f asked", what, c.name, c.measured, c.asked)
		}
	}
}

// Where paper goes round a card its arc runs from the edge of one panel to that of the next.
func TestAnArcJoinsItsPanels(t *testing.T) {
	joined := 0
	some(t, 60, func(what string, b *blank.Blank, thick measure.Length) {
		p := folding.Of(b, thick.MM())
		for _, part := range []float64{0, 0.3, 1} {
			m := p.During(p.Steps()-1, part)
			places := p.At(m)
			for i, c := range p.Panels {
				pieces := p.Arc(i, m, places, 8)
				if len(pieces) == 0 {
					continue
				}
				joined++
				// The first one's first corner lies on the panel it leaves, the last one's second where the next begins.
				for _, end := range []struct {
					piece  folding.Piece
					corner int
					on     int
				}{{pieces[0], 0, c.Parent}, {pieces[7], 1, i}} {
					q := end.piece.Shape[end.corner]
					a, b := end.piece.Place.Put(q, 0), places[end.on].Put(q, 0)
					if off := math.Hypot(math.Hypot(a.X-b.X, a.Y-b.Y), a.Z-b.Z); off > 0.02*c.Round {
						t.Fatalf("%s: the arc of the %s flap ends %.3f mm off, at %v", what, c.Flap, off, part)
					}
				}
			}
		}
	})
	if joined < 100 {
		t.Errorf("only %d arcs", joined)
	}
}

// A fold by 180 degrees takes 1.571 calipers of the sheet, one by 90 degrees 0.785; what folds
// over others goes round them.
func TestRoomByHand(t *testing.T) {
	corner, _ := blank.StyleByID("corner-fold")
	boxes, _ := blank.StyleByID("box")
	req := blank.Request{
		Card: card.Size{Width: 5 * in, Height: 7 * in}, Thickness: in / 4, Ease: in / 4, Seam: in / 2, Ruler: measure.DefaultRuler(measure.Inches),
		Paper: blank.Stock{Caliper: 145 * measure.Micrometre}, Board: blank.Stock{Caliper: 300 * measure.Micrometre},
	}
	near := func(what string, got, want float64) {
		t.Helper()
		if math.Abs(got-want) > 0.0006 {
			t.Errorf("%s: %.4f mm, by hand %.4f", what, got, want)
		}
	}
	b, err := corner.Make(req)
	if err != nil {
		t.Fatal(err)
	}
	// Left, right over it, the foot and the top over both; upright these two do not meet.
	if got := fmt.Sprint(folding.Levels(&b)); got != "[1 2 3 3]" {
		t.Errorf("levels %s", got)
	}
	flat := folding.Needs(&b, folding.Levels(&b), 6.35)
	near("across, one side over the other", flat.Across, 6.35+1.5708*0.145+0.145/2)
	near("along, foot and top over two", flat.Along, 6.35+1.5708*0.145+0.145*4/2)
	// Its legs are the thickness and the ease, 1/2 in, and rise 1/4: 0.433 in are left of 0.5.
	b.Cavity = card.Size{Width: 5*in + in/2, Height: 7*in + in/2}
	b.Card = card.Size{Width: 5 * in, Height: 7 * in}
	near("drawn in", folding.DrawnIn(&b, in/4).Width.MM(), (0.5-0.4330)*25.4)
	box, err := boxes.Make(req)
	if err != nil {
		t.Fatal(err)
	}
	stands := folding.Needs(&box, []int{1, 1, 2, 3}, 6.35)
	near("across a box, one tab inside", stands.Across, 1.7854*0.3)
	near("along a box, two tabs inside", stands.Along, 2.7854*0.3)
	near("walls, the top flap over two", stands.Deep, 6.35+0.7854*0.3+2*0.3)
	if got := folding.DrawnIn(&box, in/4); got != (card.Size{}) {
		t.Errorf("a box is drawn in by %v", got)
	}
}
