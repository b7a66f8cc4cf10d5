// Package archive takes everything a maker kept along as one zip file of open
// documents, and brings it in again.
package archive

import (
	"regexp"

	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/shelf"
)

// The archive's identity. One of a later version is refused.
const (
	Format  = "yellow-parcel-archive"
	Version = 1
)

// What an archive may come to.
const (
	MaxSize   = 64 << 20  // bytes, as a file
	mostWhole = 512 << 20 // bytes, taken out of it
	mostFiles = 200_000
	mostList  = 32 << 20 // bytes of the list of jobs
)

// Names inside an archive.
const (
	contents = "archive.json"
	settings = "settings.json"
	shelfCSV = "shelf.csv"
	logJSON  = "logbook.json"
)

var (
	jobName     = regexp.MustCompile(`^jobs/[0-9]{6}\.json$`)
	carrierName = regexp.MustCompile(`^carriers/([a-z0-9-]{1,40})\.yaml$`)
)

// Job is a job with the identifier it is kept by, which entries of the logbook name.
type Job struct {
	ID  string
	Job job.Job
}

// Rules are a carrier's own file.
type Rules struct{ ID, Text string }

// Archive is everything in one.
type Archive struct {
	Jobs     []Job
	Shelf    []shelf.Item
	Settings *job.Tools // nil where none were kept
	Carriers []Rules
	Log      []logbook.Entry
}

// list is what an archive says of itself.
type list struct {
	Format  string      `json:"format"`
	Version int         `json:"version"`
	Made    string      `json:"made"` // YYYY-MM-DD
	Jobs    []listedJob `json:"jobs"`
}

type listedJob struct {
	File string `json:"file"`
	ID   string `json:"id"`
}
