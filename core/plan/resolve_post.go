package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func (r *resolver) postOf(j Job) {
	p := j.Post
	if p == nil {
		p = &PostSpec{}
	}
	ids := p.Carriers
	if len(ids) == 0 {
		ids = []string{"us"}
		us, _ := r.catalog.Carrier("us")
		r.assume("post.carriers", "%s", us.Name)
	}
	for i, id := range ids {
		c, ok := r.catalog.Carrier(id)
		if !ok {
			var known []string
			for _, c := range r.catalog.Carriers {
				known = append(known, c.ID)
			}
			r.fail(fmt.Sprintf("post.carriers[%d]", i), "%q is not a carrier here; known are %s", shortName(id), strings.Join(known, ", "))
			continue
		}
		r.carriers = append(r.carriers, c)
	}
	switch p.Address {
	case "", "long":
	case "short":
		r.short = true
	default:
		r.fail("post.address", `%q is not a side; try "long" or "short"`, shortName(p.Address))
	}
	r.closure, r.contents = p.Closure, p.Contents
	r.handedIn(p)
}

// handedIn reads how the piece is handed in, beyond its carriers.
func (r *resolver) handedIn(p *PostSpec) {
	r.wrapping = p.Wrapping
	if p.Wrapping == "paper" {
		r.wrapping = ""
	}
	switch p.Shape {
	case "", "rectangular":
	case "odd":
		r.odd = true
	default:
		r.fail("post.shape", `%q is not a shape; try "rectangular" or "odd"`, shortName(p.Shape))
	}
	words := map[string]card.Bend{"easy": card.Easy, "borderline": card.Borderline, "rigid": card.TooRigid}
	if p.Bend != "" {
		b, ok := words[p.Bend]
		if !ok {
			r.fail("post.bend", `%q is not how it bends; try "easy", "borderline" or "rigid"`, shortName(p.Bend))
		}
		r.tested = &b
	}
	r.gauge = r.optional("post.gauge", p.Gauge, bounds{measure.Inch / 64, 6 * measure.Inch}, 0)
}
