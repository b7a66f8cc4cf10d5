package pattern

import (
	"cmp"
	"math"
	"slices"

	"yellow-parcel/core/measure"
)

// Bound is a number of sheets no plan can go below: the area of the pieces,
// and, where all sheets are of one size, the bounds that dual feasible
// functions of the sides give (after Fekete and Schepers, and Carlier,
// Clautiaux and Moukrim), each piece counted the way round that is cheapest.
func Bound(kinds []Kind, sheets []Sheets) int {
	best := areaBound(kinds, sheets)
	big := sheets[0].Size
	for _, s := range sheets {
		big.Width, big.Height = max(big.Width, s.Size.Width), max(big.Height, s.Size.Height)
	}
	return max(best, sideBound(kinds, big.Width, big.Height))
}

// areaBound fills the largest sheets first with paper alone.
func areaBound(kinds []Kind, sheets []Sheets) int {
	var need int64
	for _, piece := range kinds {
		need += int64(piece.Count) * piece.Size.Area()
	}
	order := slices.Clone(sheets)
	slices.SortFunc(order, func(a, b Sheets) int { return cmp.Compare(b.Size.Area(), a.Size.Area()) })
	n := 0
	for _, s := range order {
		a := s.Size.Area()
		if s.Count == Unlimited || need <= int64(s.Count)*a {
			return n + int((need+a-1)/a)
		}
		need -= int64(s.Count) * a
		n += s.Count
	}
	return n
}

// dual maps a side to a share of a sheet's side, such that sides that fit
// together never have shares above one together.
type dual func(side measure.Length) float64

func duals(side measure.Length, sides []measure.Length) []dual {
	out := []dual{func(x measure.Length) float64 { return float64(x) / float64(side) }}
	for _, k := range thresholds(side, sides) {
		// Pieces above side-k count as the whole side, those below k as nothing.
		out = append(out, func(x measure.Length) float64 {
			switch {
			case x > side-k:
				return 1
			case x < k:
				return 0
			}
			return float64(x) / float64(side)
		})
		// Above half the side, what is left beside the piece is counted in whole pieces of k.
		whole := float64(side / k)
		out = append(out, func(x measure.Length) float64 {
			switch {
			case 2*x > side:
				return (whole - float64((side-x)/k)) / whole
			case 2*x == side:
				return math.Floor(whole/2) / whole
			}
			return float64(x/k) / whole
		})
	}
	for n := 2; n <= 12; n++ {
		// A side that holds n-1 of a piece but not a whole number of shares is rounded.
		out = append(out, func(x measure.Length) float64 {
			parts := int64(x) * int64(n+1)
			if parts%int64(side) == 0 {
				return float64(x) / float64(side)
			}
			return math.Floor(float64(parts)/float64(side)) / float64(n)
		})
	}
	return out
}

// thresholds are the sides up to half the sheet's, and what the others leave.
func thresholds(side measure.Length, sides []measure.Length) []measure.Length {
	const most = 60
	var out []measure.Length
	for _, x := range sides {
		for _, k := range []measure.Length{x, side - x, side - x + 1} {
			if k > 0 && 2*k <= side {
				out = append(out, k)
			}
		}
	}
	slices.Sort(out)
	out = slices.Compact(out)
	if len(out) > most {
		thin := out[:0:0]
		for i := range most {
			thin = append(thin, out[i*len(out)/most])
		}
		out = thin
	}
	return out
}

func sideBound(kinds []Kind, width, height measure.Length) int {
	var sides []measure.Length
	for _, piece := range kinds {
		sides = append(sides, piece.Size.Width, piece.Size.Height)
	}
	across, down := duals(width, sides), duals(height, sides)
	square := width == height
	shares := func(fs []dual, l func(Kind) measure.Length) [][]float64 {
		out, n := make([][]float64, len(fs)), len(kinds)
		all := make([]float64, len(fs)*n)
		for i, f := range fs {
			out[i] = all[i*n : (i+1)*n]
			for j, piece := range kinds {
				out[i][j] = f(l(piece))
			}
		}
		return out
	}
	wide := func(q Kind) measure.Length { return q.Size.Width }
	high := func(q Kind) measure.Length { return q.Size.Height }
	aw, ah, dw, dh := shares(across, wide), shares(across, high), shares(down, wide), shares(down, high)
	best := 0.0
	for i := range across {
		for j := range down {
			if square && j < i {
				continue
			}
			sum := 0.0
			for k, piece := range kinds {
				upright, turned := aw[i][k]*dh[j][k], ah[i][k]*dw[j][k]
				if square {
					// A packing and its mirror image together hold every piece both ways round.
					sum += float64(piece.Count) * (upright + turned) / 2
				} else {
					sum += float64(piece.Count) * cheapest(piece, width, height, upright, turned)
				}
			}
			best = max(best, sum)
		}
	}
	return int(math.Ceil(best - 1e-7))
}

// cheapest is the smaller share of the ways round in which the piece fits at all.
func cheapest(p Kind, width, height measure.Length, upright, turned float64) float64 {
	up := p.Size.Width <= width && p.Size.Height <= height
	side := p.Size.Height <= width && p.Size.Width <= height
	switch {
	case up && side:
		return min(upright, turned)
	case side:
		return turned
	}
	return upright
}
