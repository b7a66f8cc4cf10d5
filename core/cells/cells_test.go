package cells

import (
	"encoding/csv"
	"strings"
	"testing"
)

func TestTextsAreNoFormulas(t *testing.T) {
	for text, want := range map[string]string{
		"": "", "Dune cover": "Dune cover", "5 1/2 in": "5 1/2 in", "a=b": "a=b",
		"=1+1": "'=1+1", "+1": "'+1", "-1": "'-1", "@SUM(A1)": "'@SUM(A1)", "\tx": "'\tx", "\rx": "'\rx", "'x": "''x", "'": "''",
		`=HYPERLINK("http://gullhaven.example","x")`: `'=HYPERLINK("http://gullhaven.example","x")`,
	} {
		if got := Guard(text); got != want || Open(got) != text {
			t.Errorf("%q is written %q and read %q", text, got, Open(got))
		}
	}
}

// Whatever is written comes back, and no cell begins like a formula.
func FuzzWrite(f *testing.F) {
	f.Add("=1", "'", "a,\"b\"\n")
	f.Fuzz(func(t *testing.T, a, b, c string) {
		var out strings.Builder
		if err := Write(&out, [][]string{{a, b, c, "end"}}); err != nil {
			t.Fatal(err)
		}
		row, err := csv.NewReader(strings.NewReader(out.String())).Read()
		if err != nil || len(row) != 4 {
			t.Fatalf("%q: %v", out.String(), err)
		}
		// A CSV reader takes a line's end for a line feed.
		same := func(s string) string { return strings.ReplaceAll(s, "\r\n", "\n") }
		for i, text := range []string{a, b, c} {
			if Open(row[i]) != same(text) || row[i] != "" && strings.ContainsRune(formula, rune(row[i][0])) {
				t.Errorf("%q is %q", text, row[i])
			}
		}
	})
}
