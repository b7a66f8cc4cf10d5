package api

import (
	"context"
	"fmt"
	"log/slog"
	"path/filepath"
	"strings"
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
	Says   string      `json:"says" doc:"when the last one was made"`
	Folder string      `json:"folder" doc:"where they are; empty where there are none yet"`
	How    string      `json:"how,omitempty" doc:"the command that puts the last one in the data file's place"`
	Copies []CopyEntry `json:"copies" doc:"the newest first"`
}

// CopyEntry is one of them.
type CopyEntry struct {
	Day  string `json:"day" doc:"YYYY-MM-DD"`
	Text string `json:"text"`
}

type copiesOutput struct{ Body CopiesBody }

func registerCopies(a huma.API, s *service, op operation) {
	huma.Register(a, op("GET", "/copies", "listCopies", "The daily copies of the data file", false), s.copies)
	huma.Register(a, op("POST", "/copies", "makeCopy", "Make today's copy anew", false), s.makeCopy)
}

func (s *service) copies(ctx context.Context, _ *struct{}) (*copiesOutput, error) {
	tools, err := s.tools(ctx)
	if err != nil {
		return nil, err
	}
	all, err := s.store.Copies()
	if err != nil {
		return nil, err
	}
	out := CopiesBody{Daily: !tools.NoCopies, Says: "There is no copy yet.", Copies: []CopyEntry{}}
	today, _ := calendar.Day(s.nowIn(tools.Zone).Format(time.DateOnly)) // as a clock says it
	for _, c := range all {
		n, ok := calendar.Day(c.Day)
		if !ok {
			continue
		}
		out.Copies = append(out.Copies, CopyEntry{c.Day, calendar.Say(n, today) + ", " + sizeText(c.Size)})
	}
	if len(out.Copies) > 0 {
		out.Says = "The last copy: " + out.Copies[0].Text + "."
		out.Folder = filepath.Dir(all[0].File)
		out.How = "yellow-parcel restore --data " + quoted(filepath.Dir(out.Folder)) + " " + quoted(all[0].File)
	}
	return &copiesOutput{out}, nil
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

func (s *service) makeCopy(ctx context.Context, in *struct{}) (*copiesOutput, error) {
	if err := s.store.MakeCopy(ctx, s.here(ctx)); err != nil {
		return nil, err
	}
	return s.copies(ctx, in)
}

// looked is how often it is seen to whether a copy is due.
const looked = 30 * time.Minute

// KeepCopies makes a copy of the data file every day, until the server is closed;
// unless that is switched off.
func (s *Server) KeepCopies() {
	s.behind.run(func(ctx context.Context) {
		for {
			if err := s.s.dailyCopy(ctx); err != nil && ctx.Err() == nil {
				slog.LogAttrs(ctx, slog.LevelError, "there is no copy of today", slog.Any("error", err))
			}
			select {
			case <-time.After(looked):
			case <-ctx.Done():
				return
			}
		}
	})
}

// dailyCopy makes the copy of today where there is none.
func (s *service) dailyCopy(ctx context.Context) error {
	tools, err := s.tools(ctx)
	if err != nil || tools.NoCopies {
		return err
	}
	here := s.nowIn(tools.Zone)
	all, err := s.store.Copies()
	if err != nil {
		return err
	}
	if len(all) > 0 && all[0].Day >= here.Format(time.DateOnly) {
		return nil
	}
	if empty, err := s.nothingKept(ctx); err != nil || empty {
		return err
	}
	return s.store.MakeCopy(ctx, here)
}

// nothingKept tells a data file that nobody has used yet.
func (s *service) nothingKept(ctx context.Context) (bool, error) {
	page, err := s.store.List(ctx, "", 0, 1)
	if err != nil || len(page.Jobs) > 0 {
		return false, err
	}
	kept, err := s.store.Settings(ctx)
	return kept == (store.Settings{}), err
}
