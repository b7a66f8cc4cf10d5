package draw

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/work"
)

// Template is a sheet of things to cut at true size, in millimetres from its top left corner.
type Template struct {
	Name          string
	Width, Height float64
	Cut           [][]Point // closed
	Score         [][]Point // open lines
	Mark          [][]Point // open lines to see by, neither cut nor scored
	Glue          [][]Point // closed
	Notes         []Label
}

// What can be written as a file and is no part at true size: the batch's cut
// list, and the work sheet of the whole job.
const (
	Cuts      = "cuts"
	WorkSheet = "work-sheet"
)

var lists = []string{Cuts, WorkSheet}

// parts are what can be cut, by name, each with how it is laid out. Those of a
// blank are of the one the plan makes.
var parts = []struct {
	name    string
	ofBlank bool
	make    func(r *work.Result) (Template, error)
}{
	{"base", false, func(r *work.Result) (Template, error) { return basePart(r), nil }},
	{"layers", false, layersPart},
	{"ladder", false, ladderPart},
	{"blank", true, blankPart},
	{"nest", true, func(r *work.Result) (Template, error) {
		if r.Nest == nil {
			return Template{}, errors.New("the blank does not come out of its paper, so there is no sheet to lay it on")
		}
		return nestPart(r), nil
	}},
	{"liner", true, func(r *work.Result) (Template, error) { return extraPart(r, "liner") }},
	{"band", false, func(r *work.Result) (Template, error) { return extraPart(r, "band") }},
	{"strips", true, func(r *work.Result) (Template, error) { return extraPart(r, "strips") }},
	{"gauge", false, func(r *work.Result) (Template, error) {
		if r.Gauge == nil {
			return Template{}, errors.New("this carrier has no letter slot to make a gauge of")
		}
		return gaugePart(r.Gauge, r.Brief.Unit), nil
	}},
}

// Parts are the names of everything that can be written as a file: the parts, and the lists.
func Parts() []string {
	out := make([]string, 0, len(parts)+len(lists))
	for _, p := range parts {
		out = append(out, p.name)
	}
	return append(out, lists...)
}

// OfBlank tells whether a part is the envelope to make, or goes with it.
func OfBlank(name string) bool {
	i, ok := partByName(name)
	return ok && parts[i].ofBlank
}

func partByName(name string) (int, bool) {
	for i, p := range parts {
		if p.name == name {
			return i, true
		}
	}
	return 0, false
}

// TemplateOf lays out a part of a result by name; the blank, and what goes with it, is the first one.
func TemplateOf(r *work.Result, name string) (Template, error) {
	i, ok := partByName(name)
	if !ok {
		if slices.Contains(lists, name) {
			return Template{}, nil
		}
		return Template{}, fmt.Errorf("%q is not a part; try %s", name, strings.Join(Parts(), ", "))
	}
	// Where the blank a job asks for does not suit, files are of the one in its place, as the plan is.
	if reason := r.NoBlank(); reason != nil && parts[i].ofBlank && len(r.Blanks) == 0 {
		return Template{}, reason
	}
	return parts[i].make(r)
}

func basePart(r *work.Result) Template {
	flat := r.Base.Flat
	w, h := flat.Width.MM(), flat.Height.MM()
	part := Template{Name: "base", Width: w, Height: h, Cut: [][]Point{rect(0, 0, w, h)},
		Notes: []Label{{At: Point{w / 2, h / 2}, Text: sizeNote(r.Brief.Unit, flat.Size)}}}
	for _, score := range flat.Scores {
		at := score.At.MM()
		if score.OnTop() {
			part.Score = append(part.Score, []Point{{0, at}, {w, at}})
		} else {
			part.Score = append(part.Score, []Point{{at, 0}, {at, h}})
		}
	}
	return part
}

// sizeNote is a size as files that may lack a multiplication sign write it.
func sizeNote(u measure.Unit, z card.Size) string { return z.Width.Text(u) + " x " + z.Height.Text(u) }

const gap = 5 // millimetres between pieces laid side by side

// layersPart lays the layers, and the inside panel, side by side.
func layersPart(r *work.Result) (Template, error) {
	part := Template{Name: "layers"}
	if len(r.Layers.Stack) == 0 {
		return part, errors.New("this job has no layers to cut")
	}
	for i, z := range r.Layers.Stack {
		part.beside(z, r.Brief.Layers.Each[i].Name+" "+sizeNote(r.Brief.Unit, z))
	}
	if z := r.Layers.Inside; z != (card.Size{}) {
		part.beside(z, "Inside panel "+sizeNote(r.Brief.Unit, z))
	}
	return part, nil
}

func (part *Template) beside(z card.Size, note string) {
	w, h := z.Width.MM(), z.Height.MM()
	if part.Width > 0 {
		part.Width += gap
	}
	part.Cut = append(part.Cut, rect(part.Width, 0, w, h))
	part.Notes = append(part.Notes, Label{At: Point{part.Width + w/2, h / 2}, Text: note})
	part.Width += w
	part.Height = max(part.Height, h)
}

// ladderPart lays the samples in rows no wider than the widest sheet makers cut from.
func ladderPart(r *work.Result) (Template, error) {
	const widest = 450
	part := Template{Name: "ladder"}
	if len(r.Layers.Ladder) == 0 {
		return part, errors.New("this card is too small for a ladder of layers")
	}
	x, y, row := 0.0, 0.0, 0.0
	for i, z := range r.Layers.Ladder {
		w, h := z.Width.MM(), z.Height.MM()
		if x > 0 && x+w > widest {
			x, y, row = 0, y+row+gap, 0
		}
		part.Cut = append(part.Cut, rect(x, y, w, h))
		part.Notes = append(part.Notes, Label{At: Point{x + w/2, y + h/2}, Text: strconv.Itoa(i+1) + ": " + sizeNote(r.Brief.Unit, z)})
		part.Width, part.Height = max(part.Width, x+w), max(part.Height, y+h)
		x, row = x+w+gap, max(row, h)
	}
	return part, nil
}

// blankPart lays the blank the way its paper is cut, its pieces side by side: a
// corner fold's square stands straight.
func blankPart(r *work.Result) (Template, error) {
	if len(r.Blanks) == 0 {
		return Template{}, errors.New("no envelope blank suits this card")
	}
	m := r.Blanks[0]
	part := Template{Name: "blank"}
	for k := range m.Pieces {
		p := &m.Pieces[k]
		turn := 0.0
		if p.Diagonal {
			turn = -math.Pi / 4
		}
		if k > 0 {
			part.Width += gap
		}
		lo, _ := bounds(placed(outline(p.Paper), turn, Point{}))
		at := len(part.Notes)
		part.lay(m, k, turn, Point{part.Width - lo[0], -lo[1]})
		part.Notes[at].Text += ", " + sizeNote(r.Brief.Unit, p.Cut())
		part.Width, part.Height = part.Width+p.Width.MM(), max(part.Height, p.Height.MM())
	}
	return part, nil
}

// nestPart is the blank's paper with as many of the blank as it gives, a sheet for
// each of its pieces.
func nestPart(r *work.Result) Template {
	z := r.Nest.Sheet.Size
	part := Template{Name: "nest", Width: z.Width.MM(), Height: z.Height.MM()}
	for k, all := range r.Nest.Places {
		beside := float64(k) * (z.Width.MM() + gap)
		for _, at := range all {
			part.lay(r.Blanks[0], k, at.Turn, Point{beside + at.Move.X, at.Move.Y})
		}
		part.Width = beside + z.Width.MM()
	}
	return part
}

// lay adds a piece of a blank, turned and moved, to what is cut.
func (part *Template) lay(m *work.Made, piece int, turn float64, move Point) {
	p := &m.Pieces[piece]
	put := func(pts []Point) []Point { return placed(pts, turn, move) }
	part.Cut = append(part.Cut, put(outline(p.Outline)))
	name, at := nameOf(m), p.Paper
	if piece == 0 {
		at = m.Body
	} else {
		name = p.Called(name)
	}
	part.Notes = append(part.Notes, Label{At: put([]Point{middle(outline(at))})[0], Text: name})
	for _, f := range p.Flaps {
		part.Notes = append(part.Notes, Label{At: put([]Point{middle(outline(f.Shape))})[0], Text: f.Name})
	}
	for _, l := range m.ScoreLines(p) {
		part.Score = append(part.Score, put(segment(l)))
	}
	for _, l := range m.Marks(p) {
		part.Mark = append(part.Mark, put(segment(l)))
	}
	_, tabs := wallsOf(p)
	for _, q := range slices.Concat(m.Glue(p), tabs) {
		part.Glue = append(part.Glue, put(outline(q)))
	}
}

// placed turns points clockwise on the page about the origin, in radians, and moves them.
func placed(pts []Point, turn float64, move Point) []Point {
	sin, cos := math.Sincos(turn)
	out := make([]Point, len(pts))
	for i, q := range pts {
		out[i] = Point{q[0]*cos - q[1]*sin + move[0], q[0]*sin + q[1]*cos + move[1]}
	}
	return out
}

// extraPart is a liner, a band or strips, as many as are needed, one below another.
func extraPart(r *work.Result, name string) (Template, error) {
	i := slices.IndexFunc(r.Extras, func(e blank.Extra) bool { return e.ID == name })
	if i < 0 {
		return Template{}, fmt.Errorf("this envelope has no %s", name)
	}
	e := r.Extras[i]
	w, h := e.Width.MM(), e.Height.MM()
	part := Template{Name: e.ID, Width: w, Height: float64(e.Count)*(h+gap) - gap}
	for k := range e.Count {
		down := Point{0, float64(k) * (h + gap)}
		part.Cut = append(part.Cut, placed(outline(e.Outline), 0, down))
		for _, l := range e.Scores {
			part.Score = append(part.Score, placed(segment(l), 0, down))
		}
		part.Notes = append(part.Notes, Label{At: Point{w / 2, down[1] + h/2}, Text: e.Name + " " + sizeNote(r.Brief.Unit, e.Size())})
	}
	return part, nil
}

// millimetres writes a length for a table that other programs read.
func millimetres(l measure.Length) string { return strconv.FormatFloat(l.MM(), 'f', -1, 64) }
