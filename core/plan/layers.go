package plan

import (
	"fmt"
	"strconv"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/work"
)

// layersWriter words what is stacked on the base.
type layersWriter struct {
	say.Say
	r  *work.Result
	b  *brief.Brief
	to *lines
}

// ladder are the samples, and how many marks lie between two.
func (w layersWriter) ladder() (rungs []document.Rung, skip int) {
	rungs = make([]document.Rung, len(w.r.Layers.Ladder))
	for i, z := range w.r.Layers.Ladder {
		rungs[i] = document.Rung{Label: strconv.Itoa(i + 1), Width: w.Length(z.Width), Height: w.Length(z.Height)}
	}
	return rungs, int(brief.UsualStep(w.Unit) / w.Ruler.Step)
}

func (w layersWriter) stacked() []document.Layer {
	out, below := []document.Layer{}, w.r.Whole()
	for i, l := range w.b.Layers.Each {
		z := w.r.Layers.Stack[i]
		key := fmt.Sprintf("layer%d", i)
		out = append(out, document.Layer{Name: l.Name, Width: w.Length(z.Width), Height: w.Length(z.Height), Border: w.Length(l.Border.Side), Bottom: w.Length(l.Border.Bottom),
			Paper: l.Paper.Name, Colour: l.Paper.Colour, Joint: l.Joint.Material.ID})
		note := "border " + w.Text(l.Border.Side)
		if l.Border.Bottom != l.Border.Side {
			note += ", " + w.Text(l.Border.Bottom) + " below"
		}
		w.to.answer("layers", key, l.Name, note, []string{
			w.step(below.Width, 2*l.Border.Side, z.Width) + " wide",
			w.high(below.Height, l.Border, z.Height) + " high; the border counts on both sides",
		}, w.Both(key, z)...)
		below = z
	}
	return out
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

// inside is the inside panel: one step smaller than the closed card; nil without one.
func (w layersWriter) inside() *document.Layer {
	border := w.b.Layers.Inside
	if border == 0 {
		return nil
	}
	z, of := w.r.Layers.Inside, w.r.Whole()
	w.to.answer("layers", "inside", "Inside panel", "border "+w.Text(border), []string{
		w.step(of.Width, 2*border, z.Width) + " wide",
		w.step(of.Height, 2*border, z.Height) + " high; inside the closed card",
	}, w.Both("inside", z)...)
	return &document.Layer{Name: "Inside panel", Width: w.Length(z.Width), Height: w.Length(z.Height), Border: w.Length(border), Bottom: w.Length(border)}
}

// stamping holds the area a stamp needs against what the top layer leaves, either way round.
func (w layersWriter) stamping() *document.Stamping {
	needed := w.b.Layers.Stamp
	if needed == (card.Size{}) {
		return nil
	}
	top := w.r.Top()
	s := &document.Stamping{Needed: w.Size(needed), Left: w.Size(top), OK: top.Holds(needed) || top.Holds(needed.Turned())}
	s.Text = fmt.Sprintf("%s is left to stamp on; %s is needed", w.SizeText(top), w.SizeText(needed))
	if !s.OK {
		w.to.warn("stamp", "stamp", s.Text+".")
	}
	return s
}
