// Package gang cuts several jobs as one: their pieces come out of one stock, from
// shared sheets, by one cut list. What it is made of is a document of its own, in
// which the jobs stand whole, so that it says the same wherever it is read.
package gang

import (
	"fmt"
	"unicode/utf8"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// The gang document's identity.
const (
	Format  = "yellow-parcel-gang"
	Version = 1
)

// MaxSize bounds a gang document in bytes.
const MaxSize = 1 << 20

// mostTitle bounds a title in letters.
const mostTitle = 200

// Gang is the document: jobs that are cut together, and the table they are cut
// at. Unit and ruler are those of the cut list; where they are absent, those of
// the first job. Without a stock of its own it has the jobs': of one sheet that
// several list, as many as the one that lists the most.
type Gang struct {
	Format   string           `json:"format"`
	Version  int              `json:"version"`
	Title    string           `json:"title,omitempty"`
	Unit     measure.Unit     `json:"unit,omitempty"`
	Ruler    string           `json:"ruler,omitempty"`
	Jobs     []Member         `json:"jobs" most:"12"`
	Sheet    *job.Bought      `json:"sheet,omitempty"`
	Stock    []job.StockSpec  `json:"stock,omitempty" most:"60"`
	Currency string           `json:"currency,omitempty"`
	Cuts     string           `json:"cuts,omitempty"`
	Trimmer  *job.TrimmerSpec `json:"trimmer,omitempty"`
	Minute   string           `json:"minute,omitempty"`
}

// Member is a job of a gang. ID and Revision say which kept job it was taken from, where it was.
type Member struct {
	ID       string  `json:"id,omitempty"`
	Revision int     `json:"revision,omitempty"`
	Job      job.Job `json:"job"`
}

// Read reads a gang document. Every problem names its field; the error is a job.Problems.
func Read(text []byte) (Gang, error) {
	var g Gang
	problems := job.ReadInto(text, MaxSize, "gang", &g)
	if len(problems) == 0 {
		problems = g.identity()
	}
	if len(problems) > 0 {
		return g, problems
	}
	return g, nil
}

func (g *Gang) identity() job.Problems {
	var out job.Problems
	if g.Format != Format {
		out.Failf("format", "%q is not a gang document; it should be %q", job.Quoted(g.Format), Format)
	}
	if g.Version != Version {
		out.Failf("version", "%d is not a version this program reads; it reads %d", g.Version, Version)
	}
	if utf8.RuneCountInString(g.Title) > mostTitle {
		out.Failf("title", "longer than %d letters; try Lantern week, all of it", mostTitle)
	}
	if len(g.Jobs) == 0 {
		out.Failf("jobs", "a gang needs a job at least")
	}
	for i, m := range g.Jobs {
		field := fmt.Sprintf("jobs[%d].job", i)
		for _, p := range job.Identity(m.Job) {
			out.Failf(field+"."+p.Field, "%s", p.Text)
		}
	}
	return out
}

// table is the gang as a job without a card: its unit, its stock and its tools,
// read as a job's are.
func (g *Gang) table(briefs []*brief.Brief, tools job.Tools) job.Job {
	j := job.Job{Format: job.Format, Version: job.Version, Title: g.Title, Unit: g.Unit, Ruler: g.Ruler,
		Sheet: g.Sheet, Stock: g.Stock, Currency: g.Currency, Cuts: g.Cuts, Trimmer: g.Trimmer, Minute: g.Minute}
	first := g.Jobs[0].Job
	j.Home = first.Home
	if j.Unit == "" {
		j.Unit = briefs[0].Unit
		if j.Ruler == "" {
			j.Ruler = first.Ruler
		}
	}
	if j.Currency == "" {
		j.Currency = briefs[0].Stock.Currency
	}
	for i, m := range g.Jobs {
		home := briefs[i].Home
		one := job.Switch(m.Job, briefs[i].Unit, home)
		if len(g.Stock) == 0 && briefs[i].Stock.Currency == j.Currency {
			j.Stock = together(j.Stock, one.Stock)
		}
		if j.Sheet == nil {
			j.Sheet = one.Sheet
		}
		if j.Trimmer == nil {
			j.Trimmer = one.Trimmer
		}
		if j.Minute == "" {
			j.Minute = one.Minute
		}
	}
	return j.With(tools)
}

// together adds a job's sheets to a list of them. A line that is there from another
// job already is the same stack, counted by the one who counts the most: the one of its
// price, where there are several. Two lines of one job are two stacks.
func together(all, more []job.StockSpec) []job.StockSpec {
	theirs := make([]bool, len(all)) // those of other jobs that this one does not speak of yet
	for i := range theirs {
		theirs[i] = true
	}
	for _, s := range more {
		at := -1
		for i := range theirs {
			if theirs[i] && sameStack(all[i], s) && (at < 0 || all[i].Price == s.Price && all[at].Price != s.Price) {
				at = i
			}
		}
		if at < 0 {
			all = append(all, s)
			continue
		}
		theirs[at] = false
		all[at].Count = max(all[at].Count, s.Count)
	}
	return all
}

func sameStack(a, b job.StockSpec) bool {
	if a.Item != "" || b.Item != "" {
		return a.Item == b.Item
	}
	return a.Sheet != nil && b.Sheet != nil && *a.Sheet == *b.Sheet && a.Paper == b.Paper && a.Grain == b.Grain && a.Weight == b.Weight && a.Caliper == b.Caliper
}
