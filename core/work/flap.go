package work

import "yellow-parcel/core/card"

// shorter is the blank with the deepest top flap, below the usual and no less than seals, with which
// the job's sheet takes it, or any sheet where the job names none. The blank as it is where
// a sheet takes it so, or none does either way.
func (r *maker) shorter(c Candidate, m *Made) *Made {
	takes := func(m *Made) bool { return fitSheet(r.Brief, r.sheetFor(m), m.known, m.Named).Fits }
	if m.LeastTop == 0 || takes(m) {
		return m
	}
	closing, _ := m.ClosingFlap()
	usual, step := closing.Depth, r.Brief.Ruler.Step
	for top := m.LeastTop + (usual-m.LeastTop)/step*step; top >= m.LeastTop; top -= step {
		out, err := r.with(c, m.more(), top)
		if err == nil && out.Proof.OK && takes(out) {
			out.Room, out.UsualTop = m.Room, usual
			return out
		}
	}
	return m
}

// more is the room the blank has beyond the usual.
func (m *Made) more() (out card.Size) {
	if m.Room != nil {
		out = m.Room.More
	}
	return out
}
