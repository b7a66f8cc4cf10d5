package bench

import (
	"cmp"
	"fmt"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/trim"
)

// cutter shares the sheets of every lot out over the two rounds: the first one is
// cut from whole sheets, and what these give besides counts for the rest.
type cutter struct {
	lots  []supply.Lot
	early [][]int // sheets of each layout that are cut in the first round, by lot
}

func newCutter(lots []supply.Lot) *cutter {
	c := &cutter{lots: lots}
	for i := range lots {
		c.early = append(c.early, fewestSheets(&lots[i]))
	}
	return c
}

// fewestSheets picks sheets that hold the pieces of one card: at every turn the
// layout that holds the most of what is missing yet, of equals the first.
func fewestSheets(l *supply.Lot) []int {
	if l.Plan == nil {
		return nil
	}
	out := make([]int, len(l.Plan.Layouts))
	need := map[int]int{}
	for i := range l.Problem.Pieces {
		need[i] = perCard(l, i)
	}
	for {
		best, most := -1, 0
		for i, layout := range l.Plan.Layouts {
			if held := holds(&layout, need); out[i] < layout.Count && held > most {
				best, most = i, held
			}
		}
		if best < 0 {
			return out
		}
		out[best]++
		for _, p := range l.Plan.Layouts[best].Pieces {
			need[p.Piece]--
		}
	}
}

// perCard is how many of a piece one card takes.
func perCard(l *supply.Lot, piece int) int {
	if l.Of == supply.Strips {
		return 2
	}
	return 1
}

// holds is how many of the pieces needed a layout gives.
func holds(l *trim.Layout, need map[int]int) int {
	n, given := 0, map[int]int{}
	for _, p := range l.Pieces {
		if given[p.Piece]++; given[p.Piece] <= need[p.Piece] {
			n++
		}
	}
	return n
}

// move is one setting of the guide, and what is cut at it.
type move struct {
	set  measure.Length
	cuts []CutAt
}

// moves are the settings of one lot's plan, with sheets of each layout as many as given.
func (c *cutter) moves(lot int, sheets func(layout int) int) []move {
	var out []move
	for _, s := range c.lots[lot].Plan.Steps {
		m := move{set: s.Set}
		for _, cut := range s.Cuts {
			if n := sheets(cut.Layout); n > 0 {
				m.cuts = append(m.cuts, CutAt{lot, cut.Layout, cut.Number, n})
			}
		}
		switch last := len(out) - 1; {
		case len(m.cuts) == 0:
		case last >= 0 && out[last].set == m.set:
			out[last].cuts = append(out[last].cuts, m.cuts...)
		default:
			out = append(out, m)
		}
	}
	return out
}

// first are the cuts of the first round in the lots of some kinds.
func (c *cutter) first(at stage, kinds ...supply.LotKind) []Step {
	var all []move
	var uncut, hand []Step
	for i := range c.lots {
		l := &c.lots[i]
		switch {
		case !slices.Contains(kinds, l.Of):
		case l.Plan != nil:
			sheets := func(layout int) int { return c.early[i][layout] }
			all, uncut = together(all, c.moves(i, sheets)), append(uncut, c.whole(First, i, sheets)...)
		case l.ByHand():
			hand = append(hand, c.byHand(First, i, func(piece int) int { return perCard(l, piece) })...)
		}
	}
	return slices.Concat(uncut, c.steps(First, int(at), all), hand)
}

// rest are the cuts of the second round, of all lots at once.
func (c *cutter) rest() []Step {
	var all []move
	var uncut, hand []Step
	for i := range c.lots {
		l := &c.lots[i]
		switch {
		case l.Plan != nil:
			sheets := func(layout int) int { return l.Plan.Layouts[layout].Count - c.early[i][layout] }
			all, uncut = together(all, c.moves(i, sheets)), append(uncut, c.whole(Rest, i, sheets)...)
		case l.ByHand():
			hand = append(hand, c.byHand(Rest, i, func(piece int) int { return l.Problem.Pieces[piece].Count - perCard(l, piece) })...)
		}
	}
	return slices.Concat(uncut, c.steps(Rest, int(cutting), all), hand)
}

// whole are the sheets of a lot that are a piece as they come, a step for each layout.
func (c *cutter) whole(phase Phase, lot int, sheets func(layout int) int) []Step {
	l := &c.lots[lot]
	var out []Step
	for i := range l.Plan.Layouts {
		layout, n := &l.Plan.Layouts[i], sheets(i)
		if len(layout.Cuts) > 0 || n == 0 {
			continue
		}
		part := l.Parts[layout.Pieces[0].Piece]
		out = append(out, Step{ID: fmt.Sprintf("%s.whole.%d.%s%d.%d", phase, part.Job+1, part.Key, part.At, i), Phase: phase, Kind: Gather, Part: part, Say: Saying{Name: "whole"}, Figure: SizeOf(layout.Pieces[0].Size),
			Pieces: n, Tool: Hands, Check: Saying{Name: "check-whole"}, Handled: []Handled{{Part: part, Pieces: n}}, Looks: []Look{{Of: PictureSheet, Lot: lot, Layout: i}}, Minutes: minutesOf("whole", n)})
	}
	return out
}

// together runs two orders of moves as one, at as few settings as keeps both
// orders: the shortest common supersequence of the two.
func together(a, b []move) []move {
	// least[i][j] is how many moves a from i on and b from j on take.
	least := make([][]int, len(a)+1)
	for i := len(a); i >= 0; i-- {
		least[i] = make([]int, len(b)+1)
		for j := len(b); j >= 0; j-- {
			switch {
			case i == len(a):
				least[i][j] = len(b) - j
			case j == len(b):
				least[i][j] = len(a) - i
			case a[i].set == b[j].set:
				least[i][j] = 1 + least[i+1][j+1]
			default:
				least[i][j] = 1 + min(least[i+1][j], least[i][j+1])
			}
		}
	}
	var out []move
	for i, j := 0, 0; i < len(a) || j < len(b); {
		switch {
		case j == len(b):
			out = append(out, a[i])
			i++
		case i == len(a):
			out = append(out, b[j])
			j++
		case a[i].set == b[j].set:
			out = append(out, move{a[i].set, append(slices.Clone(a[i].cuts), b[j].cuts...)})
			i, j = i+1, j+1
		case least[i+1][j] <= least[i][j+1]:
			out = append(out, a[i])
			i++
		default:
			out = append(out, b[j])
			j++
		}
	}
	return out
}

// steps are moves as they are made, a step each.
func (c *cutter) steps(phase Phase, at int, moves []move) []Step {
	var out []Step
	for n, m := range moves {
		// The cuts of one layout are made one after another; what order layouts come in does not matter.
		slices.SortStableFunc(m.cuts, func(a, b CutAt) int { return cmp.Or(cmp.Compare(a.Lot, b.Lot), cmp.Compare(a.Layout, b.Layout)) })
		s := Step{ID: fmt.Sprintf("%s.cut.%d.%d", phase, at, n+1), Phase: phase, Kind: Cut, Say: Saying{Name: "guide"}, Figure: LengthOf(m.set),
			Tool: Trimmer, Blade: true, Check: Saying{Name: "check-square"}, Cuts: m.cuts}
		var last *Look
		for _, cut := range m.cuts {
			s.Pieces += cut.Sheets
			if last == nil || last.Lot != cut.Lot || last.Layout != cut.Layout {
				s.Looks = append(s.Looks, Look{Of: PictureSheet, Lot: cut.Lot, Layout: cut.Layout})
				last = &s.Looks[len(s.Looks)-1]
			}
			last.Lit = append(last.Lit, fmt.Sprintf("cut%d", cut.Number))
			s.handle(c.lots[cut.Lot].Parts, c.lots[cut.Lot].Plan.Layouts[cut.Layout])
		}
		s.Minutes = minutesOf("guide", s.Pieces)
		out = append(out, s)
	}
	return out
}

// handle notes the parts that lie in a layout, none twice.
func (s *Step) handle(parts []supply.Role, l trim.Layout) {
	for _, p := range l.Pieces {
		if part := parts[p.Piece]; !slices.ContainsFunc(s.Handled, func(h Handled) bool { return h.Part == part }) {
			s.Handled = append(s.Handled, Handled{Part: part})
		}
	}
	s.Part = s.Handled[0].Part // something lies in every layout
}

// byHand are a lot's pieces cut with a knife or by a machine, a step each.
func (c *cutter) byHand(phase Phase, lot int, count func(piece int) int) []Step {
	l := &c.lots[lot]
	var out []Step
	for i, p := range l.Problem.Pieces {
		n := count(i)
		if n <= 0 {
			continue
		}
		part := l.Parts[i]
		s := Step{ID: fmt.Sprintf("%s.cut.%d.%s%d", phase, part.Job+1, part.Key, part.At), Phase: phase, Kind: Cut, Part: part, Say: Saying{Name: "hand"}, Figure: SizeOf(p.Size),
			Pieces: n, Tool: Knife, Blade: true, Check: Saying{Name: "check-pattern"}, Handled: []Handled{{Part: part, Pieces: n}}, Looks: []Look{lookOf(part)}}
		switch {
		case l.Machine:
			s.Say, s.Tool, s.Check = Saying{Name: "machine"}, Machine, Saying{Name: "check-machine"}
		case p.Size.Width == p.Size.Height:
			s.Say, s.Figure = Saying{Name: "hand-square"}, LengthOf(p.Size.Width)
		}
		s.Minutes = minutesOf(s.Say.Name, n)
		out = append(out, s)
	}
	return out
}

// lookOf is the drawing that shows a part as it is cut.
func lookOf(p supply.Role) Look {
	l := Look{Job: p.Job}
	switch p.Key {
	case supply.TheBlank:
		l.Of = PictureBlank
	case supply.TheLiner, supply.TheBand, supply.TheStrips:
		l.Of, l.Extra = PictureExtra, string(p.Key)
	case supply.TheGauge:
		l.Of = PictureGauge
	case supply.Layer, supply.Inside:
		l.Of = PictureLayers
	case supply.Base:
		l.Of = PictureBase
	default:
		l.Of = PictureFinished
	}
	return l
}
