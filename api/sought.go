package api

import (
	"context"
	"log/slog"

	"yellow-parcel/store"
)

// sought keeps what was looked for at length in the data file. A file that does not
// take it costs another search, and nothing else.
type sought struct{ kept store.Sought }

func (s sought) Sought(mark string) string {
	plan, err := s.kept.Get(context.Background(), mark)
	if err != nil {
		slog.LogAttrs(context.Background(), slog.LevelWarn, "a cut plan was not read", slog.String("why", err.Error()))
	}
	return plan
}

func (s sought) Keep(mark, plan string) {
	if err := s.kept.Keep(context.Background(), mark, plan); err != nil {
		slog.LogAttrs(context.Background(), slog.LevelWarn, "a cut plan was not kept", slog.String("why", err.Error()))
	}
}
