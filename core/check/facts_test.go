package check

import (
	"testing"

	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/supply"
)

// sheetsOf is how many sheets a lot is cut from.
func sheetsOf(l *supply.Lot) (n int) {
	if l.Plan == nil {
		for _, s := range l.Sheets {
			n += s.Count
		}
		return n
	}
	for _, layout := range l.Plan.Layouts {
		n += layout.Count
	}
	return n
}

// The bench cuts envelopes from no more sheets than the envelope says they take as it lies on its paper, those to spare among
// them; what a trimmer does not get out is cut by hand, from as many, and the list of supplies has them.
func TestEnvelopesTakeTheSheetsThatAreSaid(t *testing.T) {
	each(t, howMany(200), func(t *testing.T, m made) {
		n := m.Result.Nest
		if n == nil || m.Result.Batch.Err != nil {
			return
		}
		b := m.AtTheBench(pipeline.Order{Memory: known})
		listed := 0
		for _, l := range b.Supplied.Lines {
			if l.What == supply.Sheets {
				listed += l.Need
			}
		}
		for i := range b.Lots {
			if b.Lots[i].Of != supply.Blank {
				continue
			}
			if sheets := sheetsOf(&b.Lots[i]); sheets == 0 || sheets > n.Sheets || sheets > listed || n.Sheets*len(n.Places[0]) < m.Result.Brief.Cut() {
				t.Errorf("%s: %d sheets at the bench, %d as they lie, %d for %d envelopes on the list", m.text, sheets, n.Sheets, listed, m.Result.Brief.Cut())
			}
		}
	})
}

// The foot of the screen is as bad as the worst station, speaks of one that is as bad, and of a saving only where nothing is in the way.
func TestTheFootIsAsBadAsTheWorstStation(t *testing.T) {
	grave := map[string]int{"good": 0, "look": 1, "stop": 2}
	each(t, howMany(200), func(t *testing.T, m made) {
		worst, of := "good", map[string]string{}
		for _, s := range m.Plan.Stations {
			of[s.Key] = s.State
			if grave[s.State] > grave[worst] {
				worst = s.State
			}
		}
		c := m.Plan.Consequence
		if c.State != worst || of[c.Station] != worst || c.Text == "" || c.Saving != nil && worst != "good" {
			t.Errorf("%s: %s at %s, and the stations are %v: %s", m.text, c.State, c.Station, of, c.Text)
		}
	})
}
