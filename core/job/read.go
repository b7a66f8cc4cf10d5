package job

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"
)

// MaxSize bounds a job document in bytes.
const MaxSize = 256 << 10

// mostTitle bounds a title in letters.
const mostTitle = 200

// Read reads a job document. Every problem names its field; unknown fields are
// problems, lengths are not looked at yet. The error is a Problems.
func Read(text []byte) (Job, error) {
	root, err := decode(text)
	if err != nil {
		return Job{}, Problems{{"job", err.Error()}}
	}
	return FromDocument(root)
}

// FromDocument is Read of a document that is decoded already, its numbers as json.Number.
func FromDocument(root any) (Job, error) {
	r := &reader{}
	var j Job
	if r.into("", root, reflect.ValueOf(&j).Elem()); r.object("", root, nil) != nil {
		r.identity(j)
	}
	if len(r.problems) > 0 {
		return j, r.problems
	}
	return j, nil
}

// Changed is FromDocument of a document that differs from a job's own in no field but
// those a patch names: only these are read.
func Changed(j Job, doc map[string]any, patch Patch) (Job, error) {
	r := &reader{}
	to := reflect.ValueOf(&j).Elem()
	known := fieldsOf(to.Type())
	r.object("", map[string]any(patch), known.names)
	for i, name := range known.names {
		if _, named := patch[name]; named {
			f := to.Field(known.at[i])
			f.SetZero()
			r.field("", name, doc[name], f, known.most[i])
		}
	}
	r.identity(j)
	if len(r.problems) > 0 {
		return j, r.problems
	}
	return j, nil
}

// UnmarshalJSON reads a job as Read does; the error is a Problems.
func (j *Job) UnmarshalJSON(text []byte) error {
	var err error
	*j, err = Read(text)
	return err
}

// ReadInto reads a document of another kind that is made of a job's types, of so
// many bytes at most; it is called by a name where it is no group of fields.
func ReadInto(text []byte, most int, name string, into any) Problems {
	root, err := decodeWithin(text, most, name)
	if err != nil {
		return Problems{{name, err.Error()}}
	}
	r := &reader{root: name}
	r.into("", root, reflect.ValueOf(into).Elem())
	return r.problems
}

// Identity is what is wrong with a job's format, version or title; nil where nothing is.
func Identity(j Job) Problems {
	r := &reader{}
	r.identity(j)
	return r.problems
}

// reader walks a decoded document along the job's types.
type reader struct {
	problems Problems
	root     string // what the whole document is called; empty for a job
}

// own is a type that is read in its own way.
type own interface {
	read(r *reader, field string, v any)
}

func (r *reader) fail(field, format string, args ...any) { r.problems.Failf(field, format, args...) }

func (r *reader) identity(j Job) {
	if j.Format != Format {
		r.fail("format", "%q is not a job document; it should be %q", j.Format, Format)
	}
	if j.Version != Version {
		r.fail("version", "%d is not a version this program reads; it reads %d", j.Version, Version)
	}
	if utf8.RuneCountInString(j.Title) > mostTitle {
		r.fail("title", "longer than %d letters; try Lantern week invitation", mostTitle)
	}
}

// into reads a value into a field of any type a job has.
func (r *reader) into(field string, v any, to reflect.Value) {
	if to.Kind() == reflect.Pointer {
		if v != nil {
			to.Set(reflect.New(to.Type().Elem()))
			r.into(field, v, to.Elem())
		}
		return
	}
	if o, ok := to.Addr().Interface().(own); ok {
		o.read(r, field, v)
		return
	}
	switch to.Kind() {
	case reflect.String:
		to.SetString(r.text(field, v))
	case reflect.Int:
		to.SetInt(int64(r.whole(field, v)))
	case reflect.Bool:
		to.SetBool(r.yes(field, v))
	case reflect.Struct:
		r.group(field, v, to)
	}
}

// group reads an object's fields, each by the name it is written with.
func (r *reader) group(field string, v any, to reflect.Value) {
	known := fieldsOf(to.Type())
	m := r.object(field, v, known.names)
	if m == nil {
		return
	}
	for i, name := range known.names {
		r.field(field, name, m[name], to.Field(known.at[i]), known.most[i])
	}
}

// field reads a field of a group; a list has so many entries at most. An absent list
// or group stays absent.
func (r *reader) field(group, name string, v any, to reflect.Value, most int) {
	switch kind := to.Kind(); {
	case v == nil && (kind == reflect.Slice || kind == reflect.Pointer):
	case kind == reflect.Slice:
		r.list(join(group, name), v, to, most)
	default:
		r.into(join(group, name), v, to)
	}
}

// list reads a list into a slice; an empty one is empty.
func (r *reader) list(field string, v any, to reflect.Value, most int) {
	all, ok := v.([]any)
	if !ok {
		r.fail(field, "should be a list in square brackets")
	}
	if len(all) > most {
		r.fail(field, "at most %d", most)
		all = all[:most]
	}
	to.Set(reflect.MakeSlice(to.Type(), len(all), len(all)))
	for i, one := range all {
		r.into(fmt.Sprintf("%s[%d]", field, i), one, to.Index(i))
	}
}

// fields are those of a struct as they are written, and how long its lists may be.
type fields struct {
	names []string
	at    []int
	most  []int
}

// written are the fields of each type met so far: a type never changes.
var written sync.Map

func fieldsOf(t reflect.Type) fields {
	if known, ok := written.Load(t); ok {
		return known.(fields)
	}
	var out fields
	for i := range t.NumField() {
		f := t.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		if name == "-" || name == "" {
			continue
		}
		// A list without a bound, or with one that is no number, takes nothing: a test sees it.
		most, _ := strconv.Atoi(f.Tag.Get("most"))
		out.names, out.at, out.most = append(out.names, name), append(out.at, i), append(out.most, most)
	}
	written.Store(t, out)
	return out
}

// object takes an object apart; any field not known is a problem that names it. A nil list knows every field.
func (r *reader) object(path string, v any, known []string) map[string]any {
	m, ok := v.(map[string]any)
	if !ok {
		if known != nil {
			r.fail(r.rootName(path), "should be a group of fields: %s", strings.Join(known, ", "))
		}
		return nil
	}
	if known == nil {
		return m
	}
	var others []string
	for name := range m {
		if !slices.Contains(known, name) {
			others = append(others, name)
		}
	}
	slices.Sort(others)
	for _, name := range others {
		r.fail(join(path, Quoted(name)), "not a field here; known are %s", strings.Join(known, ", "))
	}
	return m
}

func (r *reader) rootName(path string) string {
	switch {
	case path != "":
		return path
	case r.root != "":
		return r.root
	}
	return "job"
}

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

// text reads a string; a bare number is taken as it was typed.
func (r *reader) text(field string, v any) string {
	switch v := v.(type) {
	case nil:
		return ""
	case string:
		return v
	case json.Number:
		return v.String()
	}
	r.fail(field, `should be text in quotes, like "5 1/2 in"`)
	return ""
}

func (r *reader) length(field string, v any) Length { return Length(r.text(field, v)) }

func (r *reader) whole(field string, v any) int {
	switch v := v.(type) {
	case nil:
		return 0
	case json.Number:
		if n, err := strconv.Atoi(v.String()); err == nil {
			return n
		}
	}
	r.fail(field, "should be a whole number, like 80")
	return 0
}

func (r *reader) yes(field string, v any) bool {
	switch v := v.(type) {
	case nil:
		return false
	case bool:
		return v
	}
	r.fail(field, "should be true or false")
	return false
}
