package calendar

// Week is when a maker sits down to it: on which days, from when, and for how long.
type Week struct {
	Minutes int
	At      int // minutes after midnight
	Days    Weekdays
}

// Usual is a week nothing is said of: an hour in the evening, on any day.
var Usual = Week{Minutes: 60, At: 19 * 60, Days: Daily}

// From is the first day to sit down on: this one, until the time of day to begin is past.
func (w Week) From(today, clock int) int {
	if clock > w.At {
		return today + 1
	}
	return today
}

// Need is what is left to do in minutes, drying included: of the one that is made
// all the way before anything else is cut, and of the rest.
type Need struct{ First, Rest int }

// Whole is all of it.
func (n Need) Whole() int { return n.First + n.Rest }

// Sitting is work on one day. First and Rest say what of.
type Sitting struct {
	Day, From, Minutes int
	First, Rest        bool
}

// Laid is a need laid into days. Done is the day of the last sitting; Enough is false
// where the days run out first. Joined says that the rest is begun in the first one's sitting.
type Laid struct {
	Sittings []Sitting
	Done     int
	Enough   bool
	Joined   bool
}

// Horizon is how many days ahead are looked at.
const Horizon = 730

// sliver is what of a sitting is too short to begin in, in minutes.
const sliver = 10

// Taken is minutes of days' sittings that other work has.
type Taken map[int]int

// Take notes a laying's sittings as taken.
func (t Taken) Take(l Laid) {
	for _, s := range l.Sittings {
		t[s.Day] += s.Minutes
	}
}

// Lay lays a need into the sittings from a day on, so that it is done by another. The
// first one has the first sitting for itself, so that it can be looked at, and dries;
// only where the days are too few for that is the rest begun in the same one.
func Lay(n Need, w Week, from, latest int, taken Taken) Laid {
	apart := lay(n, w, from, taken, true)
	if apart.By(latest) || n.First == 0 || n.Rest == 0 {
		return apart
	}
	joined := lay(n, w, from, taken, false)
	if joined.Done < apart.Done || joined.Enough && !apart.Enough {
		return joined
	}
	return apart
}

// By tells whether all is done by the end of a day.
func (l Laid) By(day int) bool { return l.Enough && l.Done <= day }

func lay(n Need, w Week, from int, taken Taken, apart bool) Laid {
	out := Laid{Done: from - 1}
	first, rest := n.First, n.Rest
	for day := from; first+rest > 0; day++ {
		if day >= from+Horizon {
			return out
		}
		free := w.Minutes - taken[day]
		if !w.Days.Has(day) || free <= 0 || free < min(sliver, first+rest) {
			continue
		}
		s := Sitting{Day: day, From: w.At + taken[day]}
		if first > 0 {
			s.First, s.Minutes = true, min(free, first)
			first -= s.Minutes
		}
		if first == 0 && rest > 0 && s.Minutes < free && !(apart && s.First) {
			s.Rest = true
			more := min(free-s.Minutes, rest)
			s.Minutes += more
			rest -= more
			out.Joined = out.Joined || s.First
		}
		out.Sittings, out.Done = append(out.Sittings, s), day
	}
	out.Enough = true
	return out
}

// stretch is by how much sittings are made longer, mostSitting how long one can be, in minutes.
const (
	stretch     = 5
	mostSitting = 8 * 60
)

// Longer is the shortest sitting, in steps of five minutes, with which a need is done by
// a day; ok is false where none of a working day is long enough.
func Longer(n Need, w Week, from, latest int, taken Taken) (minutes int, ok bool) {
	for m := w.Minutes + stretch - w.Minutes%stretch; m <= min(mostSitting, 24*60-w.At); m += stretch {
		long := w
		long.Minutes = m
		if Lay(n, long, from, latest, taken).By(latest) {
			return m, true
		}
	}
	return 0, false
}
