package main

import (
	"bytes"
	"context"

	"yellow-parcel/api"
)

type calendarCommand struct {
	Data  string `default:"yellow-parcel-data" help:"Folder the data file lives in." type:"path"`
	Today string `help:"The day it is, 2026-01-14; this one when absent."`
}

// Run prints sittings and days for the post of all jobs that are due.
func (c *calendarCommand) Run(ctx context.Context, s streams) error {
	if _, err := dayOf(c.Today); err != nil {
		return err
	}
	kept, err := openKept(c.Data)
	if err != nil {
		return err
	}
	defer kept.Close()
	var out bytes.Buffer
	if err := api.WriteCalendar(ctx, &out, kept, c.Today); err != nil {
		return err
	}
	_, err = s.out.Write(out.Bytes())
	return err
}
