package words

import "testing"

func TestArticles(t *testing.T) {
	for noun, want := range map[string]string{
		"button": "a button", "envelope": "an envelope", "A9 envelope": "an A9 envelope", "C6 envelope": "a C6 envelope", "DL envelope": "a DL envelope", "#10 envelope": "a #10 envelope",
		"Lee envelope": "a Lee envelope", "8 1/2 in sheet": "an 8 1/2 in sheet", "US letter": "a US letter", "Announcement": "an Announcement", "SRA3 sheet": "an SRA3 sheet", "": "a ",
	} {
		if got := Article(noun); got != want {
			t.Errorf("%q: %q", noun, got)
		}
	}
}
