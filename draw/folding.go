package draw

import (
	"fmt"
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// Frame is a moment of folding a blank: Step counts the flaps already down.
type Frame struct {
	Text    string  `json:"text"`
	Step    int     `json:"step"`
	Drawing Drawing `json:"drawing"`
}

// between is how many moments show one flap on its way over.
const between = 4

// Folding shows the result's first blank folded flap by flap, seen from the back:
// paper over paper shows through, a flap on its way is foreshortened, and what
// stays open at the end is marked.
func Folding(r *work.Result) []Frame {
	out := []Frame{}
	if len(r.Blanks) == 0 || len(r.Blanks[0].Flaps()) == 0 {
		return out
	}
	s, m := blankScene{r.Brief.Unit, r.Card.Size}, r.Blanks[0]
	out = append(out, s.frame(m, 0, 0, "Flat, the card on the front panel"))
	for i, f := range m.Flaps() {
		for k := 1; k <= between; k++ {
			text := fmt.Sprintf("Fold the %s flap over", f.Name)
			if k == between {
				text = fmt.Sprintf("%s flap down", words.Capital(f.Name))
			}
			out = append(out, s.frame(m, i, float64(k)/between, text))
		}
	}
	last := &out[len(out)-1]
	last.Text, last.Drawing = "Closed", s.folded(m)
	if len(m.Proof.Holes) > 0 {
		last.Text = "Closed, with a hole"
	}
	// While flaps are up all moments share one frame, so that the envelope stays in
	// its place; closed it is as large as there is room for.
	for i := range out[:len(out)-1] {
		for k := range m.Pieces {
			out[i].Drawing.reach(outline(m.Pieces[k].Outline))
		}
	}
	return out
}

// frame draws the flaps before one folded, that one part of the way, the rest flat.
func (s blankScene) frame(m *work.Made, moving int, part float64, text string) Frame {
	d := blankDrawing(text, 0, 0)
	d.Lo, d.Hi = bounds(outline(m.Main().Outline))
	d.add("envelope", outline(m.Body))
	for i, f := range m.Flaps() {
		if i < moving || i == moving && part == 1 {
			continue
		}
		// A wall that has not been raised lies flat beside the body.
		if len(f.Wall) > 0 && (i > moving || part == 0) {
			d.add("wall", outline(f.Wall))
			d.add("glue", outline(f.Tab))
		}
		if i > moving || part == 0 {
			d.add("turned", outline(f.Shape))
		}
	}
	s.cardInside(&d, m)
	for _, q := range m.Strips {
		d.add("strip", outline(q))
	}
	for i, f := range m.Flaps() {
		switch {
		case i < moving || i == moving && part == 1:
			d.add("flap", outline(m.Proof.Folded[i].Shape))
		case i == moving && part > 0:
			d.add("flap", swung(f, part))
		}
	}
	step := moving
	if part == 1 {
		step++
	}
	return Frame{Text: text, Step: step, Drawing: d}
}

// swung is a flap part of its way over: every point as far from the line it
// folds about as the cosine of its angle leaves to see.
func swung(f blank.Flap, part float64) []Point {
	seen := math.Cos(part * math.Pi)
	pts, axis := outline(f.Shape), segment(f.Axis())
	out := make([]Point, len(pts))
	for i, q := range pts {
		a, b := axis[0], axis[1]
		dx, dy := b[0]-a[0], b[1]-a[1]
		n := dx*dx + dy*dy
		t := ((q[0]-a[0])*dx + (q[1]-a[1])*dy) / n
		foot := Point{a[0] + t*dx, a[1] + t*dy}
		out[i] = Point{foot[0] + seen*(q[0]-foot[0]), foot[1] + seen*(q[1]-foot[1])}
	}
	return out
}

// nestSheet draws the first blank's paper with as many of it as come out, a sheet
// for each of its pieces.
func nestSheet(r *work.Result) Drawing {
	z, part := r.Nest.Sheet.Size, nestPart(r)
	d := blankDrawing("sheet", part.Width, part.Height)
	for k := range r.Nest.Places {
		d.add("paper", rect(float64(k)*(z.Width.MM()+gap), 0, z.Width.MM(), z.Height.MM()))
	}
	d.sized(0, 0, z, r.Brief.Unit, "nest", 0)
	for _, q := range part.Cut {
		d.add("cut", q)
	}
	for _, q := range part.Score {
		d.line("score", "", q[0], q[1])
	}
	return d
}

// extras draws the pieces that go with the envelope, each by itself.
func extras(r *work.Result) []Drawing {
	out := []Drawing{}
	for _, e := range r.Extras {
		d := sheetOf(e.Name, e.Size())
		d.add("piece", outline(e.Outline))
		for _, l := range e.Scores {
			q := segment(l)
			d.line("score", "", q[0], q[1])
		}
		d.sized(0, 0, e.Size(), r.Brief.Unit, e.ID, 0)
		out = append(out, d)
	}
	return out
}
