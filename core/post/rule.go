package post

import (
	"cmp"
	"reflect"
	"strings"
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

// ruleSet is where the rules of a struct are: its fields that are rules, by their name in a file.
type ruleSet struct {
	fields []int
	keys   []string
}

// keyed is a rule by its name in a file.
type keyed struct {
	key  string
	rule Rule
}

var (
	limits = rulesOf[Limits]()
	extras = rulesOf[Surcharge]()
)

func rulesOf[T any]() ruleSet {
	var out ruleSet
	rule := reflect.TypeFor[Rule]()
	of := reflect.TypeFor[T]()
	for i := range of.NumField() {
		if f := of.Field(i); f.Type.Implements(rule) || reflect.PointerTo(f.Type).Implements(rule) {
			out.fields, out.keys = append(out.fields, i), append(out.keys, strings.ToLower(f.Name))
		}
	}
	return out
}

// of are the rules that are held in a *Limits or a *Surcharge.
func (s ruleSet) of(holder any) []keyed {
	v := reflect.ValueOf(holder).Elem()
	var out []keyed
	for i, at := range s.fields {
		if r := ruleAt(v.Field(at)); r != nil && r.held() {
			out = append(out, keyed{s.keys[i], r})
		}
	}
	return out
}

// try holds a trial's piece against the rules that are held.
func (s ruleSet) try(t *trial, holder any) {
	v := reflect.ValueOf(holder).Elem()
	for i, at := range s.fields {
		if r := ruleAt(v.Field(at)); r != nil && r.held() {
			r.try(t, s.keys[i])
		}
	}
}

// ruleAt is the rule a field holds; nil where it is a pointer to none.
func ruleAt(f reflect.Value) Rule {
	if f.Kind() == reflect.Pointer {
		if f.IsNil() {
			return nil
		}
		return f.Interface().(Rule)
	}
	return f.Addr().Interface().(Rule)
}

// kinds are one empty rule of every field.
func kinds() []Rule {
	var out []Rule
	for _, holder := range []struct {
		set ruleSet
		of  reflect.Type
	}{{limits, reflect.TypeFor[Limits]()}, {extras, reflect.TypeFor[Surcharge]()}} {
		for _, at := range holder.set.fields {
			f := holder.of.Field(at).Type
			if f.Kind() == reflect.Pointer {
				f = f.Elem()
			}
			out = append(out, reflect.New(f).Interface().(Rule))
		}
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
