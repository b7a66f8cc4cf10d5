package logbook

import "fmt"

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
	y := int((int64(n)*10000 + 14780) / 3652425)
	rest := n - (365*y + y/4 - y/100 + y/400)
	if rest < 0 {
		y--
		rest = n - (365*y + y/4 - y/100 + y/400)
	}
	m := (5*rest + 2) / 153
	d := rest - (153*m+2)/5 + 1
	if m += 3; m > 12 {
		m, y = m-12, y+1
	}
	return fmt.Sprintf("%04d-%02d-%02d", y, m, d)
}

// Weekday is the day of the week, from 0 for Monday.
func Weekday(n int) int { return ((n+2)%7 + 7) % 7 }
