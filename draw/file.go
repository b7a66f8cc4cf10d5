package draw

import (
	"fmt"
	"io"
	"strings"

	"yellow-parcel/core/plan"
)

// Cuts is the name of the batch's cut list, which is no part at true size.
const Cuts = "cuts"

// Formats are the kinds of file there are, with their media types.
var formats = []struct{ name, media string }{{"svg", "image/svg+xml"}, {"dxf", "image/vnd.dxf"}, {"pdf", "application/pdf"}, {"csv", "text/csv; charset=utf-8"}, {"hpgl", "application/vnd.hp-hpgl"}}

// Formats are the names of the file formats.
func Formats() []string {
	out := make([]string, len(formats))
	for i, f := range formats {
		out[i] = f.name
	}
	return out
}

// MediaType is that of a file format.
func MediaType(format string) string {
	for _, f := range formats {
		if f.name == format {
			return f.media
		}
	}
	return "application/octet-stream"
}

// FileError says why a file cannot be made; Field is "as" or "part".
type FileError struct{ Field, Text string }

func (e *FileError) Error() string { return e.Text }

// Write writes a part of a plan, or its cut list, as a file. The error is a
// *FileError where there is no such file to make.
func Write(w io.Writer, p *plan.Plan, format, part string) error {
	if MediaType(format) == "application/octet-stream" {
		return &FileError{"as", fmt.Sprintf("%q is not a format; try %s", format, strings.Join(Formats(), ", "))}
	}
	if part == Cuts {
		return writeCuts(w, p, format)
	}
	one, err := PartOf(p, part)
	if err != nil {
		return &FileError{"part", err.Error()}
	}
	switch format {
	case "svg":
		return SVG(w, one)
	case "dxf":
		return DXF(w, one)
	case "pdf":
		return PDF(w, one, p.Unit, titleOf(p))
	case "hpgl":
		return HPGL(w, one)
	case "csv":
		if part == "blank" && len(p.Blanks[0].Creases) > 0 {
			return ScoresCSV(w, p)
		}
	}
	return &FileError{"as", fmt.Sprintf("%s cannot be written as %s; try svg, dxf, pdf or hpgl", part, format)}
}

func writeCuts(w io.Writer, p *plan.Plan, format string) error {
	if p.CutPlan.Problem != nil {
		return &FileError{"part", "the batch cannot be cut: " + p.CutPlan.Problem.Text}
	}
	switch format {
	case "pdf":
		return CutListPDF(w, p)
	case "csv":
		return CutListCSV(w, p)
	}
	return &FileError{"as", "the cut list is written as pdf or csv"}
}
