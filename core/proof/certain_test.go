package proof

import (
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// What is certain is left out of the trials, and nothing comes of them but what came of looking at all of it.
func TestWhatIsCertainChangesNoTrial(t *testing.T) {
	seams, certain, flaps, unseen, failed, n := 0, 0, 0, 0, 0, 0
	cards(func(r measure.Ruler, z card.Size, thickness measure.Length) {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				if n++; n%7 != 0 {
					continue
				}
				req := asked(r, z, thickness, v.Options)
				b, err := style.Make(req)
				if err != nil {
					continue
				}
				for _, quarters := range []measure.Length{1, 2, 8} {
					stray := quarters * r.Step / 4
					all, some := newTrier(b, thickness, even(stray), uint64(n)), newTrier(b, thickness, even(stray), uint64(n))
					some.settle()
					if want, got := all.tries(40), some.tries(40); want != got {
						t.Fatalf("%s %s of %v, %v thick, straying %v: %+v, and %+v without what is certain", style.ID, v.ID, z, thickness, stray, want, got)
					} else if quarters == 2 {
						failed += want.Runs - want.OK
						seams, certain = seams+len(all.seams), certain+len(all.seams)-len(some.seams)
						flaps += len(all.flaps)
						for _, f := range some.flaps {
							if f.unseen {
								unseen++
							}
						}
					}
				}
			}
		}
	})
	t.Logf("%d of %d seams certain, %d of %d flaps unseen, %d failed", certain, seams, unseen, flaps, failed)
	if certain*2 < seams || failed < 100 {
		t.Errorf("%d of %d seams are certain, %d trials failed: too few to tell", certain, seams, failed)
	}
}
