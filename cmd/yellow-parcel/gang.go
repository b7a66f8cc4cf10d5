package main

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/work"
	"yellow-parcel/draw"
)

type gangCommand struct {
	Gang     string   `arg:"" help:"Gang file, or - for standard input."`
	As       string   `help:"A file of its cut list, pdf or csv, instead of the plan."`
	Carriers []string `name:"carrier" type:"existingfile" help:"A carrier's rules of your own, a YAML file; more than once for more."`
	Out      string   `short:"o" help:"File to write; standard output when absent."`
	searching
}

// Run prints the plan of several jobs that are cut as one, or writes its cut list.
func (c *gangCommand) Run(s streams) error {
	library, err := withCarriers(c.Carriers)
	if err != nil {
		return err
	}
	text, err := readWithin(c.Gang, s.in, gang.MaxSize)
	if err != nil {
		return err
	}
	g, err := gang.Read(text)
	if err != nil {
		return err
	}
	memory := listening(s)
	whole, err := gang.WorkOut(g, library, gang.Order{Memory: memory, Solve: c.by(memory), Today: time.Now().Format(time.DateOnly)})
	if err != nil {
		return err
	}
	var made bytes.Buffer
	if c.As != "" {
		var cannot *draw.FileError
		if err := draw.WriteGang(&made, whole, c.As); errors.As(err, &cannot) {
			return job.Problems{{Field: cannot.Field, Text: cannot.Text}}
		} else if err != nil {
			return err
		}
	} else if err := indented(&made, whole.Write(true)); err != nil {
		return err
	}
	if c.Out != "" {
		return os.WriteFile(c.Out, made.Bytes(), 0o644)
	}
	_, err = s.out.Write(made.Bytes())
	return err
}

// by looks for cut plans at length, since nobody is typing; or briefly.
func (how searching) by(m *work.Memory) batch.Solver {
	if how.Search == "short" {
		return m.Solve
	}
	return m.AtLength
}

// listening is an empty memory that tells of the searches that fall over.
func listening(s streams) *work.Memory {
	m := work.NewMemory()
	m.Fell = func(f *fault.Fault) {
		fmt.Fprintf(s.err, "yellow-parcel: a search fell over, and the plan says so; %s\n%s", f, f.Stack)
	}
	return m
}

func indented(w io.Writer, document any) error {
	out := json.NewEncoder(w)
	out.SetIndent("", "  ")
	out.SetEscapeHTML(false)
	return out.Encode(document)
}
