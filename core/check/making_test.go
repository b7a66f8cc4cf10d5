package check

import (
	"math/rand/v2"
	"slices"
	"testing"

	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
)

// Makings of generated jobs in which pieces are spoiled anywhere: they come to an end, what is missing is cut anew
// and goes through what it would have gone through, and in the end there are as many of every part as are wanted.
func TestMakingsComeOutWhateverIsSpoiled(t *testing.T) {
	r := rand.New(rand.NewPCG(*seed, 21))
	spoiled, anew := 0, 0
	each(t, howMany(200), func(t *testing.T, m made) {
		if m.Result.Batch.Err != nil {
			return
		}
		b := m.AtTheBench(pipeline.Order{Memory: known})
		p := making.DocketOf(&b)
		in := say.Say{Unit: m.Result.Brief.Unit, Ruler: measure.DefaultRuler(m.Result.Brief.Unit)}
		var events []making.Event
		plans := []making.Docket{p}
		bad := 0
		for s := making.Fold(plans, nil); s.At < len(s.Steps); s = making.Fold(plans, events) {
			step := s.Steps[s.At]
			if len(events) > 3000 {
				t.Errorf("%s: it does not come to an end, at %s", m.text, step.ID)
				return
			}
			if bad < 4 && len(step.Handled) > 0 && r.IntN(8) == 0 {
				bad, spoiled = bad+1, spoiled+1
				e := making.Event{Kind: making.Spoiled, Step: step.ID, Part: step.Handled[r.IntN(len(step.Handled))].Key, Count: 1}
				after := making.Fold(plans, append(slices.Clone(events), e))
				at := slices.Index(ids(after), step.ID)
				for key, n := range after.Missing(after.Within(e.Part, at)) {
					e.Ways = append(e.Ways, making.WaysFor(in, &p, key, n, trim.Limits{})...)
				}
				events = append(events, e)
				for {
					now := making.Fold(plans, events)
					if len(now.Ways) == 0 {
						break
					}
					events = append(events, making.Event{Kind: making.Recut, Way: 0})
					anew++
				}
				continue
			}
			events = append(events, making.Event{Kind: making.Done, Step: step.ID})
		}
		end := making.Fold(plans, events)
		all := ids(end)
		slices.Sort(all)
		if len(slices.Compact(all)) != len(end.Steps) {
			t.Errorf("%s: a step is there twice", m.text)
		}
		for _, part := range end.Parts {
			one := slices.IndexFunc(p.Parts, func(x making.Run) bool { return x.Key == part.Key })
			// What has no size is bought, what is too large for every sheet is cut by hand from one.
			if part.Left < 0 && p.Parts[one].W > 0 && len(making.WaysFor(in, &p, part.Key, 1, trim.Limits{})) > 0 {
				t.Errorf("%s: %d of %s are missing", m.text, -part.Left, part.Key)
			}
		}
	})
	if spoiled < howMany(200) || anew < howMany(200)/4 {
		t.Errorf("only %d pieces were spoiled, %d cut anew", spoiled, anew)
	}
}

func ids(s making.State) []string {
	out := make([]string, len(s.Steps))
	for i, x := range s.Steps {
		out[i] = x.ID
	}
	return out
}
