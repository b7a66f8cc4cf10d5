package demo

import (
	"fmt"
	"math/rand/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
)

// made is a kind of card the co-op makes again and again.
type made struct {
	title         string
	width, height measure.Length
	thick         measure.Length // in all
	square        bool
	foam          bool
}

// The co-op's winters: thick cards stick where thin ones do not, foam takes longer
// than the table says, and the counter charges extra for squares more often than not.
var winter = []made{
	{"Lantern week invitation", 5 * measure.Inch, 7 * measure.Inch, measure.Inch / 16, false, false},
	{"Tide-table note", 17 * measure.Inch / 4, 11 * measure.Inch / 2, measure.Inch / 8, false, false},
	{"Raised harbour map", 4 * measure.Inch, 6 * measure.Inch, measure.Inch / 4, false, true},
	{"Kite card", 11 * measure.Inch / 2, 11 * measure.Inch / 2, 3 * measure.Inch / 16, true, true},
	{"Ferry ticket keepsake", 4 * measure.Inch, 8 * measure.Inch, measure.Inch / 16, false, false},
}

// Log is the co-op's logbook of two winters: forty makings, the same every time.
func Log() []logbook.Entry {
	r := rand.New(rand.NewPCG(26, 11))
	first, _ := calendar.Day("2024-11-04")
	var out []logbook.Entry
	for i := range 40 {
		day := first + 5*i
		if i >= 20 {
			day += 265 // the summer between
		}
		out = append(out, entry(r, winter[i%len(winter)], day))
	}
	return out
}

func entry(r *rand.Rand, m made, day int) logbook.Entry {
	inch := func(l measure.Length) job.Length { return job.Length(l.Text(measure.Inches)) }
	room := measure.Length(1+r.IntN(9)) * measure.Inch / 16 // beyond the thickness
	e := logbook.Entry{Date: calendar.Date(day), Title: m.title, Unit: measure.Inches, Made: 12 + 4*r.IntN(12), Thickness: inch(m.thick), Card: &job.Bought{Width: inch(m.width), Height: inch(m.height)},
		Inside:   &job.Bought{Width: inch(m.width + m.thick + room), Height: inch(m.height + m.thick + room)},
		Envelope: "Corner fold", Seam: "held", Carrier: "us", Class: "Letter", Foretold: "pass", Price: "0.78", Currency: "USD", Posted: calendar.Date(day + 2), Outcome: logbook.Arrived, Days: 3 + r.IntN(4)}
	switch need := measure.Inch/16 + m.thick; {
	case room < need:
		e.Fit = logbook.Tight
	case room > need+measure.Inch/4:
		e.Fit = logbook.Loose
	default:
		e.Fit = logbook.Good
	}
	if m.square {
		e.Foretold, e.Price = "surcharge", "1.27"
		if r.IntN(4) > 0 {
			e.Outcome, e.Extra = logbook.Surcharged, "0.49"
		}
	}
	for _, part := range []string{"base", "blank"} {
		s := logbook.Spoiled{Part: part, Of: e.Made + 2, Count: r.IntN(3)}
		if s.Count > 0 {
			s.Reason = []string{"cut off the mark", "folded wrong", "glue"}[r.IntN(3)]
		}
		e.Spoiled = append(e.Spoiled, s)
	}
	for _, step := range []struct {
		kind string
		each int
	}{{"cut", 14}, {"score", 11}, {"fold", 15}, {"assemble", 32}, {"glue", 21}} {
		t := logbook.Took{Step: step.kind, Pieces: e.Made, Usual: 30 + step.each*e.Made}
		slow := 0.8 + 0.5*r.Float64()
		if m.foam && step.kind == "assemble" {
			slow *= 1.7
		}
		t.Seconds = int(float64(t.Usual) * slow)
		e.Took = append(e.Took, t)
	}
	if e.Fit == logbook.Tight {
		e.Notes = fmt.Sprintf("went in with %s of room, only just", inch(room))
	}
	return e
}
