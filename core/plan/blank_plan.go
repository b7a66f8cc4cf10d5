package plan

// Blank is one envelope blank for the card, rounded to the ruler and proved by folding.
type Blank struct {
	Style    string         `json:"style"`
	Variant  string         `json:"variant"`
	Name     string         `json:"name"`
	Width    Length         `json:"width"`
	Height   Length         `json:"height"`
	Cavity   Size           `json:"cavity"`
	Creases  []Crease       `json:"creases"`
	Flaps    []Flap         `json:"flaps"`
	Seam     Length         `json:"seam"`
	Waste    []Waste        `json:"waste"`
	Area     string         `json:"area" doc:"paper used, as text"`
	Proof    Proof          `json:"proof"`
	Sheets   []SheetFit     `json:"sheets"`
	Paper    SheetFit       `json:"paper" doc:"the paper the job names"`
	Answers  []Answer       `json:"answers"`
	Geometry Geometry       `json:"geometry"`
	Patch    map[string]any `json:"patch" doc:"the change to the job that chooses this blank"`

	area   float64 // mm2 of paper, waste left out
	layers int
}

// Crease is one score of a blank, in the order they are scored.
type Crease struct {
	Flap   string `json:"flap"`
	From   string `json:"from"`
	At     Length `json:"at"`
	Length Length `json:"length"`
}

// Flap is one flap of a blank in the order they fold.
type Flap struct {
	Name  string `json:"name"`
	Depth Length `json:"depth"`
}

// Waste is a piece cut away, by its two legs.
type Waste struct {
	Place  string `json:"place"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// Proof is what folding the blank came to.
type Proof struct {
	OK     bool    `json:"ok"`
	Layers int     `json:"layers" doc:"most sheets of paper at one place"`
	Checks []Check `json:"checks"`
	Trials *Trials `json:"trials,omitempty"`
}

// Trials is how often a blank made with a shaky hand still closes and takes the card.
type Trials struct {
	Runs    int    `json:"runs"`
	OK      int    `json:"ok"`
	Error   Length `json:"error" doc:"how far every cut and score may stray, either way"`
	Weakest string `json:"weakest,omitempty" doc:"the check that fails most"`
	Text    string `json:"text"`
}

// Check is one figure of a proof against its limit.
type Check struct {
	Code   string  `json:"code"`
	OK     bool    `json:"ok"`
	Value  Measure `json:"value"`
	Limit  Measure `json:"limit"`
	Margin string  `json:"margin"`
	Text   string  `json:"text"`
}

// Measure is a figure that may be a length, an area or a count.
type Measure struct {
	Text   string   `json:"text"`
	In     *float64 `json:"in,omitempty"`
	MM     *float64 `json:"mm,omitempty"`
	MM2    *float64 `json:"mm2,omitempty"`
	Number *float64 `json:"number,omitempty"`
}

// SheetFit says whether a sheet takes the blank, turned by Angle degrees, and how many.
type SheetFit struct {
	Sheet    string `json:"sheet"`
	Name     string `json:"name"`
	Fits     bool   `json:"fits"`
	Angle    int    `json:"angle"`
	PerSheet int    `json:"per_sheet"`
}

// Geometry is the blank in millimetres, y down the page, mouth at the top.
type Geometry struct {
	Diagonal bool           `json:"diagonal"`
	Paper    [][2]float64   `json:"paper"`
	Outline  [][2]float64   `json:"outline"`
	Body     [][2]float64   `json:"body"`
	Flaps    []FoldedFlap   `json:"flaps"`
	Glue     [][][2]float64 `json:"glue"`
	Waste    [][][2]float64 `json:"waste"`
	Holes    [][][2]float64 `json:"holes"`
}

// FoldedFlap is a flap as cut and where its fold puts it.
type FoldedFlap struct {
	Name   string       `json:"name"`
	Points [][2]float64 `json:"points"`
	Folded [][2]float64 `json:"folded"`
	Crease [][2]float64 `json:"crease"`
}

// Unsuited is a style that does not suit the card, in a maker's words.
type Unsuited struct {
	Style   string `json:"style"`
	Variant string `json:"variant"`
	Name    string `json:"name"`
	Text    string `json:"text"`
}
