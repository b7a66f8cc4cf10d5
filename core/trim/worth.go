package trim

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
	z := s.kinds[k].size
	for i, b := range s.bins {
		up := s.kinds[k].up[b.sheet] && z.Width <= b.wide && z.Height <= b.high
		side := s.kinds[k].side[b.sheet] && z.Height <= b.wide && z.Width <= b.high
		s.work++
		if !up && !side {
			continue
		}
		s.work += len(b.free)
		for _, at := range b.free {
			f := &b.tree.parts[at]
			if up && z.Width <= f.w && z.Height <= f.h {
				s.weigh(&found, spot{bin: i, at: at}, f, z.Width, z.Height, blink)
			}
			if side && z.Height <= f.w && z.Width <= f.h {
				s.weigh(&found, spot{bin: i, at: at, turned: true}, f, z.Height, z.Width, blink)
			}
		}
	}
	return found, found.bin >= 0
}

func (s *search) weigh(found *spot, here spot, f *part, w, h measure.Length, blink bool) {
	if blink && s.rng.Uint32()&63 == 0 {
		return
	}
	before := s.worth(f.w, f.h)
	if loss := before - s.worth(f.w, f.h-h) - s.worth(f.w-w, h); loss < found.loss {
		here.stack, here.loss = true, loss
		*found = here
	}
	if loss := before - s.worth(f.w-w, f.h) - s.worth(w, f.h-h); loss < found.loss {
		here.stack, here.loss = false, loss
		*found = here
	}
}

func (s *search) lay(k int, at spot) {
	s.keep(at.bin)
	z := s.kinds[k].size
	if at.turned {
		z = z.Turned()
	}
	b := s.bins[at.bin]
	b.tree.put(at.at, k, z.Width, z.Height, at.turned, at.stack)
	b.refresh()
}
