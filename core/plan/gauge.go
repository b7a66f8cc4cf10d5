package plan

import (
	"fmt"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
)

// gauge is the slot gauge, with its cut list.
func (w *writer) gauge() {
	of := w.r.Gauge
	if of == nil {
		return
	}
	top, bottom := of.Top, of.Top+of.Cut
	g := &document.Gauge{Carrier: of.Carrier.ID, Slot: w.length(of.Slot), Cut: w.length(of.Cut), Long: w.length(of.Long), Width: w.length(of.Size.Width), Height: w.length(of.Size.Height),
		Left: w.length(of.Margin), Right: w.length(of.Margin + of.Long), Top: w.length(top), Bottom: w.length(bottom), Label: GaugeLabel(of, w.unit)}
	exact := "Half of it each side of the centre line."
	if off := of.Centre - of.Cut/2 - top; off > 0 {
		exact = fmt.Sprintf("Both cuts on ruler marks, the slot %s above the middle.", w.text(off))
	}
	if of.Cut != of.Slot {
		exact += fmt.Sprintf(" %s is no whole mark of the ruler: it is cut to %s, so that what passes the gauge passes the post.", w.text(of.Slot), w.text(of.Cut))
	}
	add := func(key, label, note string, working []string, figures ...document.Figure) {
		g.Answers = append(g.Answers, line("gauge", key, label, note, working, figures...))
	}
	at := func(key string, l measure.Length) document.Figure { return w.figure(key, l) }
	add("gauge", "Cut heavy card", "2 mm greyboard, or two layers of card glued", []string{"The slot and " + w.text(of.Margin) + " each side of it.", bladeCaution}, w.both("gauge", of.Size)...)
	add("gauge.centre", "Draw a line", "across, from the top edge", []string{"The middle of " + w.text(of.Size.Height) + "."}, at("gauge.centre", of.Centre))
	add("gauge.top", "Cut along", "from the top edge", []string{exact, bladeCaution}, at("gauge.top", top))
	add("gauge.bottom", "Cut along", "from the top edge", []string{fmt.Sprintf("%s + %s = %s.", w.bare(top), w.bare(of.Cut), w.text(bottom))}, at("gauge.bottom", bottom))
	add("gauge.left", "Start both cuts at", "from the left edge", []string{"The margin."}, at("gauge.left", of.Margin))
	add("gauge.right", "End both cuts at", "from the left edge; then join the ends", []string{
		fmt.Sprintf("%s margin + %s slot: the widest side of this piece and %s to wiggle, up to a mark.", w.bare(of.Margin), w.bare(of.Long), w.text(of.Wiggle)),
		"Cut towards the middle from both ends, so that no cut runs past its corner. " + bladeCaution,
	}, at("gauge.right", of.Margin+of.Long))
	w.plan.Gauge = g
}
