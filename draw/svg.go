package draw

import (
	"encoding/xml"
	"fmt"
	"io"
	"strconv"
	"strings"
)

var svgFormat = Format{
	Name: "svg", Media: "image/svg+xml", Extension: "svg", Says: "true size; cut, score and glue in groups of their own",
	Outline: func(w io.Writer, p Template, _ Source) error { return SVG(w, p) },
}

// SVG writes a part at true size: one user unit is one millimetre. Cuts,
// scores, glue and dimensions are groups of their own, told apart by id and stroke.
func SVG(w io.Writer, p Template) error {
	var b strings.Builder
	width, height := number(p.Width), number(p.Height)
	fmt.Fprintf(&b, `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="%smm" height="%smm" viewBox="0 0 %s %s">
  <title>%s</title>
`, width, height, width, height, escape(p.Name))
	group(&b, "glue", `fill="none" stroke="#c98a00" stroke-width="0.2" stroke-dasharray="0.6 0.6"`, p.Glue, "Z")
	group(&b, "score", `fill="none" stroke="#1f5fbf" stroke-width="0.2" stroke-dasharray="3 2"`, p.Score, "")
	if len(p.Mark) > 0 {
		group(&b, "mark", `fill="none" stroke="#8a8a8a" stroke-width="0.2"`, p.Mark, "")
	}
	group(&b, "cut", `fill="none" stroke="#d1332e" stroke-width="0.2"`, p.Cut, "Z")
	b.WriteString(`  <g id="dimension" fill="#444444" font-family="sans-serif" font-size="4" text-anchor="middle">` + "\n")
	for _, n := range p.Notes {
		fmt.Fprintf(&b, "    <text x=\"%s\" y=\"%s\">%s</text>\n", number(n.At[0]), number(n.At[1]), escape(n.Text))
	}
	b.WriteString("  </g>\n</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

func group(b *strings.Builder, id, style string, paths [][]Point, end string) {
	fmt.Fprintf(b, "  <g id=%q %s>\n", id, style)
	for _, pts := range paths {
		b.WriteString(`    <path d="M`)
		for i, q := range pts {
			if i > 0 {
				b.WriteString(" L")
			}
			b.WriteString(number(q[0]) + " " + number(q[1]))
		}
		b.WriteString(end + "\"/>\n")
	}
	b.WriteString("  </g>\n")
}

// number writes millimetres to the thousandth, without a negative zero.
func number(v float64) string {
	s := strconv.FormatFloat(v, 'f', 3, 64)
	if s = strings.TrimRight(strings.TrimRight(s, "0"), "."); s == "-0" {
		return "0"
	}
	return s
}

func escape(s string) string {
	var b strings.Builder
	// Writing to a strings.Builder cannot fail.
	_ = xml.EscapeText(&b, []byte(s))
	return b.String()
}
