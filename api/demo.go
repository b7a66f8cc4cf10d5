package api

import (
	"context"
	"encoding/json"

	"yellow-parcel/demo"
	"yellow-parcel/store"
)

func (s *service) demo(ctx context.Context, _ *struct{}) (*listOutput, error) {
	if err := AddDemo(ctx, s.store); err != nil {
		return nil, err
	}
	return s.list(ctx, &struct {
		Search string `query:"search" maxLength:"200"`
	}{})
}

// AddDemo keeps the demonstration's jobs, the first of them changed last, and
// fills the shelf and the stamp drawer where they are empty.
func AddDemo(ctx context.Context, kept *store.Store) error {
	if err := addDemoShelf(ctx, kept); err != nil {
		return err
	}
	if err := addDemoStamps(ctx, kept); err != nil {
		return err
	}
	jobs, err := demo.Jobs()
	if err != nil {
		return err
	}
	for i := len(jobs) - 1; i >= 0; i-- {
		text, err := json.Marshal(jobs[i])
		if err != nil {
			return err
		}
		if _, err := kept.Create(ctx, store.Draft{Title: jobs[i].Title, Quantity: jobs[i].Quantity, Document: string(text)}); err != nil {
			return err
		}
	}
	return nil
}

func addDemoStamps(ctx context.Context, kept *store.Store) error {
	s := service{store: kept}
	tools, err := s.keptTools(ctx)
	if err != nil || len(tools.Stamps) > 0 {
		return err
	}
	tools.Stamps = demo.Stamps()
	text, err := json.Marshal(tools.Tools)
	if err != nil {
		return err
	}
	_, err = kept.SaveSettings(ctx, tools.Revision, string(text))
	return err
}
