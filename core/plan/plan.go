package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// The plan document's identity.
const (
	PlanFormat  = "yellow-parcel-plan"
	PlanVersion = 1
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
	CutPlan     *CutPlan     `json:"cut_plan,omitempty"`
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
	Alt  string  `json:"alt" doc:"the same length in the other system"`
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
	Customary *SizeHint  `json:"customary,omitempty"`
	Outer     *CardOuter `json:"outer,omitempty" doc:"with what pokes out past its edges"`
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

// Consequence is the most important thing the job needs to know now, and the way out.
type Consequence struct {
	State   string `json:"state" enum:"good,look,stop"`
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

// Solver plans the cuts of a batch: trim.Solve, or one that knows some plans already.
type Solver func(trim.Problem) (*trim.Plan, error)

// Work says how much to work out. The zero Work plans everything but trials.
type Work struct {
	Solve  Solver // nil for trim.Solve
	Trials int    // how often the job's own blank is made with a shaky hand; the others a tenth as often
	Today  string // YYYY-MM-DD, against which prices are old; empty to leave that out
	NoWays bool   // ways out of what the post refuses are not looked for
}

// UsualTrials is the usual number of trials of a blank.
const UsualTrials = 1000

// Make works out the plan of a job without trials. The error is a Problems, each naming its field.
func Make(j Job, cat *catalog.Catalog) (*Plan, error) { return MakeWith(j, cat, Work{}) }

// MakeWith is Make with a say in how much is worked out.
func MakeWith(j Job, cat *catalog.Catalog, how Work) (*Plan, error) {
	m, err := work(j, cat, how)
	if err != nil {
		return nil, err
	}
	return m.plan, nil
}

// work fills a plan in from a job.
func work(j Job, cat *catalog.Catalog, how Work) (*maker, error) {
	if how.Solve == nil {
		how.Solve = trim.Solve
	}
	s, problems := resolve(j, cat)
	if len(problems) > 0 {
		return nil, problems
	}
	m := &maker{spec: s, shipped: cat, job: j, work: how, plan: &Plan{
		Format: PlanFormat, Version: PlanVersion, Title: j.Title,
		Unit: s.unit, Ruler: s.ruler.String(), Quantity: s.quantity,
		Layers: []Layer{}, Ladder: []Rung{}, Makes: []Makeable{}, Fits: []Fit{}, Blanks: []Blank{}, Unsuited: []Unsuited{}, Reasons: []string{}, Schools: []string{}, Extras: []Extra{}, Post: []Post{}, Answers: []Answer{}, Warnings: []Note{}, Assumed: []Note{},
	}}
	m.cardAndEnvelope()
	m.base()
	if problems := m.layersOn(); len(problems) > 0 {
		return nil, problems
	}
	m.insideOf()
	if m.inside > 0 && min(m.insidePanel.Width, m.insidePanel.Height) < pieceBounds.least {
		return nil, Problems{{"inside", fmt.Sprintf("the inside panel vanishes: a border of %s on both sides of %s leaves less than %s; try %s",
			m.text(m.inside), m.sizeText(m.spec.card), m.text(pieceBounds.least), borderBounds.example(m.unit))}}
	}
	m.stamping()
	m.ladder()
	m.makes()
	m.cutting()
	m.fits()
	m.blanks()
	m.extras()
	m.nest()
	m.finished()
	m.post()
	m.postage()
	m.makeGauge()
	m.stations()
	m.plan.Assumed = append(m.plan.Assumed, m.assumed...)
	return m, nil
}

// maker fills a plan in, station by station.
type maker struct {
	spec
	job     Job
	shipped *catalog.Catalog // before the job's own materials
	plan    *Plan
	own     *card.Fit // the card in the job's own envelope
	stack   []card.Size

	insidePanel card.Size
	work        Work
	sold        []catalog.Format // those sold where the job's unit is used
}

func (s *spec) length(l measure.Length) Length {
	out := Length{Text: l.Text(s.unit), Alt: l.Text(s.unit.Other()), In: l.In(), MM: l.MM()}
	if s.ruler.Down(l) != l {
		out.Mark = s.ruler.Nearest(l).Text(s.unit)
	}
	return out
}

// LengthOf writes a length in a unit, for a ruler of the usual graduation.
func LengthOf(l measure.Length, u measure.Unit) Length {
	s := spec{unit: u, ruler: measure.DefaultRuler(u)}
	return s.length(l)
}

func (s *spec) size(z card.Size) Size { return Size{s.length(z.Width), s.length(z.Height)} }

func (s *spec) text(l measure.Length) string { return l.Text(s.unit) }

// sizeText is a size with its unit once: "9 7/8 × 7 3/16 in".
func sizeText(z card.Size, u measure.Unit) string {
	return bare(z.Width, u) + " × " + z.Height.Text(u)
}

func (s *spec) sizeText(z card.Size) string { return sizeText(z, s.unit) }

// bare is a length without its unit, for sums in which the last figure carries it.
func bare(l measure.Length, u measure.Unit) string {
	return strings.TrimSuffix(l.Text(u), " "+string(u))
}

func (s *spec) bare(l measure.Length) string { return bare(l, s.unit) }

// rounded adds to a line of working where the exact result met the ruler.
func (s *spec) rounded(line string, exact, marked measure.Length, way string) string {
	if exact == marked {
		return line + s.text(exact)
	}
	return line + s.text(exact) + ", " + way + " to " + s.text(marked) + " on the ruler"
}

// answer adds a line to the cut list.
func (m *maker) answer(station, key, label, note string, working []string, figures ...Figure) {
	m.plan.Answers = append(m.plan.Answers, line(station, key, label, note, working, figures...))
}

func line(station, key, label, note string, working []string, figures ...Figure) Answer {
	a := Answer{Key: key, Station: station, Label: label, Note: note, Working: working, Figures: figures}
	texts := make([]string, len(figures))
	for i, f := range figures {
		texts[i] = f.Text
	}
	a.Copy = label + " " + strings.Join(texts, " × ")
	if note != "" {
		a.Copy += " " + note
	}
	return a
}

// words is a line of the cut list whose answer is no figure: it stands in the note.
func words(station, key, label, note string, working ...string) Answer {
	return Answer{Key: key, Station: station, Label: label, Note: note, Working: working, Figures: []Figure{}, Copy: label + " " + note}
}

func (m *maker) figure(key string, l measure.Length) Figure { return Figure{key, m.length(l)} }

func (m *maker) both(key string, z card.Size) []Figure {
	return []Figure{m.figure(key+".width", z.Width), m.figure(key+".height", z.Height)}
}

func (m *maker) warn(code, field, text string) {
	m.plan.Warnings = append(m.plan.Warnings, Note{code, field, text})
}
