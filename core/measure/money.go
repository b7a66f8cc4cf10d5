package measure

import (
	"regexp"
	"strconv"
	"strings"
)

// Money is an amount in ten-thousandths of a currency's unit, so that a sheet's
// share of a pack is kept. What is charged for is rounded to hundredths only
// where it is written.
type Money int64

// Unit amounts of money.
const (
	Cent   Money = 100
	Single Money = 100 * Cent
)

// price is a number with up to four decimals, after a point or a comma.
var price = regexp.MustCompile(`^([0-9]{1,7})(?:[.,]([0-9]{1,4}))?$`)

// mostMoney bounds a price; nobody pays more for paper or postage.
const mostMoney = 1_000_000 * Single

// ParseMoney reads a price as people type it: 0.78, 0,78, 0.8 or 110; up to
// four decimals for a sheet out of a pack. The error is a *ParseError.
func ParseMoney(text string) (Money, error) {
	m := price.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return 0, &ParseError{Text: Shorten(text, quoted), Why: "is not a price", Example: "0.78"}
	}
	whole, part := small(m[1]), small((m[2] + "0000")[:4])
	if out := Money(whole)*Single + Money(part); out <= mostMoney {
		return out, nil
	}
	return 0, &ParseError{Text: Shorten(text, quoted), Why: "is not a price", Example: "0.78"}
}

// Currencies of which the smallest coin is the unit itself (ISO 4217).
var wholeCurrencies = map[string]bool{"JPY": true, "KRW": true, "ISK": true, "CLP": true, "VND": true, "XPF": true, "UGX": true}

// Text writes the amount with its currency, rounded to hundredths half up:
// "0.78 USD", "110 JPY".
func (m Money) Text(currency string) string { return m.Bare(currency) + " " + currency }

// Bare is Text without the currency.
func (m Money) Bare(currency string) string {
	cents := (m + Cent/2) / Cent
	if wholeCurrencies[currency] && cents%100 == 0 {
		return strconv.FormatInt(int64(cents/100), 10)
	}
	var room [24]byte
	out := append(strconv.AppendInt(room[:0], int64(cents/100), 10), '.')
	if cents%100 < 10 {
		out = append(out, '0')
	}
	return string(strconv.AppendInt(out, int64(cents%100), 10))
}

// Units is the amount in the currency's unit, for documents that other programs read.
func (m Money) Units() float64 { return float64(m) / float64(Single) }
