package blank

import (
	"math"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Extra is a piece cut besides the envelope: its own outline in millimetres,
// upright, and the lines to score on it. Lies is where it goes on the blank's
// drawing; empty where it does not lie on the blank.
type Extra struct {
	ID, Name      string
	Width, Height measure.Length
	Count         int
	Outline       shape.Polygon
	Scores        []shape.Line
	At            []measure.Length // the scores, From the foot or the left end
	From          string
	Lies          shape.Polygon
	Working       Saying // of ExtraSays
}

// Size is the rectangle it is cut from.
func (e Extra) Size() card.Size { return card.Size{Width: e.Width, Height: e.Height} }

// ExtraSays are the sentences that say how extras come about, by name; {0}, {1} are lengths.
var ExtraSays = map[string]string{
	"liner":      "Inside less {0} at each side and the foot; it stops {1} short of the flap's edge, for the gum.",
	"thin band":  "Twice the front of {0}, and {1} to overlap at the back: {2}.",
	"thick band": "Twice the front of {0}, twice the side of {1}, and {2} to overlap at the back: {3}.",
	"strips":     "One strip beside each side of the card, inside the front, so that it cannot slide; no thicker than the card.",
}

// How far a liner keeps off the envelope's sides, and off the edge of the flap
// where the gum goes, as makers leave it.
const (
	linerInsetInch, linerInsetMetric = measure.Inch / 8, 3 * measure.Millimetre
	linerGumInch, linerGumMetric     = measure.Inch / 2, 12 * measure.Millimetre
)

// Liner is the sheet of patterned paper inside an envelope: the front and the
// closing flap in one, off the sides and short of the gum. ok is false where
// nothing useful is left.
func Liner(b Blank, r measure.Ruler) (e Extra, ok bool) {
	inset, gum := usual(r, linerInsetInch, linerInsetMetric), usual(r, linerGumInch, linerGumMetric)
	whole := b.Inside
	var folds []shape.Line
	if f, ok := b.closingFlap(); ok {
		whole = append(append(shape.Polygon{}, f.Shape...), b.Inside...).Hull()
		// A flap that does not reach across the mouth leaves corners a liner would fill.
		if whole.Area() > b.Body.Area()+f.Wall.Area()+f.Shape.Area()+1e-3 {
			return Extra{}, false
		}
		folds = []shape.Line{f.Base}
		if len(f.Wall) > 0 {
			folds = append(folds, f.Crease)
		}
	}
	lies := inner(whole, inset.MM(), gum.MM(), len(folds) > 0)
	lo, hi := lies.Bounds()
	high := r.Down(measure.FromMM(hi.Y - lo.Y))
	if len(lies) < 3 || high < 4*inset || hi.X-lo.X < 4*inset.MM() {
		return Extra{}, false
	}
	// What the ruler does not show comes off the foot.
	foot := lo.Y + high.MM()
	lies = lies.Keep(shape.Line{A: shape.Point{X: hi.X, Y: foot}, B: shape.Point{X: lo.X, Y: foot}})
	e = Extra{
		ID: "liner", Name: "Liner", Count: 1, From: "the foot", Width: measure.FromMM(hi.X - lo.X), Height: high,
		Outline: lies.Move(-lo.X, -lo.Y), Lies: lies,
	}
	e.Working = Saying{"liner", []measure.Length{inset, gum}}
	for _, f := range folds {
		e.Scores = append(e.Scores, shape.Line{A: shape.Point{X: 0, Y: f.A.Y - lo.Y}, B: shape.Point{X: hi.X - lo.X, Y: f.A.Y - lo.Y}})
		e.At = append(e.At, measure.FromMM(foot-f.A.Y))
	}
	return e, true
}

// closingFlap is the flap the sender seals.
func (b Blank) closingFlap() (Flap, bool) {
	for _, s := range b.Seams {
		for _, f := range b.Flaps {
			if s.Closing && f.Name == s.Over {
				return f, true
			}
		}
	}
	return Flap{}, false
}

// inner moves a convex outline's edges in: its upper ones by the gum, where there is any, the others by the inset.
func inner(p shape.Polygon, inset, gum float64, gummed bool) shape.Polygon {
	out := p
	for i, a := range p {
		b := p[(i+1)%len(p)]
		n := a.Dist(b)
		if n < 1e-9 {
			continue
		}
		in := shape.Point{X: -(b.Y - a.Y) / n, Y: (b.X - a.X) / n}
		by := inset
		// An edge that slants less than the diagonal from level is where the flap's gum runs.
		if gummed && in.Y > math.Sqrt2/2-1e-6 {
			by = gum
		}
		out = out.Keep(shape.Line{A: shape.Point{X: a.X + in.X*by, Y: a.Y + in.Y*by}, B: shape.Point{X: b.X + in.X*by, Y: b.Y + in.Y*by}})
	}
	return out
}
