package card

import (
	"math"
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/measure"
)

func of(v float64) measure.Length { return measure.FromMM(v) }

// Known stacks of a 178 x 127 mm piece: E 4 to 5 GPa along the grain, foam of 0.05 to 1 MPa.
func TestRigidityChecks(t *testing.T) {
	sheet := func(thick float64, j Joint) Ply { return Ply{0, of(178), 0, of(127), of(thick), 4, 5, j} }
	foam := func(c float64) Joint { return Joint{Gap: of(c), ShearLow: 0.05, Shear: 1, Cover: 1} }
	for _, c := range []struct {
		name      string
		plies     []Ply
		low, high Bend
		from, to  float64 // boundary length, mm
		creases   bool
	}{
		// E b h^3 / 12 = 4000 x 127 x 0.027 / 12 = 1143; sqrt(1143 / 178) = 2.5; at 5 GPa 2.8.
		{"one 0.3 mm card", []Ply{sheet(0.3, Joint{})}, Easy, Easy, 2.5, 2.8, false},
		// E b f d^2 / 2 = 128,800 to 161,000, sheared by G b d^2 / c = 10.7 to 215 N: 13 mm at the soft end, 27 at the stiff one;
		// 1.6 / 279.4 is 0.57 %, nearly all of it from the coupling, so both count twice.
		{"two with 1 mm foam", []Ply{sheet(0.3, Joint{}), sheet(0.3, foam(1))}, Easy, Borderline, 25.7, 54.7, true},
		// 3000 x 127 x 27 / 12 = 857,250; sqrt(857,250 / 178) = 69.4, twice over since it is strained 1.1 %: past 0.7 of 178.
		{"3 mm greyboard", []Ply{{0, of(178), 0, of(127), of(3), 3, 3, Joint{}}}, TooRigid, TooRigid, 138.8, 138.8, true},
		// Two loose sheets are twice one: sqrt 2 times its length.
		{"two loose cards", []Ply{sheet(0.3, Joint{}), sheet(0.3, Joint{Free: true})}, Easy, Easy, 3.6, 4.0, false},
		// Glued they are one of 0.6 mm: eight times.
		{"two glued cards", []Ply{sheet(0.3, Joint{}), sheet(0.3, Joint{Cover: 1})}, Easy, Easy, 7.2, 8.0, false},
	} {
		b := Rigidity(c.plies, of(178), false)
		if b.Low != c.low || b.High != c.high || math.Abs(b.LowMM-c.from) > 0.1 || math.Abs(b.HighMM-c.to) > 0.1 || b.Creases != c.creases {
			t.Errorf("%s: %s, %.1f to %.1f mm, creases %v", c.name, b.Text(), b.LowMM, b.HighMM, b.Creases)
		}
	}
	if b := Rigidity([]Ply{sheet(0.3, Joint{})}, of(178), true); b.Text() != "too rigid" {
		t.Errorf("with a coin: %s", b.Text())
	}
	if b := Rigidity(nil, of(178), true).With(Easy); b.Text() != "bends easily" || !b.Tested {
		t.Errorf("as tested: %+v", b)
	}
}

// Stiffness rises with thickness, with bonding, with foam's stiffness and with its share.
func TestStiffnessRises(t *testing.T) {
	rng := rand.New(rand.NewPCG(5, 5))
	stack := func() []Ply {
		out := []Ply{}
		for range 1 + rng.IntN(5) {
			j := Joint{Cover: 1}
			switch rng.IntN(3) {
			case 0:
				j = Joint{Free: true}
			case 1:
				j = Joint{Gap: of(0.5 + 3*rng.Float64()), ShearLow: 0.05, Shear: 0.05 + rng.Float64(), Cover: 0.3 + 0.5*rng.Float64()}
			}
			out = append(out, Ply{of(90 * rng.Float64()), of(90 + 88*rng.Float64()), of(60 * rng.Float64()), of(67 + 60*rng.Float64()), of(0.1 + rng.Float64()), 2, 5, j})
		}
		return out
	}
	d := func(p []Ply, end int) float64 {
		b := beam{plies: p, wave: math.Pi / 178}
		return b.stands(of(178))[end].mean
	}
	for range 3000 {
		p := stack()
		i := rng.IntN(len(p))
		for name, change := range map[string]func(q *Ply){
			"thicker": func(q *Ply) { q.Thick += of(0.1) },
			"bonded":  func(q *Ply) { q.Joint = Joint{Gap: q.Joint.Gap, ShearLow: 1e9, Shear: 1e9, Cover: 1} },
			"covered": func(q *Ply) { q.Joint.Cover = min(1, q.Joint.Cover*1.2) },
		} {
			q := append([]Ply{}, p...)
			change(&q[i])
			for end := range ends {
				if was, is := d(p, end), d(q, end); is < was*(1-1e-9) {
					t.Fatalf("%s: %v falls to %v in %+v, ply %d", name, was, is, p, i)
				}
			}
		}
		for end := range ends {
			if was, is := d(p, end), d(append(append([]Ply{}, p...), stack()...), end); is < was*(1-1e-9) {
				t.Fatalf("with more on it %v falls to %v: %+v", was, is, p)
			}
		}
		if b := Rigidity(p, of(178), false); b.Low > b.High || b.LowMM > b.HighMM+1e-9 {
			t.Fatalf("%+v", b)
		}
	}
}

// A 5 x 7 in card of two panels, a mat, a lifted panel and a button that pokes out.
func TestMapByHand(t *testing.T) {
	in := measure.Inch
	parts := []Element{
		{Name: "back", Width: 5 * in, Height: 7 * in, Thick: of(0.3), Weight: measure.FromGrams(5)},
		{Name: "front", Width: 5 * in, Height: 7 * in, Thick: of(0.3), Weight: measure.FromGrams(5)},
		{Name: "mat", X: in, Y: in, Width: 3 * in, Height: 5 * in, Thick: of(2.3), Weight: measure.FromGrams(4)},
		{Name: "button", X: 9 * in / 2, Y: 3 * in, Width: in, Height: in, Thick: of(3), Weight: measure.FromGrams(1)},
		{Name: "bead", X: 2 * in, Y: 2 * in, Width: in / 4, Height: in / 4, Thick: of(1), Weight: measure.FromGrams(1)},
	}
	m := Lay(Size{5 * in, 7 * in}, parts)
	// Mat and bead: 0.6 + 2.3 + 1 = 3.9; the button on the bare card 3.6; the bare card 0.6.
	if m.Thickest.Thick != of(3.9) || m.Thickest.X != 2*in || m.Thinnest.Thick != of(0.6) || m.Variation() != of(3.3) {
		t.Errorf("thickest %v at %v, thinnest %v", m.Thickest.Thick.MM(), m.Thickest.X.In(), m.Thinnest.Thick.MM())
	}
	if m.Right != in/2 || m.Left != 0 || m.Weight != measure.FromGrams(16) {
		t.Errorf("pokes out %v, weighs %v", m.Right.In(), m.Weight.Grams())
	}
	area := 0.0
	for _, c := range m.Cells {
		if c.OnCard {
			area += c.Width.In() * c.Height.In()
		}
	}
	if math.Abs(area-35) > 1e-9 {
		t.Errorf("the map covers %v of 35 sq in", area)
	}
	for _, c := range []struct {
		what          string
		width, height measure.Length
		want          float64
	}{
		// 7/8 in of the card is left out all round: mat and bead, 3.9, on bare card, 0.6.
		{"1/4 in longer each way", 21*in/4 + in/2, 29 * in / 4, 3.3},
		// The card ends 1 1/2 in from the ends: the bare envelope counts.
		{"3 in longer", 23 * in / 4, 10 * in, 3.9},
		// As tight as the card: its contents reach every side, and nothing is left out.
		{"no longer", 11 * in / 2, 7 * in, 3.9},
		// Turned in its envelope, the same.
		{"turned", 29 * in / 4, 23 * in / 4, 3.3},
	} {
		if v := m.Uneven(Size{c.width, c.height}, in); v != of(c.want) {
			t.Errorf("%s: differs by %v, want %v", c.what, v.MM(), c.want)
		}
	}
	// A bow 3/4 in from the side lies in the inch that is left out; one 1 in from it does not.
	for at, want := range map[measure.Length]float64{in / 4: 0, 3 * in / 4: 0, in: 5} {
		bow := Lay(Size{5 * in, 7 * in}, []Element{parts[0], {Name: "bow", X: at - in/4, Y: 3 * in, Width: in / 4, Height: in / 2, Thick: of(5)}})
		if v := bow.Uneven(Size{21 * in / 4, 29 * in / 4}, in); v != of(want) {
			t.Errorf("a bow up to %v in from the side: differs by %v, want %v", at.In(), v.MM(), want)
		}
	}
	// A sheet of 1.5 mm laid over it adds to the thickest and takes as much off the differences; it shields the bead, not the button that pokes out.
	over := Lay(Size{5 * in, 7 * in}, append(parts, Element{Name: "sheet", Width: 5 * in, Height: 7 * in, Thick: of(1.5), Loose: true}))
	if v := over.Uneven(Size{23 * in / 4, 29 * in / 4}, in); v != of(1.8) || over.Thickest.Thick != of(5.4) {
		t.Errorf("under a sheet it differs by %v, %v thick", v.MM(), over.Thickest.Thick.MM())
	}
	hard := parts[4]
	hard.Hard = true
	if !over.Shielded(parts[4]) || over.Shielded(parts[3]) || over.Shielded(hard) || m.Shielded(parts[4]) {
		t.Error("what the sheet shields")
	}
	// The section at the bead: back and front right across, the mat, the bead upon it.
	slabs := m.Section()
	if len(slabs) != 4 || slabs[3].Bottom != of(2.9) || slabs[3].From != 2*in || slabs[0].To != 5*in {
		t.Errorf("%+v", slabs)
	}
}

// The map's thickest place is what a brute-force look at many points finds.
func TestMapAgreesWithPoints(t *testing.T) {
	rng := rand.New(rand.NewPCG(9, 9))
	for range 200 {
		z := Size{of(100), of(140)}
		parts := []Element{{Width: z.Width, Height: z.Height, Thick: of(0.3)}}
		for range rng.IntN(12) {
			parts = append(parts, Element{X: of(float64(rng.IntN(100))), Y: of(float64(rng.IntN(140))), Width: of(1 + float64(rng.IntN(60))), Height: of(1 + float64(rng.IntN(60))), Thick: of(float64(1+rng.IntN(9)) / 10)})
		}
		most, least := measure.Length(0), measure.Length(1<<40)
		for x := 0.5; x < 170; x++ {
			for y := 0.5; y < 210; y++ {
				sum := measure.Length(0)
				for _, p := range parts {
					if p.X < of(x) && p.X+p.Width > of(x) && p.Y < of(y) && p.Y+p.Height > of(y) {
						sum += p.Thick
					}
				}
				most = max(most, sum)
				if x < 100 && y < 140 {
					least = min(least, sum)
				}
			}
		}
		if m := Lay(z, parts); m.Thickest.Thick != most || m.Thinnest.Thick != least {
			t.Fatalf("the map says %v and %v, the points %v and %v", m.Thickest.Thick, m.Thinnest.Thick, most, least)
		}
	}
}
