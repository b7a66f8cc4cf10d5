// Package job holds the job, the small document a maker edits: its types, how
// it is read with every problem named by its field, how patches are laid over
// it, and how it changes unit. A job is what was typed, word for word; what its
// texts mean is settled when it is briefed.
//
// A field's type says all there is to say of it. A Length is read as text, or a
// bare number as it was typed, and gets its unit when the job changes unit; a
// Mass does the same with weights; any other text is kept as it is. So a new
// field is one line of a struct here.
package job

import "yellow-parcel/core/measure"

// The job document's identity. A document of a later version is refused.
const (
	Format  = "yellow-parcel-job"
	Version = 1
)

// A Length is a length as people type it: "5 1/2", "140 mm"; a bare number is in the job's unit.
type Length string

// A Mass is a weight as people type it: "1.2 oz"; a bare number is in the job's unit.
type Mass string

// Job is the document. Lengths and weights are text as people type them; what
// is absent was not given, and the plan says what it assumed.
type Job struct {
	Format  string       `json:"format"`
	Version int          `json:"version"`
	Title   string       `json:"title,omitempty"`
	Home    string       `json:"home,omitempty"` // the carrier where its maker posts: its unit, sheets, currency and rules are the usual ones
	Unit    measure.Unit `json:"unit,omitempty"`
	Ruler   string       `json:"ruler,omitempty"`
	// The ruler it had in the other unit before that was switched; it comes back with the unit.
	RulerBefore string `json:"ruler_before,omitempty"`

	Quantity int          `json:"quantity,omitempty"`
	Envelope *Bought      `json:"envelope,omitempty"`
	Card     *CardSpec    `json:"card,omitempty"`
	Layers   []LayerSpec  `json:"layers,omitzero" most:"12"`
	Inside   Length       `json:"inside,omitempty"`
	Stamp    *Bought      `json:"stamp,omitempty"`
	Sheet    *Bought      `json:"sheet,omitempty"`
	Stock    []StockSpec  `json:"stock,omitempty" most:"60"`
	Spoilage string       `json:"spoilage,omitempty"`
	Cuts     string       `json:"cuts,omitempty"` // which of the cut plans is cut: the one with the fewest "sheets", the fewest "moves", or for the least "money"; the usual one where absent
	Trimmer  *TrimmerSpec `json:"trimmer,omitempty"`
	Minute   string       `json:"minute,omitempty"` // what a minute's work costs
	Board    *BoardSpec   `json:"board,omitempty"`
	Hand     *HandSpec    `json:"hand,omitempty"`
	Mat      Length       `json:"mat,omitempty"`
	Currency string       `json:"currency,omitempty"`
	Blank    *BlankSpec   `json:"blank,omitempty"`
	Post     *PostSpec    `json:"post,omitempty"`
	Notes    string       `json:"notes,omitempty"`           // the maker's own, which nothing is worked out from
	Due      string       `json:"due,omitempty"`             // YYYY-MM-DD
	By       string       `json:"by,omitempty"`              // what is to be by then: "posted", the usual, or "in-hands"
	Sittings *SittingSpec `json:"sittings,omitempty"`        // when its maker sits down to it
	Extras   []string     `json:"extras,omitempty" most:"8"` // what is made besides: a "band" round the card, a slot "gauge"
	// The maker's own materials and stamps; where a job names none, the ones kept for all jobs.
	Materials []MaterialSpec `json:"materials,omitempty" most:"200"`
	Stamps    []StampSpec    `json:"stamps,omitempty" most:"40"`
}

// Bought is something bought: a catalogue identifier, or a measured width and height.
type Bought struct {
	ID            string
	Width, Height Length
}

// CardSpec is what is known of the card. Ease is the room beyond its thickness
// when it is sized from an envelope; Turn lays it the other way round in it.
// Stock is the weight of its paper; Paper names the paper, as Stock lists do.
// Made says that a card of a given size is on the table: nothing of it is cut.
type CardSpec struct {
	Width     Length      `json:"width,omitempty"`
	Height    Length      `json:"height,omitempty"`
	Turn      bool        `json:"turn,omitempty"`
	Fold      string      `json:"fold,omitempty"`
	Hinge     string      `json:"hinge,omitempty"`
	Panels    int         `json:"panels,omitempty"`
	Widths    []Length    `json:"panel_widths,omitempty" most:"16"`
	Door      Length      `json:"door,omitempty"`
	Short     Length      `json:"short,omitempty"`
	Thickness Length      `json:"thickness,omitempty"`
	Weight    Mass        `json:"weight,omitempty"`
	Overhang  *Sides      `json:"overhang,omitempty"`
	Ease      Length      `json:"ease,omitempty"`
	Stock     string      `json:"stock,omitempty"`
	Paper     string      `json:"paper,omitempty"`
	Grain     string      `json:"grain,omitempty"`
	Colour    string      `json:"colour,omitempty"`
	Build     []BuildSpec `json:"build,omitempty" most:"24"`
	Made      bool        `json:"made,omitempty"`
}

// Sized tells whether the card has a size of its own.
func (c CardSpec) Sized() bool { return c.Width != "" || c.Height != "" }

// BuildSpec is one thing on the card, on its front, inside or on its back: what it is made of, where it lies
// from the card's top left corner, and how it is stuck on. Without a place it
// lies in the middle; a sheet without a size covers the card. Thickness and
// Weight, where given, overrule the material's. Cover is the share of a joint
// that has foam, such as "60 %".
type BuildSpec struct {
	Name      string `json:"name,omitempty"`
	Material  string `json:"material"`
	X         Length `json:"x,omitempty"`
	Y         Length `json:"y,omitempty"`
	Width     Length `json:"width,omitempty"`
	Height    Length `json:"height,omitempty"`
	Thickness Length `json:"thickness,omitempty"`
	Weight    Mass   `json:"weight,omitempty"`
	Joint     string `json:"joint,omitempty"`
	Cover     string `json:"cover,omitempty"`
	On        string `json:"on,omitempty"`
}

// MaterialSpec is a material of the maker's own, or a change to one of the
// catalogue. A bare thickness is in millimetres.
type MaterialSpec struct {
	ID        string `json:"id"`
	Name      string `json:"name"`
	Kind      string `json:"kind"`
	Thickness string `json:"thickness"`
	Weight    string `json:"weight"`
	StiffLow  string `json:"stiff_low,omitempty"`
	StiffHigh string `json:"stiff_high,omitempty"`
	Hard      bool   `json:"hard,omitempty"`
	Contents  string `json:"contents,omitempty"`
}

// StampSpec is a kind of stamp on hand.
type StampSpec struct {
	Name     string `json:"name,omitempty"`
	Price    string `json:"price"`
	Currency string `json:"currency,omitempty"`
	Count    int    `json:"count"`
}

// LayerSpec is one layer; Border is what stays visible of the piece below, each
// side, and Bottom what stays visible below it where that differs. Material is
// what it is made of where that is not the base's stock, Joint what sticks it down.
type LayerSpec struct {
	Name     string `json:"name,omitempty"`
	Border   Length `json:"border"`
	Bottom   Length `json:"bottom,omitempty"`
	Paper    string `json:"paper,omitempty"`
	Colour   string `json:"colour,omitempty"`
	Material string `json:"material,omitempty"`
	Joint    string `json:"joint,omitempty"`
	Cover    string `json:"cover,omitempty"`
}

// StockSpec is a sheet on hand: how many, of what paper, which way its grain
// runs ("long" or "short"), and what one costs. Item ties it to the shelf.
type StockSpec struct {
	Item   string  `json:"item,omitempty"`
	Sheet  *Bought `json:"sheet"`
	Count  int     `json:"count"`
	Paper  string  `json:"paper,omitempty"`
	Grain  string  `json:"grain,omitempty"`
	Price  string  `json:"price,omitempty"`
	Colour string  `json:"colour,omitempty"`

	Weight  string `json:"weight,omitempty"` // of the paper, "300 g"; an envelope cut from it is of it
	Caliper Length `json:"caliper,omitempty"`
}

// SittingSpec is when a maker sits down to make things: for how many minutes, from what
// time of day ("19:00"), and on which days of the week ("mon" to "sun"); no list of
// days is every day, an empty one none.
type SittingSpec struct {
	Minutes int      `json:"minutes,omitempty"`
	At      string   `json:"at,omitempty"`
	Days    []string `json:"days,omitzero" most:"7"`
}

// TrimmerSpec is how far the trimmer reaches: its longest cut, how deep the guide
// sets, and how high a pile it cuts at once.
type TrimmerSpec struct {
	Longest Length `json:"longest,omitempty"`
	Deepest Length `json:"deepest,omitempty"`
	Stack   Length `json:"stack,omitempty"`
}

// BoardSpec is the scoring board: the step of its grooves, what it reads at
// the tip of a corner held in its jig, and how far its scale goes.
type BoardSpec struct {
	Groove Length `json:"groove,omitempty"`
	Jig    Length `json:"jig,omitempty"`
	Length Length `json:"length,omitempty"`
}

// HandSpec is how far the maker's cuts and scores may be off, either way.
type HandSpec struct {
	Cut   Length `json:"cut,omitempty"`
	Score Length `json:"score,omitempty"`
}

// Sides is how far something pokes out past each side of the card as it stands.
type Sides struct {
	Top    Length `json:"top,omitempty"`
	Right  Length `json:"right,omitempty"`
	Bottom Length `json:"bottom,omitempty"`
	Left   Length `json:"left,omitempty"`
}

// BlankSpec is what the maker asked of the envelope blank. Options are the style's own.
type BlankSpec struct {
	Style   string  `json:"style,omitempty"`
	Variant string  `json:"variant,omitempty"`
	Ease    Length  `json:"ease,omitempty"`
	Seam    Length  `json:"seam,omitempty"`
	Paper   *Bought `json:"paper,omitempty"`
	Liner   bool    `json:"liner,omitempty"` // it goes in, and counts for the post
	Stock   string  `json:"stock,omitempty"` // the weight of its paper, "120 g"; absent is that of the sheet it is cut from
	Caliper Length  `json:"caliper,omitempty"`

	Options map[string]OptionSpec `json:"-"`
}

// OptionSpec is a style's own option: a word or a name, a length, or a measured width and height.
type OptionSpec struct {
	Word          string
	Length        Length
	Width, Height Length
}

// PostSpec is how the piece will be posted. Wrapping is what its outside is made
// of, Shape "odd" where it is no rectangle, Bend what a test at the bench showed,
// Gauge the slot of a gauge where it is not the carrier's own.
type PostSpec struct {
	Carriers []string `json:"carriers,omitempty" most:"20"`
	Closure  string   `json:"closure,omitempty"`
	Address  string   `json:"address,omitempty"`
	Contents []string `json:"contents,omitempty" most:"20"`
	Wrapping string   `json:"wrapping,omitempty"`
	Shape    string   `json:"shape,omitempty"`
	Bend     string   `json:"bend,omitempty"`
	Gauge    Length   `json:"gauge,omitempty"`
}
