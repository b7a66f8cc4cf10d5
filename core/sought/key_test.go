package sought

import (
	"reflect"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/trim"
)

// Whatever of a problem is another is another problem, but for how long to search.
func TestEveryFieldIsPartOfTheKey(t *testing.T) {
	fresh := func() *trim.Problem {
		return &trim.Problem{Pieces: []trim.Piece{{Name: "base", Size: card.Size{Width: 40, Height: 60}, Count: 3, Paper: "Dune", Grain: trim.Width}}, Sheets: []trim.Sheets{{Name: "Letter", Size: card.Size{Width: 215, Height: 279}, Count: 9, Paper: "Dune", Grain: trim.Height, Price: 30, Caliper: 5}}}
	}
	was := KeyTo(fresh())
	fields := 0
	var walk func(path string, at func(*trim.Problem) reflect.Value)
	walk = func(path string, at func(*trim.Problem) reflect.Value) {
		p := fresh()
		switch v := at(p); v.Kind() {
		case reflect.Struct:
			for i := range v.NumField() {
				walk(path+"."+v.Type().Field(i).Name, func(p *trim.Problem) reflect.Value { return at(p).Field(i) })
			}
			return
		case reflect.Slice:
			walk(path+"[0]", func(p *trim.Problem) reflect.Value { return at(p).Index(0) })
			return
		case reflect.Func:
			return
		case reflect.String:
			v.SetString(v.String() + "x")
		case reflect.Bool:
			v.SetBool(!v.Bool())
		default:
			v.SetInt(v.Int() + 1)
		}
		fields++
		if same := KeyTo(p) == was; same != (path == ".Steps") {
			t.Errorf("%s: the same key %v", path, same)
		}
	}
	more := fresh()
	if more.Pieces = append(more.Pieces, more.Pieces[0]); KeyTo(more) == was {
		t.Error("one piece more has the same key")
	}
	walk("", func(p *trim.Problem) reflect.Value { return reflect.ValueOf(p).Elem() })
	if fields < 20 {
		t.Errorf("only %d fields", fields)
	}
}
