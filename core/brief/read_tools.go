package brief

import (
	"math"
	"regexp"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// CheckTools says what is wrong with a maker's tools; each problem names its field. Nil when all is well.
func CheckTools(t job.Tools, cat *catalog.Catalog) job.Problems {
	r := &reader{Brief: Brief{Catalog: cat}}
	r.home(t.Home)
	r.units(job.Job{Unit: t.Unit, Ruler: t.Ruler})
	r.tools(job.Job{Trimmer: t.Trimmer, Minute: t.Minute, Board: t.Board, Mat: t.Mat})
	r.week(t.Sittings)
	if t.Zone != "" && !zone.MatchString(t.Zone) {
		r.fail("zone", "%q is not a zone of time; try Europe/Dublin", job.Quoted(t.Zone))
	}
	// As many as a job may have of its own.
	few := func(field string, n, most int) {
		if n > most {
			r.fail(field, "at most %d", most)
		}
	}
	few("materials", len(t.Materials), mostMaterials)
	few("stamps", len(t.Stamps), mostStamps)
	if len(r.problems) > 0 {
		return r.problems
	}
	r.materials(t.Materials)
	postReader{r}.stamps(t.Stamps)
	return r.problems
}

// How many materials and kinds of stamp a maker keeps, as a job's fields have it.
const (
	mostMaterials = 200
	mostStamps    = 40
)

// zone is how zones of time are named.
var zone = regexp.MustCompile(`^[A-Za-z][A-Za-z_]{1,20}(/[A-Za-z][A-Za-z0-9_+-]{1,24}){0,2}$`)

// OwnMaterials are the maker's own, as far as they can be read.
func OwnMaterials(t job.Tools) []catalog.Material {
	var out []catalog.Material
	for _, m := range t.Materials {
		if read, wrong := catalog.MaterialRow(m).Material(measure.Millimetres); len(wrong) == 0 {
			out = append(out, read)
		}
	}
	return out
}

// tools reads how far the trimmer reaches, the scoring board and the cutting machine's mat.
func (r *reader) tools(j job.Job) {
	r.Tools.Reach = UsualReach(r.Unit)
	if t := j.Trimmer; t != nil {
		r.Tools.Trimmer.Longest = r.optional("trimmer.longest", t.Longest, reaches, 0)
		r.Tools.Trimmer.Deepest = r.optional("trimmer.deepest", t.Deepest, reaches, 0)
		r.Tools.Stack = r.optional("trimmer.stack", t.Stack, piles, 0)
	}
	if j.Minute != "" {
		var err error
		if r.Tools.Minute, err = measure.ParseMoney(j.Minute); err != nil {
			r.fail("minute", "%q is not a price; try 0.30", job.Quoted(j.Minute))
		}
	}
	if b := j.Board; b != nil {
		if b.Groove != "" {
			groove, err := measure.ParseRuler(string(b.Groove))
			if err != nil {
				r.fail("board.groove", "%s", err)
			} else {
				r.Tools.Groove = groove.Step
			}
		}
		r.Tools.Jig = r.optional("board.jig", b.Jig, jigs, 0)
		r.Tools.Reach = r.optional("board.length", b.Length, boards, r.Tools.Reach)
	}
	r.Tools.Mat = r.optional("mat", j.Mat, mats, UsualMat(r.Unit))
}

// ReadJig reads a square of known side laid in a corner jig, and where its far
// tip reads on the board: the offset is what the board reads at the near tip,
// rounded to a 64th of an inch or a tenth of a millimetre. Where the reading is
// less than the square's own diagonal, short says so. The error is a
// job.Problems, naming "side" or "reading".
func ReadJig(side, reading string, unit measure.Unit) (offset, diagonal measure.Length, err error) {
	r := &reader{}
	r.units(job.Job{Unit: unit})
	s, far := r.length("side", job.Length(side), Pieces), r.length("reading", job.Length(reading), reaches)
	if len(r.problems) > 0 {
		return 0, 0, r.problems
	}
	mark := measure.Ruler{Step: r.Usual(measure.Inch/64, measure.Millimetre/10), Unit: r.Unit}
	diagonal = measure.FromMM(s.MM() * math.Sqrt2)
	return mark.Nearest(far - diagonal), diagonal, nil
}
