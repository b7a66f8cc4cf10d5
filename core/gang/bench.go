package gang

import (
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/say"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/work"
)

// AtTheBench is how the jobs are made together, from the envelopes on hand.
func (w *Whole) AtTheBench(how pipeline.Order) pipeline.Bench {
	t := supply.Table{Batch: &w.Batch, Stock: w.Table.Stock, Tools: w.Table.Tools}
	var postage []*work.Postage
	for _, j := range w.Jobs {
		t.Jobs = append(t.Jobs, supply.Of{Result: j.Result, Pieces: j.Pieces})
		postage = append(postage, j.Postage)
	}
	return pipeline.BenchOf(say.Say{Unit: w.Table.Unit, Ruler: w.Table.Ruler}, t, postage, how)
}
