package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/danielgtaylor/huma/v2/sse"
	"github.com/go-chi/chi/v5"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/demo"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// service answers the API from the catalogue and the kept jobs.
type service struct {
	catalog *catalog.Catalog
	store   *store.Store
	cuts    *cutMemory
	bench   bench
	rules   *ruleMemory
}

// JobInput is a job document as it came, so that what is wrong with it can be said field by field.
type JobInput struct {
	RawBody []byte
}

// IDInput names a kept job.
type IDInput struct {
	ID string `path:"id" maxLength:"64"`
}

type (
	answerOutput  struct{ Body Worked }
	catalogOutput struct{ Body CatalogBody }
	recordOutput  struct{ Body Record }
	jobOutput     struct{ Body plan.Job }
	readingOutput struct{ Body plan.Reading }
	listOutput    struct{ Body []Summary }
	fileOutput    struct {
		Type string `header:"Content-Type"`
		Name string `header:"Content-Disposition"`
		Body []byte
	}
)

// register puts every operation on the API.
func register(a huma.API, s *service) {
	describeDocuments(a.OpenAPI().Components.Schemas)
	const base = "/api/v1"
	schemas := a.OpenAPI().Components.Schemas
	withJob := &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{
		"application/json": {Schema: schemas.Schema(reflect.TypeFor[plan.Job](), true, "Job")},
	}}
	op := func(method, path, id, summary string, takesJob bool, errors ...int) huma.Operation {
		o := huma.Operation{Method: method, Path: base + path, OperationID: id, Summary: summary, Errors: errors}
		if takesJob {
			// The job is checked by the plan itself, which names each field in a maker's words.
			o.MaxBodyBytes, o.SkipValidateBody = plan.MaxJob+1, true
		}
		return o
	}
	huma.Register(a, op("POST", "/plan", "plan", "Work out everything a job needs", true, 422), s.plan)
	huma.Register(a, op("POST", "/switch", "switchUnit", "The same job in the other unit", true, 422), s.switchUnit)
	huma.Register(a, op("GET", "/length", "readLength", "One typed length as it is understood", false, 422), s.readLength)
	huma.Register(a, op("GET", "/catalog", "catalog", "Everything bought that a job can name", false), s.catalogue)
	huma.Register(a, op("GET", "/jobs", "listJobs", "Kept jobs, newest change first", false), s.list)
	huma.Register(a, op("POST", "/jobs", "createJob", "Keep a new job", true, 422), s.create)
	huma.Register(a, op("GET", "/jobs/{id}", "getJob", "A kept job", false, 404), s.get)
	save := op("PUT", "/jobs/{id}", "saveJob", "Keep a changed job over the revision it edits", true, 404, 422)
	save.Responses = map[string]*huma.Response{"409": {Description: "Changed elsewhere", Content: map[string]*huma.MediaType{
		"application/problem+json": {Schema: schemas.Schema(reflect.TypeFor[Conflict](), true, "Conflict")},
	}}}
	huma.Register(a, save, s.save)
	huma.Register(a, op("DELETE", "/jobs/{id}", "removeJob", "Put a job aside", false, 404), s.remove)
	huma.Register(a, op("POST", "/jobs/{id}/restore", "restoreJob", "Bring a job back that was put aside", false, 404), s.restore)
	huma.Register(a, op("POST", "/demo", "addDemo", "Add the demonstration's jobs", false), s.demo)
	export := op("POST", "/export", "export", "A part of a job as a file", true, 422)
	export.Responses = map[string]*huma.Response{"200": {Description: "The file", Content: map[string]*huma.MediaType{
		"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}},
	}}}
	huma.Register(a, export, s.export)
	sse.Register(a, op("POST", "/cuts", "lookForCuts", "Look longer for a plan with fewer sheets; tells how it goes", true), map[string]any{
		"progress": CutProgress{}, "done": CutsFound{},
	}, s.lookForCuts)
	registerShelf(a, s, op)
	registerEnvelope(a, s, op)
	registerSettings(a, s, op)
	registerCarriers(a, s, op)
	registerDevices(a, s, op)
	describeBodies(a.OpenAPI(), withJob)
}

// describeBodies says that the bodies read as raw text are job documents.
func describeBodies(doc *huma.OpenAPI, withJob *huma.RequestBody) {
	for _, path := range doc.Paths {
		for _, o := range []*huma.Operation{path.Post, path.Put} {
			if o != nil && o.RequestBody != nil && o.SkipValidateBody {
				o.RequestBody = withJob
			}
		}
	}
}

// OpenAPI is the API's description as JSON, made without a server.
func OpenAPI() ([]byte, error) {
	a := humachi.New(chi.NewRouter(), config())
	register(a, &service{catalog: catalog.Standard(), cuts: newCutMemory(), bench: newBench(), rules: newRuleMemory()})
	text, err := json.MarshalIndent(a.OpenAPI(), "", "  ")
	return append(text, '\n'), err
}

func config() huma.Config {
	huma.DefaultArrayNullable = false
	c := huma.DefaultConfig("Yellow Parcel", "1")
	c.OpenAPIPath = "/api/v1/openapi"
	// The documentation page would load from outside, and schema links are not served.
	c.DocsPath, c.SchemasPath, c.CreateHooks = "", "", nil
	return c
}

func (s *service) answer(ctx context.Context, raw []byte) (*plan.Plan, error) {
	job, library, err := s.job(ctx, raw)
	if err != nil {
		return nil, problem(err)
	}
	p, err := plan.MakeWith(job, library, plan.Work{Solve: s.cuts.solve, Trials: plan.UsualTrials, Today: today()})
	if err != nil {
		return nil, problem(err)
	}
	return p, nil
}

// job reads a job document, with the maker's own tools where it names none, and
// the catalogue it is worked out by. The error may be a plan.Problems.
func (s *service) job(ctx context.Context, raw []byte) (plan.Job, *catalog.Catalog, error) {
	job, err := plan.Read(raw)
	if err != nil {
		return job, nil, err
	}
	tools, err := s.tools(ctx)
	if err != nil {
		return job, nil, err
	}
	library, err := s.library(ctx)
	return job.With(tools), library, err
}

func (s *service) plan(ctx context.Context, in *JobInput) (*answerOutput, error) {
	p, err := s.answer(ctx, in.RawBody)
	if err != nil {
		return nil, err
	}
	return &answerOutput{Worked{*p, draw.All(p)}}, nil
}

func (s *service) switchUnit(_ context.Context, in *struct {
	JobInput
	Unit string `query:"unit" required:"true" enum:"in,mm"`
}) (*jobOutput, error) {
	job, err := plan.Read(in.RawBody)
	if err != nil {
		return nil, problem(err)
	}
	return &jobOutput{plan.Switch(job, measure.Unit(in.Unit))}, nil
}

func (s *service) readLength(_ context.Context, in *struct {
	Text  string `query:"text" maxLength:"100"`
	Unit  string `query:"unit" required:"true" enum:"in,mm"`
	Ruler string `query:"ruler" maxLength:"20"`
	Marks int    `query:"marks" minimum:"-100" maximum:"100" doc:"ruler marks to move by"`
}) (*readingOutput, error) {
	ruler := measure.DefaultRuler(measure.Unit(in.Unit))
	if in.Ruler != "" {
		var err error
		if ruler, err = measure.ParseRuler(in.Ruler); err != nil {
			return nil, problem(plan.Problems{{Field: "ruler", Text: err.Error()}})
		}
	}
	reading, err := plan.ReadLength(in.Text, measure.Unit(in.Unit), ruler, in.Marks)
	if err != nil {
		return nil, problem(plan.Problems{{Field: "text", Text: err.Error()}})
	}
	return &readingOutput{reading}, nil
}

func (s *service) catalogue(ctx context.Context, _ *struct{}) (*catalogOutput, error) {
	library, err := s.library(ctx)
	if err != nil {
		return nil, err
	}
	tools, err := s.tools(ctx)
	if err != nil {
		return nil, err
	}
	return &catalogOutput{catalogBody(library.WithMaterials(tools.OwnMaterials()))}, nil
}

func (s *service) list(ctx context.Context, in *struct {
	Search string `query:"search" maxLength:"200"`
}) (*listOutput, error) {
	jobs, err := s.store.List(ctx, in.Search)
	if err != nil {
		return nil, err
	}
	out := &listOutput{Body: make([]Summary, len(jobs))}
	for i, j := range jobs {
		out.Body[i] = s.summary(ctx, j)
	}
	return out, nil
}

// summary plans a kept job to show its state; a job still being filled in has none.
func (s *service) summary(ctx context.Context, j store.Job) Summary {
	out := Summary{ID: j.ID, Revision: j.Revision, Title: j.Title, Quantity: j.Quantity, Updated: j.Updated,
		Figure: "not started", State: "look", Word: "to fill in"}
	job, library, err := s.job(ctx, []byte(j.Document))
	if err != nil {
		return out
	}
	p, err := plan.MakeWith(job, library, plan.Work{Solve: s.cuts.solve, NoWays: true})
	if err != nil {
		var problems plan.Problems
		if errors.As(err, &problems) {
			out.Text = problems[0].Text
		}
		return out
	}
	picture := draw.All(p).Start
	out.Drawing, out.Text, out.State = &picture, p.Consequence.Text, p.Consequence.State
	out.Figure, out.Word = p.Card.Text, out.State
	return out
}

// document reads a job for keeping. Lengths still being typed are kept as they
// are, so that nothing typed is lost; only what is not a job document is refused.
func document(raw []byte) (plan.Job, string, error) {
	job, err := plan.Read(raw)
	if err != nil {
		return job, "", problem(err)
	}
	text, err := json.Marshal(job)
	return job, string(text), err
}

func record(j store.Job) (Record, error) {
	job, err := plan.Read([]byte(j.Document))
	return Record{j.ID, j.Revision, j.Updated, job}, err
}

func (s *service) kept(j store.Job, err error) (*recordOutput, error) {
	if errors.Is(err, store.ErrNotFound) {
		return nil, huma.Error404NotFound("There is no such job here; it may have been put aside.")
	}
	if err != nil && !errors.Is(err, store.ErrConflict) {
		return nil, err
	}
	r, readErr := record(j)
	if readErr != nil {
		return nil, readErr
	}
	if err != nil {
		return nil, conflict(r)
	}
	return &recordOutput{r}, nil
}

func (s *service) create(ctx context.Context, in *JobInput) (*recordOutput, error) {
	job, text, err := document(in.RawBody)
	if err != nil {
		return nil, err
	}
	return s.kept(s.store.Create(ctx, job.Title, job.Quantity, text))
}

func (s *service) get(ctx context.Context, in *IDInput) (*recordOutput, error) {
	return s.kept(s.store.Get(ctx, in.ID))
}

func (s *service) save(ctx context.Context, in *struct {
	IDInput
	JobInput
	Revision int `query:"revision" required:"true" minimum:"1"`
}) (*recordOutput, error) {
	job, text, err := document(in.RawBody)
	if err != nil {
		return nil, err
	}
	return s.kept(s.store.Save(ctx, in.ID, in.Revision, job.Title, job.Quantity, text))
}

func (s *service) remove(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, true)
}

func (s *service) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.setRemoved(ctx, in.ID, false)
}

func (s *service) setRemoved(ctx context.Context, id string, removed bool) error {
	err := s.store.Remove(ctx, id, removed)
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no such job here.")
	}
	return err
}

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
		if _, err := kept.Create(ctx, jobs[i].Title, jobs[i].Quantity, string(text)); err != nil {
			return err
		}
	}
	return nil
}

func addDemoStamps(ctx context.Context, kept *store.Store) error {
	s := service{store: kept}
	tools, err := s.tools(ctx)
	if err != nil || len(tools.Stamps) > 0 {
		return err
	}
	tools.Stamps = demo.Stamps()
	text, err := json.Marshal(tools)
	if err != nil {
		return err
	}
	return kept.SaveSettings(ctx, string(text))
}

func (s *service) export(ctx context.Context, in *struct {
	JobInput
	As   string `query:"as" required:"true" enum:"svg,dxf,pdf,csv,hpgl"`
	Part string `query:"part" required:"true" enum:"base,layers,ladder,blank,nest,liner,band,strips,gauge,cuts"`
}) (*fileOutput, error) {
	p, err := s.answer(ctx, in.RawBody)
	if err != nil {
		return nil, err
	}
	var file bytes.Buffer
	if err := draw.Write(&file, p, in.As, in.Part); err != nil {
		var cannot *draw.FileError
		if errors.As(err, &cannot) {
			return nil, huma.Error422UnprocessableEntity("There is nothing to export.", &huma.ErrorDetail{Location: cannot.Field, Message: cannot.Text})
		}
		return nil, err
	}
	return &fileOutput{draw.MediaType(in.As), `attachment; filename="` + in.Part + `.` + in.As + `"`, file.Bytes()}, nil
}

// notFound answers API addresses that do not exist, so that the page's catch-all does not swallow them.
func notFound(w http.ResponseWriter, _ *http.Request) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(http.StatusNotFound)
	// The connection is the only thing that can fail here, and it has its own handling.
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: http.StatusNotFound, Title: "Not Found", Detail: "There is nothing at this address."})
}
