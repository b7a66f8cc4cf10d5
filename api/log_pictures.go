package api

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/words"
)

// LogPictures are the logbook as pictures: places are shares of their width and height, from the lower left.
type LogPictures struct {
	Fits     FitPicture `json:"fits"`
	Steps    []LogBar   `json:"steps" doc:"minutes by kind of step against the usual ones"`
	Spoiled  []LogBar   `json:"spoiled" doc:"by part"`
	Outcomes []LogBar   `json:"outcomes" doc:"by carrier"`
}

// FitPicture is how cards fitted: thickness across, room beyond it upwards.
type FitPicture struct {
	Dots   []FitDot  `json:"dots"`
	Band   []FitBand `json:"band" doc:"where cards fit best, by thickness, as the logbook has it"`
	Rule   float64   `json:"rule" doc:"today's rule"`
	Across []Tick    `json:"across"`
	Up     []Tick    `json:"up"`
	Words  string    `json:"words" doc:"the picture for whoever does not see it"`
}

// FitDot is one card.
type FitDot struct {
	X    float64     `json:"x"`
	Y    float64     `json:"y"`
	Fit  logbook.Fit `json:"fit"`
	Text string      `json:"text"`
}

// FitBand is the suggested room at a thickness, and its band.
type FitBand struct {
	X      float64 `json:"x"`
	Low    float64 `json:"low"`
	Likely float64 `json:"likely"`
	High   float64 `json:"high"`
}

// Tick is a figure on an axis.
type Tick struct {
	At   float64 `json:"at"`
	Text string  `json:"text"`
}

// LogBar is a line of a picture: a name, a share with its band, and what it says.
type LogBar struct {
	Name   string  `json:"name"`
	Low    float64 `json:"low"`
	Likely float64 `json:"likely"`
	High   float64 `json:"high"`
	Text   string  `json:"text"`
}

type picturesOutput struct{ Body LogPictures }

// How far the picture of fits reaches: cards to 1/2 in thick, room to 3/4 in.
const (
	picturedThick = measure.Inch / 2
	picturedRoom  = 3 * measure.Inch / 4
)

func (s *logs) pictures(ctx context.Context, in *struct {
	Unit string `query:"unit" enum:"in,mm" default:"in"`
}) (*picturesOutput, error) {
	all, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	book, err := s.teaches(ctx)
	if err != nil {
		return nil, err
	}
	unit := measure.Unit(in.Unit)
	library, err := s.library.now(ctx)
	if err != nil {
		return nil, err
	}
	out := LogPictures{Fits: fitPicture(all, book, unit), Steps: []LogBar{}, Spoiled: []LogBar{}, Outcomes: outcomeBars(all, library)}
	for _, kind := range slices.Sorted(keys(book.Paces)) {
		p := book.Paces[kind]
		low, likely, high := p.Ratio()
		out.Steps = append(out.Steps, LogBar{kind, low / 3, likely / 3, high / 3, fmt.Sprintf("%.1f times, %.1f to %.1f (%d)", likely, low, high, p.N)})
	}
	for _, part := range slices.Sorted(keys(book.Parts)) {
		p := book.Parts[part]
		low, mean, high := p.Share()
		out.Spoiled = append(out.Spoiled, LogBar{part, low * 5, mean * 5, high * 5, fmt.Sprintf("%d of %d; %.1f to %.1f %%", p.Spoiled, p.Cut, 100*low, 100*high)})
	}
	return &picturesOutput{out}, nil
}

func keys[V any](m map[string]V) func(func(string) bool) {
	return func(yield func(string) bool) {
		for k := range m {
			if !yield(k) {
				return
			}
		}
	}
}

// share is where a length lies between nought and the most that is pictured.
func share(l, most measure.Length) float64 {
	return math.Round(1000*min(max(float64(l)/float64(most), 0), 1)) / 1000
}

func fitPicture(all []logbook.Entry, book *learn.Book, unit measure.Unit) FitPicture {
	out := FitPicture{Dots: []FitDot{}, Band: []FitBand{}, Across: []Tick{}, Up: []Tick{}, Rule: share(brief.UsualEase(unit), picturedRoom)}
	counts := map[logbook.Fit]int{}
	for i := range all {
		e := &all[i]
		room, thick, ok := e.Clearance()
		if !ok {
			continue
		}
		counts[e.Fit]++
		out.Dots = append(out.Dots, FitDot{share(thick, picturedThick), share(room, picturedRoom), e.Fit,
			fmt.Sprintf("%s, %s: %s thick, %s of room, %s", cmp.Or(e.Title, "A card"), e.Date, thick.Text(unit), room.Text(unit), e.Fit)})
	}
	ruler := measure.DefaultRuler(unit)
	if book.Fits.Total > 0 {
		for t := measure.Length(0); t <= picturedThick; t += measure.Inch / 16 {
			e := book.Fits.For(t, ruler)
			out.Band = append(out.Band, FitBand{share(t, picturedThick), share(e.Low, picturedRoom), share(e.Ease, picturedRoom), share(e.High, picturedRoom)})
		}
	}
	step := measure.Inch / 8
	if unit == measure.Millimetres {
		step = 3 * measure.Millimetre
	}
	for at := measure.Length(0); at <= picturedRoom; at += step {
		if at <= picturedThick {
			out.Across = append(out.Across, Tick{share(at, picturedThick), at.Text(unit)})
		}
		out.Up = append(out.Up, Tick{share(at, picturedRoom), at.Text(unit)})
	}
	out.Words = "How cards fitted, by thickness and room: "
	for i, f := range logbook.Fits {
		if i > 0 {
			out.Words += ", "
		}
		out.Words += fmt.Sprintf("%d %s", counts[f], f)
	}
	return out
}

// outcomeBars are what happened to what was posted, by carrier: the share that arrived well.
func outcomeBars(all []logbook.Entry, library *catalog.Catalog) []LogBar {
	counts := map[string]map[logbook.Outcome]int{}
	for _, e := range all {
		if e.Outcome == "" || e.Carrier == "" {
			continue
		}
		if counts[e.Carrier] == nil {
			counts[e.Carrier] = map[logbook.Outcome]int{}
		}
		counts[e.Carrier][e.Outcome]++
	}
	out := []LogBar{}
	for _, carrier := range slices.Sorted(keys(counts)) {
		total, text := 0, ""
		for _, o := range logbook.Outcomes {
			if n := counts[carrier][o]; n > 0 {
				total += n
				if text != "" {
					text += ", "
				}
				text += fmt.Sprintf("%d %s", n, o)
			}
		}
		low, mean, high := learn.Counter{Asked: total, Agreed: counts[carrier][logbook.Arrived]}.Share()
		name := words.Capital(carrier) // one that was given up since
		if of, ok := library.Carrier(carrier); ok {
			name = of.Name
		}
		out = append(out, LogBar{name, low, mean, high, text})
	}
	return out
}
