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
	Inside   string       `json:"inside,omitempty"`
	Stamp    *Bought      `json:"stamp,omitempty"`
	Sheet    *Bought      `json:"sheet,omitempty"`
	Stock    []StockSpec  `json:"stock,omitempty"`
	Spoilage string       `json:"spoilage,omitempty"`
	Trimmer  *TrimmerSpec `json:"trimmer,omitempty"`
	Board    *BoardSpec   `json:"board,omitempty"`
	Mat      string       `json:"mat,omitempty"`
	Currency string       `json:"currency,omitempty"`
	Blank    *BlankSpec   `json:"blank,omitempty"`
	Post     *PostSpec    `json:"post,omitempty"`
	// The maker's own materials and stamps; where a job names none, the ones kept for all jobs.
	Materials []MaterialSpec `json:"materials,omitempty"`
	Stamps    []StampSpec    `json:"stamps,omitempty"`
}

// Bought is something bought: a catalogue identifier, or a measured width and height.
type Bought struct{ ID, Width, Height string }

// CardSpec is what is known of the card. Ease is the room beyond its thickness
// when it is sized from an envelope; Turn lays it the other way round in it.
// Stock is the weight of its paper; Paper names the paper, as Stock lists do.
type CardSpec struct {
	Width     string      `json:"width,omitempty"`
	Height    string      `json:"height,omitempty"`
	Turn      bool        `json:"turn,omitempty"`
	Fold      string      `json:"fold,omitempty"`
	Hinge     string      `json:"hinge,omitempty"`
	Panels    int         `json:"panels,omitempty"`
	Widths    []string    `json:"panel_widths,omitempty"`
	Door      string      `json:"door,omitempty"`
	Short     string      `json:"short,omitempty"`
	Thickness string      `json:"thickness,omitempty"`
	Weight    string      `json:"weight,omitempty"`
	Overhang  *Sides      `json:"overhang,omitempty"`
	Ease      string      `json:"ease,omitempty"`
	Stock     string      `json:"stock,omitempty"`
	Paper     string      `json:"paper,omitempty"`
	Grain     string      `json:"grain,omitempty"`
	Colour    string      `json:"colour,omitempty"`
	Build     []BuildSpec `json:"build,omitempty"`
}

// BuildSpec is one thing on the card, on its front, inside or on its back: what it is made of, where it lies
// from the card's top left corner, and how it is stuck on. Without a place it
// lies in the middle; a sheet without a size covers the card. Thickness and
// Weight, where given, overrule the material's. Cover is the share of a joint
// that has foam, such as "60 %".
type BuildSpec struct {
	Name      string `json:"name,omitempty"`
	Material  string `json:"material"`
	X         string `json:"x,omitempty"`
	Y         string `json:"y,omitempty"`
	Width     string `json:"width,omitempty"`
	Height    string `json:"height,omitempty"`
	Thickness string `json:"thickness,omitempty"`
	Weight    string `json:"weight,omitempty"`
	Joint     string `json:"joint,omitempty"`
	Cover     string `json:"cover,omitempty"`
	On        string `json:"on,omitempty"`
}

// MaterialSpec is a material of the maker's own, or a change to one of the
// catalogue. A bare thickness is in millimetres.
type MaterialSpec struct {
	ID        string `json:"id"`
	Name      string `json:"name"`
	Kind      string `json:"kind"`
	Thickness string `json:"thickness"`
	Weight    string `json:"weight"`
	StiffLow  string `json:"stiff_low,omitempty"`
	StiffHigh string `json:"stiff_high,omitempty"`
	Hard      bool   `json:"hard,omitempty"`
	Contents  string `json:"contents,omitempty"`
}

// StampSpec is a kind of stamp on hand.
type StampSpec struct {
	Name     string `json:"name,omitempty"`
	Price    string `json:"price"`
	Currency string `json:"currency,omitempty"`
	Count    int    `json:"count"`
}

// LayerSpec is one layer; Border is what stays visible of the piece below, each
// side, and Bottom what stays visible below it where that differs. Material is
// what it is made of where that is not the base's stock, Joint what sticks it down.
type LayerSpec struct {
	Name     string `json:"name,omitempty"`
	Border   string `json:"border"`
	Bottom   string `json:"bottom,omitempty"`
	Paper    string `json:"paper,omitempty"`
	Colour   string `json:"colour,omitempty"`
	Material string `json:"material,omitempty"`
	Joint    string `json:"joint,omitempty"`
	Cover    string `json:"cover,omitempty"`
}

// StockSpec is a sheet on hand: how many, of what paper, which way its grain
// runs ("long" or "short"), and what one costs. Item ties it to the shelf.
type StockSpec struct {
	Item   string  `json:"item,omitempty"`
	Sheet  *Bought `json:"sheet"`
	Count  int     `json:"count"`
	Paper  string  `json:"paper,omitempty"`
	Grain  string  `json:"grain,omitempty"`
	Price  string  `json:"price,omitempty"`
	Colour string  `json:"colour,omitempty"`
}

// TrimmerSpec is how far the trimmer reaches: its longest cut, and how deep the guide sets.
type TrimmerSpec struct {
	Longest string `json:"longest,omitempty"`
	Deepest string `json:"deepest,omitempty"`
}

// BoardSpec is the scoring board: the step of its grooves, and what it reads at
// the tip of a corner held in its jig.
type BoardSpec struct {
	Groove string `json:"groove,omitempty"`
	Jig    string `json:"jig,omitempty"`
}

// Sides is how far something pokes out past each side of the card as it stands.
type Sides struct {
	Top    string `json:"top,omitempty"`
	Right  string `json:"right,omitempty"`
	Bottom string `json:"bottom,omitempty"`
	Left   string `json:"left,omitempty"`
}

// BlankSpec is what the maker asked of the envelope blank. Options are the style's own.
type BlankSpec struct {
	Style, Variant, Ease, Seam string
	Liner                      bool // its liner goes in, and counts for the post
	Paper                      *Bought
	Options                    map[string]OptionSpec
}

// OptionSpec is a style's own option: a text, or a measured width and height.
type OptionSpec struct {
	Text          string
	Width, Height string
}

// PostSpec is how the piece will be posted. Wrapping is what its outside is made
// of, Shape "odd" where it is no rectangle, Bend what a test at the bench showed,
// Gauge the slot of a gauge where it is not the carrier's own.
type PostSpec struct {
	Carriers []string `json:"carriers,omitempty"`
	Closure  string   `json:"closure,omitempty"`
	Address  string   `json:"address,omitempty"`
	Contents []string `json:"contents,omitempty"`
	Wrapping string   `json:"wrapping,omitempty"`
	Shape    string   `json:"shape,omitempty"`
	Bend     string   `json:"bend,omitempty"`
	Gauge    string   `json:"gauge,omitempty"`
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
	if b.Liner {
		out["liner"] = true
	}
	for name, o := range b.Options {
		switch {
		case o.Width != "" || o.Height != "":
			out[name] = sizeDoc{o.Width, o.Height}
		case o.Text != "":
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
