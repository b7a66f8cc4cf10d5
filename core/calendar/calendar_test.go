package calendar

import (
	"math/rand/v2"
	"strconv"
	"testing"
	"time"
)

// Days are those of the calendar, every one from 1890 to 2110, leap years and all.
func TestDaysAreThoseOfTheCalendar(t *testing.T) {
	last := 0
	for at := time.Date(1890, 1, 1, 12, 0, 0, 0, time.UTC); at.Year() < 2110; at = at.AddDate(0, 0, 1) {
		text := at.Format(time.DateOnly)
		n, ok := Day(text)
		if !ok || last != 0 && n != last+1 || Date(n) != text || Weekday(n) != (int(at.Weekday())+6)%7 {
			t.Fatalf("%s is day %d %v, %s, weekday %d", text, n, ok, Date(n), Weekday(n))
		}
		last = n
	}
	for _, text := range []string{"", "2026-02-29", "2026-13-01", "2026-00-10", "2026-1-1", "26-01-01", "2026-01-32", "2026/01/01", "today", "2026-01-1x"} {
		if _, ok := Day(text); ok {
			t.Errorf("%q is a day", text)
		}
	}
}

// on is a day by its date.
func on(t *testing.T, date string) int {
	t.Helper()
	n, ok := Day(date)
	if !ok {
		t.Fatalf("%s is no day", date)
	}
	return n
}

// Tuesdays and Thursdays at seven for an hour, from Saturday 28 November 2026.
var evenings = Week{Minutes: 60, At: 19 * 60, Days: Weekdays{1: true, 3: true}}

func TestSittingsByHand(t *testing.T) {
	today := on(t, "2026-11-28")
	late := on(t, "2027-12-31")
	for _, c := range []struct {
		name   string
		need   Need
		week   Week
		latest string
		taken  map[string]int
		want   []string // date, from, minutes, what
		joined bool
	}{
		{"the first one has its own", Need{25, 90}, evenings, "2026-12-10", nil, []string{"2026-12-01 19:00 25 first", "2026-12-03 19:00 60 rest", "2026-12-08 19:00 30 rest"}, false},
		{"unless the days are few", Need{25, 90}, evenings, "2026-12-07", nil, []string{"2026-12-01 19:00 60 first rest", "2026-12-03 19:00 55 rest"}, true},
		{"late either way, the sooner", Need{25, 90}, evenings, "2026-12-01", nil, []string{"2026-12-01 19:00 60 first rest", "2026-12-03 19:00 55 rest"}, true},
		{"one alone", Need{25, 0}, evenings, "2026-12-01", nil, []string{"2026-12-01 19:00 25 first"}, false},
		{"a long first one", Need{80, 30}, evenings, "2026-12-31", nil, []string{"2026-12-01 19:00 60 first", "2026-12-03 19:00 20 first", "2026-12-08 19:00 30 rest"}, false},
		{"after another job's", Need{0, 60}, evenings, "2026-12-31", map[string]int{"2026-12-01": 45, "2026-12-03": 55}, []string{"2026-12-01 19:45 15 rest", "2026-12-08 19:00 45 rest"}, false},
		{"over a year's end", Need{0, 90}, Week{90, 9 * 60, Weekdays{4: true}}, "2027-01-31", map[string]int{"2026-12-04": 90, "2026-12-11": 90, "2026-12-18": 90, "2026-12-25": 45}, []string{"2026-12-25 09:45 45 rest", "2027-01-01 09:00 45 rest"}, false},
		{"nothing to do", Need{}, evenings, "2026-12-31", nil, nil, false},
	} {
		taken := Taken{}
		for date, m := range c.taken {
			taken[on(t, date)] = m
		}
		got := Lay(c.need, c.week, today, on(t, c.latest), taken)
		var said []string
		for _, s := range got.Sittings {
			what := ""
			if s.First {
				what += " first"
			}
			if s.Rest {
				what += " rest"
			}
			said = append(said, Date(s.Day)+" "+Clock(s.From)+" "+strconv.Itoa(s.Minutes)+what)
		}
		if len(said) != len(c.want) || got.Joined != c.joined || !got.Enough {
			t.Errorf("%s: %q %v", c.name, said, got)
			continue
		}
		for i := range said {
			if said[i] != c.want[i] {
				t.Errorf("%s: %q, not %q", c.name, said[i], c.want[i])
			}
		}
	}
	if l := Lay(Need{10, 10}, Week{Minutes: 60}, today, late, nil); l.Enough || len(l.Sittings) > 0 || l.By(late) {
		t.Errorf("without a day of the week: %+v", l)
	}
	// 25 and 90 minutes by Thursday: two sittings of 60 do, 55 do not reach.
	if m, ok := Longer(Need{25, 90}, Week{40, 19 * 60, evenings.Days}, today, on(t, "2026-12-04"), nil); m != 60 || !ok {
		t.Errorf("%d %v", m, ok)
	}
	if m, ok := Longer(Need{25, 900}, evenings, today, on(t, "2026-12-04"), nil); ok {
		t.Errorf("from seven till midnight twice is not %d each", m)
	}
}

// Whatever is laid is all there, in order, on days that are sat on, beside what others
// have, the first one before the rest; more time or more days never end later.
func TestWhatIsLaidIsDone(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 15))
	for range 20_000 {
		need := Need{r.IntN(200), r.IntN(900)}
		w := Week{Minutes: 10 + r.IntN(120), At: r.IntN(20 * 60)}
		for i := range w.Days {
			w.Days[i] = r.IntN(3) > 0
		}
		today := 730_000 + r.IntN(9000)
		latest := today + r.IntN(60)
		taken := Taken{}
		for range r.IntN(12) {
			taken[today+r.IntN(40)] = r.IntN(140)
		}
		l := Lay(need, w, today, latest, taken)
		if l.Enough == (w.Days.None() && need.Whole() > 0) {
			t.Fatalf("%v in %v: enough %v", need, w, l.Enough)
		}
		sum, last, rest := 0, today-1, false
		for _, s := range l.Sittings {
			if s.Day <= last || !w.Days.Has(s.Day) || s.Minutes <= 0 || s.From != w.At+taken[s.Day] || s.Minutes+taken[s.Day] > w.Minutes || rest && s.First || !s.First && !s.Rest {
				t.Fatalf("%v in %v: %+v after %d", need, w, s, last)
			}
			sum, last, rest = sum+s.Minutes, s.Day, rest || s.Rest
		}
		if !l.Enough {
			continue
		}
		if sum != need.Whole() || l.Done != last {
			t.Fatalf("%v in %v: %d minutes, done on %d of %d", need, w, sum, l.Done, last)
		}
		more := w
		more.Minutes += 30
		daily := w
		daily.Days = Daily
		for _, other := range []Week{more, daily} {
			if o := Lay(need, other, today, latest, taken); l.By(latest) && !o.By(latest) {
				t.Fatalf("%v: in time in %v, and late in %v", need, w, other)
			}
		}
		if m, ok := Longer(need, w, today, latest, taken); ok && !l.By(latest) {
			w.Minutes = m
			if !Lay(need, w, today, latest, taken).By(latest) {
				t.Fatalf("%v: %d minutes do not save it", need, m)
			}
		}
	}
}

func TestThePostTakesItsDays(t *testing.T) {
	six := Route{2, 4, Weekdays{true, true, true, true, true, true, false}}
	for _, c := range []struct {
		due     string
		inHands bool
		want    string
	}{
		{"2026-12-11", false, "2026-12-11"}, // a Friday
		{"2026-12-13", false, "2026-12-12"}, // no post on a Sunday
		{"2026-12-11", true, "2026-12-07"},  // four days back, to Monday
		{"2026-12-14", true, "2026-12-09"},  // Sat, Fri, Thu, Wed
		{"2026-12-13", true, "2026-12-08"},  // brought on Saturday at the latest
		{"2027-01-02", true, "2026-12-29"},  // over a year's end
	} {
		if got := Date(six.HandIn(on(t, c.due), c.inHands)); got != c.want {
			t.Errorf("%s %v: hand in on %s, not %s", c.due, c.inHands, got, c.want)
		}
	}
	first, last := six.Arrives(on(t, "2026-12-11"))
	if Date(first) != "2026-12-14" || Date(last) != "2026-12-16" {
		t.Errorf("%s to %s", Date(first), Date(last))
	}
	// What is handed in by its day comes in time, and a day of post later it would not.
	r := rand.New(rand.NewPCG(3, 9))
	for range 5000 {
		route := Route{Least: r.IntN(3), Most: 3 + r.IntN(9)}
		for i := range route.Runs {
			route.Runs[i] = r.IntN(2) > 0
		}
		due := 740_000 + r.IntN(2000)
		handIn := route.HandIn(due, true)
		_, last := route.Arrives(handIn)
		_, after := route.Arrives(route.Next(handIn))
		if last > due || after <= due {
			t.Fatalf("%+v due on %d: handed in on %d it comes by %d, a day later by %d", route, due, handIn, last, after)
		}
	}
}

func TestDaysAndTimesAreRead(t *testing.T) {
	for text, want := range map[string]int{"19:00": 1140, "00:00": 0, "23:59": 1439} {
		if got, ok := Time(text); !ok || got != want || Clock(got) != text {
			t.Errorf("%s: %d %v", text, got, ok)
		}
	}
	for _, text := range []string{"", "24:00", "7:00", "19.00", "19:60", "-1:00", "19:00x", "evening"} {
		if _, ok := Time(text); ok {
			t.Errorf("%q is a time", text)
		}
	}
	if _, wrong := Read([]string{"mon", "sun", "Sunday"}); wrong != "Sunday" {
		t.Errorf("%q", wrong)
	}
	if got := Say(on(t, "2027-01-14"), on(t, "2026-12-31")) + ", " + Say(on(t, "2026-12-31"), on(t, "2026-01-01")); got != "Thu 14 Jan 2027, Thu 31 Dec" {
		t.Error(got)
	}
}
