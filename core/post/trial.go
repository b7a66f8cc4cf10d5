package post

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// trial is one class tried on one piece.
type trial struct {
	carrier                 *Carrier
	class                   *Class
	piece                   *Piece
	quiet                   bool           // no list of checks
	open                    bool           // the sides are still open, and the rest is the least it can come to
	surcharging             bool           // it is the surcharge's rules that are tried
	length, height          measure.Length // the length is the side parallel to the address
	filled                  card.Size      // the same drawn in round the card
	side                    measure.Length // how far a side may be out
	checks                  []Check
	troubles, failed        int
	near                    bool
	over, under, surcharged bool
	large                   bool // a side is longer than the class takes
}

// try holds a piece against every rule of a class. Surcharges are looked at
// only where the class takes it.
func (t *trial) try() {
	if !t.piece.SoldSize {
		t.side = measure.Length(t.carrier.Measuring.Side)
	}
	t.lie()
	limits.try(t, &t.class.Limits)
	if !t.over && !t.under && t.class.Surcharge != nil {
		t.surcharging = true
		extras.try(t, t.class.Surcharge)
	}
}

// lie settles which side is the length: the one parallel to the address.
func (t *trial) lie() {
	flat, in := card.Size{Width: t.piece.Width, Height: t.piece.Height}, t.piece.DrawnIn
	if (flat.Width < flat.Height) != (t.piece.AddressShort && t.class.Lies != "longest") {
		flat, in = flat.Turned(), in.Turned()
	}
	t.length, t.height = flat.Width, flat.Height
	t.filled = card.Size{Width: flat.Width - in.Width, Height: flat.Height - in.Height}
}

// past is what a rule that is broken comes to: no for the class, or its surcharge.
func (t *trial) past() State {
	if t.surcharging {
		return Surcharged
	}
	return Fails
}

// note adds a check to the trial; what fails is more than the class takes.
func (t *trial) note(c Check) {
	t.over = t.over || c.State == Fails
	t.add(c)
}

func (t *trial) add(c Check) {
	t.count(c.State)
	if !t.quiet {
		c.Class = t.class
		t.checks = append(t.checks, c)
	}
}

// count counts what a check comes to.
func (t *trial) count(s State) {
	t.near = t.near || s == Near
	t.surcharged = t.surcharged || s == Surcharged
	if s != Passes {
		t.troubles++
	}
	if s == Fails {
		t.failed++
	}
}

// bends is what a rule about stiffness makes of the piece's band.
func (t *trial) bends() State {
	switch b := t.piece.Bends; {
	case t.open && !b.Tested && len(t.piece.Hard) == 0:
		return Passes // it comes of how long the piece is
	case b.Low == card.TooRigid:
		return t.past()
	case b.High != card.Easy:
		return Near
	}
	return Passes
}

// BendsAs tells whether every rule makes the same of how two pieces bend: rules ask for
// the words of the estimate and whether it was tested, not for its lengths.
func (p *Piece) BendsAs(o *Piece) bool {
	a, b := p.Bends, o.Bends
	return a.Low == b.Low && a.High == b.High && a.Tested == b.Tested
}

// state is what the checks of a class that takes the piece come to.
func (t *trial) state() State {
	switch {
	case t.near:
		return Near
	case t.surcharged:
		return Surcharged
	}
	return Passes
}
