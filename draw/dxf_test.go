package draw

import (
	"bufio"
	"bytes"
	"math"
	"strconv"
	"strings"
	"testing"
)

// entity is a drawn thing as read back: its layer and its points.
type entity struct {
	kind, layer string
	closed      bool
	points      []Point
}

// readDXF reads entities from pairs of a group code and a value.
func readDXF(t *testing.T, file []byte) (out []entity, units string) {
	t.Helper()
	lines := bufio.NewScanner(bytes.NewReader(file))
	section, variable := "", ""
	for lines.Scan() {
		code, err := strconv.Atoi(strings.TrimSpace(lines.Text()))
		if err != nil || !lines.Scan() {
			t.Fatalf("%q is no group code: %v", lines.Text(), err)
		}
		value := lines.Text()
		number, _ := strconv.ParseFloat(value, 64)
		now := len(out) - 1
		switch {
		case code == 2 && section == "":
			section = value
		case code == 0 && value == "ENDSEC":
			section = ""
		case code == 9:
			variable = value
		case section == "HEADER" && variable == "$INSUNITS" && code == 70:
			units = value
		case section != "ENTITIES":
		case code == 0 && (value == "LINE" || value == "POLYLINE"):
			out = append(out, entity{kind: value})
		case code == 8:
			out[now].layer = value
		case code == 70:
			out[now].closed = value == "1"
		case code == 10 || code == 11:
			out[now].points = append(out[now].points, Point{number, 0})
		case code == 20 || code == 21:
			out[now].points[len(out[now].points)-1][1] = number
		}
	}
	return out, units
}

func TestBlankAsDXFReadsBack(t *testing.T) {
	of := planOf(t, `"envelope":"us-a7","blank":{"style":"corner-fold"}`)
	var b bytes.Buffer
	if err := Write(&b, of, "dxf", "blank"); err != nil {
		t.Fatal(err)
	}
	part, err := TemplateOf(of.Result, "blank")
	if err != nil {
		t.Fatal(err)
	}
	all, units := readDXF(t, b.Bytes())
	if units != "4" || !strings.HasSuffix(b.String(), "EOF\n") {
		t.Errorf("units %q", units)
	}
	count := map[string]int{}
	for _, e := range all {
		count[e.layer+" "+e.kind]++
		if e.layer == "CUT" {
			// 9 3/8 in is 238.125 mm, and the drawing stands on its foot.
			lo, hi := bounds(e.points)
			if !e.closed || lo[0] < -1e-6 || lo[1] < -1e-6 || math.Abs(hi[0]-lo[0]-238.125) > 2e-3 || math.Abs(hi[1]-lo[1]-238.125) > 2e-3 {
				t.Errorf("the cut reaches from %v to %v, closed %v", lo, hi, e.closed)
			}
			for i, q := range e.points {
				if want := part.Cut[0][i]; math.Abs(q[0]-want[0]) > 2e-3 || math.Abs(part.Height-q[1]-want[1]) > 2e-3 {
					t.Errorf("corner %d is at %v, not %v", i, q, want)
				}
			}
		}
	}
	if count["CUT POLYLINE"] != 1 || count["SCORE LINE"] != 4 || count["GLUE POLYLINE"] != len(part.Glue) {
		t.Errorf("%v", count)
	}
}
