// Package lesson says what the logbook suggests for a job, and from how much that is learned.
package lesson

import (
	"fmt"
	"math"
	"strconv"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/learn"
	"yellow-parcel/core/post"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/say"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// teacher says what the logbook suggests for a job.
type teacher struct {
	say.Say
	r    *work.Result
	b    *brief.Brief
	book *learn.Book // nil for none
}

// Of is what a logbook suggests for a job; nothing where it holds nothing.
func Of(s say.Say, r *work.Result, book *learn.Book) (all []document.Learned) {
	w := teacher{s, r, r.Brief, book}
	if w.book == nil || w.book.Entries == 0 {
		return nil
	}
	for _, find := range []func(*learn.Book) (document.Learned, bool){w.ease, w.spares, w.post} {
		if l, ok := find(w.book); ok {
			all = append(all, l)
		}
	}
	return all
}

// ease suggests the room beyond the card's thickness: of the envelope to make,
// or of the card where it is sized from its envelope. One that was typed is the maker's own.
func (w teacher) ease(b *learn.Book) (one document.Learned, ok bool) {
	now, typed, station, group := w.b.Blank.Ease, w.b.Blank.Eased, "envelope", "blank"
	if w.b.Card.From == brief.FromEnvelope {
		now, typed, station, group = w.b.Card.Ease, w.b.Card.Eased, "start", "card"
	}
	// A card that is the one sold for its envelope owes its size to no ease.
	if typed || b.Fits.Total == 0 || w.r.Sold() {
		return one, false
	}
	e := b.Fits.For(w.r.Card.Thickness, w.Ruler)
	if e.Ease == now {
		return one, false
	}
	return document.Learned{Key: "ease", Station: station, Patch: job.Set(group, "ease", w.Text(e.Ease)),
		Text:     fmt.Sprintf("Your cards of this thickness do best with %s of ease, not %s.", w.Text(e.Ease), w.Text(now)),
		Evidence: fmt.Sprintf("From %d %s, %d about as thick: %s. Of 100 as suggested %s would stick.", b.Fits.Total, words.Plural(b.Fits.Total, "card"), e.Near[0]+e.Near[1]+e.Near[2], nearText(e.Near), hundredths(e.Tight)),
		Low:      w.Text(w.Ruler.Nearest(e.Low)), Likely: w.Text(e.Ease), High: w.Text(w.Ruler.Nearest(e.High))}, true
}

func nearText(near [3]int) string {
	return fmt.Sprintf("%d tight, %d good, %d loose", near[0], near[1], near[2])
}

func hundredths(share float64) string { return strconv.Itoa(int(math.Round(100 * share))) }

// spares suggests how many cards to spare, from how often their parts were spoiled.
func (w teacher) spares(b *learn.Book) (one document.Learned, ok bool) {
	if w.b.Card.Made {
		return one, false
	}
	names := []string{prompt.Name(supply.Base)}
	for _, l := range w.b.Layers.Each {
		names = append(names, l.Name)
	}
	if m := supply.Blanked(w.r); m != nil && m.Blank.Bought == "" {
		names = append(names, prompt.Name(supply.TheBlank))
	}
	var parts []learn.Spoilage
	cut, spoiled := 0, 0
	for _, name := range names {
		// Of a part nothing is noted of nothing is said.
		if p := b.Parts[name]; p.Cut > 0 {
			parts = append(parts, p)
			cut, spoiled = cut+p.Cut, spoiled+p.Spoiled
		}
	}
	if cut == 0 {
		return one, false
	}
	k := learn.Spares(parts, w.b.Quantity)
	if k == w.b.Stock.Spare {
		return one, false
	}
	low, mean, high := learn.Spoilage{Cut: cut, Spoiled: spoiled}.Share()
	percent := func(v float64) string { return fmt.Sprintf("%.1f %%", 100*v) }
	return document.Learned{Key: "spares", Station: "base", Patch: job.Patch{"spoilage": strconv.Itoa(k)},
		Text: fmt.Sprintf("With %d to spare all %d come out in 95 of 100 batches; this one has %d.", k, w.b.Quantity, w.b.Stock.Spare), Evidence: fmt.Sprintf("From %d pieces of these parts, %d spoiled.", cut, spoiled),
		Low: percent(low), Likely: percent(mean), High: percent(high)}, true
}

// post says how often the counter did as was foretold, beside what is foretold.
func (w teacher) post(b *learn.Book) (one document.Learned, ok bool) {
	if len(w.r.Posts) == 0 {
		return one, false
	}
	v := w.r.Posts[0].InUse()
	c := b.Counters[v.Carrier.ID]
	if c.Asked == 0 || v.State != post.Near && v.State != post.Surcharged {
		return one, false
	}
	low, mean, high := c.Share()
	return document.Learned{Key: "post", Station: "post", Text: fmt.Sprintf("Of %d such pieces the counter charged extra for, or returned, %d.", c.Asked, c.Agreed), Evidence: fmt.Sprintf("From %d pieces foretold a question or a surcharge at %s.", c.Asked, v.Carrier.Name),
		Low: hundredths(low) + " %", Likely: hundredths(mean) + " %", High: hundredths(high) + " %"}, true
}

// Time is how long a making takes by the maker's own pace, where any of it was noted.
func Time(b *learn.Book, of learn.Efforts) (document.Learned, bool) {
	low, likely, high, noted := of.Pace(b)
	if noted == 0 {
		return document.Learned{}, false
	}
	usual := of.Likely()
	return document.Learned{Key: "time", Station: "bench", Text: fmt.Sprintf("By your own pace hands need about %s, %s.", prompt.Span(likely, likely), prompt.Span(low, high)),
		Evidence: fmt.Sprintf("From %d noted steps; by the usual minutes it is %s.", noted, prompt.Span(usual, usual)),
		Low:      prompt.Span(low, low), Likely: prompt.Span(likely, likely), High: prompt.Span(high, high)}, true
}
