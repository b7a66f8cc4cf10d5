package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
)

// From the first screen to an answer that can be cut: two measures of a card, one name of an envelope, one sheet.
func TestAnAnswerIsAFewInputsAway(t *testing.T) {
	s := open(t)
	begin := func() {
		s.page.MustNavigate(s.url)
		s.click("new-job")
	}
	begin()
	s.click("door-card")
	s.fill("card.width", "4 1/4") // one
	s.fill("card.height", "5 1/2")
	s.reads("tape-base", "made")
	s.reads("consequence", "Made: 4 1/4 × 5 1/2 in; goes as a letter in the bought A2 envelope for 0.78 USD.")
	s.leave()
	s.press(input.Digit5)
	// Where one is to be made: 3/16 more along than 1/4, 5 1/2 + 7/16 = 5 15/16; 10 7/16 / sqrt 2 + 1/2 = 7.880.
	s.reads("answer-cavity", "4 1/2 × 5 15/16 in")
	s.reads("answer-blank", "7 15/16 in")
	s.reads("room", "3/16 in more along than the usual 1/4 in of ease")
	s.reads("chosen", "A2 fits well: 1/8 in wider and 1/4 in higher than the card.")
	s.click("answer-cavity")
	s.until("the working says why", func() (string, bool) {
		text := strings.Join(strings.Fields(s.find(".working").MustText()), " ")
		return text, whole(text, "3/16 in more along than the usual 1/4 in of ease: at 4 1/2 × 5 3/4 in inside it costs extra as a letter, 1.27 USD.")
	})
	s.reads("saved", "Saved")

	begin()
	s.click("door-format")
	s.page.MustElement(id("format") + " input").MustFocus()
	s.types("A7") // one
	s.press(input.Enter)
	s.reads("tape-base", "10 × 7 in 1 a sheet")
	s.reads("consequence", "Cut 10 × 7 in, score at 5 in; goes as a letter in the A7 envelope for 0.78 USD.")
	s.reads("saved", "Saved")

	begin()
	s.click("door-sheet")
	s.choose("sheet", "^Letter") // one
	s.reads("tape-base", "11 × 8 1/2 in 1 a sheet")
	s.reads("consequence", "Cut 11 × 8 1/2 in, score at 5 1/2 in; goes as a letter")
}

// At the first run one question, which can be passed over, sets what new jobs begin with.
func TestWhereOnePostsFrom(t *testing.T) {
	s := open(t)
	s.reads("home-question", "Germany millimetres, A4 sheets, EUR")
	s.click("home-ca")
	s.until("it is asked once", func() (string, bool) {
		return "asked", !s.page.MustHas(id("home-question"))
	})
	s.page.MustReload()
	s.click("new-job")
	s.click("door-card")
	s.fill("card.width", "105")
	s.fill("card.height", "148")
	s.reads("tape-base", "210 × 148 mm")
	s.click("still-to-make")
	s.reads("tape-base", "210 × 148 mm 1 a sheet") // of letter, 215.9 x 279.4
	s.reads("tape-post", "CAD")
	// Left before it is kept, it would come back from the browser's journal as the next new job.
	s.until("the job is kept", func() (string, bool) {
		rows, err := s.keptJobs("148")
		return fmt.Sprint(len(rows), err), len(rows) == 1 && !strings.Contains(rows[0].Document, `"made":true`)
	})
	s.reads("saved", "Saved") // else the browser asks before it leaves
	s.goes("/settings")
	if v := s.page.MustElement(id("settings-home")).MustProperty("value").Str(); v != "ca" {
		t.Errorf("settings say %q", v)
	}
	s.page.MustElement(id("settings-home")).MustSelect("Germany")
	s.reads("settings-state", "Kept")
	s.page.MustNavigate(s.url)
	s.click("new-job")
	s.click("door-format")
	s.page.MustElement(id("format") + " input").MustFocus()
	s.types("C6")
	s.press(input.Enter)
	s.reads("tape-base", "210 × 148 mm 2 a sheet") // the A6 card, twice out of A4
	s.reads("tape-post", "0.95 EUR")
	s.leave()
	s.press(input.Digit2)
	s.reads("worth", "108 × 156 mm")
	s.page.MustElementR(id("worth")+" button", "108").MustClick()
	s.reads("tape-base", "216 × 156 mm 1 a sheet")
}
