package plan

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Bounds of where a piece lies on the card, and of how thick it is.
var (
	placeBounds = bounds{-6 * measure.Inch, 48 * measure.Inch}
	trimBounds  = bounds{measure.Inch / 64, 48 * measure.Inch}
	thingBounds = bounds{0, 3 * measure.Inch}
)

// joint is what sticks a piece down: foam lifts it.
type joint struct {
	material catalog.Material
	cover    float64 // share of the area that has it
}

// buildPart is something on the card's front, read but not yet laid out.
type buildPart struct {
	name     string
	material catalog.Material
	x, y     *measure.Length // nil for the middle
	size     card.Size       // zero for the whole card
	thick    measure.Length
	weight   measure.Mass // zero for by its area
	joint    joint
	on       string // "front", "inside" or "back" of the card
}

// materialsOf puts the maker's own materials among those of the catalogue.
func (r *resolver) materialsOf(own []MaterialSpec) {
	var read []catalog.Material
	for i, o := range own {
		m, wrong := catalog.MaterialRow(o).Material(r.unit)
		for _, field := range slices.Sorted(maps.Keys(wrong)) {
			r.fail(fmt.Sprintf("materials[%d].%s", i, field), "%s", wrong[field])
		}
		read = append(read, m)
	}
	r.catalog = r.catalog.WithMaterials(read)
}

func (r *resolver) materialNamed(field, id string, kinds ...string) (catalog.Material, bool) {
	m, ok := r.catalog.Material(id)
	if ok && (len(kinds) == 0 || slices.Contains(kinds, m.Kind)) {
		return m, true
	}
	var known []string
	for _, m := range r.catalog.Materials {
		if len(kinds) == 0 || slices.Contains(kinds, m.Kind) {
			known = append(known, m.ID)
		}
	}
	r.fail(field, "%q is not a material for this; known are %s", shortName(id), strings.Join(known, ", "))
	return m, false
}

func (r *resolver) boardOf(field, id string) *catalog.Material {
	if id == "" {
		return nil
	}
	m, ok := r.materialNamed(field, id, "board")
	if !ok {
		return nil
	}
	return &m
}

// jointOf reads what sticks a piece down; without a word it is glued flat, and the glue weighs nothing to speak of.
func (r *resolver) jointOf(field, id, cover string) joint {
	j := joint{cover: 1}
	if cover != "" {
		v, err := strconv.ParseFloat(strings.ReplaceAll(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(cover), "%")), ",", "."), 64)
		if err != nil || !(v >= 1 && v <= 100) {
			r.fail(field+".cover", "%q is not a share of the area; try 60 %%", shortName(cover))
		}
		j.cover = v / 100
	}
	if id == "" {
		return j
	}
	j.material, _ = r.materialNamed(field+".joint", id, "bond", "foam")
	return j
}

// foam tells whether the joint lifts what lies on it.
func (j joint) foam() bool { return j.material.Kind == "foam" }

// lift is how high foam holds what lies on it.
func (j joint) lift() measure.Length {
	if !j.foam() {
		return 0
	}
	return j.material.Thickness
}

// buildOf reads what lies on the card.
func (r *resolver) buildOf(j Job) {
	for _, l := range r.layers {
		r.raised = r.raised || l.joint.foam() || l.material != nil
	}
	if j.Card == nil {
		return
	}
	for i, b := range j.Card.Build {
		field := fmt.Sprintf("card.build[%d]", i)
		m, ok := r.materialNamed(field+".material", b.Material)
		if !ok {
			continue
		}
		p := buildPart{name: b.Name, material: m, thick: r.optional(field+".thickness", b.Thickness, thingBounds, m.Thickness)}
		if p.name == "" {
			p.name = m.Name
		}
		small := measure.Length(0)
		if m.Kind == "trim" {
			small = r.usual(measure.Inch/2, 12*measure.Millimetre)
		}
		p.size = card.Size{Width: r.optional(field+".width", b.Width, trimBounds, small), Height: r.optional(field+".height", b.Height, trimBounds, small)}
		for _, at := range []struct {
			name, text string
			to         **measure.Length
		}{{"x", b.X, &p.x}, {"y", b.Y, &p.y}} {
			if strings.TrimSpace(at.text) != "" {
				v := r.length(field+"."+at.name, at.text, placeBounds)
				*at.to = &v
			}
		}
		p.weight = r.weightOf(field+".weight", b.Weight)
		switch p.on = b.On; b.On {
		case "":
			p.on = "front"
		case "front", "inside", "back":
		default:
			r.fail(field+".on", `%q is not a side of the card; try "front", "inside" or "back"`, shortName(b.On))
		}
		p.joint = r.jointOf(field, b.Joint, b.Cover)
		r.build, r.raised = append(r.build, p), true
	}
}

func (r *resolver) weightOf(field, text string) measure.Mass {
	if text == "" {
		return 0
	}
	w, err := measure.ParseMass(text, r.unit)
	if err != nil {
		r.fail(field, "%s", err)
	} else if w <= 0 || w > 20_000*measure.Gram {
		r.fail(field, "%q is not the weight of a card; try 1.2 oz", shortName(text))
	}
	return w
}

// raise settles the card's thickness from what lies on it, where it was not
// measured. A card sized from its envelope is sized again for it, and pieces
// that poke out count as overhang where none was given.
func (r *resolver) raise(j Job, c *CardSpec) {
	if !r.raised {
		return
	}
	m := r.laid()
	if !r.measured {
		r.thickness = m.Thickest.Thick
		// A card sized from its envelope grows or shrinks with it; which pieces then
		// lie over each other can change, so it is looked at again.
		for range 3 {
			if j.Envelope == nil || c.Width != "" || c.Height != "" {
				break
			}
			if r.resize(); len(r.problems) > 0 {
				return
			}
			if m = r.laid(); m.Thickest.Thick == r.thickness {
				break
			}
			r.thickness = m.Thickest.Thick
		}
	}
	r.asLaid = &m
	if c.Overhang == nil {
		r.overhang = sides{top: m.Top, right: m.Right, bottom: m.Bottom, left: m.Left}
	}
}

// resize takes the card's size from the envelope once more.
func (r *resolver) resize() {
	r.fromEnvelope()
	if r.turned {
		r.card = r.card.Turned()
	}
}

// laid is the map of the card as it is read.
func (s *spec) laid() card.Map {
	if s.asLaid != nil {
		return *s.asLaid
	}
	return card.Lay(s.card, s.parts())
}

// parts lays out everything the card is made of, from the back up.
func (s *spec) parts() []card.Part {
	whole := card.Size{Width: s.ruler.Down(s.card.Width), Height: s.ruler.Down(s.card.Height)}
	out := []card.Part{}
	panels := s.panels()
	mm2 := s.flatArea(whole) / float64(panels)
	on := func(side string) {
		for i, b := range s.build {
			if b.on == side {
				out = append(out, s.part(i, b))
			}
		}
	}
	on("back")
	for i := range panels {
		if i == panels-1 {
			on("inside")
		}
		out = append(out, card.Part{Name: "Base", Width: s.card.Width, Height: s.card.Height, Thick: s.caliper(), Base: true, Index: -1,
			Weight: measure.FromGrams(mm2 * s.gsm() / 1e6)})
	}
	if s.inside > 0 {
		z := card.Step(whole, card.Equal(s.inside), s.ruler)
		out = append(out, s.layerPart("Inside panel", z, whole, nil, joint{cover: 1}))
	}
	below := whole
	at := struct{ x, y measure.Length }{}
	for _, l := range s.layers {
		z := card.Step(below, l.border, s.ruler)
		at.x, at.y = at.x+(below.Width-z.Width)/2, at.y+l.border.Top
		p := s.layerPart(l.name, z, whole, l.material, l.joint)
		p.X, p.Y = at.x, at.y
		out, below = append(out, p), z
	}
	on("front")
	return out
}

// layerPart is a layer in the middle of the card.
func (s *spec) layerPart(name string, z, whole card.Size, of *catalog.Material, j joint) card.Part {
	thick, gsm := s.caliper(), s.gsm()
	if of != nil {
		thick, gsm = of.Thickness, of.GSM
	}
	return card.Part{
		Name: name, X: (whole.Width - z.Width) / 2, Y: (whole.Height - z.Height) / 2, Width: z.Width, Height: z.Height, Thick: thick + j.material.Thickness, Lift: j.lift(),
		Weight: measure.FromGrams(area(z) * (gsm + j.material.GSM*j.cover) / 1e6), Index: -1,
	}
}

// part lays out one thing the maker added.
func (s *spec) part(i int, b buildPart) card.Part {
	z := b.size
	if z.Width == 0 {
		z.Width = s.card.Width
	}
	if z.Height == 0 {
		z.Height = s.card.Height
	}
	p := card.Part{Name: b.name, X: (s.card.Width - z.Width) / 2, Y: (s.card.Height - z.Height) / 2, Width: z.Width, Height: z.Height,
		Thick: b.thick + b.joint.material.Thickness, Lift: b.joint.lift(), Hard: b.material.Hard, Kind: b.material.Contents, Index: i, Weight: b.weight}
	if b.x != nil {
		p.X = *b.x
	}
	if b.y != nil {
		p.Y = *b.y
	}
	if p.Weight == 0 {
		p.Weight = b.material.Each
		if b.material.GSM > 0 {
			p.Weight = measure.FromGrams(area(z) * b.material.GSM / 1e6)
		}
	}
	p.Weight += measure.FromGrams(area(z) * b.joint.material.GSM * b.joint.cover / 1e6)
	return p
}

func area(z card.Size) float64 { return z.Width.MM() * z.Height.MM() }

// panels is how many sheets thick the folded base is, before its flat piece is known.
func (s *spec) panels() int {
	flat, err := s.fold.Flat(card.Size{Width: s.ruler.Down(s.card.Width), Height: s.ruler.Down(s.card.Height)}, s.shape)
	if err != nil || flat.Panels < 1 {
		return 1
	}
	return flat.Panels
}

func (s *spec) flatArea(whole card.Size) float64 {
	flat, err := s.fold.Flat(whole, s.shape)
	if err != nil {
		return area(whole)
	}
	return area(flat.Size)
}

// caliper and gsm are those of the base's paper, where its weight was given.
func (s *spec) caliper() measure.Length {
	if s.stock != nil {
		return s.stock.Caliper()
	}
	return stockCaliper
}

func (s *spec) gsm() float64 {
	if s.stock != nil {
		return s.stock.GSM
	}
	return stockWeight
}

// handedIn reads how the piece is handed in, beyond its carriers.
func (r *resolver) handedIn(p *PostSpec) {
	r.wrapping = p.Wrapping
	if p.Wrapping == "paper" {
		r.wrapping = ""
	}
	switch p.Shape {
	case "", "rectangular":
	case "odd":
		r.odd = true
	default:
		r.fail("post.shape", `%q is not a shape; try "rectangular" or "odd"`, shortName(p.Shape))
	}
	words := map[string]card.Bend{"easy": card.Easy, "borderline": card.Borderline, "rigid": card.TooRigid}
	if p.Bend != "" {
		b, ok := words[p.Bend]
		if !ok {
			r.fail("post.bend", `%q is not how it bends; try "easy", "borderline" or "rigid"`, shortName(p.Bend))
		}
		r.tested = &b
	}
	r.gauge = r.optional("post.gauge", p.Gauge, bounds{measure.Inch / 64, 6 * measure.Inch}, 0)
}

// plies are the sheets a sealed piece bends with: the envelope's walls and the
// card's panels lie free, what is stuck on the front bends with it.
func (m *maker) plies(s sealed) []card.Ply {
	stock, _ := m.catalog.Material("card")
	across := min(m.spec.card.Width, m.spec.card.Height)
	ply := func(thick, width measure.Length, of catalog.Material, j card.Joint) card.Ply {
		return card.Ply{Thick: thick, Width: width, Low: of.StiffLow, High: of.StiffHigh, Joint: j}
	}
	free := card.Joint{Free: true}
	var out []card.Ply
	boards := func(side string) {
		for _, b := range m.build {
			p := m.part(0, b)
			// A small piece does not stiffen the whole; what covers half of it does.
			if b.on == side && b.material.Kind == "board" && area(card.Size{Width: p.Width, Height: p.Height}) >= area(m.spec.card)/2 {
				out = append(out, ply(b.thick, min(p.Width, p.Height, across), b.material, b.joint.bend()))
			}
		}
	}
	for range s.layers {
		out = append(out, ply(s.caliper, min(s.size.Width, s.size.Height), stock, free))
	}
	for i := range m.flat.Panels {
		out = append(out, ply(m.caliper(), across, stock, free))
		if i == 0 {
			boards("back")
			boards("inside")
			if m.inside > 0 {
				out = append(out, ply(m.caliper(), across, stock, card.Joint{Cover: 1}))
			}
		}
	}
	for i, l := range m.layers {
		of, thick := stock, m.caliper()
		if l.material != nil {
			of, thick = *l.material, l.material.Thickness
		}
		out = append(out, ply(thick, min(m.stack[i].Width, m.stack[i].Height), of, l.joint.bend()))
	}
	boards("front")
	return out
}

func (j joint) bend() card.Joint {
	if !j.foam() {
		return card.Joint{Cover: 1}
	}
	return card.Joint{Gap: j.material.Thickness, ShearLow: j.material.StiffLow, Shear: j.material.StiffHigh, Cover: j.cover}
}

// bends estimates a sealed piece's stiffness, or takes what the bench showed.
func (m *maker) bends(s sealed) card.Band {
	hard := slices.ContainsFunc(m.build, func(b buildPart) bool { return b.material.Hard })
	band := card.Rigidity(m.plies(s), max(s.size.Width, s.size.Height), hard)
	if m.tested != nil {
		band = band.With(*m.tested)
	}
	return band
}

// kindsInside are the words carriers have for what lies on the card.
func (m *maker) kindsInside() []string {
	out := slices.Clone(m.contents)
	for _, b := range m.build {
		if b.material.Contents != "" {
			out = append(out, b.material.Contents)
		}
	}
	return out
}

// variation is how much the card's own thickness differs: its thickest place,
// measured where it was, above its flattest.
func (m *maker) uneven(s sealed) func(measure.Length) measure.Length {
	laid := m.mapOf()
	return func(edge measure.Length) measure.Length {
		return laid.Uneven(s.size, edge)
	}
}

// mapOf is the card's map, its thickest place as measured where it was.
func (m *maker) mapOf() card.Map {
	if m.laidOut == nil {
		laid := m.laid()
		if m.measured {
			laid.Thickest.Thick = max(m.thickness, laid.Thinnest.Thick)
		}
		m.laidOut = &laid
	}
	return *m.laidOut
}

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
	Bends      Bends       `json:"bends"`
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
	parts := m.parts()
	for _, p := range parts {
		b.Parts = append(b.Parts, BuildItem{p.Name, m.length(p.Thick), p.Weight.Text(m.unit), p.Index, p.Hard, m.length(p.X), m.length(p.Y), m.length(p.Width), m.length(p.Height)})
	}
	for _, c := range own.Cells {
		if c.Thick == 0 {
			continue
		}
		b.Cells = append(b.Cells, BuildCell{c.X.MM(), c.Y.MM(), c.Width.MM(), c.Height.MM(), share(c, own), m.text(c.Thick)})
	}
	for _, s := range own.Section() {
		b.Section = append(b.Section, Slab{s.Part, s.From.MM(), s.To.MM(), s.Bottom.MM(), s.Height.MM(), parts[s.Part].Lift.MM()})
	}
	b.ThickestAt = m.whereText(own.Thickest)
	m.plan.Build = b
	m.finishedAnswers(own, parts)
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
func (m *maker) finishedAnswers(own card.Map, parts []card.Part) {
	b := m.plan.Build
	sum := m.sumAt(parts, own.Thickest, own.Thickest.Thick)
	note := "worked out, at " + b.ThickestAt
	if m.measured {
		note = "as measured; the pieces come to " + b.Computed.Text
	}
	m.answer("finished", "thickest", "Thickest place", note, []string{sum}, Figure{"thickest", b.Thickest})
	m.answer("finished", "thinnest", "Flattest place", "on the card", []string{m.sumAt(parts, own.Thinnest, own.Thinnest.Thick)}, Figure{"thinnest", b.Thinnest})
	m.answer("finished", "variation", "Unevenness", "thickest less flattest", []string{
		fmt.Sprintf("%s − %s = %s. Bumps catch in machines: move them away from the stamp corner and the leading edge, or cover them with an embossed sheet.", bare(m.cardThickness(), m.unit), m.bare(own.Thinnest.Thick), b.Variation.Text),
	}, Figure{"variation", b.Variation})
	weight := "worked out from the papers and pieces; weigh it to be sure"
	if m.weight > 0 {
		weight = "as weighed; the pieces come to " + own.Weight.Text(m.unit)
	}
	m.plan.Answers = append(m.plan.Answers, Answer{Key: "card.weight", Station: "finished", Label: "Weight", Note: b.Weight, Working: []string{m.weightSum(parts, own.Weight) + "; " + weight + "."}, Figures: []Figure{}, Copy: "Weight " + b.Weight})
}

// sumAt says what lies over a place.
func (m *maker) sumAt(parts []card.Part, at card.Cell, total measure.Length) string {
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
	for _, p := range card.Over(parts, at) {
		text := m.bare(p.Thick) + " " + lower(p.Name)
		if text != last || count == 0 {
			flush()
			last = text
		}
		count++
	}
	flush()
	return strings.Join(terms, " + ") + " = " + m.text(total)
}

func (m *maker) weightSum(parts []card.Part, total measure.Mass) string {
	var base measure.Mass
	var terms []string
	for _, p := range parts {
		if p.Base {
			base += p.Weight
			continue
		}
		terms = append(terms, p.Weight.Text(m.unit)+" "+lower(p.Name))
	}
	return strings.Join(append([]string{base.Text(m.unit) + " base"}, terms...), " + ") + " = " + total.Text(m.unit)
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

// posted is the piece the post sees.
func (m *maker) posted(s sealed) post.Piece {
	return post.Piece{
		Width: s.size.Width, Height: s.size.Height, Thickness: m.sealedThickness(s), Weight: m.sealedWeight(s),
		AddressShort: m.short, SoldSize: s.sold, Odd: m.odd, Closure: m.closure, Wrapping: m.wrapping, Contents: m.kindsInside(),
		Bends: m.bends(s), Uneven: m.uneven(s),
	}
}
