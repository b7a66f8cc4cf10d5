// Package sought is cut plans that were looked for at length, as they are kept beyond the
// process that found them: by a mark of what they are of, packed into a text.
package sought

import (
	"bytes"
	"compress/gzip"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"encoding/json"
	"io"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// Keeper keeps plans that were looked for at length beyond this memory, each by the
// mark of its problem; empty is none.
type Keeper interface {
	Sought(mark string) (plan string)
	Keep(mark, plan string)
}

// MarkOf is a key as a text of one length.
func MarkOf(key string) string {
	sum := sha256.Sum256([]byte(key))
	return hex.EncodeToString(sum[:])
}

// packed are choices as they are kept: the plans, and which of them are what.
type packed struct {
	Plans   []*trim.CutPlan
	At      map[trim.Aim]int
	Usual   int
	Known   bool
	Steps   int
	Trouble int
	Money   measure.Money
}

// Pack is choices as a text.
func Pack(c *trim.Choices) (string, error) {
	out := packed{Plans: c.Plans, At: map[trim.Aim]int{}, Usual: slices.Index(c.Plans, c.Usual), Known: c.Known, Steps: c.Steps, Trouble: c.LeastTrouble, Money: c.LeastMoney}
	for a, p := range c.At {
		out.At[a] = slices.Index(c.Plans, p)
	}
	var b bytes.Buffer
	w := gzip.NewWriter(&b)
	if err := json.NewEncoder(w).Encode(out); err != nil {
		return "", err
	}
	if err := w.Close(); err != nil {
		return "", err
	}
	return base64.StdEncoding.EncodeToString(b.Bytes()), nil
}

// mostPacked bounds what a kept plan is unpacked to, in bytes.
const mostPacked = 32 << 20

// Unpack is the choices of a problem as they were kept; nil where they are not of it, or do not read.
func Unpack(text string, of *trim.Problem) *trim.Choices {
	raw, err := base64.StdEncoding.DecodeString(text)
	if err != nil {
		return nil
	}
	r, err := gzip.NewReader(bytes.NewReader(raw))
	if err != nil {
		return nil
	}
	var in packed
	if err := json.NewDecoder(io.LimitReader(r, mostPacked)).Decode(&in); err != nil || len(in.Plans) == 0 || in.Usual < 0 || in.Usual >= len(in.Plans) {
		return nil
	}
	out := &trim.Choices{Plans: in.Plans, At: map[trim.Aim]*trim.CutPlan{}, Usual: in.Plans[in.Usual], Known: in.Known, Long: true, Steps: in.Steps, LeastTrouble: in.Trouble, LeastMoney: in.Money}
	for a, i := range in.At {
		if i < 0 || i >= len(in.Plans) {
			return nil
		}
		out.At[a] = in.Plans[i]
	}
	for _, p := range in.Plans {
		if p == nil || !lies(p, of) {
			return nil
		}
	}
	return out
}

// lies tells whether a plan is of a problem's sheets and pieces.
func lies(p *trim.CutPlan, of *trim.Problem) bool {
	for _, l := range p.Layouts {
		if l.Sheet < 0 || l.Sheet >= len(of.Sheets) {
			return false
		}
		for _, q := range l.Pieces {
			if q.Piece < 0 || q.Piece >= len(of.Pieces) {
				return false
			}
		}
	}
	for _, s := range p.Steps {
		for _, c := range s.Cuts {
			if c.Layout < 0 || c.Layout >= len(p.Layouts) || c.Number < 1 || c.Number > len(p.Layouts[c.Layout].Cuts) {
				return false
			}
		}
	}
	return true
}
