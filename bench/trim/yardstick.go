package main

import (
	"cmp"
	"errors"
	"fmt"
	"io"
	"log"
	"math"
	"slices"
	"time"

	"yellow-parcel/core/card"
	"yellow-parcel/core/pattern"
	"yellow-parcel/core/trim"
)

// yardstick is the fewest sheets that column generation proves a batch cannot do
// without, with no bound on its work.
func yardstick(p trim.Problem) int {
	kinds, sheets, demand := []pattern.Kind{}, []pattern.Sheets{}, []int{}
	stock, cost := []int{}, []float64{}
	for _, s := range p.Sheets {
		sheets = append(sheets, pattern.Sheets{Size: s.Size, Count: s.Count})
		stock, cost = append(stock, s.Count), append(cost, 1)
	}
	type alike struct {
		size  card.Size
		grain trim.Side
	}
	at := map[alike]int{}
	for _, q := range p.Pieces {
		key := alike{q.Size, q.Grain}
		if i, ok := at[key]; ok {
			demand[i] += q.Count
			continue
		}
		at[key] = len(kinds)
		k := pattern.Kind{Size: q.Size, Count: q.Count}
		for _, s := range p.Sheets {
			up, side := q.Ways(s)
			k.Up, k.Side = append(k.Up, up), append(k.Side, side)
		}
		kinds, demand = append(kinds, k), append(demand, q.Count)
	}
	c := pattern.NewGenerator(kinds, sheets, math.MaxInt, nil).Cover(demand, stock, cost, math.MaxInt)
	return max(pattern.Bound(kinds, sheets), int(math.Ceil(c.Least-1e-4)))
}

// cut is one practical batch, planned at once and at length, and measured.
type cut struct {
	practical
	exact        int
	quick, long  *trim.CutPlan // on the fewest sheets
	usual        *trim.CutPlan
	tookQ, tookL time.Duration
}

func measured(p practical) (cut, bool) {
	c := cut{practical: p}
	begin := time.Now()
	at, err := trim.Choose(p.problem)
	if c.tookQ = time.Since(begin); err != nil {
		var none *trim.NoSheetError
		if !errors.As(err, &none) {
			log.Fatal(err)
		}
		return c, false
	}
	p.problem.Steps = trim.ThoroughWork
	begin = time.Now()
	all, err := trim.Choose(p.problem)
	if c.tookL = time.Since(begin); err != nil {
		log.Fatal(err)
	}
	c.quick, c.long, c.usual, c.exact = at.By(trim.FewestSheets), all.By(trim.FewestSheets), all.Usual, yardstick(p.problem)
	return c, true
}

// reportPractical shows how good the plans of practical batches are, by how many kinds of piece there are.
func reportPractical(w io.Writer, n int) {
	var all []cut
	for _, p := range practicals(n) {
		if c, ok := measured(p); ok {
			all = append(all, c)
		}
	}
	fmt.Fprintf(w, "%d practical batches that can be cut.\n\n", len(all))
	fmt.Fprintln(w, "| kinds | batches | sheets | bound | equal | one over | more | at once: equal | one over | more | moves | layouts | ms at once | ms at length |")
	fmt.Fprintln(w, "|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|")
	for k := 1; k <= 9; k++ {
		line(w, fmt.Sprint(k), slices.DeleteFunc(slices.Clone(all), func(c cut) bool { return c.kinds != k }))
	}
	line(w, "all", all)
	crowded := 0
	for _, c := range all {
		if len(c.usual.Layouts) > 12 {
			crowded++
		}
	}
	slices.SortFunc(all, func(a, b cut) int { return cmp.Compare(a.tookQ, b.tookQ) })
	fmt.Fprintf(w, "\nAt once: median %.1f ms, 95th %.1f ms. Usual plans with more than 12 layouts: %d.\n\n",
		ms(all[len(all)/2].tookQ), ms(all[len(all)*95/100].tookQ), crowded)
}

func ms(d time.Duration) float64 { return d.Seconds() * 1000 }

func line(w io.Writer, name string, all []cut) {
	sum := func(of func(cut) float64) float64 {
		total := 0.0
		for _, c := range all {
			total += of(c)
		}
		return total
	}
	mean := func(of func(cut) float64) float64 { return sum(of) / float64(len(all)) }
	over := func(least, most int, of func(cut) *trim.CutPlan) float64 {
		return sum(func(c cut) float64 {
			if n := of(c).Used - c.exact; n >= least && n <= most {
				return 1
			}
			return 0
		})
	}
	long, quick := func(c cut) *trim.CutPlan { return c.long }, func(c cut) *trim.CutPlan { return c.quick }
	fmt.Fprintf(w, "| %s | %d | %.1f | %.1f | %.0f | %.0f | %.0f | %.0f | %.0f | %.0f | %.1f | %.1f | %.1f | %.0f |\n", name, len(all),
		mean(func(c cut) float64 { return float64(c.long.Used) }), mean(func(c cut) float64 { return float64(c.exact) }),
		over(0, 0, long), over(1, 1, long), over(2, 1<<30, long), over(0, 0, quick), over(1, 1, quick), over(2, 1<<30, quick),
		mean(func(c cut) float64 { return float64(c.usual.Moves) }), mean(func(c cut) float64 { return float64(len(c.usual.Layouts)) }),
		mean(func(c cut) float64 { return ms(c.tookQ) }), mean(func(c cut) float64 { return ms(c.tookL) }))
}

// reportGrowth shows how the time at once grows with copies and with kinds.
func reportGrowth(w io.Writer) {
	fmt.Fprintln(w, "| kinds | 10 cards | 1,000 | 100,000 |")
	fmt.Fprintln(w, "|--:|--:|--:|--:|")
	for k := 1; k <= 9; k++ {
		fmt.Fprintf(w, "| %d |", k)
		for _, count := range []int{10, 1_000, 100_000} {
			p := trim.Problem{Sheets: []trim.Sheets{tabloid}}
			for i := range k {
				z := inches(10-0.5*float64(i), 7-0.5*float64(i))
				p.Pieces = append(p.Pieces, trim.Piece{Name: fmt.Sprint(i), Size: z, Count: count})
			}
			best := time.Hour
			for range 3 {
				begin := time.Now()
				if _, err := trim.Choose(p); err != nil {
					log.Fatal(err)
				}
				best = min(best, time.Since(begin))
			}
			fmt.Fprintf(w, " %.1f ms |", ms(best))
		}
		fmt.Fprintln(w)
	}
	fmt.Fprintln(w)
}
