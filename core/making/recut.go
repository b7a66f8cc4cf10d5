package making

import (
	"fmt"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/words"
)

func againID(n int, id string) string { return fmt.Sprintf("again%d.%s", n, id) }

// Missing is how many of each part of what was spoiled are missing.
func (s *State) Missing(within []string) map[string]int {
	out := map[string]int{}
	for _, p := range s.Parts {
		for _, key := range within {
			if p.Key == key && p.Left < 0 {
				out[key] = -p.Left
			}
		}
	}
	return out
}

// mostWays bounds what is offered to cut a piece from.
const mostWays = 3

// WaysFor is what pieces of a part can be cut from anew: this batch's offcuts
// first, then the sheets on hand that are left; the smallest that does comes first.
func WaysFor(sh say.Say, plan *Docket, key string, n int, limits trim.Limits) []Way {
	var part *Run
	for i := range plan.Parts {
		if plan.Parts[i].Key == key {
			part = &plan.Parts[i]
		}
	}
	if part == nil || part.W == 0 {
		return nil
	}
	var out []Way
	for _, from := range []struct {
		what   string
		sheets []Remnant
		bought bool
	}{{"an offcut of this batch", plan.Offcuts, false}, {"a sheet on hand", plan.Spare, false}, {"a new sheet", plan.Fresh, true}} {
		if from.bought && len(out) > 0 {
			break // nothing need be bought
		}
		var here []Way
		for _, s := range from.sheets {
			if from.bought {
				s.Count = n
			}
			if s.Count == 0 || part.Paper != "" && s.Paper != part.Paper || s.Of != "" && s.Of != part.Of {
				continue
			}
			if w, ok := wayFrom(sh, part, s, n, limits, from.what); ok {
				here = insert(here, w)
			}
		}
		out = append(out, here...)
	}
	return out[:min(len(out), mostWays)]
}

// insert keeps ways in the order of what they are cut from, the smallest first.
func insert(ways []Way, w Way) []Way {
	at := len(ways)
	for i, o := range ways {
		if area(w.From) < area(o.From) {
			at = i
			break
		}
	}
	return append(ways[:at:at], append([]Way{w}, ways[at:]...)...)
}

func area(s Remnant) float64 { return s.W.MM() * s.H.MM() }

func wayFrom(sh say.Say, part *Run, from Remnant, n int, limits trim.Limits, what string) (Way, bool) {
	z := card.Size{Width: from.W, Height: from.H}
	made, err := trim.Choose(trim.Problem{
		Pieces: []trim.Piece{{Name: part.Name, Size: card.Size{Width: part.W, Height: part.H}, Count: n}},
		Sheets: []trim.Sheets{{Name: from.Name, Size: z, Count: from.Count}}, Limits: limits,
	})
	if err != nil {
		return Way{}, false
	}
	w := Way{Part: part.Key, Count: n, From: from, Text: fmt.Sprintf("Cut %d %s from %s, %s", n, words.Plural(n, words.Lower(part.Name)), what, sh.SizeText(z))}
	for i, s := range made.Usual.Steps {
		w.Steps = append(w.Steps, cutStep(sh, part, i, s.Set, len(s.Cuts), sh.SizeText(z)))
	}
	return w, true
}

// cutStep is one setting of the guide for a piece that is cut anew.
func cutStep(sh say.Say, part *Run, i int, set measure.Length, cuts int, from string) document.Step {
	l := sh.Full(set)
	return document.Step{ID: fmt.Sprintf("cut.%s.%d", part.Key, i+1), Phase: string(bench.Rest), Kind: string(bench.Cut), Part: part.Name, Text: bench.Says["guide"], Pieces: cuts, Tool: "trimmer", Guide: true,
		Figure: &document.StepFigure{Text: l.Text, Alt: l.Alt, In: &l.In, MM: &l.MM, Mark: l.Mark}, Details: []string{"anew, from " + from}, Looks: []document.Look{},
		Handled: []document.Handled{{Key: part.Key, Job: part.Job, Name: part.Name, Pieces: cuts}}, Minutes: document.Minutes{Low: 0.5, Likely: 1, High: 2, Text: "1 to 2 min"}}
}
