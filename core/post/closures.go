package post

import (
	"slices"
	"strings"
)

// Closures are those that catch in machines.
type Closures []string

func (c Closures) held() bool { return len(c) > 0 }

func (c Closures) try(t *trial, _ string) {
	if slices.Contains(c, t.piece.Closure) {
		t.note(Check{Rule: c, Code: "closure", State: Surcharged, Case: "catches", Value: nameFigure(t.piece.Closure)})
	}
}

func (Closures) valid(*carrierCheck, []any) {}

func (c Closures) list(*Carrier) []Line {
	return []Line{{Text: "it is closed with a " + strings.Join(c, ", ")}}
}

func (Closures) words() map[string]string {
	return map[string]string{"limit": "flat closures", "catches": "A {value} closure catches in the machines: {more}"}
}

func (c Closures) vocabulary() (string, []string) { return "closure", c }

func (Closures) levers(h Handed) []Lever {
	if h.Closure == "" {
		return nil
	}
	return []Lever{{"closure", "Close it flat", 1, posted("closure", nil)}}
}
