package api

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	lru "github.com/hashicorp/golang-lru/v2"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/post"
	"yellow-parcel/core/schedule"
	"yellow-parcel/core/words"
	"yellow-parcel/store"
)

// CarrierEntry is a carrier's rules as they are read, and as they are written.
type CarrierEntry struct {
	ID       string         `json:"id"`
	Name     string         `json:"name"`
	Notes    string         `json:"notes"`
	Stated   string         `json:"stated"`
	Currency string         `json:"currency"`
	Unit     string         `json:"unit"`
	Own      bool           `json:"own" doc:"the maker's own copy"`
	Ships    bool           `json:"ships" doc:"one of this identifier comes with the program"`
	Revision int            `json:"revision" doc:"of the own copy; zero without one"`
	Text     string         `json:"text" doc:"the file, as YAML"`
	Problem  string         `json:"problem,omitempty" doc:"why the own copy cannot be used any more"`
	Classes  []CarrierClass `json:"classes"`
}

// CarrierClass is one class in words.
type CarrierClass struct {
	ID     string        `json:"id"`
	Name   string        `json:"name"`
	Note   string        `json:"note"`
	Limits []CarrierRule `json:"limits"`
	Extra  []string      `json:"extra" doc:"what makes it cost more"`
	Prices []CarrierRule `json:"prices"`
	Dated  string        `json:"dated"`
	Stale  bool          `json:"stale" doc:"the prices are more than a year old"`
	Check  string        `json:"check"`
	Days   []string      `json:"days" doc:"how long it usually is on its way, by service"`
}

// CarrierRule is a figure with its name; Unsure where it is still to be checked.
// Price is a price alone, as it is typed.
type CarrierRule struct {
	Name   string `json:"name"`
	Text   string `json:"text"`
	Unsure bool   `json:"unsure"`
	Price  string `json:"price,omitempty"`
}

type (
	carriersOutput struct{ Body []CarrierEntry }
	carrierOutput  struct{ Body CarrierEntry }
)

// carriers answers for carriers' rules and prices.
type carriers struct {
	library *library
	toolbox *toolbox
	kept    store.Carriers

	keptJobs store.Jobs
	remaker  *remaker // nil where nothing is worked out behind the answers
}

func (s *carriers) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/carriers", "listCarriers", "Every carrier's rules and prices", false), s.list)
	save := op("PUT", "/carriers/{id}", "saveCarrier", "Keep an own copy of a carrier's rules", false, 422)
	mayBeStale[CarrierConflict](a, &save)
	save.MaxBodyBytes = post.MaxCarrier + 1
	save.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"text/yaml": {Schema: &huma.Schema{Type: huma.TypeString}}}}
	huma.Register(a, save, s.save)
	huma.Register(a, op("PUT", "/carriers/{id}/prices", "saveCarrierPrices", "New prices of one class, in an own copy of the carrier's rules", false, 404, 409, 422), s.reprice)
	huma.Register(a, op("DELETE", "/carriers/{id}", "removeCarrier", "Go back to the rules that ship, or take a carrier of one's own away", false, 404, 409), s.remove)
	huma.Register(a, op("POST", "/carriers/{id}/restore", "restoreCarrier", "Bring back an own copy that was taken away", false, 404), s.restore)
}

// library is everything bought that a job can name.
type library struct {
	standard *catalog.Catalog
	kept     store.Carriers
	rules    *ruleMemory
}

// now is the catalogue with the user's own carriers in it.
func (s *library) now(ctx context.Context) (*catalog.Catalog, error) {
	kept, err := s.kept.All(ctx)
	if err != nil {
		return nil, err
	}
	return s.with(kept), nil
}

// with is the catalogue with carriers of the user's own in it.
func (s *library) with(kept []store.Carrier) *catalog.Catalog {
	var own []post.Carrier
	for _, k := range kept {
		// One that a newer program no longer reads is left out; the list says why.
		if c, ok := s.rules.read(k); ok {
			own = append(own, c)
		}
	}
	return s.standard.With(own)
}

// ruleMemory keeps carriers as they were read, by their text, so that a plan does not read them again.
type ruleMemory struct {
	known *lru.Cache[string, post.Carrier]
}

// rulesKept is more carriers than anyone posts with.
const rulesKept = 64

func newRuleMemory() *ruleMemory {
	known, err := lru.New[string, post.Carrier](rulesKept)
	if err != nil {
		panic(err) // only a size below one is refused
	}
	return &ruleMemory{known}
}

// read reads a kept carrier; false where it cannot be read.
func (m *ruleMemory) read(k store.Carrier) (post.Carrier, bool) {
	if c, ok := m.known.Get(k.Document); ok {
		return c, true
	}
	c, err := post.ReadCarrier([]byte(k.Document))
	if err != nil {
		return c, false
	}
	m.known.Add(k.Document, c)
	return c, true
}

func (s *carriers) list(ctx context.Context, _ *struct{}) (*carriersOutput, error) {
	kept, err := s.kept.All(ctx)
	if err != nil {
		return nil, err
	}
	mine := map[string]store.Carrier{}
	for _, k := range kept {
		mine[k.ID] = k
	}
	out, today := &carriersOutput{Body: []CarrierEntry{}}, s.toolbox.today(ctx)
	for _, c := range s.library.standard.Carriers {
		text, _ := catalog.CarrierText(c.ID)
		out.Body = append(out.Body, s.entryOf(today, c, text, mine))
		delete(mine, c.ID)
	}
	for _, k := range kept {
		if _, ok := mine[k.ID]; ok {
			out.Body = append(out.Body, s.entryOf(today, post.Carrier{ID: k.ID, Name: k.ID}, "", mine))
		}
	}
	return out, nil
}

// entryOf is a carrier that ships, or the own copy in its place.
func (s *carriers) entryOf(today string, c post.Carrier, text string, mine map[string]store.Carrier) CarrierEntry {
	e := CarrierEntry{Ships: text != ""}
	if k, ok := mine[c.ID]; ok {
		text, e.Own, e.Revision = k.Document, true, k.Revision
		own, err := post.ReadCarrier([]byte(k.Document))
		if err != nil {
			e.Problem = err.Error()
		} else {
			c = own
		}
	}
	e.ID, e.Name, e.Notes, e.Stated, e.Currency, e.Unit, e.Text = c.ID, c.Name, c.Notes, c.Stated, c.Currency, string(c.Unit), text
	e.Classes = []CarrierClass{}
	for _, class := range c.Classes {
		e.Classes = append(e.Classes, classInWords(c, class, today))
	}
	return e
}

func classInWords(c post.Carrier, class post.Class, today string) CarrierClass {
	out := CarrierClass{ID: class.ID, Name: class.Name, Note: class.Note, Limits: []CarrierRule{}, Extra: []string{}, Prices: []CarrierRule{}, Days: []string{}}
	held, more := class.List(&c)
	for _, l := range held {
		out.Limits = append(out.Limits, CarrierRule{Name: l.Name, Text: l.Text, Unsure: l.Unsure})
	}
	out.Extra = append(out.Extra, more...)
	onItsWay := func(service string, d *post.Days) {
		if d != nil {
			out.Days = append(out.Days, words.Capital(schedule.OnItsWay(service, *d))+".")
		}
	}
	onItsWay("", class.Days)
	if p := class.Prices; p != nil {
		out.Dated, out.Check, out.Stale = p.Effective, p.Check, plan.Stale(p.Effective, today)
		priced(&out, c, p.Name, p.Steps)
		for _, o := range p.Others {
			priced(&out, c, o.Name, o.Steps)
			onItsWay(o.Name, o.Days)
		}
	}
	return out
}

func priced(out *CarrierClass, c post.Carrier, name string, steps []post.PriceStep) {
	for _, s := range steps {
		text := s.Price.Text(c.Currency)
		if name != "" {
			text += " " + name
		}
		out.Prices = append(out.Prices, CarrierRule{"to " + measure.Mass(s.To).Text(c.Unit), text, s.Check, measure.Money(s.Price).Bare(c.Currency)})
	}
}

func (s *carriers) save(ctx context.Context, in *struct {
	IDInput
	RawBody  []byte `contentType:"text/yaml"`
	Revision int    `query:"revision" minimum:"0" doc:"of the own copy it edits; zero for a new one"`
}) (*carrierOutput, error) {
	c, err := post.ReadCarrier(in.RawBody)
	if err != nil {
		return nil, lineProblem(err)
	}
	if c.ID != in.ID {
		return nil, problem(job.Problems{{Field: "id", Text: fmt.Sprintf("the rules are those of %q; they are kept as %q", c.ID, in.ID)}})
	}
	return s.keep(ctx, in.ID, in.Revision, in.RawBody)
}

// lineProblem turns what is wrong with a carrier's file into an answer that names the line.
func lineProblem(err error) error {
	var at *post.CarrierError
	if !errors.As(err, &at) {
		return err
	}
	return problem(job.Problems{{Field: fmt.Sprintf("line %d", at.Line), Text: at.Text}})
}

// keep keeps rules that were read already, as an own copy.
func (s *carriers) keep(ctx context.Context, id string, revision int, text []byte) (*carrierOutput, error) {
	k, err := s.kept.Save(ctx, id, revision, string(text))
	changed := errors.Is(err, store.ErrConflict)
	if err != nil && !changed {
		return nil, err
	}
	s.remaker.changed()
	shipped, _ := catalog.CarrierText(id)
	own := map[string]store.Carrier{id: k}
	if k.Document == "" { // it was taken away meanwhile
		own = nil
	}
	entry := s.entryOf(s.toolbox.today(ctx), post.Carrier{ID: id}, shipped, own)
	if changed {
		return nil, &CarrierConflict{changedElsewhere("These rules were changed elsewhere since they were opened here."), entry}
	}
	return &carrierOutput{entry}, nil
}

// NewPrices are a class's prices from a day on, in the order the class lists them.
type NewPrices struct {
	Class     string   `json:"class" maxLength:"60"`
	Effective string   `json:"effective" maxLength:"40" doc:"YYYY-MM-DD"`
	Prices    []string `json:"prices" maxItems:"400"`
}

func (s *carriers) reprice(ctx context.Context, in *struct {
	IDInput
	Revision int `query:"revision" minimum:"0" doc:"of the own copy it edits; zero for a new one"`
	Body     NewPrices
}) (*carrierOutput, error) {
	kept, err := s.kept.All(ctx)
	if err != nil {
		return nil, err
	}
	text, ok := catalog.CarrierText(in.ID)
	for _, k := range kept {
		if k.ID == in.ID {
			text, ok = k.Document, true
		}
	}
	if !ok {
		return nil, huma.Error404NotFound("There is no such carrier here.")
	}
	out, err := post.Reprice([]byte(text), in.Body.Class, in.Body.Effective, in.Body.Prices)
	if err != nil {
		return nil, lineProblem(err)
	}
	return s.keep(ctx, in.ID, in.Revision, out)
}

func (s *carriers) remove(ctx context.Context, in *struct {
	IDInput
	Sure bool `query:"sure" doc:"though it is home, or jobs are posted with it"`
}) (*struct{}, error) {
	if _, ships := catalog.CarrierText(in.ID); !ships && !in.Sure {
		if says, err := s.missed(ctx, in.ID); err != nil {
			return nil, err
		} else if says != "" {
			return nil, huma.Error409Conflict(says)
		}
	}
	return nil, s.noCopy(s.kept.Remove(ctx, in.ID))
}

func (s *carriers) restore(ctx context.Context, in *IDInput) (*struct{}, error) {
	return nil, s.noCopy(s.kept.Restore(ctx, in.ID))
}

func (s *carriers) noCopy(err error) error {
	s.remaker.changed()
	if errors.Is(err, store.ErrNotFound) {
		return huma.Error404NotFound("There is no own copy of these rules.")
	}
	return err
}

// missed says who goes by a carrier that is nowhere else; empty where nobody does.
func (s *carriers) missed(ctx context.Context, id string) (string, error) {
	tools, err := s.toolbox.asKept(ctx)
	if err != nil {
		return "", err
	}
	titles, err := s.keptJobs.PostedBy(ctx, id)
	if err != nil {
		return "", err
	}
	var out []string
	if tools.Home == id {
		out = append(out, "It is the carrier at home.")
	}
	const some = 3
	named := make([]string, min(some, len(titles)))
	for i := range named {
		named[i] = titleOr(titles[i])
	}
	if more := len(titles) - some; more > 0 {
		named = append(named, fmt.Sprintf("%d more", more))
	}
	if len(titles) > 0 {
		out = append(out, fmt.Sprintf("%d %s posted with it: %s.", len(titles), words.Plural(len(titles), "job"), strings.Join(named, ", ")))
	}
	return strings.Join(out, " "), nil
}
