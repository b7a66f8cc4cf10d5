// Package device stands for the instruments on the bench, a postal scale and a
// caliper. A simulated one settles on what is laid on it as a real one would;
// a real one is a driver that sends the same readings.
package device

import (
	"context"
	"math"
	"math/rand/v2"
	"sync"
	"time"
)

// Reading is what an instrument shows: grams for a scale, millimetres for a
// caliper. Stable is set once it has come to rest.
type Reading struct {
	Value  float64
	Stable bool
}

// Instrument streams readings until its context ends or send fails; the error
// is the one that ended it.
type Instrument interface {
	Stream(ctx context.Context, send func(Reading) error) error
}

// Simulator is an instrument that exists only as numbers: it creeps towards
// what is laid on it, trembling less and less.
type Simulator struct {
	Tremble float64       // spread of the noise once it is near, in its own unit
	Step    float64       // its finest division
	Tick    time.Duration // between readings

	mu   sync.Mutex
	load float64
	at   float64
	calm int
	rng  *rand.Rand
}

// NewScale is a postal scale that reads to a tenth of a gram.
func NewScale(seed uint64) *Simulator {
	return &Simulator{Tremble: 0.15, Step: 0.1, Tick: 80 * time.Millisecond, rng: rand.New(rand.NewPCG(seed, 1))}
}

// NewCaliper is a caliper that reads to a hundredth of a millimetre.
func NewCaliper(seed uint64) *Simulator {
	return &Simulator{Tremble: 0.02, Step: 0.01, Tick: 80 * time.Millisecond, rng: rand.New(rand.NewPCG(seed, 2))}
}

// Lay puts something on the instrument, in grams or millimetres; below nothing is nothing.
func (s *Simulator) Lay(load float64) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.load, s.calm = max(load, 0), 0
}

// settled is how many quiet readings make a stable one.
const settled = 6

// Next is the next reading: half way nearer, with noise that dies down.
func (s *Simulator) Next() Reading {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.at += (s.load - s.at) * 0.45
	off := math.Abs(s.load - s.at)
	noise := s.rng.NormFloat64() * s.Tremble * math.Min(1, off/s.Tremble+0.2) / float64(1+s.calm)
	if off < s.Tremble {
		s.calm++
	} else {
		s.calm = 0
	}
	value := s.at + noise
	stable := s.calm >= settled
	if stable {
		value = s.load
	}
	return Reading{math.Max(0, math.Round(value/s.Step)*s.Step), stable}
}

// Stream sends a reading at every tick.
func (s *Simulator) Stream(ctx context.Context, send func(Reading) error) error {
	tick := time.NewTicker(s.Tick)
	defer tick.Stop()
	for {
		if err := send(s.Next()); err != nil {
			return err
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-tick.C:
		}
	}
}
