package api

import (
	"bytes"
	"context"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"yellow-parcel/store"
)

// onDisk is a server over a folder, its clock in one's hands.
func onDisk(t *testing.T, dir string, now *time.Time) *service {
	t.Helper()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = kept.Close() })
	return newService(kept, Settings{Now: func() time.Time { return *now }}, nil)
}

func standingOf(t *testing.T, s *service) (out []string) {
	t.Helper()
	body, err := s.standings.standing(context.Background(), nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, l := range body.Body.Lines {
		out = append(out, strings.Join(append([]string{l.Code, l.Text}, l.How...), " | "))
	}
	return out
}

// Every screen says what is to be seen to, and nothing where all is well.
func TestScreensSayWhatIsToBeSeenTo(t *testing.T) {
	ctx, dir, now := context.Background(), t.TempDir(), harvest
	s := onDisk(t, dir, &now)
	if _, err := s.demos.store.Jobs.Create(ctx, store.Draft{Title: "Kite card", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	look := func(want string) {
		t.Helper()
		s.copies.copied.Store(true)
		if got := strings.Join(standingOf(t, s), "\n"); got != want {
			t.Errorf("%s\nwant %s", got, want)
		}
	}
	if err := s.copies.daily(ctx); err != nil {
		t.Fatal(err)
	}
	look("")
	// Two days on, nothing kept since; then something, which is old from the third day on.
	now = now.AddDate(0, 0, 3)
	look("")
	if _, err := s.demos.store.Jobs.Create(ctx, store.Draft{Title: "Harbour map", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	look("copy-old | The last copy is of Wed 23 Sep, and there were changes since: make one in Settings.")
	now = now.AddDate(0, 0, -1)
	look("")
	now = now.AddDate(0, 0, 1)
	// A copy that cannot be made: something stands where its folder is to be.
	copies := filepath.Join(dir, "copies")
	if err := os.Rename(copies, copies+".away"); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(copies, nil, 0o600); err != nil {
		t.Fatal(err)
	}
	if err := s.demos.store.Copies.Make(ctx, now); err == nil {
		t.Error("a copy was made into a file")
	}
	if got := standingOf(t, s); len(got) != 1 || !strings.HasPrefix(got[0], "copy-failed | The last copy was not made: "+copies+" ") {
		t.Errorf("%s", got)
	}
	if err := os.Remove(copies); err != nil {
		t.Fatal(err)
	}
	if err := os.Rename(copies+".away", copies); err != nil {
		t.Fatal(err)
	}
	if err := s.demos.store.Copies.Make(ctx, now); err != nil {
		t.Fatal(err)
	}
	look("")
	// What belongs to the file is taken away.
	if err := os.Remove(filepath.Join(dir, store.FileName+"-wal")); err != nil {
		t.Fatal(err)
	}
	if got := standingOf(t, s); len(got) != 1 || !strings.HasPrefix(got[0], "taken | "+filepath.Join(dir, store.FileName)+" lost what belongs to it while it was open (") {
		t.Errorf("%s", got)
	}
}

// A damaged data file is found behind the answers at the start, and said on the
// screens and in the log with the newest good copy; the good copies stay.
func TestADamagedFileIsSaidAtTheStart(t *testing.T) {
	ctx, dir, now := context.Background(), t.TempDir(), harvest
	s := onDisk(t, dir, &now)
	for range 30 {
		if _, err := s.demos.store.Jobs.Create(ctx, store.Draft{Title: "Kite card", Document: `{"notes":"` + strings.Repeat("x", 2000) + `"}`}); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.copies.daily(ctx); err != nil {
		t.Fatal(err)
	}
	if err := s.demos.store.Close(); err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(dir, store.FileName)
	text, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	copy(text[len(text)-9*4096:], bytes.Repeat([]byte{7}, 8192))
	if err := os.WriteFile(file, text, 0o600); err != nil {
		t.Fatal(err)
	}
	// A newer copy that is damaged too is not the one that is offered.
	if err := os.WriteFile(filepath.Join(dir, "copies", "yellow-parcel-2026-09-24.db"), text, 0o600); err != nil {
		t.Fatal(err)
	}
	now = now.AddDate(0, 0, 3)
	var log bytes.Buffer
	before := slog.Default()
	slog.SetDefault(slog.New(slog.NewTextHandler(&log, nil)))
	t.Cleanup(func() { slog.SetDefault(before) })
	again := onDisk(t, dir, &now)
	app := &Server{s: again, behind: newBackground()}
	app.LookAfter()
	deadline := time.Now().Add(20 * time.Second)
	for !again.copies.copied.Load() && time.Now().Before(deadline) {
		time.Sleep(5 * time.Millisecond)
	}
	app.Close()
	got := standingOf(t, again)
	good := filepath.Join(dir, "copies", "yellow-parcel-2026-09-23.db")
	if len(got) != 1 || !strings.HasPrefix(got[0], "damaged | "+file+" is damaged (") || !strings.Contains(got[0], "The newest good copy is of Wed 23 Sep.") ||
		!strings.HasSuffix(got[0], " | yellow-parcel restore --data "+dir+" "+good+" | yellow-parcel mend --data "+dir+" "+filepath.Join(dir, "mended.db")) {
		t.Errorf("%s", got)
	}
	if text := log.String(); !strings.Contains(text, "the data file is not whole") || !strings.Contains(text, file+" is damaged") || !strings.Contains(text, "yellow-parcel restore --data "+dir+" "+good) {
		t.Errorf("%s", text)
	}
	if err := store.Verify(ctx, good); err != nil {
		t.Error(err)
	}
	if _, err := os.Stat(filepath.Join(dir, "copies", "yellow-parcel-2026-09-26.db")); !os.IsNotExist(err) {
		t.Errorf("a copy was made of a damaged file: %v", err)
	}
	out, err := again.copies.list(ctx, nil)
	if err != nil || !strings.HasPrefix(out.Body.Says, "The last good copy: Wed 23 Sep, ") {
		t.Errorf("%+v %v", out, err)
	}
}

// Whatever is asked of the API, what was taken away is noticed before the answer: what
// was kept is in the data file then.
func TestAnyQuestionNoticesWhatWasTakenAway(t *testing.T) {
	server, kept := serve(t, Settings{})
	var made Record
	call(t, "POST", server.URL+"/api/v1/jobs", lantern, &made)
	for _, end := range []string{"-wal", "-shm"} {
		if err := os.Remove(kept.File() + end); err != nil {
			t.Fatal(err)
		}
	}
	if status, _, text := call(t, "GET", server.URL+"/api/v1/jobs", "", nil); status != 200 || !strings.Contains(text, made.ID) {
		t.Errorf("%d %s", status, text)
	}
	text, err := os.ReadFile(kept.File())
	if err != nil || !strings.Contains(string(text), made.ID) {
		t.Errorf("the job is not in the data file: %v", err)
	}
	status, _, says := call(t, "PUT", server.URL+"/api/v1/jobs/"+made.ID+"?revision=1", lantern, nil)
	if status != 503 || !strings.Contains(says, "lost what belongs to it while it was open") {
		t.Errorf("%d %s", status, says)
	}
	if status, _, says := call(t, "GET", server.URL+"/readyz", "", nil); status != 503 || !strings.Contains(says, "lost what belongs") {
		t.Errorf("%d %s", status, says)
	}
}
