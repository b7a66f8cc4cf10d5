// Package document is the plan as a document, described in docs/formats.md: what
// the command line prints and the screens show. It is types alone. A length is
// text in the job's unit and in the other, and numbers for other programs; every
// answer has its figures and the working behind them. The words are the plan's.
package document

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// The plan document's identity.
const (
	Format  = "yellow-parcel-plan"
	Version = 1
)

// Plan is everything computed from a job. It is a pure function of the job,
// the catalogue and the carriers' rules.
type Plan struct {
	Format      string       `json:"format"`
	Version     int          `json:"version"`
	Title       string       `json:"title"`
	Unit        measure.Unit `json:"unit"`
	Ruler       string       `json:"ruler"`
	Quantity    int          `json:"quantity"`
	Envelope    *Envelope    `json:"envelope,omitempty"`
	Card        Card         `json:"card"`
	Base        Base         `json:"base"`
	Layers      []Layer      `json:"layers"`
	Inside      *Layer       `json:"inside,omitempty"`
	Stamping    *Stamping    `json:"stamping,omitempty"`
	Ladder      []Rung       `json:"ladder"`
	SkipMarks   int          `json:"skip_marks" doc:"ruler marks by which a skipped step widens a border"`
	Makes       []Makeable   `json:"makes"`
	Chosen      *Chosen      `json:"chosen,omitempty" doc:"what the card is posted in, and why that"`
	Sells       []SoldCard   `json:"sells,omitempty" doc:"what the sheet gives of the cards sold for envelopes"`
	Worth       []SizeWorth  `json:"worth,omitempty" doc:"sizes worth cutting for the envelope on hand"`
	CutPlan     *CutPlan     `json:"cut_plan,omitempty"`
	Searched    *Searched    `json:"searched,omitempty" doc:"how its cuts were looked for; with the steps, all that is cut"`
	Fits        []Fit        `json:"fits"`
	Blanks      []Blank      `json:"blanks"`
	Unsuited    []Unsuited   `json:"unsuited"`
	Reasons     []string     `json:"reasons" doc:"why the first blank is the one to make"`
	Schools     []string     `json:"schools" doc:"where ways of making the same style disagree, and what the proofs say"`
	Nest        *Nest        `json:"nest,omitempty" doc:"how the first blank lies on its paper"`
	Extras      []Extra      `json:"extras" doc:"liner, belly band and strips that go with the first blank"`
	Build       *Build       `json:"build,omitempty" doc:"the finished card, piece by piece"`
	Post        []Post       `json:"post"`
	Postage     *Postage     `json:"postage,omitempty" doc:"stamps on hand against the price of the piece in use"`
	Gauge       *Gauge       `json:"gauge,omitempty" doc:"a slot gauge for the carrier's letters"`
	Steps       []Step       `json:"steps,omitempty" doc:"at the bench, in order; where they are asked for"`
	Time        *Minutes     `json:"time,omitempty" doc:"how long the steps take together"`
	Sittings    []Sitting    `json:"sittings,omitempty" doc:"when the batch is made, where it is said when it is due"`
	Schedule    *Schedule    `json:"schedule,omitempty" doc:"whether that is in time, and what would save it"`
	Supplies    *Supplies    `json:"supplies,omitempty" doc:"what the whole batch takes"`
	Learned     []Learned    `json:"learned,omitempty" doc:"what the logbook suggests"`
	Answers     []Answer     `json:"answers"`
	Stations    []Station    `json:"stations"`
	Consequence Consequence  `json:"consequence"`
	Assumed     []Note       `json:"assumed"`
	Warnings    []Note       `json:"warnings"`
}

// Length is a figure of the plan: as a maker reads it in the job's unit, and in
// both systems. Mark is set where the figure does not fall on the ruler.
type Length struct {
	Text string  `json:"text"`
	Alt  string  `json:"alt,omitempty" doc:"the same length in the other system; with every figure, and everywhere in the whole document"`
	In   float64 `json:"in"`
	MM   float64 `json:"mm"`
	Mark string  `json:"mark,omitempty" doc:"set where the length falls between ruler marks: the nearest one"`
}

// Envelope is the envelope on hand the job starts from.
type Envelope struct {
	Format string `json:"format,omitempty"`
	Name   string `json:"name"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// Card is the finished card. From says where its size comes from.
type Card struct {
	Width     Length     `json:"width"`
	Height    Length     `json:"height"`
	Thickness Length     `json:"thickness"`
	Weight    string     `json:"weight"`
	Text      string     `json:"text" doc:"the size in one line"`
	From      string     `json:"from" enum:"envelope,given,sheet"`
	Made      bool       `json:"made,omitempty" doc:"it is on the table: nothing of it is cut"`
	Customary *SizeHint  `json:"customary,omitempty"`
	Outer     *CardOuter `json:"outer,omitempty" doc:"with what pokes out past its edges"`
}

// Chosen is what a card is posted in, in use first, and why.
type Chosen struct {
	Piece   string   `json:"piece"`
	Name    string   `json:"name"`
	Reasons []string `json:"reasons"`
}

// SoldCard is a card sold for an envelope, and what the sheet gives of it.
type SoldCard struct {
	Text     string      `json:"text"`
	Envelope string      `json:"envelope"`
	Folds    []FoldYield `json:"folds"`
}

// FoldYield is how many of a card come out of the sheet, folded so; none where it does not come out.
type FoldYield struct {
	Fold     string         `json:"fold"`
	Text     string         `json:"text"`
	PerSheet int            `json:"per_sheet"`
	Patch    map[string]any `json:"patch"`
}

// SizeWorth is a size worth cutting for the envelope on hand: what it is, how many a
// sheet gives, and the largest piece then left of it.
type SizeWorth struct {
	Text     string         `json:"text"`
	Why      string         `json:"why"`
	PerSheet int            `json:"per_sheet"`
	Left     string         `json:"left,omitempty"`
	Own      bool           `json:"own,omitempty" doc:"the one the job has"`
	Patch    map[string]any `json:"patch"`
}

// CardOuter is the card with what pokes out: its size, and how far left and above the card it starts, in mm.
type CardOuter struct {
	Size
	Left float64 `json:"left"`
	Top  float64 `json:"top"`
}

// SizeHint is a size worth offering beside the computed one, and the change to the job that takes it.
type SizeHint struct {
	Text  string         `json:"text"`
	Patch map[string]any `json:"patch"`
}

// Size is a piece's width and height.
type Size struct {
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// Base is the flat piece the card is folded from, and how it comes out of a sheet.
type Base struct {
	Fold     string  `json:"fold"`
	Cut      Size    `json:"cut"`
	Scores   []Score `json:"scores"`
	Panels   int     `json:"panels"`
	Sheet    Sheet   `json:"sheet"`
	PerSheet int     `json:"per_sheet"`
	Turned   bool    `json:"turned"`
	Columns  int     `json:"columns"`
	Rows     int     `json:"rows"`
	First    string  `json:"first" enum:"width,height" doc:"the way the first cuts run: strips across the sheet's width, or its height"`
	Cuts     []Cut   `json:"cuts"`
	Offcuts  []Size  `json:"offcuts"`
	Grain    string  `json:"grain"`
	Advice   string  `json:"advice"`
	Paper    string  `json:"paper,omitempty" doc:"weight of the base's paper"`
	Colour   string  `json:"colour,omitempty"`
}

// Score is a crease on the flat piece, measured from one of its edges.
type Score struct {
	From string `json:"from"`
	At   Length `json:"at"`
	Face string `json:"face" enum:"outside,inside" doc:"the face of the card the groove lies on"`
}

// Stamping is the area the stamp needs, held against the top layer.
type Stamping struct {
	Needed Size   `json:"needed"`
	Left   Size   `json:"left"`
	OK     bool   `json:"ok"`
	Text   string `json:"text"`
}

// Rung is one sample of the ladder of layers.
type Rung struct {
	Label  string `json:"label"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// Makeable is a card that comes out of the sheet, and the bought envelope that takes it best.
type Makeable struct {
	Fold     string         `json:"fold"`
	Name     string         `json:"name"`
	Text     string         `json:"text"`
	Width    Length         `json:"width"`
	Height   Length         `json:"height"`
	PerSheet int            `json:"per_sheet"`
	Envelope string         `json:"envelope,omitempty"`
	Verdict  string         `json:"verdict,omitempty"`
	Small    bool           `json:"small,omitempty" doc:"hardly a card: shown where it is asked for"`
	Patch    map[string]any `json:"patch"`
}

// Sheet is the stock a piece is cut from.
type Sheet struct {
	ID     string `json:"id,omitempty"`
	Name   string `json:"name"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
}

// Cut is one setting of the trimmer's guide.
type Cut struct {
	Step int    `json:"step"`
	Set  Length `json:"set"`
	Text string `json:"text"`
}

// Layer is one piece stacked on the base; Border is what stays visible below it.
type Layer struct {
	Name   string `json:"name"`
	Width  Length `json:"width"`
	Height Length `json:"height"`
	Border Length `json:"border"`
	Bottom Length `json:"bottom" doc:"what stays visible below it"`
	Paper  string `json:"paper,omitempty"`
	Colour string `json:"colour,omitempty"`
	Joint  string `json:"joint,omitempty" doc:"the material that sticks it down"`
}

// Fit is the card in one bought envelope.
type Fit struct {
	Format    string         `json:"format"`
	Name      string         `json:"name"`
	Family    string         `json:"family"`
	Width     Length         `json:"width"`
	Height    Length         `json:"height"`
	Turned    bool           `json:"turned"`
	Clearance Size           `json:"clearance"`
	Thickest  Length         `json:"thickest" doc:"the thickest card of this size the envelope still takes"`
	Verdict   card.Verdict   `json:"verdict" enum:"good,tight,loose,no"`
	Patch     map[string]any `json:"patch"`
}

// Answer is one line of the cut list, with the working behind it.
type Answer struct {
	Key     string   `json:"key"`
	Station string   `json:"station"`
	Label   string   `json:"label"`
	Figures []Figure `json:"figures"`
	Note    string   `json:"note,omitempty"`
	Working []string `json:"working"`
	Copy    string   `json:"copy" doc:"the whole line as plain text"`
}

// Figure is one number of an answer; Key ties it to a line of the drawing.
type Figure struct {
	Key string `json:"key"`
	Length
}

// Station is one stop on the job's tape: its key figure and its state.
type Station struct {
	Key    string `json:"key"`
	Name   string `json:"name"`
	Figure string `json:"figure"`
	State  string `json:"state" enum:"good,look,stop"`
	Word   string `json:"word"`
}

// Consequence is the most important thing the job needs to know now, and the way out. Its
// state is that of the worst station. Where nothing is in the way, Saving is what would cost less.
type Consequence struct {
	State   string  `json:"state" enum:"good,look,stop"`
	Station string  `json:"station"`
	Text    string  `json:"text"`
	Fix     *Fix    `json:"fix,omitempty"`
	Saving  *Saving `json:"saving,omitempty"`
}

// Saving is why a card costs more than it might, and the change that saves it.
type Saving struct {
	Station string `json:"station"`
	Text    string `json:"text"`
	Fix     *Fix   `json:"fix,omitempty"`
}

// Fix is a change to the job document (a JSON merge patch) and the words on its button.
type Fix struct {
	Label string         `json:"label"`
	Patch map[string]any `json:"patch"`
}

// Note is something the plan has to say about a field.
type Note struct {
	Code  string `json:"code"`
	Field string `json:"field"`
	Text  string `json:"text"`
}

// Reading is one typed length as it is understood, moved by some ruler marks.
type Reading struct {
	Length
	Typed string `json:"typed" doc:"the length as it would be typed in the job's unit"`
	Wrong string `json:"wrong,omitempty" doc:"why it is not a length, or not one yet; then there is nothing else"`
}
