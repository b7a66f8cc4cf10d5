package pipeline

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

const squareCard = `"card":{"width":"5","height":"5","thickness":"1/8 in"},`

func TestStylesByHand(t *testing.T) {
	for _, c := range []struct{ fields, size, cavity string }{
		// Inside 5 3/8 x 5 3/8; the US rule wants 1.3 x 5 3/8 = 6.9875, and 1/8: 7 1/8. Side flaps 1, top 1 1/2, back 5 3/8.
		{squareCard + `"blank":{"style":"square-rescue"}`, "9 1/8 in x 12 1/4 in", "7 1/8 in x 5 3/8 in"},
		// A 4 x 6 card 1/2 in thick: 4 + 1/4 + 0.0472 and 6 1/4 + 0.0472, up: 4 5/16 x 6 5/16 with the long side across; walls 1/2 + 1/16 + 4 x 0.0118, up to 5/8.
		// 6 5/16 + 2 x 5/8 + 2 x 1 across; 1 1/2 + 5/8 + 4 5/16 + 5/8 + 4 5/16 along.
		{`"card":{"width":"4","height":"6","thickness":"1/2"},"blank":{"style":"box","variant":"straight"}`, "9 9/16 in x 11 3/8 in", "6 5/16 in x 4 5/16 in"},
		// A 3 1/2 x 5 card 1/16 in thick from a #10, 4 1/8 x 9 1/2: 5 + 5/16 + 2 x 1/2 = 6 5/16; 9 1/2 - 6 5/16 = 3 3/16 is an odd number of marks, so a mark more is kept: 1 9/16 off each end.
		{`"card":{"width":"5","height":"3 1/2","thickness":"1/16"},"blank":{"style":"cut-down","envelope":"us-10"}`, "9 1/2 in x 4 1/8 in", "5 3/8 in x 4 1/8 in"},
		// By eye, 5 x 7 flat: the rule of thumb, sqrt 74 + 1 = 9.602, up to 9 5/8, is more than the least.
		{`"card":{"width":"5","height":"7"},"blank":{"style":"wrap"}`, "9 5/8 in x 9 5/8 in", "5 1/8 in x 7 1/8 in"},
		// The machine's outline is that of a straight fold: 7 1/4 + 2, and 1 1/2 + 5 1/4 + 5 1/4.
		{`"card":{"width":"5","height":"7"},"blank":{"style":"contour"}`, "9 1/4 in x 12 in", "7 1/4 in x 5 1/4 in"},
		// The mouth on the short side: 5 1/4 + 2 across, 1 1/2 + 7 1/4 + 7 1/4 along.
		{`"card":{"width":"5","height":"7"},"blank":{"style":"straight-fold","mouth":"short"}`, "7 1/4 in x 16 in", "5 1/4 in x 7 1/4 in"},
	} {
		p := planOf(t, c.fields)
		b := p.Blanks[0]
		if both(b.Width, b.Height) != c.size || both(b.Cavity.Width, b.Cavity.Height) != c.cavity || !b.Proof.OK {
			t.Errorf("%s: %s, inside %s, proves %v\nwant %s, inside %s", c.fields, both(b.Width, b.Height), both(b.Cavity.Width, b.Cavity.Height), b.Proof.OK, c.size, c.cavity)
		}
	}
}

func TestSheetsTakeABlankAtTheSmallestTurn(t *testing.T) {
	// A square of 9 3/8 lies straight in 12 × 12. Nothing turns it into 8 1/2 x 11.
	p := planOf(t, `"card":{"width":"5","height":"7"},"blank":{"style":"corner-fold","rule":"computed"},"stock":[{"sheet":"us-12x12","count":9},{"sheet":{"width":"9","height":"14"},"count":3}]`)
	seen := map[string]document.SheetFit{}
	for _, s := range p.Blanks[0].Sheets {
		seen[s.Name] = s
	}
	if f := seen["12 × 12"]; !f.Fits || f.Angle != 0 || f.PerSheet != 1 || !f.OnHand {
		t.Errorf("12 × 12: %+v", f)
	}
	if seen["Letter"].Fits || seen["9 × 14 in sheet"].Fits || !seen["9 × 14 in sheet"].OnHand {
		t.Errorf("%+v", seen)
	}
	// A machine cuts the outline alone, and keeps a quarter of an inch free at each side: 11 3/4 high does not lie
	// in 12 - 1/2 straight, but the cross of it does at a slant.
	flap := `"card":{"width":"5","height":"7"},"blank":{"style":"contour","variant":"angled","top_flap":"1 1/4 in","paper":"us-12x12"}`
	slanted := planOf(t, flap).Blanks[0]
	if both(slanted.Width, slanted.Height) != "9 1/4 in x 11 3/4 in" || slanted.Paper.Fits && slanted.Paper.Angle == 0 {
		t.Errorf("%s: %+v", both(slanted.Width, slanted.Height), slanted.Paper)
	}
	if whole := planOf(t, flap+`,"mat":"1/8 in"`).Blanks[0].Paper; !whole.Fits || whole.Angle != 0 {
		t.Errorf("with an eighth free: %+v", whole)
	}
}

func TestFromThePaper(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"},"blank":{"paper":"us-12x12"}}`)
	wraps, err := Wraps(j, catalog.Standard(), nil)
	if err != nil {
		t.Fatal(err)
	}
	seen := map[string]document.Wrap{}
	for _, w := range wraps {
		seen[w.Style+"/"+w.Variant] = w
	}
	// 12 in square: a + b = (12 - 1/2) sqrt 2 = 16.26, so w + h = 15.76 at 5 : 7: 6.57 x 9.19 before the scores meet the ruler.
	w := seen["corner-fold/computed"]
	if w.Largest == nil || w.Largest.Height.In < 9 || w.Largest.Height.In > 9.19 || len(w.Takes) < 5 {
		t.Errorf("%+v", w)
	}
	if w := seen["straight-fold/full-back"]; w.Largest == nil || both(w.Largest.Width, w.Largest.Height) != "5 in x 7 in" {
		// 1 1/2 + 2 (w + 1/4) = 12, so w is 5 exactly.
		t.Errorf("%+v", w)
	}
	if w := seen["box/square"]; w.Largest != nil || !strings.Contains(w.Text, "needs no walls") {
		t.Errorf("%+v", w)
	}
	if _, ok := seen["cut-down/both-ends"]; ok {
		t.Error("a bought envelope is no paper")
	}
	// What it offers is planned without complaint.
	for _, w := range wraps {
		if w.Largest == nil {
			continue
		}
		j := read(t, fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"card":{"width":%q,"height":%q},"blank":{"paper":"us-12x12","style":%q,"variant":%q}}`,
			w.Largest.Width.Text, w.Largest.Height.Text, w.Style, w.Variant))
		p, err := whole(j, catalog.Standard())
		if err != nil || !p.Blanks[0].Proof.OK || !p.Blanks[0].Paper.Fits || p.Blanks[0].Style != w.Style {
			t.Errorf("%s of %s: %v", w.Name, w.Text, err)
		}
	}
}

func TestJigOffsetByHand(t *testing.T) {
	// 6 x sqrt 2 = 8.4853; a far tip at 8 7/8 leaves 0.3897, 25/64 in. In metric 150 x sqrt 2 = 212.13.
	if l, err := JigOffset("6", "8 7/8", measure.Inches); err != nil || l.Text != "25/64 in" {
		t.Errorf("%v %v", l.Text, err)
	}
	if l, err := JigOffset("150", "222", measure.Millimetres); err != nil || l.Text != "9.9 mm" {
		t.Errorf("%v %v", l.Text, err)
	}
	for _, c := range [][2]string{{"", "9"}, {"6", "x"}, {"6", "8"}} {
		if l, err := JigOffset(c[0], c[1], measure.Inches); err == nil {
			t.Errorf("%v gives %v", c, l)
		}
	}
}

func TestToolsFillInWhatAJobLeavesOut(t *testing.T) {
	tools := job.Tools{Board: &job.BoardSpec{Groove: "1/8 in", Jig: "1/2 in"}, Trimmer: &job.TrimmerSpec{Longest: "12 in"}, Mat: "1/2 in"}
	j := read(t, `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"},"blank":{"style":"corner-fold"}}`).With(tools)
	p, err := whole(j, catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range p.Blanks[0].Creases {
		if eighths := c.Reading.In * 8; eighths != float64(int(eighths)) {
			t.Errorf("the board has no groove at %s", c.Reading.Text)
		}
	}
	own := read(t, `{"format":"yellow-parcel-job","version":1,"board":{"groove":"1/16 in"}}`).With(tools)
	if own.Board.Groove != "1/16 in" || own.Board.Jig != "" || own.Mat != "1/2 in" {
		t.Errorf("a job's own board was overruled: %+v", own)
	}
	if problems := brief.CheckTools(job.Tools{Board: &job.BoardSpec{Groove: "1/7 in", Jig: "a bit"}, Mat: "9 ft", Home: "atlantis"}, catalog.Standard()); len(problems) != 4 {
		t.Errorf("%v", problems)
	}
}

func TestOverhangCountsForTheEnvelope(t *testing.T) {
	p := planOf(t, `"card":{"width":"5","height":"7","overhang":{"right":"1/4","top":"1/8"}},"blank":{"style":"corner-fold"}`)
	if b := p.Blanks[0]; both(b.Cavity.Width, b.Cavity.Height) != "5 1/2 in x 7 3/8 in" || both(p.Card.Width, p.Card.Height) != "5 in x 7 in" {
		t.Errorf("inside %s", both(b.Cavity.Width, b.Cavity.Height))
	}
	// Of an A7, 5 1/4 x 7 1/4, a card with a quarter of an inch to the right is 4 3/4 wide.
	if p := planOf(t, `"envelope":"us-a7","card":{"overhang":{"right":"1/4 in"}}`); both(p.Card.Width, p.Card.Height) != "4 3/4 in x 7 in" {
		t.Errorf("%s", both(p.Card.Width, p.Card.Height))
	}
}

func TestEveryOptionOfEveryStyleIsRead(t *testing.T) {
	for _, s := range blank.Styles() {
		for _, o := range s.Options {
			if o.Label == "" {
				t.Errorf("%s.%s has no label", s.ID, o.Name)
			}
			value, wrong := `"1/2 in"`, `"two"`
			switch {
			case len(o.Words) > 0:
				value = fmt.Sprintf("%q", o.Words[len(o.Words)-1])
			case o.Size:
				value, wrong = `{"width":"6","height":"8"}`, `{"width":"6","height":"wide"}`
			case o.Envelope:
				value, wrong = `{"width":"9 1/2","height":"4 1/8"}`, `"us-99"`
			}
			job := `{"format":"yellow-parcel-job","version":1,"card":{"width":"4","height":"4","thickness":"1/2"},"blank":{"style":%q,%q:%s}}`
			if _, err := whole(read(t, fmt.Sprintf(job, s.ID, o.Name, value)), catalog.Standard()); err != nil {
				t.Errorf("%s.%s %s: %v", s.ID, o.Name, value, err)
			}
			if _, err := whole(read(t, fmt.Sprintf(job, s.ID, o.Name, wrong)), catalog.Standard()); err == nil || !strings.HasPrefix(err.Error(), "blank."+o.Name) {
				t.Errorf("%s.%s %s: %v", s.ID, o.Name, wrong, err)
			}
		}
	}
}

// A bow 20 mm out at the left of a card for a C6, 114 wide: 104 + 20 does not go in, 84 + 20 does, as if 20 had been given.
func TestWhatPokesOutSizesTheCard(t *testing.T) {
	for _, card := range []string{`"build":[{"material":"bow","x":"-20 mm"}]`, `"overhang":{"left":"20 mm"},"build":[{"material":"bow","x":"-20 mm"}]`} {
		p := planOf(t, `"unit":"mm","envelope":"iso-c6","card":{"fold":"flat",`+card+`}`)
		if got := both(p.Card.Width, p.Card.Height); got != "84 mm x 152 mm" || p.Card.Outer == nil || both(p.Card.Outer.Width, p.Card.Outer.Height) != "104 mm x 152 mm" {
			t.Errorf("%s: %s", card, got)
		}
	}
}

func TestBandsAndStripsByHand(t *testing.T) {
	p := planOf(t, `"card":{"width":"5","height":"7","thickness":"1/8 in"},"blank":{"style":"corner-fold"}`)
	seen := map[string]document.Extra{}
	for _, e := range p.Extras {
		seen[e.ID] = e
	}
	// Twice 5 in and a mark to slide, twice 1/8, and 1/2 to overlap: 10 7/8 in; scores at 2 9/16, 2 11/16, 7 3/4 and 7 7/8.
	band := seen["band"]
	var at []string
	for _, s := range band.Scores {
		at = append(at, s.Text)
	}
	if both(band.Width, band.Height) != "10 7/8 in x 2 in" || strings.Join(at, ", ") != "2 9/16 in, 2 11/16 in, 7 3/4 in, 7 7/8 in" {
		t.Errorf("%s, scores at %v", both(band.Width, band.Height), at)
	}
	// The front is 5 3/8 wide: the liner 1/8 less at both sides.
	if seen["liner"].Width.Text != "5 1/8 in" || len(seen["liner"].Scores) != 1 {
		t.Errorf("%+v", seen["liner"])
	}
	if _, ok := seen["strips"]; ok {
		t.Error("strips for a card that does not slide")
	}
}

// A score past what the board reads is set from the other side, or ruled by hand where it is past it there too.
func TestAScorePastTheBoardIsSaid(t *testing.T) {
	for _, c := range []struct{ fields, key, note string }{
		// 17 in of base, folded at 8 1/2; accordion panels of 5 in: scores at 5, 10 and 15 of 20.
		{`"card":{"width":"8 1/2","height":"6"},"board":{"length":"8"}`, "score0", "; past the board's 8 in from either edge: rule a line and score along a straightedge"},
		{`"card":{"width":"8 1/2","height":"6"},"board":{"length":"8 1/2"}`, "score0", "from the left edge; fold away from the groove"},
		{`"card":{"width":"5","height":"7","fold":"accordion","panels":4}`, "score2", "; past the board's 12 in: score at 5 in from the right edge"},
		// A 9 x 7 card lying down: 7 1/4 in inside, a back of 7 in from the bottom edge.
		{`"card":{"width":"9","height":"7","made":true},"board":{"length":"6"},"blank":{"style":"straight-fold","variant":"thumb-gap"}`, "crease3", "; past the board's 6 in from either side: rule a line and score along a straightedge"},
	} {
		p := planOf(t, `"unit":"in",`+c.fields)
		all := slices.Concat(p.Answers, p.Blanks[0].Answers)
		at := slices.IndexFunc(all, func(a document.Answer) bool { return a.Key == c.key })
		if at < 0 || !strings.HasSuffix(all[at].Note, c.note) {
			t.Errorf("%s: %+v", c.fields, all)
		}
	}
}
