// Package printed reads the pages of a PDF file back as they are drawn, for tests and
// records: its fonts, and the day it was made, are not the same twice.
package printed

import (
	"bytes"
	"compress/zlib"
	"io"
)

// Pages are the drawn streams of a PDF file, in order. The error is that of a stream
// of which nothing can be read.
func Pages(file []byte) ([]string, error) {
	var out []string
	for _, part := range bytes.Split(file, []byte("stream\n"))[1:] {
		z, err := zlib.NewReader(bytes.NewReader(part))
		if err != nil {
			continue // what follows the end of a stream is none
		}
		text, err := io.ReadAll(z)
		if err != nil && len(text) == 0 {
			return nil, err
		}
		if bytes.HasPrefix(text, []byte("0 J\n")) { // the others are fonts
			out = append(out, string(text))
		}
	}
	return out, nil
}
