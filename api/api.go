package api

import (
	"encoding/json"
	"net/http"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"

	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/door"
	"yellow-parcel/store"
)

// service is what answers the API: one a resource, each with what it needs of the others.
type service struct {
	toolbox   *toolbox
	planner   *planner
	plans     *plans
	searches  *searches
	settings  *settings
	carriers  *carriers
	shelves   *shelves
	uses      *uses
	jobs      *jobs
	gangs     *gangs
	makings   *makings
	tables    *tables
	logs      *logs
	diaries   *diaries
	copies    *copies
	standings *standings
	archives  *archives
	demos     *demos
	devices   instruments
	places    places
	remaker   *remaker // nil where nothing is worked out behind the answers
}

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
	answerOutput struct {
		Timing string `header:"Server-Timing" doc:"how long each stage took, in milliseconds"`
		Body   Worked
	}
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
	for _, one := range []resource{s.plans, s.searches, s.settings, s.jobs, s.demos, s.shelves, s.uses, s.carriers, s.devices} {
		one.register(a, op)
	}
	describeBodies(a.OpenAPI(), withJob)
	for _, one := range []resource{s.gangs, s.makings, s.places, s.logs, s.diaries, s.copies, s.standings, s.archives} {
		one.register(a, op)
	}
}

// resource is one part of the API.
type resource interface {
	register(a huma.API, op operation)
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
	register(a, newService(&store.Store{}, Settings{}, nil))
	text, err := json.MarshalIndent(a.OpenAPI(), "", "  ")
	return append(text, '\n'), err
}

// A list that is empty is one: once for all, since servers are made beside each other.
func init() { huma.DefaultArrayNullable = false }

func config() huma.Config {
	c := huma.DefaultConfig("Yellow Parcel", "1")
	c.OpenAPIPath = "/api/v1/openapi"
	// The documentation page would load from outside, and schema links are not served.
	c.DocsPath, c.SchemasPath, c.CreateHooks = "", "", nil
	return c
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
