package folding

import "math"

// Meeting is two panels that share space, and how deep they are in each other.
type Meeting struct {
	A, B int
	Deep float64
}

// Meets are the panels that share space at a moment by more than so many millimetres.
func (p *Paper) Meets(m Moment, more float64) []Meeting {
	places := p.At(m)
	solids := make([]solid, len(places))
	for i := range places {
		solids[i] = p.solid(i, places[i])
	}
	var out []Meeting
	for i := range solids {
		for k := range i {
			if deep := solids[i].into(&solids[k], more); deep > more {
				out = append(out, Meeting{k, i, deep})
			}
		}
	}
	return out
}

// solid is a panel as a plate of paper: its corners, and the directions of its edges and faces.
type solid struct {
	corners, edges, faces []Vector
}

func (p *Paper) solid(i int, at Place) solid {
	s := solid{edges: []Vector{at.Z}, faces: []Vector{at.Z}}
	pts := p.Panels[i].Shape
	for k, q := range pts {
		next := pts[(k+1)%len(pts)]
		s.corners = append(s.corners, at.Put(q, p.Caliper/2), at.Put(q, -p.Caliper/2))
		edge := at.way(Vector{next.X - q.X, next.Y - q.Y, 0})
		s.edges = append(s.edges, edge)
		s.faces = append(s.faces, edge.Cross(at.Z))
	}
	return s
}

// into is how deep two convex plates are in each other: the least they overlap by, seen
// along any direction in which they could part. It stops where that is no more than enough.
func (s *solid) into(o *solid, enough float64) float64 {
	deep := math.Inf(1)
	try := func(way Vector) bool {
		n := math.Sqrt(way.dot(way))
		if n < 1e-9 {
			return true
		}
		alo, ahi := s.span(way)
		blo, bhi := o.span(way)
		deep = min(deep, (ahi-blo)/n, (bhi-alo)/n)
		return deep > enough
	}
	for _, way := range s.faces {
		if !try(way) {
			return deep
		}
	}
	for _, way := range o.faces {
		if !try(way) {
			return deep
		}
	}
	for _, a := range s.edges {
		for _, b := range o.edges {
			if !try(a.Cross(b)) {
				return deep
			}
		}
	}
	return deep
}

func (s *solid) span(way Vector) (lo, hi float64) {
	lo, hi = math.Inf(1), math.Inf(-1)
	for _, q := range s.corners {
		d := q.dot(way)
		lo, hi = min(lo, d), max(hi, d)
	}
	return lo, hi
}
