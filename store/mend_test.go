package store

import (
	"context"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"reflect"
	"strconv"
	"strings"
	"testing"

	"github.com/jmoiron/sqlx"

	"yellow-parcel/store/pages"
)

// asked is how often something is tried: so often, or as often as is asked for.
func asked(name string, n int) int {
	if long, err := strconv.Atoi(os.Getenv(name)); err == nil {
		return long
	}
	return n
}

// workshop is a data folder with something in every table, in pages enough for
// trees of several levels.
func workshop(t *testing.T) string {
	t.Helper()
	dir, ctx := t.TempDir(), context.Background()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	must := func(err error) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
	}
	r := rand.New(rand.NewPCG(8, 8))
	text := func(most int) string { return fmt.Sprintf(`{"notes":"%0*d"}`, 1+r.IntN(most), r.IntN(1000)) }
	item, err := s.Shelf.Put(ctx, ShelfItem{Kind: "sheet", Size: "us-letter", Document: text(9), Count: 5000})
	must(err)
	for i := range 160 {
		j, err := s.Jobs.Create(ctx, Draft{Title: fmt.Sprint("Kite card ", i), Document: text([]int{60, 1500, 9000}[i%3]), Shown: "{}", Edit: fmt.Sprint("e", i)})
		must(err)
		must(s.Shelf.Bring(ctx, []ShelfItem{{Kind: "sheet", Size: "us-12x12", Document: text(900), Count: i}}, ""))
		_, err = s.Log.Put(ctx, LogEntry{Date: fmt.Sprintf("2026-01-%02d", 1+i%28), Document: text(1200)})
		must(err)
		if i%4 == 0 {
			_, err = s.Shelf.Take(ctx, Taking{Job: j.ID, Title: j.Title, State: []string{"reserved", "used"}[i/4%2]}, []UseLine{{Item: item.ID, Count: 1 + i%3}}, nil, "")
			must(err)
			_, err = s.Gangs.Create(ctx, j.Title, text(4000), "")
			must(err)
			m, err := s.Makings.Create(ctx, Making{Title: j.Title, Source: text(3000), Of: j.ID, Shown: "{}"}, MakingPlan{1, text(9000), text(6000)})
			must(err)
			for n := range 30 {
				must(s.Makings.Append(ctx, m.ID, Append{Events: []MakingEvent{{Client: "phone", Seq: n + 1, Body: text(300)}}, Shown: "{}"}))
			}
		}
	}
	_, err = s.Carriers.Save(ctx, "island", 0, "id: island\nname: Island post\n")
	must(err)
	_, err = s.Settings.Save(ctx, 0, `{"unit":"mm"}`)
	must(err)
	must(s.Close())
	return dir
}

// rowsOf are the rows of a data file as SQLite has them, by table and number.
func rowsOf(t *testing.T, file string) map[string]map[int64][]any {
	t.Helper()
	db, err := connect(file, nil)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	out := map[string]map[int64][]any{}
	for _, table := range tablesOf(t, db) {
		out[table] = map[int64][]any{}
		rows, err := db.Queryx(`SELECT rowid, * FROM "` + table + `"`)
		if err != nil {
			t.Fatal(err)
		}
		for rows.Next() {
			all, err := rows.SliceScan()
			if err != nil {
				t.Fatal(err)
			}
			out[table][all[0].(int64)] = all[1:]
		}
		if rows.Err() != nil {
			t.Fatal(rows.Err())
		}
	}
	return out
}

func tablesOf(t *testing.T, db *sqlx.DB) (out []string) {
	t.Helper()
	if err := db.Select(&out, `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'job_words%' AND name NOT LIKE 'sqlite%' AND name NOT LIKE 'goose%'`); err != nil || len(out) < 11 {
		t.Fatalf("%v %v", out, err)
	}
	return out
}

// The pages of a data file have the rows that SQLite reads from it.
func TestPagesHaveTheRowsThatSQLiteReads(t *testing.T) {
	file := filepath.Join(workshop(t), FileName)
	text, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	f := pages.Read(text, nil)
	all, whole := f.Tables()
	if !whole {
		t.Error("the list of tables is not whole")
	}
	want := rowsOf(t, file)
	for _, table := range all {
		rows, ok := want[table.Name]
		if !ok {
			continue
		}
		w, n := f.Walk(table.Root), 0
		for _, leaf := range w.Leaves {
			got, bad := f.Rows(leaf)
			if bad != 0 {
				t.Errorf("%s: %d of page %d cannot be read", table.Name, bad, leaf)
			}
			for _, r := range got {
				n++
				was := rows[r.ID]
				for i, v := range r.Values {
					if v == nil && was[i] == r.ID { // the key that is the row's number is not written again
						continue
					}
					if !reflect.DeepEqual(v, was[i]) {
						t.Fatalf("%s %d: %v, want %v", table.Name, r.ID, v, was[i])
					}
				}
			}
		}
		if n != len(rows) || len(w.Bad) > 0 {
			t.Errorf("%s: %d rows of %d, %v", table.Name, n, len(rows), w.Bad)
		}
		if keys, whole := f.Keys(table.Keys); table.Keys > 0 && (!whole || len(keys) != len(rows)) {
			t.Errorf("%s: its key has %d entries for %d rows", table.Name, len(keys), len(rows))
		}
	}
}

// spoil damages a page in one of the ways in which that happens.
func spoil(page []byte, r *rand.Rand) string {
	switch r.IntN(5) {
	case 0:
		clear(page)
		return "blank"
	case 1:
		for i := range page {
			page[i] = byte(r.Uint32())
		}
		return "noise"
	case 2:
		for i := range page[:512] {
			page[i] = byte(r.Uint32())
		}
		return "its first sector noise"
	case 3:
		at := 512 * r.IntN(len(page)/512)
		clear(page[at : at+512])
		return "a sector blank"
	}
	for range 1 + r.IntN(20) {
		page[r.IntN(len(page))] ^= 1 << r.IntN(8)
	}
	return "some bits turned"
}

// Whatever page of a data file is damaged, every row that does not lie on it comes
// through, as it was and once.
func TestMendingLosesNoRowThatCanBeRead(t *testing.T) {
	file := filepath.Join(workshop(t), FileName)
	text, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	want, on := rowsOf(t, file), map[string]map[int64][]int{}
	f := pages.Read(text, nil)
	all, _ := f.Tables()
	for _, table := range all {
		on[table.Name] = map[int64][]int{}
		for _, leaf := range f.Walk(table.Root).Leaves {
			rows, _ := f.Rows(leaf)
			for _, r := range rows {
				on[table.Name][r.ID] = append([]int{r.Leaf}, r.Pages...)
			}
		}
	}
	r, times := rand.New(rand.NewPCG(4, 2)), asked("YELLOW_PARCEL_MEND", 25)
	came, gone := 0, 0
	for i := range times {
		n := 1 + r.IntN(f.Count())
		if i < 2 {
			n = 1 + i*(f.Count()-1)
		}
		bad := append([]byte{}, text...)
		how := spoil(bad[(n-1)*4096:n*4096], r)
		dir := t.TempDir()
		if err := os.WriteFile(filepath.Join(dir, FileName), bad, 0o600); err != nil {
			t.Fatal(err)
		}
		mended := filepath.Join(dir, "mended.db")
		report, err := Mend(context.Background(), dir, mended)
		if err != nil {
			t.Fatalf("page %d, %s: %v", n, how, err)
		}
		got, lost := rowsOf(t, mended), 0
		for table, rows := range want {
			for id, row := range rows {
				touched := false
				for _, p := range on[table][id] {
					touched = touched || p == n
				}
				there, ok := got[table][id]
				switch {
				case ok && (touched || alikeBut(table, row, there)):
					came++
				case touched:
					lost++
				case renumbered(table, row, got[table]): // a torn row has its number
					came++
				default:
					t.Errorf("page %d, %s: row %d of %s is lost", n, how, id, table)
				}
			}
			if len(got[table]) > len(rows) {
				t.Errorf("page %d, %s: %d rows of %s for %d", n, how, len(got[table]), table, len(rows))
			}
		}
		if gone += lost; lost > 0 && report.Whole() {
			t.Errorf("page %d, %s: %d rows are gone and nothing is said", n, how, lost)
		}
		if t.Failed() {
			return
		}
		if after, err := os.ReadFile(filepath.Join(dir, FileName)); err != nil || string(after) != string(bad) {
			t.Error("the damaged file was changed")
		}
		if err := os.RemoveAll(dir); err != nil {
			t.Fatal(err)
		}
	}
	t.Logf("%d pages of %d damaged, one each time: %d rows came through, %d lay on them and are lost", times, f.Count(), came, gone)
}

// alikeBut tells whether a row is as it was, but for what lists show of a job, which is worked out anew.
func alikeBut(table string, was, now []any) bool {
	if table == "jobs" {
		was, now = append([]any{}, was...), append([]any{}, now...)
		was[8], now[8], was[9], now[9] = nil, nil, nil, nil
	}
	return reflect.DeepEqual(was, now)
}

// renumbered tells whether a row is there under another number.
func renumbered(table string, row []any, all map[int64][]any) bool {
	for _, other := range all {
		if alikeBut(table, row, other) {
			return true
		}
	}
	return false
}

// What a server that was killed had yet to take over is in the mended file too, and
// the mended file takes the damaged one's place.
func TestMendingReadsWhatWasNotTakenOver(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	for i := range 40 {
		if _, err := s.Jobs.Create(ctx, Draft{Title: fmt.Sprint("Ferry ticket ", i), Document: `{"notes":"` + strings.Repeat("x", 3000) + `"}`}); err != nil {
			t.Fatal(err)
		}
	}
	killed := t.TempDir()
	for _, end := range []string{"", "-wal"} {
		text, err := os.ReadFile(filepath.Join(dir, FileName+end))
		if err == nil && end == "" {
			clear(text[2*4096 : 3*4096])
		}
		if err == nil {
			err = os.WriteFile(filepath.Join(killed, FileName+end), text, 0o600)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if _, err := Mend(ctx, dir, filepath.Join(killed, "open.db")); err == nil || !strings.Contains(err.Error(), "is open in another Yellow Parcel") {
		t.Errorf("beside a server: %v", err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	mended := filepath.Join(killed, "mended.db")
	report, err := Mend(ctx, killed, mended)
	if err != nil {
		t.Fatal(err)
	}
	if jobs := report.Tables[0]; jobs.Name != "jobs" || jobs.Rows != 40 || jobs.Lost != 0 {
		t.Errorf("%+v", jobs)
	}
	if _, err := Mend(ctx, killed, mended); err == nil || err.Error() != mended+" is there already; give another name" {
		t.Errorf("%v", err)
	}
	if _, err := Restore(ctx, killed, mended); err != nil {
		t.Fatal(err)
	}
	again, err := Open(killed)
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	if page, err := again.Jobs.List(ctx, "ferry", 0, 99); err != nil || len(page.Jobs) != 40 {
		t.Errorf("%d jobs are found, %v", len(page.Jobs), err)
	}
}
