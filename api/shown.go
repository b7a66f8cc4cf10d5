package api

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"sync"
	"time"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/schedule"
	"yellow-parcel/core/work"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// Shown is what a list shows of a job beside its title: worked out when the job
// is kept, and again only where something else it hangs on has changed.
type Shown struct {
	Figure  string        `json:"figure"`
	State   string        `json:"state" enum:"good,look,stop"`
	Word    string        `json:"word"`
	Text    string        `json:"text"`
	Drawing *draw.Drawing `json:"drawing,omitempty"`
}

// sight is how jobs look just now: by the tools and carriers of this moment. By
// names all of that, and the program, in one word.
type sight struct {
	tools   job.Tools
	library *catalog.Catalog
	memory  *work.Memory
	here    time.Time
	by      string
}

// views works out how jobs look in lists.
type views struct {
	toolbox      *toolbox
	library      *library
	memory       *work.Memory
	gate         *gate
	keptCarriers store.Carriers
}

func (s *views) sight(ctx context.Context) (*sight, error) {
	tools, err := s.toolbox.tools(ctx)
	if err != nil {
		return nil, err
	}
	carriers, err := s.keptCarriers.All(ctx)
	if err != nil {
		return nil, err
	}
	by, err := json.Marshal([]any{program(), tools, carriers})
	if err != nil {
		return nil, err
	}
	sum := sha256.Sum256(by)
	return &sight{tools, s.library.with(carriers), s.memory, s.toolbox.nowIn(tools.Zone), hex.EncodeToString(sum[:])}, nil
}

// program tells one build of the program from another.
var program = sync.OnceValue(func() string {
	path, err := os.Executable()
	if err != nil {
		return ""
	}
	file, err := os.Stat(path)
	if err != nil {
		return ""
	}
	return fmt.Sprint(file.Size(), file.ModTime().UnixNano())
})

// keptShown is what is kept of how a job looks.
type keptShown struct {
	Shown
	Dated *dated `json:"dated,omitempty"`
}

// day is the day it is.
func (v *sight) day() int {
	n, _ := calendar.Day(v.here.Format(time.DateOnly)) // as a clock says it
	return n
}

// summary is a kept job as a list shows it: as it was last worked out.
func (v *sight) summary(j store.Job) Summary {
	return Summary{ID: j.ID, Revision: j.Revision, Title: j.Title, Quantity: j.Quantity, Updated: j.Updated, Stale: j.ShownBy != v.by, Shown: v.shown(j).Shown}
}

// shown is how a kept job looked when that was last worked out.
func (v *sight) shown(j store.Job) keptShown {
	out := keptShown{Shown: unfinished}
	if j.Shown == "" || json.Unmarshal([]byte(j.Shown), &out) != nil {
		return keptShown{Shown: unfinished}
	}
	return out
}

// stateWords are what a maker reads for a state.
var stateWords = map[string]string{"good": "good", "look": "see to it", "stop": "stop"}

// unfinished is a job still being filled in.
var unfinished = Shown{Figure: "not started", State: "look", Word: "to fill in"}

// of works a job out as far as a list shows it, and what it is found by.
func (v *sight) of(one job.Job, meter *work.Meter) (keptShown, string, error) {
	out := keptShown{Shown: unfinished}
	all, err := pipeline.WorkOut(one.With(v.tools), v.library, pipeline.Order{Memory: v.memory, NoWays: true, Meter: meter})
	if errors.Is(err, work.ErrStopped) {
		return out, "", err
	}
	if err != nil {
		var problems job.Problems
		if errors.As(err, &problems) {
			out.Text = problems[0].Text
		}
		return out, wordsOf(one, nil), nil
	}
	said, picture := all.Plan.Consequence, draw.Start(all.Result)
	out.Shown = Shown{Figure: all.Plan.Card.Text, State: said.State, Word: stateWords[said.State], Text: said.Text, Drawing: &picture}
	if b := all.Result.Brief; b.Due != nil {
		made := all.AtTheBench(pipeline.Order{Memory: v.memory})
		out.Dated = &dated{schedule.HandIn(all.Result), b.Week, schedule.EffortsOf(made.All)}
	}
	return out, wordsOf(one, all.Plan), nil
}

// draft reads a job for keeping. Lengths still being typed are kept as they are,
// so that nothing typed is lost; only what is not a job document is refused.
func (s *views) draft(ctx context.Context, raw []byte, edit string) (store.Draft, error) {
	one, err := job.Read(raw)
	if err != nil {
		return store.Draft{}, problem(err)
	}
	out, err := bare(one)
	if err != nil {
		return out, err
	}
	out.Edit = edit
	sight, err := s.sight(ctx)
	if err != nil {
		return out, err
	}
	return out, s.worked(ctx, sight, one, &out)
}

// patience is how long keeping a job waits for what a list shows of it; it is
// worked out behind the answers where that takes longer.
const patience = 2 * time.Second

// worked puts into a draft what a list shows of the job, as far as that comes in
// time: keeping a job never hangs on planning it.
func (s *views) worked(ctx context.Context, v *sight, one job.Job, out *store.Draft) error {
	soon, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	look, words, err := s.look(soon, v, one)
	if err != nil && ctx.Err() == nil && soon.Err() != nil {
		look, words, err = keptShown{Shown: unfinished}, wordsOf(one, nil), nil // a list finds it stale, and has it worked out
	} else {
		out.ShownBy = v.by
	}
	if err != nil {
		return err
	}
	shown, err := json.Marshal(look)
	out.Shown, out.Words = string(shown), words
	return err
}

// bare is a job as it is kept, before it is worked out.
func bare(one job.Job) (store.Draft, error) {
	text, err := json.Marshal(one)
	return store.Draft{Title: one.Title, Quantity: one.Quantity, Document: string(text), Due: dueOf(one)}, err
}

// look works out, in its turn, what a list shows of a job and what it is found by.
// One that falls over is shown as it is: kept, and not worked out.
func (s *views) look(ctx context.Context, v *sight, one job.Job) (out keptShown, words string, err error) {
	err = s.gate.inTurn(ctx, "", func(meter *work.Meter) error {
		if fell := fault.In(func() { out, words, err = v.of(one, meter) }); fell != nil {
			fellOver("what a list shows of a job", fell)
			out, words, err = keptShown{Shown: unfinished}, wordsOf(one, nil), nil
			out.Text = "It is kept as it was typed; working it out came to a fault of ours."
		}
		return err
	})
	return out, words, err
}
