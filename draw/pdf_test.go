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
	segment = regexp.MustCompile(`(-?[0-9.]+) (-?[0-9.]+) m (-?[0-9.]+) (-?[0-9.]+) l S`)
)

// lines are the straight lines of a PDF, by page, as lengths in millimetres across and down.
func lines(t *testing.T, file []byte) (pages [][][2]float64) {
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
		var page [][2]float64
		for _, s := range segment.FindAllStringSubmatch(string(text), -1) {
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
	p := planOf(t, `"envelope":"us-a7"`)
	var b bytes.Buffer
	if err := Write(&b, p, "pdf", "base"); err != nil {
		t.Fatal(err)
	}
	// 10 x 7 in is 254 x 177.8 mm: a letter page leaves 195.9 across, so it takes two pages side by side.
	pages := lines(t, b.Bytes())
	if len(pages) != 2 {
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
	p := planOf(t, `"title":"Lantern × week","quantity":80,"envelope":"us-a7","layers":["1/8"]`)
	var b bytes.Buffer
	if err := Write(&b, p, "csv", Cuts); err != nil {
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
	if err := Write(&b, p, "pdf", Cuts); err != nil || !bytes.HasPrefix(b.Bytes(), []byte("%PDF-")) || len(lines(t, b.Bytes())) == 0 {
		t.Errorf("%v, %d bytes", err, b.Len())
	}
	b.Reset()
	if err := Write(&b, p, "svg", "ladder"); err != nil || strings.Count(b.String(), "<path") != len(p.Ladder) {
		t.Errorf("%v, %s", err, b.String())
	}
	for _, c := range [][2]string{{"svg", Cuts}, {"csv", "base"}, {"gif", "base"}, {"svg", "kite"}} {
		var cannot *FileError
		if err := Write(io.Discard, p, c[0], c[1]); !errors.As(err, &cannot) {
			t.Errorf("%v: %v", c, err)
		}
	}
}
