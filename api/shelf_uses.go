package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/work"
	"yellow-parcel/shelf"
	"yellow-parcel/store"
)

func (s *service) take(ctx context.Context, in *struct{ Body Take }) (*shelfOutput, error) {
	one, err := s.store.Get(ctx, in.Body.Job)
	if err != nil {
		return nil, shelfError(err)
	}
	all, err := s.workOut(ctx, []byte(one.Document), plan.Work{NoWays: true})
	if err != nil {
		return nil, err
	}
	lines := linesOf(all.Result)
	if len(lines) == 0 {
		return nil, huma.Error422UnprocessableEntity("This job cuts nothing from the shelf.",
			&huma.ErrorDetail{Location: "stock", Message: "choose sheets from the shelf first"})
	}
	var offcuts []store.ShelfItem
	if in.Body.State == "used" && in.Body.Offcuts {
		if offcuts, err = offcutsOf(all.Result); err != nil {
			return nil, err
		}
	}
	if _, err := s.store.Take(ctx, one.ID, titleOr(one.Title), in.Body.State, lines, offcuts); err != nil {
		return nil, shelfError(err)
	}
	return s.shelf(ctx, nil)
}

func titleOr(title string) string {
	if title == "" {
		return "A job without a title"
	}
	return title
}

// linesOf are the shelf's sheets a plan uses.
func linesOf(r *work.Result) []store.UseLine {
	var out []store.UseLine
	if r.Batch.Plan == nil {
		return nil
	}
	at := map[string]int{}
	for _, l := range r.Batch.Plan.Layouts {
		s := r.Batch.Sheets[l.Sheet]
		if s.Item == "" || r.Bought(l.Sheet) {
			continue
		}
		i, ok := at[s.Item]
		if !ok {
			i = len(out)
			at[s.Item] = i
			out = append(out, store.UseLine{Item: s.Item})
		}
		out[i].Count += l.Count
	}
	return out
}

func offcutsOf(r *work.Result) ([]store.ShelfItem, error) {
	var out []store.ShelfItem
	typed := func(l measure.Length) job.Length { return job.Length(l.Text(r.Brief.Unit)) }
	for _, o := range r.Batch.Offcuts {
		row, err := kept(shelf.Item{Kind: shelf.Sheets, Size: job.Bought{Width: typed(o.Size.Width), Height: typed(o.Size.Height)}, Paper: o.Paper.Name, Colour: o.Paper.Colour, Count: o.Count})
		if err != nil {
			return nil, err
		}
		out = append(out, row)
	}
	return out, nil
}

func (s *service) undoUse(ctx context.Context, in *IDInput) (*shelfOutput, error) {
	if err := s.store.Undo(ctx, in.ID); err != nil {
		return nil, shelfError(err)
	}
	return s.shelf(ctx, nil)
}
