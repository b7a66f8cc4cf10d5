package main

import (
	"context"
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
		if _, err := kept.Create(ctx, store.Draft{Title: title, Quantity: 1, Document: "{}"}); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := kept.PutItem(ctx, store.ShelfItem{Kind: "sheet", Size: "us-letter", Document: "{}", Count: 7}); err != nil {
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
	jobs, err := copied.List(ctx, "")
	if err != nil || len(jobs) != 2 {
		t.Errorf("%v %v", jobs, err)
	}
	if shelf, err := copied.Shelf(ctx); err != nil || len(shelf) != 1 || shelf[0].Count != 7 {
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
