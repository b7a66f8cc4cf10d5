package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/words"
)

// checks are what a carrier's rules found, each in a sentence.
func (w postWriter) checks(all []post.Check) []document.Reason {
	out := make([]document.Reason, len(all))
	for i, c := range all {
		r := document.Reason{Class: c.Class.ID, Code: c.Code, State: string(c.State), Unsure: c.Unsure, Text: w.checkWords(c),
			Value: w.figure(c.Value), Limit: w.figure(c.Limit), Margin: w.figure(c.Margin)}
		if c.Value.Kind == post.NoFigure {
			r.Value = c.Said("value")
		}
		if c.Limit.Kind == post.NoFigure {
			r.Limit = c.Said("limit")
		}
		out[i] = r
	}
	return out
}

// checkWords fills a rule's sentence with the check's figures, in the job's unit.
func (w postWriter) checkWords(c post.Check) string {
	// What is out by less than the job's unit shows is said as the carrier measures it.
	value, unit := w.figure(c.Value), w.Unit
	if w.tooNear(c, value) {
		value, unit = w.limitText(c.Value), w.v.Carrier.Unit
	}
	text := words.Filled(c.Words(), func(place string) (string, bool) {
		switch place {
		case "value":
			return value, true
		case "limit":
			return w.limitText(c.Limit), true
		case "margin":
			return trace(c.Margin, unit), true
		case "by":
			return trace(c.Margin.Abs(), unit), true
		case "own":
			return w.figure(c.Own), true
		case "Code":
			return words.Capital(w.sideWord(c)), true
		case "a class":
			return words.Article(strings.ToLower(c.Class.Name)), true
		case "A class":
			return words.Capital(words.Article(strings.ToLower(c.Class.Name))), true
		case "more":
			s := c.Class.Surcharge
			return fmt.Sprintf("%s, %s more", s.Name, s.Price.Text(w.v.Carrier.Currency)), true
		}
		return "", false
	})
	if c.Unsure {
		text += "; this limit is still to be checked"
	}
	return text
}

// sideWord is what a rule's side is called: where a class takes the longest for its length
// and the card is addressed along the other one, the two are told apart.
func (w postWriter) sideWord(c post.Check) string {
	if c.Class.Lies == "longest" && w.b.Post.AddressShort {
		switch c.Code {
		case "length":
			return "longest side"
		case "height":
			return "shorter side"
		}
	}
	return c.Code
}

// figure is a check's figure in the job's unit.
func (w postWriter) figure(f post.Figure) string { return f.Text(w.Unit) }

// tooNear tells whether a figure, shown so in the job's unit, and its limit are shown alike and are not the same.
func (w postWriter) tooNear(c post.Check, shown string) bool {
	return w.v.Carrier.Unit != w.Unit && c.Value != c.Limit && c.Margin.Kind != post.NoFigure && shown == w.figure(c.Limit)
}

// limitText is a limit in the job's unit, and as the carrier has it beside where that is in the other one.
func (w postWriter) limitText(f post.Figure) string {
	text := w.figure(f)
	if as := f.Text(w.v.Carrier.Unit); as != text {
		return text + " (" + as + ")"
	}
	return text
}

// trace is a margin, or that it is one where it is less than is shown of such a figure.
func trace(of post.Figure, unit measure.Unit) string {
	text, none := of.Text(unit), post.Figure{Kind: of.Kind}
	if of != none && text == none.Text(unit) && (of.Kind == post.LengthFigure || of.Kind == post.MassFigure) {
		return "a trace"
	}
	return text
}
