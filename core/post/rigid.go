package post

import (
	"strings"

	"yellow-parcel/core/card"
)

// Rigid is how a machine bends a piece; a stiff one costs more.
type Rigid string

func (r Rigid) held() bool { return r != "" }

// try says it in words either way, since makers cannot see it from a size.
func (r Rigid) try(t *trial, key string) {
	state := t.bends()
	c := Check{Rule: r, Code: key, State: state, Case: string(state),
		Value: bandFigure(t.piece.Bends), Limit: bandFigure(card.Band{}), Own: nameFigure(string(r))}
	if state == Surcharged && !t.piece.Bends.Tested && len(t.piece.Hard) > 0 {
		c.Case, c.Value = "hard", nameFigure(strings.Join(t.piece.Hard, ", "))
	}
	t.note(c)
}

func (Rigid) valid(*carrierCheck, []any) {}

func (r Rigid) list(*Carrier) []Line {
	return []Line{{Text: "it does not bend easily round " + string(r)}}
}

func (Rigid) words() map[string]string {
	return map[string]string{
		string(Passes):     "It bends easily round {own}",
		string(Near):       "It may be too stiff for {own}: " + card.BendTest,
		string(Surcharged): "It is too rigid for {own}: {more}",
		"hard":             "{value} does not bend, so it is too rigid for {own}: {more}",
	}
}
