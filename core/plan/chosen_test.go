package plan

import (
	"os"
	"strings"
	"testing"
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
