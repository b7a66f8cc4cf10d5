// Package shelf describes what is on hand: sheets and envelopes with their
// counts, as they are kept, and as they travel in and out as CSV.
package shelf

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// The kinds of things on a shelf.
const (
	Sheets    = "sheet"
	Envelopes = "envelope"
)

// MostCount bounds how many of one thing a shelf holds.
const MostCount = 100_000

// Item is one thing on the shelf. Size is a catalogue name, or a measured width
// and height; lengths, weights and prices are text as people type them.
type Item struct {
	Kind    string     `json:"kind" enum:"sheet,envelope"`
	Size    job.Bought `json:"size"`
	Paper   string     `json:"paper,omitempty" doc:"the paper's name, as jobs ask for it"`
	Colour  string     `json:"colour,omitempty"`
	Weight  string     `json:"weight,omitempty" doc:"110 lb cover, 300 g"`
	Grain   string     `json:"grain,omitempty" doc:"long or short"`
	Caliper string     `json:"caliper,omitempty"`
	Price   string     `json:"price,omitempty" doc:"of one"`
	Count   int        `json:"count"`
}

// Check gives everything wrong with an item, each problem naming its field.
func (i Item) Check(cat *catalog.Catalog) job.Problems {
	var out job.Problems
	fail := func(field, format string, args ...any) {
		out = append(out, job.Problem{Field: field, Text: fmt.Sprintf(format, args...)})
	}
	if i.Kind != Sheets && i.Kind != Envelopes {
		fail("kind", `%q is not kept on a shelf; try sheet or envelope`, i.Kind)
	}
	i.checkSize(cat, fail)
	if i.Weight != "" {
		if _, err := card.ParsePaper(i.Weight); err != nil {
			fail("weight", "%s", err)
		}
	}
	if i.Grain != "" && i.Grain != "long" && i.Grain != "short" {
		fail("grain", `%q is not a way of the grain; try "long" or "short"`, i.Grain)
	}
	if i.Caliper != "" {
		if l, err := measure.Parse(i.Caliper, measure.Millimetres); err != nil {
			fail("caliper", "%s", err)
		} else if l <= 0 || l > 10*measure.Millimetre {
			fail("caliper", "%q is not the thickness of a sheet; try 0.3 mm", i.Caliper)
		}
	}
	if i.Price != "" {
		if _, err := measure.ParseMoney(i.Price); err != nil {
			fail("price", "%q is not a price; try 0.35", i.Price)
		}
	}
	if i.Colour != "" && !brief.IsColour(i.Colour) {
		fail("colour", "%q is not a colour; try #e8c15a", i.Colour)
	}
	if i.Count < 0 || i.Count > MostCount {
		fail("count", "%d is not a number of sheets or envelopes; try 25", i.Count)
	}
	if utf8.RuneCountInString(i.Paper) > 80 {
		fail("paper", "longer than 80 letters; try Dune cover")
	}
	return out
}

func (i Item) checkSize(cat *catalog.Catalog, fail func(field, format string, args ...any)) {
	if i.Size.ID != "" {
		_, sheet := cat.Sheet(i.Size.ID)
		_, envelope := cat.Format(i.Size.ID)
		if i.Kind == Sheets && !sheet {
			fail("size", `%q is not a sheet; try "us-letter", "iso-a4" or a width and height`, i.Size.ID)
		}
		if i.Kind == Envelopes && !envelope {
			fail("size", `%q is not an envelope format; try "us-a7", "iso-c6" or a width and height`, i.Size.ID)
		}
		return
	}
	for _, side := range []struct{ field, text string }{{"size.width", string(i.Size.Width)}, {"size.height", string(i.Size.Height)}} {
		l, err := measure.Parse(side.text, measure.Inches)
		if err != nil {
			fail(side.field, "%s", err)
		} else if l < measure.Inch/2 || l > 48*measure.Inch {
			fail(side.field, "%q is not between 1/2 in and 48 in; try 5 1/2 in", side.text)
		}
	}
}

// Measured is how large a thing is, and what such a one is called; an offcut or an odd size has no name.
func (i Item) Measured(cat *catalog.Catalog) (name string, width, height measure.Length) {
	if sheet, ok := cat.Sheet(i.Size.ID); ok && i.Kind == Sheets {
		return sheet.Name, sheet.Width, sheet.Height
	}
	if f, ok := cat.Format(i.Size.ID); ok {
		return f.Name, f.Width, f.Height
	}
	return "", side(i.Size.Width), side(i.Size.Height)
}

// side is a side of what is kept, which was checked when it came in.
func side(text job.Length) measure.Length {
	l, _ := measure.Parse(string(text), measure.Inches)
	return l
}

// SameSize tells whether two things are as large, however that was typed.
func (i Item) SameSize(o Item, cat *catalog.Catalog) bool {
	_, w, h := i.Measured(cat)
	_, ow, oh := o.Measured(cat)
	return w == ow && h == oh
}

// Like tells whether two things are the same but for how many there are, however their sizes were typed.
func (i Item) Like(o Item, cat *catalog.Catalog) bool {
	alike := i.SameSize(o, cat)
	i.Size, o.Size, i.Count, o.Count = job.Bought{}, job.Bought{}, 0, 0
	return alike && i == o
}

// SizeText is an item's size as it is written in a list: a catalogue name, or "9 in x 12 in".
func (i Item) SizeText() string {
	if i.Size.ID != "" {
		return i.Size.ID
	}
	return withUnit(string(i.Size.Width)) + " x " + withUnit(string(i.Size.Height))
}

// withUnit gives a bare number the inches it is read in.
func withUnit(text string) string {
	l, err := measure.Parse(text, measure.Inches)
	if err != nil || strings.ContainsAny(text, "mcin\"") {
		return text
	}
	return l.Text(measure.Inches)
}

// parseSize reads what SizeText writes.
func parseSize(text string) job.Bought {
	if w, h, ok := strings.Cut(strings.ReplaceAll(text, "×", "x"), " x "); ok {
		return job.Bought{Width: job.Length(strings.TrimSpace(w)), Height: job.Length(strings.TrimSpace(h))}
	}
	return job.Bought{ID: strings.TrimSpace(text)}
}

// ForJob is so many of a sheet as a job takes them, every length with the unit it is
// kept in: a job reads a bare figure in its own.
func (i Item) ForJob(id string, free int) job.StockSpec {
	size := i.Size
	if size.ID == "" {
		size.Width, size.Height = job.Length(withUnit(string(size.Width))), job.Length(withUnit(string(size.Height)))
	}
	out := job.StockSpec{Item: id, Sheet: &size, Count: free, Paper: i.Paper, Grain: i.Grain, Price: i.Price, Colour: i.Colour, Weight: i.Weight}
	if l, err := measure.Parse(i.Caliper, measure.Millimetres); err == nil {
		out.Caliper = job.Length(l.Text(measure.System(i.Caliper, measure.Millimetres)))
	}
	return out
}
