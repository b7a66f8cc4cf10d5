package brief

import (
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
)

// due reads when the batch is to be done, and when its maker sits down to it.
func (r *reader) due(j job.Job) {
	r.week(j.Sittings)
	if j.By != "" && j.By != "posted" && j.By != "in-hands" {
		r.fail("by", `%q is nothing a day is for; try "posted" or "in-hands"`, job.Quoted(j.By))
	}
	if j.Due == "" {
		return
	}
	day, ok := calendar.Day(j.Due)
	if !ok || day < leastDue || day > mostDue {
		r.fail("due", "%q is not a day; try 2027-01-14", job.Quoted(j.Due))
	}
	r.Due = &Due{day, j.By == "in-hands"}
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

func (r *reader) week(s *job.SittingSpec) {
	r.Week = calendar.Usual
	if s == nil {
		return
	}
	r.Weekly = true
	if s.Minutes != 0 {
		r.Week.Minutes = s.Minutes
	}
	if r.Week.Minutes < leastSitting || r.Week.Minutes > mostSitting {
		r.fail("sittings.minutes", "%d is not how long one sits; try 60, between %d and %d", s.Minutes, leastSitting, mostSitting)
	}
	if s.At != "" {
		at, ok := calendar.Time(s.At)
		if !ok {
			r.fail("sittings.at", "%q is not a time of day; try 19:00", job.Quoted(s.At))
		}
		r.Week.At = at
	}
	if r.Week.At+r.Week.Minutes > 24*60 {
		r.fail("sittings.at", "%d minutes from %s go past midnight; try 19:00", r.Week.Minutes, calendar.Clock(r.Week.At))
	}
	if s.Days != nil {
		var wrong string
		if r.Week.Days, wrong = calendar.Read(s.Days); wrong != "" {
			r.fail("sittings.days", `%q is not a day of the week; try "sat"`, job.Quoted(wrong))
		}
	}
}
