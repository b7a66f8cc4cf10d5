package post_test

import (
	"math"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	. "yellow-parcel/core/post"
)

// ordinary is a piece in the middle of what a class takes, so that one figure at
// a time can be moved to its edge: its sides at a ratio between the bounds.
func ordinary(c Class) Piece {
	l := c.Limits
	ratio := 1.5
	if s := c.Surcharge; s != nil && s.Ratio.Max > 0 {
		ratio = float64(s.Ratio.Min+s.Ratio.Max) / 2000
	}
	least, most := measure.Length(l.Height.Min), measure.Length(l.Height.Max)
	if most == 0 {
		most = max(least*2, 120*measure.Millimetre)
	}
	h := (least*2 + most) / 3
	w := measure.FromMM(h.MM() * ratio)
	if top := measure.Length(l.Length.Max); top > 0 && w > top {
		w = top - top/50
		h = measure.FromMM(w.MM() / ratio)
	}
	thick := measure.Length(l.Thickness.Max) / 2
	if thick == 0 {
		thick = measure.Millimetre
	}
	weight := measure.Mass(l.Weight.Max) / 2
	if weight == 0 {
		weight = measure.Ounce
	}
	return Piece{Width: w, Height: h, Thickness: thick, Weight: weight}
}

func stateOf(checks []Check, code string) State {
	worst := Passes
	for _, r := range checks {
		if r.Code == code && (worse[r.State] > worse[worst] || r.State == Surcharged) {
			worst = r.State
		}
	}
	return worst
}

func checksOf(carrier Carrier, class Class, p Piece) []Check {
	carrier.Classes = []Class{class}
	return Judge(&carrier, p).Checks
}

// edge is a limit and how a piece is put at it.
type edge struct {
	code  string
	limit int64
	above bool // the limit is the most, not the least
	slack int64
	past  State
	set   func(*Piece, int64)
}

// edges are all the limits of a class, taken from its rules.
func edges(c Class) []edge {
	l := c.Limits
	long := func(p *Piece, v int64) { p.Width = measure.Length(v); p.Height = min(p.Height, p.Width) }
	high := func(p *Piece, v int64) { p.Height = measure.Length(v); p.Width = max(p.Width, p.Height) }
	thick := func(p *Piece, v int64) { p.Thickness = measure.Length(v) }
	heavy := func(p *Piece, v int64) { p.Weight = measure.Mass(v) }
	tol := int64(l.Tolerance)
	out := []edge{
		{"length", int64(l.Length.Max), true, tol, Fails, long}, {"length", int64(l.Length.Min), false, tol, Fails, long},
		{"height", int64(l.Height.Max), true, tol, Fails, high}, {"height", int64(l.Height.Min), false, tol, Fails, high},
		{"thickness", int64(l.Thickness.Max), true, 0, Fails, thick}, {"thickness", int64(l.Thickness.Min), false, 0, Fails, thick},
		{"weight", int64(l.Weight.Max), true, 0, Fails, heavy}, {"weight", int64(l.Weight.Min), false, 0, Fails, heavy},
		{"sum", int64(l.Sum.Max), true, tol, Fails, func(p *Piece, v int64) { p.Width = measure.Length(v) - p.Height - p.Thickness }},
	}
	// A ratio is put at its limit with a height of a thousand thousandths, so that it is met exactly.
	ratio := func(r Range[Ratio], past State) {
		at := func(p *Piece, v int64) {
			unit := int64(p.Height) / 1000
			p.Height = measure.Length(unit * 1000)
			p.Width = measure.Length(v * unit)
		}
		out = append(out, edge{"ratio", int64(r.Min), false, 0, past, at}, edge{"ratio", int64(r.Max), true, 0, past, at})
	}
	ratio(l.Ratio.Range, Fails)
	if s := c.Surcharge; s != nil {
		ratio(s.Ratio.Range, Surcharged)
		if s.Thin != nil {
			out = append(out, edge{"thin", int64(s.Thin.Thickness), false, 0, Surcharged, func(p *Piece, v int64) {
				p.Thickness, p.Width, p.Height = measure.Length(v), measure.Length(s.Thin.OverLength)*5/4, measure.Length(s.Thin.OverHeight)
			}})
		}
	}
	if e := l.Even; e != nil {
		out = append(out, edge{"even", int64(e.Variation), true, 0, Fails, func(p *Piece, v int64) {
			p.Uneven = func(measure.Length) measure.Length { return measure.Length(v) }
		}})
	}
	var set []edge
	for _, e := range out {
		if e.limit > 0 {
			set = append(set, e)
		}
	}
	return set
}

// Every limit of every class of every carrier, just inside, exactly at and just
// outside: generated from the rules, so that none is missed.
func TestEveryLimitFromTheRules(t *testing.T) {
	tried := 0
	for _, carrier := range catalog.Standard().Carriers {
		for _, class := range carrier.Classes {
			for _, e := range edges(class) {
				tried++
				out := int64(1)
				if !e.above {
					out = -1
				}
				for _, at := range []struct {
					words string
					value int64
					want  State
				}{{"just inside", e.limit - out, Near}, {"exactly", e.limit, Near}, {"just outside", e.limit + out*(e.slack+1), e.past}} {
					p := ordinary(class)
					e.set(&p, at.value)
					got := stateOf(checksOf(carrier, class, p), e.code)
					want := at.want
					if e.code == "thin" && want == Near {
						want = Passes // a second least, over the class's own
					}
					if e.code == "ratio" && p.Width*p.Height == 0 {
						t.Fatal("no piece")
					}
					if got != want {
						t.Errorf("%s %s, %s %s: %s, want %s", carrier.ID, class.ID, e.code, at.words, got, want)
					}
				}
				if e.slack > 0 {
					p := ordinary(class)
					e.set(&p, e.limit+out*e.slack)
					if got := stateOf(checksOf(carrier, class, p), e.code); got != Near {
						t.Errorf("%s %s, %s at the tolerance: %s", carrier.ID, class.ID, e.code, got)
					}
				}
			}
		}
	}
	if tried < 90 {
		t.Errorf("only %d limits were tried", tried)
	}
}

// The rules that are no figure: shape, squares, stiffness, how it is closed and wrapped.
func TestEveryConditionFromTheRules(t *testing.T) {
	tried := 0
	for _, carrier := range catalog.Standard().Carriers {
		for _, class := range carrier.Classes {
			check := func(code string, holds bool, past State, set func(*Piece)) {
				if !holds {
					return
				}
				tried++
				p := ordinary(class)
				if got := stateOf(checksOf(carrier, class, p), code); got != Passes {
					t.Errorf("%s %s: an ordinary piece comes to %s for %s", carrier.ID, class.ID, got, code)
				}
				set(&p)
				if got := stateOf(checksOf(carrier, class, p), code); got != past {
					t.Errorf("%s %s, %s: %s, want %s", carrier.ID, class.ID, code, got, past)
				}
			}
			rigid := func(p *Piece) { p.Bends = card.Band{Low: card.TooRigid, High: card.TooRigid} }
			check("shape", class.Limits.Rectangular != "", Fails, func(p *Piece) { p.Odd = true })
			check("square", class.Limits.Oblong != "", Fails, func(p *Piece) { p.Width = p.Height })
			check("flexible", class.Limits.Flexible != nil, Fails, rigid)
			s := class.Surcharge
			if s == nil {
				continue
			}
			check("rigid", s.Rigid != "", Surcharged, rigid)
			check("rigid", s.Rigid != "", Near, func(p *Piece) { p.Bends = card.Band{Low: card.Easy, High: card.TooRigid} })
			check("address", s.Address != "", Surcharged, func(p *Piece) { p.AddressShort, p.Width, p.Height = true, 6*in, 11*in/2 })
			for _, c := range s.Closures {
				check("closure", true, Surcharged, func(p *Piece) { p.Closure = c })
			}
			for _, c := range s.Contents {
				check("contents", true, Surcharged, func(p *Piece) { p.Contents = []string{c} })
			}
			for _, c := range s.Wrappings {
				check("wrapping", true, Surcharged, func(p *Piece) { p.Wrapping = c })
			}
		}
	}
	if tried < 25 {
		t.Errorf("only %d conditions were tried", tried)
	}
}

// looser is a carrier with every greatest limit larger.
func looser(c Carrier) Carrier {
	grow := func(r *Range[Length]) {
		if r.Max > 0 {
			r.Max += r.Max / 10
		}
		r.Min -= r.Min / 10
	}
	classes := append([]Class{}, c.Classes...)
	for i := range classes {
		l := &classes[i].Limits
		grow(&l.Length.Range)
		grow(&l.Height.Range)
		grow(&l.Thickness.Range)
		grow(&l.Sum.Range)
		l.Weight.Max += l.Weight.Max / 10
		l.Ratio.Min -= l.Ratio.Min / 10
	}
	c.Classes = classes
	return c
}

// A larger limit never refuses more, and the price never falls with weight.
func TestLawsOfVerdicts(t *testing.T) {
	n := 0
	for _, c := range catalog.Standard().Carriers {
		wide := looser(c)
		for _, w := range []float64{130, 145, 127, 160, 200, 240, 300, 380} {
			for _, h := range []float64{95, 110, 127, 160, 240} {
				for _, thick := range []float64{0.3, 1, 4.9, 5.1, 8, 19, 24} {
					last := measure.Money(0)
					for _, g := range []float64{5, 19, 31, 60, 120, 400, 900} {
						p := Piece{Width: measure.FromMM(w), Height: measure.FromMM(h), Thickness: measure.FromMM(thick), Weight: measure.FromGrams(g)}
						v, loose := Outcome(&c, &p), Outcome(&wide, &p)
						if v.State != Fails && loose.State == Fails || v.State != Fails && loose.Place > v.Place {
							t.Fatalf("%s %v x %v x %v, %v g: %s, with larger limits %s", c.ID, w, h, thick, g, className(v), className(loose))
						}
						if v.Priced && v.Price < last {
							t.Fatalf("%s %v x %v x %v: %v g costs %s, lighter cost %s", c.ID, w, h, thick, g, v.Price.Text(""), last.Text(""))
						}
						if v.Priced {
							last = v.Price
						}
						if told := Judge(&c, p); className(told) != className(v) || told.State != v.State || told.Price != v.Price {
							t.Fatalf("%s: in words %s, without %s", c.ID, className(told), className(v))
						}
						n++
					}
				}
			}
		}
	}
	if n < 9_000 {
		t.Errorf("only %d pieces", n)
	}
}

// Hand-worked pieces against the carriers' own tables; none reads the data.
func TestCarriersByHand(t *testing.T) {
	mm := func(w, h, thick, grams float64) Piece {
		return Piece{Width: measure.FromMM(w), Height: measure.FromMM(h), Thickness: measure.FromMM(thick), Weight: measure.FromGrams(grams)}
	}
	odd := mm(200, 150, 3, 30)
	odd.Odd = true
	for _, c := range []struct {
		carrier string
		piece   Piece
		class   string
		state   State
		price   string
	}{
		{"uk", mm(162, 114, 3, 30), "letter", Passes, "0.87 GBP"},
		{"uk", mm(150, 150, 3, 30), "letter", Passes, "0.87 GBP"},
		{"uk", mm(150, 150, 6, 30), "large-letter", Passes, "1.55 GBP"},
		{"uk", mm(170, 170, 3, 30), "large-letter", Passes, "1.55 GBP"},
		{"uk", mm(240, 165, 5, 100), "letter", Near, "0.87 GBP"},
		{"uk", mm(300, 200, 10, 300), "large-letter", Passes, ""},
		{"uk", mm(300, 200, 26, 300), "small-parcel", Passes, ""},
		{"uk", mm(90, 90, 3, 10), "letter", Fails, ""},
		{"ca", mm(184, 133, 2, 25), "standard", Passes, "1.44 CAD"},
		{"ca", mm(184, 133, 2, 40), "standard", Passes, "1.75 CAD"},
		{"ca", mm(150, 150, 2, 25), "other", Passes, "2.61 CAD"},
		{"ca", mm(184, 133, 6, 250), "other", Passes, "5.99 CAD"},
		{"ca", mm(400, 133, 6, 25), "parcel", Passes, ""},
		{"ca", mm(120, 80, 8, 25), "other", Fails, ""}, // too small, and no parcel for being thick
		{"au", mm(220, 110, 3, 30), "small", Passes, "1.70 AUD"},
		{"au", mm(150, 150, 3, 30), "large", Passes, "3.40 AUD"},
		{"au", mm(184, 128, 3, 30), "small", Passes, "1.70 AUD"}, // 1.4375
		{"au", mm(180, 128, 3, 30), "large", Passes, "3.40 AUD"}, // 1.406
		{"de", mm(220, 110, 3, 19), "standard", Passes, "0.95 EUR"},
		{"de", mm(220, 110, 3, 30), "kompakt", Passes, "1.10 EUR"},
		{"de", mm(150, 150, 3, 15), "gross", Passes, "1.80 EUR"},
		{"de", mm(229, 162, 3, 15), "gross", Passes, "1.80 EUR"},
		{"de", mm(220, 110, 25, 40), "maxi", Passes, "2.90 EUR"},
		{"intl", mm(220, 110, 3, 15), "standardised", Passes, ""},
		{"intl", mm(229, 162, 3, 15), "small", Passes, ""},
		{"intl", mm(237, 110, 3, 15), "standardised", Near, ""}, // 2 mm over, as far as is allowed
		{"intl", mm(500, 350, 60, 900), "", Fails, ""},          // 910 in all
		{"intl", mm(500, 330, 60, 900), "letter-post", Passes, ""},
		{"jp", mm(220, 110, 3, 30), "standard", Passes, "110 JPY"},
		{"jp", mm(150, 150, 3, 30), "non-standard", Passes, "140 JPY"},
		{"jp", mm(220, 110, 3, 60), "non-standard", Passes, "180 JPY"},
		{"jp", mm(360, 250, 20, 300), "out-of-size", Passes, "660 JPY"},
		{"au", mm(324, 229, 9, 240), "large", Passes, "5.10 AUD"},
		{"au", mm(324, 229, 30, 240), "parcel", Passes, ""},
		{"de", mm(229, 324, 3, 200), "gross", Passes, "1.80 EUR"}, // upright, the longest side counts
		{"de", mm(324, 229, 60, 200), "parcel", Passes, ""},
		{"uk", mm(98, 68, 3, 20), "letter", Fails, ""},
		{"us", odd, "parcel", Passes, ""},
		// 13 oz is 368.5 g: a flat to the last step; a hair more is a parcel.
		{"us", mm(300, 220, 10, 360), "flat", Passes, "4.87 USD"},
		{"us", mm(300, 220, 10, 369), "parcel", Passes, ""},
	} {
		carrier, ok := catalog.Standard().Carrier(c.carrier)
		if !ok {
			t.Fatal(c.carrier)
		}
		v := Judge(carrier, c.piece)
		price := ""
		if v.Priced {
			price = v.Price.Text(carrier.Currency)
		}
		if className(v) != c.class || v.State != c.state || price != c.price {
			t.Errorf("%s %v x %v x %v, %v g: %s %s %q, want %s %s %q: %+v", c.carrier, c.piece.Width.MM(), c.piece.Height.MM(), c.piece.Thickness.MM(), math.Round(c.piece.Weight.Grams()),
				className(v), v.State, price, c.class, c.state, c.price, v.Reasons())
		}
	}
}
