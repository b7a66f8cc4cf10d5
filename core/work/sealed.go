package work

import (
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// A bought envelope, as sold: front, back, its seam and the flap lie over each
// other, and its paper is so many times its face.
const (
	boughtLayers = 4
	boughtPaper  = 2.5
)

// A padded mailer of paper, as sold: room beyond the card, two padded walls,
// and its weight for its face, front and back together.
const (
	mailerRoom  = 20 * measure.Millimetre
	mailerWalls = 2
	mailerSkin  = 150 * measure.Micrometre // what of a wall bends: padding does not
)

var mailerWall = blank.Stock{Caliper: 3 * measure.Millimetre, GSM: 260}

// SealedIn is what a card is posted in.
type SealedIn int

// What a card is posted in: the envelope on hand, one made of a blank, a padded mailer, or an envelope to buy or from the shelf.
const (
	InEnvelope SealedIn = iota
	InBlank
	InMailer
	InFormat // an envelope to buy that the plan chose
	InShelf  // one on the shelf that it chose
)

// Sealed is a piece ready to post.
type Sealed struct {
	In     SealedIn
	Made   *Made        // the blank it is in; nil in anything else
	Fit    *card.Fit    // how it lies in the envelope the plan chose; nil in anything else
	Bought brief.Bought // the envelope, on hand or chosen, as it is sold
	Size   card.Size
	Layers int            // sheets of paper over the thickest place
	Paper  float64        // mm2
	Sold   bool           // a catalogue format
	Stock  blank.Stock    // what the envelope is of
	Lined  float64        // mm2 of its liner, which is of the usual paper; zero without one
	Skin   measure.Length // what of a wall resists bending; zero for all of it
	Piece  post.Piece     // as the post sees it
}

// PaperWeight is what the envelope weighs.
func (s *Sealed) PaperWeight() measure.Mass {
	return measure.FromGrams((s.Paper*s.Stock.GSM + s.Lined*blank.EnvelopePaper.GSM) / 1e6)
}

// LinerLayers are the sheets of a liner over the thickest place: it lies inside the
// front and folds with the flap.
func (s *Sealed) LinerLayers() int {
	if s.Lined == 0 {
		return 0
	}
	return 2
}

// outer is how thick the closed piece is: the card in its paper, and of a box its
// walls where they are more.
func (s *Sealed) outer(card measure.Length) measure.Length {
	flat := card.Plus(s.Stock.Caliper.Times(s.Layers)).Plus(blank.EnvelopePaper.Caliper.Times(s.LinerLayers()))
	return max(flat, s.Walls())
}

// Walls is how high a box stands: its walls, a pair of right angles round them, and the flaps that lie over their creases, all but the body and the first. Zero of anything flat.
func (s *Sealed) Walls() measure.Length {
	if s.Made == nil || s.Made.Depth == 0 || s.Made.Bought != "" {
		return 0
	}
	return s.Made.Depth + measure.FromMM(folding.RightAngles*s.Stock.Caliper.MM()) + s.Stock.Caliper.Times(s.Over())
}

// Over is how many flaps of a box lie over the creases of its walls.
func (s *Sealed) Over() int { return max(s.Layers-2, 0) }

// sealer closes the card in what it is posted in.
type sealer struct {
	Brief  *brief.Brief
	Card   *Card
	Layers *Layers
	Panels int // of the folded base
}

func sealerOf(r *Result) *sealer { return &sealer{r.Brief, &r.Card, &r.Layers, r.Base.Panels} }

// seal is the piece as the post sees it.
func (r *sealer) seal(s *Sealed) *Sealed {
	b := r.Brief
	s.Piece = post.Piece{
		Handed: b.Post.Handed, Width: s.Size.Width, Height: s.Size.Height, SoldSize: s.Sold,
		Thickness: s.outer(r.Card.Thick), Weight: r.Card.Weight + s.PaperWeight(),
		Bends: r.bends(s), Guessed: b.Card.Measured && !b.Card.Raised,
		Uneven: func(edge measure.Length) measure.Length { return r.Card.Counted.Uneven(s.Size, edge) },
	}
	for i, p := range b.Card.Build {
		if p.Material.Hard {
			s.Piece.Hard = append(s.Piece.Hard, p.Name)
		}
		switch {
		case p.Material.Contents == "":
		case p.On == brief.Front && r.Card.Map.Shielded(piecePart(r.Card.Size, i, p)):
			s.Piece.Shielded = append(s.Piece.Shielded, p.Material.Contents)
		default:
			s.Piece.OnCard = append(s.Piece.OnCard, p.Material.Contents)
		}
	}
	return s
}

// piecesOf are the ways a card can be posted, the one in use first: the job's
// own envelope where the card goes in, else the blank it names, else one on the
// shelf that fits well, else one to buy, where no blank goes better or for less, else the first blank;
// a padded mailer last.
func piecesOf(r *Result) []*Sealed {
	in, out := sealerOf(r), make([]*Sealed, 0, len(r.Blanks)+3)
	own := in.sealedBought(r.Own)
	if own != nil {
		out = append(out, own)
	}
	for _, m := range r.Blanks {
		out = append(out, m.Sealed)
	}
	if own != nil {
		return append(out, in.sealedMailer())
	}
	// An envelope the plan chooses comes first only where the job names no blank.
	placed := func(s *Sealed, first bool) {
		if first && r.Brief.Blank.Style == nil {
			out = slices.Insert(out, 0, s)
		} else {
			out = append(out, s)
		}
	}
	if format := in.sealedFormat(r.Fits); format != nil {
		placed(format, len(r.Blanks) == 0 || buys(r.Brief, format, r.Blanks[0]))
	}
	if shelf := in.sealedChosen(InShelf, r.how.Shelf); shelf != nil {
		placed(shelf, true)
	}
	return append(out, in.sealedMailer())
}

// buys tells whether an envelope to buy comes before the first blank.
func buys(b *brief.Brief, format *Sealed, first *Made) bool {
	if !first.Proof.OK || len(b.Post.Carriers) == 0 {
		return true
	}
	return goes(*first.Post, post.Outcome(b.Post.Carriers[0], &format.Piece)) >= 0
}

// sealedFormat is the card in the envelope sold where the job lives that takes it
// well and goes best, the best fit of equals; nil where none fits well.
func (r *sealer) sealedFormat(fits []card.Fit) *Sealed {
	var good []brief.Bought
	for i := range fits {
		if fits[i].Verdict != card.Good {
			break // the fits are ranked
		}
		if f := r.Brief.Catalog.Formats[fits[i].Envelope.Place]; f.Unit == r.Brief.Sold {
			good = append(good, brief.Format(f))
		}
	}
	return r.sealedChosen(InFormat, good)
}

// sealedChosen is the card in the one of some envelopes that takes it well and
// goes best; nil where none takes it well.
func (r *sealer) sealedChosen(in SealedIn, of []brief.Bought) *Sealed {
	var best *Sealed
	var at post.Verdict
	for _, e := range of {
		fit := card.Try(envelopeOf(e), r.Card.Outer(), r.Card.Thickness)
		if fit.Verdict != card.Good {
			continue
		}
		s := r.inBought(in, e)
		s.Fit = &fit
		var v post.Verdict
		if len(r.Brief.Post.Carriers) > 0 {
			v = post.Outcome(r.Brief.Post.Carriers[0], &s.Piece)
		}
		if best == nil || goes(v, at) < 0 {
			best, at = s, v
		}
	}
	return best
}

// sealedBought is the card in the job's own envelope; nil where it does not go in.
func (r *sealer) sealedBought(own *card.Fit) *Sealed {
	if own == nil || own.Verdict == card.No {
		return nil
	}
	return r.inBought(InEnvelope, *r.Brief.Envelope)
}

// inBought is the card in an envelope as it is sold.
func (r *sealer) inBought(in SealedIn, e brief.Bought) *Sealed {
	return r.seal(&Sealed{In: in, Bought: e, Size: e.Size, Layers: boughtLayers, Paper: boughtPaper * e.Size.MM2(), Sold: e.ID != "", Stock: blank.EnvelopePaper})
}

// sealedBlank is a card in the envelope made of a blank, with its liner where one is asked for.
func (r *sealer) sealedBlank(m *Made) *Sealed {
	s := &Sealed{In: InBlank, Made: m, Size: m.Outside(), Layers: m.Proof.Layers, Paper: m.Weighs(), Stock: m.Main().Stock}
	if m.Bought != "" {
		s.Layers, s.Paper = boughtLayers, boughtPaper*s.Paper
	}
	if r.Brief.Blank.Liner {
		if e, ok := blank.Liner(m.Blank, r.Brief.Ruler); ok {
			s.Lined = e.Outline.Area()
		}
	}
	r.seal(s)
	s.Piece.DrawnIn = folding.DrawnIn(&m.Blank, r.Card.Thickness)
	return s
}

func (r *sealer) sealedMailer() *Sealed {
	z := r.Card.Outer()
	up := func(l measure.Length) measure.Length { return r.Brief.Ruler.Up(l + r.Card.Thick + mailerRoom) }
	z = card.Size{Width: up(z.Width), Height: up(z.Height)}
	return r.seal(&Sealed{In: InMailer, Size: z, Layers: mailerWalls, Paper: z.MM2(), Stock: mailerWall, Skin: mailerSkin})
}
