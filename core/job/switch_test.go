package job

import (
	"testing"

	"yellow-parcel/core/measure"
)

// What a sheet costs is in the currency it was in, whatever the unit.
func TestSwitchKeepsThePrices(t *testing.T) {
	priced := []StockSpec{{Sheet: &Bought{ID: "us-letter"}, Count: 3, Price: "0.12"}}
	for _, c := range []struct {
		from     measure.Unit
		to       measure.Unit
		currency string
		stock    []StockSpec
		want     string
	}{
		{"", measure.Millimetres, "", priced, "USD"},
		{measure.Inches, measure.Millimetres, "", priced, "USD"},
		{measure.Millimetres, measure.Inches, "", priced, "EUR"},
		{measure.Inches, measure.Millimetres, "GBP", priced, "GBP"},
		{measure.Inches, measure.Millimetres, "", nil, ""}, // nothing is priced yet
	} {
		if got := Switch(Job{Unit: c.from, Currency: c.currency, Stock: c.stock}, c.to, nil).Currency; got != c.want {
			t.Errorf("%+v: in %q", c, got)
		}
	}
}
