package plan

import (
	"maps"
	"slices"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func (r *resolver) blankOf(j Job) {
	b := j.Blank
	if b == nil {
		b = &BlankSpec{}
	}
	r.blank.ease = r.optional("blank.ease", b.Ease, easeBounds, r.usual(card.UsualEase, 6*measure.Millimetre))
	r.blank.seam = r.optional("blank.seam", b.Seam, easeBounds, r.usual(measure.Inch/2, 12*measure.Millimetre))
	r.blank.liner = b.Liner
	paper := b.Paper
	if paper == nil {
		paper = &Bought{ID: "us-12x12"}
		if r.unit == measure.Millimetres {
			paper.ID = "mm-305x305"
		}
	}
	r.blank.paper = r.sheetNamed("blank.paper", paper)
	r.styleOf(b)
}

func (r *resolver) styleOf(b *BlankSpec) {
	if b.Style == "" {
		for _, name := range slices.Sorted(maps.Keys(b.Options)) {
			r.fail("blank."+name, "belongs to one style; name it in blank.style")
		}
		return
	}
	style, ok := blank.StyleByID(b.Style)
	if !ok {
		var known []string
		for _, s := range blank.Styles() {
			known = append(known, s.ID)
		}
		r.fail("blank.style", "%q is not an envelope style; try %s", shortName(b.Style), strings.Join(known, ", "))
		return
	}
	r.blank.style, r.blank.variant = &style, b.Variant
	if b.Variant != "" && !slices.ContainsFunc(style.Variants, func(v blank.Variant) bool { return v.ID == b.Variant }) {
		r.fail("blank.variant", "%q is not a variant of %s; try %s", shortName(b.Variant), b.Style, style.Variants[0].ID)
	}
	r.blank.options = blank.Options{Words: map[string]string{}, Lengths: map[string]measure.Length{}, Sizes: map[string]card.Size{}}
	for _, name := range slices.Sorted(maps.Keys(b.Options)) {
		r.optionOf(style, name, b.Options[name])
	}
}

func (r *resolver) optionOf(style blank.Style, name string, given OptionSpec) {
	field := "blank." + name
	o, ok := style.Option(name)
	switch {
	case !ok:
		r.fail(field, "not an option of %s", style.ID)
	case o.Envelope:
		r.envelopeOption(field, name, given)
	case o.Size:
		r.blank.options.Sizes[name] = r.size(field, given.Width, given.Height)
	case len(o.Words) == 0:
		r.blank.options.Lengths[name] = r.length(field, given.Text, flapBounds)
	case !slices.Contains(o.Words, given.Text):
		r.fail(field, "%q is not known; try %s", shortName(given.Text), strings.Join(o.Words, " or "))
	default:
		r.blank.options.Words[name] = given.Text
	}
}

// envelopeOption reads a bought envelope, by its name in the catalogue or by its size.
func (r *resolver) envelopeOption(field, name string, given OptionSpec) {
	if given.Text == "" {
		r.blank.options.Sizes[name] = r.size(field, given.Width, given.Height)
		return
	}
	f, ok := r.catalog.Format(given.Text)
	if !ok {
		r.fail(field, `%q is not an envelope format; try "us-10", "iso-c6" or a width and height`, shortName(given.Text))
		return
	}
	r.blank.options.Sizes[name], r.blank.options.Words[name] = card.Size{Width: f.Width, Height: f.Height}, f.Name
}
