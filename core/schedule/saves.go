package schedule

import (
	"fmt"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/words"
)

// saves are what would make a late batch be in time, each tried: fewer cards, longer
// sittings or more days, another service of the post, a later day.
func (w scheduler) saves(laid calendar.Laid) []document.Save {
	out := []document.Save{}
	say := func(key, text string, patch job.Patch) {
		out = append(out, document.Save{Key: key, Text: text, Patch: patch})
	}
	if n := w.fewer(); n > 0 {
		say("fewer", fmt.Sprintf("%d %s instead of %d.", n, words.Plural(n, "card"), w.Result.Brief.Quantity), job.Patch{"quantity": n})
	}
	if m, ok := calendar.Longer(w.need, w.week, w.from, w.handIn-1, w.Taken); ok {
		long := w.week
		long.Minutes = m
		say("longer", fmt.Sprintf("%d minutes a sitting instead of %d.", m, w.week.Minutes), sitting(long))
	}
	daily := w.week
	daily.Days = calendar.Daily
	if w.week != daily && calendar.Lay(w.need, daily, w.from, w.handIn-1, w.Taken).By(w.handIn-1) {
		say("days", "A sitting every day.", sitting(daily))
	}
	w.faster(say, laid)
	if day, ok := w.later(laid); ok {
		say("later", fmt.Sprintf("Due on %s, as it is.", calendar.Say(day, w.Today)), job.Patch{"due": calendar.Date(day)})
	}
	return out
}

// sitting is the change that gives a job such sittings of its own.
func sitting(week calendar.Week) job.Patch {
	days := []string{}
	for i, name := range calendar.Names {
		if week.Days[i] {
			days = append(days, name)
		}
	}
	return job.Patch{"sittings": job.Patch{"minutes": week.Minutes, "at": calendar.Clock(week.At), "days": days}}
}

// tries bounds how many smaller batches are worked out.
const tries = 7

// fewer is a number of cards that is done in time, as many as a few tries find; nothing
// where one alone is too many, or where cards are under way.
func (w scheduler) fewer() int {
	if w.UnderWay {
		return 0
	}
	least, most := 0, w.Result.Brief.Quantity
	for range tries {
		if most-least < 2 {
			break
		}
		n := (least + most) / 2
		if e, ok := w.Smaller(n); ok && calendar.Lay(e.Need(w.Book), w.week, w.from, w.handIn-1, w.Taken).By(w.handIn-1) {
			least = n
		} else {
			most = n
		}
	}
	return least
}

// faster says which other service of the post would bring it in time.
func (w scheduler) faster(say func(string, string, job.Patch), laid calendar.Laid) {
	b, v := w.Result.Brief, w.Result.Posts[0].InUse()
	if !b.Due.InHands || v.Met == nil || v.Met.Days == nil {
		return
	}
	for _, o := range v.Others {
		if o.Days == nil || o.Abroad || o.Days.Most >= v.Met.Days.Most {
			continue
		}
		if laid.By(o.Days.Route(v.Carrier).HandIn(b.Due.Day, true) - 1) {
			say("faster", fmt.Sprintf("By %s, %s, for %s each.", o.Name, daysText(*o.Days), o.Price.Text(v.Carrier.Currency)), nil)
		}
	}
}

// later is the first day it could be due as it is.
func (w scheduler) later(laid calendar.Laid) (day int, ok bool) {
	if !laid.Enough {
		return 0, false
	}
	r := routeOf(w.Result)
	day = r.Next(max(laid.Done, w.Today-1))
	if w.Result.Brief.Due.InHands {
		_, day = r.Arrives(day)
	}
	return day, true
}
