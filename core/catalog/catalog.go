// Package catalog holds the envelope formats, sheets and carriers that ship
// with the application, as data files a maker could read.
package catalog

import (
	"bytes"
	"embed"
	"encoding/csv"
	"fmt"
	"io/fs"
	"slices"
	"sync"

	"yellow-parcel/core/measure"
)

//go:embed data
var data embed.FS

// Format is an envelope as sold. Width and height are as the card stands;
// the name of a series says nothing about its size.
type Format struct {
	ID, Name, Family    string
	Flap                string // construction: square, pointed, side-seam, diagonal-seam
	Width, Height       measure.Length
	CardWidth, CardHigh measure.Length // the card customarily sold for it; zero when there is none
}

// Customary tells whether the format has a card customarily sold for it.
func (f Format) Customary() bool { return f.CardWidth > 0 }

// Sheet is a size card stock and paper are sold in. Unit is the system the sheet is sold by.
type Sheet struct {
	ID, Name      string
	Unit          measure.Unit
	Width, Height measure.Length
}

// Catalog is everything bought that a job can name.
type Catalog struct {
	Formats   []Format
	Sheets    []Sheet
	Carriers  []Carrier
	Materials []Material
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

// Sheet finds a sheet by its identifier.
func (c *Catalog) Sheet(id string) (Sheet, bool) { return find(c.Sheets, id, Sheet.id) }

// Carrier finds a carrier by its identifier.
func (c *Catalog) Carrier(id string) (Carrier, bool) { return find(c.Carriers, id, Carrier.id) }

// Material finds a material by its identifier.
func (c *Catalog) Material(id string) (Material, bool) { return find(c.Materials, id, Material.id) }

func (f Format) id() string  { return f.ID }
func (s Sheet) id() string   { return s.ID }
func (c Carrier) id() string { return c.ID }

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
	c := &Catalog{}
	err := rows(files, "data/envelopes.csv", 8, func(r row) {
		c.Formats = append(c.Formats, Format{
			ID: r.text(0), Name: r.text(1), Family: r.text(2), Flap: r.text(3),
			Width: r.length(4), Height: r.length(5), CardWidth: r.length(6), CardHigh: r.length(7),
		})
	})
	if err != nil {
		return nil, err
	}
	err = rows(files, "data/sheets.csv", 5, func(r row) {
		c.Sheets = append(c.Sheets, Sheet{
			ID: r.text(0), Name: r.text(1), Unit: measure.Unit(r.text(2)), Width: r.length(3), Height: r.length(4),
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
