package parts

import (
	"yellow-parcel/core/measure"
)

// spot is a place for a piece: where, how it lies, which cut comes first.
type spot struct {
	bin           int
	at            int32
	turned, stack bool
	loss          float64
}

// worth of free paper: whole pieces are worth more than the same area in bits.
func (s *search) worth(w, h measure.Length) float64 {
	a := float64(w) * float64(h) / s.unit
	return a * a
}

// best is the place that spoils the least free paper. Now and then a place is
// overlooked, so that the search does not go in circles.
func (s *search) best(k int, blink bool) (spot, bool) {
	found := spot{bin: -1, loss: 1e300}
	z := s.kinds[k].Size
	for i, b := range s.bins {
		up := s.kinds[k].Up[b.sheet] && z.Width <= b.wide && z.Height <= b.high
		side := s.kinds[k].Side[b.sheet] && z.Height <= b.wide && z.Width <= b.high
		s.work++
		if !up && !side {
			continue
		}
		s.work += len(b.left)
		for _, at := range b.left {
			f := &b.tree.Parts[at]
			if up && z.Width <= f.W && z.Height <= f.H {
				s.weigh(&found, spot{bin: i, at: at}, f, z.Width, z.Height, blink)
			}
			if side && z.Height <= f.W && z.Width <= f.H {
				s.weigh(&found, spot{bin: i, at: at, turned: true}, f, z.Height, z.Width, blink)
			}
		}
	}
	return found, found.bin >= 0
}

func (s *search) weigh(found *spot, here spot, f *Part, w, h measure.Length, blink bool) {
	if blink && s.rng.Uint32()&63 == 0 {
		return
	}
	before := s.worth(f.W, f.H)
	if loss := before - s.worth(f.W, f.H-h) - s.worth(f.W-w, h); loss < found.loss {
		here.stack, here.loss = true, loss
		*found = here
	}
	if loss := before - s.worth(f.W-w, f.H) - s.worth(w, f.H-h); loss < found.loss {
		here.stack, here.loss = false, loss
		*found = here
	}
}

func (s *search) lay(k int, at spot) {
	s.keep(at.bin)
	z := s.kinds[k].Size
	if at.turned {
		z = z.Turned()
	}
	b := s.bins[at.bin]
	b.tree.put(at.at, k, z.Width, z.Height, at.turned, at.stack)
	b.refresh()
}
