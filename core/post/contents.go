package post

import (
	"slices"
	"strings"
)

// Contents are what makes a piece uneven.
type Contents []string

func (o Contents) held() bool { return len(o) > 0 }

func (o Contents) try(t *trial, key string) {
	inside := t.piece.inside()
	for i, c := range inside {
		if slices.Contains(o, c) && !slices.Contains(inside[:i], c) {
			t.note(Check{Rule: o, Code: key, State: Surcharged, Case: "uneven", Value: nameFigure(c)})
		}
	}
	for i, c := range t.piece.Shielded {
		if slices.Contains(o, c) && !slices.Contains(inside, c) && !slices.Contains(t.piece.Shielded[:i], c) {
			t.note(Check{Rule: o, Code: key, State: Near, Case: "shielded", Value: nameFigure(c)})
		}
	}
}

func (Contents) valid(*carrierCheck, []any) {}

func (o Contents) list(*Carrier) []Line {
	return []Line{{Text: "it holds a " + strings.Join(o, ", ")}}
}

func (Contents) words() map[string]string {
	return map[string]string{"limit": "even contents", "uneven": "A {value} inside makes it uneven: {more}",
		"shielded": "A {value} inside can be felt less under the sheet laid over it: ask at the counter"}
}

func (o Contents) vocabulary() (string, []string) { return "contents", o }

// levers take out one thing the job says lies in the piece; what lies on the card is the card's own matter.
func (Contents) levers(h Handed) []Lever {
	var out []Lever
	for i, c := range h.Contents {
		var rest []any
		for k, other := range h.Contents {
			if k != i {
				rest = append(rest, other)
			}
		}
		out = append(out, Lever{"inside-" + c, "Take the " + c + " out", 1, posted("contents", rest)})
	}
	return out
}
