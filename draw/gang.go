package draw

import (
	"fmt"
	"io"
	"strings"

	"yellow-parcel/core/cells"
	"yellow-parcel/core/document"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/trim"
)

// GangSet is every drawing of jobs that are cut together.
type GangSet struct {
	Sheets  []Drawing `json:"sheets" doc:"one for each way of cutting a sheet"`
	Choices *Drawing  `json:"choices,omitempty" doc:"cut plans to choose between, sheets against moves of the guide"`
}

// OfGang draws the sheets of jobs that are cut together, their pieces marked by job.
func OfGang(of *gang.Whole) GangSet {
	return GangSet{sheets(&of.Batch, of.Table.Unit), choices(&of.Batch, of.Table.Stock.Currency)}
}

// gangFiles are the kinds of file there are of a gang.
var gangFiles = map[string]func(io.Writer, *gang.Whole, *document.Gang) error{"pdf": gangPDF, "csv": gangCSV}

// GangFormats are the names of the kinds of file there are of a gang.
var GangFormats = []string{"pdf", "csv"}

// WriteGang writes the cut list of jobs that are cut together. The error is a
// *FileError where there is no such file to make.
func WriteGang(w io.Writer, of *gang.Whole, format string) error {
	write := gangFiles[format]
	if write == nil {
		return &FileError{"as", fmt.Sprintf("%q is not a format; try %s", format, strings.Join(GangFormats, ", "))}
	}
	p := of.Write(true)
	if p.CutPlan.Problem != nil {
		return &FileError{"as", "the batch cannot be cut: " + p.CutPlan.Problem.Text}
	}
	if of.Batch.Plan == nil {
		return &FileError{"as", p.CutPlan.Text}
	}
	return write(w, of, p)
}

// gangPDF writes one bench sheet of cuts for all jobs: what they are, what is to
// be bought, the settings in order, every way a sheet is cut, and the stamps.
func gangPDF(w io.Writer, of *gang.Whole, p *document.Gang) error {
	return listPDF(w, p.Unit, p.Title, func(l *lister) {
		l.text(style{true, 15}, p.Title)
		for _, j := range p.Jobs {
			text := fmt.Sprintf("%d  %s: %d of %s", j.Number, j.Title, j.Quantity, j.Card)
			if j.Cost != "" {
				text += fmt.Sprintf("; %s of the paper, %s, %s a card", j.Share, j.Cost, j.Each)
			}
			l.text(style{false, 10}, text)
		}
		for _, s := range p.Shopping {
			l.text(style{true, 10}, "To buy: "+s)
		}
		l.gap(2)
		l.cutting(&p.CutPlan)
		l.cuts(&p.CutPlan, OfGang(of).Sheets)
		if len(p.Stamps) > 0 {
			l.heading("Stamps", 10)
		}
		for _, s := range p.Stamps {
			l.text(style{false, 10}, fmt.Sprintf("%d  %s: %s", s.Number, s.Title, s.Text))
		}
	})
}

// gangCSV writes one line for each cut of each way a sheet is cut, and what the
// sheet gives, each piece by its job's number.
func gangCSV(w io.Writer, of *gang.Whole, _ *document.Gang) error {
	rows := cutRows(&of.Batch, of.Table.Unit)
	rows[0] = append(rows[0], "gives")
	at := 1
	for _, l := range of.Batch.Plan.Layouts {
		gives := given(l)
		for range l.Cuts {
			rows[at] = append(rows[at], gives)
			at++
		}
	}
	return cells.Write(w, rows)
}

// given counts a layout's pieces by name, in the order they lie.
func given(l trim.Layout) string {
	counts, names := map[string]int{}, []string{}
	for _, p := range l.Pieces {
		if counts[p.Name]++; counts[p.Name] == 1 {
			names = append(names, p.Name)
		}
	}
	for i, name := range names {
		names[i] = fmt.Sprintf("%d × %s", counts[name], name)
	}
	return strings.Join(names, "; ")
}
