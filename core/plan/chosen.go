package plan

import (
	"fmt"

	"yellow-parcel/core/document"
	"yellow-parcel/core/post"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// chosen says what the card is posted in, and why that before anything else.
// Nil without a carrier.
func chosen(c say.Say, r *work.Result) *document.Chosen {
	if len(r.Posts) == 0 {
		return nil
	}
	first, out := r.Pieces[0], &document.Chosen{}
	out.Piece, out.Name = PieceName(r.Brief, first)
	switch {
	case first.In == work.InEnvelope:
		out.Reasons = []string{"It is the job's own envelope."}
	case first.Fit != nil:
		room := first.Fit.Clearance
		out.Reasons = []string{fmt.Sprintf("%s fits well: %s wider and %s higher than the card.", first.Bought.Name, c.Text(room.Width), c.Text(room.Height)),
			"No envelope to make goes better or for less."}
		if first.In == work.InShelf {
			out.Reasons[1] = "It is on the shelf."
		}
	case first.In == work.InMailer:
		out.Reasons = []string{"No envelope suits this card."}
	default:
		out.Reasons = whyMade(c, r)
	}
	return out
}

// whyMade says why an envelope is made, and that one.
func whyMade(s say.Say, r *work.Result) []string {
	if r.Pieces[0].Made.Named {
		return []string{"It is the one chosen for this job."}
	}
	out := instead(r, r.Pieces[0].Made)
	verdicts := r.Posts[0].Verdicts
	for i, piece := range r.Pieces {
		if piece.In == work.InFormat {
			_, name := PieceName(r.Brief, piece)
			out = append(out, fmt.Sprintf("It %s; the %s %s.", comes(&verdicts[0]), name, comes(&verdicts[i])))
		}
	}
	if len(out) == 0 {
		out = append(out, "No envelope sold here fits this card well.")
	}
	m := r.Pieces[0].Made
	out = append(out, roomText(s, r, m)...)
	return append(out, paperReason(r.Brief, m)...)
}

// instead says which envelope was chosen for a job and does not suit, and why another is
// made; nothing where none was chosen.
func instead(r *work.Result, m *work.Made) []string {
	why := r.NoBlank()
	if why == nil {
		return nil
	}
	return []string{why.Error() + ".", nameOf(m.Candidate) + " is made in its place."}
}

// comes is what comes of a piece: "goes as a letter, 0.78 USD".
func comes(v *post.Verdict) string {
	text := verdictWords[v.State]
	if v.State == post.Near {
		text = "is too near a limit"
	}
	if name := ClassName(v); name != "" {
		text += " as " + words.Article(words.Lower(name))
	}
	if v.Priced {
		text += ", " + v.Price.Text(v.Carrier.Currency)
	}
	return text
}
