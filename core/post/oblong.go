package post

// Oblong refuses squares.
type Oblong Level

func (o Oblong) held() bool { return Level(o) != NotHeld }

func (o Oblong) try(t *trial, _ string) {
	apart := t.length - t.height
	c := Check{Rule: o, Code: "square", Case: "square", Unsure: Level(o) == Unsure, Value: lengthFigure(apart)}
	switch {
	case apart <= 0 && -apart <= 2*t.side:
		c.State = Fails
	case apart < 2*t.side && apart > -2*t.side:
		c.State = Near
	default:
		return
	}
	t.note(c)
}

func (o Oblong) valid(w *carrierCheck, at []any) { Level(o).valid(w, at) }

func (o Oblong) list(*Carrier) []Line {
	return []Line{{Name: "Square", Text: "not taken", Unsure: Level(o) == Unsure}}
}

func (Oblong) words() map[string]string {
	return map[string]string{"limit": "longer than high", "square": "{A class} is no square"}
}
