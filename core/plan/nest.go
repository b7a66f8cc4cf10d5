package plan

import (
	"fmt"
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/trim"
)

// Nest is as many of one blank as its paper gives, and where each lies: turned
// so many degrees clockwise about the drawing's origin, then moved, in mm from
// the sheet's top left corner.
type Nest struct {
	Sheet  string  `json:"sheet"`
	Width  Length  `json:"width"`
	Height Length  `json:"height"`
	Count  int     `json:"count"`
	Text   string  `json:"text"`
	Places []Place `json:"places"`
}

// Place is where one outline lies on a sheet.
type Place struct {
	Turn float64 `json:"turn" doc:"degrees"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
}

// nest lays the first blank on its paper.
func (m *maker) nest() {
	if len(m.plan.Blanks) == 0 {
		return
	}
	of := &m.plan.Blanks[0]
	if !of.Paper.Fits || of.made.Bought != "" {
		return
	}
	sheet := m.blank.paper
	n := &Nest{Sheet: sheet.name, Width: m.length(sheet.size.Width), Height: m.length(sheet.size.Height), Places: []Place{}}
	for _, at := range m.places(of.made, sheet.size, of.Paper.Angle) {
		n.Places = append(n.Places, Place{at.Turn * 180 / math.Pi, at.Move.X, at.Move.Y})
	}
	n.Count = len(n.Places)
	n.Text = fmt.Sprintf("%d from a sheet of %s; %s for the batch.", n.Count, sheet.name, sheetsText((m.quantity+n.Count-1)/n.Count))
	m.plan.Nest = n
}

// places puts rectangles of paper in the columns and rows the sheet gives, one
// alone at the slant it needs, and a machine's outlines nested within its mat.
func (m *maker) places(b blank.Blank, sheet card.Size, degrees float64) []shape.Place {
	straight := 0.0
	if b.Diagonal {
		straight = -math.Pi / 4
	}
	width, height := sheet.Width.MM(), sheet.Height.MM()
	g := trim.BestGrid(sheet, card.Size{Width: b.Width, Height: b.Height})
	switch {
	case b.Machine != nil:
		edge := m.mat.MM()
		nested := b.Outline.NestIn(width-2*edge, height-2*edge, outlineGap)
		for i := range nested {
			nested[i].Move.X, nested[i].Move.Y = nested[i].Move.X+edge, nested[i].Move.Y+edge
		}
		if len(nested) > 0 {
			return nested
		}
	case g.Count() > 0:
		return grid(b.Paper, straight, g)
	}
	angle, _ := b.Paper.Turn(straight).FitAngle(width, height)
	if b.Machine != nil {
		angle, _ = b.Paper.FitAngle(width-2*m.mat.MM(), height-2*m.mat.MM())
	}
	lo, hi := b.Paper.Turn(straight + angle).Bounds()
	return []shape.Place{{Turn: straight + angle, Move: shape.Point{X: (width-hi.X+lo.X)/2 - lo.X, Y: (height-hi.Y+lo.Y)/2 - lo.Y}}}
}

func grid(paper shape.Polygon, straight float64, g trim.Grid) []shape.Place {
	if g.Turned {
		straight += math.Pi / 2
	}
	lo, hi := paper.Turn(straight).Bounds()
	var out []shape.Place
	for row := range g.Rows {
		for column := range g.Cols {
			out = append(out, shape.Place{Turn: straight, Move: shape.Point{
				X: float64(column)*(hi.X-lo.X) - lo.X, Y: float64(row)*(hi.Y-lo.Y) - lo.Y,
			}})
		}
	}
	return out
}
