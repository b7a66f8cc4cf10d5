package main

import (
	"fmt"
	"math/rand/v2"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// instance is a set of rectangles to cut from square sheets.
type instance struct {
	class, pieces, number int
	Side                  int      `json:"side"`
	Items                 [][2]int `json:"items"`
}

// class is a way of drawing rectangles at random, in the manner of the classes
// published for two-dimensional bin packing: six uniform ones, and four that
// mix wide, tall, large and small rectangles, one sort in seven of ten.
type class struct {
	side, most int // most is the longest side of a uniform class, zero for a mixed one
	sort       int // the usual sort of a mixed class
	says       string
}

var classes = []class{
	{10, 10, 0, "1-10 in 10"}, {30, 10, 0, "1-10 in 30"}, {40, 35, 0, "1-35 in 40"},
	{100, 35, 0, "1-35 in 100"}, {100, 100, 0, "1-100 in 100"}, {300, 100, 0, "1-100 in 300"},
	{100, 0, 0, "mostly wide"}, {100, 0, 1, "mostly tall"}, {100, 0, 2, "mostly large"}, {100, 0, 3, "mostly small"},
}

// sorts are the least and most of a mixed rectangle's width and height, in hundredths of the sheet's side.
var sorts = [4][4]int{{67, 100, 1, 50}, {1, 50, 67, 100}, {50, 100, 50, 100}, {1, 50, 1, 50}}

func draw(c, pieces, number int) instance {
	rng := rand.New(rand.NewPCG(uint64(1000*(c+1)+pieces), uint64(number)))
	within := func(least, most int) int { return least + rng.IntN(most-least+1) }
	k := classes[c]
	in := instance{class: c, pieces: pieces, number: number, Side: k.side}
	for range pieces {
		if k.most > 0 {
			in.Items = append(in.Items, [2]int{within(1, k.most), within(1, k.most)})
			continue
		}
		sort := k.sort
		if rng.IntN(10) >= 7 {
			sort = (k.sort + within(1, 3)) % 4
		}
		b := sorts[sort]
		in.Items = append(in.Items, [2]int{within(b[0], b[1]), within(b[2], b[3])})
	}
	return in
}

// problem puts an instance as a batch of single pieces, one eighth of an inch to the unit.
func (in instance) problem() trim.Problem {
	size := func(w, h int) card.Size {
		return card.Size{Width: measure.Length(w) * measure.Inch / 8, Height: measure.Length(h) * measure.Inch / 8}
	}
	p := trim.Problem{
		Sheets: []trim.Sheets{{Name: "sheet", Size: size(in.Side, in.Side), Count: trim.Unlimited}},
		Steps:  trim.ThoroughWork,
	}
	for i, z := range in.Items {
		p.Pieces = append(p.Pieces, trim.Piece{Name: fmt.Sprint(i), Size: size(z[0], z[1]), Count: 1})
	}
	return p
}
