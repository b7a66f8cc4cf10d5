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
type blankReader struct {
	in    *typed
	on    *ground
	blank Blank
}

// readBlank reads what is asked of the envelope blank.
func readBlank(in *typed, on *ground, j job.Job) Blank {
	r := blankReader{in: in, on: on}
	b := j.Blank
	if b == nil {
		b = &job.BlankSpec{}
	}
	r.blank.Ease = r.in.optional("blank.ease", b.Ease, eases, UsualEase(r.on.Unit))
	r.blank.Eased = strings.TrimSpace(string(b.Ease)) != ""
	r.blank.Seam = r.in.optional("blank.seam", b.Seam, eases, UsualSeam(r.on.Unit))
	r.blank.Liner = b.Liner
	if b.Paper != nil {
		r.blank.Paper, r.blank.Papered = sheetNamed(in, on, "blank.paper", b.Paper), true
	} else {
		r.blank.Paper = bought(r.on.Catalog.UsualSheet(r.on.Sold, catalog.ForBlank))
	}
	r.blank.Stock = stockOf(in, "blank.stock", b.Stock, "blank.caliper", b.Caliper)
	r.style(b)
	return r.blank
}

// stockOf reads what a paper is by its weight and how thick one sheet is; thickness is
// that of its weight where it is not given, and either may be absent.
func stockOf(in *typed, weightField, weight, caliperField string, caliper job.Length) blank.Stock {
	out := blank.Stock{}
	if weight != "" {
		p, err := card.ParsePaper(weight)
		if err != nil {
			in.fail(weightField, "%s", err)
		} else {
			out = blank.Stock{Caliper: p.Caliper(), GSM: p.GSM}
		}
	}
	out.Caliper = in.optional(caliperField, caliper, calipers, out.Caliper)
	return out
}

func (r *blankReader) style(b *job.BlankSpec) {
	names := slices.Sorted(maps.Keys(b.Options))
	if b.Style == "" {
		for _, name := range names {
			r.in.fail("blank."+name, "belongs to one style; name it in blank.style")
		}
		return
	}
	style, ok := blank.StyleByID(b.Style)
	if !ok {
		var known []string
		for _, s := range blank.Styles() {
			known = append(known, s.ID)
		}
		r.in.fail("blank.style", "%q is not an envelope style; try %s", job.Quoted(b.Style), strings.Join(known, ", "))
		return
	}
	r.blank.Style, r.blank.Variant = style, b.Variant
	if b.Variant != "" && !slices.ContainsFunc(style.Variants, func(v blank.Variant) bool { return v.ID == b.Variant }) {
		r.in.fail("blank.variant", "%q is not a variant of %s; try %s", job.Quoted(b.Variant), b.Style, style.Variants[0].ID)
	}
	r.blank.Options = blank.Options{Words: map[string]string{}, Lengths: map[string]measure.Length{}, Sizes: map[string]card.Size{}}
	for _, name := range names {
		r.option(style, name, b.Options[name])
	}
}

func (r *blankReader) option(style *blank.Style, name string, given job.OptionSpec) {
	field := "blank." + name
	o, ok := style.Option(name)
	if !ok {
		r.in.fail(field, "not an option of %s", style.ID)
		return
	}
	switch o.Kind() {
	case blank.EnvelopeOption:
		r.envelopeOption(field, name, given)
	case blank.SizeOption:
		r.blank.Options.Sizes[name] = r.in.size(field, given.Width, given.Height)
	case blank.LengthOption:
		r.blank.Options.Lengths[name] = r.in.length(field, given.Length, flaps)
	case blank.WordOption:
		if !slices.Contains(o.Words, given.Word) {
			r.in.fail(field, "%q is not known; try %s", job.Quoted(given.Word), strings.Join(o.Words, " or "))
			return
		}
		r.blank.Options.Words[name] = given.Word
	}
}

// envelopeOption reads a bought envelope, by its name in the catalogue or by its size.
func (r *blankReader) envelopeOption(field, name string, given job.OptionSpec) {
	if given.Word == "" {
		r.blank.Options.Sizes[name] = r.in.size(field, given.Width, given.Height)
		return
	}
	f, ok := r.on.Catalog.Format(given.Word)
	if !ok {
		r.in.fail(field, `%q is not an envelope format; try "us-10", "iso-c6" or a width and height`, job.Quoted(given.Word))
		return
	}
	r.blank.Options.Sizes[name], r.blank.Options.Words[name] = f.Size(), f.Name
}
