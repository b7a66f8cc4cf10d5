package card

import (
	"math"
	"slices"

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

// Ply is one sheet of a stack: where it lies along the turn and across it. Under
// it lies what joins it to the ply below: nothing (it lies free), a flat bond, or foam.
type Ply struct {
	From, To    measure.Length // along the turn
	Left, Right measure.Length // across it
	Thick       measure.Length
	Low, High   float64 // Young's modulus, GPa
	Joint       Joint
}

// covers tells whether the ply lies over a place.
func (p *Ply) covers(along, across measure.Length) bool {
	return p.From <= along && along < p.To && p.Left <= across && across < p.Right
}

// Joint is what lies under a ply.
type Joint struct {
	Free            bool           // not stuck down
	Gap             measure.Length // of foam; zero for a flat bond
	ShearLow, Shear float64        // of foam, MPa, lowest and highest likely
	Cover           float64        // share of the area that has foam
}

// face is plies glued into one, a millimetre of their width: pull E f in N,
// height of its middle in mm, own bending stiffness in N mm2, thickness in mm,
// and what slides under it: the shear stiffness of its foam per length.
type face struct {
	pull, middle, own, thick float64
	shear                    float64
}

// glued is two faces as one, the second upon the first.
func (f face) glued(on face) face {
	pull, apart := f.pull+on.pull, on.middle-f.middle
	return face{
		pull: pull, middle: (f.pull*f.middle + on.pull*on.middle) / pull,
		own: f.own + on.own + f.pull*on.pull/pull*apart*apart, thick: f.thick + on.thick, shear: f.shear,
	}
}

// beam is a stack as it bends in a half-wave of a length.
type beam struct {
	plies []Ply
	wave  float64 // pi over the length, per mm
	known []knownStack
}

// The two ends of what is likely.
const (
	soft = iota
	stiff
	ends
)

// knownStack is a stack met before, by the plies that lie in it, at both ends.
type knownStack struct {
	plies [2]uint64
	bent  [ends]bent
}

// bent is the bending stiffness of a millimetre of a stack's width, in N mm2, and
// the most its faces are strained at the turn.
type bent struct{ stiffness, strain float64 }

// at is the stack over a place: which plies lie there decides it.
func (b *beam) at(along, across measure.Length) *[ends]bent {
	var key [2]uint64
	for i := range b.plies {
		if i < 128 && b.plies[i].covers(along, across) {
			key[i/64] |= 1 << (i % 64)
		}
	}
	for i := range b.known {
		if b.known[i].plies == key {
			return &b.known[i].bent
		}
	}
	b.known = append(b.known, knownStack{key, [ends]bent{b.stack(key, soft), b.stack(key, stiff)}})
	return &b.known[len(b.known)-1].bent
}

// stack is a stack of some of the plies at one end of what is likely.
func (b *beam) stack(key [2]uint64, end int) bent {
	var out bent
	var room [8]face
	faces := room[:0]
	high := 0.0
	flush := func() {
		one := b.bend(faces, high)
		out.stiffness, out.strain = out.stiffness+one.stiffness, max(out.strain, one.strain)
		faces, high = faces[:0], 0
	}
	for i := range b.plies {
		if key[i/64%2]&(1<<(i%64)) == 0 || i >= 128 {
			continue
		}
		p := &b.plies[i]
		if p.Joint.Free {
			flush()
		}
		faces, high = p.lay(end, faces, high)
	}
	flush()
	return out
}

// lay puts a ply on the faces of a group: glued to the last, or on its foam.
func (p *Ply) lay(end int, faces []face, high float64) ([]face, float64) {
	modulus, shear := p.Low*1000, p.Joint.ShearLow
	if end == stiff {
		modulus, shear = p.High*1000, p.Joint.Shear
	}
	f, gap := p.Thick.MM(), p.Joint.Gap.MM()
	if modulus <= 0 || f <= 0 {
		return faces, high
	}
	one := face{pull: modulus * f, own: modulus * f * f * f / 12, thick: f}
	last := len(faces) - 1
	if last >= 0 && gap > 0 {
		high += gap
		one.shear = p.Joint.Cover * shear / gap
	}
	one.middle = high + f/2
	high += f
	if last >= 0 && gap == 0 {
		faces[last] = faces[last].glued(one)
		return faces, high
	}
	return append(faces, one), high
}

// bend is a group of faces that slide on their foams: the exact layered beam of
// a half-wave. U is how far each face is pushed along, found from the balance of
// each face with the foams above and below it.
func (b *beam) bend(faces []face, high float64) bent {
	n := len(faces)
	if n == 0 {
		return bent{}
	}
	var out bent
	for _, f := range faces {
		out.stiffness += f.own
		out.strain = max(out.strain, f.thick/(2*turnRadius))
	}
	if n == 1 {
		return out
	}
	p := b.wave
	var room [2][8]float64
	push := pushed(faces, p, room[0][:0], room[1][:0])
	energy := 0.0
	for i, f := range faces {
		energy += f.pull * p * p * push[i] * push[i]
		if i > 0 {
			g := push[i] - push[i-1] + (f.middle-faces[i-1].middle)*p
			energy += f.shear * g * g
		}
	}
	coupled := energy / (p * p * p * p)
	own := out.stiffness
	out.stiffness += coupled
	out.strain = max(out.strain, high/(2*turnRadius)*coupled/(own+coupled))
	return out
}

// pushed solves the balance of the faces, in the room given: a row each, with its neighbours only.
func pushed(faces []face, p float64, upper, right []float64) []float64 {
	n := len(faces)
	for i, f := range faces {
		below, above, load := 0.0, 0.0, 0.0
		if i > 0 {
			below = f.shear
			load -= below * (f.middle - faces[i-1].middle) * p
		}
		if i+1 < n {
			above = faces[i+1].shear
			load += above * (faces[i+1].middle - f.middle) * p
		}
		own := f.pull*p*p + below + above
		if i > 0 {
			own += below * upper[i-1]
			load += below * right[i-1]
		}
		upper, right = append(upper, -above/own), append(right, load/own)
	}
	for i := n - 2; i >= 0; i-- {
		right[i] -= upper[i] * right[i+1]
	}
	return right
}

// stood is how a piece stands at one end of what is likely: its mean boundary
// length in mm, and the share of its length in which faces are strained too much.
type stood struct{ mean, creased float64 }

// stands is how a piece of a length stands: it is cut into stretches of one
// section each, across which the stiffness of every strip adds.
func (b *beam) stands(length measure.Length) (out [ends]stood) {
	var room [2][32]measure.Length
	along, across := append(room[0][:0], 0, length), room[1][:0]
	for _, p := range b.plies {
		along, across = append(along, max(0, min(p.From, length)), max(0, min(p.To, length))), append(across, p.Left, p.Right)
	}
	slices.Sort(along)
	slices.Sort(across)
	along, across = slices.Compact(along), slices.Compact(across)
	for i := 0; i+1 < len(along); i++ {
		var d, strain [ends]float64
		for k := 0; k+1 < len(across); k++ {
			wide := (across[k+1] - across[k]).MM()
			for end, one := range b.at(along[i], across[k]) {
				d[end], strain[end] = d[end]+one.stiffness*wide, max(strain[end], one.strain)
			}
		}
		stretch := (along[i+1] - along[i]).MM() / length.MM()
		for end := range out {
			out[end].mean += stretch * math.Sqrt(d[end]/beltTension)
			if strain[end] > creaseAt {
				out[end].creased += stretch
			}
		}
	}
	return out
}

// Rigidity estimates how a stack bends along the turn, over its length. A hard
// insert makes it rigid whatever the rest. What would be creased at the turn
// counts twice: it goes round once.
func Rigidity(plies []Ply, length measure.Length, hard bool) Band {
	l := length.MM()
	b := beam{plies: plies, wave: math.Pi / l}
	at := b.stands(length)
	word := func(end int) (Bend, float64, bool) {
		lambda := at[end].mean * (1 + at[end].creased)
		switch {
		case lambda > rigidShare*l:
			return TooRigid, lambda, at[end].creased > 0
		case lambda > easyShare*l:
			return Borderline, lambda, at[end].creased > 0
		}
		return Easy, lambda, at[end].creased > 0
	}
	out := Band{}
	out.Low, out.LowMM, _ = word(soft)
	out.High, out.HighMM, out.Creases = word(stiff)
	// Faces that share less are strained less: the stiff end is never the easier one.
	out.High, out.HighMM = max(out.High, out.Low), max(out.HighMM, out.LowMM)
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
