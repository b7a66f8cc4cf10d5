package pipeline

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/work"
	"yellow-parcel/demo"
)

// huge is as large a batch as a job takes: thirteen kinds of piece from sixty kinds of sheet.
func huge() string {
	var stock, layers []string
	for i := range 60 {
		stock = append(stock, fmt.Sprintf(`{"sheet":{"width":"%d.%d","height":"%d.%d"},"count":50}`, 8+i/4, i%4, 11+i/5, i%5))
	}
	for range 12 {
		layers = append(layers, `"1/8"`)
	}
	return `{"format":"yellow-parcel-job","version":1,"quantity":5000,"card":{"width":"5","height":"7"},"blank":{"style":"corner-fold"},"inside":"1/4","layers":[` +
		strings.Join(layers, ",") + `],"stock":[` + strings.Join(stock, ",") + `]}`
}

func short(p *document.Plan) bool {
	return slices.ContainsFunc(p.Warnings, func(n document.Note) bool { return n.Code == "short" })
}

func metered(t *testing.T, text string, memory *work.Memory, m *work.Meter) (*Whole, error) {
	t.Helper()
	return WorkOut(read(t, text), catalog.Standard(), Order{Trials: 100, Memory: memory, Meter: m})
}

// A job beyond what is gone into says so, warm or cold, and has everything else; others have all.
func TestALargeJobSaysWhatWasLeftOut(t *testing.T) {
	memory := work.NewMemory()
	for range 2 {
		all, err := metered(t, huge(), memory, &work.Meter{Most: work.UsualMost})
		if err != nil {
			t.Fatal(err)
		}
		if !short(all.Plan) || all.Plan.CutPlan == nil || len(all.Plan.Blanks) == 0 || len(all.Plan.Post) == 0 {
			t.Errorf("%+v", all.Plan.Warnings)
		}
		if last := all.Result.Blanks[len(all.Result.Blanks)-1]; last.Trials != nil && all.Result.Blanks[0].Trials != nil {
			t.Error("trials were made")
		}
	}
	whole, err := metered(t, huge(), memory, nil)
	if err != nil || short(whole.Plan) || whole.Result.Blanks[0].Trials == nil {
		t.Errorf("without an end: %v", err)
	}
	jobs, err := demo.Jobs()
	if err != nil {
		t.Fatal(err)
	}
	for _, one := range jobs {
		all, err := WorkOut(one, catalog.Standard(), Order{Trials: 100, Memory: memory, Meter: &work.Meter{Most: work.UsualMost}})
		if err != nil || short(all.Plan) {
			t.Errorf("%s: %v, an everyday job is cut short", one.Title, err)
		}
	}
}

// Once nobody waits the work ends soon, wherever it is, and nothing half done is remembered.
func TestWorkNobodyWaitsForEnds(t *testing.T) {
	asked := 0
	if _, err := metered(t, huge(), nil, &work.Meter{Gone: func() bool { asked++; return false }}); err != nil {
		t.Fatal(err)
	}
	if asked < 50 {
		t.Errorf("it was asked %d times whether anybody waits", asked)
	}
	want, err := metered(t, huge(), nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	var memory *work.Memory
	for _, after := range []int{0, 1, 2, 5, 20, asked / 2, asked - 1} {
		n := 0
		memory = work.NewMemory()
		_, err := metered(t, huge(), memory, &work.Meter{Gone: func() bool { n++; return n > after }})
		if !errors.Is(err, work.ErrStopped) {
			t.Errorf("after %d: %v", after, err)
		}
		if n > after+60 {
			t.Errorf("it was asked %d times more after nobody waited", n-after)
		}
	}
	got, err := metered(t, huge(), memory, nil)
	if err != nil || got.Plan.CutPlan.SheetsUsed != want.Plan.CutPlan.SheetsUsed || got.Plan.CutPlan.Text != want.Plan.CutPlan.Text {
		t.Errorf("%v: %s, want %s", err, got.Plan.CutPlan.Text, want.Plan.CutPlan.Text)
	}
}

func BenchmarkHugePlan(b *testing.B) {
	benchmark(b, huge(), Order{Trials: work.UsualTrials, Meter: &work.Meter{Most: work.UsualMost}})
}
