package check

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/trim"
)

// box is a part of a sheet, in hundredths of a micrometre so that sums are exact enough.
type box struct{ x, y, w, h float64 }

func same(a, b float64) bool { return math.Abs(a-b) < 0.002 }

func (b box) is(o box) bool {
	return same(b.x, o.x) && same(b.y, o.y) && same(b.w, o.w) && same(b.h, o.h)
}

// A trimmer cuts whole parts from edge to edge: every cut list, acted out on its
// sheets, gives the pieces it promises, where it says, and what is left over.
func TestCutListsGiveWhatTheyPromise(t *testing.T) {
	each(t, howMany(500), func(t *testing.T, m made) { promised(t, m.text, m.Plan) })
}

// promised acts a cut list out.
func promised(t *testing.T, text string, p *document.Plan) {
	t.Helper()
	cuts := p.CutPlan
	if slices.ContainsFunc(p.Warnings, func(n document.Note) bool { return n.Code == "cut-fault" }) {
		t.Errorf("%s: the search fell over", text)
	}
	if cuts.Problem != nil {
		return
	}
	got := map[string]int{}
	used := 0
	for _, s := range cuts.Sheets {
		used += s.Count
		act(t, text, s)
		for _, p := range s.Pieces {
			got[p.Piece] += s.Count
			fits(t, text, cuts, p)
		}
	}
	for _, want := range cuts.Pieces {
		if got[want.Name] < want.Count {
			t.Errorf("%s: %d of %s, want %d", text, got[want.Name], want.Name, want.Count)
		}
	}
	if used != cuts.SheetsUsed || used < cuts.LowerBound {
		t.Errorf("%s: %d sheets, said %d, at least %d", text, used, cuts.SheetsUsed, cuts.LowerBound)
	}
}

// mixed is a job whose paper comes from a few sheets of many sizes and papers.
func (m *maker) mixed() fields {
	sheet := func() string {
		return pick(m, "us-letter", "us-legal", "us-tabloid", "us-12x12", "us-12x18", "iso-a4", "iso-a3", "iso-a5")
	}
	j := fields{"format": "yellow-parcel-job", "version": 1, "quantity": 1 + m.IntN(45), "sheet": sheet()}
	c := fields{"fold": pick(m, "tent", "book", "flat")}
	if m.IntN(2) == 0 {
		j["envelope"] = pick(m, "us-a2", "us-a6", "us-a7", "us-a9", "iso-c6")
	} else {
		c["width"], c["height"] = m.length(3, 7), m.length(3, 7)
	}
	j["card"] = c
	layers := []any{}
	for range 1 + m.IntN(2) {
		l := fields{"border": pick(m, "1/8 in", "3/16 in", "1/4 in")}
		m.sometimes(l, 60, "paper", func() any { return pick(m, "Rose", "Kelp") })
		layers = append(layers, l)
	}
	j["layers"] = layers
	stock := []any{}
	for range 1 + m.IntN(3) {
		s := fields{"sheet": sheet(), "count": 1 + m.IntN(4)}
		m.sometimes(s, 25, "paper", func() any { return pick(m, "Rose", "Kelp") })
		stock = append(stock, s)
	}
	j["stock"] = stock
	return j
}

// A few sheets of mixed sizes are planned whatever lies there: the search never
// falls over, and what it says is cut.
func TestMixedStocksAreCut(t *testing.T) {
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 21))}
	for range 2 * howMany(250) {
		text, err := json.Marshal(m.mixed())
		if err != nil {
			t.Fatal(err)
		}
		planned(t, string(text), pipeline.Order{Whole: true, NoWays: true})
	}
}

// Jobs whose search once fell over: a sheet on hand was left with nothing in it
// when one to buy could be given up.
func TestASheetMayBeLeftEmpty(t *testing.T) {
	atLength := func(p trim.Problem) (*trim.Choices, error) {
		p.Steps = trim.ThoroughWork
		return trim.Choose(p)
	}
	const head = `{"format":"yellow-parcel-job","version":1,`
	for _, c := range []struct {
		job        string
		quantities []int
		solve      batch.Solver
	}{
		{`"envelope":"us-a6","card":{"fold":"tent"},"layers":["1/8 in",{"border":"1/8 in","paper":"Rose"}],"sheet":"us-tabloid","stock":[{"sheet":"iso-a4","count":2}]`, []int{34}, nil},
		{`"envelope":"us-a9","card":{"fold":"tent"},"layers":["1/8 in",{"border":"1/8 in","paper":"Rose"}],"sheet":"us-tabloid","stock":[{"sheet":"us-12x12","count":3}]`, []int{10, 13}, nil},
		{`"card":{"width":"5 5/8 in","height":"6 3/4 in","fold":"tent"},"layers":["3/16 in",{"border":"1/8 in","paper":"Rose"}],"sheet":"us-12x18","stock":[{"sheet":"iso-a4","count":2}]`, []int{10, 13, 17, 19, 25, 34, 40}, nil},
		{`"card":{"width":"5 5/8 in","height":"6 3/4 in","fold":"tent"},"layers":["3/16 in",{"border":"1/8 in","paper":"Rose"}],"sheet":"us-12x18","stock":[{"sheet":"iso-a4","count":2}]`, []int{13, 17, 19, 34}, atLength},
	} {
		for _, n := range c.quantities {
			planned(t, fmt.Sprintf(`%s"quantity":%d,%s}`, head, n, c.job), pipeline.Order{Whole: true, NoWays: true, Solve: c.solve})
		}
	}
}

// planned plans a job and acts its cut list out.
func planned(t *testing.T, text string, how pipeline.Order) {
	t.Helper()
	one, err := job.Read([]byte(text))
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	p, err := wholePlan(one, catalog.Standard(), how)
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	promised(t, text, p)
}

// fits holds a piece against what was wanted by its name.
func fits(t *testing.T, text string, cuts *document.CutPlan, p document.CutPiece) {
	for _, w := range cuts.Pieces {
		upright := same(p.Width.MM, w.Width.MM) && same(p.Height.MM, w.Height.MM)
		turned := same(p.Width.MM, w.Height.MM) && same(p.Height.MM, w.Width.MM)
		if w.Name == p.Piece && (upright && !p.Turned || turned && (p.Turned || upright)) {
			return
		}
	}
	t.Errorf("%s: a piece of %s x %s called %s", text, p.Width.Text, p.Height.Text, p.Piece)
}

// The steps make every cut of every sheet once, each after the one it needs, at
// the size that is set; and the guide is set on a mark of the ruler where the pieces are.
func steps(t *testing.T, text string, cuts *document.CutPlan, ruler float64) {
	t.Helper()
	made, on := map[string]int{}, true
	for _, p := range cuts.Pieces {
		for _, l := range []document.Length{p.Width, p.Height} {
			on = on && same(math.Round(l.MM/ruler)*ruler, l.MM)
		}
	}
	for _, s := range cuts.Steps {
		if on && !same(math.Round(s.Set.MM/ruler)*ruler, s.Set.MM) {
			t.Errorf("%s: the guide is set at %s", text, s.Set.Text)
		}
		strokes := 0
		for _, of := range strings.Split(s.Text, "; ") {
			m := stepText.FindStringSubmatch(of)
			if m == nil {
				t.Fatalf("%s: %q is no step", text, of)
			}
			at := letters(m[2])
			sheet := cuts.Sheets[at]
			if n, _ := strconv.Atoi(m[1]); n != sheet.Count {
				t.Errorf("%s: %q, of %d sheets", text, of, sheet.Count)
			}
			for _, name := range strings.Split(strings.ReplaceAll(m[3], "turn, ", ""), ", ") {
				n, _ := strconv.Atoi(name)
				made[sheet.Letter]++
				if n != made[sheet.Letter] || !same(sheet.Cuts[n-1].Set.MM, s.Set.MM) {
					t.Errorf("%s: cut %s%d at %s comes out of turn", text, sheet.Letter, n, s.Set.Text)
				}
				strokes += sheet.Count
			}
		}
		if strokes != s.Cuts || s.Strokes > strokes {
			t.Errorf("%s: step %d takes %d strokes, said %d, in piles %d", text, s.Step, strokes, s.Cuts, s.Strokes)
		}
	}
	for _, s := range cuts.Sheets {
		if made[s.Letter] != len(s.Cuts) {
			t.Errorf("%s: %d of %d cuts of sheet %s are made", text, made[s.Letter], len(s.Cuts), s.Letter)
		}
	}
	if cuts.Moves != len(cuts.Steps) {
		t.Errorf("%s: %d moves in %d steps", text, cuts.Moves, len(cuts.Steps))
	}
}

var stepText = regexp.MustCompile(`^(\d+) sheets? ([A-Z]+), cuts? (.*)$`)

// letters is the place of a layout by its letters: A, B, ... Z, AA.
func letters(name string) int {
	n := 0
	for _, r := range name {
		n = 26*n + int(r-'A') + 1
	}
	return n - 1
}

// Every plan to choose is cut as it says: what is chosen is kept by the job, and its figures are those promised.
func TestChoicesAreCutAsTheySay(t *testing.T) {
	chosen := 0
	each(t, howMany(250), func(t *testing.T, m made) {
		if m.Plan.CutPlan.Problem != nil {
			return
		}
		steps(t, m.text, m.Plan.CutPlan, marks[m.Plan.Ruler])
		for _, c := range m.Plan.CutPlan.Choices {
			if len(c.Aims) == 0 {
				continue
			}
			chosen++
			m.doc["cuts"] = c.Aims[0]
			j, text := typed(t, m.doc)
			p, err := wholePlan(j, catalog.Standard(), pipeline.Order{Whole: true, NoWays: true, Memory: known})
			if err != nil {
				t.Fatal(err)
			}
			cuts := p.CutPlan
			if cuts.SheetsUsed != c.Sheets || cuts.Moves != c.Moves || len(cuts.Sheets) != c.Layouts {
				t.Errorf("%s: %s has %d sheets, %d moves, %d layouts", text, c.Text, cuts.SheetsUsed, cuts.Moves, len(cuts.Sheets))
			}
			steps(t, text, cuts, marks[p.Ruler])
			for _, s := range cuts.Sheets {
				act(t, m.text, s)
			}
		}
		delete(m.doc, "cuts")
	})
	if chosen < 12 {
		t.Errorf("only %d plans were chosen", chosen)
	}
}

// act cuts a sheet cut by cut.
func act(t *testing.T, text string, s document.CutSheet) {
	parts := []box{{0, 0, s.Width.MM, s.Height.MM}}
	for _, c := range s.Cuts {
		done := false
		for i, p := range parts {
			across := same(c.From[1], c.To[1])
			var one, two box
			set := 0.0
			switch {
			case across && same(c.From[0], p.x) && same(c.To[0], p.x+p.w) && c.From[1] > p.y && c.From[1] < p.y+p.h:
				at := c.From[1] - p.y
				one, two, set = box{p.x, p.y, p.w, at}, box{p.x, p.y + at, p.w, p.h - at}, at
			case !across && same(c.From[1], p.y) && same(c.To[1], p.y+p.h) && c.From[0] > p.x && c.From[0] < p.x+p.w:
				at := c.From[0] - p.x
				one, two, set = box{p.x, p.y, at, p.h}, box{p.x + at, p.y, p.w - at, p.h}, at
			default:
				continue
			}
			whole := p.w
			if across {
				whole = p.h
			}
			if !same(c.Set.MM, set) && !same(c.Set.MM, whole-set) {
				t.Errorf("%s: sheet %s, cut %d is set at %s, and falls at %v of %v", text, s.Letter, c.Step, c.Set.Text, set, whole)
			}
			parts[i] = one
			parts = append(parts, two)
			done = true
			break
		}
		if !done {
			t.Errorf("%s: sheet %s, cut %d does not go from edge to edge of anything", text, s.Letter, c.Step)
			return
		}
	}
	left := len(parts)
	take := func(what string, b box) {
		for i, p := range parts {
			if p.is(b) {
				parts[i] = box{}
				left--
				return
			}
		}
		t.Errorf("%s: sheet %s is never cut to %s at %v", text, s.Letter, what, b)
	}
	for _, p := range s.Pieces {
		take(p.Piece, box{p.X.MM, p.Y.MM, p.Width.MM, p.Height.MM})
	}
	for _, o := range s.Offcuts {
		take("an offcut", box{o.X.MM, o.Y.MM, o.Width.MM, o.Height.MM})
	}
	if left != 0 {
		t.Errorf("%s: sheet %s is left in %d more parts", text, s.Letter, left)
	}
}
