// Notices adds the licences of what the server is built of, and of packages in
// folders such as fonts, to the text in which the build of the screens wrote down its own.
//
//	go run ./web/notices TEXT [FOLDER...]
package main

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
)

// part is something that ships, and the folder its licence lies in.
type part struct {
	Name    string `json:"name"`
	Version string `json:"version"`
	dir     string
}

func main() {
	if err := run(os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, "notices:", err)
		os.Exit(1)
	}
}

func run(args []string) error {
	if len(args) == 0 {
		return errors.New("say which text; try web/dist/notices.txt")
	}
	text, err := os.ReadFile(args[0])
	if err != nil {
		return err
	}
	all, err := modules()
	if err != nil {
		return err
	}
	for _, dir := range args[1:] {
		p := part{dir: dir}
		about, err := os.ReadFile(filepath.Join(dir, "package.json"))
		if err != nil {
			return err
		}
		if err := json.Unmarshal(about, &p); err != nil {
			return fmt.Errorf("%s: %w", dir, err)
		}
		all = append(all, p)
	}
	out := bytes.NewBuffer(text)
	for _, p := range all {
		terms, err := licences(p.dir)
		if err != nil {
			return fmt.Errorf("%s: %w", p.Name, err)
		}
		fmt.Fprintf(out, "\n## %s - %s\n\n%s\n", p.Name, p.Version, terms)
	}
	return os.WriteFile(args[0], out.Bytes(), 0o644)
}

// modules are those the server is built of, Go itself first.
func modules() ([]part, error) {
	known, err := exec.Command("go", "env", "GOROOT", "GOVERSION").Output()
	if err != nil {
		return nil, err
	}
	root, version, _ := strings.Cut(strings.TrimSpace(string(known)), "\n")
	listed, err := exec.Command("go", "list", "-deps", "-f", "{{with .Module}}{{if not .Main}}{{.Path}}\t{{.Version}}\t{{.Dir}}{{end}}{{end}}", "./cmd/yellow-parcel").Output()
	if err != nil {
		return nil, err
	}
	out := []part{{"Go and its standard library", version, root}}
	for _, line := range slices.Compact(slices.Sorted(strings.Lines(string(listed)))) {
		if f := strings.Split(strings.TrimSpace(line), "\t"); len(f) == 3 {
			out = append(out, part{f[0], f[1], f[2]})
		}
	}
	return out, nil
}

// licences are the texts in a folder that say on which terms it may be used.
func licences(dir string) (string, error) {
	var files []string
	for _, name := range []string{"[Ll][Ii][Cc][Ee][Nn][CcSs][Ee]*", "COPYING*", "NOTICE*"} {
		found, err := filepath.Glob(filepath.Join(dir, name))
		if err != nil {
			return "", err
		}
		files = append(files, found...)
	}
	var all []string
	for _, file := range files {
		text, err := os.ReadFile(file)
		if err != nil {
			return "", err
		}
		all = append(all, strings.TrimSpace(string(text)))
	}
	if len(all) == 0 {
		return "", fmt.Errorf("no licence in %s", dir)
	}
	return strings.Join(all, "\n\n"), nil
}
