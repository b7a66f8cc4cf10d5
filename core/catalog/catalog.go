// Package catalog holds the envelope formats, sheets and carriers that ship
// with the application, as data files a maker could read: envelopes.csv and
// sheets.csv a line each, materials.csv, and a YAML file for every carrier. A
// Catalog is never changed; a maker's own things make another one beside it.
package catalog

import (
	"bytes"
	"cmp"
	"embed"
	"encoding/csv"
	"fmt"
	"io/fs"
	"slices"
	"sync"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

//go:embed data
var data embed.FS

// Format is an envelope as sold. Width and height are as the card stands;
// the name of a series says nothing about its size.
type Format struct {
	ID, Name, Family    string
	Flap                string       // construction: square, pointed, side-seam, diagonal-seam
	Unit                measure.Unit // the system it is sold by
	Width, Height       measure.Length
	CardWidth, CardHigh measure.Length // the card customarily sold for it; zero when there is none
}

// Customary tells whether the format has a card customarily sold for it.
func (f Format) Customary() bool { return f.CardWidth > 0 }

// Size is the envelope as it stands.
func (f Format) Size() card.Size { return card.Size{Width: f.Width, Height: f.Height} }

// Card is the card customarily sold for it; zero when there is none.
func (f Format) Card() card.Size { return card.Size{Width: f.CardWidth, Height: f.CardHigh} }

// Sheet is a size card stock and paper are sold in. Unit is the system the sheet is sold by.
type Sheet struct {
	ID, Name      string
	Unit          measure.Unit
	Width, Height measure.Length
	Usual         Use // what makers of its unit cut from it where nothing else is said; empty for most
}

// Use is what a sheet is for.
type Use string

// What is cut from sheets: a card's base, an envelope's blank.
const (
	ForBase  Use = "base"
	ForBlank Use = "blank"
)

// UsualSheet is what a maker who measures in a unit has on the table for a use;
// there is one for each, as the catalogue is read.
func (c *Catalog) UsualSheet(u measure.Unit, use Use) Sheet {
	i := slices.IndexFunc(c.Sheets, func(s Sheet) bool { return s.Unit == u && s.Usual == use })
	return c.Sheets[i]
}

// Size is the sheet as it stands.
func (s Sheet) Size() card.Size { return card.Size{Width: s.Width, Height: s.Height} }

// Catalog is everything bought that a job can name.
type Catalog struct {
	Formats   []Format
	Sheets    []Sheet
	Carriers  []post.Carrier
	Materials []Material

	sold, bySize map[measure.Unit][]Format // the formats by the system they are sold by, as listed and the smallest first
}

// Standard is the catalogue embedded in the application. It panics only if
// the embedded data is broken, which a test rules out.
var Standard = sync.OnceValue(func() *Catalog {
	c, err := read(data)
	if err != nil {
		panic(err)
	}
	return c
})

// Format finds an envelope by its identifier.
func (c *Catalog) Format(id string) (Format, bool) { return find(c.Formats, id, Format.id) }

// FormatsSold are the formats sold by one system. The same list is given each time.
func (c *Catalog) FormatsSold(u measure.Unit) []Format { return c.sold[u] }

// FormatsBySize are FormatsSold, the smallest first.
func (c *Catalog) FormatsBySize(u measure.Unit) []Format { return c.bySize[u] }

// Sheet finds a sheet by its identifier.
func (c *Catalog) Sheet(id string) (Sheet, bool) { return find(c.Sheets, id, Sheet.id) }

// Homes are the carriers one can post from, by their identifiers.
func (c *Catalog) Homes() []string {
	var out []string
	for i := range c.Carriers {
		if !c.Carriers[i].Everywhere {
			out = append(out, c.Carriers[i].ID)
		}
	}
	return out
}

// Carrier finds a carrier by its identifier.
func (c *Catalog) Carrier(id string) (*post.Carrier, bool) {
	for i := range c.Carriers {
		if c.Carriers[i].ID == id {
			return &c.Carriers[i], true
		}
	}
	return nil, false
}

// Material finds a material by its identifier.
func (c *Catalog) Material(id string) (Material, bool) { return find(c.Materials, id, Material.id) }

func (f Format) id() string           { return f.ID }
func (s Sheet) id() string            { return s.ID }
func carrierID(c post.Carrier) string { return c.ID }

func find[T any](all []T, id string, of func(T) string) (T, bool) {
	for _, v := range all {
		if of(v) == id {
			return v, true
		}
	}
	var none T
	return none, false
}

// placed is a list with a user's own entries, each in place of the one of its
// identifier, or after them all.
func placed[T any](all, own []T, id func(T) string) []T {
	out := slices.Clone(all)
	for _, o := range own {
		if at := slices.IndexFunc(out, func(v T) bool { return id(v) == id(o) }); at >= 0 {
			out[at] = o
		} else {
			out = append(out, o)
		}
	}
	return out
}

func read(files fs.FS) (*Catalog, error) {
	c := &Catalog{sold: map[measure.Unit][]Format{}, bySize: map[measure.Unit][]Format{}}
	err := rows(files, "data/envelopes.csv", 9, func(r row) {
		c.Formats = append(c.Formats, Format{
			ID: r.text(0), Name: r.text(1), Family: r.text(2), Flap: r.text(3),
			Width: r.length(4), Height: r.length(5), CardWidth: r.length(6), CardHigh: r.length(7), Unit: measure.Unit(r.text(8)),
		})
	})
	if err != nil {
		return nil, err
	}
	for _, f := range c.Formats {
		c.sold[f.Unit] = append(c.sold[f.Unit], f)
	}
	for u, all := range c.sold {
		c.bySize[u] = slices.Clone(all)
		slices.SortStableFunc(c.bySize[u], func(a, b Format) int { return cmp.Compare(a.Width*a.Height, b.Width*b.Height) })
	}
	err = rows(files, "data/sheets.csv", 6, func(r row) {
		c.Sheets = append(c.Sheets, Sheet{
			ID: r.text(0), Name: r.text(1), Unit: measure.Unit(r.text(2)), Width: r.length(3), Height: r.length(4), Usual: Use(r.text(5)),
		})
	})
	if err != nil {
		return nil, err
	}
	if c.Materials, err = readMaterials(files); err != nil {
		return nil, err
	}
	c.Carriers, err = readCarriers(files)
	return c, err
}

// row is one line of a catalogue file; the first bad field is kept in err.
type row struct {
	fields []string
	err    *error
}

func (r row) text(i int) string { return r.fields[i] }

func (r row) length(i int) measure.Length {
	if r.fields[i] == "" {
		return 0
	}
	l, err := measure.Parse(r.fields[i], measure.Inches)
	if err != nil && *r.err == nil {
		*r.err = err
	}
	return l
}

func rows(files fs.FS, name string, width int, each func(row)) error {
	text, err := fs.ReadFile(files, name)
	if err != nil {
		return err
	}
	in := csv.NewReader(bytes.NewReader(text))
	in.FieldsPerRecord = width
	all, err := in.ReadAll()
	if err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	for i, fields := range all[1:] {
		var bad error
		each(row{fields, &bad})
		if bad != nil {
			return fmt.Errorf("%s, line %d: %w", name, i+2, bad)
		}
	}
	return nil
}
