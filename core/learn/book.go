package learn

import (
	"yellow-parcel/core/logbook"
)

// Book is a logbook as sums: what any number of entries teaches, worked out once.
type Book struct {
	Entries  int
	Fits     Fits
	Parts    map[string]Spoilage // by what a part is called
	Paces    map[string]Pace     // by kind of step
	Counters map[string]Counter
}

// fitOf tells how a fit counts.
var fitOf = map[logbook.Fit]int{logbook.NoGo: tight, logbook.Tight: tight, logbook.Good: good, logbook.Loose: loose}

// Read sums a logbook up.
func Read(entries []logbook.Entry) *Book {
	b := &Book{Parts: map[string]Spoilage{}, Paces: map[string]Pace{}, Counters: map[string]Counter{}}
	for i := range entries {
		b.add(&entries[i])
	}
	return b
}

func (b *Book) add(e *logbook.Entry) {
	b.Entries++
	if room, thick, ok := e.Clearance(); ok {
		b.Fits.Add(room, thick, fitOf[e.Fit])
	}
	cut := map[string]int{}
	for _, s := range e.Spoiled {
		if s.Of == 0 {
			continue // how many there were was not noted
		}
		p := b.Parts[s.Part]
		p.Spoiled += s.Count
		if s.Of > cut[s.Part] {
			p.Cut += s.Of - cut[s.Part]
			cut[s.Part] = s.Of
		}
		b.Parts[s.Part] = p
	}
	for _, t := range e.Took {
		p := b.Paces[t.Step]
		p.Add(float64(t.Seconds), float64(t.Usual))
		b.Paces[t.Step] = p
	}
	if e.Outcome != "" && (e.Foretold == "check" || e.Foretold == "surcharge") {
		c := b.Counters[e.Carrier]
		c.Asked++
		if e.Outcome == logbook.Surcharged || e.Outcome == logbook.Returned {
			c.Agreed++
		}
		b.Counters[e.Carrier] = c
	}
}
