package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
	"yellow-parcel/shelf"
	"yellow-parcel/store"
)

// ShelfEntry is a thing on the shelf with what lists show of it.
type ShelfEntry struct {
	ID       string         `json:"id"`
	Revision int            `json:"revision"`
	Item     shelf.Item     `json:"item"`
	Name     string         `json:"name"`
	Inches   string         `json:"inches"`
	Metric   string         `json:"metric"`
	Weight   string         `json:"weight" doc:"in g/m2, with pounds where they were given"`
	Reserved int            `json:"reserved"`
	Free     int            `json:"free"`
	Stock    *job.StockSpec `json:"stock,omitempty" doc:"what is free of a sheet, as a job takes it"`
	Keepers  []string       `json:"keepers,omitempty" doc:"who keeps some of it back, and what is short of that"`
}

// ShelfUse is what a job took or keeps back.
type ShelfUse struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	State string `json:"state" enum:"reserved,used,undone"`
	Made  string `json:"made" doc:"RFC 3339, UTC"`
	Text  string `json:"text"`
}

// ShelfBody is the whole shelf and the newest uses of it.
type ShelfBody struct {
	Items []ShelfEntry `json:"items"`
	Uses  []ShelfUse   `json:"uses"`
}

type (
	shelfOutput struct{ Body ShelfBody }
	entryOutput struct{ Body ShelfEntry }
	itemInput   struct {
		Body shelf.Item
	}
)

// shelves answers for what is on hand.
type shelves struct {
	library     *library
	kept        store.Shelf
	keptMakings store.Makings

	only []string // where it is not nil, nothing else is there for whoever makes something
}

func (s *shelves) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/shelf", "shelf", "What is on hand", false), s.all)
	huma.Register(a, op("POST", "/shelf", "addItem", "Put something on the shelf", false, 422), s.add)
	save := op("PUT", "/shelf/{id}", "saveItem", "Change something on the shelf; 428 where it is to be said that it is meant so", false, 404, 422, 428)
	mayBeStale[ItemConflict](a, &save)
	huma.Register(a, save, s.save)
	huma.Register(a, op("GET", "/shelf/{id}/lines", "itemLines", "What happened to something on the shelf, the newest first", false, 404), s.lines)
	huma.Register(a, op("DELETE", "/shelf/{id}", "removeItem", "Take something off the shelf's list", false, 404), s.remove)
	huma.Register(a, op("POST", "/shelf/{id}/restore", "restoreItem", "Put it back on the list", false, 404), s.restore)
	file := op("GET", "/shelf.csv", "exportShelf", "The shelf as CSV", false)
	file.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{
		"text/csv": {Schema: &huma.Schema{Type: huma.TypeString}},
	}}}
	huma.Register(a, file, s.export)
	bring := op("POST", "/shelf.csv", "importShelf", "Put everything in a CSV file on the shelf, all or nothing", false, 422)
	bring.MaxBodyBytes = 1 << 20
	bring.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"text/csv": {Schema: &huma.Schema{Type: huma.TypeString}}}}
	huma.Register(a, bring, s.bring)
}

func (s *shelves) all(ctx context.Context, _ *struct{}) (*shelfOutput, error) {
	entries, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	uses, err := s.kept.Uses(ctx)
	if err != nil {
		return nil, err
	}
	keepers, err := s.kept.Keepers(ctx)
	if err != nil {
		return nil, err
	}
	out := &shelfOutput{ShelfBody{entries, []ShelfUse{}}}
	for i := range entries {
		entries[i].Keepers = keptFor(&entries[i], keepers)
	}
	for _, u := range uses {
		text := map[string]string{"reserved": "keeps back", "used": "used", "undone": "gave back"}[u.State]
		out.Body.Uses = append(out.Body.Uses, ShelfUse{u.ID, u.Title, u.State, u.Made, fmt.Sprintf("%s %d", text, u.Total)})
	}
	return out, nil
}

func (s *shelves) entry(i store.ShelfItem) (ShelfEntry, error) {
	e := ShelfEntry{ID: i.ID, Revision: i.Revision, Reserved: i.Reserved, Free: max(0, i.Count-i.Reserved)}
	if err := json.Unmarshal([]byte(i.Document), &e.Item); err != nil {
		return e, err
	}
	e.Item.Count = i.Count
	name, w, h := e.Item.Measured(s.library.standard)
	if e.Name = name; name == "" {
		e.Name = "Offcut or odd size"
	}
	e.Inches, e.Metric = sides(w, h, measure.Inches), sides(w, h, measure.Millimetres)
	if p, err := card.ParsePaper(e.Item.Weight); err == nil {
		e.Weight = p.Text()
	}
	if e.Item.Kind == shelf.Sheets && e.Free > 0 {
		e.Stock = new(e.Item.ForJob(i.ID, e.Free))
	}
	return e, nil
}

// sides is a size with its unit at each side.
func sides(w, h measure.Length, u measure.Unit) string { return w.Text(u) + " × " + h.Text(u) }

// entries are what lies on the shelf.
func (s *shelves) entries(ctx context.Context) ([]ShelfEntry, error) {
	all, err := s.kept.All(ctx)
	if err != nil {
		return nil, err
	}
	out := make([]ShelfEntry, len(all))
	for i, one := range all {
		if out[i], err = s.entry(one); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// envelopesFor are those on the shelf that no other job keeps back than these, or this gang.
func (s *shelves) envelopesFor(ctx context.Context, ids ...string) (supply.Shelf, error) {
	items, err := s.kept.All(ctx)
	if err != nil {
		return nil, err
	}
	own, err := s.keptMakings.ReservedBy(ctx, ids...)
	if err != nil {
		return nil, err
	}
	var out supply.Shelf
	for _, i := range items {
		free := i.Count - i.Reserved + own[i.ID]
		if i.Kind != shelf.Envelopes || free <= 0 || s.only != nil && !slices.Contains(s.only, i.ID) {
			continue
		}
		var item shelf.Item
		if err := json.Unmarshal([]byte(i.Document), &item); err != nil {
			return nil, err
		}
		held := supply.Held{Item: i.ID, Count: free}
		if price, err := measure.ParseMoney(item.Price); err == nil {
			held.Price, held.Priced = price, true
		}
		if f, ok := s.library.standard.Format(item.Size.ID); ok {
			held.Bought = brief.Format(f)
		} else {
			_, w, h := item.Measured(s.library.standard)
			held.Bought = brief.Bought{Name: "measured", Size: card.Size{Width: w, Height: h}}
		}
		out = append(out, held)
	}
	return out, nil
}

// kept is an item as the store keeps it.
func kept(i shelf.Item) (store.ShelfItem, error) {
	text, err := json.Marshal(i)
	return store.ShelfItem{Kind: i.Kind, Size: i.SizeText(), Document: string(text), Count: i.Count}, err
}

func (s *shelves) put(ctx context.Context, as store.ShelfItem, i shelf.Item, sure bool) (*entryOutput, error) {
	if wrong := i.Check(s.library.standard); len(wrong) > 0 {
		return nil, problem(wrong)
	}
	row, err := kept(i)
	if err != nil {
		return nil, err
	}
	row.ID, row.Revision, row.Edit = as.ID, as.Revision, as.Edit
	if row.ID != "" {
		if err := s.held(ctx, row.ID, func(is store.ShelfItem) bool { return is.Kind != row.Kind || !s.sameSize(is, row) }); err != nil {
			return nil, err
		}
		if err := s.fewer(ctx, row, sure); err != nil {
			return nil, err
		}
	}
	saved, err := s.kept.Put(ctx, row)
	changed := errors.Is(err, store.ErrConflict)
	if err != nil && !changed {
		return nil, shelfError(err)
	}
	e, err := s.entry(saved)
	if err == nil && changed {
		err = &ItemConflict{changedElsewhere("This was changed elsewhere since it was opened here."), e}
	}
	return &entryOutput{e}, err
}

func shelfError(err error) error {
	switch {
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("There is no such thing on the shelf.")
	case errors.Is(err, store.ErrShort):
		return huma.Error409Conflict(strings.ToUpper(err.Error()[:1]) + err.Error()[1:] + ".")
	case errors.Is(err, store.ErrUndone):
		return huma.Error409Conflict("It was undone before.")
	}
	return err
}

func (s *shelves) add(ctx context.Context, in *struct {
	itemInput
	EditInput
}) (*entryOutput, error) {
	return s.put(ctx, store.ShelfItem{Edit: in.Edit}, in.Body, true)
}

func (s *shelves) save(ctx context.Context, in *struct {
	IDInput
	itemInput
	Revision int  `query:"revision" required:"true" minimum:"1"`
	Sure     bool `query:"sure" doc:"though it counts fewer than are kept back"`
}) (*entryOutput, error) {
	return s.put(ctx, store.ShelfItem{ID: in.ID, Revision: in.Revision}, in.Body, in.Sure)
}

func (s *shelves) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	if err := s.held(ctx, in.ID, func(store.ShelfItem) bool { return true }); err != nil {
		return nil, err
	}
	return nil, shelfError(s.kept.Remove(ctx, in.ID, true))
}

func (s *shelves) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	err := s.kept.Remove(ctx, in.ID, false)
	return nil, shelfError(err)
}

func (s *shelves) export(ctx context.Context, _ *struct{}) (*fileOutput, error) {
	all, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	items := make([]shelf.Item, len(all))
	for i, e := range all {
		items[i] = e.Item
	}
	var file bytes.Buffer
	if err := shelf.Write(&file, items); err != nil {
		return nil, err
	}
	return &fileOutput{"text/csv; charset=utf-8", `attachment; filename="shelf.csv"`, file.Bytes()}, nil
}

func (s *shelves) bring(ctx context.Context, in *struct {
	EditInput
	RawBody []byte `contentType:"text/csv"`
}) (*shelfOutput, error) {
	items, err := shelf.Read(in.RawBody, s.library.standard)
	if err != nil {
		return nil, problem(err)
	}
	if err := putItems(ctx, s.kept, items, in.Edit); err != nil {
		return nil, err
	}
	return s.all(ctx, nil)
}

func putItems(ctx context.Context, to store.Shelf, items []shelf.Item, edit string) error {
	rows := make([]store.ShelfItem, len(items))
	for i, item := range items {
		var err error
		if rows[i], err = kept(item); err != nil {
			return err
		}
	}
	return to.Bring(ctx, rows, edit)
}

// Take asks for what the cut plan of a kept job, or of a kept gang, needs from the shelf.
type Take struct {
	Job     string `json:"job,omitempty" maxLength:"64"`
	Gang    string `json:"gang,omitempty" maxLength:"64" doc:"in a job's place"`
	State   string `json:"state" enum:"reserved,used"`
	Offcuts bool   `json:"offcuts,omitempty" doc:"put the offcuts worth keeping on the shelf"`
}
