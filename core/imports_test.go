package core

import (
	"os/exec"
	"slices"
	"strings"
	"testing"
)

// order is the way imports may point: a package may use those before it, never one after.
var order = []string{"words", "fault", "cells", "measure", "calendar", "shape", "card", "post", "catalog", "blank", "proof", "pattern", "parts", "trim", "job", "logbook", "learn", "brief", "work", "supply", "bench", "ways", "document", "say", "cutlist", "prompt", "schedule", "plan", "pipeline", "gang", "making"}

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
