package post

import "yellow-parcel/core/measure"

// RatioLimit bounds length divided by height, with the sides as far out as a ruler may be.
type RatioLimit struct {
	Range[Ratio] `yaml:",inline"`
}

func (r *RatioLimit) try(t *trial, key string) {
	e := t.side
	// length / height against thousandths, in whole numbers.
	under := func(l, h measure.Length) bool { return r.Min > 0 && int64(l)*1000 < int64(r.Min)*int64(h) }
	over := func(l, h measure.Length) bool { return r.Max > 0 && int64(l)*1000 > int64(r.Max)*int64(h) }
	value := float64(t.length) / float64(t.height)
	limit, which := r.Max, "max"
	if r.Max == 0 || r.Min > 0 && value < float64(r.Min+r.Max)/2000 {
		limit, which = r.Min, "min"
	}
	margin := float64(limit)/1000 - value
	if which == "min" {
		margin = -margin
	}
	c := Check{Rule: r, Code: key, State: Passes, Case: "within", Unsure: r.Unsure(which), Value: quotientFigure(value),
		Limit: Figure{Kind: RatioFigure, Ratio: limit}, Margin: quotientFigure(margin), Own: Figure{Kind: SpanFigure, Ratio: r.Min, To: r.Max}}
	switch {
	case under(t.length, t.height) || over(t.length, t.height):
		c.State = t.past()
		c.Case = r.outside(t.surcharging)
	case under(t.length-e, t.height+e) || over(t.length+e, t.height-e):
		c.State, c.Case = Near, "near"
	}
	t.note(c)
}

// outside is how a broken ratio is worded: whether it has two ends, and what comes of it.
func (r RatioLimit) outside(surcharging bool) string {
	switch {
	case r.Max == 0 && surcharging:
		return "less, more"
	case r.Max == 0:
		return "less"
	case surcharging:
		return "outside, more"
	}
	return "outside"
}

func (RatioLimit) words() map[string]string {
	return map[string]string{
		"within":        "Length is {value} times height, inside {own}",
		"near":          "Length is {value} times height, within measuring error of {limit}: ask at the counter",
		"outside":       "Length is {value} times height, outside {own}: {a class} is {own}",
		"less":          "Length is {value} times height: {a class} is {own}",
		"outside, more": "Length is {value} times height, outside {own}: {more}",
		"less, more":    "Length is {value} times height: {more}",
	}
}

func (r RatioLimit) list(*Carrier) []Line {
	lines := listed("Length to height", r.Range, Ratio.Text)
	switch {
	case r.Min == 0:
		lines[0].When = "length to height is over " + r.Max.Text()
	case r.Max == 0:
		lines[0].When = "length to height is under " + r.Min.Text()
	default:
		lines[0].When = "length to height is outside " + r.Min.Text() + " to " + r.Max.Text()
	}
	return lines
}

// LeastRatio is the least length to height a carrier takes in any class without
// a refusal or a surcharge; zero where it takes squares.
func (c *Carrier) LeastRatio() float64 {
	most := Ratio(0)
	for _, class := range c.Classes {
		most = max(most, class.Limits.Ratio.Min)
		if class.Surcharge != nil {
			most = max(most, class.Surcharge.Ratio.Min)
		}
	}
	return float64(most) / 1000
}
