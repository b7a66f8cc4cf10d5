package api

import (
	"context"
	"fmt"
	"path/filepath"
	"strings"
	"sync/atomic"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/calendar"
	"yellow-parcel/store"
)

// CopiesBody are the daily copies of the data file.
type CopiesBody struct {
	Daily  bool        `json:"daily" doc:"one is made every day the application runs"`
	Says   string      `json:"says" doc:"when the last good one was made"`
	Folder string      `json:"folder" doc:"where they are; empty where there are none yet"`
	How    string      `json:"how,omitempty" doc:"the command that puts the last one in the data file's place"`
	Kept   string      `json:"kept" doc:"how long they are kept"`
	Copies []CopyEntry `json:"copies" doc:"the newest first"`
}

// CopyEntry is one of them.
type CopyEntry struct {
	Day  string `json:"day" doc:"YYYY-MM-DD"`
	Text string `json:"text"`
}

// keptText says how long copies are kept.
var keptText = fmt.Sprintf("Kept are those of the last %d days there is one of, the first of each of the %d weeks before, and the first of each of the %d months before these.",
	store.CopyDays, store.CopyWeeks, store.CopyMonths)

type copiesOutput struct{ Body CopiesBody }

// copies answers for the daily copies, and makes them.
type copies struct {
	toolbox      *toolbox
	keptCopies   *store.Copies
	keptJobs     store.Jobs
	keptSettings store.Preferences
	copied       *atomic.Bool // it was seen to whether a copy is due
}

func (s *copies) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/copies", "listCopies", "The daily copies of the data file", false), s.list)
	huma.Register(a, op("POST", "/copies", "makeCopy", "Make today's copy anew", false), s.make)
}

func (s *copies) list(ctx context.Context, _ *struct{}) (*copiesOutput, error) {
	tools, err := s.toolbox.tools(ctx)
	if err != nil {
		return nil, err
	}
	all, err := s.keptCopies.All()
	if err != nil {
		return nil, err
	}
	out := CopiesBody{Daily: !tools.NoCopies, Says: "There is no copy yet.", Kept: keptText, Copies: []CopyEntry{}}
	today, _ := calendar.Day(s.toolbox.nowIn(tools.Zone).Format(time.DateOnly)) // as a clock says it
	for _, c := range all {
		n, ok := calendar.Day(c.Day)
		if !ok {
			continue
		}
		out.Copies = append(out.Copies, CopyEntry{c.Day, calendar.Say(n, today) + ", " + sizeText(c.Size)})
	}
	if len(all) == 0 {
		return &copiesOutput{out}, nil
	}
	good, err := s.keptCopies.NewestGood(ctx)
	switch {
	case err != nil:
		return nil, err
	case good.File == "":
		out.Says = "No copy there is can be used: every one is damaged."
		return &copiesOutput{out}, nil
	}
	if n, ok := calendar.Day(good.Day); ok {
		out.Says = "The last good copy: " + calendar.Say(n, today) + ", " + sizeText(good.Size) + "."
	}
	out.Folder = filepath.Dir(good.File)
	out.How = takeBack(good)
	return &copiesOutput{out}, nil
}

// takeBack is the command that puts a copy in the data file's place.
func takeBack(c store.Copy) string {
	return "yellow-parcel restore --data " + quoted(filepath.Dir(filepath.Dir(c.File))) + " " + quoted(c.File)
}

// quoted is a name as a command line takes it.
func quoted(name string) string {
	plain := func(r rune) bool {
		return r < utf8.RuneSelf && (unicode.IsLetter(r) || unicode.IsDigit(r) || strings.ContainsRune("/._-", r))
	}
	if name != "" && strings.IndexFunc(name, func(r rune) bool { return !plain(r) }) < 0 {
		return name
	}
	return "'" + strings.ReplaceAll(name, "'", `'\''`) + "'"
}

// sizeText is a file's size as one says it.
func sizeText(bytes int64) string {
	switch {
	case bytes < 1e6:
		return fmt.Sprintf("%d kB", (bytes+999)/1000)
	case bytes < 1e9:
		return fmt.Sprintf("%.1f MB", float64(bytes)/1e6)
	}
	return fmt.Sprintf("%.1f GB", float64(bytes)/1e9)
}

func (s *copies) make(ctx context.Context, in *struct{}) (*copiesOutput, error) {
	if err := s.keptCopies.Make(ctx, s.toolbox.here(ctx)); err != nil {
		return nil, err
	}
	return s.list(ctx, in)
}

// daily makes the copy of today where there is none.
func (s *copies) daily(ctx context.Context) error {
	tools, err := s.toolbox.tools(ctx)
	if err != nil || tools.NoCopies {
		return err
	}
	here := s.toolbox.nowIn(tools.Zone)
	if there, err := s.keptCopies.Of(here); err != nil || there {
		return err
	}
	if empty, err := s.nothingKept(ctx); err != nil || empty {
		return err
	}
	return s.keptCopies.Make(ctx, here)
}

// nothingKept tells a data file that nobody has used yet.
func (s *copies) nothingKept(ctx context.Context) (bool, error) {
	page, err := s.keptJobs.List(ctx, "", 0, 1)
	if err != nil || len(page.Jobs) > 0 {
		return false, err
	}
	kept, err := s.keptSettings.Get(ctx)
	return kept == (store.Settings{}), err
}
