package job

import (
	"reflect"
	"slices"
	"strings"
	"unicode/utf8"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Switch changes the job's unit and ruler without changing a single measure:
// numbers typed without a unit get the one they were typed in, and prices stay
// in the currency they were in. It walks the
// job's own types, so that no field is left out.
// Home is the carrier it is posted from, which says the unit of a job that has
// none of its own; nil where it has none.
func Switch(j Job, to measure.Unit, home *post.Carrier) Job {
	from := UnitOf(j, home)
	out := withUnits(reflect.ValueOf(j), from).Interface().(Job)
	if out.Currency == "" && slices.ContainsFunc(j.Stock, func(s StockSpec) bool { return s.Price != "" }) {
		out.Currency = UsualCurrency(from, home)
	}
	out.Unit = to
	if to != from {
		out.Ruler, out.RulerBefore = otherRuler(j, from, to)
	}
	return out
}

// otherRuler is the ruler a job has in the other unit, and the one it had before: that
// comes back when the unit does, unless another was chosen meanwhile.
func otherRuler(j Job, from, to measure.Unit) (ruler, before string) {
	now, err := measure.ParseRulerIn(j.Ruler, from)
	if j.Ruler == "" || err != nil {
		now = measure.DefaultRuler(from)
	}
	if was, err := measure.ParseRulerIn(j.RulerBefore, to); j.RulerBefore != "" && err == nil && was.In(from) == now {
		return was.String(), ""
	}
	return now.In(to).String(), now.String()
}

// UnitOf is the unit a job's bare figures are in: its own, or that of its home.
func UnitOf(j Job, home *post.Carrier) measure.Unit {
	switch {
	case j.Unit != "":
		return j.Unit
	case home != nil:
		return home.Unit
	}
	return measure.Inches
}

// UsualCurrency is what prices are in where a job in a unit does not say.
func UsualCurrency(u measure.Unit, home *post.Carrier) string {
	if home != nil {
		return home.Currency
	}
	if u == measure.Inches {
		return "USD"
	}
	return "EUR"
}

// massUnits are the units a bare weight is in.
var massUnits = map[measure.Unit]string{measure.Inches: "oz", measure.Millimetres: "g"}

// withUnits is a copy of a part of a job in which every length and mass has a unit.
func withUnits(v reflect.Value, from measure.Unit) reflect.Value {
	out := reflect.New(v.Type()).Elem()
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			out.Set(reflect.New(v.Type().Elem()))
			out.Elem().Set(withUnits(v.Elem(), from))
		}
	case reflect.Struct:
		for i := range v.NumField() {
			out.Field(i).Set(withUnits(v.Field(i), from))
		}
	case reflect.Slice:
		if !v.IsNil() {
			out.Set(reflect.MakeSlice(v.Type(), v.Len(), v.Len()))
			for i := range v.Len() {
				out.Index(i).Set(withUnits(v.Index(i), from))
			}
		}
	case reflect.Map:
		if !v.IsNil() {
			out.Set(reflect.MakeMapWithSize(v.Type(), v.Len()))
			for each := v.MapRange(); each.Next(); {
				out.SetMapIndex(each.Key(), withUnits(each.Value(), from))
			}
		}
	default:
		switch v.Type() {
		case reflect.TypeFor[Length]():
			out.SetString(withUnit(v.String(), string(from)))
		case reflect.TypeFor[Mass]():
			out.SetString(withUnit(v.String(), massUnits[from]))
		default:
			out.Set(v)
		}
	}
	return out
}

// withUnit adds a unit to a text that ends in a figure.
func withUnit(text, unit string) string {
	s := strings.TrimSpace(text)
	if last, _ := utf8.DecodeLastRuneInString(s); s == "" || !strings.ContainsRune("0123456789.½¼¾⅛⅜⅝⅞", last) {
		return text
	}
	return s + " " + unit
}
