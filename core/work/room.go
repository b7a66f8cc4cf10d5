package work

import (
	"cmp"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Room is room given beyond the usual ease, or taken off it, for what the post
// makes of it: how much each way as the card stands, and what would have come of
// the usual ease.
type Room struct {
	More  card.Size
	Usual Usual
}

// Usual is a blank with the usual ease, and what the carrier makes of it.
type Usual struct {
	Cavity  card.Size
	Verdict post.Verdict
}

// The least and the most ease a blank's room may have: snug and loose.
const (
	snugInch, looseInch     = measure.Inch / 8, measure.Inch / 2
	snugMetric, looseMetric = 3 * measure.Millimetre, 12 * measure.Millimetre
)

// mostMade bounds how many blanks are made in looking for room.
const mostMade = 12

// make makes and proves a candidate with the ease, between snug and loose, with which the
// first carrier takes it best: the one nearest to the usual ease. An ease or an
// inside that is given stands. The error says in a maker's words why it does not suit.
func (r *maker) make(c Candidate) (*Made, error) {
	m, err := r.fitted(c)
	if err != nil || m.Bought != "" || r.Brief.Blank.Papered {
		return m, err
	}
	// Cut from a sheet of a paper of its own it is made of that.
	again := *r
	again.sheet = stockOn(r.Brief, r.sheetFor(m))
	if again.paper(m.Main().Stock) == m.Main().Stock {
		return m, nil
	}
	return again.fitted(c)
}

// fitted is a blank with the room that the post takes best, and a top flap that its sheet takes.
func (r *maker) fitted(c Candidate) (*Made, error) {
	m, err := r.roomy(c)
	if err != nil || m.Bought != "" {
		return m, err
	}
	return r.shorter(c, m), nil
}

// roomy is a blank with the room that the post takes best.
func (r *maker) roomy(c Candidate) (*Made, error) {
	usual, err := r.with(c, card.Size{}, 0)
	if err != nil || !r.looks(c) || !usual.Proof.OK {
		return usual, err
	}
	carrier := r.Brief.Post.Carriers[0]
	usual.Sealed = r.sealer.sealedBlank(usual)
	v := post.Outcome(carrier, &usual.Sealed.Piece)
	if !Improvable(&v) {
		return usual, nil
	}
	order := orderOf(c)
	ideal := post.Best(carrier, r.least(usual), order)
	if order(ideal, v) >= 0 {
		return usual, nil
	}
	best, at, made := usual, v, 0
	judged := map[judgedBy]bool{usual.judgedBy(): true}
	for _, more := range r.guessed(usual, v, ideal) {
		if made++; made > mostMade && !usual.Style.Paperless {
			break
		}
		m, err := r.with(c, more.size, 0)
		if err != nil || !m.Proof.OK || judged[m.judgedBy()] {
			continue
		}
		judged[m.judgedBy()] = true
		m.Sealed = r.sealer.sealedBlank(m)
		if w := post.Outcome(carrier, &m.Sealed.Piece); order(w, at) < 0 {
			best, at = m, w
			best.Room = &Room{more.size, Usual{usual.Cavity, v}}
		}
		if order(at, more.verdict) <= 0 {
			break // no other is thought to do better
		}
	}
	return best, nil
}

// judgedBy is what a carrier's verdict on the rooms of one blank comes of.
type judgedBy struct {
	outside card.Size
	layers  int
	paper   float64
}

func (m *Made) judgedBy() judgedBy { return judgedBy{m.Outside(), m.Proof.Layers, m.Weighs()} }

// least is the piece as light and as thin as it can become by room alone.
func (r *maker) least(usual *Made) *post.Piece {
	p := usual.Sealed.Piece
	p.Weight, p.Thickness = r.Card.Weight, r.Card.Thick.Plus(usual.Sealed.Stock.Caliper.Times(frontAndBack))
	if !usual.Style.Rescue && !usual.Style.Paperless {
		low, _ := r.marks(usual)
		p.Weight = usual.Sealed.grown(card.Size{}.Grown(low * r.Brief.Ruler.Step)).Weight
	}
	return &p
}

// frontAndBack are the fewest sheets of paper over the thickest place of a card in an envelope.
const frontAndBack = 2

// marks are how many marks of the ruler the room may be changed by, down and up.
func (r *maker) marks(usual *Made) (low, high measure.Length) {
	b := r.Brief
	snug, loose := b.Usual(snugInch, snugMetric), b.Usual(looseInch, looseMetric)
	if usual.Style.Rescue {
		snug = card.LeastSlack // its length comes of its height: only that is chosen, down to where a card still goes in
	}
	return -((b.Blank.Ease - snug) / b.Ruler.Step), (loose - b.Blank.Ease) / b.Ruler.Step
}

// looks tells whether the room of a blank is for the plan to choose.
func (r *maker) looks(c Candidate) bool {
	_, inside := c.Options.Sizes["cavity"]
	_, sized := c.Options.Lengths["size"]
	return len(r.Brief.Post.Carriers) > 0 && !r.Brief.Blank.Eased && !inside && !sized && !c.Style.ByEye
}

// goes orders verdicts of one carrier as a maker would: what has a price before
// what has none, as a parcel has, what goes before what is a question or costs
// extra, and then by the price.
func goes(v, w post.Verdict) int {
	return cmp.Or(known(v, w), cmp.Compare(v.Rank(), w.Rank()), v.ComparePrice(w))
}

// known puts what goes before what does not, and a price before none.
func known(v, w post.Verdict) int {
	return cmp.Or(First(v.State != post.Fails, w.State != post.Fails), First(v.Priced, w.Priced))
}

// orderOf is how a candidate's rooms are ordered.
func orderOf(c Candidate) func(v, w post.Verdict) int {
	if c.Style.Rescue {
		return aims
	}
	return goes
}

// aims orders verdicts for a longer envelope, which is made for the cheaper class:
// by the price, and then by what goes without a question.
func aims(v, w post.Verdict) int {
	return cmp.Or(known(v, w), v.ComparePrice(w), cmp.Compare(v.Rank(), w.Rank()))
}

// more is room beyond the usual ease, and what is thought to come of it.
type more struct {
	size    card.Size
	verdict post.Verdict
}

// guessed are the rooms between snug and loose that the carrier is thought to
// take better than the usual one, the best first: judged on a piece as much
// larger or smaller, and its paper with it, or where that says nothing the ideal. Of equals the fewest marks away comes
// first, then the roomier, then the one that is changed along the length.
func (r *maker) guessed(usual *Made, now, ideal post.Verdict) []more {
	step := r.Brief.Ruler.Step
	low, high := r.marks(usual)
	carrier := r.Brief.Post.Carriers[0]
	if now.State == post.Passes && now.Place == 0 {
		// It goes as cheaply as it can but for its weight: only its lightest envelope could do better.
		light := usual.Sealed.Piece
		light.Weight = usual.Sealed.grown(card.Size{}.Grown(low * step)).Weight
		if goes(post.Outcome(carrier, &light), now) >= 0 {
			return nil
		}
	}
	turned := (usual.Sealed.Size.Width < usual.Sealed.Size.Height) != (r.Card.Outer().Width < r.Card.Outer().Height)
	across := func(z card.Size) card.Size { // the card's short side, which a longer envelope's height comes of
		if o := r.Card.Outer(); o.Width > o.Height {
			return card.Size{Height: z.Height}
		}
		return card.Size{Width: z.Width}
	}
	var out []more
	var larger post.Piece
	for i := low; i <= high; i++ {
		for k := low; k <= high; k++ {
			z := card.Size{Width: i * step, Height: k * step}
			switch {
			case usual.Style.Rescue && z != across(z) || usual.Style.Paperless && i != 0 && k != 0 || z == (card.Size{}):
			case usual.Style.Rescue || usual.Style.Paperless:
				out = append(out, more{z, ideal}) // a bought length and a length for a ratio go in steps: each is looked at
			default:
				by := z
				if turned {
					by = z.Turned()
				}
				larger = usual.Sealed.grown(by)
				if v := post.Outcome(carrier, &larger); goes(v, now) < 0 {
					out = append(out, more{z, v})
				}
			}
		}
	}
	along := func(z card.Size) measure.Length {
		if r.Card.Outer().Width > r.Card.Outer().Height {
			return max(z.Width, -z.Width)
		}
		return max(z.Height, -z.Height)
	}
	away := func(z card.Size) measure.Length { return max(z.Width, -z.Width) + max(z.Height, -z.Height) }
	slices.SortStableFunc(out, func(p, q more) int {
		return cmp.Or(goes(p.verdict, q.verdict), cmp.Compare(away(p.size), away(q.size)),
			cmp.Compare(q.size.Width+q.size.Height, p.size.Width+p.size.Height), cmp.Compare(along(q.size), along(p.size)))
	})
	return out
}

// grown is the piece as it would be with so much more room, its paper larger with it.
func (s *Sealed) grown(by card.Size) post.Piece {
	p, z := s.Piece, s.Size
	p.Width, p.Height = z.Width+by.Width, z.Height+by.Height
	p.Weight += measure.FromGrams(s.PaperWeight().Grams() * (float64(p.Width)*float64(p.Height)/(float64(z.Width)*float64(z.Height)) - 1))
	return p
}

// with makes and proves a candidate with so much more room each way, its top flap so deep; zero for as deep as is usual.
func (r *maker) with(c Candidate, more card.Size, top measure.Length) (*Made, error) {
	q := r.request(c.Options)
	q.More, q.Top = more, top
	known := r.how.Memory.blank(c, q)
	if known.err != nil {
		return nil, known.err
	}
	return &Made{Candidate: c, Blank: known.made, Proof: known.proof, Top: top, known: known}, nil
}

// roomFor is what the blank was asked for with.
func (r *maker) roomFor(m *Made) blank.Request {
	q := r.request(m.Options)
	q.More, q.Top = m.more(), m.Top
	return q
}
