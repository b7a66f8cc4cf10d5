package pages

import (
	"database/sql"
	"fmt"
	"os"
	"path/filepath"
	"testing"

	_ "modernc.org/sqlite" // the driver
)

// tides is a small data file: rows that go on on other pages, a key, pages given up.
func tides(t testing.TB) []byte {
	t.Helper()
	file := filepath.Join(t.TempDir(), "tides.db")
	db, err := sql.Open("sqlite", file)
	if err != nil {
		t.Fatal(err)
	}
	do := func(query string, args ...any) {
		t.Helper()
		if _, err := db.Exec(query, args...); err != nil {
			t.Fatal(err)
		}
	}
	do(`CREATE TABLE tides (day TEXT PRIMARY KEY, high REAL, low INTEGER, note TEXT, sign BLOB)`)
	for i := range 60 {
		do(`INSERT INTO tides VALUES (?, ?, ?, ?, ?)`, fmt.Sprintf("2026-%02d", i), float64(i)+0.25, i-300, fmt.Sprintf("%0*d", 40*i, i), []byte{1, 2})
	}
	do(`DELETE FROM tides WHERE low > -250`)
	if err := db.Close(); err != nil {
		t.Fatal(err)
	}
	text, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	return text
}

// Rows are what was written, of every kind of value; what was given up is free.
func TestRowsOfEveryKind(t *testing.T) {
	f := Read(tides(t), nil)
	all, whole := f.Tables()
	if !whole || len(all) != 1 || all[0].Name != "tides" || all[0].Keys == 0 {
		t.Fatalf("%+v %v", all, whole)
	}
	n := 0
	for _, leaf := range f.Walk(all[0].Root).Leaves {
		rows, bad := f.Rows(leaf)
		if bad != 0 {
			t.Errorf("%d of page %d are bad", bad, leaf)
		}
		for _, r := range rows {
			i := int(r.ID - 1)
			want := []any{fmt.Sprintf("2026-%02d", i), float64(i) + 0.25, int64(i - 300), fmt.Sprintf("%0*d", 40*i, i), []byte{1, 2}}
			if fmt.Sprintf("%q", r.Values) != fmt.Sprintf("%q", want) || r.Leaf != leaf {
				t.Errorf("%.200q, want %.200q", r.Values, want)
			}
			n++
		}
	}
	if n != 51 {
		t.Errorf("%d rows", n)
	}
	if keys, whole := f.Keys(all[0].Keys); !whole || len(keys) != 51 || keys[3][0] != "2026-03" {
		t.Errorf("%v %v", keys, whole)
	}
	if free := f.Free(); len(free) == 0 {
		t.Error("nothing is free")
	}
}

// Whatever the bytes are, reading comes to an end.
func FuzzPages(f *testing.F) {
	whole := tides(f)
	f.Add(whole, []byte{}, uint16(0))
	f.Add(whole[:5000], whole[:64], uint16(4200))
	f.Fuzz(func(t *testing.T, text, log []byte, at uint16) {
		if len(text) > 1<<20 {
			return
		}
		damaged := append([]byte{}, whole...)
		copy(damaged[int(at)%len(damaged):], text)
		for _, one := range [][]byte{text, damaged} {
			f := Read(one, log)
			all, _ := f.Tables()
			for _, table := range all {
				for _, n := range f.Walk(table.Root).Leaves {
					f.Rows(n)
				}
				f.Keys(table.Keys)
			}
			for n := range f.Free() {
				f.Rows(n)
			}
		}
	})
}
