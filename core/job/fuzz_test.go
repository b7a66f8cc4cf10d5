package job

import (
	"encoding/json"
	"reflect"
	"testing"

	"yellow-parcel/core/measure"
)

// Whatever tools a maker keeps, a job takes them with their units and stays as it was.
func FuzzTools(f *testing.F) {
	f.Add(`{"unit":"mm","trimmer":{"longest":"310"},"board":{"groove":"5","jig":"9.5 mm"},"mat":"3"}`, `{"format":"yellow-parcel-job","version":1}`)
	f.Add(`{"board":{"jig":"3/8"},"materials":[{"id":"felt","name":"Felt","kind":"trim","thickness":"2","weight":"1 g"}]}`, `{"format":"yellow-parcel-job","version":1,"board":{}}`)
	f.Fuzz(func(t *testing.T, tools, text string) {
		var own Tools
		j, err := Read([]byte(text))
		if err != nil || json.Unmarshal([]byte(tools), &own) != nil {
			return
		}
		before, err := json.Marshal(j)
		if err != nil {
			t.Fatal(err)
		}
		with := j.With(own)
		if after, err := json.Marshal(j); err != nil || string(after) != string(before) {
			t.Errorf("the job itself became %s", after)
		}
		if !reflect.DeepEqual(with.With(own), with) {
			t.Errorf("%s: taken twice the tools are others", tools)
		}
		if j.Board != nil && !reflect.DeepEqual(with.Board, j.Board) || j.Trimmer != nil && !reflect.DeepEqual(with.Trimmer, j.Trimmer) {
			t.Errorf("%s: the job's own tools were changed", text)
		}
	})
}

// A job that has changed its unit is read again; there and back its ruler is the same, and doing that once more adds nothing.
func FuzzSwitch(f *testing.F) {
	f.Add([]byte(`{"format":"yellow-parcel-job","version":1,"card":{"width":"5 1/2","height":"140 mm","thickness":".125","weight":"1.2"},"layers":["1/8",{"border":"3 mm"}]}`), true)
	f.Add([]byte(`{"format":"yellow-parcel-job","version":1,"unit":"mm","envelope":{"width":"110","height":"220"},"blank":{"style":"corner-fold","size":"½"}}`), false)
	f.Fuzz(func(t *testing.T, text []byte, inches bool) {
		j, err := Read(text)
		if err != nil {
			return
		}
		to, back := measure.Millimetres, measure.Inches
		if inches {
			to, back = back, to
		}
		there := Switch(j, to, nil)
		written, err := json.Marshal(there)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := Read(written); err != nil {
			t.Errorf("%s becomes %s, which is refused: %v", text, written, err)
		}
		ruler := func(j Job) measure.Ruler {
			if r, err := measure.ParseRulerIn(j.Ruler, to); j.Ruler != "" && err == nil {
				return r
			}
			return measure.DefaultRuler(to)
		}
		once := Switch(Switch(there, back, nil), to, nil)
		again := Switch(Switch(once, back, nil), to, nil)
		if !reflect.DeepEqual(again, once) || ruler(once) != ruler(there) {
			t.Errorf("%s: there and back again it is another", text)
		}
	})
}
