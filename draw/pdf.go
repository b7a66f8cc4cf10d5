package draw

import (
	"fmt"
	"io"
	"math"

	"codeberg.org/go-pdf/fpdf"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
)

// The printed page, in millimetres: what a desk printer leaves free round it,
// how far tiles lap over each other, and room above for the page's heading.
const (
	pageMargin  = 10
	pageLap     = 10
	pageHeading = 16
)

// paperOf is the size a printer is loaded with where the job's unit is used.
func paperOf(u measure.Unit) (name string, w, h float64) {
	if u == measure.Inches {
		return "Letter", 215.9, 279.4
	}
	return "A4", 210, 297
}

func newPDF(unit measure.Unit, title string) *fpdf.Fpdf {
	name, _, _ := paperOf(unit)
	f := fpdf.New("P", "mm", name, "")
	f.SetMargins(pageMargin, pageMargin, pageMargin)
	f.SetAutoPageBreak(false, pageMargin)
	f.SetTitle(title, true)
	f.SetCreator("Yellow Parcel", true)
	return f
}

var pdfFormat = Format{
	Name: "pdf", Media: "application/pdf", Extension: "pdf", Says: "true size on paper, with a check ruler",
	SaysOf: map[string]string{Cuts: "the list, with every sheet drawn", WorkSheet: "the whole job, with boxes to tick"},
	Outline: func(w io.Writer, p Template, of Source) error {
		return PDF(w, p, of.Plan.Unit, plan.Heading(of.Result))
	},
	List: map[string]func(io.Writer, Source) error{Cuts: cutListPDF, WorkSheet: workSheetPDF},
}

// PDF writes a part at 1:1, turned and placed so that it takes the fewest pages.
// Every page carries a check ruler, and marks where the next one laps over it.
func PDF(w io.Writer, p Template, unit measure.Unit, title string) error {
	_, pw, ph := paperOf(unit)
	f := newPDF(unit, title)
	t := tiler{typesetter: newTypesetter(f), spread: spreadOver(p, pw, ph), title: title}
	way := "P"
	if t.lying {
		way = "L"
	}
	for i, at := range t.pages {
		f.AddPageFormat(way, fpdf.SizeType{Wd: pw, Ht: ph})
		t.heading(i, at)
		t.tile(at)
	}
	return f.Output(w)
}

// tiles is how many pages it takes to cover a length when each laps over the one before.
func tiles(length, room float64) int {
	if length <= room+1e-6 {
		return 1
	}
	return 1 + int(math.Ceil((length-room)/(room-pageLap)-1e-6))
}

type tiler struct {
	spread
	typesetter
	title string
}

// Sizes of type in points: what stands on a template is read at arm's length.
const (
	headingType = 12
	noteType    = 11
	rulerType   = 10
)

func (t *tiler) heading(i int, at tile) {
	t.f.SetTextColor(30, 40, 60)
	text := t.title + ", " + t.part.Name
	if len(t.pages) > 1 {
		text += fmt.Sprintf(", page %d of %d (row %d, column %d)", i+1, len(t.pages), at.row+1, at.col+1)
	}
	t.set(pageMargin, pageMargin+4, text, style{true, headingType})
	t.ruler()
}

// ruler prints 50 mm and 2 in, to hold a ruler against before cutting.
func (t *tiler) ruler() {
	t.f.SetDrawColor(30, 40, 60)
	t.f.SetLineWidth(0.2)
	y := float64(pageMargin + 10)
	bar := func(x, length float64, parts int, text string) {
		t.f.Line(x, y, x+length, y)
		for i := range parts + 1 {
			at := x + length*float64(i)/float64(parts)
			t.f.Line(at, y-2, at, y)
		}
		t.set(x+length+1.5, y, text, style{false, rulerType})
	}
	bar(pageMargin, 50, 5, "50 mm")
	bar(pageMargin+70, 50.8, 4, "2 in")
	t.set(pageMargin+148, y, "print at 100 %, not fitted", style{false, rulerType})
}

// tile draws what of the part lies on one page.
func (t *tiler) tile(at tile) {
	left, top := float64(pageMargin), float64(pageMargin+pageHeading)
	x0, y0 := t.corner(at)
	p := t.part
	t.f.ClipRect(left-0.2, top-0.2, t.roomW+0.4, t.roomH+0.4, false)
	lines := func(all [][]Point, closed bool) {
		for _, pts := range all {
			for i := range pts {
				if i == 0 && !closed {
					continue
				}
				a, b := pts[(i+len(pts)-1)%len(pts)], pts[i]
				t.f.Line(left+a[0]-x0, top+a[1]-y0, left+b[0]-x0, top+b[1]-y0)
			}
		}
	}
	t.pen(201, 138, 0, []float64{0.6, 0.6})
	lines(p.Glue, true)
	t.pen(31, 95, 191, []float64{3, 2})
	lines(p.Score, false)
	t.pen(138, 138, 138, nil)
	lines(p.Mark, false)
	t.pen(20, 20, 20, nil)
	lines(p.Cut, true)
	t.f.SetTextColor(90, 90, 90)
	for _, n := range p.Notes {
		t.centred(left+n.At[0]-x0, top+n.At[1]-y0, n.Text, style{false, noteType})
	}
	t.f.ClipEnd()
	t.laps(left, top, at)
}

func (t *tiler) pen(r, g, b int, dash []float64) {
	t.f.SetDrawColor(r, g, b)
	t.f.SetLineWidth(0.2)
	t.f.SetDashPattern(dash, 0)
}

// laps marks the lines on which the next pages are laid.
func (t *tiler) laps(left, top float64, at tile) {
	t.pen(150, 150, 150, []float64{1, 2})
	mark := func(x1, y1, x2, y2 float64) { t.f.Line(x1, y1, x2, y2) }
	if t.has(tile{at.col - 1, at.row}) {
		mark(left+pageLap, top, left+pageLap, top+t.roomH)
	}
	if t.has(tile{at.col + 1, at.row}) {
		mark(left+t.roomW-pageLap, top, left+t.roomW-pageLap, top+t.roomH)
	}
	if t.has(tile{at.col, at.row - 1}) {
		mark(left, top+pageLap, left+t.roomW, top+pageLap)
	}
	if t.has(tile{at.col, at.row + 1}) {
		mark(left, top+t.roomH-pageLap, left+t.roomW, top+t.roomH-pageLap)
	}
	t.f.SetDashPattern(nil, 0)
}
