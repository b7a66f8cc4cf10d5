// Package archive takes everything a maker kept along as one zip file of open
// documents, and brings it in again.
package archive

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"path"
	"regexp"
	"slices"
	"strings"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/post"
	"yellow-parcel/shelf"
)

// The archive's identity. One of a later version is refused.
const (
	Format  = "yellow-parcel-archive"
	Version = 1
)

// What an archive may come to.
const (
	MaxSize   = 64 << 20  // bytes, as a file
	mostWhole = 512 << 20 // bytes, taken out of it
	mostFiles = 200_000
	mostList  = 32 << 20 // bytes of the list of jobs
)

// Names inside an archive.
const (
	contents = "archive.json"
	settings = "settings.json"
	shelfCSV = "shelf.csv"
	logJSON  = "logbook.json"
)

var (
	jobName     = regexp.MustCompile(`^jobs/[0-9]{6}\.json$`)
	carrierName = regexp.MustCompile(`^carriers/([a-z0-9-]{1,40})\.yaml$`)
)

// Job is a job with the identifier it is kept by, which entries of the logbook name.
type Job struct {
	ID  string
	Job job.Job
}

// Rules are a carrier's own file.
type Rules struct{ ID, Text string }

// Archive is everything in one.
type Archive struct {
	Jobs     []Job
	Shelf    []shelf.Item
	Settings *job.Tools // nil where none were kept
	Carriers []Rules
	Log      []logbook.Entry
}

// list is what an archive says of itself.
type list struct {
	Format  string      `json:"format"`
	Version int         `json:"version"`
	Made    string      `json:"made"` // YYYY-MM-DD
	Jobs    []listedJob `json:"jobs"`
}

type listedJob struct {
	File string `json:"file"`
	ID   string `json:"id"`
}

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

// Read reads an archive; the catalogue is what its shelf and settings may name. The
// error is a job.Problems whose fields name the file inside.
func Read(file []byte, cat *catalog.Catalog) (*Archive, error) {
	if len(file) > MaxSize {
		return nil, wrong("archive", "larger than an archive can be (%d MB)", MaxSize>>20)
	}
	in, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return nil, wrong("archive", "not a zip file; choose one that was taken from Yellow Parcel's settings")
	}
	if len(in.File) > mostFiles {
		return nil, wrong("archive", "more than %d files", mostFiles)
	}
	r := &reader{cat: cat, files: map[string]*zip.File{}, left: mostWhole}
	for _, f := range in.File {
		if _, twice := r.files[f.Name]; twice {
			return nil, wrong(job.Quoted(f.Name), "stands there twice")
		}
		r.files[f.Name] = f
	}
	return r.archive()
}

type reader struct {
	cat   *catalog.Catalog
	files map[string]*zip.File
	left  int64 // bytes that may still be taken out
}

func wrong(field, format string, args ...any) error {
	var p job.Problems
	p.Failf(field, format, args...)
	return p
}

// take takes a file out, of so many bytes at most; ok is false where it is not there.
func (r *reader) take(name string, most int64) (text []byte, ok bool, err error) {
	f := r.files[name]
	if f == nil {
		return nil, false, nil
	}
	delete(r.files, name)
	in, err := f.Open()
	if err != nil {
		return nil, true, wrong(name, "cannot be taken out: %s", err)
	}
	defer in.Close()
	// What a file says of its own size is not believed.
	text, err = io.ReadAll(io.LimitReader(in, min(most, r.left)+1))
	switch {
	case err != nil:
		return nil, true, wrong(name, "cannot be taken out: %s", err)
	case int64(len(text)) > most:
		return nil, true, wrong(name, "larger than it can be (%d kB)", most>>10)
	case int64(len(text)) > r.left:
		return nil, true, wrong("archive", "comes to more than %d MB", mostWhole>>20)
	}
	r.left -= int64(len(text))
	return text, true, nil
}

func (r *reader) archive() (*Archive, error) {
	out := &Archive{}
	for _, step := range []func(*Archive) error{r.jobs, r.settings, r.carriers, r.shelf, r.log, r.others} {
		if err := step(out); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func (r *reader) jobs(out *Archive) error {
	text, ok, err := r.take(contents, mostList)
	if err != nil {
		return err
	}
	var all list
	if !ok || json.Unmarshal(text, &all) != nil || all.Format != Format {
		return wrong(contents, "is missing, or not the list of an archive; choose a file that was taken from Yellow Parcel's settings")
	}
	if all.Version != Version {
		return wrong(contents, "is version %d; this program reads version %d", all.Version, Version)
	}
	for _, of := range all.Jobs {
		if !jobName.MatchString(of.File) || of.ID == "" || len(of.ID) > 64 {
			return wrong(contents, "%q is no job's file; try jobs/000001.json", job.Quoted(of.File))
		}
		text, ok, err := r.take(of.File, job.MaxSize)
		switch {
		case err != nil:
			return err
		case !ok:
			return wrong(of.File, "is on the list and not there")
		}
		one, err := job.Read(text)
		if err != nil {
			return within(of.File, err)
		}
		out.Jobs = append(out.Jobs, Job{of.ID, one})
	}
	return nil
}

// within says of problems which file they are in.
func within(name string, err error) error {
	var all job.Problems
	if !errors.As(err, &all) {
		return wrong(name, "%s", err)
	}
	out := slices.Clone(all)
	for i := range out {
		out[i].Field = strings.TrimSuffix(name+", "+out[i].Field, ", ")
	}
	return out
}

func (r *reader) settings(out *Archive) error {
	text, ok, err := r.take(settings, job.MaxSize)
	if err != nil || !ok {
		return err
	}
	in := json.NewDecoder(bytes.NewReader(text))
	in.DisallowUnknownFields()
	var tools job.Tools
	if err := in.Decode(&tools); err != nil {
		return wrong(settings, "cannot be read: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	out.Settings = &tools
	return nil
}

func (r *reader) carriers(out *Archive) error {
	for _, name := range r.names() {
		id := carrierName.FindStringSubmatch(name)
		if id == nil {
			continue
		}
		text, _, err := r.take(name, post.MaxCarrier)
		if err != nil {
			return err
		}
		c, err := post.ReadCarrier(text)
		switch {
		case err != nil:
			return within(name, err)
		case c.ID != id[1]:
			return wrong(name, "is the file of %q", job.Quoted(c.ID))
		}
		out.Carriers = append(out.Carriers, Rules{id[1], string(text)})
	}
	// Settings may name a carrier that comes along.
	if out.Settings == nil {
		return nil
	}
	if p := brief.CheckTools(*out.Settings, r.cat.With(own(out.Carriers))); len(p) > 0 {
		return within(settings, p)
	}
	return nil
}

func own(all []Rules) (out []post.Carrier) {
	for _, c := range all {
		one, _ := post.ReadCarrier([]byte(c.Text)) // it was read before
		out = append(out, one)
	}
	return out
}

func (r *reader) shelf(out *Archive) error {
	text, ok, err := r.take(shelfCSV, MaxSize)
	if err != nil || !ok {
		return err
	}
	if out.Shelf, err = shelf.Read(text, r.cat); err != nil {
		return within(shelfCSV, err)
	}
	return nil
}

func (r *reader) log(out *Archive) error {
	text, ok, err := r.take(logJSON, logbook.MaxSize)
	if err != nil || !ok {
		return err
	}
	if out.Log, err = logbook.ReadJSON(text); err != nil {
		return within(logJSON, err)
	}
	return nil
}

// others refuses what nobody asked for: it would be lost without a word.
func (r *reader) others(*Archive) error {
	for _, name := range r.names() {
		if !strings.HasSuffix(name, "/") {
			return wrong(job.Quoted(path.Clean(name)), "is nothing an archive has; take it out")
		}
	}
	return nil
}

func (r *reader) names() []string {
	out := make([]string, 0, len(r.files))
	for name := range r.files {
		out = append(out, name)
	}
	slices.Sort(out)
	return out
}
