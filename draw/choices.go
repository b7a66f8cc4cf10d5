package draw

import (
	"fmt"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// The size of the picture of plans to choose between, in millimetres: sheets
// along, moves of the guide up.
const (
	choicesWide = 120.0
	choicesHigh = 44.0
)

// choices shows the plans there are for a batch as points of sheets against
// moves of the guide, each with its letter and what it costs; nil where there is but one.
func choices(b *batch.Batch, currency string) *Drawing {
	if b.Plans == nil || len(b.Plans.Plans) < 2 {
		return nil
	}
	d := blankDrawing("plans to choose between, sheets against moves of the guide", choicesWide, choicesHigh)
	d.Lo, d.Hi = Point{-12, -2}, Point{choicesWide, choicesHigh + 7}
	plans := b.Plans.Plans
	along := scaled(plans, choicesWide, func(p *trim.CutPlan) int { return p.Used })
	up := scaled(plans, choicesHigh, func(p *trim.CutPlan) int { return p.Moves })
	used := map[string]bool{}
	tick := func(at Point, n int, kind string) {
		if key := fmt.Sprint(kind, n); !used[key] {
			used[key] = true
			d.Labels = append(d.Labels, Label{at, fmt.Sprint(n), kind})
		}
	}
	for i, p := range plans {
		at := Point{along(p.Used), choicesHigh - up(p.Moves)}
		d.line("grid", "", Point{at[0], at[1]}, Point{at[0], choicesHigh})
		d.line("grid", "", Point{0, at[1]}, at)
		tick(Point{at[0], choicesHigh + 3}, p.Used, "tick")
		tick(Point{-1, at[1]}, p.Moves, "tick-up")
		size := 2.0
		if p == b.Plan {
			size = 3.2
		}
		d.Shapes = append(d.Shapes, Shape{Kind: "point", Key: fmt.Sprintf("choice%d", i), Points: []Point{
			{at[0] - size, at[1]}, {at[0], at[1] - size}, {at[0] + size, at[1]}, {at[0], at[1] + size}}})
		d.Labels = append(d.Labels, Label{Point{at[0] + 1.5*size, at[1] - 2.2}, priceOf(b, p, currency), "point"})
	}
	d.line("axis", "", Point{0, choicesHigh}, Point{choicesWide, choicesHigh})
	d.line("axis", "", Point{0, 0}, Point{0, choicesHigh})
	d.Labels = append(d.Labels, Label{Point{choicesWide, choicesHigh + 3}, "sheets", "tick-up"}, Label{Point{-1, 0}, "moves", "tick-up"})
	return &d
}

// priceOf is what a plan costs where that is known, else its sheets and moves.
func priceOf(b *batch.Batch, p *trim.CutPlan, currency string) string {
	if b.Plans.Known {
		return measure.Money(p.Money()).Text(currency)
	}
	return fmt.Sprintf("%d sheets", p.Used)
}

// scaled places figures along a side, the least a fifth and the most three
// quarters along it.
func scaled(plans []*trim.CutPlan, side float64, of func(*trim.CutPlan) int) func(int) float64 {
	least, most := of(plans[0]), of(plans[0])
	for _, p := range plans {
		least, most = min(least, of(p)), max(most, of(p))
	}
	return func(n int) float64 {
		if most == least {
			return side / 2
		}
		return side * (0.2 + 0.52*float64(n-least)/float64(most-least))
	}
}
