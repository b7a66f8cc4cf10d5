package post

import (
	"fmt"
	"slices"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
)

// trial is one class tried on one piece.
type trial struct {
	carrier                 *catalog.Carrier
	class                   *catalog.Class
	piece                   *Piece
	quiet                   bool // no words, and no list of checks
	near                    bool
	troubles                int
	length, height          measure.Length
	side                    measure.Length // how far a side may be out
	checks                  []Reason
	over, under, surcharged bool
}

// try holds a piece against every rule of a class. Surcharges are looked at
// only where the class takes it.
func try(c *catalog.Carrier, class *catalog.Class, p *Piece, quiet bool) trial {
	t := trial{carrier: c, class: class, piece: p, quiet: quiet, side: measure.Length(c.Measuring.Side)}
	if p.SoldSize {
		t.side = 0
	}
	t.lie()
	t.limits()
	if !t.over && !t.under && class.Surcharge != nil {
		t.surcharges(class.Surcharge)
	}
	return t
}

// lie settles which side is the length: the one parallel to the address.
func (t *trial) lie() {
	t.length, t.height = max(t.piece.Width, t.piece.Height), min(t.piece.Width, t.piece.Height)
	if t.piece.AddressShort && t.class.Lies != "longest" {
		t.length, t.height = t.height, t.length
	}
}

// words are how a check reads; they are made only where somebody will read them.
type words struct{ value, limit, margin, text string }

// add notes a check; what it refuses is more than the class takes.
func (t *trial) add(code string, state State, unsure bool, say func() words) {
	t.note(code, state, unsure, say)
	t.over = t.over || state == Fails
	t.surcharged = t.surcharged || state == Surcharged
}

func (t *trial) note(code string, state State, unsure bool, say func() words) {
	t.near = t.near || state == Near
	if state != Passes {
		t.troubles++
	}
	if t.quiet {
		return
	}
	w := say()
	if unsure {
		w.text += "; this limit is still to be checked"
	}
	t.checks = append(t.checks, Reason{t.class.ID, code, state, w.value, w.limit, w.margin, w.text, unsure})
}

func (t *trial) lengthText(v int64) string { return measure.Length(v).Text(t.carrier.Unit) }
func (t *trial) massText(v int64) string   { return measure.Mass(v).Text(t.carrier.Unit) }
func (t *trial) name() string              { return strings.ToLower(t.class.Name) }

func (t *trial) limits() {
	l, m := &t.class.Limits, t.carrier.Measuring
	bound(t, "length", int64(t.length), l.Length, int64(t.side), int64(l.Tolerance), t.lengthText)
	bound(t, "height", int64(t.height), l.Height, int64(t.side), int64(l.Tolerance), t.lengthText)
	bound(t, "thickness", int64(t.piece.Thickness), l.Thickness, int64(m.Thickness), 0, t.lengthText)
	bound(t, "weight", int64(t.piece.Weight), l.Weight, int64(m.Weight), 0, t.massText)
	if l.Sum.Max > 0 {
		bound(t, "sum", int64(t.length+t.height+t.piece.Thickness), l.Sum, int64(3*m.Side), int64(l.Tolerance), t.lengthText)
	}
	t.ratio("ratio", l.Ratio, Fails, func(outside string) string { return "a " + t.name() + " is " + outside })
	t.outline(l)
	if l.Even != nil {
		t.even(*l.Even)
	}
	if l.Flexible != nil {
		t.flexible(*l.Flexible)
	}
}

// bound checks one figure against a least and a most; a bound of zero is not
// set. Within the doubt of its measuring it is a question; so it is past the
// limit by no more than the carrier's own tolerance.
func bound[T catalog.Length | catalog.Mass](t *trial, code string, value int64, r catalog.Range[T], doubt, tolerance int64, text func(int64) string) {
	least, most := int64(r.Min), int64(r.Max)
	if least == 0 && most == 0 {
		return
	}
	// The upper limit is what a maker watches; the lower one counts only close to it.
	limit, margin, which := most, most-value, "max"
	if most == 0 || least > 0 && value-least < doubt {
		limit, margin, which = least, value-least, "min"
	}
	state := Passes
	switch {
	case margin < -tolerance:
		state = Fails
	case margin < doubt || margin < 0:
		state = Near
	}
	t.over = t.over || state == Fails && which == "max"
	t.under = t.under || state == Fails && which == "min"
	t.note(code, state, r.Unsure(which), func() words {
		w := words{value: text(value), limit: text(limit), margin: text(margin)}
		head := fmt.Sprintf("%s %s", title(code), w.value)
		switch {
		case state == Fails && which == "min":
			w.text = fmt.Sprintf("%s is %s under a %s's least %s", head, text(-margin), t.name(), w.limit)
		case state == Fails:
			w.text = fmt.Sprintf("%s is %s over a %s's %s", head, text(-margin), t.name(), w.limit)
		case margin < 0:
			w.text = fmt.Sprintf("%s is past a %s's %s, within the %s carriers allow: ask at the counter", head, t.name(), w.limit, text(tolerance))
		case state == Near:
			w.text = fmt.Sprintf("%s is within measuring error of a %s's %s: ask at the counter", head, t.name(), w.limit)
		case which == "min":
			w.text = fmt.Sprintf("%s is above a %s's %s by %s", head, t.name(), w.limit, w.margin)
		default:
			w.text = fmt.Sprintf("%s is within a %s's %s by %s", head, t.name(), w.limit, w.margin)
		}
		return w
	})
}

// ratio checks length against height, with the sides as far out as a ruler may be.
func (t *trial) ratio(code string, r catalog.Range[catalog.Ratio], past State, more func(string) string) {
	if r.Min == 0 && r.Max == 0 {
		return
	}
	e := t.side
	// length / height against thousandths, in whole numbers.
	under := func(l, h measure.Length) bool { return r.Min > 0 && int64(l)*1000 < int64(r.Min)*int64(h) }
	over := func(l, h measure.Length) bool { return r.Max > 0 && int64(l)*1000 > int64(r.Max)*int64(h) }
	state := Passes
	switch {
	case under(t.length, t.height) || over(t.length, t.height):
		state = past
	case under(t.length-e, t.height+e) || over(t.length+e, t.height-e):
		state = Near
	}
	value := float64(t.length) / float64(t.height)
	limit, which := r.Max, "max"
	if r.Max == 0 || r.Min > 0 && value < float64(r.Min+r.Max)/2000 {
		limit, which = r.Min, "min"
	}
	t.add(code, state, r.Unsure(which), func() words {
		margin := float64(limit)/1000 - value
		if which == "min" {
			margin = -margin
		}
		w := words{value: fmt.Sprintf("%.2f", value), limit: limit.Text(), margin: fmt.Sprintf("%.2f", margin)}
		between := r.Min.Text() + " to " + r.Max.Text()
		if r.Max == 0 {
			between = "at least " + r.Min.Text()
		}
		head := fmt.Sprintf("Length is %s times height", w.value)
		switch state {
		case Passes:
			w.text = head + ", inside " + between
		case Near:
			w.text = fmt.Sprintf("%s, within measuring error of %s: ask at the counter", head, w.limit)
		default:
			w.text = head + ", outside " + between + ": " + more(between)
			if r.Max == 0 {
				w.text = head + ": " + more(between)
			}
		}
		return w
	})
}

// outline checks for odd shapes and squares.
func (t *trial) outline(l *catalog.Limits) {
	if l.Rectangular != catalog.NotHeld && t.piece.Odd {
		t.add("shape", Fails, l.Rectangular == catalog.Unsure, func() words {
			return words{"odd", "rectangular", "", "A " + t.name() + " must be a rectangle"}
		})
	}
	if l.Oblong == catalog.NotHeld {
		return
	}
	apart := t.length - t.height
	state := Passes
	switch {
	case apart <= 0 && -apart <= 2*t.side:
		state = Fails
	case apart < 2*t.side && apart > -2*t.side:
		state = Near
	}
	if state == Passes {
		return
	}
	t.add("square", state, l.Oblong == catalog.Unsure, func() words {
		return words{t.lengthText(int64(apart)), "longer than high", "", "A " + t.name() + " is no square"}
	})
}

// even checks how much the thickness differs.
func (t *trial) even(e catalog.Even) {
	varies := measure.Length(0)
	if t.piece.Uneven != nil {
		varies = t.piece.Uneven(measure.Length(e.Edge))
	}
	margin, state := measure.Length(e.Variation)-varies, Passes
	switch {
	case margin < 0 && !t.piece.Guessed:
		state = Fails
	case margin < measure.Length(t.carrier.Measuring.Thickness):
		state = Near
	}
	t.add("even", state, e.Check, func() words {
		w := words{value: t.lengthText(int64(varies)), limit: t.lengthText(int64(e.Variation)), margin: t.lengthText(int64(margin))}
		w.text = map[State]string{
			Passes: fmt.Sprintf("Its thickness differs by %s, within a %s's %s", w.value, t.name(), w.limit),
			Near:   fmt.Sprintf("Its thickness differs by %s, within measuring error of a %s's %s: ask at the counter", w.value, t.name(), w.limit),
			Fails:  fmt.Sprintf("Its thickness differs by %s, more than a %s's %s", w.value, t.name(), w.limit),
		}[state]
		if margin < 0 && state == Near {
			w.text = fmt.Sprintf("Its thickness may differ by as much as %s, and a %s's by no more than %s: say what lies on the card, or ask at the counter", w.value, t.name(), w.limit)
		}
		return w
	})
}

// bends is what a rule about stiffness makes of the piece's band.
func (t *trial) bends(past State) State {
	switch b := t.piece.Bends; {
	case b.Low == card.TooRigid:
		return past
	case b.High != card.Easy:
		return Near
	}
	return Passes
}

// flexible checks that the piece bends.
func (t *trial) flexible(f catalog.Flexible) {
	state := t.bends(Fails)
	t.add("flexible", state, f.Check, func() words {
		w := words{value: t.piece.Bends.Text(), limit: card.Easy.Text()}
		w.text = map[State]string{
			Passes: "It bends as a " + t.name() + " must",
			Near:   "It may not bend as a " + t.name() + " must: try it. " + f.Test,
			Fails:  "It is too stiff for a " + t.name() + ". " + f.Test,
		}[state]
		return w
	})
}

func (t *trial) surcharges(s *catalog.Surcharge) {
	t.ratio("ratio", s.Ratio, Surcharged, func(string) string { return t.more(s) })
	if s.Address == "long" && t.piece.AddressShort {
		t.extra(s, "address", "along the short side", "along the long side", "The address runs along the short side")
	}
	if slices.Contains(s.Closures, t.piece.Closure) {
		t.extra(s, "closure", t.piece.Closure, "flat closures", "A "+t.piece.Closure+" closure catches in the machines")
	}
	if slices.Contains(s.Wrappings, t.piece.Wrapping) {
		t.extra(s, "wrapping", t.piece.Wrapping, "paper", "Its outside is "+t.piece.Wrapping+", not paper")
	}
	for i, c := range t.piece.Contents {
		if slices.Contains(s.Contents, c) && !slices.Contains(t.piece.Contents[:i], c) {
			t.extra(s, "contents", c, "even contents", "A "+c+" inside makes it uneven")
		}
	}
	if s.Rigid != "" {
		t.rigid(s)
	}
	if th := s.Thin; th != nil && t.piece.Thickness < measure.Length(th.Thickness) &&
		(t.length > measure.Length(th.OverLength) || t.height > measure.Length(th.OverHeight)) {
		t.extra(s, "thin", t.lengthText(int64(t.piece.Thickness)), t.lengthText(int64(th.Thickness)), "Too thin for a piece this large")
	}
}

// rigid is said in words either way, since makers cannot see it from a size.
func (t *trial) rigid(s *catalog.Surcharge) {
	state := t.bends(Surcharged)
	t.add("rigid", state, false, func() words {
		w := words{value: t.piece.Bends.Text(), limit: card.Easy.Text()}
		w.text = map[State]string{
			Passes:     "It bends easily round " + s.Rigid,
			Near:       "It may be too stiff for " + s.Rigid + ": " + card.BendTest,
			Surcharged: "It is too rigid for " + s.Rigid + ": " + t.more(s),
		}[state]
		return w
	})
}

// more is what a surcharge adds.
func (t *trial) more(s *catalog.Surcharge) string {
	return fmt.Sprintf("%s, %s more", s.Name, s.Price.Text(t.carrier.Currency))
}

func (t *trial) extra(s *catalog.Surcharge, code, value, limit, text string) {
	t.add(code, Surcharged, false, func() words { return words{value, limit, "", text + ": " + t.more(s)} })
}

func title(s string) string { return strings.ToUpper(s[:1]) + s[1:] }
