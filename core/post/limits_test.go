package post

import (
	"fmt"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// ordinary is a piece in the middle of a class's limits, too heavy for the class
// before it, so that one figure at a time can be moved to its edge.
func ordinary(c catalog.Class, before *catalog.Class) Piece {
	between := func(r catalog.Range[catalog.Length], otherwise measure.Length) measure.Length {
		switch low, high := measure.Length(r.Min), measure.Length(r.Max); {
		case high == 0:
			return otherwise
		case low == 0:
			return high / 2
		default:
			return (low + high) / 2
		}
	}
	l, h := between(c.Limits.Length, 8*in), between(c.Limits.Height, 5*in)
	weight := measure.Ounce / 2
	if before != nil {
		weight = measure.Mass(before.Limits.Weight.Max) + measure.Ounce/2
	}
	return Piece{Width: max(l, h), Height: min(l, h), Thickness: between(c.Limits.Thickness, in/8), Weight: weight}
}

// reasonsFor are the codes of the rules that kept a piece out of a class.
func refusedBy(v Verdict, class, code string) bool {
	for _, r := range v.Reasons() {
		if r.Class == class && r.Code == code && r.State == Fails {
			return true
		}
	}
	return false
}

// Every limit of every class of every carrier, just inside, exactly at and just
// outside: generated from the rules, so that none is missed.
func TestEveryLimitFromTheRules(t *testing.T) {
	tried := 0
	for _, carrier := range catalog.Standard().Carriers {
		for i, class := range carrier.Classes {
			var before *catalog.Class
			if i > 0 {
				before = &carrier.Classes[i-1]
			}
			name := func(code, at string) string { return fmt.Sprintf("%s %s, %s %s", carrier.ID, class.ID, code, at) }
			try := func(code string, limit measure.Length, above bool, set func(*Piece, measure.Length)) {
				if limit == 0 {
					return
				}
				tried++
				step := measure.Length(1)
				if above {
					step = -1
				}
				for _, at := range []struct {
					words string
					value measure.Length
					out   bool
				}{{"just inside", limit + step, false}, {"exactly", limit, false}, {"just outside", limit - step, true}} {
					p := ordinary(class, before)
					set(&p, at.value)
					if got := refusedBy(Judge(carrier, p), class.ID, code); got != at.out {
						t.Errorf("%s: refused %v, want %v", name(code, at.words), got, at.out)
					}
				}
			}
			lim := class.Limits
			long := func(p *Piece, v measure.Length) { p.Width, p.Height = v, min(p.Height, v) }
			high := func(p *Piece, v measure.Length) { p.Height, p.Width = v, max(p.Width, v) }
			thick := func(p *Piece, v measure.Length) { p.Thickness = v }
			try("length", measure.Length(lim.Length.Max), true, long)
			try("length", measure.Length(lim.Length.Min), false, long)
			try("height", measure.Length(lim.Height.Max), true, high)
			try("height", measure.Length(lim.Height.Min), false, high)
			try("thickness", measure.Length(lim.Thickness.Max), true, thick)
			try("thickness", measure.Length(lim.Thickness.Min), false, thick)
		}
	}
	if tried < 8 {
		t.Errorf("only %d limits were tried", tried)
	}
}

// A heavier step of a price table never costs less.
func TestPriceTablesRise(t *testing.T) {
	for _, carrier := range catalog.Standard().Carriers {
		for _, class := range carrier.Classes {
			if class.Prices == nil {
				continue
			}
			last := catalog.PriceStep{}
			for i, step := range class.Prices.Steps {
				if i > 0 && (step.Price <= last.Price || step.To <= last.To) {
					t.Errorf("%s %s: step %d is %+v after %+v", carrier.ID, class.ID, i, step, last)
				}
				last = step
			}
		}
	}
}
