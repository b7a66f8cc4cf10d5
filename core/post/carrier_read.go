package post

import (
	"bytes"
	"errors"
	"fmt"
	"regexp"
	"strings"
	"unicode/utf8"

	"go.yaml.in/yaml/v4"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/measure"
)

// MaxCarrier bounds a carrier's file in bytes.
const MaxCarrier = 64 << 10

// CarrierError says what is wrong with a carrier's file, and on which line.
type CarrierError struct {
	Line int
	Text string
}

func (e *CarrierError) Error() string { return fmt.Sprintf("line %d: %s", e.Line, e.Text) }

// ReadCarrier reads a carrier's file. Unknown fields, figures that cannot be
// read and rules that contradict each other are refused; the error is a *CarrierError.
func ReadCarrier(text []byte) (Carrier, error) {
	var c Carrier
	if len(text) > MaxCarrier {
		return c, &CarrierError{1, fmt.Sprintf("larger than a carrier's rules can be (%d kB)", MaxCarrier>>10)}
	}
	var root yaml.Node
	if err := yaml.Unmarshal(text, &root); err != nil {
		return c, carrierError(err)
	}
	if len(root.Content) == 0 || root.Content[0].Kind != yaml.MappingNode {
		return c, &CarrierError{1, "nothing to read; a carrier's rules begin with id, name, unit and currency"}
	}
	if err := plain(&root); err != nil {
		return c, err
	}
	if err := one(text); err != nil {
		return c, err
	}
	inUnit(root.Content[0], unitOf(root.Content[0]))
	if err := root.Load(&c, yaml.WithKnownFields()); err != nil {
		return c, carrierError(err)
	}
	w := carrierCheck{root: root.Content[0]}
	w.carrier(c)
	if w.wrong != nil {
		return c, w.wrong
	}
	return c, nil
}

// one refuses a second document after the carrier's own: it would be passed over.
func one(text []byte) error {
	in := yaml.NewDecoder(bytes.NewReader(text))
	var first, second yaml.Node
	if in.Decode(&first) == nil && in.Decode(&second) == nil {
		return &CarrierError{second.Line, "a second document begins here; a file holds one carrier"}
	}
	return nil
}

// unitOf is the unit a file's bare numbers are in.
func unitOf(root *yaml.Node) measure.Unit {
	for i := 0; i+1 < len(root.Content); i += 2 {
		if root.Content[i].Value == "unit" && root.Content[i+1].Value == string(measure.Millimetres) {
			return measure.Millimetres
		}
	}
	return measure.Inches
}

// inUnit notes on every value what unit a bare number there is in: a value is
// read by itself, and its file's unit stands elsewhere.
func inUnit(n *yaml.Node, u measure.Unit) {
	n.HeadComment = string(u)
	for _, inner := range n.Content {
		inUnit(inner, u)
	}
}

// plain refuses anchors, aliases and fields that stand twice; the reader
// itself would compare every pair of fields, which a hostile file could make last.
func plain(n *yaml.Node) error {
	if n.Anchor != "" || n.Kind == yaml.AliasNode {
		return &CarrierError{n.Line, "anchors and aliases are not used here; write the figure out"}
	}
	seen := map[string]bool{}
	for i, inner := range n.Content {
		if n.Kind == yaml.MappingNode && i%2 == 0 {
			if seen[inner.Value] {
				return &CarrierError{inner.Line, fmt.Sprintf("%q stands here a second time", measure.Shorten(inner.Value, 24))}
			}
			seen[inner.Value] = true
		}
		if err := plain(inner); err != nil {
			return err
		}
	}
	return nil
}

var lineText = regexp.MustCompile(`line (\d+)(?:, column \d+)?:? ?`)

// carrierError finds the line in what the reader says, and puts the rest in a maker's words.
func carrierError(err error) error {
	var own *CarrierError
	if errors.As(err, &own) {
		return own
	}
	line, text := 1, err.Error()
	if m := lineText.FindStringSubmatchIndex(text); m != nil {
		_, _ = fmt.Sscan(text[m[2]:m[3]], &line)
		text = text[m[1]:]
	}
	if m := unknownField.FindStringSubmatch(text); m != nil {
		text = fmt.Sprintf("%q is not a field here", m[1])
	}
	return &CarrierError{max(line, 1), "not readable: " + measure.Shorten(strings.TrimSpace(strings.Split(text, "\n")[0]), 160)}
}

var unknownField = regexp.MustCompile(`field (\S+) not found`)

// carrierCheck looks for rules that contradict each other; the first is kept.
type carrierCheck struct {
	root  *yaml.Node
	wrong error
}

// lineOf is where a field stands: names, and places in lists, from the top.
func (w *carrierCheck) lineOf(path ...any) int {
	n, line := w.root, w.root.Line
	for _, step := range path {
		next := (*yaml.Node)(nil)
		switch step := step.(type) {
		case string:
			for i := 0; i+1 < len(n.Content); i += 2 {
				if n.Content[i].Value == step {
					next, line = n.Content[i+1], n.Content[i].Line
				}
			}
		case int:
			if step < len(n.Content) {
				next = n.Content[step]
				line = next.Line
			}
		}
		if next == nil {
			return line
		}
		n = next
	}
	return line
}

// shortened is what a file says, as an error quotes it.
func shortened(s string) string { return measure.Shorten(s, 24) }

func (w *carrierCheck) fail(path []any, format string, args ...any) {
	if w.wrong == nil {
		w.wrong = &CarrierError{w.lineOf(path...), fmt.Sprintf(format, args...)}
	}
}

var (
	carrierID = regexp.MustCompile(`^[a-z][a-z0-9-]{0,23}$`)
	currency  = regexp.MustCompile(`^[A-Z]{3}$`)
)

const (
	mostClasses  = 40
	mostSteps    = 200
	longestWords = 400
)

// isDay tells whether a text is a day there is: 2025-07-13.
func isDay(text string) bool {
	_, ok := calendar.Day(text)
	return ok
}

func (w *carrierCheck) carrier(c Carrier) {
	on := func(field string) []any { return []any{field} }
	if !carrierID.MatchString(c.ID) {
		w.fail(on("id"), "%q is not an identifier; try %q", measure.Shorten(c.ID, 24), "island")
	}
	if c.Name == "" || utf8.RuneCountInString(c.Name) > longestWords {
		w.fail(on("name"), "a carrier needs a name; try United States")
	}
	if c.Unit != measure.Inches && c.Unit != measure.Millimetres {
		w.fail(on("unit"), `%q is not a unit; try "in" or "mm"`, measure.Shorten(string(c.Unit), 24))
	}
	if c.Sheets != "" && c.Sheets != measure.Inches && c.Sheets != measure.Millimetres {
		w.fail(on("sheets"), `%q is not a system of sheets; try "in" or "mm"`, measure.Shorten(string(c.Sheets), 24))
	}
	if !currency.MatchString(c.Currency) {
		w.fail(on("currency"), "%q is not a currency's three letters; try USD", measure.Shorten(c.Currency, 24))
	}
	if !isDay(c.Stated) {
		w.fail(on("stated"), "%q is not a day; try 2025-07-13", measure.Shorten(c.Stated, 24))
	}
	if _, wrong := calendar.Read(c.Delivers); wrong != "" {
		w.fail(on("delivers"), "%q is not a day of the week; try [mon, tue, wed, thu, fri]", shortened(wrong))
	}
	if len(c.Classes) == 0 || len(c.Classes) > mostClasses {
		w.fail(on("classes"), "a carrier takes between 1 and %d classes, the cheapest first", mostClasses)
		return
	}
	seen := map[string]bool{}
	for i, class := range c.Classes {
		at := []any{"classes", i}
		if !carrierID.MatchString(class.ID) || seen[class.ID] {
			w.fail(append(at, "id"), "%q is not an identifier of its own; try %q", measure.Shorten(class.ID, 24), "letter")
		}
		seen[class.ID] = true
		if class.Name == "" {
			w.fail(at, "a class needs a name; try Letter")
		}
		if class.Lies != "" && class.Lies != "longest" {
			w.fail(append(at, "lies"), `%q is not a way to lie; try "longest", or leave it out`, measure.Shorten(class.Lies, 24))
		}
		w.limits(at, class.Limits)
		w.surcharge(at, class.Surcharge)
		w.days(append(at[:len(at):len(at)], "days"), class.Days)
		w.prices(at, class.Prices, measure.Mass(class.Limits.Weight.Max))
	}
	if c.Measuring.Side < 0 || c.Measuring.Thickness < 0 || c.Measuring.Weight < 0 {
		w.fail(on("measuring"), "a measurement cannot be out by less than nothing")
	}
}

func (w *carrierCheck) limits(at []any, l Limits) {
	at = append(at[:len(at):len(at)], "limits")
	for _, h := range limits.of(&l) {
		h.rule.valid(w, append(at[:len(at):len(at)], h.key))
	}
	if l.Tolerance < 0 {
		w.fail(at, "a tolerance or a variation cannot be below nothing")
	}
}

func (w *carrierCheck) surcharge(at []any, s *Surcharge) {
	if s == nil {
		return
	}
	at = append(at[:len(at):len(at)], "surcharge")
	if s.Name == "" {
		w.fail(at, "a surcharge needs a name; try nonmachinable")
	}
	for _, h := range extras.of(s) {
		h.rule.valid(w, append(at[:len(at):len(at)], h.key))
	}
}

func (w *carrierCheck) prices(at []any, p *Prices, most measure.Mass) {
	if p == nil {
		return
	}
	at = append(at[:len(at):len(at)], "prices")
	if !isDay(p.Effective) {
		w.fail(append(at[:len(at):len(at)], "effective"), "%q is not a day; try 2025-07-13", measure.Shorten(p.Effective, 24))
	}
	w.steps(append(at[:len(at):len(at)], "steps"), p.Steps, most)
	for i, o := range p.Others {
		where := append(at[:len(at):len(at)], "others", i)
		if o.Name == "" {
			w.fail(where, "another service needs a name; try First class")
		}
		w.days(append(where[:len(where):len(where)], "days"), o.Days)
		w.steps(append(where, "steps"), o.Steps, most)
	}
}

// mostDays bounds how long a piece is said to be on its way.
const mostDays = 120

func (w *carrierCheck) days(at []any, d *Days) {
	switch {
	case d == nil:
	case d.Least < 0 || d.Most < 1 || d.Least > d.Most || d.Most > mostDays:
		w.fail(at, "days go from the least to the most, up to %d; try {least: 2, most: 5, stated: \"2025-07-13\"}", mostDays)
	case !isDay(d.Stated):
		w.fail(append(at, "stated"), "%q is not a day; try 2025-07-13", shortened(d.Stated))
	}
}

func (w *carrierCheck) steps(at []any, steps []PriceStep, most measure.Mass) {
	if len(steps) > mostSteps {
		w.fail(at, "at most %d steps", mostSteps)
	}
	for i, s := range steps {
		here := append(at[:len(at):len(at)], i)
		switch {
		case s.To <= 0:
			w.fail(here, "a step goes up to a weight; try {to: 1 oz, price: \"0.78\"}")
		case i > 0 && s.To <= steps[i-1].To:
			w.fail(here, "steps go up in weight: this one is no heavier than the one before")
		case s.Price <= 0:
			w.fail(here, "a step needs a price; leave the step out where it is not known, or try {to: 1 oz, price: \"0.78\"}")
		case i > 0 && most > 0 && measure.Mass(steps[i-1].To) >= most:
			w.fail(here, "the class goes up to no more than the step before: this one is past its weight")
		case i > 0 && s.Price < steps[i-1].Price:
			w.fail(here, "a heavier piece never costs less: this step is cheaper than the one before")
		}
	}
}
