package shelf

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/cells"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// columns of the shelf's CSV, in order. Lists may leave out all but kind, size and count.
var columns = []string{"kind", "size", "count", "paper", "colour", "weight", "grain", "caliper", "price"}

// MostRows bounds how many items one file brings.
const MostRows = 2000

// Write writes items as CSV with a heading.
func Write(w io.Writer, items []Item) error {
	rows := [][]string{columns}
	for _, i := range items {
		rows = append(rows, []string{i.Kind, i.SizeText(), strconv.Itoa(i.Count), i.Paper, i.Colour, i.Weight, i.Grain, i.Caliper, i.Price})
	}
	return cells.Write(w, rows)
}

// Read reads items from CSV; columns may come in any order. The error is a
// job.Problems whose fields name the line: "line 3, count".
func Read(text []byte, cat *catalog.Catalog) ([]Item, error) {
	in := csv.NewReader(bytes.NewReader(bytes.TrimPrefix(text, []byte("\ufeff"))))
	in.TrimLeadingSpace = true
	heading, err := in.Read()
	if err != nil {
		return nil, job.Problems{{Field: "line 1", Text: "there is no heading; it should be " + strings.Join(columns, ",")}}
	}
	at, problems := headings(heading)
	if len(problems) > 0 {
		return nil, problems
	}
	var items []Item
	for {
		row, err := in.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return nil, append(problems, job.Problem{Field: lineOf(err), Text: "not readable as CSV: " + reason(err)})
		}
		line, _ := in.FieldPos(0)
		if len(items) == MostRows {
			return nil, append(problems, job.Problem{Field: fmt.Sprintf("line %d", line), Text: fmt.Sprintf("more than %d items; bring them in parts", MostRows)})
		}
		item, wrong := itemOf(row, at, cat)
		for _, p := range wrong {
			problems = append(problems, job.Problem{Field: fmt.Sprintf("line %d, %s", line, p.Field), Text: p.Text})
		}
		items = append(items, item)
	}
	if len(problems) > 0 {
		return nil, problems
	}
	return items, nil
}

func headings(row []string) (map[string]int, job.Problems) {
	at := map[string]int{}
	var problems job.Problems
	for i, name := range row {
		name = strings.ToLower(strings.TrimSpace(name))
		known := false
		for _, c := range columns {
			known = known || c == name
		}
		if !known {
			problems = append(problems, job.Problem{Field: "line 1", Text: fmt.Sprintf("%q is not a column; known are %s", measure.Shorten(name, 40), strings.Join(columns, ", "))})
		}
		at[name] = i
	}
	for _, c := range columns[:3] {
		if _, ok := at[c]; !ok {
			problems = append(problems, job.Problem{Field: "line 1", Text: fmt.Sprintf("the column %s is missing; the heading should be %s", c, strings.Join(columns, ","))})
		}
	}
	return at, problems
}

func itemOf(row []string, at map[string]int, cat *catalog.Catalog) (Item, job.Problems) {
	get := func(name string) string {
		if i, ok := at[name]; ok {
			return strings.TrimSpace(cells.Open(strings.TrimSpace(row[i])))
		}
		return ""
	}
	item := Item{Kind: get("kind"), Size: parseSize(get("size")), Paper: get("paper"), Colour: get("colour"),
		Weight: get("weight"), Grain: get("grain"), Caliper: get("caliper"), Price: get("price")}
	count, err := strconv.Atoi(get("count"))
	item.Count = count
	problems := item.Check(cat)
	if err != nil {
		problems = append(problems, job.Problem{Field: "count", Text: fmt.Sprintf("%q is not a whole number; try 25", measure.Shorten(get("count"), 40))})
	}
	return item, problems
}

func lineOf(err error) string {
	var parse *csv.ParseError
	if errors.As(err, &parse) {
		return fmt.Sprintf("line %d", parse.Line)
	}
	return "file"
}

func reason(err error) string {
	var parse *csv.ParseError
	if errors.As(err, &parse) {
		return parse.Err.Error()
	}
	return err.Error()
}
