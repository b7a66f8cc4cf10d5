package proof

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/recorded"
)

// spoilt are a blank as it is, and with one thing about it wrong.
func spoilt(b blank.Blank) map[string]blank.Blank {
	out := map[string]blank.Blank{"as it is": b}
	wide, low := b, b
	wide.Card = card.Size{Width: b.Card.Width + in/4, Height: b.Card.Height}
	low.Card = card.Size{Width: b.Card.Width, Height: b.Card.Height + in/4}
	out["a wider card"], out["a higher card"] = wide, low
	if len(b.Flaps()) > 0 {
		short := b
		short.Pieces = slices.Clone(b.Pieces)
		short.Pieces[0].Flaps = slices.Clone(b.Pieces[0].Flaps)
		last := &short.Pieces[0].Flaps[len(short.Pieces[0].Flaps)-2]
		last.Shape = last.Shape.Inset(2)
		out["a flap cut small"] = short
	}
	return out
}

// What comes of folding and of shaking each blank is what it came to: to the count, since
// chance has a seed; where a change is meant, the difference is its review.
func TestFoldingAndShakingComeToWhatTheyDid(t *testing.T) {
	var b strings.Builder
	for _, r := range []measure.Ruler{measure.DefaultRuler(measure.Inches), measure.DefaultRuler(measure.Millimetres)} {
		for _, z := range []card.Size{{Width: 5 * in, Height: 7 * in}, {Width: 6 * in, Height: 6 * in}} {
			for _, style := range blank.Styles() {
				for _, v := range style.Variants {
					for _, thick := range []measure.Length{in / 16, in / 4} {
						made, err := style.Make(asked(r, z, thick, v.Options))
						if err != nil {
							continue
						}
						for _, what := range slices.Sorted(maps.Keys(spoilt(made))) {
							came(&b, fmt.Sprintf("%s %s, %s of %s, %s thick, %s", style.ID, v.ID, r.Unit, z.Text(measure.Inches), thick.Text(measure.Inches), what), spoilt(made)[what], thick)
						}
					}
				}
			}
		}
	}
	recorded.Same(t, "testdata/came.txt", b.String())
}

func came(to *strings.Builder, what string, b blank.Blank, thick measure.Length) {
	p := Fold(b, thick)
	fmt.Fprintf(to, "%s: ok %v, %d layers, %.3f, sure %s;", what, p.OK, p.Layers, p.Thickest, Sure(b, thick, in/128).Text(measure.Millimetres))
	for _, c := range p.Checks {
		if !c.OK {
			fmt.Fprintf(to, " %s %.2f of %.2f at %.1f,%.1f;", c.Code, c.Value, c.Limit, c.At.X, c.At.Y)
		}
	}
	for k, hand := range []blank.Hand{{Cut: in / 16, Score: in / 16}, {Cut: in / 8, Score: in / 32}, {Cut: in / 32, Score: in / 8}} {
		got := Try(b, thick, hand, 60, uint64(k+3))
		fmt.Fprintf(to, " %d+%d %s;", got.OK, got.Tenth, got.Weakest)
	}
	to.WriteString("\n")
}
