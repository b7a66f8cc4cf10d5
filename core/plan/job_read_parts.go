package plan

import (
	"fmt"
	"sync"

	"yellow-parcel/core/blank"
)

// blankOptions are the options of every style, by name; blankFields those and
// the fields all styles share, in the order a message lists them.
var (
	blankOptions = sync.OnceValue(func() map[string]blank.Option {
		out := map[string]blank.Option{}
		for _, s := range blank.Styles() {
			for _, o := range s.Options {
				out[o.Name] = o
			}
		}
		return out
	})
	blankFields = sync.OnceValue(func() []string {
		known := []string{"style", "variant", "ease", "seam", "paper", "liner"}
		for _, s := range blank.Styles() {
			for _, o := range s.Options {
				known = append(known, o.Name)
			}
		}
		return known
	})
)

func (r *reader) blank(v any) *BlankSpec {
	if v == nil {
		return nil
	}
	m, ok := v.(map[string]any)
	if !ok {
		r.object("blank", v, "style", "ease", "seam", "paper")
		return nil
	}
	get := func(name string) string { return r.text("blank", m, name) }
	b := &BlankSpec{
		Style: get("style"), Variant: get("variant"), Ease: get("ease"), Seam: get("seam"), Liner: r.yes("blank", m, "liner"),
		Paper: r.bought("blank.paper", m["paper"]), Options: map[string]OptionSpec{},
	}
	for name, o := range blankOptions() {
		if given, ok := m[name]; ok && given != nil {
			b.Options[name] = r.option("blank."+name, given, o)
		}
	}
	r.object("blank", m, blankFields()...)
	return b
}

func (r *reader) option(field string, v any, o blank.Option) OptionSpec {
	if _, measured := v.(map[string]any); !o.Size && !(o.Envelope && measured) {
		return OptionSpec{Text: r.asText(field, v)}
	}
	m := r.object(field, v, "width", "height")
	return OptionSpec{Width: r.text(field, m, "width"), Height: r.text(field, m, "height")}
}

func (r *reader) post(v any) *PostSpec {
	if v == nil {
		return nil
	}
	m := r.object("post", v, "carriers", "closure", "address", "contents", "wrapping", "shape", "bend", "gauge")
	words := func(name string) []string { return r.texts("post."+name, m[name], 20) }
	get := func(name string) string { return r.text("post", m, name) }
	return &PostSpec{words("carriers"), get("closure"), get("address"), words("contents"), get("wrapping"), get("shape"), get("bend"), get("gauge")}
}

// mostParts bounds what lies on a card.
const mostParts = 24

func (r *reader) build(v any) []BuildSpec {
	var out []BuildSpec
	for i, one := range r.list("card.build", v, mostParts) {
		field := fmt.Sprintf("card.build[%d]", i)
		m := r.object(field, one, "name", "material", "x", "y", "width", "height", "thickness", "weight", "joint", "cover", "on")
		get := func(name string) string { return r.text(field, m, name) }
		out = append(out, BuildSpec{get("name"), get("material"), get("x"), get("y"), get("width"), get("height"), get("thickness"), get("weight"), get("joint"), get("cover"), get("on")})
	}
	return out
}

func (r *reader) materials(v any) []MaterialSpec {
	var out []MaterialSpec
	for i, one := range r.list("materials", v, 200) {
		field := fmt.Sprintf("materials[%d]", i)
		m := r.object(field, one, "id", "name", "kind", "thickness", "weight", "stiff_low", "stiff_high", "hard", "contents")
		get := func(name string) string { return r.text(field, m, name) }
		out = append(out, MaterialSpec{get("id"), get("name"), get("kind"), get("thickness"), get("weight"), get("stiff_low"), get("stiff_high"), r.yes(field, m, "hard"), get("contents")})
	}
	return out
}

func (r *reader) stamps(v any) []StampSpec {
	var out []StampSpec
	for i, one := range r.list("stamps", v, 40) {
		field := fmt.Sprintf("stamps[%d]", i)
		m := r.object(field, one, "name", "price", "currency", "count")
		get := func(name string) string { return r.text(field, m, name) }
		out = append(out, StampSpec{get("name"), get("price"), get("currency"), r.whole(field, m, "count")})
	}
	return out
}
