package brief

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// readMaterials reads the maker's own materials. Their bare figures are millimetres
// whatever the job's unit, since all jobs share them.
func readMaterials(in *typed, own []job.MaterialSpec) (read []catalog.Material) {
	for i, o := range own {
		m, wrong := catalog.MaterialRow(o).Material(measure.Millimetres)
		for _, field := range slices.Sorted(maps.Keys(wrong)) {
			in.fail(fmt.Sprintf("materials[%d].%s", i, field), "%s", wrong[field])
		}
		read = append(read, m)
	}
	return read
}

// buildReader reads what lies on the card.
type buildReader struct {
	in *typed
	on *ground
}

func (r buildReader) material(field, id string, kinds ...string) (catalog.Material, bool) {
	m, ok := r.on.Catalog.Material(id)
	if ok && (len(kinds) == 0 || slices.Contains(kinds, m.Kind)) {
		return m, true
	}
	var known []string
	for _, m := range r.on.Catalog.Materials {
		if len(kinds) == 0 || slices.Contains(kinds, m.Kind) {
			known = append(known, m.ID)
		}
	}
	r.in.fail(field, "%q is not a material for this; known are %s", job.Quoted(id), strings.Join(known, ", "))
	return m, false
}

// board reads what a layer is made of; nil for the base's own stock.
func (r buildReader) board(field, id string) *catalog.Material {
	if id == "" {
		return nil
	}
	m, ok := r.material(field, id, catalog.Board)
	if !ok {
		return nil
	}
	return &m
}

// joint reads what sticks a piece down; without a word it is glued flat, and the glue weighs nothing to speak of.
func (r buildReader) joint(field, id, cover string) Joint {
	j := Joint{Cover: 1}
	if cover != "" {
		number := strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(cover), "%"))
		v, err := strconv.ParseFloat(strings.ReplaceAll(number, ",", "."), 64)
		if err != nil || !(v >= 1 && v <= 100) {
			r.in.fail(field+".cover", "%q is not a share of the area; try 60 %%", job.Quoted(cover))
		}
		j.Cover = v / 100
	}
	if id == "" {
		return j
	}
	j.Material, _ = r.material(field+".joint", id, catalog.Bond, catalog.Foam)
	return j
}

// readLayers reads the layers on the card, and the room of the inside panel.
func readLayers(in *typed, on *ground, j job.Job) (out Layers) {
	r := buildReader{in, on}
	specs := j.Layers
	// What lies on a card that is made is known to its maker alone.
	if made := j.Card != nil && j.Card.Made && j.Card.Sized(); specs == nil && !made {
		border := job.Length(UsualStep(r.on.Unit).Text(r.on.Unit))
		specs = []job.LayerSpec{{Border: border}, {Border: border}}
		r.in.assume(AssumedLayers)
	}
	for i, l := range specs {
		at, name := fmt.Sprintf("layers[%d]", i), l.Name
		field := at
		if name != "" {
			field += ".border"
		} else {
			name = fmt.Sprintf("Layer %d", i+1)
		}
		b := card.Equal(r.in.length(field, l.Border, Borders))
		b.Bottom = r.in.optional(at+".bottom", l.Bottom, Borders, b.Bottom)
		one := Layer{Name: name, Field: field, BottomField: at + ".bottom", Border: b, Paper: Paper{r.in.paperName(l.Paper), r.in.colour(at+".colour", l.Colour)}}
		one.Material = r.board(at+".material", l.Material)
		one.Joint = r.joint(at, l.Joint, l.Cover)
		out.Each = append(out.Each, one)
	}
	out.Inside = r.in.optional("inside", j.Inside, Borders, 0)
	if j.Stamp != nil {
		out.Stamp = r.in.size("stamp", j.Stamp.Width, j.Stamp.Height)
	}
	return out
}

// readBuild reads what lies on the card.
func readBuild(in *typed, on *ground, j job.Job) (out []Piece) {
	if j.Card == nil {
		return nil
	}
	r := buildReader{in, on}
	for i, b := range j.Card.Build {
		field := fmt.Sprintf("card.build[%d]", i)
		if m, ok := r.material(field+".material", b.Material); ok {
			out = append(out, r.piece(field, b, m))
		}
	}
	return out
}

// raised tells whether the layers make the card uneven.
func (l *Layers) raised() bool {
	return slices.ContainsFunc(l.Each, func(one Layer) bool { return one.Joint.Foam() || one.Material != nil })
}

func (r buildReader) piece(field string, b job.BuildSpec, m catalog.Material) Piece {
	p := Piece{Name: b.Name, Material: m, Thick: r.in.optional(field+".thickness", b.Thickness, things, m.Thickness)}
	if p.Name == "" {
		p.Name = m.Name
	}
	small := measure.Length(0)
	if m.Kind == catalog.Trim {
		small = usual(r.on.Unit, measure.Inch/2, 12*measure.Millimetre)
	}
	p.Size = card.Size{Width: r.in.optional(field+".width", b.Width, trims, small), Height: r.in.optional(field+".height", b.Height, trims, small)}
	p.X, p.Y = r.place(field+".x", b.X), r.place(field+".y", b.Y)
	p.Weight = r.in.weight(field+".weight", b.Weight)
	switch p.On = Face(b.On); p.On {
	case "":
		p.On = Front
	case Front, Within, Back:
	default:
		r.in.fail(field+".on", `%q is not a side of the card; try "front", "inside" or "back"`, job.Quoted(b.On))
	}
	p.Joint = r.joint(field, b.Joint, b.Cover)
	return p
}

// place reads where a piece lies; nil for the middle.
func (r buildReader) place(field string, text job.Length) *measure.Length {
	if strings.TrimSpace(string(text)) == "" {
		return nil
	}
	l := r.in.length(field, text, places)
	return &l
}
