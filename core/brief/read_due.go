package brief

import (
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
)

// readDue reads when the batch is to be done, and when its maker sits down to it;
// weekly tells that this was said.
func readDue(in *typed, j job.Job) (due *Due, week calendar.Week, weekly bool) {
	week, weekly = readWeek(in, j.Sittings), j.Sittings != nil
	if j.By != "" && j.By != "posted" && j.By != "in-hands" {
		in.fail("by", `%q is nothing a day is for; try "posted" or "in-hands"`, job.Quoted(j.By))
	}
	if j.Due == "" {
		return nil, week, weekly
	}
	day, ok := calendar.Day(j.Due)
	if !ok || day < leastDue || day > mostDue {
		in.fail("due", "%q is not a day; try 2027-01-14", job.Quoted(j.Due))
	}
	return &Due{day, j.By == "in-hands"}, week, weekly
}

// The bounds of what can be due: the years 2000 to 2199.
var (
	leastDue, _ = calendar.Day("2000-01-01")
	mostDue, _  = calendar.Day("2199-12-31")
)

// The bounds of a sitting in minutes.
const (
	leastSitting = 10
	mostSitting  = 12 * 60
)

func readWeek(in *typed, s *job.SittingSpec) calendar.Week {
	week := calendar.Usual
	if s == nil {
		return week
	}
	if s.Minutes != 0 {
		week.Minutes = s.Minutes
	}
	if week.Minutes < leastSitting || week.Minutes > mostSitting {
		in.fail("sittings.minutes", "%d is not how long one sits; try 60, between %d and %d", s.Minutes, leastSitting, mostSitting)
	}
	if s.At != "" {
		at, ok := calendar.Time(s.At)
		if !ok {
			in.fail("sittings.at", "%q is not a time of day; try 19:00", job.Quoted(s.At))
		}
		week.At = at
	}
	if week.At+week.Minutes > 24*60 {
		in.fail("sittings.at", "%d minutes from %s go past midnight; try 19:00", week.Minutes, calendar.Clock(week.At))
	}
	if s.Days != nil {
		var wrong string
		if week.Days, wrong = calendar.Read(s.Days); wrong != "" {
			in.fail("sittings.days", `%q is not a day of the week; try "sat"`, job.Quoted(wrong))
		}
	}
	return week
}
