package api

import (
	"context"
	"encoding/json"
	"errors"
	"net/http"
	"reflect"
	"strings"
	"sync/atomic"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/danielgtaylor/huma/v2/sse"
	"github.com/go-chi/chi/v5"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/work"
	"yellow-parcel/door"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// service answers the API from the catalogue and the kept jobs.
type service struct {
	catalog *catalog.Catalog
	store   *store.Store
	memory  *work.Memory
	reach   instruments
	rules   *ruleMemory
	now     func() time.Time
	hub     *hub
	set     Settings
	taught  *taught
	remaker *remaker // nil where nothing is worked out behind the answers
	gate    *gate    // of what is worked out while somebody waits
	long    *gate    // of what is looked for at length

	copied atomic.Bool // it was seen to whether a copy is due
}

// nowIn is the time it is in a zone; where the server is, where that has no name.
func (s *service) nowIn(zone string) time.Time {
	if at, err := zoneOf(zone); err == nil && at != nil {
		return s.now().In(at)
	}
	return s.now()
}

// here is the time where the maker is. Whoever asks for it reads the settings
// besides: that they cannot be read is said there.
func (s *service) here(ctx context.Context) time.Time {
	tools, _ := s.tools(ctx)
	return s.nowIn(tools.Zone)
}

// today is the day where the maker is, YYYY-MM-DD.
func (s *service) today(ctx context.Context) string { return s.here(ctx).Format(time.DateOnly) }

// clock is a time of day in minutes after midnight.
func clock(at time.Time) int { return 60*at.Hour() + at.Minute() }

// EditorInput names the place a job is edited at: what it asked for before is
// dropped for what it asks for now.
type EditorInput struct {
	Editor string `query:"editor" maxLength:"64"`
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
	jobOutput     struct{ Body job.Job }
	readingOutput struct{ Body document.Reading }
	listOutput    struct {
		Link string `header:"Link" doc:"to the next part; none at the end"`
		Body []Summary
	}
	fileOutput struct {
		Type string `header:"Content-Type"`
		Name string `header:"Content-Disposition"`
		Body []byte
	}
)

// mostSent is how many bytes an operation takes that reads no document or file.
const mostSent = 64 << 10

// register puts every operation on the API.
func register(a huma.API, s *service) {
	describeDocuments(a.OpenAPI().Components.Schemas)
	const base = "/api/v1"
	schemas := a.OpenAPI().Components.Schemas
	withJob := &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{
		"application/json": {Schema: schemas.Schema(reflect.TypeFor[job.Job](), true, "Job")},
	}}
	op := func(method, path, id, summary string, takesJob bool, errors ...int) huma.Operation {
		o := huma.Operation{Method: method, Path: base + path, OperationID: id, Summary: summary, Errors: errors, MaxBodyBytes: mostSent}
		if takesJob {
			// The job is checked by the plan itself, which names each field in a maker's words.
			o.MaxBodyBytes, o.SkipValidateBody = job.MaxSize+1, true
		}
		return o
	}
	huma.Register(a, op("POST", "/plan", "plan", "Work out everything a job needs", true, 409, 422), s.plan)
	huma.Register(a, op("POST", "/steps", "steps", "How a job is made, step by step", true, 422), s.steps)
	huma.Register(a, op("POST", "/switch", "switchUnit", "The same job in the other unit", true, 422), s.switchUnit)
	huma.Register(a, op("GET", "/length", "readLength", "One typed length as it is understood", false, 422), s.readLength)
	huma.Register(a, op("GET", "/catalog", "catalog", "Everything bought that a job can name", false), s.catalogue)
	huma.Register(a, op("GET", "/jobs", "listJobs", "Kept jobs, newest change first", false), s.list)
	huma.Register(a, op("POST", "/jobs", "createJob", "Keep a new job", true, 422), s.create)
	huma.Register(a, op("GET", "/jobs/{id}", "getJob", "A kept job", false, 404), s.get)
	save := op("PUT", "/jobs/{id}", "saveJob", "Keep a changed job over the revision it edits", true, 404, 422)
	mayBeStale[Conflict](a, &save)
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
	registerGangs(a, s, op)
	registerMakings(a, s, op)
	registerAddress(a, s, op)
	registerLog(a, s, op)
	registerLogPictures(a, s, op)
	registerCalendar(a, s, op)
	registerCopies(a, s, op)
	registerStanding(a, s, op)
	registerArchive(a, s, op)
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
	register(a, &service{catalog: catalog.Standard(), memory: work.NewMemory(), reach: newInstruments(), rules: newRuleMemory(), hub: newHub(), taught: &taught{}, gate: newGate(1), long: newGate(1)})
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

// workOut works a job document out with what the server remembers.
func (s *service) workOut(ctx context.Context, editor string, raw []byte, how plan.Work) (*plan.Whole, error) {
	return s.workOutFor(ctx, editor, "", raw, how)
}

// workOutFor is workOut of a kept job, to which what it keeps back on the shelf is there.
func (s *service) workOutFor(ctx context.Context, editor, id string, raw []byte, how plan.Work) (*plan.Whole, error) {
	one, tools, library, err := s.job(ctx, raw)
	if err != nil {
		return nil, problem(err)
	}
	here := s.nowIn(tools.Zone)
	how.Memory, how.Today, how.Clock = s.memory, here.Format(time.DateOnly), clock(here)
	if how.Shelf, err = s.envelopesFor(ctx, id); err != nil {
		return nil, err
	}
	if how.Book, err = s.teaches(ctx); err != nil {
		return nil, err
	}
	var all *plan.Whole
	err = s.inTurn(ctx, editor, func(meter *work.Meter) error {
		how.Meter = meter
		all, err = plan.WorkOut(one, library, how)
		return err
	})
	return all, problem(err)
}

// job reads a job document, with the maker's own tools where it names none; these,
// and the catalogue it is worked out by. The error may be a job.Problems.
func (s *service) job(ctx context.Context, raw []byte) (one job.Job, tools job.Tools, library *catalog.Catalog, err error) {
	if one, err = job.Read(raw); err != nil {
		return one, tools, nil, err
	}
	if tools, err = s.tools(ctx); err != nil {
		return one, tools, nil, err
	}
	library, err = s.library(ctx)
	return one.With(tools), tools, library, err
}

func (s *service) plan(ctx context.Context, in *struct {
	JobInput
	EditorInput
}) (*answerOutput, error) {
	all, err := s.workOut(ctx, in.Editor, in.RawBody, plan.Work{Trials: work.UsualTrials})
	var wrong *huma.ErrorModel
	if in.Editor != "" && errors.As(err, &wrong) && wrong.Status == http.StatusUnprocessableEntity {
		return &answerOutput{unplanned(wrong)}, nil
	}
	if err != nil {
		return nil, err
	}
	return &answerOutput{Worked{Plan: *all.Plan, Drawings: draw.All(all)}}, nil
}

// unplanned is the answer to an editor where something typed is to be put right first.
func unplanned(wrong *huma.ErrorModel) (out Worked) {
	for _, e := range wrong.Errors {
		out.Problems = append(out.Problems, Wrong{e.Location, e.Message})
	}
	return out
}

func (s *service) switchUnit(ctx context.Context, in *struct {
	JobInput
	Unit string `query:"unit" required:"true" enum:"in,mm"`
}) (*jobOutput, error) {
	one, err := job.Read(in.RawBody)
	if err != nil {
		return nil, problem(err)
	}
	library, err := s.library(ctx)
	if err != nil {
		return nil, err
	}
	home, _ := library.Carrier(one.Home)
	return &jobOutput{job.Switch(one, measure.Unit(in.Unit), home)}, nil
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
			return nil, problem(job.Problems{{Field: "ruler", Text: err.Error()}})
		}
	}
	return &readingOutput{plan.ReadLength(in.Text, measure.Unit(in.Unit), ruler, in.Marks)}, nil
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
	return &catalogOutput{catalogBody(library.WithMaterials(brief.OwnMaterials(tools)))}, nil
}

// nothingHere answers for addresses that do not exist.
func nothingHere(w http.ResponseWriter, _ *http.Request) {
	door.Refuse(w, http.StatusNotFound, "There is nothing at this address.")
}

// otherMethod answers for addresses that exist, asked in a way they do not take.
func otherMethod(w http.ResponseWriter, allowed string) {
	w.Header().Set("Allow", allowed)
	door.Refuse(w, http.StatusMethodNotAllowed, "This address is not asked that way; it takes "+allowed+".")
}

// noOperation is every address of the API that no operation has.
const noOperation = "/api/*"

// notAnswered answers there: an operation may be at the address, asked otherwise.
func notAnswered(all chi.Routes) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		var allowed []string
		for _, method := range []string{http.MethodGet, http.MethodPost, http.MethodPut, http.MethodDelete} {
			if all.Find(chi.NewRouteContext(), method, r.URL.Path) != noOperation {
				allowed = append(allowed, method)
			}
		}
		if len(allowed) > 0 {
			otherMethod(w, strings.Join(allowed, ", "))
			return
		}
		nothingHere(w, r)
	}
}
