package job

import (
	"encoding/json"
	"fmt"
)

// sizeDoc is a measured piece as it is written.
type sizeDoc struct {
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// MarshalJSON writes a catalogue identifier as a string, a measured piece as an object.
func (b Bought) MarshalJSON() ([]byte, error) {
	if b.ID != "" {
		return json.Marshal(b.ID)
	}
	return json.Marshal(sizeDoc{b.Width, b.Height})
}

// UnmarshalJSON reads a catalogue identifier or a measured piece.
func (b *Bought) UnmarshalJSON(text []byte) error {
	*b = Bought{}
	if len(text) > 0 && text[0] == '"' {
		return json.Unmarshal(text, &b.ID)
	}
	var size sizeDoc
	if err := json.Unmarshal(text, &size); err != nil {
		return err
	}
	b.Width, b.Height = size.Width, size.Height
	return nil
}

// MarshalJSON writes a layer that has only a border as that border alone.
func (l LayerSpec) MarshalJSON() ([]byte, error) {
	if l == (LayerSpec{Border: l.Border}) {
		return json.Marshal(l.Border)
	}
	type plain LayerSpec
	return json.Marshal(plain(l))
}

// MarshalJSON writes the style's own options beside the ones all styles take,
// in the order of their names.
func (b BlankSpec) MarshalJSON() ([]byte, error) {
	type plain BlankSpec
	text, err := json.Marshal(plain(b))
	if err != nil {
		return nil, err
	}
	out := map[string]json.RawMessage{}
	if err := json.Unmarshal(text, &out); err != nil {
		return nil, err
	}
	for name, o := range b.Options {
		if _, taken := out[name]; taken {
			return nil, fmt.Errorf("the option %s has the name of a field", name)
		}
		if out[name], err = json.Marshal(o); err != nil {
			return nil, err
		}
		if string(out[name]) == `""` {
			delete(out, name)
		}
	}
	return json.Marshal(out)
}

// MarshalJSON writes an option as it is typed.
func (o OptionSpec) MarshalJSON() ([]byte, error) {
	switch {
	case o.Width != "" || o.Height != "":
		return json.Marshal(sizeDoc{o.Width, o.Height})
	case o.Length != "":
		return json.Marshal(o.Length)
	}
	return json.Marshal(o.Word)
}
