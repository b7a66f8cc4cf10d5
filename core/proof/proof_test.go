package proof

import (
	"math"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

const in = measure.Inch

func request(w, h, t measure.Length) blank.Request {
	return blank.Request{
		Card: card.Size{Width: w, Height: h}, Thickness: t,
		Ease: in / 4, Seam: in / 2, Ruler: measure.DefaultRuler(measure.Inches),
	}
}

func with(req blank.Request, lengths map[string]measure.Length) blank.Request {
	req.Options = blank.Options{Lengths: lengths}
	return req
}

func figure(p Proof, code string) Check {
	for _, c := range p.Checks {
		if c.Code == code {
			return c
		}
	}
	return Check{}
}

func TestComputedCornerFoldProvesAndAnEighthLessDoesNot(t *testing.T) {
	corner, _ := blank.StyleByID("corner-fold")
	for _, seam := range []measure.Length{0, in / 2} {
		req := request(5*in, 7*in, in/8)
		req.Seam = seam
		b, _ := corner.Make(req)
		if p := Fold(b, req.Thickness); !p.OK || figure(p, "holes").Value != 0 {
			t.Errorf("seam %v: %+v", seam, p.Checks)
		}
		small, _ := corner.Make(with(req, map[string]measure.Length{"size": b.Main().Width - in/8}))
		p := Fold(small, req.Thickness)
		if p.OK {
			t.Errorf("seam %v: an eighth less still proves", seam)
		}
		if seam == 0 && figure(p, "holes").OK {
			t.Error("with no seam to spare, an eighth less must leave a hole")
		}
	}
}

// What is not glued has no seam, and nothing is said of one.
func TestASeamCanBeAbsent(t *testing.T) {
	for _, style := range blank.Styles() {
		b, err := style.Make(request(5*in, 7*in, in/8))
		if err != nil {
			continue
		}
		b.Seams, b.Main().Gum = nil, nil
		if p := Fold(b, in/8); p.Seam != nil || figure(p, "seam").Code != "" || figure(p, "closure").Code != "" || !p.OK {
			t.Errorf("%s: seam %v of %+v", style.ID, p.Seam, p.Checks)
		}
	}
}

func TestSeamByHand(t *testing.T) {
	// 9 3/8 in square, scores at 4 and 3: beyond the bottom corners 6.62913 - 2.62913 - 3.62087 = 0.37913,
	// across the seam sqrt 2 times that, 0.53617 in.
	corner, _ := blank.StyleByID("corner-fold")
	b, _ := corner.Make(request(5*in, 7*in, 0))
	p := Fold(b, 0)
	if p.Seam == nil || math.Abs(*p.Seam/25.4-0.53617) > 1e-4 {
		t.Errorf("seam %v mm", p.Seam)
	}
	if p.Layers != 4 {
		t.Errorf("%d sheets at the thickest place: the body, both sides (4 in flaps on 5 1/4) and the bottom", p.Layers)
	}
}

func TestStraightFoldsProve(t *testing.T) {
	straight, _ := blank.StyleByID("straight-fold")
	for _, v := range straight.Variants {
		req := request(5*in, 7*in, in/4)
		req.Options = v.Options
		b, _ := straight.Make(req)
		p := Fold(b, req.Thickness)
		if !p.OK {
			t.Errorf("%s: %+v", v.ID, p.Checks)
		}
		if got := figure(p, "closure").Value / 25.4; math.Abs(got-1.5) > 1e-6 {
			t.Errorf("%s: the top flap overlaps by %v in", v.ID, got)
		}
	}
	// Side flaps of 4 in meet behind a 7 3/4 in panel, and a top flap of 1/2 in cannot seal.
	wide, _ := straight.Make(with(request(7*in, 5*in, in/2), map[string]measure.Length{"side_flap": 4 * in, "top_flap": in / 2}))
	p := Fold(wide, in/2)
	if figure(p, "collision").OK || figure(p, "closure").OK || p.OK {
		t.Errorf("%+v", p.Checks)
	}
	// Half an inch of side flap cut to a thumb gap of 3 in leaves the back open under a short top flap.
	open, _ := straight.Make(with(request(7*in, 5*in, 0), map[string]measure.Length{"thumb_gap": 3 * in, "top_flap": 2 * in}))
	if h := figure(Fold(open, 0), "holes"); h.OK || h.Value < 1000 {
		t.Errorf("the open back was not seen: %+v", h)
	}
}

// even is a hand whose cuts and scores stray alike.
func even(off measure.Length) blank.Hand { return blank.Hand{Cut: off, Score: off} }

func TestTrialsFollowTheHand(t *testing.T) {
	corner, _ := blank.StyleByID("corner-fold")
	req := request(5*in, 7*in, in/8)
	b, err := corner.Make(req)
	if err != nil {
		t.Fatal(err)
	}
	if got := Try(b, req.Thickness, even(0), 50, 1); got.OK != 50 || got.Weakest != "" {
		t.Errorf("a steady hand: %+v", got)
	}
	fine, rough := Try(b, req.Thickness, even(in/32), 1000, 1), Try(b, req.Thickness, even(in/4), 1000, 1)
	if fine.OK != 1000 || rough.OK >= fine.OK || rough.OK == 0 || rough.Weakest == "" {
		t.Errorf("%+v, %+v", fine, rough)
	}
	if again := Try(b, req.Thickness, even(in/4), 1000, 1); again != rough {
		t.Errorf("the same seed gave %+v and %+v", rough, again)
	}
	// A cavity with no ease at all takes the card only when both of two creases stray outwards on balance: half the
	// time across, half along, a quarter of the runs.
	req.Ease = 0
	tight, err := corner.Make(req)
	if err != nil {
		t.Fatal(err)
	}
	if got := Try(tight, req.Thickness, even(in/32), 4000, 3); got.OK < 850 || got.OK > 1150 || got.Weakest != "cavity-width" {
		t.Errorf("without ease: %+v", got)
	}
}

func TestRoomierBlanksNeverFareWorse(t *testing.T) {
	for _, style := range blank.Styles() {
		last := -1
		for _, ease := range []measure.Length{0, in / 16, in / 8, in / 4} {
			req := request(4*in, 6*in, in/8)
			req.Ease = ease
			req.Ratio, req.Formats = 1.6, catalog.Standard().Formats
			b, err := style.Make(req)
			if err != nil {
				t.Fatal(err)
			}
			if got := Try(b, req.Thickness, even(in/32), 600, 5); got.OK < last {
				t.Errorf("%s with %s of ease: %d, with less %d", style.ID, ease.Text(measure.Inches), got.OK, last)
			} else {
				last = got.OK
			}
		}
		if last < 590 {
			t.Errorf("%s with the usual ease comes out %d times in 600", style.ID, last)
		}
	}
}

func BenchmarkTrials(b *testing.B) {
	corner, _ := blank.StyleByID("corner-fold")
	req := request(5*in, 7*in, in/8)
	made, _ := corner.Make(req)
	for b.Loop() {
		Try(made, req.Thickness, even(in/32), 1000, 1)
	}
}

// BenchmarkComparison makes and proves every variant of every style for one card.
func BenchmarkComparison(b *testing.B) {
	req := asked(measure.DefaultRuler(measure.Inches), card.Size{Width: 5 * in, Height: 5 * in}, in/8, blank.Options{})
	for b.Loop() {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				req.Options = v.Options
				made, err := style.Make(req)
				if err != nil || !Fold(made, req.Thickness).OK {
					b.Fatal(style.ID, v.ID, err)
				}
			}
		}
	}
}

func BenchmarkFold(b *testing.B) {
	corner, _ := blank.StyleByID("corner-fold")
	for b.Loop() {
		made, _ := corner.Make(request(5*in, 7*in, 0))
		Fold(made, 0)
	}
}
