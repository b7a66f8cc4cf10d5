package logbook

import (
	"testing"

	"yellow-parcel/core/job"
)

// What is found is what a reader sees of an entry, from the beginnings of words.
func TestEntriesAreFoundByTheirTexts(t *testing.T) {
	e := Entry{Date: "2026-01-10", Title: `Tom & Ann's "hi" card`, Job: "kite-1", Making: "zz-9", Unit: "in", Thickness: "1/8 in", Card: &job.Bought{Width: "4 in", Height: "5 3/8 in"},
		Spoiled: []Spoiled{{Part: "mat", Count: 1, Reason: "cut off the mark"}}, Fit: Good, Notes: "for Éva, straße"}
	for search, want := range map[string]bool{
		"": true, "  ": true, "tom & ann": true, "Tom": true, "ann's": true, `"hi"`: true, "éva": true, "eva": true, "EVA": true, "e\u0301va": true, "2026-01": true, "mark": true, "mat": true, "good": true, "5 3/8": true, "stra": true,
		"title": false, "notes": false, "om": false, "zz-9": false, "zz": false, "kite": false, "spoiled": false, "tom eve": false, `"`: true, "{": true, "u0026": false,
	} {
		if got := Seek(search).In(&e); got != want {
			t.Errorf("%q: %v", search, got)
		}
	}
}
