package measure

// Ruler is the finest graduation of the tool in use. Every figure that is cut
// or scored is a whole number of steps.
type Ruler struct {
	Step Length
	Unit Unit
}

// Rulers are the graduations trimmers, scoring boards and rulers come with.
func Rulers() []Ruler {
	return []Ruler{
		{Inch / 8, Inches}, {Inch / 16, Inches}, {Inch / 32, Inches}, {Inch / 64, Inches},
		{Millimetre, Millimetres}, {Millimetre / 2, Millimetres},
	}
}

// DefaultRuler is the usual one for the unit: 1/16 in, 1 mm.
func DefaultRuler(u Unit) Ruler {
	if u == Millimetres {
		return Ruler{Millimetre, Millimetres}
	}
	return Ruler{Inch / 16, Inches}
}

// In is the ruler that stands for this one in a unit: the usual one for the usual one,
// else that whose marks are as far apart as nearly as may be; itself where it is of that unit.
func (r Ruler) In(u Unit) Ruler {
	if r.Unit == u {
		return r
	}
	out := DefaultRuler(u)
	if r == DefaultRuler(r.Unit) {
		return out
	}
	apart := func(o Ruler) Length { return max(o.Step-r.Step, r.Step-o.Step) }
	for _, one := range Rulers() {
		if one.Unit == u && apart(one) < apart(out) {
			out = one
		}
	}
	return out
}

// ParseRuler reads a graduation such as "1/16 in" or "1 mm"; it must be one of Rulers.
func ParseRuler(text string) (Ruler, error) { return ParseRulerIn(text, Inches) }

// ParseRulerIn is ParseRuler where a bare figure is in a unit.
func ParseRulerIn(text string, unit Unit) (Ruler, error) {
	l, err := Parse(text, unit)
	if err == nil {
		for _, r := range Rulers() {
			if r.Step == l {
				return r, nil
			}
		}
	}
	return Ruler{}, &ParseError{Text: Shorten(text, quoted), Why: "is not a ruler graduation", Example: "1/16 in, 1/8 in, 1 mm or 0.5 mm"}
}

// String is the graduation as typed in a job: "1/16 in".
func (r Ruler) String() string { return r.Step.Text(r.Unit) }

// Down is the largest ruler mark not above l: the safe side for a card or layer.
func (r Ruler) Down(l Length) Length {
	q := l / r.Step
	if l%r.Step != 0 && l < 0 {
		q--
	}
	return q * r.Step
}

// Up is the smallest ruler mark not below l: the safe side for a blank or cavity.
func (r Ruler) Up(l Length) Length { return -r.Down(-l) }

// Meant is the mark that a typed length shows the figure of: marks of the other system
// are no round figures in this one, and one that is shown and typed back is the same. Any
// other length is as typed. Text is how it was typed, and bare its unit where it names none.
func (r Ruler) Meant(l Length, text string, bare Unit) Length {
	mark := r.Nearest(l)
	if apart := mark - l; apart == 0 || apart > shownApart || apart < -shownApart {
		return l
	}
	if u := System(text, bare); mark.shows(u) == l.shows(u) {
		return mark
	}
	return l
}

// shownApart is more than two lengths differ by that are shown alike: a thousandth of an inch.
const shownApart = Inch / 1000

// Nearest is the closest ruler mark; halfway goes up.
func (r Ruler) Nearest(l Length) Length { return r.Down(l + r.Step/2) }
