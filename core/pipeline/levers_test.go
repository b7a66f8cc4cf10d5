package pipeline

import (
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/work"
)

// Every lever of the job is the way out of something, worked by hand.
func TestEveryLeverIsAWayOut(t *testing.T) {
	for _, c := range []struct{ fields, carrier, label, class, price string }{
		// Addressed along its short side an A7 is 7 1/4 in high, over 6 1/8.
		{`"envelope":"us-a7","post":{"address":"short"}`, "us", "Address it along the long side", "letter", "0.78 USD"},
		{`"envelope":"us-a7","post":{"closure":"string"}`, "us", "Close it flat", "letter", "0.78 USD"},
		{`"envelope":"us-a7","post":{"wrapping":"plastic"}`, "us", "Wrap it in paper", "letter", "0.78 USD"},
		{`"envelope":"us-a7","post":{"contents":["key"]}`, "us", "Take the key out", "letter", "0.78 USD"},
		{`"envelope":"us-a7","post":{"contents":["key","pen"]}`, "us", "Take the key out, and take the pen out", "letter", "0.78 USD"},
		{`"envelope":"us-a7","post":{"shape":"odd"}`, "us", "Post it in a rectangle", "letter", "0.78 USD"},
		// 0.6 + 3.3 + 2.3 mm and four sheets of 0.12: 6.68. With 1 mm for the 3: 4.68, clear of 5 by more than the 0.3 it may be out.
		{`"unit":"mm","envelope":"iso-c6","layers":[{"border":"4","joint":"foam-3"},{"border":"4","joint":"foam-2"}],"post":{"carriers":["uk"]}`,
			"uk", "Put layer 1 on foam tape 1 mm", "letter", "0.87 GBP"},
		// Two buttons one on the other: 0.6 + 6 + 0.5. Side by side 4.1.
		{`"unit":"mm","envelope":"iso-c6","layers":[],"card":{"build":[{"material":"button","x":"40","y":"40"},{"material":"button","x":"40","y":"40"}]},"post":{"carriers":["uk"]}`,
			"uk", "Move button to", "letter", "0.87 GBP"},
		// 0.6 + 1 + 4 + 0.5 = 6.1.
		{`"unit":"mm","envelope":"iso-c6","layers":[],"card":{"build":[{"material":"bow","joint":"foam-1"}]},"post":{"carriers":["uk"]}`,
			"uk", "Leave ribbon bow off", "letter", "0.87 GBP"},
		// 0.6 + 3 + 2 + 0.5 = 6.1; without the 3: 3.1.
		{`"unit":"mm","envelope":"iso-c6","layers":[{"border":"4","material":"greyboard-3"},{"border":"4","material":"greyboard-2"}],"post":{"carriers":["uk"]}`,
			"uk", "Leave layer 1 off", "letter", "0.87 GBP"},
		// In a DL, 99 x 210: base 198 x 210, layer 93 x 204, envelope 2.5 x 110 x 220 at 100 g/m2. At 300 g/m2 12.5 + 5.7 + 6.05 g are
		// over 20; at 216 9.0 + 4.1 + 6.05 are not.
		{`"unit":"mm","envelope":"iso-dl","layers":["3"],"card":{"stock":"300 g"},"post":{"carriers":["de"]}`,
			"de", "Make the base of 216 g/m² stock", "standard", "0.95 EUR"},
		// Length over height 6/5: an A2, 5 3/4 x 4 3/8, is 1.31 times as long as high.
		{`"envelope":{"width":"5","height":"6"},"card":{"width":"4 1/4","height":"5 1/2"}`, "us", "Buy A2 envelopes", "letter", "0.78 USD"},
		{`"card":{"width":"5","height":"5"},"blank":{"style":"corner-fold"}`, "us", "Make it: rectangle for a square card", "letter", "0.78 USD"},
		// 148 x 105: 157 x 114 in its envelope, 1.38. At 101 high 110: 1.43.
		{`"unit":"mm","card":{"width":"148","height":"105","fold":"flat"},"layers":[],"blank":{"style":"straight-fold","ease":"6"},"post":{"carriers":["de"]}`,
			"de", "Make the card 4 mm shorter", "standard", "0.95 EUR"},
		// Measured with its bow at 5.6 mm; without it 0.6 mm, until it is measured again.
		{`"unit":"mm","envelope":"iso-c6","layers":[],"card":{"thickness":"5.6","build":[{"material":"bow"}]},"post":{"carriers":["uk"]}`,
			"uk", "Leave ribbon bow off, and measure it again", "letter", "0.87 GBP"},
		// 0.6 + 4.6 + 3 + 0.5 = 8.7. All on flat tape 4.9, a question; the button off 5.7; both 1.9.
		{`"unit":"mm","envelope":"iso-c6","layers":[{"border":"4","joint":"foam-2"},{"border":"4","joint":"foam-2"}],"card":{"build":[{"material":"button"}]},"post":{"carriers":["uk"]}`,
			"uk", "Put all that is on foam on flat tape, and leave button off", "letter", "0.87 GBP"},
		// A flat for 1.63: 5 3/4 in in an envelope of 6 1/8 is a letter, though a square one.
		{`"card":{"width":"6","height":"6","thickness":"1/8"},"blank":{"ease":"1/4"}`, "us", "Make the card 1/4 in smaller each way", "letter", "1.27 USD"},
		{`"unit":"mm","card":{"width":"120","height":"120"},"blank":{"style":"corner-fold"},"post":{"carriers":["au"]}`,
			"au", "Make it: rectangle for a square card", "small", "1.70 AUD"},
		// 6 1/8 high, at the limit of a letter: a question, for 0.78 where a flat goes for 1.63.
		{`"card":{"width":"6","height":"6","thickness":"1/16"}`, "us", "Make it: rectangle for a square card", "letter", "0.78 USD"},
		// A button of 3 mm under a sheet that takes up half of it: the counter decides, not the surcharge.
		{`"envelope":"us-a7","layers":[],"card":{"build":[{"material":"button"}]}`, "us", "Lay embossed sheet over it", "letter", "0.78 USD"},
	} {
		p := planOf(t, c.fields)
		post := inUseOf(p)[c.carrier]
		found := false
		for _, w := range post.WaysOut {
			found = found || strings.HasPrefix(w.Label, c.label) && w.Class == c.class && w.PriceText == c.price
		}
		if !found {
			t.Errorf("%s: %s %s, not saved by %q to %s %s:", c.fields, post.Class, post.Verdict, c.label, c.class, c.price)
			for _, w := range post.WaysOut {
				t.Errorf("    %s: %s %s", w.Label, w.Class, w.PriceText)
			}
		}
	}
}

// The ways out offered of one verdict are different in kind, the sure ones
// first; what goes for less with a question or a surcharge comes after them. No
// size is offered for what only the estimate of how it bends would gain by it.
func TestWaysOutDifferInKind(t *testing.T) {
	kinds := []string{"Put ", "Leave ", "Move ", "Lay ", "Give ", "Make it", "Buy ", "narrower", "shorter", "each way", "wider", "taller", "stock", "Take ", "Close ", "Address ", "Wrap "}
	rng := rand.New(rand.NewPCG(20, 11))
	seen, paired := map[string]bool{}, 0
	for range 60 {
		text := randomJob(rng)
		p, err := whole(read(t, text), catalog.Standard())
		if err != nil {
			continue
		}
		for _, of := range p.Post {
			sure, here := true, map[string]bool{}
			for _, w := range of.WaysOut {
				if sure = sure && w.Verdict == "pass"; !sure && w.Verdict == "pass" {
					t.Errorf("%s: %s passes, and comes after what does not", text, w.Label)
				}
				if strings.Contains(w.Label, ", and ") && !strings.HasSuffix(w.Label, ", and measure it again") {
					paired++
					continue
				}
				for _, k := range kinds {
					if strings.Contains(w.Label, k) {
						if here[k] {
							t.Errorf("%s: two ways that %s", text, k)
						}
						here[k], seen[k] = true, true
						break
					}
				}
			}
		}
	}
	if len(seen) < 9 || paired < 5 {
		t.Errorf("only %v were offered, and %d times two changes", seen, paired)
	}
	// A stiff strip along the short side: longer by a few millimetres it would only just be said to bend.
	strip := planOf(t, `"card":{"width":"7","height":"5","build":[{"material":"greyboard-3","width":"3","height":"5"}]}`)
	for _, w := range strip.Post[0].WaysOut {
		if strings.Contains(w.Label, "wider") || strings.Contains(w.Label, "taller") {
			t.Errorf("%s, because of how it bends", w.Label)
		}
	}
}

// randomJob is a job a maker could make, of any of the things a card is made of.
func randomJob(rng *rand.Rand) string {
	pick := func(of ...string) string { return of[rng.IntN(len(of))] }
	var build, layers []string
	for range rng.IntN(4) {
		at := ""
		if rng.IntN(2) == 0 {
			at = fmt.Sprintf(`,"x":"%d mm","y":"%d mm"`, rng.IntN(120)-5, rng.IntN(120)-5)
		}
		build = append(build, fmt.Sprintf(`{"material":%q,"joint":%q%s}`, pick("button", "bead", "bow", "coin", "card", "greyboard-1", "veneer"), pick("glue", "tape", "foam-1", "foam-3"), at))
	}
	for range rng.IntN(3) {
		layers = append(layers, fmt.Sprintf(`{"border":%q,"joint":%q}`, pick("1/8 in", "5 mm"), pick("glue", "foam-0.8", "foam-2")))
	}
	start := fmt.Sprintf(`"card":{"width":"%d mm","height":"%d mm","build":[%s]}`, 90+rng.IntN(120), 90+rng.IntN(120), strings.Join(build, ","))
	if rng.IntN(3) == 0 {
		start = fmt.Sprintf(`"envelope":%q,"card":{"build":[%s]}`, pick("us-a7", "us-a2", "us-square-6", "iso-c6", "iso-dl", "iso-c5"), strings.Join(build, ","))
	}
	blank := ""
	if rng.IntN(2) == 0 {
		blank = fmt.Sprintf(`,"blank":{"style":%q}`, pick("corner-fold", "straight-fold", "square-rescue"))
	}
	return fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"unit":%q,%s,"layers":[%s]%s,"post":{"carriers":[%s],"address":%q,"closure":%q}}`,
		pick("in", "mm"), start, strings.Join(layers, ","), blank, pick(`"us"`, `"us","de"`, `"uk","au"`, `"ca","jp"`, `"us","intl"`), pick("long", "long", "short"), pick("", "", "string"))
}

// The promises of the ways out are kept by jobs of any kind.
func TestWaysOutOfRandomJobs(t *testing.T) {
	rng := rand.New(rand.NewPCG(4, 8))
	kept := 0
	for range 60 {
		text := randomJob(rng)
		j, err := job.Read([]byte(text))
		if err != nil {
			t.Fatalf("%s: %v", text, err)
		}
		p, err := whole(j, catalog.Standard())
		if err != nil {
			continue // a piece too large for its envelope, a layer that vanishes
		}
		for id, before := range inUseOf(p) {
			for _, w := range before.WaysOut {
				after, err := whole(patched(t, j, w.Patch), catalog.Standard())
				if err != nil {
					t.Errorf("%s: %s: %v", text, w.Label, err)
					continue
				}
				if got := inUseOf(after)[id]; got.Verdict != w.Verdict || got.Class != w.Class || got.PriceText != w.PriceText {
					t.Errorf("%s: %s promised %s %s %s, came to %s %s %s", text, w.Label, w.Class, w.Verdict, w.PriceText, got.Class, got.Verdict, got.PriceText)
				}
				kept++
			}
		}
	}
	if kept < 80 {
		t.Errorf("only %d ways out were tried", kept)
	}
}

// An edit planned with what is remembered of the job before it gives the plan
// that is made of nothing.
func TestMemoryChangesNoPlan(t *testing.T) {
	rng := rand.New(rand.NewPCG(23, 42))
	memory, same := work.NewMemory(), 0
	for range 40 {
		j, err := job.Read([]byte(randomJob(rng)))
		if err != nil {
			t.Fatal(err)
		}
		for _, edit := range []string{`{}`, `{"title":"Kite card"}`, `{"quantity":12}`, `{"post":{"closure":"bulky"}}`, `{"blank":{"ease":"9 mm"}}`, `{"quantity":null,"trimmer":{"longest":"12 in"}}`} {
			var patch map[string]any
			if err := json.Unmarshal([]byte(edit), &patch); err != nil {
				t.Fatal(err)
			}
			j = patched(t, j, patch)
			cold, refused := planned(j, catalog.Standard(), Order{Trials: 40})
			warm, also := planned(j, catalog.Standard(), Order{Trials: 40, Memory: memory})
			if fmt.Sprint(refused) != fmt.Sprint(also) || !reflect.DeepEqual(cold, warm) {
				t.Errorf("%s after %s is planned otherwise from memory", j.Title, edit)
			}
			if refused == nil {
				same++
			}
		}
	}
	if same < 60 {
		t.Errorf("only %d plans", same)
	}
}

// Putting something more on a card never makes it thinner, lighter or easier to bend; the same job gives the same plan.
func TestAPieceMoreIsNeverLess(t *testing.T) {
	rng := rand.New(rand.NewPCG(15, 16))
	rank := map[string]int{"bends easily": 0, "borderline": 1, "too rigid": 2}
	grew := 0
	for range 60 {
		text := randomJob(rng)
		j, err := job.Read([]byte(text))
		if err != nil {
			t.Fatal(err)
		}
		p, err := whole(j, catalog.Standard())
		if err != nil {
			continue
		}
		one, err1 := json.Marshal(p)
		again, err2 := whole(j, catalog.Standard())
		two, err3 := json.Marshal(again)
		if err := errors.Join(err1, err2, err3); err != nil || string(one) != string(two) {
			t.Errorf("%s gives two plans: %v", text, err)
		}
		if j.Envelope != nil {
			continue // its size follows its thickness
		}
		more := j
		c := *j.Card
		c.Build = append(append([]job.BuildSpec{}, c.Build...), job.BuildSpec{Material: "veneer", Width: "20 mm", Height: "20 mm"})
		more.Card = &c
		q, err := planned(more, catalog.Standard(), Order{Whole: true, NoWays: true})
		if err != nil {
			t.Fatal(err)
		}
		grew++
		if q.Build.Thickest.MM < p.Build.Thickest.MM || q.Build.Thinnest.MM < p.Build.Thinnest.MM || rank[q.Post[0].Bends.Low] < rank[p.Post[0].Bends.Low] {
			t.Errorf("%s: %v %s, with one more %v %s", text, p.Build.Thickest.MM, p.Post[0].Bends.Text, q.Build.Thickest.MM, q.Post[0].Bends.Text)
		}
	}
	if grew < 20 {
		t.Errorf("only %d jobs", grew)
	}
}

// Switching the unit changes no measure of what lies on the card.
func TestSwitchKeepsTheBuild(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"unit":"in","card":{"width":"5","height":"7","build":[{"material":"bead","x":"1","y":"2 1/2","width":"1/4","height":"1/4","thickness":"0.2","weight":"0.1"}]},"post":{"gauge":"1/4"}}`)
	m := job.Switch(j, measure.Millimetres, nil)
	text, err := json.Marshal(m)
	if err != nil {
		t.Fatal(err)
	}
	p, err := whole(j, catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	q, err := whole(read(t, string(text)), catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	if p.Build.Thickest.MM != q.Build.Thickest.MM || p.Gauge.Slot.MM != q.Gauge.Slot.MM || len(p.Build.Cells) != len(q.Build.Cells) || p.Build.Cells[0] == (document.BuildCell{}) {
		t.Errorf("%v and %v, %v and %v", p.Build.Thickest, q.Build.Thickest, p.Gauge.Slot, q.Gauge.Slot)
	}
}

func TestWrongPiecesNameTheirField(t *testing.T) {
	for fields, want := range map[string]string{
		`"card":{"width":"5","height":"7","build":[{"material":"jelly"}]}`:                                                  `card.build[0].material: "jelly" is not a material for this; known are card-light, card,`,
		`"card":{"width":"5","height":"7","build":[{"material":"bead","x":"far"}]}`:                                         `card.build[0].x: "far" is not a length; try 5 1/2 in`,
		`"card":{"width":"5","height":"7","build":[{"material":"bead","joint":"card"}]}`:                                    `card.build[0].joint: "card" is not a material for this; known are glue, tape,`,
		`"card":{"width":"5","height":"7","build":[{"material":"bead","cover":"lots"}]}`:                                    `card.build[0].cover: "lots" is not a share of the area; try 60 %`,
		`"card":{"width":"5","height":"7","build":[{"material":"bead","weight":"9 tons"}]}`:                                 `card.build[0].weight: "9 tons" is not a weight`,
		`"card":{"width":"5","height":"7","build":[{"material":"bead","on":"top"}]}`:                                        `card.build[0].on: "top" is not a side of the card; try "front", "inside" or "back"`,
		`"card":{"width":"5","height":"7"},"layers":[{"border":"1/8","material":"foam-2"}]`:                                 `layers[0].material: "foam-2" is not a material for this; known are card-light,`,
		`"card":{"width":"5","height":"7"},"post":{"bend":"floppy"}`:                                                        `post.bend: "floppy" is not how it bends; try "easy", "borderline" or "rigid"`,
		`"card":{"width":"5","height":"7"},"post":{"shape":"heart"}`:                                                        `post.shape: "heart" is not a shape; try "rectangular" or "odd"`,
		`"card":{"width":"5","height":"7"},"post":{"contents":["coins"]}`:                                                   `post.contents[0]: "coins" is not a word carriers have; nearest are coin,`,
		`"card":{"width":"5","height":"7"},"post":{"closure":"strng"}`:                                                      `post.closure: "strng" is not a word carriers have; nearest are string,`,
		`"card":{"width":"5","height":"7"},"post":{"gauge":"fat"}`:                                                          `post.gauge: "fat" is not a length`,
		`"card":{"width":"5","height":"7"},"stamps":[{"price":"cheap","count":1}]`:                                          `stamps[0].price: "cheap" is not a stamp's price; try 0.78`,
		`"card":{"width":"5","height":"7"},"materials":[{"id":"x","name":"X","kind":"goo","thickness":"1","weight":"1 g"}]`: `materials[0].kind: "goo" is not a kind; try board, bond, foam, trim`,
	} {
		_, err := whole(read(t, `{"format":"yellow-parcel-job","version":1,`+fields+`}`), catalog.Standard())
		if err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%s:\n     got %v\n    want %s", fields, err, want)
		}
	}
}

// A change to a card that was weighed takes its computed difference off what the
// scale showed; it does not put what is computed in the scale's place.
func TestWhatWasMeasuredIsKeptTrackOf(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7","stock":"110 lb cover","weight":"1.9 oz"},"layers":["1/8"]}`)
	p, err := whole(j, catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	found := false
	for _, w := range p.Post[0].WaysOut {
		if !strings.Contains(w.Label, "g/m² stock") {
			continue
		}
		found = true
		after, err := whole(patched(t, j, w.Patch), catalog.Standard())
		if err != nil {
			t.Fatal(err)
		}
		// The base, 10 x 7 in, and a layer of it: 102 sq in, 0.0658 m2; 297.5 less 176 g/m2 of it is 8 g, 0.28 oz.
		if weight, _ := measure.ParseMass(after.Card.Weight, measure.Inches); weight < 155*measure.Ounce/100 {
			t.Errorf("%s: %s, weighed 1.9 oz before", w.Label, after.Card.Weight)
		}
	}
	if !found {
		t.Errorf("no lighter stock among %+v", p.Post[0].WaysOut)
	}
}

// No way out runs into what the job would then refuse.
func TestWaysOutLeaveTheInsidePanelRoom(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"card":{"width":"6","height":"8"},"layers":[],"inside":"2.7"}`)
	p, err := whole(j, catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	for _, w := range p.Post[0].WaysOut {
		if _, err := whole(patched(t, j, w.Patch), catalog.Standard()); err != nil {
			t.Errorf("%s: %v", w.Label, err)
		}
	}
}
