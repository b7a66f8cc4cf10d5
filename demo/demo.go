// Package demo ships the jobs of the Gullhaven Paper Room, the harbour-town
// print co-op whose week the demonstration shows.
package demo

import (
	"embed"
	"io/fs"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/shelf"
)

//go:embed jobs/*.json
var files embed.FS

//go:embed shelf.csv
var stock []byte

// Shelf is what the co-op has on hand.
func Shelf() ([]shelf.Item, error) { return shelf.Read(stock, catalog.Standard()) }

// Stamps are what lies in the co-op's stamp drawer.
func Stamps() []job.StampSpec {
	return []job.StampSpec{
		{Name: "lantern", Price: "0.78", Currency: "USD", Count: 60},
		{Name: "kite", Price: "0.29", Currency: "USD", Count: 40},
		{Name: "old ferry", Price: "0.20", Currency: "USD", Count: 25},
	}
}

// Jobs are the demonstration's job documents, in the order they are listed.
func Jobs() ([]job.Job, error) {
	names, err := fs.Glob(files, "jobs/*.json")
	if err != nil {
		return nil, err
	}
	var jobs []job.Job
	for _, name := range names {
		text, err := files.ReadFile(name)
		if err != nil {
			return nil, err
		}
		one, err := job.Read(text)
		if err != nil {
			return nil, err
		}
		jobs = append(jobs, one)
	}
	return jobs, nil
}

// Made and UnderWay are the jobs that were made, and are being made, by their place in Jobs.
const (
	Made     = 4
	UnderWay = 2
)

// Dated is a job by its place in Jobs as it is due from a day on: two of them are.
func Dated(place int, j job.Job, today int) job.Job {
	switch place {
	case 0:
		j.Due, j.By = calendar.Date(today+20), "posted"
	case 1:
		j.Due, j.By = calendar.Date(today+27), "in-hands"
	}
	return j
}

// Sittings are when the co-op sits down to it.
func Sittings() *job.SittingSpec {
	return &job.SittingSpec{Minutes: 90, At: "18:30", Days: []string{"tue", "thu", "sat", "sun"}}
}

// Together are the jobs that are cut as one, by their place in Jobs.
var Together = []int{0, 1, 3}
