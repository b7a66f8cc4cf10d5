package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/work"
	"yellow-parcel/shelf"
	"yellow-parcel/store"
)

// take keeps back, or takes off the shelf, what a job or a gang is cut from.
func (s *service) take(ctx context.Context, in *struct{ Body Take }) (*shelfOutput, error) {
	batch, err := s.batchOf(ctx, in.Body)
	if err != nil {
		return nil, err
	}
	lines := linesOf(batch.Batch)
	if len(lines) == 0 {
		return nil, huma.Error422UnprocessableEntity("This cuts nothing from the shelf.",
			&huma.ErrorDetail{Location: "stock", Message: "choose sheets from the shelf first"})
	}
	var offcuts []store.ShelfItem
	if in.Body.State == "used" && in.Body.Offcuts {
		if offcuts, err = offcutsOf(batch.Batch, batch.unit); err != nil {
			return nil, err
		}
	}
	if _, err := s.store.Take(ctx, batch.id, titleOr(batch.title), in.Body.State, lines, offcuts); err != nil {
		return nil, shelfError(err)
	}
	return s.shelf(ctx, nil)
}

// cutOf is a batch, of a job or of a gang, as the shelf's uses know it.
type cutOf struct {
	*work.Batch
	id, title string
	unit      measure.Unit
}

// batchOf works out what the use of the shelf is for.
func (s *service) batchOf(ctx context.Context, of Take) (cutOf, error) {
	if of.Gang != "" {
		one, err := s.store.Gang(ctx, of.Gang)
		if err != nil {
			return cutOf{}, shelfError(err)
		}
		whole, err := s.gangOf(ctx, []byte(one.Document), gang.Work{})
		if err != nil {
			return cutOf{}, problem(err)
		}
		return cutOf{&whole.Batch, one.ID, whole.Write(false).Title, whole.Table.Unit}, nil
	}
	one, err := s.store.Get(ctx, of.Job)
	if err != nil {
		return cutOf{}, shelfError(err)
	}
	all, err := s.workOut(ctx, []byte(one.Document), plan.Work{NoWays: true})
	if err != nil {
		return cutOf{}, err
	}
	return cutOf{&all.Result.Batch, one.ID, one.Title, all.Result.Brief.Unit}, nil
}

func titleOr(title string) string {
	if title == "" {
		return "A job without a title"
	}
	return title
}

// linesOf are the shelf's sheets a plan uses.
func linesOf(b *work.Batch) []store.UseLine {
	var out []store.UseLine
	if b.Plan == nil {
		return nil
	}
	at := map[string]int{}
	for _, l := range b.Plan.Layouts {
		s := b.Sheets[l.Sheet]
		if s.Item == "" || b.Bought(l.Sheet) {
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

func offcutsOf(b *work.Batch, unit measure.Unit) ([]store.ShelfItem, error) {
	var out []store.ShelfItem
	typed := func(l measure.Length) job.Length { return job.Length(l.Text(unit)) }
	for _, o := range b.Offcuts {
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
