package draw

import (
	"fmt"
	"io"
	"strconv"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/blank"
	"yellow-parcel/core/cells"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/words"
)

var csvFormat = Format{
	Name: "csv", Media: "text/csv; charset=utf-8", Extension: "csv", Says: "one line for each cut",
	SaysOf: map[string]string{"blank": "one line for each score, with what the board reads"},
	List:   map[string]func(io.Writer, Source) error{Cuts: cutListCSV, "blank": scoresCSV},
}

// cutListCSV writes the batch's cuts in the order of work, one line for each cut of each way a sheet is cut.
func cutListCSV(w io.Writer, of Source) error {
	if err := cutListOf(of); err != nil {
		return err
	}
	return cells.Write(w, cutRows(&of.Result.Batch, of.Result.Brief.Unit))
}

// cutRows are the cuts of a batch with a row of names above them.
func cutRows(b *batch.Batch, u measure.Unit) [][]string {
	rows := [][]string{{"cut", "set", "set_mm", "sheet", "sheet_name", "paper", "sheets"}}
	for i, l := range b.Plan.Layouts {
		sheet := b.Sheets[l.Sheet]
		for _, c := range l.Cuts {
			rows = append(rows, []string{
				fmt.Sprintf("%s%d", words.Letter(i), c.Number), c.Set.Text(u), millimetres(c.Set),
				words.Letter(i), sheet.Name, sheet.Paper.Name, strconv.Itoa(l.Count),
			})
		}
	}
	return rows
}

// scoresCSV writes the first blank's scores in the order they are made: what the
// board reads, the true distance, and where the score meets the paper's edge.
func scoresCSV(w io.Writer, of Source) error {
	r := of.Result
	if len(r.Blanks) == 0 {
		_, err := blankPart(r)
		return &FileError{"part", err.Error()}
	}
	if r.Blanks[0].Scores() == 0 {
		return errNotSo
	}
	rows := [][]string{{"score", "flap", "from", "reading", "reading_mm", "at", "at_mm", "length_mm", "edge_mark", "edge_mark_mm", "edge_mark_from"}}
	var all []blank.Crease
	for k := range r.Blanks[0].Pieces {
		all = append(all, r.Blanks[0].Pieces[k].Creases...)
	}
	for i, c := range all {
		row := []string{strconv.Itoa(i + 1), c.Flap, c.From, c.Reading.Text(r.Brief.Unit), millimetres(c.Reading), c.At.Text(r.Brief.Unit), millimetres(c.At), millimetres(c.Length), "", "", c.MarkFrom}
		if c.Mark > 0 {
			row[8], row[9] = c.Mark.Text(r.Brief.Unit), millimetres(c.Mark)
		}
		rows = append(rows, row)
	}
	return cells.Write(w, rows)
}
