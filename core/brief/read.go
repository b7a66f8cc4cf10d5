package brief

import (
	"fmt"
	"slices"
	"unicode/utf8"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
)

// Read settles a job by a catalogue. The error is a job.Problems, each naming its field.
func Read(j job.Job, cat *catalog.Catalog) (*Brief, error) {
	in := &typed{}
	on := groundOf(in, j, cat)
	tools := readTools(in, &on, j)
	on.Catalog = cat.WithMaterials(readMaterials(in, j.Materials))
	stamps := readStamps(in, j.Stamps)
	sheet := readSheet(in, &on, j)
	b := &Brief{Title: j.Title, Tools: tools, Catalog: on.Catalog, Home: on.Home, Unit: on.Unit, Sold: on.Sold, Ruler: on.Ruler, Quantity: on.Quantity}
	b.Layers = readLayers(in, &on, j)
	build := readBuild(in, &on, j)
	b.Card, b.Base, b.Envelope = readCard(in, &on, j)
	b.Card.Build, b.Card.Raised = build, len(build) > 0 || b.Layers.raised()
	b.Stock = readStock(in, &on, j, sheet)
	b.Blank = readBlank(in, &on, j)
	b.Base.of(b.Stock.OnHand, b.Blank)
	b.Post = readPost(in, &on, j)
	b.Post.Stamps = stamps
	b.Extras = readExtras(in, j.Extras)
	b.Due, b.Week, b.Weekly = readDue(in, j)
	if utf8.RuneCountInString(j.Notes) > mostNotes {
		in.fail("notes", "longer than %d letters; try: the pattern has a top", mostNotes)
	}
	if len(in.problems) > 0 {
		return nil, in.problems
	}
	b.Assumed = in.assumed
	return b, nil
}

// ReadTable settles what several jobs share at one table: the unit, the tools and
// the stock of a job without a card. The error is a job.Problems.
func ReadTable(j job.Job, cat *catalog.Catalog) (*Brief, error) {
	in := &typed{}
	on := groundOf(in, j, cat)
	b := &Brief{Title: j.Title, Tools: readTools(in, &on, j), Catalog: cat, Home: on.Home, Unit: on.Unit, Sold: on.Sold, Ruler: on.Ruler, Quantity: on.Quantity}
	b.Stock = readStock(in, &on, j, readSheet(in, &on, j))
	if len(in.problems) > 0 {
		return nil, in.problems
	}
	b.Assumed = in.assumed
	return b, nil
}

// readExtras reads what is made besides.
func readExtras(in *typed, names []string) (out []Extra) {
	for i, name := range names {
		e := Extra(name)
		if !slices.Contains(Extras, e) {
			in.fail(fmt.Sprintf("extras[%d]", i), `%q is not made besides; try "band" or "gauge"`, job.Quoted(name))
		} else if !slices.Contains(out, e) {
			out = append(out, e)
		}
	}
	return out
}

// mostNotes bounds a job's notes in letters.
const mostNotes = 2000

// mostCards bounds a batch.
const mostCards = 100_000
