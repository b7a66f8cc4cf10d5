package brief

import (
	"fmt"
	"slices"
	"strings"

	"github.com/agnivade/levenshtein"

	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// postReader reads how the piece is posted.
type postReader struct {
	in   *typed
	on   *ground
	post Post
}

// readPost reads how the piece is posted, but for the stamps there are.
func readPost(in *typed, on *ground, j job.Job) Post {
	r := postReader{in: in, on: on}
	p := j.Post
	if p == nil {
		p = &job.PostSpec{}
	}
	if len(p.Carriers) == 0 {
		r.in.assume(AssumedCarriers)
		r.post.Carriers = []*post.Carrier{&r.on.Catalog.Carriers[0]}
		if r.on.Home != nil {
			r.post.Carriers[0] = r.on.Home
		}
	}
	for i, id := range p.Carriers {
		if c, ok := r.on.Catalog.Carrier(id); ok {
			r.post.Carriers = append(r.post.Carriers, c)
			continue
		}
		var known []string
		for _, c := range r.on.Catalog.Carriers {
			known = append(known, c.ID)
		}
		r.in.fail(fmt.Sprintf("post.carriers[%d]", i), "%q is not a carrier here; known are %s", job.Quoted(id), strings.Join(known, ", "))
	}
	switch p.Address {
	case "", "long":
	case "short":
		r.post.AddressShort = true
	default:
		r.in.fail("post.address", `%q is not a side; try "long" or "short"`, job.Quoted(p.Address))
	}
	r.post.Closure, r.post.Contents = p.Closure, p.Contents
	r.handedIn(p)
	r.known(p)
	return r.post
}

// plainWords are words of a job's post that no carrier has a rule about.
var plainWords = map[string][]string{"closure": {"gummed"}, "wrapping": {paperOutside}}

// known refuses words that no carrier here has a rule about: one misspelt would pass for harmless.
func (r *postReader) known(p *job.PostSpec) {
	check := func(field, kind, word string) {
		if word == "" || slices.Contains(plainWords[kind], word) || r.on.Catalog.Speaks(kind, word) {
			return
		}
		all := slices.Concat(post.Vocabulary(r.on.Catalog.Vocabulary())[kind], plainWords[kind])
		far := func(w string) int { return levenshtein.ComputeDistance(strings.ToLower(job.Quoted(word)), w) }
		slices.SortStableFunc(all, func(a, b string) int { return far(a) - far(b) })
		r.in.fail(field, "%q is not a word carriers have; nearest are %s", job.Quoted(word), strings.Join(all[:min(3, len(all))], ", "))
	}
	check("post.closure", "closure", p.Closure)
	check("post.wrapping", "wrapping", p.Wrapping)
	for i, word := range p.Contents {
		check(fmt.Sprintf("post.contents[%d]", i), "contents", word)
	}
}

// bendWords are what a test at the bench can show.
var bendWords = map[string]card.Bend{"easy": card.Easy, "borderline": card.Borderline, "rigid": card.TooRigid}

// paperOutside is the outside no carrier has a rule about.
const paperOutside = "paper"

// handedIn reads how the piece is handed in, beyond its carriers.
func (r *postReader) handedIn(p *job.PostSpec) {
	if p.Wrapping != paperOutside {
		r.post.Wrapping = p.Wrapping
	}
	switch p.Shape {
	case "", "rectangular":
	case "odd":
		r.post.Odd = true
	default:
		r.in.fail("post.shape", `%q is not a shape; try "rectangular" or "odd"`, job.Quoted(p.Shape))
	}
	if p.Bend != "" {
		b, ok := bendWords[p.Bend]
		if !ok {
			r.in.fail("post.bend", `%q is not how it bends; try "easy", "borderline" or "rigid"`, job.Quoted(p.Bend))
		}
		r.post.Tested = &b
	}
	r.post.Gauge = r.in.optional("post.gauge", p.Gauge, slots, 0)
}

// readStamps reads the stamps there are.
func readStamps(in *typed, all []job.StampSpec) (out []Stamp) {
	for i, s := range all {
		field := fmt.Sprintf("stamps[%d]", i)
		price, err := measure.ParseMoney(s.Price)
		if err != nil || price == 0 || price > post.MostPostage || price%measure.Cent != 0 {
			in.fail(field+".price", "%q is not a stamp's price; try 0.78", job.Quoted(s.Price))
		}
		if s.Count < 0 || s.Count > 100_000 {
			in.fail(field+".count", "%d is not how many stamps there are; try 12", s.Count)
		}
		if s.Currency != "" && len(s.Currency) != 3 {
			in.fail(field+".currency", "%q is not a currency's three letters; try USD", job.Quoted(s.Currency))
		}
		out = append(out, Stamp{post.Stamp{Name: s.Name, Price: price, Count: s.Count}, s.Currency})
	}
	return out
}
