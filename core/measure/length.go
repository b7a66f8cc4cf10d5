// Package measure holds the exact lengths and masses the craft is measured in,
// reads them as people type them, and rounds them to the tool in use.
//
// A Length is a whole number of eighths of a micrometre, the coarsest grid on
// which both 1/64 in (396.875 um) and 1 um lie: nothing drifts. A Mass is as
// exact, and Money is in ten-thousandths of its currency. Floats are for shapes
// and for other programs; nothing exact is made from one that was shown.
package measure

import (
	"bytes"
	"math"
	"strconv"
)

// Length is a distance in eighths of a micrometre. One inch is 203,200 units,
// so every 1/64 in and every whole micrometre is exact.
type Length int64

// The lengths everything else is built from.
const (
	Micrometre Length = 8
	Millimetre Length = 1000 * Micrometre
	Inch       Length = 25400 * Micrometre // the international inch, 25.4 mm exactly
)

// Unit is the system a length is typed or shown in.
type Unit string

// The two systems a job can be worked in.
const (
	Inches      Unit = "in"
	Millimetres Unit = "mm"
)

// Other is the system shown beneath a figure given in u.
func (u Unit) Other() Unit {
	if u == Inches {
		return Millimetres
	}
	return Inches
}

// Most is as long as a length is taken to be, either way: 1,000 km. What is longer
// comes of a fault or of bad input, and must not take the sums with it.
const Most = 1_000_000_000 * Millimetre

// FromMM is the Length nearest to mm millimetres, Most at most either way; of no
// number it is zero. Irrational results are turned into a Length once, here, before
// they meet a ruler.
func FromMM(mm float64) Length {
	switch v := math.Round(mm * float64(Millimetre)); {
	case math.IsNaN(v):
		return 0
	case v >= float64(Most):
		return Most
	case v <= float64(-Most):
		return -Most
	default:
		return Length(v)
	}
}

// bounded is a length within Most either way.
func (l Length) bounded() Length { return min(max(l, -Most), Most) }

// Plus is the sum of two lengths, Most at most either way. Figures from outside
// and those that may come of a fault are added so; what was read and bounded is
// a million times below where a plain + turns round.
func (l Length) Plus(m Length) Length { return (l.bounded() + m.bounded()).bounded() }

// Times is the length n times over, Most at most either way.
func (l Length) Times(n int) Length {
	l = l.bounded()
	switch v := float64(l) * float64(n); {
	case v >= float64(Most):
		return Most
	case v <= float64(-Most):
		return -Most
	}
	return l * Length(n)
}

// MM is the length in millimetres.
func (l Length) MM() float64 { return float64(l) / float64(Millimetre) }

// In is the length in inches.
func (l Length) In() float64 { return float64(l) / float64(Inch) }

// Text writes the length as a maker reads it: "5 1/2 in" where a 64th of an
// inch divides it, else three decimals; millimetres with at most two decimals.
func (l Length) Text(u Unit) string {
	var room [32]byte
	out := l.appendBare(room[:0], u)
	if u == Millimetres {
		return string(append(out, " mm"...))
	}
	return string(append(out, " in"...))
}

// Texts are the length in a unit and in the other one.
func (l Length) Texts(u Unit) (text, other string) {
	var room [64]byte
	out := append(l.appendBare(room[:0], u), ' ')
	out = append(out, u...)
	n := len(out)
	out = append(l.appendBare(out, u.Other()), ' ')
	both := string(append(out, u.Other()...))
	return both[:n], both[n:]
}

// Bare is Text without the unit, for sums in which the last figure carries it.
func (l Length) Bare(u Unit) string {
	var room [32]byte
	return string(l.appendBare(room[:0], u))
}

// Shown is the length as Text writes it, in its unit: what a sum on paper comes to.
func (l Length) Shown(u Unit) float64 {
	l = l.bounded()
	switch {
	case u == Millimetres:
		return float64(l.shows(u)) / 100
	case l%(Inch/64) == 0:
		return l.In()
	}
	return float64(l.shows(u)) / 1000
}

// shows counts a length in the decimal parts that a unit shows.
func (l Length) shows(u Unit) int64 {
	if u == Millimetres {
		return inParts(int64(l.bounded()), int64(Millimetre), 100)
	}
	return inParts(int64(l.bounded()), int64(Inch), 1000)
}

// inParts counts units of a size in decimal parts, rounded half up in whole
// numbers so that 3.175 is never taken for a little less.
func inParts(units, size, parts int64) int64 {
	if units < 0 {
		return -inParts(-units, size, parts)
	}
	return units/size*parts + (units%size*parts*2+size)/(size*2)
}

func (l Length) appendBare(out []byte, u Unit) []byte {
	l = l.bounded()
	if l < 0 {
		out, l = append(out, '-'), -l
	}
	switch {
	case u == Millimetres:
		return appendParts(out, int64(l), int64(Millimetre), 100)
	case l%(Inch/64) == 0:
		return appendFraction(out, int64(l/(Inch/64)), 64)
	}
	return appendParts(out, int64(l), int64(Inch), 1000)
}

// appendParts writes units of a size in decimal parts.
func appendParts(out []byte, units, size, parts int64) []byte {
	n := inParts(units, size, parts)
	whole, n := n/parts, n%parts
	out = strconv.AppendInt(out, whole, 10)
	if n == 0 {
		return out
	}
	out = append(out, '.')
	for parts /= 10; n > 0; parts /= 10 {
		out = append(out, byte('0'+n/parts))
		n %= parts
	}
	return out
}

// appendFraction writes n/d in lowest terms with its whole part in front.
func appendFraction(out []byte, n, d int64) []byte {
	whole, n := n/d, n%d
	for n != 0 && n%2 == 0 {
		n, d = n/2, d/2
	}
	if whole != 0 || n == 0 {
		out = strconv.AppendInt(out, whole, 10)
	}
	if n == 0 {
		return out
	}
	if whole != 0 {
		out = append(out, ' ')
	}
	out = strconv.AppendInt(out, n, 10)
	return strconv.AppendInt(append(out, '/'), d, 10)
}

// appendDecimal writes v with at most the given decimals, without closing zeros.
func appendDecimal(out []byte, v float64, places int) []byte {
	start := len(out)
	out = strconv.AppendFloat(out, v, 'f', places, 64)
	if bytes.IndexByte(out[start:], '.') < 0 {
		return out
	}
	return bytes.TrimRight(bytes.TrimRight(out, "0"), ".")
}
