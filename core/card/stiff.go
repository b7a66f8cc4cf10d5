package card

import (
	"math"

	"yellow-parcel/core/measure"
)

// Bend is how a sealed piece goes round a sorting machine's drum.
type Bend int

// The three words of the estimate.
const (
	Easy Bend = iota
	Borderline
	TooRigid
)

// Text is the word as makers read it.
func (b Bend) Text() string {
	return [...]string{"bends easily", "borderline", "too rigid"}[b]
}

// BendTest is how to find out at the bench: the drum of the letter machines is 11 in across.
const BendTest = "bend it round a 28 cm tin to find out"

// Band is an estimate from the softest to the stiffest likely, or what a test
// at the bench showed.
type Band struct {
	Low, High Bend
	// Boundary length: how far the stiffness lets the piece stand off a turn, in mm.
	LowMM, HighMM float64
	Creases       bool // at the stiff end its faces are strained more than paper takes
	Tested        bool
}

// Text is the band in words: one word, or from one to another.
func (b Band) Text() string {
	if b.Low == b.High {
		return b.Low.Text()
	}
	return b.Low.Text() + " to " + b.High.Text()
}

// The turn of letter machines, from the published rule: an 11 in turn under 40
// lb of belt tension; and the strain above which paper faces crease.
const (
	beltTension = 178.0 // N
	turnRadius  = 139.7 // mm
	creaseAt    = 0.004
	easyShare   = 0.25 // of the length along the turn
	rigidShare  = 0.7
)

// Ply is one sheet of a stack: across the turn it is Width wide. Under it lies
// what joins it to the ply below: nothing (it lies free), a flat bond, or foam.
type Ply struct {
	Thick, Width measure.Length
	Low, High    float64 // Young's modulus, GPa
	Joint        Joint
}

// Joint is what lies under a ply.
type Joint struct {
	Free            bool           // not stuck down
	Gap             measure.Length // of foam; zero for a flat bond
	ShearLow, Shear float64        // of foam, MPa, lowest and highest likely
	Cover           float64        // share of the area that has foam
}

// stiffness is the bending stiffness of a stack in N mm2, with the strain in
// its faces at the turn, at the soft or the stiff end of what is likely. Free
// sheets add theirs; what is stuck together bends as one.
func stiffness(plies []Ply, length float64, stiff bool) (d, strain float64) {
	for start := 0; start < len(plies); {
		end := start + 1
		for end < len(plies) && !plies[end].Joint.Free {
			end++
		}
		g := group{plies[start:end], length, stiff}
		d += g.best()
		strain = max(strain, g.strain())
		start = end
	}
	return d, strain
}

// group is plies stuck on one another, from the bottom up.
type group struct {
	plies  []Ply
	length float64
	stiff  bool
}

// best is the group's stiffness: as one, or, where the soft foam in it would
// make that less than its parts alone, as its parts.
func (g group) best() float64 {
	n := len(g.plies)
	if n == 1 {
		return g.alone()
	}
	known := make([]float64, (n+1)*(n+1))
	for size := 1; size <= n; size++ {
		for i := 0; i+size <= n; i++ {
			d, own, _, _ := g.joined(i, i+size)
			most := own + d
			for k := i + 1; k < i+size; k++ {
				most = max(most, known[i*(n+1)+k]+known[k*(n+1)+i+size])
			}
			known[i*(n+1)+i+size] = most
		}
	}
	return known[n]
}

// strain is that of the faces at the turn: half the height over its radius, as
// far as the foam holds them together.
func (g group) strain() float64 {
	if len(g.plies) == 1 {
		if g.alone() == 0 {
			return 0
		}
		return g.plies[0].Thick.MM() / (2 * turnRadius)
	}
	coupled, own, full, high := g.joined(0, len(g.plies))
	if own+full == 0 {
		return 0
	}
	return (own + coupled) / (own + full) * high / (2 * turnRadius)
}

// modulus is a ply's, at the end of what is likely that the group stands for, in N/mm2.
func (g group) modulus(p Ply) float64 {
	if g.stiff {
		return p.High * 1000
	}
	return p.Low * 1000
}

// alone is the stiffness of a group of one sheet.
func (g group) alone() float64 {
	p := g.plies[0]
	e, f, b := g.modulus(p), p.Thick.MM(), p.Width.MM()
	if e <= 0 || f <= 0 || b <= 0 {
		return 0
	}
	return e * b * f * f * f / 12
}

// face is plies glued into one: its pull E b f in N, the height of its middle
// in mm, its own bending stiffness in N mm2, its width in mm, and the foam under it.
type face struct {
	pull, middle, own, width float64
	under                    Joint
}

// glued is two faces as one, the second upon the first.
func (f face) glued(on face) face {
	pull, apart := f.pull+on.pull, on.middle-f.middle
	return face{
		pull: pull, middle: (f.pull*f.middle + on.pull*on.middle) / pull,
		own: f.own + on.own + f.pull*on.pull/pull*apart*apart, width: min(f.width, on.width), under: f.under,
	}
}

// faces glues plies i to j together between their foams, from the bottom up, in the room given.
func (g group) faces(i, j int, out []face) (_ []face, high float64) {
	for _, p := range g.plies[i:j] {
		e, f, b := g.modulus(p), p.Thick.MM(), p.Width.MM()
		if e <= 0 || f <= 0 || b <= 0 {
			continue
		}
		gap := p.Joint.Gap.MM()
		if len(out) > 0 {
			high += gap
		}
		one := face{pull: e * b * f, middle: high + f/2, own: e * b * f * f * f / 12, width: b, under: p.Joint}
		high += f
		if last := len(out) - 1; last >= 0 && gap == 0 {
			out[last] = out[last].glued(one)
			continue
		}
		out = append(out, one)
	}
	return out, high
}

// joined bends plies i to j as one. Glued ones are single faces; foam between
// faces lets them slide. Own is what the faces have by themselves, full what
// holding them together wholly would add, coupled what the foam adds of that:
// for two faces the sandwich formula; for more, the foams' shear in a row.
func (g group) joined(i, j int) (coupled, own, full, high float64) {
	var room [8]face
	faces, high := g.faces(i, j, room[:0])
	var pull, moment, square, give float64
	cover := 1.0
	for k, f := range faces {
		own += f.own
		pull, moment, square = pull+f.pull, moment+f.pull*f.middle, square+f.pull*f.middle*f.middle
		if k == 0 {
			continue
		}
		shear := f.under.ShearLow
		if g.stiff {
			shear = f.under.Shear
		}
		below := faces[k-1]
		apart := f.middle - below.middle
		give += f.under.Gap.MM() / (shear * min(f.width, below.width) * apart * apart)
		cover = min(cover, f.under.Cover)
	}
	if len(faces) < 2 {
		return 0, own, 0, high
	}
	full = max(0, square-moment*moment/pull)
	return cover * full / (1 + math.Pi*math.Pi*full*give/(g.length*g.length)), own, full, high
}

// Rigidity estimates how a stack bends along the turn, over its length. A hard
// insert makes it rigid whatever the rest. Where the strain at the turn would
// crease the faces, the piece counts one word worse: it goes round once.
func Rigidity(plies []Ply, length measure.Length, hard bool) Band {
	l := length.MM()
	word := func(stiff bool) (Bend, float64, bool) {
		d, strain := stiffness(plies, l, stiff)
		lambda := math.Sqrt(d / beltTension)
		b := Easy
		switch {
		case lambda > rigidShare*l:
			b = TooRigid
		case lambda > easyShare*l:
			b = Borderline
		}
		if strain > creaseAt && b < TooRigid {
			b++
		}
		return b, lambda, strain > creaseAt
	}
	out := Band{}
	out.Low, out.LowMM, _ = word(false)
	out.High, out.HighMM, out.Creases = word(true)
	out.High = max(out.High, out.Low)
	if hard {
		out.Low, out.High = TooRigid, TooRigid
	}
	return out
}

// With is what a test at the bench showed, in place of an estimate.
func (b Band) With(shown Bend) Band {
	b.Low, b.High, b.Tested = shown, shown, true
	return b
}
