package api

import (
	"context"
	"encoding/json"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
)

// operation describes one of the API's operations.
type operation = func(method, path, id, summary string, takesJob bool, errors ...int) huma.Operation

func registerSettings(a huma.API, s *service, op operation) {
	huma.Register(a, op("GET", "/settings", "settings", "The maker's own tools", false), s.settings)
	huma.Register(a, op("PUT", "/settings", "saveSettings", "Keep the maker's own tools", false, 422), s.saveSettings)
	huma.Register(a, op("GET", "/settings/jig", "jigOffset", "What a corner jig reads at its tip, from a square of known side", false, 422), s.jig)
}

type toolsOutput struct{ Body plan.Tools }

// tools are the kept ones; none yet is no tools.
func (s *service) tools(ctx context.Context) (plan.Tools, error) {
	var t plan.Tools
	if s.store == nil {
		return t, nil
	}
	text, err := s.store.Settings(ctx)
	if err != nil || text == "" {
		return t, err
	}
	return t, json.Unmarshal([]byte(text), &t)
}

func (s *service) settings(ctx context.Context, _ *struct{}) (*toolsOutput, error) {
	t, err := s.tools(ctx)
	return &toolsOutput{t}, err
}

func (s *service) saveSettings(ctx context.Context, in *struct{ Body plan.Tools }) (*toolsOutput, error) {
	if problems := in.Body.Check(); len(problems) > 0 {
		return nil, problem(problems)
	}
	text, err := json.Marshal(in.Body)
	if err != nil {
		return nil, err
	}
	return &toolsOutput{in.Body}, s.store.SaveSettings(ctx, string(text))
}

type lengthOutput struct{ Body plan.Length }

func (s *service) jig(_ context.Context, in *struct {
	Side    string `query:"side" maxLength:"100"`
	Reading string `query:"reading" maxLength:"100"`
	Unit    string `query:"unit" required:"true" enum:"in,mm"`
}) (*lengthOutput, error) {
	offset, err := plan.JigOffset(in.Side, in.Reading, measure.Unit(in.Unit))
	if err != nil {
		return nil, problem(err)
	}
	return &lengthOutput{offset}, nil
}
