package work

import (
	"reflect"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/post"
)

// given are the types a result only points at: what the maker typed, and the
// tables of folds, styles, carriers and sheets; and a fault, which the log alone words.
var given = []reflect.Type{
	reflect.TypeFor[brief.Brief](), reflect.TypeFor[brief.StockSheet](), reflect.TypeFor[brief.Paper](), reflect.TypeFor[Memory](),
	reflect.TypeFor[card.Fold](), reflect.TypeFor[blank.Style](), reflect.TypeFor[blank.Variant](), reflect.TypeFor[blank.Options](),
	reflect.TypeFor[blank.Saying](), reflect.TypeFor[post.Carrier](), reflect.TypeFor[post.Class](), reflect.TypeFor[post.Prices](),
	reflect.TypeFor[post.Service](), reflect.TypeFor[post.Days](), reflect.TypeFor[post.Surcharge](), reflect.TypeFor[fault.Fault](),
}

// naming are the fields that name a thing: an edge, a flap, a rule, a paper, a class.
var naming = strings.Fields(`ID Name Paper Bought Service Code Case Weakest
	From MarkFrom Face Flap Place Under Over Closure Wrapping Contents OnCard Shielded Hard`)

// A result says what things are and how long; how they are worded is not its
// business. The texts in it are names and identifiers.
func TestAResultHoldsNoWording(t *testing.T) {
	seen := map[reflect.Type]bool{}
	for _, g := range given {
		seen[g] = true
	}
	var walk func(name, where string, of reflect.Type)
	walk = func(name, where string, of reflect.Type) {
		switch of.Kind() {
		case reflect.Pointer, reflect.Slice, reflect.Array:
			walk(name, where, of.Elem())
		case reflect.Map:
			walk(name, where+" key", of.Key())
			walk(name, where, of.Elem())
		case reflect.String:
			if of == reflect.TypeFor[string]() && !slices.Contains(naming, name) {
				t.Errorf("%s is a text", where)
			}
		case reflect.Struct:
			if seen[of] {
				return
			}
			seen[of] = true
			for i := range of.NumField() {
				f := of.Field(i)
				walk(f.Name, of.String()+"."+f.Name, f.Type)
			}
		}
	}
	walk("", "Result", reflect.TypeFor[Result]())
	if len(seen) < 40 {
		t.Fatalf("only %d types were walked", len(seen))
	}
}
