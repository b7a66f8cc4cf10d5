// Package ways looks for ways out: the smallest changes to a job that the post
// takes better. Every lever is a patch of the job document, and what it promises
// is what comes of it, since the patched job is read, briefed and worked out
// like any other; one that is refused on the way is no way out.
//
// Every lever is tried once: O(n) jobs for n levers, each worked out as far as the
// piece in use. Where no single one brings the piece into the cheapest class of a
// carrier, each is tried once more after at most two of the first, the best by itself
// and the least work that leaves less to put right: O(n) again, where all pairs would
// be O(n²) jobs while somebody types.
// Sizes are changed in wide steps first, and by single marks only before a step at
// which a carrier says something else. A meter counts what is tried and ends it.
package ways

import (
	"cmp"
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/work"
)

// Way is a change to the job that posts better, and what it comes to.
type Way struct {
	Levers  []Lever // one, or two after each other
	Patch   job.Patch
	Minutes int // how much of a change it is, roughly at the bench
	Verdict post.Verdict
	To      card.Size     // of the sealed piece it comes to
	Saves   measure.Money // on each piece; zero where it saves nothing
}

// Out are the ways out of what one carrier says, the best first. None says
// that something could do better, and nothing was found.
type Out struct {
	Ways []Way
	None bool
}

// most is how many ways out are offered for a verdict.
const most = 5

// tried is a lever, or two after another, and what each carrier makes of it.
type tried struct {
	kind     kind
	family   string
	levers   []Lever
	minutes  int
	patch    job.Patch
	job      job.Job
	doc      map[string]any
	result   *work.Result // nil where the plan made it already, until it is worked out
	verdicts []post.Verdict
	to       card.Size
}

// search tries levers on one job.
type search struct {
	shipped *catalog.Catalog // before the job's own materials
	memory  *work.Memory
	result  *work.Result
	job     job.Job
	doc     map[string]any // of the job
	pins    job.Patch      // what has to be said for the piece in use to stay the one in use
	meter   *work.Meter
}

// Find looks, for every carrier that does not simply take the piece in its
// cheapest class, for the smallest changes to the job that do better. The
// catalogue is the one the job was briefed by; the meter says how much is tried.
func Find(j job.Job, r *work.Result, shipped *catalog.Catalog, memory *work.Memory, meter *work.Meter) []Out {
	out := make([]Out, len(r.Posts))
	if !r.AnyImprovable() {
		return out
	}
	now := make([]post.Verdict, len(r.Posts))
	for i := range r.Posts {
		now[i] = *r.Posts[i].InUse()
	}
	if memory == nil {
		memory = work.NewMemory() // levers that leave the blank alone ask for the same one
	}
	s := &search{shipped: shipped, memory: memory, result: r, job: j, doc: j.Document(), pins: pins(r), meter: meter}
	all := append(s.all(s.levers()), s.sizes(now)...)
	all = append(all, s.second(now, all)...)
	for i := range out {
		out[i] = offer(i, now[i], all)
	}
	return out
}

// mostBases bounds how many changes a second one is tried after: those of the first carriers asked about.
const mostBases = 2

// second tries a second change after the best of the first ones, for every
// carrier that none of them brings into its cheapest class.
func (s *search) second(now []post.Verdict, all []tried) []tried {
	var out []tried
	built := map[string]bool{}
	for i := range now {
		if solved(i, now[i], all) {
			continue
		}
		for _, best := range bases(i, now[i], all) {
			if built[best.family] || len(built) == mostBases {
				continue
			}
			built[best.family] = true
			if !best.worked(s) {
				continue
			}
			after := &search{shipped: s.shipped, memory: s.memory, result: best.result, job: best.job, doc: best.doc, meter: s.meter}
			for _, t := range after.all(after.seconds()) {
				if t.family != best.family {
					t.levers, t.minutes, t.kind = append(slices.Clone(best.levers), t.levers...), t.minutes+best.minutes, two
					t.patch = job.Then(best.patch, t.patch)
					out = append(out, t)
				}
			}
		}
	}
	return out
}

// solved tells whether the piece goes in the cheapest class of a carrier without
// a question, or a single change makes it.
func solved(i int, now post.Verdict, all []tried) bool {
	goes := func(v post.Verdict) bool { return v.State == post.Passes && v.Place == 0 }
	return goes(now) || slices.ContainsFunc(all, func(t tried) bool { return goes(t.verdicts[i]) })
}

// bases are the changes to build a second one on: the best that does better by
// itself, and the least work that leaves less to put right.
func bases(i int, now post.Verdict, all []tried) []tried {
	var does, less []tried
	for _, t := range all {
		switch v := t.verdicts[i]; {
		case better(v, now):
			does = append(does, t)
		case v.State != post.Fails && v.Place <= now.Place && (v.Troubles < now.Troubles || v.Refused < now.Refused):
			less = append(less, t)
		}
	}
	var out []tried
	for _, of := range [][]tried{does, less} {
		if len(of) > 0 {
			out = append(out, slices.MinFunc(of, func(a, b tried) int { return order(i, now, a, b) }))
		}
	}
	return out
}

// better tells whether a verdict does better than the one there is, or goes for less.
func better(v, now post.Verdict) bool { return v.Compare(now) < 0 || v.Cheaper(now) }

// order ranks two changes for a carrier: those that pass first, then those that
// do better without a new question, then the least work, then the lower price.
func order(i int, now post.Verdict, a, b tried) int {
	v, w := a.verdicts[i], b.verdicts[i]
	return cmp.Or(work.First(v.State == post.Passes, w.State == post.Passes), work.First(v.Compare(now) < 0, w.Compare(now) < 0),
		cmp.Compare(a.minutes, b.minutes), v.Compare(w), cmp.Compare(v.Place, w.Place))
}

// offer is the best ways out of a verdict, one of each kind. Two changes are
// offered only where no single one does as well.
func offer(i int, now post.Verdict, all []tried) Out {
	var good []tried
	for _, t := range all {
		if better(t.verdicts[i], now) && !(t.kind == two && matched(i, t, all)) {
			good = append(good, t)
		}
	}
	slices.SortStableFunc(good, func(a, b tried) int { return order(i, now, a, b) })
	var out Out
	seen := map[kind]bool{}
	for _, t := range good {
		if seen[t.kind] || len(out.Ways) == most {
			continue
		}
		seen[t.kind] = true
		w := Way{Levers: t.levers, Patch: t.patch, Minutes: t.minutes, Verdict: t.verdicts[i], To: t.to}
		if now.Priced && w.Verdict.Priced && now.Price > w.Verdict.Price {
			w.Saves = now.Price - w.Verdict.Price
		}
		out.Ways = append(out.Ways, w)
	}
	out.None = len(out.Ways) == 0 && work.Improvable(&now)
	return out
}

// matched tells whether a single change does as well as two.
func matched(i int, t tried, all []tried) bool {
	return slices.ContainsFunc(all, func(one tried) bool { return one.kind != two && one.verdicts[i].NoDearer(t.verdicts[i]) })
}

// all tries levers on the job, each on its own.
func (s *search) all(levers []Lever) []tried {
	var out []tried
	for _, l := range levers {
		if t, ok := s.attempt(l); ok {
			out = append(out, t)
		}
	}
	return out
}

// attempt works a lever out; false where the job cannot be made so. One that
// falls over is no way out, and the others are.
func (s *search) attempt(l Lever) (t tried, ok bool) {
	if l.made != nil {
		return judged(l, job.Then(s.pins, l.Patch), l.made.Sealed, s.result.Brief.Post.Carriers), l.made.Proof.OK
	}
	if !s.meter.Try() {
		return t, false
	}
	whole := s.memory.Ear().Whole(func() { t, ok = s.pulled(l) })
	return t, ok && whole
}

// judged is what every carrier makes of the piece that comes of a lever.
func judged(l Lever, patch job.Patch, use *work.Sealed, carriers []*post.Carrier) tried {
	t := tried{kind: l.Kind, family: l.Family, levers: []Lever{l}, minutes: l.Minutes, patch: patch, to: use.Size, verdicts: make([]post.Verdict, len(carriers))}
	for i, c := range carriers {
		t.verdicts[i] = post.Outcome(c, &use.Piece)
	}
	return t
}

// worked works out what was known already, to be changed a second time.
func (t *tried) worked(s *search) bool {
	if t.result != nil {
		return true
	}
	t.doc = job.Merged(s.doc, t.patch)
	ok := false
	whole := s.memory.Ear().Whole(func() { t.job, t.result, _, ok = s.worked(t.doc, t.patch) })
	return whole && ok
}

// pulled is what comes of a lever.
func (s *search) pulled(l Lever) (tried, bool) {
	patch := job.Then(s.pins, l.Patch)
	doc := job.Merged(s.doc, patch)
	j, r, use, ok := s.worked(doc, patch)
	if ok && l.Again {
		patch = job.Then(patch, job.Patch{"card": s.remeasured(r)})
		doc = job.Merged(s.doc, patch)
		j, r, use, ok = s.worked(doc, patch)
	}
	if !ok {
		return tried{}, false
	}
	t := judged(l, patch, use, r.Brief.Post.Carriers)
	t.job, t.doc, t.result = j, doc, r
	for i, v := range t.verdicts {
		if l.sizes() && s.flattered(v.Carrier, use, v) {
			t.verdicts[i] = post.Verdict{Carrier: v.Carrier, State: post.Fails}
		}
	}
	return t, true
}

// flattered tells whether a change of size does better only by the estimate of
// how a piece bends, which no few marks more or less decide.
func (s *search) flattered(c *post.Carrier, use *work.Sealed, v post.Verdict) bool {
	as := use.Piece
	as.Bends = s.result.Pieces[0].Piece.Bends
	return !as.BendsAs(&use.Piece) && v.Compare(post.Outcome(c, &as)) < 0
}

// worked works the job changed by a patch out as far as the piece in use; the
// document is the patched one.
func (s *search) worked(doc map[string]any, patch job.Patch) (job.Job, *work.Result, *work.Sealed, bool) {
	j, err := job.Changed(s.job, doc, patch)
	if err != nil {
		return j, nil, nil, false
	}
	b, err := brief.Read(j, s.shipped)
	if err != nil {
		return j, nil, nil, false
	}
	r, use, ok := work.InUse(b, s.memory)
	return j, r, use, ok
}

// remeasured is what was measured or weighed, less what the change takes off
// what the card is worked out to be: nearer to the truth than either alone.
func (s *search) remeasured(changed *work.Result) job.Patch {
	out, was, now := job.Patch{}, s.result.Card.Map, changed.Card.Map
	b := s.result.Brief
	if b.Card.Measured {
		if t := b.Card.Thickness - was.Thickest.Thick + now.Thickest.Thick; t > 0 {
			out["thickness"] = t.Text(b.Unit)
		}
	}
	if b.Card.Weight > 0 {
		if m := b.Card.Weight - was.Weight + now.Weight; m > 0 {
			out["weight"] = m.Text(b.Unit)
		}
	}
	return out
}

// InEnvelope is the change that posts a card, as large as it is, in an envelope.
func InEnvelope(r *work.Result, e brief.Bought) job.Patch {
	patch := job.Patch{"envelope": e.ID}
	if e.ID == "" {
		patch["envelope"] = job.Patch{"width": e.Size.Width.Text(r.Brief.Unit), "height": e.Size.Height.Text(r.Brief.Unit)}
	}
	if r.Brief.Card.From != brief.FromCard {
		patch = job.Then(job.Resized(r.Card.Size, r.Brief.Unit), patch)
	}
	return patch
}

// pins name the blank in use, where the job leaves the choice to the plan, or
// asks for one that does not suit.
func pins(r *work.Result) job.Patch {
	if r.Pieces[0].Fit != nil {
		return InEnvelope(r, r.Pieces[0].Bought)
	}
	use := r.Pieces[0].Made
	if use == nil {
		// In the envelope on hand the blank does not matter; a mailer is in use only where there is no blank.
		return nil
	}
	if of := r.Brief.Blank.Style; of != nil && of.ID == use.Style.ID {
		return nil
	}
	return job.Chosen(use.Style, use.Variant)
}
