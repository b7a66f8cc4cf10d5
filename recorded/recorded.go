// Package recorded holds a test's outcome beside what it was: a text in a file that is written anew
// with -rewrite, where the difference of the file is the review of a change.
package recorded

import (
	"flag"
	"os"
	"strings"
	"testing"
)

var rewrite = flag.Bool("rewrite", false, "write what comes of it anew")

// Same fails a test at the first line that is not as it was kept in a file, or writes the file anew.
func Same(t *testing.T, file, now string) {
	t.Helper()
	if *rewrite {
		if err := os.WriteFile(file, []byte(now), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	kept, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	was, is := strings.Split(string(kept), "\n"), strings.Split(now, "\n")
	for i := range max(len(was), len(is)) {
		if a, b := lineOf(was, i), lineOf(is, i); a != b {
			t.Fatalf("line %d:\n was %s\n is  %s\nif it is meant, run make golden and read the difference", i+1, a, b)
		}
	}
}

// lineOf is a line of a text; empty past its end.
func lineOf(lines []string, i int) string {
	if i >= len(lines) {
		return ""
	}
	return lines[i]
}
