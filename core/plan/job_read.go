package plan

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// MaxJob bounds a job document in bytes.
const MaxJob = 256 << 10

// Read reads a job document. Every problem names its field; unknown fields are
// problems, lengths are not looked at yet. The error is a Problems.
func Read(text []byte) (Job, error) {
	root, err := decode(text)
	if err != nil {
		return Job{}, Problems{{"job", err.Error()}}
	}
	r := &reader{}
	job := r.job(root)
	if len(r.problems) > 0 {
		return job, r.problems
	}
	return job, nil
}

func decode(text []byte) (any, error) {
	if len(text) > MaxJob {
		return nil, fmt.Errorf("larger than a job can be (%d kB)", MaxJob>>10)
	}
	in := json.NewDecoder(bytes.NewReader(text))
	in.UseNumber()
	var root any
	err := in.Decode(&root)
	if err == nil {
		if _, err = in.Token(); errors.Is(err, io.EOF) {
			return root, nil
		}
		err = errors.New("there is more after the end of the document")
	}
	line, column := place(text, in.InputOffset(), err)
	return nil, fmt.Errorf(`not readable as JSON at line %d, column %d (%s); try {"format": "yellow-parcel-job", "version": 1, "envelope": "us-a7"}`,
		line, column, strings.TrimPrefix(err.Error(), "json: "))
}

func place(text []byte, offset int64, err error) (line, column int) {
	var syntax *json.SyntaxError
	switch {
	case errors.As(err, &syntax):
		offset = syntax.Offset
	case errors.Is(err, io.ErrUnexpectedEOF), errors.Is(err, io.EOF):
		offset = int64(len(text))
	}
	before := text[:min(int(offset), len(text))]
	return 1 + bytes.Count(before, []byte("\n")), len(before) - bytes.LastIndexByte(before, '\n')
}

// faults gathers what is wrong with a job.
type faults struct{ problems Problems }

func (f *faults) fail(field, format string, args ...any) {
	f.problems = append(f.problems, Problem{field, fmt.Sprintf(format, args...)})
}

// reader walks a decoded document.
type reader struct{ faults }

func (r *reader) job(v any) Job {
	m := r.object("", v, "format", "version", "title", "unit", "ruler", "quantity", "envelope", "card", "layers", "inside", "stamp",
		"sheet", "stock", "spoilage", "trimmer", "board", "mat", "currency", "blank", "post", "materials", "stamps")
	if m == nil {
		return Job{}
	}
	j := Job{
		Format: r.text("", m, "format"), Title: r.text("", m, "title"), Ruler: r.text("", m, "ruler"),
		Unit: measure.Unit(r.text("", m, "unit")), Version: r.whole("", m, "version"), Quantity: r.whole("", m, "quantity"),
		Envelope: r.bought("envelope", m["envelope"]), Sheet: r.bought("sheet", m["sheet"]), Stamp: r.bought("stamp", m["stamp"]),
		Inside: r.text("", m, "inside"), Spoilage: r.text("", m, "spoilage"), Currency: r.text("", m, "currency"),
		Mat: r.text("", m, "mat"),
	}
	if j.Format != JobFormat {
		r.fail("format", "%q is not a job document; it should be %q", j.Format, JobFormat)
	}
	if j.Version != JobVersion {
		r.fail("version", "%d is not a version this program reads; it reads %d", j.Version, JobVersion)
	}
	if len(j.Title) > 200 {
		r.fail("title", "longer than 200 letters; try Lantern week invitation")
	}
	j.Card, j.Layers = r.card(m["card"]), r.layers(m["layers"])
	j.Stock, j.Trimmer, j.Board = r.stock(m["stock"]), r.trimmer(m["trimmer"]), r.board(m["board"])
	j.Blank, j.Post = r.blank(m["blank"]), r.post(m["post"])
	j.Materials, j.Stamps = r.materials(m["materials"]), r.stamps(m["stamps"])
	return j
}

// object takes an object apart; any field not known is a problem that names it.
func (r *reader) object(path string, v any, known ...string) map[string]any {
	m, ok := v.(map[string]any)
	if !ok {
		r.fail(rootName(path), "should be a group of fields: %s", strings.Join(known, ", "))
		return nil
	}
	for _, name := range slices.Sorted(maps.Keys(m)) {
		if !slices.Contains(known, name) {
			r.fail(join(path, shortName(name)), "not a field here; known are %s", strings.Join(known, ", "))
		}
	}
	return m
}

func rootName(path string) string {
	if path == "" {
		return "job"
	}
	return path
}

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

func shortName(s string) string {
	if len(s) > 40 {
		return strings.ToValidUTF8(s[:40], "") + "…"
	}
	return s
}

// text reads a string; a bare number is taken as it was typed.
func (r *reader) text(path string, m map[string]any, name string) string {
	return r.asText(join(path, name), m[name])
}

func (r *reader) asText(field string, v any) string {
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

func (r *reader) whole(path string, m map[string]any, name string) int {
	switch v := m[name].(type) {
	case nil:
		return 0
	case json.Number:
		if n, err := strconv.Atoi(v.String()); err == nil {
			return n
		}
	}
	r.fail(join(path, name), "should be a whole number, like 80")
	return 0
}

func (r *reader) yes(path string, m map[string]any, name string) bool {
	switch v := m[name].(type) {
	case nil:
		return false
	case bool:
		return v
	}
	r.fail(join(path, name), "should be true or false")
	return false
}

func (r *reader) bought(field string, v any) *Bought {
	switch v := v.(type) {
	case nil:
		return nil
	case string:
		return &Bought{ID: v}
	}
	m := r.object(field, v, "width", "height")
	return &Bought{Width: r.text(field, m, "width"), Height: r.text(field, m, "height")}
}

func (r *reader) card(v any) *CardSpec {
	if v == nil {
		return nil
	}
	m := r.object("card", v, "width", "height", "turn", "fold", "hinge", "panels", "panel_widths", "door", "short",
		"thickness", "weight", "overhang", "ease", "stock", "paper", "grain", "colour", "build")
	get := func(name string) string { return r.text("card", m, name) }
	return &CardSpec{
		Width: get("width"), Height: get("height"), Turn: r.yes("card", m, "turn"), Fold: get("fold"), Hinge: get("hinge"),
		Panels: r.whole("card", m, "panels"), Widths: r.texts("card.panel_widths", m["panel_widths"], card.MostPanels), Door: get("door"), Short: get("short"),
		Thickness: get("thickness"), Weight: get("weight"), Ease: get("ease"), Stock: get("stock"), Paper: get("paper"),
		Grain: get("grain"), Colour: get("colour"), Overhang: r.sides(m["overhang"]), Build: r.build(m["build"]),
	}
}

// sides reads how far something pokes out: one length for all sides, or some of them.
func (r *reader) sides(v any) *Sides {
	const field = "card.overhang"
	switch v := v.(type) {
	case nil:
		return nil
	case string:
		return &Sides{v, v, v, v}
	}
	m := r.object(field, v, "top", "right", "bottom", "left")
	get := func(name string) string { return r.text(field, m, name) }
	return &Sides{get("top"), get("right"), get("bottom"), get("left")}
}

// texts reads a list of texts.
func (r *reader) texts(field string, v any, most int) []string {
	var out []string
	for i, one := range r.list(field, v, most) {
		out = append(out, r.asText(fmt.Sprintf("%s[%d]", field, i), one))
	}
	return out
}

func (r *reader) stock(v any) []StockSpec {
	var out []StockSpec
	for i, one := range r.list("stock", v, 60) {
		field := fmt.Sprintf("stock[%d]", i)
		m := r.object(field, one, "item", "sheet", "count", "paper", "grain", "price", "colour")
		get := func(name string) string { return r.text(field, m, name) }
		out = append(out, StockSpec{get("item"), r.bought(field+".sheet", m["sheet"]), r.whole(field, m, "count"),
			get("paper"), get("grain"), get("price"), get("colour")})
	}
	return out
}

func (r *reader) trimmer(v any) *TrimmerSpec {
	if v == nil {
		return nil
	}
	m := r.object("trimmer", v, "longest", "deepest")
	return &TrimmerSpec{r.text("trimmer", m, "longest"), r.text("trimmer", m, "deepest")}
}

func (r *reader) board(v any) *BoardSpec {
	if v == nil {
		return nil
	}
	m := r.object("board", v, "groove", "jig")
	return &BoardSpec{r.text("board", m, "groove"), r.text("board", m, "jig")}
}

func (r *reader) list(field string, v any, most int) []any {
	if v == nil {
		return nil
	}
	all, ok := v.([]any)
	if !ok {
		r.fail(field, "should be a list in square brackets")
	}
	if len(all) > most {
		r.fail(field, "at most %d", most)
		return all[:most]
	}
	return all
}

func (r *reader) layers(v any) []LayerSpec {
	if v == nil {
		return nil
	}
	out := []LayerSpec{}
	for i, one := range r.list("layers", v, 12) {
		field := fmt.Sprintf("layers[%d]", i)
		if m, ok := one.(map[string]any); ok {
			r.object(field, m, "name", "border", "bottom", "paper", "colour", "material", "joint", "cover")
			get := func(name string) string { return r.text(field, m, name) }
			out = append(out, LayerSpec{get("name"), get("border"), get("bottom"), get("paper"), get("colour"), get("material"), get("joint"), get("cover")})
			continue
		}
		out = append(out, LayerSpec{Border: r.asText(field, one)})
	}
	return out
}

// UnmarshalJSON reads a job as Read does; the error is a Problems.
func (j *Job) UnmarshalJSON(text []byte) error {
	var err error
	*j, err = Read(text)
	return err
}
