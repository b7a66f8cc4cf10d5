package web

import (
	"bytes"
	"compress/gzip"
	"io/fs"
	"maps"
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
)

// A component's room is guessed from its name: none is long, and none is crowded.
func TestTheScreensRoomsStaySmall(t *testing.T) {
	err := filepath.WalkDir("src", func(at string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() {
			inside, err := os.ReadDir(at)
			files := 0
			for _, e := range inside {
				if !e.IsDir() {
					files++
				}
			}
			if files > 16 {
				t.Errorf("%s holds %d files", at, files)
			}
			return err
		}
		text, err := os.ReadFile(at)
		if n := bytes.Count(text, []byte("\n")); path.Ext(at) == ".vue" && n > 250 {
			t.Errorf("%s is %d lines long", at, n)
		}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
}

// squeezed is the size of a file of the build as it goes over the line, in bytes.
func squeezed(t *testing.T, name string) int {
	t.Helper()
	text, err := fs.ReadFile(Dist, "dist/assets/"+name)
	if err != nil {
		t.Fatal("the screens are not built: run make build first")
	}
	var out bytes.Buffer
	w := gzip.NewWriter(&out)
	if _, err := w.Write(text); err != nil {
		t.Fatal(err)
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	return out.Len()
}

var (
	inPage = regexp.MustCompile(`assets/([\w.-]+\.(?:js|css))`)
	// What a script asks for as it loads, and what it loads in the same go when a route is opened.
	imports = regexp.MustCompile(`from\s*"\./([\w.-]+\.js)"|import\s*"\./([\w.-]+\.js)"`)
)

// with adds a script and all that it asks for as it loads.
func with(t *testing.T, seen map[string]bool, name string) {
	t.Helper()
	if seen[name] {
		return
	}
	seen[name] = true
	text, err := fs.ReadFile(Dist, "dist/assets/"+name)
	if err != nil {
		t.Fatal(err)
	}
	for _, m := range imports.FindAllStringSubmatch(string(text), -1) {
		with(t, seen, m[1]+m[2])
	}
}

// Script and style, fonts left out, stay within what a phone loads at once.
func TestTheScreensLoadWithinTheirBudget(t *testing.T) {
	page, err := fs.ReadFile(Dist, "dist/index.html")
	if err != nil {
		t.Fatal("the screens are not built: run make build first")
	}
	first := map[string]bool{}
	for _, m := range inPage.FindAllStringSubmatch(string(page), -1) {
		if strings.HasSuffix(m[1], ".css") {
			first[m[1]] = true
		} else {
			with(t, first, m[1])
		}
	}
	// opened is what the page loads with the views it opens.
	opened := func(views ...string) map[string]bool {
		out := maps.Clone(first)
		for _, name := range views {
			files, err := fs.Glob(Dist, "dist/assets/"+name+"-*.js")
			if err != nil || len(files) != 1 {
				t.Fatal(files, err)
			}
			with(t, out, path.Base(files[0]))
		}
		return out
	}
	jobs, deep := opened("JobsView"), opened("JobView", "EnvelopeStation")
	main, err := fs.ReadFile(Dist, "dist/assets/"+path.Base(mainOf(t, string(page))))
	if err != nil {
		t.Fatal(err)
	}
	// The list of what each route needs names its styles too.
	for _, m := range regexp.MustCompile(`assets/([\w.-]+\.css)`).FindAllStringSubmatch(string(main), -1) {
		name, _, _ := strings.Cut(m[1], "-")
		for _, all := range []map[string]bool{jobs, deep} {
			if slices.ContainsFunc(slices.Collect(maps.Keys(all)), func(js string) bool { return strings.HasPrefix(js, name+"-") }) {
				all[m[1]] = true
			}
		}
	}
	for what, budget := range map[string]struct {
		files map[string]bool
		most  int
	}{"the jobs": {jobs, 170}, "a link to a job": {deep, 230}} {
		sum := 0
		for name := range budget.files {
			sum += squeezed(t, name)
		}
		t.Logf("%s: %.1f kB in %d files", what, float64(sum)/1000, len(budget.files))
		if sum > budget.most*1000 {
			t.Errorf("%s: %.1f kB of script and style, and %d at most", what, float64(sum)/1000, budget.most)
		}
	}
}

func mainOf(t *testing.T, page string) string {
	t.Helper()
	m := regexp.MustCompile(`<script type="module"[^>]* src="/assets/([\w.-]+)"`).FindStringSubmatch(page)
	if m == nil {
		t.Fatal("the page has no script")
	}
	return m[1]
}
