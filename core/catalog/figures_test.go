package catalog

import (
	"testing"

	"go.yaml.in/yaml/v4"

	"yellow-parcel/core/measure"
)

func TestMoneyIsReadAndWritten(t *testing.T) {
	for text, want := range map[string]Money{"0.78": 78, "110": 11000, " 1.10 ": 110, "1000000.00": 100_000_000} {
		if m, err := ParseMoney(text); err != nil || m != want {
			t.Errorf("%q: %d %v", text, m, err)
		}
	}
	for _, text := range []string{"", "a", "1.1", "1.100", "-1.00", "1,10", ".78", "1.-1", "99999999", "1e3", "+1.00", "0x10"} {
		if m, err := ParseMoney(text); err == nil {
			t.Errorf("%q is read as %d", text, m)
		}
	}
	for _, c := range []struct {
		m              Money
		currency, want string
	}{{78, "USD", "0.78 USD"}, {11000, "JPY", "110 JPY"}, {100, "EUR", "1.00 EUR"}, {5, "GBP", "0.05 GBP"}} {
		if got := c.m.Text(c.currency); got != c.want {
			t.Errorf("%d is written %q", c.m, got)
		}
	}
}

func TestRatiosAreExactThousandths(t *testing.T) {
	for text, want := range map[string]Ratio{"1.3": 1300, "1.414": 1414, "2.5": 2500, "1": 1000, "12.25": 12250} {
		var r Ratio
		if err := yaml.Unmarshal([]byte(text), &r); err != nil || r != want || r.Text() != text {
			t.Errorf("%s: %d, written %s, %v", text, r, r.Text(), err)
		}
	}
	for _, text := range []string{"1.4142", "-1", "a", "1.4.1", "'1,4'", "99999", "''"} {
		var r Ratio
		if err := yaml.Unmarshal([]byte(text), &r); err == nil {
			t.Errorf("%s is read as %d", text, r)
		}
	}
}

func TestPricesByWeight(t *testing.T) {
	us, _ := Standard().Carrier("us")
	steps := us.Classes[0].Prices.Steps
	for i, s := range steps {
		for _, c := range []struct {
			weight Mass
			want   Money
		}{{s.To, s.Price}, {s.To - 1, s.Price}} {
			if got, ok := At(steps, measure.Mass(c.weight)); !ok || got.Price != c.want {
				t.Errorf("step %d at %d: %v %v", i, c.weight, got.Price, ok)
			}
		}
	}
	if _, ok := At(steps, measure.Mass(steps[len(steps)-1].To+1)); ok {
		t.Error("a price beyond the last step")
	}
	if _, ok := At(nil, 0); ok {
		t.Error("a price of no table")
	}
}
