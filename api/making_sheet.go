package api

import (
	"bytes"
	"context"

	"yellow-parcel/draw"
)

// sheet is the steps of a making on paper.
func (s *makings) sheet(ctx context.Context, in *IDInput) (*fileOutput, error) {
	m, err := s.tables.opened(ctx, in.ID)
	if err != nil {
		return nil, noMaking(err)
	}
	state := m.state()
	drawings, err := s.drawings(ctx, &struct {
		IDInput
		Plan int `query:"plan" minimum:"0"`
	}{*in, state.Plan})
	if err != nil {
		return nil, err
	}
	var file bytes.Buffer
	unit, _ := m.table()
	if err := draw.BenchSheet(&file, unit, m.kept.Title, &state, m.plans[state.Plan].Supplies, drawings.Body); err != nil {
		return nil, err
	}
	return &fileOutput{"application/pdf", `attachment; filename="bench-sheet.pdf"`, file.Bytes()}, nil
}
