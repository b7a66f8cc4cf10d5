package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// cavityWorking is how the inside comes about, and why it is not the usual one.
func (w *answerList) cavityWorking() []string {
	b, more := &w.m.Blank, card.Size{}
	if w.m.Room != nil {
		if more = w.m.Room.More; b.Card != w.r.Card.Outer() {
			more = more.Turned()
		}
	}
	ease := w.b.Blank.Ease
	return append([]string{w.cavityText(b.Card.Width, ease+more.Width, b.Cavity.Width), w.cavityText(b.Card.Height, ease+more.Height, b.Cavity.Height)}, roomText(w.Say, w.r, w.m)...)
}

// roomText says what room was given or taken for the post, and what the usual would come to;
// and what was taken off the top flap for the sheet.
func roomText(w say.Say, r *work.Result, m *work.Made) (out []string) {
	if closing, ok := m.ClosingFlap(); ok && m.Top > 0 {
		out = append(out, fmt.Sprintf("Its top flap is %s, not the usual %s, so that it comes out of %s.", w.Text(closing.Depth), w.Text(m.UsualTop), m.Paper.Sheet.Name))
	}
	room := m.Room
	if room == nil {
		return out
	}
	var parts []string
	along, across := room.More.Height, room.More.Width
	if o := r.Card.Outer(); o.Width > o.Height {
		along, across = across, along
	}
	for _, way := range []struct {
		by   measure.Length
		name string
	}{{along, "along"}, {across, "across"}} {
		switch {
		case way.by > 0:
			parts = append(parts, w.Text(way.by)+" more "+way.name)
		case way.by < 0:
			parts = append(parts, w.Text(-way.by)+" less "+way.name)
		}
	}
	text := fmt.Sprintf("%s than the usual %s of ease: at %s inside it %s", words.Capital(strings.Join(parts, ", ")), w.Text(r.Brief.Blank.Ease), w.SizeText(room.Usual.Cavity), comes(&room.Usual.Verdict))
	return append(out, text+".")
}

func (w *answerList) cavityText(one, ease, room measure.Length) string {
	b := &w.m.Blank
	thick, terms := w.r.Card.Thickness, fmt.Sprintf("%s card + %s thick + %s ease", w.Bare(one), w.Bare(w.r.Card.Thickness), w.Bare(ease))
	if b.Depth > 0 {
		thick = blank.BoxCalipers * b.Main().Stock.Caliper
		terms = fmt.Sprintf("%s card + %d × %s of its own stock + %s ease", w.Bare(one), blank.BoxCalipers, w.Bare(b.Main().Stock.Caliper), w.Bare(ease))
	}
	exact, shown := one+thick+ease, one.Shown(w.Unit)+thick.Shown(w.Unit)+ease.Shown(w.Unit)
	if b.Depth > 0 {
		shown += blank.BoxCalipers*b.Main().Stock.Caliper.Shown(w.Unit) - thick.Shown(w.Unit)
	}
	if room < exact || room > exact+2*max(w.Ruler.Step, w.b.Tools.Groove) {
		return fmt.Sprintf("%s card + %s thick; %s is what there is inside.", w.Bare(one), w.Bare(w.r.Card.Thickness), w.Text(room))
	}
	return w.Rounded(terms, shown, exact, room, "up")
}

func (w *answerList) squareWorking() []string {
	b, outer := &w.m.Blank, w.r.Card.Outer()
	thumb := blank.ThumbSquare(outer, w.Ruler)
	inch := w.Text(blank.ThumbMargin(w.Ruler))
	switch b.Sized {
	case blank.Given:
		given := "As given: " + w.Text(b.Main().Width)
		if size := w.m.Options.Lengths["size"]; size != b.Main().Width {
			given = fmt.Sprintf("%s as given, cut down to a ruler mark: %s", w.Text(size), w.Text(b.Main().Width))
		}
		return []string{given + ". The least that closes with the seam is " + w.Decimal(b.Minimum) + "."}
	case blank.ByThumb:
		return []string{
			fmt.Sprintf("Rule of thumb, the card's diagonal and %s: √(%s² + %s²) + %s = %s, up to %s.", inch,
				w.Bare(outer.Width), w.Bare(outer.Height), inch, w.Decimal(thumb), w.Text(b.Main().Width)),
			"The computed least for this seam is " + w.Decimal(b.Minimum) + ".",
		}
	}
	walls := ""
	if b.Depth > 0 {
		walls = " + 2 × " + w.Bare(b.Depth) + " walls"
	}
	return []string{
		fmt.Sprintf("(%s + %s inside%s) ÷ √2 + %s seam = %s, up to %s so that the seam keeps its width with the scores on ruler marks.",
			w.Bare(b.Cavity.Width), w.Bare(b.Cavity.Height), walls, w.Bare(w.b.Blank.Seam), w.Decimal(b.Minimum), w.Text(b.Main().Width)),
		fmt.Sprintf("The card's diagonal and %s, the rule of thumb, would give %s.", inch, w.Decimal(thumb)),
	}
}

func (w *answerList) rectangleWorking() []string {
	b := &w.m.Blank
	deep := func(flap string) string { return w.Bare(b.Flap(flap).Depth) }
	before, after := "", ""
	if b.Depth > 0 {
		before, after = w.Bare(b.Depth)+" wall + ", " + "+w.Bare(b.Depth)+" wall"
	}
	sum := func(total measure.Length, inside measure.Length, flaps ...string) string {
		shown := inside.Shown(w.Unit) + 2*b.Depth.Shown(w.Unit)
		for _, f := range flaps {
			shown += b.Flap(f).Depth.Shown(w.Unit)
		}
		return say.ComesTo(shown, total.Shown(w.Unit)) + w.Text(total)
	}
	return []string{
		fmt.Sprintf("Across: %s side flap + %s%s inside%s + %s side flap%s", deep("left"), before, w.Bare(b.Cavity.Width), after, deep("right"), sum(b.Main().Width, b.Cavity.Width, "left", "right")),
		fmt.Sprintf("Along: %s top flap + %s%s front%s + %s back%s", deep("top"), before, w.Bare(b.Cavity.Height), after, deep("back"), sum(b.Main().Height, b.Cavity.Height, "top", "back")),
	}
}

func (w *answerList) creaseText(p *blank.Piece, cr blank.Crease) []string {
	b := &w.m.Blank
	if !p.Diagonal {
		return []string{fmt.Sprintf("%s from the %s.", w.Text(cr.At), cr.From)}
	}
	half := p.Half()
	inside, sign := b.Cavity.Width, "−"
	if cr.Level {
		inside = b.Cavity.Height
	}
	if cr.At > half {
		sign = "+"
	}
	wall := ""
	if b.Depth > 0 && !cr.Wall {
		wall = " " + sign + " " + w.Bare(b.Depth) + " wall"
	}
	out := []string{fmt.Sprintf("Corner to centre %s %s half of %s inside%s, on the board %s; measure along the diagonal.",
		w.Decimal(half), sign, w.Bare(inside), wall, w.Text(cr.At))}
	if jig := w.b.Tools.Jig; cr.Reading != cr.At {
		out = append(out, fmt.Sprintf("The corner in your jig reads %s: %s + %s = %s.", w.Text(jig), w.Bare(cr.At), w.Bare(jig), w.Text(cr.Reading)))
	}
	return append(out, fmt.Sprintf("Along the paper's two edges: √2 × its depth, %s from the %s, for notching.", w.Text(w.Ruler.Nearest(cr.Mark)), cr.MarkFrom))
}
