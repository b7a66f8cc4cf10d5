package job

import (
	"bytes"
	"encoding/json"
	"maps"
	"sync"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// A Patch is a change to a job document: a JSON merge patch (RFC 7386), in
// which nil takes a field away.
type Patch = map[string]any

// Document is the job as it would be written, taken apart; nil where it cannot be written.
func (j Job) Document() map[string]any {
	text, err := json.Marshal(j)
	if err != nil {
		return nil
	}
	in := json.NewDecoder(bytes.NewReader(text))
	in.UseNumber()
	var doc map[string]any
	if err := in.Decode(&doc); err != nil {
		return nil
	}
	return doc
}

// Merged is a document with a patch laid over it; neither is changed.
func Merged(doc map[string]any, patch Patch) map[string]any {
	out := maps.Clone(doc)
	if out == nil {
		out = map[string]any{}
	}
	for k, v := range patch {
		inner, isMap := v.(map[string]any)
		switch {
		case v == nil:
			delete(out, k)
		case isMap:
			under, _ := out[k].(map[string]any)
			out[k] = Merged(under, inner)
		default:
			out[k] = v
		}
	}
	return out
}

// Then is one patch that does what two do one after the other.
func Then(a, b Patch) Patch {
	out := Patch{}
	for _, p := range []Patch{a, b} {
		for k, v := range p {
			inner, group := v.(map[string]any)
			if under, both := out[k].(map[string]any); group && both {
				v = Then(under, inner)
			}
			out[k] = v // shared where only one has it: nobody changes a patch
		}
	}
	return out
}

// Set is the change of one field in a group.
func Set(group, field string, v any) Patch { return Patch{group: Patch{field: v}} }

// Resized is the change that gives the card a size, typed in a unit.
func Resized(z card.Size, u measure.Unit) Patch {
	return Patch{"card": Patch{"width": z.Width.Text(u), "height": z.Height.Text(u), "turn": nil}}
}

// chosen are the changes that choose a variant of a style, made once: nobody changes a patch.
var chosen = sync.OnceValue(func() map[[2]string]Patch {
	out := map[[2]string]Patch{}
	for _, s := range blank.Styles() {
		for _, v := range s.Variants {
			own := Patch{}
			for name := range blankOptions().by {
				own[name] = nil
			}
			own["style"], own["variant"] = s.ID, v.ID
			out[[2]string{s.ID, v.ID}] = Patch{"blank": own}
		}
	}
	return out
})

// Chosen is the change that makes a variant of a style the job's blank; other
// styles' options go. It is shared, and not to be changed.
func Chosen(s *blank.Style, v blank.Variant) Patch { return chosen()[[2]string{s.ID, v.ID}] }
