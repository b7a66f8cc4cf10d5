package main

import (
	"bytes"
	"errors"
	"fmt"
	"os"

	"yellow-parcel/core/job"
	"yellow-parcel/draw"
)

type exportCommand struct {
	As       string   `required:"" help:"File format: ${formats}."`
	Part     string   `required:"" help:"What to write: ${parts}."`
	Job      string   `arg:"" help:"Job file, or - for standard input."`
	Carriers []string `name:"carrier" type:"existingfile" help:"A carrier's rules of your own, a YAML file; more than once for more."`
	Out      string   `short:"o" help:"File to write; standard output when absent."`
	searching
}

// Run writes the part at true size.
func (c *exportCommand) Run(s streams) error {
	all, err := workFile(c.Job, c.Carriers, "", c.searching, s)
	if err != nil {
		return err
	}
	// The file is made whole first, so that nothing is overwritten by half of it.
	var made bytes.Buffer
	if err := draw.Write(&made, all, c.As, c.Part); err != nil {
		var cannot *draw.FileError
		if errors.As(err, &cannot) {
			return job.Problems{{Field: cannot.Field, Text: cannot.Text}}
		}
		return err
	}
	if why := all.Result.NoBlank(); why != nil && draw.OfBlank(c.Part) {
		fmt.Fprintf(s.err, "%s; this is %s\n", why, all.Plan.Blanks[0].Name)
	}
	if c.Out == "" {
		_, err := s.out.Write(made.Bytes())
		return err
	}
	return os.WriteFile(c.Out, made.Bytes(), 0o644)
}
