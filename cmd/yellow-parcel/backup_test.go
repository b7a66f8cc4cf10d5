package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"yellow-parcel/store"
)

// A copy made while the file is in use holds all that was kept, and never takes another file's place.
func TestBackupCopiesWhatIsKept(t *testing.T) {
	ctx, data := context.Background(), t.TempDir()
	kept, err := store.Open(data)
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	for _, title := range []string{"Harbour map", "Kite card"} {
		if _, err := kept.Jobs.Create(ctx, store.Draft{Title: title, Quantity: 1, Document: "{}"}); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := kept.Shelf.Put(ctx, store.ShelfItem{Kind: "sheet", Size: "us-letter", Document: "{}", Count: 7}); err != nil {
		t.Fatal(err)
	}
	away := t.TempDir()
	file := filepath.Join(away, store.FileName)
	if code, out, problems := command(t, "", "backup", "--data", data, file); code != 0 || out != "Copied to "+file+"\n" || problems != "" {
		t.Fatalf("%d %q %q", code, out, problems)
	}
	copied, err := store.Open(away)
	if err != nil {
		t.Fatal(err)
	}
	defer copied.Close()
	jobs, err := copied.Jobs.List(ctx, "", 0, 9)
	if err != nil || len(jobs.Jobs) != 2 {
		t.Errorf("%v %v", jobs, err)
	}
	if shelf, err := copied.Shelf.All(ctx); err != nil || len(shelf) != 1 || shelf[0].Count != 7 {
		t.Errorf("%v %v", shelf, err)
	}
	whole, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	if code, _, problems := command(t, "", "backup", "--data", data, file); code != 1 || !strings.Contains(problems, "is there already") {
		t.Errorf("over a file: %d %q", code, problems)
	}
	if again, err := os.ReadFile(file); err != nil || len(again) < len(whole) {
		t.Errorf("the file that was there is gone: %v", err)
	}
	if code, _, problems := command(t, "", "backup", "--data", filepath.Join(data, "nowhere"), filepath.Join(away, "b.db")); code != 2 || !strings.Contains(problems, "nowhere") {
		t.Errorf("no such folder: %d %q", code, problems)
	}
}

func TestTheLogIsPrinted(t *testing.T) {
	dir := t.TempDir()
	if code, _, problems := command(t, "", "log", "--data", dir); code != 2 || !strings.HasPrefix(problems, "data: ") {
		t.Errorf("%d %s", code, problems)
	}
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	for i, title := range []string{"Kite card", "=Harbour map"} {
		if _, err := kept.Log.Put(context.Background(), store.LogEntry{Date: fmt.Sprintf("2026-01-1%d", 4-i), Document: fmt.Sprintf(`{"date":"2026-01-1%d","title":%q}`, 4-i, title)}); err != nil {
			t.Fatal(err)
		}
	}
	if err := kept.Close(); err != nil {
		t.Fatal(err)
	}
	code, out, problems := command(t, "", "log", "--data", dir)
	if rows := strings.Split(strings.TrimSpace(out), "\n"); code != 0 || len(rows) != 3 || !strings.HasPrefix(rows[1], "2026-01-13,'=Harbour map,") || !strings.HasPrefix(rows[2], "2026-01-14,Kite card,") {
		t.Errorf("%d %s %s", code, out, problems)
	}
	if code, out, _ := command(t, "", "log", "--data", dir, "--as", "json"); code != 0 || !strings.Contains(out, `"title": "Kite card"`) {
		t.Errorf("%d %s", code, out)
	}
	if code, _, problems := command(t, "", "log", "--data", dir, "--as", "papyrus"); code != 2 || !strings.HasPrefix(problems, "as: ") {
		t.Errorf("%d %s", code, problems)
	}
}

// The calendar is printed from a data file that other rules worked out, without a server and without a write.
func TestTheCalendarIsPrintedOfWhatIsOutOfDate(t *testing.T) {
	dir := t.TempDir()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := kept.Jobs.Create(context.Background(), store.Draft{Title: "Kite card", Quantity: 12, Due: "2026-10-20", Document: `{"format":"yellow-parcel-job","version":1,"title":"Kite card","quantity":12,"envelope":"us-a7","due":"2026-10-20"}`}); err != nil {
		t.Fatal(err)
	}
	if err := kept.Close(); err != nil {
		t.Fatal(err)
	}
	code, out, problems := command(t, "", "calendar", "--data", dir, "--today", "2026-10-01")
	if code != 0 || !strings.Contains(out, "SUMMARY:To the post: Kite card") || problems != "" {
		t.Errorf("%d %s %s", code, out, problems)
	}
}

// What can be read of a damaged data file goes into a new one; what cannot is listed,
// and the new one is put in its place.
func TestMendListsWhatCannotBeRead(t *testing.T) {
	data := filled(t, "kelp", 40)
	file, mended := filepath.Join(data, store.FileName), filepath.Join(data, "mended.db")
	text, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	// The last page with a title on it, blank.
	at := strings.LastIndex(string(text), "kelp39") / 4096
	clear(text[at*4096 : (at+1)*4096])
	if err := os.WriteFile(file, text, 0o600); err != nil {
		t.Fatal(err)
	}
	code, out, problems := command(t, "", "mend", "--data", data, mended)
	if code != 0 || problems != "" || !strings.Contains(out, "jobs: ") || !strings.Contains(out, " lost\n") || !strings.Contains(out, `["kelp39"] is lost`) || !strings.HasSuffix(out, "What could be read is in "+mended+"; yellow-parcel restore puts it in the data file's place.\n") {
		t.Fatalf("%d %s %s", code, out, problems)
	}
	if code, _, problems := command(t, "", "restore", "--data", data, mended); code != 0 {
		t.Fatalf("%d %s", code, problems)
	}
	if got := titles(t, data); got == "40 kelp" || !strings.HasSuffix(got, " kelp") {
		t.Errorf("%s", got)
	}
	if code, _, problems := command(t, "", "mend", "--data", data, mended); code != 1 || !strings.Contains(problems, "is there already") {
		t.Errorf("over a file: %d %s", code, problems)
	}
}
