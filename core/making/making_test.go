package making

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
)

// lantern is a plan of three cards and one to spare: a base with a layer, in a blank.
func lantern() Docket {
	step := func(id, phase, kind string, pieces int, spares bool, parts ...string) document.Step {
		s := document.Step{ID: id, Phase: phase, Kind: kind, Text: id, Pieces: pieces, Spares: spares, Minutes: document.Minutes{Low: 1, Likely: 2, High: 3}}
		s.Guide = kind == "cut"
		for _, p := range parts {
			s.Handled = append(s.Handled, document.Handled{Key: p, Job: 1, Of: strings.Split(p, ".")[1], Name: p, Pieces: pieces})
		}
		return s
	}
	const base, layer, whole, blank, sealed = "1.base.0", "1.layer.0", "1.card.0", "1.blank.0", "1.sealed.0"
	return Docket{
		Steps: []document.Step{
			step("first.cut", "first", "cut", 1, false, base, layer), step("first.score", "first", "score", 1, true, base), step("first.layer", "first", "assemble", 1, false, whole, layer),
			step("first.blank", "first", "cut", 1, false, blank), step("first.insert", "first", "insert", 1, false, whole, blank),
			step("rest.cut", "rest", "cut", 3, false, base, layer, blank), step("rest.score", "rest", "score", 3, true, base), step("rest.layer", "rest", "assemble", 2, false, whole, layer),
			step("rest.dry", "rest", "dry", 2, false, whole), step("rest.insert", "rest", "insert", 2, false, whole, blank), step("rest.close", "rest", "close", 2, false, sealed),
		},
		Parts: []Run{{Key: base, Name: "base", Count: 4, Need: 3}, {Key: layer, Name: "layer", Count: 4, Need: 3}, {Key: blank, Name: "blank", Count: 4, Need: 3}},
	}
}

func ids(s State) []string {
	var out []string
	for _, x := range s.Steps[s.At:] {
		out = append(out, x.ID)
	}
	return out
}

func done(steps ...string) []Event {
	var out []Event
	for _, id := range steps {
		out = append(out, Event{Kind: Done, Step: id, At: "2026-09-23T10:00:00Z"})
	}
	return out
}

func TestAMakingStandsWhereItsEventsPutIt(t *testing.T) {
	first := done("first.cut", "first.score", "first.layer", "first.blank", "first.insert")
	with := func(events []Event, more ...Event) []Event { return append(slices.Clone(events), more...) }
	for _, c := range []struct {
		what   string
		events []Event
		left   []string
		check  func(State) any
		want   any
	}{
		{"the first one is done", first, []string{"rest.cut", "rest.score", "rest.layer", "rest.dry", "rest.insert", "rest.close"}, func(s State) any { return s.At }, 5},
		{"one step told twice, by two screens", with(first, done("rest.cut", "rest.cut")...), []string{"rest.score", "rest.layer", "rest.dry", "rest.insert", "rest.close"}, func(s State) any { return len(s.Done) }, 6},
		{"taken back", with(first, Event{Kind: Undone, Step: "first.insert"}), []string{"first.insert", "rest.cut", "rest.score", "rest.layer", "rest.dry", "rest.insert", "rest.close"}, func(s State) any { return s.At }, 4},
		{"counted past the end and below nothing", with(first, Event{Kind: Counted, Step: "rest.cut", Count: 7}, Event{Kind: Counted, Step: "rest.score", Count: -2}), nil,
			func(s State) any { return fmt.Sprint(s.Counts["rest.cut"], s.Counts["rest.score"]) }, "3 0"},
		{"a base spoiled as it is cut comes from the spares: one less is scored", with(first, Event{Kind: Spoiled, Step: "rest.cut", Part: "1.base.0", Count: 1}), nil,
			func(s State) any { return fmt.Sprint(s.Parts[0].Left, s.Steps[6].Pieces, len(s.Ways)) }, "0 2 0"},
		{"a card spoiled as it is put in takes a base and a layer; it is stacked again", with(first, append(done("rest.cut", "rest.score", "rest.layer", "rest.dry"), Event{Kind: Spoiled, Step: "rest.insert", Part: "1.card.0", Reason: "glue"})...),
			[]string{"again1.rest.layer", "again1.rest.dry", "rest.insert", "rest.close"}, func(s State) any {
				return fmt.Sprint(s.Parts[0].Left, s.Parts[1].Left, s.Parts[2].Left, s.Steps[s.At].Pieces)
			}, "0 0 1 1"},
		{"a sealed one takes all of it", with(first, append(done("rest.cut", "rest.score", "rest.layer", "rest.dry", "rest.insert"), Event{Kind: Spoiled, Step: "rest.close", Part: "1.sealed.0"})...), nil,
			func(s State) any { return fmt.Sprint(s.Parts[0].Left, s.Parts[1].Left, s.Parts[2].Left) }, "0 0 0"},
		{"what dries does so from when it was told", with(first, done("rest.cut", "rest.score", "rest.layer", "rest.dry")...), nil, func(s State) any { return fmt.Sprint(s.Dries) }, "[{rest.dry [1.card.0] 2026-09-23T10:00:00Z 2}]"},
		{"a step nobody knows changes nothing", done("first.cake"), nil, func(s State) any { return s.At }, 0},
		{"all of it is done", done("first.cut", "first.score", "first.layer", "first.blank", "first.insert", "rest.cut", "rest.score", "rest.layer", "rest.dry", "rest.insert", "rest.close"), []string{}, func(s State) any { return fmt.Sprint(s.At, s.Left.Likely) }, "11 0"},
		{"of what is left hands need ten minutes and five", with(first), nil, func(s State) any { return fmt.Sprint(s.Left.Likely, s.Left.Low) }, "10 5"},
		{"a first base spoiled is scored again, from what the sheet gave besides", append(done("first.cut", "first.score"), Event{Kind: Spoiled, Step: "first.layer", Part: "1.base.0"}), []string{"again1.first.score", "first.layer", "first.blank", "first.insert", "rest.cut", "rest.score", "rest.layer", "rest.dry", "rest.insert", "rest.close"},
			func(s State) any { return fmt.Sprint(s.Steps[2].Minutes.Likely, s.Steps[2].Pieces, s.Steps[7].Pieces) }, "2 1 2"},
		{"who leaves pauses it, who counts goes on", with(first, Event{Kind: Paused}, Event{Kind: Counted, Step: "rest.cut", Count: 1}), nil, func(s State) any { return s.Paused }, false},
		{"a note changes nothing", with(first, Event{Kind: Paused}, Event{Kind: Noted, Text: "dry air"}), nil, func(s State) any { return fmt.Sprintf("%v %s", s.Paused, s.Notes[0].Text) }, "true dry air"},
		{"finished and taken up again", with(first, Event{Kind: Finished, At: "now"}, Event{Kind: Reopened}), nil, func(s State) any { return s.Finished }, ""},
	} {
		s := Fold([]Docket{lantern()}, c.events)
		if got := ids(s); c.left != nil && !slices.Equal(got, c.left) {
			t.Errorf("%s: left are %v", c.what, got)
		}
		if got := c.check(s); fmt.Sprint(got) != fmt.Sprint(c.want) {
			t.Errorf("%s: %v, want %v", c.what, got, c.want)
		}
	}
}

// When the spares run out, the missing base is cut anew from the smallest thing it
// comes out of, and goes through what the others went through.
func TestWhatIsMissingIsCutAnew(t *testing.T) {
	p := lantern()
	p.Parts[0].Count, p.Parts[0].W, p.Parts[0].H = 3, 8*measure.Inch, 5*measure.Inch
	p.Offcuts = []Remnant{{Name: "offcut", W: 4 * measure.Inch, H: 11 * measure.Inch, Count: 3}, {Name: "offcut", W: 12 * measure.Inch, H: 6 * measure.Inch, Count: 1}, {Name: "offcut", W: 17 * measure.Inch / 2, H: 6 * measure.Inch, Count: 1}}
	p.Spare = []Remnant{{Name: "Letter", Item: "x", W: 17 * measure.Inch / 2, H: 11 * measure.Inch, Count: 2}}
	p.Fresh = []Remnant{{Name: "Tabloid", W: 11 * measure.Inch, H: 17 * measure.Inch, Count: 1}}
	events := done("first.cut", "first.score", "first.layer", "first.blank", "first.insert", "rest.cut", "rest.score")
	spoiled := Event{Kind: Spoiled, Step: "rest.layer", Part: "1.base.0", Count: 1}
	s := Fold([]Docket{p}, append(events, spoiled))
	if s.Parts[0].Left != -1 || fmt.Sprint(s.Missing([]string{"1.base.0"})) != "map[1.base.0:1]" {
		t.Fatalf("%+v", s.Parts)
	}
	in := say.Say{Unit: measure.Inches, Ruler: measure.DefaultRuler(measure.Inches)}
	ways := WaysFor(in, &p, "1.base.0", 1, trim.Limits{})
	var texts []string
	for _, w := range ways {
		texts = append(texts, w.Text)
	}
	want := []string{"Cut 1 base from an offcut of this batch, 8 1/2 × 6 in", "Cut 1 base from an offcut of this batch, 12 × 6 in", "Cut 1 base from a sheet on hand, 8 1/2 × 11 in"}
	if !slices.Equal(texts, want) {
		t.Fatalf("%q", texts)
	}
	// 8 1/2 by 6: the base is cut to 8, then to 5, or the other way round.
	sets := ways[0].Steps[0].Figure.Text + ", " + ways[0].Steps[1].Figure.Text
	if len(ways[0].Steps) != 2 || sets != "8 in, 5 in" && sets != "5 in, 8 in" {
		t.Errorf("%q", sets)
	}
	spoiled.Ways = ways
	s = Fold([]Docket{p}, append(events, spoiled, Event{Kind: Recut, Way: 0}))
	if got := ids(s)[:4]; !slices.Equal(got, []string{"again3.cut.1.base.0.1", "again3.cut.1.base.0.2", "again2.rest.score", "rest.layer"}) || s.Parts[0].Left != 0 || len(s.Ways) != 0 {
		t.Errorf("%v, %+v", got, s.Parts[0])
	}
	// Without offcut or sheet one is bought.
	p.Offcuts, p.Spare = nil, nil
	if ways := WaysFor(in, &p, "1.base.0", 2, trim.Limits{}); len(ways) != 1 || ways[0].Text != "Cut 2 bases from a new sheet, 11 × 17 in" {
		t.Errorf("%+v", ways)
	}
}

// Another plan goes on where the first stops: what is done stays, what is left is new.
func TestAnotherPlanGoesOn(t *testing.T) {
	next := lantern()
	next.Steps[3].Text = "a larger blank"
	events := append(done("first.cut", "first.score"), Event{Kind: Measured, What: "thickness", Value: "3/16", Offer: &Adjustment{Text: "thicker"}})
	s := Fold([]Docket{lantern()}, events)
	if s.Offer == nil || s.At != 2 || s.TooLate(0) {
		t.Fatalf("%+v", s)
	}
	s = Fold([]Docket{lantern(), next}, append(events, Event{Kind: Changed, Take: true, Plan: 1}))
	if s.Offer != nil || s.Plan != 1 || s.At != 2 || s.Steps[3].Text != "a larger blank" || !s.Measures[0].Taken {
		t.Errorf("%+v", s)
	}
	// What was spoiled before stays spoiled, what was cut anew stays cut.
	spoiled := append(events[:2:2], Event{Kind: Spoiled, Step: "first.layer", Part: "1.base.0", Ways: []Way{{Part: "1.base.0", Count: 1}}}, Event{Kind: Recut}, events[2], Event{Kind: Changed, Take: true, Plan: 1})
	if s = Fold([]Docket{lantern(), next}, spoiled); s.Parts[0].Spoiled != 1 || s.Parts[0].Count != 5 || s.Parts[0].Left != 1 || s.Parts[1].Spoiled != 0 {
		t.Errorf("%+v", s.Parts)
	}
	if s = Fold([]Docket{lantern()}, append(events, Event{Kind: Changed})); s.Offer != nil || s.Plan != 0 || s.Measures[0].Taken {
		t.Errorf("%+v", s)
	}
	if s = Fold([]Docket{lantern()}, done("first.cut", "first.score", "first.layer", "first.blank")); !s.TooLate(0) {
		t.Error("the blank is cut, and it is not too late")
	}
}

// Whatever is told in whatever order: nothing panics, every step is there once, a
// step is never undone by another event, and the same events end the same.
func TestAnyEventsFold(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 1))
	p := lantern()
	for range 3000 {
		var events []Event
		for range r.IntN(30) {
			e := Event{Kind: Kinds()[r.IntN(len(Kinds()))], Step: p.Steps[r.IntN(len(p.Steps))].ID, Part: []string{"1.base.0", "1.card.0", "1.sealed.0", "", "x"}[r.IntN(5)],
				Count: r.IntN(9) - 4, Way: r.IntN(3), Plan: r.IntN(4), Take: r.IntN(2) == 0}
			if r.IntN(4) == 0 {
				e.Ways = []Way{{Part: "1.base.0", Count: 1, Steps: []document.Step{{ID: "cut", Phase: "rest"}}}}
			}
			events = append(events, e)
		}
		s := Fold([]Docket{p, p}, events)
		seen := map[string]bool{}
		for _, x := range s.Steps {
			if seen[x.ID] || x.Pieces < 0 {
				t.Fatalf("%s twice, or of %d, after %+v", x.ID, x.Pieces, events)
			}
			seen[x.ID] = true
		}
		for id, n := range s.Counts {
			if at := s.index(id); n < 0 || at >= 0 && n > s.Steps[at].Pieces {
				t.Fatalf("%d of %s", n, id)
			}
		}
		for _, x := range s.Steps[:s.At] {
			if !s.Is(x.ID) {
				t.Fatalf("%s is passed and not done", x.ID)
			}
		}
		if again := Fold([]Docket{p, p}, events); !reflect.DeepEqual(s, again) {
			t.Fatal("the same events end otherwise")
		}
	}
}

func FuzzFold(f *testing.F) {
	f.Add([]byte(`[{"kind":"done","step":"first.cut"},{"kind":"spoiled","part":"1.card.0","step":"rest.layer","count":1}]`))
	f.Fuzz(func(_ *testing.T, text []byte) {
		var events []Event
		if json.Unmarshal(text, &events) == nil {
			Fold([]Docket{lantern()}, events)
		}
	})
}

// A measure comes too late for a job once its blank is cut or its card lies in its envelope, and for that job alone.
func TestWhatIsTooLateByHand(t *testing.T) {
	steps := []document.Step{
		{ID: "first.gather", Kind: "gather"}, {ID: "cut.blank", Kind: "cut", Handled: []document.Handled{{Key: "1.base.0"}, {Key: "1.blank.0"}}},
		{ID: "score.blank", Kind: "score", Handled: []document.Handled{{Key: "2.blank.0"}}}, {ID: "insert", Kind: "insert", Handled: []document.Handled{{Key: "2.envelope.0"}}},
	}
	for _, c := range []struct {
		done        []string
		first, next bool
	}{
		{nil, false, false}, {[]string{"first.gather", "gone"}, false, false}, {[]string{"gone", "cut.blank"}, true, false},
		{[]string{"score.blank"}, false, false}, {[]string{"first.gather", "insert"}, false, true}, {[]string{"cut.blank", "insert"}, true, true},
	} {
		s := State{Steps: steps, Done: c.done}
		if a, b := s.TooLate(0), s.TooLate(1); a != c.first || b != c.next {
			t.Errorf("%v done: too late for the first %v, for the second %v", c.done, a, b)
		}
	}
}
