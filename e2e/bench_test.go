package e2e

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/store"
)

// keep keeps a job as it would be typed; it gives its name on the server.
func (s *screen) keep(title string, quantity int, fields string) string {
	s.Helper()
	doc := fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":%q,"quantity":%d,%s}`, title, quantity, fields)
	made, err := s.kept.Jobs.Create(context.Background(), store.Draft{Title: title, Quantity: quantity, Document: doc})
	if err != nil {
		s.Fatal(err)
	}
	return made.ID
}

// listed is what the steps of a phase say, each with its figure and how many.
func (s *screen) listed(phase string) []string {
	s.Helper()
	var out []string
	for _, li := range s.find(id("steps-" + phase)).MustElements("li") {
		text := strings.Join(strings.Fields(li.MustElement(".what").MustText()), " ")
		if has, figure, err := li.Has(".number"); err == nil && has {
			text += " " + strings.Join(strings.Fields(figure.MustText()), " ")
		}
		if many, _, found := strings.Cut(li.MustElement(".of").MustText(), " × "); found && !strings.Contains(many, ";") && !strings.Contains(many, " ") {
			text = many + " × " + text
		}
		out = append(out, text)
	}
	return out
}

// Six jobs as a maker would make them, each figure worked out by hand.
func TestSixJobsAtTheBench(t *testing.T) {
	s := open(t)
	for _, c := range []struct {
		title       string
		quantity    int
		fields      string
		first, rest []string
	}{
		// A letter gives two bases of 8 1/2 x 5 1/2 at one cut, or four layers of 4 x 5 1/4; the first sheet of each
		// is cut for the first card, three and one for the seven others.
		{"Tide-table note", 8, `"card":{"width":"4 1/4","height":"5 1/2","fold":"book"},"layers":["1/8"],"sheet":"us-letter","envelope":"us-a2"`,
			[]string{"Lay out paper, tools and envelopes", "Set the guide, cut 5 1/2 in", "2 × Set the guide, cut 5 1/4 in", "4 × Set the guide, cut 4 in", "Score at 4 1/4 in", "Fold and burnish", "Stick layer 1 on, this border showing 1/8 in", "Weight the card until dry",
				"Measure the thickest place 0.035 in", "Weigh the card 0.33 oz", "Try the card in its envelope", "Slide the card in", "Close and seal fully"},
			[]string{"3 × Set the guide, cut 5 1/2 in", "2 × Set the guide, cut 5 1/4 in", "4 × Set the guide, cut 4 in", "7 × Score at 4 1/4 in", "7 × Fold and burnish", "7 × Stick layer 1 on, this border showing 1/8 in", "7 × Weight the card until dry", "7 × Look every card over",
				"7 × Slide the card in", "7 × Close and seal fully", "8 × Stick stamps for 0.78 USD", "8 × Write the address", "8 × Hand in at the counter"}},
		// 5 1/4 each way inside; half the diagonal of 8 1/16 is 5.70, less and plus half of 5 1/4: 3 1/16 and 8 5/16,
		// and the same again with the paper turned.
		{"Lantern square", 3, `"card":{"width":"5","height":"5","made":true},"blank":{"style":"corner-fold","paper":"us-12x12"}`,
			[]string{"Lay out paper, tools and envelopes", "Measure the thickest place 0.024 in", "Weigh the card 0.25 oz", "2 × Set the guide, cut 8 1/16 in", "Score at 8 5/16 in", "Score at 3 1/16 in", "Snip the corners, up to the crease", "Fold all flaps dry and burnish", "Try the card in it",
				"Glue the bottom flap, this wide 3/8 in", "Weight the seams until dry", "Slide the card in", "Close and seal fully"},
			[]string{"4 × Set the guide, cut 8 1/16 in", "2 × Score at 8 5/16 in", "2 × Score at 3 1/16 in", "2 × Snip the corners, up to the crease", "2 × Fold all flaps dry and burnish", "2 × Glue the bottom flap, this wide 3/8 in", "2 × Weight the seams until dry",
				"2 × Look every card over", "2 × Slide the card in", "2 × Close and seal fully", "3 × Stick stamps for 1.27 USD", "3 × Write the address", "3 × Hand in at the counter"}},
		// 148 mm inside between walls 13 mm high: 96 and 244 are its sides, 83 and 257 the tops of its walls.
		{"Raised harbour map", 2, `"unit":"mm","card":{"width":"140","height":"140","thickness":"10","made":true},"blank":{"style":"box","paper":"mm-305x305"},"post":{"carriers":["de"]}`,
			[]string{"Lay out paper, tools and envelopes", "Measure the thickest place 10 mm", "Weigh the card 8.5 g", "2 × Set the guide, cut 241 mm", "Score at 257 mm", "Score at 244 mm", "Score at 96 mm", "Score at 83 mm", "Cut each corner once, to the panel", "Fold walls and flaps dry", "Try the card in it",
				"Glue the tabs away from the mouth", "Glue the bottom flap, this wide 6 mm", "Weight the seams until dry", "Slide the card in", "Glue the mouth's wall, its tab outside", "Close and seal fully"},
			[]string{"2 × Set the guide, cut 241 mm", "Score at 257 mm", "Score at 244 mm", "Score at 96 mm", "Score at 83 mm", "Cut each corner once, to the panel", "Fold walls and flaps dry", "Glue the tabs away from the mouth", "Glue the bottom flap, this wide 6 mm", "Weight the seams until dry",
				"Look every card over", "Slide the card in", "Glue the mouth's wall, its tab outside", "Close and seal fully", "2 × Stick stamps for 1.80 EUR", "2 × Write the address", "2 × Hand in at the counter"}},
		// 5 and 1/4 to spare and 1/2 of glue at both ends is 6 1/4 of the A7's 7 1/4: half of what is over off each end.
		{"Kite card", 5, `"card":{"width":"5","height":"5","made":true},"blank":{"style":"cut-down","envelope":"us-a7"}`,
			[]string{"Lay out paper, tools and envelopes", "Measure the thickest place 0.024 in", "Weigh the card 0.25 oz", "Lay flat, cut this off each end 1/2 in", "Try the card in it", "Glue both ends shut, this wide 1/2 in", "Weight the seams until dry", "Slide the card in", "Close and seal fully"},
			[]string{"4 × Lay flat, cut this off each end 1/2 in", "4 × Glue both ends shut, this wide 1/2 in", "4 × Weight the seams until dry", "4 × Look every card over", "4 × Slide the card in", "4 × Close and seal fully", "5 × Stick stamps for 1.27 USD", "5 × Write the address", "5 × Hand in at the counter"}},
		// Beside a base of 5 1/2 x 8 1/2 a letter gives the first and the third layer, 5 1/4 x 4 and 4 1/2 x 3 1/4; one
		// sheet gives all four of the second, 4 3/4 x 3 1/2. Foam needs no drying.
		{"Ferry tent", 4, `"card":{"width":"5 1/2","height":"4 1/4","fold":"tent"},"layers":[{"border":"1/8","joint":"foam-1"},{"border":"1/4","joint":"foam-1"},{"border":"1/8","joint":"foam-1"}],"sheet":"us-letter","envelope":{"width":"6 1/8","height":"4 7/8"}`,
			[]string{"Lay out paper, tools and envelopes", "Set the guide, cut 5 1/2 in", "2 × Set the guide, cut 4 3/4 in", "Set the guide, cut 4 1/2 in", "4 × Set the guide, cut 3 1/2 in", "Set the guide, cut 5 1/4 in", "Set the guide, cut 4 in", "Score at 4 1/4 in", "Fold and burnish",
				"Stick layer 1 on, this border showing 1/8 in", "Stick layer 2 on, this border showing 1/4 in", "Stick layer 3 on, this border showing 1/8 in", "Measure the thickest place 0.177 in", "Weigh the card 0.69 oz", "Try the card in its envelope", "Slide the card in", "Close and seal fully"},
			[]string{"3 × Set the guide, cut 5 1/2 in", "3 × Set the guide, cut 4 1/2 in", "3 × Set the guide, cut 5 1/4 in", "3 × Set the guide, cut 4 in", "3 × Score at 4 1/4 in", "3 × Fold and burnish", "3 × Stick layer 1 on, this border showing 1/8 in", "3 × Stick layer 2 on, this border showing 1/4 in",
				"3 × Stick layer 3 on, this border showing 1/8 in", "3 × Look every card over", "3 × Slide the card in", "3 × Close and seal fully", "4 × Stick stamps for 1.27 USD", "4 × Write the address", "4 × Hand in at the counter"}},
		// An A6 is 6 1/2 long: a slot of 7 with 1 1/2 each side, 1/4 high about the middle of 4. One card has no rest.
		{"Harbour gauge", 1, `"extras":["gauge"],"card":{"width":"4","height":"6","thickness":"1/8","made":true},"envelope":"us-a6","sheet":"us-letter"`,
			[]string{"Lay out paper, tools and envelopes", "Set the guide, cut 4 in", "Set the guide, cut 10 in", "Draw a line across, from the top 2 in", "Mark the slot's upper cut, from the top 1 7/8 in", "Mark the slot's lower cut, from the top 2 1/8 in", "Start both cuts here, from the left 1 1/2 in",
				"End both cuts here, join the ends 8 1/2 in", "Measure the thickest place 1/8 in", "At its thickest, for the slot, at most 0.231 in", "Weigh the card 0.24 oz", "Try the card in its envelope", "Slide the card in", "Close and seal fully", "Slide the closed piece through the slot 1/4 in", "Stick stamps for 0.78 USD", "Write the address", "Hand in at the counter"}, nil},
	} {
		s.goes("/jobs/" + s.keep(c.title, c.quantity, c.fields) + "/bench")
		s.find(id("supplies"))
		if got := s.listed("first"); !slices.Equal(got, c.first) {
			t.Errorf("%s, the first one:\n%q", c.title, got)
		}
		if c.rest == nil {
			if s.page.MustHas(id("steps-rest")) {
				t.Errorf("%s has a rest", c.title)
			}
			continue
		}
		if got := s.listed("rest"); !slices.Equal(got, c.rest) {
			t.Errorf("%s, the rest:\n%q", c.title, got)
		}
	}
}
