package blank

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// A card thinner than this is folded round with single scores.
const thinBand = measure.Inch / 16

// Band is a belly band: a strip round the card across its width, overlapped and
// glued at the back. A thick card gets two scores at each side.
func Band(c card.Size, thickness measure.Length, r measure.Ruler) Extra {
	overlap := usual(r, measure.Inch/2, 12*measure.Millimetre)
	high := min(usual(r, 2*measure.Inch, 50*measure.Millimetre), r.Down(c.Height/2))
	front, side := r.Up(c.Width+thickness), measure.Length(0)
	if thickness >= thinBand {
		front, side = r.Up(c.Width), r.Up(thickness)
	}
	// One mark more than the card needs, so that the band slides.
	front += r.Step
	half := r.Up(front / 2)
	e := Extra{ID: "band", Name: "Belly band", Count: 1, From: "the left end", Width: half + side + front + side + (front - half) + overlap, Height: high}
	for _, at := range []measure.Length{half, half + side, half + side + front, half + 2*side + front} {
		if len(e.At) == 0 || e.At[len(e.At)-1] != at {
			e.At = append(e.At, at)
			e.Scores = append(e.Scores, shape.Line{A: shape.Point{X: at.MM()}, B: shape.Point{X: at.MM(), Y: high.MM()}})
		}
	}
	e.Outline = shape.Rect(0, 0, e.Width.MM(), high.MM())
	e.Working = Saying{"thin band", []measure.Length{front, overlap, e.Width}}
	if side > 0 {
		e.Working = Saying{"thick band", []measure.Length{front, side, overlap, e.Width}}
	}
	return e
}

// Retainers are the strips of adhesive foam that keep a loose card in place, as a piece to cut.
func Retainers(b Blank, thickness measure.Length, r measure.Ruler) (Extra, bool) {
	strips := b.Strips
	if strips == nil {
		strips = Strips(b.Inside, b.Card, thickness, r)
	}
	if len(strips) == 0 {
		return Extra{}, false
	}
	lo, hi := strips[0].Bounds()
	e := Extra{ID: "strips", Name: "Retaining strips", Count: len(strips), Width: measure.FromMM(hi.X - lo.X), Height: measure.FromMM(hi.Y - lo.Y)}
	e.Outline = strips[0].Move(-lo.X, -lo.Y)
	e.Working = Saying{Name: "strips"}
	return e, true
}

// Extras are the pieces that can go with an envelope and its card.
func Extras(b Blank, thickness measure.Length, r measure.Ruler) []Extra {
	var out []Extra
	if e, ok := Liner(b, r); ok {
		out = append(out, e)
	}
	out = append(out, Band(b.Card, thickness, r))
	if e, ok := Retainers(b, thickness, r); ok {
		out = append(out, e)
	}
	return out
}
