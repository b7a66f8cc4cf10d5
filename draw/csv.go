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
