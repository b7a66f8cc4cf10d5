package draw

import (
	"bytes"
	"errors"
	"os"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/gang"
)

func lanternWeek(t *testing.T) *gang.Whole {
	t.Helper()
	text, err := os.ReadFile("../core/gang/testdata/lantern_week.json")
	if err != nil {
		t.Fatal(err)
	}
	g, err := gang.Read(text)
	if err != nil {
		t.Fatal(err)
	}
	w, err := gang.WorkOut(g, catalog.Standard(), gang.Order{})
	if err != nil {
		t.Fatal(err)
	}
	return w
}

// Every sheet is drawn with its pieces marked by job, and every cut has its number on it.
func TestAGangIsDrawnByJob(t *testing.T) {
	w := lanternWeek(t)
	set := OfGang(w)
	if len(set.Sheets) != 2 {
		t.Fatalf("%d sheets", len(set.Sheets))
	}
	for i, d := range set.Sheets {
		names, numbers := map[string]int{}, 0
		for _, l := range d.Labels {
			switch l.Kind {
			case "big", "tall":
				names[l.Text]++
			case "number":
				numbers++
			}
		}
		l := w.Batch.Plan.Layouts[i]
		if numbers != len(l.Cuts) || len(names) == 0 {
			t.Errorf("%d numbers on %d cuts, %v", numbers, len(l.Cuts), names)
		}
		for _, p := range l.Pieces {
			if names[p.Name]--; names[p.Name] < 0 {
				t.Errorf("%s has no name on sheet %d", p.Name, i)
			}
		}
	}
}

func TestTheBenchSheetOfAGang(t *testing.T) {
	var b bytes.Buffer
	if err := WriteGang(&b, lanternWeek(t), "pdf"); err != nil {
		t.Fatal(err)
	}
	if pages := bytes.Count(b.Bytes(), []byte("/Type /Page\n")); pages != 2 {
		t.Errorf("%d pages", pages)
	}
	if !strings.HasPrefix(b.String(), "%PDF-") || len(streams(t, b.Bytes())) == 0 {
		t.Errorf("%.20q", b.String())
	}
	var cannot *FileError
	if err := WriteGang(&b, lanternWeek(t), "dxf"); !errors.As(err, &cannot) || cannot.Field != "as" {
		t.Errorf("%v", err)
	}
}

// The plans to choose from lie where their sheets and moves say, the one that is cut the largest.
func TestPlansLieByTheirFigures(t *testing.T) {
	w := planOf(t, `"quantity":80,"envelope":"us-a7","layers":["1/8 in","1/8 in"],
		"stock":[{"sheet":"us-letter","count":100,"price":"0.30"},{"sheet":"us-12x12","count":60,"price":"0.80"}]`)
	d := All(w).Choices
	if d == nil {
		t.Fatal("there is no choice")
	}
	plans := w.Result.Batch.Plans.Plans
	at, sizes := map[string]Point{}, map[string]float64{}
	for _, s := range d.Shapes {
		if s.Kind == "point" {
			at[s.Key], sizes[s.Key] = Point{s.Points[1][0], s.Points[0][1]}, s.Points[2][0]-s.Points[0][0]
		}
	}
	if len(at) != len(plans) || len(plans) < 2 {
		t.Fatalf("%d points for %d plans", len(at), len(plans))
	}
	for i, p := range plans {
		for k, q := range plans {
			a, b := at["choice"+string(rune('0'+i))], at["choice"+string(rune('0'+k))]
			if p.Used < q.Used && a[0] >= b[0] || p.Moves < q.Moves && a[1] <= b[1] {
				t.Errorf("%d sheets and %d moves lie at %v, %d and %d at %v", p.Used, p.Moves, a, q.Used, q.Moves, b)
			}
		}
		if key := "choice" + string(rune('0'+i)); (p == w.Result.Batch.Plan) != (sizes[key] > 5) {
			t.Errorf("%s is %g across", key, sizes[key])
		}
	}
}
