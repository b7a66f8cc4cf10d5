package plan

import (
	"slices"
	"strings"
	"unicode/utf8"

	"yellow-parcel/core/measure"
)

// Switch changes the job's unit and ruler without changing a single measure:
// numbers typed without a unit get the one they were typed in.
func Switch(j Job, to measure.Unit) Job {
	from := j.Unit
	if from == "" {
		from = measure.Inches
	}
	length := func(s *string) { *s = withUnit(*s, string(from)) }
	size := func(b *Bought) *Bought {
		if b == nil {
			return nil
		}
		own := *b
		length(&own.Width)
		length(&own.Height)
		return &own
	}
	j.Envelope, j.Sheet, j.Stamp = size(j.Envelope), size(j.Sheet), size(j.Stamp)
	length(&j.Inside)
	if j.Card != nil {
		c := *j.Card
		for _, s := range []*string{&c.Width, &c.Height, &c.Thickness, &c.Ease, &c.Door, &c.Short} {
			length(s)
		}
		if c.Overhang != nil {
			o := *c.Overhang
			for _, s := range []*string{&o.Top, &o.Right, &o.Bottom, &o.Left} {
				length(s)
			}
			c.Overhang = &o
		}
		c.Widths = slices.Clone(c.Widths)
		for i := range c.Widths {
			length(&c.Widths[i])
		}
		weight := func(s *string) {
			*s = withUnit(*s, map[measure.Unit]string{measure.Inches: "oz", measure.Millimetres: "g"}[from])
		}
		weight(&c.Weight)
		c.Build = slices.Clone(c.Build)
		for i := range c.Build {
			b := &c.Build[i]
			for _, s := range []*string{&b.X, &b.Y, &b.Width, &b.Height, &b.Thickness} {
				length(s)
			}
			weight(&b.Weight)
		}
		j.Card = &c
	}
	if j.Layers != nil {
		layers := make([]LayerSpec, len(j.Layers))
		for i, l := range j.Layers {
			length(&l.Border)
			length(&l.Bottom)
			layers[i] = l
		}
		j.Layers = layers
	}
	j.Stock = slices.Clone(j.Stock)
	for i := range j.Stock {
		j.Stock[i].Sheet = size(j.Stock[i].Sheet)
	}
	if j.Trimmer != nil {
		t := *j.Trimmer
		length(&t.Longest)
		length(&t.Deepest)
		j.Trimmer = &t
	}
	if j.Board != nil {
		b := *j.Board
		length(&b.Groove)
		length(&b.Jig)
		j.Board = &b
	}
	length(&j.Mat)
	if j.Post != nil {
		p := *j.Post
		length(&p.Gauge)
		j.Post = &p
	}
	if j.Blank != nil {
		b := *j.Blank
		length(&b.Ease)
		length(&b.Seam)
		b.Paper, b.Options = size(b.Paper), map[string]OptionSpec{}
		for name, o := range j.Blank.Options {
			// A word such as "thumb" does not end in a digit, so it is left alone.
			length(&o.Text)
			length(&o.Width)
			length(&o.Height)
			b.Options[name] = o
		}
		j.Blank = &b
	}
	j.Unit, j.Ruler = to, measure.DefaultRuler(to).String()
	return j
}

// withUnit adds a unit to a text that ends in a figure.
func withUnit(text, unit string) string {
	s := strings.TrimSpace(text)
	if last, _ := utf8.DecodeLastRuneInString(s); s == "" || !strings.ContainsRune("0123456789.½¼¾⅛⅜⅝⅞", last) {
		return text
	}
	return s + " " + unit
}

// Reading is one typed length as it is understood, moved by some ruler marks.
type Reading struct {
	Length
	Typed string `json:"typed" doc:"the length as it would be typed in the job's unit"`
}

// ReadLength reads a typed length and moves it by a number of ruler marks,
// never below zero. The error is a *measure.ParseError.
func ReadLength(text string, unit measure.Unit, ruler measure.Ruler, marks int) (Reading, error) {
	l, err := measure.Parse(text, unit)
	if err != nil {
		return Reading{}, err
	}
	typed := text
	switch {
	case marks > 0:
		l = ruler.Down(l) + measure.Length(marks)*ruler.Step
	case marks < 0:
		l = max(ruler.Up(l)+measure.Length(marks)*ruler.Step, 0)
	}
	if marks != 0 {
		typed = l.Text(unit)
	}
	s := spec{unit: unit, ruler: ruler}
	return Reading{s.length(l), typed}, nil
}
