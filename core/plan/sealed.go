package plan

import (
	"fmt"
	"math"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
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

// A padded mailer of paper, as sold: room beyond the card, two padded walls,
// and its weight for its face.
const (
	mailerRoom   = 20 * measure.Millimetre
	mailerWall   = 3 * measure.Millimetre
	mailerSkin   = 150 * measure.Micrometre // what of a wall bends: padding does not
	mailerWeight = 260.0                    // g/m2, front and back together
)

// sealed is a piece ready to post.
type sealed struct {
	id, name string
	size     card.Size
	layers   int     // sheets of paper over the thickest place
	paper    float64 // mm2
	sold     bool    // a catalogue format
	caliper  measure.Length
	skin     measure.Length // what of a wall resists bending; zero for all of it
	gsm      float64
}

func (m *maker) sealedThickness(s sealed) measure.Length {
	return m.cardThickness() + measure.Length(s.layers)*s.caliper
}

func (m *maker) sealedWeight(s sealed) measure.Mass {
	return m.cardWeight() + measure.FromGrams(s.paper*s.gsm/1e6)
}

// sealedPieces are the ways this card can be posted, the one in use first: the
// job's own envelope where the card goes in, else the blank that was chosen;
// a padded mailer last.
func (m *maker) sealedPieces() []sealed {
	var out []sealed
	if s, ok := m.sealedBought(); ok {
		out = append(out, s)
	}
	for _, b := range m.plan.Blanks {
		out = append(out, m.sealedBlank(b.from, b.made, b.layers))
	}
	return append(out, m.sealedMailer())
}

// sealedBought is the card in the job's own envelope, where it goes in.
func (m *maker) sealedBought() (sealed, bool) {
	if m.own == nil || m.own.Verdict == card.No {
		return sealed{}, false
	}
	z := m.own.Envelope.Size
	return sealed{"envelope", m.envelope.name + " envelope", z, boughtLayers, boughtPaper * area(z), m.envelope.id != "", paperCaliper, 0, paperWeight}, true
}

// sealedBlank is a card in the envelope made of a blank, with its liner where one is asked for.
func (m *maker) sealedBlank(c candidate, b blank.Blank, layers int) sealed {
	s := sealed{c.style.ID + "/" + c.variant.ID, c.name(), outside(b), layers, b.Outline.Area(), false, paperCaliper, 0, paperWeight}
	switch {
	case b.Board:
		s.caliper, s.gsm = stockCaliper, stockWeight
	case b.Bought != "":
		s.layers, s.paper = boughtLayers, boughtPaper*s.paper
	}
	if m.blank.liner {
		if e, ok := blank.Liner(b, m.ruler); ok {
			// It lies inside the front and folds with the flap.
			s.layers, s.paper = s.layers+2, s.paper+e.Outline.Area()
		}
	}
	return s
}

func (m *maker) sealedMailer() sealed {
	z := m.outer()
	up := func(l measure.Length) measure.Length { return m.ruler.Up(l + m.cardThickness() + mailerRoom) }
	z = card.Size{Width: up(z.Width), Height: up(z.Height)}
	return sealed{"mailer", "Padded mailer", z, 2, area(z), false, mailerWall, mailerSkin, mailerWeight}
}

// inUse is the piece the job is posted in, and whether it can be made: what
// sealedPieces gives first, without working the others out.
func (m *maker) inUse() (sealed, bool) {
	if s, ok := m.sealedBought(); ok {
		return s, m.own.Verdict != card.Tight
	}
	if m.blank.style == nil {
		return sealed{}, false
	}
	c := m.named()
	b, err := c.style.Make(m.request(c.options))
	if err != nil {
		return sealed{}, false
	}
	p := proof.Fold(b, m.thickness)
	return m.sealedBlank(c, b, p.Layers), p.OK
}

// cardThickness is the thickness given, else what its pieces come to.
func (m *maker) cardThickness() measure.Length {
	if m.measured {
		return m.thickness
	}
	return m.mapOf().Thickest.Thick
}

// cardWeight is the weight given, else that of its pieces.
func (m *maker) cardWeight() measure.Mass {
	if m.weight > 0 {
		return m.weight
	}
	return m.mapOf().Weight
}

// thicknessWorking says how the sealed thickness comes about.
func (m *maker) thicknessWorking(s sealed, total measure.Length) string {
	paper := fmt.Sprintf("%d × %s paper", s.layers, m.bare(s.caliper))
	if s.id == "mailer" {
		paper = fmt.Sprintf("2 × %s padded wall", m.bare(s.caliper))
	}
	if m.measured {
		return fmt.Sprintf("%s card + %s at the thickest place = %s", m.bare(m.cardThickness()), paper, m.text(total))
	}
	return fmt.Sprintf("%s card, from its pieces, + %s = %s; measure the finished card to be sure", m.bare(m.cardThickness()), paper, m.text(total))
}

func (m *maker) weightWorking(s sealed, total string) string {
	wall := measure.FromGrams(s.paper * s.gsm / 1e6).Text(m.unit)
	from := "from its papers and pieces; weigh it to be sure"
	if m.weight > 0 {
		from = "as weighed"
	}
	return fmt.Sprintf("%s card, %s, + %s for the %s at %.0f g/m² = %s", m.cardWeight().Text(m.unit), from, wall, strings.ToLower(s.name), s.gsm, total)
}

// PostMap is where a piece lies among what the carriers take: length along,
// height up, in mm.
type PostMap struct {
	Regions []Region   `json:"regions"`
	Point   [2]float64 `json:"point"`
	Arrows  []Arrow    `json:"arrows" doc:"where ways out would move it"`
	Far     [2]float64 `json:"far" doc:"the farthest the map reaches"`
}

// Region is the faces a class takes, leaving thickness and weight aside.
type Region struct {
	Carrier string       `json:"carrier"`
	Class   string       `json:"class"`
	Name    string       `json:"name"`
	Takes   bool         `json:"takes" doc:"the class the piece in use meets"`
	Points  [][2]float64 `json:"points"`
}

// Arrow is a way out that moves the piece on the map.
type Arrow struct {
	To    [2]float64 `json:"to"`
	Label string     `json:"label"`
}

func mm(l catalog.Length) float64 { return measure.Length(l).MM() }

// postMap draws the regions of one carrier's classes round the piece in use.
func (m *maker) postMap(p *Post) {
	c := p.carrier
	out := PostMap{Regions: []Region{}, Arrows: []Arrow{}, Point: [2]float64{p.Length.MM, p.Height.MM}}
	first := c.Classes[0].Limits
	// Past the first class and the piece there is nothing to decide between.
	out.Far = [2]float64{1.2 * max(p.Length.MM, mm(first.Length.Max)), 1.2 * max(p.Height.MM, mm(first.Height.Max))}
	for _, class := range c.Classes {
		add := func(id, name string, takes bool, r catalog.Range[catalog.Ratio]) {
			l := class.Limits
			region := regionOf(mm(l.Length.Min), mm(l.Length.Max), mm(l.Height.Min), mm(l.Height.Max), max(1, float64(r.Min)/1000), float64(r.Max)/1000)
			region = region.Intersect(shape.Rect(0, 0, out.Far[0], out.Far[1]))
			if len(region) > 2 {
				out.Regions = append(out.Regions, Region{c.ID, id, name, takes, points(region)})
			}
		}
		if class.Limits.Length.Max == 0 || class.Limits.Height.Max == 0 {
			continue
		}
		add(class.ID, class.Name, class.ID == p.Class, class.Limits.Ratio)
		if s := class.Surcharge; s != nil && s.Ratio.Min > 0 {
			add(class.ID+"-plain", "no surcharge", class.ID == p.Class && p.Verdict == string(post.Passes), s.Ratio)
		}
	}
	for _, w := range p.WaysOut {
		if math.Hypot(w.To[0]-out.Point[0], w.To[1]-out.Point[1]) > 0.5 {
			out.Arrows = append(out.Arrows, Arrow{w.To, w.Label})
		}
	}
	p.Map = &out
}

// regionOf is a rectangle of lengths and heights cut by the least and the
// greatest ratio of length to height; length is the longer side.
func regionOf(l0, l1, h0, h1, least, most float64) shape.Polygon {
	region := shape.Rect(l0, h0, l1, h1).Keep(shape.Line{B: shape.Point{X: -least, Y: -1}})
	if most > 0 {
		region = region.Keep(shape.Line{B: shape.Point{X: most, Y: 1}})
	}
	return region
}
