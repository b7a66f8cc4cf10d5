package bench

import (
	_ "embed"
	"encoding/csv"
	"strconv"
	"strings"
)

//go:embed minutes.csv
var minutesText string

// usual is how many seconds a step takes: to set up, and for each piece.
type usual struct{ setup, each Minutes }

// usuals are the usual seconds by a sentence's name, as makers' own accounts have
// them, in general figures; a logbook overrules them.
var usuals = readUsuals(minutesText)

func readUsuals(text string) map[string]usual {
	rows, err := csv.NewReader(strings.NewReader(text)).ReadAll()
	if err != nil {
		panic(err) // it ships with the program, and a test reads it
	}
	out := map[string]usual{}
	for _, row := range rows[1:] {
		var v [6]float64
		for i := range v {
			if v[i], err = strconv.ParseFloat(row[i+1], 64); err != nil {
				panic(err)
			}
		}
		out[row[0]] = usual{Minutes{v[0], v[1], v[2]}, Minutes{v[3], v[4], v[5]}}
	}
	return out
}

// minutesOf is how long a step by a name takes for so many pieces.
func minutesOf(name string, pieces int) Minutes {
	u, n := usuals[name], float64(pieces)
	return Minutes{(u.setup.Low + n*u.each.Low) / 60, (u.setup.Likely + n*u.each.Likely) / 60, (u.setup.High + n*u.each.High) / 60}
}

// Time is how long steps take one after another: what dries does so by itself
// while hands go on, until a step needs it.
func Time(steps []Step) Minutes {
	return Minutes{
		timeOf(steps, func(m Minutes) float64 { return m.Low }),
		timeOf(steps, func(m Minutes) float64 { return m.Likely }),
		timeOf(steps, func(m Minutes) float64 { return m.High }),
	}
}

func timeOf(steps []Step, of func(Minutes) float64) float64 {
	now := 0.0
	ready := map[string]float64{}
	for _, s := range steps {
		if s.Kind == Dry {
			for _, h := range s.Handled {
				ready[h.Part.String()] = now + of(s.Minutes)
			}
			continue
		}
		for _, h := range s.Handled {
			now = max(now, ready[h.Part.String()])
		}
		now += of(s.Minutes)
	}
	for _, at := range ready {
		now = max(now, at)
	}
	return now
}
