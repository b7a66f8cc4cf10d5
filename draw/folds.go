package draw

import (
	"cmp"
	"math"
	"slices"
	"strconv"

	"yellow-parcel/core/folding"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/work"
)

// How a fold is looked at: turned on the table, and tilted away; and how far over it is.
const (
	foldTurned  = 14 * math.Pi / 180
	foldTilted  = 42 * math.Pi / 180
	foldPart    = 0.6
	joined      = 0.03 // millimetres that parts of one sheet may seem to be in front of each other; sheets lie further apart
	foldsBeside = 4    // pictures in a row
)

// face is one side of something flat in space, as it is seen: its corners on the page, the last figure
// of each towards whoever looks.
type face struct {
	kind    string
	corners []folding.Vector
}

// folds is one picture for every fold of a blank round its card; nil where there is nothing to fold.
func folds(r *work.Result, m *work.Made) *Drawing {
	if len(m.Flaps()) == 0 {
		return nil
	}
	p := folding.Of(&m.Blank, r.Card.Thickness.MM())
	return foldsOf("folds", &p, cardFaces(m, &p))
}

// baseFolds is one picture for every fold of a base; nil where there is one at most.
func baseFolds(r *work.Result) *Drawing {
	if len(r.Base.Scores) < 2 {
		return nil
	}
	p := folding.OfBase(r.Base.Flat, r.Brief.Base.Caliper().MM())
	return foldsOf("base folds", &p, nil)
}

// foldsOf is one picture for every fold of paper, in their order, each from the same side and with what
// lies still on it: what is behind is hidden.
func foldsOf(name string, p *folding.Paper, still []face) *Drawing {
	pictures := make([][]face, p.Steps())
	lo, hi := Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	for s := range pictures {
		pictures[s] = ordered(append(facesOf(p, p.During(s, foldPart)), still...))
		for _, f := range pictures[s] {
			for _, c := range f.corners {
				lo = Point{min(lo[0], c.X), min(lo[1], c.Y)}
				hi = Point{max(hi[0], c.X), max(hi[1], c.Y)}
			}
		}
	}
	d := blankDrawing(name, 0, 0)
	wide, high := (hi[0]-lo[0])*1.12, (hi[1]-lo[1])*1.12
	for s, faces := range pictures {
		x, y := float64(s%foldsBeside)*wide+wide*0.05-lo[0], float64(s/foldsBeside)*high+high*0.05-lo[1]
		for _, f := range faces {
			pts := make(shape.Polygon, len(f.corners))
			for i, c := range f.corners {
				pts[i] = shape.Point{X: c.X + x, Y: c.Y + y}
			}
			d.add(f.kind, outline(pts))
		}
		d.Labels = append(d.Labels, Label{At: Point{x + lo[0] + wide*0.03, y + lo[1] + high*0.03}, Text: strconv.Itoa(s + 1), Kind: "number"})
	}
	d.Hi = Point{wide * float64(min(len(pictures), foldsBeside)), high * float64((len(pictures)+foldsBeside-1)/foldsBeside)}
	return &d
}

// looked is a place as it is seen: to the right, down the page, and towards whoever looks.
func looked(v folding.Vector) folding.Vector {
	st, ct := math.Sincos(foldTurned)
	x, y := v.X*ct+v.Y*st, v.Y*ct-v.X*st
	sl, cl := math.Sincos(foldTilted)
	return folding.Vector{X: x, Y: y*cl - v.Z*sl, Z: y*sl + v.Z*cl}
}

// facesOf are the faces of paper that are seen at a moment, one of every panel.
func facesOf(p *folding.Paper, at folding.Moment) []face {
	var out []face
	for _, part := range p.Parts(at, arcPieces) {
		f := face{kind: "fold"}
		if part.Arc {
			f.kind = "round"
		}
		for _, q := range part.Shape {
			f.corners = append(f.corners, looked(part.Place.Put(q, 0)))
		}
		if looked(part.Place.Z).Z < 0 {
			f.kind += "-out"
		} else {
			f.kind += "-in"
		}
		out = append(out, f)
	}
	return out
}

// cardFaces are those of the card on the front: its own, and its two sides towards whoever looks.
func cardFaces(m *work.Made, p *folding.Paper) []face {
	lies := cardLies(&m.Blank)
	foot, top := p.Caliper/2, p.Caliper/2+p.Card
	of := func(from, to shape.Point, up ...float64) face {
		at := folding.Still
		return face{"fold-card", []folding.Vector{looked(at.Put(from, up[0])), looked(at.Put(to, up[1])), looked(at.Put(to, up[2])), looked(at.Put(from, up[3]))}}
	}
	over := face{kind: "fold-card"}
	for _, q := range lies {
		over.corners = append(over.corners, looked(folding.Still.Put(q, top)))
	}
	return []face{over, of(lies[2], lies[3], foot, foot, top, top), of(lies[3], lies[0], foot, foot, top, top)}
}

// ordered are faces with those behind first: of two that lie over each other on the page the
// one that is further away in the middle of what they have in common.
func ordered(faces []face) []face {
	n := len(faces)
	behind := make([][]int, n) // those that each has to come after
	for i := range faces {
		for k := range i {
			switch front := faces[i].before(&faces[k]); {
			case front > 0:
				behind[i] = append(behind[i], k)
			case front < 0:
				behind[k] = append(behind[k], i)
			}
		}
	}
	out, placed := make([]face, 0, n), make([]bool, n)
	var put func(i int)
	put = func(i int) {
		if placed[i] {
			return // it is there, or two lie in each other: any order will do
		}
		placed[i] = true
		for _, k := range behind[i] {
			put(k)
		}
		out = append(out, faces[i])
	}
	for i := range faces {
		put(i)
	}
	return out
}

// before is above nothing where a face lies in front of another, below where behind, and nothing where
// they are not over each other on the page.
func (f *face) before(o *face) int {
	common := f.flat().Intersect(o.flat())
	if len(common) < 3 || common.Area() < 1e-3 {
		return 0
	}
	// Where an arc joins a panel they touch, and which comes first is nothing to be seen.
	at := common.Centroid()
	if d := f.depth(at) - o.depth(at); math.Abs(d) > joined {
		return cmp.Compare(d, 0)
	}
	return 0
}

// depth is how far towards whoever looks a face's plane is at a place on the page.
func (f *face) depth(at shape.Point) float64 {
	a := f.corners[0]
	n := f.corners[1].Minus(a).Cross(f.corners[2].Minus(a))
	if math.Abs(n.Z) < 1e-9 {
		return a.Z // seen along its edge
	}
	return a.Z - (n.X*(at.X-a.X)+n.Y*(at.Y-a.Y))/n.Z
}

// flat is a face on the page, clockwise.
func (f *face) flat() shape.Polygon {
	out := make(shape.Polygon, len(f.corners))
	sum := 0.0
	for i, c := range f.corners {
		next := f.corners[(i+1)%len(f.corners)]
		sum += c.X*next.Y - next.X*c.Y
		out[i] = shape.Point{X: c.X, Y: c.Y}
	}
	if sum < 0 {
		slices.Reverse(out)
	}
	return out
}
