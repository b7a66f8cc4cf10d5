package blank

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// cutDown shortens a bought envelope: both ends cut off and glued shut again.
func cutDown() Style {
	return Style{
		ID: "cut-down", Name: "Cut down",
		Options:  []Option{{Name: "envelope", Label: "Envelope", Envelope: true}, {Name: "glue", Label: "Glue strip"}},
		Variants: []Variant{{"both-ends", "a bought envelope", Options{}}},
		Says: map[string]string{
			"cut":  "Lay the envelope flat, its flap open, and cut {0} off each end: the rest is {1} long.",
			"glue": "Glue each open end shut, front to back, in a strip {0} wide; rub off what spills over once it has set.",
			"flap": "Trim the ends of the flap so that they do not stick out past the glued ends.",
		},
		Paperless: true,
		make:      single(makeCutDown),
	}
}

// A bought envelope higher than the card by more than this is no use: the card would slide about.
const mostHigher = measure.Inch

func makeCutDown(req Request) (sheet, error) {
	glue := req.Ruler.Up(req.Options.length("glue", max(usual(req.Ruler, measure.Inch/2, 12*measure.Millimetre), req.Seam)))
	if own, ok := req.Options.Sizes["envelope"]; ok {
		f := catalog.Format{Name: req.Options.word("envelope", "measured"), Width: own.Width, Height: own.Height}
		b, ok := cutFrom(req, &f, glue)
		if !ok {
			return b, unsuitable("a card of %s does not go into %s once both ends are cut and glued", req.Card.Text(req.Ruler.Unit), f.Name)
		}
		return b, nil
	}
	for i := range req.Formats {
		if b, ok := cutFrom(req, &req.Formats[i], glue); ok {
			return b, nil
		}
	}
	return sheet{}, unsuitable("no bought envelope is high enough for this card, not over %s too high, and long enough to glue %s at both ends",
		usual(req.Ruler, mostHigher, 25*measure.Millimetre).Text(req.Ruler.Unit), glue.Text(req.Ruler.Unit))
}

// cutFrom keeps the middle of an envelope's length: the card, its thickness and
// ease, and a strip of glue at both ends. The flap's ends are shaped, so as much
// comes off each. ok is false where the card does not go into it so.
func cutFrom(req Request, f *catalog.Format, glue measure.Length) (b sheet, ok bool) {
	whole := card.Size{Width: max(f.Width, f.Height), Height: min(f.Width, f.Height)}
	room := req.Thickness + req.Ease
	for _, as := range []Request{req, req.turned()} {
		lying := as.Card
		keep := req.Ruler.Up(lying.Width + room + as.More.Width + 2*glue)
		// Half of what comes off must be a mark too.
		if off := whole.Width - keep; off%(2*req.Ruler.Step) != 0 {
			keep = whole.Width - off/(2*req.Ruler.Step)*(2*req.Ruler.Step)
		}
		if keep+2*req.Ruler.Step > whole.Width {
			continue // less than a mark off each end is no cut
		}
		higher := whole.Height - lying.Height - req.Thickness
		if higher < card.LeastSlack || higher > mostHigher {
			continue
		}
		return shorten(req, f.Name, whole, keep, glue, lying), true
	}
	return b, false
}

func shorten(req Request, name string, whole card.Size, keep, glue measure.Length, lying card.Size) sheet {
	off := (whole.Width - keep) / 2
	width, height := whole.Width.MM(), whole.Height.MM()
	left, right, g := off.MM(), (off + keep).MM(), glue.MM()
	b := sheet{
		Blank{Bought: name, Card: lying, Cavity: card.Size{Width: keep - 2*glue, Height: whole.Height}},
		Piece{Width: whole.Width, Height: whole.Height, Paper: shape.Rect(0, 0, width, height), Outline: shape.Rect(left, 0, right, height)},
	}
	b.Body = b.Outline
	b.Inside = shape.Rect(left+g, 0, right-g, height)
	b.Gum = []shape.Polygon{shape.Rect(left, 0, left+g, height), shape.Rect(right-g, 0, right, height)}
	b.Waste = []Waste{{End, "", "left end", off, whole.Height, shape.Rect(0, 0, left, height)}, {End, "", "right end", off, whole.Height, shape.Rect(right, 0, width, height)}}
	b.Steps = []Saying{{"cut", []measure.Length{off, keep}}, {"glue", []measure.Length{glue}}, {Name: "flap"}}
	return b
}
