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
	s.reads("answer-thickest", "0.047 in")
	s.gone.Store(true)
	s.fill("card.thickness", "1/8")
	s.notice("The server does not answer. What you typed is kept here")
	s.reads("saved", "Not saved: no server, trying again")
	if got := s.value("card.thickness"); got != "1/8" {
		t.Errorf("what was typed became %q", got)
	}
	s.page.MustElement(id("read-caliper")).MustClick()
	s.notice("The instrument does not answer.")
	s.gone.Store(false)
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
	s.page.MustNavigate(s.url + "/carriers/jp")
	s.click("edit-carrier")
	jp, _ := catalog.CarrierText("jp")
	mine := strings.Replace(jp, `price: "110"`, `price: "120"`, 1)
	s.page.MustElement(id("rules-text")).MustSelectAllText().MustInput(mine)
	s.gone.Store(true)
	s.click("keep-carrier")
	s.reads("carriers-said", "Not kept: the server does not answer. What you typed stays here.")
	if got := s.page.MustElement(id("rules-text")).MustProperty("value").Str(); got != mine {
		t.Errorf("what was typed is gone: %.80s", got)
	}
	s.gone.Store(false)
	s.click("keep-carrier")
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
	s.page.MustNavigate(s.url + "/shelf")
	s.click("add-stamp")
	s.fill("stamp.price", "0.33")
	s.gone.Store(true)
	s.click("keep-stamp")
	s.notice("Not kept: the server does not answer. What you typed stays here.")
	if got := s.value("stamp.price"); got != "0.33" {
		t.Errorf("what was typed became %q", got)
	}
	s.gone.Store(false)
	s.click("keep-stamp")
	s.until("it is on the list", func() (string, bool) {
		text := s.page.MustElement(id("stamps-shelf")).MustText()
		return text, strings.Contains(text, "0.33")
	})
}

// On paper there are the drawing and the list, and nothing to click.
func TestAPageIsPrinted(t *testing.T) {
	s := invitation(t, input.Digit6)
	s.click("pick-gauge")
	s.reads("answer-gauge.top", "1 7/8 in")
	if err := (proto.EmulationSetEmulatedMedia{Media: "print"}).Call(s.page); err != nil {
		t.Fatal(err)
	}
	for selector, shown := range map[string]bool{
		".bar": false, id("consequence"): false, ".say": false, id("export-gauge"): false, ".drawing svg": true, id("answer-gauge.bottom"): true,
	} {
		if got := s.page.MustElement(selector).MustVisible(); got != shown {
			t.Errorf("%s is shown on paper: %v", selector, got)
		}
	}
	s.page.MustPDF()
}
