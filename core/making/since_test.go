package making

import (
	"reflect"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/job"
)

func TestWhatChangedSince(t *testing.T) {
	was := job.Job{Title: "Tides", Quantity: 5, Card: &job.CardSpec{Width: "5"}, Board: &job.BoardSpec{Jig: "2 mm"}}
	for want, change := range map[string]func(*job.Job){
		"":                         func(j *job.Job) { j.Board = nil }, // the maker's own, in the making
		"300 cards by now, not 5":  func(j *job.Job) { j.Quantity = 300 },
		"1 card by now, not 5":     func(j *job.Job) { j.Quantity = 0 },
		"Changed since: card":      func(j *job.Job) { j.Card = &job.CardSpec{Width: "6"} },
		"Changed since: post, day": func(j *job.Job) { j.Post, j.Due = &job.PostSpec{Carriers: []string{"us"}}, "2026-12-01" },
		"Changed since: tools":     func(j *job.Job) { j.Board = &job.BoardSpec{Jig: "3 mm"} },
		"9 cards by now, not 5; changed since: notes": func(j *job.Job) { j.Quantity, j.Notes = 9, "in the rain" },
	} {
		now := was
		if change(&now); Since(was, now) != want {
			t.Errorf("%q, not %q", Since(was, now), want)
		}
	}
	// Every field a job has is one of these, so that no change goes unsaid.
	known := []string{"format", "version", "quantity"}
	for _, p := range parts {
		known = append(known, p.fields...)
	}
	of := reflect.TypeFor[job.Job]()
	for i := range of.NumField() {
		if name, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ","); !slices.Contains(known, name) {
			t.Errorf("%s is nowhere", name)
		}
	}
}
