package job

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strings"
	"testing"
)

func read(t testing.TB, text string) Job {
	t.Helper()
	j, err := Read([]byte(text))
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	return j
}

func TestDocumentsThatAreNotJobs(t *testing.T) {
	for text, want := range map[string]string{
		`{"format":`:                      "job: not readable as JSON at line 1, column 11",
		"{\n \"format\": x}":              "job: not readable as JSON at line 2, column",
		`[]`:                              "job: should be a group of fields",
		`{"format":"recipe","version":1}`: `format: "recipe" is not a job document`,
		`{"format":"yellow-parcel-job"}`:  "version: 0 is not a version this program reads",
		`{} {}`:                           "job: not readable as JSON at line 1",
		"{\"format\":\"yellow-parcel-job\",\"version\":1,\n\"card\":{\"width\":\"5\",\"width\":\"6\"}}": `job: "width" stands twice in one group, the second time at line 2`,
		strings.Repeat("[", 300_000): "job: larger than a job can be",
		`{"format":"yellow-parcel-job","version":1,"` + strings.Repeat("w", 99) + `":1}`: strings.Repeat("w", 40) + "…: not a field here",
	} {
		if _, err := Read([]byte(text)); err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%.40s: %v", text, err)
		}
	}
}

func TestJobIsWrittenAsItWasRead(t *testing.T) {
	text := `{"format":"yellow-parcel-job","version":1,"title":"Kite card","unit":"in","ruler":"1/16 in","quantity":80,` +
		`"envelope":{"width":"5 3/8","height":"7 5/8 in"},"card":{"fold":"tent","thickness":"3/16 in"},` +
		`"layers":["1/8 in",{"name":"Mat","border":"3 mm","bottom":"1/2 in","colour":"#445566"}],"inside":"1/8 in","sheet":"us-letter",` +
		`"stock":[{"sheet":"us-letter","count":40,"paper":"Dune","grain":"long","price":"0.35"},{"sheet":{"width":"12","height":"9"},"count":0}],"spoilage":"5 %","trimmer":{"longest":"12 in"},` +
		`"blank":{"cavity":{"width":"6","height":"8"},"paper":"us-12x12","style":"corner-fold"},"post":{"carriers":["us"],"address":"long"}}`
	out, err := json.Marshal(read(t, text))
	if err != nil || string(out) != text {
		t.Errorf("%v\n got %s\nwant %s", err, out, text)
	}
}

// Every problem is found at once, each at its field.
func TestAllProblemsAreTold(t *testing.T) {
	_, err := Read([]byte(`{"format":"yellow-parcel-job","version":1,"quantity":"many","card":{"turn":1,"wide":"5"},"layers":{},"stock":[{"count":1.5}],"blank":[]}`))
	want := []string{
		"card.turn: should be true or false",
		"card.wide: not a field here; known are width, height, turn, fold",
		"layers: should be a list",
		"blank: should be a group of fields",
		"quantity: should be a whole number",
		"stock[0].count: should be a whole number",
	}
	for _, w := range want {
		if err == nil || !strings.Contains("\n"+err.Error(), "\n"+w) {
			t.Errorf("not told: %s\n%v", w, err)
		}
	}
	if all, ok := err.(Problems); !ok || len(all) != len(want) {
		t.Errorf("%d problems: %v", len(all), err)
	}
}

// Every list in a job says how long it may be, and is refused beyond that.
func TestListsAreBounded(t *testing.T) {
	lists := 0
	var walk func(of reflect.Type, where string)
	seen := map[reflect.Type]bool{}
	walk = func(of reflect.Type, where string) {
		for of.Kind() == reflect.Pointer || of.Kind() == reflect.Slice {
			of = of.Elem()
		}
		if of.Kind() != reflect.Struct || seen[of] {
			return
		}
		seen[of] = true
		for i := range of.NumField() {
			f := of.Field(i)
			if f.Type.Kind() == reflect.Slice && f.IsExported() {
				lists++
				if f.Tag.Get("most") == "" {
					t.Errorf("%s.%s has no bound", of, f.Name)
				}
			}
			walk(f.Type, where+"."+f.Name)
		}
	}
	walk(reflect.TypeFor[Job](), "job")
	if lists < 6 {
		t.Errorf("only %d lists", lists)
	}
	widths := strings.TrimSuffix(strings.Repeat(`"1 in",`, 17), ",")
	if _, err := Read([]byte(`{"format":"yellow-parcel-job","version":1,"card":{"panel_widths":[` + widths + `]}}`)); err == nil || !strings.HasPrefix(err.Error(), "card.panel_widths: ") {
		t.Errorf("seventeen panels: %v", err)
	}
}

// lengthsOf are all lengths and masses of a job, by their path.
func lengthsOf(v reflect.Value, path string, out map[string]string) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			lengthsOf(v.Elem(), path, out)
		}
	case reflect.Slice:
		for i := range v.Len() {
			lengthsOf(v.Index(i), fmt.Sprint(path, "[", i, "]"), out)
		}
	case reflect.Map:
		for each := v.MapRange(); each.Next(); {
			lengthsOf(each.Value(), fmt.Sprint(path, ".", each.Key()), out)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			lengthsOf(v.Field(i), path+"."+v.Type().Field(i).Name, out)
		}
	case reflect.String:
		if v.Type() == reflect.TypeFor[Length]() || v.Type() == reflect.TypeFor[Mass]() {
			out[path] = v.String()
		}
	}
}

// filled gives every length of a type the same text, however deep it lies.
func filled(v reflect.Value, text string) {
	switch v.Kind() {
	case reflect.Pointer:
		v.Set(reflect.New(v.Type().Elem()))
		filled(v.Elem(), text)
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), 1, 1))
		filled(v.Index(0), text)
	case reflect.Struct:
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				filled(v.Field(i), text)
			}
		}
	case reflect.String:
		if v.Type() == reflect.TypeFor[Length]() || v.Type() == reflect.TypeFor[Mass]() {
			v.SetString(text)
		}
	}
}

// No length of a job is left out when it changes unit: a bare number gets the
// unit it was typed in, what has one keeps it, and the job that was given stays.
func TestSwitchReachesEveryLength(t *testing.T) {
	for _, c := range []struct{ typed, length, mass string }{
		{"1 1/2", "1 1/2 in", "1 1/2 oz"}, {"3 mm", "3 mm", "3 mm"}, {"", "", ""}, {"half", "half", "half"},
	} {
		var j Job
		filled(reflect.ValueOf(&j).Elem(), c.typed)
		j.Unit = "in"
		before, after := map[string]string{}, map[string]string{}
		lengthsOf(reflect.ValueOf(j), "", before)
		lengthsOf(reflect.ValueOf(Switch(j, "mm", nil)), "", after)
		if len(before) < 35 || len(after) != len(before) {
			t.Fatalf("%d lengths, %d after", len(before), len(after))
		}
		for path, got := range after {
			if got != c.length && got != c.mass {
				t.Errorf("%q at %s becomes %q", c.typed, path, got)
			}
		}
		still := map[string]string{}
		if lengthsOf(reflect.ValueOf(j), "", still); !reflect.DeepEqual(before, still) {
			t.Errorf("the job given was changed")
		}
	}
}
