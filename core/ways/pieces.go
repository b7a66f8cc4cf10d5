package ways

import (
	"cmp"
	"fmt"
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/words"
)

// flatTape is the joint that lifts nothing.
const flatTape = "tape"

// thinner are the joints that lift less than one does, the thickest first, flat tape last.
func (s *search) thinner(than brief.Joint) (ids []string, names []words.Thing) {
	foams := slices.Clone(s.result.Brief.Catalog.Materials)
	slices.SortStableFunc(foams, func(a, b catalog.Material) int { return cmp.Compare(b.Thickness, a.Thickness) })
	for _, f := range foams {
		if f.Kind == catalog.Foam && f.Thickness < than.Material.Thickness {
			ids, names = append(ids, f.ID), append(names, words.Thing(f.Name))
		}
	}
	return append(ids, flatTape), append(names, "flat tape")
}

// foamLevers swap foam for a thinner one, under a layer or a piece.
func (s *search) foamLevers() []Lever {
	var out []Lever
	add := func(family, name string, j brief.Joint, patch func(id string) job.Patch) {
		if !j.Foam() {
			return
		}
		ids, names := s.thinner(j)
		for k, id := range ids {
			out = append(out, Lever{Kind: foam, Family: family, Words: "Put {0} on {1}", With: []any{words.Thing(name), names[k]}, Minutes: minutesFoam + k/4, Patch: patch(id)})
		}
	}
	layers := listOf(s.doc, "", "layers")
	for i, l := range s.result.Brief.Layers.Each {
		if i < len(layers) {
			add(fmt.Sprintf("foam-layer%d", i), l.Name, l.Joint, func(id string) job.Patch {
				return job.Patch{"layers": with(layers, i, "joint", id)}
			})
		}
	}
	build := listOf(s.doc, "card", "build")
	for i, b := range s.result.Brief.Card.Build {
		add(fmt.Sprintf("foam-part%d", i), b.Name, b.Joint, func(id string) job.Patch {
			return job.Set("card", "build", with(build, i, "joint", id))
		})
	}
	return out
}

// pieceLevers take a piece off the card, or move it to where the card is thinnest.
func (s *search) pieceLevers() []Lever {
	var out []Lever
	b := s.result.Brief
	build := listOf(s.doc, "card", "build")
	thin := s.result.Card.Map.Thinnest
	for i, p := range b.Card.Build {
		rest := slices.Delete(slices.Clone(build), i, i+1)
		out = append(out, Lever{Kind: leave, Family: fmt.Sprintf("off%d", i), Words: "Leave {0} off", With: []any{words.Thing(p.Name)}, Minutes: minutesRemove, Patch: job.Set("card", "build", rest)})
		if p.Material.Kind != catalog.Trim {
			continue
		}
		z := p.Size
		if z.Width < thin.Width && z.Height < thin.Height {
			x, y := b.Ruler.Nearest(thin.X+(thin.Width-z.Width)/2), b.Ruler.Nearest(thin.Y+(thin.Height-z.Height)/2)
			moved := with(with(build, i, "x", x.Text(b.Unit)), i, "y", y.Text(b.Unit))
			out = append(out, Lever{Kind: move, Family: fmt.Sprintf("move%d", i), Words: "Move {0} to {1} from the left, {2} from the top", With: []any{words.Thing(p.Name), x, y},
				Minutes: minutesMove, Patch: job.Set("card", "build", moved)})
		}
	}
	if len(build) > 1 {
		out = append(out, Lever{Kind: leave, Family: "off-all", Words: "Leave everything on top off", Minutes: minutesRemove + len(build), Patch: job.Set("card", "build", []any{})})
	}
	return out
}

// shieldLevers lay an embossed sheet over what stands out.
func (s *search) shieldLevers() []Lever {
	b := s.result.Brief
	build := listOf(s.doc, "card", "build")
	if len(build) == 0 || slices.ContainsFunc(b.Card.Build, func(p brief.Piece) bool { return p.Material.Kind == catalog.Loose }) {
		return nil
	}
	var out []Lever
	for _, m := range b.Catalog.Materials {
		if m.Kind == catalog.Loose {
			over := append(slices.Clone(build), map[string]any{"material": m.ID})
			out = append(out, Lever{Kind: shield, Family: "shield", Words: "Lay {0} over it", With: []any{words.Thing(m.Name)}, Minutes: minutesLayer, Patch: job.Set("card", "build", over)})
		}
	}
	return out
}
