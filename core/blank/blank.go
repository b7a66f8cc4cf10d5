// Package blank turns a finished card into an envelope blank: the outline to
// cut, the creases to score and in which order to fold them, the panels, the
// glue and the waste. One file holds one style; a proof by folding is elsewhere.
package blank

import (
	"fmt"
	"slices"

	"yellow-parcel/core/card"
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

// Option describes one of a style's own choices: a word from Words, or else a length, or a size.
type Option struct {
	Name  string
	Words []string
	Size  bool
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

// Styles are the schools known, in the order they are offered.
func Styles() []Style { return []Style{cornerFold(), straightFold()} }

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
	return b, err
}

// Blank is a piece of paper to cut and fold. Geometry is in millimetres, y down
// the page, as drawn with the mouth at the top.
type Blank struct {
	Style         string
	Width, Height measure.Length // of the rectangle of paper it is cut from
	Minimum       measure.Length // exact size before it met the ruler; zero where sizes add up on the ruler
	Cavity        card.Size      // inside room as scored, across and along the drawing
	Card          card.Size      // the card as it lies in the drawing
	Diagonal      bool           // drawn with a corner of the paper at the top
	Outline       shape.Polygon  // the closed cut
	Paper         shape.Polygon  // the piece before any corner is snipped
	Body          shape.Polygon  // the panel the flaps fold onto
	Flaps         []Flap         // in the order they fold
	Creases       []Crease       // in the order they are scored
	Waste         []Waste
	Seams         []Seam
}

// Flap is a panel folded onto the body about its crease.
type Flap struct {
	Name   string
	Depth  measure.Length // from the crease to its farthest edge
	Shape  shape.Polygon
	Crease shape.Line
}

// Crease is a score: At is its distance From a named edge or corner of the paper.
type Crease struct {
	Flap   string
	From   string
	At     measure.Length
	Length measure.Length
	Line   shape.Line
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

// cavity is the room the card needs: its size, its thickness and the ease each way, up to the ruler.
func (r Request) cavity() card.Size {
	room := r.Thickness + r.Ease
	return card.Size{Width: r.Ruler.Up(r.Card.Width + room), Height: r.Ruler.Up(r.Card.Height + room)}
}

// usual picks a customary measure for the ruler's own system.
func usual(r measure.Ruler, inch, metric measure.Length) measure.Length {
	if r.Unit == measure.Millimetres {
		return metric
	}
	return inch
}

// score adds a flap's crease, so far from a named edge or corner, to those to be scored.
func (b *Blank) score(f Flap, from string, at measure.Length) {
	b.Creases = append(b.Creases, Crease{f.Name, from, at, measure.FromMM(f.Crease.Len()), f.Crease})
}

// outline walks the flaps clockwise from the top and joins their outer edges into one closed cut.
func outline(clockwise ...Flap) shape.Polygon {
	var out shape.Polygon
	for _, f := range clockwise {
		start := 0
		for i, p := range f.Shape {
			if p.Dist(f.Crease.A) < f.Shape[start].Dist(f.Crease.A) {
				start = i
			}
		}
		for i := range f.Shape {
			p := f.Shape[(start+i)%len(f.Shape)]
			if len(out) == 0 || p.Dist(out[len(out)-1]) > 1e-9 {
				out = append(out, p)
			}
		}
	}
	if n := len(out); n > 1 && out[0].Dist(out[n-1]) < 1e-9 {
		out = out[:n-1]
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
	var out []shape.Polygon
	for _, s := range b.Seams {
		if s.Closing || s.Apart {
			continue
		}
		over, under := flaps[s.Over], flaps[s.Under]
		lands := over.Shape.Intersect(under.Shape.Mirror(under.Crease).Mirror(over.Crease))
		inset := lands.Inset(min(measure.Inch.MM()/8, lands.Width()/4))
		if len(inset) > 0 {
			out = append(out, inset)
		}
	}
	return out
}

func unsuitable(format string, args ...any) error { return fmt.Errorf(format, args...) }
