package e2e

import (
	"strings"
	"testing"
)

// Those whose work ships with the application are named where a maker can read it.
func TestNoticesAreReachable(t *testing.T) {
	s := open(t)
	s.click("to-settings")
	s.reads("notices", "their names and licences")
	opened := s.page.MustWaitOpen()
	s.click("notices")
	page := opened()
	defer page.MustClose()
	text := page.MustWaitLoad().MustElement("body").MustText()
	for _, want := range []string{"vue-router", "vuetify", "modernc.org/sqlite", "github.com/go-chi/chi/v5", "Go and its standard library", "asap", "SIL OPEN FONT LICENSE"} {
		if !strings.Contains(text, want) {
			t.Errorf("the notices lack %s", want)
		}
	}
}
