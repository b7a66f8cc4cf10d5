package blank

import (
	"fmt"
	"maps"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// Request is the card to wrap and what the maker asked of the blank.
type Request struct {
	Card      card.Size
	Thickness measure.Length
	Ease      measure.Length // room beyond the card's thickness, cavity less card
	More      card.Size      // room beyond that each way, as the card stands; may be below nothing
	Seam      measure.Length // least width of a glued overlap, across the seam
	Top       measure.Length // how deep the top flap of a straight fold is where its sheet takes no more; zero for the usual
	Ruler     measure.Ruler
	Groove    measure.Length   // the scoring board's step; zero for the ruler's
	Jig       measure.Length   // what the board reads at the tip of a corner held in its jig
	Reach     measure.Length   // how far the board reads; zero where it reads any length
	Hand      Hand             // how far its maker's cuts and scores may stray
	Paper     Stock            // the envelope paper
	Board     Stock            // the card a box is made of
	Ratio     float64          // least length to height the post takes; zero where it takes squares
	Formats   []catalog.Format // bought envelopes that can be cut down, the smallest first
	Options   Options
}

// Hand is how far a maker's cuts and scores may be off, either way.
type Hand struct{ Cut, Score measure.Length }

// UsualHand is how far a cut or a score of a careful maker may be off, 1/32 in or 0.5 mm.
func UsualHand(u measure.Unit) measure.Length {
	if u == measure.Millimetres {
		return measure.Millimetre / 2
	}
	return measure.Inch / 32
}

// Most is the farther of the two.
func (h Hand) Most() measure.Length { return max(h.Cut, h.Score) }

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

// OptionKind tells options apart by what they hold.
type OptionKind string

// Kind is what the option holds.
func (o Option) Kind() OptionKind {
	switch {
	case len(o.Words) > 0:
		return WordOption
	case o.Size:
		return SizeOption
	case o.Envelope:
		return EnvelopeOption
	}
	return LengthOption
}

// Over lays a job's own options over a variant's.
func (o Options) Over(under Options) Options {
	return Options{Words: overlaid(under.Words, o.Words), Lengths: overlaid(under.Lengths, o.Lengths), Sizes: o.Sizes}
}

func overlaid[V any](under, own map[string]V) map[string]V {
	out := make(map[string]V, len(under)+len(own))
	maps.Copy(out, under)
	maps.Copy(out, own)
	return out
}

// Style is one school of making an envelope.
type Style struct {
	ID, Name string
	Options  []Option
	// Variants are the choices the trade disagrees on, each offered for comparison.
	Variants []Variant
	// Says are the sentences for what the scores do not say, by name; {0}, {1} are lengths.
	Says map[string]string
	// Paperless styles are made of something bought, not cut from paper.
	Paperless bool
	// ByEye styles are folded round the card itself: their room is not measured.
	ByEye bool
	// Rescue styles give a card a longer envelope than its own, for the post.
	Rescue bool
	make   func(Request) (Blank, error)
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
func StyleByID(id string) (*Style, bool) {
	for i := range styles {
		if styles[i].ID == id {
			return &styles[i], true
		}
	}
	return nil, false
}

// Option finds one of the style's own options.
func (s Style) Option(name string) (Option, bool) {
	i := slices.IndexFunc(s.Options, func(o Option) bool { return o.Name == name })
	if i < 0 {
		return Option{}, false
	}
	return s.Options[i], true
}

// Variant is the one named, or the one the options speak of, else the first.
func (s Style) Variant(id string, o Options) Variant {
	for _, v := range s.Variants {
		if v.ID == id {
			return v
		}
		for name, word := range v.Options.Words {
			if id == "" && o.Words[name] == word {
				return v
			}
		}
	}
	return s.Variants[0]
}

// Make works the blank out, rounded to the ruler. The error says in a maker's
// words why the style does not suit the card.
func (s Style) Make(req Request) (Blank, error) {
	b, err := s.make(req)
	for i := range b.Pieces {
		b.Pieces[i].Stock = req.Paper
		if b.Board {
			b.Pieces[i].Stock = req.Board
		}
	}
	return b, err
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
	return card.Size{Width: r.groove().Up(r.Card.Width + room + r.More.Width), Height: r.groove().Up(r.Card.Height + room + r.More.Height)}
}

// turned is the request for the card laid the other way round.
func (r Request) turned() Request {
	r.Card, r.More = r.Card.Turned(), r.More.Turned()
	return r
}

// usual picks a customary measure for the ruler's own system.
func usual(r measure.Ruler, inch, metric measure.Length) measure.Length {
	if r.Unit == measure.Millimetres {
		return metric
	}
	return inch
}

func unsuitable(format string, args ...any) error { return fmt.Errorf(format, args...) }
