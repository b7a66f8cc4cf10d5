package work

import (
	"yellow-parcel/core/batch"
	"yellow-parcel/core/card"
	"yellow-parcel/core/trim"
)

// batchOf is every piece of the batch and every sheet it may come from.
func batchOf(r *Result) batch.Batch {
	b := r.Brief
	n := b.Cut()
	base := trim.Piece{Name: "base", Size: r.Base.Size, Count: n, Paper: b.Base.Paper.Name}
	if b.Base.AlongFold && len(r.Base.Scores) > 0 {
		base.Grain = trim.Height
		if r.Base.OnTop() {
			base.Grain = trim.Width
		}
	}
	pieces := []trim.Piece{base}
	for i, z := range r.Layers.Stack {
		pieces = append(pieces, trim.Piece{Name: b.Layers.Each[i].Name, Size: z, Count: n, Paper: b.Layers.Each[i].Paper.Name})
	}
	if b.Layers.Inside > 0 {
		pieces = append(pieces, trim.Piece{Name: "inside panel", Size: r.Layers.Inside, Count: n})
	}
	out := batch.Of(pieces, b.Stock, b.Tools, batch.Calipers(b))
	out.Cards, out.Spare = b.Quantity, b.Stock.Spare
	out.Keep(b)
	return out
}

// oneSheet is how the job's own sheet is cut into bases, within the trimmer's
// reach and along the grain where that is asked for and known.
func (r *Result) oneSheet() *trim.CutPlan {
	base := r.Batch.Problem.Pieces[0]
	one := trim.Sheets{Name: r.Brief.Stock.Sheet.Name, Size: r.Brief.Stock.Sheet.Size}
	for _, s := range r.Brief.Stock.OnHand {
		if s.Size == one.Size && (base.Paper == "" || s.Paper.Name == base.Paper) {
			one.Grain = s.Grain
			break
		}
	}
	base.Paper = ""
	return r.how.Memory.Most(one, base, r.Brief.Tools.Trimmer)
}

// ComesOut tells whether a base of a size lies in any sheet it may be cut from.
func (r *Result) ComesOut(z card.Size) bool {
	return r.Batch.ComesOut(z, r.Brief.Base.Paper.Name)
}
