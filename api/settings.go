package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/store"
)

// operation describes one of the API's operations.
type operation = func(method, path, id, summary string, takesJob bool, errors ...int) huma.Operation

// settings answers for the maker's own tools, and for what a job can name.
type settings struct {
	toolbox *toolbox
	library *library
	remaker *remaker // nil where nothing is worked out behind the answers
}

func (s *settings) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/settings", "settings", "The maker's own tools", false), s.get)
	save := op("PUT", "/settings", "saveSettings", "Keep the maker's own tools over the revision they edit", false, 422)
	mayBeStale[ToolsConflict](a, &save)
	huma.Register(a, save, s.save)
	huma.Register(a, op("GET", "/settings/stamps/lines", "stampLines", "What happened to the stamps of a kind, the newest first", false, 404), s.stamps)
	huma.Register(a, op("GET", "/catalog", "catalog", "Everything bought that a job can name", false), s.catalogue)
	huma.Register(a, op("GET", "/settings/job", "freshJob", "A new job as the maker's settings begin it", false), s.fresh)
	huma.Register(a, op("GET", "/settings/jig", "jigOffset", "What a corner jig reads at its tip, from a square of known side", false, 422), s.jig)
}

// KeptTools are the maker's own tools as they are kept. Revision goes with the next save.
type KeptTools struct {
	Revision int      `json:"revision" doc:"zero where none were kept yet"`
	Differs  []string `json:"differs,omitempty" doc:"measures that jobs were planned with in another unit until now; said until the tools are kept again"`
	job.Tools
}

// ToolsConflict is the answer to a save of tools that were changed elsewhere since.
type ToolsConflict struct {
	huma.ErrorModel
	Kept KeptTools `json:"kept"`
}

type toolsOutput struct{ Body KeptTools }

func writtenTools(kept store.Settings) (KeptTools, error) {
	out := KeptTools{Revision: kept.Revision}
	if kept.Document == "" {
		return out, nil
	}
	return out, json.Unmarshal([]byte(kept.Document), &out.Tools)
}

func (s *settings) get(ctx context.Context, _ *struct{}) (*toolsOutput, error) {
	t, err := s.toolbox.keptTools(ctx)
	return &toolsOutput{t}, err
}

func (s *settings) save(ctx context.Context, in *struct {
	Revision int `query:"revision" minimum:"0" doc:"zero for the first"`
	Body     job.Tools
}) (*toolsOutput, error) {
	library, err := s.library.now(ctx)
	if err != nil {
		return nil, err
	}
	before, err := s.toolbox.keptTools(ctx)
	if err != nil {
		return nil, err
	}
	tools, problems := brief.ReadTools(in.Body.Over(before.Tools), library)
	if len(problems) > 0 {
		return nil, problem(problems)
	}
	if _, err := zoneOf(tools.Zone); err != nil {
		return nil, problem(job.Problems{{Field: "zone", Text: fmt.Sprintf("%q is no zone of time that is known here; try Europe/Dublin", job.Quoted(tools.Zone))}})
	}
	text, err := json.Marshal(tools)
	if err != nil {
		return nil, err
	}
	lines := stampLines(countsOf(before.Stamps), countsOf(tools.Stamps), "", byHand)
	kept, err := s.toolbox.kept.Save(ctx, in.Revision, string(text), lines...)
	changed := errors.Is(err, store.ErrConflict)
	if err != nil && !changed {
		return nil, err
	}
	s.remaker.changed()
	out, err := s.toolbox.read(ctx, kept)
	if changed && err == nil {
		return nil, &ToolsConflict{changedElsewhere("The settings were changed elsewhere since they were opened here."), out}
	}
	return &toolsOutput{out}, err
}

func (s *settings) fresh(ctx context.Context, _ *struct{}) (*jobOutput, error) {
	t, err := s.toolbox.tools(ctx)
	if err != nil {
		return nil, err
	}
	library, err := s.library.now(ctx)
	if err != nil {
		return nil, err
	}
	// A home that was given up since is no home.
	home, _ := library.Carrier(t.Home)
	return &jobOutput{t.Fresh(home)}, nil
}

type lengthOutput struct{ Body document.Length }

func (s *settings) jig(_ context.Context, in *struct {
	Side    string `query:"side" maxLength:"100"`
	Reading string `query:"reading" maxLength:"100"`
	Unit    string `query:"unit" required:"true" enum:"in,mm"`
}) (*lengthOutput, error) {
	offset, err := pipeline.JigOffset(in.Side, in.Reading, measure.Unit(in.Unit))
	if err != nil {
		return nil, problem(err)
	}
	return &lengthOutput{offset}, nil
}

func (s *settings) catalogue(ctx context.Context, _ *struct{}) (*catalogOutput, error) {
	library, err := s.library.now(ctx)
	if err != nil {
		return nil, err
	}
	tools, err := s.toolbox.tools(ctx)
	if err != nil {
		return nil, err
	}
	return &catalogOutput{catalogBody(library.WithMaterials(brief.OwnMaterials(tools)))}, nil
}
