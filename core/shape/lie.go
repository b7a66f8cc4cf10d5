package shape

// Lie is how convex clockwise pieces lie over one another: the most of them over one place,
// and the area they cover together, which is the sum of their areas less what
// every two have in common, and more what every three do, and so on.
func Lie(pieces []Polygon) (most int, covered float64) { return lieOn(pieces, nil, 0) }

// lieOn adds the pieces one by one to what lies over some place already.
func lieOn(pieces []Polygon, common Polygon, n int) (most int, covered float64) {
	most = n
	var room Room
	for i, f := range pieces {
		next := f
		if n > 0 {
			next = room.Intersect(common, f)
		}
		area := next.Area()
		if len(next) < 3 || area == 0 {
			continue
		}
		deeper, less := lieOn(pieces[i+1:], next, n+1)
		covered += area - less
		if area > 1e-3 {
			most = max(most, deeper)
		}
	}
	return most, covered
}
