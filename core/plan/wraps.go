package plan

import (
	"fmt"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
)

// Wrap is what one way of making an envelope makes of the job's paper.
type Wrap struct {
	Style   string         `json:"style"`
	Variant string         `json:"variant"`
	Name    string         `json:"name"`
	Largest *Size          `json:"largest,omitempty" doc:"the largest card of the job's proportions and thickness it wraps"`
	Text    string         `json:"text"`
	Takes   []string       `json:"takes" doc:"customary cards it wraps"`
	Patch   map[string]any `json:"patch,omitempty" doc:"the change to the job that makes this card"`
}

// Wraps works the other way round from the paper: for every style, the largest
// card of the job's own proportions the paper can wrap, and which customary
// cards it takes. The error is a Problems.
func Wraps(j Job, cat *catalog.Catalog) ([]Wrap, error) {
	s, problems := resolve(j, cat)
	if len(problems) > 0 {
		return nil, problems
	}
	m := &maker{spec: s, plan: &Plan{}}
	out := []Wrap{}
	for _, style := range blank.Styles() {
		if slices.ContainsFunc(style.Options, func(o blank.Option) bool { return o.Envelope }) {
			continue // made of a bought envelope, not of paper
		}
		for _, v := range style.Variants {
			out = append(out, m.wrap(candidate{style: style, variant: v, options: v.Options}))
		}
	}
	return out, nil
}

func (m *maker) wrap(c candidate) Wrap {
	w := Wrap{Style: c.style.ID, Variant: c.variant.ID, Name: c.name(), Takes: []string{}}
	req := m.request(c.options)
	whole := m.outer()
	long := max(whole.Width, whole.Height)
	at := func(side measure.Length) card.Size {
		return card.Size{
			Width:  m.ruler.Nearest(measure.FromMM(side.MM() * whole.Width.MM() / long.MM())),
			Height: m.ruler.Nearest(measure.FromMM(side.MM() * whole.Height.MM() / long.MM())),
		}
	}
	least, most := int(2*measure.Inch/m.ruler.Step), int(max(m.blank.paper.size.Width, m.blank.paper.size.Height)/m.ruler.Step)
	// The largest that works, by halves: a larger card never needs less paper.
	for least < most {
		mid := (least + most + 1) / 2
		if m.wraps(c.style, req, at(measure.Length(mid)*m.ruler.Step)) {
			least = mid
		} else {
			most = mid - 1
		}
	}
	z := at(measure.Length(least) * m.ruler.Step)
	if !m.wraps(c.style, req, z) {
		req.Card = z
		w.Text = "No card of these proportions from " + m.blank.paper.name
		if _, err := c.style.Make(req); err != nil {
			w.Text += ": " + err.Error()
		}
		return w
	}
	size := m.size(z)
	w.Largest, w.Text = &size, fmt.Sprintf("%s from %s", m.sizeText(z), m.blank.paper.name)
	w.Takes = m.takes(c.style, req)
	w.Patch = m.choose(c)
	bare := card.Size{Width: z.Width - (whole.Width - m.card.Width), Height: z.Height - (whole.Height - m.card.Height)}
	w.Patch["card"] = map[string]any{"width": m.text(bare.Width), "height": m.text(bare.Height)}
	return w
}

// wraps tells whether a style's blank for a card proves and comes out of the paper.
func (m *maker) wraps(s blank.Style, req blank.Request, z card.Size) bool {
	req.Card = z
	b, err := s.Make(req)
	return err == nil && m.fitSheet(m.blank.paper, b, false).Fits && proof.Fold(b, m.thickness).OK
}

// takes are the customary cards of the job's unit that the paper wraps.
func (m *maker) takes(s blank.Style, req blank.Request) []string {
	out := []string{}
	seen := map[card.Size]bool{}
	for _, f := range m.formatsSold() {
		z := card.Size{Width: f.CardWidth, Height: f.CardHigh}
		if f.Customary() && !seen[z] && m.wraps(s, req, z) {
			seen[z] = true
			out = append(out, fmt.Sprintf("%s (%s)", m.sizeText(z), f.Name))
		}
	}
	return out
}
