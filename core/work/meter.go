package work

import (
	"errors"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/trim"
)

// ErrStopped is that whoever asked went away before the answer was there.
var ErrStopped = errors.New("it was stopped")

// Meter counts the work that goes into one plan. A nil Meter counts nothing and
// never stops. It is for one plan at a time.
type Meter struct {
	Gone func() bool // nobody waits for the answer any more; nil for somebody always does
	Most int         // units of work, beyond which what can be left out is; zero for no end
	used int
}

// What things cost, in about a thousandth of a second on a small machine.
const (
	costOfPart  = 1 // of a cut plan, for each kind of piece and each kind of sheet
	costOfBlank = 1
	costOfTry   = 3 // a change to the job, tried
)

// UsualMost is as much as goes into a plan while its maker types.
const UsualMost = 600

// Spend counts work, whether it is remembered or not: the same job always costs the same.
func (m *Meter) Spend(units int) {
	if m != nil {
		m.used += units
	}
}

// Over tells whether what can be left out is to be.
func (m *Meter) Over() bool { return m != nil && m.Most > 0 && m.used > m.Most }

// Stopped tells whether nobody waits any more.
func (m *Meter) Stopped() bool { return m != nil && m.Gone != nil && m.Gone() }

// Try counts a change to the job; false where no more are to be tried.
func (m *Meter) Try() bool {
	m.Spend(costOfTry)
	return !m.Over() && !m.Stopped()
}

// Watched stops a cut plan when nobody waits for it, and counts it.
func (m *Meter) Watched(solve batch.Solver) batch.Solver {
	if m == nil {
		return solve
	}
	return func(p trim.Problem) (*trim.Choices, error) {
		m.Spend(costOfPart * len(p.Pieces) * len(p.Sheets))
		if p.Watch == nil && m.Gone != nil {
			p.Watch = func(int, int, int) bool { return !m.Gone() }
		}
		c, err := solve(p)
		if m.Stopped() {
			return nil, ErrStopped
		}
		return c, err
	}
}
