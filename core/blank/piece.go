package blank

import (
	"math"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/words"
)

// Piece is one flat piece that an envelope is made of: what is cut, scored and
// glued of one paper.
type Piece struct {
	Name          string         // among the others; empty where it is the only one
	Width, Height measure.Length // of the rectangle of paper it is cut from
	Diagonal      bool           // drawn with a corner of the paper at the top
	Stock         Stock          // what it is cut from
	Outline       shape.Polygon  // the closed cut
	Paper         shape.Polygon  // the piece before any corner is snipped
	Flaps         []Flap         // in the order they fold
	Creases       []Crease       // in the order they are scored
	Waste         []Waste
	Gum           []shape.Polygon // glue that belongs to no pair of flaps
}

// Half is half the diagonal of a square that is measured along it, from corner to centre.
func (p *Piece) Half() measure.Length { return measure.FromMM(p.Width.MM() / math.Sqrt2) }

// Cut is the rectangle of paper the piece is cut from.
func (p *Piece) Cut() card.Size { return card.Size{Width: p.Width, Height: p.Height} }

// Main is the piece with the body, by whose size the blank is spoken of.
func (b *Blank) Main() *Piece { return &b.Pieces[0] }

// Area is the paper in all pieces, waste left out, in mm2.
func (b *Blank) Area() float64 {
	sum := 0.0
	for i := range b.Pieces {
		sum += b.Pieces[i].Outline.Area()
	}
	return sum
}

// Weighs is as much of the main piece's stock as weighs what all pieces weigh, in mm2.
func (b *Blank) Weighs() float64 {
	sum := 0.0
	for i := range b.Pieces {
		p := &b.Pieces[i]
		if area := p.Outline.Area(); p.Stock == b.Main().Stock {
			sum += area
		} else {
			sum += area * p.Stock.GSM / b.Main().Stock.GSM
		}
	}
	return sum
}

// Flaps are those of all pieces, in the order they fold.
func (b *Blank) Flaps() []Flap {
	if len(b.Pieces) == 1 {
		return b.Pieces[0].Flaps
	}
	var out []Flap
	for i := range b.Pieces {
		out = append(out, b.Pieces[i].Flaps...)
	}
	return out
}

// AllWaste is what is cut off all pieces.
func (b *Blank) AllWaste() []Waste {
	if len(b.Pieces) == 1 {
		return b.Pieces[0].Waste
	}
	var out []Waste
	for i := range b.Pieces {
		out = append(out, b.Pieces[i].Waste...)
	}
	return out
}

// Scores counts the scores on all pieces.
func (b *Blank) Scores() int {
	n := 0
	for i := range b.Pieces {
		n += len(b.Pieces[i].Creases)
	}
	return n
}

// Called is what is said of the piece, "envelope blank", with the piece's own name after
// it where it has one: "envelope blank, back".
func (p *Piece) Called(what string) string {
	if p.Name == "" {
		return what
	}
	return what + ", " + words.Lower(p.Name)
}

// Beside is how far each piece is moved to lie beside those before it, the tallest at
// the top, so far apart; the first lies where it is.
func (b *Blank) Beside(gap float64) []shape.Point {
	out := make([]shape.Point, len(b.Pieces))
	top, right := b.Pieces[0].Paper.Bounds()
	for i := 1; i < len(b.Pieces); i++ {
		lo, hi := b.Pieces[i].Paper.Bounds()
		out[i] = shape.Point{X: right.X + gap - lo.X, Y: top.Y - lo.Y}
		right.X += gap + hi.X - lo.X
	}
	return out
}

// sheet is a blank of one piece while a style makes it.
type sheet struct {
	Blank
	Piece
}

// whole is the blank of one piece.
func (s *sheet) whole() Blank {
	b := s.Blank
	b.Pieces = []Piece{s.Piece}
	return b
}

// single makes a style's blanks of one piece.
func single(make func(Request) (sheet, error)) func(Request) (Blank, error) {
	return func(req Request) (Blank, error) {
		s, err := make(req)
		if err != nil {
			return Blank{}, err
		}
		return s.whole(), nil
	}
}
