package brief

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// CheckTools says what is wrong with a maker's tools; each problem names its field. Nil when all is well.
func CheckTools(t job.Tools, cat *catalog.Catalog) job.Problems {
	in := &typed{}
	on := groundOf(in, job.Job{Home: t.Home, Unit: t.Unit, Ruler: t.Ruler}, cat)
	readTools(in, &on, job.Job{Trimmer: t.Trimmer, Minute: t.Minute, Board: t.Board, Hand: t.Hand, Mat: t.Mat})
	readWeek(in, t.Sittings)
	if t.Zone != "" && !zone.MatchString(t.Zone) {
		in.fail("zone", "%q is not a zone of time; try Europe/Dublin", job.Quoted(t.Zone))
	}
	// As many as a job may have of its own.
	few := func(field string, n, most int) {
		if n > most {
			in.fail(field, "at most %d", most)
		}
	}
	few("materials", len(t.Materials), mostMaterials)
	few("stamps", len(t.Stamps), mostStamps)
	if len(in.problems) > 0 {
		return in.problems
	}
	readMaterials(in, t.Materials)
	readStamps(in, t.Stamps)
	return in.problems
}

// ReadTools reads a maker's tools as they are sent: each measure with its unit, a
// bare one in the unit of the tools, else in that of their home. The problems are
// those of CheckTools. What is checked is what a job is planned with.
func ReadTools(t job.Tools, cat *catalog.Catalog) (job.Tools, job.Problems) {
	return atHome(t, homeOf(t, cat)), CheckTools(t, cat)
}

// atHome is tools with what they do not say as it is at home: the units of measures, and
// the currency of stamps. Where no home is named, stamps stay as they are.
func atHome(t job.Tools, home *post.Carrier) job.Tools {
	t = t.In(t.UnitOf(home))
	if home == nil {
		return t
	}
	t.Stamps = slices.Clone(t.Stamps)
	for i := range t.Stamps {
		t.Stamps[i].Currency = cmp.Or(t.Stamps[i].Currency, home.Currency)
	}
	return t
}

// KeptTools are tools as they were kept, each measure with its unit. Bare ones are of
// a time when units were not written; they are read as they were checked then, a
// groove in inches. Differs says which of them jobs were planned with otherwise.
func KeptTools(t job.Tools, cat *catalog.Catalog) (typed job.Tools, differs []string) {
	home := homeOf(t, cat)
	planned := job.UnitOf(job.Job{Unit: t.Unit}, nil)
	if t.Board != nil {
		board := *t.Board
		if groove, err := measure.ParseRuler(string(board.Groove)); err == nil {
			board.Groove = job.Length(groove.String())
		}
		t.Board = &board
	}
	typed = atHome(t, home)
	bare, read := t.Measures(), typed.Measures()
	for i, m := range read {
		if t.UnitOf(home) != planned && *m.Text != *bare[i].Text {
			differs = append(differs, fmt.Sprintf("%s: %s; jobs were planned with %s %s.", m.Name, *m.Text, strings.TrimSpace(string(*bare[i].Text)), planned))
		}
	}
	return typed, differs
}

// homeOf is the carrier at home; nil where none is named, or the named one was given up.
func homeOf(t job.Tools, cat *catalog.Catalog) *post.Carrier {
	home, _ := cat.Carrier(t.Home)
	return home
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

// readTools reads how far the trimmer reaches, the scoring board and the cutting machine's mat.
func readTools(in *typed, on *ground, j job.Job) (out Tools) {
	out.Reach = UsualReach(on.Unit)
	if t := j.Trimmer; t != nil {
		out.Trimmer.Longest = in.optional("trimmer.longest", t.Longest, reaches, 0)
		out.Trimmer.Deepest = in.optional("trimmer.deepest", t.Deepest, reaches, 0)
		out.Stack = in.optional("trimmer.stack", t.Stack, piles, 0)
	}
	if j.Minute != "" {
		var err error
		if out.Minute, err = measure.ParseMoney(j.Minute); err != nil {
			in.fail("minute", "%q is not a price; try 0.30", job.Quoted(j.Minute))
		}
	}
	if b := j.Board; b != nil {
		out.Groove = in.optional("board.groove", b.Groove, pitches, 0)
		out.Jig = in.optional("board.jig", b.Jig, jigs, 0)
		out.Reach = in.optional("board.length", b.Length, boards, out.Reach)
	}
	out.Hand = blank.Hand{Cut: blank.UsualHand(on.Ruler.Unit), Score: blank.UsualHand(on.Ruler.Unit)}
	if h := j.Hand; h != nil {
		out.Hand.Cut = in.optional("hand.cut", h.Cut, hands, out.Hand.Cut)
		out.Hand.Score = in.optional("hand.score", h.Score, hands, out.Hand.Score)
	}
	out.Mat = in.optional("mat", j.Mat, mats, UsualMat(on.Unit))
	return out
}

// ReadJig reads a square of known side laid in a corner jig, and where its far
// tip reads on the board: the offset is what the board reads at the near tip,
// rounded to a 64th of an inch or a tenth of a millimetre. Where the reading is
// less than the square's own diagonal, short says so. The error is a
// job.Problems, naming "side" or "reading".
func ReadJig(side, reading string, unit measure.Unit) (offset, diagonal measure.Length, err error) {
	in := &typed{}
	on := groundOf(in, job.Job{Unit: unit}, nil)
	s, far := in.length("side", job.Length(side), Pieces), in.length("reading", job.Length(reading), reaches)
	if len(in.problems) > 0 {
		return 0, 0, in.problems
	}
	mark := measure.Ruler{Step: usual(on.Unit, measure.Inch/64, measure.Millimetre/10), Unit: on.Unit}
	diagonal = measure.FromMM(s.MM() * math.Sqrt2)
	return mark.Nearest(far - diagonal), diagonal, nil
}
