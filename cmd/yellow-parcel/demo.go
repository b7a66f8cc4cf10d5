package main

import (
	"context"
	"errors"
	"os"

	"yellow-parcel/api"
	"yellow-parcel/store"
)

type demoCommand struct{ listenFlags }

// Run serves the demonstration from a temporary folder that goes when it stops.
func (c *demoCommand) Run(ctx context.Context, s streams) error {
	dir, err := os.MkdirTemp("", "yellow-parcel-demo-")
	if err != nil {
		return err
	}
	err = c.serve(ctx, s, dir, func(kept *store.Store) error { return api.AddDemo(ctx, kept, api.Settings{}, "") }, nil)
	return errors.Join(err, os.RemoveAll(dir))
}
