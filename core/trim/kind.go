package trim

import "yellow-parcel/core/pattern"

// kind gathers the pieces that are cut alike: one size, paper and grain.
type kind struct {
	pattern.Kind
	pieces []int // the problem's pieces of this kind
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
			out[k].Count += piece.Count
			out[k].pieces = append(out[k].pieces, i)
			continue
		}
		k := kind{pattern.Kind{Size: piece.Size, Count: piece.Count}, []int{i}}
		fits := false
		for _, s := range p.Sheets {
			up, side := piece.Ways(s)
			k.Up, k.Side = append(k.Up, up), append(k.Side, side)
			fits = fits || (up || side) && s.Count != 0
			if (up || side) && min(int64(piece.Count), s.Size.Area()/piece.Size.Area()) > MostPieces {
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

// plain are the kinds as patterns know them, and the sheets.
func plain(p *Problem, kinds []kind) ([]pattern.Kind, []pattern.Sheets) {
	ks, sheets := make([]pattern.Kind, len(kinds)), make([]pattern.Sheets, len(p.Sheets))
	for i, k := range kinds {
		ks[i] = k.Kind
	}
	for i, s := range p.Sheets {
		sheets[i] = pattern.Sheets{Size: s.Size, Count: s.Count, Buy: s.Buy}
	}
	return ks, sheets
}
