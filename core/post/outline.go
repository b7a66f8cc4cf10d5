package post

// Rectangular refuses odd outlines.
type Rectangular Level

func (r Rectangular) held() bool { return Level(r) != NotHeld }

func (r Rectangular) try(t *trial, _ string) {
	if t.piece.Odd {
		t.note(Check{Rule: r, Code: "shape", State: Fails, Case: "odd", Unsure: Level(r) == Unsure})
	}
}

func (r Rectangular) valid(w *carrierCheck, at []any) { Level(r).valid(w, at) }

func (r Rectangular) list(*Carrier) []Line {
	return []Line{{Name: "Outline", Text: "rectangular", Unsure: Level(r) == Unsure}}
}

func (Rectangular) words() map[string]string {
	return map[string]string{"value": "odd", "limit": "rectangular", "odd": "{A class} must be a rectangle"}
}

func (Rectangular) levers(h Handed) []Lever {
	if !h.Odd {
		return nil
	}
	return []Lever{{"shape", "Post it in a rectangle", 4, posted("shape", nil)}}
}

// posted is the change of one field of how a job is posted.
func posted(field string, v any) map[string]any {
	return map[string]any{"post": map[string]any{field: v}}
}
