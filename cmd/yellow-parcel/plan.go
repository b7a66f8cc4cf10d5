package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/post"
	"yellow-parcel/core/work"
)

type planCommand struct {
	Job      string   `arg:"" help:"Job file, or - for standard input."`
	Carriers []string `name:"carrier" type:"existingfile" help:"A carrier's rules of your own, a YAML file; more than once for more."`
	Today    string   `help:"The day it is, 2026-01-14; this one when absent."`
	searching
}

// searching is how long cuts are looked for.
type searching struct {
	Search string `default:"long" enum:"long,short" help:"How cuts are looked for: long, or short as the screens do until they look longer."`
}

// Run prints the plan as JSON.
func (c *planCommand) Run(s streams) error {
	all, err := workFile(c.Job, c.Carriers, c.Today, c.searching, s)
	if err != nil {
		return err
	}
	return indented(s.out, all.Plan)
}

type stepsCommand struct {
	Job      string   `arg:"" help:"Job file, or - for standard input."`
	Carriers []string `name:"carrier" type:"existingfile" help:"A carrier's rules of your own, a YAML file; more than once for more."`
	Today    string   `help:"The day it is, 2026-01-14; this one when absent."`
	searching
}

// Run prints the steps at the bench as JSON, how long they take, and what they take.
func (c *stepsCommand) Run(s streams) error {
	all, err := workFile(c.Job, c.Carriers, c.Today, c.searching, s)
	if err != nil {
		return err
	}
	return indented(s.out, struct {
		Steps    []document.Step    `json:"steps"`
		Searched *document.Searched `json:"searched,omitempty"`
		Time     *document.Minutes  `json:"time"`
		Supplies *document.Supplies `json:"supplies"`
	}{all.Plan.Steps, all.Plan.Searched, all.Plan.Time, all.Plan.Supplies})
}

// workFile works a job file out with its trials and ways out.
func workFile(name string, carriers []string, today string, how searching, s streams) (*pipeline.Whole, error) {
	day, err := dayOf(today)
	if err != nil {
		return nil, err
	}
	library, err := withCarriers(carriers)
	if err != nil {
		return nil, err
	}
	text, err := readJob(name, s.in)
	if err != nil {
		return nil, err
	}
	one, err := job.Read(text)
	if err != nil {
		return nil, err
	}
	memory := listening(s)
	return pipeline.WorkOut(one, library, pipeline.Order{Whole: true, Steps: true, Memory: memory, Solve: how.by(memory), Trials: work.UsualTrials, Today: day.Format(time.DateOnly)})
}

// dayOf is the day a flag names, at its beginning; now, where it names none.
func dayOf(today string) (time.Time, error) {
	if today == "" {
		return time.Now(), nil
	}
	day, err := time.ParseInLocation(time.DateOnly, today, time.Local)
	if err != nil {
		return day, job.Problems{{Field: "today", Text: fmt.Sprintf("%q is not a day; try 2026-01-14", job.Quoted(today))}}
	}
	return day, nil
}

// withCarriers is the catalogue with carriers from files in it.
func withCarriers(files []string) (*catalog.Catalog, error) {
	var own []post.Carrier
	for _, name := range files {
		text, err := os.ReadFile(name)
		if err != nil {
			return nil, err
		}
		c, err := post.ReadCarrier(text)
		var at *post.CarrierError
		if errors.As(err, &at) {
			return nil, job.Problems{{Field: fmt.Sprintf("%s, line %d", name, at.Line), Text: at.Text}}
		}
		if err != nil {
			return nil, err
		}
		own = append(own, c)
	}
	return catalog.Standard().With(own), nil
}

func readJob(name string, in io.Reader) ([]byte, error) { return readWithin(name, in, job.MaxSize) }

// readWithin reads one byte more than a document may hold, so that a larger one is told from a cut one.
func readWithin(name string, in io.Reader, most int64) ([]byte, error) {
	if name != "-" {
		file, err := os.Open(name)
		if err != nil {
			return nil, err
		}
		defer file.Close()
		in = file
	}
	return io.ReadAll(io.LimitReader(in, most+1))
}
