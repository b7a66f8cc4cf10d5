package work

import (
	"reflect"
	"slices"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/sought"
	"yellow-parcel/core/trim"
)

// nudge changes the first value it finds in v, whatever its kind, and tells whether there was one.
func nudge(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Int, reflect.Int64:
		v.SetInt(v.Int() + 1)
	case reflect.Float64:
		v.SetFloat(v.Float() + 0.25)
	case reflect.String:
		v.SetString(v.String() + "x")
	case reflect.Bool:
		v.SetBool(!v.Bool())
	case reflect.Slice:
		v.Set(reflect.Append(v, reflect.Zero(v.Type().Elem())))
	case reflect.Map:
		if v.IsNil() {
			v.Set(reflect.MakeMap(v.Type()))
		}
		v.SetMapIndex(reflect.ValueOf("x").Convert(v.Type().Key()), reflect.Zero(v.Type().Elem()))
	default:
		return false
	}
	return true
}

// eachField calls f with every single value within v in turn, named by its path.
func eachField(v reflect.Value, path string, f func(path string, v reflect.Value)) {
	if v.Kind() != reflect.Struct {
		f(path, v)
		return
	}
	for i := range v.NumField() {
		eachField(v.Field(i), path+"."+v.Type().Field(i).Name, f)
	}
}

// What a blank is asked for by is remembered whole: a request that differs in
// anything at all is another request.
func TestEveryWishIsPartOfTheKey(t *testing.T) {
	c := Candidate{Style: &blank.Style{ID: "a"}, Variant: blank.Variant{ID: "b"}}
	plain := keyOf(c, blank.Request{})
	n := 0
	probe := blank.Request{}
	eachField(reflect.ValueOf(&probe).Elem(), "Request", func(path string, _ reflect.Value) { n++ })
	for i := range n {
		q, at := blank.Request{}, 0
		eachField(reflect.ValueOf(&q).Elem(), "Request", func(path string, v reflect.Value) {
			if at++; at-1 != i {
				return
			}
			if !nudge(v) {
				t.Fatalf("%s is of a kind this test cannot change", path)
			}
			if keyOf(c, q) == plain {
				t.Errorf("%s is no part of the key", path)
			}
		})
	}
	if n < 15 {
		t.Fatalf("only %d fields were changed", n)
	}
}

// No text a maker types can pass for two others, nor move from one name to another.
func TestKeysCannotBeForged(t *testing.T) {
	words := func(pairs ...string) blank.Options {
		o := blank.Options{Words: map[string]string{}}
		for i := 0; i < len(pairs); i += 2 {
			o.Words[pairs[i]] = pairs[i+1]
		}
		return o
	}
	seen := map[string]blank.Options{}
	for _, o := range []blank.Options{
		words(), words("a", "b"), words("ab", ""), words("", "ab"), words("a", "b", "c", "d"), words("a", "b\x02c\x02d"), words("a", "b:c:d"),
		{Lengths: map[string]measure.Length{"a": 98}}, {Sizes: map[string]card.Size{"a": {Width: 98}}}, {Lengths: map[string]measure.Length{"a": 1, "b": 2}},
	} {
		key := optionsKey(o)
		if other, ok := seen[key]; ok {
			t.Errorf("%v and %v have one key", o, other)
		}
		seen[key] = o
	}
}

func TestWhatWasMadeIsMadeOnce(t *testing.T) {
	style, _ := blank.StyleByID("straight-fold")
	c := Candidate{Style: style, Variant: style.Variant("", blank.Options{})}
	q := blank.Request{
		Card: card.Size{Width: 5 * measure.Inch, Height: 7 * measure.Inch}, Ease: measure.Inch / 4, Seam: measure.Inch / 2,
		Ruler: measure.DefaultRuler(measure.Inches), Paper: blank.EnvelopePaper, Board: blank.CoverStock,
	}
	m := NewMemory()
	first := m.blank(c, q)
	if m.blank(c, q) != first {
		t.Error("the same blank was made again")
	}
	other := q
	other.Card.Width += measure.Inch
	if wider := m.blank(c, other); wider == first || wider.made.Inside.Area() <= first.made.Inside.Area() {
		t.Error("a wider card got the blank of the first")
	}
	var none *Memory
	if one, two := none.blank(c, q), none.blank(c, q); one == two {
		t.Error("no memory remembered something")
	}
}

// keeper keeps plans in a map.
type keeper map[string]string

func (k keeper) Sought(mark string) string { return k[mark] }
func (k keeper) Keep(mark, plan string)    { k[mark] = plan }

// What was looked for at length is the answer in another memory with the same keeper, plan by plan; what does not read, or is of
// something else, is looked for anew.
func TestWhatWasSoughtOutlivesItsMemory(t *testing.T) {
	p := trim.Problem{Pieces: []trim.Piece{{Name: "base", Size: card.Size{Width: 5 * measure.Inch, Height: 7 * measure.Inch}, Count: 9}, {Name: "layer", Size: card.Size{Width: 3 * measure.Inch, Height: 4 * measure.Inch}, Count: 30}},
		Sheets: []trim.Sheets{{Name: "Letter", Size: card.Size{Width: 17 * measure.Inch / 2, Height: 11 * measure.Inch}, Count: trim.Unlimited, Price: 20, Priced: true}}}
	kept := keeper{}
	first := NewMemory()
	first.Keeper = kept
	long := p
	long.Steps = trim.ThoroughWork
	made, err := first.Choose(long)
	if err != nil || !made.Long {
		t.Fatalf("%+v, %v", made, err)
	}
	first.KeepCuts(p, made)
	if len(kept) != 1 {
		t.Fatalf("%d are kept", len(kept))
	}
	next := NewMemory()
	next.Keeper = kept
	got, err := next.Solve(p)
	if err != nil {
		t.Fatal(err)
	}
	if text, err := sought.Pack(got); err != nil || text != kept[sought.MarkOf(sought.KeyTo(&p))] || got.Usual != got.Plans[slices.Index(made.Plans, made.Usual)] || len(got.At) != len(made.At) {
		t.Errorf("%+v\nis not\n%+v, %v", got, made, err)
	}
	var mark string
	for mark = range kept {
	}
	other := p
	other.Pieces = p.Pieces[:1]
	for _, c := range []struct {
		text string
		of   trim.Problem
	}{{"", p}, {"x", p}, {"eHh4", p}, {kept[mark][:40], p}, {kept[mark], other}} {
		if got := sought.Unpack(c.text, &c.of); got != nil {
			t.Errorf("%q of %d pieces: %+v", c.text, len(c.of.Pieces), got)
		}
	}
	kept[mark] = "torn"
	last := NewMemory()
	last.Keeper = kept
	if got, err := last.Solve(p); err != nil || got.Long {
		t.Errorf("%+v, %v", got, err)
	}
}
