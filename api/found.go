package api

import (
	"encoding/json"
	"maps"
	"slices"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
)

// mostWords bounds what a job is found by, in bytes.
const mostWords = 64 << 10

// wordsOf is what a job is found by: every text in it, and the names of what it
// chose; p is its plan, nil where there is none.
func wordsOf(one job.Job, p *document.Plan) string {
	var out wordList
	// These say what kind of document it is, and are the same in all.
	one.Format, one.Unit, one.Ruler = "", "", ""
	var tree any
	if text, err := json.Marshal(one); err == nil && json.Unmarshal(text, &tree) == nil {
		out.texts(tree)
	}
	if p != nil {
		out.plan(p)
	}
	return strings.ToValidUTF8(out.String()[:min(out.Len(), mostWords)], "")
}

type wordList struct{ strings.Builder }

func (w *wordList) add(all ...string) {
	for _, text := range all {
		w.WriteString(text)
		w.WriteByte(' ')
	}
}

// texts are the texts in a document, without the names of its fields.
func (w *wordList) texts(of any) {
	switch v := of.(type) {
	case string:
		w.add(v)
	case []any:
		for _, one := range v {
			w.texts(one)
		}
	case map[string]any:
		for _, name := range slices.Sorted(maps.Keys(v)) {
			w.texts(v[name])
		}
	}
}

// plan adds what a maker calls things that a document names by identifiers, or not at all.
func (w *wordList) plan(p *document.Plan) {
	w.add(p.Card.Text)
	if p.Envelope != nil {
		w.add(p.Envelope.Name)
	}
	if p.Chosen != nil {
		w.add(p.Chosen.Name)
	}
	for _, one := range p.Post {
		w.add(one.Name)
	}
}
