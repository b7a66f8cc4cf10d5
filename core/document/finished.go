package document

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
