package blank

import (
	"math"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

const in = measure.Inch

func request(w, h, t measure.Length) Request {
	return Request{
		Card: card.Size{Width: w, Height: h}, Thickness: t,
		Ease: in / 4, Seam: in / 2, Ruler: measure.DefaultRuler(measure.Inches),
	}
}

func TestCornerFoldByHand(t *testing.T) {
	// A flat 5 x 7 card: cavity 5 1/4 x 7 1/4, so 12.5/sqrt 2 + 1/2 = 9.3388 in; 9 3/8 on the ruler.
	style, _ := StyleByID("corner-fold")
	b, err := style.Make(request(5*in, 7*in, 0))
	if err != nil {
		t.Fatal(err)
	}
	if math.Abs(b.Minimum.In()-9.33883) > 1e-4 || b.Main().Width != 9*in+3*in/8 || b.Main().Height != b.Main().Width {
		t.Errorf("least %v, cut %v", b.Minimum.In(), b.Main().Width.In())
	}
	// R = 9.375/sqrt 2 = 6.62913: sides at 4.00413, on the ruler 4; bottom from the top corner at 3.00413 + 7 1/4.
	if b.Main().Creases[0].At != 4*in || b.Main().Creases[1].At != 9*in+in/4 || b.Main().Creases[2].At != 3*in || b.Main().Creases[3].At != 10*in+in/4 {
		t.Errorf("scores %v", b.Main().Creases)
	}
	thumb := request(5*in, 7*in, 0)
	thumb.Options = style.Variants[1].Options
	// Diagonal sqrt 74 = 8.6023, and 1: 9.6023, on the ruler 9 5/8.
	if b, _ := style.Make(thumb); b.Main().Width != 9*in+5*in/8 {
		t.Errorf("thumb rule gives %v", b.Main().Width.In())
	}
}

func TestStraightFoldByHand(t *testing.T) {
	style, _ := StyleByID("straight-fold")
	for variant, want := range map[int]card.Size{
		// The long side across: 7 1/4 + 2 x 1, and 1 1/2 + 5 1/4 + 5 1/4.
		0: {Width: 9*in + in/4, Height: 12 * in},
		// 7 1/4 + 2 x (1/2 seam + the 1/16 the back tapers by), and 1 3/4 + 5 1/4 + 5.
		1: {Width: 8*in + 3*in/8, Height: 12 * in},
	} {
		req := request(5*in, 7*in, 0)
		req.Options = style.Variants[variant].Options
		b, err := style.Make(req)
		if err != nil || b.Main().Width != want.Width || b.Main().Height != want.Height {
			t.Errorf("%s: %v x %v, %v", style.Variants[variant].ID, b.Main().Width.In(), b.Main().Height.In(), err)
		}
	}
}

func TestASquareTooSmallIsRefusedInWords(t *testing.T) {
	style, _ := StyleByID("corner-fold")
	req := request(5*in, 7*in, 0)
	req.Options = Options{Lengths: map[string]measure.Length{"size": 4 * in}}
	if _, err := style.Make(req); err == nil || err.Error() != "a square of 4 in leaves no flaps round a card this long" {
		t.Errorf("%v", err)
	}
}

// Two pieces of two papers by hand: 100 x 60 mm of 100 g and as much of 250 g weigh
// what 21,000 mm2 of the first do.
func TestPiecesAddUp(t *testing.T) {
	sheet := shape.Rect(0, 0, 100, 60)
	b := Blank{Pieces: []Piece{
		{Outline: sheet, Paper: sheet, Stock: Stock{GSM: 100}, Creases: make([]Crease, 2), Waste: []Waste{{Kind: Notch}}, Flaps: []Flap{{Name: "top"}}},
		{Name: "Back", Outline: sheet, Paper: sheet, Stock: Stock{GSM: 250}, Creases: make([]Crease, 1), Waste: []Waste{{Kind: Tip}}, Flaps: []Flap{{Name: "lip"}}},
	}}
	if b.Area() != 12000 || b.Weighs() != 21000 || b.Scores() != 3 || len(b.AllWaste()) != 2 {
		t.Errorf("%v mm2, as heavy as %v, %d scores, %d wastes", b.Area(), b.Weighs(), b.Scores(), len(b.AllWaste()))
	}
	// Four sides of each, two cuts for the corner and one for the tip.
	if b.Cuts() != 11 || b.Flap("lip").Name != "lip" || len(b.Flaps()) != 2 {
		t.Errorf("%d cuts, %v", b.Cuts(), b.Flaps())
	}
	if off := b.Beside(5); off[0] != (shape.Point{}) || off[1] != (shape.Point{X: 105}) {
		t.Errorf("%v", off)
	}
}
