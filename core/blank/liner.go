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
	if f, ok := b.ClosingFlap(); ok {
		whole = append(append(shape.Polygon{}, f.Shape...), b.Inside...).Hull()
		folds = []shape.Line{f.Base}
		if len(f.Wall) > 0 {
			folds = append(folds, f.Crease)
		}
	}
	lies := inner(whole, inset.MM(), gum.MM(), 0, len(folds) > 0)
	lo, hi := lies.Bounds()
	if len(lies) < 3 || hi.Y-lo.Y < 4*inset.MM() || hi.X-lo.X < 4*inset.MM() {
		return Extra{}, false
	}
	// Its width and its height come out on ruler marks, the fold where the envelope
	// folds on one from its foot: what the marks do not show comes off both sides,
	// off the foot and off the edges beside the gum.
	at := lo.Y
	if len(folds) > 0 {
		at = folds[0].A.Y
	}
	foot, tip := at+r.Down(measure.FromMM(hi.Y-at)).MM(), at-r.Down(measure.FromMM(at-lo.Y)).MM()
	lies = inner(whole, inset.MM(), gum.MM(), tip-lo.Y, len(folds) > 0)
	lo, hi = lies.Bounds()
	off := (hi.X - lo.X - r.Down(measure.FromMM(hi.X-lo.X)).MM()) / 2
	lies = shape.Plain(lies.Intersect(shape.Rect(lo.X+off, tip, hi.X-off, foot)))
	lo, hi = lies.Bounds()
	e = Extra{
		ID: "liner", Name: "Liner", Count: 1, From: "the foot", Width: measure.FromMM(hi.X - lo.X), Height: measure.FromMM(hi.Y - lo.Y),
		Outline: lies.Move(-lo.X, -lo.Y), Lies: lies,
	}
	e.Working = Saying{"liner", []measure.Length{inset, gum}}
	for _, f := range folds {
		at := r.Nearest(measure.FromMM(foot - f.A.Y))
		y := hi.Y - at.MM() - lo.Y
		e.Scores = append(e.Scores, shape.Line{A: shape.Point{X: 0, Y: y}, B: shape.Point{X: hi.X - lo.X, Y: y}})
		e.At = append(e.At, at)
	}
	return e, !sticksOut(lies, b.Panels())
}

// sticksOut tells whether a piece lies off the panels anywhere: a flap that does
// not reach across the mouth leaves corners that a liner would fill.
func sticksOut(piece shape.Polygon, panels []shape.Polygon) bool {
	left := []shape.Polygon{piece}
	for _, p := range panels {
		left = shape.Subtract(left, p)
	}
	off := 0.0
	for _, rest := range left {
		off += rest.Area()
	}
	return off > 1e-2
}

// ClosingFlap is the flap the sender seals; ok is false where none is.
func (b *Blank) ClosingFlap() (f Flap, ok bool) {
	for _, s := range b.Seams {
		for _, f := range b.Flaps() {
			if s.Closing && f.Name == s.Over {
				return f, true
			}
		}
	}
	return Flap{}, false
}

// inner moves a convex outline's edges in: its upper ones by the gum, where there
// is any, and further down by so much, the others by the inset.
func inner(p shape.Polygon, inset, gum, down float64, gummed bool) shape.Polygon {
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
			by = gum + down*in.Y
		}
		out = out.Keep(shape.Line{A: shape.Point{X: a.X + in.X*by, Y: a.Y + in.Y*by}, B: shape.Point{X: b.X + in.X*by, Y: b.Y + in.Y*by}})
	}
	return out
}
