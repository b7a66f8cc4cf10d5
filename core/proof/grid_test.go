package proof

import (
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// cards is a grid over what makers make: 2 to 9 in each way, flat to 1 in thick, in both systems.
func cards(visit func(r measure.Ruler, z card.Size, thickness measure.Length)) int {
	n := 0
	for _, unit := range []measure.Unit{measure.Inches, measure.Millimetres} {
		r := measure.DefaultRuler(unit)
		for w := 2 * in; w <= 9*in; w += in {
			for h := 2 * in; h <= 9*in; h += in {
				for _, t := range []measure.Length{0, in / 16, in / 4, in / 2, in} {
					visit(r, card.Size{Width: r.Nearest(w), Height: r.Nearest(h)}, t)
					n++
				}
			}
		}
	}
	return n
}

func asked(r measure.Ruler, z card.Size, t measure.Length, o blank.Options) blank.Request {
	ease, seam := in/4, in/2
	if r.Unit == measure.Millimetres {
		ease, seam = 6*measure.Millimetre, 12*measure.Millimetre
	}
	return blank.Request{
		Card: z, Thickness: t, Ease: ease, Seam: seam, Ruler: r, Options: o,
		Paper: 120 * measure.Micrometre, Board: 300 * measure.Micrometre, Ratio: 1.3, Formats: catalog.Standard().Formats,
	}
}

// Whatever the card, a style says plainly why it does not suit, or gives a blank
// that folds without a panic; computed ones pass their proof.
func TestEveryCardProvesOrIsRefusedInWords(t *testing.T) {
	proved, refused, suits := 0, 0, map[string]int{}
	n := cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				b, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil {
					refused++
					if text := err.Error(); len(text) < 20 || strings.Contains(text, "%!") || strings.Contains(text, "NaN") {
						t.Errorf("%s %s refuses %v at %d with %q", style.ID, v.ID, z, thick, text)
					}
					continue
				}
				p := Fold(b, thick)
				if !p.OK && v.ID != "thumb" {
					t.Errorf("%s %s of %v at %d: %+v", style.ID, v.ID, z, thick, p.Checks)
				}
				if p.OK {
					proved++
					suits[style.ID]++
				}
			}
		}
	})
	t.Logf("%d cards, %d blanks proved, %d refused", n, proved, refused)
	for _, style := range blank.Styles() {
		if suits[style.ID] < n/20 {
			t.Errorf("%s suits %d of %d cards", style.ID, suits[style.ID], n)
		}
	}
	if n < 400 {
		t.Errorf("only %d cards", n)
	}
}

// A thicker or larger card never gets a smaller blank.
func TestBlanksGrowWithTheCard(t *testing.T) {
	style, _ := blank.StyleByID("corner-fold")
	area := func(r measure.Ruler, z card.Size, thick measure.Length) (float64, bool) {
		b, err := style.Make(asked(r, z, thick, style.Variants[0].Options))
		return b.Paper.Area(), err == nil
	}
	cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		now, ok := area(r, z, thick)
		if !ok {
			return
		}
		for name, more := range map[string]func() (float64, bool){
			"thicker": func() (float64, bool) { return area(r, z, thick+in/16) },
			"wider":   func() (float64, bool) { return area(r, card.Size{Width: z.Width + r.Step, Height: z.Height}, thick) },
			"higher":  func() (float64, bool) { return area(r, card.Size{Width: z.Width, Height: z.Height + r.Step}, thick) },
		} {
			if next, ok := more(); ok && next < now-1e-6 {
				t.Errorf("%v at %d: a %s card gets %v mm2, less than %v", z, thick, name, next, now)
			}
		}
	})
}

// What is cut, and what the panels and the waste come to, is the same paper.
func TestUnfoldedAreasAddUp(t *testing.T) {
	cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				b, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil {
					continue
				}
				sum := 0.0
				for _, p := range b.Panels() {
					if p.Area() <= 0 {
						t.Fatalf("%s of %v: a panel runs the wrong way round", style.ID, z)
					}
					sum += p.Area()
				}
				if diff := sum - b.Outline.Area(); diff > 1e-3 || diff < -1e-3 {
					t.Errorf("%s of %v at %d: panels %v, outline %v", style.ID, z, thick, sum, b.Outline.Area())
				}
				if b.Machine != nil {
					continue // it cuts the outline alone
				}
				for _, w := range b.Waste {
					sum += w.Shape.Area()
				}
				// Straight flaps lose a sliver to their taper besides.
				if left := b.Paper.Area() - sum; left < -1e-2 || left > 400 {
					t.Errorf("%s %s of %v: %v mm2 of the paper is not accounted for", style.ID, v.ID, z, left)
				}
			}
		}
	})
}
