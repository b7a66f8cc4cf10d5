package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"sync"
	"time"

	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/say"
	"yellow-parcel/core/trim"
	"yellow-parcel/store"
)

// hub lets one event at a time into a making, and tells whoever listens.
type hub struct {
	mutex sync.Mutex
	rooms map[string]*room
}

// room is a making that somebody writes in or listens to.
type room struct {
	writing sync.Mutex
	ears    map[chan int]bool
	users   int
}

func newHub() *hub { return &hub{rooms: map[string]*room{}} }

func (h *hub) enter(id string) *room {
	h.mutex.Lock()
	defer h.mutex.Unlock()
	r := h.rooms[id]
	if r == nil {
		r = &room{ears: map[chan int]bool{}}
		h.rooms[id] = r
	}
	r.users++
	return r
}

func (h *hub) leave(id string) {
	h.mutex.Lock()
	defer h.mutex.Unlock()
	if r := h.rooms[id]; r != nil {
		if r.users--; r.users == 0 {
			delete(h.rooms, id)
		}
	}
}

// listen gives the number of the last event whenever there is a new one; of
// several that nobody fetched, the last.
func (h *hub) listen(id string) (heard chan int, stop func()) {
	r := h.enter(id)
	heard = make(chan int, 1)
	h.mutex.Lock()
	r.ears[heard] = true
	h.mutex.Unlock()
	return heard, func() {
		h.mutex.Lock()
		delete(r.ears, heard)
		h.mutex.Unlock()
		h.leave(id)
	}
}

func (h *hub) tell(id string, number int) {
	h.mutex.Lock()
	defer h.mutex.Unlock()
	if r := h.rooms[id]; r != nil {
		for ear := range r.ears {
			select {
			case <-ear:
			default:
			}
			ear <- number
		}
	}
}

// opened is a making with all that happened at it.
type opened struct {
	kept   store.Making
	source making.Source
	plans  []making.Docket
	events []making.Event
}

// tables tells makings what happened at them, and has that kept with what it does to shelf, log and job.
type tables struct {
	toolbox     *toolbox
	sources     *sources
	views       *views
	keptMakings store.Makings
	keptJobs    store.Jobs
	keptLog     store.Log
	hub         *hub
	now         func() time.Time
}

func (s *tables) opened(ctx context.Context, id string) (*opened, error) {
	return s.openedAs(ctx, id, s.keptMakings.Get)
}

// openedAs is opened of what get gives.
func (s *tables) openedAs(ctx context.Context, id string, get func(context.Context, string) (store.Making, error)) (*opened, error) {
	m, err := get(ctx, id)
	if err != nil {
		return nil, err
	}
	out := &opened{kept: m}
	if err := json.Unmarshal([]byte(m.Source), &out.source); err != nil {
		return nil, err
	}
	plans, err := s.keptMakings.Plans(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, p := range plans {
		var one making.Docket
		if err := json.Unmarshal([]byte(p.Plan), &one); err != nil {
			return nil, err
		}
		out.plans = append(out.plans, one)
	}
	events, err := s.keptMakings.Events(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, e := range events {
		var one making.Event
		if err := json.Unmarshal([]byte(e.Body), &one); err != nil {
			return nil, err
		}
		out.events = append(out.events, one)
	}
	return out, nil
}

// state is where the making stands, its time in words.
func (o *opened) state() making.State { return stateOf(o.plans, o.events) }

func stateOf(plans []making.Docket, events []making.Event) making.State {
	s := making.Fold(plans, events)
	if s.At < len(s.Steps) {
		s.Left.Text = prompt.Span(s.Left.Low, s.Left.High)
	}
	return s
}

// last is the number of a client's last event.
func (o *opened) last(client string) int {
	n := 0
	for _, e := range o.events {
		if e.Client == client {
			n = max(n, e.Seq)
		}
	}
	return n
}

// append keeps what happened, each event once, with what the bench has to say to
// it. The error may be store.ErrGap, or a job.Problems.
func (s *tables) append(ctx context.Context, id string, events []making.Event) error {
	r := s.hub.enter(id)
	defer s.hub.leave(id)
	r.writing.Lock()
	defer r.writing.Unlock()
	// What books is kept before what comes after it is looked at, however many come at once.
	for len(events) > 0 {
		n := 1 + slices.IndexFunc(events, func(e making.Event) bool { return e.Kind == making.Finished || e.Kind == making.Reopened })
		if n == 0 {
			n = len(events)
		}
		if err := s.appendInTurn(ctx, id, events[:n]); err != nil {
			return err
		}
		events = events[n:]
	}
	return nil
}

func (s *tables) appendInTurn(ctx context.Context, id string, events []making.Event) error {
	var err error
	for range 3 {
		// Drawer and shelf can be changed elsewhere meanwhile: they are looked into again.
		if err = s.appendOnce(ctx, id, events); !errors.Is(err, store.ErrConflict) && !errors.Is(err, store.ErrShort) {
			return err
		}
	}
	return err
}

func (s *tables) appendOnce(ctx context.Context, id string, events []making.Event) error {
	o, err := s.opened(ctx, id)
	if err != nil {
		return err
	}
	var add store.Append
	for _, e := range events {
		if e.Seq <= o.last(e.Client) {
			continue
		}
		e.Offer, e.Ways, e.Plan, e.Take, e.Drawer, e.Short = nil, nil, 0, e.Take && e.Kind == making.Changed, nil, nil
		if _, err := time.Parse(time.RFC3339, e.At); err != nil {
			e.At = s.now().UTC().Format(time.RFC3339)
		}
		if err := s.answer(ctx, o, &e, &add); err != nil {
			return err
		}
		body, err := json.Marshal(e)
		if err != nil {
			return err
		}
		add.Events = append(add.Events, store.MakingEvent{Client: e.Client, Seq: e.Seq, Body: string(body)})
		o.events = append(o.events, e)
	}
	if len(add.Events) == 0 {
		return nil
	}
	state := o.state()
	if add.Shown, err = shownMaking(&state); err != nil {
		return err
	}
	add.Finished = state.Finished
	err = s.keptMakings.Append(ctx, id, add)
	switch {
	case err == nil:
		s.hub.tell(id, len(o.events))
	case errors.Is(err, store.ErrNotFound) && add.Takes != nil:
		return store.ErrConflict // something it takes was put aside meanwhile
	}
	return err
}

// answer is what the bench has to say to an event.
func (s *tables) answer(ctx context.Context, o *opened, e *making.Event, add *store.Append) error {
	switch e.Kind {
	case making.Spoiled:
		o.ways(e)
	case making.Measured:
		return s.offer(ctx, o, e)
	case making.Changed:
		return s.change(ctx, o, e, add)
	case making.Finished:
		return s.book(ctx, o, e, add)
	case making.Reopened:
		return s.unbook(ctx, o, add)
	}
	return nil
}

// ways are what to cut anew what a spoiled piece leaves missing.
func (o *opened) ways(e *making.Event) {
	after := making.Fold(o.plans, append(slices.Clone(o.events), *e))
	at := slices.IndexFunc(after.Steps, func(x stepOf) bool { return x.ID == e.Step })
	missing := after.Missing(after.Within(e.Part, at))
	unit, limits := o.table()
	for _, p := range after.Parts {
		if n := missing[p.Key]; n > 0 {
			e.Ways = append(e.Ways, making.WaysFor(say.Say{Unit: unit, Ruler: measure.DefaultRuler(unit)}, o.plan(&after), p.Key, n, limits)...)
		}
	}
}

// plan is the plan a state goes by, less what was cut anew from its offcuts and sheets.
func (o *opened) plan(s *making.State) *making.Docket {
	p := o.plans[s.Plan]
	p.Offcuts, p.Spare = slices.Clone(p.Offcuts), slices.Clone(p.Spare)
	for _, w := range o.recuts() {
		for _, all := range [][]making.Remnant{p.Offcuts, p.Spare} {
			for i := range all {
				if all[i].W == w.From.W && all[i].H == w.From.H && all[i].Paper == w.From.Paper && all[i].Item == w.From.Item {
					all[i].Count = max(0, all[i].Count-1)
				}
			}
		}
	}
	return &p
}

// recuts are the ways of cutting anew that were taken.
func (o *opened) recuts() []making.Way {
	var out []making.Way
	for i, e := range o.events {
		if e.Kind == making.Recut {
			if s := making.Fold(o.plans, o.events[:i]); e.Way < len(s.Ways) {
				out = append(out, s.Ways[e.Way])
			}
		}
	}
	return out
}

// table is the unit and the trimmer's reach of what is made.
func (o *opened) table() (measure.Unit, trim.Limits) {
	unit := o.plans[0].Expects[0].Unit
	j := o.first()
	var limits trim.Limits
	if j.Trimmer != nil {
		// What cannot be read is no limit: the plan was made with it.
		limits.Longest, _ = measure.Parse(string(j.Trimmer.Longest), unit)
		limits.Deepest, _ = measure.Parse(string(j.Trimmer.Deepest), unit)
	}
	return unit, limits
}

func (o *opened) first() job.Job { return o.source.Members()[0].Job }

// measuredAs reads what was measured, in the job's unit. The error is a job.Problems.
func measuredAs(e *making.Event, unit measure.Unit) (measure.Length, measure.Mass, error) {
	if e.What == "weight" {
		m, err := measure.ParseMass(e.Value, unit)
		if err == nil && (m <= 0 || m.Grams() > 20_000) {
			err = fmt.Errorf("%q is no weight of a card; try 1.2 oz", job.Quoted(e.Value))
		}
		if err != nil {
			return 0, 0, job.Problems{{Field: "value", Text: err.Error()}}
		}
		return 0, m, nil
	}
	l, err := measure.Parse(e.Value, unit)
	if err == nil && (l < 0 || l > 4*measure.Inch) {
		err = fmt.Errorf("%q is no thickness of a card; try 3/16 in", job.Quoted(e.Value))
	}
	if err != nil {
		return 0, 0, job.Problems{{Field: "value", Text: err.Error()}}
	}
	return l, 0, nil
}
