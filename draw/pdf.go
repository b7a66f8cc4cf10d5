package draw

import (
	"fmt"
	"io"
	"math"
	"strings"

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

// PDF writes a part at 1:1, over as many pages as it takes. Every page carries
// a check ruler, and marks where the next one laps over it.
func PDF(w io.Writer, p Part, unit measure.Unit, title string) error {
	_, pw, ph := paperOf(unit)
	roomW, roomH := pw-2*pageMargin, ph-2*pageMargin-pageHeading
	f := newPDF(unit, title)
	t := tiler{f: f, say: f.UnicodeTranslatorFromDescriptor(""), roomW: roomW, roomH: roomH, unit: unit}
	cols, rows := tiles(p.Width, roomW), tiles(p.Height, roomH)
	for r := range rows {
		for c := range cols {
			f.AddPage()
			t.heading(title, p, c, r, cols, rows)
			t.tile(p, float64(c)*(roomW-pageLap), float64(r)*(roomH-pageLap), c, r, cols, rows)
		}
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
	f            *fpdf.Fpdf
	say          func(string) string
	roomW, roomH float64
	unit         measure.Unit
}

func (t *tiler) heading(title string, p Part, c, r, cols, rows int) {
	t.f.SetTextColor(30, 40, 60)
	t.f.SetFont("Helvetica", "B", 10)
	text := title + ", " + p.Name
	if cols*rows > 1 {
		text += fmt.Sprintf(", page %d of %d (row %d, column %d)", r*cols+c+1, rows*cols, r+1, c+1)
	}
	t.f.Text(pageMargin, pageMargin+4, t.say(text))
	t.ruler()
}

// ruler prints 50 mm and 2 in, to hold a ruler against before cutting.
func (t *tiler) ruler() {
	t.f.SetFont("Helvetica", "", 7)
	t.f.SetDrawColor(30, 40, 60)
	t.f.SetLineWidth(0.2)
	y := float64(pageMargin + 10)
	bar := func(x, length float64, parts int, text string) {
		t.f.Line(x, y, x+length, y)
		for i := range parts + 1 {
			at := x + length*float64(i)/float64(parts)
			t.f.Line(at, y-2, at, y)
		}
		t.f.Text(x+length+1.5, y, text)
	}
	bar(pageMargin, 50, 5, "50 mm")
	bar(pageMargin+70, 50.8, 4, "2 in")
	t.f.Text(pageMargin+136, y, "print at 100 %, not fitted")
}

// tile draws what of the part lies on one page.
func (t *tiler) tile(p Part, x0, y0 float64, c, r, cols, rows int) {
	left, top := float64(pageMargin), float64(pageMargin+pageHeading)
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
	t.pen(20, 20, 20, nil)
	lines(p.Cut, true)
	t.f.SetFont("Helvetica", "", 8)
	t.f.SetTextColor(90, 90, 90)
	for _, n := range p.Notes {
		text := t.say(n.Text)
		t.f.Text(left+n.At[0]-x0-t.f.GetStringWidth(text)/2, top+n.At[1]-y0, text)
	}
	t.f.ClipEnd()
	t.laps(left, top, c, r, cols, rows)
}

func (t *tiler) pen(r, g, b int, dash []float64) {
	t.f.SetDrawColor(r, g, b)
	t.f.SetLineWidth(0.2)
	t.f.SetDashPattern(dash, 0)
}

// laps marks the lines on which the next pages are laid.
func (t *tiler) laps(left, top float64, c, r, cols, rows int) {
	t.pen(150, 150, 150, []float64{1, 2})
	mark := func(x1, y1, x2, y2 float64) { t.f.Line(x1, y1, x2, y2) }
	if c > 0 {
		mark(left+pageLap, top, left+pageLap, top+t.roomH)
	}
	if c+1 < cols {
		mark(left+t.roomW-pageLap, top, left+t.roomW-pageLap, top+t.roomH)
	}
	if r > 0 {
		mark(left, top+pageLap, left+t.roomW, top+pageLap)
	}
	if r+1 < rows {
		mark(left, top+t.roomH-pageLap, left+t.roomW, top+t.roomH-pageLap)
	}
	t.f.SetDashPattern(nil, 0)
}

// CutListPDF writes the batch's cut list: the guide's settings in order, and
// every way a sheet is cut, drawn small with its cuts numbered.
func CutListPDF(w io.Writer, p *plan.Plan) error {
	title := titleOf(p)
	f := newPDF(p.Unit, title)
	l := lister{f: f, say: f.UnicodeTranslatorFromDescriptor("")}
	_, l.pageW, l.pageH = paperOf(p.Unit)
	l.page()
	l.text("B", 15, title)
	l.text("", 10, p.CutPlan.Text+". "+p.CutPlan.Bound)
	for _, q := range p.CutPlan.Pieces {
		l.text("", 9, fmt.Sprintf("%d x %s, %s x %s %s", q.Count, q.Name, q.Width.Text, q.Height.Text, q.Paper))
	}
	l.text("I", 8, "Guard down, fingers behind the guide, blade capped when it rests.")
	l.gap(3)
	for _, s := range p.CutPlan.Steps {
		l.step(s)
	}
	l.gap(4)
	for i, s := range p.CutPlan.Sheets {
		l.sheet(s, sheet(p.CutPlan.Sheets[i]))
	}
	for _, o := range p.CutPlan.Offcuts {
		l.text("", 9, "Keep "+o.Text+" "+o.Paper)
	}
	return f.Output(w)
}

func titleOf(p *plan.Plan) string {
	if p.Title != "" {
		return p.Title
	}
	return "Card " + p.Card.Text
}

// lister writes down a page and starts the next when it is full.
type lister struct {
	f            *fpdf.Fpdf
	say          func(string) string
	y            float64
	pageW, pageH float64
}

func (l *lister) page() {
	l.f.AddPage()
	l.f.SetTextColor(30, 40, 60)
	l.y = pageMargin
}

// room starts a new page unless so many millimetres are left on this one.
func (l *lister) room(mm float64) {
	if l.y+mm > l.pageH-pageMargin {
		l.page()
	}
}

func (l *lister) gap(mm float64) { l.y += mm }

func (l *lister) text(style string, points float64, text string) {
	l.f.SetFont("Helvetica", style, points)
	for _, line := range l.f.SplitText(plain(text), l.pageW-2*pageMargin) {
		l.room(points * 0.5)
		l.y += points * 0.5
		l.f.Text(pageMargin, l.y, l.say(line))
	}
}

// plain writes signs the page's standard fonts do not have in letters they do.
func plain(s string) string { return strings.NewReplacer("×", "x", "−", "-").Replace(s) }

func (l *lister) step(s plan.CutStep) {
	l.room(9)
	l.f.SetFont("Helvetica", "B", 14)
	l.f.Text(pageMargin, l.y+6, l.say(fmt.Sprintf("%d  set %s", s.Step, s.Set.Text)))
	l.f.SetFont("Helvetica", "", 9)
	for i, line := range l.f.SplitText(s.Text, l.pageW-2*pageMargin-62) {
		if i > 0 {
			l.y += 4
		}
		l.f.Text(pageMargin+62, l.y+6, l.say(line))
	}
	l.y += 8
}

// sheet draws one way of cutting, 70 mm high at most.
func (l *lister) sheet(s plan.CutSheet, d Drawing) {
	scale := min(70/d.Hi[1], 90/d.Hi[0])
	l.room(d.Hi[1]*scale + 12)
	l.text("B", 10, fmt.Sprintf("%s: %d x %s %s", s.Letter, s.Count, s.Name, s.Paper))
	l.gap(2)
	at := func(q Point) (float64, float64) { return pageMargin + q[0]*scale, l.y + q[1]*scale }
	l.f.SetLineWidth(0.2)
	for _, shape := range d.Shapes {
		l.f.SetDrawColor(60, 60, 60)
		if shape.Kind == "trim" {
			l.f.SetDrawColor(180, 40, 30)
		}
		for i := range shape.Points {
			if i == 0 && shape.Open {
				continue
			}
			ax, ay := at(shape.Points[(i+len(shape.Points)-1)%len(shape.Points)])
			bx, by := at(shape.Points[i])
			l.f.Line(ax, ay, bx, by)
		}
	}
	for _, label := range d.Labels {
		l.f.SetFont("Helvetica", map[bool]string{true: "B"}[label.Kind == "number"], 7)
		text := l.say(plain(label.Text))
		x, y := at(label.At)
		l.f.Text(x-l.f.GetStringWidth(text)/2, y+1, text)
	}
	x := pageMargin + d.Hi[0]*scale + 6
	l.f.SetFont("Helvetica", "", 9)
	for i, c := range s.Cuts {
		l.f.Text(x, l.y+4+float64(i)*4.2, l.say(fmt.Sprintf("%d  %s", c.Step, c.Text)))
	}
	l.y += max(d.Hi[1]*scale, 4.2*float64(len(s.Cuts))) + 6
}
