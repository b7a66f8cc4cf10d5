package plan

import (
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/outline"
	"yellow-parcel/core/say"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// waysOut words what does better.
func (w postWriter) waysOut(p *document.Post, out ways.Out) {
	for _, way := range out.Ways {
		p.WaysOut = append(p.WaysOut, w.wayOut(way))
	}
	if out.None {
		p.NoWay = "No change of size, envelope, thickness, pieces or address found here does better with this carrier."
	}
}

func (w postWriter) wayOut(way ways.Way) document.WayOut {
	v := way.Verdict
	out := document.WayOut{Fix: document.Fix{Label: leverText(w.Say, way.Levers), Patch: way.Patch}, Verdict: string(v.State), Word: verdictWords[v.State], ClassName: ClassName(&v), PriceText: askPrice,
		Effort: way.Minutes, To: [2]float64{max(way.To.Width, way.To.Height).MM(), min(way.To.Width, way.To.Height).MM()}}
	if v.Met != nil {
		out.Class = v.Met.ID
	}
	if v.Priced {
		price := v.Price.Units()
		out.Price, out.PriceText = &price, v.Price.Text(v.Carrier.Currency)
	}
	if way.Saves > 0 {
		out.Saving = way.Saves.Text(v.Carrier.Currency)
	}
	return out
}

func leverText(s say.Say, levers []ways.Lever) string {
	parts := make([]string, len(levers))
	for i, l := range levers {
		parts[i] = s.Fill(l.Words, l.With...)
		if l.Again {
			parts[i] += ", and measure it again"
		}
		if i > 0 {
			parts[i] = words.Lower(parts[i])
		}
	}
	return strings.Join(parts, ", and ")
}

// drawMap is where the piece lies among what the carrier takes, with arrows to
// where the ways out would move it.
func drawMap(p *document.Post, m work.Map) *document.PostMap {
	out := &document.PostMap{Regions: make([]document.Region, len(m.Regions)), Arrows: []document.Arrow{}, Point: [2]float64{m.Point.X, m.Point.Y}, Far: [2]float64{m.Far.X, m.Far.Y}}
	for i, r := range m.Regions {
		id, name := RegionName(r)
		out.Regions[i] = document.Region{Carrier: p.Carrier, Class: id, Name: name, Takes: r.Takes, Points: outline.PolygonOf(r.Shape)}
	}
	for _, way := range p.WaysOut {
		if to := (shape.Point{X: way.To[0], Y: way.To[1]}); to.Dist(m.Point) > FarEnough {
			out.Arrows = append(out.Arrows, document.Arrow{To: way.To, Label: way.Label})
		}
	}
	return out
}

// FarEnough is how far a way out moves a piece on the map before it gets an arrow, in mm.
const FarEnough = 0.5

// RegionName is a region's identifier and its name on the map.
func RegionName(r work.Region) (id, name string) {
	if r.Plain {
		return r.Class.ID + "-plain", "no surcharge"
	}
	return r.Class.ID, r.Class.Name
}
