// Package making is one run at the bench: what it was made from, frozen, and what
// happened since, an append-only list of events. Where it stands is a fold of
// these, the same wherever it is worked out. Events are never taken back: what
// undoes one is an event of its own.
package making

import (
	"slices"

	"yellow-parcel/core/document"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/logbook"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
)

// Source is what a making is made from, as it was when it was begun: jobs with
// the tools and the carriers' rules they were worked out by.
type Source struct {
	Title    string        `json:"title"`
	Jobs     []gang.Member `json:"jobs"`
	Gang     *gang.Gang    `json:"gang,omitempty"`
	GangID   string        `json:"gang_id,omitempty"`
	Carriers []string      `json:"carriers" doc:"their rules, as files"`
	Today    string        `json:"today"`
}

// Members are the jobs it makes cards of, by themselves or as a gang.
func (s *Source) Members() []gang.Member {
	if s.Gang != nil {
		return s.Gang.Jobs
	}
	return s.Jobs
}

// Docket is what is made: a making has another one each time what was measured changes it.
type Docket struct {
	Steps    []document.Step   `json:"steps"`
	Time     document.Minutes  `json:"time"`
	Supplies document.Supplies `json:"supplies"`
	Parts    []Run             `json:"parts"`
	Offcuts  []Remnant         `json:"offcuts"`
	Spare    []Remnant         `json:"spare" doc:"sheets on hand that the plan leaves"`
	Fresh    []Remnant         `json:"fresh" doc:"sheets as they are bought, one each"`
	Expects  []Expected        `json:"expects" doc:"of each job"`
	Uses     []Use             `json:"uses" doc:"what it takes off the shelf"`
	Stamps   []Stamps          `json:"stamps" doc:"on hand that are stuck on"`
	Entries  []logbook.Entry   `json:"entries" doc:"what the logbook will say of each job, as far as it is known before"`
}

// Run is a piece of the plan: how many are cut, how many are wanted, and its size.
type Run struct {
	Key   string         `json:"key"`
	Job   int            `json:"job" doc:"its number, from one"`
	Name  string         `json:"name"`
	Count int            `json:"count"`
	Need  int            `json:"need"`
	W     measure.Length `json:"w" doc:"in eighths of a micrometre"`
	H     measure.Length `json:"h"`
	Paper string         `json:"paper,omitempty"`
	Of    supply.LotKind `json:"of,omitempty" doc:"the lot it is cut in"`
}

// Remnant is something a piece can be cut from.
type Remnant struct {
	Name   string         `json:"name"`
	Item   string         `json:"item,omitempty"`
	W      measure.Length `json:"w"`
	H      measure.Length `json:"h"`
	Paper  string         `json:"paper,omitempty"`
	Colour string         `json:"colour,omitempty"`
	Grain  string         `json:"grain,omitempty" doc:"of an offcut, long or short; absent where it is not known"`
	Count  int            `json:"count"`
	Of     supply.LotKind `json:"of,omitempty" doc:"the lot it is of; empty for what nothing is cut from yet"`
}

// Use is sheets or envelopes of the shelf. Part is what they are themselves, where they
// are not cut: those that are left lie there still.
type Use struct {
	Item  string `json:"item"`
	Count int    `json:"count"`
	Part  string `json:"part,omitempty"`
}

// Over are uses less what of them is left when the making is finished.
func (s *State) Over(uses []Use) []Use {
	out, used := slices.Clone(uses), map[string]int{}
	for _, p := range s.Parts {
		used[p.Key] = p.Count - max(0, p.Left)
	}
	for i := range out {
		if u := &out[i]; u.Part != "" {
			u.Count = min(u.Count, used[u.Part])
			used[u.Part] -= u.Count
		}
	}
	return slices.DeleteFunc(out, func(u Use) bool { return u.Count <= 0 })
}

// Stamps are stamps of one kind on hand.
type Stamps struct {
	Name     string        `json:"name"`
	Price    measure.Money `json:"price"`
	Currency string        `json:"currency"`
	Count    int           `json:"count"`
}

// Expected is what a job's card comes to by its plan.
type Expected struct {
	Thickness measure.Length `json:"thickness"`
	Weight    measure.Mass   `json:"weight"`
	Unit      measure.Unit   `json:"unit"`
}

// EventKind is what happened.
type EventKind string

// The kinds of event.
const (
	Started  EventKind = "started"
	Counted  EventKind = "counted"
	Spoiled  EventKind = "spoiled"
	Measured EventKind = "measured"
	Noted    EventKind = "noted"
	Paused   EventKind = "paused"
	Resumed  EventKind = "resumed"
	Done     EventKind = "done"
	Undone   EventKind = "undone"
	Changed  EventKind = "changed"
	Recut    EventKind = "recut"
	Finished EventKind = "finished"
	Reopened EventKind = "reopened"
)

// Kinds are all kinds of event.
func Kinds() []EventKind {
	return []EventKind{Started, Counted, Spoiled, Measured, Noted, Paused, Resumed, Done, Undone, Changed, Recut, Finished, Reopened}
}

// Event is one thing that happened, as a screen tells it: it is known by its
// client and number, so that one that comes twice counts once. Offer, Ways and
// Plan are the server's answer to it, kept with it.
type Event struct {
	Client string    `json:"client" minLength:"1" maxLength:"64"`
	Seq    int       `json:"seq" minimum:"1"`
	At     string    `json:"at" maxLength:"40" doc:"RFC 3339, as the screen's clock has it"`
	Kind   EventKind `json:"kind" enum:"started,counted,spoiled,measured,noted,paused,resumed,done,undone,changed,recut,finished,reopened"`
	Step   string    `json:"step,omitempty" maxLength:"120"`
	Part   string    `json:"part,omitempty" maxLength:"40" doc:"of what was spoiled, its key"`
	Reason string    `json:"reason,omitempty" maxLength:"80" doc:"why it was spoiled"`
	Count  int       `json:"count,omitempty" minimum:"-10000" maximum:"10000"`
	What   string    `json:"what,omitempty" enum:"thickness,weight,top,right,bottom,left" doc:"what was measured"`
	Job    int       `json:"job,omitempty" minimum:"0" maximum:"11" doc:"of what was measured, by its place"`
	Value  string    `json:"value,omitempty" maxLength:"40" doc:"as it was typed"`
	Text   string    `json:"text,omitempty" maxLength:"1000"`
	Take   bool      `json:"take,omitempty" doc:"the change that was offered is taken, not passed over"`
	Way    int       `json:"way,omitempty" minimum:"0" doc:"which way of cutting anew is taken"`

	Offer *Adjustment `json:"offer,omitempty"`
	Ways  []Way       `json:"ways,omitempty"`
	Plan  int         `json:"plan,omitempty" doc:"the number of the plan that goes on from here"`

	Drawer []Stamps `json:"drawer,omitempty" doc:"what finishing took out of the stamp drawer, by its kinds"`
	Short  []string `json:"short,omitempty" doc:"what was not there when it was finished"`
}

// Adjustment is what a measure would change, before the blanks are cut.
type Adjustment struct {
	What    string         `json:"what"`
	Text    string         `json:"text" doc:"what was measured, and what the plan says"`
	Changes []string       `json:"changes"`
	Patch   map[string]any `json:"patch"`
	Job     int            `json:"job"`
}

// Way is something a spoiled piece can be cut from anew, and how.
type Way struct {
	Text  string          `json:"text"`
	Part  string          `json:"part"`
	Count int             `json:"count"`
	From  Remnant         `json:"from"`
	Steps []document.Step `json:"steps"`
}

// Reasons are why pieces are spoiled, as they are offered.
var Reasons = []string{"cut off the mark", "scored wrong", "folded wrong", "glue", "torn or marked", "upside down", "something else"}
