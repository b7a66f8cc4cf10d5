package work

import (
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/shape"
)

// Posting is what one carrier makes of every piece: verdicts in the order of
// the result's pieces, the first, of the piece in use, with all its checks.
type Posting struct {
	Verdicts []post.Verdict
	Map      Map
}

// Map is where the piece in use lies among what a carrier takes: length along,
// height up, in mm. Far is the farthest it reaches.
type Map struct {
	Regions    []Region
	Point, Far shape.Point
}

// Region is the faces a class takes, leaving thickness and weight aside; Plain
// where it takes them without its surcharge. Takes is the one the piece meets.
type Region struct {
	Class *post.Class
	Plain bool
	Takes bool
	Shape shape.Polygon
}

// Postage is what the stamps on hand make of the batch's postage.
type Postage struct {
	Price measure.Money // of a piece
	Sets  []post.Set
	Short int // pieces the stamps on hand do not cover
}

func (r *Result) postAll() {
	r.Pieces = piecesOf(r)
	r.Posts = make([]Posting, len(r.Brief.Post.Carriers))
	for k, c := range r.Brief.Post.Carriers {
		if k > 0 && r.how.Meter.Stopped() {
			break // the result is not given
		}
		p := &r.Posts[k]
		p.Verdicts = make([]post.Verdict, len(r.Pieces))
		p.Verdicts[0] = post.Judge(c, r.Pieces[0].Piece)
		for i, s := range r.Pieces[1:] {
			if s.Made != nil && k == 0 {
				p.Verdicts[i+1] = *s.Made.Post
				continue
			}
			p.Verdicts[i+1] = post.Outcome(c, &s.Piece)
		}
		p.Map = mapOf(c, r.Pieces[0], p.Verdicts[0], r.Brief)
	}
	if len(r.Posts) > 0 {
		r.Postage = PostageFrom(r.Brief.Post.Stamps, &r.Posts[0].Verdicts[0], r.Brief.Quantity)
	}
}

// InUse is what a carrier makes of the piece in use.
func (p *Posting) InUse() *post.Verdict { return &p.Verdicts[0] }

// Sides are a piece's length, parallel to its address, and its height.
func (r *Result) Sides(s *Sealed) (length, height measure.Length) { return sides(s, r.Brief) }

func sides(s *Sealed, b *brief.Brief) (length, height measure.Length) {
	length, height = max(s.Size.Width, s.Size.Height), min(s.Size.Width, s.Size.Height)
	if b.Post.AddressShort {
		return height, length
	}
	return length, height
}

// mapOf draws the regions of one carrier's classes round the piece in use.
func mapOf(c *post.Carrier, s *Sealed, v post.Verdict, b *brief.Brief) Map {
	length, height := sides(s, b)
	m := Map{Point: shape.Point{X: length.MM(), Y: height.MM()}}
	mm := func(l post.Length) float64 { return measure.Length(l).MM() }
	// Past the first class and the piece there is nothing to decide between.
	first := c.Classes[0].Limits
	m.Far = shape.Point{X: 1.2 * max(m.Point.X, mm(first.Length.Max)), Y: 1.2 * max(m.Point.Y, mm(first.Height.Max))}
	frame := shape.Rect(0, 0, m.Far.X, m.Far.Y)
	for i := range c.Classes {
		class := &c.Classes[i]
		l := class.Limits
		if l.Length.Max == 0 || l.Height.Max == 0 {
			continue
		}
		add := func(plain, takes bool, r post.RatioLimit) {
			region := regionOf(mm(l.Length.Min), mm(l.Length.Max), mm(l.Height.Min), mm(l.Height.Max), max(1, float64(r.Min)/1000), float64(r.Max)/1000)
			if region = region.Intersect(frame); len(region) > 2 {
				m.Regions = append(m.Regions, Region{class, plain, takes, region})
			}
		}
		add(false, v.Met == class, l.Ratio)
		if sur := class.Surcharge; sur != nil && sur.Ratio.Min > 0 {
			add(true, v.Met == class && v.State == post.Passes, sur.Ratio)
		}
	}
	return m
}

// regionOf is a rectangle of lengths and heights cut by the least and the
// greatest ratio of length to height; length is the longer side.
func regionOf(l0, l1, h0, h1, least, most float64) shape.Polygon {
	region := shape.Rect(l0, h0, l1, h1).Keep(shape.Line{B: shape.Point{X: -least, Y: -1}})
	if most > 0 {
		region = region.Keep(shape.Line{B: shape.Point{X: most, Y: 1}})
	}
	return region
}

// PostageFrom covers the price of so many pieces from stamps; nil where the price is not known.
func PostageFrom(stamps []brief.Stamp, v *post.Verdict, pieces int) *Postage {
	if !v.Priced {
		return nil
	}
	var mine []post.Stamp
	for _, s := range stamps {
		if s.Currency == "" || s.Currency == v.Carrier.Currency {
			mine = append(mine, s.Stamp)
		}
	}
	out := &Postage{Price: v.Price}
	out.Sets, out.Short = post.Batch(mine, v.Price, pieces)
	return out
}

// Improvable tells whether anything could do better than a verdict.
func Improvable(v *post.Verdict) bool {
	if v.State != post.Passes || v.Place > 0 {
		return true
	}
	p := v.Carrier.Classes[0].Prices
	return v.Priced && p != nil && len(p.Steps) > 0 && v.Price > measure.Money(p.Steps[0].Price)
}

// AnyImprovable tells whether anything could do better with any carrier.
func (r *Result) AnyImprovable() bool {
	return slices.ContainsFunc(r.Posts, func(p Posting) bool { return Improvable(p.InUse()) })
}
