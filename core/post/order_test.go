package post_test

import (
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	. "yellow-parcel/core/post"
)

// worse orders states as a whole verdict weighs them.
var worse = map[State]int{Passes: 0, Near: 1, Surcharged: 1, Fails: 2}

// Better is an order: nothing is better than itself, two are never better than each other, and a better
// verdict has no worse state and no dearer price.
func TestCompareIsAnOrder(t *testing.T) {
	var all []Verdict
	for _, s := range []State{Passes, Near, Surcharged, Fails} {
		for place := range 3 {
			for _, price := range []measure.Money{0, 78, 127, 163} {
				all = append(all, Verdict{State: s, Place: place, Price: price, Priced: price > 0})
			}
		}
	}
	for _, a := range all {
		if a.Compare(a) != 0 {
			t.Errorf("%+v is better than itself", a)
		}
		for _, b := range all {
			if c := a.Compare(b); c != -b.Compare(a) {
				t.Errorf("%+v and %+v: %d and %d", a, b, c, b.Compare(a))
			} else if c < 0 && (worse[a.State] > worse[b.State] || b.State != Fails && a.Priced && b.Priced && a.Price > b.Price) {
				t.Errorf("%+v is called better than %+v", a, b)
			}
		}
	}
}

// A piece of which only the thickest place is known may be uneven: that is asked, not refused.
func TestAGuessedBumpIsAQuestion(t *testing.T) {
	p := piece(9*in, 12*in, in/2)
	p.Uneven = func(measure.Length) measure.Length { return in * 3 / 8 }
	if v := Judge(us(t), p); className(v) != "parcel" {
		t.Errorf("uneven by 3/8 in: %s", className(v))
	}
	p.Guessed = true
	v := Judge(us(t), p)
	said := ""
	for _, r := range v.Reasons() {
		if r.Code == "even" {
			said = r.Words()
		}
	}
	if className(v) != "flat" || v.State != Near || !strings.Contains(said, "may differ by as much as {value}") {
		t.Errorf("%s %s %q", className(v), v.State, said)
	}
	p.Bends = card.Band{Low: card.TooRigid, High: card.TooRigid}
	if v := Judge(us(t), p); className(v) != "parcel" {
		t.Errorf("too stiff for a flat: %s", className(v))
	}
}

// The services of a class are kept beside the cheapest, and one to other countries is never the cheapest.
func TestServicesBesideTheCheapest(t *testing.T) {
	c, err := ReadCarrier([]byte(`
id: island
name: Island post
unit: mm
currency: EUR
stated: "2026-01-01"
classes:
  - id: letter
    name: Letter
    limits: {weight: {max: 100 g}}
    surcharge: {name: not for machines, price: "0.30", closures: [string]}
    prices:
      effective: "2026-01-01"
      name: ordinary
      steps: [{to: 50 g, price: "1.10"}, {to: 100 g, price: "2.00", check: true}]
      others:
        - {name: slow, steps: [{to: 20 g, price: "0.90"}]}
        - {name: abroad, abroad: true, steps: [{to: 50 g, price: "0.50"}]}
`))
	if err != nil {
		t.Fatal(err)
	}
	for _, w := range []struct {
		grams          float64
		closure        string
		price, service string
		others         int
		unsure         bool
	}{{10, "", "0.90 EUR", "slow", 2, false}, {30, "", "1.10 EUR", "ordinary", 1, false}, {60, "", "2.00 EUR", "ordinary", 0, true}, {30, "string", "1.40 EUR", "ordinary", 1, false}} {
		v := Judge(&c, Piece{Width: 100 * measure.Millimetre, Height: 100 * measure.Millimetre, Weight: measure.FromGrams(w.grams), Handed: Handed{Closure: w.closure}})
		if v.Price.Text("EUR") != w.price || v.Service != w.service || len(v.Others) != w.others || v.Unsure != w.unsure {
			t.Errorf("%v g %s: %s %s, beside %+v, unsure %v", w.grams, w.closure, v.Price.Text("EUR"), v.Service, v.Others, v.Unsure)
		}
	}
	if v := Judge(&c, Piece{Width: 1, Height: 1, Weight: measure.FromGrams(101)}); className(v) != "" || v.State != Fails || v.Priced {
		t.Errorf("over every class: %+v", v)
	}
}

// A ratio right at its end goes, where the envelope is sold in that size: nothing is
// measured, so nothing is in doubt. A thousandth past it does not.
func TestARatioAtItsEnd(t *testing.T) {
	c := Carrier{Classes: []Class{{ID: "letter", Limits: Limits{Ratio: RatioLimit{Range[Ratio]{Min: 1300, Max: 2500}}}}}}
	for _, z := range []struct {
		width, height measure.Length
		want          State
	}{
		{2500, 1000, Passes}, {2501, 1000, Fails}, {1300, 1000, Passes}, {1299, 1000, Fails}, {1000, 2500, Passes},
	} {
		p := Piece{Width: z.width * measure.Micrometre, Height: z.height * measure.Micrometre, SoldSize: true}
		if v := Judge(&c, p); v.State != z.want {
			t.Errorf("%d by %d: %s, and not %s", z.width, z.height, v.State, z.want)
		}
	}
}

// A carrier speaks of the words that are listed, each under its own field, and of no other.
func TestWordsAreThoseThatAreListed(t *testing.T) {
	all := catalog.Standard().Carriers
	listed := Vocabulary(all)
	if len(listed["closure"]) == 0 || len(listed["wrapping"]) == 0 || len(listed["contents"]) == 0 {
		t.Fatalf("%v", listed)
	}
	for _, field := range []string{"closure", "wrapping", "contents", "address", ""} {
		for of, words := range listed {
			for _, w := range append([]string{"", "wool"}, words...) {
				if Speaks(all, field, w) != slices.Contains(listed[field], w) {
					t.Errorf("%s, a %s: said to be a %s: %v", w, of, field, Speaks(all, field, w))
				}
			}
		}
	}
}
