package pipeline

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
)

// tideCards are 80 flat cards for bought envelopes: by the table of usual minutes the
// first one takes 1112 seconds at the most and the rest 19,033, so 19 and 318 minutes.
const tideCards = `{"format":"yellow-parcel-job","version":1,"title":"Tide cards","quantity":80,"envelope":"us-a7","card":{"fold":"flat"},"layers":[],"sheet":"us-letter","post":{"carriers":["%s"]}%s}`

func dueOf(t testing.TB, text string, how Order) *document.Plan {
	t.Helper()
	how.NoWays, how.Steps = true, true
	p, err := planned(read(t, text), catalog.Standard(), how)
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	return p
}

func sat(p *document.Plan) string {
	var out []string
	for _, s := range p.Sittings {
		out = append(out, fmt.Sprintf("%s %s-%s %s", s.Date[5:], s.From, s.To, s.Text))
	}
	return strings.Join(out, "; ")
}

// It is Wednesday 23 September 2026.
func TestDueByHand(t *testing.T) {
	const evenings = `,"sittings":{"minutes":90,"at":"19:00","days":["tue","thu","sat"]}`
	for _, c := range []struct {
		name, carrier, more string
		how                 Order
		state, text         string
		sittings            string
		saves               []string
	}{
		{"an hour every evening", "us", `,"due":"2026-10-03"`, Order{}, "good", "In 7 sittings, the last on Tue 29 Sep; it goes to the post by Sat 3 Oct.",
			"09-23 19:00-19:19 the first one; 09-24 19:00-20:00 the rest; 09-25 19:00-20:00 the rest; 09-26 19:00-20:00 the rest; 09-27 19:00-20:00 the rest; 09-28 19:00-20:00 the rest; 09-29 19:00-19:18 the rest", nil},
		{"three evenings a week", "us", `,"due":"2026-10-03"` + evenings, Order{}, "look", "In 4 sittings, the last on Thu 1 Oct; it goes to the post by Sat 3 Oct. The days are few: the rest is begun as soon as the first one is made.",
			"09-24 19:00-20:30 the first one, then the rest; 09-26 19:00-20:30 the rest; 09-29 19:00-20:30 the rest; 10-01 19:00-20:07 the rest", nil},
		{"tomorrow", "us", `,"due":"2026-09-24"`, Order{}, "stop", "Too late: done on Mon 28 Sep, and it has to go to the post on Thu 24 Sep.",
			"09-23 19:00-20:00 the first one, then the rest; 09-24 19:00-20:00 the rest; 09-25 19:00-20:00 the rest; 09-26 19:00-20:00 the rest; 09-27 19:00-20:00 the rest; 09-28 19:00-19:37 the rest",
			[]string{"fewer 3 cards instead of 80.", "later Due on Tue 29 Sep, as it is."}},
		{"when today's sitting is past", "us", `,"due":"2026-09-24"`, Order{Minute: 19*60 + 1}, "stop", "Too late: done on Tue 29 Sep, and it has to go to the post on Thu 24 Sep.",
			"09-24 19:00-20:00 the first one, then the rest; 09-25 19:00-20:00 the rest; 09-26 19:00-20:00 the rest; 09-27 19:00-20:00 the rest; 09-28 19:00-20:00 the rest; 09-29 19:00-19:37 the rest", []string{"later Due on Wed 30 Sep, as it is."}},
		// 20 cards take 19 minutes and 6013 seconds, two hours in all; 21 take 247 seconds more.
		{"on two evenings", "us", `,"due":"2026-09-28","sittings":{"days":["thu","sat"]}`, Order{}, "stop", "Too late: done on Sat 10 Oct, and it has to go to the post on Mon 28 Sep.",
			"09-24 19:00-20:00 the first one, then the rest; 09-26 19:00-20:00 the rest; 10-01 19:00-20:00 the rest; 10-03 19:00-20:00 the rest; 10-08 19:00-20:00 the rest; 10-10 19:00-19:37 the rest",
			[]string{"fewer 20 cards instead of 80.", "longer 170 minutes a sitting instead of 60.", "later Due on Mon 12 Oct, as it is."}},
		// Second class takes three days: Sat, Fri, Thu before Saturday 3 October; first class two.
		{"in hands by a faster class", "uk", `,"due":"2026-10-03","by":"in-hands","sittings":{"minutes":90}`, Order{Taken: calendar.Taken{}}, "good", "In 5 sittings, the last on Sun 27 Sep; it goes to the post by Wed 30 Sep.",
			"09-23 19:00-19:19 the first one; 09-24 19:00-20:30 the rest; 09-25 19:00-20:30 the rest; 09-26 19:00-20:30 the rest; 09-27 19:00-19:48 the rest", nil},
		{"too late but by first class", "uk", `,"due":"2026-09-30","by":"in-hands","sittings":{"minutes":90}`, Order{}, "stop", "Too late: done on Sat 26 Sep, the day it has to go to the post; it is to be made the day before.",
			"09-23 19:00-20:30 the first one, then the rest; 09-24 19:00-20:30 the rest; 09-25 19:00-20:30 the rest; 09-26 19:00-20:07 the rest",
			[]string{"fewer 61 cards instead of 80.", "longer 115 minutes a sitting instead of 90.", "faster By first class, 1 to 2 days, for 1.70 GBP each.", "later Due on Thu 1 Oct, as it is."}},
		{"of a making under way", "us", `,"due":"2026-10-03"`, Order{Left: &learn.Efforts{Rest: learn.Effort{High: 70.2}}}, "good", "In 2 sittings, the last on Thu 24 Sep; it goes to the post by Sat 3 Oct.", "09-23 19:00-20:00 the rest; 09-24 19:00-19:11 the rest", nil},
		{"all made", "us", `,"due":"2026-10-03"`, Order{Left: &learn.Efforts{}}, "good", "All of it is made; it goes to the post by Sat 3 Oct.", "", nil},
		{"beside another job", "us", `,"due":"2026-10-03"`, Order{Left: &learn.Efforts{First: learn.Effort{High: 20}}, Taken: calendar.Taken{1: 60}}, "good", "In 1 sitting, the last on Wed 23 Sep; it goes to the post by Sat 3 Oct.", "09-23 19:00-19:20 the first one", nil},
		{"without a day", "us", `,"due":"2026-10-03","sittings":{"days":[]}`, Order{}, "stop", "There is no day to sit down to it.", "", []string{"days A sitting every day."}},
		{"past", "us", `,"due":"2026-09-20"`, Order{Left: &learn.Efforts{Rest: learn.Effort{High: 30}}}, "stop", "Too late: it has to go to the post on Sat 19 Sep.", "09-23 19:00-19:30 the rest", []string{"later Due on Thu 24 Sep, as it is."}},
	} {
		c.how.Today = "2026-09-23"
		p := dueOf(t, fmt.Sprintf(tideCards, c.carrier, c.more), c.how)
		s := p.Schedule
		var saves []string
		for _, x := range s.Saves {
			saves = append(saves, x.Key+" "+x.Text)
		}
		if s.State != c.state || s.Text != c.text || sat(p) != c.sittings || strings.Join(saves, "|") != strings.Join(c.saves, "|") {
			t.Errorf("%s: %s %q\n%s\n%q", c.name, s.State, s.Text, sat(p), saves)
		}
	}
	for _, text := range []string{fmt.Sprintf(tideCards, "us", ""), fmt.Sprintf(tideCards, "us", `,"due":"2026-10-03"`)} {
		how := Order{Today: "2026-09-23"}
		if strings.Contains(text, "due") {
			how.Today = ""
		}
		if p := dueOf(t, text, how); p.Schedule != nil || p.Sittings != nil {
			t.Errorf("%s: %+v", text, p.Schedule)
		}
	}
}

// Whatever save is taken, the batch is in time by it: over jobs, weeks and days.
func TestWhatSavesItSavesIt(t *testing.T) {
	r := rand.New(rand.NewPCG(20, 26))
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	saved := map[string]int{}
	for range 150 {
		days := []string{}
		for _, d := range calendar.Names {
			if r.IntN(3) > 0 {
				days = append(days, d)
			}
		}
		list, err := json.Marshal(days)
		if err != nil {
			t.Fatal(err)
		}
		more := fmt.Sprintf(`,"due":"2026-%02d-%02d","by":"%s","sittings":{"minutes":%d,"at":"%s","days":%s}`, 10+r.IntN(3), 1+r.IntN(28), pick("posted", "in-hands"), 15+15*r.IntN(8), pick("09:00", "19:00"), list)
		text := fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"quantity":%d,"card":{"width":"5","height":"7","fold":"%s"},"layers":[%s],"blank":{"style":"corner-fold"},"post":{"carriers":["%s"]}%s}`, 1+r.IntN(200), pick("book", "flat"), pick("", `"1/8"`), pick("us", "uk", "de", "jp"), more)
		how := Order{Today: "2026-09-30", Minute: r.IntN(24 * 60)}
		p := dueOf(t, text, how)
		if p.Schedule.State != "stop" {
			continue
		}
		for _, save := range p.Schedule.Saves {
			saved[save.Key]++
			if save.Patch == nil {
				continue
			}
			changed, err := json.Marshal(job.Merged(read(t, text).Document(), save.Patch))
			if err != nil {
				t.Fatal(err)
			}
			if s := dueOf(t, string(changed), how).Schedule; s.State == "stop" {
				t.Errorf("%s\n%s does not save it: %s", text, save.Text, s.Text)
			}
		}
	}
	for _, key := range []string{"fewer", "longer", "days", "faster", "later"} {
		if saved[key] == 0 {
			t.Errorf("nothing was ever saved by %q: %v", key, saved)
		}
	}
}
