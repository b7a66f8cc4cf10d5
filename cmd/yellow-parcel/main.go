// Yellow Parcel sizes cards to envelopes, works out envelope blanks and checks them against postal rules.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"strings"
	"syscall"
	_ "time/tzdata" // zones of time, where the machine has none

	"github.com/alecthomas/kong"

	"yellow-parcel/core/fault"
	"yellow-parcel/core/job"
	"yellow-parcel/draw"
)

// Exit codes.
const (
	exitFailed   = 1
	exitBadInput = 2
	exitFault    = 70 // a fault of ours
)

type commands struct {
	Serve    serveCommand    `cmd:"" help:"Serve the application on this machine."`
	Demo     demoCommand     `cmd:"" help:"Serve a fresh, temporary copy of the demonstration."`
	Plan     planCommand     `cmd:"" help:"Print the plan of a job file."`
	Steps    stepsCommand    `cmd:"" help:"Print the steps of making a job file, how long they take and what."`
	Gang     gangCommand     `cmd:"" help:"Print the plan of several jobs cut as one, or write its cut list."`
	Export   exportCommand   `cmd:"" help:"Write a part of a job to a file."`
	Log      logCommand      `cmd:"" help:"Print the logbook."`
	Calendar calendarCommand `cmd:"" help:"Print when what is due is made, as an iCalendar file."`
	Backup   backupCommand   `cmd:"" help:"Copy the data file while the application runs."`
	Restore  restoreCommand  `cmd:"" help:"Put a copy in the data file's place; what it replaces is kept."`
	Mend     mendCommand     `cmd:"" help:"Write what can be read of a damaged data file into a new one."`
	OpenAPI  openAPICommand  `cmd:"" name:"openapi" help:"Print the API's description."`
}

// streams are the command's input and outputs, so that tests can stand in for a terminal.
type streams struct {
	in       io.Reader
	out, err io.Writer
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	code := run(ctx, os.Args[1:], streams{os.Stdin, os.Stdout, os.Stderr})
	stop()
	os.Exit(code)
}

// run carries out a command line and gives its exit code: 2 for bad input, a line per problem.
func run(ctx context.Context, args []string, s streams) int {
	asked := false
	parser, err := kong.New(&commands{}, kong.Name("yellow-parcel"), kong.UsageOnError(),
		kong.Writers(s.out, s.err), kong.BindTo(ctx, (*context.Context)(nil)), kong.Bind(s), kong.Exit(func(int) { asked = true }),
		kong.Vars{"formats": strings.Join(draw.FormatNames(), ", "), "parts": strings.Join(draw.Parts(), ", ")})
	if err != nil {
		fmt.Fprintln(s.err, err)
		return exitFailed
	}
	parsed, err := parser.Parse(args)
	if asked {
		return 0 // for help, which was given
	}
	if err != nil {
		fmt.Fprintln(s.err, err)
		return exitBadInput
	}
	if len(args) == 0 || parsed.Selected() == nil {
		return exitBadInput
	}
	if fell := fault.In(func() { err = parsed.Run() }); fell != nil {
		fmt.Fprintf(s.err, "yellow-parcel: %s; what was kept is whole\n%s", fell, fell.Stack)
		return exitFault
	}
	var problems job.Problems
	switch {
	case err == nil:
		return 0
	case errors.As(err, &problems):
		fmt.Fprintln(s.err, err)
		return exitBadInput
	}
	fmt.Fprintln(s.err, "yellow-parcel:", err)
	return exitFailed
}
