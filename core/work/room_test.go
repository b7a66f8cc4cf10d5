package work

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// briefed is a job with every text read.
func briefed(t *testing.T, fields string) *brief.Brief {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,` + fields + `}`))
	if err != nil {
		t.Fatal(err)
	}
	b, err := brief.Read(j, catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// begun is a job worked out up to its blanks.
func begun(t *testing.T, fields string) *Result {
	t.Helper()
	r, err := begin(briefed(t, fields), How{})
	if err != nil {
		return nil
	}
	return r
}

// someCard is a card a maker could have, posted somewhere.
func someCard(rng *rand.Rand) string {
	carrier := []string{"us", "uk", "de", "ca", "au"}[rng.IntN(5)]
	thick := []string{"", `,"thickness":"1/8 in"`, `,"thickness":"1/4 in"`, `,"thickness":"2 mm"`}[rng.IntN(4)]
	if rng.IntN(2) == 0 {
		return fmt.Sprintf(`"card":{"width":"%d/16 in","height":"%d/16 in","made":true%s},"post":{"carriers":[%q]}`, 48+rng.IntN(72), 48+rng.IntN(72), thick, carrier)
	}
	return fmt.Sprintf(`"unit":"mm","card":{"width":"%d","height":"%d","made":true%s},"post":{"carriers":[%q]}`, 80+rng.IntN(120), 80+rng.IntN(120), thick, carrier)
}

// No ease between snug and loose does better at the post than the one chosen,
// and none nearer to the usual one does as well.
func TestNoOtherRoomDoesBetter(t *testing.T) {
	rng := rand.New(rand.NewPCG(12, 3))
	changed := 0
	for range 1000 {
		fields := someCard(rng)
		r := begun(t, fields)
		if r == nil {
			continue
		}
		mk := makerOf(r)
		all := mk.candidates()
		c := all[rng.IntN(len(all))]
		m, err := mk.make(c)
		if err != nil || !m.Proof.OK || c.Style.ByEye {
			continue
		}
		b, carrier := r.Brief, r.Brief.Post.Carriers[0]
		judge := func(m *Made) post.Verdict { return post.Outcome(carrier, &sealerOf(r).sealedBlank(m).Piece) }
		v, mine := judge(m), card.Size{}
		if m.Room != nil {
			mine = m.Room.More
			changed++
		}
		away := func(z card.Size) measure.Length {
			return max(z.Width, -z.Width) + max(z.Height, -z.Height)
		}
		snug, loose := b.Usual(measure.Inch/8, 3*measure.Millimetre), b.Usual(measure.Inch/2, 12*measure.Millimetre)
		goes := orderOf(c)
		for x := snug - b.Blank.Ease; x <= loose-b.Blank.Ease; x += b.Ruler.Step {
			for y := snug - b.Blank.Ease; y <= loose-b.Blank.Ease; y += b.Ruler.Step {
				z := card.Size{Width: x, Height: y}
				o, err := mk.with(c, z, 0)
				if err != nil || !o.Proof.OK {
					continue
				}
				switch w := judge(o); {
				case goes(w, v) < 0:
					t.Errorf("%s, %s %s: with %v and %v more it is %v for %v, chosen is %v for %v", fields, c.Style.ID, c.Variant.ID, x.In(), y.In(), w.State, w.Price, v.State, v.Price)
				case goes(w, v) == 0 && away(z) < away(mine) && !c.Style.Rescue && !c.Style.Paperless:
					t.Errorf("%s, %s %s: %v and %v more do as well as %v and %v", fields, c.Style.ID, c.Variant.ID, x.In(), y.In(), mine.Width.In(), mine.Height.In())
				}
			}
		}
	}
	if changed < 40 {
		t.Errorf("only %d rooms were changed", changed)
	}
}

// Of the blanks that prove, none on the same paper goes better or for less than the first.
func TestNoOtherBlankDoesBetter(t *testing.T) {
	rng := rand.New(rand.NewPCG(12, 7))
	memory, tried := NewMemory(), 0
	for range 1000 {
		fields := someCard(rng)
		r := begun(t, fields)
		if r == nil {
			continue
		}
		r.how.Memory = memory
		r.Blanks, r.Unsuited = makerOf(r).all()
		if len(r.Blanks) == 0 || !r.Blanks[0].Proof.OK {
			continue
		}
		first := r.Blanks[0]
		for _, o := range r.Blanks[1:] {
			if tried++; o.Proof.OK && o.Paper.Fits && o.Paper.Sheet.Size == first.Paper.Sheet.Size && goes(*o.Post, *first.Post) < 0 {
				t.Errorf("%s: %s goes for %v, the first, %s, for %v", fields, o.Style.ID, o.Post.Price, first.Style.ID, first.Post.Price)
			}
		}
	}
	if tried < 5000 {
		t.Errorf("only %d blanks", tried)
	}
}

func TestRoomByHand(t *testing.T) {
	for _, c := range []struct{ what, fields, style, more string }{
		// 4 1/2 x 5 3/4 is 1.278 times as long as high, under 1.3; 4 1/2 x 5 15/16 is 1.319, and 1.303 where the ruler is out by 1/32 both ways.
		{"the commonest card", `"card":{"width":"4 1/4","height":"5 1/2","fold":"flat","made":true}`, "corner-fold", "0 in, 3/16 in"},
		// Turned the same, along what is then its width.
		{"the same, lying", `"card":{"width":"5 1/2","height":"4 1/4","fold":"flat","made":true}`, "straight-fold", "3/16 in, 0 in"},
		{"nothing to mend", `"card":{"width":"5","height":"7","made":true}`, "corner-fold", ""},
		{"an ease of one's own", `"card":{"width":"4 1/4","height":"5 1/2","fold":"flat","made":true},"blank":{"ease":"1/4"}`, "corner-fold", ""},
		// 105 x 148: 111 x 154 is 1.387, under 1.4. 109 x 155 is 1.422, and 154 / 110 = 1.4 where the ruler is out by 1 mm both ways: three marks
		// away. No two do: 110 x 155 comes to 154 / 111.
		{"A6 in Germany", `"unit":"mm","card":{"width":"105","height":"148","fold":"flat","made":true},"post":{"carriers":["de"]}`, "corner-fold", "-2 mm, 1 mm"},
		// With a coin on it a flat of 6 3/16 in would be a parcel, whose price is not known: it stays a letter that costs extra.
		{"a coin on a square card", `"card":{"width":"5 11/16","height":"5 11/16","made":true,"build":[{"material":"coin"}]}`, "corner-fold", ""},
		// 6 x 6 in and 1/16 in thick: 6 1/8 high with snug room, the most a letter is, a question for 0.78 where a flat goes for 1.63.
		{"a large square", `"card":{"width":"6","height":"6","thickness":"1/16","made":true}`, "square-rescue", "-3/16 in, 0 in"},
		{"a square is beyond help", `"card":{"width":"5","height":"5","made":true}`, "corner-fold", ""},
	} {
		r := begun(t, c.fields)
		mk := makerOf(r)
		got := ""
		for _, k := range mk.candidates() {
			if k.Style.ID == c.style {
				m, err := mk.make(k)
				if err != nil {
					t.Fatal(err)
				}
				if m.Room != nil {
					got = m.Room.More.Width.Text(r.Brief.Unit) + ", " + m.Room.More.Height.Text(r.Brief.Unit)
				}
				break
			}
		}
		if got != c.more {
			t.Errorf("%s: %q more, want %q", c.what, got, c.more)
		}
	}
}
