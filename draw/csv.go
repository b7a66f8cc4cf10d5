package draw

import (
	"encoding/csv"
	"fmt"
	"io"
	"strconv"

	"yellow-parcel/core/plan"
)

// CutListCSV writes the batch's cuts in the order of work, one line for each cut of each way a sheet is cut.
func CutListCSV(w io.Writer, p *plan.Plan) error {
	out := csv.NewWriter(w)
	rows := [][]string{{"cut", "set", "set_mm", "sheet", "sheet_name", "paper", "sheets"}}
	for _, s := range p.CutPlan.Sheets {
		for _, c := range s.Cuts {
			rows = append(rows, []string{
				fmt.Sprintf("%s%d", s.Letter, c.Step), c.Set.Text, strconv.FormatFloat(c.Set.MM, 'f', -1, 64),
				s.Letter, s.Name, s.Paper, strconv.Itoa(s.Count),
			})
		}
	}
	return out.WriteAll(rows)
}

// ScoresCSV writes the first blank's scores in the order they are made: what the
// board reads, the true distance, and where the score meets the paper's edge.
func ScoresCSV(w io.Writer, p *plan.Plan) error {
	out := csv.NewWriter(w)
	mm := func(l plan.Length) string { return strconv.FormatFloat(l.MM, 'f', -1, 64) }
	rows := [][]string{{"score", "flap", "from", "reading", "reading_mm", "at", "at_mm", "length_mm", "edge_mark", "edge_mark_mm", "edge_mark_from"}}
	for i, c := range p.Blanks[0].Creases {
		row := []string{strconv.Itoa(i + 1), c.Flap, c.From, c.Reading.Text, mm(c.Reading), c.At.Text, mm(c.At), mm(c.Length), "", "", c.MarkFrom}
		if c.Mark != nil {
			row[8], row[9] = c.Mark.Text, mm(*c.Mark)
		}
		rows = append(rows, row)
	}
	return out.WriteAll(rows)
}
