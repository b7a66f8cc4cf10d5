package post

import (
	"slices"
	"strings"
)

// Wrappings are outsides that are not paper.
type Wrappings []string

func (o Wrappings) held() bool { return len(o) > 0 }

func (o Wrappings) try(t *trial, _ string) {
	if slices.Contains(o, t.piece.Wrapping) {
		t.note(Check{Rule: o, Code: "wrapping", State: Surcharged, Case: "other", Value: nameFigure(t.piece.Wrapping)})
	}
}

func (Wrappings) valid(*carrierCheck, []any) {}

func (o Wrappings) list(*Carrier) []Line {
	return []Line{{Text: "its outside is " + strings.Join(o, ", ")}}
}

func (Wrappings) words() map[string]string {
	return map[string]string{"limit": "paper", "other": "Its outside is {value}, not paper: {more}"}
}

func (o Wrappings) vocabulary() (string, []string) { return "wrapping", o }

func (Wrappings) levers(h Handed) []Lever {
	if h.Wrapping == "" {
		return nil
	}
	return []Lever{{"wrapping", "Wrap it in paper", 1, posted("wrapping", nil)}}
}
