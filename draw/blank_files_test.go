package draw

import (
	"bytes"
	"fmt"
	"math"
	"strconv"
	"strings"
	"testing"
)

// written is a file of a part as text.
func written(t *testing.T, fields, format, part string) string {
	t.Helper()
	var b bytes.Buffer
	if err := Write(&b, planOf(t, fields), format, part); err != nil {
		t.Fatalf("%s as %s: %v", part, format, err)
	}
	return b.String()
}

const boxJob = `"card":{"width":"4","height":"6","thickness":"1/2 in"},"blank":{"style":"box","variant":"straight"}`

func TestPlotterStrokesReadBack(t *testing.T) {
	text := written(t, boxJob, "hpgl", "blank")
	pen, lowest, highest, strokes := "", math.Inf(1), math.Inf(-1), map[string]int{}
	for _, c := range strings.Split(strings.ReplaceAll(text, "\n", ""), ";") {
		switch {
		case strings.HasPrefix(c, "SP"):
			pen = c[2:]
		case strings.HasPrefix(c, "PD"):
			strokes[pen]++
			at := strings.Split(c[2:], ",")
			for i := 1; pen == "2" && i < len(at); i += 2 {
				y, err := strconv.ParseFloat(at[i], 64)
				if err != nil {
					t.Fatalf("%q: %v", c, err)
				}
				lowest, highest = min(lowest, y), max(highest, y)
			}
		}
	}
	// The cut stands on the foot of its paper: 1 1/2 top + 5/8 wall + 4 5/16 front + 5/8 wall + 4 5/16 back = 11 3/8 in, in fortieths of a mm.
	if lowest != 0 || highest != 11.375*25.4*40 {
		t.Errorf("the cut reaches from %v to %v", lowest, highest)
	}
	// Twelve scores: four walls, each with two creases and the hinge of a tab; one closed cut.
	if strokes["1"] != 12 || strokes["2"] != 1 || !strings.HasPrefix(text, "IN;") {
		t.Errorf("%v", strokes)
	}
}

func TestScoresAsCSV(t *testing.T) {
	rows := strings.Split(strings.TrimSpace(written(t, `"envelope":"us-a7","card":{"thickness":"0.0001 in","ease":"1/4"},"board":{"jig":"3/8 in"},"blank":{"style":"corner-fold"}`, "csv", "blank")), "\n")
	if len(rows) != 5 || rows[0] != "score,flap,from,reading,reading_mm,at,at_mm,length_mm,edge_mark,edge_mark_mm,edge_mark_from" {
		t.Fatalf("%q", rows)
	}
	// The first score is 4 in from the corner, so the board reads 4 3/8 in; √2 x 4 = 5.657 in along the edge.
	if want := "1,left,left corner,4 3/8 in,111.125,4 in,101.6,184.15,"; !strings.HasPrefix(rows[1], want) || !strings.Contains(rows[1], "143.684") {
		t.Errorf("%s\nwant %s", rows[1], want)
	}
}

func TestPerforationStopsShortOfTheEdge(t *testing.T) {
	of := planOf(t, `"card":{"width":"5","height":"7"},"blank":{"style":"contour","variant":"angled","dash":"1/8 in","gap":"1/8 in","margin":"1/4 in"}`)
	part, err := TemplateOf(of.Result, "blank")
	if err != nil {
		t.Fatal(err)
	}
	// Creases of 5 1/4 and 7 1/4 in: (5 1/4 - 1/2 + 1/8) / (1/4) = 19 whole dashes, and (7 1/4 - 1/2 + 1/8) / (1/4) = 27.
	if len(part.Score) != 2*(19+27) {
		t.Errorf("%d dashes", len(part.Score))
	}
	for _, dash := range part.Score {
		if l := math.Hypot(dash[1][0]-dash[0][0], dash[1][1]-dash[0][1]); math.Abs(l-3.175) > 2e-3 {
			t.Errorf("a dash of %v mm", l)
		}
	}
}

func TestWhatGoesWithAnEnvelopeIsCutToo(t *testing.T) {
	of := planOf(t, `"card":{"width":"5","height":"5","thickness":"1/8 in"},"blank":{"style":"square-rescue","paper":"us-12x18"}`)
	for name, want := range map[string][2]int{"liner": {1, 1}, "band": {1, 4}, "strips": {2, 0}, "nest": {1, 4}} {
		part, err := TemplateOf(of.Result, name)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		if len(part.Cut) != want[0] || len(part.Score) != want[1] {
			t.Errorf("%s: %d cuts, %d scores, want %v", name, len(part.Cut), len(part.Score), want)
		}
		for _, pts := range part.Cut {
			if lo, hi := bounds(pts); lo[0] < -1e-3 || lo[1] < -1e-3 || hi[0] > part.Width+1e-3 || hi[1] > part.Height+1e-3 {
				t.Errorf("%s reaches from %v to %v on %v x %v", name, lo, hi, part.Width, part.Height)
			}
		}
	}
	if _, err := TemplateOf(planOf(t, `"envelope":"us-a7"`).Result, "strips"); err == nil {
		t.Error("strips for a card that does not slide")
	}
}

func TestFoldingEndsAsTheProofFoldsIt(t *testing.T) {
	of := planOf(t, boxJob)
	p := of.Plan
	frames := Folding(of.Result)
	last := frames[len(frames)-1]
	if len(frames) != 1+4*between || last.Step != 4 || last.Text != "Closed" {
		t.Fatalf("%d moments, the last %q at step %d", len(frames), last.Text, last.Step)
	}
	n := 0
	for _, s := range last.Drawing.Shapes {
		if s.Kind == "flap" {
			if fmt.Sprint(s.Points) != fmt.Sprint(p.Blanks[0].Geometry.Flaps[n].Folded) {
				t.Errorf("flap %d lies at %v", n, s.Points)
			}
			n++
		}
	}
	if n != 4 {
		t.Errorf("%d flaps down", n)
	}
	// A half swung flap stands on edge over the line it folds about.
	f := of.Result.Blanks[0].Main().Flaps[0]
	if lo, hi := bounds(swung(f, 0.5)); hi[0]-lo[0] > 2e-3 || math.Abs(lo[0]-f.Axis().A.X) > 2e-3 {
		t.Errorf("on edge it reaches from %v to %v", lo, hi)
	}
}

// A corner flap's glue runs along its two edges: its name stands between them, nearer the crease.
func TestNoFlapsNameLiesOnGlue(t *testing.T) {
	for _, fields := range []string{
		`"card":{"width":"5","height":"7"},"blank":{"style":"corner-fold"}`, `"card":{"width":"5","height":"5","thickness":"1/2"},"blank":{"style":"box"}`,
		`"unit":"mm","card":{"width":"100","height":"210"},"blank":{"style":"straight-fold"}`,
	} {
		of := planOf(t, fields)
		m := of.Result.Blanks[0]
		_, tabs := wallsOf(m.Main())
		for _, l := range All(of).Blanks[0].Labels {
			for _, g := range append(m.Glue(m.Main()), tabs...) {
				if l.Kind == "" && meets(g, l.At, letterHalf*float64(len(l.Text)), lineHalf) {
					t.Errorf("%s: %s stands on glue at %v", fields, l.Text, l.At)
				}
			}
		}
	}
}
