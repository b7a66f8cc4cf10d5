package e2e

import (
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"yellow-parcel/core/catalog"
)

// notice waits for a sentence somewhere on the screen.
func (s *screen) notice(want string) {
	s.Helper()
	s.until("the screen says "+want, func() (string, bool) {
		text := s.page.MustElement("body").MustText()
		return "", strings.Contains(text, want)
	})
}

// What is typed while the server is away stays, is said not to be saved, and is worked out and kept when it is back.
func TestAJobWhileTheServerIsAway(t *testing.T) {
	s := invitation(t, input.Digit4)
	s.instruments()
	s.press(input.Digit4)
	s.reads("answer-thickest", "0.047 in")
	s.line.cut(true)
	s.fill("card.thickness", "1/8")
	s.notice("The server does not answer. What you typed is kept here")
	s.reads("saved", "Not saved: no server, trying again")
	if got := s.value("card.thickness"); got != "1/8" {
		t.Errorf("what was typed became %q", got)
	}
	s.page.MustElement(id("read-caliper")).MustClick()
	s.notice("The instrument does not answer.")
	s.line.cut(false)
	// 5 1/4 - 1/8 - 1/4: 4 7/8.
	s.reads("tape-base", "9 3/4 × 6 7/8 in")
	s.reads("answer-thickest", "1/8 in")
	s.reads("saved", "Saved")
	s.page.MustReload()
	s.until("it was kept", func() (string, bool) { v := s.value("card.thickness"); return v, v == "1/8" })
}

// Rules typed while the server is away are not lost either.
func TestCarriersWhileTheServerIsAway(t *testing.T) {
	s := open(t)
	s.goes("/carriers/jp")
	s.click("edit-carrier")
	jp, _ := catalog.CarrierText("jp")
	mine := strings.Replace(jp, `price: "110"`, `price: "120"`, 1)
	s.paste("rules-text", mine)
	s.line.cut(true)
	s.click("keep-carrier")
	s.reads("form-unsaved", "Not kept yet: the server does not answer. What you typed stays here, and is tried again.")
	if got := s.page.MustElement(id("rules-text")).MustProperty("value").Str(); got != mine {
		t.Errorf("what was typed is gone: %.80s", got)
	}
	s.line.cut(false)
	s.reads("carriers-said", "Japan: your copy is kept")
	s.reads("class-standard", "120 JPY")
	s.reads("entry-jp", "your copy")
	// The file taken along is the one that was typed.
	wait := s.page.Browser().MustWaitDownload()
	s.click("take-carrier")
	if file := string(wait()); file != mine {
		t.Errorf("the file begins %.80s", file)
	}
}

// Stamps and materials, while the server is away.
func TestTheShelfWhileTheServerIsAway(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.goes("/shelf")
	s.click("add-stamp")
	s.fill("stamp.price", "0.33")
	s.line.cut(true)
	s.click("keep-stamp")
	s.notice("Not kept: the server does not answer. What you typed stays here.")
	if got := s.value("stamp.price"); got != "0.33" {
		t.Errorf("what was typed became %q", got)
	}
	s.line.cut(false)
	s.click("keep-stamp")
	s.until("it is on the list", func() (string, bool) {
		text := s.page.MustElement(id("stamps-shelf")).MustText()
		return text, strings.Contains(text, "0.33")
	})
}

// On paper there is a work sheet of the whole job, whatever the screen shows and in whatever theme.
func TestAWorkSheetIsPrinted(t *testing.T) {
	s := invitation(t, input.Digit6)
	s.page.MustElement(`[aria-label="Light or dark"]`).MustClick()
	if err := (proto.EmulationSetEmulatedMedia{Media: "print"}).Call(s.page); err != nil {
		t.Fatal(err)
	}
	s.page.MustEval(`() => window.dispatchEvent(new Event('beforeprint'))`)
	s.until("the sheet is laid out", func() (string, bool) {
		text := strings.Join(strings.Fields(s.page.MustElement(".paper").MustText()), " ")
		for _, want := range []string{
			"Lantern week invitation Make 80, by a ruler in 1/16 in.", "Cut 10 in × 7 in", "Score from the left edge; fold away from the groove 5 in",
			"Dusk blue mat border 1/8 in 4 3/4 in × 6 3/4 in", "A Letter Dune cover, 84 times", "guard down, fingers behind the guide", "Cut a square from 12 × 12 9 3/8 in",
			"Hot glue burns", "United States: Letter, goes 0.78 USD", "ask your carrier",
		} {
			if !strings.Contains(text, want) {
				return want + " is not in: " + text, false
			}
		}
		return text, true
	})
	for selector, shown := range map[string]bool{".bar": false, id("consequence"): false, "#main": false, ".paper svg": true} {
		if got := s.page.MustElement(selector).MustVisible(); got != shown {
			t.Errorf("%s is shown on paper: %v", selector, got)
		}
	}
	if ground := s.page.MustEval(`() => getComputedStyle(document.querySelector('.v-application')).backgroundColor`).Str(); ground != "rgb(255, 255, 255)" {
		t.Errorf("the paper is %s", ground)
	}
	if boxes := len(s.page.MustElements(".paper .box")); boxes < 15 {
		t.Errorf("%d boxes to tick", boxes)
	}
	s.page.MustPDF()
}
