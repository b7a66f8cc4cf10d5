package main

import (
	"encoding/json"
	"os"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/api"
	"yellow-parcel/core/making"
	"yellow-parcel/core/post"
)

// holds tells whether all that an example shows stands in the real document.
func holds(example, real any) bool {
	switch e := example.(type) {
	case map[string]any:
		r, ok := real.(map[string]any)
		for k, v := range e {
			ok = ok && holds(v, r[k])
		}
		return ok
	case []any:
		r, ok := real.([]any)
		for i, v := range e {
			ok = ok && i < len(r) && holds(v, r[i])
		}
		return ok
	}
	return reflect.DeepEqual(example, real)
}

func TestTheExamplesInTheDocumentsRun(t *testing.T) {
	text, err := os.ReadFile("../../docs/formats.md")
	if err != nil {
		t.Fatal(err)
	}
	var last, how string
	plans := 0
	named := func(text, format string) bool { return strings.Contains(text, `"`+format+`"`) }
	for _, block := range regexp.MustCompile("(?s)```json\n(.*?)```").FindAllStringSubmatch(string(text), -1) {
		switch {
		case named(block[1], "phase"):
			aStep(t, last, block[1])
			continue
		case named(block[1], "events"):
			in := json.NewDecoder(strings.NewReader(block[1]))
			in.DisallowUnknownFields()
			var told api.Told
			if err := in.Decode(&told); err != nil || !slices.Contains(making.Kinds(), told.Events[0].Kind) {
				t.Errorf("%s %v", block[1], err)
			}
			continue
		}
		if !named(block[1], "yellow-parcel-plan") && !named(block[1], "yellow-parcel-gang-plan") {
			last, how = block[1], "plan"
			if named(last, "yellow-parcel-gang") {
				how = "gang"
			}
			if code, _, problems := command(t, last, how, "-"); code != 0 {
				t.Errorf("%s\n%s", problems, last)
			}
			continue
		}
		plans++
		_, out, _ := command(t, last, how, "-")
		var example, real any
		if json.Unmarshal([]byte(block[1]), &example) != nil || json.Unmarshal([]byte(out), &real) != nil || !holds(example, real) {
			t.Errorf("the plan of\n%sdoes not hold\n%s", last, block[1])
		}
	}
	if plans != 2 {
		t.Errorf("%d plans in the document", plans)
	}
}

// aStep finds the step of an example among those of a job.
func aStep(t *testing.T, job, example string) {
	t.Helper()
	var steps struct{ Steps []any }
	var one map[string]any
	code, out, problems := command(t, job, "steps", "-")
	if code != 0 || json.Unmarshal([]byte(out), &steps) != nil || json.Unmarshal([]byte(example), &one) != nil {
		t.Fatalf("%s %s", problems, example)
	}
	if !slices.ContainsFunc(steps.Steps, func(s any) bool { return holds(one, s) }) {
		t.Errorf("no step of\n%sis\n%s", job, example)
	}
	if _, again, _ := command(t, job, "steps", "-"); again != out {
		t.Error("the same job prints other steps")
	}
}

func TestTheExampleCarrierIsRead(t *testing.T) {
	text, err := os.ReadFile("../../docs/formats.md")
	if err != nil {
		t.Fatal(err)
	}
	example := regexp.MustCompile("(?s)```yaml\n(.*?)```").FindSubmatch(text)
	if example == nil {
		t.Fatal("there is no example of a carrier")
	}
	c, err := post.ReadCarrier(example[1])
	if err != nil {
		t.Fatal(err)
	}
	// The example shows every field there is, so that nobody has to guess one.
	empty := func(v reflect.Value) (out []string) {
		for i := range v.NumField() {
			if v.Field(i).IsZero() {
				out = append(out, v.Type().Field(i).Name)
			}
		}
		return out
	}
	letter := c.Classes[0]
	for what, v := range map[string]any{"a class": letter, "its limits": letter.Limits, "its surcharge": *letter.Surcharge, "its prices": *letter.Prices, "another service": letter.Prices.Others[1]} {
		for _, field := range empty(reflect.ValueOf(v)) {
			if field != "Lies" && field != "Check" {
				t.Errorf("the example shows no %s of %s", field, what)
			}
		}
	}
}
