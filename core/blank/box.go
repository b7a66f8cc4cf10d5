package blank

import (
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// A card thinner than this goes in a flat envelope; walls lower than this cannot be folded.
const leastDeep = measure.Inch / 8

// box is an envelope with standing walls for a deep card, of card stock.
func box() Style {
	from := func(word string) Options { return Options{Words: map[string]string{"from": word}} }
	return Style{
		ID: "box", Name: "Box",
		Options: []Option{
			{Name: "from", Label: "Made from", Words: []string{"square", "straight"}},
			{Name: "depth", Label: "Walls"}, {Name: "cavity", Label: "Inside", Size: true},
		},
		Variants: []Variant{
			{"square", "from a square", from("square")},
			{"straight", "from straight folds", from("straight")},
		},
		make: makeBox,
	}
}

// makeBox gives the card's thickness to the walls instead of to the panel. The
// paper takes its own caliper off the inside at each wall.
func makeBox(req Request) (Blank, error) {
	given, asked := req.Options.Lengths["depth"]
	if !asked && req.Thickness < leastDeep {
		return Blank{}, unsuitable("a card under %s thick needs no walls; a flat envelope takes it", usual(req.Ruler, leastDeep, 3*measure.Millimetre).Text(req.Ruler.Unit))
	}
	deep := req.groove().Up(req.Thickness + usual(req.Ruler, measure.Inch/16, 3*measure.Millimetre/2))
	if asked {
		deep = req.groove().Up(given)
	}
	if deep < leastDeep/2 {
		return Blank{}, unsuitable("walls %s high cannot be folded; give the box some depth", deep.Text(req.Ruler.Unit))
	}
	room, ok := req.Options.Sizes["cavity"]
	if !ok {
		room = req.Card.Grown(req.Ease + 2*req.Board.Caliper)
	}
	room = card.Size{Width: req.groove().Up(room.Width), Height: req.groove().Up(room.Height)}
	var b Blank
	var err error
	if req.Options.word("from", "square") == "square" {
		b, err = square{Request: req, room: room, wall: deep}.least()
	} else {
		b, err = rectangle{Request: req, room: room, wall: deep}.fold()
	}
	b.Board = true
	return b, err
}

// raise moves every flap out by the height of a wall and puts the wall between
// it and the body, with a tab to glue at the wall's clockwise end: each corner
// is cut once, all in the same turning direction.
func (b *Blank) raise(wall measure.Length, paper shape.Polygon, r measure.Ruler) {
	d := wall.MM()
	b.Depth, b.Paper = wall, paper
	sliver := min(usual(r, measure.Inch/16, 3*measure.Millimetre/2).MM(), d/4)
	var corners []Waste
	for i := range b.Flaps {
		f := &b.Flaps[i]
		run := f.Crease.Len()
		u := shape.Point{X: (f.Crease.B.X - f.Crease.A.X) / run, Y: (f.Crease.B.Y - f.Crease.A.Y) / run}
		out := shape.Point{X: u.Y * d, Y: -u.X * d}
		at := func(p shape.Point, along, up float64) shape.Point {
			return shape.Point{X: p.X + along*u.X + up*out.X, Y: p.Y + along*u.Y + up*out.Y}
		}
		f.Base = f.Crease
		f.Crease = shape.Line{A: at(f.Base.A, 0, 1), B: at(f.Base.B, 0, 1)}
		f.Shape = f.Shape.Move(out.X, out.Y)
		f.Wall = shape.Polygon{f.Base.A, f.Crease.A, f.Crease.B, f.Base.B}
		f.Tab = shape.Polygon{f.Base.B, f.Crease.B, at(f.Crease.B, d, 0), at(f.Base.B, d, sliver/d)}.Intersect(paper)
		corners = append(corners, b.besideTab(*f, at, paper)...)
		for j, w := range b.Waste {
			if w.Kind == Tip && w.Flap == f.Name {
				b.Waste[j].Shape = w.Shape.Move(out.X, out.Y)
			}
		}
	}
	tips := slices.DeleteFunc(b.Waste, func(w Waste) bool { return w.Kind != Tip })
	b.Waste = append(corners, tips...)
}

// besideTab is the paper to cut away round a tab, in the corner at its wall's end.
func (b *Blank) besideTab(f Flap, at func(p shape.Point, along, up float64) shape.Point, paper shape.Polygon) []Waste {
	const far = 1e4
	corner := shape.Polygon{f.Base.B, at(f.Base.B, 0, far), at(f.Base.B, far, far), at(f.Base.B, far, 0)}.Intersect(paper)
	var out []Waste
	for _, s := range shape.Subtract([]shape.Polygon{corner}, f.Tab) {
		lo, hi := s.Bounds()
		out = append(out, Waste{Kind: Notch, Flap: f.Name, Place: "beside the tab of the " + f.Name + " wall", Width: measure.FromMM(hi.X - lo.X), Height: measure.FromMM(hi.Y - lo.Y), Shape: s})
	}
	return out
}
