package catalog

import (
	"errors"
	"fmt"
	"io/fs"
	"regexp"
	"strconv"
	"strings"
	"unicode/utf8"

	"yellow-parcel/core/measure"
)

// Material is what a piece of a finished card is made of. Sheets weigh by their
// area, things by the piece; one of GSM and Each is set. Figures are typical
// ones from sellers' tables; a measurement overrules them.
type Material struct {
	ID, Name  string
	Kind      string // one of Kinds
	Thickness measure.Length
	GSM       float64      // g/m2
	Each      measure.Mass // of one piece
	// How far it resists: Young's modulus of board in GPa along the grain, shear
	// modulus of foam in MPa, from the lowest to the highest likely.
	StiffLow, StiffHigh float64
	Hard                bool   // stays flat whatever bends round it: wood, metal, a coin, thick acrylic
	Contents            string // the word carriers have for it among what makes a piece uneven
}

func (m Material) id() string { return m.ID }

var materialID = regexp.MustCompile(`^[a-z][a-z0-9.-]{0,23}$`)

// The kinds of material.
const (
	Board = "board"
	Bond  = "bond"
	Foam  = "foam"
	Trim  = "trim"
	Loose = "loose"
)

// Kinds are the kinds of material: sheets that are stiff, what sticks them
// together flat, what lifts them, what is put on top, and sheets laid over it all
// loose, which take up bumps.
func Kinds() []string { return []string{Board, Bond, Foam, Trim, Loose} }

// MaterialRow is a material as people type it, a line of the catalogue.
type MaterialRow struct {
	ID, Name, Kind, Thickness, Weight, StiffLow, StiffHigh string
	Hard                                                   bool
	Contents                                               string
}

// Material reads the row. The errors are by field: "thickness", "weight" and so on.
func (r MaterialRow) Material(unit measure.Unit) (Material, map[string]error) {
	m := Material{ID: r.ID, Name: strings.TrimSpace(r.Name), Kind: r.Kind, Hard: r.Hard, Contents: r.Contents}
	wrong := map[string]error{}
	if !materialID.MatchString(r.ID) {
		wrong["id"] = fmt.Errorf("%q is not an identifier; try foam-2", measure.Shorten(r.ID, 24))
	}
	if m.Name == "" || utf8.RuneCountInString(m.Name) > 80 {
		wrong["name"] = errors.New("a material needs a name; try Foam tape 2 mm")
	}
	known := false
	for _, k := range Kinds() {
		known = known || k == r.Kind
	}
	if !known {
		wrong["kind"] = fmt.Errorf("%q is not a kind; try %s", measure.Shorten(r.Kind, 24), strings.Join(Kinds(), ", "))
	}
	t, err := measure.Parse(r.Thickness, unit)
	if err == nil && (t < 0 || t > 2*measure.Inch) {
		err = fmt.Errorf("%q is not how thick a material is; try 0.3 mm", r.Thickness)
	}
	m.Thickness, wrong["thickness"] = t, err
	m.GSM, m.Each, wrong["weight"] = materialWeight(r.Weight)
	m.StiffLow, wrong["stiff_low"] = modulus(r.StiffLow)
	m.StiffHigh, wrong["stiff_high"] = modulus(r.StiffHigh)
	if wrong["stiff_high"] == nil && m.StiffHigh < m.StiffLow {
		wrong["stiff_high"] = errors.New("the highest is below the lowest; try 5")
	}
	for field, err := range wrong {
		if err == nil {
			delete(wrong, field)
		}
	}
	return m, wrong
}

// materialWeight reads "216 g/m2" or "0.8 g".
func materialWeight(text string) (gsm float64, each measure.Mass, err error) {
	bad := fmt.Errorf("%q is not a weight; try 216 g/m2 for a sheet, or 0.8 g for a piece", measure.Shorten(text, 24))
	s := strings.TrimSpace(strings.ReplaceAll(text, "²", "2"))
	for _, per := range []string{"g/m2", "gsm"} {
		if number, ok := strings.CutSuffix(s, per); ok {
			gsm, err = strconv.ParseFloat(strings.ReplaceAll(strings.TrimSpace(number), ",", "."), 64)
			if err != nil || !(gsm > 0 && gsm <= 50_000) {
				return 0, 0, bad
			}
			return gsm, 0, nil
		}
	}
	each, err = measure.ParseMass(s, measure.Millimetres)
	if err != nil || each <= 0 || each > 2000*measure.Gram {
		return 0, 0, bad
	}
	return 0, each, nil
}

func modulus(text string) (float64, error) {
	if strings.TrimSpace(text) == "" {
		return 0, nil
	}
	v, err := strconv.ParseFloat(strings.ReplaceAll(strings.TrimSpace(text), ",", "."), 64)
	if err != nil || !(v >= 0 && v <= 400) {
		return 0, fmt.Errorf("%q is not a modulus; try 4 for card in GPa, 0.05 for foam in MPa", measure.Shorten(text, 24))
	}
	return v, nil
}

// Row writes the material as people type it.
func (m Material) Row(unit measure.Unit) MaterialRow {
	number := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	r := MaterialRow{ID: m.ID, Name: m.Name, Kind: m.Kind, Thickness: m.Thickness.Text(measure.Millimetres), Hard: m.Hard, Contents: m.Contents}
	if unit == measure.Inches {
		r.Thickness = m.Thickness.Text(unit)
	}
	r.Weight = number(m.GSM) + " g/m2"
	if m.GSM == 0 {
		r.Weight = number(m.Each.Grams()) + " g"
	}
	if m.StiffHigh > 0 {
		r.StiffLow, r.StiffHigh = number(m.StiffLow), number(m.StiffHigh)
	}
	return r
}

func readMaterials(files fs.FS) ([]Material, error) {
	var out []Material
	var bad error
	err := rows(files, "data/materials.csv", 9, func(r row) {
		m, wrong := MaterialRow{r.text(0), r.text(1), r.text(2), r.text(3), r.text(4), r.text(5), r.text(6), r.text(7) == "hard", r.text(8)}.Material(measure.Millimetres)
		for field, err := range wrong {
			bad = fmt.Errorf("data/materials.csv: %s, %s: %w", m.ID, field, err)
		}
		out = append(out, m)
	})
	return out, errors.Join(err, bad)
}

// WithMaterials is the catalogue with a user's own materials, each in place of
// the one of its identifier, or after them.
func (c *Catalog) WithMaterials(own []Material) *Catalog {
	if len(own) == 0 {
		return c
	}
	out := *c
	out.Materials = placed(c.Materials, own, Material.id)
	return &out
}
