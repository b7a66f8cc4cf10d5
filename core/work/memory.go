package work

import (
	"encoding/binary"
	"maps"
	"slices"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/sought"
	"yellow-parcel/core/trim"
)

// Memory keeps what was worked out before, by what was asked for, so that an
// edit elsewhere in a job makes no blank and plans no cut anew. It may be used
// by many at once. A nil Memory remembers nothing.
type Memory struct {
	blanks *lru.Cache[blankKey, *remembered]
	tried  *lru.Cache[trialKey, proof.Trials]
	cuts   *lru.Cache[string, *trim.Choices]
	sought *lru.Cache[string, *trim.Choices] // looked for at length, and asked for again
	most   *lru.Cache[mostKey, *trim.CutPlan]

	// Keeper keeps what was looked for at length beyond this memory, where it is given.
	Keeper sought.Keeper

	// Fell is told of every search that fell over, where it is given.
	Fell fault.Ear
}

// Ear is who is told of what falls over.
func (m *Memory) Ear() fault.Ear {
	if m == nil {
		return nil
	}
	return m.Fell
}

// How much is remembered: a comparison makes a dozen blanks and an edit seldom
// changes more than one of them.
const (
	blanksKept = 4096
	trialsKept = 4096
	cutsKept   = 256
	soughtKept = 1024
	mostKept   = 1024
)

// NewMemory is an empty memory.
func NewMemory() *Memory {
	return &Memory{blanks: kept[blankKey, *remembered](blanksKept), tried: kept[trialKey, proof.Trials](trialsKept), cuts: kept[string, *trim.Choices](cutsKept),
		sought: kept[string, *trim.Choices](soughtKept), most: kept[mostKey, *trim.CutPlan](mostKept)}
}

// kept is a cache of so many entries, of which there are always some.
func kept[K comparable, V any](most int) *lru.Cache[K, V] {
	c, err := lru.New[K, V](most)
	if err != nil {
		panic(err) // only a size below one is refused
	}
	return c
}

// blankKey is everything a style makes its blank from.
type blankKey struct {
	style, variant     string
	card               card.Size
	thickness          measure.Length
	ease, seam, top    measure.Length
	more               card.Size
	ruler              measure.Ruler
	groove, jig, reach measure.Length
	hand               blank.Hand
	paper, board       blank.Stock
	ratio              float64
	formats            *catalog.Format // where the list of them starts; a catalogue never changes its list
	options            string
}

type trialKey struct {
	blank blankKey
	runs  int
}

// remembered is a blank with its proof, or why there is none, and the sheets it was tried on.
type remembered struct {
	made  blank.Blank
	proof proof.Proof
	err   error

	mu   sync.Mutex
	fits map[fitKey]SheetFit
}

// fitKey is a sheet a blank is tried on, and what a machine leaves free of it.
type fitKey struct {
	sheet card.Size
	mat   measure.Length
	nest  bool
}

// mostFits bounds the sheets remembered for one blank.
const mostFits = 64

// fit tries the blank on a sheet, or remembers how that went.
func (r *remembered) fit(key fitKey, try func() SheetFit) SheetFit {
	r.mu.Lock()
	defer r.mu.Unlock()
	if known, ok := r.fits[key]; ok {
		return known
	}
	if r.fits == nil || len(r.fits) >= mostFits {
		r.fits = map[fitKey]SheetFit{}
	}
	out := try()
	r.fits[key] = out
	return out
}

func keyOf(c Candidate, q blank.Request) blankKey {
	k := blankKey{c.Style.ID, c.Variant.ID, q.Card, q.Thickness, q.Ease, q.Seam, q.Top, q.More, q.Ruler, q.Groove, q.Jig, q.Reach, q.Hand, q.Paper, q.Board, q.Ratio, nil, optionsKey(q.Options)}
	if len(q.Formats) > 0 {
		k.formats = &q.Formats[0]
	}
	return k
}

// optionsKey writes options so that no two sets of them are written alike:
// every text has its length before it.
func optionsKey(o blank.Options) string {
	var b strings.Builder
	var room [binary.MaxVarintLen64]byte
	number := func(n int64) { b.Write(room[:binary.PutVarint(room[:], n)]) }
	text := func(s string) {
		number(int64(len(s)))
		b.WriteString(s)
	}
	number(int64(len(o.Words)))
	for _, name := range slices.Sorted(maps.Keys(o.Words)) {
		text(name)
		text(o.Words[name])
	}
	number(int64(len(o.Lengths)))
	for _, name := range slices.Sorted(maps.Keys(o.Lengths)) {
		text(name)
		number(int64(o.Lengths[name]))
	}
	for _, name := range slices.Sorted(maps.Keys(o.Sizes)) {
		text(name)
		number(int64(o.Sizes[name].Width))
		number(int64(o.Sizes[name].Height))
	}
	return b.String()
}

// blank makes and proves a blank, or remembers it.
func (m *Memory) blank(c Candidate, q blank.Request) *remembered {
	var key blankKey
	if m != nil {
		key = keyOf(c, q)
		if known, ok := m.blanks.Get(key); ok {
			return known
		}
	}
	one := &remembered{}
	if one.made, one.err = c.Style.Make(q); one.err == nil {
		one.proof = proof.Fold(one.made, q.Thickness)
	}
	if m != nil {
		m.blanks.Add(key, one)
	}
	return one
}

// trials makes a blank with a shaky hand, or remembers how that went.
func (m *Memory) trials(of *Made, q blank.Request, runs int) proof.Trials {
	try := func() proof.Trials {
		t := proof.Try(of.Blank, q.Thickness, q.Hand, runs, trialSeed)
		t.Sure = proof.Sure(of.Blank, q.Thickness, blank.UsualHand(q.Ruler.Unit)/2)
		return t
	}
	if m == nil {
		return try()
	}
	key := trialKey{keyOf(of.Candidate, q), runs}
	if known, ok := m.tried.Get(key); ok {
		return known
	}
	t := try()
	m.tried.Add(key, t)
	return t
}

// Solve is trim.Choose with a memory: plans that were looked for at length stay the answer.
func (m *Memory) Solve(p trim.Problem) (*trim.Choices, error) {
	if m == nil {
		return trim.Choose(p)
	}
	key := sought.KeyTo(&p)
	for _, c := range []*lru.Cache[string, *trim.Choices]{m.sought, m.cuts} {
		if known, ok := c.Get(key); ok {
			return known, nil
		}
	}
	if kept := m.kept(key, &p); kept != nil {
		m.sought.Add(key, kept)
		return kept, nil
	}
	made, err := m.Choose(p)
	if err == nil && !made.Stopped {
		m.cuts.Add(key, made)
	}
	return made, err
}

// Choose is trim.Choose, and tells where it fell over.
func (m *Memory) Choose(p trim.Problem) (*trim.Choices, error) {
	made, err := trim.Choose(p)
	m.Ear().Hear(trim.FellOver(made, err))
	return made, err
}

// AtLength is Choose as long as it pays, whatever is remembered.
func (m *Memory) AtLength(p trim.Problem) (*trim.Choices, error) {
	p.Steps = trim.ThoroughWork
	return m.Choose(p)
}

// mostKey is a sheet that as many of a piece as possible are cut from.
type mostKey struct {
	sheet  trim.Sheets
	piece  trim.Piece
	limits trim.Limits
}

// Most is trim.Most with a memory.
func (m *Memory) Most(s trim.Sheets, piece trim.Piece, limits trim.Limits) *trim.CutPlan {
	if m == nil {
		return trim.Most(s, piece, limits)
	}
	key := mostKey{s, piece, limits}
	if known, ok := m.most.Get(key); ok {
		return known
	}
	made := trim.Most(s, piece, limits)
	if made != nil {
		m.Fell.Hear(made.Fell)
	}
	m.most.Add(key, made)
	return made
}

// kept are the choices of a problem that are kept beyond this memory; nil for none.
func (m *Memory) kept(key string, p *trim.Problem) *trim.Choices {
	if m.Keeper == nil {
		return nil
	}
	text := m.Keeper.Sought(sought.MarkOf(key))
	if text == "" {
		return nil
	}
	return sought.Unpack(text, p)
}

// KeepCuts keeps plans that were looked for at length.
func (m *Memory) KeepCuts(p trim.Problem, made *trim.Choices) {
	key := sought.KeyTo(&p)
	m.sought.Add(key, made)
	if m.Keeper == nil {
		return
	}
	if text, err := sought.Pack(made); err == nil {
		m.Keeper.Keep(sought.MarkOf(key), text)
	}
}
