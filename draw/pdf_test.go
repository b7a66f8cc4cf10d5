package draw

import (
	"bytes"
	"compress/zlib"
	"errors"
	"fmt"
	"io"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
)

var (
	stream  = regexp.MustCompile(`(?s)stream\n(.*?)\nendstream`)
	pdfLine = regexp.MustCompile(`(-?[0-9.]+) (-?[0-9.]+) m (-?[0-9.]+) (-?[0-9.]+) l S`)
)

// streams are the packed parts of a PDF, its pages among them, unpacked.
func streams(t *testing.T, file []byte) (out []string) {
	t.Helper()
	for _, m := range stream.FindAllSubmatch(file, -1) {
		z, err := zlib.NewReader(bytes.NewReader(m[1]))
		if err != nil {
			continue
		}
		text, err := io.ReadAll(z)
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, string(text))
	}
	return out
}

// lines are the straight lines of a PDF, by page, as lengths in millimetres across and down.
func lines(t *testing.T, file []byte) (pages [][][2]float64) {
	t.Helper()
	for _, text := range streams(t, file) {
		var page [][2]float64
		for _, s := range pdfLine.FindAllStringSubmatch(text, -1) {
			var v [4]float64
			for i := range v {
				v[i], _ = strconv.ParseFloat(s[i+1], 64)
			}
			page = append(page, [2]float64{math.Abs(v[2]-v[0]) * 25.4 / 72, math.Abs(v[3]-v[1]) * 25.4 / 72})
		}
		if page != nil {
			pages = append(pages, page)
		}
	}
	return pages
}

func has(page [][2]float64, across, down float64) bool {
	return slices.ContainsFunc(page, func(l [2]float64) bool { return math.Abs(l[0]-across) < 0.02 && math.Abs(l[1]-down) < 0.02 })
}

func TestPrintedPartsAreTrueToSize(t *testing.T) {
	of := planOf(t, `"envelope":"us-a7"`)
	var b bytes.Buffer
	if err := Write(&b, of, "pdf", "base"); err != nil {
		t.Fatal(err)
	}
	// 10 x 7 in is 254 x 177.8 mm: a letter page laid on its side leaves 259.4 x 179.9.
	pages := lines(t, b.Bytes())
	if len(pages) != 1 {
		t.Fatalf("%d pages", len(pages))
	}
	for i, page := range pages {
		if !has(page, 50, 0) || !has(page, 50.8, 0) {
			t.Errorf("page %d has no check ruler of 50 mm and 2 in", i+1)
		}
		if !has(page, 254, 0) || !has(page, 0, 177.8) {
			t.Errorf("page %d does not draw the base at its size", i+1)
		}
	}
}

// rhombus is a square blank standing on its corner, which leaves corners of its pages empty.
func rhombus(side float64) Template {
	h := side / math.Sqrt2
	return Template{Width: 2 * h, Height: 2 * h, Cut: [][]Point{{{h, 0}, {2 * h, h}, {h, 2 * h}, {0, h}}}}
}

func oblong(w, h float64) Template {
	return Template{Width: w, Height: h, Cut: [][]Point{{{0, 0}, {w, 0}, {w, h}, {0, h}}}}
}

func TestTemplatesTakeTheFewestPages(t *testing.T) {
	for _, c := range []struct {
		name string
		of   Template
		want int
	}{
		// 228.6 x 330.2 mm: upright two columns of 195.9, the part turned, lapping by 10, reach 381.8.
		{"9 x 13 in", oblong(228.6, 330.2), 2},
		{"7 x 9 in", oblong(177.8, 228.6), 1},
		// Two pages of 259.4 by 179.9, lapped, make 259.4 x 349.8.
		{"10 x 12 in", oblong(254, 304.8), 2},
		{"20 x 20 in", oblong(508, 508), 6},
	} {
		if got := spreadOver(c.of, 215.9, 279.4); len(got.pages) != c.want {
			t.Errorf("%s takes %d pages, want %d", c.name, len(got.pages), c.want)
		}
	}
}

// Every line is on some page that is printed, and every page that is printed has lines.
func TestPagesCarryEveryLineAndNoneIsEmpty(t *testing.T) {
	for side := 40.0; side < 700; side += 13.3 {
		for _, p := range []Template{rhombus(side), oblong(side, side*1.4), oblong(side/3, side*2)} {
			s := spreadOver(p, 210, 297)
			if n := tiles(p.Width, 190) * tiles(p.Height, 261); len(s.pages) > n {
				t.Fatalf("%v x %v takes %d pages, laid upright %d", p.Width, p.Height, len(s.pages), n)
			}
			shown := func(q Point) bool {
				return slices.ContainsFunc(s.pages, func(at tile) bool {
					x, y := s.corner(at)
					return q[0] > x-1e-6 && q[0] < x+s.roomW+1e-6 && q[1] > y-1e-6 && q[1] < y+s.roomH+1e-6
				})
			}
			pts := s.part.Cut[0]
			for i, a := range pts {
				b := pts[(i+1)%len(pts)]
				for k := range 200 {
					f := float64(k) / 200
					if q := (Point{a[0] + f*(b[0]-a[0]), a[1] + f*(b[1]-a[1])}); !shown(q) {
						t.Fatalf("%v x %v: %v is on no page", p.Width, p.Height, q)
					}
				}
			}
			for _, at := range s.pages {
				if !s.inked(at) {
					t.Errorf("%v x %v: page %v is empty", p.Width, p.Height, at)
				}
			}
		}
	}
}

func TestTilesCoverThePart(t *testing.T) {
	for length := 1.0; length < 3000; length += 3.7 {
		n := tiles(length, 195.9)
		covered := 195.9 + float64(n-1)*(195.9-pageLap)
		if covered < length || n > 1 && covered-(195.9-pageLap) >= length {
			t.Fatalf("%d pages for %v mm", n, length)
		}
	}
}

func TestCutListFiles(t *testing.T) {
	of := planOf(t, `"title":"Lantern × week","quantity":80,"envelope":"us-a7","layers":["1/8"]`)
	p := of.Plan
	var b bytes.Buffer
	if err := Write(&b, of, "csv", Cuts); err != nil {
		t.Fatal(err)
	}
	rows := strings.Split(strings.TrimSpace(b.String()), "\n")
	cuts := 0
	for _, s := range p.CutPlan.Sheets {
		cuts += len(s.Cuts)
	}
	first := p.CutPlan.Sheets[0]
	want := fmt.Sprintf("A1,%s,%v,A,Letter,,%d", first.Cuts[0].Set.Text, first.Cuts[0].Set.MM, first.Count)
	if len(rows) != cuts+1 || rows[1] != want {
		t.Errorf("%d rows, %q, want %q", len(rows), rows[1], want)
	}
	b.Reset()
	if err := Write(&b, of, "pdf", Cuts); err != nil || !bytes.HasPrefix(b.Bytes(), []byte("%PDF-")) || len(lines(t, b.Bytes())) == 0 {
		t.Errorf("%v, %d bytes", err, b.Len())
	}
	b.Reset()
	if err := Write(&b, of, "svg", "ladder"); err != nil || strings.Count(b.String(), "<path") != len(p.Ladder) {
		t.Errorf("%v, %s", err, b.String())
	}
	for _, c := range [][2]string{{"svg", Cuts}, {"csv", "base"}, {"gif", "base"}, {"svg", "kite"}} {
		var cannot *FileError
		if err := Write(io.Discard, of, c[0], c[1]); !errors.As(err, &cannot) {
			t.Errorf("%v: %v", c, err)
		}
	}
}
