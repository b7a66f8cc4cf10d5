// Package calendar counts days and lays what a making needs into them: the
// sittings a maker has in a week, up to the day it is to be handed in. A day is a
// number, a time of day minutes after midnight; what clock and zone they are by is
// whoever reads them's to say.
package calendar

import (
	"fmt"
	"slices"
)

// Day is how many days a date, YYYY-MM-DD, lies after 1 March of the year nought;
// ok is false where there is no such day. Days of one calendar differ by their
// numbers, whatever the clock is put to.
func Day(text string) (n int, ok bool) {
	var y, m, d int
	if len(text) != len("2006-01-02") {
		return 0, false
	}
	if read, err := fmt.Sscanf(text, "%4d-%2d-%2d", &y, &m, &d); err != nil || read != 3 {
		return 0, false
	}
	n = number(y, m, d)
	return n, Date(n) == text
}

// number counts days by years that begin in March, so that the leap day is the last.
func number(y, m, d int) int {
	if m < 3 {
		y, m = y-1, m+12
	}
	return 365*y + y/4 - y/100 + y/400 + (153*(m-3)+2)/5 + d - 1
}

// Date is the day of a number, as Day counts them.
func Date(n int) string {
	y, m, d := civil(n)
	return fmt.Sprintf("%04d-%02d-%02d", y, m, d)
}

// civil is a day's year, month and day of the month.
func civil(n int) (y, m, d int) {
	y = int((int64(n)*10000 + 14780) / 3652425)
	rest := n - (365*y + y/4 - y/100 + y/400)
	if rest < 0 {
		y--
		rest = n - (365*y + y/4 - y/100 + y/400)
	}
	m = (5*rest + 2) / 153
	d = rest - (153*m+2)/5 + 1
	if m += 3; m > 12 {
		m, y = m-12, y+1
	}
	return y, m, d
}

// Weekday is the day of the week, from 0 for Monday.
func Weekday(n int) int { return ((n+2)%7 + 7) % 7 }

// Weekdays are days of the week, from Monday.
type Weekdays [7]bool

// Daily is every day of the week.
var Daily = Weekdays{true, true, true, true, true, true, true}

// Names are the days of the week as documents name them.
var Names = []string{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}

// Read reads days by their names; wrong is the first that is none.
func Read(names []string) (days Weekdays, wrong string) {
	for _, name := range names {
		i := slices.Index(Names, name)
		if i < 0 {
			return days, name
		}
		days[i] = true
	}
	return days, ""
}

// Has tells whether a day is one of them.
func (w Weekdays) Has(day int) bool { return w[Weekday(day)] }

// None tells whether there is no day among them.
func (w Weekdays) None() bool { return w == Weekdays{} }

var (
	shortDays = []string{"Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"}
	months    = []string{"Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"}
)

// Say is a day as one says it: "Thu 14 Jan", with its year where that is not the year of another day.
func Say(n, beside int) string {
	y, m, d := civil(n)
	text := fmt.Sprintf("%s %d %s", shortDays[Weekday(n)], d, months[m-1])
	if this, _, _ := civil(beside); this != y {
		text += fmt.Sprintf(" %d", y)
	}
	return text
}

// OfMonth is a day's number in its month.
func OfMonth(n int) int {
	_, _, d := civil(n)
	return d
}

// Clock is a time of day, "19:30"; what is past midnight is of the next day.
func Clock(minutes int) string { return fmt.Sprintf("%02d:%02d", minutes/60%24, minutes%60) }

// Time reads a time of day as Clock writes it.
func Time(text string) (minutes int, ok bool) {
	var h, m int
	if read, err := fmt.Sscanf(text, "%2d:%2d", &h, &m); err != nil || read != 2 {
		return 0, false
	}
	minutes = 60*h + m
	return minutes, h >= 0 && h < 24 && m >= 0 && Clock(minutes) == text
}
