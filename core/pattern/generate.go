package pattern

import (
	"encoding/binary"
	"math"
	"slices"

	"yellow-parcel/core/card"
)

// Generator makes the patterns worth having for a batch, as they are asked for,
// and remembers them.
type Generator struct {
	Kinds    []Kind
	Sheets   []Sheets
	Patterns []Pattern
	Work     int                 // places and numbers looked at
	Go       func(work int) bool // asked now and then whether to go on; nil for always
	may      func(Pattern) bool
	fillers  []*filler
	known    map[string]bool
}

// NewGenerator knows what lies in rows and columns of one kind. One filling of a
// sheet is no more work than most; may tells whether a pattern can be cut, nil
// where all can.
func NewGenerator(kinds []Kind, sheets []Sheets, most int, may func(Pattern) bool) *Generator {
	g := &Generator{Kinds: kinds, Sheets: sheets, known: map[string]bool{}, may: may}
	type alike struct {
		size card.Size
		lie  string
	}
	made := map[alike]*filler{}
	for s, sheet := range sheets {
		key := alike{size: sheet.Size}
		for _, k := range kinds {
			key.lie += lying(k.Up[s]) + lying(k.Side[s])
		}
		if made[key] == nil {
			made[key] = newFiller(kinds, s, sheet.Size, most)
		}
		g.fillers = append(g.fillers, made[key])
		for _, it := range made[key].items {
			g.learn(patternOf(s, len(kinds), it.grid(sheet.Size)))
		}
	}
	return g
}

func lying(may bool) string {
	if may {
		return "y"
	}
	return "n"
}

// Cover is how often to use each pattern so that a demand is covered.
type Cover struct {
	Uses   map[int]float64 // by pattern
	Least  float64         // cost no cover goes below
	OK     bool            // the sheets suffice
	Proved bool            // no pattern would make it cheaper
	worth  []float64       // of one more piece of a kind
}

// Cover finds the cheapest cover in fractions, from so many of each sheet at
// these costs. It makes patterns until none helps or its work is used up.
func (g *Generator) Cover(demand, stock []int, cost []float64, limit int) Cover {
	sheets := Counted(g.Sheets, stock)
	m := NewMaster(demand, sheets, slices.Max(cost))
	for i, p := range g.Patterns {
		m.Add(p, cost[p.Sheet], i)
	}
	out, full := Cover{}, make([]float64, len(sheets))
	for begin := g.Work; ; {
		m.Solve()
		g.Work, m.Work = g.Work+m.Work, 0
		more, whole := g.price(m, cost, full, stock)
		if whole {
			out.Least = max(out.Least, m.Least(demand, sheets, cost, full))
		}
		if out.Proved = !more; !more || g.Work-begin > limit || g.Go != nil && !g.Go(g.Work) {
			break
		}
	}
	out.Uses, out.OK = m.Uses()
	out.worth = slices.Clone(m.Worth())
	return out
}

// price fills every sheet at what pieces are worth, and adds what pays to the
// programme; full is what a sheet can be worth at most, where whole says so.
func (g *Generator) price(m *Master, cost, full []float64, stock []int) (more, whole bool) {
	whole = true
	var last *filler
	value := 0.0
	for s, f := range g.fillers {
		full[s] = 0
		if stock[s] == 0 {
			continue
		}
		if f != last {
			value, last = f.fill(m.Worth(), &g.Work), f
		}
		// Cuts were taken to cost a little, of which there are fewer than a thousand.
		full[s] = value + 1000*fewer
		whole = whole && f.Whole
		if value <= cost[s]+m.Dear(s)+gain {
			continue
		}
		if p := patternOf(s, len(g.Kinds), f.whole()); g.learn(p) {
			m.Add(p, cost[s], len(g.Patterns)-1)
			more = true
		}
	}
	return more, whole
}

// learn remembers a pattern; it tells whether it was new.
func (g *Generator) learn(p Pattern) bool {
	key := string(binary.AppendUvarint(nil, uint64(p.Sheet)))
	for _, n := range p.Counts {
		key = string(binary.AppendUvarint([]byte(key), uint64(n)))
	}
	if g.known[key] {
		return false
	}
	g.known[key] = true
	if g.may != nil && !g.may(p) {
		return false
	}
	g.Patterns = append(g.Patterns, p)
	return true
}

// Whole is what a cover takes in whole sheets, a share of so much counting as
// one, but no more sheets than there are.
func (g *Generator) Whole(c Cover, stock []int, share float64) map[int]int {
	taken, left := map[int]int{}, slices.Clone(stock)
	for i := range g.Patterns {
		n := int(math.Floor(c.Uses[i] + 1 - share))
		s := g.Patterns[i].Sheet
		if left[s] != Unlimited {
			n = min(n, left[s])
			left[s] -= n
		}
		if n > 0 {
			taken[i] = n
		}
	}
	return taken
}

// Fullest is the pattern that covers the most of what is still wanted for its
// cost; where so little is wanted, patterns for just that are made first.
func (g *Generator) Fullest(left, stock []int, cost []float64) (at int, ok bool) {
	worth := make([]float64, len(left))
	for k, n := range left {
		if n > 0 {
			worth[k] = float64(g.Kinds[k].Size.Area())
		}
	}
	for range 3 {
		for s, f := range g.fillers {
			if stock[s] != 0 {
				g.fit(s, f, worth, left)
			}
		}
	}
	best := 0.0
	for i, p := range g.Patterns {
		if stock[p.Sheet] == 0 {
			continue
		}
		sum := 0.0
		for k, n := range p.Counts {
			sum += float64(min(n, left[k])) * float64(g.Kinds[k].Size.Area())
		}
		if sum /= cost[p.Sheet]; sum > best {
			at, best, ok = i, sum, true
		}
	}
	return at, ok
}

// fit makes a pattern at some worths, less what is not wanted, and lowers the
// worth of what it would take too many of.
func (g *Generator) fit(s int, f *filler, worth []float64, left []int) {
	f.fill(worth, &g.Work)
	shape := f.whole()
	if shape == nil {
		return
	}
	counts, less := make([]int, len(left)), make([]int, len(left))
	shape.count(counts)
	for k, n := range counts {
		if n > left[k] {
			less[k] = n - left[k]
			worth[k] *= float64(left[k]) / float64(n)
		}
	}
	if shape = shape.Without(less); shape != nil {
		g.learn(patternOf(s, len(left), shape))
	}
}
