package plan

import (
	"bytes"
	"encoding/json"
	"maps"
)

// document is the job as it would be written, taken apart.
func (m *maker) document() map[string]any {
	text, err := json.Marshal(m.job)
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

// merged is a document with a merge patch (RFC 7386) laid over it; neither is changed.
func merged(doc, patch map[string]any) map[string]any {
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
			out[k] = merged(under, inner)
		default:
			out[k] = v
		}
	}
	return out
}

// mergePatches is one patch that does what two do one after the other.
func mergePatches(a, b map[string]any) map[string]any {
	out := map[string]any{}
	for _, p := range []map[string]any{a, b} {
		for k, v := range p {
			if inner, ok := v.(map[string]any); ok {
				under, _ := out[k].(map[string]any)
				v = mergePatches(under, inner)
			}
			out[k] = v
		}
	}
	return out
}
