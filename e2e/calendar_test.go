package e2e

import (
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
)

// Eighty flat cards in ten days from a Wednesday: by the table of usual minutes the first one takes 1112 seconds
// at the most and the rest 19,033, so 19 and 318 minutes. An hour an evening is seven sittings; an hour and a half
// on three evenings a week is 90, 90, 90 and 67 minutes, if the rest is begun as soon as the first one is made.
func TestABatchIsMadeInTime(t *testing.T) {
	s := open(t)
	s.mayFail("/settings?revision=")
	s.goes("/")
	job := s.keep("Tide cards", 80, `"unit":"in","card":{"fold":"flat"},"layers":[],"sheet":"us-letter","envelope":"us-a7","post":{"carriers":["us"]}`)
	s.goes("/jobs/" + job + "/bench")
	s.find(id("due")).MustFocus()
	s.types("10032026")
	s.reads("schedule", "in time In 7 sittings, the last on Tue 29 Sep; it goes to the post by Sat 3 Oct.")
	s.reads("due-panel", "Wed 23 Sep 19:00–19:19 the first one Thu 24 Sep 19:00–20:00 the rest")
	s.reads("due-panel", "Up to 5 h 35 min, drying included; 60 minutes from 19:00 every day.")
	s.until("the day is kept", func() (string, bool) { due := s.keptJob("Tide").Due; return due, due == "2026-10-03" })

	// Three evenings a week, of an hour and a half.
	s.goes("/settings")
	for _, day := range []string{"mon", "wed", "fri", "sun"} {
		s.click("sit-" + day)
	}
	s.fill("sittings.minutes", "5")
	s.reads("settings-sittings", "5 is not how long one sits; try 60, between 10 and 720")
	s.fill("sittings.minutes", "90")
	s.reads("settings-state", "Kept")
	s.goes("/")
	s.reads("job-due", "to the post by Sat 3 Oct")
	s.reads("day-2026-09-24", "Thu 24 19:00 Tide cards")
	s.reads("day-2026-10-03", "Post: Tide cards")
	if text := s.find(id("day-2026-09-25")).MustText(); strings.Contains(text, "Tide") {
		t.Errorf("a sitting on a Friday: %q", text)
	}
	s.page.MustElementR("a", `^19:00\s+Tide cards`).MustClick()
	s.reads("schedule", "just in time In 4 sittings, the last on Thu 1 Oct; it goes to the post by Sat 3 Oct. The days are few: the rest is begun as soon as the first one is made.")
	s.reads("due-panel", "Thu 24 Sep 19:00–20:30 the first one, then the rest Sat 26 Sep 19:00–20:30 the rest Tue 29 Sep 19:00–20:30 the rest Thu 1 Oct 19:00–20:07 the rest")

	// In hands by then it has to go five days of post earlier, and is not made: Mon, Tue, Wed, Thu, Fri before the Saturday.
	s.click("pick-in-hands")
	s.reads("schedule", "Too late: done on Thu 1 Oct, and it has to go to the post on Mon 28 Sep.")
	s.reads("due-panel", "United States, letter: 1 to 5 days on its way, as stated 2025-07-01; never promised")
	// Two sittings hold 337 minutes if they are of 170; every day there are five of 90; done on Thu 1 Oct it comes by Thu 8 Oct.
	s.reads("save-longer", "170 minutes a sitting instead of 90.")
	s.reads("save-days", "A sitting every day.")
	s.reads("save-later", "Due on Thu 8 Oct, as it is.")
	s.click("take-longer")
	s.reads("schedule", "just in time In 2 sittings, the last on Sat 26 Sep; it goes to the post by Mon 28 Sep.")
	s.leave()
	s.page.KeyActions().Press(input.ControlLeft).Type('z').MustDo()
	s.reads("schedule", "Too late: done on Thu 1 Oct")
	s.click("pick-posted")
	s.reads("schedule", "just in time In 4 sittings")

	// Due tomorrow: no evening is left before it, but a sitting today would make three of them.
	s.find(id("due")).MustFocus()
	s.types("09242026")
	s.reads("schedule", "Too late: done on Thu 1 Oct, and it has to go to the post on Thu 24 Sep.")
	if s.page.MustHas(id("save-fewer")) {
		t.Error("fewer cards need an evening too")
	}
	s.goes("/settings")
	s.click("sit-wed")
	s.fill("sittings.minutes", "60")
	s.reads("settings-state", "Kept")
	s.goes("/jobs/" + job + "/bench")
	s.reads("save-fewer", "3 cards instead of 80.")
	s.click("take-fewer")
	s.reads("schedule", "just in time In 1 sitting, the last on Wed 23 Sep; it goes to the post by Thu 24 Sep.")
	s.reads("due-panel", "Wed 23 Sep 19:00–19:59 the first one, then the rest")
	s.until("fewer are kept", func() (string, bool) { n := s.keptJob("Tide").Quantity; return "", n == 3 })
	s.leave()
	s.page.KeyActions().Press(input.ControlLeft).Type('z').MustDo()
	s.reads("schedule", "Too late: done on")
	s.goes("/")
	s.reads("job-due", "too late to the post by Thu 24 Sep")
	s.reads("day-2026-09-24", "Too late: Tide cards")
	got := s.page.MustEval(`async () => (await fetch('/api/v1/calendar.ics')).text()`).String()
	if strings.Count(got, "BEGIN:VEVENT") != 7 || !strings.Contains(got, "DTSTART:20260923T190000") {
		t.Error(got)
	}
}
