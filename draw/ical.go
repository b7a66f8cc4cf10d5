package draw

import (
	"io"
	"time"

	ics "github.com/arran4/golang-ical"
)

// Date is something in a calendar. Key tells it apart for ever, and holds nothing
// anyone typed. Without minutes it is the whole day's.
type Date struct {
	Key     string
	Day     string // YYYY-MM-DD
	From    int    // minutes after midnight
	Minutes int
	Text    string
	Note    string
}

// ICalendar writes dates as an iCalendar file (RFC 5545). In a zone they are moments;
// without one, times as the clock on the wall shows them. Revision grows with every
// change, so that a calendar that has them already moves them.
func ICalendar(w io.Writer, dates []Date, zone *time.Location, now time.Time, revision int) error {
	out := ics.NewCalendar()
	out.SetMethod(ics.MethodPublish)
	out.SetProductId("-//Yellow Parcel//Sittings//EN")
	for _, d := range dates {
		at := zone
		if at == nil {
			at = time.UTC
		}
		day, err := time.ParseInLocation(time.DateOnly, d.Day, at)
		if err != nil {
			return err
		}
		e := out.AddEvent(d.Key + "@yellow-parcel")
		e.SetDtStampTime(now)
		e.SetSequence(revision)
		e.SetSummary(d.Text)
		if d.Note != "" {
			e.SetDescription(d.Note)
		}
		if d.Minutes == 0 {
			e.SetAllDayStartAt(day)
			e.SetAllDayEndAt(day.AddDate(0, 0, 1))
			e.SetTimeTransparency(ics.TransparencyTransparent)
			continue
		}
		// By the clock, not by hours since midnight: on some days there are more or fewer.
		start := time.Date(day.Year(), day.Month(), day.Day(), 0, d.From, 0, 0, at)
		end := start.Add(time.Duration(d.Minutes) * time.Minute)
		if zone != nil {
			e.SetStartAt(start)
			e.SetEndAt(end)
			continue
		}
		const wall = "20060102T150405"
		e.SetProperty(ics.ComponentPropertyDtStart, start.Format(wall))
		e.SetProperty(ics.ComponentPropertyDtEnd, end.Format(wall))
	}
	return out.SerializeTo(w, ics.WithNewLineWindows)
}
