package draw

import (
	_ "embed" // the fonts
	"regexp"
	"strings"
	"unicode/utf8"

	"codeberg.org/go-pdf/fpdf"
)

// The screens' own typeface, for paper (SIL Open Font License, beside it): Latin
// letters and the signs that figures need.
var (
	//go:embed fonts/asap-regular.ttf
	regularFont []byte
	//go:embed fonts/asap-bold.ttf
	boldFont []byte
)

// typesetter sets text on a PDF's pages, fractions as proper fractions.
type typesetter struct{ f *fpdf.Fpdf }

func newTypesetter(f *fpdf.Fpdf) typesetter {
	f.AddUTF8FontFromBytes("asap", "", regularFont)
	f.AddUTF8FontFromBytes("asap", "B", boldFont)
	return typesetter{f}
}

// A style is a weight and a size in points.
type style struct {
	bold   bool
	points float64
}

// A fraction's figures are set smaller, one raised and one a little low.
const (
	small  = 0.66
	raised = 0.36 // of the type's size, up
	sunk   = 0.06 // down
	mmPt   = 25.4 / 72
)

var fraction = regexp.MustCompile(`\d+/\d+`)

// run is a stretch of text of one size, moved up by so much of the whole size.
type run struct {
	text string
	size float64
	up   float64
}

func runs(text string) []run {
	text = lettered(text)
	var out []run
	at := 0
	for _, m := range fraction.FindAllStringIndex(text, -1) {
		over, under, _ := strings.Cut(text[m[0]:m[1]], "/")
		// The space before a fraction is a hair, as between a whole and its part.
		before := strings.TrimSuffix(text[at:m[0]], " ")
		if before != text[at:m[0]] && !endsInFigure(before) {
			before += " "
		}
		out = append(out, run{before, 1, 0}, run{over, small, raised}, run{"/", 1, 0}, run{under, small, -sunk})
		at = m[1]
	}
	return append(out, run{text[at:], 1, 0})
}

func endsInFigure(s string) bool {
	r, _ := utf8.DecodeLastRuneInString(s)
	return r >= '0' && r <= '9'
}

// lettered puts a question mark for letters that the font has not, so that nothing is left out unsaid.
func lettered(text string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r >= ' ' && r < 0x17f, strings.ContainsRune("–—‘’“”„†•…‰⁄€−×≤≥", r):
			return r
		case r == '✓':
			return '+'
		case r == '✕':
			return '-'
		}
		return '?'
	}, text)
}

func (t typesetter) use(s style, part float64) {
	weight := ""
	if s.bold {
		weight = "B"
	}
	t.f.SetFont("asap", weight, s.points*part)
}

// width is how wide a text is set, in millimetres.
func (t typesetter) width(text string, s style) float64 {
	w := 0.0
	for _, p := range runs(text) {
		t.use(s, p.size)
		w += t.f.GetStringWidth(p.text)
	}
	return w
}

// set writes a text from a place on its baseline, and gives where it ends.
func (t typesetter) set(x, y float64, text string, s style) float64 {
	for _, p := range runs(text) {
		t.use(s, p.size)
		t.f.Text(x, y-p.up*s.points*mmPt, p.text)
		x += t.f.GetStringWidth(p.text)
	}
	return x
}

// centred writes a text round a place.
func (t typesetter) centred(x, y float64, text string, s style) {
	t.set(x-t.width(text, s)/2, y+0.35*s.points*mmPt, text, s)
}

// lines breaks a text where it is as wide as there is room for.
func (t typesetter) lines(text string, s style, room float64) []string {
	var out []string
	line := ""
	for _, word := range strings.Fields(text) {
		longer := strings.TrimSpace(line + " " + word)
		if line != "" && t.width(longer, s) > room {
			out, longer = append(out, line), word
		}
		line = longer
	}
	return append(out, line)
}
