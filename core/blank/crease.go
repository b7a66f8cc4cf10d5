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
	Tab      bool // it is the hinge of the tab at the end of the flap's wall
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
func (b *sheet) score(jig measure.Length) {
	across, along := "left edge", "bottom edge"
	if b.Diagonal {
		across, along = "left corner", "top corner"
	}
	lo, hi := b.Paper.Bounds()
	add := func(c Crease, l shape.Line) {
		c.Length, c.Line = measure.FromMM(l.Len()), l
		c.Level = abs(l.A.X-l.B.X) >= abs(l.A.Y-l.B.Y)
		near, far := l.A.X-lo.X, hi.X-l.A.X
		c.From = across
		switch {
		case c.Level && b.Diagonal:
			near, far, c.From = l.A.Y-lo.Y, hi.Y-l.A.Y, along
		case c.Level:
			near, far, c.From = hi.Y-l.A.Y, l.A.Y-lo.Y, along
		}
		c.At = measure.FromMM(near)
		if far < near && b.beyond(c.Level) {
			c.From, c.At = opposite[c.From], measure.FromMM(far)
		}
		c.Reading = c.At
		if b.Diagonal {
			c.Reading += jig
			b.markEdge(&c)
		}
		b.Creases = append(b.Creases, c)
	}
	b.Creases = make([]Crease, 0, 3*len(b.Piece.Flaps))
	for _, f := range b.Piece.Flaps {
		add(Crease{Flap: f.Name}, f.Crease)
		if len(f.Wall) > 0 {
			add(Crease{Flap: f.Name + " wall", Wall: true}, f.Base)
		}
	}
	for _, f := range b.Piece.Flaps {
		if len(f.Tab) > 0 {
			add(Crease{Flap: f.Name + " wall's tab", Tab: true}, f.Hinge())
		}
	}
	slices.SortStableFunc(b.Creases, func(p, q Crease) int {
		if p.Level != q.Level {
			return cmp.Compare(rank(p.Level), rank(q.Level))
		}
		return cmp.Compare(p.At, q.At)
	})
}

// opposite is where a score is set from that the board does not reach from its own side.
var opposite = map[string]string{
	"left edge": "right edge", "bottom edge": "top edge", "left corner": "right corner", "top corner": "bottom corner",
}

// beyond tells whether the scores across, or along, go further than the board
// reaches, so that the far ones are set from the opposite side.
func (b *sheet) beyond(level bool) bool {
	if level {
		return b.Far.Along
	}
	return b.Far.Across
}

func rank(later bool) int {
	if later {
		return 1
	}
	return 0
}

// markEdge says where a score across a corner meets the paper's two edges: the
// square root of two times its depth, from that corner.
func (b *sheet) markEdge(c *Crease) {
	depth := c.At.MM()
	c.MarkFrom = c.From
	if far := b.Width.MM()*math.Sqrt2 - depth; far < depth {
		depth, c.MarkFrom = far, opposite[c.From]
	}
	c.Mark = measure.FromMM(depth * math.Sqrt2)
}

func abs(v float64) float64 { return math.Abs(v) }

// Marks are where the folds of a piece of a blank folded by eye come out, as short marks at
// the ends of each: it is folded round its card, not scored.
func (b *Blank) Marks(p *Piece) []shape.Line {
	const long = 5 // millimetres
	if !b.ByEye {
		return nil
	}
	var out []shape.Line
	for _, f := range p.Flaps {
		back := shape.Line{A: f.Crease.B, B: f.Crease.A}
		out = append(out, shape.Line{A: f.Crease.A, B: f.Crease.At(long)}, shape.Line{A: back.A, B: back.At(long)})
	}
	return out
}

// ScoreLines is every score of a piece as it is made, flap by flap: lines, or the dashes of
// a perforation. None where it is folded by eye.
func (b *Blank) ScoreLines(p *Piece) []shape.Line {
	if b.ByEye {
		return nil
	}
	machine := Machine{}
	if b.Machine != nil {
		machine = *b.Machine
	}
	out := make([]shape.Line, 0, 3*len(p.Flaps))
	for _, f := range p.Flaps {
		out = append(out, machine.Dashes(f.Crease)...)
		if len(f.Wall) > 0 {
			out = append(append(out, machine.Dashes(f.Base)...), machine.Dashes(f.Hinge())...)
		}
	}
	return out
}
