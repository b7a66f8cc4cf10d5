package document

// CutPlan is how the whole batch comes out of the sheets on hand.
type CutPlan struct {
	Pieces     []Wanted   `json:"pieces"`
	Sheets     []CutSheet `json:"sheets"`
	Steps      []CutStep  `json:"steps"`
	Offcuts    []Offcut   `json:"offcuts"`
	Missing    []Missing  `json:"missing"`
	SheetsUsed int        `json:"sheets_used"`
	LowerBound int        `json:"lower_bound" doc:"no plan uses fewer sheets"`
	Settings   int        `json:"settings" doc:"distinct settings of the guide"`
	Moves      int        `json:"moves" doc:"how often the guide is set: as many as there are steps"`
	Spare      int        `json:"spare" doc:"cards beyond the quantity, for spoilage"`
	Text       string     `json:"text"`
	Proved     bool       `json:"proved" doc:"no plan could use fewer sheets"`
	ProvedOf   []string   `json:"proved_of,omitempty" enum:"sheets,moves,money" doc:"what no plan could do better: use fewer sheets, ask for fewer moves and layouts, cost less"`
	Searched   *Searched  `json:"searched,omitempty" doc:"how it was looked for; none where nothing is cut"`
	Bound      string     `json:"bound" doc:"how near the plan is to the fewest sheets there could be"`
	Cost       *Cost      `json:"cost,omitempty"`
	Problem    *Note      `json:"problem,omitempty" doc:"why the batch cannot be cut"`

	Choices []CutChoice `json:"choices" doc:"plans worth choosing between; none where there is but one"`
	Why     string      `json:"why,omitempty" doc:"why this plan is the one"`
	Refine  bool        `json:"refine,omitempty" doc:"a longer search may find a plan with fewer sheets"`
	Longer  bool        `json:"longer,omitempty" doc:"a longer search may find a plan with fewer sheets, with fewer moves and layouts, or for less"`
}

// Searched is how plans were looked for: the same job, looked for in the same way, is cut
// and made the same, wherever it is asked for.
type Searched struct {
	Length string `json:"length" enum:"short,long"`
	Steps  int    `json:"steps" doc:"as many places as were looked at, at most"`
	Text   string `json:"text"`
}

// CutChoice is a plan to choose: as many sheets, moves of the guide and layouts,
// and what it costs where every price is known. Its first aim is what a job's cuts say of it.
type CutChoice struct {
	Aims    []string `json:"aims" enum:"sheets,moves,money" doc:"what it is best at; none where it only lies between"`
	Name    string   `json:"name"`
	Sheets  int      `json:"sheets"`
	Moves   int      `json:"moves"`
	Layouts int      `json:"layouts"`
	Minutes int      `json:"minutes" doc:"usual time at the trimmer"`
	Paper   string   `json:"paper,omitempty"`
	Cost    string   `json:"cost,omitempty" doc:"of paper, and of the time where a minute has a price"`
	Usual   bool     `json:"usual" doc:"it is cut where the job does not say"`
	Chosen  bool     `json:"chosen"`
	Text    string   `json:"text"`
	Working []string `json:"working"`
}

// Wanted is a piece of the batch and how many of it are cut.
type Wanted struct {
	Name   string `json:"name"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
	Count  int    `json:"count"`
	Paper  string `json:"paper,omitempty"`
}

// CutSheet is one way of cutting a sheet, used Count times.
type CutSheet struct {
	Letter  string      `json:"letter"`
	Sheet   string      `json:"sheet"`
	Name    string      `json:"name"`
	Item    string      `json:"item,omitempty" doc:"the shelf's"`
	Paper   string      `json:"paper,omitempty"`
	Colour  string      `json:"colour,omitempty"`
	Width   Length      `json:"width"`
	Height  Length      `json:"height"`
	Count   int         `json:"count"`
	Buy     bool        `json:"buy" doc:"not on hand"`
	Pieces  []CutPiece  `json:"pieces"`
	Cuts    []SheetCut  `json:"cuts"`
	Offcuts []SheetRest `json:"offcuts"`
}

// CutPiece is a piece in a sheet, from its top left corner.
type CutPiece struct {
	Piece  string `json:"piece"`
	X      Length `json:"x"`
	Y      Length `json:"y"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
	Turned bool   `json:"turned"`
}

// SheetCut is one cut of a sheet: from edge to edge of the part it falls in.
type SheetCut struct {
	Step int        `json:"step"`
	Set  Length     `json:"set"`
	Text string     `json:"text"`
	From [2]float64 `json:"from" doc:"millimetres from the sheet's top left corner"`
	To   [2]float64 `json:"to"`
}

// SheetRest is an offcut where it falls.
type SheetRest struct {
	X      Length `json:"x"`
	Y      Length `json:"y"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// CutStep is one setting of the guide and what is cut at it, across the batch.
type CutStep struct {
	Step int    `json:"step"`
	Set  Length `json:"set"`
	Cuts int    `json:"cuts" doc:"strokes of the blade, one sheet at a time"`

	Strokes int    `json:"strokes" doc:"strokes of the blade, parts of one size piled as high as the trimmer takes them"`
	Text    string `json:"text"`
}

// Offcut is a piece left over, worth keeping, and how many there are of it.
type Offcut struct {
	Width  Length `json:"width"`
	Height Length `json:"height"`
	Count  int    `json:"count"`
	Paper  string `json:"paper,omitempty"`
	Colour string `json:"colour,omitempty"`
	Text   string `json:"text"`
}

// Missing is what has to be bought to make the batch.
type Missing struct {
	Sheet string `json:"sheet"`
	Name  string `json:"name"`
	Paper string `json:"paper,omitempty"`
	Count int    `json:"count"`
	Text  string `json:"text"`
}

// Cost is the paper of the batch, where every sheet's price is known.
type Cost struct {
	Batch   string   `json:"batch"`
	Card    string   `json:"card"`
	Working []string `json:"working"`
}
