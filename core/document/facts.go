package document

// Fact is something a plan says in more than one place: a figure, a price, a name. One
// room owns it, and everybody else quotes it; the law in core/check reads every place
// that says it, and holds them together. A text that says a fact anew is read there.
type Fact string

// The facts that are said more than once, and who owns them.
const (
	Cards           Fact = "cards"            // the brief: without those to spare
	Spares          Fact = "spares"           // the brief
	SheetsCut       Fact = "sheets"           // the cut plan: of the cards' batch, of all papers
	SheetsOf        Fact = "sheets of"        // the cut plan: of one paper
	Moves           Fact = "moves"            // the cut plan: how often the guide is set
	PaperCost       Fact = "paper"            // the batch: what its sheets cost
	PerSheet        Fact = "a sheet gives"    // work: of the job's own sheet
	ScoreAt         Fact = "score at"         // the card's flat piece, score by score
	GlueWidth       Fact = "glue"             // the blank: the strip where it is narrowest
	CardThickness   Fact = "thickness"        // the card as it is settled
	CardWeight      Fact = "weight"           // the same
	SealedLength    Fact = "sealed length"    // the piece in use
	SealedHeight    Fact = "sealed height"    // the same
	SealedThickness Fact = "sealed thickness" // the same
	SealedWeight    Fact = "sealed weight"    // the same
	ClassMet        Fact = "class"            // the post's verdict on the piece in use
	Postages        Fact = "price"            // the same, of one piece
	MostMinutes     Fact = "minutes"          // schedule: up to how long a making takes
	WorstState      Fact = "state"            // the worst station
)
