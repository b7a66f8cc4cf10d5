package making

import (
	"fmt"
	"reflect"
	"strings"

	"yellow-parcel/core/job"
	"yellow-parcel/core/words"
)

// parts are what a maker calls the parts of a job, with the fields they are in. Its
// tools are in a making's jobs, and need not be in the jobs themselves.
var parts = []struct {
	name   string
	fields []string
	tools  bool
}{
	{name: "card", fields: []string{"card", "layers", "stamp"}},
	{name: "envelope", fields: []string{"envelope", "blank", "inside"}},
	{name: "paper", fields: []string{"sheet", "stock", "spoilage", "cuts"}},
	{name: "post", fields: []string{"post", "home", "currency"}},
	{name: "day", fields: []string{"due", "by"}},
	{name: "extras", fields: []string{"extras"}},
	{name: "title", fields: []string{"title"}},
	{name: "notes", fields: []string{"notes"}},
	{name: "unit", fields: []string{"unit", "ruler", "ruler_before"}},
	{name: "tools", fields: []string{"trimmer", "minute", "board", "hand", "mat", "sittings", "materials", "stamps"}, tools: true},
}

// Since says what of a job is otherwise by now than it was when it was begun; nothing
// where nothing is.
func Since(was, now job.Job) string {
	var out []string
	if n := max(now.Quantity, 1); n != max(was.Quantity, 1) {
		out = append(out, fmt.Sprintf("%d %s by now, not %d", n, words.Plural(n, "card"), max(was.Quantity, 1)))
	}
	before, after := was.Document(), now.Document()
	var changed []string
	for _, p := range parts {
		for _, field := range p.fields {
			if p.tools && after[field] == nil {
				continue // the maker's own are in the making
			}
			if !reflect.DeepEqual(before[field], after[field]) {
				changed = append(changed, p.name)
				break
			}
		}
	}
	if len(changed) > 0 {
		out = append(out, "changed since: "+strings.Join(changed, ", "))
	}
	return words.Capital(strings.Join(out, "; "))
}
