// Package api serves plans, jobs and files over HTTP, and the screens beside them.
package api

import (
	"errors"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/draw"
)

// Worked is a plan with its drawings.
type Worked struct {
	document.Plan
	Drawings draw.Set `json:"drawings"`
	// Of a job that is being typed, instead of a plan: half a length is no failure.
	Problems []Wrong `json:"problems,omitempty" doc:"what is to be put right first, where an editor asks; there is no plan then"`
}

// Wrong is what is wrong with one field.
type Wrong struct {
	Field string `json:"field"`
	Text  string `json:"text"`
}

// Record is a kept job. Revision goes with the next save.
type Record struct {
	ID       string  `json:"id"`
	Revision int     `json:"revision"`
	Updated  string  `json:"updated" doc:"RFC 3339, UTC"`
	Edit     string  `json:"edit" doc:"what whoever kept it last called that edit"`
	Job      job.Job `json:"job"`
}

// Summary is what a list shows of a kept job.
type Summary struct {
	ID       string `json:"id"`
	Revision int    `json:"revision"`
	Title    string `json:"title"`
	Quantity int    `json:"quantity"`
	Updated  string `json:"updated"`
	Due      string `json:"due,omitempty" doc:"when it goes to the post, as one says it"`
	DueState string `json:"due_state,omitempty" enum:"good,look,stop"`
	Stale    bool   `json:"stale,omitempty" doc:"what is shown is being worked out anew"`
	Shown
}

// Choice is one of a few things to pick, with its words.
type Choice struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Says string `json:"says,omitempty"`
}

// FoldChoice is a fold with the card's fields it has a use for, and its picture.
type FoldChoice struct {
	Choice
	Options []string `json:"options"`
	Picture []string `json:"picture" doc:"outlines as SVG paths in a frame of 60 by 36"`
}

// PartChoice is something that can be taken along as a file, and the kinds of file there are of it.
type PartChoice struct {
	Part  string       `json:"part"`
	Files []FileChoice `json:"files"`
}

// FileChoice is a kind of file.
type FileChoice struct {
	As        string `json:"as"`
	Extension string `json:"extension"`
	Says      string `json:"says"`
}

func partChoices() []PartChoice {
	var out []PartChoice
	for _, part := range draw.Parts() {
		one := PartChoice{Part: part, Files: []FileChoice{}}
		for _, f := range draw.Formats() {
			if f.Takes(part) {
				one.Files = append(one.Files, FileChoice{f.Name, f.Extension, f.About(part)})
			}
		}
		out = append(out, one)
	}
	return out
}

// A fileFormat and a filePart are among those there are.
type (
	fileFormat string
	filePart   string
)

func (fileFormat) Schema(huma.Registry) *huma.Schema { return oneOf(draw.FormatNames()) }
func (filePart) Schema(huma.Registry) *huma.Schema   { return oneOf(draw.Parts()) }

func oneOf(names []string) *huma.Schema {
	out := &huma.Schema{Type: huma.TypeString}
	for _, n := range names {
		out.Enum = append(out.Enum, n)
	}
	out.PrecomputeMessages()
	return out
}

// StyleChoice is a way of making an envelope with the options of its own.
type StyleChoice struct {
	Choice
	Options []StyleOption `json:"options"`
}

// StyleOption is one of a style's own options.
type StyleOption struct {
	Name  string   `json:"name"`
	Label string   `json:"label"`
	Kind  string   `json:"kind" enum:"words,length,size,envelope"`
	Words []Choice `json:"words"`
}

func styleChoice(s blank.Style) StyleChoice {
	out := StyleChoice{Choice{ID: s.ID, Name: s.Name}, []StyleOption{}}
	for _, o := range s.Options {
		one := StyleOption{Name: o.Name, Label: o.Label, Kind: string(o.Kind()), Words: []Choice{}}
		for _, w := range o.Words {
			one.Words = append(one.Words, Choice{ID: w, Name: strings.ReplaceAll(w, "-", " ")})
		}
		out.Options = append(out.Options, one)
	}
	return out
}

// FormatEntry is an envelope format in the catalogue, with its size in both systems.
type FormatEntry struct {
	ID     string  `json:"id"`
	Name   string  `json:"name"`
	Family string  `json:"family"`
	Flap   string  `json:"flap"`
	Inches string  `json:"inches"`
	Metric string  `json:"metric"`
	Width  float64 `json:"width" doc:"millimetres"`
	Height float64 `json:"height" doc:"millimetres"`
}

// SheetEntry is a sheet size in the catalogue.
type SheetEntry struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Unit string `json:"unit"`
	Size string `json:"size"`
}

// CatalogBody is everything bought that a job can name, and the choices it has.
type CatalogBody struct {
	Formats   []FormatEntry      `json:"formats"`
	Sheets    []SheetEntry       `json:"sheets"`
	Folds     []FoldChoice       `json:"folds"`
	Styles    []StyleChoice      `json:"styles"`
	Rulers    []Choice           `json:"rulers" doc:"Says is the unit a ruler goes with"`
	Carriers  []Choice           `json:"carriers"`
	Homes     []HomeChoice       `json:"homes" doc:"where one can post from; Says is what that sets"`
	Materials []job.MaterialSpec `json:"materials" doc:"with their figures as they are typed"`
	Closures  []string           `json:"closures" doc:"what some carrier has a rule about, of how a piece is closed"`
	Wrappings []string           `json:"wrappings" doc:"of what its outside is made of"`
	Contents  []string           `json:"contents" doc:"of what lies in it"`
	Parts     []PartChoice       `json:"parts" doc:"what can be taken along as a file"`
	Usual     []Usual            `json:"usual" doc:"what is taken where a job does not say, by the unit it is in"`
}

// Usual is what is taken where a job in a unit does not say, as it would be typed.
type Usual struct {
	Unit   string `json:"unit"`
	Ease   string `json:"ease" doc:"room beyond the card's thickness"`
	Seam   string `json:"seam" doc:"overlap of a glued seam"`
	Border string `json:"border" doc:"of a layer"`
	Mat    string `json:"mat" doc:"what a cutting machine leaves free at each side"`
	Board  string `json:"board" doc:"how far a scoring board's scale goes"`
	Hand   string `json:"hand" doc:"how far a cut or a score may be off"`
	Base   string `json:"base" doc:"sheet that bases are cut from"`
	Paper  string `json:"paper" doc:"sheet that envelopes are cut from"`
}

func usual(c *catalog.Catalog, u measure.Unit) Usual {
	return Usual{string(u), brief.UsualEase(u).Text(u), brief.UsualSeam(u).Text(u), brief.UsualStep(u).Text(u), brief.UsualMat(u).Text(u), brief.UsualReach(u).Text(u), blank.UsualHand(u).Text(u),
		c.UsualSheet(u, catalog.ForBase).ID, c.UsualSheet(u, catalog.ForBlank).ID}
}

// unitNames are how units are called.
var unitNames = map[measure.Unit]string{measure.Inches: "inches", measure.Millimetres: "millimetres"}

// HomeChoice is where one can post from, and the unit that goes with it.
type HomeChoice struct {
	Choice
	Unit string `json:"unit"`
}

func homes(c *catalog.Catalog) []HomeChoice {
	var out []HomeChoice
	for _, id := range c.Homes() {
		of, _ := c.Carrier(id)
		out = append(out, HomeChoice{Choice{of.ID, of.Name, unitNames[of.Unit] + ", " + c.UsualSheet(of.Sold(), catalog.ForBase).Name + " sheets, " + of.Currency}, string(of.Unit)})
	}
	return out
}

func catalogBody(c *catalog.Catalog) CatalogBody {
	var b CatalogBody
	size := func(w, h measure.Length, u measure.Unit) string { return w.Text(u) + " × " + h.Text(u) }
	for _, f := range c.Formats {
		b.Formats = append(b.Formats, FormatEntry{f.ID, f.Name, f.Family, f.Flap,
			size(f.Width, f.Height, measure.Inches), size(f.Width, f.Height, measure.Millimetres), f.Width.MM(), f.Height.MM()})
	}
	for _, s := range c.Sheets {
		b.Sheets = append(b.Sheets, SheetEntry{s.ID, s.Name, string(s.Unit), size(s.Width, s.Height, s.Unit)})
	}
	for _, f := range card.Folds() {
		options := append([]string{}, f.Options...)
		if f.Hinge {
			options = append(options, "hinge")
		}
		b.Folds = append(b.Folds, FoldChoice{Choice{f.ID, f.Name, f.Says}, options, f.Picture})
	}
	for _, s := range blank.Styles() {
		b.Styles = append(b.Styles, styleChoice(s))
	}
	for _, r := range measure.Rulers() {
		b.Rulers = append(b.Rulers, Choice{r.String(), r.String(), string(r.Unit)})
	}
	for _, c := range c.Carriers {
		b.Carriers = append(b.Carriers, Choice{ID: c.ID, Name: c.Name, Says: c.Notes})
	}
	b.Homes = homes(c)
	words := post.Vocabulary(c.Carriers)
	b.Closures, b.Wrappings, b.Contents = words["closure"], words["wrapping"], words["contents"]
	b.Parts = partChoices()
	b.Usual = []Usual{usual(c, measure.Inches), usual(c, measure.Millimetres)}
	for _, m := range c.Materials {
		b.Materials = append(b.Materials, job.MaterialSpec(m.Row(measure.Millimetres)))
	}
	return b
}

// problem turns what is wrong with a job into a 422 answer that names each field.
func problem(err error) error {
	var all job.Problems
	if !errors.As(err, &all) {
		return err
	}
	details := make([]error, len(all))
	for i, p := range all {
		details[i] = &huma.ErrorDetail{Location: p.Field, Message: p.Text}
	}
	return huma.Error422UnprocessableEntity("The job has something to put right.", details...)
}

// Conflict is the answer to a save of a revision that is no longer the kept one.
type Conflict struct {
	huma.ErrorModel
	Kept Record `json:"kept"`
}

func conflict(kept Record) *Conflict {
	return &Conflict{changedElsewhere("This job was changed elsewhere since it was opened here."), kept}
}

// The job document has places that take a text or a group of fields; these say so in the API's description.
type (
	boughtSchema struct{}
	layerSchema  struct{}
	blankSchema  struct{}
)

// Each description of the API has schemas of its own: they are filled in as it is made.
func textSchema() *huma.Schema { return &huma.Schema{Type: huma.TypeString} }

func sizeSchema() *huma.Schema {
	return objectSchema(map[string]*huma.Schema{"width": textSchema(), "height": textSchema()}, "width", "height")
}

func objectSchema(fields map[string]*huma.Schema, required ...string) *huma.Schema {
	return &huma.Schema{Type: huma.TypeObject, Properties: fields, Required: required, AdditionalProperties: false}
}

func (boughtSchema) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{OneOf: []*huma.Schema{textSchema(), sizeSchema()}, Description: "a catalogue identifier, or a measured width and height"}
}

func (layerSchema) Schema(huma.Registry) *huma.Schema {
	fields := map[string]*huma.Schema{}
	for _, name := range []string{"name", "border", "bottom", "paper", "colour", "material", "joint", "cover"} {
		fields[name] = textSchema()
	}
	named := objectSchema(fields, "border")
	return &huma.Schema{OneOf: []*huma.Schema{textSchema(), named}, Description: "a border, or a name and a border"}
}

func (blankSchema) Schema(r huma.Registry) *huma.Schema {
	fields := map[string]*huma.Schema{"style": textSchema(), "variant": textSchema(), "ease": textSchema(), "seam": textSchema(), "liner": {Type: huma.TypeBoolean}, "stock": textSchema(), "caliper": textSchema(), "paper": boughtSchema{}.Schema(r)}
	for _, s := range blank.Styles() {
		for _, o := range s.Options {
			fields[o.Name] = textSchema()
			switch {
			case o.Size:
				fields[o.Name] = sizeSchema()
			case o.Envelope:
				fields[o.Name] = boughtSchema{}.Schema(r)
			}
		}
	}
	return objectSchema(fields)
}

func describeDocuments(r huma.Registry) {
	r.RegisterTypeAlias(reflect.TypeFor[job.Bought](), reflect.TypeFor[boughtSchema]())
	r.RegisterTypeAlias(reflect.TypeFor[job.LayerSpec](), reflect.TypeFor[layerSchema]())
	r.RegisterTypeAlias(reflect.TypeFor[job.BlankSpec](), reflect.TypeFor[blankSchema]())
}
