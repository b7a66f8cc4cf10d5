package draw

import (
	"bytes"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
)

// A paper named like a formula is a text in the cut list.
func TestCutListsHoldNoFormulas(t *testing.T) {
	one, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,"quantity":4,"envelope":"us-a7","card":{"paper":"=1+1"},"stock":[{"sheet":"us-letter","count":9,"paper":"=1+1"}]}`))
	if err != nil {
		t.Fatal(err)
	}
	all, err := pipeline.WorkOut(one, catalog.Standard(), pipeline.Order{Whole: true})
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if err := cutListCSV(&out, all); err != nil {
		t.Fatal(err)
	}
	if text := out.String(); !strings.Contains(text, ",'=1+1,") || strings.Contains(text, ",=") {
		t.Errorf("%s", text)
	}
}
