package draw

import (
	"fmt"
	"io"
	"math"
	"strings"
)

// A plotter counts forty units to the millimetre.
const plotterUnits = 40

// The pens of a plotter file: a cutting plotter holds a scoring tool in the
// first, so that the paper is scored while it still lies flat and whole.
const (
	scorePen = 1
	cutPen   = 2
	gluePen  = 3
)

var hpglFormat = Format{
	Name: "hpgl", Media: "application/vnd.hp-hpgl", Extension: "plt", Says: "strokes for a plotter: pen 1 scores, pen 2 cuts, pen 3 outlines the glue",
	Outline: func(w io.Writer, p Template, _ Source) error { return HPGL(w, p) },
}

// HPGL writes a part as plotter strokes, y up the page from its foot: scores
// with pen 1, cuts with pen 2, the outlines of glue with pen 3.
func HPGL(w io.Writer, p Template) error {
	var b strings.Builder
	b.WriteString("IN;PA;")
	strokes(&b, scorePen, p.Height, p.Score, false)
	strokes(&b, gluePen, p.Height, p.Glue, true)
	strokes(&b, cutPen, p.Height, p.Cut, true)
	b.WriteString("PU0,0;SP0;\n")
	_, err := io.WriteString(w, b.String())
	return err
}

func strokes(b *strings.Builder, pen int, height float64, paths [][]Point, closed bool) {
	if len(paths) == 0 {
		return
	}
	fmt.Fprintf(b, "SP%d;\n", pen)
	at := func(q Point) string {
		return fmt.Sprintf("%.0f,%.0f", math.Round(q[0]*plotterUnits), math.Round((height-q[1])*plotterUnits))
	}
	for _, pts := range paths {
		if closed && len(pts) > 0 {
			pts = append(pts[:len(pts):len(pts)], pts[0])
		}
		for i, q := range pts {
			switch i {
			case 0:
				b.WriteString("PU" + at(q) + ";PD")
			case 1:
				b.WriteString(at(q))
			default:
				b.WriteString("," + at(q))
			}
		}
		b.WriteString(";\n")
	}
}
