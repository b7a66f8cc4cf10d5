package brief

import (
	"maps"
	"slices"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// blankReader reads what is asked of the envelope blank.
type blankReader struct{ *reader }

func (r blankReader) blank(j job.Job) {
	b := j.Blank
	if b == nil {
		b = &job.BlankSpec{}
	}
	r.Blank.Ease = r.optional("blank.ease", b.Ease, eases, UsualEase(r.Unit))
	r.Blank.Eased = strings.TrimSpace(string(b.Ease)) != ""
	r.Blank.Seam = r.optional("blank.seam", b.Seam, eases, UsualSeam(r.Unit))
	r.Blank.Liner = b.Liner
	if b.Paper != nil {
		r.Blank.Paper, r.Blank.Papered = r.sheetNamed("blank.paper", b.Paper), true
	} else {
		r.Blank.Paper = bought(r.Catalog.UsualSheet(r.Sold, catalog.ForBlank))
	}
	r.style(b)
}

func (r blankReader) style(b *job.BlankSpec) {
	names := slices.Sorted(maps.Keys(b.Options))
	if b.Style == "" {
		for _, name := range names {
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
		r.fail("blank.style", "%q is not an envelope style; try %s", job.Quoted(b.Style), strings.Join(known, ", "))
		return
	}
	r.Blank.Style, r.Blank.Variant = style, b.Variant
	if b.Variant != "" && !slices.ContainsFunc(style.Variants, func(v blank.Variant) bool { return v.ID == b.Variant }) {
		r.fail("blank.variant", "%q is not a variant of %s; try %s", job.Quoted(b.Variant), b.Style, style.Variants[0].ID)
	}
	r.Blank.Options = blank.Options{Words: map[string]string{}, Lengths: map[string]measure.Length{}, Sizes: map[string]card.Size{}}
	for _, name := range names {
		r.option(style, name, b.Options[name])
	}
}

func (r blankReader) option(style *blank.Style, name string, given job.OptionSpec) {
	field := "blank." + name
	o, ok := style.Option(name)
	if !ok {
		r.fail(field, "not an option of %s", style.ID)
		return
	}
	switch o.Kind() {
	case blank.EnvelopeOption:
		r.envelopeOption(field, name, given)
	case blank.SizeOption:
		r.Blank.Options.Sizes[name] = r.size(field, given.Width, given.Height)
	case blank.LengthOption:
		r.Blank.Options.Lengths[name] = r.length(field, given.Length, flaps)
	case blank.WordOption:
		if !slices.Contains(o.Words, given.Word) {
			r.fail(field, "%q is not known; try %s", job.Quoted(given.Word), strings.Join(o.Words, " or "))
			return
		}
		r.Blank.Options.Words[name] = given.Word
	}
}

// envelopeOption reads a bought envelope, by its name in the catalogue or by its size.
func (r blankReader) envelopeOption(field, name string, given job.OptionSpec) {
	if given.Word == "" {
		r.Blank.Options.Sizes[name] = r.size(field, given.Width, given.Height)
		return
	}
	f, ok := r.Catalog.Format(given.Word)
	if !ok {
		r.fail(field, `%q is not an envelope format; try "us-10", "iso-c6" or a width and height`, job.Quoted(given.Word))
		return
	}
	r.Blank.Options.Sizes[name], r.Blank.Options.Words[name] = f.Size(), f.Name
}
