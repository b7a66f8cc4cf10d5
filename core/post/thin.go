package post

import "yellow-parcel/core/measure"

// Thin is a greater least thickness that holds only above a size.
type Thin struct {
	Thickness  Length
	OverLength Length `yaml:"over_length"`
	OverHeight Length `yaml:"over_height"`
}

func (n *Thin) held() bool { return n != nil }

func (n *Thin) try(t *trial, key string) {
	large := t.length > measure.Length(n.OverLength) || t.height > measure.Length(n.OverHeight)
	if t.piece.Thickness < measure.Length(n.Thickness) && large {
		t.note(Check{Rule: n, Code: key, State: Surcharged, Case: "thin",
			Value: lengthFigure(t.piece.Thickness), Limit: lengthFigure(measure.Length(n.Thickness))})
	}
}

func (*Thin) valid(*carrierCheck, []any) {}

func (n *Thin) list(c *Carrier) []Line {
	return []Line{{Text: "it is under " + c.lengthText(n.Thickness) + " and large"}}
}

func (*Thin) words() map[string]string {
	return map[string]string{"thin": "Too thin for a piece this large: {more}"}
}
