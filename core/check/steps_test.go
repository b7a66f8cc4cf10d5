package check

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/trim"
)

// table is a bench on which the steps are acted out: what was cut of every
// sheet, and how many pieces went through each operation.
type table struct {
	*testing.T
	text  string
	of    pipeline.Bench
	sheet map[string][]trim.Rect // the parts of one sheet of a layout, by lot, layout and round
	cut   map[supply.Role]int
	done  map[string]int // pieces through an operation, by its name, part and number
}

func (b *table) fail(s *bench.Step, format string, args ...any) {
	b.Errorf("%s: %s: %s", b.text, s.ID, fmt.Sprintf(format, args...))
}

// operation is a step without its phase.
func operation(s *bench.Step) string { _, op, _ := strings.Cut(s.ID, "."); return op }

// chops cuts the sheets of a step: every cut falls in a part that lies there whole.
func (b *table) chops(s *bench.Step) {
	strokes := 0
	for _, c := range s.Cuts {
		lot := &b.of.Lots[c.Lot]
		layout := &lot.Plan.Layouts[c.Layout]
		key := fmt.Sprintf("%d.%d.%s", c.Lot, c.Layout, s.Phase)
		if b.sheet[key] == nil {
			b.sheet[key] = []trim.Rect{{Size: lot.Sheets[layout.Sheet].Size}}
		}
		chop := layout.Cuts[c.Number-1]
		at := slices.Index(b.sheet[key], chop.Part)
		if at < 0 || chop.Set != s.Figure.Length {
			b.fail(s, "cut %d of layout %d at %v of %v", c.Number, c.Layout, chop.Set, chop.Part)
			return
		}
		one, two := chop.Part, chop.Part
		if chop.Across {
			one.Height = chop.At - one.Y
			two.Y, two.Height = chop.At, two.Height-one.Height
		} else {
			one.Width = chop.At - one.X
			two.X, two.Width = chop.At, two.Width-one.Width
		}
		b.sheet[key] = append(slices.Delete(b.sheet[key], at, at+1), one, two)
		strokes += c.Sheets
		if b.done[key] != 0 && b.done[key] != c.Sheets {
			b.fail(s, "%d sheets, before %d", c.Sheets, b.done[key])
		}
		b.done[key] = c.Sheets
		for _, p := range layout.Pieces {
			if n := len(b.sheet[key]); b.sheet[key][n-1] == (trim.Rect{X: p.X, Y: p.Y, Size: p.Size}) || b.sheet[key][n-2] == (trim.Rect{X: p.X, Y: p.Y, Size: p.Size}) {
				b.cut[lot.Parts[p.Piece]] += c.Sheets
			}
		}
	}
	if strokes != s.Pieces {
		b.fail(s, "%d strokes, said %d", strokes, s.Pieces)
	}
}

// act does one step, of what there is.
func (b *table) act(s *bench.Step, before map[supply.Role][]string) {
	if s.Kind == bench.Cut && len(s.Cuts) > 0 {
		b.chops(s)
		return
	}
	if s.Say.Name == "whole" || s.Kind == bench.Cut && (s.Say.Name == "hand" || s.Say.Name == "hand-square" || s.Say.Name == "machine") {
		b.cut[s.Part] += s.Pieces
		return
	}
	for _, h := range s.Handled {
		op := operation(s)
		if s.Kind == bench.Score {
			op = fmt.Sprintf("score of %v at %v, %v", h.Part, s.Figure.Length, h.How)
		}
		op += " " + h.Part.String()
		b.done[op] += h.Pieces
		if n, is := b.cut[h.Part]; is && b.done[op] > n {
			b.fail(s, "%d of %v, and %d are cut", b.done[op], h.Part, n)
		}
		// What a part went through before in the first round it goes through first in the second.
		for _, was := range before[h.Part] {
			if was == op {
				break
			}
			if b.done[op] > b.done[was] && s.Kind != bench.Score && !strings.HasPrefix(op, "look.") {
				b.fail(s, "%d, and %d through %s", b.done[op], b.done[was], was)
			}
		}
		if !slices.Contains(before[h.Part], op) && s.Phase == bench.First && s.Kind != bench.Check && s.Kind != bench.Try {
			before[h.Part] = append(before[h.Part], op)
		}
	}
}

// Every piece of the batch is cut, scored and used once for each card, no step
// needs what a later one makes, and no tool is set oftener than it must be.
func TestStepsMakeTheBatch(t *testing.T) {
	kinds := map[string]int{}
	each(t, howMany(500), func(t *testing.T, m made) {
		if m.Result.Batch.Err != nil {
			return
		}
		of := m.AtTheBench(pipeline.Order{Memory: known})
		b := &table{t, m.text, of, map[string][]trim.Rect{}, map[supply.Role]int{}, map[string]int{}}
		steps := bench.Steps(of.Setup)
		before, ids := map[supply.Role][]string{}, map[string]bool{}
		for i := range steps {
			s := &steps[i]
			if ids[s.ID] {
				b.fail(s, "twice")
			}
			ids[s.ID] = true
			kinds[s.Say.Name]++
			b.act(s, before)
		}
		b.pieces()
		b.settings(steps)
		b.uses(steps)
		b.words()
	})
	for name := range bench.Says {
		if strings.HasPrefix(name, "check-") || slices.Contains([]string{"from", "from-turned", "from-back", "from-plain", "from-top", "below", "in-each", "with-the-card"}, name) {
			continue
		}
		if kinds[name] == 0 {
			t.Logf("no step is called %s", name)
		}
	}
	if len(kinds) < 40 {
		t.Errorf("only %d kinds of step", len(kinds))
	}
}

// pieces holds what was cut against what was wanted, sheet by sheet.
func (b *table) pieces() {
	for i := range b.of.Lots {
		l := &b.of.Lots[i]
		for n, p := range l.Problem.Pieces {
			if got := b.cut[l.Parts[n]]; got < p.Count {
				b.Errorf("%s: %d of %v are cut, %d wanted", b.text, got, l.Parts[n], p.Count)
			}
		}
		if l.Plan == nil {
			continue
		}
		for k, layout := range l.Plan.Layouts {
			sheets := 0
			for _, phase := range []bench.Phase{bench.First, bench.Rest} {
				key := fmt.Sprintf("%d.%d.%s", i, k, phase)
				sheets += b.done[key]
				if n := len(b.sheet[key]); n > 0 && n != len(layout.Cuts)+1 {
					b.Errorf("%s: %d of %d cuts of a sheet", b.text, n-1, len(layout.Cuts))
				}
			}
			if len(layout.Cuts) > 0 && sheets != layout.Count {
				b.Errorf("%s: %d of %d sheets are cut", b.text, sheets, layout.Count)
			}
		}
	}
}

// settings counts how often the guide and the board are set: no setting follows
// itself, a round of cuts has no more than its lots' own moves together, and the
// board no more than there are readings.
func (b *table) settings(steps []bench.Step) {
	moves := 0
	for _, l := range b.of.Lots {
		if l.Plan != nil {
			moves += l.Plan.Moves
		}
	}
	set := map[bench.Phase]int{}
	boards, readings := map[bench.Phase]int{}, map[measure.Length]bool{}
	for i, s := range steps {
		if len(s.Cuts) > 0 {
			set[s.Phase]++
			if i > 0 && len(steps[i-1].Cuts) > 0 && steps[i-1].Phase == s.Phase && steps[i-1].Figure == s.Figure && group(s.ID) == group(steps[i-1].ID) {
				b.fail(&s, "the guide stands there already")
			}
		}
		if s.Kind == bench.Score {
			boards[s.Phase]++
			readings[s.Figure.Length] = true
		}
	}
	if set[bench.First] > moves || set[bench.Rest] > moves {
		b.Errorf("%s: the guide is set %d and %d times, the plans' own moves are %d", b.text, set[bench.First], set[bench.Rest], moves)
	}
	if boards[bench.Rest] > len(readings) {
		b.Errorf("%s: the board is set %d times at %d readings", b.text, boards[bench.Rest], len(readings))
	}
}

func group(id string) string { return id[:strings.LastIndex(id, ".")] }

// uses holds each card's own operations against how many cards there are.
func (b *table) uses(steps []bench.Step) {
	r := b.of.Jobs[0].Brief
	count := map[string]int{}
	for _, s := range steps {
		count[operation(&s)] += s.Pieces
	}
	for op, n := range count {
		name, _, _ := strings.Cut(op, ".")
		want := r.Quantity
		switch name {
		case "cut", "whole", "gather", "thick", "slot-room", "slot", "weigh", "try", "try-bought", "gauge-line", "gauge-top", "gauge-bottom", "gauge-left", "gauge-right", "score", "look":
			continue // once, or counted by its parts
		case "fold", "tips", "tabs", "snip", "trim-liner", "liner", "flaps", "walls", "lay", "sides", "foot", "seam", "seams-by-eye", "tabs-in", "ends", "ends-shut", "strips", "dry-envelope":
			want += r.Stock.Spare
		}
		if n != want {
			b.Errorf("%s: %s is done to %d, of %d", b.text, op, n, want)
		}
	}
	for _, must := range []string{"insert", "close"} {
		if !slices.ContainsFunc(steps, func(s bench.Step) bool { return s.Say.Name == must }) {
			b.Errorf("%s: nothing is done to %s", b.text, must)
		}
	}
	// A crease is scored in every piece, once.
	scored := map[string]int{}
	for _, s := range steps {
		for _, h := range s.Handled {
			if s.Kind == bench.Score {
				scored[fmt.Sprint(h.Part, s.Figure.Length, h.How)] += h.Pieces
			}
		}
	}
	for crease, n := range scored {
		if n%(r.Quantity+r.Stock.Spare) != 0 {
			b.Errorf("%s: %s is scored in %d of %d pieces", b.text, crease, n, r.Quantity+r.Stock.Spare)
		}
	}
}

// words holds every text to nine words, and every name to its minutes.
func (b *table) words() {
	for _, s := range b.of.Steps {
		if n := len(strings.Fields(s.Text)); n > 9 || n == 0 || strings.Contains(s.Text+strings.Join(s.Details, "")+s.Check, "{") {
			b.Errorf("%s: %q", b.text, s.Text)
		}
		if s.Minutes.Likely <= 0 || s.Minutes.Low > s.Minutes.Likely || s.Minutes.Likely > s.Minutes.High {
			b.Errorf("%s: %s takes %+v", b.text, s.ID, s.Minutes)
		}
	}
}
