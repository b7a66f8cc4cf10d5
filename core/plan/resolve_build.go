package plan

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// Bounds of where a piece lies on the card, and of how thick it is.
var (
	placeBounds = bounds{-6 * measure.Inch, 48 * measure.Inch}
	trimBounds  = bounds{measure.Inch / 64, 48 * measure.Inch}
	thingBounds = bounds{0, 3 * measure.Inch}
)

// joint is what sticks a piece down: foam lifts it.
type joint struct {
	material catalog.Material
	cover    float64 // share of the area that has it
}

// buildPart is something on the card's front, read but not yet laid out.
type buildPart struct {
	name     string
	material catalog.Material
	x, y     *measure.Length // nil for the middle
	size     card.Size       // zero for the whole card
	thick    measure.Length
	weight   measure.Mass // zero for by its area
	joint    joint
	on       string // "front", "inside" or "back" of the card
}

// materialsOf puts the maker's own materials among those of the catalogue. Their
// bare figures are millimetres whatever the job's unit, since all jobs share them.
func (r *resolver) materialsOf(own []MaterialSpec) {
	var read []catalog.Material
	for i, o := range own {
		m, wrong := catalog.MaterialRow(o).Material(measure.Millimetres)
		for _, field := range slices.Sorted(maps.Keys(wrong)) {
			r.fail(fmt.Sprintf("materials[%d].%s", i, field), "%s", wrong[field])
		}
		read = append(read, m)
	}
	r.catalog = r.catalog.WithMaterials(read)
}

func (r *resolver) materialNamed(field, id string, kinds ...string) (catalog.Material, bool) {
	m, ok := r.catalog.Material(id)
	if ok && (len(kinds) == 0 || slices.Contains(kinds, m.Kind)) {
		return m, true
	}
	var known []string
	for _, m := range r.catalog.Materials {
		if len(kinds) == 0 || slices.Contains(kinds, m.Kind) {
			known = append(known, m.ID)
		}
	}
	r.fail(field, "%q is not a material for this; known are %s", shortName(id), strings.Join(known, ", "))
	return m, false
}

func (r *resolver) boardOf(field, id string) *catalog.Material {
	if id == "" {
		return nil
	}
	m, ok := r.materialNamed(field, id, "board")
	if !ok {
		return nil
	}
	return &m
}

// jointOf reads what sticks a piece down; without a word it is glued flat, and the glue weighs nothing to speak of.
func (r *resolver) jointOf(field, id, cover string) joint {
	j := joint{cover: 1}
	if cover != "" {
		v, err := strconv.ParseFloat(strings.ReplaceAll(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(cover), "%")), ",", "."), 64)
		if err != nil || !(v >= 1 && v <= 100) {
			r.fail(field+".cover", "%q is not a share of the area; try 60 %%", shortName(cover))
		}
		j.cover = v / 100
	}
	if id == "" {
		return j
	}
	j.material, _ = r.materialNamed(field+".joint", id, "bond", "foam")
	return j
}

// foam tells whether the joint lifts what lies on it.
func (j joint) foam() bool { return j.material.Kind == "foam" }

// lift is how high foam holds what lies on it.
func (j joint) lift() measure.Length {
	if !j.foam() {
		return 0
	}
	return j.material.Thickness
}

func (r *resolver) layersOf(j Job) {
	specs := j.Layers
	if specs == nil {
		border := r.usual(measure.Inch/8, 3*measure.Millimetre)
		specs = []LayerSpec{{Border: border.Text(r.unit)}, {Border: border.Text(r.unit)}}
		r.assume("layers", "two layers with a border of %s each", border.Text(r.unit))
	}
	for i, l := range specs {
		field, name := fmt.Sprintf("layers[%d]", i), l.Name
		if name != "" {
			field += ".border"
		} else {
			name = fmt.Sprintf("Layer %d", i+1)
		}
		at := fmt.Sprintf("layers[%d]", i)
		b := card.Equal(r.length(field, l.Border, borderBounds))
		b.Bottom = r.optional(at+".bottom", l.Bottom, borderBounds, b.Bottom)
		one := layer{name: name, field: field, border: b, paper: paper{l.Paper, r.colour(at+".colour", l.Colour)}}
		one.material = r.boardOf(at+".material", l.Material)
		one.joint = r.jointOf(at, l.Joint, l.Cover)
		r.layers = append(r.layers, one)
	}
	r.inside = r.optional("inside", j.Inside, borderBounds, 0)
	if j.Stamp != nil {
		r.stamp = r.size("stamp", j.Stamp.Width, j.Stamp.Height)
	}
}

// buildOf reads what lies on the card.
func (r *resolver) buildOf(j Job) {
	for _, l := range r.layers {
		r.raised = r.raised || l.joint.foam() || l.material != nil
	}
	if j.Card == nil {
		return
	}
	for i, b := range j.Card.Build {
		field := fmt.Sprintf("card.build[%d]", i)
		m, ok := r.materialNamed(field+".material", b.Material)
		if !ok {
			continue
		}
		p := buildPart{name: b.Name, material: m, thick: r.optional(field+".thickness", b.Thickness, thingBounds, m.Thickness)}
		if p.name == "" {
			p.name = m.Name
		}
		small := measure.Length(0)
		if m.Kind == "trim" {
			small = r.usual(measure.Inch/2, 12*measure.Millimetre)
		}
		p.size = card.Size{Width: r.optional(field+".width", b.Width, trimBounds, small), Height: r.optional(field+".height", b.Height, trimBounds, small)}
		for _, at := range []struct {
			name, text string
			to         **measure.Length
		}{{"x", b.X, &p.x}, {"y", b.Y, &p.y}} {
			if strings.TrimSpace(at.text) != "" {
				v := r.length(field+"."+at.name, at.text, placeBounds)
				*at.to = &v
			}
		}
		p.weight = r.weightOf(field+".weight", b.Weight)
		switch p.on = b.On; b.On {
		case "":
			p.on = "front"
		case "front", "inside", "back":
		default:
			r.fail(field+".on", `%q is not a side of the card; try "front", "inside" or "back"`, shortName(b.On))
		}
		p.joint = r.jointOf(field, b.Joint, b.Cover)
		r.build, r.raised = append(r.build, p), true
	}
}

func (r *resolver) weightOf(field, text string) measure.Mass {
	if text == "" {
		return 0
	}
	w, err := measure.ParseMass(text, r.unit)
	if err != nil {
		r.fail(field, "%s", err)
	} else if w <= 0 || w > 20_000*measure.Gram {
		r.fail(field, "%q is not the weight of a card; try 1.2 oz", shortName(text))
	}
	return w
}

// raise settles the card's thickness from what lies on it, where it was not
// measured. A card sized from its envelope is sized again for it, and pieces
// that poke out count as overhang where none was given.
func (r *resolver) raise(j Job, c *CardSpec) {
	m := r.laid()
	if r.raised && !r.measured {
		r.thickness = m.Thickest.Thick
		// A card sized from its envelope grows or shrinks with it; which pieces then
		// lie over each other can change, so it is looked at again.
		for range 3 {
			if j.Envelope == nil || c.Width != "" || c.Height != "" {
				break
			}
			if r.resize(); len(r.problems) > 0 {
				return
			}
			if m = r.laid(); m.Thickest.Thick == r.thickness {
				break
			}
			r.thickness = m.Thickest.Thick
		}
	}
	r.asLaid = &m
	if r.raised && c.Overhang == nil {
		r.overhang = sides{top: m.Top, right: m.Right, bottom: m.Bottom, left: m.Left}
	}
}

// resize takes the card's size from the envelope once more.
func (r *resolver) resize() {
	r.fromEnvelope()
	if r.turned {
		r.card = r.card.Turned()
	}
}
