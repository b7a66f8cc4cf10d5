// Package blank turns a finished card into an envelope blank: the outline to
// cut, the creases to score and in which order to fold them, the panels, the
// glue and the waste. One file holds one style; a proof by folding is elsewhere.
package blank

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Request is the card to wrap and what the maker asked of the blank.
type Request struct {
	Card      card.Size
	Thickness measure.Length
	Ease      measure.Length // room beyond the card's thickness, cavity less card
	Seam      measure.Length // least width of a glued overlap, across the seam
	Ruler     measure.Ruler
	Groove    measure.Length   // the scoring board's step; zero for the ruler's
	Jig       measure.Length   // what the board reads at the tip of a corner held in its jig
	Paper     measure.Length   // caliper of the envelope paper
	Board     measure.Length   // caliper of the card a box is made of
	Ratio     float64          // least length to height the post takes; zero where it takes squares
	Formats   []catalog.Format // bought envelopes that can be cut down
	Options   Options
}

// Options are a style's own choices, by name; what is absent takes the style's default.
type Options struct {
	Words   map[string]string
	Lengths map[string]measure.Length
	Sizes   map[string]card.Size
}

func (o Options) word(name, otherwise string) string {
	if w, ok := o.Words[name]; ok {
		return w
	}
	return otherwise
}

func (o Options) length(name string, otherwise measure.Length) measure.Length {
	if l, ok := o.Lengths[name]; ok {
		return l
	}
	return otherwise
}

// Option describes one of a style's own choices: a word from Words, or else a
// length, a size, or a bought envelope given by name or size.
type Option struct {
	Name     string
	Label    string // as a maker reads it
	Words    []string
	Size     bool
	Envelope bool
}

// Style is one school of making an envelope.
type Style struct {
	ID, Name string
	Options  []Option
	// Variants are the choices the trade disagrees on, each offered for comparison.
	Variants []Variant
	make     func(Request) (Blank, error)
}

// Variant is a style with some of its options settled.
type Variant struct {
	ID, Name string
	Options  Options
}

var styles = []Style{cornerFold(), straightFold(), box(), cutDown(), squareRescue(), contour(), wrap()}

// Styles are the schools known, in the order they are offered.
func Styles() []Style { return styles }

// StyleByID finds a style by its identifier.
func StyleByID(id string) (Style, bool) {
	for _, s := range Styles() {
		if s.ID == id {
			return s, true
		}
	}
	return Style{}, false
}

// Option finds one of the style's own options.
func (s Style) Option(name string) (Option, bool) {
	i := slices.IndexFunc(s.Options, func(o Option) bool { return o.Name == name })
	if i < 0 {
		return Option{}, false
	}
	return s.Options[i], true
}

// Make works the blank out, rounded to the ruler. The error says in a maker's
// words why the style does not suit the card.
func (s Style) Make(req Request) (Blank, error) {
	b, err := s.make(req)
	b.Style = s.ID
	b.Caliper = req.Paper
	if b.Board {
		b.Caliper = req.Board
	}
	return b, err
}

// Blank is a piece of paper to cut and fold. Geometry is in millimetres, y down
// the page, as drawn with the mouth at the top.
type Blank struct {
	Style         string
	Width, Height measure.Length // of the rectangle of paper it is cut from
	Minimum       measure.Length // exact size before it met the ruler; zero where sizes add up on the ruler
	Cavity        card.Size      // inside room as scored, across and along the drawing
	Depth         measure.Length // height of a box's walls; zero for a flat envelope
	Card          card.Size      // the card as it lies in the drawing
	Caliper       measure.Length // of the paper it is made of
	Diagonal      bool           // drawn with a corner of the paper at the top
	Board         bool           // made of card stock, not paper
	ByEye         bool           // folded round the card, not scored
	Bought        string         // the envelope it is cut down from
	Machine       *Machine       // set for a blank cut by a cutting machine
	Outline       shape.Polygon  // the closed cut
	Paper         shape.Polygon  // the piece before any corner is snipped
	Body          shape.Polygon  // the panel the flaps fold onto
	Inside        shape.Polygon  // the rectangle of the cavity, between creases or glue
	Flaps         []Flap         // in the order they fold
	Creases       []Crease       // in the order they are scored
	Waste         []Waste
	Seams         []Seam
	Strips        []shape.Polygon // adhesive strips that hold the card in place
	Gum           []shape.Polygon // glue that belongs to no pair of flaps
	Steps         []string        // what to do, where the scores do not say it
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
	Tab    shape.Polygon
}

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

// Crease is a score: At is its distance From a named edge or corner of the
// paper, Reading what the scoring board shows there with the paper in its jig.
// Mark is where the score meets the paper's edge, from the corner MarkFrom; it
// is zero where the score runs square to the edge.
type Crease struct {
	Flap     string
	From     string
	At       measure.Length
	Reading  measure.Length
	Length   measure.Length
	Mark     measure.Length
	MarkFrom string
	Line     shape.Line
}

// Waste is paper cut away, with the legs of the corner it comes off.
type Waste struct {
	Place         string
	Width, Height measure.Length
	Shape         shape.Polygon
}

// Seam is a pair of flaps that overlap when folded, Over folding onto Under.
type Seam struct {
	Under, Over string
	Want        measure.Length // least overlap, across the seam
	Closing     bool           // sealed by the sender, not by the maker
	Apart       bool           // the two must not meet at all; Want is not used
}

// groove is the graduation of the scoring board, where creases lie.
func (r Request) groove() measure.Ruler {
	if r.Groove > 0 {
		return measure.Ruler{Step: r.Groove, Unit: r.Ruler.Unit}
	}
	return r.Ruler
}

// atGroove moves a distance from a corner to where the board, with the corner
// in its jig, has a groove.
func (r Request) atGroove(l measure.Length) measure.Length {
	return r.groove().Nearest(l+r.Jig) - r.Jig
}

// cavity is the room the card needs: its size, its thickness and the ease each way, up to the board's groove.
func (r Request) cavity() card.Size {
	room := r.Thickness + r.Ease
	return card.Size{Width: r.groove().Up(r.Card.Width + room), Height: r.groove().Up(r.Card.Height + room)}
}

// usual picks a customary measure for the ruler's own system.
func usual(r measure.Ruler, inch, metric measure.Length) measure.Length {
	if r.Unit == measure.Millimetres {
		return metric
	}
	return inch
}

// score lists every crease by its distance from an edge or corner of the paper,
// the upright ones first, and then, with the paper turned, the level ones.
func (b *Blank) score(jig measure.Length) {
	across, along := "left edge", "bottom edge"
	if b.Diagonal {
		across, along = "left corner", "top corner"
	}
	lo, hi := b.Paper.Bounds()
	add := func(flap string, l shape.Line) {
		c := Crease{Flap: flap, From: along, Length: measure.FromMM(l.Len()), Line: l}
		switch upright := abs(l.A.X-l.B.X) < abs(l.A.Y-l.B.Y); {
		case upright:
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
	for _, f := range b.Flaps {
		add(f.Name, f.Crease)
		if len(f.Wall) > 0 {
			add(f.Name+" wall", f.Base)
		}
	}
	slices.SortStableFunc(b.Creases, func(p, q Crease) int {
		if p.From != q.From {
			return cmp.Compare(rank(p.From == along), rank(q.From == along))
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
		c.MarkFrom = map[string]string{"left corner": "right corner", "top corner": "bottom corner"}[c.From]
	}
	c.Mark = measure.FromMM(depth * math.Sqrt2)
}

func abs(v float64) float64 { return math.Abs(v) }

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
		start := 0
		for i, p := range f.Shape {
			if p.Dist(f.Crease.A) < f.Shape[start].Dist(f.Crease.A) {
				start = i
			}
		}
		for i := range f.Shape {
			add(f.Shape[(start+i)%len(f.Shape)])
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
func (b Blank) Panels() []shape.Polygon {
	out := []shape.Polygon{b.Body}
	for _, f := range b.Flaps {
		for _, p := range []shape.Polygon{f.Wall, f.Tab, f.Shape} {
			if len(p) > 0 {
				out = append(out, p)
			}
		}
	}
	return out
}

// Glue is where the maker's glue goes, on the face of the blank as drawn: every
// made seam's overlap on the flap that folds over, kept an eighth of an inch
// off its edges so that nothing seeps inside.
func (b Blank) Glue() []shape.Polygon {
	flaps := map[string]Flap{}
	for _, f := range b.Flaps {
		flaps[f.Name] = f
	}
	out := slices.Clone(b.Gum)
	for _, s := range b.Seams {
		if s.Closing || s.Apart {
			continue
		}
		over, under := flaps[s.Over], flaps[s.Under]
		lands := over.Shape.Intersect(under.Folded().Mirror(over.Axis()))
		inset := lands.Inset(min(measure.Inch.MM()/8, lands.Width()/4))
		if len(inset) > 0 {
			out = append(out, inset)
		}
	}
	return out
}

func unsuitable(format string, args ...any) error { return fmt.Errorf(format, args...) }
