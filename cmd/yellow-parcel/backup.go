package main

import (
	"context"
	"errors"
	"fmt"

	"yellow-parcel/store"
)

type backupCommand struct {
	Data string `default:"yellow-parcel-data" help:"Folder the data file lives in." type:"existingdir"`
	File string `arg:"" help:"File to write; it must not exist yet." type:"path"`
}

// Run writes a whole, consistent copy.
func (c *backupCommand) Run(ctx context.Context, s streams) error {
	kept, err := store.Open(c.Data)
	if err != nil {
		return err
	}
	if err := errors.Join(kept.Backup(ctx, c.File), kept.Close()); err != nil {
		return err
	}
	fmt.Fprintln(s.out, "Copied to", c.File)
	return nil
}
