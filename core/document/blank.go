package document

// Blank is one envelope blank for the card, rounded to the ruler and proved by folding.
type Blank struct {
	Style    string         `json:"style"`
	Variant  string         `json:"variant"`
	Name     string         `json:"name"`
	Width    Length         `json:"width"`
	Height   Length         `json:"height"`
	Text     string         `json:"text" doc:"the piece of paper to cut, in one line"`
	Cavity   Size           `json:"cavity"`
	Creases  []Crease       `json:"creases"`
	Flaps    []Flap         `json:"flaps"`
	Seam     Length         `json:"seam" doc:"the narrowest glued overlap"`
	Glue     *Length        `json:"glue,omitempty" doc:"how wide the strip of glue is where it is narrowest; none where no flap is glued"`
	Stock    string         `json:"stock" doc:"the weight of its paper"`
	Caliper  *Length        `json:"caliper,omitempty" doc:"how thick one sheet of it is"`
	Waste    []Waste        `json:"waste"`
	Area     string         `json:"area" doc:"paper used, as text"`
	Room     string         `json:"room,omitempty" doc:"what room is given beyond the usual ease, or taken off it, for the post, and why"`
	Proof    Proof          `json:"proof"`
	Sheets   []SheetFit     `json:"sheets"`
	Paper    SheetFit       `json:"paper" doc:"the paper it is cut from"`
	Answers  []Answer       `json:"answers" doc:"the cut list; of the plan's first blank only"`
	Geometry *Geometry      `json:"geometry,omitempty" doc:"left out where drawings go with the plan"`
	Patch    map[string]any `json:"patch" doc:"the change to the job that chooses this blank"`
	Outside  Size           `json:"outside" doc:"the closed envelope"`
	Depth    *Length        `json:"depth,omitempty" doc:"height of a box's walls"`
	Bought   string         `json:"bought,omitempty" doc:"the envelope it is cut down from"`
	ByEye    bool           `json:"by_eye" doc:"folded round the card, not scored"`
	Board    bool           `json:"board" doc:"made of card stock, not paper"`
	Steps    []string       `json:"steps" doc:"what to do, where scores do not say it"`
	Compare  Compare        `json:"compare"`
}

// Compare is what tells blanks apart, side by side: texts, and numbers to sort by.
type Compare struct {
	Scores  int     `json:"scores"`
	Cuts    int     `json:"cuts"`
	Area    float64 `json:"area" doc:"paper in mm2, waste left out"`
	Needs   string  `json:"needs" doc:"the smallest sheet it comes out of"`
	Sheet   float64 `json:"sheet" doc:"that sheet's area in mm2; none where no sheet takes it"`
	Seam    float64 `json:"seam" doc:"mm"`
	Trials  float64 `json:"trials" doc:"share of trials that close and take the card, of a hundred"`
	Share   string  `json:"share" doc:"the trials that close, or where all do how far off cuts and scores may be"`
	Post    string  `json:"post" doc:"class and price with the job's first carrier"`
	Postage float64 `json:"postage" doc:"to sort by: dearer is more, unknown more still, refused most"`
}

// Crease is one score of a blank, in the order they are scored.
type Crease struct {
	Flap     string       `json:"flap"`
	From     string       `json:"from"`
	At       Length       `json:"at"`
	Length   Length       `json:"length"`
	Reading  Length       `json:"reading" doc:"what the scoring board shows, with a corner in its jig"`
	Line     [][2]float64 `json:"line"`
	Mark     *Length      `json:"mark,omitempty" doc:"along the paper's edge from the corner named"`
	MarkFrom string       `json:"mark_from,omitempty"`
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
	OK       bool    `json:"ok"`
	Layers   int     `json:"layers" doc:"most sheets of paper at one place"`
	Thickest Length  `json:"thickest" doc:"there, the card included"`
	Checks   []Check `json:"checks"`
	Trials   *Trials `json:"trials,omitempty"`
}

// Trials is how often a blank made with a shaky hand still closes and takes the card.
type Trials struct {
	Runs    int    `json:"runs"`
	OK      int    `json:"ok"`
	Error   Length `json:"error" doc:"how far every cut may stray, either way"`
	Score   Length `json:"score" doc:"how far every score may"`
	Sure    Length `json:"sure" doc:"how far off all cuts and scores may be, and it is certain to close and to take the card"`
	Weakest string `json:"weakest,omitempty" doc:"the check that fails most"`
	Text    string `json:"text"`
}

// Check is one figure of a proof against its limit.
type Check struct {
	Code   string     `json:"code"`
	OK     bool       `json:"ok"`
	Value  Measure    `json:"value"`
	Limit  Measure    `json:"limit"`
	Margin string     `json:"margin"`
	Text   string     `json:"text"`
	At     [2]float64 `json:"at" doc:"the worst place on the blank laid flat, in mm"`
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
	Sheet    string  `json:"sheet"`
	Name     string  `json:"name"`
	Fits     bool    `json:"fits"`
	Angle    float64 `json:"angle" doc:"degrees it is turned by; the smallest turn that fits"`
	OnHand   bool    `json:"on_hand"`
	PerSheet int     `json:"per_sheet"`
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
	Inside   [][2]float64   `json:"inside" doc:"the cavity between the creases"`
	Walls    [][][2]float64 `json:"walls" doc:"standing walls of a box"`
	Tabs     [][][2]float64 `json:"tabs" doc:"glue tabs at the walls' ends"`
	Strips   [][][2]float64 `json:"strips" doc:"adhesive strips that hold the card"`
	Scores   [][][2]float64 `json:"scores" doc:"every score as it is made: lines, or the dashes of a perforation"`

	Others []PieceGeometry `json:"others,omitempty" doc:"the pieces besides the one with the body, drawn where it is"`
}

// PieceGeometry is a further piece of a blank.
type PieceGeometry struct {
	Name     string       `json:"name"`
	Diagonal bool         `json:"diagonal"`
	Paper    [][2]float64 `json:"paper"`
	Outline  [][2]float64 `json:"outline"`
}

// FoldedFlap is a flap as cut and where its fold puts it.
type FoldedFlap struct {
	Name   string       `json:"name"`
	Points [][2]float64 `json:"points"`
	Folded [][2]float64 `json:"folded"`
	Crease [][2]float64 `json:"crease"`
	Axis   [][2]float64 `json:"axis" doc:"the line it is mirrored about to where its fold puts it"`
}

// Unsuited is a style that does not suit the card, in a maker's words.
type Unsuited struct {
	Style   string `json:"style"`
	Variant string `json:"variant"`
	Name    string `json:"name"`
	Text    string `json:"text"`
}

// Extra is a piece cut besides the envelope: a liner, a belly band, strips.
type Extra struct {
	ID      string         `json:"id"`
	Name    string         `json:"name"`
	Width   Length         `json:"width"`
	Height  Length         `json:"height"`
	Count   int            `json:"count"`
	Scores  []Length       `json:"scores" doc:"from the foot of a liner, the left end of a band"`
	Answer  Answer         `json:"answer"`
	Outline [][2]float64   `json:"outline"`
	Lines   [][][2]float64 `json:"lines" doc:"the scores as drawn"`
	Lies    [][2]float64   `json:"lies" doc:"where it lies on the first blank's drawing"`
}

// Nest is as many of one blank as its paper gives, and where each lies: turned
// so many degrees clockwise about the drawing's origin, then moved, in mm from
// the sheet's top left corner.
type Nest struct {
	Sheet  string  `json:"sheet"`
	Width  Length  `json:"width"`
	Height Length  `json:"height"`
	Count  int     `json:"count"`
	Text   string  `json:"text"`
	Places []Place `json:"places"`
}

// Place is where one outline lies on a sheet.
type Place struct {
	Piece int     `json:"piece,omitempty" doc:"which of a blank's pieces, on a sheet of its own; the first where it is not said"`
	Turn  float64 `json:"turn" doc:"degrees"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
}

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
