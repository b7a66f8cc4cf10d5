package plan

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// Said wherever a blade is used.
const bladeCaution = "Blade: guard down, cut away from your fingers, cap it when you put it down."

// blankLines are a blank's cut list, in the order of work.
func blankLines(of blankWriter) []document.Answer {
	w := &answerList{Say: of.Say, r: of.r, b: of.b, m: of.m}
	b := &w.m.Blank
	w.add("cavity", "Inside", insideNote(b), w.cavityWorking(), w.Both("cavity", b.Cavity)...)
	if b.Depth > 0 {
		w.add("depth", "Walls", "high, of card stock", []string{
			fmt.Sprintf("%s thick, a little to spare and %d × %s of its own stock, front and flaps where most lie over one another: %s on the board.",
				w.Bare(w.r.Card.Thickness), w.m.Proof.Layers, w.Decimal(b.Main().Stock.Caliper), w.Text(b.Depth)),
		}, w.Figure("depth", b.Depth))
	}
	if b.Bought != "" {
		w.cutEnds()
	} else {
		w.cutPaper()
	}
	w.scores()
	w.snips()
	if seam := w.m.Proof.Seam; seam != nil {
		thin := "Glue in thin lines, kept off the inner edge so that nothing seeps inside and seals the envelope shut. Hot glue burns: mind your fingers, children supervised."
		if glue := of.glue; glue > 0 {
			thin = "The strip of glue is " + w.Text(glue) + " wide where it is narrowest. " + thin
		}
		w.add("seam", "Seam", "narrowest glued overlap",
			[]string{"Measured on the folded blank, across the seam; at least " + w.Text(w.b.Blank.Seam) + " was asked for.", thin},
			w.Figure("seam", measure.FromMM(*seam)))
	}
	return w.all
}

// answerList gathers the lines of a blank's cut list.
type answerList struct {
	say.Say
	r   *work.Result
	b   *brief.Brief
	m   *work.Made
	all []document.Answer
}

func (l *answerList) add(key, label, note string, working []string, figures ...document.Figure) {
	l.all = append(l.all, say.Line("envelope", key, label, note, working, figures...))
}

func insideNote(b *blank.Blank) string {
	if b.Bought != "" {
		return "between the glued ends"
	}
	return "creases apart"
}

func (l *answerList) cutPaper() {
	for k := range l.m.Pieces {
		l.cutPiece(k)
	}
}

// keyOf is the key of a line of a piece; the first has the plain one.
func keyOf(key string, piece int) string {
	if piece == 0 {
		return key
	}
	return fmt.Sprintf("%s.%d", key, piece)
}

func (l *answerList) cutPiece(k int) {
	b, fit, paper, piece := &l.m.Blank, l.m.Paper, l.m.Paper.Sheet.Name, &l.m.Pieces[k]
	note, key := "from "+paper, keyOf("blank", k)
	switch angle := degrees(fit.Angle); {
	case !fit.Fits:
		note = "larger than " + paper
	case k == 0 && angle != 0 && angle != 90:
		note += fmt.Sprintf(", turned %s°", strconv.FormatFloat(angle, 'f', -1, 64))
	}
	cut := strings.TrimSuffix("Cut the "+words.Lower(piece.Name), " the ")
	switch {
	case b.Machine != nil:
		l.add(key, cut, note, []string{
			fmt.Sprintf("The outline reaches %s; the mat keeps %s free at each side.", l.SizeText(piece.Cut()), l.Text(l.b.Tools.Mat)),
			dashText(l.Say, *b.Machine),
		}, l.Both(key, piece.Cut())...)
	case piece.Width == piece.Height && b.Minimum > 0:
		l.add(key, "Cut a square", note, append(l.squareWorking(), bladeCaution), l.Figure(key+".width", piece.Width))
	case k == 0:
		l.add(key, cut, note, append(l.rectangleWorking(), bladeCaution), l.Both(key, piece.Cut())...)
	default:
		l.add(key, cut, note, []string{bladeCaution}, l.Both(key, piece.Cut())...)
	}
}

func dashText(s say.Say, k blank.Machine) string {
	if k.Dash == 0 {
		return "Scores are solid lines."
	}
	return fmt.Sprintf("Scores are dashes of %s, %s apart, that stop %s short of the edge.", s.Text(k.Dash), s.Text(k.Gap), s.Text(k.Margin))
}

func (l *answerList) cutEnds() {
	b := &l.m.Blank
	l.add("blank", "Take", words.Article(b.Bought+" envelope"), []string{"Its height takes the card; its length is cut to the card."}, l.Both("blank", b.Main().Cut())...)
	kept := b.Main().Width
	if len(b.Main().Waste) > 0 {
		kept -= 2 * b.Main().Waste[0].Width
	}
	l.add("outside", "Keep", "of its length", []string{
		fmt.Sprintf("The inside of %s and a strip of glue at both ends.", l.Text(b.Cavity.Width)),
	}, l.Figure("outside.width", kept))
	if len(b.Main().Waste) > 0 {
		l.add("ends", "Cut off", "each end", []string{
			fmt.Sprintf("Half of %s − %s kept: as much off both ends, since the flap's ends are shaped.", l.Bare(b.Main().Width), l.Text(kept)), bladeCaution,
		}, l.Figure("ends", b.Main().Waste[0].Width))
	}
}

// scores are what the board reads, piece by piece and turn by turn.
func (l *answerList) scores() {
	n := 0
	for k := range l.m.Pieces {
		l.scoresOf(&l.m.Pieces[k], n)
		n += len(l.m.Pieces[k].Creases)
	}
}

// scoresOf are those of a piece, numbered from so many on.
func (l *answerList) scoresOf(p *blank.Piece, from int) {
	for i, cr := range p.Creases {
		if cr.Tab {
			continue // it is one with the foot of the wall it lies beside
		}
		note := fmt.Sprintf("from the %s, for the %s", cr.From, flapWord(cr))
		if tab := slices.IndexFunc(p.Creases, func(o blank.Crease) bool { return o.Tab && inLine(o, cr) }); tab >= 0 {
			note += ", on through the " + p.Creases[tab].Flap
		}
		if i > 0 && p.Creases[i-1].Level != cr.Level {
			note = "turn the paper; " + note
		}
		// What lies nearer to the other side is set from there.
		if reach := l.b.Tools.Reach; cr.Reading > reach && l.m.Machine == nil {
			note += fmt.Sprintf("; past the board's %s from either side: rule a line and score along a straightedge", l.Text(reach))
		}
		key := fmt.Sprintf("crease%d", from+i)
		l.add(key, "Score", note, l.creaseText(p, cr), l.Figure(key, cr.Reading))
	}
}

// inLine tells whether two scores are made in one go.
func inLine(a, b blank.Crease) bool { return a.Level == b.Level && a.From == b.From && a.At == b.At }

func flapWord(c blank.Crease) string {
	if c.Wall {
		return c.Flap + "'s foot"
	}
	return c.Flap + " flap"
}

// snip is waste of one kind and size, and where it is cut off.
type snip struct {
	kind   blank.WasteKind
	size   card.Size
	places []string
}

// snips are the corners and tips to cut away, equal ones in one line.
func (l *answerList) snips() {
	if l.m.Machine != nil || l.m.Bought != "" {
		return
	}
	var all []*snip
	for _, waste := range l.m.AllWaste() {
		// The creases say where to cut; a ruler mark is near enough to tell which corner is which.
		z := card.Size{Width: l.Ruler.Nearest(waste.Width), Height: l.Ruler.Nearest(waste.Height)}
		at := slices.IndexFunc(all, func(s *snip) bool { return s.kind == waste.Kind && s.size == z })
		if at < 0 {
			all, at = append(all, &snip{kind: waste.Kind, size: z}), len(all)
		}
		if !slices.Contains(all[at].places, waste.Place) {
			all[at].places = append(all[at].places, waste.Place)
		}
	}
	for i, s := range all {
		l.add(fmt.Sprintf("snip%d", i), "Snip", strings.Join(s.places, ", "), []string{l.snipText(s), bladeCaution}, l.Both(fmt.Sprintf("snip%d", i), s.size)...)
	}
}

func (l *answerList) snipText(s *snip) string {
	switch s.kind {
	case blank.Tip:
		return "Cut it off straight, alongside the flap's own crease, or fold it back on itself and glue it down: either keeps it off the crease across the envelope."
	case blank.BesideTab:
		return fmt.Sprintf("One cut at each corner, the same way round at all four: along the end of the next wall, up to the front panel's corner and no further. The tab, %s wide, stays on its wall; what is beyond it comes off, and a sliver beside the cut.", l.Text(l.m.Depth))
	}
	return "Cut along the creases, up to where they meet and no further." + l.taperText()
}

// taperText says what comes off the sides of flaps, besides the corners.
func (l *answerList) taperText() string {
	if l.m.Taper == 0 {
		return ""
	}
	return " Then take a sliver of " + l.Text(l.m.Taper) + " off each side of every flap, from nothing at the corner, so that none shows past a fold."
}
