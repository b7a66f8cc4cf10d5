package pattern

import (
	"math"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// mostPoints is the most places along a side at which cuts are looked for.
const mostPoints = 1600

// leastPoints is how many are looked at in any case.
const leastPoints = 60

// perPlace is how many places of a filling take as long to look at as one of a search.
const perPlace = 32

// filler fills a sheet as dearly as guillotine cuts can, each kind as often as
// one likes: the best of every smaller sheet, from the smallest up. Cuts fall
// only where sides of pieces add up to.
type filler struct {
	items  []item
	xs, ys []measure.Length // sums of sides, from zero up
	restX  []int32          // the place of what is left beside a cut, by place and cut
	restY  []int32
	best   []float64 // by place along x, then y
	turned []float64 // the same by y, then x
	how    []step
	Whole  bool // every place is looked at; else a bound is none
}

// item is a way a kind may lie.
type item struct {
	kind   int
	w, h   measure.Length
	turned bool
	x, y   int32
}

// step is how the best of a place came about.
type step struct {
	sort byte
	at   int32
}

const (
	nothing byte = iota
	narrower
	shallower
	piece
	down
	across
)

// fewer is what a cut is thought to cost, so that of equal fillings the one with fewer cuts is taken.
const fewer = 1e-10

// newFiller looks into a sheet at every place, unless one filling were more work than most.
func newFiller(kinds []Kind, sheet int, z card.Size, most int) *filler {
	f := &filler{}
	for k, one := range kinds {
		if one.Up[sheet] {
			f.items = append(f.items, item{kind: k, w: one.Size.Width, h: one.Size.Height})
		}
		if one.Side[sheet] {
			f.items = append(f.items, item{kind: k, w: one.Size.Height, h: one.Size.Width, turned: true})
		}
	}
	wide, high := func(i item) measure.Length { return i.w }, func(i item) measure.Length { return i.h }
	f.xs, f.ys, f.Whole = raster(sums(f.items, z.Width, wide), z.Width), raster(sums(f.items, z.Height, high), z.Height), true
	if f.work() > most {
		few := max(leastPoints, int(math.Cbrt(float64(most*perPlace))))
		f.xs, f.ys, f.Whole = thinned(multiples(f.items, z.Width, wide), few), thinned(multiples(f.items, z.Height, high), few), false
	}
	f.restX, f.restY = rests(f.xs), rests(f.ys)
	for i := range f.items {
		x, _ := slices.BinarySearch(f.xs, f.items[i].w)
		y, _ := slices.BinarySearch(f.ys, f.items[i].h)
		f.items[i].x, f.items[i].y = int32(x), int32(y)
	}
	n := len(f.xs) * len(f.ys)
	f.best, f.turned, f.how = make([]float64, n), make([]float64, n), make([]step, n)
	return f
}

// work is that of one filling.
func (f *filler) work() int {
	nx, ny := len(f.xs), len(f.ys)
	return nx * ny * (nx + ny) / perPlace
}

// sums are the lengths that sides add up to within a length, zero included, the
// first so many of them.
func sums(items []item, most measure.Length, side func(item) measure.Length) []measure.Length {
	out := []measure.Length{0}
	for i := 0; i < len(out) && len(out) <= mostPoints; i++ {
		for _, one := range items {
			if n := out[i] + side(one); n <= most {
				if at, found := slices.BinarySearch(out, n); !found {
					out = slices.Insert(out, at, n)
				}
			}
		}
	}
	return out
}

// raster are the sums that matter to a whole side: of two sums between which
// what is left beside them is the same, the larger (after Scheithauer and Terno).
func raster(sums []measure.Length, whole measure.Length) []measure.Length {
	floor := func(x measure.Length) measure.Length {
		at, found := slices.BinarySearch(sums, x)
		if !found {
			at--
		}
		return sums[at]
	}
	out := []measure.Length{0}
	for _, s := range sums {
		out = append(out, floor(whole-s))
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// multiples are the lengths that equal sides add up to within a length, zero included.
func multiples(items []item, most measure.Length, side func(item) measure.Length) []measure.Length {
	out := []measure.Length{0}
	for _, one := range items {
		for n := side(one); n <= most; n += side(one) {
			out = append(out, n)
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// thinned are so many of some lengths at most, the first and the last among them.
// A piece then ends at the next of them after its side.
func thinned(all []measure.Length, most int) []measure.Length {
	if len(all) <= most {
		return all
	}
	out := make([]measure.Length, 0, most)
	for i := range most {
		out = append(out, all[i*(len(all)-1)/(most-1)])
	}
	return out
}

// rests tells for each place and each cut up to its middle which place is left.
func rests(at []measure.Length) []int32 {
	n := len(at)
	out := make([]int32, n*n)
	for i := range n {
		r := i
		for a := range i + 1 {
			for at[r] > at[i]-at[a] {
				r--
			}
			out[i*n+a] = int32(r)
		}
	}
	return out
}

// fill finds the dearest filling at some worths, and counts the places it looks at.
func (f *filler) fill(worth []float64, work *int) float64 {
	nx, ny := len(f.xs), len(f.ys)
	for i := range nx {
		for j := range ny {
			at := i*ny + j
			v, how := 0.0, step{}
			if i > 0 {
				v, how.sort = f.best[at-ny], narrower
			}
			if j > 0 && f.best[at-1] > v {
				v, how.sort = f.best[at-1], shallower
			}
			f.best[at], f.how[at] = v, how
			f.singles(i, j, worth)
			f.cuts(i, j)
			f.turned[j*nx+i] = f.best[at]
		}
	}
	*work += f.work()
	return f.best[nx*ny-1]
}

// singles lays the piece that ends at a place.
func (f *filler) singles(i, j int, worth []float64) {
	at := i*len(f.ys) + j
	for n := range f.items {
		if it := &f.items[n]; int(it.x) == i && int(it.y) == j && worth[it.kind] > f.best[at] {
			f.best[at], f.how[at] = worth[it.kind], step{piece, int32(n)}
		}
	}
}

// cuts tries every cut of a place in two.
func (f *filler) cuts(i, j int) {
	nx, ny := len(f.xs), len(f.ys)
	at := i*ny + j
	v, how := f.best[at], f.how[at]
	row, rest := f.turned[j*nx:j*nx+i], f.restX[i*nx:i*nx+i+1]
	for a := 1; a < i && 2*f.xs[a] <= f.xs[i]; a++ {
		if s := row[a] + row[rest[a]] - fewer; s > v {
			v, how = s, step{down, int32(a)}
		}
	}
	column, left := f.best[i*ny:i*ny+j], f.restY[j*ny:j*ny+j+1]
	for a := 1; a < j && 2*f.ys[a] <= f.ys[j]; a++ {
		if s := column[a] + column[left[a]] - fewer; s > v {
			v, how = s, step{across, int32(a)}
		}
	}
	f.best[at], f.how[at] = v, how
}

// shape reads the best filling of a place; nil for an empty one.
func (f *filler) shape(i, j int32) *Shape {
	nx, ny := len(f.xs), len(f.ys)
	switch how := f.how[int(i)*ny+int(j)]; how.sort {
	case narrower:
		return f.shape(i-1, j)
	case shallower:
		return f.shape(i, j-1)
	case piece:
		it := f.items[how.at]
		return Single(it.kind, it.w, it.h, it.turned)
	case down:
		return joined(f.shape(how.at, j), f.shape(f.restX[int(i)*nx+int(how.at)], j), false)
	case across:
		return joined(f.shape(i, how.at), f.shape(i, f.restY[int(j)*ny+int(how.at)]), true)
	}
	return nil
}

// joined puts the larger first: what is left over then lies together.
func joined(a, b *Shape, stack bool) *Shape {
	if a != nil && b != nil && int64(a.W)*int64(a.H) < int64(b.W)*int64(b.H) {
		a, b = b, a
	}
	return Join(a, b, stack)
}

// whole is the best filling of the sheet.
func (f *filler) whole() *Shape { return f.shape(int32(len(f.xs)-1), int32(len(f.ys)-1)) }

// grid is as many of a piece as lie in a sheet in rows and columns, all one way.
func (it item) grid(z card.Size) *Shape {
	var row, out *Shape
	for w := it.w; w <= z.Width; w += it.w {
		row = Join(row, Single(it.kind, it.w, it.h, it.turned), false)
	}
	for h := it.h; h <= z.Height; h += it.h {
		out = Join(out, row, true)
	}
	return out
}
