package main

import (
	"fmt"
	"math/rand/v2"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// practical is a batch as makers cut them.
type practical struct {
	says    string
	kinds   int
	problem trim.Problem
}

var (
	inches = func(w, h float64) card.Size {
		return card.Size{Width: measure.FromMM(w * 25.4), Height: measure.FromMM(h * 25.4)}
	}
	letter  = trim.Sheets{Name: "letter", Size: inches(8.5, 11), Count: trim.Unlimited}
	tabloid = trim.Sheets{Name: "tabloid", Size: inches(11, 17), Count: trim.Unlimited}
	square  = trim.Sheets{Name: "12 x 12", Size: inches(12, 12), Count: trim.Unlimited}
	a4      = trim.Sheets{Name: "A4", Size: card.Size{Width: 210 * measure.Millimetre, Height: 297 * measure.Millimetre}, Count: trim.Unlimited}
)

// practicals are seeded batches: a base and its layers, tags and strips, from one
// to nine kinds, from sheets of one sort or several, with and without a grain,
// some with only so many of a sheet on hand.
func practicals(n int) (out []practical) {
	for i := range n {
		rng := rand.New(rand.NewPCG(7, uint64(i)))
		kinds := 1 + i%9
		p := practical{kinds: kinds}
		switch rng.IntN(6) {
		case 0:
			p.says, p.problem.Sheets = "letter", []trim.Sheets{letter}
		case 1:
			p.says, p.problem.Sheets = "A4", []trim.Sheets{a4}
		case 2:
			p.says, p.problem.Sheets = "12 x 12", []trim.Sheets{square}
		case 3:
			p.says, p.problem.Sheets = "tabloid", []trim.Sheets{tabloid}
		case 4:
			p.says, p.problem.Sheets = "mixed", []trim.Sheets{letter, square}
		default:
			few := tabloid
			few.Count = 5 + rng.IntN(20)
			p.says, p.problem.Sheets = "so many tabloid, then letter", []trim.Sheets{few, letter}
		}
		if rng.IntN(4) == 0 {
			p.says += ", grain"
			for s := range p.problem.Sheets {
				p.problem.Sheets[s].Grain = trim.Height
			}
		}
		p.pieces(rng, kinds)
		out = append(out, p)
	}
	return out
}

// pieces draws a folded card's base, layers each a border smaller, and odd tags.
func (p *practical) pieces(rng *rand.Rand, kinds int) {
	step, unit := measure.Inch/8, 8
	if p.problem.Sheets[0].Name == "A4" {
		step, unit = measure.Millimetre, 25
	}
	length := func(least, most int) measure.Length {
		return measure.Length(least*unit+rng.IntN((most-least)*unit+1)) * step
	}
	w, h := length(3, 5), length(4, 7)
	count := 10 * (1 + rng.IntN(15))
	base := trim.Piece{Name: "base", Size: card.Size{Width: 2 * w, Height: h}, Count: count}
	if fits := p.problem.Sheets[len(p.problem.Sheets)-1].Size; 2*w > fits.Height || h > fits.Width {
		base.Size = card.Size{Width: w, Height: h}
	}
	if p.problem.Sheets[0].Grain != "" && rng.IntN(2) == 0 {
		base.Grain = trim.Height
	}
	p.problem.Pieces = append(p.problem.Pieces, base)
	border := step * measure.Length(1+rng.IntN(3))
	if unit == 25 {
		border = 3 * measure.Millimetre
	}
	for k := 1; k < kinds; k++ {
		w, h = w-2*border, h-2*border
		z := card.Size{Width: w, Height: h}
		if k > 5 || w < measure.Inch || h < measure.Inch {
			z = card.Size{Width: length(1, 3), Height: length(2, 4)}
		}
		p.problem.Pieces = append(p.problem.Pieces, trim.Piece{Name: fmt.Sprint("layer ", k), Size: z, Count: count})
	}
}
