package archive

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"fmt"
	"io"

	"yellow-parcel/core/logbook"
	"yellow-parcel/shelf"
)

// Writer writes an archive file by file, so that none of it need be held.
type Writer struct {
	zip  *zip.Writer
	list list
}

// NewWriter begins an archive made on a day, YYYY-MM-DD.
func NewWriter(w io.Writer, made string) *Writer {
	return &Writer{zip.NewWriter(w), list{Format, Version, made, []listedJob{}}}
}

func (w *Writer) file(name string, write func(io.Writer) error) error {
	f, err := w.zip.Create(name)
	if err != nil {
		return err
	}
	return write(f)
}

func document(of any) func(io.Writer) error {
	return func(w io.Writer) error {
		out := json.NewEncoder(w)
		out.SetIndent("", "  ")
		return out.Encode(of)
	}
}

// Job writes one job, its document as it was kept.
func (w *Writer) Job(id string, document []byte) error {
	name := fmt.Sprintf("jobs/%06d.json", len(w.list.Jobs)+1)
	w.list.Jobs = append(w.list.Jobs, listedJob{name, id})
	return w.file(name, func(f io.Writer) error {
		var text bytes.Buffer
		if err := json.Indent(&text, document, "", "  "); err != nil {
			text = *bytes.NewBuffer(document) // what cannot be read is still the maker's
		}
		_, err := f.Write(append(text.Bytes(), '\n'))
		return err
	})
}

// Close writes the rest, and the list of all.
func (w *Writer) Close(rest Archive) error {
	if rest.Settings != nil {
		if err := w.file(settings, document(rest.Settings)); err != nil {
			return err
		}
	}
	for _, c := range rest.Carriers {
		err := w.file("carriers/"+c.ID+".yaml", func(f io.Writer) error {
			_, err := io.WriteString(f, c.Text)
			return err
		})
		if err != nil {
			return err
		}
	}
	if err := w.file(shelfCSV, func(f io.Writer) error { return shelf.Write(f, rest.Shelf) }); err != nil {
		return err
	}
	if err := w.file(logJSON, func(f io.Writer) error { return logbook.WriteJSON(f, rest.Log) }); err != nil {
		return err
	}
	if err := w.file(contents, document(w.list)); err != nil {
		return err
	}
	return w.zip.Close()
}
