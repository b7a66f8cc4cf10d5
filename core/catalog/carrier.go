package catalog

import (
	"bytes"
	"fmt"
	"io/fs"
	"path"
	"strconv"
	"strings"

	"go.yaml.in/yaml/v4"

	"yellow-parcel/core/measure"
)

// Carrier is one postal carrier's rules and prices. Classes are in the order
// they are tried, cheapest first.
type Carrier struct {
	ID, Name  string
	Unit      measure.Unit
	Currency  string // ISO 4217 code
	Stated    string // the day the rules were written down, YYYY-MM-DD
	Notes     string
	Measuring Measuring
	Classes   []Class
}

// Measuring is how far a maker's own measurements may be out. A figure this
// close to a limit is a question for the counter, never a pass.
type Measuring struct {
	Side, Thickness Length
	Weight          Mass
}

// Class is one kind of piece a carrier takes.
type Class struct {
	ID, Name  string
	Note      string // where the figures stand in the carrier's documents, in general words
	Below     string // set when a piece under the class's minimum cannot be sent at all
	Lies      string // "longest" where length is the longest side whatever way the address runs
	Limits    Limits
	Surcharge *Surcharge
	Prices    *Prices
}

// Limits bound a sealed piece. Length is the side parallel to the address.
type Limits struct {
	Length, Height, Thickness Range[Length]
	Weight                    Range[Mass]
}

// Range is a pair of bounds, both allowed values; a zero bound is not set.
type Range[T any] struct{ Min, Max T }

// Surcharge is what makes an accepted piece cost more, and how much.
type Surcharge struct {
	Name     string
	Price    Money
	Ratio    struct{ Min, Max float64 } // length divided by height
	Address  string                     // the side the address must run along: "long"
	Closures []string                   // closures that catch in machines
	Contents []string                   // contents that make a piece uneven
	Thin     *Thin
}

// Thin is a greater least thickness that holds only above a size.
type Thin struct {
	Thickness  Length
	OverLength Length `yaml:"over_length"`
	OverHeight Length `yaml:"over_height"`
}

// Prices is a dated table; Check names what in it is not certain.
type Prices struct {
	Effective string // YYYY-MM-DD
	Check     string
	Steps     []PriceStep
}

// PriceStep is the price of a piece up to and including a weight.
type PriceStep struct {
	To    Mass
	Price Money
}

// Length, Mass and Money are written in a carrier's file as people write them.
type (
	Length measure.Length
	Mass   measure.Mass
	Money  int64 // hundredths of the carrier's currency
)

// UnmarshalYAML reads "11 1/2 in" or "240 mm".
func (l *Length) UnmarshalYAML(n *yaml.Node) error {
	v, err := measure.Parse(n.Value, "")
	*l = Length(v)
	return at(n, err)
}

// UnmarshalYAML reads "3.5 oz" or "100 g".
func (m *Mass) UnmarshalYAML(n *yaml.Node) error {
	v, err := measure.ParseMass(n.Value, measure.Inches)
	*m = Mass(v)
	return at(n, err)
}

// UnmarshalYAML reads "0.78".
func (m *Money) UnmarshalYAML(n *yaml.Node) error {
	whole, cents, ok := strings.Cut(n.Value, ".")
	w, err := strconv.ParseInt(whole, 10, 32)
	c, err2 := strconv.ParseInt(cents, 10, 32)
	if !ok || err != nil || err2 != nil || len(cents) != 2 || w < 0 || c < 0 {
		return at(n, fmt.Errorf("%q is not a price; try 0.78", n.Value))
	}
	*m = Money(w*100 + c)
	return nil
}

func at(n *yaml.Node, err error) error {
	if err != nil {
		return fmt.Errorf("line %d: %w", n.Line, err)
	}
	return nil
}

// Text writes the price with its currency: "0.78 USD".
func (m Money) Text(currency string) string {
	return fmt.Sprintf("%d.%02d %s", m/100, m%100, currency)
}

func readCarriers(files fs.FS) ([]Carrier, error) {
	names, err := fs.Glob(files, "data/carriers/*.yaml")
	if err != nil {
		return nil, err
	}
	var all []Carrier
	for _, name := range names {
		text, err := fs.ReadFile(files, name)
		if err != nil {
			return nil, err
		}
		var c Carrier
		in := yaml.NewDecoder(bytes.NewReader(text))
		in.KnownFields(true)
		if err := in.Decode(&c); err != nil {
			return nil, fmt.Errorf("%s: %w", path.Base(name), err)
		}
		all = append(all, c)
	}
	return all, nil
}
