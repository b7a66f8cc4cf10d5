package pipeline

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/ways"
)

const allCarriers = `"post":{"carriers":["us","uk","ca","au","de","intl","jp"]}`

// jobWith is a job with more fields, and the plan of it.
func patched(t testing.TB, j job.Job, patch map[string]any) job.Job {
	t.Helper()
	text, err := json.Marshal(j)
	if err != nil {
		t.Fatal(err)
	}
	var doc map[string]any
	if err := json.Unmarshal(text, &doc); err != nil {
		t.Fatal(err)
	}
	back, err := json.Marshal(patch)
	if err != nil {
		t.Fatal(err)
	}
	var plain map[string]any
	if err := json.Unmarshal(back, &plain); err != nil {
		t.Fatal(err)
	}
	text, err = json.Marshal(job.Merged(doc, plain))
	if err != nil {
		t.Fatal(err)
	}
	return read(t, string(text))
}

func inUseOf(p *document.Plan) map[string]document.Post {
	out := map[string]document.Post{}
	for _, o := range p.Post {
		if o.InUse {
			out[o.Carrier] = o
		}
	}
	return out
}

var postJobs = []string{
	// A square button card.
	`"card":{"width":"5 1/2","height":"5 1/2","build":[{"material":"button","width":"3/4","height":"3/4"}]},"layers":[{"border":"1/8","joint":"foam-2"}],` + allCarriers,
	// A stiff board card.
	`"unit":"mm","card":{"width":"150","height":"105","build":[{"material":"greyboard-3"}]},"layers":["3"],` + allCarriers,
	// A raised card in an envelope on hand.
	`"envelope":"us-a7","card":{"build":[{"material":"bead","joint":"foam-3","x":"1/2","y":"1/2"}]},"layers":[{"border":"1/8","joint":"foam-3"}],` + allCarriers,
	// A slim card addressed along its short side, closed with a string.
	`"card":{"width":"3 1/2","height":"9"},"blank":{"style":"straight-fold"},"post":{"carriers":["us","de"],"address":"short","closure":"string"}`,
	// A heavy one.
	`"card":{"width":"5","height":"7","weight":"3.4 oz"},` + allCarriers,
	// Too small for the post.
	`"card":{"width":"3","height":"4"},` + allCarriers,
	`"unit":"mm","card":{"width":"120","height":"120","thickness":"6"},"blank":{"style":"square-rescue"},` + allCarriers,
	`"card":{"width":"5","height":"7","thickness":"0.26"},` + allCarriers,
	// The blank asked for does not suit: the plan posts it in another.
	`"card":{"width":"5","height":"5"},"blank":{"style":"box","depth":"1/8"},` + allCarriers,
}

// No way out makes a verdict worse, and applying it gives exactly what was promised.
func TestWaysOutKeepTheirPromise(t *testing.T) {
	kept := 0
	for _, fields := range postJobs {
		j := read(t, `{"format":"yellow-parcel-job","version":1,`+fields+`}`)
		p, err := whole(j, catalog.Standard())
		if err != nil {
			t.Fatalf("%s: %v", fields, err)
		}
		for id, before := range inUseOf(p) {
			for _, w := range before.WaysOut {
				after, err := whole(patched(t, j, w.Patch), catalog.Standard())
				if err != nil {
					t.Errorf("%s: %s: %v", fields, w.Label, err)
					continue
				}
				got := inUseOf(after)[id]
				if got.Verdict != w.Verdict || got.Class != w.Class || got.PriceText != w.PriceText {
					t.Errorf("%s, %s: %s promised %s %s %s, came to %s %s %s", fields, id, w.Label, w.Class, w.Verdict, w.PriceText, got.Class, got.Verdict, got.PriceText)
				}
				cheaper := before.Price != nil && got.Price != nil && *got.Price < *before.Price
				if before.Price != nil && got.Price != nil && *got.Price > *before.Price || before.Verdict == "pass" && got.Verdict != "pass" && !cheaper || got.Verdict == "refused" {
					t.Errorf("%s, %s: %s is worse: %s %s after %s %s", fields, id, w.Label, got.Verdict, got.PriceText, before.Verdict, before.PriceText)
				}
				kept++
			}
			if len(before.WaysOut) == 0 && before.NoWay == "" && before.Verdict != "pass" {
				t.Errorf("%s, %s: %s, and nothing is said of a way out", fields, id, before.Verdict)
			}
		}
	}
	if kept < 60 {
		t.Errorf("only %d ways out", kept)
	}
}

// A square button card, worked by hand. Base 2 x 0.3, a layer of 0.3 on 2 mm foam, a button of 3 mm: 5.9 mm.
func TestASquareButtonCardByHand(t *testing.T) {
	p := planOf(t, strings.Replace(postJobs[0], `},"layers"`, `},"blank":{"style":"corner-fold"},"layers"`, 1))
	b := p.Build
	if b.Thickest.MM != 5.9 || b.Thinnest.MM != 0.6 || fmt.Sprintf("%.1f", b.Variation.MM) != "5.3" || b.From != "computed" {
		t.Errorf("%v, %v, %v", b.Thickest, b.Thinnest, b.Variation)
	}
	posts := inUseOf(p)
	us := posts["us"]
	// Four sheets of 0.12 mm over 5.9: 6.38 mm is more than 1/4 in, 6.35: no letter. A flat by its thickness; 5.3 mm is under 1/4 in by 1.05.
	if us.Class != "flat" || us.Thickness.MM != 6.38 && us.Thickness.MM != 6.5 {
		t.Errorf("US: %s %v %v", us.Class, us.Thickness, us.Reasons)
	}
	if uk := posts["uk"]; uk.Class != "large-letter" || uk.PriceText != "1.55 GBP" || !uk.Unsure {
		t.Errorf("UK: %s %s", uk.Class, uk.PriceText)
	}
	if de := posts["de"]; de.Class != "gross" || de.PriceText != "1.80 EUR" {
		t.Errorf("Germany: %s %s", de.Class, de.PriceText)
	}
}

// Measured figures overrule what the pieces come to, and it is said which was used.
func TestMeasuredOverrules(t *testing.T) {
	p := planOf(t, `"card":{"width":"5","height":"7","thickness":"1/4","weight":"1.5 oz","build":[{"material":"bow"}]}`)
	if p.Build.From != "measured" || p.Build.Thickest.Text != "1/4 in" || p.Build.WeightFrom != "measured" || p.Card.Weight != "1.5 oz" || p.Build.Computed.MM != 5.2 {
		t.Errorf("%+v", p.Build)
	}
	// A quarter of an inch at the bow; 0.6 mm of bare card at its flattest.
	if fmt.Sprintf("%.2f", p.Build.Variation.MM) != "5.75" {
		t.Errorf("%v", p.Build.Variation)
	}
	// Of an A7 the pieces' own thickness is taken off: 5 1/4 - 1/4 - 4.6 mm (bow 4 and two sheets), down.
	q := planOf(t, `"envelope":"us-a7","card":{"build":[{"material":"bow"}]},"layers":[]`)
	if both(q.Card.Width, q.Card.Height) != "4 13/16 in x 6 13/16 in" {
		t.Errorf("%s", both(q.Card.Width, q.Card.Height))
	}
	// A bow half an inch across at the right edge pokes out by a quarter.
	r := planOf(t, `"card":{"width":"5","height":"7","build":[{"material":"bow","x":"4 3/4","y":"3"}]}`)
	if r.Card.Outer == nil || r.Card.Outer.Width.Text != "5 1/4 in" {
		t.Errorf("%+v", r.Card.Outer)
	}
}

func TestOldPricesAreMarked(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7"}`)
	for today, want := range map[string]bool{"2026-07-13": false, "2026-07-14": true, "2025-08-01": false, "": false, "soon": false} {
		p, err := planned(j, catalog.Standard(), Order{Today: today})
		if err != nil || (p.Post[0].Stale != "") != want {
			t.Errorf("on %s: %q %v", today, p.Post[0].Stale, err)
		}
		if !strings.Contains(p.Post[0].Notice, "rules and prices change") {
			t.Error(p.Post[0].Notice)
		}
	}
}

func TestBenchTestOverrulesTheEstimate(t *testing.T) {
	stiff := `"card":{"width":"5","height":"7","build":[{"material":"greyboard-3"}]},"blank":{"style":"corner-fold"}`
	if p := planOf(t, stiff); p.Post[0].Bends.Text != "too rigid" || p.Post[0].Verdict != "surcharge" {
		t.Errorf("%+v %s", p.Post[0].Bends, p.Post[0].Verdict)
	}
	p := planOf(t, stiff+`,"post":{"bend":"easy"}`)
	if p.Post[0].Bends.Text != "bends easily" || !p.Post[0].Bends.Tested {
		t.Errorf("%+v", p.Post[0].Bends)
	}
}

// A slot gauge for US letters, worked by hand: 1/4 in round the middle of 4 in: cuts at 1 7/8 and 2 1/8. An A7 is
// 7 1/4 long, and half an inch to wiggle: 7 3/4; with 1 1/2 in each side, 10 3/4 x 4 in.
func TestSlotGaugeByHand(t *testing.T) {
	g := planOf(t, `"envelope":"us-a7"`).Gauge
	if g == nil || both(g.Width, g.Height) != "10 3/4 in x 4 in" || g.Top.Text != "1 7/8 in" || g.Bottom.Text != "2 1/8 in" || g.Left.Text != "1 1/2 in" || g.Long.Text != "7 3/4 in" || g.Cut.Text != "1/4 in" {
		t.Fatalf("%+v", g)
	}
	// 5 mm is 3/16 in and a bit: three marks, from 1 7/8 to 2 1/16.
	if g := planOf(t, `"envelope":"us-a7","post":{"carriers":["uk"]}`).Gauge; g.Cut.Text != "3/16 in" || g.Top.Text != "1 7/8 in" || g.Bottom.Text != "2 1/16 in" || g.Slot.MM != 5 {
		t.Errorf("%+v", g)
	}
	if g := planOf(t, `"unit":"mm","ruler":"0.5 mm","envelope":"iso-c6","post":{"carriers":["uk"]}`).Gauge; g.Cut.Text != "5 mm" || g.Top.Text != "47.5 mm" || g.Bottom.Text != "52.5 mm" {
		t.Errorf("%+v", g)
	}
	if g := planOf(t, `"envelope":"us-a7","post":{"gauge":"1/2"}`).Gauge; g.Cut.Text != "1/2 in" {
		t.Errorf("%+v", g)
	}
}

func TestPostageFromStampsOnHand(t *testing.T) {
	p := planOf(t, `"envelope":"us-a7","quantity":5,"stamps":[{"price":"0.78","count":3,"name":"lantern"},{"price":"0.39","count":3},{"price":"9.99","currency":"EUR","count":9}]`).Postage
	if p == nil || p.Each != "1 × 0.78 USD lantern" || len(p.Sets) != 2 || p.Sets[1].Text != "2 × 0.39 USD" || p.Short != 1 || p.Buy != "1 stamp of 0.78 USD, 0.78 USD in all" {
		t.Errorf("%+v", p)
	}
}

func BenchmarkPostEverywhere(b *testing.B) {
	for i, fields := range postJobs {
		b.Run(fmt.Sprint(i), func(b *testing.B) {
			j := read(b, `{"format":"yellow-parcel-job","version":1,`+fields+`}`)
			all, err := WorkOut(j, catalog.Standard(), Order{NoWays: true})
			if err != nil {
				b.Fatal(err)
			}
			for b.Loop() {
				ways.Find(j, all.Result, catalog.Standard(), nil, nil)
			}
		})
	}
}

// What makes a piece rigid is named.
func TestTheRigidThingIsNamed(t *testing.T) {
	p := planOf(t, `"envelope":"us-a7","layers":[],"card":{"build":[{"material":"coin","name":"lucky coin"}]}`)
	found := false
	for _, r := range p.Post[0].Reasons {
		found = found || strings.HasPrefix(r.Text, "lucky coin does not bend, so it is too rigid for an 11 in turn")
	}
	if !found {
		t.Errorf("%+v", p.Post[0].Reasons)
	}
}
