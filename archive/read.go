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
	"yellow-parcel/core/gang"
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
	list  list
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
	steps := []func(*Archive) error{r.contents, r.jobs, r.gangs, r.makings, r.carriers, r.settings, r.shelf, r.log, r.others}
	for _, step := range steps {
		if err := step(out); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func (r *reader) contents(*Archive) error {
	text, ok, err := r.take(contents, mostList)
	if err != nil {
		return err
	}
	if !ok || json.Unmarshal(text, &r.list) != nil || r.list.Format != Format {
		return wrong(contents, "is missing, or not the list of an archive; choose a file that was taken from Yellow Parcel's settings")
	}
	if r.list.Version != Version && r.list.Version != former {
		return wrong(contents, "is version %d; this program reads version %d", r.list.Version, Version)
	}
	return nil
}

// each takes out the files of a list and reads them one by one.
func (r *reader) each(all []listed, name *regexp.Regexp, what, like string, most int64, read func(Kept, []byte) error) error {
	seen := map[string]bool{}
	for _, of := range all {
		if !name.MatchString(of.File) || !isID(of.ID) || of.Revision < 0 {
			return wrong(contents, "%q is no %s's file; try %s", job.Quoted(of.File), what, like)
		}
		if seen[of.ID] {
			return wrong(contents, "%q stands there twice", job.Quoted(of.ID))
		}
		seen[of.ID] = true
		text, ok, err := r.take(of.File, most)
		switch {
		case err != nil:
			return err
		case !ok:
			return wrong(of.File, "is on the list and not there")
		}
		if err := read(of.Kept, text); err != nil {
			return within(of.File, err)
		}
	}
	return nil
}

func isID(text string) bool { return text != "" && len(text) <= 128 }

func (r *reader) jobs(out *Archive) error {
	return r.each(r.list.Jobs, jobName, "job", "jobs/000001.json", job.MaxSize, func(as Kept, text []byte) error {
		one, err := job.Read(text)
		out.Jobs = append(out.Jobs, Job{as, one})
		return err
	})
}

func (r *reader) gangs(out *Archive) error {
	return r.each(r.list.Gangs, gangName, "gang", "gangs/000001.json", gang.MaxSize, func(as Kept, text []byte) error {
		one, err := gang.Read(text)
		out.Gangs = append(out.Gangs, Gang{as, one})
		return err
	})
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

// strictly reads a document that has known fields alone.
func strictly(text []byte, into any) error {
	in := json.NewDecoder(bytes.NewReader(text))
	in.DisallowUnknownFields()
	err := in.Decode(into)
	var p job.Problems
	if err == nil || errors.As(err, &p) {
		return err
	}
	return wrong("", "cannot be read: %s", strings.TrimPrefix(err.Error(), "json: "))
}

func (r *reader) settings(out *Archive) error {
	text, ok, err := r.take(settings, job.MaxSize)
	if err != nil || !ok {
		return err
	}
	var tools job.Tools
	if err := strictly(text, &tools); err != nil {
		return within(settings, err)
	}
	// Settings may name a carrier that comes along.
	var own []post.Carrier
	for _, c := range out.Carriers {
		if one, err := post.ReadCarrier([]byte(c.Text)); err == nil && c.Aside == "" {
			own = append(own, one)
		}
	}
	cat := r.cat.With(own)
	tools, _ = brief.KeptTools(tools, cat)
	for _, p := range brief.CheckTools(tools, cat) {
		// A home that was given up since is no fault: it is no home.
		if p.Field != "home" {
			return within(settings, job.Problems{p})
		}
		out.Says = append(out.Says, fmt.Sprintf("home is %q, which is no carrier here", job.Quoted(tools.Home)))
	}
	out.Settings = &tools
	return nil
}

func (r *reader) carriers(out *Archive) error {
	known := map[string]Kept{}
	for _, of := range r.list.Carriers {
		known[of.File] = of.Kept
	}
	for _, name := range r.names() {
		id := carrierName.FindStringSubmatch(name)
		if id == nil {
			continue
		}
		text, _, err := r.take(name, post.MaxCarrier)
		if err != nil {
			return err
		}
		as := known[name]
		as.ID = id[1]
		c, err := post.ReadCarrier(text)
		switch {
		case err != nil && r.list.Version == former:
			return within(name, err)
		case err != nil: // it was kept as it is, and may be of use to whoever typed it
			out.Says = append(out.Says, fmt.Sprintf("%s cannot be used: %s", name, err))
		case c.ID != id[1]:
			return wrong(name, "is the file of %q", job.Quoted(c.ID))
		}
		out.Carriers = append(out.Carriers, Rules{as, string(text)})
	}
	return nil
}

func (r *reader) shelf(out *Archive) error {
	if r.list.Version == former {
		return r.formerShelf(out)
	}
	text, ok, err := r.take(shelfJSON, MaxSize)
	if err != nil || !ok {
		return err
	}
	if err := strictly(text, &out.Shelf); err != nil {
		return within(shelfJSON, err)
	}
	if p := out.Shelf.check(r.cat); len(p) > 0 {
		return within(shelfJSON, p)
	}
	return nil
}

func (r *reader) formerShelf(out *Archive) error {
	text, ok, err := r.take(shelfCSV, MaxSize)
	if err != nil || !ok {
		return err
	}
	items, err := shelf.Read(text, r.cat)
	if err != nil {
		return within(shelfCSV, err)
	}
	for _, i := range items {
		out.Shelf.Items = append(out.Shelf.Items, Item{Item: i})
	}
	return nil
}

func (r *reader) log(out *Archive) error {
	text, ok, err := r.take(logJSON, mostWhole)
	if err != nil || !ok {
		return err
	}
	if r.list.Version == former {
		entries, err := logbook.ReadJSON(text)
		if err != nil {
			return within(logJSON, err)
		}
		for _, e := range entries {
			out.Log = append(out.Log, Entry{Making: e.Making, Entry: e})
		}
		return nil
	}
	var all log
	if err := strictly(text, &all); err != nil {
		return within(logJSON, err)
	}
	seen := map[string]bool{}
	var p job.Problems
	for i := range all.Entries {
		e, at := &all.Entries[i], fmt.Sprintf("entries[%d].", i)
		if !isID(e.ID) || seen[e.ID] || e.Revision < 0 {
			p.Failf(at+"id", "%q is missing, too long or stands there twice", job.Quoted(e.ID))
		}
		seen[e.ID] = true
		for _, one := range e.Entry.Check() {
			p.Failf(at+"entry."+one.Field, "%s", one.Text)
		}
	}
	if len(p) > 0 {
		return within(logJSON, p)
	}
	out.Log = all.Entries
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
