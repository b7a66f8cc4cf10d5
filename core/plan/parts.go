package plan

import (
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// laid is the map of the card as it is read.
func (s *spec) laid() card.Map {
	if s.asLaid != nil {
		return *s.asLaid
	}
	return card.Lay(s.card, s.parts())
}

// parts lays out everything the card is made of, from the back up.
func (s *spec) parts() []card.Part {
	whole := card.Size{Width: s.ruler.Down(s.card.Width), Height: s.ruler.Down(s.card.Height)}
	out := []card.Part{}
	panels, mm2 := s.panels(whole)
	on := func(side string) {
		for i, b := range s.build {
			if b.on == side {
				out = append(out, s.part(i, b))
			}
		}
	}
	on("back")
	for i := range panels {
		if i == panels-1 {
			on("inside")
			if s.inside > 0 {
				z := card.Step(whole, card.Equal(s.inside), s.ruler)
				out = append(out, s.layerPart("Inside panel", z, whole, nil, joint{cover: 1}))
			}
		}
		out = append(out, card.Part{Name: "Base", Width: s.card.Width, Height: s.card.Height, Thick: s.caliper(), Base: true, Index: -1,
			Weight: measure.FromGrams(mm2 * s.gsm() / 1e6)})
	}
	below := whole
	at := struct{ x, y measure.Length }{}
	for _, l := range s.layers {
		z := card.Step(below, l.border, s.ruler)
		at.x, at.y = at.x+(below.Width-z.Width)/2, at.y+l.border.Top
		p := s.layerPart(l.name, z, whole, l.material, l.joint)
		p.X, p.Y = at.x, at.y
		out, below = append(out, p), z
	}
	on("front")
	return out
}

// layerPart is a layer in the middle of the card.
func (s *spec) layerPart(name string, z, whole card.Size, of *catalog.Material, j joint) card.Part {
	thick, gsm := s.caliper(), s.gsm()
	if of != nil {
		thick, gsm = of.Thickness, of.GSM
	}
	return card.Part{
		Name: name, X: (whole.Width - z.Width) / 2, Y: (whole.Height - z.Height) / 2, Width: z.Width, Height: z.Height, Thick: thick + j.material.Thickness, Lift: j.lift(),
		Weight: measure.FromGrams(area(z) * (gsm + j.material.GSM*j.cover) / 1e6), Index: -1,
	}
}

// part lays out one thing the maker added.
func (s *spec) part(i int, b buildPart) card.Part {
	z := b.size
	if z.Width == 0 {
		z.Width = s.card.Width
	}
	if z.Height == 0 {
		z.Height = s.card.Height
	}
	p := card.Part{Name: b.name, X: (s.card.Width - z.Width) / 2, Y: (s.card.Height - z.Height) / 2, Width: z.Width, Height: z.Height,
		Thick: b.thick + b.joint.material.Thickness, Lift: b.joint.lift(), Hard: b.material.Hard, Index: i, Weight: b.weight}
	if b.x != nil {
		p.X = *b.x
	}
	if b.y != nil {
		p.Y = *b.y
	}
	if p.Weight == 0 {
		p.Weight = b.material.Each
		if b.material.GSM > 0 {
			p.Weight = measure.FromGrams(area(z) * b.material.GSM / 1e6)
		}
	}
	p.Weight += measure.FromGrams(area(z) * b.joint.material.GSM * b.joint.cover / 1e6)
	return p
}

func area(z card.Size) float64 { return z.Width.MM() * z.Height.MM() }

// panels is how many sheets thick the folded base is, and the paper in each, mm2;
// the flat piece itself is not settled yet where this is first asked.
func (s *spec) panels(whole card.Size) (n int, mm2 float64) {
	flat, err := s.fold.Flat(whole, s.shape)
	if err != nil || flat.Panels < 1 {
		return 1, area(whole)
	}
	return flat.Panels, area(flat.Size) / float64(flat.Panels)
}

// caliper and gsm are those of the base's paper, where its weight was given.
func (s *spec) caliper() measure.Length {
	if s.stock != nil {
		return s.stock.Caliper()
	}
	return stockCaliper
}

func (s *spec) gsm() float64 {
	if s.stock != nil {
		return s.stock.GSM
	}
	return stockWeight
}

// plies are the sheets a sealed piece bends with: the envelope's walls and the
// card's panels lie free, what is stuck on the front bends with it.
func (m *maker) plies(s sealed) []card.Ply {
	stock, _ := m.catalog.Material("card")
	across := min(m.spec.card.Width, m.spec.card.Height)
	ply := func(thick, width measure.Length, of catalog.Material, j card.Joint) card.Ply {
		return card.Ply{Thick: thick, Width: width, Low: of.StiffLow, High: of.StiffHigh, Joint: j}
	}
	free := card.Joint{Free: true}
	var out []card.Ply
	boards := func(side string) {
		for _, b := range m.build {
			p := m.part(0, b)
			// A small piece does not stiffen the whole; what covers half of it does.
			if b.on == side && b.material.Kind == "board" && area(card.Size{Width: p.Width, Height: p.Height}) >= area(m.spec.card)/2 {
				out = append(out, ply(b.thick, min(p.Width, p.Height, across), b.material, b.joint.bend()))
			}
		}
	}
	wall := s.caliper
	if s.skin > 0 {
		wall = s.skin
	}
	for range s.layers {
		out = append(out, ply(wall, min(s.size.Width, s.size.Height), stock, free))
	}
	for i := range m.flat.Panels {
		out = append(out, ply(m.caliper(), across, stock, free))
		if i == 0 {
			boards("back")
			boards("inside")
			if m.inside > 0 {
				out = append(out, ply(m.caliper(), across, stock, card.Joint{Cover: 1}))
			}
		}
	}
	for i, l := range m.layers {
		of, thick := stock, m.caliper()
		if l.material != nil {
			of, thick = *l.material, l.material.Thickness
		}
		out = append(out, ply(thick, min(m.stack[i].Width, m.stack[i].Height), of, l.joint.bend()))
	}
	boards("front")
	return out
}

func (j joint) bend() card.Joint {
	if !j.foam() {
		return card.Joint{Cover: 1}
	}
	return card.Joint{Gap: j.material.Thickness, ShearLow: j.material.StiffLow, Shear: j.material.StiffHigh, Cover: j.cover}
}

// bends estimates a sealed piece's stiffness, or takes what the bench showed.
func (m *maker) bends(s sealed) card.Band {
	hard := slices.ContainsFunc(m.build, func(b buildPart) bool { return b.material.Hard })
	band := card.Rigidity(m.plies(s), max(s.size.Width, s.size.Height), hard)
	if m.tested != nil {
		band = band.With(*m.tested)
	}
	return band
}

// kindsInside are the words carriers have for what lies on the card.
func (m *maker) kindsInside() []string {
	out := slices.Clone(m.contents)
	for _, b := range m.build {
		if b.material.Contents != "" {
			out = append(out, b.material.Contents)
		}
	}
	return out
}

// uneven is how much the sealed piece's thickness differs: the card's thickest
// place, measured where it was, above its flattest.
func (m *maker) uneven(s sealed) func(measure.Length) measure.Length {
	laid := m.mapOf()
	return func(edge measure.Length) measure.Length {
		return laid.Uneven(s.size, edge)
	}
}

// mapOf is the card's map, its thickest place as measured where it was.
func (m *maker) mapOf() card.Map {
	laid := m.laid()
	if m.measured {
		laid.Thickest.Thick = max(m.thickness, laid.Thinnest.Thick)
	}
	return laid
}

// posted is the piece the post sees.
func (m *maker) posted(s sealed) post.Piece {
	return post.Piece{
		Width: s.size.Width, Height: s.size.Height, Thickness: m.sealedThickness(s), Weight: m.sealedWeight(s),
		AddressShort: m.short, SoldSize: s.sold, Odd: m.odd, Closure: m.closure, Wrapping: m.wrapping, Contents: m.kindsInside(),
		Bends: m.bends(s), Uneven: m.uneven(s), Guessed: m.measured && !m.raised,
	}
}
