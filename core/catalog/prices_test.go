package catalog

import (
	"testing"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

func TestPricesByWeight(t *testing.T) {
	us, _ := Standard().Carrier("us")
	steps := us.Classes[0].Prices.Steps
	for i, s := range steps {
		for _, c := range []struct {
			weight post.Mass
			want   post.Money
		}{{s.To, s.Price}, {s.To - 1, s.Price}} {
			if got, ok := post.At(steps, measure.Mass(c.weight)); !ok || got.Price != c.want {
				t.Errorf("step %d at %d: %v %v", i, c.weight, got.Price, ok)
			}
		}
	}
	if _, ok := post.At(steps, measure.Mass(steps[len(steps)-1].To+1)); ok {
		t.Error("a price beyond the last step")
	}
	if _, ok := post.At(nil, 0); ok {
		t.Error("a price of no table")
	}
}
