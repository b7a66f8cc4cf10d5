package draw

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"testing"
)

const raisedKite = `"card":{"width":"5 1/2","height":"5 1/2","build":[{"material":"button","x":"3","y":"4","joint":"foam-1"},{"material":"charm","x":"5 1/4","y":"1"}]},"layers":[{"border":"1/4","joint":"foam-2"}],"post":{"carriers":["us","uk","de","intl"]}`

func holds(lo, hi Point, pts []Point, slack float64) bool {
	for _, q := range pts {
		if q[0] < lo[0]-slack || q[1] < lo[1]-slack || q[0] > hi[0]+slack || q[1] > hi[1]+slack {
			return false
		}
	}
	return true
}

// The map's shades cover the card and what pokes out past it, once.
func TestTheThicknessMapCoversTheCard(t *testing.T) {
	of := planOf(t, raisedKite)
	p := of.Plan
	d := scene{of.Result}.thicknessMap()
	covered, darkest := 0.0, ""
	for _, s := range d.Shapes {
		if strings.HasPrefix(s.Kind, "heat") {
			covered += (s.Points[1][0] - s.Points[0][0]) * (s.Points[2][1] - s.Points[1][1])
			darkest = max(darkest, s.Kind)
		}
		if !holds(d.Lo, d.Hi, s.Points, 1e-6) {
			t.Errorf("%s lies outside the drawing", s.Kind)
		}
	}
	// 5 1/2 in square, and the charm's quarter of an inch by half an inch past the edge.
	if want := (5.5*5.5 + 0.25*0.5) * 645.16; math.Abs(covered-want) > 0.5 || darkest != "heat5" {
		t.Errorf("covers %.1f of %.1f mm2, the darkest is %s", covered, want, darkest)
	}
	seen := map[string]bool{}
	for _, l := range d.Labels {
		if seen[l.Text] {
			t.Errorf("%s is written twice", l.Text)
		}
		seen[l.Text] = true
	}
	// Base 0.6, layer 2.3, button and foam 4: 6.9 mm.
	if !seen[p.Build.Thickest.Text] || p.Build.Thickest.Text != "0.272 in" {
		t.Errorf("the thickest, %s, is not written: %v", p.Build.Thickest.Text, seen)
	}
}

// The section stands as high as the card is thick, drawn as many times as it says, its foam told apart.
func TestTheSectionIsToScale(t *testing.T) {
	of := planOf(t, raisedKite)
	d := scene{of.Result}.section()
	top, foam := d.Hi[1], 0.0
	for _, s := range d.Shapes {
		for _, q := range s.Points {
			top = min(top, q[1])
		}
		if s.Kind == "foam" {
			foam += s.Points[2][1] - s.Points[1][1]
		}
	}
	var times float64
	if _, err := fmt.Sscanf(d.Name, "thickness drawn %f times", &times); err != nil || times < 1 {
		t.Fatalf("%q", d.Name)
	}
	if math.Abs((d.Hi[1]-top)/times-6.9) > 1e-6 || math.Abs(foam/times-3) > 1e-6 {
		t.Errorf("%.2f mm high with %.2f of foam, drawn %v times", (d.Hi[1]-top)/times, foam/times, times)
	}
}

// Regions, the piece and its ways out stay on the map, and the piece lies in the region of its own class.
func TestThePostMapHoldsThePiece(t *testing.T) {
	of := planOf(t, raisedKite)
	p := of.Plan
	maps := 0
	for i := range p.Post {
		post := &p.Post[i]
		if !post.InUse {
			if post.Map != nil || len(post.WaysOut) > 0 {
				t.Errorf("%s in %s is told in full", post.Carrier, post.Piece)
			}
			continue
		}
		d := All(of).Maps[maps]
		maps++
		regions := 0
		for _, s := range d.Shapes {
			if !holds(d.Lo, d.Hi, s.Points, 4) {
				t.Errorf("%s: %s leaves the map: %v", post.Carrier, s.Kind, s.Points)
			}
			if s.Kind == "region-in" && s.Key == post.Class {
				regions++
				// Length along and height up, the piece is a square.
				at := Point{post.Map.Point[0], post.Map.Far[1] - post.Map.Point[1]}
				lo, hi := bounds(s.Points)
				if !holds(lo, hi, []Point{at}, 1e-6) {
					t.Errorf("%s: the piece is not within its class", post.Carrier)
				}
			}
		}
		if regions != 1 && post.Class != "parcel" {
			t.Errorf("%s: %d regions of %s", post.Carrier, regions, post.Class)
		}
	}
}

func TestTheGaugeIsWrittenAtTrueSize(t *testing.T) {
	of := planOf(t, `"unit":"mm","envelope":"iso-c6","post":{"carriers":["uk"]},"ruler":"0.5 mm"`)
	for format, want := range map[string]string{"svg": `width="254mm" height="100mm"`, "dxf": "CUT", "hpgl": "IN;PA;", "pdf": "%PDF-"} {
		var out bytes.Buffer
		if err := Write(&out, of, format, "gauge"); err != nil || !strings.Contains(out.String(), want) {
			t.Errorf("%s: %v, %.200s", format, err, out.String())
		}
	}
	// 162 mm and 12 to wiggle are 174; 40 each side: 254. The slot: 5 mm round 50, from 40 to 214.
	part := gaugePart(of.Result.Gauge, of.Result.Brief.Unit)
	if lo, hi := bounds(part.Cut[1]); lo != (Point{40, 47.5}) || hi != (Point{214, 52.5}) {
		t.Errorf("the slot lies from %v to %v", lo, hi)
	}
	of.Result.Gauge = nil
	if _, err := TemplateOf(of.Result, "gauge"); err == nil {
		t.Error("a gauge of nothing was made")
	}
}
