package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/url"
	"os"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"yellow-parcel/api"
)

// asked is how many times something is done: so often, or as often as a variable says.
func asked(variable string, often int) int {
	if n, err := strconv.Atoi(os.Getenv(variable)); err == nil {
		return n
	}
	return often
}

// described is an operation as the API's description has it.
type described struct {
	method, path string
	Parameters   []struct {
		Name, In string
	}
	RequestBody struct {
		Content map[string]struct{ Schema schema }
	}
}

type schema struct {
	Ref        string `json:"$ref"`
	Type       string
	Properties map[string]schema
	Items      *schema
	Enum       []any
	OneOf      []schema
}

// enemy makes requests that no friend would.
type enemy struct {
	*rand.Rand
	all     []described
	schemas map[string]schema
	ids     []string
	left    int // values that the body at hand may still have
}

func newEnemy(t *testing.T, seed uint64, ids []string) *enemy {
	t.Helper()
	text, err := api.OpenAPI()
	if err != nil {
		t.Fatal(err)
	}
	var doc struct {
		Paths      map[string]map[string]json.RawMessage
		Components struct{ Schemas map[string]schema }
	}
	if err := json.Unmarshal(text, &doc); err != nil {
		t.Fatal(err)
	}
	out := &enemy{Rand: rand.New(rand.NewPCG(seed, 1)), schemas: doc.Components.Schemas, ids: ids}
	for path, methods := range doc.Paths {
		// The demonstration and a copy are made whatever is sent; they only take long.
		if path == "/api/v1/demo" || path == "/api/v1/copies" {
			continue
		}
		for method, raw := range methods {
			o := described{method: strings.ToUpper(method), path: path}
			if err := json.Unmarshal(raw, &o); err != nil {
				t.Fatal(err)
			}
			out.all = append(out.all, o)
		}
	}
	slices.SortFunc(out.all, func(a, b described) int { return strings.Compare(a.path+a.method, b.path+b.method) })
	return out
}

// pick is one of several.
func pick[T any](e *enemy, of ...T) T { return of[e.IntN(len(of))] }

// spite is what no field waits for.
var spite = []string{"", "5 1/2", "us-a7", "7", "-1", "1e999", "9223372036854775808", "'; DROP TABLE jobs; --", "<script>alert(1)</script>", "=1+1", "../../etc/passwd", "%2e%2e%2f",
	"a\x00b", "\xff\xfe", "${x}", "{{.}}", "!!binary |", "&a [*a,*a]", strings.Repeat("9", 400), strings.Repeat("é", 3000), "１／２", "2026-02-30", "\u202e", "in\r\nX: y"}

func (e *enemy) word() string { return spite[e.IntN(len(spite))] }

// value is a value of about the kind a schema asks for, or of another.
func (e *enemy) value(s schema, depth int) any {
	if s.Ref != "" {
		s = e.schemas[s.Ref[strings.LastIndex(s.Ref, "/")+1:]]
	}
	if e.left--; e.left < 0 || depth > 6 || e.IntN(12) == 0 {
		return pick[any](e, nil, true, -1, 0, 1e308, 9e15, e.word(), []any{}, map[string]any{}, []any{[]any{[]any{1}}}, map[string]any{"": nil})
	}
	if len(s.OneOf) > 0 {
		return e.value(s.OneOf[e.IntN(len(s.OneOf))], depth+1)
	}
	if len(s.Enum) > 0 && e.IntN(3) > 0 {
		return s.Enum[e.IntN(len(s.Enum))]
	}
	switch {
	case s.Properties != nil:
		out := map[string]any{}
		for name, of := range s.Properties {
			if e.IntN(3) > 0 {
				out[name] = e.value(of, depth+1)
			}
		}
		if e.IntN(8) == 0 {
			for i := range e.IntN(3000) {
				out[fmt.Sprint("unknown", i)] = e.word()
			}
		}
		return out
	case s.Items != nil:
		out := []any{}
		for range pick(e, 0, 1, 2, 3, 300) {
			out = append(out, e.value(*s.Items, depth+1))
		}
		return out
	case s.Type == "integer" || s.Type == "number":
		return pick[any](e, 0, 1, -1, 80, 1<<40, 0.5, "7")
	case s.Type == "boolean":
		return e.IntN(2) == 0
	}
	return e.word()
}

func (e *enemy) body(o described) []byte {
	var text []byte
	e.left = 1000
	for _, of := range o.RequestBody.Content {
		made, err := json.Marshal(e.value(of.Schema, 0))
		if err == nil {
			text = made
		}
	}
	// A format and version that are right get further.
	if bytes.HasPrefix(text, []byte("{")) && e.IntN(2) == 0 {
		text = append([]byte(`{"format":"yellow-parcel-job","version":1`), append(pick(e, []byte(","), nil), text[1:]...)...)
	}
	switch e.IntN(16) {
	case 0:
		text = text[:len(text)/2]
	case 1:
		text = bytes.Repeat([]byte("["), 1+e.IntN(200_000))
	case 2:
		text = bytes.Repeat([]byte(`{"a":`), 1+e.IntN(50_000))
	case 3:
		text = append([]byte(`{"title":"`), append(bytes.Repeat([]byte("x"), e.IntN(pick(e, 3000, 100_000, 1_500_000))), `"}`...)...)
	case 4:
		text = make([]byte, e.IntN(4000))
		for i := range text {
			text[i] = byte(e.IntN(256))
		}
	case 5:
		text = nil
	}
	return text
}

var place = regexp.MustCompile(`\{[a-z]+\}`)

func (e *enemy) request(base string) *http.Request {
	o := e.all[e.IntN(len(e.all))]
	path := place.ReplaceAllStringFunc(o.path, func(string) string {
		if e.IntN(2) == 0 {
			return pick(e, e.ids...)
		}
		return url.PathEscape(e.word())
	})
	query := url.Values{}
	for _, p := range o.Parameters {
		if p.In == "query" && e.IntN(4) > 0 {
			query.Set(p.Name, pick(e, "1", "in", "mm", "json", "pdf", "blank", e.word()))
		}
	}
	body := e.body(o)
	var from io.Reader = bytes.NewReader(body)
	if e.IntN(400) == 0 {
		from = &slow{body, e.IntN(100)}
	}
	r, err := http.NewRequest(o.method, base+path+"?"+query.Encode(), from)
	if err != nil {
		return nil
	}
	r.Header.Set("Content-Type", pick(e, "application/json", "application/json", "application/json", "text/csv", "text/yaml", "image/svg+xml", "application/zip", "text/plain", "application/xml", "x"))
	if e.IntN(20) == 0 {
		r.Header.Set(pick(e, "Accept", "If-Match", "Content-Encoding", "Range", "Cookie", "Authorization"), url.QueryEscape(e.word()))
	}
	return r
}

// slow sends a body a little at a time.
type slow struct {
	rest  []byte
	pause int
}

func (s *slow) Read(p []byte) (int, error) {
	if len(s.rest) == 0 {
		return 0, io.EOF
	}
	time.Sleep(time.Duration(s.pause) * time.Millisecond)
	n := copy(p, s.rest[:max(1, len(s.rest)/4)])
	s.rest = s.rest[n:]
	return n, nil
}

// memory is the most a process has had in memory at once, in MB.
func (v *victim) memory(t *testing.T) int {
	t.Helper()
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", v.Process.Pid))
	if err != nil {
		t.Fatal(err)
	}
	found := regexp.MustCompile(`VmHWM:\s+(\d+) kB`).FindSubmatch(text)
	n, err := strconv.Atoi(string(found[1]))
	if err != nil {
		t.Fatal(err)
	}
	return n >> 10
}

// Whatever is sent, nothing fails inside, no refusal is long, and memory stays small.
func TestHostileRequestsAreRefused(t *testing.T) {
	v := serving(t, t.TempDir())
	defer v.end()
	var ids []string
	for _, doc := range []string{a7, strings.Replace(a7, `"envelope"`, `"quantity":9,"due":"2027-01-10","envelope"`, 1)} {
		text, ok := send(v.url+"/jobs", doc)
		var made struct{ ID string }
		if !ok || json.Unmarshal(text, &made) != nil {
			t.Fatalf("%s", text)
		}
		ids = append(ids, made.ID)
	}
	ids = append(ids, "us", "nothing")
	base := strings.TrimSuffix(v.url, "/api/v1")
	const people = 8
	each := asked("YELLOW_PARCEL_HOSTILE", 500) / people
	var all sync.WaitGroup
	var mu sync.Mutex
	statuses := map[int]int{}
	for person := range people {
		e := newEnemy(t, uint64(person), ids)
		all.Go(func() {
			client := http.Client{Timeout: 30 * time.Second}
			for range each {
				r := e.request(base)
				if r == nil {
					continue
				}
				at := time.Now()
				answer, err := client.Do(r)
				if time.Since(at) > 5*time.Second {
					t.Logf("%s %s took %v: %v", r.Method, r.URL.Path, time.Since(at), err)
				}
				if err != nil {
					continue // it hung up on what was too long
				}
				text, _ := io.ReadAll(io.LimitReader(answer.Body, 4<<20))
				_ = answer.Body.Close()
				mu.Lock()
				statuses[answer.StatusCode]++
				mu.Unlock()
				if answer.StatusCode >= 500 || answer.StatusCode >= 400 && len(text) > 64<<10 {
					t.Errorf("%s %s: %d, %d bytes: %.200s", r.Method, r.URL, answer.StatusCode, len(text), text)
				}
			}
		})
	}
	all.Wait()
	if _, ok := send(v.url+"/plan", a7); !ok {
		t.Error("it does not plan any more")
	}
	most := v.memory(t)
	if most > 150 {
		t.Errorf("%d MB in memory", most)
	}
	t.Logf("%v, %d MB", statuses, most)
}
