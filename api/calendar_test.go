package api

import (
	"context"
	"fmt"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/making"
	"yellow-parcel/draw"
)

// tideCards take 19 minutes for the first one and 318 for the rest, by hand in the plan's own test.
func tideCards(title, more string) string {
	return fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":%q,"quantity":80,"envelope":"us-a7","card":{"fold":"flat"},"layers":[],"sheet":"us-letter","post":{"carriers":["us"]}%s}`, title, more)
}

func keepJob(t *testing.T, server *httptest.Server, text string) string {
	t.Helper()
	var r Record
	if status, _, answer := call(t, "POST", server.URL+"/api/v1/jobs", text, &r); status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	return r.ID
}

func calendarOf(t *testing.T, server *httptest.Server) (out CalendarBody) {
	t.Helper()
	if status, _, answer := call(t, "GET", server.URL+"/api/v1/calendar", "", &out); status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	return out
}

// at is a Wednesday at noon.
func at() time.Time { return time.Date(2026, 9, 23, 12, 0, 0, 0, time.UTC) }

// Jobs share the sittings: who has to go to the post first comes first, and what is made is due no more.
func TestJobsAreLaidBesideEachOther(t *testing.T) {
	server, kept := serve(t, Settings{Now: at})
	if status, _, answer := call(t, "PUT", server.URL+"/api/v1/settings?revision=0", `{"sittings":{"minutes":180,"at":"18:00","days":["sat"]}}`, nil); status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	none := keepJob(t, server, tideCards("No hurry", ""))
	late := keepJob(t, server, tideCards("Kites", `,"due":"2026-10-31"`))
	soon := keepJob(t, server, tideCards("Tides", `,"due":"2026-10-14"`))
	got := calendarOf(t, server)
	said := ""
	for _, j := range got.Jobs {
		said += "\n" + j.Title + " " + j.State + " " + j.Word
		for _, s := range j.Sittings {
			said += " " + s.Date[5:] + " " + s.From + "-" + s.To
		}
	}
	// Tides: 19, 180 and 138 minutes; Kites begin where they end, and have 48, 42 and 19 of the first one.
	if want := "\nTides good to the post by Wed 14 Oct 09-26 18:00-18:19 10-03 18:00-21:00 10-10 18:00-20:18" +
		"\nKites good to the post by Sat 31 Oct 09-26 18:19-18:38 10-10 20:18-21:00 10-17 18:00-21:00 10-24 18:00-19:36"; said != want {
		t.Errorf("%s\nnot%s", said, want)
	}
	if len(got.Days) != 28 || got.Days[0].Date != "2026-09-21" || !got.Days[0].Past || !got.Days[2].Today || len(got.Days[5].Sittings) != 2 || got.Days[23].HandIns[0].Title != "Tides" {
		t.Errorf("%+v", got.Days)
	}
	list := func() (ids []string) {
		var all []Summary
		call(t, "GET", server.URL+"/api/v1/jobs", "", &all)
		for _, j := range all {
			ids = append(ids, j.Title+" "+j.Due)
		}
		return ids
	}
	if got := strings.Join(list(), ", "); got != "Tides to the post by Wed 14 Oct, Kites to the post by Sat 31 Oct, No hurry " {
		t.Error(got)
	}
	// The bench of the later one knows what the sooner one has.
	var steps StepsBody
	call(t, "POST", server.URL+"/api/v1/steps?of="+late, tideCards("Kites", `,"due":"2026-10-31"`), &steps)
	if len(steps.Sittings) != 4 || steps.Sittings[1].From != "20:18" || steps.Schedule.State != "good" {
		t.Errorf("%+v", steps.Sittings)
	}
	// Under way, the first one made, only the rest is left; finished, nothing is.
	var made MakingBody
	call(t, "POST", server.URL+"/api/v1/makings", `{"job":"`+soon+`"}`, &made)
	events, seq := []string{}, 0
	tell := func(kind making.EventKind, step string) {
		seq++
		events = append(events, fmt.Sprintf(`{"client":"phone","seq":%d,"at":"2026-09-23T11:00:00Z","kind":%q,"step":%q}`, seq, kind, step))
	}
	flush := func() {
		if status, _, answer := call(t, "POST", server.URL+"/api/v1/makings/"+made.ID+"/events", `{"events":[`+strings.Join(events, ",")+`]}`, nil); status != 200 {
			t.Fatalf("%d %s", status, answer)
		}
		events = nil
	}
	for _, s := range made.Steps {
		if s.Phase == "first" {
			tell(making.Done, s.ID)
		}
	}
	flush()
	if s := calendarOf(t, server).Jobs[0].Sittings; len(s) != 2 || s[0].Minutes != 180 || s[1].Minutes != 138 {
		t.Errorf("%+v", s)
	}
	for _, s := range made.Steps {
		if s.Phase != "first" {
			tell(making.Done, s.ID)
		}
	}
	tell(making.Finished, "")
	flush()
	if got := calendarOf(t, server); len(got.Jobs) != 1 || got.Jobs[0].Title != "Kites" || got.Jobs[0].Sittings[0].From != "18:00" {
		t.Errorf("%+v", got.Jobs)
	}
	// Made with others it is made too.
	g := `{"format":"yellow-parcel-gang","version":1,"jobs":[{"id":"` + late + `","job":` + tideCards("Kites", "") + `},{"id":"` + none + `","job":` + tideCards("No hurry", "") + `}]}`
	if _, err := kept.Gangs.Create(context.Background(), "All", g, ""); err != nil {
		t.Fatal(err)
	}
	gangs, err := kept.Gangs.All(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	call(t, "POST", server.URL+"/api/v1/makings", `{"gang":"`+gangs[0].ID+`"}`, &made)
	seq = 0
	tell(making.Finished, "")
	flush()
	if got := calendarOf(t, server); len(got.Jobs) != 0 || len(got.Days) != 0 {
		t.Errorf("%+v", got.Jobs)
	}
}

// event is an event of a calendar file, read by the standard's own rules and nothing of the writer's.
type event map[string]string

// readCalendar reads a calendar file: lines end in CR LF and are at most 75 octets
// long, longer ones go on after a blank; texts have their signs escaped.
func readCalendar(t *testing.T, text string) (all []event) {
	t.Helper()
	if !strings.HasPrefix(text, "BEGIN:VCALENDAR\r\n") || !strings.HasSuffix(text, "END:VCALENDAR\r\n") || strings.Contains(strings.ReplaceAll(text, "\r\n", ""), "\n") {
		t.Fatalf("no calendar: %q", text)
	}
	for _, line := range strings.Split(text, "\r\n") {
		if len(line) > 75 {
			t.Errorf("a line of %d octets: %q", len(line), line)
		}
	}
	var one event
	for _, line := range strings.Split(strings.ReplaceAll(text, "\r\n ", ""), "\r\n") {
		name, value, _ := strings.Cut(line, ":")
		switch {
		case line == "BEGIN:VEVENT":
			one = event{}
		case line == "END:VEVENT":
			all = append(all, one)
		case one != nil:
			one[name] = strings.NewReplacer(`\\`, `\`, `\n`, "\n", `\,`, ",", `\;`, ";").Replace(value)
		case name == "VERSION" && value != "2.0":
			t.Errorf("version %q", value)
		}
	}
	return all
}

// A calendar file is read back by another reader, in a zone and without one, over the
// end of summer time and of a year, with a title that has every sign in it.
func TestTheCalendarIsReadBack(t *testing.T) {
	const odd = "Kites; tides, \\ \"éclair\" \u2014 and a very long title indeed, longer than one line of a file can be: 日本の凧"
	now := time.Date(2026, 10, 22, 12, 0, 0, 0, time.UTC)
	server, kept := serve(t, Settings{Now: func() time.Time { return now }})
	keep := func(revision int, zone string) {
		if status, _, answer := call(t, "PUT", fmt.Sprint(server.URL, "/api/v1/settings?revision=", revision), fmt.Sprintf(`{"zone":%q,"sittings":{"minutes":180,"at":"18:00","days":["sat","mon"]}}`, zone), nil); status != 200 {
			t.Fatalf("%d %s", status, answer)
		}
	}
	keep(0, "Europe/Dublin")
	id := keepJob(t, server, tideCards(odd, `,"due":"2027-01-02"`))
	_, header, text := call(t, "GET", server.URL+"/api/v1/calendar.ics?job="+id, "", nil)
	all := readCalendar(t, text)
	if len(all) != 4 || header.Get("Content-Type") != "text/calendar; charset=utf-8" {
		t.Fatalf("%s %s", header, text)
	}
	// Saturday is still summer time, an hour before Greenwich's; on Monday it is over.
	for i, want := range []event{
		{"DTSTART": "20261024T170000Z", "DTEND": "20261024T171900Z", "SUMMARY": odd + ": the first one"},
		{"DTSTART": "20261026T180000Z", "DTEND": "20261026T210000Z", "SUMMARY": odd + ": the rest"},
		{"DTSTART": "20261031T180000Z", "DTEND": "20261031T201800Z", "SUMMARY": odd + ": the rest"},
		{"DTSTART;VALUE=DATE": "20270102", "DTEND;VALUE=DATE": "20270103", "SUMMARY": "To the post: " + odd},
	} {
		for key, value := range want {
			if all[i][key] != value {
				t.Errorf("%d: %s is %q, not %q", i, key, all[i][key], value)
			}
		}
		if all[i]["DTSTAMP"] != "20261022T120000Z" || !strings.HasPrefix(all[i]["UID"], id) || strings.Contains(all[i]["UID"], "Kites") {
			t.Errorf("%+v", all[i])
		}
	}
	// Without a zone it is what the clock on the wall shows, here over the end of the year. The identifiers stay.
	keep(1, "")
	now = time.Date(2026, 12, 28, 12, 0, 0, 0, time.UTC)
	_, _, text = call(t, "GET", server.URL+"/api/v1/calendar.ics", "", nil)
	wall := readCalendar(t, text)
	if len(wall) != 3 || wall[0]["DTSTART"] != "20261228T180000" || wall[1]["DTSTART"] != "20270102T180000" || wall[0]["UID"] != all[0]["UID"] || wall[0]["SEQUENCE"] <= all[0]["SEQUENCE"] {
		t.Errorf("%v", wall)
	}
	var file strings.Builder
	if err := WriteCalendar(context.Background(), &file, kept, "2026-12-28"); err != nil || len(readCalendar(t, file.String())) != 3 {
		t.Errorf("%v %s", err, file.String())
	}
	for path, want := range map[string]int{"?job=nothing": 404, "?job=" + keepJob(t, server, tideCards("No hurry", "")): 404} {
		if status, _, answer := call(t, "GET", server.URL+"/api/v1/calendar.ics"+path, "", nil); status != want {
			t.Errorf("%s: %d %s", path, status, answer)
		}
	}
	for zone, want := range map[string]string{"Dublin!": "not a zone", "Atlantis/Deep": "no zone", "../etc/passwd": "not a zone"} {
		if status, _, answer := call(t, "PUT", server.URL+"/api/v1/settings?revision=2", fmt.Sprintf(`{"zone":%q}`, zone), nil); status != 422 || !strings.Contains(answer, want) || !strings.Contains(answer, `"zone"`) {
			t.Errorf("%s: %d %s", zone, status, answer)
		}
	}
	// Where it is already tomorrow, it is tomorrow.
	now = time.Date(2026, 12, 28, 23, 30, 0, 0, time.UTC)
	if status, _, answer := call(t, "PUT", server.URL+"/api/v1/settings?revision=2", `{"zone":"Pacific/Auckland"}`, nil); status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	if days := calendarOf(t, server).Days; !days[1].Today || days[1].Date != "2026-12-29" {
		t.Errorf("%+v", days[:3])
	}
}

// A sitting that begins in the hour that is left out, or comes twice, is as long as any.
func TestAnHourThatIsLeftOut(t *testing.T) {
	zone, err := time.LoadLocation("Europe/Dublin")
	if err != nil {
		t.Fatal(err)
	}
	for day, want := range map[string]string{"2027-03-28": "20270328T003000Z 20270328T013000Z", "2027-10-31": "20271030T233000Z 20271031T003000Z"} {
		var out strings.Builder
		if err := draw.ICalendar(&out, []draw.Date{{Key: "a", Day: day, From: 30, Minutes: 60, Text: "x"}}, zone, at(), 1); err != nil {
			t.Fatal(err)
		}
		e := readCalendar(t, out.String())[0]
		if got := e["DTSTART"] + " " + e["DTEND"]; got != want {
			t.Errorf("%s: %s, not %s", day, got, want)
		}
	}
}

// A making covers the cards it made, for the day they were due: more of them are due again, and so is the job for another day.
func TestAMakingCoversWhatItMade(t *testing.T) {
	server, _ := serve(t, Settings{Now: at})
	doc := func(quantity int, due string) string {
		return strings.Replace(tideCards("Tides", `,"due":"`+due+`"`), `"quantity":80`, fmt.Sprintf(`"quantity":%d`, quantity), 1)
	}
	id := keepJob(t, server, doc(5, "2026-10-14"))
	due := func(what string, want int) {
		t.Helper()
		if got := calendarOf(t, server); len(got.Jobs) != want {
			t.Errorf("%s: %+v", what, got.Jobs)
		}
	}
	makes := func() {
		t.Helper()
		var made MakingBody
		call(t, "POST", server.URL+"/api/v1/makings", `{"job":"`+id+`"}`, &made)
		due("under way", 1)
		if status, _, answer := call(t, "POST", server.URL+"/api/v1/makings/"+made.ID+"/events", `{"events":[{"client":"phone","seq":1,"at":"2026-09-23T11:00:00Z","kind":"finished"}]}`, nil); status != 200 {
			t.Fatalf("%d %s", status, answer)
		}
	}
	revision := 1
	saves := func(text string) {
		t.Helper()
		if status, _, answer := call(t, "PUT", fmt.Sprintf("%s/api/v1/jobs/%s?revision=%d", server.URL, id, revision), text, nil); status != 200 {
			t.Fatalf("%d %s", status, answer)
		}
		revision++
	}
	makes()
	due("five made of five", 0)
	saves(doc(300, "2026-10-14"))
	due("five made of three hundred", 1)
	makes()
	due("three hundred and five made", 0)
	saves(doc(300, "2026-10-26"))
	due("put off by twelve days", 0)
	saves(doc(300, "2027-02-14"))
	due("due again in February", 1)
}

// needs are the minutes that jobs that are due still take, by title: of the first one and of the rest.
func needs(t *testing.T, app *Server) map[string]calendar.Need {
	t.Helper()
	ctx := context.Background()
	sight, err := app.s.diaries.views.sight(ctx)
	if err != nil {
		t.Fatal(err)
	}
	all, err := app.s.diaries.settled(ctx, sight)
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]calendar.Need{}
	for _, one := range all {
		out[one.job.Title] = one.need
	}
	return out
}

// Three hundred cards of which five are being made take what is left of the five and what 295 take; once they are made, what 295 take.
func TestTheRestOfAJobIsLaid(t *testing.T) {
	app, _, server := served(t, Settings{Now: at})
	doc := func(title string, quantity int) string {
		return strings.Replace(tideCards(title, `,"due":"2026-12-14"`), `"quantity":80`, fmt.Sprintf(`"quantity":%d`, quantity), 1)
	}
	keepJob(t, server, doc("alike", 295))
	id := keepJob(t, server, doc("raised", 5))
	var made MakingBody
	call(t, "POST", server.URL+"/api/v1/makings", `{"job":"`+id+`"}`, &made)
	five := needs(t, app)["raised"]
	if status, _, answer := call(t, "PUT", server.URL+"/api/v1/jobs/"+id+"?revision=1", doc("raised", 300), nil); status != 200 {
		t.Fatal(answer)
	}
	if call(t, "GET", server.URL+"/api/v1/makings/"+made.ID, "", &made); len(made.Since) != 1 || made.Since[0] != "300 cards by now, not 5. This goes on as it was begun." {
		t.Errorf("%q", made.Since)
	}
	// Minutes at the upper end are rounded up, by part and together.
	near := func(what string, got, want calendar.Need) {
		t.Helper()
		if got.First < want.First-1 || got.First > want.First || got.Rest < want.Rest-1 || got.Rest > want.Rest {
			t.Errorf("%s: %+v, not %+v", what, got, want)
		}
	}
	all := needs(t, app)
	near("being made", all["raised"], calendar.Need{First: five.First + all["alike"].First, Rest: five.Rest + all["alike"].Rest})
	if status, _, answer := call(t, "POST", server.URL+"/api/v1/makings/"+made.ID+"/events", `{"events":[{"client":"phone","seq":1,"at":"2026-09-23T11:00:00Z","kind":"finished"}]}`, nil); status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	all = needs(t, app)
	near("five made", all["raised"], all["alike"])
}

// What is done at a table of several jobs is done for each of them; while a making is under way a job is not made, however many were.
func TestAGangUnderWayCountsForItsJobs(t *testing.T) {
	app, _, server := served(t, Settings{Now: at})
	doc := func(title string) string { return tideCards(title, `,"due":"2026-12-14"`) }
	ids := []string{keepJob(t, server, doc("one")), keepJob(t, server, doc("two"))}
	gang := fmt.Sprintf(`{"format":"yellow-parcel-gang","version":1,"title":"Both","jobs":[{"id":%q,"revision":1,"job":%s},{"id":%q,"revision":1,"job":%s}]}`, ids[0], doc("one"), ids[1], doc("two"))
	var kept GangRecord
	if status, _, text := call(t, "POST", server.URL+"/api/v1/gangs", gang, &kept); status != 200 {
		t.Fatal(text)
	}
	var m MakingBody
	if status, _, text := call(t, "POST", server.URL+"/api/v1/makings", `{"gang":"`+kept.ID+`"}`, &m); status != 200 {
		t.Fatal(text)
	}
	before, seq := needs(t, app), 0
	tell := func(kind making.EventKind, step string) {
		t.Helper()
		seq++
		told := fmt.Sprintf(`{"events":[{"client":"phone","seq":%d,"at":"2026-09-23T11:00:00Z","kind":%q,"step":%q}]}`, seq, kind, step)
		if status, _, answer := call(t, "POST", server.URL+"/api/v1/makings/"+m.ID+"/events", told, nil); status != 200 {
			t.Fatalf("%d %s", status, answer)
		}
	}
	last := m.Steps[len(m.Steps)-1]
	for _, x := range m.Steps {
		if x.ID == last.ID {
			break
		}
		tell(making.Done, x.ID)
	}
	after := needs(t, app)
	if len(after) != 2 || after["one"].First != 0 || after["two"].First != 0 || after["one"].Rest >= before["one"].Rest || after["two"].Rest >= before["two"].Rest {
		t.Errorf("%+v, before %+v", after, before)
	}
	if tell(making.Done, last.ID); needs(t, app)["one"] != (calendar.Need{}) {
		t.Errorf("all done, not finished: %+v", needs(t, app))
	}
	if tell(making.Finished, ""); len(needs(t, app)) != 0 {
		t.Errorf("finished: %+v", needs(t, app))
	}
	// One of them is begun once more.
	if call(t, "POST", server.URL+"/api/v1/makings", `{"job":"`+ids[1]+`"}`, &m); len(needs(t, app)) != 1 {
		t.Errorf("begun again: %+v", needs(t, app))
	}
}
