package logbook

import (
	"strings"
	"unicode"

	"golang.org/x/text/unicode/norm"

	"yellow-parcel/core/job"
)

// Sought is what is looked for in entries: the beginnings of words, without accents and
// in small letters. Nothing that can be sought is found everywhere.
type Sought []string

// Seek reads a search as it is typed.
func Seek(search string) Sought { return plain(search) }

// In tells whether every word looked for begins a word of the entry's own texts.
func (s Sought) In(e *Entry) bool {
	if len(s) == 0 {
		return true
	}
	said := plain(strings.Join(e.texts(), " "))
	for _, word := range s {
		found := false
		for _, one := range said {
			found = found || strings.HasPrefix(one, word)
		}
		if !found {
			return false
		}
	}
	return true
}

// texts are what a reader sees of an entry.
func (e *Entry) texts() []string {
	out := []string{e.Date, e.Title, string(e.Thickness), string(e.Weight), e.Envelope, string(e.Fit), e.Seam, e.Carrier, e.Class, e.Foretold, e.Price, e.Currency, e.Posted, string(e.Outcome), e.Extra, e.Notes}
	for _, x := range e.Spoiled {
		out = append(out, x.Part, x.Reason)
	}
	for _, z := range []*job.Bought{e.Card, e.Inside} {
		if z != nil {
			out = append(out, z.ID, string(z.Width), string(z.Height))
		}
	}
	return out
}

// plain is a text in words: small letters without their accents, and figures.
func plain(text string) []string {
	var b strings.Builder
	for _, r := range norm.NFKD.String(text) {
		switch {
		case unicode.Is(unicode.Mn, r):
		case unicode.IsLetter(r) || unicode.IsDigit(r):
			b.WriteRune(unicode.ToLower(r))
		default:
			b.WriteRune(' ')
		}
	}
	return strings.Fields(b.String())
}
