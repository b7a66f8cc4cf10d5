package post

import "yellow-parcel/core/measure"

// Range is a pair of bounds, both allowed values; a zero bound is not set.
// Check names the bound that is not certain: "min", "max" or "both".
type Range[T ~int64] struct {
	Min, Max T
	Check    string
}

// Unsure tells whether a bound, "min" or "max", is marked as not certain.
func (r Range[T]) Unsure(bound string) bool { return r.Check == "both" || r.Check == bound }

// The rules that are a least and a most of one figure of the piece.
type (
	LengthLimit struct {
		Range[Length] `yaml:",inline"`
	}
	HeightLimit struct {
		Range[Length] `yaml:",inline"`
	}
	ThicknessLimit struct {
		Range[Length] `yaml:",inline"`
	}
	SumLimit struct {
		Range[Length] `yaml:",inline"`
	}
	WeightLimit struct {
		Range[Mass] `yaml:",inline"`
	}
)

func (r *LengthLimit) try(t *trial, key string) {
	t.large = t.large || r.over(t.length, t.class)
	bound(t, r, key, r.Range, int64(t.length), int64(t.filled.Width), int64(t.side), int64(t.class.Limits.Tolerance), lengthUnits)
}

func (r *HeightLimit) try(t *trial, key string) {
	t.large = t.large || r.over(t.height, t.class)
	bound(t, r, key, r.Range, int64(t.height), int64(t.filled.Height), int64(t.side), int64(t.class.Limits.Tolerance), lengthUnits)
}

func (r *ThicknessLimit) try(t *trial, key string) {
	bound(t, r, key, r.Range, int64(t.piece.Thickness), int64(t.piece.Thickness), int64(t.carrier.Measuring.Thickness), 0, lengthUnits)
}

func (r *SumLimit) try(t *trial, key string) {
	sum := t.length + t.height + t.piece.Thickness
	filled := t.filled.Width + t.filled.Height + t.piece.Thickness
	bound(t, r, key, r.Range, int64(sum), int64(filled), 3*int64(t.carrier.Measuring.Side), int64(t.class.Limits.Tolerance), lengthUnits)
}

func (r *WeightLimit) try(t *trial, key string) {
	bound(t, r, key, r.Range, int64(t.piece.Weight), int64(t.piece.Weight), int64(t.carrier.Measuring.Weight), 0, massUnits)
	r.nearStep(t, key)
}

// nearStep notes a piece that a scale a little out would put on the next price.
func (r *WeightLimit) nearStep(t *trial, key string) {
	if t.class.Prices == nil || t.open {
		return
	}
	steps := t.class.Prices.Steps
	for i, s := range steps {
		margin := measure.Mass(s.To) - t.piece.Weight
		if margin >= 0 && margin < measure.Mass(t.carrier.Measuring.Weight) && i+1 < len(steps) && s.To != r.Max {
			t.note(Check{Rule: r, Code: key, State: Near, Case: "step", Unsure: s.Check,
				Value: massUnits(int64(t.piece.Weight)), Limit: massUnits(int64(s.To)), Margin: massUnits(int64(margin)), Own: massUnits(0)})
			return
		}
	}
}

// over tells whether a side is longer than a class takes, the carrier's tolerance allowed.
func (r Range[T]) over(side measure.Length, class *Class) bool {
	return r.Max > 0 && int64(side) > int64(r.Max)+int64(class.Limits.Tolerance)
}

func (r LengthLimit) list(c *Carrier) []Line    { return listed("Length", r.Range, c.lengthText) }
func (r HeightLimit) list(c *Carrier) []Line    { return listed("Height", r.Range, c.lengthText) }
func (r ThicknessLimit) list(c *Carrier) []Line { return listed("Thickness", r.Range, c.lengthText) }
func (r SumLimit) list(c *Carrier) []Line       { return listed("Sides together", r.Range, c.lengthText) }
func (r WeightLimit) list(c *Carrier) []Line    { return listed("Weight", r.Range, c.massText) }

func (c *Carrier) lengthText(l Length) string { return measure.Length(l).Text(c.Unit) }
func (c *Carrier) massText(m Mass) string     { return measure.Mass(m).Text(c.Unit) }

func lengthUnits(v int64) Figure { return lengthFigure(measure.Length(v)) }
func massUnits(v int64) Figure   { return massFigure(measure.Mass(v)) }

// bound checks one figure against a least and a most; a bound of zero is not
// set. Within the doubt of its measuring it is a question; so it is past the
// limit by no more than the carrier's own tolerance. What it comes to where a least is
// asked may be less: an envelope's sides draw in round its card.
func bound[T ~int64](t *trial, rule Rule, code string, r Range[T], value, low, doubt, tolerance int64, figure func(int64) Figure) {
	least, most := int64(r.Min), int64(r.Max)
	if t.open { // it can be more than the value, so only a value past the most tells anything
		least, doubt = 0, 0
	}
	// The upper limit is what a maker watches; the lower one counts only close to it.
	flat := value
	limit, margin, lower := most, most-value, false
	if most == 0 || least > 0 && low-least < doubt {
		value, limit, margin, lower = low, least, low-least, true
	}
	state, way := Passes, "within"
	switch {
	case margin < -tolerance:
		state, way = Fails, "over"
	case margin < 0:
		state, way = Near, "past"
	case margin < doubt:
		state, way = Near, "near"
	}
	if lower {
		t.under = t.under || state == Fails
	} else {
		t.over = t.over || state == Fails
	}
	if t.quiet {
		t.count(state)
		return
	}
	c := Check{Rule: rule, Code: code, State: state, Case: way, Unsure: r.Unsure("max"), Value: figure(value), Limit: figure(limit), Margin: figure(margin), Own: figure(tolerance)}
	if lower {
		c.Case, c.Unsure, c.DrawnIn = below(way), r.Unsure("min"), low < flat
		if c.DrawnIn {
			c.Case += " drawn in"
		}
	}
	t.add(c)
}

// below is how a least is worded, where a most is worded so.
func below(way string) string {
	switch way {
	case "over":
		return "under"
	case "within":
		return "above"
	}
	return way
}

var boundWords = map[string]string{
	"under":          "{Code} {value} is {by} under {a class}'s least {limit}",
	"over":           "{Code} {value} is {by} over {a class}'s {limit}",
	"past":           "{Code} {value} is past {a class}'s {limit}, within the {own} carriers allow: ask at the counter",
	"near":           "{Code} {value} is within measuring error of {a class}'s {limit}: ask at the counter",
	"above":          "{Code} {value} is above {a class}'s {limit} by {margin}",
	"under drawn in": "{Code} {value}, drawn in round the card, is {by} under {a class}'s least {limit}",
	"near drawn in":  "{Code} {value}, drawn in round the card, is within measuring error of {a class}'s {limit}: ask at the counter",
	"past drawn in":  "{Code} {value}, drawn in round the card, is past {a class}'s {limit}, within the {own} carriers allow: ask at the counter",
	"above drawn in": "{Code} {value}, drawn in round the card, is above {a class}'s {limit} by {margin}",
	"step":           "{Code} {value} is within measuring error of the {limit} a price goes up to: weigh it at the counter",
	"within":         "{Code} {value} is within {a class}'s {limit} by {margin}",
}

func (Range[T]) words() map[string]string { return boundWords }

func (r Range[T]) held() bool { return r.Min != 0 || r.Max != 0 }

func (r Range[T]) valid(w *carrierCheck, at []any) {
	if r.Min < 0 || r.Max < 0 || r.Max != 0 && r.Min > r.Max {
		w.fail(at, "the least is more than the most")
	}
	if r.Check != "" && r.Check != "min" && r.Check != "max" && r.Check != "both" {
		w.fail(append(at, "check"), `%q is not a bound; try min, max or both`, shortened(r.Check))
	}
	if r.Unsure("min") && r.Min == 0 || r.Unsure("max") && r.Max == 0 {
		w.fail(append(at, "check"), "%q marks a bound that is not given here", shortened(r.Check))
	}
}

func listed[T ~int64](name string, r Range[T], text func(T) string) []Line {
	l := Line{Name: name, Unsure: r.Check != ""}
	switch {
	case r.Min == 0:
		l.Text = "up to " + text(r.Max)
	case r.Max == 0:
		l.Text = "at least " + text(r.Min)
	default:
		l.Text = text(r.Min) + " to " + text(r.Max)
	}
	return []Line{l}
}
