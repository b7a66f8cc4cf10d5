package brief

import (
	"strings"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// ground is what everything else of a job is read on: the system it is worked in,
// what is sold where it lives, and its ruler.
type ground struct {
	Catalog  *catalog.Catalog
	Home     *post.Carrier
	Unit     measure.Unit
	Sold     measure.Unit
	Ruler    measure.Ruler
	Quantity int
}

// groundOf reads a job's ground; what else is typed is read in its unit.
func groundOf(in *typed, j job.Job, cat *catalog.Catalog) ground {
	g := ground{Catalog: cat}
	g.home(in, j.Home)
	g.units(in, j)
	in.unit, in.ruler = g.Unit, g.Ruler
	return g
}

// home reads where the job is posted from.
func (g *ground) home(in *typed, id string) {
	if id == "" {
		return
	}
	if home, ok := g.Catalog.Carrier(id); ok && !home.Everywhere {
		g.Home = home
	} else {
		in.fail("home", "%q is not a carrier one posts from here; known are %s", job.Quoted(id), strings.Join(g.Catalog.Homes(), ", "))
	}
}

func (g *ground) units(in *typed, j job.Job) {
	g.Unit = job.UnitOf(j, g.Home)
	switch g.Unit {
	case measure.Inches, measure.Millimetres:
	default:
		in.fail("unit", `%q is not a unit; try "in" or "mm"`, j.Unit)
		g.Unit = measure.Inches
	}
	if g.Sold = g.Unit; g.Home != nil {
		g.Sold = g.Home.Sold()
	}
	g.Ruler = measure.DefaultRuler(g.Unit)
	if j.Ruler != "" {
		ruler, err := measure.ParseRuler(j.Ruler)
		if err != nil {
			in.fail("ruler", "%s", err)
		} else {
			g.Ruler = ruler
		}
	}
	g.Quantity = max(j.Quantity, 1)
	if j.Quantity < 0 || j.Quantity > mostCards {
		in.fail("quantity", "%d is not a number of cards; try 80", j.Quantity)
	}
}
