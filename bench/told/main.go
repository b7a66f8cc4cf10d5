// Command told reads what `go test -json` says and tells it short: a line for each
// package, and all that a failing test said. How long every test took is kept in a
// file, a line each, seconds first. It fails where a test failed.
//
//	go test -json ./... | go run ./bench/told bin/took-unit.txt
package main

import (
	"bufio"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
)

// event is what happened to a test, or to a package where there is no test.
type event struct {
	Action  string
	Package string
	Test    string
	Elapsed float64
	Output  string
}

var errFailed = errors.New("a test failed")

func main() {
	if len(os.Args) != 2 {
		fmt.Fprintln(os.Stderr, "usage: go test -json PACKAGES | told FILE")
		os.Exit(2)
	}
	if err := kept(os.Args[1]); err != nil {
		if !errors.Is(err, errFailed) {
			fmt.Fprintln(os.Stderr, "told:", err)
		}
		os.Exit(1)
	}
}

func kept(path string) error {
	took, err := os.Create(path)
	if err != nil {
		return err
	}
	return errors.Join(tell(os.Stdin, os.Stdout, took), took.Close())
}

// tell passes on what matters of the events, and notes how long each test took.
func tell(events io.Reader, out, took io.Writer) error {
	said := map[[2]string][]string{}
	failed, packages := false, 0
	lines := bufio.NewScanner(events)
	lines.Buffer(nil, 16<<20)
	for lines.Scan() {
		var e event
		if err := json.Unmarshal(lines.Bytes(), &e); err != nil || e.Action == "" {
			fmt.Fprintln(out, lines.Text()) // what the compiler says comes as it is
			continue
		}
		name := [2]string{e.Package, e.Test}
		switch e.Action {
		case "build-output":
			fmt.Fprint(out, e.Output)
		case "build-fail":
			failed = true
		case "output":
			said[name] = append(said[name], e.Output)
		case "fail":
			failed = true
			fmt.Fprint(out, strings.Join(said[name], ""))
			fallthrough
		case "pass", "skip":
			switch {
			case e.Test != "":
				fmt.Fprintf(took, "%.2f %s %s\n", e.Elapsed, e.Package, e.Test)
			case e.Package != "":
				packages++
				fmt.Fprintf(out, "%-4s %s %.1fs\n", e.Action, e.Package, e.Elapsed)
			}
			delete(said, name)
		}
	}
	if err := lines.Err(); err != nil {
		return err
	}
	if failed || packages == 0 {
		return errFailed
	}
	return nil
}
