package post

import (
	"fmt"
	"strconv"
	"strings"

	"go.yaml.in/yaml/v4"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/measure"
)

// Carrier is one postal carrier's rules and prices. Classes are in the order
// they are tried, cheapest first.
type Carrier struct {
	ID, Name   string
	Unit       measure.Unit
	Sheets     measure.Unit // the system of the sheets and envelopes sold where it is; empty for its own unit's
	Everywhere bool         // it is no one country's: nobody posts from it
	Currency   string       // ISO 4217 code
	Stated     string       // the day the rules were written down, YYYY-MM-DD
	Notes      string
	Measuring  Measuring
	Delivers   []string // the days of the week on which post is carried; none for every day
	Classes    []Class
	Listed     int  // its place among the carriers that ship
	Own        bool `yaml:"-"` // a user's copy, not the one that ships
}

// Sold is the system of the sheets and envelopes sold where the carrier is.
func (c *Carrier) Sold() measure.Unit {
	if c.Sheets != "" {
		return c.Sheets
	}
	return c.Unit
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
	Days      *Days // how long the ordinary service usually is on its way; nil where nothing is known
	Prices    *Prices
}

// Days is how many days a piece usually is on its way, of those on which post is
// carried: figures that were stated on a day, and are never promised.
type Days struct {
	Least, Most int
	Stated      string // YYYY-MM-DD
	Check       string // what of them is not certain
}

// Route is how a piece with such days goes at a carrier.
func (d Days) Route(c *Carrier) calendar.Route {
	runs, _ := calendar.Read(c.Delivers) // checked when the carrier was read
	return calendar.Route{Least: d.Least, Most: d.Most, Runs: runs}
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
	Days   *Days
	Steps  []PriceStep
}

// PriceStep is the price of a piece up to and including a weight.
type PriceStep struct {
	To    Mass
	Price Money
	Check bool // the price is not certain
}

// Text writes the price with its currency.
func (m Money) Text(currency string) string { return measure.Money(m).Text(currency) }

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
	Money  measure.Money
)

// UnmarshalYAML reads "11 1/2 in" or "240 mm".
func (l *Length) UnmarshalYAML(n *yaml.Node) error {
	v, err := measure.Parse(n.Value, measure.Unit(n.HeadComment))
	*l = Length(v)
	return at(n, err)
}

// UnmarshalYAML reads "3.5 oz" or "100 g".
func (m *Mass) UnmarshalYAML(n *yaml.Node) error {
	v, err := measure.ParseMass(n.Value, measure.Unit(n.HeadComment))
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
	v, err := measure.ParseMoney(n.Value)
	*m = Money(v)
	return at(n, err)
}

func at(n *yaml.Node, err error) error {
	if err != nil {
		return &CarrierError{n.Line, err.Error()}
	}
	return nil
}
