package supply_test

import (
	"fmt"
	"slices"
	"testing"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/supply"
)

func atTheBench(t *testing.T, text string, shelf supply.Shelf) pipeline.Bench {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,` + text + `}`))
	if err != nil {
		t.Fatal(err)
	}
	how := pipeline.Order{NoWays: true, Shelf: shelf}
	all, err := pipeline.WorkOut(j, catalog.Standard(), how)
	if err != nil {
		t.Fatal(err)
	}
	return all.AtTheBench(how)
}

func lines(b pipeline.Bench) []string {
	var out []string
	for _, l := range b.Made.Supplies.Lines {
		out = append(out, fmt.Sprintf("%d %s, %d there, %s", l.Need, l.Name, l.There, l.Cost))
	}
	return out
}

// What a batch takes, worked out by hand.
func TestWhatABatchTakes(t *testing.T) {
	a2 := brief.Bought{ID: "us-a2", Name: "A2", Size: card.Size{Width: 35 * measure.Inch / 8, Height: 23 * measure.Inch / 4}}
	for _, c := range []struct {
		what, job string
		shelf     supply.Shelf
		lines     []string
		cost      string
	}{
		// A base of 10 x 7 is all a 12 x 12 gives, and so is a blank of 9 3/8: twenty sheets, twelve of them there.
		{"bases and blanks out of one stack", `"quantity":10,"card":{"width":"5","height":"7","fold":"book"},"layers":[],"stock":[{"sheet":"us-12x12","count":12,"price":"0.50"}],"currency":"USD","blank":{"style":"corner-fold","paper":"us-12x12"}`, nil,
			[]string{"20 12 × 12, 12 there, 10.00 USD", "10 Stamps of 0.78 USD, 0 there, 7.80 USD"}, "17.80 USD, 1.78 USD"},
		// Two bases to a letter; thirteen envelopes for a card to spare, nine of them on the shelf; twelve stamps.
		{"bought envelopes", `"quantity":12,"spoilage":"1","card":{"width":"4 1/4","height":"5 1/2","fold":"book"},"layers":[],"envelope":"us-a2","stamps":[{"name":"lantern","price":"0.78","currency":"USD","count":5}]`,
			supply.Shelf{{Bought: a2, Item: "a", Count: 9, Price: 2000, Priced: true}},
			[]string{"7 Letter, 0 there, ", "13 A2 envelopes, 4 3/8 × 5 3/4 in, 9 there, 2.60 USD", "5 Lantern stamps of 0.78 USD, 5 there, 3.90 USD", "7 Stamps of 0.78 USD, 0 there, 5.46 USD"}, "11.96 USD, 1.00 USD"},
		// 148 x 105 mm lies four to an A4, the card as its board. With 20 g of board, 3 of card and 9 of envelope a piece is over an ounce.
		{"a board on each card", `"unit":"mm","quantity":8,"card":{"width":"148","height":"105","fold":"flat","build":[{"material":"greyboard-2","on":"back"}]},"layers":[],"sheet":"iso-a4","envelope":"iso-c5"`, nil,
			[]string{"2 A4, 0 there, ", "2 A4 Greyboard 2 mm, 0 there, ", "8 C5 envelopes, 162 × 229 mm, 0 there, ", "8 Stamps of 1.90 USD, 0 there, 15.20 USD"}, ""},
		// A strip 50 mm wide is as high as the card: eight of 50 x 105 mm lie on one A4, four to a side. C5 is too high for a letter.
		{"a strip with one measure", `"unit":"mm","quantity":8,"card":{"width":"148","height":"105","fold":"flat","build":[{"material":"greyboard-1","width":"50"}]},"layers":[],"sheet":"iso-a4","envelope":"iso-c5"`, nil,
			[]string{"2 A4, 0 there, ", "1 A4 Greyboard 1 mm, 0 there, ", "8 C5 envelopes, 162 × 229 mm, 0 there, ", "8 Stamps of 1.63 USD, 0 there, 13.04 USD"}, ""},
	} {
		b := atTheBench(t, c.job, c.shelf)
		got := lines(b)
		if !slices.Equal(got, c.lines) {
			t.Errorf("%s: %q", c.what, got)
		}
		if s := b.Made.Supplies; c.cost != "" && s.Cost+", "+s.Card != c.cost {
			t.Errorf("%s costs %s, %s a card", c.what, s.Cost, s.Card)
		}
	}
}

// Everything a job can ask for is cut in a lot of its own paper, as often as there are cards.
func TestEveryPieceHasALot(t *testing.T) {
	b := atTheBench(t, `"quantity":6,"spoilage":"1","extras":["gauge","band"],"card":{"width":"5 1/2","height":"5 1/2","thickness":"1/8","build":[{"name":"Gull","material":"card","width":"2","height":"2"},{"material":"button"}]},"layers":["1/4"],"inside":"1/4","blank":{"style":"square-rescue","liner":true}`, nil)
	var got []string
	for _, l := range b.Lots {
		for i, p := range l.Problem.Pieces {
			got = append(got, fmt.Sprintf("%s %s ×%d", l.Of, l.Parts[i].Key, p.Count))
		}
	}
	want := []string{"card base ×7", "card layer ×7", "card inside ×7", "own piece ×7", "gauge gauge ×1", "blank blank ×7", "liner liner ×7", "strips strips ×14", "band band ×7"}
	if !slices.Equal(got, want) {
		t.Errorf("%q", got)
	}
}
