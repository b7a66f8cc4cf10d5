package draw

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"testing"

	"codeberg.org/go-pdf/fpdf"
)

func TestFractionsAreSetAsFractions(t *testing.T) {
	for text, want := range map[string]string{
		"5 3/8 in × 7 in": "5@1+0.00 3@0.66+0.36 /@1+0.00 8@0.66-0.06  in × 7 in@1+0.00",
		"from 1/16 in":    "from @1+0.00 1@0.66+0.36 /@1+0.00 16@0.66-0.06  in@1+0.00",
		"card and/or Ж":   "card and/or ?@1+0.00",
	} {
		var got []string
		for _, r := range runs(text) {
			got = append(got, fmt.Sprintf("%s@%v%+.2f", r.text, r.size, r.up))
		}
		if s := strings.Join(got, " "); s != want {
			t.Errorf("%q is set %q, want %q", text, s, want)
		}
	}
	set := newTypesetter(fpdf.New("P", "mm", "A4", ""))
	if whole, fraction := set.width("138", style{false, 12}), set.width("13/8", style{false, 12}); fraction > whole {
		t.Errorf("a fraction is %v wide, its figures %v", fraction, whole)
	}
	lines := set.lines("Fold the left flap over and press it down along the score", style{false, 12}, 40)
	for _, l := range lines {
		if set.width(l, style{false, 12}) > 40 {
			t.Errorf("%q is wider than its room", l)
		}
	}
	if strings.Join(lines, " ") != "Fold the left flap over and press it down along the score" || len(lines) < 3 {
		t.Errorf("%q", lines)
	}
}

func TestTheWorkSheetHoldsTheWholeJob(t *testing.T) {
	for fields, pages := range map[string]int{
		`"title":"Lantern week","quantity":80,"envelope":"us-a7","stock":[{"sheet":"us-letter","count":90},{"sheet":"us-12x12","count":60}],"blank":{"style":"corner-fold"}`: 5,
		`"unit":"mm","card":{"width":"100","height":"210"},"layers":[],"blank":{"style":"straight-fold"}`:                                                                    3,
		boxJob: 4,
	} {
		var b bytes.Buffer
		if err := Write(&b, planOf(t, fields), "pdf", WorkSheet); err != nil {
			t.Fatal(err)
		}
		text := b.String()
		if n := strings.Count(text, "/Type /Page\n"); n != pages {
			t.Errorf("%s: %d pages, want %d", fields, n, pages)
		}
		if strings.Contains(text, "Helvetica") || !strings.Contains(text, "/FontFile2") {
			t.Errorf("%s: the font is not embedded", fields)
		}
	}
	if err := Write(new(bytes.Buffer), planOf(t, boxJob), "svg", WorkSheet); err == nil || err.Error() != "work-sheet cannot be written as svg; try pdf" {
		t.Errorf("%v", err)
	}
}

// A picture keeps within its place, with its dimension lines.
func TestPicturesOnPaperKeepToTheirPlace(t *testing.T) {
	for _, fields := range []string{`"envelope":"us-a7"`, boxJob, `"card":{"width":"2","height":"9"},"blank":{"style":"straight-fold"}`} {
		for _, d := range append(All(planOf(t, fields)).Sheets, All(planOf(t, fields)).Base) {
			top, right, bottom, left := pads(d)
			scale := math.Min((90-left-right)/(d.Hi[0]-d.Lo[0]), (70-top-bottom)/(d.Hi[1]-d.Lo[1]))
			if w, h := left+right+(d.Hi[0]-d.Lo[0])*scale, top+bottom+(d.Hi[1]-d.Lo[1])*scale; w > 90+1e-9 || h > 70+1e-9 {
				t.Errorf("%s: %s takes %v by %v", fields, d.Name, w, h)
			}
			for _, m := range d.Dims {
				if room := map[string]float64{"top": top, "right": right, "bottom": bottom, "left": left}[m.Side]; float64(m.Tier)*tierMM+5 > room {
					t.Errorf("%s: %s: %s lies past its room", fields, d.Name, m.Text)
				}
			}
		}
	}
}
