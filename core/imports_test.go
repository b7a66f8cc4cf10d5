package core

import (
	"go/ast"
	"os/exec"
	"slices"
	"strings"
	"testing"
)

// order is the way imports may point: a package may use those before it, never one after.
var order = []string{"words", "fault", "cells", "measure", "calendar", "shape", "card", "post", "catalog", "blank", "job", "document", "say", "folding", "proof", "outline", "pattern", "parts", "trim", "sought", "grid", "nest", "logbook", "learn", "brief", "batch", "work", "supply", "bench", "ways", "cutlist", "prompt", "lesson", "schedule", "proved", "plan", "pipeline", "gang", "making"}

// Reading files, the network, a database or the clock has no place in the core.
// Chance comes only from generators with a fixed seed, which math/rand/v2 has.
var forbidden = []string{"net/http", "net", "database/sql", "os", "os/exec", "time", "math/rand"}

func list(t *testing.T, args ...string) [][]string {
	t.Helper()
	out, err := exec.Command("go", append([]string{"list"}, args...)...).Output()
	if err != nil {
		t.Fatalf("go list %v: %v", args, err)
	}
	var lines [][]string
	for _, line := range strings.Split(strings.TrimSpace(string(out)), "\n") {
		lines = append(lines, strings.Fields(line))
	}
	return lines
}

func TestImportsPointDownTheCore(t *testing.T) {
	const module = "yellow-parcel/"
	seen := 0
	for _, fields := range list(t, "-deps", "-f", `{{if .GoFiles}}{{.ImportPath}} {{join .Imports " "}}{{end}}`, "./...") {
		if len(fields) == 0 {
			continue // tests alone
		}
		name, isCore := strings.CutPrefix(fields[0], module+"core/")
		if !isCore {
			if strings.HasPrefix(fields[0], module) && fields[0] != module+"core" {
				t.Errorf("the core depends on %s", fields[0])
			}
			continue
		}
		at := slices.Index(order, name)
		if at < 0 {
			t.Errorf("core/%s has no place in the order of imports", name)
			continue
		}
		seen++
		for _, used := range fields[1:] {
			if slices.Contains(forbidden, used) {
				t.Errorf("core/%s imports %s", name, used)
			}
			if below, ok := strings.CutPrefix(used, module+"core/"); ok && slices.Index(order, below) >= at {
				t.Errorf("core/%s imports core/%s, which comes after it", name, below)
			}
		}
	}
	if seen != len(order) {
		t.Errorf("saw %d of %d core packages", seen, len(order))
	}
}

// owners are the rooms that alone set a stage of the work off; whoever else wants
// it asks them, so that a job goes one way.
var owners = map[string][]string{
	"brief.Read": {"pipeline", "ways"}, "work.Do": {"pipeline"}, "work.Wraps": {"pipeline"}, "work.InUse": {"ways"}, "ways.Find": {"pipeline"},
	"plan.Write": {"pipeline"}, "plan.Wraps": {"pipeline"}, "supply.Lots": {"pipeline"}, "supply.ListOf": {"pipeline"}, "prompt.Write": {"pipeline"}, "schedule.Write": {"pipeline"},
	"brief.ReadTable": {"gang"}, "proof.Fold": {"work"}, "proof.Try": {"work"}, "nest.Try": {"work"}, "nest.Places": {"work"}, "card.Try": {"work"}, "card.Rank": {"work", "ways"},
	"trim.Choose": {"work", "making"}, "trim.Most": {"work"}, "trim.Solve": {}, "post.Judge": {"work"}, "post.Outcome": {"work", "ways"},
}

func TestAJobGoesOneWay(t *testing.T) {
	seen := map[string]bool{}
	for pkg, files := range source(t, "..") {
		room := strings.TrimPrefix(pkg, "../core/")
		if strings.HasPrefix(pkg, "../bench/") {
			continue // measures rooms by themselves
		}
		for f, tree := range files {
			ast.Inspect(tree, func(n ast.Node) bool {
				s, ok := n.(*ast.SelectorExpr)
				if !ok {
					return true
				}
				x, ok := s.X.(*ast.Ident)
				if !ok {
					return true
				}
				stage := x.Name + "." + s.Sel.Name
				if rooms, owned := owners[stage]; owned {
					if seen[stage] = true; !slices.Contains(rooms, room) {
						t.Errorf("%s sets off %s, which is for %v", f, stage, rooms)
					}
				}
				return true
			})
		}
	}
	for stage, rooms := range owners {
		if len(rooms) > 0 && !seen[stage] {
			t.Errorf("nobody sets off %s", stage)
		}
	}
}

// The document is types alone: others say what is in it.
func TestTheDocumentIsTypesAlone(t *testing.T) {
	for f, tree := range source(t, ".")["document"] {
		for _, d := range tree.Decls {
			if fn, ok := d.(*ast.FuncDecl); ok {
				t.Errorf("%s has a function, %s", f, fn.Name.Name)
			}
		}
	}
}

// What the logbook keeps comes of what was worked out, not of how that was said.
func TestEntriesComeOfResults(t *testing.T) {
	tree := source(t, ".")["making"]["making/entry.go"]
	for _, i := range tree.Imports {
		if path := i.Path.Value; strings.HasSuffix(path, `/document"`) || strings.HasSuffix(path, `/pipeline"`) {
			t.Errorf("it imports %s", path)
		}
	}
}
