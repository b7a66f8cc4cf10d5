package post

import (
	"os"
	"reflect"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func carrierOf(t *testing.T, id string) *Carrier {
	t.Helper()
	text, err := os.ReadFile("../catalog/data/carriers/" + id + ".yaml")
	if err != nil {
		t.Fatal(err)
	}
	c, err := ReadCarrier(text)
	if err != nil {
		t.Fatal(err)
	}
	return &c
}

// The rules of a class as they are listed for people, word for word.
func TestRulesInWords(t *testing.T) {
	for _, c := range []struct {
		carrier, class string
		want           []string
	}{
		{"us", "letter", []string{"Length: 5 in to 11 1/2 in", "Height: 3 1/2 in to 6 1/8 in", "Thickness: 0.007 in to 1/4 in", "Weight: up to 3.5 oz"}},
		{"us", "flat", []string{"Length: up to 15 in", "Height: up to 12 in", "Thickness: 0.009 in to 3/4 in", "Weight: up to 13 oz", "Evenness: differs by 1/4 in at most"}},
		{"de", "standard", []string{"Length: 140 mm to 235 mm", "Height: 90 mm to 125 mm", "Thickness: up to 5 mm", "Weight: up to 20 g", "Length to height: at least 1.4"}},
		{"ca", "standard", []string{"Length: 140 mm to 245 mm", "Height: 90 mm to 156 mm", "Thickness: 0.18 mm to 5 mm", "Square: not taken (check)"}},
	} {
		carrier := carrierOf(t, c.carrier)
		for i := range carrier.Classes {
			if carrier.Classes[i].ID != c.class {
				continue
			}
			held, _ := carrier.Classes[i].List(carrier)
			got := map[string]bool{}
			var all []string
			for _, l := range held {
				text := l.Name + ": " + l.Text
				if l.Unsure {
					got[text+" (check)"] = true
				}
				got[text] = true
				all = append(all, text)
			}
			for _, w := range c.want {
				if !got[w] {
					t.Errorf("%s %s does not list %q: %s", c.carrier, c.class, w, strings.Join(all, "; "))
				}
			}
		}
	}
}

func TestDaysThereAre(t *testing.T) {
	for text, is := range map[string]bool{
		"2025-01-31": true, "2025-04-30": true, "2025-04-31": false, "2025-06-31": false, "2025-09-31": false, "2025-11-31": false, "2025-12-31": true,
		"2024-02-29": true, "2025-02-29": false, "2000-02-29": true, "1900-02-29": false, "2025-02-28": true, "2025-00-10": false, "2025-13-01": false, "2025-03-00": false, "25-03-01": false,
	} {
		if isDay(text) != is {
			t.Errorf("%s: %v", text, !is)
		}
	}
}

// New prices stand where the old ones stood, those of other services after the
// ordinary ones, and nothing else of the file is another letter.
func TestPricesAreWrittenWhereTheyStood(t *testing.T) {
	text, err := os.ReadFile("../catalog/data/carriers/uk.yaml")
	if err != nil {
		t.Fatal(err)
	}
	before := carrierOf(t, "uk")
	for _, class := range before.Classes {
		p := class.Prices
		if p == nil || len(p.Others) == 0 {
			continue
		}
		var prices []string
		add := func(steps []PriceStep) {
			for range steps {
				prices = append(prices, measure.Money(len(prices)+1).Bare("GBP"))
			}
		}
		add(p.Steps)
		for _, o := range p.Others {
			add(o.Steps)
		}
		for i := range prices {
			prices[i] = []string{"1.01", "2.02", "3.03", "4.04", "5.05", "6.06", "7.07", "8.08"}[i%8]
		}
		out, err := Reprice(text, class.ID, "2027-01-01", prices)
		if err != nil {
			t.Fatal(err)
		}
		after, err := ReadCarrier(out)
		if err != nil {
			t.Fatal(err)
		}
		for _, c := range after.Classes {
			if c.ID != class.ID {
				continue
			}
			var got []string
			for _, s := range c.Prices.Steps {
				got = append(got, measure.Money(s.Price).Bare("GBP"))
			}
			for _, o := range c.Prices.Others {
				for _, s := range o.Steps {
					got = append(got, measure.Money(s.Price).Bare("GBP"))
				}
			}
			if strings.Join(got, " ") != strings.Join(prices, " ") || c.Prices.Effective != "2027-01-01" {
				t.Errorf("%s: %v, want %v", class.ID, got, prices)
			}
		}
		if a, b := strings.Count(string(text), "\n"), strings.Count(string(out), "\n"); a != b {
			t.Errorf("%d lines became %d", a, b)
		}
	}
}

// Every field of a class that is a rule is tried, under its name, in the order of the fields.
func TestEveryRuleOfAClassIsTried(t *testing.T) {
	names := func(of reflect.Type) (out []string) {
		rule := reflect.TypeFor[Rule]()
		for i := range of.NumField() {
			if f := of.Field(i); f.Type.Implements(rule) || reflect.PointerTo(f.Type).Implements(rule) {
				out = append(out, strings.ToLower(f.Name))
			}
		}
		return out
	}
	var tried, more []string
	for _, f := range limits {
		tried = append(tried, f.key)
	}
	for _, f := range extras {
		more = append(more, f.key)
	}
	if want := names(reflect.TypeFor[Limits]()); !slices.Equal(tried, want) {
		t.Errorf("%v, and not %v", tried, want)
	}
	if want := names(reflect.TypeFor[Surcharge]()); !slices.Equal(more, want) {
		t.Errorf("%v, and not %v", more, want)
	}
	// Each place holds the field of its name.
	l := Limits{Even: &Even{}, Flexible: &Flexible{}}
	v := reflect.ValueOf(&l).Elem()
	for _, f := range limits {
		at := v.FieldByNameFunc(func(name string) bool { return strings.ToLower(name) == f.key })
		if at.Kind() != reflect.Pointer {
			at = at.Addr()
		}
		if reflect.ValueOf(f.of(&l)).Pointer() != at.Pointer() {
			t.Errorf("%s is another field", f.key)
		}
	}
}

// Pieces that bend as one another go alike, however far their estimates stand off a turn.
func TestPiecesThatBendAlikeGoAlike(t *testing.T) {
	for _, id := range []string{"us", "uk", "ca", "au", "de", "intl", "jp"} {
		c := carrierOf(t, id)
		for _, words := range [][2]card.Bend{{card.Easy, card.Easy}, {card.Easy, card.TooRigid}, {card.Borderline, card.TooRigid}, {card.TooRigid, card.TooRigid}} {
			for _, tested := range []bool{false, true} {
				p := Piece{Width: 180 * measure.Millimetre, Height: 125 * measure.Millimetre, Thickness: 3 * measure.Millimetre, Weight: measure.FromGrams(30)}
				p.Hard = []string{"coin"}
				p.Bends = card.Band{Low: words[0], High: words[1], Tested: tested}
				q := p
				q.Bends.LowMM, q.Bends.HighMM, q.Bends.Creases = 7, 90, true
				v, w := Outcome(c, &p), Outcome(c, &q)
				if !p.BendsAs(&q) || v.Compare(w) != 0 || v.State != w.State || v.Troubles != w.Troubles || v.Refused != w.Refused {
					t.Errorf("%s, %v: %+v and %+v", id, words, v, w)
				}
				q.Bends.Tested = !tested
				if p.BendsAs(&q) {
					t.Errorf("%v: tested or not is the same", words)
				}
			}
		}
	}
}
