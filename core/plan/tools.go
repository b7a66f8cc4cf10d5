package plan

import (
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// Tools are a maker's own: what a job takes for granted where it does not say otherwise.
type Tools struct {
	Unit    measure.Unit `json:"unit,omitempty"`
	Ruler   string       `json:"ruler,omitempty"`
	Trimmer *TrimmerSpec `json:"trimmer,omitempty"`
	Board   *BoardSpec   `json:"board,omitempty"`
	Mat     string       `json:"mat,omitempty" doc:"what a cutting machine leaves free at each side of its mat"`

	Materials []MaterialSpec `json:"materials,omitempty"`
	Stamps    []StampSpec    `json:"stamps,omitempty"`
}

// With is the job with the maker's own tools where it names none. The unit and
// the ruler are the job's own from its first day, since its figures are typed in them.
func (j Job) With(t Tools) Job {
	if j.Trimmer == nil {
		j.Trimmer = t.Trimmer
	}
	if j.Board == nil {
		j.Board = t.Board
	}
	if j.Mat == "" {
		j.Mat = t.Mat
	}
	if len(j.Materials) == 0 {
		j.Materials = t.Materials
	}
	if len(j.Stamps) == 0 {
		j.Stamps = t.Stamps
	}
	return j
}

// Check says what is wrong with the tools; each problem names its field. Nil when all is well.
func (t Tools) Check() Problems {
	r := &resolver{}
	r.units(Job{Unit: t.Unit, Ruler: t.Ruler})
	r.toolsOf(Job{Trimmer: t.Trimmer, Board: t.Board, Mat: t.Mat})
	r.catalog = &catalog.Catalog{}
	r.materialsOf(t.Materials)
	r.stampsOf(t.Stamps)
	return r.problems
}

// OwnMaterials are the maker's own, as far as they can be read.
func (t Tools) OwnMaterials() []catalog.Material {
	var out []catalog.Material
	for _, m := range t.Materials {
		if read, wrong := catalog.MaterialRow(m).Material(measure.Millimetres); len(wrong) == 0 {
			out = append(out, read)
		}
	}
	return out
}

// Bounds of a jig's reading, and of what a machine leaves free.
var (
	jigBounds = bounds{0, 6 * measure.Inch}
	matBounds = bounds{0, 2 * measure.Inch}
)

// toolsOf reads how far the trimmer reaches, the scoring board and the cutting machine's mat.
func (r *resolver) toolsOf(j Job) {
	if t := j.Trimmer; t != nil {
		r.limits.Longest = r.optional("trimmer.longest", t.Longest, reachBounds, 0)
		r.limits.Deepest = r.optional("trimmer.deepest", t.Deepest, reachBounds, 0)
	}
	if b := j.Board; b != nil {
		if b.Groove != "" {
			groove, err := measure.ParseRuler(b.Groove)
			if err != nil {
				r.fail("board.groove", "%s", err)
			} else {
				r.groove = groove.Step
			}
		}
		r.jig = r.optional("board.jig", b.Jig, jigBounds, 0)
	}
	r.mat = r.optional("mat", j.Mat, matBounds, r.usual(measure.Inch/4, 6*measure.Millimetre))
}

// JigOffset is what a scoring board reads at the tip of a corner in its jig,
// found out with a square of known side: laid in the jig, its far tip reads the
// square's diagonal and the offset. Rounded to a 64th of an inch or a tenth of
// a millimetre. The error is a Problems, naming "side" or "reading".
func JigOffset(side, reading string, unit measure.Unit) (Length, error) {
	r := &resolver{}
	r.units(Job{Unit: unit})
	s, far := r.length("side", side, pieceBounds), r.length("reading", reading, reachBounds)
	if len(r.problems) > 0 {
		return Length{}, r.problems
	}
	mark := measure.Ruler{Step: r.usual(measure.Inch/64, measure.Millimetre/10), Unit: r.unit}
	offset := mark.Nearest(far - measure.FromMM(s.MM()*1.4142135623730951))
	if offset < 0 {
		return Length{}, Problems{{"reading", "less than the square's own diagonal of " + decimalText(measure.FromMM(s.MM()*1.4142135623730951), r.unit) + "; read the far tip, with the near one in the jig"}}
	}
	return r.spec.length(offset), nil
}
