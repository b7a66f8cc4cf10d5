package e2e

import (
	"context"
	"testing"
)

// A maker in Germany types the trimmer and the jig without a unit, and looks at them in inches afterwards: they stay
// as long as they were, on the screen as in the plans.
func TestToolsStayAsLongAsTheyWereTyped(t *testing.T) {
	s := open(t)
	s.goes("/settings")
	s.page.MustElement(id("settings-home")).MustSelect("Germany")
	s.reads("settings-state", "Kept")
	s.fill("trimmer.longest", "310")
	s.fill("board.jig", "2")
	// The unit is switched while what was typed is still on its way.
	s.page.MustElement(id("settings-unit")).MustSelect("inches")
	s.holds("trimmer.longest", "310 mm")
	s.holds("board.jig", "2 mm")
	s.reads("settings-state", "Kept")
	s.fill("mat", "1/2")
	s.reads("settings-state", "Kept")
	s.page.MustElement(id("settings-home")).MustSelect("not said")
	s.holds("mat", "1/2 in")
	s.page.MustReload()
	s.holds("trimmer.longest", "310 mm")
	s.holds("mat", "1/2 in")
}

// Tools of a time when units were not written: what jobs were planned with otherwise is said until it was seen.
func TestToolsThatWereReadTwoWays(t *testing.T) {
	s := open(t)
	if _, err := s.kept.Settings.Save(context.Background(), 0, `{"home":"de","trimmer":{"longest":"310"},"board":{"jig":"2"}}`); err != nil {
		t.Fatal(err)
	}
	s.page.MustReload()
	s.notice("Some measures of your tools are planned with another unit from now on: Settings says which.")
	s.goes("/settings")
	s.reads("differs", "What the corner jig reads: 2 mm; jobs were planned with 2 in.")
	s.holds("board.jig", "2 mm")
	s.click("differs-seen")
	s.until("it is seen", func() (string, bool) { return "the note", !s.page.MustHas(id("differs")) })
	s.page.MustReload()
	s.holds("board.jig", "2 mm") // what differs would come in the same answer
	if s.page.MustHas(id("differs")) {
		t.Error("it is said again")
	}
}
