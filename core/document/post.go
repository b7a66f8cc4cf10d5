package document

// Post is one sealed piece held against one carrier's rules. The piece in use
// is told in full; of the others the class, the verdict and the price.
type Post struct {
	Carrier   string         `json:"carrier"`
	Name      string         `json:"name"`
	Piece     string         `json:"piece" doc:"envelope, mailer, or the style and variant of a blank"`
	PieceName string         `json:"piece_name"`
	InUse     bool           `json:"in_use" doc:"the piece the job is posted in"`
	Patch     map[string]any `json:"patch,omitempty" doc:"the change that posts it in this envelope to buy"`
	Class     string         `json:"class"`
	ClassName string         `json:"class_name"`
	Verdict   string         `json:"verdict" enum:"pass,surcharge,check,refused"`
	Word      string         `json:"word"`
	Text      string         `json:"text"`
	Length    Length         `json:"length"`
	Height    Length         `json:"height"`
	Thickness Length         `json:"thickness"`
	Slot      *Length        `json:"slot,omitempty" doc:"the thickest its class takes"`
	Weight    string         `json:"weight"`
	Bends     Bends          `json:"bends"`
	Reasons   []Reason       `json:"reasons"`
	Checks    []Reason       `json:"checks"`
	Counter   string         `json:"counter,omitempty" doc:"what the counter may still decide"`
	Price     *float64       `json:"price,omitempty"`
	PriceText string         `json:"price_text"`
	Unsure    bool           `json:"unsure" doc:"the price is still to be checked"`
	Service   string         `json:"service,omitempty" doc:"what the price is for, where there is more than one"`
	Others    []Offer        `json:"others" doc:"the class's other services"`
	Currency  string         `json:"currency"`
	Dated     string         `json:"dated,omitempty"`
	Stale     string         `json:"stale,omitempty" doc:"set where the prices are more than a year old"`
	Doubt     string         `json:"doubt,omitempty"`
	Stated    string         `json:"stated"`
	Own       bool           `json:"own" doc:"by the maker's own copy of the rules"`
	Notice    string         `json:"notice"`
	WaysOut   []WayOut       `json:"ways_out"`
	NoWay     string         `json:"no_way,omitempty" doc:"set where no change of the job does better"`
	Map       *PostMap       `json:"map,omitempty"`
	Answers   []Answer       `json:"answers"`
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

// WayOut is a change to the job that posts better, and what it comes to.
type WayOut struct {
	Fix
	Verdict   string     `json:"verdict" enum:"pass,surcharge,check,refused"`
	Word      string     `json:"word"`
	Class     string     `json:"class"`
	ClassName string     `json:"class_name"`
	Price     *float64   `json:"price,omitempty"`
	PriceText string     `json:"price_text"`
	Saving    string     `json:"saving,omitempty" doc:"what it saves on each piece"`
	Effort    int        `json:"effort" doc:"how much of a change it is, to sort by"`
	To        [2]float64 `json:"to" doc:"length and height it comes to, in mm"`
}

// Postage is what the stamps on hand make of the batch's postage.
type Postage struct {
	Each     string       `json:"each" doc:"stamps for one piece"`
	Sets     []PostageSet `json:"sets" doc:"how the batch is stamped, the cheapest first"`
	Buy      string       `json:"buy,omitempty" doc:"what to buy for the rest"`
	Short    int          `json:"short" doc:"pieces the stamps on hand do not cover"`
	Total    string       `json:"total"`
	Over     string       `json:"over,omitempty" doc:"what is stuck on beyond the price"`
	Complete bool         `json:"complete"`
}

// PostageSet is one way of stamping, for so many pieces.
type PostageSet struct {
	Pieces int    `json:"pieces"`
	Text   string `json:"text"`
	Over   string `json:"over,omitempty"`
}

// Gauge is a heavy card with a slot as thick as a carrier's letter may be: what
// slides through by its own weight is thin enough.
type Gauge struct {
	Carrier string   `json:"carrier"`
	Label   string   `json:"label"`
	Slot    Length   `json:"slot" doc:"the thickness it stands for"`
	Cut     Length   `json:"cut" doc:"the slot as cut, on the ruler, never above it"`
	Long    Length   `json:"long" doc:"length of the slot"`
	Width   Length   `json:"width"`
	Height  Length   `json:"height"`
	Left    Length   `json:"left" doc:"where the slot starts, from the left edge"`
	Right   Length   `json:"right" doc:"where it ends"`
	Top     Length   `json:"top" doc:"its upper cut, from the top edge"`
	Bottom  Length   `json:"bottom" doc:"its lower cut, from the top edge"`
	Answers []Answer `json:"answers"`
}
