package main

import (
	"bytes"
	"context"
	"fmt"
	"os"
	"path/filepath"

	"yellow-parcel/api"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/store"
)

type logCommand struct {
	Data string `default:"yellow-parcel-data" help:"Folder the data file lives in." type:"path"`
	As   string `default:"csv" help:"csv or json."`
}

// Run prints the whole logbook, the oldest day first.
func (c *logCommand) Run(ctx context.Context, s streams) error {
	write := logbook.WriteCSV
	switch c.As {
	case "csv":
	case "json":
		write = logbook.WriteJSON
	default:
		return job.Problems{{Field: "as", Text: fmt.Sprintf("%q is not a kind of log; try csv or json", c.As)}}
	}
	kept, err := openKept(c.Data)
	if err != nil {
		return err
	}
	defer kept.Close()
	all, err := api.LogEntries(ctx, kept.Log)
	if err != nil {
		return err
	}
	var out bytes.Buffer
	if err := write(&out, all); err != nil {
		return err
	}
	_, err = s.out.Write(out.Bytes())
	return err
}

// openKept opens a data folder that has to be there.
func openKept(dir string) (*store.Store, error) {
	if _, err := os.Stat(filepath.Join(dir, store.FileName)); err != nil {
		return nil, job.Problems{{Field: "data", Text: fmt.Sprintf("there is no data in %s", dir)}}
	}
	return store.Read(dir)
}
