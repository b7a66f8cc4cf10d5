package brief

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// reader reads a job's texts and gathers what is wrong with them.
type reader struct {
	Brief
	problems job.Problems
	papers   map[string]string // names as first typed, by their small letters
}

// Read settles a job by a catalogue. The error is a job.Problems, each naming its field.
func Read(j job.Job, cat *catalog.Catalog) (*Brief, error) {
	r := &reader{Brief: Brief{Title: j.Title, Catalog: cat}}
	r.home(j.Home)
	r.units(j)
	r.tools(j)
	r.materials(j.Materials)
	postReader{r}.stamps(j.Stamps)
	stockReader{r}.sheet(j)
	buildReader{r}.layers(j)
	buildReader{r}.build(j)
	cardReader{r}.card(j)
	stockReader{r}.stock(j)
	blankReader{r}.blank(j)
	postReader{r}.post(j)
	r.extras(j.Extras)
	r.due(j)
	if utf8.RuneCountInString(j.Notes) > mostNotes {
		r.fail("notes", "longer than %d letters; try: the pattern has a top", mostNotes)
	}
	if len(r.problems) > 0 {
		return nil, r.problems
	}
	return &r.Brief, nil
}

// ReadTable settles what several jobs share at one table: the unit, the tools and
// the stock of a job without a card. The error is a job.Problems.
func ReadTable(j job.Job, cat *catalog.Catalog) (*Brief, error) {
	r := &reader{Brief: Brief{Title: j.Title, Catalog: cat, Quantity: 1}}
	r.home(j.Home)
	r.units(j)
	r.tools(j)
	stockReader{r}.sheet(j)
	stockReader{r}.stock(j)
	if len(r.problems) > 0 {
		return nil, r.problems
	}
	return &r.Brief, nil
}

func (r *reader) fail(field, format string, args ...any) { r.problems.Failf(field, format, args...) }

func (r *reader) assume(what Assumption) { r.Assumed = append(r.Assumed, what) }

// extras reads what is made besides.
func (r *reader) extras(names []string) {
	for i, name := range names {
		e := Extra(name)
		if !slices.Contains(Extras, e) {
			r.fail(fmt.Sprintf("extras[%d]", i), `%q is not made besides; try "band" or "gauge"`, job.Quoted(name))
		} else if !r.With(e) {
			r.Extras = append(r.Extras, e)
		}
	}
}

// mostNotes bounds a job's notes in letters.
const mostNotes = 2000

// mostCards bounds a batch.
const mostCards = 100_000

// home reads where the job is posted from.
func (r *reader) home(id string) {
	if id == "" {
		return
	}
	if home, ok := r.Catalog.Carrier(id); ok && !home.Everywhere {
		r.Home = home
	} else {
		r.fail("home", "%q is not a carrier one posts from here; known are %s", job.Quoted(id), strings.Join(r.Catalog.Homes(), ", "))
	}
}

func (r *reader) units(j job.Job) {
	r.Unit = job.UnitOf(j, r.Home)
	switch r.Unit {
	case measure.Inches, measure.Millimetres:
	default:
		r.fail("unit", `%q is not a unit; try "in" or "mm"`, j.Unit)
		r.Unit = measure.Inches
	}
	if r.Sold = r.Unit; r.Home != nil {
		r.Sold = r.Home.Sold()
	}
	r.Ruler = measure.DefaultRuler(r.Unit)
	if j.Ruler != "" {
		ruler, err := measure.ParseRuler(j.Ruler)
		if err != nil {
			r.fail("ruler", "%s", err)
		} else {
			r.Ruler = ruler
		}
	}
	r.Quantity = max(j.Quantity, 1)
	if j.Quantity < 0 || j.Quantity > mostCards {
		r.fail("quantity", "%d is not a number of cards; try 80", j.Quantity)
	}
}

// length reads a length that must be there and lie within bounds.
func (r *reader) length(field string, text job.Length, b Bounds) measure.Length {
	l, err := measure.Parse(string(text), r.Unit)
	if err != nil {
		r.fail(field, "%s", err)
		return 0
	}
	if l < b.Least || l > b.Most {
		r.fail(field, "%q is not between %s and %s; try %s", string(text), b.Least.Text(r.Unit), b.Most.Text(r.Unit), b.Example(r.Unit))
		return 0
	}
	return l
}

func (r *reader) optional(field string, text job.Length, b Bounds, otherwise measure.Length) measure.Length {
	if strings.TrimSpace(string(text)) == "" {
		return otherwise
	}
	return r.length(field, text, b)
}

func (r *reader) size(field string, width, height job.Length) card.Size {
	return card.Size{Width: r.length(field+".width", width, Pieces), Height: r.length(field+".height", height, Pieces)}
}

// weight reads what was weighed; absent is nothing.
func (r *reader) weight(field string, text job.Mass) measure.Mass {
	if text == "" {
		return 0
	}
	w, err := measure.ParseMass(string(text), r.Unit)
	if err != nil {
		r.fail(field, "%s", err)
	} else if w <= 0 || w > 20_000*measure.Gram {
		r.fail(field, "%q is not the weight of a card; try 1.2 oz", job.Quoted(string(text)))
	}
	return w
}

// paperName is the name of a paper as it was typed first: names that differ in
// their capitals alone are one paper's.
func (r *reader) paperName(text string) string {
	name := strings.TrimSpace(text)
	key := strings.ToLower(name)
	if known, ok := r.papers[key]; ok {
		return known
	}
	if r.papers == nil {
		r.papers = map[string]string{}
	}
	r.papers[key] = name
	return name
}
