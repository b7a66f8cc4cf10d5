package post

import "yellow-parcel/core/card"

// Flexible says that a piece must bend, and how the counter tries it.
type Flexible struct {
	Test  string
	Check bool
}

func (f *Flexible) held() bool { return f != nil }

func (f *Flexible) try(t *trial, key string) {
	state := t.bends()
	t.note(Check{Rule: f, Code: key, State: state, Case: string(state), Unsure: f.Check,
		Value: bandFigure(t.piece.Bends), Limit: bandFigure(card.Band{}), Own: nameFigure(f.Test)})
}

func (*Flexible) valid(*carrierCheck, []any) {}

func (f *Flexible) list(*Carrier) []Line {
	return []Line{{Name: "Stiffness", Text: "must bend", Unsure: f.Check}}
}

func (*Flexible) words() map[string]string {
	return map[string]string{
		string(Passes): "It bends as {a class} must",
		string(Near):   "It may not bend as {a class} must: try it. {own}",
		string(Fails):  "It is too stiff for {a class}. {own}",
	}
}
