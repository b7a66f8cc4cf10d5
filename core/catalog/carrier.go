package catalog

import (
	"fmt"
	"io/fs"
	"slices"
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
	Own       bool `yaml:"-"` // a user's copy, not the one that ships
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
	Counter   string // what the counter may still decide
	Limits    Limits
	Surcharge *Surcharge
	Prices    *Prices
}

// Limits bound a sealed piece. Length is the side parallel to the address.
type Limits struct {
	Length, Height, Thickness Range[Length]
	Weight                    Range[Mass]
	Ratio                     Range[Ratio]  // length divided by height
	Sum                       Range[Length] // length, height and thickness together
	Tolerance                 Length        // what the carrier lets a side be out by; within it the counter decides
	Rectangular               Mark          // odd outlines are not taken
	Oblong                    Mark          // squares are not taken
	Even                      *Even
	Flexible                  *Flexible
}

// Range is a pair of bounds, both allowed values; a zero bound is not set.
// Check names the bound that is not certain: "min", "max" or "both".
type Range[T any] struct {
	Min, Max T
	Check    string
}

// Unsure tells whether a bound, "min" or "max", is marked as not certain.
func (r Range[T]) Unsure(bound string) bool { return r.Check == "both" || r.Check == bound }

// Mark is a rule that holds or not: "yes", or "check" where it holds but is not certain.
type Mark string

// The ways a Mark is written.
const (
	Holds   Mark = "yes"
	Unsure  Mark = "check"
	NotHeld Mark = ""
)

// Even bounds how much the thickness may differ over a piece, leaving out as
// much of the edges as the contents do not reach, up to Edge.
type Even struct {
	Variation, Edge Length
	Check           bool
}

// Flexible says that a piece must bend, and how the counter tries it.
type Flexible struct {
	Test  string
	Check bool
}

// Surcharge is what makes an accepted piece cost more, and how much.
type Surcharge struct {
	Name      string
	Price     Money
	Check     bool
	Ratio     Range[Ratio]
	Address   string   // the side the address must run along: "long"
	Closures  []string // closures that catch in machines
	Contents  []string // contents that make a piece uneven
	Wrappings []string // outsides that are not paper
	Rigid     string   // how a machine bends it; empty where stiffness is not looked at
	Thin      *Thin
}

// Thin is a greater least thickness that holds only above a size.
type Thin struct {
	Thickness  Length
	OverLength Length `yaml:"over_length"`
	OverHeight Length `yaml:"over_height"`
}

// Prices is a dated table; Check names what in it is not certain. Steps are the
// ordinary service; Others go by names of their own.
type Prices struct {
	Effective string // YYYY-MM-DD
	Check     string
	Name      string // of the ordinary service, where it has one
	Steps     []PriceStep
	Others    []Service
}

// Service is another way of sending a class, at its own prices.
type Service struct {
	Name   string
	Abroad bool // to other countries
	Steps  []PriceStep
}

// PriceStep is the price of a piece up to and including a weight.
type PriceStep struct {
	To    Mass
	Price Money
	Check bool // the price is not certain
}

// At is the price of a weight in a table of rising steps. A weight beyond the
// last step has none.
func At(steps []PriceStep, weight measure.Mass) (PriceStep, bool) {
	for _, step := range steps {
		if weight <= measure.Mass(step.To) {
			return step, true
		}
	}
	return PriceStep{}, false
}

// Length, Mass, Ratio and Money are written in a carrier's file as people write them.
type (
	Length measure.Length
	Mass   measure.Mass
	Ratio  int64 // thousandths
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

// UnmarshalYAML reads "1.414".
func (r *Ratio) UnmarshalYAML(n *yaml.Node) error {
	whole, rest, _ := strings.Cut(n.Value, ".")
	if len(rest) > 3 || len(whole) > 3 || whole == "" {
		return at(n, fmt.Errorf("%q is not a ratio; try 1.4", measure.Shorten(n.Value, 24)))
	}
	v, err := strconv.ParseUint(whole+rest+strings.Repeat("0", 3-len(rest)), 10, 32)
	if err != nil {
		return at(n, fmt.Errorf("%q is not a ratio; try 1.4", measure.Shorten(n.Value, 24)))
	}
	*r = Ratio(v)
	return nil
}

// Text writes the ratio without closing zeros: "1.4".
func (r Ratio) Text() string {
	return strconv.FormatFloat(float64(r)/1000, 'f', -1, 64)
}

// UnmarshalYAML reads "0.78", or "110" of a currency without smaller coins.
func (m *Money) UnmarshalYAML(n *yaml.Node) error {
	v, err := ParseMoney(n.Value)
	*m = v
	return at(n, err)
}

// ParseMoney reads "0.78" or "110".
func ParseMoney(text string) (Money, error) {
	whole, cents, dotted := strings.Cut(strings.TrimSpace(text), ".")
	if !dotted {
		cents = "00"
	}
	w, err := strconv.ParseUint(whole, 10, 31)
	c, err2 := strconv.ParseUint(cents, 10, 31)
	if err != nil || err2 != nil || len(cents) != 2 || w > 1_000_000 {
		return 0, fmt.Errorf("%q is not a price; try 0.78", measure.Shorten(text, 24))
	}
	return Money(w*100 + c), nil
}

// Currencies of which the smallest coin is the unit itself (ISO 4217).
var wholeCurrencies = map[string]bool{"JPY": true, "KRW": true, "ISK": true, "CLP": true, "VND": true, "XPF": true, "UGX": true}

// Text writes the price with its currency: "0.78 USD", "110 JPY".
func (m Money) Text(currency string) string {
	if wholeCurrencies[currency] && m%100 == 0 {
		return fmt.Sprintf("%d %s", m/100, currency)
	}
	return fmt.Sprintf("%d.%02d %s", m/100, m%100, currency)
}

func at(n *yaml.Node, err error) error {
	if err != nil {
		return &CarrierError{n.Line, err.Error()}
	}
	return nil
}

func readCarriers(files fs.FS) ([]Carrier, error) {
	names, err := fs.Glob(files, "data/carriers/*.yaml")
	if err != nil {
		return nil, err
	}
	all := make([]Carrier, len(carrierOrder))
	for _, name := range names {
		text, err := fs.ReadFile(files, name)
		if err != nil {
			return nil, err
		}
		c, err := ReadCarrier(text)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", name, err)
		}
		place, ok := carrierOrder[c.ID]
		if !ok {
			place = len(all)
			all = append(all, Carrier{})
		}
		all[place] = c
	}
	return all, nil
}

// carrierOrder is the order the carriers that ship are listed in; others follow.
var carrierOrder = map[string]int{"us": 0, "uk": 1, "ca": 2, "au": 3, "de": 4, "intl": 5, "jp": 6}

// CarrierText is the file of a carrier that ships, as it is written.
func CarrierText(id string) (string, bool) {
	text, err := fs.ReadFile(data, "data/carriers/"+id+".yaml")
	return string(text), err == nil
}

// With is the catalogue with a user's own carriers, each in place of the one
// of its identifier that ships, or after them.
func (c *Catalog) With(own []Carrier) *Catalog {
	if len(own) == 0 {
		return c
	}
	out := *c
	own = slices.Clone(own)
	for i := range own {
		own[i].Own = true
	}
	out.Carriers = placed(c.Carriers, own, Carrier.id)
	return &out
}
