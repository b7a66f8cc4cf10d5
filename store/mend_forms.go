package store

import (
	"encoding/json"
	"regexp"
	"slices"
	"strings"
	"unicode/utf8"

	"yellow-parcel/store/pages"
)

// column is a column of a table, and what belongs into it.
type column struct {
	Name string `db:"name"`
	Type string `db:"type"`
	Must bool   `db:"notnull"` // and nothing stands for it where it is missing
	Key  int    `db:"pk"`      // its place in the table's key, from 1; 0 where it is not in it
}

var (
	dayText    = regexp.MustCompile(`^[0-9]{4}-[0-9]{2}-[0-9]{2}$`)
	stampText  = regexp.MustCompile(`^[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9:.]+Z$`)
	markText   = regexp.MustCompile(`^[0-9a-f]{64}$`)
	packedText = regexp.MustCompile(`^[A-Za-z0-9+/]+={0,2}$`)
	jsonText   = func(text string) bool { return json.Valid([]byte(text)) }
)

// written are the columns whose texts have a form, by table and name: by it rows
// that nothing leads to are told apart, and torn ones from whole ones.
var written = map[string]func(string) bool{
	"jobs.document": jsonText, "jobs.created": stamped, "jobs.updated": stamped, "jobs.shown": orJSON,
	"shelf.document": jsonText, "settings.document": jsonText, "uses.made": stampText.MatchString, "shelf_lines.at": stampText.MatchString, "stamp_lines.at": stampText.MatchString,
	"carriers.updated": stampText.MatchString, "gangs.document": jsonText, "gangs.created": stampText.MatchString,
	"makings.source": jsonText, "makings.shown": orJSON, "making_plans.plan": jsonText, "making_plans.drawings": jsonText,
	"created.kind":       func(text string) bool { return slices.Contains(creations, Creation(text)) },
	"sessions.mark":      markText.MatchString,
	"answered.mark":      markText.MatchString,
	"sought.mark":        markText.MatchString,
	"sought.plan":        packedText.MatchString,
	"making_jobs.due":    func(text string) bool { return text == "" || dayText.MatchString(text) },
	"floors.of":          func(text string) bool { return text == "all" },
	"making_events.body": jsonText, "log.date": dayText.MatchString, "log.document": jsonText,
}

// stamped tells a moment; what came out of an archive may have none.
func stamped(text string) bool { return text == "" || stampText.MatchString(text) }

func orJSON(text string) bool { return text == "" || jsonText(text) }

// fits tells whether a row can be one of the table: as many values as it has
// columns, each of its column's type and form. Rows of before a column was added have fewer.
func (m *mender) fits(r pages.Row) bool {
	if len(r.Values) == 0 || len(r.Values) > len(m.columns) {
		return false
	}
	for i, c := range m.columns {
		if i >= len(r.Values) {
			if c.Must {
				return false
			}
			continue
		}
		switch v := r.Values[i].(type) {
		case nil:
			if c.Must && c.Key == 0 { // a key that is the row's number is not written again
				return false
			}
		case int64:
			if c.Type != "INTEGER" {
				return false
			}
		case string:
			if c.Type != "TEXT" || !utf8.ValidString(v) || strings.ContainsRune(v, 0) {
				return false
			}
			if form := written[m.of.Name+"."+c.Name]; form != nil && !form(v) {
				return false
			}
		default:
			return false
		}
	}
	return true
}
