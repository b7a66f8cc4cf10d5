package plan

import (
	"fmt"
	"strconv"
	"strings"
	"unicode"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/say"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

const (
	postNotice = "Postal rules and prices change, and the counter decides: ask your carrier."
	askPrice   = "ask at the counter"
)

// verdictWords are a verdict in a maker's words.
var verdictWords = map[post.State]string{
	post.Passes: "goes", post.Near: "ask first", post.Surcharged: "costs extra", post.Fails: "cannot go",
}

// posts is every piece held against every carrier's rules; the piece in use is
// told in full, of the others the class, the verdict and the price.
func posts(s say.Say, r *work.Result, out []ways.Out, how Telling) []document.Post {
	all := make([]document.Post, 0, len(r.Posts)*len(r.Pieces))
	for k := range r.Posts {
		posting := &r.Posts[k]
		for i, piece := range r.Pieces {
			all = append(all, document.Post{})
			p, v := &all[len(all)-1], &posting.Verdicts[i]
			one := postWriter{s, r, r.Brief, how.Today, piece, v}
			one.describe(p)
			if i == 0 || how.Whole {
				one.detail(p)
			}
			if i > 0 {
				continue
			}
			p.InUse = true
			p.Checks = one.checks(v.Checks)
			p.Answers = one.answers(p)
			if out != nil {
				one.waysOut(p, out[k])
			}
			if how.Whole {
				p.Map = drawMap(p, posting.Map)
			}
		}
	}
	return all
}

// postWriter words one piece with one carrier.
type postWriter struct {
	say.Say
	r     *work.Result
	b     *brief.Brief
	today string
	s     *work.Sealed
	v     *post.Verdict
}

// describe says what becomes of a piece and what it costs.
func (w postWriter) describe(p *document.Post) {
	v, c := w.v, w.v.Carrier
	id, name := PieceName(w.b, w.s)
	*p = document.Post{
		Carrier: c.ID, Name: c.Name, Piece: id, PieceName: name, ClassName: ClassName(v), Verdict: string(v.State), Word: verdictWords[v.State],
		Currency: c.Currency, Own: c.Own, Unsure: v.Unsure, PriceText: askPrice,
		Patch: w.taken(), Reasons: []document.Reason{}, Checks: []document.Reason{}, Others: []document.Offer{}, WaysOut: []document.WayOut{}, Answers: []document.Answer{},
	}
	if v.Met != nil {
		p.Class = v.Met.ID
	}
	if v.Priced {
		price := v.Price.Units()
		p.Price, p.PriceText = &price, v.Price.Text(c.Currency)
	}
}

// detail is the piece's sides and thickness, the thickest its class takes, how
// it bends, why the verdict is what it is, and what its price hangs on.
func (w postWriter) detail(p *document.Post) {
	v, c := w.v, w.v.Carrier
	length, height := w.r.Sides(w.s)
	p.Length, p.Height, p.Thickness = w.Length(length), w.Length(height), w.Length(w.s.Piece.Thickness)
	if most := v.Thickest(); most > 0 {
		l := w.Length(most)
		p.Slot = &l
	}
	p.Weight, p.Text = w.s.Piece.Weight.Text(w.Unit), verdictText(v)
	p.Counter, p.Bends, p.Reasons = v.Counter(), bendsOf(w.s.Piece.Bends, bendingOf(v)), w.checks(v.Reasons())
	p.Service, p.Stated, p.Notice = v.Service, c.Stated, postNotice
	for _, o := range v.Others {
		p.Others = append(p.Others, document.Offer{Name: o.Name, Price: o.Price.Text(c.Currency), Unsure: o.Unsure})
	}
	if t := v.Table(); t != nil {
		p.Dated, p.Doubt = t.Effective, t.Check
		if Stale(t.Effective, w.today) {
			p.Stale = "These prices took effect on " + t.Effective + ", more than a year ago: look them up before you buy stamps."
		}
	}
}

// PieceName is what the card is posted in: an identifier and a name.
func PieceName(b *brief.Brief, s *work.Sealed) (id, name string) {
	switch s.In {
	case work.InEnvelope:
		return "envelope", b.Envelope.Name + " envelope"
	case work.InMailer:
		return "mailer", "Padded mailer"
	case work.InFormat:
		return s.Bought.ID, "bought " + s.Bought.Name + " envelope"
	case work.InShelf:
		return "shelf", s.Bought.Name + " envelope from the shelf"
	}
	m := s.Made
	return m.Style.ID + "/" + m.Variant.ID, nameOf(m.Candidate)
}

// taken is the change that posts the card in this piece: in the envelope the plan
// chose, the card as it is.
func (w postWriter) taken() job.Patch {
	if w.s.Fit == nil {
		return nil
	}
	return ways.InEnvelope(w.r, w.s.Bought)
}

// ClassName is the class a piece meets; empty where it meets none.
func ClassName(v *post.Verdict) string {
	if v.Met == nil {
		return ""
	}
	return v.Met.Name
}

// Stale tells whether a day is more than a year before another; days are YYYY-MM-DD.
func Stale(effective, today string) bool {
	if len(effective) != 10 || len(today) != 10 {
		return false
	}
	year, err := strconv.Atoi(effective[:4])
	return err == nil && fmt.Sprintf("%04d%s", year+1, effective[4:]) < today
}

func verdictText(v *post.Verdict) string {
	name := words.Lower(ClassName(v))
	switch v.State {
	case post.Fails:
		return "It cannot be posted as it is."
	case post.Near:
		return "It may go as " + words.Article(name) + ", but a figure is too near its limit to be sure."
	case post.Surcharged:
		return "It goes as " + words.Article(name) + " with a surcharge."
	}
	return "It goes as " + words.Article(name) + "."
}

func (w postWriter) answers(p *document.Post) []document.Answer {
	side := "the long side lies along the address"
	if w.b.Post.AddressShort {
		side = "the short side lies along the address"
	}
	one := func(key, label, note string, working []string, l measure.Length) document.Answer {
		return say.Line("post", key, label, note, working, w.Figure(key, l))
	}
	length, height := w.r.Sides(w.s)
	answers := []document.Answer{
		one("post.length", "Length", side, []string{"The outside of the " + p.PieceName + "."}, length),
		one("post.height", "Height", "", []string{"The other side of the " + p.PieceName + "."}, height),
		one("post.thickness", "Sealed thickness", "", []string{w.thicknessWorking()}, w.s.Piece.Thickness),
	}
	if p.Slot != nil {
		answers = append(answers, one("post.slot", p.ClassName+" slot", "the thickest it may be", []string{"From " + p.Name + "'s rules, as stated " + p.Stated + "."}, w.v.Thickest()))
	}
	return append(answers,
		said("post", "post.weight", "Weight", p.Weight, w.weightWorking(p)),
		said("post", "post.bends", "Stiffness", p.Bends.Text, bendWorking(w.Say, w.s.Piece.Bends, max(w.s.Size.Width, w.s.Size.Height)), p.Bends.Test),
		said("post", "post.price", "Price", p.PriceText, w.priceWorking(p)...))
}

// thicknessWorking says how the sealed thickness comes about.
func (w postWriter) thicknessWorking() string {
	paper := fmt.Sprintf("%d × %s paper", w.s.Layers, w.Bare(w.s.Stock.Caliper))
	if w.s.In == work.InMailer {
		paper = fmt.Sprintf("%d × %s padded wall", w.s.Layers, w.Bare(w.s.Stock.Caliper))
	}
	if n := w.s.LinerLayers(); n > 0 {
		paper += fmt.Sprintf(" + %d × %s liner", n, w.Bare(blank.EnvelopePaper.Caliper))
	}
	total := w.Text(w.s.Piece.Thickness)
	if walls := w.s.Walls(); walls > 0 && walls == w.s.Piece.Thickness {
		return fmt.Sprintf("%s walls, and the card stock that stands out round them: %.3f × %s at their folds, %d × %s of flaps over them: %s", w.Text(w.s.Made.Depth), folding.RightAngles, w.Bare(w.s.Stock.Caliper), w.s.Over(), w.Bare(w.s.Stock.Caliper), total)
	}
	if w.b.Card.Measured {
		return fmt.Sprintf("%s card + %s at the thickest place = %s", w.Bare(w.r.Card.Thick), paper, total)
	}
	return fmt.Sprintf("%s card, from its pieces, + %s = %s; measure the finished card to be sure", w.Bare(w.r.Card.Thick), paper, total)
}

func (w postWriter) weightWorking(p *document.Post) string {
	from := "from its papers and pieces; weigh it to be sure"
	if w.b.Card.Weight > 0 {
		from = "as weighed"
	}
	return fmt.Sprintf("%s card, %s, + %s for the %s at %.0f g/m² = %s", w.r.Card.Weight.Text(w.Unit), from, w.s.PaperWeight().Text(w.Unit),
		strings.Map(unicode.ToLower, p.PieceName), w.s.Stock.GSM, p.Weight)
}

func (w postWriter) priceWorking(p *document.Post) []string {
	v := w.v
	if !v.Priced {
		return []string{"No price is kept for this class at this weight: ask at the counter."}
	}
	name := p.ClassName
	if v.Service != "" {
		name += ", " + v.Service + ","
	}
	money := func(m measure.Money) string { return m.Text(v.Carrier.Currency) }
	text := fmt.Sprintf("%s at %s: %s", name, p.Weight, money(v.Price-v.Surcharge))
	if v.Surcharge > 0 {
		text += fmt.Sprintf(" + %s surcharge = %s", money(v.Surcharge), money(v.Price))
	}
	dated := "Prices from " + p.Dated + "; they change."
	if v.Unsure {
		dated = "This price is still to be checked. " + dated
	}
	return []string{text, dated}
}
