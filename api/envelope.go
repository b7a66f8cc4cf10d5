package api

import (
	"context"
	"math"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/card"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/proved"
	"yellow-parcel/core/say"
	"yellow-parcel/draw"
)

func (s *plans) registerEnvelope(a huma.API, op operation) {
	huma.Register(a, op("POST", "/wraps", "wraps", "The largest card the job's paper wraps, for every style", true, 422), s.wraps)
	huma.Register(a, op("POST", "/folding", "folding", "The job's blank folded step by step, and how it fares with a shakier hand", true, 422), s.folding)
	outline := op("POST", "/outline", "outline", "A card's silhouette read from an SVG file", false, 422)
	outline.MaxBodyBytes, outline.SkipValidateBody = draw.MaxOutline+1, true
	huma.Register(a, outline, s.outline)
}

type wrapsOutput struct{ Body []document.Wrap }

func (s *plans) wraps(ctx context.Context, in *JobInput) (*wrapsOutput, error) {
	one, _, library, err := s.planner.job(ctx, in.RawBody)
	if err != nil {
		return nil, problem(err)
	}
	all, err := pipeline.Wraps(one, library, s.memory)
	if err != nil {
		return nil, problem(err)
	}
	return &wrapsOutput{all}, nil
}

// Folding is a blank folded step by step, and its trials by how far the hand strays.
type Folding struct {
	Frames []draw.Frame      `json:"frames"`
	Space  *draw.Space       `json:"space,omitempty" doc:"the same in space; absent where there is nothing to fold"`
	Trials []document.Trials `json:"trials"`
}

type foldingOutput struct{ Body Folding }

func (s *plans) folding(ctx context.Context, in *JobInput) (*foldingOutput, error) {
	all, err := s.planner.workOut(ctx, "", in.RawBody, pipeline.Order{NoWays: true})
	if err != nil {
		return nil, err
	}
	return &foldingOutput{Folding{draw.Folding(all.Result), draw.InSpace(all.Result), proved.ShakyHands(say.Say{Unit: all.Result.Brief.Unit, Ruler: all.Result.Brief.Ruler}, all.Result.Shaky())}}, nil
}

// Silhouette is a card's outline and the smallest rectangle round it.
type Silhouette struct {
	Width   document.Length `json:"width"`
	Height  document.Length `json:"height"`
	Turn    float64         `json:"turn" doc:"degrees the outline is turned by to lie straight in it"`
	Drawing draw.Drawing    `json:"drawing"`
}

type silhouetteOutput struct{ Body Silhouette }

func (s *plans) outline(_ context.Context, in *struct {
	Unit    string `query:"unit" required:"true" enum:"in,mm"`
	RawBody []byte `contentType:"image/svg+xml"`
}) (*silhouetteOutput, error) {
	read, err := draw.ReadSVG(in.RawBody)
	if err != nil {
		return nil, problem(job.Problems{{Field: "file", Text: err.Error()}})
	}
	unit := measure.Unit(in.Unit)
	ruler := measure.DefaultRuler(unit)
	// A card's own size, for its envelope, rounds up.
	z := card.Size{Width: ruler.Up(measure.FromMM(read.Width)), Height: ruler.Up(measure.FromMM(read.Height))}
	out := Silhouette{Width: say.LengthOf(z.Width, unit), Height: say.LengthOf(z.Height, unit), Turn: math.Round(read.Turn*1800/math.Pi) / 10}
	out.Drawing = draw.Straight(read, z, unit)
	return &silhouetteOutput{out}, nil
}
