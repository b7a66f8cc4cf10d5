// Command trim measures the cut planner on generated classes of random
// rectangles, beside general-purpose packers from the npm registry that are
// given the same instances in the same run.
package main

import (
	"bufio"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"log"
	"os"
	"os/exec"
	"runtime"
	"slices"
	"strings"
	"time"

	"yellow-parcel/core/trim"
)

// answer is what one packer made of one instance.
type answer struct {
	Bins *int    `json:"bins"`
	MS   float64 `json:"ms"`
}

// result is one instance solved by all.
type result struct {
	instance
	sheets, lower int
	took          time.Duration
	others        map[string]answer
}

func main() {
	each := flag.Int("instances", 50, "instances of each class and size; none for the practical batches alone")
	batches := flag.Int("practical", 200, "practical batches")
	flag.Parse()
	log.SetFlags(0)
	if *batches > 0 {
		reportPractical(os.Stdout, *batches)
		reportGrowth(os.Stdout)
	}
	if *each == 0 {
		return
	}
	others, err := start()
	if err != nil {
		log.Fatal(err)
	}
	var all []result
	for c := range classes {
		for pieces := 20; pieces <= 100; pieces += 20 {
			for n := range *each {
				r, err := run(draw(c, pieces, n+1), others)
				if err != nil {
					log.Fatal(err)
				}
				all = append(all, r)
			}
		}
		fmt.Fprintf(os.Stderr, "class %d of %d done\n", c+1, len(classes))
	}
	report(os.Stdout, all)
}

// pipe talks to the other packers, one instance and one answer a line.
type pipe struct {
	in  io.Writer
	out *bufio.Scanner
}

func start() (*pipe, error) {
	cmd := exec.Command("node", "others.mjs")
	cmd.Dir = "bench/trim"
	cmd.Stderr = os.Stderr
	in, err := cmd.StdinPipe()
	if err != nil {
		return nil, err
	}
	out, err := cmd.StdoutPipe()
	if err != nil {
		return nil, err
	}
	return &pipe{in, bufio.NewScanner(out)}, cmd.Start()
}

func run(in instance, others *pipe) (result, error) {
	r := result{instance: in}
	begin := time.Now()
	plan, err := trim.Solve(in.problem())
	if err != nil {
		return r, err
	}
	r.took, r.sheets, r.lower = time.Since(begin), plan.Used, plan.LowerBound
	line, err := json.Marshal(in)
	if err != nil {
		return r, err
	}
	if _, err := fmt.Fprintf(others.in, "%s\n", line); err != nil {
		return r, err
	}
	if !others.out.Scan() {
		return r, fmt.Errorf("the other packers stopped: %v", others.out.Err())
	}
	return r, json.Unmarshal(others.out.Bytes(), &r.others)
}

// mean is the mean of a figure over some results.
func mean(all []result, of func(result) float64) float64 {
	sum := 0.0
	for _, r := range all {
		sum += of(r)
	}
	return sum / float64(len(all))
}

func gap(r result) float64 { return 100 * float64(r.sheets-r.lower) / float64(r.lower) }

// beaten tells whether another packer took fewer sheets.
func beaten(r result) bool {
	for _, a := range r.others {
		if a.Bins != nil && *a.Bins < r.sheets {
			return true
		}
	}
	return false
}

func report(w io.Writer, all []result) {
	var names []string
	for name := range all[0].others {
		names = append(names, name)
	}
	slices.Sort(names)
	fmt.Fprintf(w, "%d instances, %s/%s, %d cores, %s.\n\n", len(all), runtime.GOOS, runtime.GOARCH, runtime.NumCPU(), runtime.Version())
	fmt.Fprintf(w, "| class | bound | sheets | gap | mean ms | most ms | %s | never more than the best of them |\n", strings.Join(names, " | "))
	fmt.Fprintf(w, "|---|--:|--:|--:|--:|--:|%s--:|\n", strings.Repeat("--:|", len(names)))
	for c, k := range classes {
		row(w, fmt.Sprintf("%d, %s", c+1, k.says), slices.DeleteFunc(slices.Clone(all), func(r result) bool { return r.class != c }), names)
	}
	row(w, "all", all, names)
	large := slices.DeleteFunc(slices.Clone(all), func(r result) bool { return r.pieces != 100 })
	row(w, "all of 100 pieces", large, names)
}

func row(w io.Writer, label string, all []result, names []string) {
	slowest := slices.MaxFunc(all, func(a, b result) int { return int(a.took - b.took) })
	fmt.Fprintf(w, "| %s | %.2f | %.2f | %.2f %% | %.0f | %.0f |", label,
		mean(all, func(r result) float64 { return float64(r.lower) }), mean(all, func(r result) float64 { return float64(r.sheets) }), mean(all, gap),
		mean(all, func(r result) float64 { return r.took.Seconds() * 1000 }), slowest.took.Seconds()*1000)
	for _, name := range names {
		bins := mean(all, func(r result) float64 {
			if a := r.others[name]; a.Bins != nil {
				return float64(*a.Bins)
			}
			return 0
		})
		fmt.Fprintf(w, " %.2f, %.0f ms |", bins, mean(all, func(r result) float64 { return r.others[name].MS }))
	}
	fmt.Fprintf(w, " %.1f %% |\n", 100-100*mean(all, func(r result) float64 {
		if beaten(r) {
			return 1
		}
		return 0
	}))
}
