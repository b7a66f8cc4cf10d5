package measure

import "testing"

func TestMoneyIsReadAndWritten(t *testing.T) {
	for text, want := range map[string]Money{
		"0.78": 7800, "0,78": 7800, "0.8": 8000, "110": 1_100_000, " 1.10 ": 11_000, "0.1234": 1234, "1000000.00": 10_000_000_000, "1.100": 11_000,
	} {
		if m, err := ParseMoney(text); err != nil || m != want {
			t.Errorf("%q: %d %v", text, m, err)
		}
	}
	for _, text := range []string{"", "a", "-1.00", ".78", "1.-1", "9999999", "1e3", "+1.00", "0x10", "1.23456", "1.", "1 000", "£1"} {
		if m, err := ParseMoney(text); err == nil {
			t.Errorf("%q is read as %d", text, m)
		} else if want := `"` + text + `" is not a price; try 0.78`; err.Error() != want {
			t.Errorf("%v, want %s", err, want)
		}
	}
	for _, c := range []struct {
		m              Money
		currency, want string
	}{
		{78 * Cent, "USD", "0.78 USD"}, {110 * Single, "JPY", "110 JPY"}, {Single, "EUR", "1.00 EUR"}, {5 * Cent, "GBP", "0.05 GBP"},
		{1250, "USD", "0.13 USD"}, {1249, "USD", "0.12 USD"}, {110*Single + 50*Cent, "JPY", "110.50 JPY"},
	} {
		if got := c.m.Text(c.currency); got != c.want {
			t.Errorf("%d is written %q, want %q", c.m, got, c.want)
		}
	}
	if got := (78 * Cent).Units(); got != 0.78 {
		t.Errorf("0.78 in units is %v", got)
	}
}
