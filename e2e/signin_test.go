package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/api"
)

// asks has the server ask for a passcode from now on.
func (s *screen) asks(passcode string) {
	set := s.settings()
	set.Passcode = passcode
	s.app.Close()
	s.app = api.New(s.kept, s.pages, set)
	s.line.put(s.app)
}

// signsIn types a passcode where it is asked for.
func (s *screen) signsIn(passcode string) {
	s.Helper()
	s.until("the passcode has the focus", func() (string, bool) {
		// The page may be on its way there.
		at, err := s.page.Eval(`() => document.activeElement?.id ?? ''`)
		if err != nil {
			return err.Error(), false
		}
		return at.Value.Str(), at.Value.Str() == "passcode"
	})
	for _, key := range passcode {
		s.page.Keyboard.MustType(input.Key(key))
	}
	s.press(input.Enter)
}

// says waits for a page that says so.
func (s *screen) says(what string) {
	s.Helper()
	s.until("it says "+what, func() (string, bool) {
		there, _, err := s.page.HasR("[role=alert]", what)
		return fmt.Sprint(there, err), there && err == nil
	})
}

// Where a passcode is asked for, it is typed once; what was being typed when it is
// asked for anew is there afterwards.
func TestAPasscodeLetsOneIn(t *testing.T) {
	s := open(t)
	// A page whose visit ends while it fetches its next screens is refused them; it asks again when it needs one.
	s.mayFail("status of 401", "is not a supported stylesheet MIME type")
	demo(t, s)
	s.asks("lantern week")
	s.goes("/shelf")
	s.signsIn("kite card")
	s.says("^That is not the passcode[.]$")
	s.signsIn("lantern week")
	s.page.MustElementR("h1", "^Shelf$")
	s.goes("/")
	s.lists(demoJobs)
	s.page.MustElementR(id("job"), "Kite card").MustElement("a").MustClick()
	s.reads("tape-base", "5 1/2 × 11 in")

	// Another passcode ends the visit in the middle of an edit.
	s.asks("harbour map")
	s.page.MustElement(id("quantity")).MustSelectAllText()
	s.types("31")
	s.signsIn("harbour map")
	s.until("the edit is there", func() (string, bool) {
		v := s.find(id("quantity")).MustProperty("value").Str()
		return v, v == "31"
	})
	s.reads("saved", "Saved")
	if rows, err := s.keptJobs("Kite"); err != nil || len(rows) != 1 || !strings.Contains(rows[0].Document, `"quantity":31`) {
		t.Errorf("%v %v", rows, err)
	}

	s.goes("/settings")
	s.page.MustElement(id("sign-out")).MustFocus()
	s.press(input.Enter)
	s.signsIn("kite card")
	s.says("^That is not the passcode[.]$")
	s.goes("/")
	s.page.MustElementR("label", "Passcode")
}
