package sought

import (
	"encoding/binary"

	"yellow-parcel/core/trim"
)

// KeyTo tells problems apart: two have the same key only where the same pieces
// are cut from the same sheets by the same trimmer. Every name has its length
// before it, so that no name can pass for something else. How long to search is
// no part of it.
func KeyTo(p *trim.Problem) string {
	var b []byte
	number := func(n int64) { b = binary.AppendVarint(b, n) }
	flag := func(on bool) {
		b = append(b, 0)
		if on {
			b[len(b)-1] = 1
		}
	}
	text := func(s string) {
		number(int64(len(s)))
		b = append(b, s...)
	}
	number(int64(len(p.Pieces)))
	for _, q := range p.Pieces {
		text(q.Name)
		text(q.Paper)
		text(string(q.Grain))
		number(int64(q.Size.Width))
		number(int64(q.Size.Height))
		number(int64(q.Count))
	}
	for _, s := range p.Sheets {
		text(s.Name)
		text(s.Paper)
		text(string(s.Grain))
		number(int64(s.Size.Width))
		number(int64(s.Size.Height))
		number(int64(s.Count))
		flag(s.Buy)
		flag(s.Kept)
		number(int64(s.Price))
		flag(s.Priced)
		number(int64(s.Caliper))
	}
	number(int64(p.Limits.Longest))
	number(int64(p.Limits.Deepest))
	number(int64(p.Stack))
	number(int64(p.Minute))
	return string(b)
}
