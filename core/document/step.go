package document

// Step is one thing to do at the bench. Phase is "first" for the one that is made
// all the way before anything else is cut, "rest" for all others.
type Step struct {
	ID      string      `json:"id" doc:"stable: the same plan gives the same"`
	Phase   string      `json:"phase" enum:"first,rest"`
	Part    string      `json:"part" doc:"what it is done to"`
	Kind    string      `json:"kind" enum:"gather,cut,score,fold,snip,assemble,attach,check,try,glue,dry,insert,close,stamp,hand-in"`
	Text    string      `json:"text" doc:"what to do, nine words at most"`
	Figure  *StepFigure `json:"figure,omitempty" doc:"the one figure of the step"`
	Pieces  int         `json:"pieces"`
	Guide   bool        `json:"guide,omitempty" doc:"cut at the trimmer's guide, whole sheets at a time"`
	Again   bool        `json:"again,omitempty" doc:"done once more, for what was spoiled"`
	Spares  bool        `json:"spares,omitempty" doc:"what is to spare goes through it too"`
	Tool    string      `json:"tool"`
	Caution string      `json:"caution,omitempty"`
	Check   string      `json:"check,omitempty" doc:"what to look at before it cannot be undone"`
	Details []string    `json:"details" doc:"what the figure leaves open: which cuts of which sheets, from which edge"`
	Minutes Minutes     `json:"minutes"`
	Drawing *Look       `json:"drawing,omitempty"`
	Looks   []Look      `json:"looks" doc:"every drawing that shows it"`
	Handled []Handled   `json:"handled"`
}

// StepFigure is a step's one number, as it is read from two metres.
type StepFigure struct {
	Text string   `json:"text"`
	Alt  string   `json:"alt,omitempty"`
	In   *float64 `json:"in,omitempty"`
	MM   *float64 `json:"mm,omitempty"`
	Mark string   `json:"mark,omitempty" doc:"set where the length falls between ruler marks: the nearest one"`
}

// Look is where a step is done: a drawing by its kind, and which of its lines are lit.
type Look struct {
	Of     string   `json:"of" enum:"sheet,base,opened,layers,finished,blank,folds,extra,gauge,envelope,post"`
	Job    int      `json:"job" doc:"by its place, from nought"`
	Lot    int      `json:"lot,omitempty" doc:"of a sheet"`
	Layout int      `json:"layout,omitempty" doc:"of a sheet"`
	Extra  string   `json:"extra,omitempty"`
	Lit    []string `json:"lit"`
}

// Handled is a part at a step; its key holds nothing anyone typed.
type Handled struct {
	Key    string `json:"key"`
	Job    int    `json:"job" doc:"its number, from one"`
	Of     string `json:"of" doc:"base, layer, inside, piece, gauge, blank, liner, band, strips, card, envelope, sealed"`
	Name   string `json:"name"`
	Pieces int    `json:"pieces"`
}

// Minutes is how long something takes.
type Minutes struct {
	Low    float64 `json:"low"`
	Likely float64 `json:"likely"`
	High   float64 `json:"high"`
	Text   string  `json:"text"`
	Own    bool    `json:"own,omitempty" doc:"by the maker's own pace, as far as that is noted"`
}

// Supplies are what the whole batch takes, and what it costs where that is known.
type Supplies struct {
	Lines []Supply `json:"lines"`
	Cost  string   `json:"cost,omitempty" doc:"of the batch"`
	Card  string   `json:"card,omitempty" doc:"of one card"`
	Note  string   `json:"note,omitempty" doc:"what is not in it"`
}

// Supply is one thing the batch takes: how many, how many are there, how many to buy.
type Supply struct {
	What  string `json:"what" enum:"sheet,envelope,stamp"`
	Name  string `json:"name"`
	Need  int    `json:"need"`
	There int    `json:"there"`
	Buy   int    `json:"buy"`
	Cost  string `json:"cost,omitempty"`
}
