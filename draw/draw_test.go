package draw

import (
	"encoding/xml"
	"fmt"
	"math"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
)

func planOf(t *testing.T, fields string) Source {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,` + fields + `}`))
	if err != nil {
		t.Fatal(err)
	}
	all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{Whole: true})
	if err != nil {
		t.Fatal(err)
	}
	return all
}

type file struct {
	Width  string `xml:"width,attr"`
	Height string `xml:"height,attr"`
	View   string `xml:"viewBox,attr"`
	Groups []struct {
		ID    string `xml:"id,attr"`
		Paths []struct {
			D string `xml:"d,attr"`
		} `xml:"path"`
	} `xml:"g"`
}

func readSVG(t *testing.T, p Template) file {
	t.Helper()
	var b strings.Builder
	if err := SVG(&b, p); err != nil {
		t.Fatal(err)
	}
	var f file
	if err := xml.Unmarshal([]byte(b.String()), &f); err != nil {
		t.Fatalf("%v in %s", err, b.String())
	}
	return f
}

func (f file) paths(id string) (out [][]Point, closed bool) {
	closed = true
	for _, g := range f.Groups {
		if g.ID != id {
			continue
		}
		for _, p := range g.Paths {
			closed = closed && strings.HasSuffix(p.D, "Z")
			var pts []Point
			for _, pair := range strings.Split(strings.Trim(p.D, "MZ"), " L") {
				x, y, _ := strings.Cut(pair, " ")
				px, _ := strconv.ParseFloat(x, 64)
				py, _ := strconv.ParseFloat(y, 64)
				pts = append(pts, Point{px, py})
			}
			out = append(out, pts)
		}
	}
	return out, closed
}

func TestBlankAsSVGIsTrueToSize(t *testing.T) {
	part, err := TemplateOf(planOf(t, `"envelope":"us-a7","blank":{"style":"corner-fold"}`).Result, "blank")
	if err != nil {
		t.Fatal(err)
	}
	f := readSVG(t, part)
	// 9 3/8 in is 238.125 mm.
	if f.Width != "238.125mm" || f.Height != "238.125mm" || f.View != "0 0 238.125 238.125" {
		t.Errorf("%+v", f)
	}
	cut, closed := f.paths("cut")
	if len(cut) != 1 || !closed {
		t.Fatalf("cut is %d paths, closed %v", len(cut), closed)
	}
	for _, q := range cut[0] {
		if q[0] < -.001 || q[1] < -.001 || q[0] > 238.126 || q[1] > 238.126 {
			t.Errorf("%v lies off the paper", q)
		}
	}
	scores, _ := f.paths("score")
	if len(scores) != 4 {
		t.Fatalf("%d scores", len(scores))
	}
	// The side scores are as long as the inside is high, 7 1/4 in, and slant at 45 degrees.
	a, b := scores[0][0], scores[0][1]
	if got := math.Hypot(a[0]-b[0], a[1]-b[1]); math.Abs(got-184.15) > .01 || math.Abs(math.Abs(a[0]-b[0])-math.Abs(a[1]-b[1])) > .01 {
		t.Errorf("the left score runs %v to %v, %v mm", a, b, got)
	}
	if glue, closed := f.paths("glue"); len(glue) != 2 || !closed {
		t.Errorf("%d glue areas", len(glue))
	}
}

func TestOtherPartsAndWrongOnes(t *testing.T) {
	of := planOf(t, `"envelope":"us-a7","layers":["1/8","1/8"]`)
	base, _ := TemplateOf(of.Result, "base")
	f := readSVG(t, base)
	if f.Width != "254mm" || f.Height != "177.8mm" {
		t.Errorf("base %+v", f)
	}
	layers, _ := TemplateOf(of.Result, "layers")
	if cut, _ := readSVG(t, layers).paths("cut"); len(cut) != 2 {
		t.Errorf("%d layers", len(cut))
	}
	if _, err := TemplateOf(of.Result, "lid"); err == nil || !strings.Contains(err.Error(), `"lid" is not a part`) {
		t.Errorf("%v", err)
	}
	if _, err := TemplateOf(planOf(t, `"envelope":"us-a7","layers":[]`).Result, "layers"); err == nil {
		t.Error("no layers were drawn")
	}
}

func TestEveryDimensionNamesAFigure(t *testing.T) {
	jobs := []string{`"envelope":"us-a7"`, `"card":{"width":"6","height":"6","thickness":"1/4","fold":"tent"}`, `"unit":"mm","envelope":"iso-dl","card":{"fold":"flat"}`,
		`"card":{"width":"4","height":"6","overhang":{"right":"1/4","top":"1/8"}}`}
	for _, s := range blank.Styles() {
		for _, v := range s.Variants {
			// A square card half an inch thick suits every style.
			jobs = append(jobs, fmt.Sprintf(`"card":{"width":"4","height":"4","thickness":"1/2 in"},"board":{"jig":"3/8 in"},"blank":{"style":%q,"variant":%q}`, s.ID, v.ID))
		}
	}
	for _, fields := range jobs {
		of := planOf(t, fields)
		p := of.Plan
		known := map[string]string{"sheet.width": p.Base.Sheet.Width.Text, "sheet.height": p.Base.Sheet.Height.Text}
		note := func(all []document.Answer) {
			for _, a := range all {
				for _, f := range a.Figures {
					known[f.Key] = f.Text
				}
			}
		}
		note(p.Answers)
		set := All(of)
		check := func(all ...Drawing) {
			for _, d := range all {
				for _, dim := range d.Dims {
					if known[dim.Key] != dim.Text {
						t.Errorf("%s: %s: %s shows %s on the drawing and %q in the cut list", fields, d.Name, dim.Key, dim.Text, known[dim.Key])
					}
				}
			}
		}
		check(append([]Drawing{set.Start, set.Base, set.Layers, set.Ladder}, set.Sheets...)...)
		note(p.Blanks[0].Answers)
		check(set.Blanks[0])
		for _, f := range Folding(of.Result) {
			check(f.Drawing)
		}
		for i, e := range p.Extras {
			note([]document.Answer{e.Answer})
			check(set.Extras[i])
		}
		i := 0
		for _, one := range p.Post {
			if one.InUse {
				note(one.Answers)
				check(set.Post[i], set.Slot[i])
				i++
			}
		}
		check(set.Finished)
		note(p.Gauge.Answers)
		check(*set.Gauge)
	}
}

// A drawing is as large as its room: what is drawn reaches across at least four fifths of its width or its height.
func TestDrawingsFillTheirFrames(t *testing.T) {
	for _, fields := range []string{
		`"envelope":"us-a7"`, boxJob, `"card":{"width":"5","height":"5","thickness":"1/8 in"},"blank":{"style":"square-rescue","paper":"us-12x18"}`,
		`"unit":"mm","card":{"width":"100","height":"210"},"blank":{"style":"straight-fold"},"stock":[{"sheet":"iso-a4","count":9}],"quantity":3`,
	} {
		of := planOf(t, fields)
		set := All(of)
		frames := Folding(of.Result)
		all := append([]Drawing{set.Start, set.Base, set.Layers, set.Finished, set.Section, set.Blanks[0], frames[0].Drawing, frames[len(frames)-1].Drawing}, set.Sheets...)
		all = append(append(all, set.Post...), set.Maps...)
		for _, d := range all {
			var pts []Point
			for _, s := range d.Shapes {
				pts = append(pts, s.Points...)
			}
			lo, hi := bounds(pts)
			if wide, high := (hi[0]-lo[0])/(d.Hi[0]-d.Lo[0]), (hi[1]-lo[1])/(d.Hi[1]-d.Lo[1]); max(wide, high) < 0.8 {
				t.Errorf("%s: %s takes %.2f of its width and %.2f of its height", fields, d.Name, wide, high)
			}
		}
	}
}
