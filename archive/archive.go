// Package archive takes everything a maker kept along as one zip file of open
// documents, and brings it in again.
package archive

import (
	"encoding/json"
	"regexp"

	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/making"
	"yellow-parcel/shelf"
)

// The archive's identity. The former version is read too; a later one is refused.
const (
	Format  = "yellow-parcel-archive"
	Version = 2
	former  = 1
)

// What an archive may come to.
const (
	MaxSize    = 64 << 20  // bytes, as a file
	mostWhole  = 512 << 20 // bytes, taken out of it
	mostFiles  = 200_000
	mostList   = 32 << 20 // bytes of the list of what is in it
	mostMaking = 16 << 20 // bytes of one making
)

// Names inside an archive.
const (
	contents  = "archive.json"
	settings  = "settings.json"
	shelfJSON = "shelf.json"
	shelfCSV  = "shelf.csv" // of the former version
	logJSON   = "logbook.json"
)

var (
	jobName     = regexp.MustCompile(`^jobs/[0-9]{6}\.json$`)
	gangName    = regexp.MustCompile(`^gangs/[0-9]{6}\.json$`)
	makingName  = regexp.MustCompile(`^makings/[0-9]{6}\.json$`)
	carrierName = regexp.MustCompile(`^carriers/([a-z0-9-]{1,40})\.yaml$`)
)

// Kept is what everything that is kept has: the identifier it has for ever, how often
// it was changed, and when it was put aside; days are RFC 3339, in UTC.
type Kept struct {
	ID       string `json:"id"`
	Revision int    `json:"revision,omitempty"`
	Created  string `json:"created,omitempty"`
	Updated  string `json:"updated,omitempty"`
	Edit     string `json:"edit,omitempty"`
	Aside    string `json:"aside,omitempty"`
}

// Job is a job as it is kept.
type Job struct {
	Kept
	Job job.Job
}

// Gang is jobs that are cut together, as they are kept.
type Gang struct {
	Kept
	Gang gang.Gang
}

// Making is a run at the bench: what it is made from, what is made, a drawing of each,
// and what happened. Of is the job or gang, Used the use of the shelf it made when it was finished.
type Making struct {
	Of     string            `json:"of"`
	Used   string            `json:"used,omitempty"`
	Source json.RawMessage   `json:"source"`
	Plans  []Plan            `json:"plans"`
	Events []json.RawMessage `json:"events"`
}

// Plan is what is made, and its drawings.
type Plan struct {
	Plan     json.RawMessage `json:"plan"`
	Drawings json.RawMessage `json:"drawings"`
}

// Bench is a making as it is kept, with what was read of it: Documents of its source,
// plans, drawings and events are as they were written.
type Bench struct {
	Kept
	Making
	ReadSource making.Source
	ReadPlans  []making.Docket
	ReadEvents []making.Event
}

// Item is a thing on the shelf as it is kept.
type Item struct {
	Kept
	Item shelf.Item `json:"item"`
}

// Use is what a job or gang took from the shelf, or keeps back on it, and the jobs it is for.
type Use struct {
	ID    string    `json:"id"`
	Of    string    `json:"of"`
	Title string    `json:"title"`
	State string    `json:"state"` // reserved, used or undone
	Made  string    `json:"made"`
	Jobs  []string  `json:"jobs"`
	Takes []Portion `json:"takes"`
}

// Portion is how many of one thing; a negative count was put on the shelf.
type Portion struct {
	Item  string `json:"item"`
	Count int    `json:"count"`
}

// Line is one change of what there is of a thing: how many more are on hand by it, how
// many more are kept back, and by what use; empty where it was done by hand.
type Line struct {
	ID   string `json:"id"`
	Item string `json:"item"`
	What string `json:"what"`
	Hand int    `json:"hand,omitempty"`
	Kept int    `json:"kept,omitempty"`
	Use  string `json:"use,omitempty"`
	At   string `json:"at"`
}

// Stamps is one change of how many stamps of a kind lie in the drawer, and by which
// making; their counts are in the settings.
type Stamps struct {
	ID       string `json:"id"`
	Name     string `json:"name,omitempty"`
	Price    string `json:"price"`
	Currency string `json:"currency,omitempty"`
	What     string `json:"what"`
	Hand     int    `json:"hand"`
	Making   string `json:"making,omitempty"`
	At       string `json:"at"`
}

// Shelf is what is on hand, and everything that happened to it; a count is the sum of its lines.
type Shelf struct {
	Items  []Item   `json:"items"`
	Uses   []Use    `json:"uses"`
	Lines  []Line   `json:"lines"`
	Stamps []Stamps `json:"stamps"`
}

// Entry is a line of the logbook as it is kept; Making is the one that wrote it.
type Entry struct {
	Kept
	Making string        `json:"making,omitempty"`
	Entry  logbook.Entry `json:"entry"`
}

// log is the logbook as it is kept.
type log struct {
	Entries []Entry `json:"entries"`
}

// Rules are a carrier's own file, taken away where it was put aside.
type Rules struct {
	Kept
	Text string
}

// Archive is everything in one. What has no identifier is of the former version.
type Archive struct {
	Jobs     []Job
	Gangs    []Gang
	Makings  []Bench
	Shelf    Shelf
	Log      []Entry
	Settings *job.Tools // nil where none were kept
	Carriers []Rules
	Says     []string // what is in it and cannot be used here
}

// list is what an archive says of itself.
type list struct {
	Format   string   `json:"format"`
	Version  int      `json:"version"`
	Made     string   `json:"made"` // YYYY-MM-DD
	Jobs     []listed `json:"jobs"`
	Gangs    []listed `json:"gangs,omitempty"`
	Makings  []listed `json:"makings,omitempty"`
	Carriers []listed `json:"carriers,omitempty"`
}

type listed struct {
	File string `json:"file"`
	Kept
}
