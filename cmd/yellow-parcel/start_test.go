package main

import (
	"context"
	"net"
	"path/filepath"
	"strings"
	"testing"

	"yellow-parcel/store"
)

// Asking how a command is used uses nothing.
func TestHelpServesNothing(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "data")
	for _, args := range [][]string{{"--help"}, {"serve", "--help", "--data", dir}, {"restore", "--help"}} {
		if code, out, problems := command(t, "", args...); code != 0 || !strings.HasPrefix(out, "Usage: yellow-parcel") || problems != "" {
			t.Errorf("%v: %d %s", args, code, problems)
		}
	}
	if _, err := store.Read(dir); err == nil {
		t.Error("a data file was made")
	}
}

// A start that cannot be says why, and what to do, in one line.
func TestAStartThatCannotBeSaysWhy(t *testing.T) {
	taken, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer taken.Close()
	dir := t.TempDir()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	for _, c := range []struct {
		args []string
		code int
		want string
	}{
		{[]string{"--listen", taken.Addr().String(), "--data", t.TempDir()}, 2, "listen: " + taken.Addr().String() + " is in use, perhaps by another Yellow Parcel; stop that one, or give another address with --listen\n"},
		{[]string{"--listen", "127.0.0.1:0", "--data", dir}, 1, "yellow-parcel: " + filepath.Join(dir, store.FileName) + " is open in another Yellow Parcel; stop that one, or give another folder with --data\n"},
		{[]string{"--listen", "192.0.2.1:1", "--passcode", "lantern week"}, 2, "listen: 192.0.2.1:1 cannot be listened on ("},
		{[]string{"--listen", "harbour"}, 2, `listen: "harbour" is not an address; try 127.0.0.1:8080` + "\n"},
	} {
		code, out, problems := command(t, "", append([]string{"serve", "--data", t.TempDir()}, c.args...)...)
		if code != c.code || !strings.HasPrefix(problems, c.want) || strings.Count(problems, "\n") != 1 || out != "" {
			t.Errorf("%v: %d %s%s", c.args, code, out, problems)
		}
	}
}

func TestACopyIsRestored(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	file := filepath.Join(t.TempDir(), "copy.db")
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := kept.Create(ctx, store.Draft{Title: "Harbour map", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	if err := kept.Backup(ctx, file); err != nil {
		t.Fatal(err)
	}
	if err := kept.Close(); err != nil {
		t.Fatal(err)
	}
	code, out, problems := command(t, "", "restore", "--data", dir, file)
	first, rest, _ := strings.Cut(out, "\n")
	if code != 0 || !strings.HasPrefix(first, "What was there is kept as "+filepath.Join(dir, store.FileName)+".before-") || rest != "Restored from "+file+"\n" || problems != "" {
		t.Errorf("%d %s%s", code, out, problems)
	}
}
