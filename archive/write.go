package archive

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"fmt"
	"io"

	"yellow-parcel/core/job"
)

// Writer writes an archive file by file, so that none of it need be held.
type Writer struct {
	zip  *zip.Writer
	list list
}

// NewWriter begins an archive made on a day, YYYY-MM-DD.
func NewWriter(w io.Writer, made string) *Writer {
	return &Writer{zip.NewWriter(w), list{Format: Format, Version: Version, Made: made, Jobs: []listed{}}}
}

func (w *Writer) file(name string, write func(io.Writer) error) error {
	f, err := w.zip.Create(name)
	if err != nil {
		return err
	}
	return write(f)
}

func (w *Writer) document(name string, of any) error {
	return w.file(name, func(f io.Writer) error {
		out := json.NewEncoder(f)
		out.SetEscapeHTML(false)
		out.SetIndent("", "  ")
		return out.Encode(of)
	})
}

// raw writes a document as it was kept.
func (w *Writer) raw(name string, document []byte) error {
	return w.file(name, func(f io.Writer) error {
		var text bytes.Buffer
		if err := json.Indent(&text, document, "", "  "); err != nil {
			text = *bytes.NewBuffer(document) // what cannot be read is still the maker's
		}
		_, err := f.Write(append(text.Bytes(), '\n'))
		return err
	})
}

// Job writes one job, its document as it was kept.
func (w *Writer) Job(as Kept, document []byte) error {
	name := fmt.Sprintf("jobs/%06d.json", len(w.list.Jobs)+1)
	w.list.Jobs = append(w.list.Jobs, listed{name, as})
	return w.raw(name, document)
}

// Gang writes jobs that are cut together, their document as it was kept.
func (w *Writer) Gang(as Kept, document []byte) error {
	name := fmt.Sprintf("gangs/%06d.json", len(w.list.Gangs)+1)
	w.list.Gangs = append(w.list.Gangs, listed{name, as})
	return w.raw(name, document)
}

// Making writes a run at the bench.
func (w *Writer) Making(as Kept, m Making) error {
	name := fmt.Sprintf("makings/%06d.json", len(w.list.Makings)+1)
	w.list.Makings = append(w.list.Makings, listed{name, as})
	return w.document(name, m)
}

// Carrier writes a carrier's own file.
func (w *Writer) Carrier(as Rules) error {
	name := "carriers/" + as.ID + ".yaml"
	w.list.Carriers = append(w.list.Carriers, listed{name, as.Kept})
	return w.file(name, func(f io.Writer) error {
		_, err := io.WriteString(f, as.Text)
		return err
	})
}

// Shelf writes what is on hand.
func (w *Writer) Shelf(s Shelf) error { return w.document(shelfJSON, s) }

// Log writes the logbook.
func (w *Writer) Log(entries []Entry) error { return w.document(logJSON, log{entries}) }

// Settings writes the maker's own tools.
func (w *Writer) Settings(t job.Tools) error { return w.document(settings, t) }

// Close writes the list of all.
func (w *Writer) Close() error {
	if err := w.document(contents, w.list); err != nil {
		return err
	}
	return w.zip.Close()
}
