package job

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
)

func decode(text []byte) (any, error) { return decodeWithin(text, MaxSize, "job") }

func decodeWithin(text []byte, most int, name string) (any, error) {
	if len(text) > most {
		return nil, fmt.Errorf("larger than a %s can be (%d kB)", name, most>>10)
	}
	in := json.NewDecoder(bytes.NewReader(text))
	in.UseNumber()
	var root any
	err := in.Decode(&root)
	if err == nil {
		if _, err = in.Token(); errors.Is(err, io.EOF) {
			return root, repeated(text)
		}
		err = errors.New("there is more after the end of the document")
	}
	line, column := place(text, in.InputOffset(), err)
	return nil, fmt.Errorf(`not readable as JSON at line %d, column %d (%s); try {"format": "yellow-parcel-job", "version": 1, "envelope": "us-a7"}`,
		line, column, strings.TrimPrefix(err.Error(), "json: "))
}

// repeated refuses a document in which a key stands twice in one group: only one
// of the two would count, and nobody could tell which. The document is valid JSON.
func repeated(text []byte) error {
	in := json.NewDecoder(bytes.NewReader(text))
	in.UseNumber()
	type group struct {
		keys map[string]bool // nil in a list
		key  bool            // a key comes next
	}
	var open []group
	for {
		token, err := in.Token()
		if err != nil {
			return nil // the end
		}
		last := len(open) - 1
		if delim, ok := token.(json.Delim); ok {
			switch delim {
			case '{', '[':
				if last >= 0 {
					open[last].key = open[last].keys != nil
				}
				one := group{}
				if delim == '{' {
					one = group{map[string]bool{}, true}
				}
				open = append(open, one)
			default:
				open = open[:last]
			}
			continue
		}
		if last < 0 || open[last].keys == nil {
			continue
		}
		if name, ok := token.(string); ok && open[last].key {
			if open[last].keys[name] {
				line, column := place(text, in.InputOffset(), nil)
				return fmt.Errorf("%q stands twice in one group, the second time at line %d, column %d; leave one of them out", Quoted(name), line, column)
			}
			open[last].keys[name] = true
		}
		open[last].key = !open[last].key
	}
}

func place(text []byte, offset int64, err error) (line, column int) {
	var syntax *json.SyntaxError
	switch {
	case errors.As(err, &syntax):
		offset = syntax.Offset
	case errors.Is(err, io.ErrUnexpectedEOF), errors.Is(err, io.EOF):
		offset = int64(len(text))
	}
	before := text[:min(int(offset), len(text))]
	return 1 + bytes.Count(before, []byte("\n")), len(before) - bytes.LastIndexByte(before, '\n')
}
