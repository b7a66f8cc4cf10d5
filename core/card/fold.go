// Package card works out the card itself: the flat piece to cut, where to
// score it, the layers that step down from it, and which envelopes take it.
package card

import (
	"fmt"
	"strconv"

	"yellow-parcel/core/measure"
)

// Size is a width and a height as the piece stands.
type Size struct{ Width, Height measure.Length }

// Turned is the size after a quarter turn.
func (s Size) Turned() Size { return Size{s.Height, s.Width} }

// Area is exact, in the square of a Length's unit: to compare, and to add up.
func (s Size) Area() int64 { return int64(s.Width) * int64(s.Height) }

// MM2 is the area in square millimetres.
func (s Size) MM2() float64 { return s.Width.MM() * s.Height.MM() }

// Grown is the size with as much more each way.
func (s Size) Grown(by measure.Length) Size { return Size{s.Width + by, s.Height + by} }

// Text is the size with its unit once: "5 × 7 in".
func (s Size) Text(u measure.Unit) string {
	return s.Width.Bare(u) + " × " + s.Height.Text(u)
}

// Score is one crease on a flat piece: how far At it lies From an edge ("left"
// or "top"), and on which Face the groove goes. The groove side is the outside
// of its fold, so a fold that goes the other way is scored on the inside face.
type Score struct {
	From string
	At   measure.Length
	Face string // "outside" or "inside" of the finished card
}

// The edges a score is measured from.
const (
	left = "left"
	top  = "top"
)

// The faces a score can lie on.
const (
	Outside = "outside"
	Inside  = "inside"
)

// Flat is the piece to cut for a card: its size before folding, and its scores in order.
type Flat struct {
	Size
	Scores []Score
	Widths []measure.Length // of the panels, from the left or the top, on ruler marks
	Exact  []measure.Length // of the same, before they met the ruler
	Panels int              // how many card faces thick the folded base is
}

// OnTop tells whether the folds run across, so that the card opens upwards.
func (f Flat) OnTop() bool { return len(f.Scores) > 0 && f.Scores[0].OnTop() }

// OnTop tells whether the score is measured from the top edge.
func (s Score) OnTop() bool { return s.From == top }

// Along is the side of the flat piece that the folds run along.
func (f Flat) Along() measure.Length {
	if f.OnTop() {
		return f.Width
	}
	return f.Height
}

// Shape is what a fold leaves to choose.
type Shape struct {
	Panels int              // of an accordion
	Door   measure.Length   // width of a gate fold's first door; zero for half the card
	Short  measure.Length   // how much shorter a trifold's inner panel is
	Widths []measure.Length // of the panels of a fold of one's own
	OnTop  bool             // the folds run across, so that the card opens upwards
	Ruler  measure.Ruler    // panels are rounded down to it, so that none overlaps another or sticks out
}

// Bounds of an accordion, and the usual shortening of a trifold's inner panel.
const (
	LeastPanels = 2
	MostPanels  = 16
	ShortInch   = measure.Inch / 16
	ShortMetric = 3 * measure.Millimetre / 2
)

// Fold is one way of making a card of a finished size. Hinge is true where it
// can open to the side or upwards.
type Fold struct {
	ID, Name string
	Says     string // one line on what is doubled
	Hinge    bool
	Options  []string // the fields of a card that this fold has a use for
	Usual    bool     // one of the folds most cards have
	Endless  bool     // it goes with a strip of any length, so a list of cards it gives says nothing
	Picture  []string // outlines in a frame of 60 by 36, seen from above its edge
	Faces    []string // what its panels are called, from the left or the top; numbered without
	// panels are the widths of the panels for a closed width, and the face of
	// each score between them; the width is the height where the fold is on top.
	panels func(w measure.Length, s Shape) (widths []measure.Length, faces []string, err error)
	onTop  bool
	thick  int // panels that lie on each other; 0 for all of them
}

func outside(n int) []string {
	faces := make([]string, n)
	for i := range faces {
		faces[i] = Outside
	}
	return faces
}

func book(w measure.Length, _ Shape) ([]measure.Length, []string, error) {
	return []measure.Length{w, w}, outside(1), nil
}

func flat(w measure.Length, _ Shape) ([]measure.Length, []string, error) {
	return []measure.Length{w}, nil, nil
}

func gate(w measure.Length, s Shape) ([]measure.Length, []string, error) {
	if s.Door == 0 {
		return []measure.Length{w / 2, w, w / 2}, outside(2), nil
	}
	if s.Door >= w {
		return nil, nil, fmt.Errorf("a door as wide as the card leaves none for the other; less than %s", w.Text(s.Ruler.Unit))
	}
	return []measure.Length{s.Door, w, w - s.Door}, outside(2), nil
}

// pleats go to and fro: every other score is made on the other face.
func pleats(w measure.Length, n int) ([]measure.Length, []string, error) {
	var widths []measure.Length
	var faces []string
	for i := range n {
		widths = append(widths, w)
		if i > 0 {
			faces = append(faces, []string{Inside, Outside}[i%2])
		}
	}
	return widths, faces, nil
}

func zed(w measure.Length, _ Shape) ([]measure.Length, []string, error) { return pleats(w, 3) }

func accordion(w measure.Length, s Shape) ([]measure.Length, []string, error) {
	return pleats(w, s.Panels)
}

func trifold(w measure.Length, s Shape) ([]measure.Length, []string, error) {
	if s.Short >= w {
		return nil, nil, fmt.Errorf("the inner panel vanishes; make it shorter by less than %s", w.Text(s.Ruler.Unit))
	}
	return []measure.Length{w, w, w - s.Short}, outside(2), nil
}

func custom(w measure.Length, s Shape) ([]measure.Length, []string, error) {
	for i, p := range s.Widths {
		if p > w {
			return nil, nil, fmt.Errorf("panel %d is %s wide and sticks out of a card of %s", i+1, p.Text(s.Ruler.Unit), w.Text(s.Ruler.Unit))
		}
	}
	return s.Widths, outside(len(s.Widths) - 1), nil
}

var folds = []Fold{
	{ID: "book", Name: "Book fold", Says: "folds on the side, so the width is doubled", panels: book, Usual: true,
		Faces: []string{"back", "front"}, Picture: []string{"M8 6h20v22H8z", "M28 6l16 4v22l-16-4"}},
	{ID: "tent", Name: "Tent fold", Says: "folds on top, so the height is doubled", panels: book, onTop: true, Usual: true,
		Faces: []string{"back", "front"}, Picture: []string{"M14 10h32v20H14z", "M14 10l6-6h32l-6 6"}},
	{ID: "flat", Name: "Flat card", Says: "is not folded, so nothing is doubled", panels: flat,
		Faces: []string{"card"}, Picture: []string{"M17 5h26v24H17z"}},
	{ID: "gate", Name: "Gate fold", Says: "has two doors that meet on the front, together as wide as the card", Hinge: true, Options: []string{"door"}, panels: gate, thick: 2,
		Faces: []string{"left door", "back", "right door"}, Picture: []string{"M14 5h32v24H14z", "M14 5l-8 4v24l8-4", "M46 5l8 4v24l-8-4"}},
	{ID: "trifold", Name: "Trifold", Says: "has three panels, the inner one shorter so that it lies flat inside", Hinge: true, Options: []string{"short"}, panels: trifold,
		Faces: []string{"front", "back", "inner"}, Picture: []string{"M20 5h20v22H20z", "M20 5L6 10v22l14-5", "M40 5l12 4v22l-12-4"}},
	{ID: "z", Name: "Z fold", Says: "has three panels that go to and fro", Hinge: true, panels: zed,
		Picture: []string{"M6 8l16-4v22L6 30z", "M22 4l16 6v22l-16-6", "M38 10l16-6v22l-16 6"}},
	{ID: "accordion", Name: "Accordion", Says: "has panels that go to and fro", Hinge: true, Options: []string{"panels"}, panels: accordion, Endless: true,
		Picture: []string{"M4 8l10-4v22L4 30z", "M14 4l10 6v20l-10-4", "M24 10l10-6v22l-10 4", "M34 4l10 6v20l-10-4", "M44 10l10-6v22l-10 4"}},
	{ID: "custom", Name: "Own fold", Says: "has panels of your own widths", Hinge: true, Options: []string{"panel_widths"}, panels: custom, Endless: true,
		Picture: []string{"M5 6h24v22H5z", "M29 6l12 3v22l-12-3", "M41 9l8-3v22l-8 3"}},
}

// Folds are the folds known, in the order they are offered.
func Folds() []Fold {
	return folds
}

// FaceNames are what n panels of the fold are called.
func (f Fold) FaceNames(n int) []string {
	if len(f.Faces) == n {
		return f.Faces
	}
	if n == len(twoFaces) {
		return twoFaces
	}
	out := make([]string, n)
	for i := range out {
		out[i] = strconv.Itoa(i + 1)
	}
	return out
}

// twoFaces are those of anything folded once.
var twoFaces = []string{"back", "front"}

// FoldByID finds a fold by its identifier.
func FoldByID(id string) (Fold, bool) {
	for _, f := range Folds() {
		if f.ID == id {
			return f, true
		}
	}
	return Fold{}, false
}

// Flat is the piece to cut for a card of the finished size. The error says in a
// maker's words why the shape does not go with the size.
func (f Fold) Flat(finished Size, s Shape) (Flat, error) {
	onTop := f.onTop || f.Hinge && s.OnTop
	w, from := finished.Width, left
	if onTop {
		w, from = finished.Height, top
	}
	widths, faces, err := f.panels(w, s)
	if err != nil {
		return Flat{}, err
	}
	out := Flat{Size: finished, Exact: widths, Widths: make([]measure.Length, len(widths)), Panels: f.thick}
	for i, w := range widths {
		out.Widths[i] = s.Ruler.Down(w)
	}
	if out.Panels == 0 {
		out.Panels = len(widths)
	}
	var at measure.Length
	for i, p := range out.Widths {
		if at += p; i < len(faces) {
			out.Scores = append(out.Scores, Score{from, at, faces[i]})
		}
	}
	if onTop {
		out.Height = at
	} else {
		out.Width = at
	}
	return out, nil
}

// Within is the finished size an envelope of the given size takes: smaller by
// the thickness and the ease each way, rounded down to the ruler. An envelope
// flattened to W closes round a card only when W is at least its width plus
// its thickness, so the thickness counts once.
func Within(envelope Size, thickness, ease measure.Length, r measure.Ruler) Size {
	return Size{r.Down(envelope.Width - thickness - ease), r.Down(envelope.Height - thickness - ease)}
}

// Border is what stays visible of the piece below a layer.
type Border struct{ Side, Top, Bottom measure.Length }

// Equal is a border of one width all round.
func Equal(b measure.Length) Border { return Border{b, b, b} }

// Step is a layer's size: the piece below less the border on each side, rounded down to the ruler.
func Step(below Size, b Border, r measure.Ruler) Size {
	return Size{r.Down(below.Width - 2*b.Side), r.Down(below.Height - b.Top - b.Bottom)}
}

// Ladder is a set of sample layers for a card: each smaller than the one before
// by twice the step, down to the least side worth holding against a card.
func Ladder(finished Size, step, least measure.Length, r measure.Ruler) []Size {
	var out []Size
	for z := finished; ; {
		z = Step(z, Equal(step), r)
		if min(z.Width, z.Height) < least || len(out) == 40 {
			return out
		}
		out = append(out, z)
	}
}

// Holds tells whether a piece of another size lies on this one as both stand.
func (s Size) Holds(z Size) bool { return z.Width <= s.Width && z.Height <= s.Height }
