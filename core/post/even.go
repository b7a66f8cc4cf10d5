package post

import "yellow-parcel/core/measure"

// Even bounds how much the thickness may differ over a piece, leaving out as
// much of the edges as the contents do not reach, up to Edge.
type Even struct {
	Variation, Edge Length
	Check           bool
}

func (e *Even) held() bool { return e != nil }

func (e *Even) try(t *trial, key string) {
	varies := measure.Length(0)
	if t.piece.Uneven != nil {
		varies = t.piece.Uneven(measure.Length(e.Edge))
	}
	margin := measure.Length(e.Variation) - varies
	c := Check{Rule: e, Code: key, State: Passes, Case: "within", Unsure: e.Check,
		Value: lengthFigure(varies), Limit: lengthFigure(measure.Length(e.Variation)), Margin: lengthFigure(margin)}
	switch {
	case margin < 0 && !t.piece.Guessed:
		c.State, c.Case = Fails, "more"
	case margin < 0:
		c.State, c.Case = Near, "perhaps"
	case margin < measure.Length(t.carrier.Measuring.Thickness):
		c.State, c.Case = Near, "near"
	}
	t.note(c)
}

func (e *Even) valid(w *carrierCheck, at []any) {
	if e.Variation <= 0 || e.Edge < 0 {
		w.fail(at, "a tolerance or a variation cannot be below nothing")
	}
}

func (e *Even) list(c *Carrier) []Line {
	return []Line{{Name: "Evenness", Text: "differs by " + c.lengthText(e.Variation) + " at most", Unsure: e.Check}}
}

func (*Even) words() map[string]string {
	return map[string]string{
		"within":  "Its thickness differs by {value}, within {a class}'s {limit}",
		"near":    "Its thickness differs by {value}, within measuring error of {a class}'s {limit}: ask at the counter",
		"more":    "Its thickness differs by {value}, more than {a class}'s {limit}",
		"perhaps": "Its thickness may differ by as much as {value}, and {a class}'s by no more than {limit}: say what lies on the card, or ask at the counter",
	}
}
