package e2e

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"yellow-parcel/store"

	"github.com/go-rod/rod/lib/input"
)

// titles are the jobs listed, in order.
func titles(s *screen) string {
	var out []string
	for _, el := range s.page.MustElements(id("job") + " h2") {
		out = append(out, el.MustText())
	}
	return strings.Join(out, "; ")
}

func (s *screen) lists(want string) {
	s.Helper()
	s.until("the jobs are "+want, func() (string, bool) {
		got := titles(s)
		return got, got == want
	})
}

const demoJobs = "Lantern week invitation; Tide-table note, raised lighthouse; Kite card for the breakwater fair; Ferry ticket keepsake; Raised harbour map; Chart on board, for framing"

func TestJobsAreFoundCopiedAndPutAside(t *testing.T) {
	s := open(t, moving)
	s.page.MustElementR("h2", "No jobs yet")
	s.click("add-demo")
	s.lists(demoJobs)
	s.fill("search", "ferry")
	s.lists("Ferry ticket keepsake")
	s.fill("search", "kelp")
	s.page.MustElementR("h2", "No job has “kelp” in it")
	s.page.MustElementR("button", "Show all jobs").MustClick()
	s.lists(demoJobs)

	s.page.MustElement(`[aria-label="Put Kite card for the breakwater fair aside"]`).MustClick()
	s.lists(strings.Replace(demoJobs, "Kite card for the breakwater fair; ", "", 1))
	s.click("restore")
	s.lists(demoJobs)

	s.page.MustElement(`[aria-label="Copy Ferry ticket keepsake"]`).MustClick()
	s.reads("tape-start", "110 × 220 mm")
	s.until("the copy has a title of its own", func() (string, bool) {
		v := s.find(id("title")).MustProperty("value").Str()
		return v, v == "Ferry ticket keepsake, copy"
	})
	s.click("to-jobs")
	// What is due stays first.
	s.lists(strings.Replace(demoJobs, "Kite", "Ferry ticket keepsake, copy; Kite", 1))
}

// Of many jobs the newest are listed, and the others once they are asked for; what
// is typed finds any of them.
func TestManyJobsAreListedInParts(t *testing.T) {
	s := open(t)
	for i := range 130 {
		title := fmt.Sprintf("Tide-table note %03d", i)
		if i == 2 {
			title = "Ébauche of a harbour map"
		}
		if _, err := s.kept.Jobs.Create(context.Background(), store.Draft{Title: title, Quantity: 1, Document: `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"}}`}); err != nil {
			t.Fatal(err)
		}
	}
	s.page.MustReload()
	lists := func(n int, last string) {
		t.Helper()
		s.until(fmt.Sprintf("%d jobs are listed", n), func() (string, bool) {
			got := strings.Split(titles(s), "; ")
			return fmt.Sprint(len(got), got[len(got)-1]), len(got) == n && got[n-1] == last
		})
	}
	lists(60, "Tide-table note 070")
	s.until("they are worked out", func() (string, bool) {
		text := s.find(id("job")).MustText()
		return text, strings.Contains(text, "5 × 7 in")
	})
	s.click("more-jobs")
	lists(120, "Tide-table note 010")
	s.page.MustElement(id("more-jobs")).MustFocus()
	s.page.Keyboard.MustType(input.Enter)
	lists(130, "Tide-table note 000")
	if s.page.MustHas(id("more-jobs")) {
		t.Error("there are more than all")
	}
	s.page.MustElement(id("search") + " input").MustFocus()
	for _, key := range "ebau" {
		s.page.Keyboard.MustType(input.Key(key))
	}
	s.lists("Ébauche of a harbour map")
}

// Nothing on the screen is asked for outside the server itself, whatever is opened.
func TestNothingIsLoadedFromOutside(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.lists(demoJobs)
	origin := s.page.MustEval(`() => location.origin`).Str()
	for _, path := range []string{"/", "/shelf"} {
		s.page.MustNavigate(origin + path).MustWaitStable()
		outside := s.page.MustEval(`() => performance.getEntriesByType('resource').map(r => r.name).filter(n => !n.startsWith(location.origin)).join(' ')`).Str()
		if outside != "" {
			t.Errorf("%s asks for %s", path, outside)
		}
	}
	if family := s.page.MustEval(`() => document.fonts.check('16px Asap') && getComputedStyle(document.body).fontFamily`).Str(); !strings.HasPrefix(family, "Asap") {
		t.Errorf("the page is set in %s", family)
	}
}

func TestADifferentEnvelopeIsChosenAndProved(t *testing.T) {
	s := invitation(t, input.Digit5)
	// The computed corner fold for 5 x 7: (5 1/4 + 7 1/4)/sqrt 2 + 1/2 = 9.34, up to 9 3/8.
	s.reads("answer-blank", "9 3/8 in")
	s.click("school-straight-fold-thumb-gap")
	s.reads("tape-envelope", "proved")
	// The mouth is on the long side: 7 1/4 and a flap of 9/16 in on each side; back 5, front 5 1/4, and what 12 in leaves for the top.
	s.reads("tape-envelope", "8 3/8 × 12 in")
	s.click("undo")
	s.reads("tape-envelope", "9 3/8 in square")
	s.click("redo")
	s.reads("tape-envelope", "8 3/8 × 12 in")
	s.click("school-corner-fold-computed")
	s.reads("tape-envelope", "9 3/8 in square")
	s.fill("blank.seam", "1")
	// 12 1/2 / sqrt 2 + 1 = 9.839; at 9 7/8 the scores, moved to ruler marks, would leave less than 1 in, so a mark more.
	s.reads("answer-blank", "9 15/16 in")
	s.fill("blank.seam", "0.1.2")
	s.reads("blank.seam", `"0.1.2" is not a length`)
	s.click("undo")
	s.click("pick-buy")
	s.until("A7 is listed as a fit", func() (string, bool) {
		text := strings.Join(strings.Fields(s.page.MustElement("table.fits").MustText()), " ")
		return text, strings.Contains(text, "A7") && strings.Contains(text, "1/4 in × 1/4 in")
	})
	s.page.Timeout(patience).MustElementR("table.fits button", `A8`).MustClick()
	// A8 is 5 1/2 x 8 1/8: less 1/4 each way.
	s.reads("tape-base", "10 1/2 × 7 7/8 in")
}

func TestThePostFollowsWeightAndAddress(t *testing.T) {
	s := invitation(t, input.Digit6)
	s.reads("verdict", "Letter goes 0.78 USD")
	s.press(input.Digit4)
	s.fill("card.weight", "1.5 oz")
	// 1.5 oz and the envelope's paper are over an ounce: 0.78 + 0.29.
	s.reads("tape-post", "1.07 USD")
	s.fill("card.weight", "heavy")
	s.reads("card.weight", `"heavy" is not a weight`)
	s.fill("card.weight", "1.5")
	s.reads("tape-post", "1.07 USD")
	s.leave()
	s.press(input.Digit6)
	s.click("pick-short")
	// Along the short side the piece is 7 1/4 high, over a letter's 6 1/8: a flat, 1.63 and 0.27 for the second ounce.
	s.reads("tape-post", "1.90 USD flat")
	s.reads("consequence", "Good Cut 10 × 7 in")
	s.reads("saving", "For less: Height 7 1/4 in is 1 1/8 in over a letter's 6 1/8 in")
	s.click("saves-it")
	s.reads("tape-post", "letter")
	// A key inside makes a letter uneven, 0.49 more; an outline that is no rectangle is no letter and no flat.
	s.choose("contents", "^Key")
	s.press(input.Escape)
	s.reads("tape-post", "1.56 USD")
	s.reads("verdict", "A key inside makes it uneven")
	s.click("odd")
	s.reads("tape-post", "Parcel")
	s.reads("verdict", "A letter must be a rectangle")
	s.click("odd")
	s.reads("tape-post", "1.56 USD")
	kept, err := s.keptJobs("Lantern")
	if err != nil || len(kept) != 1 {
		t.Fatal(len(kept), err)
	}
}
