package plan

import (
	"fmt"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// gauge is the slot gauge, with its cut list; nil where the carrier has no slot.
func gauge(w say.Say, of *work.Gauge) *document.Gauge {
	if of == nil {
		return nil
	}
	top, bottom := of.Top, of.Top+of.Cut
	g := &document.Gauge{Carrier: of.Carrier.ID, Slot: w.Length(of.Slot), Cut: w.Length(of.Cut), Long: w.Length(of.Long), Width: w.Length(of.Size.Width), Height: w.Length(of.Size.Height),
		Left: w.Length(of.Margin), Right: w.Length(of.Margin + of.Long), Top: w.Length(top), Bottom: w.Length(bottom), Label: GaugeLabel(of, w.Unit)}
	exact := "Half of it each side of the centre line."
	if off := of.Centre - of.Cut/2 - top; off > 0 {
		exact = fmt.Sprintf("Both cuts on ruler marks, the slot %s above the middle.", w.Text(off))
	}
	if of.Cut != of.Slot {
		exact += fmt.Sprintf(" %s is no whole mark of the ruler: it is cut to %s, so that what passes the gauge passes the post.", w.Text(of.Slot), w.Text(of.Cut))
	}
	add := func(key, label, note string, working []string, figures ...document.Figure) {
		g.Answers = append(g.Answers, say.Line("gauge", key, label, note, working, figures...))
	}
	at := func(key string, l measure.Length) document.Figure { return w.Figure(key, l) }
	add("gauge", "Cut heavy card", "2 mm greyboard, or two layers of card glued", []string{"The slot and " + w.Text(of.Margin) + " each side of it.", bladeCaution}, w.Both("gauge", of.Size)...)
	add("gauge.centre", "Draw a line", "across, from the top edge", []string{"The middle of " + w.Text(of.Size.Height) + "."}, at("gauge.centre", of.Centre))
	add("gauge.top", "Cut along", "from the top edge", []string{exact, bladeCaution}, at("gauge.top", top))
	add("gauge.bottom", "Cut along", "from the top edge", []string{fmt.Sprintf("%s + %s = %s.", w.Bare(top), w.Bare(of.Cut), w.Text(bottom))}, at("gauge.bottom", bottom))
	add("gauge.left", "Start both cuts at", "from the left edge", []string{"The margin."}, at("gauge.left", of.Margin))
	add("gauge.right", "End both cuts at", "from the left edge; then join the ends", []string{
		fmt.Sprintf("%s margin + %s slot: the widest side of this piece and %s to wiggle, up to a mark.", w.Bare(of.Margin), w.Bare(of.Long), w.Text(of.Wiggle)),
		"Cut towards the middle from both ends, so that no cut runs past its corner. " + bladeCaution,
	}, at("gauge.right", of.Margin+of.Long))
	return g
}

// GaugeLabel is what a slot gauge is marked with.
func GaugeLabel(g *work.Gauge, u measure.Unit) string {
	label := g.Slot.Text(u) + " thick"
	if g.Class != nil {
		label = g.Carrier.Name + ", " + words.Lower(g.Class.Name) + ": " + label
	}
	return label
}
