// Package plan holds the job, a small document the maker edits, and works out
// the plan: everything computed from it, in the order makers work.
package plan

import (
	"encoding/json"
	"strings"

	"yellow-parcel/core/measure"
)

// The job document's identity. A document of a later version is refused.
const (
	JobFormat  = "yellow-parcel-job"
	JobVersion = 1
)

// Job is the document. Lengths and weights are text as people type them; what
// is absent was not given, and the plan says what it assumed.
type Job struct {
	Format   string       `json:"format"`
	Version  int          `json:"version"`
	Title    string       `json:"title,omitempty"`
	Unit     measure.Unit `json:"unit,omitempty"`
	Ruler    string       `json:"ruler,omitempty"`
	Quantity int          `json:"quantity,omitempty"`
	Envelope *Bought      `json:"envelope,omitempty"`
	Card     *CardSpec    `json:"card,omitempty"`
	Layers   []LayerSpec  `json:"layers,omitzero"`
	Sheet    *Bought      `json:"sheet,omitempty"`
	Blank    *BlankSpec   `json:"blank,omitempty"`
	Post     *PostSpec    `json:"post,omitempty"`
}

// Bought is something bought: a catalogue identifier, or a measured width and height.
type Bought struct{ ID, Width, Height string }

// CardSpec is what is known of the card. Ease is the room beyond its thickness
// when it is sized from an envelope.
type CardSpec struct {
	Width     string `json:"width,omitempty"`
	Height    string `json:"height,omitempty"`
	Fold      string `json:"fold,omitempty"`
	Thickness string `json:"thickness,omitempty"`
	Weight    string `json:"weight,omitempty"`
	Ease      string `json:"ease,omitempty"`
}

// LayerSpec is one layer; Border is what stays visible of the piece below, each side.
type LayerSpec struct{ Name, Border string }

// BlankSpec is what the maker asked of the envelope blank. Options are the style's own.
type BlankSpec struct {
	Style, Variant, Ease, Seam string
	Paper                      *Bought
	Options                    map[string]OptionSpec
}

// OptionSpec is a style's own option: a text, or a measured width and height.
type OptionSpec struct {
	Text          string
	Width, Height string
}

// PostSpec is how the piece will be posted.
type PostSpec struct {
	Carriers []string `json:"carriers,omitempty"`
	Closure  string   `json:"closure,omitempty"`
	Address  string   `json:"address,omitempty"`
	Contents []string `json:"contents,omitempty"`
}

type sizeDoc struct {
	Width  string `json:"width"`
	Height string `json:"height"`
}

// MarshalJSON writes a catalogue identifier as a string, a measured piece as an object.
func (b Bought) MarshalJSON() ([]byte, error) {
	if b.ID != "" {
		return json.Marshal(b.ID)
	}
	return json.Marshal(sizeDoc{b.Width, b.Height})
}

// MarshalJSON writes an unnamed layer as its border alone.
func (l LayerSpec) MarshalJSON() ([]byte, error) {
	if l.Name == "" {
		return json.Marshal(l.Border)
	}
	return json.Marshal(struct {
		Name   string `json:"name"`
		Border string `json:"border"`
	}{l.Name, l.Border})
}

// MarshalJSON writes the style's own options beside the ones all styles take.
func (b BlankSpec) MarshalJSON() ([]byte, error) {
	out := map[string]any{}
	for name, text := range map[string]string{"style": b.Style, "variant": b.Variant, "ease": b.Ease, "seam": b.Seam} {
		if text != "" {
			out[name] = text
		}
	}
	if b.Paper != nil {
		out["paper"] = b.Paper
	}
	for name, o := range b.Options {
		if o.Width != "" || o.Height != "" {
			out[name] = sizeDoc{o.Width, o.Height}
		} else {
			out[name] = o.Text
		}
	}
	return json.Marshal(out)
}

// Problem is bad input: the field as a path into the job, and what is wrong with a good example.
type Problem struct {
	Field string `json:"field"`
	Text  string `json:"text"`
}

// String is the problem on one line.
func (p Problem) String() string { return p.Field + ": " + p.Text }

// Problems are all that is wrong with a job; it is an error when there are any.
type Problems []Problem

func (p Problems) Error() string {
	lines := make([]string, len(p))
	for i, one := range p {
		lines[i] = one.String()
	}
	return strings.Join(lines, "\n")
}
