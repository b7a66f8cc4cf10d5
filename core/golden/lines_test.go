package golden

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// node is a value of a document, its fields in the order they are written.
type node struct {
	names  []string // of the fields; nil for a list
	values []node
	text   string // of anything else
	list   bool
}

func nodeOf(t *testing.T, v any) node {
	t.Helper()
	text, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	in := json.NewDecoder(bytes.NewReader(text))
	in.UseNumber()
	return next(t, in)
}

func next(t *testing.T, in *json.Decoder) node {
	token, err := in.Token()
	if err != nil {
		t.Fatal(err)
	}
	var out node
	switch x := token.(type) {
	case json.Delim:
		out.list = x == '['
		for in.More() {
			if !out.list {
				name, err := in.Token()
				if err != nil {
					t.Fatal(err)
				}
				out.names = append(out.names, fmt.Sprint(name))
			}
			out.values = append(out.values, next(t, in))
		}
		if _, err := in.Token(); err != nil {
			t.Fatal(err)
		}
	case json.Number:
		v, err := x.Float64()
		if err != nil {
			t.Fatal(err)
		}
		out.text = strconv.FormatFloat(math.Round(v*1000)/1000, 'f', -1, 64)
	case nil:
	default:
		out.text = fmt.Sprint(x)
	}
	return out
}

func (n node) field(name string) (node, bool) {
	i := slices.Index(n.names, name)
	if i < 0 {
		return node{}, false
	}
	return n.values[i], true
}

// without leaves fields out, wherever they are.
func (n node) without(names ...string) node {
	out := node{text: n.text, list: n.list}
	for i, v := range n.values {
		if !n.list {
			if slices.Contains(names, n.names[i]) {
				continue
			}
			out.names = append(out.names, n.names[i])
		}
		out.values = append(out.values, v.without(names...))
	}
	return out
}

func (n node) empty() bool { return len(n.values) == 0 && (n.text == "" || n.text == "false") }

// figure is a length as a maker reads it, and in millimetres: "5 1/2 in = 139.7".
func (n node) figure() (node, bool) {
	text, is := n.field("text")
	mm, both := n.field("mm")
	if !is || !both {
		return n, false
	}
	text.text += " = " + mm.text
	if mark, off := n.field("mark"); off {
		text.text += " ~ " + mark.text
	}
	rest := n.without("text", "in", "mm", "mark", "alt")
	if len(rest.values) == 0 {
		return text, true
	}
	if key, is := rest.field("key"); is && len(rest.values) == 1 {
		return node{text: key.text + " " + text.text}, true
	}
	return node{names: append(rest.names, "is"), values: append(rest.values, text)}, true
}

// short is a value on one line; long ones have none.
func (n node) short() string {
	n, _ = n.figure()
	if len(n.values) == 0 {
		return n.text
	}
	var all []string
	for i, v := range n.values {
		switch s := v.short(); {
		case v.empty() && !n.list:
		case n.list:
			all = append(all, s)
		default:
			all = append(all, n.names[i]+" "+s)
		}
	}
	if n.list {
		return "[" + strings.Join(all, ", ") + "]"
	}
	return "{" + strings.Join(all, ", ") + "}"
}

// mostOnALine is how long a line may be that holds several figures.
const mostOnALine = 240

// lines writes a value under a name, what is in it further in; nothing for nothing.
func (n node) lines(b *strings.Builder, in int, name string) {
	n, _ = n.figure()
	if n.empty() {
		return
	}
	pad := strings.Repeat(" ", in)
	if s := n.short(); len(n.values) == 0 || len(s) <= mostOnALine {
		fmt.Fprintf(b, "%s%s %s\n", pad, name, s)
		return
	}
	fmt.Fprintf(b, "%s%s\n", pad, name)
	for i, v := range n.values {
		if n.list {
			v.lines(b, in+1, "-")
			continue
		}
		v.lines(b, in+1, n.names[i])
	}
}

func lines(t *testing.T, v any, without ...string) string {
	var b strings.Builder
	n := nodeOf(t, v).without(without...)
	for i, v := range n.values {
		if n.list {
			v.lines(&b, 0, "-")
		} else {
			v.lines(&b, 0, n.names[i])
		}
	}
	return b.String()
}
