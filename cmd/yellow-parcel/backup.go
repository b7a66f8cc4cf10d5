package main

import (
	"context"
	"fmt"

	"yellow-parcel/store"
)

type backupCommand struct {
	Data string `default:"yellow-parcel-data" help:"Folder the data file lives in." type:"existingdir"`
	File string `arg:"" help:"File to write; it must not exist yet." type:"path"`
}

// Run writes a whole, consistent copy.
func (c *backupCommand) Run(ctx context.Context, s streams) error {
	if err := store.BackupOf(ctx, c.Data, c.File); err != nil {
		return err
	}
	fmt.Fprintln(s.out, "Copied to", c.File)
	return nil
}

type restoreCommand struct {
	Data string `default:"yellow-parcel-data" help:"Folder the data file lives in; no server may have it open." type:"path"`
	File string `arg:"" help:"The copy to put in its place." type:"existingfile"`
}

// Run puts a copy in the data file's place, and keeps what was there.
func (c *restoreCommand) Run(ctx context.Context, s streams) error {
	kept, err := store.Restore(ctx, c.Data, c.File)
	if kept != "" {
		fmt.Fprintln(s.out, "What was there is kept as", kept)
	}
	if err != nil {
		return err
	}
	fmt.Fprintln(s.out, "Restored from", c.File)
	return nil
}

type mendCommand struct {
	Data string `default:"yellow-parcel-data" help:"Folder the damaged data file lives in; no server may have it open." type:"existingdir"`
	File string `arg:"" help:"File to write; it must not exist yet." type:"path"`
}

// Run writes every row that can be read into a new data file, and says which could not.
func (c *mendCommand) Run(ctx context.Context, s streams) error {
	out, err := store.Mend(ctx, c.Data, c.File)
	if err != nil {
		return err
	}
	for _, t := range out.Tables {
		fmt.Fprintln(s.out, t)
	}
	if out.Whole() {
		fmt.Fprintln(s.out, "Everything could be read.")
	}
	fmt.Fprintf(s.out, "What could be read is in %s; yellow-parcel restore puts it in the data file's place.\n", c.File)
	return nil
}
