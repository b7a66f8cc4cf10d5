package e2e

import (
	"fmt"
	"math"
	"testing"

	"yellow-parcel/e2e/fold"
)

// takes fails the test unless the blank in a file closes without a hole, keeps its
// paper within itself and has the room, in inches, that was worked out by hand.
func takes(t *testing.T, file []byte, wide, high, deep float64) {
	t.Helper()
	const in = 25.4
	r := folded(t, file)
	if math.Abs(max(r.Wide, r.High)-max(wide, high)*in) > 0.02 || math.Abs(min(r.Wide, r.High)-min(wide, high)*in) > 0.02 || math.Abs(r.Deep-deep*in) > 0.02 {
		t.Errorf("folds to %.3f x %.3f x %.3f in, want %v x %v x %v", r.Wide/in, r.High/in, r.Deep/in, wide, high, deep)
	}
	if r.Open > 0 || r.Out > 0.01 {
		t.Errorf("%.1f mm2 stay open, %.2f mm stick out", r.Open, r.Out)
	}
}

func folded(t *testing.T, file []byte) fold.Folded {
	t.Helper()
	f, err := fold.Read(file)
	if err != nil {
		t.Fatal(err)
	}
	r, err := f.Fold()
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func TestTheFoldCheckerSeesHolesAndOverhang(t *testing.T) {
	file := func(top, side float64) []byte {
		// A panel of 50 x 40, side flaps, a back of 40 and a top flap.
		cut := fmt.Sprintf("M0 %[2]v L%[1]v %[2]v L%[1]v 0 L%[3]v 0 L%[3]v %[2]v L%[4]v %[2]v L%[4]v %[5]v L%[3]v %[5]v L%[3]v %[6]v L%[1]v %[6]v L%[1]v %[5]v L0 %[5]vZ",
			side, top, side+50, side+50+side, top+40, top+40+20)
		score := func(x1, y1, x2, y2 float64) string {
			return fmt.Sprintf(`<path d="M%v %v L%v %v"/>`, x1, y1, x2, y2)
		}
		return []byte(`<svg><g id="score">` + score(side, top, side, top+40) + score(side+50, top, side+50, top+40) +
			score(side, top, side+50, top) + score(side, top+40, side+50, top+40) + `</g><g id="cut"><path d="` + cut + `"/></g></svg>`)
	}
	if r := folded(t, file(21, 12)); r.Open != 0 || r.Out > 0 || max(r.Wide, r.High) != 50 || min(r.Wide, r.High) != 40 {
		t.Errorf("a whole one: %+v", r)
	}
	// The back is 20 high: a top flap of 10 leaves 10 x 26 open between the side flaps.
	if r := folded(t, file(10, 12)); math.Abs(r.Open-260) > 30 {
		t.Errorf("a short flap: %+v", r)
	}
	if r := folded(t, file(21, 52)); math.Abs(r.Out-2) > 1e-6 {
		t.Errorf("side flaps wider than the panel: %+v", r)
	}
}
