package trim

import "yellow-parcel/core/card"

// kind gathers the pieces that are cut alike: one size, paper and grain.
type kind struct {
	size     card.Size
	count    int
	up, side []bool // whether it lies upright, or turned, in each sheet
	pieces   []int  // the problem's pieces of this kind
}

// kindsOf sorts the pieces of a problem by how they are cut. The error is a *NoSheetError or a *ManyError.
func kindsOf(p *Problem) ([]kind, error) {
	var out []kind
	at := map[Piece]int{}
	for i, piece := range p.Pieces {
		if piece.Count <= 0 {
			continue
		}
		same := Piece{Size: piece.Size, Paper: piece.Paper, Grain: piece.Grain}
		if k, ok := at[same]; ok {
			out[k].count += piece.Count
			out[k].pieces = append(out[k].pieces, i)
			continue
		}
		k := kind{size: piece.Size, count: piece.Count, pieces: []int{i}}
		fits := false
		for _, s := range p.Sheets {
			up, side := ways(piece, s)
			k.up, k.side = append(k.up, up), append(k.side, side)
			fits = fits || (up || side) && s.Count != 0
			if (up || side) && min(int64(piece.Count), area(s.Size)/area(piece.Size)) > MostPieces {
				return nil, &ManyError{piece, s}
			}
		}
		if !fits {
			return nil, &NoSheetError{piece}
		}
		at[same] = len(out)
		out = append(out, k)
	}
	return out, nil
}
