package calendar

// Route is how long what is posted usually is on its way, counted in the days on which
// post is carried; the figures are a carrier's and uncertain.
type Route struct {
	Least, Most int
	Runs        Weekdays // none for every day
}

func (r Route) runs(day int) bool { return r.Runs.None() || r.Runs.Has(day) }

// step goes so many of the days on which post is carried forth, or back.
func (r Route) step(day, by, count int) int {
	for count > 0 {
		if day += by; r.runs(day) {
			count--
		}
	}
	return day
}

// onOrBefore is the last day up to one on which post is carried.
func (r Route) onOrBefore(day int) int {
	for !r.runs(day) {
		day--
	}
	return day
}

// HandIn is the last day to hand something in so that it is posted by a day, or, after
// the most days it usually takes, in hands by it.
func (r Route) HandIn(due int, inHands bool) int {
	day := r.onOrBefore(due)
	if inHands {
		day = r.step(day, -1, r.Most)
	}
	return day
}

// Next is the first day after one on which post is carried.
func (r Route) Next(day int) int { return r.step(day, 1, 1) }

// Arrives is when what is handed in on a day usually comes.
func (r Route) Arrives(handed int) (first, last int) {
	return r.step(handed, 1, r.Least), r.step(handed, 1, r.Most)
}
