package post

import (
	"cmp"
	"slices"
)

// A Rule is one thing a class holds a piece against. The rules of a class are
// the fields of Limits and Surcharge, in the order they are tried; each rule is
// a type in a file of its own, which says how it is written in a carrier's file,
// how a piece is held against it, how what it finds is worded, and, where a
// maker can do something about it, what.
type Rule interface {
	// held tells whether the class has the rule.
	held() bool
	// try holds the trial's piece against the rule and notes what it finds.
	try(t *trial, key string)
	// valid refuses figures that contradict each other; at is where they stand in the file.
	valid(w *carrierCheck, at []any)
	// list says the rule as a line or more of the class's own list.
	list(c *Carrier) []Line
	// words are the sentences for what the rule can find, by case; places in braces are figures of the check.
	words() map[string]string
}

// Line is a rule as a class's list has it: its name, empty where it is a
// condition of a surcharge, and what it asks. When is how it reads as a condition,
// where that is otherwise. Unsure marks what is still to be checked.
type Line struct {
	Name, Text, When string
	Unsure           bool
}

// A Lever is what a maker can do about a rule without touching the card: its
// words, how much work it is in minutes at the bench, and the change to the job
// document. Levers of one family do the same thing.
type Lever struct {
	Family, Label string
	Minutes       int
	Patch         map[string]any
}

// handled is a rule whose finding can be mended by how the piece is handed in.
type handled interface{ levers(Handed) []Lever }

// spoken is a rule with a vocabulary: the field of a job's post it has words for.
type spoken interface {
	vocabulary() (field string, words []string)
}

// Limits are the rules that decide whether a class takes a piece. Length is the
// side parallel to the address.
type Limits struct {
	Length      LengthLimit
	Height      HeightLimit
	Thickness   ThicknessLimit
	Weight      WeightLimit
	Sum         SumLimit // length, height and thickness together
	Ratio       RatioLimit
	Rectangular Rectangular
	Oblong      Oblong
	Even        *Even
	Flexible    *Flexible

	Tolerance Length // what the carrier lets a side be out by; within it the counter decides
}

// Surcharge is what makes an accepted piece cost more, and how much.
type Surcharge struct {
	Name  string
	Price Money
	Check bool

	Ratio     RatioLimit
	Address   Address
	Closures  Closures
	Wrappings Wrappings
	Contents  Contents
	Rigid     Rigid
	Thin      *Thin
}

// Level is the yes or no a rule can be that is no figure: "yes", or "check"
// where it holds but is not certain.
type Level string

// The ways a Level is written.
const (
	Holds   Level = "yes"
	Unsure  Level = "check"
	NotHeld Level = ""
)

// valid refuses a word that is no level.
func (l Level) valid(w *carrierCheck, at []any) {
	if l != NotHeld && l != Holds && l != Unsure {
		w.fail(at, `%q is not understood; try yes or check`, shortened(string(l)))
	}
}

// keyed is a rule by its name in a file.
type keyed struct {
	key  string
	rule Rule
}

// place is a field of a T that is a rule: its name in a file, the rule a T holds
// there, and whether it asks for the sides of a piece or for what comes of them alone.
type place[T any] struct {
	key   string
	of    func(*T) Rule
	sides bool
}

// ruleSet are the fields of a T that are rules, in the order they are tried.
type ruleSet[T any] []place[T]

var limits = ruleSet[Limits]{
	{"length", func(l *Limits) Rule { return &l.Length }, true},
	{"height", func(l *Limits) Rule { return &l.Height }, true},
	{"thickness", func(l *Limits) Rule { return &l.Thickness }, false},
	{"weight", func(l *Limits) Rule { return &l.Weight }, false},
	{"sum", func(l *Limits) Rule { return &l.Sum }, true},
	{"ratio", func(l *Limits) Rule { return &l.Ratio }, true},
	{"rectangular", func(l *Limits) Rule { return &l.Rectangular }, false},
	{"oblong", func(l *Limits) Rule { return &l.Oblong }, true},
	{"even", func(l *Limits) Rule { return l.Even }, true},
	{"flexible", func(l *Limits) Rule { return l.Flexible }, false},
}

var extras = ruleSet[Surcharge]{
	{"ratio", func(s *Surcharge) Rule { return &s.Ratio }, true},
	{"address", func(s *Surcharge) Rule { return &s.Address }, false},
	{"closures", func(s *Surcharge) Rule { return &s.Closures }, false},
	{"wrappings", func(s *Surcharge) Rule { return &s.Wrappings }, false},
	{"contents", func(s *Surcharge) Rule { return &s.Contents }, false},
	{"rigid", func(s *Surcharge) Rule { return &s.Rigid }, false},
	{"thin", func(s *Surcharge) Rule { return s.Thin }, true},
}

// of are the rules that are held.
func (s ruleSet[T]) of(holder *T) []keyed {
	var out []keyed
	for _, f := range s {
		if r := f.of(holder); r.held() {
			out = append(out, keyed{f.key, r})
		}
	}
	return out
}

// try holds a trial's piece against the rules that are held.
func (s ruleSet[T]) try(t *trial, holder *T) {
	for i := range s {
		if r := s[i].of(holder); r.held() && !(t.open && s[i].sides) {
			r.try(t, s[i].key)
		}
	}
}

// kinds are one rule of every field, holding nothing.
func kinds() []Rule {
	out := make([]Rule, 0, len(limits)+len(extras))
	for _, f := range limits {
		out = append(out, f.of(&Limits{}))
	}
	for _, f := range extras {
		out = append(out, f.of(&Surcharge{}))
	}
	return out
}

// Levers are what a maker can do about how a piece is handed in.
func Levers(h Handed) []Lever {
	var out []Lever
	for _, r := range kinds() {
		if l, ok := r.(handled); ok {
			out = append(out, l.levers(h)...)
		}
	}
	return out
}

// Vocabulary are the words some carrier has a rule about, by the field of a
// job's post they go in, each once, in the order they are met.
func Vocabulary(carriers []Carrier) map[string][]string {
	out := map[string][]string{}
	seen := map[[2]string]bool{}
	for _, r := range kinds() {
		if s, ok := r.(spoken); ok {
			field, _ := s.vocabulary()
			out[field] = []string{}
		}
	}
	for _, c := range carriers {
		for _, class := range c.Classes {
			for _, h := range class.rules() {
				s, ok := h.rule.(spoken)
				if !ok {
					continue
				}
				field, words := s.vocabulary()
				for _, w := range words {
					if !seen[[2]string{field, w}] {
						seen[[2]string{field, w}] = true
						out[field] = append(out[field], w)
					}
				}
			}
		}
	}
	return out
}

// Speaks tells whether some carrier has a rule about a word, as Vocabulary lists it.
func Speaks(carriers []Carrier, field, word string) bool {
	for i := range carriers {
		for k := range carriers[i].Classes {
			class := &carriers[i].Classes[k]
			if limits.speaks(&class.Limits, field, word) || class.Surcharge != nil && extras.speaks(class.Surcharge, field, word) {
				return true
			}
		}
	}
	return false
}

// speaks tells whether a rule that is held has a word for a field.
func (s ruleSet[T]) speaks(holder *T, field, word string) bool {
	for _, f := range s {
		if r, ok := f.of(holder).(spoken); ok {
			if of, words := r.vocabulary(); of == field && slices.Contains(words, word) {
				return true
			}
		}
	}
	return false
}

// rules are all the rules a class holds.
func (c *Class) rules() []keyed {
	out := limits.of(&c.Limits)
	if c.Surcharge != nil {
		out = append(out, extras.of(c.Surcharge)...)
	}
	return out
}

// List is the class's rules in lines: its limits, and what makes a piece cost more.
func (c *Class) List(carrier *Carrier) (held []Line, more []string) {
	for _, h := range limits.of(&c.Limits) {
		held = append(held, h.rule.list(carrier)...)
	}
	if s := c.Surcharge; s != nil {
		more = append(more, s.Name+", "+s.Price.Text(carrier.Currency)+" more, when")
		for _, h := range extras.of(s) {
			for _, l := range h.rule.list(carrier) {
				more = append(more, cmp.Or(l.When, l.Text))
			}
		}
	}
	return held, more
}
