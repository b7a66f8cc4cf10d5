package e2e

import (
	"context"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/store"
)

// invitation opens the demonstration's first job at a station: 5 x 7 in, two layers with borders of 1/8 in.
func invitation(t *testing.T, station input.Key) *screen {
	t.Helper()
	s := open(t)
	demo(t, s)
	s.page.MustElementR(id("job"), "Lantern week").MustElement("a").MustClick()
	s.reads("tape-base", "10 × 7 in")
	s.leave()
	s.press(station)
	return s
}

func TestLayersAreSteppedSkippedAndWeighted(t *testing.T) {
	s := invitation(t, input.Digit3)
	s.reads("answer-layer1", "4 1/2 × 6 1/2 in")
	// One mark of the ruler more on the top layer's border: 4 3/4 - 2 x 3/16 = 4 3/8.
	s.page.MustElement(id("layers[1].border") + " input").MustFocus()
	s.press(input.ArrowUp)
	s.reads("answer-layer1", "4 3/8 × 6 3/8 in")
	// Skipping a step adds another 1/8 in to the border: 4 3/4 - 2 x 5/16 = 4 1/8.
	s.page.MustElement(`[aria-label="Skip a step under Lantern panel"]`).MustClick()
	s.reads("answer-layer1", "4 1/8 × 6 1/8 in")
	if got := s.value("layers[1].border"); got != "5/16 in" {
		t.Errorf("the border reads %q", got)
	}
	// 1 in below in place of 5/16: 6 3/4 - 5/16 - 1 = 5 7/16.
	s.fill("layers[1].bottom", "1")
	s.reads("answer-layer1", "4 1/8 × 5 7/16 in")
	s.reads("answer-layer1", "border 5/16 in, 1 in below")
	s.fill("inside", "1/8")
	s.reads("answer-inside", "4 3/4 × 6 3/4 in")
	// It is of the base's paper, and there is none to spare of that.
	s.reads("consequence", "The sheets on hand do not suffice: 26 sheets of Letter Dune cover more")
	s.fill("inside", "")
	s.fill("stamp.width", "4")
	s.fill("stamp.height", "5 1/2")
	s.reads("stamping", "4 1/8 × 5 7/16 in is left to stamp on; 4 × 5 1/2 in is needed")
	s.reads("consequence", "is left to stamp on")
	s.fill("stamp.height", "5 1/4")
	s.reads("stamping", "✓")
	s.fill("inside", "1/8")
	s.click("add-layer")
	// With a third layer and the panel inside the card is 1.8 mm thick, past a sixteenth, and sized by it: 4 7/8 x 6 7/8.
	// The third takes the border of the one below: 4 - 5/8 = 3 3/8, and 5 5/16 - 5/8.
	s.reads("answer-layer2", "3 3/8 × 4 11/16 in")
	s.fill("layers[2].border", "2")
	s.reads("layers[2].border", "Layer 3 vanishes")
	s.page.MustElement(`[aria-label="Take Layer 3 away"]`).MustClick()
	s.reads("tape-layers", "2 on top")
	s.click("pick-ladder")
	// Samples step down by 1/4 in from 5 x 7.
	s.until("the ladder is listed", func() (string, bool) {
		text := s.page.MustElement(".ladder").MustText()
		return text, strings.Contains(text, "4 3/4 in × 6 3/4 in") && strings.Contains(text, "1 1/2 in × 3 1/2 in")
	})
	wait := s.page.Browser().MustWaitDownload()
	s.click("export-ladder")
	s.click("export-ladder-svg")
	if file := string(wait()); strings.Count(file, "<path") != 14 {
		t.Errorf("the ladder has %d samples", strings.Count(file, "<path"))
	}
	s.click("turn")
	s.reads("tape-base", "14 × 5 in")
}

func TestFoldsAskForWhatTheyLeaveOpen(t *testing.T) {
	s := invitation(t, input.Digit2)
	s.click("pick-gate")
	s.reads("answer-score0", "2 1/2 in")
	s.reads("answer-score1", "7 1/2 in")
	s.fill("card.door", "5 1/2")
	s.reads("card.door", "a door as wide as the card leaves none for the other")
	s.fill("card.door", "1 3/4")
	s.reads("answer-score0", "1 3/4 in")
	s.reads("answer-score1", "6 3/4 in")
	s.click("pick-accordion")
	s.fill("card.panels", "3")
	s.reads("tape-base", "15 × 7 in")
	s.reads("answer-score1", "turn over")
	s.fill("card.panels", "99")
	s.reads("card.panels", "99 is not between 2 and 16 panels")
	s.fill("card.panels", "2")
	s.click("pick-top")
	s.reads("tape-base", "5 × 14 in")
	s.click("pick-custom")
	s.fill("card.panel_widths", "7, 3")
	s.reads("tape-base", "5 × 10 in")
	s.fill("card.panel_widths", "7, kelp")
	s.reads("card.panel_widths", `"kelp" is not a length`)
	s.click("pick-book")
	s.reads("tape-base", "10 × 7 in")
	s.fill("card.stock", "110 lb")
	s.reads("card.stock", "110 lb may be index (199 g/m²) or cover (297 g/m²)")
	s.fill("card.stock", "110 lb index")
	s.reads("card.stock", "199 g/m² (110 lb index)")
}

// Ten kinds of piece get a good plan at once; a better one is looked for while the
// page rests, can be stopped, and stays.
func TestABetterPlanIsLookedForWhileThePageRests(t *testing.T) {
	s := open(t)
	if _, err := s.kept.Jobs.Create(context.Background(), store.Draft{Title: "Harbour map sampler", Quantity: 50, Document: `{"format":"yellow-parcel-job","version":1,"title":"Harbour map sampler","quantity":50,
		"envelope":"us-a7","inside":"3/8","layers":["3/16","1/4","1/8","5/16","1/16","1/8","3/16","1/8"],"sheet":"us-12x18"}`}); err != nil {
		t.Fatal(err)
	}
	// The line is held, so that the search can be seen and stopped.
	s.line.be(on("/api/v1/cuts", 3*time.Second, arrives))
	s.page.MustReload()
	s.page.MustElementR(id("job"), "Harbour map").MustElement("a").MustClick()
	s.reads("tape-base", "in")
	s.leave()
	s.press(input.Digit2)
	s.click("pick-batch")
	var first int
	fmt.Sscan(s.page.MustElement(id("cuts-sum")).MustText(), &first)
	s.reads("bound", "Looking for a plan with fewer sheets.")
	s.page.MustElementR("button", "Stop looking").MustClick()
	s.reads("bound", "Look longer")
	s.line.be(nil)
	s.page.MustElementR("button", "Look longer").MustClick()
	s.until("the plan is better, and that it was looked for is said", func() (string, bool) {
		var now int
		fmt.Sscan(s.page.MustElement(id("cuts-sum")).MustText(), &now)
		text := s.page.MustElement(id("bound")).MustText()
		return fmt.Sprint(first, now, text), now > 0 && now < first && (strings.Contains(text, "No plan uses fewer sheets.") || strings.Contains(text, "The cuts were looked for at length"))
	})
	// It stays: the page that comes back has it at once, and looks no longer.
	s.page.MustReload()
	s.click("pick-batch")
	s.until("the better plan is still there", func() (string, bool) {
		var now int
		fmt.Sscan(s.page.MustElement(id("cuts-sum")).MustText(), &now)
		return fmt.Sprint(now), now > 0 && now < first
	})
}

func TestATrimmerTooSmallIsSaid(t *testing.T) {
	s := invitation(t, input.Digit2)
	s.click("pick-batch")
	// 84 sheets at 0.28, 28 at 0.62 and 28 at 0.66: 23.52 + 17.36 + 18.48 = 59.36 USD, over 80 cards 0.74.
	s.reads("answer-cuts.cost", "59.36 USD, 0.74 USD a card")
	s.page.MustElementR("button", "Trimmer, grain").MustClick()
	s.fill("trimmer.longest", "12")
	s.reads("cuts-sum", "140 sheets")
	s.fill("trimmer.longest", "8")
	s.until("the cut out of reach is named", func() (string, bool) {
		el, err := s.page.Element(".problem")
		if err != nil {
			return "nothing", false
		}
		text := el.MustText()
		return text, strings.Contains(text, "No cut within the trimmer's reach") && strings.Contains(text, "the trimmer cuts 8 in at most")
	})
	s.reads("tape-base", "no sheet")
	s.click("undo")
	s.reads("cuts-sum", "140 sheets")
}
