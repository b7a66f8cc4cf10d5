package plan

import (
	"fmt"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/proved"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// paperReason says why the blank is cut from its paper.
func paperReason(b *brief.Brief, m *work.Made) []string {
	name := m.Paper.Sheet.Name
	switch {
	case !m.Paper.Fits:
		return nil
	case b.Blank.Papered:
		return []string{"It comes out of " + name + ", the paper of this job."}
	case m.Paper.OnHand:
		return []string{"It comes out of " + name + ", the smallest on hand that takes it."}
	}
	return []string{"It comes out of " + name + ", the smallest sold that takes it."}
}

// reasons say why the first blank is the one to make.
func reasons(s say.Say, r *work.Result, blanks []document.Blank) []string {
	out := []string{}
	if len(blanks) == 0 {
		return out
	}
	m, b := r.Blanks[0], &blanks[0]
	switch {
	case m.Named:
		out = append(out, "Chosen for this job.")
	case r.NoBlank() != nil:
		out = append(out, instead(r, m)...)
	case m.Proof.OK:
		out = append(out, "It folds without a hole and takes the card, and so it is proved.")
	}
	out = append(out, paperReason(r.Brief, m)...)
	out = append(out, roomText(s, r, m)...)
	least, cheaper := true, false
	for _, o := range r.Blanks[1:] {
		if o.Proof.OK && !o.Special() {
			least = least && m.Area() <= o.Area()
			cheaper = cheaper || m.CheaperThan(o)
		}
	}
	if least && m.Proof.OK {
		out = append(out, "It takes the least paper of those that prove: "+b.Area+".")
	}
	if cheaper && b.Compare.Post != "" {
		out = append(out, "It posts for less than others: "+b.Compare.Post+".")
	}
	if t := b.Proof.Trials; t != nil {
		out = append(out, t.Text+".")
	}
	return out
}

// schools say where the ways of making the same style disagree, and what the proof says of each.
func schools(s say.Say, r *work.Result) []string {
	out := []string{}
	for _, style := range blank.Styles() {
		var same []*work.Made
		for _, m := range r.Blanks {
			if m.Style.ID == style.ID {
				same = append(same, m)
			}
		}
		if len(same) != 2 || same[0].Special() {
			continue
		}
		if same[0].Main().Width == same[1].Main().Width && same[0].Main().Height == same[1].Main().Height {
			out = append(out, fmt.Sprintf("%s: both schools come to the same here, %s.", style.Name, seamText(s, same[0])))
			continue
		}
		out = append(out, fmt.Sprintf("%s: %s; %s.", style.Name, school(s, same[0]), school(s, same[1])))
	}
	return out
}

// seam is the narrowest glued overlap of a blank; a length of nothing but its text where nothing is glued.
func seam(s say.Say, m *work.Made) document.Length {
	if m.Proof.Seam == nil {
		return document.Length{Text: "no glue"}
	}
	return s.Length(measure.FromMM(*m.Proof.Seam))
}

func seamText(s say.Say, m *work.Made) string {
	if m.Proof.Seam == nil {
		return "no glued seam"
	}
	return "a seam of " + s.Text(measure.FromMM(*m.Proof.Seam))
}

func school(s say.Say, m *work.Made) string {
	size := s.Text(m.Main().Width) + " square"
	if m.Main().Width != m.Main().Height {
		size = s.SizeText(m.Main().Cut())
	}
	text := fmt.Sprintf("%s asks for %s with %s", m.Variant.Name, size, seamText(s, m))
	if i := slices.IndexFunc(m.Proof.Checks, func(c proof.Check) bool { return !c.OK }); i >= 0 {
		return text + " and fails: " + words.Lower(proved.Check(s, m.Proof.Checks[i]))
	}
	return text + " and proves"
}
