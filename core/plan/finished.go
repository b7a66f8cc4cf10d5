package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Build is the finished card, piece by piece, and what it comes to.
type Build struct {
	From       string      `json:"from" enum:"measured,computed" doc:"where the thickness that counts comes from"`
	WeightFrom string      `json:"weight_from" enum:"measured,computed"`
	Parts      []BuildItem `json:"parts"`
	Cells      []BuildCell `json:"cells" doc:"the thickness map, in mm from the card's top left corner"`
	Section    []Slab      `json:"section" doc:"a cut through the thickest place"`
	SectionAt  Length      `json:"section_at" doc:"from the card's top"`
	Thickest   Length      `json:"thickest"`
	ThickestAt string      `json:"thickest_at"`
	Thinnest   Length      `json:"thinnest"`
	Variation  Length      `json:"variation"`
	Computed   Length      `json:"computed" doc:"the thickness the pieces come to"`
	Weight     string      `json:"weight"`
}

// BuildItem is a piece of the card. Index is its place in card.build, -1 for the base and the layers.
type BuildItem struct {
	Name      string `json:"name"`
	Thickness Length `json:"thickness"`
	Weight    string `json:"weight"`
	Index     int    `json:"index"`
	Hard      bool   `json:"hard"`
	X         Length `json:"x"`
	Y         Length `json:"y"`
	Width     Length `json:"width"`
	Height    Length `json:"height"`
}

// BuildCell is a rectangle of one thickness; Share is how far it stands out, from 0 to 1.
type BuildCell struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	Share  float64 `json:"share"`
	Text   string  `json:"text"`
}

// Slab is a piece in the section, in mm: along the card, and up from its back.
type Slab struct {
	Part   int     `json:"part"`
	From   float64 `json:"from"`
	To     float64 `json:"to"`
	Bottom float64 `json:"bottom"`
	Thick  float64 `json:"thick"`
	Lift   float64 `json:"lift" doc:"how much of that is foam under it"`
}

// Bends is the stiffness estimate of the sealed piece.
type Bends struct {
	Low    string `json:"low"`
	High   string `json:"high"`
	Text   string `json:"text"`
	State  string `json:"state" enum:"good,look,stop"`
	Tested bool   `json:"tested"`
	Test   string `json:"test" doc:"how to find out at the bench"`
}

var bendState = map[card.Bend]string{card.Easy: stateGood, card.Borderline: stateLook, card.TooRigid: stateStop}

func bendsOf(b card.Band) Bends {
	out := Bends{Low: b.Low.Text(), High: b.High.Text(), Text: b.Text(), State: bendState[b.High], Tested: b.Tested,
		Test: "An estimate: " + card.BendTest + "."}
	if b.Low != b.High {
		out.State = stateLook
	}
	if b.Tested {
		out.Test = "As the test at the bench showed."
	}
	return out
}

// finished is the station of the finished card.
func (m *maker) finished() {
	laid := m.mapOf()
	own := m.laid()
	b := &Build{From: "computed", WeightFrom: "computed", Parts: []BuildItem{}, Cells: []BuildCell{}, Section: []Slab{}, Computed: m.length(own.Thickest.Thick),
		SectionAt: m.length(own.Thickest.Y + own.Thickest.Height/2),
		Thickest:  m.length(m.cardThickness()), Thinnest: m.length(laid.Thinnest.Thick), Variation: m.length(laid.Variation()), Weight: m.cardWeight().Text(m.unit)}
	if m.measured {
		b.From = "measured"
	}
	if m.weight > 0 {
		b.WeightFrom = "measured"
	}
	for _, p := range own.Parts {
		b.Parts = append(b.Parts, BuildItem{p.Name, m.length(p.Thick), p.Weight.Text(m.unit), p.Index, p.Hard, m.length(p.X), m.length(p.Y), m.length(p.Width), m.length(p.Height)})
	}
	for _, c := range own.Cells {
		if c.Thick == 0 {
			continue
		}
		b.Cells = append(b.Cells, BuildCell{c.X.MM(), c.Y.MM(), c.Width.MM(), c.Height.MM(), share(c, own), m.text(c.Thick)})
	}
	for _, s := range own.Section() {
		b.Section = append(b.Section, Slab{s.Part, s.From.MM(), s.To.MM(), s.Bottom.MM(), s.Height.MM(), own.Parts[s.Part].Lift.MM()})
	}
	b.ThickestAt = m.whereText(own.Thickest)
	m.plan.Build = b
	m.finishedAnswers(own)
}

// share is how far a place stands out above the flattest, of the thickest's; a
// card that is even to a millimetre stays pale.
func share(c card.Cell, of card.Map) float64 {
	return max(0, float64(c.Thick-of.Thinnest.Thick)) / float64(max(of.Variation(), measure.Millimetre))
}

func (m *maker) whereText(c card.Cell) string {
	return fmt.Sprintf("%s from the left, %s from the top", m.text(m.ruler.Nearest(c.X+c.Width/2)), m.text(m.ruler.Nearest(c.Y+c.Height/2)))
}

// finishedAnswers are the lines of the finished card.
func (m *maker) finishedAnswers(own card.Map) {
	b := m.plan.Build
	sum := m.sumAt(own, own.Thickest)
	note := "worked out, at " + b.ThickestAt
	if m.measured {
		note = "as measured; the pieces come to " + b.Computed.Text
	}
	m.answer("finished", "thickest", "Thickest place", note, []string{sum}, Figure{"thickest", b.Thickest})
	m.answer("finished", "thinnest", "Flattest place", "on the card", []string{m.sumAt(own, own.Thinnest)}, Figure{"thinnest", b.Thinnest})
	m.answer("finished", "variation", "Unevenness", "thickest less flattest", []string{
		fmt.Sprintf("%s − %s = %s. Bumps catch in machines: move them away from the stamp corner and the leading edge, or cover them with an embossed sheet.", m.bare(m.cardThickness()), m.bare(own.Thinnest.Thick), b.Variation.Text),
	}, Figure{"variation", b.Variation})
	weight := "worked out from the papers and pieces; weigh it to be sure"
	if m.weight > 0 {
		weight = "as weighed; the pieces come to " + own.Weight.Text(m.unit)
	}
	m.plan.Answers = append(m.plan.Answers, words("finished", "card.weight", "Weight", b.Weight, m.weightSum(own)+"; "+weight+"."))
}

// sumAt says what lies over a place.
func (m *maker) sumAt(own card.Map, at card.Cell) string {
	var terms []string
	count, last := 0, ""
	flush := func() {
		if count > 1 {
			last = fmt.Sprintf("%d × %s", count, last)
		}
		if count > 0 {
			terms = append(terms, last)
		}
		count = 0
	}
	for _, p := range own.Over(at) {
		text := m.bare(p.Thick) + " " + lower(p.Name)
		if text != last || count == 0 {
			flush()
			last = text
		}
		count++
	}
	flush()
	return strings.Join(terms, " + ") + " = " + m.text(at.Thick)
}

func (m *maker) weightSum(own card.Map) string {
	var base measure.Mass
	var terms []string
	for _, p := range own.Parts {
		if p.Base {
			base += p.Weight
			continue
		}
		terms = append(terms, p.Weight.Text(m.unit)+" "+lower(p.Name))
	}
	return strings.Join(append([]string{base.Text(m.unit) + " base"}, terms...), " + ") + " = " + own.Weight.Text(m.unit)
}

func (m *maker) finishedStation() Station {
	b := m.plan.Build
	s := Station{Key: "finished", Name: "Finished", Figure: b.Thickest.Text, State: stateGood, Word: b.From}
	if len(m.plan.Post) > 0 {
		if bends := m.plan.Post[0].Bends; bends.State != stateGood {
			s.State, s.Word = bends.State, bends.Text
		}
	}
	return s
}
