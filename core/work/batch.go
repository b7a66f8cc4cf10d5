package work

import (
	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/trim"
)

// batchOf is every piece of the batch and every sheet it may come from.
func batchOf(r *Result) batch.Batch {
	b := r.Brief
	n := b.Cut()
	base := basePiece(b, r.Base.Flat, n)
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

// basePiece is the flat piece of a card, along the grain where that is asked for.
func basePiece(b *brief.Brief, flat card.Flat, count int) trim.Piece {
	out := trim.Piece{Name: "base", Size: flat.Size, Count: count, Paper: b.Base.Paper.Name}
	if b.Base.AlongFold && len(flat.Scores) > 0 {
		out.Grain = trim.Height
		if flat.OnTop() {
			out.Grain = trim.Width
		}
	}
	return out
}

// gives is how the job's own sheet is cut into as many of a flat piece as it gives,
// within the trimmer's reach and along the grain where that is asked for and known; nil for none.
func (r *Result) gives(flat card.Flat) *trim.CutPlan {
	base := basePiece(r.Brief, flat, 1)
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
