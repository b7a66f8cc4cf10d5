package draw

import (
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// BenchSet is every drawing that shows a step at the bench.
type BenchSet struct {
	Lots [][]Drawing `json:"lots" doc:"the sheets of each lot"`
	Jobs []BenchJob  `json:"jobs"`
}

// BenchJob is the drawings of one job.
type BenchJob struct {
	Base     Drawing            `json:"base"`
	Opened   *Drawing           `json:"opened,omitempty" doc:"a picture for every fold of the base, where there are several"`
	Layers   Drawing            `json:"layers"`
	Finished Drawing            `json:"finished"`
	Envelope Drawing            `json:"envelope"`
	Post     *Drawing           `json:"post,omitempty"`
	Blank    *Drawing           `json:"blank,omitempty"`
	Folds    *Drawing           `json:"folds,omitempty" doc:"a picture for every fold of the blank"`
	Gauge    *Drawing           `json:"gauge,omitempty"`
	Extras   map[string]Drawing `json:"extras" doc:"liner, band and strips, by their identifier"`
}

// OfBench draws what the steps of a bench are shown in.
func OfBench(b *pipeline.Bench) BenchSet {
	out := BenchSet{Lots: [][]Drawing{}, Jobs: []BenchJob{}}
	unit := b.Jobs[0].Brief.Unit
	n := 0
	for i := range b.Lots {
		all := sheets(&b.Lots[i].Batch, unit)
		for k := range all {
			all[k].Name = "sheet " + words.Letter(n)
			n++
		}
		out.Lots = append(out.Lots, all)
	}
	for _, j := range b.Jobs {
		out.Jobs = append(out.Jobs, benchJob(j.Result))
	}
	return out
}

func benchJob(r *work.Result) BenchJob {
	s := scene{r}
	out := BenchJob{Base: s.base(), Opened: baseFolds(r), Layers: s.layers(), Finished: s.thicknessMap(), Envelope: s.start(), Extras: map[string]Drawing{}}
	for i, d := range extras(r) {
		out.Extras[r.Extras[i].ID] = d
	}
	if m := supply.Blanked(r); m != nil {
		d := blankScene{r.Brief.Unit, r.Card.Size}.unfolded(m)
		out.Blank, out.Folds = &d, folds(r, m)
	}
	if len(r.Posts) > 0 {
		d := pieceOf(r).face()
		out.Post = &d
	}
	if r.Gauge != nil {
		d := gaugeFlat(r.Gauge, r.Brief.Unit)
		out.Gauge = &d
	}
	return out
}
