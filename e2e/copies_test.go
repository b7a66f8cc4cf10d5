package e2e

import (
	"archive/zip"
	"bytes"
	"os"
	"path/filepath"
	"regexp"
	"testing"
)

// A copy is made at a button; everything is taken along, and brought in again without harm.
func TestCopiesAndMovingHouse(t *testing.T) {
	s := open(t)
	s.mayFail("/archive.zip")
	demo(t, s)
	s.goes("/settings")
	s.reads("copies-says", "There is no copy yet.")
	s.click("copy-now")
	s.until("there is a copy of today", func() (string, bool) {
		text := s.find(id("copies-says")).MustText()
		return text, regexp.MustCompile(`^The last good copy: Wed 23 Sep, [0-9]{2,3} kB[.]$`).MatchString(text)
	})
	if all, err := s.kept.Copies.All(); err != nil || len(all) != 1 || all[0].Day != "2026-09-23" {
		t.Errorf("%v %v", all, err)
	}
	s.click("copies-daily")
	s.reads("settings-state", "Kept")

	wait := s.page.Browser().MustWaitDownload()
	s.click("archive-take")
	text := wait()
	in, err := zip.NewReader(bytes.NewReader(text), int64(len(text)))
	if err != nil || len(in.File) != 10 {
		t.Fatalf("%d bytes: %v", len(text), err)
	}
	file := filepath.Join(t.TempDir(), "everything.zip")
	if err := os.WriteFile(file, text, 0o600); err != nil {
		t.Fatal(err)
	}
	s.page.MustElement(id("archive-bring")).MustSetFiles(file)
	s.reads("archive-said", "6 jobs here already; 10 shelf lines here already; 41 logbook lines here already; settings stay as they are here.")
	if err := os.WriteFile(file, text[:len(text)/2], 0o600); err != nil {
		t.Fatal(err)
	}
	s.page.MustElement(id("archive-bring")).MustSetFiles(file)
	s.reads("archive-said", "Nothing came in. archive: not a zip file; choose one that was taken from Yellow Parcel's settings")
}
