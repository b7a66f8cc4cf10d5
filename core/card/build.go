package card

import (
	"slices"

	"yellow-parcel/core/measure"
)

// Element is one piece of a finished card, as it lies on the card's front: X and Y
// are its top left corner from the card's, and may be below nothing where it pokes out.
type Element struct {
	Name          string
	X, Y          measure.Length
	Width, Height measure.Length
	Thick         measure.Length
	Lift          measure.Length // how much of that is foam under it
	Weight        measure.Mass
	Base          bool // the folded card itself, or a full panel of it
	Hard          bool
	Loose         bool // laid over everything: it takes up bumps of its own thickness
	Index         int  // of what the maker added, else -1
}

func (p Element) right() measure.Length  { return p.X + p.Width }
func (p Element) bottom() measure.Length { return p.Y + p.Height }

// covers tells whether a part lies over a rectangle's inside.
func (p Element) covers(x0, y0, x1, y1 measure.Length) bool {
	return p.X < x1 && p.right() > x0 && p.Y < y1 && p.bottom() > y0
}

// Cell is a rectangle of the map over which the thickness is the same.
type Cell struct {
	X, Y, Width, Height measure.Length
	Thick               measure.Length
	OnCard              bool // over the card, not over what pokes out
}

// Map is the thickness over the face of a finished card.
type Map struct {
	Card          Size
	Cells         []Cell
	Thickest      Cell
	Thinnest      Cell // on the card
	Weight        measure.Mass
	Left, Top     measure.Length // how far parts poke out past the card
	Right, Bottom measure.Length
	Parts         []Element // from the back up
}

// Variation is how far the thickest place is above the flattest one.
func (m Map) Variation() measure.Length { return max(0, m.Thickest.Thick-m.Thinnest.Thick) }

// Lay adds the parts up over the card's face, exactly: the face is split at
// every edge of a part.
func Lay(card Size, parts []Element) Map {
	m := Map{Card: card, Parts: parts}
	xs, ys := []measure.Length{0, card.Width}, []measure.Length{0, card.Height}
	for _, p := range parts {
		m.Weight += p.Weight
		if p.Width <= 0 || p.Height <= 0 {
			continue
		}
		xs, ys = append(xs, p.X, p.right()), append(ys, p.Y, p.bottom())
	}
	slices.Sort(xs)
	slices.Sort(ys)
	xs, ys = slices.Compact(xs), slices.Compact(ys)
	m.Left, m.Top = max(0, -xs[0]), max(0, -ys[0])
	m.Right, m.Bottom = max(0, xs[len(xs)-1]-card.Width), max(0, ys[len(ys)-1]-card.Height)
	for j := 0; j+1 < len(ys); j++ {
		m.row(xs, ys[j], ys[j+1])
	}
	return m
}

// row adds a row of cells, equal neighbours joined.
func (m *Map) row(xs []measure.Length, y0, y1 measure.Length) {
	start := len(m.Cells)
	for i := 0; i+1 < len(xs); i++ {
		x0, x1 := xs[i], xs[i+1]
		c := Cell{X: x0, Y: y0, Width: x1 - x0, Height: y1 - y0, OnCard: x0 >= 0 && x1 <= m.Card.Width && y0 >= 0 && y1 <= m.Card.Height}
		for _, p := range m.Parts {
			if p.covers(x0, y0, x1, y1) {
				c.Thick += p.Thick
			}
		}
		if c.Thick > m.Thickest.Thick || len(m.Cells) == 0 {
			m.Thickest = c
		}
		if c.OnCard && (c.Thick < m.Thinnest.Thick || m.Thinnest.Width == 0) {
			m.Thinnest = c
		}
		if last := len(m.Cells) - 1; last >= start && m.Cells[last].Thick == c.Thick && m.Cells[last].OnCard == c.OnCard {
			m.Cells[last].Width += c.Width
			continue
		}
		m.Cells = append(m.Cells, c)
	}
}

// Uneven is how much the thickness of a sealed piece of a size differs, its
// contents in the middle. The outer edge of the piece is left out along every
// side that the contents do not reach: that they do not fill it to, pulled flat
// round them. Where they end farther in than that, the bare envelope counts too.
func (m Map) Uneven(sealed Size, edge measure.Length) measure.Length {
	w, h := m.Card.Width+m.Left+m.Right, m.Card.Height+m.Top+m.Bottom
	if (sealed.Width < sealed.Height) != (w < h) && w != h {
		sealed = sealed.Turned()
	}
	x0, x1, bareX := m.counted(-m.Left, w, sealed.Width, edge)
	y0, y1, bareY := m.counted(-m.Top, h, sealed.Height, edge)
	if x0 >= x1 || y0 >= y1 {
		return 0
	}
	in := func(c Cell) bool { return c.X < x1 && c.X+c.Width > x0 && c.Y < y1 && c.Y+c.Height > y0 }
	most, least := measure.Length(0), m.Thickest.Thick
	if in(m.Thickest) {
		most = m.Thickest.Thick
	}
	for _, c := range m.Cells {
		if in(c) {
			most, least = max(most, min(c.Thick, m.Thickest.Thick)), min(least, c.Thick)
		}
	}
	if bareX || bareY {
		least = 0
	}
	return max(0, most-least-m.takenUp())
}

// takenUp is how much of a bump the sheets laid over it take up.
func (m Map) takenUp() measure.Length {
	sum := measure.Length(0)
	for _, p := range m.Parts {
		if p.Loose {
			sum += p.Thick
		}
	}
	return sum
}

// Shielded tells whether a part lies under a loose sheet that takes it up: soft,
// and standing out of the sheet no more than the sheet is thick.
func (m Map) Shielded(p Element) bool {
	return !p.Hard && slices.ContainsFunc(m.Parts, func(o Element) bool {
		return o.Loose && p.Thick <= 2*o.Thick && o.X <= p.X && o.Y <= p.Y && o.right() >= p.right() && o.bottom() >= p.bottom()
	})
}

// counted is the stretch of a sealed piece that its evenness is judged over, and
// whether the bare envelope is part of it; the contents lie from start on.
func (m Map) counted(start, contents, sealed, edge measure.Length) (from, to measure.Length, bare bool) {
	gap := (sealed - contents) / 2
	from, to = start-gap, start+contents+gap
	if sealed > contents+m.Thickest.Thick {
		from, to = from+edge, to-edge
	}
	return from, to, from < start
}

// Slab is a part cut through by a section: how far along, how high it starts, how thick.
type Slab struct {
	Part           int
	From, To       measure.Length
	Bottom, Height measure.Length
}

// Section cuts the card through its thickest place, level across the face.
func (m Map) Section() []Slab {
	y := m.Thickest.Y + m.Thickest.Height/2
	var xs []measure.Length
	for _, p := range m.Parts {
		if p.Y <= y && p.bottom() > y && p.Width > 0 {
			xs = append(xs, p.X, p.right())
		}
	}
	slices.Sort(xs)
	xs = slices.Compact(xs)
	var out []Slab
	for i := 0; i+1 < len(xs); i++ {
		up := measure.Length(0)
		for k, p := range m.Parts {
			if !p.covers(xs[i], y, xs[i+1], y+1) {
				continue
			}
			out = append(out, Slab{k, xs[i], xs[i+1], up, p.Thick})
			up += p.Thick
		}
	}
	return joined(out)
}

// joined puts slabs of one part that go on at the same height together.
func joined(slabs []Slab) []Slab {
	var out []Slab
	for _, s := range slabs {
		at := slices.IndexFunc(out, func(o Slab) bool {
			return o.Part == s.Part && o.To == s.From && o.Bottom == s.Bottom
		})
		if at >= 0 {
			out[at].To = s.To
			continue
		}
		out = append(out, s)
	}
	return out
}

// Over are the parts that lie over a cell, from the back up.
func (m Map) Over(c Cell) []Element {
	var out []Element
	for _, p := range m.Parts {
		if p.Thick > 0 && p.covers(c.X, c.Y, c.X+c.Width, c.Y+c.Height) {
			out = append(out, p)
		}
	}
	return out
}

// Share is how far a place stands out above the flattest, of the thickest's; a
// card that is even to a millimetre stays pale.
func (m Map) Share(c Cell) float64 {
	return max(0, float64(c.Thick-m.Thinnest.Thick)) / float64(max(m.Variation(), measure.Millimetre))
}
