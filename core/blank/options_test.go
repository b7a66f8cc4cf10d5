package blank

import (
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func asked(w, h float64) Request {
	in := func(v float64) measure.Length { return measure.FromMM(v * 25.4) }
	return Request{Card: card.Size{Width: in(w), Height: in(h)}, Ease: measure.Inch / 4, Seam: measure.Inch / 2, Ruler: measure.DefaultRuler(measure.Inches), Paper: EnvelopePaper, Board: CoverStock, Ratio: 1.3}
}

// Every style knows its own options by name, and no other's.
func TestStylesKnowTheirOptions(t *testing.T) {
	for _, s := range Styles() {
		for i, o := range s.Options {
			if found, ok := s.Option(o.Name); !ok || found.Label != s.Options[i].Label {
				t.Errorf("%s does not know %s", s.ID, o.Name)
			}
		}
		if _, ok := s.Option("sail"); ok {
			t.Errorf("%s has a sail", s.ID)
		}
		for _, v := range s.Variants {
			if got := s.Variant(v.ID, Options{}); got.ID != v.ID {
				t.Errorf("%s %s is %s", s.ID, v.ID, got.ID)
			}
			if got := s.Variant("", v.Options); len(v.Options.Words) > 0 && got.ID != v.ID {
				t.Errorf("%s: the options of %s are those of %s", s.ID, v.ID, got.ID)
			}
		}
	}
}

// A perforation has dashes and gaps, whichever is taken away.
func TestPerforationsNeedDashesAndGaps(t *testing.T) {
	s, _ := StyleByID("contour")
	for _, c := range []struct {
		dash, gap measure.Length
		score     string
		ok        bool
	}{
		{measure.Inch / 8, measure.Inch / 16, "dashes", true}, {0, measure.Inch / 16, "dashes", false}, {measure.Inch / 8, 0, "dashes", false}, {0, 0, "solid", true},
	} {
		req := asked(5, 7)
		req.Options = Options{Words: map[string]string{"score": c.score}, Lengths: map[string]measure.Length{"dash": c.dash, "gap": c.gap}}
		if _, err := s.Make(req); (err == nil) != c.ok {
			t.Errorf("%+v: %v", c, err)
		}
	}
	req := asked(5, 7)
	b, err := s.Make(req)
	if err != nil || b.Machine.Dash != measure.Inch/8 || b.Machine.Gap != measure.Inch/16 || b.Machine.Margin != measure.Inch/8 {
		t.Errorf("the usual perforation is %+v, %v", b.Machine, err)
	}
}

// A rectangle for a square card, by hand: 5 1/4 high, 1.3 times that is 6.825, up to 6 7/8 and two marks, 7 in; its strips beside a card of 5.
func TestRectanglesForASquareCard(t *testing.T) {
	s, _ := StyleByID("square-rescue")
	for _, v := range s.Variants {
		req := asked(5, 5)
		req.Options = v.Options
		b, err := s.Make(req)
		if err != nil {
			t.Fatal(err)
		}
		if long, high := max(b.Cavity.Width, b.Cavity.Height), min(b.Cavity.Width, b.Cavity.Height); long != 7*measure.Inch || high != 21*measure.Inch/4 {
			t.Errorf("%s: inside %v x %v", v.ID, long.In(), high.In())
		}
		if len(b.Strips) != 2 || b.Main().Diagonal != (v.ID == "square") {
			t.Errorf("%s: %d strips, diagonal %v", v.ID, len(b.Strips), b.Main().Diagonal)
		}
		for _, strip := range b.Strips {
			lo, hi := strip.Bounds()
			if w := hi.X - lo.X; w < 12.69 || w > 12.71 {
				t.Errorf("%s: a strip of %v mm", v.ID, w)
			}
		}
		// Turned on its side it is the same.
		req.Card, req.More = card.Size{Width: 5 * measure.Inch, Height: 21 * measure.Inch / 4}, card.Size{Width: measure.Inch / 8}
		tall, err := s.Make(req)
		req.Card, req.More = req.Card.Turned(), req.More.Turned()
		wide, err2 := s.Make(req)
		if err != nil || err2 != nil || tall.Cavity != wide.Cavity {
			t.Errorf("%s: %v and %v, %v %v", v.ID, tall.Cavity, wide.Cavity, err, err2)
		}
		for _, ratio := range []float64{0, 1} {
			req := asked(5, 5)
			req.Ratio = ratio
			if _, err := s.Make(req); err == nil {
				t.Errorf("%s for carriers that take squares", v.ID)
			}
		}
		if _, err := s.Make(asked(5, 7)); err == nil {
			t.Errorf("%s for 5 x 7", v.ID)
		}
	}
}

// A square on hand that is no whole number of marks is cut down to one: 228.3 mm to 228, 9 7/16 in to 9 3/8 on a ruler of eighths.
func TestAGivenSquareIsPutOnTheRuler(t *testing.T) {
	corner, _ := StyleByID("corner-fold")
	for _, c := range []struct {
		ruler       string
		given, want measure.Length
	}{
		{"1 mm", 2283 * measure.Millimetre / 10, 228 * measure.Millimetre}, {"0.5 mm", 228 * measure.Millimetre, 228 * measure.Millimetre},
		{"1/8 in", 9*measure.Inch + 7*measure.Inch/16, 9*measure.Inch + 3*measure.Inch/8}, {"1/16 in", 9*measure.Inch + 7*measure.Inch/16, 9*measure.Inch + 7*measure.Inch/16},
	} {
		r, err := measure.ParseRuler(c.ruler)
		if err != nil {
			t.Fatal(err)
		}
		b, err := corner.Make(Request{
			Card: card.Size{Width: 5 * measure.Inch, Height: 7 * measure.Inch}, Ease: measure.Inch / 4, Seam: measure.Inch / 2, Ruler: r,
			Options: Options{Lengths: map[string]measure.Length{"size": c.given}},
		})
		if err != nil || b.Main().Width != c.want || b.Sized != Given {
			t.Errorf("%s on %s: %s, %v", c.given.Text(r.Unit), c.ruler, b.Main().Width.Text(r.Unit), err)
		}
	}
}
