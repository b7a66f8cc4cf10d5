package check

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/pipeline"
)

// amount is a sum of money as it is printed.
func amount(t *testing.T, text string) float64 {
	t.Helper()
	n, err := strconv.ParseFloat(strings.Fields(text)[0], 64)
	if err != nil {
		t.Fatalf("%q is no amount", text)
	}
	return n
}

// Jobs cut together: every sheet acted out, each job gets its pieces, no sheet is
// cut that is not there or bought, and what the jobs pay is what the paper costs.
func TestGangsGiveEveryJobItsPieces(t *testing.T) {
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 9))}
	planned, priced := 0, 0
	for range howMany(80) {
		doc := fields{"format": gang.Format, "version": 1, "minute": "0.30", "trimmer": fields{"stack": pick(m, "1/8 in", "3 mm", "1 in")}}
		var jobs []any
		for range 1 + m.IntN(3) {
			j := m.job()
			delete(j, "trimmer")
			jobs = append(jobs, fields{"job": j})
		}
		doc["jobs"] = jobs
		m.sometimes(doc, 70, "stock", func() any {
			return []any{fields{"sheet": m.sheet(), "count": m.IntN(60), "price": "0.30"}, fields{"sheet": m.sheet(), "count": m.IntN(60), "price": "0.85"}}
		})
		text, err := json.Marshal(doc)
		if err != nil {
			t.Fatal(err)
		}
		g, err := gang.Read(text)
		if err != nil {
			t.Fatalf("%s: %v", text, err)
		}
		whole, err := gang.WorkOut(g, catalog.Standard(), gang.Order{Memory: known})
		if err != nil {
			continue
		}
		p := whole.Write(true)
		if p.CutPlan.Problem != nil || len(p.CutPlan.Pieces) == 0 {
			continue
		}
		planned++
		ganged(t, string(text), p)
		if p.CutPlan.Cost != nil {
			priced++
			sum := 0.0
			for _, j := range p.Jobs {
				if j.Cost != "" {
					sum += amount(t, j.Cost)
				}
			}
			if whole := amount(t, p.CutPlan.Cost.Batch); math.Abs(sum-whole) > 0.0051*float64(len(p.Jobs)) {
				t.Errorf("%s: the jobs pay %.2f of %.2f", text, sum, whole)
			}
		}
		if t.Failed() {
			t.Fatalf("seed %d: after %d gangs", *seed, planned)
		}
	}
	if planned < howMany(80)/3 || priced < 10 {
		t.Errorf("seed %d: only %d gangs were cut, %d of them priced", *seed, planned, priced)
	}
}

// ganged acts one gang out.
func ganged(t *testing.T, text string, p *document.Gang) {
	t.Helper()
	got, used, bought := map[string]int{}, map[string]int{}, 0
	for _, s := range p.CutPlan.Sheets {
		act(t, text, s)
		for _, q := range s.Pieces {
			got[q.Piece] += s.Count
			fits(t, text, &p.CutPlan, q)
		}
		if s.Buy {
			bought += s.Count
		} else {
			used[s.Name+s.Paper] += s.Count
		}
	}
	for _, j := range p.Jobs {
		for _, w := range j.Pieces {
			if got[w.Name] != w.Count || !strings.HasPrefix(w.Name, strconv.Itoa(j.Number)+" ") {
				t.Errorf("%s: %d of %s, want %d for job %d", text, got[w.Name], w.Name, w.Count, j.Number)
			}
			delete(got, w.Name)
		}
	}
	if len(got) > 0 {
		t.Errorf("%s: %v is cut for no job", text, got)
	}
	on := map[string]int{}
	for _, s := range p.Stock {
		on[s.Name+s.Paper] += s.OnHand
	}
	for name, n := range used {
		if len(p.Stock) > 0 && n > on[name] {
			t.Errorf("%s: %d of %d %s are cut", text, n, on[name], name)
		}
	}
	missing := 0
	for _, x := range p.CutPlan.Missing {
		missing += x.Count
	}
	if missing != bought {
		t.Errorf("%s: %d sheets are to be bought, and %d are cut", text, missing, bought)
	}
	steps(t, text, &p.CutPlan, marks[p.Ruler])
}

// A gang of one is the job: the same sheets, and the same cost, or none where the job has none.
func TestAGangOfOneIsTheJob(t *testing.T) {
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 25))}
	same := 0
	for range howMany(80) {
		j := m.job()
		sheet := m.sheet()
		j["stock"] = []any{
			fields{"sheet": sheet, "count": 1 + m.IntN(4), "price": pick(m, "1.00", "0.55", "0.05")},
			fields{"sheet": pick(m, sheet, sheet, m.sheet()), "count": m.IntN(30), "price": pick(m, "0.10", "0.20", "")},
			fields{"sheet": m.sheet(), "count": m.IntN(30), "grain": pick(m, "long", "short"), "price": pick(m, "0.10", "")},
		}
		one, text := typed(t, j)
		alone, err := pipeline.WorkOut(one, catalog.Standard(), pipeline.Order{Memory: known, NoWays: true})
		if err != nil || alone.Result.Batch.Err != nil || len(alone.Result.Batch.Problem.Pieces) == 0 {
			continue
		}
		whole, err := gang.WorkOut(gang.Gang{Format: gang.Format, Version: gang.Version, Jobs: []gang.Member{{Job: one}}}, catalog.Standard(), gang.Order{Memory: known})
		if err != nil {
			t.Fatalf("%s: %v", text, err)
		}
		same++
		a, b := alone.Result.Batch, whole.Batch
		if (a.Plan == nil) != (b.Plan == nil) || a.Plan != nil && (len(a.Plan.Layouts) != len(b.Plan.Layouts) || (a.Cost == nil) != (b.Cost == nil) || a.Cost != nil && a.Cost.Batch != b.Cost.Batch) {
			t.Errorf("%s: alone %+v, as a gang %+v", text, a.Cost, b.Cost)
		}
		if p, g := alone.Plan.CutPlan.Cost, whole.Write(true).Jobs[0].Cost; p != nil && p.Batch != g || p == nil && g != "" {
			t.Errorf("%s: %+v alone, %q in a gang", text, p, g)
		}
	}
	if same < 20 {
		t.Errorf("only %d of them are cut", same)
	}
}
