package main

import (
	"encoding/json"
	"io"
	"os"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/plan"
)

type planCommand struct {
	Job string `arg:"" help:"Job file, or - for standard input."`
}

// Run prints the plan as JSON.
func (c *planCommand) Run(s streams) error {
	p, err := planFile(c.Job, s)
	if err != nil {
		return err
	}
	out := json.NewEncoder(s.out)
	out.SetIndent("", "  ")
	out.SetEscapeHTML(false)
	return out.Encode(p)
}

func planFile(name string, s streams) (*plan.Plan, error) {
	text, err := readJob(name, s.in)
	if err != nil {
		return nil, err
	}
	job, err := plan.Read(text)
	if err != nil {
		return nil, err
	}
	return plan.MakeWith(job, catalog.Standard(), plan.Work{Trials: plan.UsualTrials})
}

// readJob reads one byte more than a job may hold, so that a larger one is told from a cut one.
func readJob(name string, in io.Reader) ([]byte, error) {
	if name != "-" {
		file, err := os.Open(name)
		if err != nil {
			return nil, err
		}
		defer file.Close()
		in = file
	}
	return io.ReadAll(io.LimitReader(in, plan.MaxJob+1))
}
