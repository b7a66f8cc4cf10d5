package pipeline

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
)

// What the cards people make most are posted in first, each line argued beside it.
func TestFirstChoicesOfPopularCards(t *testing.T) {
	text, err := os.ReadFile("testdata/first_choices.txt")
	if err != nil {
		t.Fatal(err)
	}
	lines := strings.Split(strings.TrimSpace(string(text)), "\n")[1:]
	if len(lines) != 126 {
		t.Fatalf("%d lines", len(lines))
	}
	for _, line := range lines {
		cols := strings.Split(line, " | ")
		size, unit, _ := strings.Cut(cols[1], " × ")
		height, unit := unit[:strings.LastIndex(unit, " ")], unit[strings.LastIndex(unit, " ")+1:]
		thick := ""
		if cols[2] != "flat" {
			thick = `,"thickness":"` + cols[2] + `"`
		}
		p := planOf(t, `"home":"`+cols[0]+`","unit":"`+unit+`","card":{"width":"`+size+`","height":"`+height+`","made":true`+thick+`}`)
		got, paper := p.Post[0], "-"
		if b := p.Blanks[0]; got.Piece == b.Style+"/"+b.Variant {
			paper = b.Paper.Name
		}
		bare := func(l string) string { return strings.TrimSuffix(l, " "+unit) }
		said := strings.Join([]string{cols[0], cols[1], cols[2], got.PieceName, bare(got.Length.Text) + " × " + bare(got.Height.Text) + " " + unit, paper, got.ClassName, got.Verdict + " " + got.PriceText}, " | ")
		if want := strings.Join(cols[:8], " | "); said != want {
			t.Errorf("\n got %s\nwant %s", said, want)
		}
		if p.Chosen == nil || p.Chosen.Name != got.PieceName || len(p.Chosen.Reasons) == 0 {
			t.Errorf("%s: not said why: %+v", line, p.Chosen)
		}
	}
}

// An envelope on the shelf that fits well comes before one to buy, and before one to make.
func TestTheShelfComesFirst(t *testing.T) {
	a7 := brief.Bought{ID: "us-a7", Name: "A7", Size: card.Size{Width: 21 * measure.Inch / 4, Height: 29 * measure.Inch / 4}}
	odd := brief.Bought{Name: "measured", Size: card.Size{Width: 43 * measure.Inch / 8, Height: 59 * measure.Inch / 8}}
	big := brief.Bought{ID: "us-10", Name: "#10", Size: card.Size{Width: 33 * measure.Inch / 8, Height: 19 * measure.Inch / 2}}
	const five = `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7","made":true%s}%s}`
	for _, c := range []struct {
		what, thick, blank string
		shelf              []brief.Bought
		piece, envelope    string
	}{
		{"nothing there", "", "", nil, "bought A7 envelope", "us-a7"},
		{"what does not fit", "", "", []brief.Bought{big}, "bought A7 envelope", "us-a7"},
		{"an A7", "", "", []brief.Bought{big, a7}, "A7 envelope from the shelf", "us-a7"},
		// 3/8 in of room each way less 1/4 in of card leaves 1/8; an A7's 1/4 leaves none.
		{"an odd one for a thick card", `,"thickness":"1/4"`, "", []brief.Bought{a7, odd}, "measured envelope from the shelf", "map[height:7 3/8 in width:5 3/8 in]"},
		{"a blank of the job's own", "", `,"blank":{"style":"straight-fold"}`, []brief.Bought{a7}, "Straight fold, full back", "<nil>"},
	} {
		j := read(t, fmt.Sprintf(five, c.thick, c.blank))
		var shelf supply.Shelf
		for _, e := range c.shelf {
			shelf = append(shelf, supply.Held{Bought: e, Count: 1})
		}
		p, err := planned(j, catalog.Standard(), Order{Shelf: shelf, Whole: true})
		if err != nil {
			t.Fatal(err)
		}
		if got := p.Post[0]; got.PieceName != c.piece || fmt.Sprint(got.Patch["envelope"]) != c.envelope {
			t.Errorf("%s: %s, %v", c.what, got.PieceName, got.Patch)
		}
		if c.blank == "" && len(c.shelf) > 1 && p.Chosen.Reasons[1] != "It is on the shelf." {
			t.Errorf("%s: %v", c.what, p.Chosen.Reasons)
		}
		// Taken, it is the job's own.
		if patch := p.Post[0].Patch; patch != nil {
			q, err := planned(patched(t, j, patch), catalog.Standard(), Order{})
			if err != nil || q.Post[0].Piece != "envelope" || q.Post[0].PriceText != p.Post[0].PriceText {
				t.Errorf("%s taken: %v %v", c.what, err, q.Post[0].Piece)
			}
		}
	}
}
