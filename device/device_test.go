package device

import (
	"context"
	"errors"
	"math"
	"testing"
	"time"
)

func TestSettlesOnWhatIsLaidOnIt(t *testing.T) {
	for name, s := range map[string]*Simulator{"scale": NewScale(7), "caliper": NewCaliper(7)} {
		for _, load := range []float64{34, 0.7, 5.5, 0} {
			s.Lay(load)
			moved, steps := false, 0
			for ; steps < 200; steps++ {
				r := s.Next()
				if r.Value < 0 || math.IsNaN(r.Value) {
					t.Fatalf("%s reads %v", name, r.Value)
				}
				if r.Stable {
					if math.Abs(r.Value-load) > s.Step/2+1e-9 {
						t.Errorf("%s settles at %v on %v", name, r.Value, load)
					}
					break
				}
				moved = moved || math.Abs(r.Value-load) > s.Step/2
			}
			if steps < settled || steps > 60 || !moved && load > 0 {
				t.Errorf("%s took %d readings to settle on %v, moved %v", name, steps, load, moved)
			}
		}
	}
}

func TestStreamsUntilItIsTold(t *testing.T) {
	s := NewScale(1)
	s.Tick = time.Millisecond
	s.Lay(20)
	ctx, stop := context.WithTimeout(context.Background(), 5*time.Second)
	defer stop()
	enough := errors.New("enough")
	n := 0
	var in Instrument = s
	if err := in.Stream(ctx, func(r Reading) error {
		if n++; r.Stable {
			return enough
		}
		return nil
	}); !errors.Is(err, enough) || n < settled {
		t.Errorf("%v after %d", err, n)
	}
	stop()
	if err := in.Stream(ctx, func(Reading) error { return nil }); !errors.Is(err, context.Canceled) {
		t.Errorf("%v", err)
	}
}
