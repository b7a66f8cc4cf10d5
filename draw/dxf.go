package draw

import (
	"fmt"
	"io"
	"strings"
)

var dxfFormat = Format{
	Name: "dxf", Media: "image/vnd.dxf", Extension: "dxf", Says: "layers CUT, SCORE and GLUE, in millimetres",
	Outline: func(w io.Writer, p Template, _ Source) error { return DXF(w, p) },
}

// DXF writes a part as an R12 drawing in millimetres, y up the page: closed
// polylines on the layers CUT and GLUE, lines on SCORE.
func DXF(w io.Writer, p Template) error {
	d := dxf{height: p.Height}
	d.put(0, "SECTION", 2, "HEADER", 9, "$ACADVER", 1, "AC1009", 9, "$INSUNITS", 70, 4,
		9, "$EXTMIN", 10, 0.0, 20, 0.0, 9, "$EXTMAX", 10, p.Width, 20, p.Height, 0, "ENDSEC")
	d.put(0, "SECTION", 2, "TABLES", 0, "TABLE", 2, "LAYER", 70, 4)
	for _, l := range []struct {
		name   string
		colour int
	}{{"CUT", 1}, {"SCORE", 5}, {"GLUE", 2}, {"MARK", 8}} {
		d.put(0, "LAYER", 2, l.name, 70, 0, 62, l.colour, 6, "CONTINUOUS")
	}
	d.put(0, "ENDTAB", 0, "ENDSEC", 0, "SECTION", 2, "ENTITIES")
	for _, pts := range p.Cut {
		d.polyline("CUT", pts)
	}
	for _, pts := range p.Glue {
		d.polyline("GLUE", pts)
	}
	d.lines("SCORE", p.Score)
	d.lines("MARK", p.Mark)
	d.put(0, "ENDSEC", 0, "EOF")
	_, err := io.WriteString(w, d.String())
	return err
}

// dxf is a drawing being written, as pairs of a group code and a value.
type dxf struct {
	strings.Builder
	height float64
}

// up turns a distance down the page into one up from its foot.
func (d *dxf) up(y float64) float64 { return d.height - y }

func (d *dxf) put(pairs ...any) {
	for i := 0; i < len(pairs); i += 2 {
		value := fmt.Sprint(pairs[i+1])
		if v, ok := pairs[i+1].(float64); ok {
			value = number(v)
		}
		fmt.Fprintf(d, "%3d\n%s\n", pairs[i], value)
	}
}

func (d *dxf) lines(layer string, paths [][]Point) {
	for _, pts := range paths {
		for i := 1; i < len(pts); i++ {
			d.put(0, "LINE", 8, layer, 10, pts[i-1][0], 20, d.up(pts[i-1][1]), 11, pts[i][0], 21, d.up(pts[i][1]))
		}
	}
}

func (d *dxf) polyline(layer string, pts []Point) {
	d.put(0, "POLYLINE", 8, layer, 66, 1, 70, 1)
	for _, q := range pts {
		d.put(0, "VERTEX", 8, layer, 10, q[0], 20, d.up(q[1]))
	}
	d.put(0, "SEQEND", 8, layer)
}
