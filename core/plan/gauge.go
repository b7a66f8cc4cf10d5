package plan

import (
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Gauge is a heavy card with a slot as thick as a carrier's letter may be: what
// slides through by its own weight is thin enough.
type Gauge struct {
	Carrier string   `json:"carrier"`
	Label   string   `json:"label"`
	Slot    Length   `json:"slot" doc:"the thickness it stands for"`
	Cut     Length   `json:"cut" doc:"the slot as cut, on the ruler, never above it"`
	Long    Length   `json:"long" doc:"length of the slot"`
	Width   Length   `json:"width"`
	Height  Length   `json:"height"`
	Left    Length   `json:"left" doc:"where the slot starts, from the left edge"`
	Right   Length   `json:"right" doc:"where it ends"`
	Top     Length   `json:"top" doc:"its upper cut, from the top edge"`
	Bottom  Length   `json:"bottom" doc:"its lower cut, from the top edge"`
	Answers []Answer `json:"answers"`
}

// makeGauge works the slot gauge out for the job's first carrier, or for the slot
// the job names, and the widest side of its piece.
func (m *maker) makeGauge() {
	if len(m.plan.Post) == 0 {
		return
	}
	p, slot, label := m.plan.Post[0], m.gauge, ""
	if slot == 0 {
		for _, class := range p.carrier.Classes {
			if t := measure.Length(class.Limits.Thickness.Max); t > 0 {
				slot, label = t, p.Name+", "+lower(class.Name)
				break
			}
		}
	}
	if slot == 0 {
		return
	}
	// Two cuts the same way from a centre line: an even number of half marks, never above the slot.
	cut := 2 * m.ruler.Down(slot/2)
	if cut == 0 {
		cut = slot
	}
	wiggle, margin := m.usual(measure.Inch/2, 12*measure.Millimetre), m.usual(3*measure.Inch/2, 40*measure.Millimetre)
	long := m.ruler.Up(measure.FromMM(max(p.Length.MM, p.Height.MM)) + wiggle)
	z := card.Size{Width: long + 2*margin, Height: 2*margin + m.usual(measure.Inch, 20*measure.Millimetre)}
	z.Height += z.Height % (2 * m.ruler.Step)
	centre := z.Height / 2
	g := &Gauge{Carrier: p.Carrier, Slot: m.length(slot), Cut: m.length(cut), Long: m.length(long), Width: m.length(z.Width), Height: m.length(z.Height),
		Left: m.length(margin), Right: m.length(margin + long), Top: m.length(centre - cut/2), Bottom: m.length(centre + cut/2)}
	g.Label = fmt.Sprintf("%s thick", m.text(slot))
	if label != "" {
		g.Label = label + ": " + g.Label
	}
	exact := "Half of it each side of the centre line."
	if cut != slot {
		exact = fmt.Sprintf("%s is not two whole marks of the ruler: it is cut to %s, so that what passes the gauge passes the post.", m.text(slot), m.text(cut))
	}
	add := func(key, label, note string, working []string, figures ...Figure) {
		g.Answers = append(g.Answers, line("gauge", key, label, note, working, figures...))
	}
	add("gauge", "Cut heavy card", "2 mm greyboard, or two layers of card glued", []string{"The slot and " + m.text(margin) + " each side of it.", bladeCaution}, m.both("gauge", z)...)
	add("gauge.centre", "Draw a line", "across, from the top edge", []string{"The middle of " + m.text(z.Height) + "."}, m.figure("gauge.centre", centre))
	add("gauge.top", "Cut along", "from the top edge", []string{fmt.Sprintf("%s − half of %s. %s", m.bare(centre), m.text(cut), exact), bladeCaution}, m.figure("gauge.top", centre-cut/2))
	add("gauge.bottom", "Cut along", "from the top edge", []string{fmt.Sprintf("%s + half of %s.", m.bare(centre), m.text(cut))}, m.figure("gauge.bottom", centre+cut/2))
	add("gauge.left", "Start both cuts at", "from the left edge", []string{"The margin."}, m.figure("gauge.left", margin))
	add("gauge.right", "End both cuts at", "from the left edge; then join the ends", []string{
		fmt.Sprintf("%s margin + %s slot: the widest side of this piece and %s to wiggle, up to a mark.", m.bare(margin), m.bare(long), m.text(wiggle)),
		"Cut towards the middle from both ends, so that no cut runs past its corner. " + bladeCaution,
	}, m.figure("gauge.right", margin+long))
	m.plan.Gauge = g
}
