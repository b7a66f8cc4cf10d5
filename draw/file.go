package draw

import (
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"yellow-parcel/core/pipeline"
)

// Format is a kind of file. Outline writes a part to cut at true size; List
// writes what is no outline, by the name it is asked for. Says tells a maker
// what is in the file, SaysOf where a list is something else.
type Format struct {
	Name, Media, Extension string
	Says                   string
	SaysOf                 map[string]string
	Outline                func(w io.Writer, p Template, of Source) error
	List                   map[string]func(w io.Writer, of Source) error
}

// formats are the kinds of file there are, in the order they are offered.
var formats = []Format{svgFormat, dxfFormat, pdfFormat, hpglFormat, csvFormat}

// Formats are the kinds of file there are.
func Formats() []Format { return formats }

// FormatByName finds a kind of file.
func FormatByName(name string) (Format, bool) {
	i := slices.IndexFunc(formats, func(f Format) bool { return f.Name == name })
	if i < 0 {
		return Format{}, false
	}
	return formats[i], true
}

// FormatNames are the names of all kinds of file.
func FormatNames() []string {
	out := make([]string, len(formats))
	for i, f := range formats {
		out[i] = f.Name
	}
	return out
}

// Takes tells whether a thing can be written as this kind of file.
func (f Format) Takes(name string) bool {
	_, drawn := partByName(name)
	return drawn && f.Outline != nil || f.List[name] != nil
}

// About says what is in the file of a thing.
func (f Format) About(name string) string {
	if own, ok := f.SaysOf[name]; ok {
		return own
	}
	return f.Says
}

// Source is what files are made of: a result, and the words of its plan.
type Source = *pipeline.Whole

// FileError says why a file cannot be made; Field is "as" or "part".
type FileError struct{ Field, Text string }

func (e *FileError) Error() string { return e.Text }

// Write writes a part, or a list, as a file. The error is a *FileError where
// there is no such file to make.
func Write(w io.Writer, of Source, format, name string) error {
	f, ok := FormatByName(format)
	if !ok {
		return &FileError{"as", fmt.Sprintf("%q is not a format; try %s", format, strings.Join(FormatNames(), ", "))}
	}
	if write := f.List[name]; write != nil {
		if err := write(w, of); !errors.Is(err, errNotSo) {
			return err
		}
		return cannot(name, format)
	}
	part, err := TemplateOf(of.Result, name)
	if err != nil {
		return &FileError{"part", err.Error()}
	}
	if f.Outline == nil || slices.Contains(lists, name) {
		return cannot(name, format)
	}
	return f.Outline(w, part, of)
}

// errNotSo says that there is nothing of the kind to write, though there could be.
var errNotSo = errors.New("there is no such list here")

// cannot says which kinds of file there are of a thing.
func cannot(name, format string) error {
	var others []string
	for _, f := range formats {
		if f.Takes(name) && f.Name != format {
			others = append(others, f.Name)
		}
	}
	return &FileError{"as", fmt.Sprintf("%s cannot be written as %s; try %s", name, format, strings.Join(others, ", "))}
}

// cutListOf is why there is no cut list; nil where there is one.
func cutListOf(of Source) error {
	if p := of.Plan.CutPlan.Problem; p != nil {
		return &FileError{"part", "the batch cannot be cut: " + p.Text}
	}
	if of.Result.Batch.Plan == nil {
		return &FileError{"part", of.Plan.CutPlan.Text}
	}
	return nil
}
