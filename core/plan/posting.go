package plan

import (
	"fmt"
	"strconv"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Post is one sealed piece held against one carrier's rules. The piece in use
// is told in full; of the others the class, the verdict and the price.
type Post struct {
	Carrier   string   `json:"carrier"`
	Name      string   `json:"name"`
	Piece     string   `json:"piece" doc:"envelope, mailer, or the style and variant of a blank"`
	PieceName string   `json:"piece_name"`
	InUse     bool     `json:"in_use" doc:"the piece the job is posted in"`
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
	Bends     Bends    `json:"bends"`
	Reasons   []Reason `json:"reasons"`
	Checks    []Reason `json:"checks"`
	Counter   string   `json:"counter,omitempty" doc:"what the counter may still decide"`
	Price     *float64 `json:"price,omitempty"`
	PriceText string   `json:"price_text"`
	Unsure    bool     `json:"unsure" doc:"the price is still to be checked"`
	Service   string   `json:"service,omitempty" doc:"what the price is for, where there is more than one"`
	Others    []Offer  `json:"others" doc:"the class's other services"`
	Currency  string   `json:"currency"`
	Dated     string   `json:"dated,omitempty"`
	Stale     string   `json:"stale,omitempty" doc:"set where the prices are more than a year old"`
	Doubt     string   `json:"doubt,omitempty"`
	Stated    string   `json:"stated"`
	Own       bool     `json:"own" doc:"by the maker's own copy of the rules"`
	Notice    string   `json:"notice"`
	WaysOut   []WayOut `json:"ways_out"`
	NoWay     string   `json:"no_way,omitempty" doc:"set where no change of the job does better"`
	Map       *PostMap `json:"map,omitempty"`
	Answers   []Answer `json:"answers"`

	carrier catalog.Carrier
}

// Offer is another service of a class.
type Offer struct {
	Name   string `json:"name"`
	Price  string `json:"price"`
	Unsure bool   `json:"unsure"`
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
	Unsure bool   `json:"unsure" doc:"the limit itself is still to be checked"`
}

const postNotice = "Postal rules and prices change, and the counter decides: ask your carrier."

func (m *maker) post() {
	pieces := m.sealedPieces()
	seen := make([]post.Piece, len(pieces))
	for i, s := range pieces {
		seen[i] = m.posted(s)
	}
	m.plan.Post = make([]Post, 0, len(m.carriers)*len(pieces))
	now := make([]post.Verdict, len(m.carriers)) // on the piece in use
	for k, c := range m.carriers {
		now[k] = post.Judge(c, seen[0])
		m.plan.Post = append(m.plan.Post, m.postOf(now[k], pieces[0], seen[0], true))
		for i, s := range pieces[1:] {
			m.plan.Post = append(m.plan.Post, m.postOf(post.Outcome(c, seen[i+1]), s, seen[i+1], false))
		}
	}
	m.plan.Card.Weight = m.cardWeight().Text(m.unit)
	if m.weight == 0 {
		m.assume("card.weight", "about %s, from its papers and pieces", m.plan.Card.Weight)
	}
	m.waysOut(pieces[0], now)
	for i := range m.plan.Post {
		if p := &m.plan.Post[i]; p.InUse {
			m.postMap(p)
		}
	}
}

// assume adds to what the plan took for granted.
func (m *maker) assume(field, format string, args ...any) {
	m.assumed = append(m.assumed, Note{"assumed", field, fmt.Sprintf(format, args...)})
}

// verdictWords are a verdict in a maker's words.
var verdictWords = map[post.State]string{
	post.Passes: "goes", post.Near: "ask first", post.Surcharged: "costs extra", post.Fails: "cannot go",
}

func (m *maker) postOf(v post.Verdict, s sealed, seen post.Piece, inUse bool) Post {
	thick, weight := seen.Thickness, seen.Weight
	p := Post{
		Carrier: v.Carrier.ID, Name: v.Carrier.Name, Piece: s.id, PieceName: s.name, InUse: inUse, carrier: v.Carrier,
		Class: v.Class, ClassName: v.ClassName, Verdict: string(v.State), Word: verdictWords[v.State],
		Length: m.length(max(s.size.Width, s.size.Height)), Height: m.length(min(s.size.Width, s.size.Height)),
		Thickness: m.length(thick), Weight: weight.Text(m.unit), Counter: v.Counter, Bends: bendsOf(seen.Bends),
		Reasons: reasons(v.Reasons()), Checks: []Reason{}, Currency: v.Carrier.Currency, Own: v.Carrier.Own, Unsure: v.Unsure, Service: v.Service, Others: []Offer{},
		PriceText: "ask at the counter", Dated: v.Effective, Doubt: v.Doubt, Stated: v.Carrier.Stated, Notice: postNotice, WaysOut: []WayOut{}, Answers: []Answer{},
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
	for _, o := range v.Others {
		p.Others = append(p.Others, Offer{o.Name, o.Price.Text(v.Carrier.Currency), o.Unsure})
	}
	p.Text = verdictText(v)
	if Stale(v.Effective, m.work.Today) {
		p.Stale = "These prices took effect on " + v.Effective + ", more than a year ago: look them up before you buy stamps."
	}
	if inUse {
		p.Checks = reasons(v.Checks)
		p.Answers = m.postAnswers(p, s, v, thick, seen.Bends)
	}
	return p
}

// Stale tells whether a day is more than a year before another; days are YYYY-MM-DD.
func Stale(effective, today string) bool {
	if len(effective) != 10 || len(today) != 10 {
		return false
	}
	year, err := strconv.Atoi(effective[:4])
	return err == nil && fmt.Sprintf("%04d%s", year+1, effective[4:]) < today
}

func verdictText(v post.Verdict) string {
	name := lower(v.ClassName)
	switch v.State {
	case post.Fails:
		return "It cannot be posted as it is."
	case post.Near:
		return "It may go as " + article(name) + ", but a figure is too near its limit to be sure."
	case post.Surcharged:
		return "It goes as " + article(name) + " with a surcharge."
	}
	return "It goes as " + article(name) + "."
}

func article(noun string) string {
	if noun != "" && (noun[0] == 'a' || noun[0] == 'e' || noun[0] == 'i' || noun[0] == 'o' || noun[0] == 'u') {
		return "an " + noun
	}
	return "a " + noun
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
		out = append(out, Reason{r.Class, r.Code, string(r.State), r.Value, r.Limit, r.Margin, r.Text, r.Unsure})
	}
	return out
}

func (m *maker) postAnswers(p Post, s sealed, v post.Verdict, thick measure.Length, band card.Band) []Answer {
	side := "the long side lies along the address"
	if m.short {
		side = "the short side lies along the address"
	}
	one := func(key, label, note string, working []string, l Length) Answer {
		return line("post", key, label, note, working, Figure{key, l})
	}
	answers := []Answer{
		one("post.length", "Length", side, []string{"The outside of the " + s.name + "."}, p.Length),
		one("post.height", "Height", "", []string{"The other side of the " + s.name + "."}, p.Height),
		one("post.thickness", "Sealed thickness", "", []string{m.thicknessWorking(s, thick)}, p.Thickness),
	}
	if p.Slot != nil {
		answers = append(answers, one("post.slot", p.ClassName+" slot", "the thickest it may be", []string{"From " + p.Name + "'s rules, as stated " + p.Stated + "."}, *p.Slot))
	}
	return append(answers,
		words("post", "post.weight", "Weight", p.Weight, m.weightWorking(s, p.Weight)),
		words("post", "post.bends", "Stiffness", p.Bends.Text, band.Working(max(s.size.Width, s.size.Height), m.unit), p.Bends.Test),
		words("post", "post.price", "Price", p.PriceText, m.priceWorking(v, p.Weight)...))
}

func (m *maker) priceWorking(v post.Verdict, weight string) []string {
	if !v.Priced {
		return []string{"No price is kept for this class at this weight: ask at the counter."}
	}
	name := v.ClassName
	if v.Service != "" {
		name += ", " + v.Service + ","
	}
	text := fmt.Sprintf("%s at %s: %s", name, weight, (v.Price - v.Surcharge).Text(v.Carrier.Currency))
	if v.Surcharge > 0 {
		text += fmt.Sprintf(" + %s surcharge = %s", v.Surcharge.Text(v.Carrier.Currency), v.Price.Text(v.Carrier.Currency))
	}
	dated := "Prices from " + v.Effective + "; they change."
	if v.Unsure {
		dated = "This price is still to be checked. " + dated
	}
	return []string{text, dated}
}
