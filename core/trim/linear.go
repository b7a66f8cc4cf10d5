package trim

// cover is the linear programme behind a cut plan: how often to use each
// pattern (in fractions) so that every kind is covered at the least cost.
type cover struct {
	counts [][]int   // pieces of each kind, by pattern
	cost   []float64 // of one sheet, by pattern
	sheet  []int     // which sheet a pattern is cut from
	demand []int     // by kind
	limit  []int     // by sheet; Unlimited for as many as needed
}

const tiny = 1e-9

// solve gives the uses of each pattern and their cost, by the simplex method on
// the dual programme, which starts feasible. Where sheets do not suffice the
// cost is without meaning and ok is false.
func (c *cover) solve() (uses []float64, cost float64, ok bool) {
	n, m := len(c.counts), len(c.demand)
	limited := map[int]int{}
	for s, l := range c.limit {
		if l != Unlimited {
			limited[s] = m + len(limited)
		}
	}
	columns := m + len(limited)
	// A row is basic = row[columns] - sum row[j]*nonbasic; the last row is the objective.
	rows := make([][]float64, n+1)
	for i := range rows {
		rows[i] = make([]float64, columns+1)
		if i == n {
			break
		}
		for k, v := range c.counts[i] {
			rows[i][k] = float64(v)
		}
		if j, ok := limited[c.sheet[i]]; ok {
			rows[i][j] = -1
		}
		rows[i][columns] = c.cost[i]
	}
	for k, d := range c.demand {
		rows[n][k] = -float64(d)
	}
	for s, j := range limited {
		rows[n][j] = float64(c.limit[s])
	}
	basic, other := make([]int, n), make([]int, columns)
	for i := range basic {
		basic[i] = columns + i
	}
	for j := range other {
		other[j] = j
	}
	for range 50 * (n + columns) {
		in := entering(rows[n][:columns], other)
		if in < 0 {
			return c.read(rows[n], other, columns), rows[n][columns], true
		}
		out := leaving(rows[:n], basic, in, columns)
		if out < 0 {
			return nil, 0, false // the dual is unbounded: the sheets do not suffice
		}
		pivot(rows, out, in)
		basic[out], other[in] = other[in], basic[out]
	}
	return nil, 0, false
}

// read takes the uses from the columns of the patterns' slacks.
func (c *cover) read(objective []float64, other []int, columns int) []float64 {
	uses := make([]float64, len(c.counts))
	for j, v := range other {
		if v >= columns {
			uses[v-columns] = objective[j]
		}
	}
	return uses
}

// entering is the column that gains, the one of lowest name so that it never goes in circles.
func entering(objective []float64, other []int) int {
	at := -1
	for j, v := range objective {
		if v < -tiny && (at < 0 || other[j] < other[at]) {
			at = j
		}
	}
	return at
}

func leaving(rows [][]float64, basic []int, in, last int) int {
	at, least := -1, 0.0
	for i, r := range rows {
		if r[in] <= tiny {
			continue
		}
		ratio := r[last] / r[in]
		if at < 0 || ratio < least-tiny || ratio < least+tiny && basic[i] < basic[at] {
			at, least = i, ratio
		}
	}
	return at
}

func pivot(rows [][]float64, out, in int) {
	p := rows[out][in]
	for j := range rows[out] {
		rows[out][j] /= p
	}
	rows[out][in] = 1 / p
	for i, r := range rows {
		if i == out || r[in] == 0 {
			continue
		}
		f := r[in]
		for j := range r {
			r[j] -= f * rows[out][j]
		}
		r[in] = -f / p
	}
}
