package check

import (
	"math"
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/job"
	"yellow-parcel/core/work"
)

// What the post is told of a piece is what it is made of: its weight is that of its papers, and it is never thinner than
// the walls of its box, nor than the card in so many sheets of its paper. Said by the job or by the sheet, it is the same.
func TestThePieceIsOfItsPaper(t *testing.T) {
	m := &maker{Rand: rand.New(rand.NewPCG(*seed, 16))}
	boxes, papered := 0, 0
	for range howMany(120) {
		doc := m.job()
		delete(doc, "stock")
		style := pick(m, "box", "corner-fold", "straight-fold")
		doc["blank"] = fields{"style": style, "paper": pick(m, "us-12x12", "us-12x18", "iso-a3")}
		doc["envelope"] = nil
		if c := doc["card"].(fields); c["width"] == nil {
			c["width"], c["height"] = m.length(3, 6), m.length(3, 6)
		}
		weight := pick(m, "104 g", "120 g", "216 g", "300 g")
		bySheet, text, err := workedOut(t, job.Merged(doc, fields{"stock": []any{fields{"sheet": doc["blank"].(fields)["paper"], "count": 90, "weight": weight}}}))
		doc["blank"].(fields)["stock"] = weight
		byJob, _, errJob := workedOut(t, doc)
		if err != nil || errJob != nil || len(byJob.Result.Pieces) == 0 || byJob.Result.Pieces[0].Made == nil || bySheet.Result.Pieces[0].Made == nil {
			continue
		}
		papered++
		s, o := byJob.Result.Pieces[0], bySheet.Result.Pieces[0]
		if s.Made.Style.ID == o.Made.Style.ID && (s.Piece.Weight != o.Piece.Weight || s.Piece.Thickness != o.Piece.Thickness) {
			t.Errorf("%s: %s and %s by the job, %s and %s by the sheet", text, s.Piece.Weight.Text("mm"), s.Piece.Thickness.Text("mm"), o.Piece.Weight.Text("mm"), o.Piece.Thickness.Text("mm"))
		}
		c := byJob.Result.Card
		grams := c.Weight.Grams() + s.Made.Area()*s.Stock.GSM/1e6 + s.Lined*blank.EnvelopePaper.GSM/1e6
		if s.Made.Bought == "" && math.Abs(s.Piece.Weight.Grams()-grams) > 0.01 || s.Piece.Thickness < c.Thick+s.Stock.Caliper.Times(s.Layers) {
			t.Errorf("%s: %s of %v g, %s thick", text, s.Piece.Weight.Text("mm"), grams, s.Piece.Thickness.Text("mm"))
		}
		if s.In == work.InBlank && s.Made.Depth > 0 && s.Made.Bought == "" {
			if boxes++; s.Piece.Thickness < s.Made.Depth+s.Stock.Caliper {
				t.Errorf("%s: walls of %s, %s thick", text, s.Made.Depth.Text("mm"), s.Piece.Thickness.Text("mm"))
			}
		}
	}
	if papered < 40 || boxes < 10 {
		t.Errorf("%d envelopes, %d boxes", papered, boxes)
	}
}
