package plan

import (
	"fmt"
	"strconv"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
)

// layers are what is stacked on the base, the area left to stamp on, and the samples.
func (w *writer) layers() {
	l := layersWriter{w}
	l.stacked()
	l.inside()
	l.stamping()
	step := brief.UsualStep(w.Unit)
	w.plan.SkipMarks = int(step / w.Ruler.Step)
	w.plan.Ladder = make([]document.Rung, len(w.r.Layers.Ladder))
	for i, z := range w.r.Layers.Ladder {
		w.plan.Ladder[i] = document.Rung{Label: strconv.Itoa(i + 1), Width: w.Length(z.Width), Height: w.Length(z.Height)}
	}
}

type layersWriter struct{ *writer }

func (w layersWriter) stacked() {
	below := w.r.Whole()
	for i, l := range w.b.Layers.Each {
		z := w.r.Layers.Stack[i]
		key := fmt.Sprintf("layer%d", i)
		w.plan.Layers = append(w.plan.Layers, document.Layer{Name: l.Name, Width: w.Length(z.Width), Height: w.Length(z.Height), Border: w.Length(l.Border.Side), Bottom: w.Length(l.Border.Bottom),
			Paper: l.Paper.Name, Colour: l.Paper.Colour, Joint: l.Joint.Material.ID})
		note := "border " + w.Text(l.Border.Side)
		if l.Border.Bottom != l.Border.Side {
			note += ", " + w.Text(l.Border.Bottom) + " below"
		}
		w.answer("layers", key, l.Name, note, []string{
			w.step(below.Width, 2*l.Border.Side, z.Width) + " wide",
			w.high(below.Height, l.Border, z.Height) + " high; the border counts on both sides",
		}, w.Both(key, z)...)
		below = z
	}
}

func (w layersWriter) high(below measure.Length, b card.Border, marked measure.Length) string {
	if b.Top == b.Bottom {
		return w.step(below, 2*b.Top, marked)
	}
	shown := below.Shown(w.Unit) - b.Top.Shown(w.Unit) - b.Bottom.Shown(w.Unit)
	return w.Rounded(fmt.Sprintf("%s − %s − %s", w.Bare(below), w.Bare(b.Top), w.Bare(b.Bottom)), shown, below-b.Top-b.Bottom, marked, "down")
}

func (w layersWriter) step(below, both, marked measure.Length) string {
	shown := below.Shown(w.Unit) - 2*(both/2).Shown(w.Unit)
	return w.Rounded(fmt.Sprintf("%s − 2 × %s", w.Bare(below), w.Bare(both/2)), shown, below-both, marked, "down")
}

// inside is the inside panel: one step smaller than the closed card.
func (w layersWriter) inside() {
	border := w.b.Layers.Inside
	if border == 0 {
		return
	}
	z, of := w.r.Layers.Inside, w.r.Whole()
	w.plan.Inside = &document.Layer{Name: "Inside panel", Width: w.Length(z.Width), Height: w.Length(z.Height), Border: w.Length(border), Bottom: w.Length(border)}
	w.answer("layers", "inside", "Inside panel", "border "+w.Text(border), []string{
		w.step(of.Width, 2*border, z.Width) + " wide",
		w.step(of.Height, 2*border, z.Height) + " high; inside the closed card",
	}, w.Both("inside", z)...)
}

// stamping holds the area a stamp needs against what the top layer leaves, either way round.
func (w layersWriter) stamping() {
	needed := w.b.Layers.Stamp
	if needed == (card.Size{}) {
		return
	}
	top := w.r.Top()
	s := &document.Stamping{Needed: w.Size(needed), Left: w.Size(top), OK: top.Holds(needed) || top.Holds(needed.Turned())}
	s.Text = fmt.Sprintf("%s is left to stamp on; %s is needed", w.SizeText(top), w.SizeText(needed))
	if !s.OK {
		w.warn("stamp", "stamp", s.Text+".")
	}
	w.plan.Stamping = s
}
