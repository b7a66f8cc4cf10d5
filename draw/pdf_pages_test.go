package draw

import (
	"bytes"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

// printed is what is read back of a page of a template, in millimetres of the
// page, downwards: its window, the lines within it by pen, the lap marks, and
// where each text starts.
type printed struct {
	row, col int
	lo, hi   Point
	lines    map[string][][2]Point
	laps     [][2]Point
	texts    map[string]Point
}

var (
	printOp = regexp.MustCompile(`(\S+) (\S+) (\S+) RG|(\S+) G\n|(\S+) (\S+) (\S+) (\S+) re W n|(\S+) (\S+) m (\S+) (\S+) l S|BT (\S+) (\S+) Td \(((?s).*?)\) Tj|\nQ\n`)
	pageAt  = regexp.MustCompile(`row (\d+), column (\d+)`)
	pens    = map[string]string{"0.788": "glue", "0.122": "score", "0.541": "mark", "0.078": "cut"}
)

func readPages(t *testing.T, file []byte) (out []printed) {
	t.Helper()
	for _, text := range streams(t, file) {
		if strings.Contains(text, " re W n") {
			out = append(out, readPage(text))
		}
	}
	return out
}

func readPage(text string) printed {
	p := printed{row: 1, col: 1, lines: map[string][][2]Point{}, texts: map[string]Point{}}
	pen, inside := "", false
	for _, op := range printOp.FindAllStringSubmatch(text, -1) {
		at := func(i int) Point {
			x, _ := strconv.ParseFloat(op[i], 64)
			y, _ := strconv.ParseFloat(op[i+1], 64)
			return Point{x * mmPt, -y * mmPt}
		}
		switch {
		case op[1] != "" || op[4] != "":
			pen = op[1] + op[4]
		case op[5] != "":
			inside = true
			size := at(7)
			p.lo = at(5)
			p.hi = Point{p.lo[0] + size[0], p.lo[1] + size[1]}
			// The window is cut a hair wider than the page's share.
			p.lo, p.hi = Point{p.lo[0] + 0.2, p.lo[1] + 0.2}, Point{p.hi[0] - 0.2, p.hi[1] - 0.2}
		case op[9] != "" && inside:
			p.lines[pens[pen]] = append(p.lines[pens[pen]], [2]Point{at(9), at(11)})
		case op[9] != "" && p.hi != (Point{}):
			p.laps = append(p.laps, [2]Point{at(9), at(11)})
		case op[13] != "":
			words := strings.ReplaceAll(op[15], "\x00", "")
			if n := pageAt.FindStringSubmatch(words); n != nil {
				p.row, _ = strconv.Atoi(n[1])
				p.col, _ = strconv.Atoi(n[2])
			}
			p.texts[words] = at(13)
		default:
			inside = false
		}
	}
	return p
}

func nearly(a, b Point) bool { return math.Hypot(a[0]-b[0], a[1]-b[1]) < 0.03 }

// marked tells whether a page has a lap mark along a line, from side to side.
func (p printed) marked(across bool, at float64) bool {
	for _, l := range p.laps {
		if across && math.Abs(l[0][1]-at) < 0.03 && math.Abs(l[0][1]-l[1][1]) < 0.03 && nearly(l[0], Point{p.lo[0], at}) && nearly(l[1], Point{p.hi[0], at}) {
			return true
		}
		if !across && math.Abs(l[0][0]-at) < 0.03 && nearly(l[0], Point{at, p.lo[1]}) && nearly(l[1], Point{at, p.hi[1]}) {
			return true
		}
	}
	return false
}

// Laid on their lap marks the pages of a template show one part: every line is
// where it is on the part, on every page, and so is every note.
func TestPagesLaidTogetherAreThePart(t *testing.T) {
	for _, fields := range []string{
		`"unit":"mm","card":{"width":"200","height":"260"},"blank":{"style":"corner-fold"}`,
		`"card":{"width":"9","height":"12"},"blank":{"style":"straight-fold"}`,
		`"card":{"width":"8","height":"10","thickness":"3/8"},"blank":{"style":"box"}`,
		`"unit":"mm","card":{"width":"300","height":"300"},"blank":{"style":"wrap"}`,
	} {
		of := planOf(t, fields)
		part, err := TemplateOf(of.Result, "blank")
		if err != nil {
			t.Fatal(err)
		}
		var b bytes.Buffer
		if err := Write(&b, of, "pdf", "blank"); err != nil {
			t.Fatal(err)
		}
		pages := readPages(t, b.Bytes())
		if len(pages) < 2 {
			t.Fatalf("%s: %d pages", fields, len(pages))
		}
		laidTogether(t, fields, pages, part)
	}
}

func laidTogether(t *testing.T, what string, pages []printed, part Template) {
	first := pages[0]
	for _, p := range pages {
		// Each page's place: a lap of 10 mm for every page before it.
		wide, high := first.hi[0]-first.lo[0]-10, first.hi[1]-first.lo[1]-10
		place := Point{float64(p.col-first.col) * wide, float64(p.row-first.row) * high}
		for pen, lines := range first.lines {
			if len(p.lines[pen]) != len(lines) {
				t.Fatalf("%s: %d lines of %s, %d on the first page", what, len(p.lines[pen]), pen, len(lines))
			}
			for i, l := range p.lines[pen] {
				for k, q := range l {
					if !nearly(Point{q[0] + place[0], q[1] + place[1]}, lines[i][k]) {
						t.Errorf("%s, row %d column %d: %s line %d is elsewhere", what, p.row, p.col, pen, i)
					}
				}
			}
		}
		for _, o := range pages {
			switch {
			case o.row == p.row && o.col == p.col+1: // its neighbour's edge is its mark, and its own edge the neighbour's
				if !p.marked(false, o.lo[0]+wide) || !o.marked(false, p.hi[0]-wide) {
					t.Errorf("%s: pages %d and %d of row %d lap elsewhere than marked", what, p.col, o.col, p.row)
				}
			case o.col == p.col && o.row == p.row+1:
				if !p.marked(true, o.lo[1]+high) || !o.marked(true, p.hi[1]-high) {
					t.Errorf("%s: pages %d and %d of column %d lap elsewhere than marked", what, p.row, o.row, p.col)
				}
			}
		}
		for words, at := range p.texts {
			if in, ok := first.texts[words]; ok && !pageAt.MatchString(words) && isNote(words, part) && !nearly(Point{at[0] + place[0], at[1] + place[1]}, in) {
				t.Errorf("%s, row %d column %d: %q is elsewhere", what, p.row, p.col, words)
			}
		}
	}
	onThePart(t, what, first, part)
}

func isNote(words string, part Template) bool {
	for _, n := range part.Notes {
		if n.Text == words {
			return true
		}
	}
	return false
}

// onThePart holds a page's lines and notes against the part, laid as it is or a quarter round.
func onThePart(t *testing.T, what string, p printed, part Template) {
	for _, laid := range []Template{part, turned(part)} {
		cut := laid.Cut[0]
		from := p.lines["cut"][0][1] // lines run from the corner before: the first ends at the first corner
		dx, dy := from[0]-cut[0][0], from[1]-cut[0][1]
		fits := func(all [][]Point, lines [][2]Point) bool {
			n := 0
			for _, pts := range all {
				for _, q := range pts {
					found := false
					for _, l := range lines {
						found = found || nearly(l[0], Point{q[0] + dx, q[1] + dy}) || nearly(l[1], Point{q[0] + dx, q[1] + dy})
					}
					if !found {
						return false
					}
					n++
				}
			}
			return n > 0 || len(lines) == 0
		}
		if !fits(laid.Cut, p.lines["cut"]) {
			continue
		}
		if !fits(laid.Score, p.lines["score"]) || !fits(laid.Glue, p.lines["glue"]) || !fits(laid.Mark, p.lines["mark"]) {
			t.Errorf("%s: scores, glue or marks are off the part", what)
		}
		for _, n := range laid.Notes {
			start, ok := p.texts[n.Text]
			if !ok {
				continue // set as a fraction, in more than one run
			}
			set := newTypesetter(newPDF("mm", ""))
			middle := Point{start[0] + set.width(n.Text, style{false, noteType})/2, start[1] - 0.35*noteType*mmPt}
			if !nearly(middle, Point{n.At[0] + dx, n.At[1] + dy}) {
				t.Errorf("%s: %q stands at %v, its place is %v", what, n.Text, middle, Point{n.At[0] + dx, n.At[1] + dy})
			}
		}
		return
	}
	t.Errorf("%s: the cut is another part's", what)
}
