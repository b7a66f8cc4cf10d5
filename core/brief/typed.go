package brief

import (
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// typed reads texts as they are typed in a unit, and gathers what is wrong with
// them and what is assumed where they say nothing.
type typed struct {
	unit     measure.Unit
	ruler    measure.Ruler
	problems job.Problems
	assumed  []Assumption      // in the order they were made
	papers   map[string]string // names as first typed, by their small letters
}

func (in *typed) fail(field, format string, args ...any) { in.problems.Failf(field, format, args...) }

func (in *typed) assume(what Assumption) { in.assumed = append(in.assumed, what) }

// length reads a length that must be there and lie within bounds.
func (in *typed) length(field string, text job.Length, b Bounds) measure.Length {
	l, err := measure.Parse(string(text), in.unit)
	if err != nil {
		in.fail(field, "%s", err)
		return 0
	}
	if l = in.ruler.Meant(l, string(text), in.unit); l < b.Least || l > b.Most {
		in.fail(field, "%q is not between %s and %s; try %s", string(text), b.Least.Text(in.unit), b.Most.Text(in.unit), b.Example(in.unit))
		return 0
	}
	return l
}

func (in *typed) optional(field string, text job.Length, b Bounds, otherwise measure.Length) measure.Length {
	if strings.TrimSpace(string(text)) == "" {
		return otherwise
	}
	return in.length(field, text, b)
}

func (in *typed) size(field string, width, height job.Length) card.Size {
	return card.Size{Width: in.length(field+".width", width, Pieces), Height: in.length(field+".height", height, Pieces)}
}

// weight reads what was weighed; absent is nothing.
func (in *typed) weight(field string, text job.Mass) measure.Mass {
	if text == "" {
		return 0
	}
	w, err := measure.ParseMass(string(text), in.unit)
	if err != nil {
		in.fail(field, "%s", err)
	} else if w <= 0 || w > 20_000*measure.Gram {
		in.fail(field, "%q is not the weight of a card; try 1.2 oz", job.Quoted(string(text)))
	}
	return w
}

// paperName is the name of a paper as it was typed first: names that differ in
// their capitals alone are one paper's.
func (in *typed) paperName(text string) string {
	name := strings.TrimSpace(text)
	key := strings.ToLower(name)
	if known, ok := in.papers[key]; ok {
		return known
	}
	if in.papers == nil {
		in.papers = map[string]string{}
	}
	in.papers[key] = name
	return name
}

// IsColour tells whether a text is a colour as screens write it: #d8c28a.
func IsColour(text string) bool {
	digits, ok := strings.CutPrefix(text, "#")
	ok = ok && len(digits) == 6
	for _, c := range digits {
		ok = ok && strings.ContainsRune("0123456789abcdefABCDEF", c)
	}
	return ok
}

// colour reads a colour as screens write it.
func (in *typed) colour(field, text string) string {
	if text == "" {
		return ""
	}
	if !IsColour(text) {
		in.fail(field, "%q is not a colour; try #e8c15a", job.Quoted(text))
		return ""
	}
	return text
}
