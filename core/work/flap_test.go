package work

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/measure"
)

// By hand, a straight fold with a thumb gap of 1/4 in out of letter: an A6 card 3/16 thick is 4 15/16 inside and
// 4 11/16 of back, which leaves 1 3/8 of 11 in; a slim one 3 13/16 and 3 9/16, which leaves 1 1/8 of
// 8 1/2. At least 1 in seals. A 5 x 7 card leaves 7/8, and keeps its flap.
func TestTheTopFlapIsAsDeepAsTheSheetLetsIt(t *testing.T) {
	for _, c := range []struct{ card, blank, top, usual string }{
		{`"width":"4 1/2","height":"6 1/4","thickness":"3/16"`, "", "1 3/8 in", "1 3/4 in"},
		{`"width":"3 1/2","height":"8 1/2","thickness":"1/16"`, "", "1 1/8 in", "1 3/4 in"},
		{`"width":"4 1/2","height":"6 1/4","thickness":"3/16"`, `,"top_flap":"1 1/2"`, "1 1/2 in", "0 in"},
		{`"width":"4","height":"5 1/2","thickness":"1/16"`, "", "1 3/4 in", "0 in"},
		{`"width":"5","height":"7"`, "", "1 3/4 in", "0 in"},
	} {
		r := begun(t, `"unit":"in","card":{`+c.card+`,"made":true},"blank":{"style":"straight-fold","variant":"thumb-gap","paper":"us-letter"`+c.blank+`}`)
		m, err := makerOf(r).make(makerOf(r).named())
		if err != nil {
			t.Fatal(c, err)
		}
		if top, usual := m.Flap("top").Depth.Text(measure.Inches), m.UsualTop.Text(measure.Inches); top != c.top || usual != c.usual {
			t.Errorf("%s%s: a top flap of %s, not %s", c.card, c.blank, top, usual)
		}
	}
}

// A top flap is below the usual only where no sheet takes that, it seals, a sheet takes it, and none takes a mark more.
func TestNoTopFlapIsShorterThanItHasToBe(t *testing.T) {
	rng := rand.New(rand.NewPCG(5, 9))
	shorter := 0
	for range 250 {
		fields := someCard(rng)
		if rng.IntN(3) > 0 {
			fields += fmt.Sprintf(`,"blank":{"paper":%q}`, []string{"us-letter", "iso-a5", "iso-a4", "us-12x12"}[rng.IntN(4)])
		}
		r := begun(t, fields)
		if r == nil {
			continue
		}
		mk := makerOf(r)
		for _, c := range mk.candidates() {
			m, err := mk.make(c)
			if err != nil || m.Top == 0 {
				continue
			}
			shorter++
			deeper, err := mk.with(c, m.more(), m.Top+r.Brief.Ruler.Step)
			usual, usualErr := mk.with(c, m.more(), 0)
			if err != nil || usualErr != nil || !mk.paperFor(m).Fits || !m.Proof.OK || mk.paperFor(usual).Fits || mk.paperFor(deeper).Fits || m.Top < m.LeastTop || m.UsualTop != usual.Flap("top").Depth {
				t.Errorf("%s: %s, top flap %s of %s", fields, c.Variant.ID, m.Top.Text(r.Brief.Unit), m.UsualTop.Text(r.Brief.Unit))
			}
		}
	}
	if shorter < 30 {
		t.Errorf("only %d", shorter)
	}
}
