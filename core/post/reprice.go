package post

import (
	"fmt"
	"slices"
	"strings"

	"go.yaml.in/yaml/v4"

	"yellow-parcel/core/measure"
)

// Reprice changes a class's prices, and the day they take effect, in a carrier's
// file, and leaves every other letter of it as it is. Prices come in the order
// they are written: the ordinary steps, then those of each other service. A
// price that was changed is certain from then on. The error is a *CarrierError,
// its line that of the price in the file.
func Reprice(text []byte, class, effective string, prices []string) ([]byte, error) {
	if _, err := ReadCarrier(text); err != nil {
		return nil, err
	}
	var root yaml.Node
	if err := yaml.Unmarshal(text, &root); err != nil {
		return nil, carrierError(err)
	}
	table := priceTable(root.Content[0], class)
	if table == nil {
		return nil, &CarrierError{1, fmt.Sprintf("there are no prices for %q to change", measure.Shorten(class, 24))}
	}
	steps := stepsOf(table)
	if len(steps) != len(prices) {
		return nil, &CarrierError{table.Line, fmt.Sprintf("%d prices for %d steps", len(prices), len(steps))}
	}
	var edits []edit
	if at := field(table, "effective"); at != nil && at.Value != effective {
		edits = append(edits, edit{at, fmt.Sprintf("%q", effective)})
		if doubt := field(table, "check"); doubt != nil {
			edits = append(edits, edit{doubt, `""`})
		}
	}
	for i, step := range steps {
		at := field(step, "price")
		m, err := measure.ParseMoney(prices[i])
		if err != nil {
			return nil, &CarrierError{at.Line, err.Error()}
		}
		if was, _ := measure.ParseMoney(at.Value); was == m {
			continue
		}
		edits = append(edits, edit{at, fmt.Sprintf("%q", strings.TrimSpace(prices[i]))})
		if doubt := field(step, "check"); doubt != nil {
			edits = append(edits, edit{doubt, "false"})
		}
	}
	out := replaced(text, edits)
	_, err := ReadCarrier(out)
	return out, err
}

func field(n *yaml.Node, name string) *yaml.Node {
	if n == nil || n.Kind != yaml.MappingNode {
		return nil
	}
	for i := 0; i+1 < len(n.Content); i += 2 {
		if n.Content[i].Value == name {
			return n.Content[i+1]
		}
	}
	return nil
}

// priceTable is the prices of a class.
func priceTable(root *yaml.Node, class string) *yaml.Node {
	classes := field(root, "classes")
	if classes == nil {
		return nil
	}
	for _, c := range classes.Content {
		if id := field(c, "id"); id != nil && id.Value == class {
			return field(c, "prices")
		}
	}
	return nil
}

// stepsOf are all the steps of a price table that have a price, in the order they are written.
func stepsOf(table *yaml.Node) []*yaml.Node {
	var out []*yaml.Node
	add := func(list *yaml.Node) {
		if list == nil {
			return
		}
		for _, s := range list.Content {
			if field(s, "price") != nil {
				out = append(out, s)
			}
		}
	}
	add(field(table, "steps"))
	if others := field(table, "others"); others != nil {
		for _, o := range others.Content {
			add(field(o, "steps"))
		}
	}
	return out
}

// edit is a value and what is written in its place.
type edit struct {
	at *yaml.Node
	to string
}

// replaced writes edits into a text, from its end to its beginning, so that no
// place moves before it is used.
func replaced(text []byte, edits []edit) []byte {
	lines := strings.Split(string(text), "\n")
	slices.SortFunc(edits, func(a, b edit) int {
		if a.at.Line != b.at.Line {
			return b.at.Line - a.at.Line
		}
		return b.at.Column - a.at.Column
	})
	for _, e := range edits {
		line := []rune(lines[e.at.Line-1])
		start := min(e.at.Column-1, len(line))
		// A value may run over several lines; what then comes of it is read again, and refused.
		end := min(start+len([]rune(e.at.Value)), len(line))
		if start < len(line) && (line[start] == '"' || line[start] == '\'') {
			end = start + 1 + slices.Index(line[start+1:], line[start]) + 1
		}
		lines[e.at.Line-1] = string(line[:start]) + e.to + string(line[end:])
	}
	return []byte(strings.Join(lines, "\n"))
}
