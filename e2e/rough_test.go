package e2e

import (
	"fmt"
	"math/rand/v2"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
)

// rough is a line as bad as lines get: slow, now and then dead one way or the other, or answered for by something else.
func rough(rng *rand.Rand) func(*http.Request) (time.Duration, fate) {
	return func(*http.Request) (time.Duration, fate) {
		wait := time.Duration(rng.IntN(600)) * time.Millisecond
		switch n := rng.IntN(40); n {
		case 0, 1:
			return wait, dropped
		case 2:
			return wait, unheard
		case 3:
			return wait, twice
		case 4, 5:
			return wait, badlyMet
		}
		return wait, arrives
	}
}

// Two hundred edits at random over a rough line, the server killed twice: what it
// holds in the end, and every figure that is shown as good, are those of what was typed.
func TestTwoHundredEditsOverARoughLine(t *testing.T) {
	s := invitation(t, input.Digit1)
	rng := rand.New(rand.NewPCG(11, 12))
	s.line.be(rough(rand.New(rand.NewPCG(13, 14))))
	thickness := ""
	quantity, title := "80", "Lantern week invitation"
	for i := range 200 {
		switch i {
		case 60, 130:
			s.kill()
		case 75, 145:
			s.start()
		}
		switch rng.IntN(6) {
		case 0, 1, 2:
			thickness = []string{"1/8", "3/16", "1/16", "0.1", "2 mm", "1/8 o", "1/4"}[rng.IntN(7)]
			s.fill("card.thickness", thickness)
		case 3:
			quantity = fmt.Sprint(1 + rng.IntN(300))
			s.page.MustElement(id("quantity")).MustSelectAllText()
			s.types(quantity)
		case 4:
			title += string("abc "[rng.IntN(3)])
			s.page.MustElement(id("title")).MustFocus()
			s.press(input.End)
			s.types(title[len(title)-1:])
		case 5:
			// There and back: every other station shows the same job.
			s.leave()
			s.press(input.Digit5)
			s.find(id("blank.seam"))
			s.press(input.Digit1)
			s.find(id("card.thickness"))
		}
	}
	thickness = "3/16"
	s.fill("card.thickness", thickness)
	s.line.be(nil)
	s.reads("saved", "Saved")
	rows, err := s.keptJobs("")
	if err != nil {
		t.Fatal(err)
	}
	var kept job.Job
	for _, row := range rows {
		if strings.HasPrefix(row.Title, "Lantern week") {
			if kept, err = job.Read([]byte(row.Document)); err != nil {
				t.Fatal(err)
			}
		}
	}
	if string(kept.Card.Thickness) != thickness || fmt.Sprint(kept.Quantity) != quantity || kept.Title != title {
		t.Errorf("the server holds %q, %d, %q; typed was %q, %s, %q", kept.Card.Thickness, kept.Quantity, kept.Title, thickness, quantity, title)
	}
	all, err := pipeline.WorkOut(kept, catalog.Standard(), pipeline.Order{Whole: true})
	if err != nil {
		t.Fatal(err)
	}
	want := all.Plan
	for _, station := range want.Stations {
		s.reads("tape-"+station.Key, station.Figure+" "+station.Word)
	}
	s.reads("consequence", want.Consequence.Text)
	if len(rows) != len(strings.Split(demoJobs, "; ")) {
		t.Errorf("%d jobs are kept", len(rows))
	}
}
