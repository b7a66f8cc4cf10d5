package job

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"reflect"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func TestPatchesByHand(t *testing.T) {
	doc := map[string]any{"title": "Kite card", "card": map[string]any{"width": "5", "height": "7"}, "layers": []any{"1/8"}}
	for _, c := range []struct {
		patch Patch
		want  string
	}{
		{Patch{"title": "Tide table"}, `{"card":{"height":"7","width":"5"},"layers":["1/8"],"title":"Tide table"}`},
		{Set("card", "width", "6"), `{"card":{"height":"7","width":"6"},"layers":["1/8"],"title":"Kite card"}`},
		{Set("card", "width", nil), `{"card":{"height":"7"},"layers":["1/8"],"title":"Kite card"}`},
		{Set("post", "closure", "string"), `{"card":{"height":"7","width":"5"},"layers":["1/8"],"post":{"closure":"string"},"title":"Kite card"}`},
		{Patch{"layers": nil, "nothing": nil}, `{"card":{"height":"7","width":"5"},"title":"Kite card"}`},
		{Resized(card.Size{Width: 127 * measure.Millimetre, Height: 7 * measure.Inch}, measure.Inches), `{"card":{"height":"7 in","width":"5 in"},"layers":["1/8"],"title":"Kite card"}`},
	} {
		got, err := json.Marshal(Merged(doc, c.patch))
		if err != nil || string(got) != c.want {
			t.Errorf("%v\n got %s\nwant %s", c.patch, got, c.want)
		}
	}
	if doc["title"] != "Kite card" || doc["card"].(map[string]any)["width"] != "5" {
		t.Errorf("the document given was changed: %v", doc)
	}
}

// patch is any change to a few fields, some of them in groups.
func patch(rng *rand.Rand, deep int) Patch {
	out := Patch{}
	for range rng.IntN(4) {
		name := string(rune('a' + rng.IntN(4)))
		switch n := rng.IntN(4); {
		case n == 0:
			out[name] = nil
		case n == 1 && deep > 0:
			out[name] = patch(rng, deep-1)
		default:
			out[name] = fmt.Sprint(rng.IntN(9))
		}
	}
	return out
}

// One patch for two does what they do one after the other, whatever they are.
func TestTwoPatchesInOne(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 30))
	for range 5000 {
		doc, a, b := Merged(nil, patch(rng, 2)), patch(rng, 2), patch(rng, 2)
		one, after := Merged(doc, Then(a, b)), Merged(Merged(doc, a), b)
		if fmt.Sprint(one) != fmt.Sprint(after) && !clash(a, b) {
			t.Fatalf("%v with %v, then %v: %v in one, %v one by one", doc, a, b, one, after)
		}
	}
}

// clash tells whether the first patch has a plain value, or nothing, where the
// second has a group: a job's fields are the one or the other.
func clash(a, b Patch) bool {
	for k, v := range b {
		inner, group := v.(map[string]any)
		had, known := a[k]
		under, also := had.(map[string]any)
		if group && known && (!also || clash(under, inner)) {
			return true
		}
	}
	return false
}

// Choosing a style leaves no option of another behind, and the job can be read.
func TestChoosingAStyleForgetsTheOthers(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7","blank":{"style":"corner-fold","size":"9","paper":"us-12x12"}}`)
	for _, s := range blank.Styles() {
		for _, v := range s.Variants {
			one, err := FromDocument(any(Merged(j.Document(), Chosen(&s, v))))
			if err != nil {
				t.Fatalf("%s %s: %v", s.ID, v.ID, err)
			}
			if b := one.Blank; b.Style != s.ID || b.Variant != v.ID || len(b.Options) != 0 || !reflect.DeepEqual(b.Paper, j.Blank.Paper) {
				t.Errorf("%s %s: %+v", s.ID, v.ID, b)
			}
		}
	}
}
