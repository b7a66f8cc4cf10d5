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
		Says: map[string]string{
			"corners": "At each corner make one cut: in from the paper's edge, along the end of the next wall going clockwise, up to the front panel's corner and no further. What is left at the corner is a tab that stays on its wall.",
			"foot":    "Bend up the two tabs away from the mouth, then fold up the walls, all but the one at the mouth. Glue each of the two tabs flat against the inside of the wall it meets.",
			"fill":    "Fold the side flaps and the flap at the foot, glue that one down on them, and let it set. Slide the card in through the mouth, under the side flaps.",
			"mouth":   "Turn in the tab beside the mouth and glue the wall at the mouth upon it from outside. That wall's own tab goes on the outside of the wall it meets: inside, the flap above is in its way. Fold the top flap over to close.",
		},
		make: single(makeBox),
	}
}

// BoxCalipers is what a box is given for its own stock inside, across as along, as makers
// count it: a caliper where each of two walls turns up, and a tab inside each of them. What
// folding takes is a caliper less.
const BoxCalipers = 4

// makeBox gives the card's thickness to the walls instead of to the panel. The
// walls are as high as the card, a little to spare, and every layer of board
// over the place where most lie over one another.
func makeBox(req Request) (sheet, error) {
	if given, asked := req.Options.Lengths["depth"]; asked {
		return req.boxed(req.groove().Up(given))
	}
	if req.Thickness < leastDeep {
		return sheet{}, unsuitable("a card under %s thick needs no walls; a flat envelope takes it", usual(req.Ruler, leastDeep, 3*measure.Millimetre).Text(req.Ruler.Unit))
	}
	// A wall is scored at its foot and at its top.
	spare := max(usual(req.Ruler, measure.Inch/16, 3*measure.Millimetre/2), 2*req.Hand.Score)
	for layers := 3; ; layers++ {
		b, err := req.boxed(req.groove().Up(req.Thickness.Plus(spare).Plus(req.Board.Caliper.Times(layers))))
		if err != nil {
			return b, err
		}
		if made := b.whole(); made.Layers() <= layers {
			return b, nil
		}
	}
}

// boxed is a box with walls so high.
func (r Request) boxed(deep measure.Length) (sheet, error) {
	if deep < leastDeep/2 {
		return sheet{}, unsuitable("walls %s high cannot be folded; give the box some depth", deep.Text(r.Ruler.Unit))
	}
	room, ok := r.Options.Sizes["cavity"]
	if !ok {
		room = r.Card.Grown(r.Ease + BoxCalipers*r.Board.Caliper)
		room = card.Size{Width: room.Width + r.More.Width, Height: room.Height + r.More.Height}
	}
	room = card.Size{Width: r.groove().Up(room.Width), Height: r.groove().Up(room.Height)}
	var b sheet
	var err error
	if r.Options.word("from", "square") == "square" {
		b, err = square{Request: r, room: room, wall: deep}.least()
	} else {
		b, err = rectangle{Request: r, room: room, wall: deep}.fold()
	}
	b.Board = true
	b.Steps = []Saying{{Name: "corners"}, {Name: "foot"}, {Name: "fill"}, {Name: "mouth"}}
	return b, err
}

// raise moves every flap out by the height of a wall and puts the wall between
// it and the body, with a tab to glue at the wall's clockwise end: each corner
// is cut once, all in the same turning direction.
func (b *sheet) raise(wall measure.Length, paper shape.Polygon) {
	d := wall.MM()
	b.Depth, b.Paper = wall, paper
	sliver := min(b.Taper.MM(), d/4)
	var corners []Waste
	for i := range b.Piece.Flaps {
		f := &b.Piece.Flaps[i]
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
		f.Tab = from(f.Crease.B, shape.Polygon{f.Crease.B, at(f.Crease.B, d, 0), at(f.Base.B, d, sliver/d), f.Base.B}.Intersect(paper))
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

// from is a polygon with its points turned round to begin at the one nearest to a place.
func from(at shape.Point, p shape.Polygon) shape.Polygon {
	start := 0
	for i, q := range p {
		if q.Dist(at) < p[start].Dist(at) {
			start = i
		}
	}
	return slices.Concat(p[start:], p[:start])
}

// besideTab is the paper to cut away round a tab, in the corner at its wall's
// end: pieces of one corner, which all have its legs.
func (b *sheet) besideTab(f Flap, at func(p shape.Point, along, up float64) shape.Point, paper shape.Polygon) []Waste {
	const far = 1e4
	corner := shape.Polygon{f.Base.B, at(f.Base.B, 0, far), at(f.Base.B, far, far), at(f.Base.B, far, 0)}.Intersect(paper)
	lo, hi := corner.Bounds()
	w := Waste{Kind: BesideTab, Flap: f.Name, Place: "beyond the tab of the " + f.Name + " wall", Width: measure.FromMM(hi.X - lo.X), Height: measure.FromMM(hi.Y - lo.Y)}
	var out []Waste
	for _, s := range shape.Subtract([]shape.Polygon{corner}, f.Tab) {
		w.Shape = s
		out = append(out, w)
	}
	return out
}
