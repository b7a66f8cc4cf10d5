// Package schedule says when a batch that is due is made: in which sittings, whether
// that is in time for the post, what it rests on, and what would save it.
package schedule

import (
	"fmt"
	"strings"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/document"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/post"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// Ask is a batch that is due, and the days there are for it.
type Ask struct {
	Result   *work.Result // of a brief that says when it is due
	Efforts  learn.Efforts
	UnderWay bool        // some of it is made: the efforts are what is left
	Book     *learn.Book // what the logbook teaches; nil for nothing
	Today    int
	Clock    int            // minutes after midnight it is
	Taken    calendar.Taken // what of the days to come other jobs have
	// Smaller is what a batch of fewer cards would take; false where it cannot be made.
	Smaller func(quantity int) (learn.Efforts, bool)
}

// scheduler says one schedule.
type scheduler struct {
	Ask
	need   calendar.Need
	week   calendar.Week
	from   int // the first day to sit down on
	handIn int
}

// Write lays what is to do into sittings up to the last day to hand it in.
func Write(a Ask) (*document.Schedule, []document.Sitting) {
	b := a.Result.Brief
	w := scheduler{Ask: a, need: a.Efforts.Need(a.Book), week: b.Week, from: b.Week.From(a.Today, a.Clock), handIn: HandIn(a.Result)}
	laid := calendar.Lay(w.need, w.week, w.from, w.handIn-1, a.Taken)
	out := &document.Schedule{Due: calendar.Date(b.Due.Day), By: "posted", HandIn: calendar.Date(w.handIn), Notes: w.rests(), Saves: []document.Save{}}
	if b.Due.InHands {
		out.By = "in-hands"
	}
	if laid.Enough && w.need.Whole() > 0 {
		out.Done = calendar.Date(laid.Done)
	}
	out.State, out.Text = Told(laid, w.need, w.week, a.Today, w.handIn)
	if out.State == "stop" {
		out.Saves = w.saves(laid)
	}
	return out, Sittings(laid, a.Today)
}

// HandIn is the last day to hand in a batch that is due.
func HandIn(r *work.Result) int {
	return routeOf(r).HandIn(r.Brief.Due.Day, r.Brief.Due.InHands)
}

// routeOf is how the piece in use goes: the days of its carrier, and how many of them it takes where that is known.
func routeOf(r *work.Result) calendar.Route {
	v := r.Posts[0].InUse()
	if v.Met == nil || v.Met.Days == nil {
		return post.Days{}.Route(v.Carrier)
	}
	return v.Met.Days.Route(v.Carrier)
}

// Told says how sittings stand to the last day to hand in: good, worth a look, or too late.
func Told(l calendar.Laid, n calendar.Need, w calendar.Week, today, handIn int) (state, text string) {
	day := func(n int) string { return calendar.Say(n, today) }
	switch {
	case n.Whole() == 0 && handIn >= today:
		return "good", fmt.Sprintf("All of it is made; it goes to the post by %s.", day(handIn))
	case handIn < today || handIn == today && n.Whole() > 0:
		return "stop", fmt.Sprintf("Too late: it has to go to the post on %s.", day(handIn))
	case w.Days.None():
		return "stop", "There is no day to sit down to it."
	case !l.Enough:
		return "stop", "Too late: it is not done within two years of such sittings."
	case l.Done == handIn:
		return "stop", fmt.Sprintf("Too late: done on %s, the day it has to go to the post; it is to be made the day before.", day(handIn))
	case l.Done > handIn:
		return "stop", fmt.Sprintf("Too late: done on %s, and it has to go to the post on %s.", day(l.Done), day(handIn))
	}
	count := len(l.Sittings)
	text = fmt.Sprintf("In %d %s, the last on %s; it goes to the post by %s.", count, words.Plural(count, "sitting"), day(l.Done), day(handIn))
	if l.Joined {
		return "look", text + " The days are few: the rest is begun as soon as the first one is made."
	}
	return "good", text
}

// Sittings are sittings as the plan says them.
func Sittings(l calendar.Laid, today int) []document.Sitting {
	out := make([]document.Sitting, len(l.Sittings))
	for i, s := range l.Sittings {
		what := "the rest"
		switch {
		case s.First && s.Rest:
			what = "the first one, then the rest"
		case s.First:
			what = "the first one"
		}
		out[i] = document.Sitting{Date: calendar.Date(s.Day), From: calendar.Clock(s.From), To: calendar.Clock(s.From + s.Minutes), Minutes: s.Minutes, Day: calendar.Say(s.Day, today), Text: what}
	}
	return out
}

// rests are what a schedule rests on: the time, the sittings, and how long the post takes.
func (w scheduler) rests() []string {
	b := w.Result.Brief
	n := float64(w.need.Whole())
	took := fmt.Sprintf("Up to %s, drying included", prompt.Span(n, n))
	if _, _, _, noted := w.Efforts.Rest.Pace(w.Book); noted > 0 {
		took += ", by your own pace"
	}
	out := []string{took + "; " + weekText(w.week) + "."}
	if !b.Weekly {
		out = append(out, "Say when you sit down to it in Settings.")
	}
	if len(w.Taken) > 0 {
		out = append(out, "What other jobs due before it take is left out.")
	}
	if b.Due.InHands {
		out = append(out, transit(w.Result.Posts[0].InUse()))
	}
	return out
}

// weekText is when one sits: "60 minutes from 19:00 on Tue and Thu".
func weekText(w calendar.Week) string {
	days := "on no day"
	switch {
	case w.Days == calendar.Daily:
		days = "every day"
	case !w.Days.None():
		var all []string
		for i, name := range calendar.Names {
			if w.Days[i] {
				all = append(all, words.Capital(name))
			}
		}
		days = "on " + strings.Join(all, ", ")
	}
	return fmt.Sprintf("%d minutes from %s %s", w.Minutes, calendar.Clock(w.At), days)
}

// transit is how long the post usually takes, and how sure that is.
func transit(v *post.Verdict) string {
	if v.Met == nil || v.Met.Days == nil {
		return fmt.Sprintf("How long %s takes is not kept: it is handed in on the day it is due.", v.Carrier.Name)
	}
	return OnItsWay(v.Carrier.Name+", "+words.Lower(v.Met.Name), *v.Met.Days) + ". Holidays are not counted."
}

// OnItsWay says how long something usually takes by post, and how sure that is.
func OnItsWay(what string, d post.Days) string {
	text := fmt.Sprintf("%s on its way, as stated %s; never promised", daysText(d), d.Stated)
	if what != "" {
		text = what + ": " + text
	}
	if d.Check != "" {
		text += ", and " + d.Check
	}
	return text
}

func daysText(d post.Days) string {
	if d.Least == d.Most {
		return fmt.Sprintf("%d %s", d.Most, words.Plural(d.Most, "day"))
	}
	return fmt.Sprintf("%d to %d days", d.Least, d.Most)
}
