package main

import (
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
)

// job is a document to record, and where it comes from.
type job struct {
	name string
	text json.RawMessage
}

// shipped are the demonstration's jobs and the documented examples.
func shipped() ([]job, error) {
	var out []job
	files, err := filepath.Glob("demo/jobs/*.json")
	if err != nil {
		return nil, err
	}
	for _, f := range files {
		text, err := os.ReadFile(f)
		if err != nil {
			return nil, err
		}
		out = append(out, job{f, text})
	}
	page, err := os.ReadFile("docs/formats.md")
	if err != nil {
		return nil, err
	}
	for i, block := range strings.Split(string(page), "```json\n")[1:] {
		text, _, _ := strings.Cut(block, "```")
		if strings.Contains(text, `"yellow-parcel-job"`) {
			out = append(out, job{fmt.Sprintf("docs/formats.md, example %d", i+1), json.RawMessage(text)})
		}
	}
	return out, nil
}

type fields = map[string]any

// maker makes jobs up.
type maker struct {
	*rand.Rand
	goods
	metric bool
}

// generated are every style, fold and carrier in both units, and then jobs of
// everything together, one in eight of them with something wrong.
func generated(g goods, n int, seed uint64) []job {
	m := &maker{Rand: rand.New(rand.NewPCG(seed, 11)), goods: g}
	var out []job
	add := func(name string, j fields) {
		j["format"], j["version"] = "yellow-parcel-job", 1
		text, err := json.Marshal(j)
		if err != nil {
			panic(err) // only texts, numbers and lists of them
		}
		out = append(out, job{name, text})
	}
	for i := range n {
		m.metric = i%2 == 1
		j := m.job()
		name := fmt.Sprintf("generated %d", i)
		switch style, fold, carrier := i/2, i/2-len(g.Styles), i/2-len(g.Styles)-len(g.Folds); {
		case style < len(g.Styles):
			j["blank"] = fields{"style": g.Styles[style].ID}
			name = "style " + g.Styles[style].ID
		case fold < len(g.Folds):
			j["card"].(fields)["fold"] = g.Folds[fold].ID
			name = "fold " + g.Folds[fold].ID
		case carrier < len(g.Carriers):
			j["post"] = fields{"carriers": []string{g.Carriers[carrier].ID}}
			name = "carrier " + g.Carriers[carrier].ID
		case i%8 == 0:
			m.spoil(j)
			name += ", spoiled"
		}
		add(name, j)
	}
	return out
}

func pick[T any](m *maker, all []T) T { return all[m.IntN(len(all))] }

// chance is true so many times in a hundred.
func (m *maker) chance(percent int) bool { return m.IntN(100) < percent }

// length is a length of about so many inches, as somebody types it.
func (m *maker) length(least, most float64) string {
	v := least + m.Float64()*(most-least)
	if m.metric {
		return pick(m, []string{fmt.Sprintf("%.0f", v*25.4), fmt.Sprintf("%.0f mm", v*25.4), fmt.Sprintf("%.1f", v*25.4), fmt.Sprintf("%.2f cm", v*2.54)})
	}
	sixteenths := int(v*16 + 0.5)
	return pick(m, []string{fmt.Sprintf("%d %d/16", sixteenths/16, sixteenths%16), fmt.Sprintf("%.2f", v), fmt.Sprintf("%d %d/16 in", sixteenths/16, sixteenths%16), fmt.Sprintf("%.1f mm", v*25.4)})
}

func (m *maker) size(least, most float64) fields {
	return fields{"width": m.length(least, most), "height": m.length(least, most)}
}

func (m *maker) maybe(f fields, percent int, name string, value func() any) {
	if m.chance(percent) {
		f[name] = value()
	}
}

func (m *maker) material(kinds ...string) string {
	for {
		if one := pick(m, m.Materials); strings.Contains(strings.Join(kinds, " "), one.Kind) {
			return one.ID
		}
	}
}

func (m *maker) sheet() any {
	if m.chance(20) {
		return m.size(7, 18)
	}
	return pick(m, m.Sheets).ID
}

func (m *maker) job() fields {
	j := fields{"card": m.card()}
	if m.metric {
		j["unit"] = "mm"
	}
	m.maybe(j, 30, "ruler", func() any { return pick(m, m.Rulers).ID })
	m.maybe(j, 50, "quantity", func() any { return 1 + m.IntN(60) })
	m.maybe(j, 30, "title", func() any { return pick(m, []string{"Lantern week", "Tide table, Été", "Kite card"}) })
	c := j["card"].(fields)
	switch m.IntN(5) {
	case 0:
		j["envelope"] = pick(m, m.Formats).ID
	case 1:
		j["envelope"] = m.size(4, 9)
	case 2:
		j["envelope"], c["width"], c["height"] = pick(m, m.Formats).ID, m.length(3.2, 6), m.length(4, 8)
	case 3:
		j["sheet"] = pick(m, m.Sheets).ID
	default:
		c["width"], c["height"] = m.length(3, 7), m.length(3, 9)
	}
	m.maybe(j, 60, "layers", func() any { return m.layers() })
	m.maybe(j, 20, "inside", func() any { return m.length(0.06, 0.3) })
	m.maybe(j, 15, "stamp", func() any { return m.size(1, 5) })
	m.maybe(j, 25, "sheet", func() any { return m.sheet() })
	m.maybe(j, 35, "stock", func() any { return m.stock() })
	m.maybe(j, 20, "spoilage", func() any { return pick(m, []string{"3", "5 %", "0", "12%"}) })
	m.maybe(j, 12, "trimmer", func() any {
		return fields{"longest": m.length(10, 16), "deepest": m.length(8, 14), "stack": m.length(0.1, 0.6)}
	})
	m.maybe(j, 12, "cuts", func() any { return pick(m, []string{"sheets", "moves", "money"}) })
	m.maybe(j, 12, "minute", func() any { return pick(m, []string{"0.30", "1"}) })
	m.maybe(j, 25, "board", func() any {
		return fields{"groove": pick(m, m.Rulers).ID, "jig": m.length(0, 0.6)}
	})
	m.maybe(j, 15, "mat", func() any { return m.length(0.1, 0.5) })
	m.maybe(j, 10, "currency", func() any { return pick(m, []string{"USD", "EUR", "GBP"}) })
	m.maybe(j, 65, "blank", func() any { return m.blank() })
	m.maybe(j, 70, "post", func() any { return m.post() })
	m.maybe(j, 25, "stamps", func() any {
		return []any{fields{"price": "0.78", "count": 20, "name": "lantern"}, fields{"price": "0.29", "currency": "USD", "count": 9}, fields{"price": "1.10", "currency": "EUR", "count": 40}}
	})
	m.maybe(j, 10, "materials", func() any {
		return []any{fields{"id": "kite-foam", "name": "Kite foam", "kind": "foam", "thickness": "2.2", "weight": "120 g/m2", "stiff_low": "0.05", "stiff_high": "0.6"}}
	})
	return j
}

func (m *maker) card() fields {
	c := fields{}
	m.maybe(c, 50, "fold", func() any { return pick(m, m.Folds).ID })
	m.maybe(c, 20, "hinge", func() any { return pick(m, []string{"side", "top"}) })
	m.maybe(c, 15, "turn", func() any { return true })
	m.maybe(c, 20, "door", func() any { return m.length(1, 2.5) })
	m.maybe(c, 20, "short", func() any { return m.length(0.05, 0.2) })
	m.maybe(c, 20, "panels", func() any { return 2 + m.IntN(7) })
	if c["fold"] == "custom" {
		c["panel_widths"] = []any{m.length(2, 3), m.length(2, 3), m.length(1, 3)}
	}
	m.maybe(c, 55, "thickness", func() any { return m.length(0, []float64{0.06, 0.2, 0.6}[m.IntN(3)]) })
	m.maybe(c, 20, "weight", func() any { return pick(m, []string{"1.1", "30 g", "2.9 oz", "0.5 oz"}) })
	m.maybe(c, 20, "ease", func() any { return m.length(0.1, 0.4) })
	m.maybe(c, 30, "stock", func() any { return pick(m, []string{"300 g", "110 lb cover", "65 lb cover", "350 g", "120 gsm"}) })
	m.maybe(c, 10, "grain", func() any { return pick(m, []string{"fold", "any"}) })
	m.maybe(c, 20, "paper", func() any { return pick(m, []string{"Dune", "Kelp"}) })
	m.maybe(c, 15, "colour", func() any { return "#efe3c8" })
	m.maybe(c, 20, "overhang", func() any {
		if m.chance(50) {
			return m.length(0.05, 0.4)
		}
		return fields{"right": m.length(0, 0.5), "top": m.length(0, 0.3)}
	})
	m.maybe(c, 40, "build", func() any {
		var out []any
		for range 1 + m.IntN(3) {
			b := fields{"material": m.material("board", "trim")}
			m.maybe(b, 40, "x", func() any { return m.length(0, 3) })
			m.maybe(b, 40, "y", func() any { return m.length(0, 4) })
			m.maybe(b, 40, "width", func() any { return m.length(0.5, 3) })
			m.maybe(b, 40, "height", func() any { return m.length(0.5, 3) })
			m.maybe(b, 20, "thickness", func() any { return m.length(0.02, 0.2) })
			m.maybe(b, 20, "weight", func() any { return "1.2 g" })
			m.maybe(b, 60, "joint", func() any { return m.material("foam", "bond") })
			m.maybe(b, 20, "cover", func() any { return "60 %" })
			m.maybe(b, 30, "name", func() any { return pick(m, []string{"Kite", "Écu", "Lantern"}) })
			m.maybe(b, 30, "on", func() any { return pick(m, []string{"front", "inside", "back"}) })
			out = append(out, b)
		}
		return out
	})
	return c
}

func (m *maker) layers() any {
	out := []any{}
	for range m.IntN(4) {
		if m.chance(50) {
			out = append(out, m.length(0.06, 0.3))
			continue
		}
		l := fields{"border": m.length(0.06, 0.4)}
		m.maybe(l, 40, "name", func() any { return pick(m, []string{"Mat", "Lantern panel", "Écran"}) })
		m.maybe(l, 30, "bottom", func() any { return m.length(0.2, 1) })
		m.maybe(l, 30, "paper", func() any { return pick(m, []string{"Dune", "Kelp"}) })
		m.maybe(l, 30, "colour", func() any { return "#445566" })
		m.maybe(l, 30, "material", func() any { return m.material("board") })
		m.maybe(l, 50, "joint", func() any { return m.material("foam", "bond") })
		m.maybe(l, 20, "cover", func() any { return "40 %" })
		out = append(out, l)
	}
	return out
}

func (m *maker) stock() any {
	var out []any
	for range 1 + m.IntN(3) {
		s := fields{"sheet": m.sheet(), "count": m.IntN(60)}
		m.maybe(s, 40, "paper", func() any { return pick(m, []string{"Dune", "Kelp"}) })
		m.maybe(s, 30, "grain", func() any { return pick(m, []string{"long", "short"}) })
		m.maybe(s, 60, "price", func() any { return pick(m, []string{"0.30", "0.125", "1.20"}) })
		out = append(out, s)
	}
	return out
}

func (m *maker) blank() any {
	b := fields{}
	m.maybe(b, 30, "ease", func() any { return m.length(0.1, 0.5) })
	m.maybe(b, 30, "seam", func() any { return m.length(0.25, 0.7) })
	m.maybe(b, 60, "paper", func() any { return m.sheet() })
	m.maybe(b, 20, "liner", func() any { return true })
	if m.chance(25) {
		return b
	}
	style := pick(m, m.Styles)
	b["style"] = style.ID
	for _, o := range style.Options {
		m.maybe(b, 35, o.Name, func() any {
			switch o.Kind {
			case "words":
				return pick(m, o.Words).ID
			case "size":
				return m.size(4, 8)
			case "envelope":
				return pick(m, m.Formats).ID
			}
			if o.Name == "size" {
				return m.length(7, 14)
			}
			return m.length(0.1, 1.4)
		})
	}
	return b
}

func (m *maker) post() any {
	p := fields{}
	m.maybe(p, 80, "carriers", func() any {
		var out []string
		for range 1 + m.IntN(3) {
			out = append(out, pick(m, m.Carriers).ID)
		}
		return out
	})
	m.maybe(p, 30, "address", func() any { return pick(m, []string{"long", "short"}) })
	m.maybe(p, 20, "closure", func() any { return pick(m, m.Closures) })
	m.maybe(p, 25, "contents", func() any { return []string{pick(m, m.Contents), pick(m, m.Contents)} })
	m.maybe(p, 15, "wrapping", func() any { return pick(m, append(m.Wrappings, "paper")) })
	m.maybe(p, 12, "shape", func() any { return "odd" })
	m.maybe(p, 12, "bend", func() any { return pick(m, []string{"easy", "borderline", "rigid"}) })
	m.maybe(p, 15, "gauge", func() any { return m.length(0.1, 0.4) })
	return p
}

// spoil puts something wrong into a job.
func (m *maker) spoil(j fields) {
	in := []fields{j}
	for _, name := range slices.Sorted(maps.Keys(j)) {
		if inner, ok := j[name].(fields); ok {
			in = append(in, inner)
		}
	}
	bad := []any{"5 1/x", "-3", "900 in", true, 12, []any{"x"}, fields{"width": "4"}, "", "Étoile", strings.Repeat("w", 60)}
	for range 1 + m.IntN(2) {
		f := in[m.IntN(len(in))]
		names := []string{"width", "height", "layers", "unit", "sheet", "thickness", "nonsense", "style", "carriers", "count", "envelope", "grain", "colour", "quantity"}
		f[pick(m, names)] = pick(m, bad)
	}
}
