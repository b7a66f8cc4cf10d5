package plan

import (
	"fmt"

	"yellow-parcel/core/document"
	"yellow-parcel/core/post"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// chosen says what the card is posted in, and why that before anything else.
func (w *writer) chosen() {
	if len(w.r.Posts) > 0 {
		w.plan.Chosen = chosenWriter{w}.write(w.r.Posts[0].Verdicts)
	}
}

// chosenWriter words why a piece comes first.
type chosenWriter struct{ *writer }

func (c chosenWriter) write(verdicts []post.Verdict) *document.Chosen {
	first := postWriter{c.writer, c.r.Pieces[0], &verdicts[0]}
	out := &document.Chosen{}
	out.Piece, out.Name = first.piece()
	switch {
	case first.s.In == work.InEnvelope:
		out.Reasons = []string{"It is the job's own envelope."}
	case first.s.Fit != nil:
		room := first.s.Fit.Clearance
		out.Reasons = []string{fmt.Sprintf("%s fits well: %s wider and %s higher than the card.", first.s.Bought.Name, c.Text(room.Width), c.Text(room.Height)),
			"No envelope to make goes better or for less."}
		if first.s.In == work.InShelf {
			out.Reasons[1] = "It is on the shelf."
		}
	case first.s.In == work.InMailer:
		out.Reasons = []string{"No envelope suits this card."}
	default:
		out.Reasons = c.made(first, verdicts)
	}
	return out
}

// made says why an envelope is made, and that one.
func (c chosenWriter) made(first postWriter, verdicts []post.Verdict) []string {
	if c.b.Blank.Style != nil {
		return []string{"It is the one chosen for this job."}
	}
	var out []string
	for i, s := range c.r.Pieces {
		if s.In == work.InFormat {
			_, name := postWriter{c.writer, s, &verdicts[i]}.piece()
			out = append(out, fmt.Sprintf("It %s; the %s %s.", comes(first.v), name, comes(&verdicts[i])))
		}
	}
	if len(out) == 0 {
		out = append(out, "No envelope sold here fits this card well.")
	}
	m := first.s.Made
	out = append(out, (blankWriter{c.writer, m}).roomText()...)
	return append(out, blankWriter{c.writer, m}.paperReason()...)
}

// comes is what comes of a piece: "goes as a letter, 0.78 USD".
func comes(v *post.Verdict) string {
	text := verdictWords[v.State]
	if v.State == post.Near {
		text = "is too near a limit"
	}
	if name := className(v); name != "" {
		text += " as " + words.Article(words.Lower(name))
	}
	if v.Priced {
		text += ", " + v.Price.Text(v.Carrier.Currency)
	}
	return text
}
