package job

import (
	"reflect"
	"slices"
	"sync"

	"yellow-parcel/core/blank"
)

// read takes a catalogue's name, or a measured width and height.
func (b *Bought) read(r *reader, field string, v any) {
	if id, ok := v.(string); ok {
		b.ID = id
		return
	}
	b.Width, b.Height = r.size(field, v)
}

var sizeFields = []string{"width", "height"}

func (r *reader) size(field string, v any) (width, height Length) {
	m := r.object(field, v, sizeFields)
	return r.length(join(field, "width"), m["width"]), r.length(join(field, "height"), m["height"])
}

// read takes a border alone, or a layer's fields.
func (l *LayerSpec) read(r *reader, field string, v any) {
	if _, ok := v.(map[string]any); !ok {
		l.Border = r.length(field, v)
		return
	}
	type plain LayerSpec
	r.group(field, v, reflect.ValueOf((*plain)(l)).Elem())
}

// read takes one length for all sides, or some of them.
func (s *Sides) read(r *reader, field string, v any) {
	if one, ok := v.(string); ok {
		*s = Sides{Length(one), Length(one), Length(one), Length(one)}
		return
	}
	type plain Sides
	r.group(field, v, reflect.ValueOf((*plain)(s)).Elem())
}

// blankFields are the fields all styles share, and blankOptions the styles' own
// by name; known lists both in the order a message does.
var (
	blankFields  = sync.OnceValue(func() fields { return fieldsOf(reflect.TypeFor[BlankSpec]()) })
	blankOptions = sync.OnceValue(func() (out struct {
		known []string
		by    map[string]blank.Option
	}) {
		out.known, out.by = slices.Clone(blankFields().names), map[string]blank.Option{}
		for _, s := range blank.Styles() {
			for _, o := range s.Options {
				if _, twice := out.by[o.Name]; !twice {
					out.known = append(out.known, o.Name)
				}
				out.by[o.Name] = o
			}
		}
		return out
	})
)

// read takes the fields all styles share, and those of every style.
func (b *BlankSpec) read(r *reader, field string, v any) {
	options := blankOptions()
	m := r.object(field, v, options.known)
	if m == nil {
		return
	}
	to := reflect.ValueOf(b).Elem()
	for i, name := range blankFields().names {
		r.into(join(field, name), m[name], to.Field(blankFields().at[i]))
	}
	b.Options = map[string]OptionSpec{}
	for _, name := range options.known {
		if o, ok := options.by[name]; ok && m[name] != nil {
			b.Options[name] = r.option(join(field, name), m[name], o)
		}
	}
}

func (r *reader) option(field string, v any, o blank.Option) OptionSpec {
	_, measured := v.(map[string]any)
	switch o.Kind() {
	case blank.SizeOption:
		w, h := r.size(field, v)
		return OptionSpec{Width: w, Height: h}
	case blank.EnvelopeOption:
		if measured {
			w, h := r.size(field, v)
			return OptionSpec{Width: w, Height: h}
		}
	case blank.LengthOption:
		return OptionSpec{Length: r.length(field, v)}
	}
	return OptionSpec{Word: r.text(field, v)}
}
