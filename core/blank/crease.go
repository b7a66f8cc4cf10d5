package blank

import (
	"cmp"
	"math"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Crease is a score: At is its distance From a named edge or corner of the
// paper, Reading what the scoring board shows there with the paper in its jig.
// Mark is where the score meets the paper's edge, from the corner MarkFrom; it
// is zero where the score runs square to the edge.
type Crease struct {
	Flap     string
	Wall     bool // it is the foot of the flap's wall
	From     string
	Level    bool // it runs across the drawing, and is measured along it
	At       measure.Length
	Reading  measure.Length
	Length   measure.Length
	Mark     measure.Length
	MarkFrom string
	Line     shape.Line
}

// score lists every crease by its distance from an edge or corner of the paper,
// the upright ones first, and then, with the paper turned, the level ones.
func (b *Blank) score(jig measure.Length) {
	across, along := "left edge", "bottom edge"
	if b.Diagonal {
		across, along = "left corner", "top corner"
	}
	lo, hi := b.Paper.Bounds()
	add := func(flap string, wall bool, l shape.Line) {
		c := Crease{Flap: flap, Wall: wall, From: along, Level: true, Length: measure.FromMM(l.Len()), Line: l}
		switch upright := abs(l.A.X-l.B.X) < abs(l.A.Y-l.B.Y); {
		case upright:
			c.Level = false
			c.From, c.At = across, measure.FromMM(l.A.X-lo.X)
		case b.Diagonal:
			c.At = measure.FromMM(l.A.Y - lo.Y)
		default:
			c.At = measure.FromMM(hi.Y - l.A.Y)
		}
		c.Reading = c.At
		if b.Diagonal {
			c.Reading += jig
			b.markEdge(&c)
		}
		b.Creases = append(b.Creases, c)
	}
	b.Creases = make([]Crease, 0, 2*len(b.Flaps))
	for _, f := range b.Flaps {
		add(f.Name, false, f.Crease)
		if len(f.Wall) > 0 {
			add(f.Name+" wall", true, f.Base)
		}
	}
	slices.SortStableFunc(b.Creases, func(p, q Crease) int {
		if p.Level != q.Level {
			return cmp.Compare(rank(p.Level), rank(q.Level))
		}
		return cmp.Compare(p.At, q.At)
	})
}

func rank(later bool) int {
	if later {
		return 1
	}
	return 0
}

// markEdge says where a score across a corner meets the paper's two edges: the
// square root of two times its depth, from that corner.
func (b *Blank) markEdge(c *Crease) {
	depth := c.At.MM()
	c.MarkFrom = c.From
	if far := b.Width.MM()*math.Sqrt2 - depth; far < depth {
		depth = far
		c.MarkFrom = "right corner"
		if c.Level {
			c.MarkFrom = "bottom corner"
		}
	}
	c.Mark = measure.FromMM(depth * math.Sqrt2)
}

func abs(v float64) float64 { return math.Abs(v) }

// ScoreLines is every score as it is made, flap by flap: lines, or the dashes of a perforation.
func (b Blank) ScoreLines() []shape.Line {
	machine := Machine{}
	if b.Machine != nil {
		machine = *b.Machine
	}
	out := make([]shape.Line, 0, 2*len(b.Flaps))
	for _, f := range b.Flaps {
		if len(f.Wall) > 0 {
			out = append(out, f.Base)
		}
		out = append(out, machine.Dashes(f.Crease)...)
	}
	return out
}
