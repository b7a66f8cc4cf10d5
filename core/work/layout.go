package work

import (
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// lay is the map of a card of a size: its thickness over its face.
func lay(b *brief.Brief, z card.Size) card.Map { return card.Lay(z, parts(b, z)) }

// parts lays out everything the card is made of, from the back up.
func parts(b *brief.Brief, size card.Size) []card.Element {
	cut := whole(b, size)
	out := make([]card.Element, 0, 4+len(b.Layers.Each)+len(b.Card.Build))
	panels, mm2 := panels(b, cut)
	on := func(face brief.Face) {
		for i, p := range b.Card.Build {
			if p.On == face {
				out = append(out, piecePart(size, i, p))
			}
		}
	}
	base := card.Element{Name: "Base", Width: size.Width, Height: size.Height, Thick: b.Base.Caliper(), Base: true, Index: -1,
		Weight: measure.FromGrams(mm2 * b.Base.GSM() / 1e6)}
	on(brief.Back)
	for i := range panels {
		if i == panels-1 {
			on(brief.Within)
			if b.Layers.Inside > 0 {
				z := card.Step(cut, card.Equal(b.Layers.Inside), b.Ruler)
				out = append(out, layerPart(b, "Inside panel", z, cut, nil, brief.Joint{Cover: 1}))
			}
		}
		out = append(out, base)
	}
	below := cut
	at := struct{ x, y measure.Length }{}
	for _, l := range b.Layers.Each {
		z := card.Step(below, l.Border, b.Ruler)
		at.x, at.y = at.x+(below.Width-z.Width)/2, at.y+l.Border.Top
		p := layerPart(b, l.Name, z, cut, l.Material, l.Joint)
		p.X, p.Y = at.x, at.y
		out, below = append(out, p), z
	}
	on(brief.Front)
	return out
}

// layerPart is a layer in the middle of the card.
func layerPart(b *brief.Brief, name string, z, whole card.Size, of *catalog.Material, j brief.Joint) card.Element {
	thick, gsm := b.Base.Caliper(), b.Base.GSM()
	if of != nil {
		thick, gsm = of.Thickness, of.GSM
	}
	return card.Element{
		Name: name, X: (whole.Width - z.Width) / 2, Y: (whole.Height - z.Height) / 2, Width: z.Width, Height: z.Height, Thick: thick + j.Material.Thickness, Lift: j.Lift(),
		Weight: measure.FromGrams(z.MM2() * (gsm + j.Material.GSM*j.Cover) / 1e6), Index: -1,
	}
}

// piecePart lays out one thing the maker added.
func piecePart(whole card.Size, i int, p brief.Piece) card.Element {
	z := p.SizeOn(whole)
	out := card.Element{Name: p.Name, X: (whole.Width - z.Width) / 2, Y: (whole.Height - z.Height) / 2, Width: z.Width, Height: z.Height,
		Thick: p.Thick + p.Joint.Material.Thickness, Lift: p.Joint.Lift(), Hard: p.Material.Hard, Loose: p.Material.Kind == catalog.Loose, Index: i, Weight: p.Weight}
	if p.X != nil {
		out.X = *p.X
	}
	if p.Y != nil {
		out.Y = *p.Y
	}
	if out.Weight == 0 {
		out.Weight = p.Material.Each
		if p.Material.GSM > 0 {
			out.Weight = measure.FromGrams(z.MM2() * p.Material.GSM / 1e6)
		}
	}
	out.Weight += measure.FromGrams(z.MM2() * p.Joint.Material.GSM * p.Joint.Cover / 1e6)
	return out
}

// panels is how many sheets thick the folded base is, and the paper in each, mm2.
// A shape that does not go with the size is refused where the flat piece is settled.
func panels(b *brief.Brief, cut card.Size) (n int, mm2 float64) {
	flat, err := b.Base.Fold.Flat(cut, b.Base.Shape)
	if err != nil || flat.Panels < 1 {
		return 1, cut.MM2()
	}
	return flat.Panels, flat.Size.MM2() / float64(flat.Panels)
}

// paperDensity is that of uncoated paper, in g/m2 for each millimetre.
const paperDensity = 800

// plies are the sheets a sealed piece bends with, where they lie along its longer
// side and across it: the envelope's walls and the card's panels lie free, what
// is stuck on the front bends with it.
func (r *sealer) plies(s *Sealed) []card.Ply {
	b := r.Brief
	stock, _ := b.Catalog.Material("card")
	long, short := max(s.Size.Width, s.Size.Height), min(s.Size.Width, s.Size.Height)
	size := r.Card.Size
	// The card lies in the middle, its longer side along the piece's.
	left, top := (short-size.Width)/2, (long-size.Height)/2
	if size.Width > size.Height {
		left, top = (long-size.Width)/2, (short-size.Height)/2
	}
	out := make([]card.Ply, 0, s.Layers+r.Panels+len(b.Layers.Each)+len(b.Card.Build)+1)
	add := func(p card.Element, thick measure.Length, of catalog.Material, j card.Joint) {
		ply := card.Ply{From: top + p.Y, To: top + p.Y + p.Height, Left: left + p.X, Right: left + p.X + p.Width, Thick: thick, Low: of.StiffLow, High: of.StiffHigh, Joint: j}
		if size.Width > size.Height {
			ply.From, ply.To, ply.Left, ply.Right = left+p.X, left+p.X+p.Width, top+p.Y, top+p.Y+p.Height
		}
		out = append(out, ply)
	}
	boards := func(face brief.Face) {
		for i, piece := range b.Card.Build {
			if piece.On != face {
				continue
			}
			switch piece.Material.Kind {
			case catalog.Board:
				add(piecePart(size, i, piece), piece.Thick, piece.Material, bend(piece.Joint))
			case catalog.Loose:
				// Pressed out it is as thick as it stands; what bends is its paper.
				add(piecePart(size, i, piece), measure.FromMM(piece.Material.GSM/paperDensity), piece.Material, card.Joint{Free: true})
			}
		}
	}
	wall := s.Stock.Caliper
	if s.Skin > 0 {
		wall = s.Skin
	}
	free := card.Joint{Free: true}
	for i := range s.Layers + s.LinerLayers() {
		if i == s.Layers {
			wall = blank.EnvelopePaper.Caliper
		}
		out = append(out, card.Ply{To: long, Right: short, Thick: wall, Low: stock.StiffLow, High: stock.StiffHigh, Joint: free})
	}
	whole := card.Element{Width: size.Width, Height: size.Height}
	for i := range r.Panels {
		add(whole, b.Base.Caliper(), stock, free)
		if i == 0 {
			boards(brief.Back)
			boards(brief.Within)
			if z := r.Layers.Inside; z.Width > 0 {
				add(card.Element{X: (size.Width - z.Width) / 2, Y: (size.Height - z.Height) / 2, Width: z.Width, Height: z.Height}, b.Base.Caliper(), stock, card.Joint{Cover: 1})
			}
		}
	}
	below, at := size, card.Element{}
	for i, l := range b.Layers.Each {
		of, thick, z := stock, b.Base.Caliper(), r.Layers.Stack[i]
		if l.Material != nil {
			of, thick = *l.Material, l.Material.Thickness
		}
		at.X, at.Y, at.Width, at.Height = at.X+(below.Width-z.Width)/2, at.Y+l.Border.Top, z.Width, z.Height
		add(at, thick, of, bend(l.Joint))
		below = z
	}
	boards(brief.Front)
	return out
}

func bend(j brief.Joint) card.Joint {
	if !j.Foam() {
		return card.Joint{Cover: 1}
	}
	return card.Joint{Gap: j.Material.Thickness, ShearLow: j.Material.StiffLow, Shear: j.Material.StiffHigh, Cover: j.Cover}
}

// bends estimates a sealed piece's stiffness, or takes what the bench showed.
func (r *sealer) bends(s *Sealed) card.Band {
	hard := slices.ContainsFunc(r.Brief.Card.Build, func(p brief.Piece) bool { return p.Material.Hard })
	band := card.Rigidity(r.plies(s), max(s.Size.Width, s.Size.Height), hard)
	if r.Brief.Post.Tested != nil {
		band = band.With(*r.Brief.Post.Tested)
	}
	return band
}
