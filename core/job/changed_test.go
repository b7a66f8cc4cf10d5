package job

import (
	"fmt"
	"reflect"
	"testing"
)

// A job of which only what a patch names is read anew is the one read whole, and is
// refused in the same words.
func TestChangedIsReadWhole(t *testing.T) {
	docs := []string{
		`{"format":"yellow-parcel-job","version":1,"envelope":"us-a7"}`,
		`{"format":"yellow-parcel-job","version":1,"unit":"mm","quantity":12,"card":{"width":"105","height":"148","build":[{"material":"bow","x":"3"}]},"layers":[{"border":"3","joint":"foam-1"},"2"],"blank":{"style":"box","depth":"9"},"post":{"carriers":["uk"],"address":"long"},"extras":["band"]}`,
	}
	patches := []Patch{
		{}, {"envelope": nil}, {"envelope": "us-a2"}, {"envelope": Patch{"width": "5", "height": "7"}}, {"card": Patch{"width": "4", "build": nil}}, {"card": nil},
		{"layers": []any{"1", Patch{"border": "1/4"}}}, {"layers": nil, "blank": Patch{"style": "wrap", "depth": nil}}, {"post": Patch{"carriers": []any{"us"}, "address": nil}}, {"unit": "in", "title": "Kite"},
		{"extras": []any{}}, {"version": nil}, {"quantity": "many"}, {"lanterns": 3}, {"card": "large"}, {"layers": "three"}, {"blank": Patch{"colour": "blue"}}, {"post": Patch{"carriers": "us"}}, {"format": nil},
	}
	refused := 0
	for _, text := range docs {
		j, err := Read([]byte(text))
		if err != nil {
			t.Fatal(err)
		}
		for _, p := range patches {
			doc := Merged(j.Document(), p)
			want, no := FromDocument(doc)
			got, err := Changed(j, doc, p)
			if fmt.Sprint(err) != fmt.Sprint(no) {
				t.Errorf("%v: %v, and not %v", p, err, no)
			}
			if no != nil {
				refused++
			} else if !reflect.DeepEqual(got, want) {
				t.Errorf("%v: %+v, and not %+v", p, got, want)
			}
		}
	}
	if refused < 10 {
		t.Errorf("only %d patches were refused", refused)
	}
}
