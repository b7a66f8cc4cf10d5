package trim

import (
	"fmt"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// merged counts sheets that are cut alike as one.
func merged(fulls []sheetful) []sheetful {
	var out []sheetful
	at := map[string]int{}
	for _, f := range fulls {
		key := fmt.Sprint(f.sheet, f.tree.Content(0))
		if i, ok := at[key]; ok {
			out[i].count += f.count
			continue
		}
		at[key] = len(out)
		out = append(out, f)
	}
	return out
}

// named gives every place of a kind to one of the problem's pieces. Pieces of
// one kind are cut alike, so a layout is only taken apart where the pieces of a
// kind change; its cuts are then made in all of its parts.
func (v chooser) named(layouts []Layout, steps []Step) ([]Layout, []Step) {
	left := make([]int, len(v.task.p.Pieces))
	for i, piece := range v.task.p.Pieces {
		left[i] = piece.Count
	}
	var out []Layout
	parts := make([][]int, len(layouts))
	for n, l := range layouts {
		for l.Count > 0 {
			one, times := l, l.Count
			one.Pieces = slices.Clone(l.Pieces)
			takes := map[int]int{}
			for i, at := range one.Pieces {
				piece := v.pick(at.Piece, left, takes)
				takes[piece]++
				one.Pieces[i].Piece, one.Pieces[i].Name = piece, v.task.p.Pieces[piece].Name
			}
			for piece, n := range takes {
				times = min(times, left[piece]/n)
			}
			for piece, n := range takes {
				left[piece] -= n * times
			}
			one.Count = times
			l.Count -= times
			parts[n] = append(parts[n], len(out))
			out = append(out, one)
		}
	}
	if len(out) == len(layouts) {
		return out, steps
	}
	for i := range steps {
		var cuts []StepCut
		for _, c := range steps[i].Cuts {
			for _, part := range parts[c.Layout] {
				cuts = append(cuts, StepCut{part, c.Number})
			}
		}
		steps[i].Cuts = cuts
	}
	return out, steps
}

// pick is the first piece of a kind that is still wanted.
func (v chooser) pick(k int, left []int, takes map[int]int) int {
	for _, piece := range v.task.kinds[k].pieces {
		if left[piece] > takes[piece] {
			return piece
		}
	}
	return v.task.kinds[k].pieces[0]
}

// strokes is how often the blade falls at a step: parts of one size and caliper
// are piled as high as the trimmer takes them.
func (p *Problem) strokes(layouts []Layout, s Step) int {
	type pile struct {
		size    card.Size
		across  bool
		caliper measure.Length
	}
	parts := map[pile]int{}
	for _, one := range s.Cuts {
		l := &layouts[one.Layout]
		c := l.Cuts[one.Number-1]
		parts[pile{c.Part.Size, c.Across, p.Sheets[l.Sheet].Caliper}] += l.Count
	}
	n := 0
	for of, count := range parts {
		high := p.Pile(of.caliper)
		n += (count + high - 1) / high
	}
	return n
}

// Pile is how many sheets of a caliper the trimmer cuts at once; one where it does not say.
func (p *Problem) Pile(caliper measure.Length) int {
	if p.Stack <= 0 || caliper <= 0 {
		return 1
	}
	return max(1, int(p.Stack/caliper))
}
