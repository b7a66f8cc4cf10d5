// Command record keeps what a built program makes of several hundred jobs, and
// compares two such records: the documents, drawings, files and errors of two
// versions side by side. The jobs come from a fixed seed, the catalogue the
// program itself answers with, the demonstration and the documented examples.
//
//	go run ./bench/record -bin bin/yellow-parcel -out DIR
//	go run ./bench/record -compare OLD NEW
package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
)

func main() {
	bin := flag.String("bin", "bin/yellow-parcel", "the program to record")
	out := flag.String("out", "", "folder to keep the record in")
	n := flag.Int("n", 480, "generated jobs")
	seed := flag.Uint64("seed", 1, "of the generated jobs")
	compare := flag.Bool("compare", false, "compare two folders")
	show := flag.Int("show", 3, "examples of each difference")
	flag.Parse()
	var err error
	switch {
	case *compare && flag.NArg() == 2:
		err = compareRecords(flag.Arg(0), flag.Arg(1), *show)
	case *out != "":
		err = record(*bin, *out, *n, *seed)
	default:
		flag.Usage()
		os.Exit(2)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "record:", err)
		os.Exit(1)
	}
}

// kept is the record of one job.
type kept struct {
	Name    string                     `json:"name"`
	Job     json.RawMessage            `json:"job"`
	Plan    json.RawMessage            `json:"plan,omitempty"`
	Error   string                     `json:"error,omitempty"`
	Answers map[string]json.RawMessage `json:"answers,omitempty"` // the server's: drawings, folding, wraps, steps, the other unit
	Files   map[string]string          `json:"files,omitempty"`   // exported parts
}

func record(bin, out string, n int, seed uint64) error {
	if err := os.MkdirAll(out, 0o755); err != nil {
		return err
	}
	server, err := start(bin)
	if err != nil {
		return err
	}
	defer server.stop()
	goods, err := server.goods()
	if err != nil {
		return err
	}
	jobs, err := shipped()
	if err != nil {
		return err
	}
	jobs = append(jobs, generated(goods, n, seed)...)
	for i, j := range jobs {
		k, err := server.keep(bin, j, i%4 == 0)
		if err != nil {
			return fmt.Errorf("%s: %w", j.name, err)
		}
		text, err := json.MarshalIndent(k, "", " ")
		if err != nil {
			return err
		}
		if err := os.WriteFile(filepath.Join(out, fmt.Sprintf("%04d.json", i)), text, 0o644); err != nil {
			return err
		}
	}
	for _, page := range []string{"catalog", "carriers"} {
		text, err := server.get("/" + page)
		if err != nil {
			return err
		}
		if err := os.WriteFile(filepath.Join(out, page+".json"), text, 0o644); err != nil {
			return err
		}
	}
	fmt.Println(len(jobs), "jobs recorded in", out)
	return nil
}

// compareRecords tells where two records differ, by the path into the document,
// the commonest path first.
func compareRecords(a, b string, show int) error {
	names, err := filepath.Glob(filepath.Join(a, "*.json"))
	if err != nil {
		return err
	}
	found := map[string][]string{}
	same := 0
	for _, name := range names {
		one, err := os.ReadFile(name)
		if err != nil {
			return err
		}
		other, err := os.ReadFile(filepath.Join(b, filepath.Base(name)))
		if err != nil {
			return err
		}
		if bytes.Equal(one, other) {
			same++
			continue
		}
		var x, y any
		if err := json.Unmarshal(one, &x); err != nil {
			return err
		}
		if err := json.Unmarshal(other, &y); err != nil {
			return err
		}
		before := len(found)
		differ("", filepath.Base(name), x, y, found)
		if len(found) == before && len(found) == 0 {
			found["order of fields alone"] = append(found["order of fields alone"], filepath.Base(name))
		}
	}
	var paths []string
	for p := range found {
		paths = append(paths, p)
	}
	slices.SortFunc(paths, func(p, q string) int { return len(found[q]) - len(found[p]) })
	fmt.Printf("%d records, %d the same to the byte\n", len(names), same)
	for _, p := range paths {
		fmt.Printf("%5d  %s\n", len(found[p]), p)
		for _, example := range found[p][:min(show, len(found[p]))] {
			fmt.Println("         ", example)
		}
	}
	return nil
}

// differ walks two documents and notes every path at which they part.
func differ(path, where string, x, y any, found map[string][]string) {
	switch a := x.(type) {
	case map[string]any:
		if b, ok := y.(map[string]any); ok {
			for k := range a {
				differ(path+"."+k, where, a[k], b[k], found)
			}
			for k := range b {
				if _, ok := a[k]; !ok {
					differ(path+"."+k, where, nil, b[k], found)
				}
			}
			return
		}
	case []any:
		if b, ok := y.([]any); ok && len(a) == len(b) {
			for i := range a {
				differ(path+"[]", where, a[i], b[i], found)
			}
			return
		}
	}
	p, q := short(x), short(y)
	if p != q {
		found[path] = append(found[path], where+": "+p+" | "+q)
	}
}

func short(v any) string {
	text, err := json.Marshal(v)
	if err != nil {
		return err.Error()
	}
	if len(text) > 220 {
		return fmt.Sprintf("%s… %d bytes, %x", text[:160], len(text), sum(text))
	}
	return string(text)
}

// sum tells long texts apart.
func sum(text []byte) uint32 {
	h := uint32(2166136261)
	for _, c := range text {
		h = (h ^ uint32(c)) * 16777619
	}
	return h
}
