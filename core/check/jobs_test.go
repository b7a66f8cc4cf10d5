// Package check acts plans out and adds their figures up again, sharing no
// arithmetic with the product: it reads what a maker would read, and the files
// a maker would cut from.
package check

import (
	"encoding/json"
	"flag"
	"fmt"
	"iter"
	"maps"
	"math/rand/v2"
	"os"
	"strconv"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/work"
)

var known = work.NewMemory()

var seed = flag.Uint64("seed", 7, "of the generated jobs")

// howMany are so many jobs, or as many as the soak asks for.
func howMany(n int) int {
	if soak, err := strconv.Atoi(os.Getenv("YELLOW_PARCEL_CHECK")); err == nil {
		return soak
	}
	return n
}

type fields = map[string]any

// maker makes jobs up, as people type them.
type maker struct {
	*rand.Rand
	metric bool
}

func pick[T any](m *maker, all ...T) T { return all[m.IntN(len(all))] }

func (m *maker) length(least, most float64) string {
	v := least + m.Float64()*(most-least)
	if m.metric {
		return pick(m, fmt.Sprintf("%.0f", v*25.4), fmt.Sprintf("%.0f mm", v*25.4), fmt.Sprintf("%.1f", v*25.4))
	}
	eighths := int(v*8 + 0.5)
	return pick(m, fmt.Sprintf("%d %d/8", eighths/8, eighths%8), fmt.Sprintf("%d %d/8 in", eighths/8, eighths%8), fmt.Sprintf("%.2f", v))
}

func (m *maker) sometimes(f fields, percent int, name string, value func() any) {
	if m.IntN(100) < percent {
		f[name] = value()
	}
}

func (m *maker) sheet() string {
	if m.metric {
		return pick(m, "iso-a4", "iso-a3", "mm-305x305")
	}
	return pick(m, "us-letter", "us-12x12", "us-12x18", "us-tabloid")
}

func (m *maker) job() fields {
	m.metric = m.IntN(2) == 0
	j := fields{"format": "yellow-parcel-job", "version": 1}
	if m.metric {
		j["unit"] = "mm"
		m.sometimes(j, 30, "ruler", func() any { return "0.5 mm" })
	}
	c := fields{}
	switch m.IntN(4) {
	case 0:
		j["envelope"] = pick(m, "us-a7", "us-a2", "us-a9", "iso-c6", "iso-c5", "us-slim")
		m.sometimes(c, 20, "turn", func() any { return true })
	case 1:
		j["sheet"] = m.sheet()
	default:
		c["width"], c["height"] = m.length(3, 8), m.length(3, 8)
		m.sometimes(j, 20, "envelope", func() any { return pick(m, "us-a7", "us-a10", "iso-c5") })
	}
	m.card(c)
	j["card"] = c
	m.sometimes(j, 60, "layers", func() any { return m.layers() })
	m.sometimes(j, 20, "inside", func() any { return m.length(0.1, 0.5) })
	m.sometimes(j, 60, "quantity", func() any { return 1 + m.IntN(40) })
	m.sometimes(j, 30, "stock", func() any {
		return []any{fields{"sheet": m.sheet(), "count": m.IntN(30)}, fields{"sheet": m.sheet(), "count": m.IntN(30), "grain": pick(m, "long", "short")}}
	})
	m.sometimes(j, 15, "trimmer", func() any { return fields{"longest": m.length(9, 18)} })
	m.sometimes(j, 25, "board", func() any {
		return fields{"groove": pick(m, "1/8 in", "1/16 in", "1 mm", "0.5 mm"), "jig": m.length(0, 0.6)}
	})
	m.sometimes(j, 70, "blank", func() any { return m.blank() })
	m.sometimes(j, 50, "post", func() any {
		return fields{"carriers": []string{pick(m, "us", "uk", "ca", "au", "de", "intl", "jp")}, "address": pick(m, "long", "short")}
	})
	m.sometimes(j, 30, "extras", func() any { return pick(m, []string{"band"}, []string{"gauge"}, []string{"gauge", "band"}) })
	m.sometimes(j, 30, "spoilage", func() any { return pick(m, "1", "2", "5 %") })
	if all, ok := j["stock"].([]any); ok && m.IntN(2) == 0 {
		for _, s := range all {
			s.(fields)["price"] = pick(m, "0.20", "0.85", "1.00")
		}
	}
	return j
}

func (m *maker) card(c fields) {
	m.sometimes(c, 60, "fold", func() any { return pick(m, card.Folds()...).ID })
	if c["fold"] == "custom" {
		c["panel_widths"] = []string{m.length(1, 3), m.length(1, 3), m.length(1, 3)}
	}
	m.sometimes(c, 40, "thickness", func() any { return m.length(0.02, 0.6) })
	m.sometimes(c, 20, "overhang", func() any { return fields{pick(m, "top", "right", "bottom", "left"): m.length(0.1, 0.5)} })
	m.sometimes(c, 30, "stock", func() any { return pick(m, "110 lb cover", "216 g", "300 g", "160 g") })
	m.sometimes(c, 30, "build", func() any {
		one := fields{"material": pick(m, "button", "bow", "card", "greyboard-1", "gem"), "joint": pick(m, "glue", "foam-1", "foam-3", "tape")}
		m.sometimes(one, 20, "width", func() any { return m.length(0.5, 2) })
		m.sometimes(one, 20, "height", func() any { return m.length(0.5, 2) })
		return []any{one}
	})
}

func (m *maker) layers() []any {
	out := []any{}
	for range m.IntN(4) {
		l := fields{"border": m.length(0.06, 0.3)}
		m.sometimes(l, 30, "joint", func() any { return pick(m, "foam-1", "tape", "glue") })
		m.sometimes(l, 20, "bottom", func() any { return m.length(0.1, 0.6) })
		out = append(out, l)
	}
	return out
}

func (m *maker) blank() fields {
	b := fields{"style": pick(m, blank.Styles()...).ID}
	m.sometimes(b, 20, "ease", func() any { return m.length(0.1, 0.4) })
	m.sometimes(b, 20, "seam", func() any { return m.length(0.3, 0.7) })
	m.sometimes(b, 20, "liner", func() any { return true })
	return b
}

// wholePlan is a job's plan.
func wholePlan(j job.Job, cat *catalog.Catalog, how pipeline.Order) (*document.Plan, error) {
	all, err := pipeline.WorkOut(j, cat, how)
	if err != nil {
		return nil, err
	}
	return all.Plan, nil
}

// made is a job and its plan.
type made struct {
	text string
	doc  fields
	*pipeline.Whole
}

// mostKept bounds the jobs that are kept worked out, for tests that look at the same ones.
const mostKept = 500

// drawn are the jobs of the seed in order, worked out once for all tests; those that
// are refused have no plan.
var drawn struct {
	*maker
	all []made
}

// next is a further job of the seed, worked out.
func (m *maker) next(t *testing.T) made {
	t.Helper()
	doc := m.job()
	all, text, _ := workedOut(t, doc)
	return made{text, doc, all}
}

// typed is a job as its document reads; what does not read is no job.
func typed(t *testing.T, doc fields) (job.Job, string) {
	t.Helper()
	text, err := json.Marshal(doc)
	if err != nil {
		t.Fatal(err)
	}
	j, err := job.Read(text)
	if err != nil {
		t.Fatalf("seed %d: %s: %v", *seed, text, err)
	}
	return j, string(text)
}

// workedOut takes a job all the way, as a whole document; what it was read from comes
// along. The error is that it is refused.
func workedOut(t *testing.T, doc fields) (*pipeline.Whole, string, error) {
	t.Helper()
	j, text := typed(t, doc)
	all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{Whole: true, NoWays: true, Memory: known})
	return all, text, err
}

// drawnJobs are so many jobs of the seed.
func drawnJobs(t *testing.T, n int) iter.Seq[made] {
	return func(yield func(made) bool) {
		if drawn.maker == nil {
			drawn.maker = &maker{Rand: rand.New(rand.NewPCG(*seed, 3))}
		}
		for i := range min(n, mostKept) {
			if i == len(drawn.all) {
				drawn.all = append(drawn.all, drawn.next(t))
			}
			if one := drawn.all[i]; !yield(made{one.text, maps.Clone(one.doc), one.Whole}) {
				return
			}
		}
		// What a soak looks at besides is worked out and forgotten.
		m := &maker{Rand: rand.New(rand.NewPCG(*seed, 4))}
		for range n - mostKept {
			if !yield(m.next(t)) {
				return
			}
		}
	}
}

// each visits so many generated jobs; those refused are counted and passed over.
func each(t *testing.T, n int, visit func(*testing.T, made)) {
	t.Helper()
	planned := 0
	for one := range drawnJobs(t, n) {
		if one.Whole == nil {
			continue
		}
		planned++
		visit(t, one)
		if t.Failed() {
			t.Fatalf("seed %d: after %d jobs", *seed, planned)
		}
	}
	if planned < n/2 {
		t.Errorf("seed %d: only %d of %d jobs could be planned", *seed, planned, n)
	}
}
