package plan

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Said wherever a blade is used.
const bladeCaution = "Blade: guard down, cut away from your fingers, cap it when you put it down."

// blankAnswers are a blank's cut list, in the order of work.
func (m *maker) blankAnswers(of *Blank) []Answer {
	l, b := answerList{m: m}, of.made
	l.add("cavity", "Inside", insideNote(b), []string{m.cavityText(b, b.Card.Width, b.Cavity.Width), m.cavityText(b, b.Card.Height, b.Cavity.Height)}, m.both("cavity", b.Cavity)...)
	if b.Depth > 0 {
		l.add("depth", "Walls", "high, of card stock", []string{m.depthText(b)}, m.figure("depth", b.Depth))
	}
	if b.Bought != "" {
		l.cutEnds(b)
	} else {
		l.cutPaper(of)
	}
	l.scores(b)
	l.snips(b)
	l.add("seam", "Seam", "narrowest glued overlap",
		[]string{
			"Measured on the folded blank, across the seam; at least " + m.text(m.blank.seam) + " was asked for.",
			"Glue in thin lines, kept off the inner edge so that nothing seeps inside and seals the envelope shut. Hot glue burns: mind your fingers, children supervised.",
		},
		Figure{"seam", of.Seam})
	return l.all
}

// answerList gathers the lines of one station's cut list.
type answerList struct {
	m   *maker
	all []Answer
}

func (l *answerList) add(key, label, note string, working []string, figures ...Figure) {
	l.all = append(l.all, line("envelope", key, label, note, working, figures...))
}

func insideNote(b blank.Blank) string {
	if b.Bought != "" {
		return "between the glued ends"
	}
	return "creases apart"
}

func (l *answerList) cutPaper(of *Blank) {
	m, b := l.m, of.made
	note := "from " + m.blank.paper.name
	switch fit := of.Paper; {
	case !fit.Fits:
		note = "larger than " + m.blank.paper.name
	case fit.Angle != 0 && fit.Angle != 90:
		note += fmt.Sprintf(", turned %.1f°", fit.Angle)
	}
	size := card.Size{Width: b.Width, Height: b.Height}
	switch {
	case b.Machine != nil:
		l.add("blank", "Cut", note, []string{
			fmt.Sprintf("The outline reaches %s; the mat keeps %s free at each side.", m.sizeText(size), m.text(m.mat)),
			m.dashText(*b.Machine),
		}, m.both("blank", size)...)
	case b.Width == b.Height && b.Minimum > 0:
		l.add("blank", "Cut a square", note, append(m.squareWorking(of.from.options, b), bladeCaution), m.figure("blank.width", b.Width))
	default:
		l.add("blank", "Cut", note, append(m.rectangleWorking(b), bladeCaution), m.both("blank", size)...)
	}
}

func (m *maker) dashText(k blank.Machine) string {
	if k.Dash == 0 {
		return "Scores are solid lines."
	}
	return fmt.Sprintf("Scores are dashes of %s, %s apart, that stop %s short of the edge.", m.text(k.Dash), m.text(k.Gap), m.text(k.Margin))
}

func (l *answerList) cutEnds(b blank.Blank) {
	l.add("blank", "Take", "a "+b.Bought+" envelope", []string{"Its height takes the card; its length is cut to the card."}, l.m.both("blank", card.Size{Width: b.Width, Height: b.Height})...)
	kept := b.Width
	if len(b.Waste) > 0 {
		kept -= 2 * b.Waste[0].Width
	}
	l.add("outside", "Keep", "of its length", []string{
		fmt.Sprintf("The inside of %s and a strip of glue at both ends.", l.m.text(b.Cavity.Width)),
	}, l.m.figure("outside.width", kept))
	if len(b.Waste) > 0 {
		l.add("ends", "Cut off", "each end", []string{
			fmt.Sprintf("Half of %s − %s kept: as much off both ends, since the flap's ends are shaped.", l.m.bare(b.Width), l.m.text(kept)), bladeCaution,
		}, l.m.figure("ends", b.Waste[0].Width))
	}
}

// scores are what the board reads, turn by turn.
func (l *answerList) scores(b blank.Blank) {
	before := ""
	for i, cr := range b.Creases {
		note := fmt.Sprintf("from the %s, for the %s", cr.From, flapWord(cr.Flap))
		if before != "" && before != cr.From {
			note = "turn the paper; " + note
		}
		before = cr.From
		key := fmt.Sprintf("crease%d", i)
		l.add(key, "Score", note, l.m.creaseText(b, cr), l.m.figure(key, cr.Reading))
	}
}

func flapWord(flap string) string {
	if strings.HasSuffix(flap, "wall") {
		return flap + "'s foot"
	}
	return flap + " flap"
}

// snips are the corners to cut away, equal ones in one line.
func (l *answerList) snips(b blank.Blank) {
	if b.Machine != nil || b.Bought != "" {
		return
	}
	var places [][]string
	var sizes []card.Size
	for _, w := range b.Waste {
		// The creases say where to cut; a ruler mark is near enough to tell which corner is which.
		z := card.Size{Width: l.m.ruler.Nearest(w.Width), Height: l.m.ruler.Nearest(w.Height)}
		at := slices.Index(sizes, z)
		if at < 0 {
			sizes, places, at = append(sizes, z), append(places, nil), len(sizes)
		}
		places[at] = append(places[at], w.Place)
	}
	for i, z := range sizes {
		l.add(fmt.Sprintf("snip%d", i), "Snip", strings.Join(places[i], ", "), []string{
			"Cut along the creases, up to where they meet and no further.", bladeCaution,
		}, l.m.both(fmt.Sprintf("snip%d", i), z)...)
	}
}

func (m *maker) cavityText(b blank.Blank, one, room measure.Length) string {
	thick, words := m.thickness, fmt.Sprintf("%s card + %s thick + %s ease", m.bare(one), m.bare(m.thickness), m.bare(m.blank.ease))
	if b.Depth > 0 {
		thick = 2 * b.Caliper
		words = fmt.Sprintf("%s card + 2 × %s of its own stock + %s ease", m.bare(one), m.bare(b.Caliper), m.bare(m.blank.ease))
	}
	exact := one + thick + m.blank.ease
	if room < exact || room > exact+2*max(m.ruler.Step, m.groove) {
		return fmt.Sprintf("%s card + %s thick; %s is what there is inside.", m.bare(one), m.bare(m.thickness), m.text(room))
	}
	return m.rounded(words+" = ", exact, room, "up")
}

func (m *maker) depthText(b blank.Blank) string {
	return fmt.Sprintf("%s thick and a little to spare: %s on the board.", m.bare(m.thickness), m.text(b.Depth))
}

func (m *maker) squareWorking(o blank.Options, b blank.Blank) []string {
	if size, ok := o.Lengths["size"]; ok {
		return []string{"As given: " + m.text(size) + ". The least that closes with the seam is " + decimalText(b.Minimum, m.unit) + "."}
	}
	thumb := blank.ThumbSquare(m.outer(), m.ruler)
	if o.Words["rule"] == "thumb" || b.ByEye {
		return []string{
			fmt.Sprintf("Rule of thumb, the card's diagonal and %s: √(%s² + %s²) + %s = %s, up to %s.", thumbText(m.unit),
				m.bare(m.outer().Width), m.bare(m.outer().Height), thumbText(m.unit), decimalText(thumb, m.unit), m.text(b.Width)),
			"The computed least for this seam is " + decimalText(b.Minimum, m.unit) + ".",
		}
	}
	walls := ""
	if b.Depth > 0 {
		walls = " + 2 × " + m.bare(b.Depth) + " walls"
	}
	return []string{
		fmt.Sprintf("(%s + %s inside%s) ÷ √2 + %s seam = %s, up to %s so that the seam keeps its width with the scores on ruler marks.",
			m.bare(b.Cavity.Width), m.bare(b.Cavity.Height), walls, m.bare(m.blank.seam), decimalText(b.Minimum, m.unit), m.text(b.Width)),
		fmt.Sprintf("The card's diagonal and %s, the rule of thumb, would give %s.", thumbText(m.unit), decimalText(thumb, m.unit)),
	}
}

func thumbText(u measure.Unit) string {
	if u == measure.Millimetres {
		return "25 mm"
	}
	return "1 in"
}

// decimalText is an irrational result, always in decimals.
func decimalText(l measure.Length, u measure.Unit) string {
	if u == measure.Millimetres {
		return strconv.FormatFloat(l.MM(), 'f', 2, 64) + " mm"
	}
	return strconv.FormatFloat(l.In(), 'f', 3, 64) + " in"
}

func (m *maker) rectangleWorking(b blank.Blank) []string {
	depth := map[string]measure.Length{}
	for _, f := range b.Flaps {
		depth[f.Name] = f.Depth
	}
	before, after := "", ""
	if b.Depth > 0 {
		before, after = m.bare(b.Depth)+" wall + ", " + "+m.bare(b.Depth)+" wall"
	}
	return []string{
		fmt.Sprintf("Across: %s side flap + %s%s inside%s + %s side flap = %s", m.bare(depth["left"]), before, m.bare(b.Cavity.Width), after, m.bare(depth["right"]), m.text(b.Width)),
		fmt.Sprintf("Along: %s top flap + %s%s front%s + %s back = %s", m.bare(depth["top"]), before, m.bare(b.Cavity.Height), after, m.bare(depth["back"]), m.text(b.Height)),
	}
}

func (m *maker) creaseText(b blank.Blank, cr blank.Crease) []string {
	if !b.Diagonal {
		return []string{fmt.Sprintf("%s from the %s.", m.text(cr.At), cr.From)}
	}
	half := measure.FromMM(b.Width.MM() / math.Sqrt2)
	inside, sign := b.Cavity.Width, "−"
	if cr.From == "top corner" {
		inside = b.Cavity.Height
	}
	if cr.At > half {
		sign = "+"
	}
	wall := ""
	if b.Depth > 0 && !strings.HasSuffix(cr.Flap, "wall") {
		wall = " " + sign + " " + m.bare(b.Depth) + " wall"
	}
	out := []string{fmt.Sprintf("Corner to centre %s %s half of %s inside%s, on the board %s; measure along the diagonal.",
		decimalText(half, m.unit), sign, m.bare(inside), wall, m.text(cr.At))}
	if cr.Reading != cr.At {
		out = append(out, fmt.Sprintf("The corner in your jig reads %s: %s + %s = %s.", m.text(m.jig), m.bare(cr.At), m.bare(m.jig), m.text(cr.Reading)))
	}
	return append(out, fmt.Sprintf("Along the paper's two edges: √2 × its depth, %s from the %s, for notching.", m.text(m.ruler.Nearest(cr.Mark)), cr.MarkFrom))
}
