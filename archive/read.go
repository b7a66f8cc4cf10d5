package archive

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"path"
	"slices"
	"strings"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/post"
	"yellow-parcel/shelf"
)

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
	own   []post.Carrier
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
		r.own = append(r.own, c)
		out.Carriers = append(out.Carriers, Rules{c.ID, string(text)})
	}
	// Settings may name a carrier that comes along.
	if out.Settings == nil {
		return nil
	}
	cat := r.cat.With(r.own)
	*out.Settings, _ = brief.KeptTools(*out.Settings, cat)
	if p := brief.CheckTools(*out.Settings, cat); len(p) > 0 {
		return within(settings, p)
	}
	return nil
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
