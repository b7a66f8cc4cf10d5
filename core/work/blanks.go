package work

import (
	"cmp"
	"errors"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/proof"
)

// Candidate is a way of making an envelope.
type Candidate struct {
	Style   *blank.Style
	Variant blank.Variant
	Named   bool // the one the job asks for
	Options blank.Options
}

// Made is a blank that suits the card, proved by folding.
type Made struct {
	Candidate
	blank.Blank
	Proof    proof.Proof
	Trials   *proof.Trials  // with a shaky hand; nil where none were asked for
	Paper    SheetFit       // the paper the job names
	Sealed   *Sealed        // the card in it, closed
	Post     *post.Verdict  // of the job's first carrier; nil without one
	Room     *Room          // more or less of it than usual, for the post; nil for the usual ease
	Top      measure.Length // how deep its top flap was asked for, so that its sheet takes it; zero for as deep as is usual
	UsualTop measure.Length // what that is, then

	known *remembered
}

// maker makes blanks for the card.
type maker struct {
	Brief  *brief.Brief
	Card   *Card
	sealer *sealer
	how    How
	sheet  blank.Stock // what the sheet is that blanks are cut from, as far as it is known
}

func makerOf(r *Result) *maker {
	m := &maker{Brief: r.Brief, Card: &r.Card, sealer: sealerOf(r), how: r.how}
	if r.Brief.Blank.Papered {
		m.sheet = stockOn(r.Brief, r.Brief.Blank.Paper)
	}
	return m
}

// stockOn is what a sheet on hand is, where that is known.
func stockOn(b *brief.Brief, sheet brief.Bought) blank.Stock {
	for _, s := range b.Stock.OnHand {
		if s.Is(sheet) && s.Stock != (blank.Stock{}) {
			return s.Stock
		}
	}
	return blank.Stock{}
}

// paper is what an envelope is of: as the job gives it, else as the sheet it is cut
// from is, else of the usual sort.
func (r *maker) paper(usual blank.Stock) blank.Stock {
	return usual.With(r.sheet).With(r.Brief.Blank.Stock)
}

// request is what every style is asked for.
func (r *maker) request(o blank.Options) blank.Request {
	b := r.Brief
	return blank.Request{
		Card: r.Card.Outer(), Thickness: r.Card.Thickness, Ease: b.Blank.Ease, Seam: b.Blank.Seam, Ruler: b.Ruler, Options: o,
		Groove: b.Tools.Groove, Jig: b.Tools.Jig, Reach: b.Tools.Reach, Hand: b.Tools.Hand, Paper: r.paper(blank.EnvelopePaper), Board: r.paper(blank.CoverStock), Ratio: leastRatio(b), Formats: b.Catalog.FormatsBySize(b.Sold),
	}
}

// leastRatio is the least length to height the job's carriers take without a surcharge.
func leastRatio(b *brief.Brief) float64 {
	most := 0.0
	for _, c := range b.Post.Carriers {
		most = max(most, c.LeastRatio())
	}
	return most
}

// candidates are the blank the job names, then every other variant of every style.
func (r *maker) candidates() []Candidate {
	var own Candidate
	var out []Candidate
	if r.Brief.Blank.Style != nil {
		own = r.named()
		out = append(out, own)
	}
	styles := blank.Styles()
	for i := range styles {
		for _, v := range styles[i].Variants {
			if own.Style == nil || own.Style.ID != styles[i].ID || own.Variant.ID != v.ID {
				out = append(out, Candidate{Style: &styles[i], Variant: v, Options: v.Options})
			}
		}
	}
	return out
}

// named is the blank the job names.
func (r *maker) named() Candidate {
	b := r.Brief.Blank
	c := Candidate{Style: b.Style, Named: true, Variant: b.Style.Variant(b.Variant, b.Options)}
	c.Options = b.Options.Over(c.Variant.Options)
	return c
}

// all makes every candidate and puts the one to make first.
func (r *maker) all() (made []*Made, unsuited []Unsuited) {
	for _, c := range r.candidates() {
		if r.how.Meter.Stopped() {
			return made, unsuited
		}
		r.how.Meter.Spend(costOfBlank)
		m, err := r.make(c)
		if err != nil {
			unsuited = append(unsuited, Unsuited{c, err})
			continue
		}
		m.Paper = r.paperFor(m)
		if m.Sealed == nil {
			m.Sealed = r.sealer.sealedBlank(m)
		}
		if len(r.Brief.Post.Carriers) > 0 {
			v := post.Outcome(r.Brief.Post.Carriers[0], &m.Sealed.Piece)
			m.Post = &v
		}
		made = append(made, m)
	}
	made, needless := rescues(made)
	rest := made
	if len(rest) > 0 && rest[0].Named {
		rest = rest[1:]
	}
	slices.SortStableFunc(rest, better)
	for i, m := range made {
		r.try(m, i == 0)
	}
	return made, append(unsuited, needless...)
}

// Made is the blank of a variant of a style as it comes; nil where none was made, or
// with options of the job's own.
func (r *Result) Made(s *blank.Style, v blank.Variant) *Made {
	for _, m := range r.Blanks {
		if !m.Named && m.Style.ID == s.ID && m.Variant.ID == v.ID {
			return m
		}
	}
	return nil
}

// rescues leaves out the longer envelopes that do no better at the post than one
// of the card's own proportions, unless the job asks for one.
func rescues(made []*Made) (kept []*Made, unsuited []Unsuited) {
	needless := func(m *Made) bool {
		return m.Style.Rescue && !m.Named && slices.ContainsFunc(made, func(o *Made) bool {
			return !o.Style.Rescue && !o.Special() && !o.Board && o.Proof.OK && m.Post != nil && o.Post.NoDearer(*m.Post)
		})
	}
	for _, m := range made {
		if needless(m) {
			unsuited = append(unsuited, Unsuited{m.Candidate, errNeedless})
			continue
		}
		kept = append(kept, m)
	}
	return kept, unsuited
}

var errNeedless = errors.New("an envelope of the card's own proportions does as well at the post")

// The seed of every trial, so that the same job gives the same plan.
const trialSeed = 1

// try makes a blank with the maker's hand; all blanks but the first are tried a tenth as often.
func (r *maker) try(m *Made, first bool) {
	runs := r.how.Trials
	if !first {
		runs /= fewer
	}
	if runs > 0 && !r.how.Meter.Over() {
		t := r.how.Memory.trials(m, r.roomFor(m), runs)
		m.Trials = &t
	}
}

// fewer is by how much less often a blank is tried that is not the first.
const fewer = 10

// Early is how many of its first trials a blank came through, and of how many: as many
// for one blank as for the others.
func (r *Result) Early(m *Made) (ok, runs int) {
	if m == r.Blanks[0] {
		return m.Trials.Tenth, m.Trials.Runs / fewer
	}
	return m.Trials.OK, m.Trials.Runs
}

// Shaky tries the first blank with hands that stray more and more, from half of what is usual
// to four times that at every cut and score. Nil without a blank.
func (r *Result) Shaky() []proof.Trials {
	if len(r.Blanks) == 0 {
		return nil
	}
	const runs = 400
	var out []proof.Trials
	for _, halves := range []measure.Length{1, 2, 3, 4, 6, 8} {
		off := halves * blank.UsualHand(r.Brief.Unit) / 2
		out = append(out, proof.Try(r.Blanks[0].Blank, r.Card.Thickness, blank.Hand{Cut: off, Score: off}, runs, trialSeed))
	}
	return out
}

// Postability is what posting a blank comes to, in order.
type Postability int

// What has a price goes before what has none, and that before what cannot go.
const (
	Priced Postability = iota
	Unpriced
	Unpostable
)

// Postage is what the blank costs to post with the job's first carrier.
func (m *Made) Postage() (kind Postability, price measure.Money) {
	switch {
	case m.Post == nil:
		return Priced, 0
	case m.Post.State == post.Fails:
		return Unpostable, 0
	case !m.Post.Priced:
		return Unpriced, 0
	}
	return Priced, m.Post.Price
}

// CheaperThan tells whether the blank costs less to post than another one.
func (m *Made) CheaperThan(o *Made) bool { return comparePostage(m, o) < 0 }

func comparePostage(a, b *Made) int {
	ak, ap := a.Postage()
	bk, bp := b.Postage()
	return cmp.Or(cmp.Compare(ak, bk), cmp.Compare(ap, bp))
}

// better orders blanks: proved before not, out of paper there is before not, what
// goes before what is a question or costs extra, cheaper to post, made with paper
// and blade alone, out of paper on hand, less paper.
func better(a, b *Made) int {
	return cmp.Or(
		First(a.Proof.OK, b.Proof.OK), First(a.Paper.Fits, b.Paper.Fits), comparePosts(a, b),
		First(!a.Special(), !b.Special()), First(a.Paper.OnHand, b.Paper.OnHand), cmp.Compare(a.Area(), b.Area()))
}

func comparePosts(a, b *Made) int {
	if a.Post == nil || b.Post == nil {
		return 0
	}
	return goes(*a.Post, *b.Post)
}

// First orders what is so before what is not.
func First(a, b bool) int {
	switch {
	case a == b:
		return 0
	case a:
		return -1
	}
	return 1
}
