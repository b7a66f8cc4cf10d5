package api

import (
	"bytes"
	"cmp"
	"context"
	"fmt"
	"io"
	"slices"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/making"
	"yellow-parcel/core/schedule"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// DueJob is a kept job that is due, and when it is made beside the others.
type DueJob struct {
	Job      string             `json:"job"`
	Title    string             `json:"title"`
	Due      string             `json:"due" doc:"YYYY-MM-DD"`
	HandIn   string             `json:"hand_in" doc:"the last day to hand it in"`
	Word     string             `json:"word" doc:"when it goes to the post, as one says it"`
	State    string             `json:"state" enum:"good,look,stop"`
	Text     string             `json:"text"`
	Sittings []document.Sitting `json:"sittings"`
}

// CalendarDay is one day of the strip: what is made on it, and what goes to the post.
type CalendarDay struct {
	Date     string            `json:"date"`
	Weekday  string            `json:"weekday"`
	Number   int               `json:"number" doc:"of the month"`
	Day      string            `json:"day" doc:"as one says it"`
	Past     bool              `json:"past"`
	Today    bool              `json:"today"`
	Sittings []CalendarSitting `json:"sittings"`
	HandIns  []CalendarHandIn  `json:"hand_ins"`
}

// CalendarSitting is work on a day.
type CalendarSitting struct {
	Job   string `json:"job"`
	Title string `json:"title"`
	From  string `json:"from"`
	To    string `json:"to"`
	Text  string `json:"text"`
}

// CalendarHandIn is a job's last day to go to the post.
type CalendarHandIn struct {
	Job   string `json:"job"`
	Title string `json:"title"`
	State string `json:"state" enum:"good,look,stop"`
}

// CalendarBody is what is due, the first to go to the post first, and the weeks it is made in.
type CalendarBody struct {
	Days []CalendarDay `json:"days" doc:"whole weeks, from this one; none where nothing is due"`
	Jobs []DueJob      `json:"jobs"`
}

type calendarOutput struct{ Body CalendarBody }

// diaries lays what is due into days.
type diaries struct {
	views       *views
	remaker     *remaker // nil where nothing is worked out behind the answers
	tables      *tables
	logs        *logs
	keptJobs    store.Jobs
	keptMakings store.Makings
	now         func() time.Time
}

func (s *diaries) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/calendar", "calendar", "What is due, and when it is made", false), s.calendar)
	take := op("GET", "/calendar.ics", "takeCalendar", "Sittings and days for the post as a calendar file", false, 404)
	take.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{"text/calendar": {Schema: &huma.Schema{Type: huma.TypeString}}}}}
	huma.Register(a, take, s.take)
}

// dated is what is kept of a job that is due, to lay it into days without working it out.
type dated struct {
	HandIn  int           `json:"hand_in"`
	Week    calendar.Week `json:"week"`
	Efforts learn.Efforts `json:"efforts"`
}

// laid is a due job in its days.
type laid struct {
	job store.Job
	dated
	left *learn.Efforts // where some of it is made
	need calendar.Need
	calendar.Laid
}

// laid lays all jobs that are due into days, the first to go to the post first; one
// does not take another's sittings. What cannot be worked out yet is left out.
func (s *diaries) laid(ctx context.Context, sight *sight) ([]laid, error) {
	jobs, err := s.keptJobs.Due(ctx)
	if err != nil || len(jobs) == 0 {
		return nil, err
	}
	book, err := s.logs.teaches(ctx)
	if err != nil {
		return nil, err
	}
	covers, err := s.keptMakings.Covers(ctx)
	if err != nil {
		return nil, err
	}
	var all []laid
	under := map[string]*making.State{}
	for _, j := range jobs {
		kept := sight.shown(j)
		if s.remaker == nil && j.ShownBy != sight.by {
			if kept, _, err = s.views.anew(ctx, sight, j); err != nil {
				return nil, err
			}
		}
		if kept.Dated == nil {
			continue
		}
		one := laid{job: j, dated: *kept.Dated}
		if of := covers[j.ID]; len(of) > 0 {
			if one.left, err = s.leftOf(ctx, sight, j, of, under); err != nil {
				return nil, err
			}
			one.Efforts = *one.left
		}
		one.need = one.Efforts.Need(book)
		all = append(all, one)
	}
	slices.SortStableFunc(all, func(a, b laid) int { return cmp.Compare(a.HandIn, b.HandIn) })
	taken, today := calendar.Taken{}, sight.day()
	for i := range all {
		one := &all[i]
		one.Laid = calendar.Lay(one.need, one.Week, one.Week.From(today, clock(sight.here)), one.HandIn-1, taken)
		taken.Take(one.Laid)
	}
	return all, nil
}

// settled is the diary once every job in it is worked out by the rules of the moment.
func (s *diaries) settled(ctx context.Context, sight *sight) ([]laid, error) {
	if err := s.remaker.settled(ctx, sight); err != nil {
		return nil, err
	}
	return s.laid(ctx, sight)
}

// leftOf is what is left of a job of which some is made or being made: of its makings
// under way, and the cards that none of its makings covers. Those under way are read once.
func (s *diaries) leftOf(ctx context.Context, sight *sight, j store.Job, covers []store.Covered, under map[string]*making.State) (*learn.Efforts, error) {
	out, rest := learn.Efforts{}, max(j.Quantity, 1)
	for _, c := range covers {
		rest -= c.Cards
		if c.Over {
			continue
		}
		if under[c.Making] == nil {
			m, err := s.tables.opened(ctx, c.Making)
			if err != nil {
				return nil, err
			}
			state := m.state()
			under[c.Making] = &state
		}
		out = out.With(under[c.Making].Efforts(c.Place))
	}
	if rest <= 0 {
		return &out, nil
	}
	of, err := s.effortsOf(ctx, sight, j, rest)
	out = out.With(of)
	return &out, err
}

// effortsOf is what so many cards of a job take; nothing where that cannot be worked out.
func (s *diaries) effortsOf(ctx context.Context, sight *sight, j store.Job, cards int) (learn.Efforts, error) {
	one, err := job.Read([]byte(j.Document))
	if err != nil {
		return learn.Efforts{}, nil
	}
	one.Quantity = cards
	shown, _, err := s.views.look(ctx, sight, one)
	if err != nil || shown.Dated == nil {
		return learn.Efforts{}, err
	}
	return shown.Dated.Efforts, nil
}

// before is what a job finds of the days to come: what is left of it where some of it is
// made, and what the jobs have that go to the post before it.
func (s *diaries) before(ctx context.Context, id string) (left *learn.Efforts, taken calendar.Taken, err error) {
	sight, err := s.views.sight(ctx)
	if err != nil {
		return nil, nil, err
	}
	all, err := s.settled(ctx, sight)
	if err != nil {
		return nil, nil, err
	}
	taken = calendar.Taken{}
	for _, one := range all {
		if one.job.ID == id {
			return one.left, taken, nil
		}
		taken.Take(one.Laid)
	}
	return nil, taken, nil
}

// dueJob is a due job in words.
func (l *laid) dueJob(today int) DueJob {
	state, text := schedule.Told(l.Laid, l.need, l.Week, today, l.HandIn)
	return DueJob{Job: l.job.ID, Title: cmp.Or(l.job.Title, "Untitled"), Due: l.job.Due, HandIn: calendar.Date(l.HandIn), Word: "to the post by " + calendar.Say(l.HandIn, today), State: state, Text: text, Sittings: schedule.Sittings(l.Laid, today)}
}

// The weeks of the strip.
const (
	leastWeeks = 2
	mostWeeks  = 4
)

func (s *diaries) calendar(ctx context.Context, _ *struct{}) (*calendarOutput, error) {
	sight, err := s.views.sight(ctx)
	if err != nil {
		return nil, err
	}
	all, err := s.settled(ctx, sight)
	if err != nil {
		return nil, err
	}
	today := sight.day()
	out := CalendarBody{Days: []CalendarDay{}, Jobs: []DueJob{}}
	last := today
	for i := range all {
		out.Jobs = append(out.Jobs, all[i].dueJob(today))
		last = max(last, all[i].HandIn, all[i].Done)
	}
	if len(all) == 0 {
		return &calendarOutput{out}, nil
	}
	monday := today - calendar.Weekday(today)
	weeks := min(max(leastWeeks, (last-monday)/7+1), mostWeeks)
	for day := monday; day < monday+7*weeks; day++ {
		out.Days = append(out.Days, strip(day, today, out.Jobs))
	}
	return &calendarOutput{out}, nil
}

// strip is one day of the strip.
func strip(day, today int, jobs []DueJob) CalendarDay {
	date := calendar.Date(day)
	out := CalendarDay{Date: date, Weekday: calendar.Say(day, day)[:3], Number: calendar.OfMonth(day), Day: calendar.Say(day, today), Past: day < today, Today: day == today, Sittings: []CalendarSitting{}, HandIns: []CalendarHandIn{}}
	for _, j := range jobs {
		for _, x := range j.Sittings {
			if x.Date == date {
				out.Sittings = append(out.Sittings, CalendarSitting{j.Job, j.Title, x.From, x.To, x.Text})
			}
		}
		if j.HandIn == date {
			out.HandIns = append(out.HandIns, CalendarHandIn{j.Job, j.Title, j.State})
		}
	}
	return out
}

// take writes what is due, or one job of it, as a calendar file.
func (s *diaries) take(ctx context.Context, in *struct {
	Job string `query:"job" maxLength:"64" doc:"one kept job; all that are due where absent"`
}) (*fileOutput, error) {
	var file bytes.Buffer
	if err := s.write(ctx, &file, in.Job); err != nil {
		return nil, err
	}
	return &fileOutput{Type: "text/calendar; charset=utf-8", Name: `attachment; filename="yellow-parcel.ics"`, Body: file.Bytes()}, nil
}

// WriteCalendar writes what is due as a calendar file, by the time it is, or from the
// beginning of a day, YYYY-MM-DD, where its maker is.
func WriteCalendar(ctx context.Context, w io.Writer, kept *store.Store, day string) error {
	now := time.Now
	if day != "" {
		at, err := time.ParseInLocation(time.DateOnly, day, (&toolbox{kept: kept.Settings, now: now}).here(ctx).Location())
		if err != nil {
			return err
		}
		now = func() time.Time { return at }
	}
	return newService(kept, Settings{Now: now}, nil).diaries.write(ctx, w, "")
}

func (s *diaries) write(ctx context.Context, w io.Writer, id string) error {
	sight, err := s.views.sight(ctx)
	if err != nil {
		return err
	}
	all, err := s.settled(ctx, sight)
	if err != nil {
		return err
	}
	// A calendar that has them already takes those of a higher number: every change, and every day, is one.
	revision := sight.day()
	var dates []draw.Date
	for i := range all {
		revision += all[i].job.Revision
		if id == "" || all[i].job.ID == id {
			dates = append(dates, all[i].dates(sight.day())...)
		}
	}
	if id != "" && len(dates) == 0 {
		return huma.Error404NotFound("Nothing of this job is due; say when on its bench.")
	}
	zone, err := zoneOf(sight.tools.Zone)
	if err != nil {
		return err
	}
	return draw.ICalendar(w, dates, zone, s.now(), revision)
}

// dates are a due job's sittings, and its day for the post.
func (l *laid) dates(today int) []draw.Date {
	told := l.dueJob(today)
	var out []draw.Date
	for i, x := range l.Laid.Sittings {
		out = append(out, draw.Date{Key: fmt.Sprintf("%s-sitting-%d", l.job.ID, i+1), Day: calendar.Date(x.Day), From: x.From, Minutes: x.Minutes, Text: told.Title + ": " + told.Sittings[i].Text, Note: told.Text})
	}
	return append(out, draw.Date{Key: l.job.ID + "-post", Day: told.HandIn, Text: "To the post: " + told.Title, Note: told.Text})
}

// zoneOf is a zone of time by its name; nil where it has none.
func zoneOf(name string) (*time.Location, error) {
	if name == "" {
		return nil, nil
	}
	return time.LoadLocation(name)
}
