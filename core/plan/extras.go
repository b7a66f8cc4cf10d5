package plan

import (
	"yellow-parcel/core/blank"
)

// Extra is a piece cut besides the envelope: a liner, a belly band, strips.
type Extra struct {
	ID      string         `json:"id"`
	Name    string         `json:"name"`
	Width   Length         `json:"width"`
	Height  Length         `json:"height"`
	Count   int            `json:"count"`
	Scores  []Length       `json:"scores" doc:"from the foot of a liner, the left end of a band"`
	Answer  Answer         `json:"answer"`
	Outline [][2]float64   `json:"outline"`
	Lines   [][][2]float64 `json:"lines" doc:"the scores as drawn"`
	Lies    [][2]float64   `json:"lies" doc:"where it lies on the first blank's drawing"`
}

// extras are the pieces that go with the first blank.
func (m *maker) extras() {
	if len(m.plan.Blanks) == 0 {
		return
	}
	for _, e := range blank.Extras(m.plan.Blanks[0].made, m.thickness, m.ruler) {
		x := Extra{
			ID: e.ID, Name: e.Name, Width: m.length(e.Width), Height: m.length(e.Height), Count: e.Count,
			Scores: []Length{}, Outline: points(e.Outline), Lines: [][][2]float64{}, Lies: points(e.Lies),
		}
		from, scored := "the left end", ""
		if e.ID == "liner" {
			from = "the foot"
		}
		for i, at := range e.At {
			x.Scores, x.Lines = append(x.Scores, m.length(at)), append(x.Lines, line2(e.Scores[i]))
			if scored != "" {
				scored += ", "
			}
			scored += m.text(at)
		}
		note := ""
		if scored != "" {
			note = "score at " + scored + " from " + from
		}
		if e.Count > 1 {
			note = "two of them"
		}
		x.Answer = line("envelope", e.ID, e.Name, note, append(e.Working, bladeCaution), m.figure(e.ID+".width", e.Width), m.figure(e.ID+".height", e.Height))
		m.plan.Extras = append(m.plan.Extras, x)
	}
}
