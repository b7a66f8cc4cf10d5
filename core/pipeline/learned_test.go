package pipeline

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/logbook"
)

// stuck are cards of 5 x 7 and so thick in a room a quarter of an inch larger, which all stuck.
func stuck(n int, thick string) []logbook.Entry {
	var out []logbook.Entry
	for i := range n {
		out = append(out, logbook.Entry{Date: fmt.Sprintf("2026-01-%02d", i+1), Fit: logbook.Tight, Thickness: job.Length(thick), Card: &job.Bought{Width: "5", Height: "7"}, Inside: &job.Bought{Width: "5 3/8", Height: "7 3/8"},
			Spoiled: []logbook.Spoiled{{Part: "base", Of: 20, Count: 2}}, Took: []logbook.Took{{Step: "score", Pieces: 20, Seconds: 600, Usual: 300}}, Carrier: "us", Foretold: "surcharge", Outcome: logbook.Surcharged})
	}
	return out
}

func TestTheLogbookIsHeardAndNothingElse(t *testing.T) {
	const text = `{"format":"yellow-parcel-job","version":1,"quantity":40,"card":{"width":"5","height":"7","thickness":"1/8","fold":"book"},"layers":[],"blank":{"style":"corner-fold"},"post":{"carriers":["us"]}%s}`
	plan := func(more string, book *learn.Book) string {
		p, err := planned(read(t, fmt.Sprintf(text, more)), catalog.Standard(), Order{Whole: true, NoWays: true, Steps: true, Book: book})
		if err != nil {
			t.Fatal(err)
		}
		out, err := json.Marshal(p)
		if err != nil {
			t.Fatal(err)
		}
		return string(out)
	}
	// Without an entry every plan is the same, byte for byte.
	if plan("", nil) != plan("", learn.Read(nil)) {
		t.Error("an empty logbook changes the plan")
	}
	of := func(more string, book *learn.Book) map[string]string {
		var p struct {
			Learned []struct {
				Key, Text, Evidence string
				Patch               map[string]any
			}
		}
		if err := json.Unmarshal([]byte(plan(more, book)), &p); err != nil {
			t.Fatal(err)
		}
		out := map[string]string{}
		for _, l := range p.Learned {
			out[l.Key] = fmt.Sprint(l.Text, " ", l.Evidence, " ", l.Patch)
		}
		return out
	}
	book := learn.Read(stuck(9, "1/8"))
	got := of("", book)
	for key, want := range map[string]string{
		"ease": "From 9 cards, 9 about as thick: 9 tight, 0 good, 0 loose.", "spares": "From 180 pieces of these parts, 18 spoiled.", "time": "From 9 noted steps;",
	} {
		if !strings.Contains(got[key], want) {
			t.Errorf("%s: %s", key, got[key])
		}
	}
	if !strings.Contains(got["ease"], "of ease, not 1/4 in.") || !strings.Contains(got["ease"], "map[blank:map[ease:") {
		t.Errorf("%s", got["ease"])
	}
	if got["post"] != "" {
		t.Errorf("it simply goes, and %s", got["post"])
	}
	// The card sold for its envelope is not made smaller for it.
	sold, err := planned(read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7"}`), catalog.Standard(), Order{Book: book})
	if err != nil {
		t.Fatal(err)
	}
	for _, l := range sold.Learned {
		if l.Key == "ease" {
			t.Errorf("%+v", l)
		}
	}
	// Spares that are what is suggested need no saying.
	spares := strings.TrimSuffix(got["spares"][strings.Index(got["spares"], "map[spoilage:")+len("map[spoilage:"):], "]")
	if again := of(fmt.Sprintf(`,"spoilage":%q`, spares), book); again["spares"] != "" {
		t.Errorf("%s", again["spares"])
	}
}
