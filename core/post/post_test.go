package post_test

import (
	"math/rand"
	"strings"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	. "yellow-parcel/core/post"
)

const in = measure.Inch

func us(t *testing.T) *Carrier {
	t.Helper()
	c, ok := catalog.Standard().Carrier("us")
	if !ok {
		t.Fatal("no US rules")
	}
	return c
}

// className is the identifier of the class a piece meets.
func className(v Verdict) string {
	if v.Met == nil {
		return ""
	}
	return v.Met.ID
}

func piece(w, h, thick measure.Length) Piece {
	return Piece{Width: w, Height: h, Thickness: thick, Weight: measure.Ounce / 2}
}

func TestUSLetterByHand(t *testing.T) {
	a7w, a7h, thin := 5*in+in/4, 7*in+in/4, in/16
	for _, c := range []struct {
		name  string
		piece Piece
		class string
		state State
		price string
		codes []string
	}{
		{"flat A7", piece(a7w, a7h, thin), "letter", Passes, "0.78 USD", nil},
		{"A7 lying down", piece(a7h, a7w, thin), "letter", Passes, "0.78 USD", nil},
		{"6 in square", piece(6*in, 6*in, thin), "letter", Surcharged, "1.27 USD", []string{"ratio"}},
		{"5 in square, exactly the least length", piece(5*in, 5*in, thin), "letter", Near, "1.27 USD", []string{"length", "ratio"}},
		{"4 3/4 in square", piece(4*in+3*in/4, 4*in+3*in/4, thin), "letter", Fails, "", []string{"length"}},
		{"1/4 in thick exactly", piece(a7w, a7h, in/4), "letter", Near, "0.78 USD", []string{"thickness"}},
		{"just within 1/4 in, beyond doubt", piece(a7w, a7h, in/4-in/64), "letter", Passes, "0.78 USD", nil},
		{"over 1/4 in", piece(a7w, a7h, in/4+1), "flat", Passes, "1.63 USD", []string{"thickness"}},
		{"6 1/4 in high", piece(8*in, 6*in+in/4, thin), "flat", Passes, "1.63 USD", []string{"height"}},
		{"ratio 1.2 rectangle", piece(5*in, 6*in, thin), "letter", Surcharged, "1.27 USD", []string{"ratio"}},
		{"slim, ratio 2.6", piece(3*in+in/2, 9*in+in/10, thin), "letter", Near, "1.27 USD", []string{"height", "ratio"}},
		{"1 in thick", piece(a7w, a7h, in), "parcel", Passes, "", []string{"thickness", "thickness"}},
		{"6 1/4 in long and 0.008 in", piece(4*in+in/2, 6*in+in/4, in*8/1000), "letter", Near, "1.27 USD", []string{"thickness", "thin"}},
	} {
		v := Judge(us(t), c.piece)
		price := ""
		if v.Priced {
			price = v.Price.Text("USD")
		}
		var codes []string
		for _, r := range v.Reasons() {
			codes = append(codes, r.Code)
		}
		if className(v) != c.class || v.State != c.state || price != c.price || len(codes) != len(c.codes) {
			t.Errorf("%s: %s %s %s %v", c.name, className(v), v.State, price, v.Reasons())
			continue
		}
		for i := range codes {
			if codes[i] != c.codes[i] {
				t.Errorf("%s: reasons %v, want %v", c.name, codes, c.codes)
			}
		}
	}
}

func TestASoldSizeIsNotInDoubt(t *testing.T) {
	a2 := piece(4*in+3*in/8, 5*in+3*in/4, in/16) // 1.314: measured it could be under 1.3
	if v := Judge(us(t), a2); v.State != Near {
		t.Errorf("measured: %s", v.State)
	}
	a2.SoldSize = true
	if v := Judge(us(t), a2); v.State != Passes {
		t.Errorf("as sold: %s %v", v.State, v.Reasons())
	}
}

func TestAddressClosureContentsAndWeight(t *testing.T) {
	p := piece(5*in, 6*in+in/2, in/16)
	p.AddressShort = true // length 5, height 6 1/2: too high for a letter
	if v := Judge(us(t), p); className(v) != "flat" {
		t.Errorf("a letter 6 1/2 in high: %s", className(v))
	}
	p = piece(4*in, 5*in+in/2, in/16)
	p.AddressShort = true
	if v := Judge(us(t), p); className(v) != "letter" && v.State != Fails {
		t.Errorf("a letter 4 in long: %s %s", className(v), v.State)
	}
	p = piece(5*in+in/4, 7*in+in/4, in/16)
	p.Closure, p.Contents, p.Weight = "button", []string{"coin"}, measure.Ounce*3/2
	v := Judge(us(t), p)
	if v.State != Surcharged || v.Price.Text("USD") != "1.56 USD" || len(v.Reasons()) != 2 {
		t.Errorf("1.07 and one surcharge of 0.49: %s, %v", v.Price.Text("USD"), v.Reasons())
	}
	p.Weight = measure.Ounce * 4
	if v := Judge(us(t), p); className(v) != "flat" || v.Price.Text("USD") != "2.44 USD" {
		t.Errorf("4 oz: %s %s", className(v), v.Price.Text("USD"))
	}
}

func TestPriceNeverFallsWithWeight(t *testing.T) {
	rng := rand.New(rand.NewSource(7))
	for range 2000 {
		p := piece(4*in+measure.Length(rng.Int63n(int64(6*in))), 4*in+measure.Length(rng.Int63n(int64(6*in))), in/8)
		p.Weight = measure.Mass(rng.Int63n(int64(12 * measure.Ounce)))
		more := p
		more.Weight += measure.Mass(rng.Int63n(int64(measure.Ounce)))
		a, b := Judge(us(t), p), Judge(us(t), more)
		if a.Priced && b.Priced && b.Price < a.Price {
			t.Fatalf("%s costs %s, heavier %s costs %s", p.Weight.Text("in"), a.Price.Text("USD"), more.Weight.Text("in"), b.Price.Text("USD"))
		}
	}
}

// A price a scale could tip is a question; what is too small for letters is not
// carried by being thick or heavy, only by a side that is too long for them.
func TestStepsAndLeastSizes(t *testing.T) {
	weighing := func(p Piece, w measure.Mass) Piece { p.Weight = w; return p }
	short := piece(4*in+in/2, 7*in, in/16)
	short.AddressShort = true // 4 1/2 long, 7 high
	for _, c := range []struct {
		name  string
		piece Piece
		class string
		state State
	}{
		{"0.94 oz", weighing(piece(5*in, 7*in, in/16), 94*measure.Ounce/100), "letter", Passes},
		{"0.96 oz", weighing(piece(5*in, 7*in, in/16), 96*measure.Ounce/100), "letter", Near},
		{"1.01 oz", weighing(piece(5*in, 7*in, in/16), 101*measure.Ounce/100), "letter", Passes},
		{"small and thick", piece(3*in, 4*in, in/2), "letter", Fails},
		{"small and heavy", weighing(piece(3*in, 4*in, in/16), 5*measure.Ounce), "letter", Fails},
		{"short along its address, too high", short, "flat", Passes},
	} {
		if v := Judge(us(t), c.piece); className(v) != c.class || v.State != c.state {
			t.Errorf("%s: %s %s, %v", c.name, className(v), v.State, v.Reasons())
		}
	}
}

// A least side is of the envelope with its card in: 5 1/16 x 3 9/16 in laid flat, and in
// which way it lies it is drawn in by. A most is of the envelope flat.
func TestALeastSideIsRoundTheCard(t *testing.T) {
	flat := piece(5*in+in/16, 3*in+9*in/16, in/8)
	drawn := func(p Piece, across, along measure.Length) Piece {
		p.DrawnIn = card.Size{Width: across, Height: along}
		return p
	}
	turned := func(p Piece) Piece {
		p.Width, p.Height = p.Height, p.Width
		p.DrawnIn = p.DrawnIn.Turned()
		return p
	}
	address := func(p Piece) Piece { p.AddressShort = true; return p }
	for _, c := range []struct {
		name  string
		piece Piece
		says  string
	}{
		{"flat", flat, ""},
		{"its length", drawn(flat, in/8, 0), "length under drawn in 4 15/16 in"},
		{"its length, turned", turned(drawn(flat, in/8, 0)), "length under drawn in 4 15/16 in"},
		{"its height", drawn(flat, 0, in/8), "height under drawn in 3 7/16 in"},
		{"both", turned(drawn(flat, in/16, in/16)), "length near drawn in 5 in, height near drawn in 3 1/2 in"},
		{"the length is the side along the address", address(drawn(piece(6*in, 5*in+in/16, in/8), 0, in/8)), "length under drawn in 4 15/16 in"},
		{"as high as the most, laid flat", drawn(piece(9*in, 6*in+in/4, in/8), in/2, in/2), "height over 6 1/4 in"},
	} {
		carrier := *us(t)
		carrier.Classes = carrier.Classes[:1]
		says := ""
		for _, r := range Judge(&carrier, c.piece).Checks {
			if r.State != Passes && r.Value.Kind == LengthFigure && (r.Code == "length" || r.Code == "height") {
				says += ", " + r.Code + " " + r.Case + " " + r.Value.Text(measure.Inches)
			}
		}
		if strings.TrimPrefix(says, ", ") != c.says {
			t.Errorf("%s: %q, want %q", c.name, says, c.says)
		}
	}
}
