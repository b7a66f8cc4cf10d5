package blank

import (
	"cmp"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Flap finds a flap by its name; one without depth where there is none.
func (b *Blank) Flap(name string) Flap {
	for _, f := range b.Flaps() {
		if f.Name == name {
			return f
		}
	}
	return Flap{}
}

// Flap is a panel folded onto the body about its crease. A box has a standing
// wall between the body and the flap, and a tab at the wall's end, clockwise.
type Flap struct {
	Name   string
	Depth  measure.Length // from the crease to its farthest edge
	Shape  shape.Polygon
	Crease shape.Line
	Base   shape.Line    // where the wall meets the body; the crease itself without one
	Wall   shape.Polygon // empty for a flat envelope
	Tab    shape.Polygon // from its hinge, the wall's end, on; empty for a flat envelope
}

// Hinge is where a tab leaves its wall.
func (f Flap) Hinge() shape.Line { return shape.Line{A: f.Crease.B, B: f.Base.B} }

// Axis is the line a flap is mirrored about to where its fold puts it. A wall
// stands up and takes no room on the body, so the flap lands as if it were
// mirrored about the middle of the wall.
func (f Flap) Axis() shape.Line {
	if len(f.Wall) == 0 {
		return f.Crease
	}
	return shape.Line{A: shape.Mid(f.Base.A, f.Crease.A), B: shape.Mid(f.Base.B, f.Crease.B)}
}

// Folded is where a flap's fold puts it.
func (f Flap) Folded() shape.Polygon { return f.Shape.Mirror(f.Axis()) }

// Lying are all flaps where their folds put them, in the order they fold.
func (b *Blank) Lying() []shape.Polygon {
	flaps := b.Flaps()
	out := make([]shape.Polygon, len(flaps))
	for i, f := range flaps {
		out[i] = f.Folded()
	}
	return out
}

// Layers are the most sheets at one place of the folded blank, the body included.
func (b *Blank) Layers() int {
	lying := b.Lying()
	if len(lying) == 0 {
		return 2
	}
	most, _ := shape.Lie(lying)
	return 1 + most
}

// taper is how much is taken off the sides of a flap that would else lie right on a
// fold: a cut a hair off then shows nowhere.
func (r Request) taper() measure.Length {
	return usual(r.Ruler, measure.Inch/16, 3*measure.Millimetre/2) + r.steadier()
}

// steadier is how much more a sliver is for a hand that is off by more than is usual: four
// times that. A cut and the fold beside it stray towards each other, and a corner where two
// cuts meet comes to lie nearer to its fold, where a sliver is narrower.
func (r Request) steadier() measure.Length {
	return 4 * max(r.Hand.Most()-UsualHand(r.Ruler.Unit), 0)
}

// tapered is a flap with a sliver off both its sides, from nothing at its
// crease to so much at a height.
func (f Flap) tapered(sliver, height float64) Flap {
	run := f.Crease.Len()
	if height <= 0 {
		return f
	}
	// A short flap's sides lean no more than the flap beside it covers.
	sliver = min(sliver, height/2, run/8)
	u := shape.Point{X: (f.Crease.B.X - f.Crease.A.X) / run, Y: (f.Crease.B.Y - f.Crease.A.Y) / run}
	at := func(p shape.Point, along, up float64) shape.Point {
		return shape.Point{X: p.X + along*u.X + up*u.Y, Y: p.Y + along*u.Y - up*u.X}
	}
	left, right := shape.Line{A: f.Crease.A, B: at(f.Crease.A, sliver, height)}, shape.Line{A: at(f.Crease.B, -sliver, height), B: f.Crease.B}
	f.Shape = shape.Plain(f.Shape.Keep(left).Keep(right))
	return f
}

// Waste is paper cut away, with the legs of the corner it comes off.
type Waste struct {
	Kind          WasteKind
	Flap          string // the one it is cut off or beside; empty for a corner between two
	Place         string
	Width, Height measure.Length
	Shape         shape.Polygon
}

// WasteKind is what a piece of waste is cut off.
type WasteKind int

// cuts are how many cuts free it: a corner has two sides.
func (k WasteKind) cuts() int {
	if k == Notch || k == BesideTab {
		return 2
	}
	return 1
}

// Seam is a pair of flaps that overlap when folded, Over folding onto Under.
type Seam struct {
	Under, Over string
	Want        measure.Length // least overlap, across the seam
	Closing     bool           // sealed by the sender, not by the maker
	Apart       bool           // the two must not meet at all; Want is not used
}

// Made tells whether the maker glues it.
func (s Seam) Made() bool { return !s.Closing && !s.Apart }

// flat says that the flaps hinge on the body itself.
func flat(flaps []Flap) []Flap {
	for i := range flaps {
		flaps[i].Base = flaps[i].Crease
	}
	return flaps
}

// outline walks the flaps clockwise from the top and joins their outer edges,
// and those of their walls and tabs, into one closed cut.
func outline(clockwise ...Flap) shape.Polygon {
	var out shape.Polygon
	add := func(p shape.Point) {
		if len(out) == 0 || p.Dist(out[len(out)-1]) > 1e-9 {
			out = append(out, p)
		}
	}
	for _, f := range clockwise {
		if len(f.Wall) > 0 {
			add(f.Base.A)
		}
		for _, p := range from(f.Crease.A, f.Shape) {
			add(p)
		}
		for _, p := range f.Tab {
			add(p)
		}
		if len(f.Wall) > 0 {
			add(f.Base.B)
		}
	}
	if n := len(out); n > 1 && out[0].Dist(out[n-1]) < 1e-9 {
		out = out[:n-1]
	}
	return out
}

// Panels are all the parts of the outline, none over another: the body, the
// flaps, and the walls and tabs of a box.
func (b *Blank) Panels() []shape.Polygon {
	out := []shape.Polygon{b.Body}
	for _, f := range b.Flaps() {
		for _, p := range []shape.Polygon{f.Wall, f.Tab, f.Shape} {
			if len(p) > 0 {
				out = append(out, p)
			}
		}
	}
	return out
}

// Glue is where the maker's glue goes, on the face of a piece as drawn: the strip
// of every made seam, and what belongs to no pair of flaps.
func (b *Blank) Glue(p *Piece) []shape.Polygon {
	out := slices.Clone(p.Gum)
	for _, s := range b.Seams {
		if !s.Made() || !slices.ContainsFunc(p.Flaps, func(f Flap) bool { return f.Name == s.Over }) {
			continue
		}
		if strip := b.strip(s); len(strip) > 0 {
			out = append(out, strip)
		}
	}
	return out
}

// strip is a seam's overlap on the flap that folds over, kept an eighth of an inch
// off its edges so that nothing seeps inside.
func (b *Blank) strip(s Seam) shape.Polygon {
	over, under := b.Flap(s.Over), b.Flap(s.Under)
	lands := over.Shape.Intersect(under.Folded().Mirror(over.Axis()))
	return lands.Inset(min(measure.Inch.MM()/8, lands.Width()/4))
}

// AnyFlap stands for all flaps that are glued.
const AnyFlap = ""

// GlueWidth is how wide the glue on a flap is where its strip is narrowest, down to
// the ruler; as it is where that is below its first mark, zero where nothing is glued, and
// where the envelope is folded by eye: it is glued by eye.
func (b *Blank) GlueWidth(over string, r measure.Ruler) measure.Length {
	least := measure.Length(0)
	if b.ByEye {
		return 0
	}
	for _, s := range b.Seams {
		if !s.Made() || over != AnyFlap && s.Over != over {
			continue
		}
		if w := measure.FromMM(b.strip(s).Width()); w > 0 && (least == 0 || w < least) {
			least = w
		}
	}
	return cmp.Or(r.Down(least), least)
}
