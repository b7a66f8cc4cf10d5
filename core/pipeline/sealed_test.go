package pipeline

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// pieceOf is one way of sending a plan's card with its first carrier.
func pieceOf(t *testing.T, p *document.Plan, id string) document.Post {
	t.Helper()
	for _, o := range p.Post {
		if o.Piece == id {
			return o
		}
	}
	t.Fatalf("no piece %s", id)
	return document.Post{}
}

// The ways one card can be sent, worked by hand: 5 x 7 in, 1/8 in thick, 1 oz.
func TestSealedPiecesByHand(t *testing.T) {
	p := planOf(t, `"envelope":"us-a7","card":{"width":"4 3/4","height":"6 3/4","thickness":"1/8","weight":"1 oz"}`)
	// Bought: the envelope's own size; four sheets of 0.12 mm; 2.5 x 5 1/4 x 7 1/4 sq in at 100 g/m2 are 6.14 g, 0.22 oz.
	own := pieceOf(t, p, "envelope")
	if own.Length.Text != "7 1/4 in" || own.Height.Text != "5 1/4 in" || fmt.Sprintf("%.3f", own.Thickness.MM) != "3.655" || own.Weight != "1.22 oz" || !own.InUse {
		t.Errorf("bought: %+v", own)
	}
	// Padded: 6 3/4 + 1/8 + 20 mm = 7.662, up to 7 11/16; 5.662, up to 5 11/16; two walls of 3 mm.
	mailer := pieceOf(t, p, "mailer")
	if mailer.Length.Text != "7 11/16 in" || mailer.Height.Text != "5 11/16 in" || fmt.Sprintf("%.3f", mailer.Thickness.MM) != "9.175" || mailer.InUse {
		t.Errorf("padded: %+v %+v %+v", mailer.Length, mailer.Height, mailer.Thickness)
	}
	// 7 11/16 x 5 11/16 sq in at 260 g/m2: 7.33 g.
	if mailer.Weight != "1.26 oz" || mailer.Class != "flat" {
		t.Errorf("padded: %s, %s", mailer.Weight, mailer.Class)
	}
	// A box stands as high as its walls, 1/4 in for a card of 1/8 in with a little to spare and its own card stock: 6.35 + 1.215 x 0.3 + 2 x 0.3.
	box := pieceOf(t, p, "box/square")
	if math.Abs(box.Thickness.MM-7.3145) > 1e-3 {
		t.Errorf("box: %v mm", box.Thickness.MM)
	}
	if !strings.Contains(p.Post[0].Answers[2].Working[0], "0.125 card + 4 × 0.005 paper") && !strings.Contains(p.Post[0].Answers[2].Working[0], "1/8 card + 4 × 0.005 paper") {
		t.Errorf("%q", p.Post[0].Answers[2].Working)
	}
}

// A deep card of which only the thickest place is known is asked about, not refused; told piece by piece it is judged.
func TestEvennessNeedsThePieces(t *testing.T) {
	guessed := planOf(t, `"card":{"width":"6","height":"9","thickness":"1/2"},"blank":{"style":"box"}`).Post[0]
	if guessed.Class != "flat" || guessed.Verdict != "check" {
		t.Errorf("%s %s %v", guessed.Class, guessed.Verdict, guessed.Reasons)
	}
	// A block of acrylic, 12 mm: uneven by 12 mm, over a quarter of an inch, and it does not bend.
	known := planOf(t, `"card":{"width":"6","height":"9","build":[{"material":"acrylic","thickness":"12 mm","width":"2","height":"2"}]},"blank":{"style":"box"}`).Post[0]
	if known.Class != "parcel" || known.Bends.Text != "too rigid" {
		t.Errorf("%s %s %v", known.Class, known.Bends.Text, known.Reasons)
	}
}

// Where there is nothing to make of it there is no gauge, no postage and no map, and nothing falls over.
func TestACarrierThatSaysLittle(t *testing.T) {
	bare, err := post.ReadCarrier([]byte("id: bare\nname: Bare post\nunit: mm\ncurrency: EUR\nstated: \"2026-01-01\"\nclasses:\n  - {id: any, name: Anything}\n"))
	if err != nil {
		t.Fatal(err)
	}
	j := read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7","post":{"carriers":["bare"]}}`)
	p, err := whole(j, catalog.Standard().With([]post.Carrier{bare}))
	if err != nil {
		t.Fatal(err)
	}
	if p.Gauge != nil || p.Postage != nil || p.Post[0].Verdict != "pass" || p.Post[0].PriceText != "ask at the counter" || p.Post[0].Slot != nil || len(p.Post[0].Map.Regions) != 0 {
		t.Errorf("%+v", p.Post[0])
	}
	if station := p.Stations[5]; station.Figure != "Anything" || station.State != "look" {
		t.Errorf("%+v", station)
	}
}

// The stations speak of the finished card and of what the carriers make of it.
func TestStationsOfTheFinishedCardAndThePost(t *testing.T) {
	for fields, want := range map[string][2]string{
		`"envelope":"us-a7"`:                                                                                            {"0.047 in good computed", "0.78 USD good letter"},
		`"envelope":"us-a7","card":{"thickness":"1/16"}`:                                                                {"1/16 in good measured", "0.78 USD good letter"},
		`"card":{"width":"6","height":"6"},"blank":{"style":"corner-fold"}`:                                             {"0.047 in good computed", "1.63 USD good flat"},
		`"envelope":"us-a7","card":{"build":[{"material":"greyboard-3"}]}`:                                              {"0.165 in look too rigid", "1.85 USD look costs extra"},
		`"unit":"mm","envelope":"iso-c6","card":{"build":[{"material":"greyboard-3"}]},"post":{"carriers":["uk"]}`:      {"4.2 mm good computed", "0.87 GBP good letter"}, // nobody bends it there
		`"unit":"mm","envelope":"iso-c6","card":{"build":[{"material":"greyboard-3"}]},"post":{"carriers":["uk","us"]}`: {"4.2 mm look too rigid", "0.87 GBP good letter"},
		`"card":{"width":"2","height":"3"},"blank":{"style":"corner-fold"}`:                                             {"0.047 in good computed", "no class stop cannot go"},
		`"envelope":"us-a7","card":{"weight":"20 oz"}`:                                                                  {"0.047 in good computed", "Parcel look parcel"},
		`"envelope":"us-a7","card":{"build":[{"material":"card","joint":"foam-1"}]},"layers":[]`:                        {"0.075 in look bends easily to borderline", "0.78 USD look ask first"},
		`"envelope":"us-a7","post":{"contents":["coin"]}`:                                                               {"0.047 in good computed", "1.27 USD look costs extra"},
		`"envelope":"us-a7","card":{"build":[{"material":"coin"}]},"post":{"bend":"easy"},"layers":[]`:                  {"0.094 in good computed", "1.27 USD look costs extra"},
	} {
		p := planOf(t, fields)
		for i, at := range []int{3, 5} {
			s := p.Stations[at]
			if got := strings.Join([]string{s.Figure, s.State, s.Word}, " "); got != want[i] {
				t.Errorf("%s: %s reads %q, want %q", fields, s.Key, got, want[i])
			}
		}
	}
}

// The better of two verdicts is offered first, and never more than five.
func TestWaysOutAreInOrder(t *testing.T) {
	for _, fields := range postJobs {
		for id, o := range inUseOf(planOf(t, fields)) {
			if len(o.WaysOut) > 5 {
				t.Errorf("%s, %s: %d ways out", fields, id, len(o.WaysOut))
			}
			seen := map[string]bool{}
			for i, w := range o.WaysOut {
				if i > 0 && w.Verdict == string(post.Passes) && o.WaysOut[i-1].Verdict != string(post.Passes) {
					t.Errorf("%s, %s: %q passes but comes after %q", fields, id, w.Label, o.WaysOut[i-1].Label)
				}
				if i > 0 && w.Verdict == o.WaysOut[i-1].Verdict && w.Effort < o.WaysOut[i-1].Effort {
					t.Errorf("%s, %s: %q is less work but comes after %q", fields, id, w.Label, o.WaysOut[i-1].Label)
				}
				if seen[w.Label] {
					t.Errorf("%s, %s: %q twice", fields, id, w.Label)
				}
				seen[w.Label] = true
			}
		}
	}
}

// A gauge is never cut wider than the slot it stands for, nor a mark narrower, and both its cuts lie on marks of any ruler.
func TestGaugesAreOnTheSafeSide(t *testing.T) {
	for _, r := range measure.Rulers() {
		for _, slot := range []string{"1/4 in", "5 mm", "10 mm", "0.7 mm", "2 cm"} {
			p := planOf(t, fmt.Sprintf(`"unit":%q,"ruler":%q,"envelope":"us-a7","post":{"gauge":%q}`, r.Unit, r, slot))
			g := p.Gauge
			if g.Cut.MM > g.Slot.MM+1e-9 || math.Abs(g.Bottom.MM-g.Top.MM-g.Cut.MM) > 1e-6 || math.Abs(g.Top.MM+g.Bottom.MM-g.Height.MM) > 2*r.Step.MM()+1e-6 ||
				r.Nearest(measure.FromMM(g.Top.MM)).MM() != g.Top.MM || g.Slot.MM >= r.Step.MM() && (r.Nearest(measure.FromMM(g.Bottom.MM)).MM() != g.Bottom.MM || g.Slot.MM-g.Cut.MM >= r.Step.MM()) {
				t.Errorf("%s with a ruler of %s: %s from %s to %s of %s", slot, r, g.Cut.Text, g.Top.Text, g.Bottom.Text, g.Height.Text)
			}
			if wide := max(p.Post[0].Length.MM, p.Post[0].Height.MM); g.Long.MM < wide+10 || g.Right.MM-g.Left.MM != g.Long.MM {
				t.Errorf("%s: a slot %s long for %v mm", slot, g.Long.Text, wide)
			}
		}
	}
}

// What an envelope is cut from is what it weighs: 5 x 7 with two layers in a corner fold of 216 g, by the job, by its sheet, by a
// sheet it is cut from without being told; its bought envelope and its liner stay of their own.
// Card 9.755 + 4.468 + 4.076 g, blank 564.4 sq cm: 5.64 g at 100 g/m2, 12.19 at 216: 23.94 and 30.49 g, 0.84 and 1.08 oz.
func TestAnEnvelopeIsOfItsPaper(t *testing.T) {
	const card = `"card":{"width":"5","height":"7","fold":"book","stock":"216 g"},"layers":["1/8","1/8"],`
	for fields, want := range map[string]string{
		`"blank":{"style":"corner-fold","rule":"computed"}`:                                                                                               "0.84 oz 0.78 USD",
		`"blank":{"style":"corner-fold","rule":"computed","stock":"216 g"}`:                                                                               "1.08 oz 1.07 USD",
		`"stock":[{"sheet":"us-12x12","count":9,"weight":"216 g"}],"blank":{"style":"corner-fold","rule":"computed","paper":"us-12x12"}`:                  "1.08 oz 1.07 USD",
		`"stock":[{"sheet":"us-12x12","count":9,"weight":"216 g"}],"blank":{"style":"corner-fold","rule":"computed"}`:                                     "1.08 oz 1.07 USD",
		`"stock":[{"sheet":"us-12x12","count":9,"weight":"216 g"}],"blank":{"style":"corner-fold","rule":"computed","stock":"100 g","caliper":"0.12 mm"}`: "0.84 oz 0.78 USD",
	} {
		p := planOf(t, card+fields)
		if got := p.Post[0].Weight + " " + p.Post[0].PriceText; got != want {
			t.Errorf("%s: %s, want %s: %v", fields, got, want, p.Post[0].Answers[4].Working)
		}
	}
}
