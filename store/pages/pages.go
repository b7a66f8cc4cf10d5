// Package pages reads the rows of an SQLite file page by page, without SQLite: as
// many as can be read of one that is damaged. The layout is the one that SQLite's
// file format has had since its version 3: pages of one size, table trees whose
// leaves hold rows, chains of pages for what does not fit into a leaf, and a log
// beside the file whose pages count instead of the file's once they are committed.
package pages

import (
	"encoding/binary"
	"errors"
	"math"
)

// size is that of a page in bytes: SQLite's usual one, which data files have had
// from the first. A damaged head is not asked. Nothing is reserved at a page's end.
const size = 4096

// Kinds of pages of a tree.
const (
	inTable, leafOfTable = 0x05, 0x0d
	inIndex, leafOfIndex = 0x02, 0x0a
)

// File is a file in pages, numbered from 1.
type File struct {
	pages [][]byte
	over  map[int][]byte // committed in the log, instead of the file's
}

// Read takes a file and its log apart; the log may be empty. The slices stay in use.
func Read(file, log []byte) *File {
	f := &File{over: map[int][]byte{}}
	for len(file) >= size {
		f.pages = append(f.pages, file[:size])
		file = file[size:]
	}
	f.takeOver(log)
	return f
}

// takeOver lets the log's pages count, up to its last commit that is whole.
func (f *File) takeOver(log []byte) {
	const head, frame = 32, 24
	if len(log) < head {
		return
	}
	var order binary.ByteOrder = binary.LittleEndian
	switch binary.BigEndian.Uint32(log) {
	case 0x377f0682:
	case 0x377f0683:
		order = binary.BigEndian
	default:
		return
	}
	sum := checksum(order, log[:24], [2]uint32{})
	if said := [2]uint32{binary.BigEndian.Uint32(log[24:]), binary.BigEndian.Uint32(log[28:])}; said != sum {
		return
	}
	salt, waiting := string(log[16:24]), map[int][]byte{}
	for at := head; at+frame+size <= len(log); at += frame + size {
		h, page := log[at:at+frame], log[at+frame:at+frame+size]
		sum = checksum(order, page, checksum(order, h[:8], sum))
		if string(h[8:16]) != salt || (sum != [2]uint32{binary.BigEndian.Uint32(h[16:]), binary.BigEndian.Uint32(h[20:])}) {
			return
		}
		waiting[int(binary.BigEndian.Uint32(h))] = page
		if binary.BigEndian.Uint32(h[4:]) != 0 { // a commit
			for n, p := range waiting {
				f.over[n] = p
			}
			clear(waiting)
		}
	}
}

// checksum is the log's, carried on from one.
func checksum(order binary.ByteOrder, data []byte, from [2]uint32) [2]uint32 {
	a, b := from[0], from[1]
	for i := 0; i+8 <= len(data); i += 8 {
		a += order.Uint32(data[i:]) + b
		b += order.Uint32(data[i+4:]) + a
	}
	return [2]uint32{a, b}
}

// Count is how many pages there are.
func (f *File) Count() int {
	n := len(f.pages)
	for over := range f.over {
		n = max(n, over)
	}
	return n
}

// page is a page by its number; nil where there is none.
func (f *File) page(n int) []byte {
	if p, ok := f.over[n]; ok {
		return p
	}
	if n < 1 || n > len(f.pages) {
		return nil
	}
	return f.pages[n-1]
}

// Row is a row of a table: NULL is nil, whole numbers are int64, the rest float64,
// string and []byte.
type Row struct {
	ID     int64
	Values []any
	Leaf   int   // the page it is on
	Pages  []int // those it goes on on
}

// Leaf tells whether a page could be one with rows of a table.
func (f *File) Leaf(n int) bool {
	p := f.page(n)
	return p != nil && f.head(n, p)[0] == leafOfTable
}

// head is a page's own head: the first page has the file's before it.
func (f *File) head(n int, page []byte) []byte {
	if n == 1 {
		return page[100:]
	}
	return page
}

var errPage = errors.New("the page cannot be read")

// cells are the places of a page's cells, each inside the page.
func (f *File) cells(n int) (page []byte, kind byte, at []int, err error) {
	page = f.page(n)
	if page == nil {
		return nil, 0, nil, errPage
	}
	h := f.head(n, page)
	kind = h[0]
	head := 8
	switch kind {
	case leafOfTable, leafOfIndex:
	case inTable, inIndex:
		head = 12
	default:
		return page, kind, nil, errPage
	}
	count := int(binary.BigEndian.Uint16(h[3:]))
	if head+2*count > len(h) {
		return page, kind, nil, errPage
	}
	for i := range count {
		p := int(binary.BigEndian.Uint16(h[head+2*i:]))
		if p < head || p >= size {
			return page, kind, at, errPage
		}
		at = append(at, p)
	}
	return page, kind, at, nil
}

// Rows reads the rows of a leaf; bad counts what cannot be read of it, and is -1
// where that is the page as a whole.
func (f *File) Rows(n int) (rows []Row, bad int) {
	page, kind, at, err := f.cells(n)
	if kind != leafOfTable || err != nil && len(at) == 0 {
		return nil, -1
	}
	if err != nil {
		bad++
	}
	for _, p := range at {
		row, err := f.row(page, p)
		if err != nil {
			bad++
			continue
		}
		row.Leaf = n
		rows = append(rows, row)
	}
	return rows, bad
}

func (f *File) row(page []byte, at int) (Row, error) {
	long, n := varint(page[at:])
	id, m := varint(page[min(at+n, len(page)):])
	if n == 0 || m == 0 {
		return Row{}, errPage
	}
	text, more, err := f.payload(page, at+n+m, long, size-35)
	if err != nil {
		return Row{}, err
	}
	values, err := record(text)
	return Row{ID: id, Values: values, Pages: more}, err
}

// payload gathers what a cell holds, from the page and those it goes on on; most is
// how much a page holds of it at most.
func (f *File) payload(page []byte, at int, long int64, most int) (out []byte, more []int, err error) {
	if long < 0 || long > int64(f.Count()+1)*size {
		return nil, nil, errPage
	}
	here := int(long)
	if here > most {
		least := (size-12)*32/255 - 23
		here = least + (int(long)-least)%(size-4)
		if here > most {
			here = least
		}
	}
	if at+here > size {
		return nil, nil, errPage
	}
	out = append(out, page[at:at+here]...)
	if here == int(long) {
		return out, nil, nil
	}
	if at+here+4 > size {
		return nil, nil, errPage
	}
	next := int(binary.BigEndian.Uint32(page[at+here:]))
	for len(out) < int(long) {
		p := f.page(next)
		if p == nil || len(more) > f.Count() {
			return nil, nil, errPage
		}
		more = append(more, next)
		next = int(binary.BigEndian.Uint32(p))
		out = append(out, p[4:4+min(int(long)-len(out), size-4)]...)
	}
	if next != 0 {
		return nil, nil, errPage
	}
	return out, more, nil
}

// record reads a row's values.
func record(text []byte) ([]any, error) {
	head, n := varint(text)
	if n == 0 || head < int64(n) || head > int64(len(text)) {
		return nil, errPage
	}
	kinds, body := text[n:head], text[head:]
	var out []any
	for len(kinds) > 0 {
		kind, n := varint(kinds)
		if n == 0 {
			return nil, errPage
		}
		kinds = kinds[n:]
		long := width(kind)
		if long < 0 || long > int64(len(body)) {
			return nil, errPage
		}
		out = append(out, value(kind, body[:long]))
		body = body[long:]
	}
	if len(body) > 0 {
		return nil, errPage
	}
	return out, nil
}

// width is how many bytes a value of a kind takes; -1 for kinds there are not.
func width(kind int64) int64 {
	switch {
	case kind < 0 || kind == 10 || kind == 11:
		return -1
	case kind >= 12:
		return (kind - 12) / 2
	}
	return [...]int64{0, 1, 2, 3, 4, 6, 8, 8, 0, 0}[kind]
}

func value(kind int64, b []byte) any {
	switch {
	case kind == 0:
		return nil
	case kind == 7:
		return math.Float64frombits(binary.BigEndian.Uint64(b))
	case kind == 8, kind == 9:
		return kind - 8
	case kind >= 12 && kind%2 == 0:
		return append([]byte{}, b...)
	case kind >= 12:
		return string(b)
	}
	n := int64(int8(b[0])) // whole numbers, the first byte with the sign
	for _, one := range b[1:] {
		n = n<<8 | int64(one)
	}
	return n
}

// varint reads a number of one to nine bytes; n is nought where there is none.
func varint(b []byte) (v int64, n int) {
	var u uint64
	for i := 0; i < len(b) && i < 9; i++ {
		if i == 8 {
			return int64(u<<8 | uint64(b[i])), 9
		}
		u = u<<7 | uint64(b[i]&0x7f)
		if b[i] < 0x80 {
			return int64(u), i + 1
		}
	}
	return 0, 0
}
