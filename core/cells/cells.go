// Package cells writes texts into tables that spreadsheets open, so that none is
// taken for a formula there, and reads them back.
package cells

import (
	"encoding/csv"
	"io"
	"strings"
)

// formula begins what a spreadsheet would work out instead of showing.
const formula = "=+-@\t\r"

// Guard puts a ' before a text that a spreadsheet would take for a formula, as
// spreadsheets themselves write one; and one before a ' that is there already.
func Guard(s string) string {
	if s != "" && strings.ContainsRune(formula+"'", rune(s[0])) {
		return "'" + s
	}
	return s
}

// Open takes away what Guard put before a text.
func Open(s string) string { return strings.TrimPrefix(s, "'") }

// Write writes rows as CSV, every cell guarded.
func Write(w io.Writer, rows [][]string) error {
	out := csv.NewWriter(w)
	for _, row := range rows {
		guarded := make([]string, len(row))
		for i, text := range row {
			guarded[i] = Guard(text)
		}
		if err := out.Write(guarded); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}
