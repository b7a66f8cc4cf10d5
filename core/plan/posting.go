package plan

import (
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Typical papers, in general words from paper sellers' tables; a measurement overrules them.
const (
	stockCaliper = 300 * measure.Micrometre // cover stock, 216 g/m2
	stockWeight  = 216.0                    // g/m2
	paperCaliper = 120 * measure.Micrometre // envelope paper, 100 g/m2
	paperWeight  = 100.0                    // g/m2
	boughtLayers = 4                        // front, back, its seam, the flap
	boughtPaper  = 2.5                      // a bought envelope's paper, in times its face
)

// Post is one sealed piece held against one carrier's rules.
type Post struct {
	Carrier   string   `json:"carrier"`
	Name      string   `json:"name"`
	Piece     string   `json:"piece" doc:"envelope, or the style and variant of a blank"`
	PieceName string   `json:"piece_name"`
	Class     string   `json:"class"`
	ClassName string   `json:"class_name"`
	Verdict   string   `json:"verdict" enum:"pass,surcharge,check,refused"`
	Word      string   `json:"word"`
	Text      string   `json:"text"`
	Length    Length   `json:"length"`
	Height    Length   `json:"height"`
	Thickness Length   `json:"thickness"`
	Slot      *Length  `json:"slot,omitempty" doc:"the thickest its class takes"`
	Weight    string   `json:"weight"`
	Reasons   []Reason `json:"reasons"`
	Checks    []Reason `json:"checks"`
	Price     *float64 `json:"price,omitempty"`
	PriceText string   `json:"price_text"`
	Currency  string   `json:"currency"`
	Dated     string   `json:"dated,omitempty"`
	Doubt     string   `json:"doubt,omitempty"`
	Stated    string   `json:"stated"`
	Notice    string   `json:"notice"`
	WaysOut   []Fix    `json:"ways_out"`
	Answers   []Answer `json:"answers"`
}

// Reason is one rule with its figure, limit and margin.
type Reason struct {
	Class  string `json:"class"`
	Code   string `json:"code"`
	State  string `json:"state" enum:"pass,check,surcharge,refused"`
	Value  string `json:"value"`
	Limit  string `json:"limit"`
	Margin string `json:"margin,omitempty"`
	Text   string `json:"text"`
}

const postNotice = "Postal rules and prices change, and the counter decides: ask your carrier."

// sealed is a piece ready to post, with the working of its thickness.
type sealed struct {
	id, name string
	size     card.Size
	layers   int
	paper    float64 // mm2
	sold     bool    // a catalogue format
	caliper  measure.Length
	gsm      float64
}

func (m *maker) post() {
	pieces := m.sealedPieces()
	for _, c := range m.carriers {
		for _, s := range pieces {
			v := m.judge(c, s)
			m.plan.Post = append(m.plan.Post, m.postOf(v, s, m.sealedThickness(s), m.sealedWeight(s)))
		}
	}
	m.plan.Card.Weight = m.cardWeight().Text(m.unit)
	if m.weight == 0 {
		m.assume("card.weight", "about %s, from stock of %.0f g/m²", m.plan.Card.Weight, m.gsm())
	}
}

func (m *maker) sealedThickness(s sealed) measure.Length {
	return m.cardThickness() + measure.Length(s.layers)*s.caliper
}

func (m *maker) sealedWeight(s sealed) measure.Mass {
	return m.cardWeight() + measure.FromGrams(s.paper*s.gsm/1e6)
}

// judge holds a sealed piece against a carrier's rules.
func (m *maker) judge(c catalog.Carrier, s sealed) post.Verdict {
	return post.Judge(c, post.Piece{
		Width: s.size.Width, Height: s.size.Height, Thickness: m.sealedThickness(s), Weight: m.sealedWeight(s),
		AddressShort: m.short, SoldSize: s.sold, Closure: m.closure, Contents: m.contents,
	})
}

// assume adds to what the plan took for granted.
func (m *maker) assume(field, format string, args ...any) {
	m.assumed = append(m.assumed, Note{"assumed", field, fmt.Sprintf(format, args...)})
}

// sealedPieces are the ways this card can be posted, the one in use first: the
// job's own envelope where the card goes in, else the blank that was chosen.
func (m *maker) sealedPieces() []sealed {
	var out []sealed
	if m.own != nil && m.own.Verdict != card.No {
		z := m.own.Envelope.Size
		out = append(out, sealed{"envelope", m.envelope.name + " envelope", z, boughtLayers, boughtPaper * z.Width.MM() * z.Height.MM(), m.envelope.id != "", paperCaliper, paperWeight})
	}
	for _, b := range m.plan.Blanks {
		out = append(out, m.sealedBlank(b))
	}
	return out
}

// sealedBlank is a card in the envelope made of a blank.
func (m *maker) sealedBlank(b Blank) sealed {
	z := card.Size{Width: measure.FromMM(b.Outside.Width.MM), Height: measure.FromMM(b.Outside.Height.MM)}
	s := sealed{b.Style + "/" + b.Variant, b.Name, z, b.layers, b.area, false, paperCaliper, paperWeight}
	switch {
	case b.Board:
		s.caliper, s.gsm = stockCaliper, stockWeight
	case b.Bought != "":
		s.layers, s.paper = boughtLayers, boughtPaper*b.area
	}
	return s
}

// cardThickness is the thickness given, else that of the bare card.
func (m *maker) cardThickness() measure.Length {
	if m.measured {
		return m.thickness
	}
	return measure.Length(m.sheetsThick()) * m.caliper()
}

// sheetsThick is how many sheets of stock lie on each other in the bare card.
func (m *maker) sheetsThick() int {
	n := m.flat.Panels + len(m.layers)
	if m.inside > 0 {
		n++
	}
	return n
}

// caliper and gsm are those of the base's paper, where its weight was given.
func (m *maker) caliper() measure.Length {
	if m.stock != nil {
		return m.stock.Caliper()
	}
	return stockCaliper
}

func (m *maker) gsm() float64 {
	if m.stock != nil {
		return m.stock.GSM
	}
	return stockWeight
}

// cardWeight is the weight given, else base and layers at the usual weight of stock.
func (m *maker) cardWeight() measure.Mass {
	if m.weight > 0 {
		return m.weight
	}
	mm2 := m.flat.Width.MM() * m.flat.Height.MM()
	for _, z := range m.stack {
		mm2 += z.Width.MM() * z.Height.MM()
	}
	mm2 += m.insidePanel.Width.MM() * m.insidePanel.Height.MM()
	return measure.FromGrams(mm2 * m.gsm() / 1e6)
}

// verdictWords are a verdict in a maker's words.
var verdictWords = map[post.State]string{
	post.Passes: "goes", post.Near: "ask first", post.Surcharged: "costs extra", post.Fails: "cannot go",
}

func (m *maker) postOf(v post.Verdict, s sealed, thick measure.Length, weight measure.Mass) Post {
	p := Post{
		Carrier: v.Carrier.ID, Name: v.Carrier.Name, Piece: s.id, PieceName: s.name,
		Class: v.Class, ClassName: v.ClassName, Verdict: string(v.State), Word: verdictWords[v.State],
		Length: m.length(max(s.size.Width, s.size.Height)), Height: m.length(min(s.size.Width, s.size.Height)),
		Thickness: m.length(thick), Weight: weight.Text(m.unit),
		Reasons: reasons(v.Reasons()), Checks: reasons(v.Checks), Currency: v.Carrier.Currency,
		PriceText: "ask at the counter", Dated: v.Effective, Doubt: v.Doubt, Stated: v.Carrier.Stated, Notice: postNotice, WaysOut: []Fix{},
	}
	if m.short {
		p.Length, p.Height = p.Height, p.Length
	}
	if v.Thickest > 0 {
		most := m.length(v.Thickest)
		p.Slot = &most
	}
	if v.Priced {
		price := float64(v.Price) / 100
		p.Price, p.PriceText = &price, v.Price.Text(v.Carrier.Currency)
	}
	p.Text = verdictText(v)
	p.WaysOut = m.waysOut(v)
	p.Answers = m.postAnswers(p, s, v, thick)
	return p
}

func verdictText(v post.Verdict) string {
	switch v.State {
	case post.Fails:
		return "It cannot be posted as it is."
	case post.Near:
		return "It may go as a " + lower(v.ClassName) + ", but a figure is too near its limit to be sure."
	case post.Surcharged:
		return "It goes as a " + lower(v.ClassName) + " with a surcharge."
	}
	return "It goes as a " + lower(v.ClassName) + "."
}

func lower(s string) string {
	if s == "" {
		return s
	}
	return string(s[0]|0x20) + s[1:]
}

func reasons(all []post.Reason) []Reason {
	out := []Reason{}
	for _, r := range all {
		out = append(out, Reason{r.Class, r.Code, string(r.State), r.Value, r.Limit, r.Margin, r.Text})
	}
	return out
}

// waysOut offers the changes to the job that make the piece go, where a field of the job alone is the cause.
func (m *maker) waysOut(v post.Verdict) []Fix {
	out := []Fix{}
	for _, r := range v.Reasons() {
		if r.Code == "address" || m.short && (r.Code == "height" || r.Code == "length") {
			out = append(out, Fix{"Address it along the long side", map[string]any{"post": map[string]any{"address": "long"}}})
			break
		}
	}
	for _, r := range v.Reasons() {
		if r.Code == "ratio" {
			out = append(out, m.longerEnvelope(v)...)
		}
		if r.Code == "closure" {
			out = append(out, Fix{"Close it flat", map[string]any{"post": map[string]any{"closure": nil}}})
		}
	}
	return out
}

// longerEnvelope is a blank that proves and posts for less than this verdict's price.
func (m *maker) longerEnvelope(v post.Verdict) []Fix {
	for _, b := range m.plan.Blanks {
		if b.Proof.OK && v.Priced && b.Compare.Postage < float64(v.Price) && v.Carrier.ID == m.carriers[0].ID {
			return []Fix{{"Make it: " + lower(b.Name), b.Patch}}
		}
	}
	return nil
}

func (m *maker) postAnswers(p Post, s sealed, v post.Verdict, thick measure.Length) []Answer {
	side := "the long side lies along the address"
	if m.short {
		side = "the short side lies along the address"
	}
	one := func(key, label, note string, working []string, l Length) Answer {
		return line("post", key, label, note, working, Figure{key, l})
	}
	thickness := fmt.Sprintf("%s card + %d × %s paper at the thickest place = %s", m.bare(m.cardThickness()), s.layers, m.bare(s.caliper), m.text(thick))
	if !m.measured {
		thickness = fmt.Sprintf("%d sheets of %s stock + %d × %s paper = %s; measure the finished card to be sure",
			m.sheetsThick(), m.bare(m.caliper()), s.layers, m.bare(s.caliper), m.text(thick))
	}
	answers := []Answer{
		one("post.length", "Length", side, []string{"The outside of the " + s.name + "."}, p.Length),
		one("post.height", "Height", "", []string{"The other side of the " + s.name + "."}, p.Height),
		one("post.thickness", "Sealed thickness", "", []string{thickness}, p.Thickness),
	}
	if p.Slot != nil {
		answers = append(answers, one("post.slot", p.ClassName+" slot", "the thickest it may be", []string{"From " + p.Name + "'s rules, as stated " + p.Stated + "."}, *p.Slot))
	}
	return append(answers,
		Answer{Key: "post.weight", Station: "post", Label: "Weight", Note: p.Weight, Working: []string{m.weightWorking(p.Weight)}, Figures: []Figure{}, Copy: "Weight " + p.Weight},
		Answer{Key: "post.price", Station: "post", Label: "Price", Note: p.PriceText, Working: m.priceWorking(v, p.Weight), Figures: []Figure{}, Copy: "Price " + p.PriceText})
}

func (m *maker) weightWorking(total string) string {
	if m.weight > 0 {
		return fmt.Sprintf("%s card, as given, and the envelope's paper at 100 g/m²: %s", m.weight.Text(m.unit), total)
	}
	return fmt.Sprintf("Base and layers at %.0f g/m², the envelope's paper at 100 g/m²: about %s; weigh it to be sure", m.gsm(), total)
}

func (m *maker) priceWorking(v post.Verdict, weight string) []string {
	if !v.Priced {
		return []string{"No price is kept for this class: ask at the counter."}
	}
	text := fmt.Sprintf("%s at %s: %s", v.ClassName, weight, (v.Price - v.Surcharge).Text(v.Carrier.Currency))
	if v.Surcharge > 0 {
		text += fmt.Sprintf(" + %s surcharge = %s", v.Surcharge.Text(v.Carrier.Currency), v.Price.Text(v.Carrier.Currency))
	}
	return []string{text, "Prices from " + v.Effective + "; they change."}
}
