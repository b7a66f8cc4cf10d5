package pages

import "encoding/binary"

// Table is a table as the file itself lists it.
type Table struct {
	Name string
	Root int
	Keys int // the root of the index of its key; nought where there is none that is listed
}

// Tables are the tables that the file lists, as far as that list can be read; whole
// tells whether all of it could be.
func (f *File) Tables() (out []Table, whole bool) {
	keys := map[string]int{}
	w := f.Walk(1)
	for _, n := range w.Leaves {
		rows, bad := f.Rows(n)
		if bad != 0 {
			w.Bad = append(w.Bad, n)
		}
		for _, r := range rows {
			if len(r.Values) < 4 {
				continue
			}
			kind, _ := r.Values[0].(string)
			name, _ := r.Values[1].(string)
			of, _ := r.Values[2].(string)
			root, _ := r.Values[3].(int64)
			switch {
			case kind == "table" && root > 0:
				out = append(out, Table{Name: name, Root: int(root)})
			case kind == "index" && name == "sqlite_autoindex_"+of+"_1":
				keys[of] = int(root)
			}
		}
	}
	for i := range out {
		out[i].Keys = keys[out[i].Name]
	}
	return out, len(w.Bad) == 0 && len(out) > 0
}

// Walked is what there is below the root of a table.
type Walked struct {
	Leaves []int // in the order of their rows
	Bad    []int // pages that lead nowhere
}

// Walk goes through a table's tree from its root to its leaves.
func (f *File) Walk(root int) (w Walked) {
	seen := map[int]bool{}
	var down func(n int)
	down = func(n int) {
		if seen[n] {
			w.Bad = append(w.Bad, n)
			return
		}
		seen[n] = true
		page, kind, at, err := f.cells(n)
		switch {
		case kind == leafOfTable && page != nil:
			w.Leaves = append(w.Leaves, n)
			return
		case kind != inTable || page == nil:
			w.Bad = append(w.Bad, n)
			return
		case err != nil:
			w.Bad = append(w.Bad, n)
		}
		for _, p := range at {
			if p+4 <= len(page) {
				down(int(binary.BigEndian.Uint32(page[p:])))
			}
		}
		down(int(binary.BigEndian.Uint32(f.head(n, page)[8:])))
	}
	down(root)
	return w
}

// Keys are the entries of an index, each without the number of its row. Whole tells
// whether all of them could be read.
func (f *File) Keys(root int) (out [][]any, whole bool) {
	whole = true
	seen := map[int]bool{}
	var down func(n int)
	down = func(n int) {
		page, kind, at, err := f.cells(n)
		if seen[n] || err != nil || kind != inIndex && kind != leafOfIndex {
			whole = false
			return
		}
		seen[n] = true
		for _, p := range at {
			if kind == inIndex {
				if p+4 > len(page) {
					whole = false
					continue
				}
				down(int(binary.BigEndian.Uint32(page[p:])))
				p += 4
			}
			long, k := varint(page[min(p, len(page)):])
			text, _, err := f.payload(page, p+k, long, (size-12)*64/255-23)
			values, recordErr := record(text)
			if k == 0 || err != nil || recordErr != nil || len(values) == 0 {
				whole = false
				continue
			}
			out = append(out, values[:len(values)-1])
		}
		if kind == inIndex {
			down(int(binary.BigEndian.Uint32(f.head(n, page)[8:])))
		}
	}
	down(root)
	return out, whole
}

// Free are the pages that the file lists as free; what is on them was given up.
func (f *File) Free() map[int]bool {
	out := map[int]bool{}
	first := f.page(1)
	if len(first) < 100 {
		return out
	}
	for trunk := int(binary.BigEndian.Uint32(first[32:])); trunk != 0 && !out[trunk]; {
		page := f.page(trunk)
		if page == nil {
			return out
		}
		out[trunk] = true
		for i := range min(int(binary.BigEndian.Uint32(page[4:])), size/4-2) {
			out[int(binary.BigEndian.Uint32(page[8+4*i:]))] = true
		}
		trunk = int(binary.BigEndian.Uint32(page))
	}
	return out
}
