package pattern

import "math"

// Master is the linear programme behind a cut plan: how often to use each
// pattern (in fractions) so that every kind is covered at the least cost. It is
// solved by the revised simplex method, and goes on from where it was when
// patterns are added.
type Master struct {
	kinds   int
	limits  map[int]int // the row of a sheet that can be had only so often
	need    []float64   // by row
	columns []column
	basis   []int // a column for each row
	inverse [][]float64
	x       []float64 // how often each of the basis is used
	worth   []float64 // of one more of each row: the duals
	Work    int       // numbers looked at
}

// column is a pattern, or what lets a row be more or less than met.
type column struct {
	entries []float64
	cost    float64
	use     int // the pattern's place; -1 for none
}

const (
	tiny   = 1e-9
	gain   = 1e-7 // less is no gain
	steps  = 4000 // of one solution; it takes some dozens
	dear   = 1e4  // what a piece left out costs, against the dearest sheet
	nudged = 1e-6 // how far a demand is moved, so that no two rows run out at once
)

// NewMaster is a programme without patterns. No sheet costs more than most.
func NewMaster(demand []int, sheets []Sheets, most float64) *Master {
	m := &Master{kinds: len(demand), limits: map[int]int{}}
	for k, d := range demand {
		m.need = append(m.need, float64(d)+nudged*float64(k+1)/float64(len(demand)))
	}
	for s, sheet := range sheets {
		if sheet.Count != Unlimited {
			m.limits[s] = len(m.need)
			m.need = append(m.need, float64(sheet.Count))
		}
	}
	n := len(m.need)
	for i := range n {
		unit := make([]float64, n)
		unit[i] = 1
		c := column{entries: unit, use: -1}
		if i < m.kinds {
			c.cost = dear * most
			over := make([]float64, n)
			over[i] = -1
			m.columns = append(m.columns, column{entries: over, use: -1})
		}
		m.columns = append(m.columns, c)
		m.basis = append(m.basis, len(m.columns)-1)
		row := make([]float64, n)
		row[i] = 1
		m.inverse = append(m.inverse, row)
		m.x = append(m.x, m.need[i])
	}
	m.worth = make([]float64, n)
	return m
}

// Add lets the programme use a pattern.
func (m *Master) Add(p Pattern, cost float64, use int) {
	c := column{entries: make([]float64, len(m.need)), cost: cost, use: use}
	for k, n := range p.Counts {
		c.entries[k] = float64(n)
	}
	if row, ok := m.limits[p.Sheet]; ok {
		c.entries[row] = 1
	}
	m.columns = append(m.columns, c)
}

// Solve finds the least cost with the patterns known.
func (m *Master) Solve() {
	for range steps {
		m.price()
		in, best := -1, -gain
		for j, c := range m.columns {
			if r := c.cost - dot(m.worth, c.entries); r < best {
				in, best = j, r
			}
		}
		m.Work += len(m.columns) * len(m.need) / perPlace
		if in < 0 || !m.enter(in) {
			return
		}
	}
}

func dot(a, b []float64) float64 {
	sum := 0.0
	for i, v := range a {
		sum += v * b[i]
	}
	return sum
}

// price works out what one more of each row is worth.
func (m *Master) price() {
	for i := range m.worth {
		m.worth[i] = 0
	}
	for i, j := range m.basis {
		if c := m.columns[j].cost; c != 0 {
			for k, v := range m.inverse[i] {
				m.worth[k] += c * v
			}
		}
	}
}

// enter takes a column into the basis, for the one that runs out first.
func (m *Master) enter(in int) bool {
	n := len(m.need)
	step := make([]float64, n)
	for i, row := range m.inverse {
		step[i] = dot(row, m.columns[in].entries)
	}
	out, least := -1, math.Inf(1)
	for i, d := range step {
		if d <= tiny {
			continue
		}
		if ratio := max(m.x[i], 0) / d; ratio < least-tiny || ratio < least+tiny && d > step[out] {
			out, least = i, ratio
		}
	}
	if out < 0 {
		return false
	}
	pivot := step[out]
	for k := range n {
		m.inverse[out][k] /= pivot
	}
	m.x[out] = least
	for i, d := range step {
		if i == out || d == 0 {
			continue
		}
		for k := range n {
			m.inverse[i][k] -= d * m.inverse[out][k]
		}
		m.x[i] -= d * least
	}
	m.basis[out] = in
	m.Work += n * n / perPlace
	return true
}

// Uses is how often each pattern is used; ok is false where the sheets do not suffice.
func (m *Master) Uses() (uses map[int]float64, ok bool) {
	uses, ok = map[int]float64{}, true
	for i, j := range m.basis {
		switch c := m.columns[j]; {
		case c.use >= 0 && m.x[i] > tiny:
			uses[c.use] += m.x[i]
		case c.use < 0 && c.cost > 0 && m.x[i] > 2*nudged:
			ok = false
		}
	}
	return uses, ok
}

// Worth is what one more piece of a kind would cost, Dear what a sheet's
// scarcity adds to its cost.
func (m *Master) Worth() []float64 { return m.worth[:m.kinds] }

// Dear is what a sheet's scarcity adds to its cost; zero where it can be had as often as needed.
func (m *Master) Dear(sheet int) float64 {
	if row, ok := m.limits[sheet]; ok {
		return max(0, -m.worth[row])
	}
	return 0
}

// Least is a cost that no cover goes below, where no pattern of a sheet is worth
// more than fullest says.
func (m *Master) Least(demand []int, sheets []Sheets, cost, fullest []float64) float64 {
	// Worths are lowered until no pattern of a sheet that can always be had is
	// worth more than it costs; what is over for a scarce one counts against it.
	scale := 1.0
	for s, sheet := range sheets {
		if sheet.Count == Unlimited && fullest[s] > cost[s] {
			scale = min(scale, cost[s]/fullest[s])
		}
	}
	sum := 0.0
	for k, d := range demand {
		sum += float64(d) * max(0, m.worth[k]) * scale
	}
	for s, sheet := range sheets {
		if over := fullest[s]*scale - cost[s]; sheet.Count != Unlimited && over > 0 {
			sum -= float64(sheet.Count) * over
		}
	}
	return sum
}
