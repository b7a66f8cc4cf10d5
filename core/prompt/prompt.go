// Package prompt says the steps of a making in a maker's words, and what the whole
// batch takes: the figures on the ruler, what is handled at a step, where it is.
package prompt

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/document"
	"yellow-parcel/core/say"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/words"
)

// Made is steps and supplies in words. Several jobs are told apart by their numbers.
type Made struct {
	All      []bench.Step // as they are, before they are said
	Steps    []document.Step
	Time     document.Minutes
	Supplies document.Supplies
}

// blade is what to know wherever something can cut fingers.
const blade = "Blades cut fingers: guard down, cut away from you, cap the blade after."

var tools = map[bench.Tool]string{bench.Hands: "hands", bench.Trimmer: "trimmer", bench.Knife: "knife and steel ruler", bench.Machine: "cutting machine", bench.Board: "scoring board", bench.Bone: "folder",
	bench.Snips: "scissors", bench.Caliper: "caliper", bench.Slot: "slot gauge", bench.Scale: "scale", bench.Adhere: "adhesive", bench.Weight: "weight", bench.Pen: "pen"}

// parts are what the parts are called, one of them.
var parts = map[supply.Key]string{supply.Base: "base", supply.Layer: "layer", supply.Inside: "inside panel", supply.Piece: "piece", supply.TheGauge: "slot gauge", supply.TheBlank: "blank",
	supply.TheLiner: "liner", supply.TheBand: "band", supply.TheStrips: "strips", supply.Card: "card", supply.Envelope: "envelope", supply.Sealed: "sealed card"}

// prompter words one plan.
type prompter struct {
	say.Say
	bench.Setup
	letters []int // of each lot's first layout
}

// Write says a plan's steps.
func Write(s say.Say, p bench.Setup, supplies supply.List) Made {
	steps := bench.Steps(p)
	w := prompter{Say: s, Setup: p}
	n := 0
	for _, l := range p.Lots {
		w.letters = append(w.letters, n)
		if l.Plan != nil {
			n += len(l.Plan.Layouts)
		}
	}
	out := Made{All: steps, Steps: make([]document.Step, len(steps)), Time: Minutes(bench.Time(steps)), Supplies: w.supplies(supplies)}
	for i := range steps {
		out.Steps[i] = w.step(&steps[i])
	}
	return out
}

// Nothing is what is said where nothing is made.
func Nothing() Made {
	return Made{Steps: []document.Step{}, Time: document.Minutes{Text: "nothing to do"}, Supplies: document.Supplies{Lines: []document.Supply{}}}
}

// step is one step in words.
func (w prompter) step(s *bench.Step) document.Step {
	out := document.Step{ID: s.ID, Phase: string(s.Phase), Kind: string(s.Kind), Part: w.part(s), Text: w.Fill(bench.Says[s.Say.Name], s.Say.With...), Figure: w.figure(s.Figure), Pieces: s.Pieces, Spares: s.Spares, Guide: len(s.Cuts) > 0,
		Tool: tools[s.Tool], Minutes: Minutes(s.Minutes), Details: w.details(s), Looks: looks(s.Looks), Handled: []document.Handled{}}
	if s.Blade {
		out.Caution = blade
	}
	if s.Check.Name != "" {
		out.Check = w.Fill(bench.Says[s.Check.Name], s.Check.With...)
	}
	if len(s.Looks) > 0 {
		out.Drawing = &looks(s.Looks[:1])[0]
	}
	for i, h := range s.Handled {
		if slices.ContainsFunc(s.Handled[:i], func(o bench.Handled) bool { return o.Part == h.Part }) {
			continue // turned, it is the same
		}
		out.Handled = append(out.Handled, document.Handled{Key: Key(h.Part), Job: h.Part.Job + 1, Of: string(h.Part.Key), Name: w.called(h.Part), Pieces: h.Pieces})
	}
	return out
}

// Key is a part by what tells it apart in every run of a plan: "1.layer.0".
func Key(p supply.Role) string { return fmt.Sprintf("%d.%s.%d", p.Job+1, p.Key, p.At) }

// part names what a step is done to: several parts by their kinds.
func (w prompter) part(s *bench.Step) string {
	var names []string
	seen := map[string]bool{}
	for _, h := range s.Handled {
		if name := w.called(h.Part); !seen[name] {
			seen[name] = true
			names = append(names, name)
		}
	}
	return strings.Join(names, ", ")
}

// Name is what a part is called that has no name of its own.
func Name(key supply.Key) string { return parts[key] }

// Called is a part as its maker calls it.
func Called(p bench.Setup, part supply.Role) string { return prompter{Setup: p}.called(part) }

// called is a part as its maker calls it, its job's number first where there are several.
func (w prompter) called(p supply.Role) string {
	name, b := parts[p.Key], w.Jobs[p.Job].Brief
	switch {
	case p.Key == supply.Layer && p.At < len(b.Layers.Each):
		name = b.Layers.Each[p.At].Name
	case p.Key == supply.Piece && p.At < len(b.Card.Build):
		name = b.Card.Build[p.At].Name
	case p.Key == supply.TheBlank:
		if m := supply.Blanked(w.Jobs[p.Job].Result); m != nil && p.At < len(m.Pieces) {
			name = m.Pieces[p.At].Called(name)
		}
	}
	if len(w.Jobs) > 1 {
		name = fmt.Sprintf("%d %s", p.Job+1, name)
	}
	return name
}

func (w prompter) figure(f bench.Figure) *document.StepFigure {
	switch f.Kind {
	case bench.OfLength:
		l := w.Full(f.Length)
		return &document.StepFigure{Text: l.Text, Alt: l.Alt, In: &l.In, MM: &l.MM, Mark: l.Mark}
	case bench.OfSize:
		return &document.StepFigure{Text: w.SizeText(f.Size)}
	case bench.OfMass:
		return &document.StepFigure{Text: f.Mass.Text(w.Unit)}
	case bench.OfMoney:
		return &document.StepFigure{Text: f.Money.Text(f.Currency)}
	}
	return nil
}

// details are what the one figure leaves open: which cuts of which sheets, from which edge.
func (w prompter) details(s *bench.Step) []string {
	out := []string{}
	for _, l := range s.Looks {
		if l.Of == bench.PictureSheet {
			out = append(out, w.cuts(s, l))
		}
	}
	for _, h := range s.Handled {
		if h.How.Name == "" {
			continue
		}
		text := w.Fill(bench.Says[h.How.Name], h.How.With...)
		if len(s.Handled) > 1 && s.Kind == bench.Score {
			text = words.Capital(w.called(h.Part)) + ": " + text
		}
		// A tab is scored with the wall beside it.
		if !slices.Contains(out, text) {
			out = append(out, text)
		}
	}
	return out
}

// cuts names the cuts of a layout at a step: "2 sheets A of Letter: cuts 1, turn, 3".
func (w prompter) cuts(s *bench.Step, l bench.Look) string {
	lot := &w.Lots[l.Lot]
	layout := &lot.Plan.Layouts[l.Layout]
	var names []string
	sheets, last := 0, -1
	for _, c := range s.Cuts {
		if c.Lot != l.Lot || c.Layout != l.Layout {
			continue
		}
		name := fmt.Sprint(c.Number)
		if last >= 0 && layout.Cuts[last].Across != layout.Cuts[c.Number-1].Across {
			name = "turn, " + name
		}
		names, sheets, last = append(names, name), c.Sheets, c.Number-1
	}
	sheet := lot.Sheets[layout.Sheet]
	return fmt.Sprintf("%s %s of %s: %s %s", say.Sheets(sheets), words.Letter(w.letters[l.Lot]+l.Layout), strings.TrimSpace(sheet.Name+" "+sheet.Paper.Name), words.Plural(len(names), "cut"), strings.Join(names, ", "))
}

func looks(all []bench.Look) []document.Look {
	out := []document.Look{}
	for _, l := range all {
		lit := l.Lit
		if lit == nil {
			lit = []string{}
		}
		out = append(out, document.Look{Of: string(l.Of), Job: l.Job, Lot: l.Lot, Layout: l.Layout, Extra: l.Extra, Lit: lit})
	}
	return out
}

// Minutes rounds to the tenth of a minute, as the document has it.
func Minutes(m bench.Minutes) document.Minutes {
	tenth := func(v float64) float64 { return math.Round(v*10) / 10 }
	return document.Minutes{Low: tenth(m.Low), Likely: tenth(m.Likely), High: tenth(m.High), Text: Span(m.Low, m.High)}
}

// Span says how long something takes, from and to: "8 to 15 min", "2 h to 3 h 30 min".
func Span(low, high float64) string {
	a, b := long(low), long(high)
	if a == b {
		return a
	}
	if high < 60 {
		return strings.TrimSuffix(a, " min") + " to " + b
	}
	return a + " to " + b
}

// long is a time in minutes; of an hour and more to the five minutes.
func long(m float64) string {
	n := int(math.Max(1, math.Round(m)))
	if n < 60 {
		return fmt.Sprintf("%d min", n)
	}
	n = (n + 2) / 5 * 5
	if n%60 == 0 {
		return fmt.Sprintf("%d h", n/60)
	}
	return fmt.Sprintf("%d h %d min", n/60, n%60)
}

// supplies says what the batch takes, what is there, what to buy, and what it costs.
func (w prompter) supplies(l supply.List) document.Supplies {
	out := document.Supplies{Lines: []document.Supply{}}
	for _, x := range l.Lines {
		one := document.Supply{What: string(x.What), Need: x.Need, There: x.There, Buy: x.Buy()}
		switch x.What {
		case supply.Stamps:
			one.Name = strings.TrimSpace(x.Stamp + " stamps of " + x.Price.Text(x.Currency))
			one.Name = words.Capital(one.Name)
		case supply.Envelopes:
			one.Name = words.Capital(strings.TrimSpace(x.Sheet.Name+" "+words.Plural(x.Need, x.Noun))) + ", " + w.SizeText(x.Sheet.Size)
		case supply.Sheets:
			one.Name = strings.TrimSpace(x.Sheet.Name + " " + x.Sheet.Paper.Name)
		}
		if x.Priced {
			one.Cost = x.Sum().Text(x.Currency)
		}
		out.Lines = append(out.Lines, one)
	}
	currency := w.Stock.Currency
	if l.Cost > 0 {
		out.Cost, out.Card = l.Cost.Text(currency), l.Each.Text(currency)
	}
	switch {
	case l.Cost > 0 && l.Unknown > 0:
		out.Note = fmt.Sprintf("without %d %s of which no price is known", l.Unknown, words.Plural(l.Unknown, "thing"))
	case l.Foreign:
		out.Note = "without the postage, which is paid in another currency"
	}
	return out
}
