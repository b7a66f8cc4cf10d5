package store

import (
	"context"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"time"
)

// CopyDays is for how many days the copy of a day is kept.
const CopyDays = 14

// copiesName is the folder of the daily copies, inside the data folder.
const copiesName = "copies"

var copyName = regexp.MustCompile(`^yellow-parcel-([0-9]{4}-[0-9]{2}-[0-9]{2})\.db$`)

// Copy is the copy of a day.
type Copy struct {
	Day  string // YYYY-MM-DD
	File string
	Size int64 // bytes
}

// Copies are the daily copies there are, the newest first.
func (s *Store) Copies() ([]Copy, error) {
	dir := filepath.Join(filepath.Dir(s.file), copiesName)
	all, err := os.ReadDir(dir)
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, fault(dir, err)
	}
	var out []Copy
	for _, one := range all {
		day := copyName.FindStringSubmatch(one.Name())
		info, err := one.Info()
		if day == nil || err != nil { // it is none, or went away meanwhile
			continue
		}
		out = append(out, Copy{day[1], filepath.Join(dir, one.Name()), info.Size()})
	}
	slices.Reverse(out)
	return out, nil
}

// MakeCopy makes the copy of a day, in the place of one there is of it, and lets go
// of those that are too old and of what a copy cut short left behind.
func (s *Store) MakeCopy(ctx context.Context, day time.Time) error {
	s.copying.Lock()
	defer s.copying.Unlock()
	dir := filepath.Join(filepath.Dir(s.file), copiesName)
	if err := os.MkdirAll(dir, ownFolder); err != nil {
		return fault(dir, err)
	}
	file := filepath.Join(dir, "yellow-parcel-"+day.Format(time.DateOnly)+".db")
	if err := s.sweep(dir, day.AddDate(0, 0, -CopyDays).Format(time.DateOnly)); err != nil {
		return err
	}
	return s.copyTo(ctx, file, os.Rename)
}

// sweep removes what is older than a day, and parts of copies.
func (s *Store) sweep(dir, before string) error {
	all, err := s.Copies()
	if err != nil {
		return err
	}
	for _, one := range all {
		if one.Day < before {
			if err := gone(one.File); err != nil {
				return fault(one.File, err)
			}
		}
	}
	left, err := os.ReadDir(dir)
	for _, one := range left {
		if strings.HasSuffix(one.Name(), partEnd) {
			err = errors.Join(err, gone(filepath.Join(dir, one.Name())))
		}
	}
	return err
}
