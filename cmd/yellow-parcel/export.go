package main

import (
	"errors"
	"os"

	"yellow-parcel/core/plan"
	"yellow-parcel/draw"
)

type exportCommand struct {
	As   string `required:"" help:"File format: svg."`
	Part string `required:"" help:"What to write: base, layers or blank."`
	Job  string `arg:"" help:"Job file, or - for standard input."`
	Out  string `short:"o" help:"File to write; standard output when absent."`
}

// Run writes the part at true size.
func (c *exportCommand) Run(s streams) error {
	if c.As != "svg" {
		return plan.Problems{{Field: "as", Text: `"` + c.As + `" is not a format; try svg`}}
	}
	p, err := planFile(c.Job, s)
	if err != nil {
		return err
	}
	part, err := draw.PartOf(p, c.Part)
	if err != nil {
		return plan.Problems{{Field: "part", Text: err.Error()}}
	}
	if c.Out == "" {
		return draw.SVG(s.out, part)
	}
	file, err := os.Create(c.Out)
	if err != nil {
		return err
	}
	return errors.Join(draw.SVG(file, part), file.Close())
}
