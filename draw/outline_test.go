package draw

import (
	"bytes"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"yellow-parcel/core/shape"
)

func svg(attrs, inside string) []byte {
	return []byte(fmt.Sprintf(`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" %s>%s</svg>`, attrs, inside))
}

func TestSilhouettesByHand(t *testing.T) {
	const mm = `width="200mm" height="200mm" viewBox="0 0 200 200"`
	for _, c := range []struct {
		name, attrs, inside string
		w, h                float64
	}{
		{"a rectangle in millimetres", mm, `<rect x="10" y="20" width="120" height="80"/>`, 120, 80},
		{"turned, in a group that is moved", mm, `<g transform="translate(100 50)"><rect width="120" height="80" transform="rotate(30)"/></g>`, 120, 80},
		{"a path with short letters and no spaces", mm, `<path d="M10 10h120v80h-120z"/>`, 120, 80},
		{"relative moves", mm, `<path d="m10,10 100,0 0-5.5.0 5.5 0,50-100,0z"/>`, 100, 55.5},
		{"no view box: a 96th of an inch", ``, `<polygon points="0,0 96,0 96,192 0,192"/>`, 50.8, 25.4},
		{"inches, and a view box of its own", `width="4in" height="2in" viewBox="0 0 8 4"`, `<rect width="8" height="4"/>`, 101.6, 50.8},
		{"a circle", mm, `<circle cx="50" cy="50" r="40"/>`, 80, 80},
		{"half a circle by an arc", mm, `<path d="M10 100A40 40 0 0 1 90 100Z"/>`, 80, 40},
		{"flags right before numbers", mm, `<path d="M10 100a40 40 0 0180 0z"/>`, 80, 40},
		{"a curve as far as its middle", mm, `<path d="M0 0C0 40 100 40 100 0Z"/>`, 100, 30},
		{"scaled and skewed", mm, `<g transform="scale(2) skewX(0)"><rect width="30" height="20"/></g>`, 60, 40},
		{"what is defined but not drawn", mm, `<defs><rect width="190" height="190"/></defs><rect width="50" height="40"/>`, 50, 40},
		{"two pieces together", mm, `<rect width="20" height="60"/><rect x="80" width="20" height="60"/>`, 100, 60},
	} {
		s, err := ReadSVG(svg(c.attrs, c.inside))
		if err != nil {
			t.Errorf("%s: %v", c.name, err)
			continue
		}
		w, h := max(s.Width, s.Height), min(s.Width, s.Height)
		// Round shapes are drawn in short straight pieces.
		if math.Abs(w-c.w) > 0.06 || math.Abs(h-c.h) > 0.06 {
			t.Errorf("%s: %.3f x %.3f, want %v x %v", c.name, w, h, c.w, c.h)
		}
	}
}

// Curves by hand: where a cubic and a quadratic one are at a quarter and a half of
// their way, the smooth ones with the control point mirrored, an arc on its circle.
func TestCurvesByHand(t *testing.T) {
	for path, through := range map[string][]shape.Point{
		// (27 a + 27 b + 9 c + d) / 64, and (a + 3 b + 3 c + d) / 8.
		"M0 0C0 40 100 40 100 0": {{X: 15.625, Y: 22.5}, {X: 50, Y: 30}},
		// The mirrored point is 100, -40.
		"M0 0C0 40 100 40 100 0S200 -40 200 0": {{X: 50, Y: 30}, {X: 115.625, Y: -22.5}, {X: 150, Y: -30}},
		"m0 0c0 40 100 40 100 0s100 -40 100 0": {{X: 115.625, Y: -22.5}, {X: 150, Y: -30}, {X: 200, Y: 0}},
		// After a line there is nothing to mirror: the point is where the pen is.
		"M0 0L100 0S200 -40 200 0": {{X: 150, Y: -15}},
		// (9 a + 6 b + c) / 16, and (a + 2 b + c) / 4.
		"M0 0Q50 40 100 0":           {{X: 25, Y: 15}, {X: 50, Y: 20}},
		"M0 0Q50 40 100 0T200 0":     {{X: 125, Y: -15}, {X: 150, Y: -20}},
		"M0 0q50 40 100 0t100 0":     {{X: 125, Y: -15}, {X: 150, Y: -20}},
		"M10 100A40 40 0 0 1 90 100": {{X: 50, Y: 60}, {X: 90, Y: 100}},
		"M10 100A40 40 0 0 0 90 100": {{X: 50, Y: 140}},
		"M10 100a40 40 0 0 1 80 0":   {{X: 50, Y: 60}},
		// Twice as wide as high: a quarter of the ellipse round 0, 0.
		"M-80 0A80 40 0 0 1 0 -40": {{X: -80 * math.Sqrt2 / 2, Y: -40 * math.Sqrt2 / 2}},
		// A quarter turned, it is as high as it was wide.
		"M0 -80A80 40 90 0 1 40 0": {{X: 40 * math.Sqrt2 / 2, Y: -80 * math.Sqrt2 / 2}},
		// Too small to reach: as large as it must be, a half circle.
		"M0 0A1 1 0 0 1 100 0": {{X: 50, Y: -50}},
		// The long way round a circle about 40, 0 from its left to its foot: half of it is an eighth past the top.
		"M0 0A40 40 0 1 1 40 40": {{X: 40 + 40*math.Sqrt2/2, Y: -40 * math.Sqrt2 / 2}},
	} {
		lines, err := pathLines(path)
		if err != nil || len(lines) != 1 {
			t.Errorf("%s: %d lines, %v", path, len(lines), err)
			continue
		}
		for _, want := range through {
			near := math.Inf(1)
			for _, q := range lines[0] {
				near = min(near, q.Dist(want))
			}
			if near > 1e-9 {
				t.Errorf("%s is %v away from %v", path, near, want)
			}
		}
	}
}

// The page by hand: user units by width, height and view box, which may begin elsewhere
// and be of another shape than the page.
func TestPagesOfOutlinesByHand(t *testing.T) {
	for _, c := range []struct {
		attrs  string
		at, to Point
	}{
		{`width="100mm" height="50mm" viewBox="0 0 200 100"`, Point{20, 10}, Point{10, 5}},
		{`width="100mm" height="50mm" viewBox="20 10 200 100"`, Point{20, 10}, Point{0, 0}},
		{`width="2in"  viewBox="0 0 8 4"`, Point{8, 4}, Point{50.8, 25.4}},
		{`height="1in" viewBox="0 0 8 4"`, Point{8, 4}, Point{50.8, 25.4}},
		{``, Point{96, 48}, Point{25.4, 12.7}},
	} {
		attr := map[string]string{}
		for _, m := range regexp.MustCompile(`(\w+)="([^"]*)"`).FindAllStringSubmatch(c.attrs, -1) {
			attr[m[1]] = m[2]
		}
		m, err := page(attr)
		if got := m.put(c.at[0], c.at[1]); err != nil || math.Hypot(got.X-c.to[0], got.Y-c.to[1]) > 1e-9 {
			t.Errorf("%s: %v lies at %v, not %v; %v", c.attrs, c.at, got, c.to, err)
		}
	}
	for _, wrong := range []string{"1 2 three 4", "0 0 1e99 2"} {
		if _, err := page(map[string]string{"viewBox": wrong}); err == nil || !strings.Contains(err.Error(), "viewBox: ") {
			t.Errorf("%s: %v", wrong, err)
		}
	}
}

func TestHostileOutlinesAreRefusedInWords(t *testing.T) {
	for name, c := range map[string]struct{ file, want string }{
		"nothing":        {"", "not an SVG file"},
		"not XML":        {"hello", "not an SVG file"},
		"another kind":   {"<html></html>", `"html" is not an SVG file`},
		"cut short":      {`<svg><g>`, "not readable"},
		"entities":       {`<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg>&a;</svg>`, "declares entities"},
		"no size":        {`<svg><rect width="0" height="5"/></svg>`, "nothing is drawn"},
		"on one line":    {`<svg><line x1="1" y1="1" x2="50" y2="50"/></svg>`, "nothing is drawn"},
		"a wrong path":   {`<svg><path d="M 1 1 L 2"/></svg>`, "is not a number"},
		"a wrong letter": {`<svg><path d="M1 1 R 5 5"/></svg>`, "no letter of a path"},
		"no start":       {`<svg><path d="L5 5"/></svg>`, "should start with M"},
		"a wrong turn":   {`<svg><g transform="spin(5)"/></svg>`, "is not understood"},
		"huge":           {`<svg><rect width="1e8" height="1e8"/></svg>`, "further off"},
		"not a number":   {`<svg><g transform="matrix(1e9 0 0 1e9 1e9 1e9)"><g transform="matrix(1e9 0 0 1e9 1e9 1e9)"><rect width="9" height="9"/></g></g></svg>`, "further off"},
		"an empty page":  {`<svg viewBox="0 0 0 0"><rect width="9" height="9"/></svg>`, "no size"},
		"a wrong width":  {`<svg width="wide" viewBox="0 0 1 1"/>`, "is not a length"},
		"too deep":       {strings.Repeat("<svg>", 100), "too deep"},
		"too many":       {"<svg><path d=\"M0 0" + strings.Repeat("h1", mostPoints+9) + "\"/></svg>", "more points"},
		"too many arcs":  {"<svg><path d=\"M0 0" + strings.Repeat("a9 9 0 1 1 9 9", 45_000) + "\"/></svg>", "more points"},
		"too large":      {strings.Repeat(" ", MaxOutline+1), "larger than an outline"},
	} {
		s, err := ReadSVG([]byte(c.file))
		if err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: %v, %v; want %q", name, s.Width, err, c.want)
		}
	}
}

func FuzzReadSVG(f *testing.F) {
	f.Add(svg(`viewBox="0 0 9 9"`, `<path d="M1 1C2 2 3 3 4 1S5 5 6 6Q1 2 3 4T5 6A1 2 3 0 1 7 8z"/>`))
	f.Add(svg(``, `<g transform="rotate(3,4,5)"><ellipse rx="3" ry="4"/><polyline points="1,2 3,4"/></g>`))
	files, _ := filepath.Glob("testdata/*.svg")
	for _, name := range files {
		if text, err := os.ReadFile(name); err == nil {
			f.Add(text)
		}
	}
	f.Fuzz(func(t *testing.T, file []byte) {
		s, err := ReadSVG(file)
		if err != nil {
			if strings.Contains(err.Error(), "%!") && !bytes.Contains(file, []byte("%!")) {
				t.Errorf("%q", err)
			}
			return
		}
		if !(s.Width > 0 && s.Height > 0) || math.IsInf(s.Width*s.Height, 0) {
			t.Errorf("%v x %v", s.Width, s.Height)
		}
	})
}
