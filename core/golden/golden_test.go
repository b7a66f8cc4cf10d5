// Package golden keeps what comes of a hundred jobs: figures and sentences line by
// line, true-size parts, drawings, steps. Where a change is not meant, a test turns
// red; where it is, `make golden` writes it anew, and the difference shows what the
// change changes.
//
// Each folder below testdata has a job, and in order.json what is asked about it
// besides. All else in it is written, and is to be read rather than edited.
package golden

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/making"
)

var rewrite = flag.Bool("rewrite", false, "write what comes of each job anew")

// mostBytes bounds a folder, so that a difference can be read.
const mostBytes = 30 << 10

// What a folder is given; all else in it is written.
const (
	jobFile   = "job.json"
	orderFile = "order.json"
)

// order is what is asked about a job.
type order struct {
	Today  string          `json:"today,omitempty"`
	Trials int             `json:"trials,omitempty"`
	Others int             `json:"others,omitempty"` // blanks and pieces besides those in use
	Keeps  []string        `json:"keeps,omitempty"`  // steps, drawings, making, learned; parts and lists as files: "blank.dxf"
	Shelf  []onHand        `json:"shelf,omitempty"`
	Log    []logbook.Entry `json:"log,omitempty"` // what the logbook has to teach
	Events []making.Event  `json:"events,omitempty"`
}

// onHand is envelopes on the shelf: a catalogue's, how many, and the price of one in cents.
type onHand struct {
	Envelope     string `json:"envelope"`
	Count, Cents int
}

// golden is a folder: what it is given, and what came of it, by the file's name.
type golden struct {
	job   []byte
	size  int // of what it is given
	order order
	came  map[string]string
}

func folders(t *testing.T) []string {
	t.Helper()
	all, err := filepath.Glob("testdata/*")
	if err != nil || len(all) < 100 {
		t.Fatal(len(all), "jobs, and there are to be a hundred;", err)
	}
	return all
}

func read(t *testing.T, dir string) golden {
	t.Helper()
	g := golden{came: map[string]string{}}
	files, err := os.ReadDir(dir)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		text, err := os.ReadFile(filepath.Join(dir, f.Name()))
		if err != nil {
			t.Fatal(err)
		}
		switch f.Name() {
		case jobFile:
			g.job = text
			g.size += len(text)
		case orderFile:
			g.size += len(text)
			if err := json.Unmarshal(text, &g.order); err != nil {
				t.Fatal(dir, err)
			}
		default:
			g.came[f.Name()] = string(text)
		}
	}
	if g.job == nil {
		t.Fatal(dir, "has no job")
	}
	return g
}

func TestJobsComeToWhatTheyDid(t *testing.T) {
	for _, dir := range folders(t) {
		t.Run(filepath.Base(dir), func(t *testing.T) {
			t.Parallel()
			g := read(t, dir)
			now := comes(t, g)
			if *rewrite {
				put(t, dir, g, now)
				return
			}
			for _, said := range differences(g.came, now) {
				t.Error(said)
			}
		})
	}
}

// put writes what comes of a job in place of what came of it.
func put(t *testing.T, dir string, g golden, now map[string]string) {
	for name := range g.came {
		if err := os.Remove(filepath.Join(dir, name)); err != nil && !errors.Is(err, fs.ErrNotExist) {
			t.Fatal(err)
		}
	}
	for name, text := range now {
		if err := os.WriteFile(filepath.Join(dir, name), []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
	}
}

// differences says what is not as it was: of each file the first line that is not.
func differences(was, is map[string]string) []string {
	both := maps.Clone(was)
	maps.Copy(both, is)
	var out []string
	for _, name := range slices.Sorted(maps.Keys(both)) {
		old, had := was[name]
		now, has := is[name]
		switch {
		case !had:
			out = append(out, name+" is new; if it is meant, run make golden")
		case !has:
			out = append(out, name+" does not come any more; if it is meant, run make golden")
		case old != now:
			out = append(out, name+firstDifference(strings.Split(old, "\n"), strings.Split(now, "\n")))
		}
	}
	return out
}

func firstDifference(old, now []string) string {
	at := 0
	for at < len(old) && at < len(now) && old[at] == now[at] {
		at++
	}
	line := func(all []string) string {
		if at < len(all) {
			return all[at]
		}
		return "(its end)"
	}
	return fmt.Sprintf(", line %d:\n was %s\n is  %s\nif it is meant, run make golden and read the difference", at+1, line(old), line(now))
}

// A figure changed by hand, a file too few and one too many are seen.
func TestAChangedFigureIsSeen(t *testing.T) {
	was := map[string]string{"plan.txt": "width 5 in\nheight 7 in\n", "steps.txt": "cut\n"}
	for name, is := range map[string]map[string]string{
		"plan.txt, line 2:\n was height 7 in\n is  height 7 1/16 in": {"plan.txt": "width 5 in\nheight 7 1/16 in\n", "steps.txt": "cut\n"},
		"plan.txt, line 3:\n was \n is  (its end)":                   {"plan.txt": "width 5 in\nheight 7 in", "steps.txt": "cut\n"},
		"steps.txt does not come any more":                           {"plan.txt": was["plan.txt"]},
		"base.svg is new":                                            {"plan.txt": was["plan.txt"], "steps.txt": "cut\n", "base.svg": "<svg/>"},
	} {
		if said := differences(was, is); len(said) != 1 || !strings.HasPrefix(said[0], name) {
			t.Errorf("%q, and not %q", said, name)
		}
	}
	if said := differences(was, maps.Clone(was)); len(said) != 0 {
		t.Error(said)
	}
}

func TestFoldersStaySmallEnoughToRead(t *testing.T) {
	for _, dir := range folders(t) {
		g := read(t, dir)
		whole := g.size
		for _, text := range g.came {
			whole += len(text)
		}
		if whole > mostBytes {
			t.Errorf("%s has %d bytes", dir, whole)
		}
		if _, err := job.Read(g.job); err != nil && g.came["fault.txt"] == "" {
			t.Errorf("%s: %v", dir, err)
		}
	}
}
